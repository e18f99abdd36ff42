import { describe, expect, it } from 'vitest'
import { analyse, LiveTracker, longTone, trackPitch } from '@halitus/core/sound'
import { perform, PRESETS, seeded, type Performance } from '@halitus/core/player'
import { centsBetween, hzOfMidi, parseNote } from '@halitus/core/pitch'
import { instrument } from '@halitus/core/instruments'

const RATE = 48000
const hear = (p: Partial<Performance>, rate = RATE) => {
  const full = { instrument: 'clarinet', written: 'E4', lengthS: 6, ...p } as Performance
  return analyse(perform(full, rate), rate, { transposition: instrument(full.instrument).transposition })
    .report
}

/** A plain sum of sines, made without the simulated player. */
const sines = (hz: number, seconds: number, rate: number, amplitudes = [0.3, 0.2, 0.1]) =>
  Float32Array.from({ length: Math.round(seconds * rate) }, (_, i) =>
    amplitudes.reduce(
      (sum, a, h) =>
        sum + ((h + 1) * hz < rate / 2 ? a * Math.sin((2 * Math.PI * hz * (h + 1) * i) / rate) : 0),
      0,
    ),
  )

describe('pitch', () => {
  // Exact: the frequency that the sines were made with. At 8 kHz the upper partials of the highest note lie at half
  // the rate, where doubling leaves an image: 4 cents are promised there, 1.5 elsewhere.
  it.each([8000, 11025, 16000, 22050, 44100, 48000, 96000, 192000])('is right at %i Hz sampling', (rate) => {
    for (const hz of [116.54, 220, 440, 466.16, 523.25, 880, 1318.5]) {
      const track = trackPitch(sines(hz, 0.4, rate), rate)
      const middle = track.hz[40]!
      expect(Math.abs(centsBetween(hz, middle)), `${hz} Hz at ${rate}`).toBeLessThan(rate === 8000 ? 4 : 1.5)
    }
  })
  it('covers every written note of every instrument that has a chart, and low bassoon notes', () => {
    for (const [id, notes] of [
      ['clarinet', ['E3', 'C4', 'Bb4', 'B4', 'C6', 'G6']],
      ['flute', ['C4', 'B4', 'D5', 'C6', 'C7']],
      ['bassoon', ['Bb1', 'F2', 'C4']],
      ['soprano-recorder', ['C4', 'D6']],
    ] as const)
      for (const written of notes) {
        const [note] = hear({ instrument: id, written, lengthS: 1 }).notes
        expect(note?.written, `${id} ${written}`).toBe(written)
        expect(Math.abs(note!.cents)).toBeLessThan(3)
      }
  })
})

describe('a long tone', () => {
  it('is measured for length, mean and drift as it was made', () => {
    const tone = longTone(hear({ lengthS: 8, detuneCents: 20, driftCents: -30 }))!
    expect(tone.written).toBe('E4')
    expect(tone.lengthS).toBeCloseTo(8, 1)
    expect(tone.cents).toBeCloseTo(20, 0)
    expect(Math.abs(tone.driftCents + 30)).toBeLessThan(2)
    expect(tone.steadinessCents).toBeLessThan(1)
  })
  it.each([
    ['swell', -20],
    ['swell', 15],
    ['dip', -24],
  ] as const)('tells how pitch follows loudness (%s, %i cents)', (dynamics, sagCents) => {
    const tone = longTone(hear({ lengthS: 10, dynamics, sagCents, rangeDb: 16 }))!
    expect(Math.abs(tone.sagCents - sagCents)).toBeLessThan(2.5)
    expect(Math.abs(tone.driftCents)).toBeLessThan(3)
    expect(Math.abs(tone.rangeDb - 16)).toBeLessThan(2)
  })
  it.each([
    [20, 5],
    [12, 6.5],
    [30, 3.2],
  ])('finds a wobble of %f cents at %f Hz', (depthCents, rateHz) => {
    const { wobble } = longTone(hear({ wobble: { depthCents, rateHz } }))!
    expect(Math.abs(wobble.rateHz! - rateHz)).toBeLessThan(0.3)
    expect(Math.abs(wobble.depthCents! - depthCents)).toBeLessThan(depthCents * 0.15)
  })
  it('gives the made unsteadiness back', () => {
    const { steadinessCents } = longTone(hear({ unsteadyCents: 12, lengthS: 20 }))!
    expect(Math.abs(steadinessCents - 12)).toBeLessThan(2)
  })
  it('hears more breath as fewer harmonics over noise', () => {
    // Exact for white noise at −30 dB of the peak against a tone whose power is known: fewer dB for more breath.
    const clean = longTone(hear({ breathDb: -60 }))!.hnrDb
    const airy = longTone(hear({ breathDb: -24 }))!.hnrDb
    expect(clean - airy).toBeGreaterThan(15)
    const tone = sines(400, 2, RATE, [0.4])
    const random = seeded(3)
    const sigma = Math.sqrt(0.08 / 10 ** 1.5) // 15 dB under the sine's power of 0.4²/2
    const hnr = longTone(
      analyse(
        tone.map((s) => s + sigma * random.normal()),
        RATE,
      ).report,
    )!.hnrDb
    // Of the whole band, as it was made.
    expect(Math.abs(hnr - 15)).toBeLessThan(0.5)
  })
  it('is not broken by one squeak, and the squeak is reported with its partial', () => {
    const report = hear({ squeak: { atS: 3, lengthS: 0.18, partial: 5 } })
    expect(longTone(report)!.lengthS).toBeCloseTo(6, 1)
    expect(report.squeaks).toHaveLength(1)
    expect(report.squeaks[0]!.partial).toBe(5)
    expect(Math.abs(report.squeaks[0]!.startS - 3.3)).toBeLessThan(0.06)
  })
})

