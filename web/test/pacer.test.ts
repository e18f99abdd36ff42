import { mount } from '@vue/test-utils'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { defineComponent, h } from 'vue'
import { usePacer } from '@/stages/breath/pacer.ts'

/** A sound card whose clock goes its own way: a little faster than the page's, and not in even steps. */
let nowS = 0
const started: { timeS: number; hz: number }[] = []
class FakeContext {
  state = 'running'
  outputLatency = 0.02
  destination = {}
  get currentTime() {
    return nowS
  }
  resume = () => Promise.resolve()
  close = () => Promise.resolve()
}
const param = { setValueAtTime() {}, linearRampToValueAtTime() {}, exponentialRampToValueAtTime() {} }
class FakeGain {
  gain = param
  connect = () => this
}
class FakeOscillator {
  private readonly hz: number
  constructor(_: unknown, { frequency }: { frequency: number }) {
    this.hz = frequency
  }
  connect = (to: unknown) => to
  start = (timeS: number) => started.push({ timeS, hz: this.hz })
  stop() {}
}

beforeEach(() => {
  nowS = 3.7
  started.length = 0
  vi.useFakeTimers()
  vi.stubGlobal('AudioContext', FakeContext)
  vi.stubGlobal('GainNode', FakeGain)
  vi.stubGlobal('OscillatorNode', FakeOscillator)
})
afterEach(() => {
  vi.useRealTimers()
  vi.unstubAllGlobals()
})

function paced() {
  let pacer!: ReturnType<typeof usePacer>
  const page = mount(
    defineComponent({
      setup() {
        pacer = usePacer()
        return () => h('i')
      },
    }),
  )
  return { pacer, page }
}
const DRILL = { inCounts: 2, holdCounts: 0, outCounts: 6, emptyCounts: 0 }

describe('the pacer', () => {
  it('hands every count of five minutes to the sound card, none twice, none off its place', async () => {
    const { pacer, page } = paced()
    const perMinute = 73
    await pacer.start(DRILL, perMinute, true)
    for (let step = 0; nowS < 3.7 + 300; step++) {
      // The page is late by up to a fifth of a second now and then; the sound card isn't.
      const ms = step % 11 === 0 ? 180 : 60
      nowS += (ms / 1000) * 1.0003
      await vi.advanceTimersByTimeAsync(ms)
    }
    const beganS = started[0]!.timeS
    const counts = started.map((s) => s.timeS - beganS)
    expect(counts.length).toBeGreaterThan(Math.floor((298 * perMinute) / 60))
    const most = Math.max(...counts.map((at, k) => Math.abs(at - (k * 60) / perMinute)))
    // The aim is 10 ms over five minutes; nothing adds up, so it is none.
    expect(most).toBeLessThan(1e-6)
    expect(started.filter((_, k) => k % 8 === 0).every((s) => s.hz === 660)).toBe(true)
    expect(started.filter((_, k) => k % 8 === 2).every((s) => s.hz === 440)).toBe(true)
    page.unmount()
  })
  it('draws where the sound is heard, not where it is due', async () => {
    const { pacer, page } = paced()
    await pacer.start(DRILL, 60, true)
    // It begins three tenths after it is asked for, so that nothing is late.
    const beganS = 3.7 + 0.3
    nowS = beganS + 4.5
    await vi.advanceTimersByTimeAsync(40)
    expect(pacer.atS.value).toBeCloseTo(4.48, 6)
    page.unmount()
  })
  it('is silent when nobody wants to hear it, and stops with the page', async () => {
    const { pacer, page } = paced()
    await pacer.start(DRILL, 60, false)
    nowS += 10
    await vi.advanceTimersByTimeAsync(500)
    expect(started).toEqual([])
    expect(pacer.running.value).toBe(true)
    page.unmount()
    expect(pacer.running.value).toBe(false)
  })
  it('goes by the page’s own clock where there is no sound card', async () => {
    vi.stubGlobal('AudioContext', undefined)
    const { pacer, page } = paced()
    await pacer.start(DRILL, 60, true)
    await vi.advanceTimersByTimeAsync(2300)
    expect(pacer.atS.value).toBeGreaterThan(1.8)
    expect(pacer.atS.value).toBeLessThan(2.1)
    page.unmount()
  })
})
