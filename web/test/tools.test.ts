import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeAll, beforeEach, describe, expect, it, vi } from 'vitest'
import { useTools } from '@/lesson/tools.ts'

/** The sound library, pretended: what was asked of it is counted. */
const asked = { rings: 0, tones: [] as number[] }
vi.mock('tone', () => {
  class Synth {
    toDestination() {
      return this
    }
    triggerAttackRelease(note: string) {
      if (note === 'E5') asked.rings++
    }
  }
  class Oscillator {
    constructor(options: { frequency: number }) {
      asked.tones.push(options.frequency)
    }
    toDestination() {
      return this
    }
    start() {
      return this
    }
    stop() {
      return this
    }
    dispose() {}
  }
  return {
    start: async () => undefined,
    Synth,
    Oscillator,
  }
})

// Loaded before time is pretended: on a busy machine loading takes longer than a test would wait.
beforeAll(async () => {
  await import('tone')
})
beforeEach(() => {
  vi.useFakeTimers({ toFake: ['setTimeout', 'setInterval', 'clearInterval', 'clearTimeout', 'Date'] })
  localStorage.clear()
  setActivePinia(createPinia())
  Object.assign(asked, { rings: 0, tones: [] })
})
afterEach(() => vi.useRealTimers())

/** Lets time pass, and the sound library arrive however slow the machine is. */
async function later(ms: number) {
  await vi.advanceTimersByTimeAsync(ms)
  await vi.dynamicImportSettled()
  await vi.advanceTimersByTimeAsync(0)
}

/** Waits, in real time, until it has rung so often. */
const rung = (times: number) => vi.waitFor(() => expect(asked.rings).toBe(times), { timeout: 10_000 })

describe('timers', () => {
  it('run side by side and ring once each, softly, when they are over', async () => {
    const tools = useTools()
    // The reference on and off: from here on the sound library is there, however slowly this machine loads it.
    await tools.toggleReference(440)
    await tools.toggleReference(440)
    tools.startTimer('Soak a side', 30)
    tools.startTimer('Rest', 180)
    expect(tools.runningTimers.map((t) => `${t.name} ${t.left}`)).toEqual(['Soak a side 0:30', 'Rest 3:00'])
    await vi.advanceTimersByTimeAsync(10_000)
    expect(tools.runningTimers.map((t) => t.left)).toEqual(['0:20', '2:50'])
    await later(22_000)
    expect(tools.runningTimers[0]).toMatchObject({ left: '0:00', done: true })
    await rung(1)
    await later(20_000)
    await rung(1)
    await later(150_000)
    await rung(2)
  })
  it('are put away one by one', () => {
    const tools = useTools()
    tools.startTimer('Rest', 60)
    tools.startTimer('Rest', 60)
    tools.dropTimer(tools.runningTimers[0]!.id)
    expect(tools.runningTimers).toHaveLength(1)
  })
  it('count up, stop and go back to zero', async () => {
    const tools = useTools()
    tools.toggleTimer()
    await vi.advanceTimersByTimeAsync(75_000)
    expect(tools.timerText).toBe('1:15')
    tools.toggleTimer()
    await vi.advanceTimersByTimeAsync(5000)
    expect(tools.timerText).toBe('1:15')
    tools.resetTimer()
    expect(tools.timerText).toBe('0:00')
  })
})

describe('pulse and reference', () => {
  it('begins, keeps within what can be played, and stops', async () => {
    const tools = useTools()
    await tools.togglePulse()
    expect(tools.pulsing).toBe(true)
    tools.setBpm(500)
    expect(tools.bpm).toBe(208)
    tools.setBpm(1)
    expect(tools.bpm).toBe(30)
    await tools.togglePulse()
    expect(tools.pulsing).toBe(false)
  })
  it('is tapped, from the third tap on', async () => {
    const tools = useTools()
    const now = vi.spyOn(performance, 'now')
    for (const ms of [0, 500, 1000]) {
      now.mockReturnValue(ms)
      tools.tap()
    }
    expect(tools.bpm).toBe(120)
    now.mockRestore()
  })
  it('sounds the studio’s own A until it is stopped', async () => {
    const tools = useTools()
    await tools.toggleReference(442)
    expect(tools.sounding).toBe(true)
    await tools.toggleReference(442)
    expect(tools.sounding).toBe(false)
    expect(asked.tones).toEqual([442])
  })
})
