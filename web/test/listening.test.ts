import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { perform, playPhrase, type Performance, type Phrase } from '@halitus/core/player'
import {
  analyse,
  LiveTracker,
  longTone,
  readWav,
  untilQuiet,
  untilToneEnds,
  writeWav,
  type LiveFrame,
} from '@halitus/core/sound'
import { gapWords, useListening, type Take } from '@/listening/index.ts'
import type { Ear, Measurement } from '@/workers/index.ts'

const RATE = 16000
const CLARINET: Ear = { transposition: -2, a4Hz: 440 }

/** Something like a voice: pitch, loudness and colour go up and down. */
function talking(): Float32Array {
  let phase = 0
  return Float32Array.from({ length: 2.5 * RATE }, (_, i) => {
    const t = i / RATE
    const wave = Math.sin(2 * Math.PI * 5 * t)
    phase += (2 * Math.PI * 150 * 2 ** (Math.sin(2 * Math.PI * 1.3 * t) / 6)) / RATE
    let v = 0
    for (let k = 1; k <= 12; k++) v += Math.exp(-k * (0.45 - 0.3 * wave)) * Math.sin(k * phase)
    return t < 0.3 || t > 2.2 ? 0 : 0.15 * 10 ** ((6 * wave) / 20) * v
  })
}

/** What the pretended ear has taken in since it began to listen. */
let heard: Float32Array = new Float32Array()

function measure(samples: Float32Array, rate: number, ear: Ear, warnings: string[] = []): Measurement {
  const { report, track, talkS } = analyse(samples, rate, ear)
  return {
    report,
    tone: longTone(report),
    timeS: track.timeS,
    hz: track.hz,
    db: track.db,
    strokes: [],
    along: undefined,
    crossings: undefined,
    warnings: [...warnings, ...report.doubts],
    talkS,
    lateS: 0,
  }
}

vi.mock('@/workers/index.ts', () => ({
  captureUrl: '',
  soundWorker: () => ({
    end: async (ear: Ear) => measure(heard, RATE, ear),
    again: async (ear: Ear) => measure(heard, RATE, ear),
    file: async (file: Blob, ear: Ear, onShare: (share: number) => void) => {
      onShare(0.5)
      await cancellable()
      if (cancelled) return undefined
      const { samples, sampleRate, warnings } = readWav(await file.arrayBuffer())
      return measure(samples, sampleRate, ear, warnings)
    },
    cancel: () => (cancelled = true),
  }),
}))

/** Whether somebody has stopped the reading of a file, and what a long file waits for. */
let cancelled = false
let cancellable = async () => {}
/** What a microphone calls that goes away. */
let unplug: () => void = () => {}

/** So much of the sound never arrives, s; undefined where nobody counts. */
let lostS: number | undefined
/** The microphone plays what a test puts here; undefined refuses. */
let played: Performance | undefined
vi.mock('@/listening/input.ts', async () => {
  class NoSound extends Error {}
  const feed = async (onFrames: (f: LiveFrame[]) => void, samples: Float32Array) => {
    const tracker = new LiveTracker(RATE)
    let on = true
    void (async () => {
      for (let at = 0; at < samples.length && on; at += 1600) {
        const block = samples.slice(at, at + 1600)
        heard = samples.slice(0, at + 1600)
        onFrames(tracker.push(block))
        await new Promise((resolve) => setTimeout(resolve, 1))
      }
    })()
    return {
      beganS: () => 0,
      nowS: () => 0,
      lostS: () => lostS,
      stop: async () => void (on = false),
    }
  }
  return {
    NoSound,
    listenToMicrophone: async (_ear: Ear, onFrames: (f: LiveFrame[]) => void, onGone: () => void) => {
      unplug = onGone
      if (!played)
        throw new NoSound('The microphone is not allowed. Use the simulated player or a WAVE file.')
      return feed(onFrames, perform(played, RATE))
    },
    listenToPlayer: async (p: Phrase, _aloud: boolean, _ear: Ear, onFrames: (f: LiveFrame[]) => void) =>
      feed(onFrames, playPhrase(p, RATE).samples),
  }
})

beforeEach(() => {
  localStorage.clear()
  lostS = undefined
  setActivePinia(createPinia())
  heard = new Float32Array()
  played = undefined
})
const until = (condition: () => boolean) =>
  vi.waitFor(() => expect(condition()).toBe(true), { timeout: 15_000 })
/** A take of one long tone, whose judge is counted. */
const take = (judge: Take['judge']): Take => ({
  instrument: 'clarinet',
  written: 'E4',
  ear: CLARINET,
  rule: () => untilToneEnds(),
  judge,
})
const begin = (listening: ReturnType<typeof useListening>, done = vi.fn<Take['judge']>()) => {
  const started = listening.start(take(done))
  return { started, done }
}

