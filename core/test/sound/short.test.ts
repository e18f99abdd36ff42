import { describe, expect, it } from 'vitest'
import { hzOfMidi } from '@halitus/core/pitch'
import { playPhrase, type Phrase } from '@halitus/core/player'
import { analyse } from '@halitus/core/sound'

/** Short sounds at a low rate, whose truth the simulated player tells: quick enough to be heard again for every mistake. */
const RATE = 16000
const hear = (notes: Phrase['notes'], manner: Phrase['manner'] = {}, askedHz?: number) => {
  const { samples, truth } = playPhrase(
    { instrument: 'oboe', notes, seed: 4, leadS: 0.3, tailS: 0.3, manner: { breathDb: -45, ...manner } },
    RATE,
  )
  return { ...analyse(samples, RATE, askedHz ? { askedHz } : {}), truth }
}
const cents = (hz: number, midi: number) => 1200 * Math.log2(hz / hzOfMidi(midi))

describe('a short phrase', () => {
  // Heard when the first test runs, not while the file is loaded.
  let heard: ReturnType<typeof hear> | undefined
  const phrase = () =>
    (heard ??= hear([
      { written: 'G4', lengthS: 0.4 },
      { written: 'A4', lengthS: 0.4, begins: 'slur' },
      { written: 'B4', lengthS: 0.4, begins: 'stroke', stroke: { depthDb: 9, lengthMs: 45 } },
      { written: 'G4', lengthS: 0.4, begins: 'slur', between: { written: 'A4', lengthMs: 70 } },
    ]))
  it('has its notes where they were played', () => {
    const { report, truth } = phrase()
    expect(report.notes.map((n) => n.written)).toEqual(['G4', 'A4', 'B4', 'G4'])
    report.notes.forEach((n, i) => {
      const was = truth.notes[i]!
      // The last one begins after what came between.
      if (i < 3) expect(Math.abs(n.startS - was.startS), `start ${i}`).toBeLessThan(0.012)
      expect(Math.abs(n.endS - was.endS), `end ${i}`).toBeLessThan(i === 2 ? 0.04 : 0.02)
      expect(Math.abs(cents(n.hz, was.midi)), `pitch ${i}`).toBeLessThan(0.6)
    })
  })
  it('has the note between', () => {
    const { report } = phrase()
    expect(report.between.map((b) => b.written)).toEqual(['A4'])
    expect(Math.abs(report.between[0]!.lengthMs - 70)).toBeLessThan(12)
  })
  it('has its strokes, their depth and length', () => {
    const { report, strokes, truth } = phrase()
    expect(report.onsets.map((o) => o.kind)).toEqual(['tongued', 'slurred', 'tongued', 'slurred'])
    expect(strokes).toHaveLength(2)
    strokes.forEach((s, i) => expect(Math.abs(s.timeS - truth.strokes[i]!.timeS)).toBeLessThan(0.008))
    expect(strokes[0]!.depthDb).toBeNull()
    expect(Math.abs(strokes[1]!.depthDb! - 9)).toBeLessThan(2.5)
    // From half-way down to half-way up: a half to the whole of what the tongue took.
    expect(strokes[1]!.widthMs!).toBeGreaterThan(20)
    expect(strokes[1]!.widthMs!).toBeLessThan(45)
  })
  it('has no accident', () => {
    const { report } = phrase()
    expect([report.squeaks, report.cracks, report.gurgles, report.dropouts, report.slips]).toEqual([
      [],
      [],
      [],
      [],
      [],
    ])
    expect(report.doubts).toEqual([])
  })
})

