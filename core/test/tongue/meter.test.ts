import { describe, expect, it } from 'vitest'
import { instrument } from '@halitus/core/instruments'
import { playPhrase, seeded, type PhraseNote } from '@halitus/core/player'
import { analyse, type HeardStroke, type NoteReport } from '@halitus/core/sound'
import {
  isEven,
  meterOf,
  phaseOf,
  togetherness,
  toneDiffers,
  toneOf,
  usuallyTogether,
  type Heard,
} from '@halitus/core/tongue'

const RATE = 44100
/** Strokes at given times with nothing else known of them. */
const at = (times: readonly number[], more: Partial<HeardStroke> = {}): Heard => ({
  notes: [],
  strokes: times.map((timeS) => ({ timeS, depthDb: 8, widthMs: 30, dipCents: 0, ...more })),
  timeS: [],
  db: [],
  hz: [],
})
const note = (startS: number, endS: number, more: Partial<NoteReport> = {}) =>
  ({
    startS,
    endS,
    written: 'E4',
    cents: 0,
    hnrDb: 20,
    brightness: 2,
    start: { kind: 'tongued', quality: 'clean' },
    end: { quality: 'stopped' },
    ...more,
  }) as NoteReport
const every = (step: number, n: number) => Array.from({ length: n }, (_, i) => i * step)