describe('nothing to hear', () => {
  it.each([
    ['silence', () => new Float32Array(RATE * 2)],
    ['an empty signal', () => new Float32Array(0)],
    [
      'white noise',
      () => ((r) => Float32Array.from({ length: RATE * 2 }, () => 0.2 * r.normal()))(seeded(9)),
    ],
    ['a click', () => Float32Array.from({ length: RATE }, (_, i) => (i === 20000 ? 0.9 : 0))],
    ['a constant', () => new Float32Array(RATE).fill(0.3)],
    [
      'only air from the simulated player',
      () =>
        perform(
          {
            instrument: 'flute',
            written: 'B4',
            lengthS: 3,
            ...PRESETS.find((x) => x.id === 'no-note')!.performance,
          },
          RATE,
        ),
    ],
  ])('reports no note for %s', (_, make) => {
    const { report } = analyse(make(), RATE)
    expect(report.notes).toEqual([])
    expect(longTone(report)).toBeUndefined()
    expect(report.tongue).toEqual({ rateHz: null, jitterMs: null })
  })
})

describe('strokes and changes', () => {
  it.each([2, 4, 6])('counts %i strokes a second', (rateHz) => {
    const report = hear({ instrument: 'flute', written: 'A4', lengthS: 4, strokes: { rateHz, jitterMs: 0 } })
    expect(report.notes).toHaveLength(rateHz * 4)
    expect(report.tongue.rateHz!).toBeCloseTo(rateHz, 1)
    expect(report.tongue.jitterMs!).toBeLessThan(12)
  })
  it('hears uneven strokes as uneven', () => {
    const jitter = (jitterMs: number) =>
      hear({ lengthS: 6, strokes: { rateHz: 3, jitterMs } }).tongue.jitterMs!
    expect(jitter(40)).toBeGreaterThan(jitter(0) + 20)
  })
  it('tells a tongued start from one with air', () => {
    expect(hear({ start: 'tongue' }).onsets[0]!.kind).toBe('tongued')
    expect(hear({ start: 'air' }).onsets[0]!.kind).toBe('air')
  })
  it('parts a slur into its two notes', () => {
    let phase = 0
    const slur = Float32Array.from({ length: RATE * 2 }, (_, i) => {
      phase += (2 * Math.PI * hzOfMidi(parseNote(i < RATE ? 'G4' : 'A4').midi)) / RATE
      return 0.3 * Math.sin(phase)
    })
    const { report } = analyse(slur, RATE)
    expect(report.notes.map((n) => n.written)).toEqual(['G4', 'A4'])
    expect(report.onsets[1]!.kind).toBe('slurred')
    expect(Math.abs(report.onsets[1]!.timeS - 1)).toBeLessThan(0.05)
  })
})

describe('live', () => {
  it('hears in blocks what it hears in one piece', () => {
    const samples = perform({ instrument: 'clarinet', written: 'C5', lengthS: 1.5, unsteadyCents: 5 }, RATE)
    const tracker = new LiveTracker(RATE)
    const frames = []
    for (let at = 0; at < samples.length; at += 128)
      frames.push(...tracker.push(samples.subarray(at, at + 128)))
    const whole = trackPitch(samples, RATE)
    for (let s = 0.6; s < 1.6; s += 0.1) {
      const live = frames.find((f) => f.timeS >= s)!
      const at = whole.timeS.findIndex((t) => t >= s)
      expect(Math.abs(centsBetween(whole.hz[at]!, live.hz))).toBeLessThan(3)
    }
    expect(frames[10]!.newestS - frames[10]!.timeS).toBeLessThan(0.035)
  })
})
