import { effectScope } from 'vue'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { useClicks } from '@/lesson/clicks.ts'

/** A sound card that keeps its own time, and a note of what it was asked to play when. */
const card = { now: 0, started: [] as { atS: number; hz: number }[] }
class Param {
  setValueAtTime() {}
  linearRampToValueAtTime() {}
  exponentialRampToValueAtTime() {}
}
class Node {
  connect(to: unknown) {
    return to
  }
}
const plain = { perMinute: 120, beats: 4, parts: 1 as const, countIn: 0 }
let scope: ReturnType<typeof effectScope>
let clicks: ReturnType<typeof useClicks>

beforeEach(() => {
  vi.useFakeTimers({ toFake: ['setTimeout', 'setInterval', 'clearInterval', 'clearTimeout'] })
  card.now = 10
  card.started = []
  vi.stubGlobal(
    'AudioContext',
    class {
      state = 'running'
      outputLatency = 0
      destination = new Node()
      get currentTime() {
        return card.now
      }
      async resume() {}
      async close() {}
    },
  )
  vi.stubGlobal(
    'OscillatorNode',
    class extends Node {
      private readonly hz: number
      constructor(_: unknown, options: { frequency: number }) {
        super()
        this.hz = options.frequency
      }
      start(atS: number) {
        card.started.push({ atS, hz: this.hz })
      }
      stop() {}
    },
  )
  vi.stubGlobal(
    'GainNode',
    class extends Node {
      gain = new Param()
    },
  )
  scope = effectScope()
  clicks = scope.run(() => useClicks())!
})
afterEach(() => {
  scope.stop()
  vi.unstubAllGlobals()
  vi.useRealTimers()
})

/** Time goes by, in uneven steps as on a busy machine. */
async function pass(seconds: number) {
  for (let left = seconds; left > 0;) {
    const step = Math.min(left, left % 0.3 > 0.1 ? 0.05 : 0.17)
    card.now += step
    left -= step
    await vi.advanceTimersByTimeAsync(50)
  }
}
const gaps = () => card.started.slice(1).map((c, i) => c.atS - card.started[i]!.atS)

describe('the pulse', () => {
  it('is told to the sound card ahead of time, a click exactly after the other, for ten minutes', async () => {
    await clicks.start(plain)
    await pass(600)
    expect(card.started.length).toBeGreaterThan(1199)
    const first = card.started[0]!.atS
    card.started.forEach((c, k) => expect(Math.abs(c.atS - first - k * 0.5)).toBeLessThan(0.001))
    expect(card.started.slice(0, 5).map((c) => c.hz)).toEqual([1480, 990, 990, 990, 1480])
  })
  it('goes over to another tempo without a click too near', async () => {
    await clicks.start(plain)
    await pass(2)
    clicks.change({ ...plain, perMinute: 60 })
    await pass(4)
    for (const gap of gaps()) expect([0.5, 1].some((s) => Math.abs(gap - s) < 0.01)).toBe(true)
    expect(gaps().at(-1)).toBeCloseTo(1, 6)
  })
  it('counts silent bars without a sound', async () => {
    await clicks.start({ ...plain, silent: { aloud: 1, silent: 1 } })
    await pass(8)
    expect(gaps().some((g) => Math.abs(g - 2.5) < 1e-6)).toBe(true)
  })
  it('stops', async () => {
    await clicks.start(plain)
    await pass(1)
    clicks.stop()
    const heard = card.started.length
    await pass(2)
    expect(card.started.length).toBe(heard)
    expect(clicks.running.value).toBe(false)
    clicks.change({ ...plain, perMinute: 60 })
    expect(clicks.running.value).toBe(false)
  })
})