describe('the meter', () => {
  it('counts strokes a second and the spread of their gaps (exact arithmetic)', () => {
    const m = meterOf(at(every(0.25, 9)))
    expect(m.rateHz).toBeCloseTo(4, 9)
    expect(m.unevenMs).toBeCloseTo(0, 6)
    // Gaps of 0.2 and 0.3 s in turns: mean 0.25, root mean square spread 0.05.
    const turns = meterOf(at([0, 0.2, 0.5, 0.7, 1, 1.2, 1.5]))
    expect(turns.rateHz).toBeCloseTo(4, 9)
    expect(turns.unevenMs).toBeCloseTo(50, 6)
    expect(turns.unevenPercent).toBeCloseTo(20, 6)
  })
  it('needs three gaps, and leaves pauses between groups out', () => {
    expect(meterOf(at(every(0.25, 3))).rateHz).toBeNull()
    expect(meterOf(at(every(0.25, 4))).rateHz).toBeCloseTo(4, 9)
    expect(meterOf(at([0, 0.25, 0.5, 0.75, 2, 2.25, 2.5])).rateHz).toBeCloseTo(4, 9)
    // A gap just under one and a half times the usual one still counts.
    expect(meterOf(at([0, 0.2, 0.4, 0.6, 0.89])).unevenMs).toBeGreaterThan(10)
    expect(meterOf(at([0, 0.2, 0.4, 0.6, 0.91])).unevenMs).toBeCloseTo(0, 6)
  })
  it('says how far each stroke lies from the pulse that fits best', () => {
    const m = meterOf(at([0.1, 0.6, 1.14, 1.6]), 0.5)
    expect(m.strokes[2]!.offMs!).toBeGreaterThan(25)
    expect(m.strokes[0]!.offMs!).toBeLessThan(0)
    expect(phaseOf([0.1, 0.6, 1.1], 0.5)).toBeCloseTo(0.1, 9)
    expect(phaseOf([0.49, 0.99], 0.5)).toBeCloseTo(0.49, 9)
    expect(meterOf(at([0, 0.5, 1])).strokes[0]!.offMs).toBeNull()
  })
  it.each([
    [14.9, 'legato'],
    [15, 'separated'],
  ])('takes strokes of %f dB for %s', (depthDb, manner) =>
    expect(
      meterOf({ ...at(every(0.5, 5), { depthDb }), notes: every(0.5, 5).map((t) => note(t, t + 0.45)) })
        .manner,
    ).toBe(manner),
  )
  it.each([
    [0.29, 'stopped'],
    [0.31, 'separated'],
  ])('a tone of %f s in half a second is %s', (s, manner) =>
    expect(
      meterOf({
        ...at(every(0.5, 5), { depthDb: null, widthMs: null }),
        notes: every(0.5, 5).map((t) => note(t, t + s)),
      }).manner,
    ).toBe(manner),
  )
  it('hears every second, third or fourth stroke louder, and none where all are alike', () => {
    const loud = (n: number, db: number) => {
      const times = every(0.25, 13)
      const timeS = every(0.01, 330)
      const dbs = timeS.map((t) => (Math.floor((t + 1e-6) / 0.25) % n === 0 ? -10 + db : -10))
      return meterOf({ ...at(times), timeS, db: dbs }).accentEvery
    }
    expect([2, 3, 4].map((n) => loud(n, 4))).toEqual([2, 3, 4])
    expect(loud(2, 2.4)).toBeNull()
    expect(loud(2, 2.6)).toBe(2)
    expect(loud(5, 6)).toBeNull()
  })
  it('tells when strokes tire: slower by more than six of a hundred, or less even', () => {
    const slowing = (last: number) => {
      const gaps = [...Array<number>(18).fill(0.2), ...Array<number>(14).fill(0.2 * last)]
      return gaps.reduce<number[]>((t, g) => [...t, t.at(-1)! + g], [0])
    }
    expect(meterOf(at(slowing(1.05))).tiresAtS).toBeNull()
    expect(meterOf(at(slowing(1.08))).tiresAtS).toBeGreaterThan(2)
    expect(meterOf(at(every(0.2, 23)))).toMatchObject({ tiresAtS: null, firstHz: null, lastHz: null })
    const tired = meterOf(at(slowing(1.1)))
    expect(tired.firstHz).toBeCloseTo(5, 6)
    expect(tired.lastHz).toBeCloseTo(5 / 1.1, 6)
  })
  it.each([
    // Unevenness of the first quarter and of the third, shares of a gap of a quarter of a second; exact in binary.
    [0.0625, 0.125, null],
    [0.0625, 0.140625, 4],
    [0.015625, 0.078125, null],
    [0.015625, 0.09375, 4],
    [0.09375, 0.0625, null],
  ])(
    'tells when strokes come twice as uneven and over eight of a hundred: %f, then %f',
    (first, third, s) => {
      const swing = (share: number) => [0, 1, 2, 3].flatMap(() => [0.25 * (1 + share), 0.25 * (1 - share)])
      const gaps = [...swing(first), ...swing(first), ...swing(third), ...swing(first)]
      const times = gaps.reduce<number[]>((t, g) => [...t, t.at(-1)! + g], [0])
      expect(meterOf(at(times)).tiresAtS).toBe(s)
    },
  )
  it('says for how much of its way each tone sounds; not before a pause, nor of the last', () => {
    const times = [0, 0.5, 1, 1.5, 3, 3.5]
    const m = meterOf({ ...at(times), notes: times.map((t) => note(t, t + 0.375)) })
    expect(m.strokes.map((s) => s.soundsShare)).toEqual([0.75, 0.75, 0.75, null, 0.75, null])
  })
  it.each([
    ['before', -16, -10],
    ['after', -10, -16],
  ])('measures a wide dent from its lower shoulder, here the one %s', (_, before, after) => {
    const timeS = every(0.005, 700)
    const db = timeS.map((t) => {
      const from = ((t + 0.25) % 0.5) - 0.25
      return Math.abs(from) < 0.03 ? -22 : from < 0 ? before : after
    })
    const m = meterOf({ ...at(every(0.5, 6), { widthMs: 0, depthDb: 3 }), timeS, db })
    expect(m.depthDb).toBe(6)
  })
  it('takes separated strokes in a silent recording for no dents at all', () => {
    // Digital silence between: how far that is below the tone says nothing of the tongue.
    const timeS = every(0.005, 700)
    const db = timeS.map((t) => ((t + 0.25) % 0.5 < 0.2 ? -120 : -15))
    const m = meterOf({ ...at(every(0.5, 6), { depthDb: 105 }), timeS, db })
    expect(m.depthDb).toBeNull()
    expect(Math.max(...m.strokes.map((s) => s.depthDb ?? 0))).toBe(57)
    const noisy = db.map((x) => Math.max(x, -40))
    expect(meterOf({ ...at(every(0.5, 6), { depthDb: 105 }), timeS, db: noisy }).strokes[2]!.depthDb).toBe(25)
    // Just below the depth at which a sound has stopped it is a dent, and counts.
    expect(meterOf({ ...at(every(0.5, 6), { depthDb: 14.9 }), timeS, db }).depthDb).toBe(14.9)
    expect(meterOf({ ...at(every(0.5, 6), { depthDb: 15 }), timeS, db }).depthDb).toBeNull()
  })
  it('measures a wide dent that the ear took for an accent, by its level (exact shape)', () => {
    // Strokes every half second; each falls by 12 dB in a triangle of 120 ms, so that it is 60 ms wide half-way.
    const timeS = every(0.005, 700)
    const db = timeS.map((t) => {
      const from = Math.abs(((t + 0.25) % 0.5) - 0.25)
      return -10 - 12 * Math.max(0, 1 - from / 0.06)
    })
    const m = meterOf({ ...at(every(0.5, 6), { widthMs: 0, depthDb: 3 }), timeS, db })
    expect(m.depthDb).toBeCloseTo(12, 0)
    expect(Math.abs(m.gapMs! - 60)).toBeLessThan(11)
    expect(meterOf(at(every(0.5, 6), { widthMs: 0, depthDb: 3 })).depthDb).toBe(3)
  })
  it('is even up to eight of a hundred', () => {
    expect([7.4, 8.4, 8.5, 9].map(isEven)).toEqual([true, true, false, false])
    expect(isEven(null)).toBe(false)
  })
  it('hears rate and evenness of simulated strings within 2 % and 3 ms', () => {
    const random = seeded(31)
    for (const [id, rate, style] of [
      ['flute', 3, 'stroke'],
      ['bassoon', 5, 'tongue'],
      ['clarinet', 7, 'stroke'],
    ] as const) {
      const inst = instrument(id)
      const starts = every(1 / rate, 14).map((t, i) => (i ? t + 0.01 * random.normal() : 0))
      const notes = starts.map((t, k): PhraseNote => {
        const lengthS = (starts[k + 1] ?? 14 / rate) - t
        return {
          written: inst.teaching.firstNotes[0]!,
          lengthS,
          begins: k ? style : 'tongue',
          gapS: style === 'tongue' ? 0.05 : 0,
          ...(style === 'stroke' && k && { stroke: { depthDb: 7, lengthMs: 40 } }),
        }
      })
      const { samples, truth } = playPhrase({ instrument: id, notes, manner: { breathDb: -42 } }, RATE)
      const { report, strokes, track } = analyse(samples, RATE, { transposition: inst.transposition })
      const m = meterOf({ notes: report.notes, strokes, timeS: track.timeS, db: track.db, hz: track.hz })
      const gaps = truth.strokes.slice(1).map((s, i) => s.timeS - truth.strokes[i]!.timeS)
      const mean = gaps.reduce((a, b) => a + b) / gaps.length
      const spread = Math.sqrt(gaps.reduce((a, g) => a + (g - mean) ** 2, 0) / gaps.length)
      expect(Math.abs(m.rateHz! * mean - 1), id).toBeLessThan(0.02)
      expect(Math.abs(m.unevenMs! - 1000 * spread), id).toBeLessThan(3)
    }
  })
})