describe('listening', () => {
  it('shows a tone while it sounds, ends by itself when the tone has ended, and judges it', async () => {
    played = { instrument: 'clarinet', written: 'E4', lengthS: 4, leadS: 0.5, tailS: 2.5 }
    const listening = useListening()
    listening.source = 'microphone'
    const { started, done } = begin(listening)
    await started
    expect(listening.state).toBe('listening')
    await until(() => listening.heldS > 1)
    expect(listening.note?.written).toBe('E4')
    await until(() => listening.state === 'idle')
    expect(done).toHaveBeenCalledOnce()
    expect(done.mock.calls[0]![1]).toBe('microphone')
    expect(Math.abs(listening.heldS - 4)).toBeLessThan(0.1)
    expect(listening.result?.tone?.written).toBe('E4')
    expect(listening.problem).toBe('')
    expect(listening.lagMs).toBeDefined()
  })
  it('goes on over a gap too short to hear as an end', async () => {
    played = {
      instrument: 'clarinet',
      written: 'G4',
      lengthS: 3,
      strokes: { rateHz: 3, jitterMs: 0 },
      tailS: 2.5,
    }
    const listening = useListening()
    listening.source = 'microphone'
    void listening.start({ ...take(vi.fn()), rule: () => untilQuiet(-50, 0.8) })
    await until(() => listening.state === 'idle')
    expect(listening.result!.report.notes.length).toBeGreaterThan(6)
  })
  it('says when nobody lets it hear, and can be used again', async () => {
    const listening = useListening()
    listening.source = 'microphone'
    const { started, done } = begin(listening)
    await started
    expect(listening.state).toBe('idle')
    expect(listening.problem).toContain('not allowed')
    expect(done).not.toHaveBeenCalled()
    listening.source = 'player'
    listening.playerLengthS = 2
    begin(listening)
    await until(() => listening.state === 'listening')
    expect(listening.problem).toBe('')
    await listening.cancel()
    expect(listening.state).toBe('idle')
    expect(listening.result).toBeUndefined()
  })
  it('hears no note in air alone, and says so instead of a number', async () => {
    // One seed: in a few of a hundred a hiss has a pitch for less than a tenth of a second.
    localStorage.setItem('halitus.seed', '7')
    const listening = useListening()
    listening.source = 'player'
    listening.presetId = 'no-note'
    listening.playerLengthS = 1
    const { done } = begin(
      listening,
      vi.fn<Take['judge']>((m) => (m.tone ? undefined : 'No note heard.')),
    )
    await until(() => listening.drawn > 80)
    await listening.stop()
    expect(listening.problem).toBe('No note heard.')
    expect(listening.heldS).toBe(0)
    expect(listening.note).toBeUndefined()
    expect(done.mock.calls[0]![0].tone).toBeUndefined()
    expect(done.mock.calls[0]![1]).toBe('simulated')
  })
  it('listens to one thing at a time', async () => {
    played = { instrument: 'clarinet', written: 'E4', lengthS: 3 }
    const listening = useListening()
    listening.source = 'microphone'
    begin(listening)
    const second = begin(listening)
    await second.started
    await listening.cancel()
    expect(second.done).not.toHaveBeenCalled()
  })
})

describe('files', () => {
  const file = (bytes: Uint8Array, name = 'tone.wav') =>
    new File([bytes as BlobPart], name, { type: 'audio/wav' })
  it('are judged at once', async () => {
    const listening = useListening()
    const done = vi.fn()
    await listening.takeFile(
      file(writeWav(perform({ instrument: 'clarinet', written: 'C5', lengthS: 2 }, RATE), RATE)),
      take(done),
    )
    expect(done).toHaveBeenCalledOnce()
    expect(listening.note?.written).toBe('C5')
    expect(Math.abs(listening.heldS - 2)).toBeLessThan(0.1)
  })
  it('are refused by name with the reason, and leave no older verdict under it', async () => {
    const listening = useListening()
    const done = vi.fn()
    const good = writeWav(perform({ instrument: 'clarinet', written: 'C5', lengthS: 2 }, RATE), RATE)
    await listening.takeFile(file(good), take(vi.fn()))
    expect(listening.result).toBeDefined()
    await listening.takeFile(file(new Uint8Array(), 'empty.wav'), take(done))
    expect(listening.problem).toBe('empty.wav: The file is empty.')
    expect(listening.state).toBe('idle')
    expect(listening.result).toBeUndefined()
    expect(done).not.toHaveBeenCalled()
  })
  it('count what sounds like talk where somebody says so, and only then', async () => {
    const listening = useListening()
    const judged: number[] = []
    const what = take(vi.fn((m: Measurement) => void judged.push(m.report.notes.length)))
    await listening.takeFile(file(writeWav(talking(), RATE)), what)
    expect(listening.result?.talkS).toBeGreaterThan(1)
    expect(listening.result?.warnings.at(-1)).toMatch(/s of talk were heard; they aren’t counted/)
    await listening.countTalk()
    expect(listening.result).toMatchObject({ talkS: 0, warnings: [] })
    expect(judged).toHaveLength(2)
    expect(judged[1]).toBeGreaterThan(judged[0]!)
    // Once is enough, and the next take begins as ever.
    await listening.countTalk()
    expect(judged).toHaveLength(2)
    await listening.takeFile(file(writeWav(talking(), RATE)), what)
    expect(listening.result?.talkS).toBeGreaterThan(1)
  })
  it('that are cut short say so', async () => {
    const whole = writeWav(perform({ instrument: 'clarinet', written: 'C5', lengthS: 2 }, RATE), RATE)
    const listening = useListening()
    await listening.takeFile(file(whole.slice(0, whole.length / 2)), take(vi.fn()))
    expect(listening.result?.warnings[0]).toContain('cut short')
    expect(listening.note?.written).toBe('C5')
  })
  it('tell how much is heard, and can be stopped; nothing is kept then', async () => {
    cancelled = false
    let go: () => void = () => {}
    cancellable = () => new Promise<void>((resolve) => (go = resolve))
    const listening = useListening()
    const done = vi.fn()
    const whole = writeWav(perform({ instrument: 'clarinet', written: 'C5', lengthS: 1 }, RATE), RATE)
    const reading = listening.takeFile(file(whole, 'long.wav'), take(done))
    await until(() => listening.share === 0.5)
    await listening.cancelFile()
    go()
    await reading
    expect(listening.problem).toBe('long.wav: stopped, nothing kept.')
    expect([listening.state, listening.share, listening.result]).toEqual(['idle', undefined, undefined])
    expect(done).not.toHaveBeenCalled()
    cancellable = async () => {}
  })
})