describe('accidents in a short tone', () => {
  it.each([
    ['squeak', 'squeaks', 0.08],
    ['gurgle', 'gurgles', 0.2],
  ] as const)('a %s is told with its time', (kind, list, lengthS) => {
    const { report, truth } = hear([
      {
        written: 'G4',
        lengthS: 1.2,
        happens: [{ kind, atS: 0.6, lengthS, ...(kind === 'squeak' && { ratio: 4 }) }],
      },
    ])
    expect(report.notes).toHaveLength(1)
    const found = report[list]
    expect(found).toHaveLength(1)
    const was = truth.happened[0]!
    expect(Math.abs(found[0]!.startS - was.startS)).toBeLessThan(0.03)
    expect(Math.abs(found[0]!.endS - was.startS - lengthS)).toBeLessThan(0.04)
    if (kind === 'squeak') expect(report.squeaks[0]!.partial).toBe(4)
    for (const other of ['squeaks', 'gurgles', 'cracks', 'dropouts'] as const)
      if (other !== list) expect(report[other], other).toEqual([])
  })
  it('an octave that comes by itself is a slip only of the note that was asked for', () => {
    const notes: Phrase['notes'] = [
      { written: 'G4', lengthS: 1.2, happens: [{ kind: 'slip', atS: 0.6, lengthS: 0.6, ratio: 2 }] },
    ]
    const { report } = hear(notes, {}, hzOfMidi(67))
    expect(report.slips).toHaveLength(1)
    expect(Math.abs(report.slips[0]!.startS - 0.92)).toBeLessThan(0.03)
    expect(Math.abs(cents(report.slips[0]!.fromHz, 67))).toBeLessThan(2)
    expect(Math.abs(cents(report.slips[0]!.toHz, 79))).toBeLessThan(2)
    expect(hear(notes).report.slips).toEqual([])
    expect(hear(notes, {}, hzOfMidi(79)).report.slips).toEqual([])
  })
})

describe('the numbers of a short tone', () => {
  it('follow what was made', () => {
    const { report } = hear([{ written: 'A4', lengthS: 1.6 }], {
      wobble: { depthCents: 18, rateHz: 5.5 },
      detuneCents: -12,
    })
    const [tone] = report.notes
    expect(Math.abs(tone!.cents - -12)).toBeLessThan(1)
    expect(Math.abs(tone!.wobble.depthCents! - 18)).toBeLessThan(1)
    expect(Math.abs(tone!.wobble.rateHz! - 5.5)).toBeLessThan(0.25)
    expect(tone!.swing).toBe('vibrato')
    expect(tone!.start).toMatchObject({ kind: 'tongued', quality: 'clean' })
  })
  it('noise is what was put in', () => {
    const { report, truth } = hear([{ written: 'A4', lengthS: 1 }], { breathDb: -22 })
    expect(Math.abs(report.notes[0]!.hnrDb - truth.hnrDb)).toBeLessThan(1.2)
  })
  it('air before the tone and a slow rise are told', () => {
    const [slow] = hear([{ written: 'A4', lengthS: 1, begins: 'breath' }]).report.notes
    expect(slow!.start.kind).toBe('air')
    expect(slow!.start.riseMs).toBeGreaterThan(60)
  })
  it('its end: how fast it falls', () => {
    const end = (end: 'released' | 'cut' | 'tapered') =>
      hear([{ written: 'A4', lengthS: 1, end }]).report.notes[0]!.end
    expect(end('cut').fallMs).toBeLessThanOrEqual(15)
    expect(end('released')).toMatchObject({ quality: 'stopped', fallMs: 30 })
    expect(end('tapered').quality).toBe('tapered')
    expect(Math.abs(end('tapered').offsetCents)).toBeLessThan(0.5)
  })
  it('strokes a second and their unevenness', () => {
    const gaps = [0.2, 0.22, 0.18, 0.2, 0.22, 0.18, 0.2]
    const { report, truth } = hear(
      gaps.map((lengthS, k) => ({
        written: 'A4',
        lengthS,
        ...(k && { begins: 'stroke' as const, stroke: { depthDb: 10, lengthMs: 40 } }),
      })),
    )
    const made = truth.strokes.slice(1).map((s, i) => s.timeS - truth.strokes[i]!.timeS)
    const mean = made.reduce((a, b) => a + b, 0) / made.length
    expect(Math.abs(report.tongue.rateHz! * mean - 1)).toBeLessThan(0.01)
    const spread = 1000 * Math.sqrt(made.reduce((s, g) => s + (g - mean) ** 2, 0) / made.length)
    expect(Math.abs(report.tongue.jitterMs! - spread)).toBeLessThan(2)
  })
})