describe('quick tongued notes', () => {
  it.each(['flute', 'alto-recorder', 'oboe'] as const)('of the %s aren’t taken for talk', (id) => {
    // Sixteenths at 78, each a rise and a fall with little between: what talk looks like, but for the pitch.
    const notes = [12, 3, 3, 3, 3, 12].map((ticks): PhraseNote => {
      const lengthS = (ticks * 5) / 78
      return { written: 'E5', lengthS, begins: 'tongue', gapS: Math.min(0.05, lengthS / 4) }
    })
    const { samples } = playPhrase(
      { instrument: id, notes, manner: { unsteadyCents: 3, breathDb: -42 } },
      RATE,
    )
    const { report, strokes } = analyse(samples, RATE, { transposition: instrument(id).transposition })
    expect(report.doubts).toEqual([])
    expect(report.notes).toHaveLength(6)
    expect(strokes).toHaveLength(6)
  })
})

describe('the tone of strokes', () => {
  const slurred = { cents: 0, hnrDb: 20, brightness: 2 }
  it.each([
    [{ cents: 12.4 }, []],
    [{ cents: 12.5 }, ['13 cents higher than slurred']],
    [{ cents: -13 }, ['13 cents lower than slurred']],
    [{ hnrDb: 15 }, []],
    [{ hnrDb: 14 }, ['6 dB more air in it than slurred']],
    [{ brightness: 2.29 }, []],
    [{ brightness: 2.31 }, ['harsher than slurred']],
    [{ brightness: 1.69 }, ['duller than slurred']],
    [{ brightness: null }, []],
  ])('%j says %j', (other, said) => expect(toneDiffers(slurred, { ...slurred, ...other })).toEqual(said))
  it('is the middle of its notes', () =>
    expect(
      toneOf([
        note(0, 1, { cents: 3, hnrDb: 10 }),
        note(1, 2, { cents: 5, hnrDb: 12 }),
        note(2, 3, { cents: 20, hnrDb: 30, brightness: null }),
      ]),
    ).toEqual({
      cents: 5,
      hnrDb: 12,
      brightness: 2,
    }))
})