describe('a microphone that goes away in mid-take', () => {
  it('leaves what came before, judged, and it is said', async () => {
    played = { instrument: 'clarinet', written: 'E4', lengthS: 20 }
    const listening = useListening()
    listening.source = 'microphone'
    const { done } = begin(listening)
    await until(() => listening.heldS > 1.2)
    unplug()
    await until(() => listening.state === 'idle' && listening.problem !== '')
    expect(done).toHaveBeenCalledOnce()
    expect(done.mock.calls[0]![0].tone?.written).toBe('E4')
    expect(listening.problem).toBe('The microphone went away in mid-take; what came before is kept.')
  })
})

describe('the sound of a take', () => {
  it('can be heard again when it was live, is gone when another begins, and a simulated one isn’t kept', async () => {
    played = { instrument: 'clarinet', written: 'E4', lengthS: 2, leadS: 0.2, tailS: 1.6 }
    const listening = useListening()
    listening.source = 'microphone'
    await begin(listening).started
    await until(() => listening.state === 'idle')
    expect(listening.hasSound).toBe(true)
    const first = listening.soundId
    await begin(listening).started
    expect(listening.hasSound).toBe(false)
    await until(() => listening.state === 'idle')
    expect(listening.soundId).toBe(first + 1)
    listening.source = 'player'
    listening.playerLengthS = 2
    await begin(listening).started
    await listening.stop()
    await until(() => listening.state === 'idle')
    expect(listening.hasSound).toBe(false)
  })
})

describe('sound that never arrived', () => {
  it.each([
    [undefined, 5, false],
    [0, 5, false],
    [0.12, 5, false],
    [0.13, 5, true],
    // A long take may lack a hundredth of itself.
    [0.2, 20, false],
    [0.21, 20, true],
  ])('%s s lost of a take of %f s: said %s', (lost, heardS, said) =>
    expect(gapWords(lost, heardS) !== undefined).toBe(said),
  )
  it.each([
    [0.4, 10, false],
    [0.5, 10, false],
    [0.51, 10, true],
  ])('%s s put in a take of %f s: said %s', (lateS, heardS, said) =>
    expect(gapWords(0, heardS, lateS)?.startsWith('Sound reached Halitus late') ?? false).toBe(said),
  )
  it('is said, and such a take counts for nothing', async () => {
    const listening = useListening()
    listening.source = 'microphone'
    played = { instrument: 'clarinet', written: 'E4', lengthS: 2.5 }
    lostS = 3.4
    let judged = 0
    await listening.start({
      instrument: 'clarinet',
      written: 'E4',
      ear: CLARINET,
      rule: () => untilToneEnds(),
      judge: () => void judged++,
    })
    await vi.waitFor(() => expect(heard.length).toBeGreaterThan(2 * RATE), { timeout: 20_000 })
    await listening.stop()
    await vi.waitFor(() => expect(listening.state).toBe('idle'), { timeout: 20_000 })
    expect(listening.problem).toMatch(
      /^3\.4 of \d\.\d s of sound didn’t reach Halitus: the machine was busy with something else\. This take counts for nothing; once more\.$/,
    )
    expect(judged).toBe(0)
    expect(listening.result).toBeUndefined()
  })
})