describe('tongue and fingers', () => {
  /** Two pitches, changing at a time, and a stroke at another. */
  const moved = (changeS: number, strokeS: number, depthDb: number | null = 8) => {
    const timeS = every(0.005, 200)
    const hz = timeS.map((t) => (t < changeS ? 440 : 494))
    return togetherness(timeS, hz, [{ timeS: strokeS, depthDb, widthMs: 30, dipCents: 0 }])
  }
  it.each([
    [0.5, 0.5, 'together'],
    [0.522, 0.5, 'together'],
    [0.532, 0.5, 'fingers late'],
    [0.47, 0.5, 'tongue late'],
  ] as const)('fingers at %f, tongue at %f s: %s', (change, stroke, verdict) =>
    expect(moved(change, stroke)[0]).toMatchObject({ verdict }),
  )
  it('says by how much, and how long the wrong note was heard', () => {
    const [one] = moved(0.6, 0.5)
    expect(Math.abs(one!.fingersLateMs - 100)).toBeLessThan(6)
    expect(one!.ghostMs).toBeCloseTo(one!.fingersLateMs, 6)
    expect(moved(0.5, 0.5)[0]!.ghostMs).toBe(0)
    expect(moved(0.4, 0.5)[0]!.ghostMs).toBeGreaterThan(90)
  })
  it('passes over what was slurred', () => {
    expect(moved(0.5, 0.7)).toEqual([])
    expect(moved(0.5, 0.65)).toHaveLength(1)
  })
  it('hears nothing wrong where the fingers move in the silence of a stroke', () => {
    const timeS = every(0.005, 200)
    const hz = timeS.map((t) => (t < 0.45 ? 440 : t < 0.52 ? 0 : 494))
    expect(
      togetherness(timeS, hz, [{ timeS: 0.52, depthDb: null, widthMs: null, dipCents: 0 }])[0],
    ).toMatchObject({
      verdict: 'together',
      fingersLateMs: 0,
    })
  })
  it('tells of a whole passage what is usual', () => {
    const one = (fingersLateMs: number) => ({
      strokeS: 0,
      fingersLateMs,
      verdict: 'together' as const,
      ghostMs: Math.abs(fingersLateMs) > 25 ? 1 : 0,
    })
    expect(usuallyTogether([one(30), one(40), one(50)])).toEqual({
      count: 3,
      lateMs: 40,
      verdict: 'fingers late',
      ghosts: 3,
    })
    expect(usuallyTogether([one(-30), one(25), one(25)])?.verdict).toBe('together')
    expect(usuallyTogether([one(26)])?.verdict).toBe('fingers late')
    expect(usuallyTogether([one(-26)])?.verdict).toBe('tongue late')
  })
  it.each([
    ['clarinet', 70, 1],
    ['oboe', -70, -1],
    ['alto-sax', 40, 1],
  ] as const)('hears fingers of a simulated %s %i ms off', (id, off, sign) => {
    const inst = instrument(id)
    const [a, b] = inst.teaching.firstNotes as [string, string]
    const line = [a, b, a, b, a, b]
    const notes = line.map((written, k): PhraseNote => ({
      written,
      lengthS: 0.45,
      begins: k ? 'stroke' : 'tongue',
      ...(k && { stroke: { depthDb: 8, lengthMs: 40 } }),
      ...(k && off > 0 && { between: { written: line[k - 1]!, lengthMs: off } }),
      ...(off < 0 && line[k + 1] && { ahead: { written: line[k + 1]!, lengthMs: -off } }),
    }))
    const { samples } = playPhrase({ instrument: id, notes, manner: { breathDb: -42 } }, RATE)
    const { strokes, track } = analyse(samples, RATE, { transposition: inst.transposition })
    const all = togetherness(track.timeS, track.hz, strokes)
    expect(all).toHaveLength(5)
    for (const t of all) {
      expect(Math.sign(t.fingersLateMs)).toBe(sign)
      expect(Math.abs(t.fingersLateMs - off)).toBeLessThan(12)
    }
  })
})
