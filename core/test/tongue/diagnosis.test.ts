import { describe, expect, it } from 'vitest'
import { allInstruments, instrument } from '@halitus/core/instruments'
import {
  factsOfTake,
  measuredAnswers,
  meterOf,
  passes,
  tongueVerdict,
  type Heard,
} from '@halitus/core/tongue'
import type { NoteReport } from '@halitus/core/sound'

const clarinet = instrument('clarinet').tongue!
const says = (facts: Parameters<typeof measuredAnswers>[0]) =>
  measuredAnswers(facts)
    .filter((a) => a.outcome !== 'no')
    .map((a) => a.words)

describe('numbers of a take', () => {
  it.each([
    [{ depthDb: 9.9 }, []],
    [{ depthDb: 10 }, ['Measured: strokes 10 dB deep']],
    [{ gapMs: 44 }, []],
    [{ gapMs: 45 }, ['Measured: gaps of 45 ms']],
    [{ dipCents: 14 }, []],
    [{ dipCents: 15 }, ['Measured: pitch dips by 15 cents']],
    [{ airy: 0.29 }, []],
    [{ airy: 0.3 }, ['Measured: air before 30 % of the notes']],
    [{ late: 0.3 }, ['Measured: pitch late in 30 % of the notes']],
    [{ byAir: 0.3 }, ['Measured: 30 % of the notes began with air']],
    [{ soundsShare: 0.55 }, []],
    [{ soundsShare: 0.54 }, ['Measured: tones sound for 54 % of their time']],
    [{ unevenPercent: 8.4 }, []],
    [{ unevenPercent: 9 }, ['Measured: gaps spread by 9 %; 8 is the limit']],
    [{ rateHz: 5 }, ['Measured: 5.0 strokes a second']],
    [{ rateHz: 4, askedHz: 4.3 }, []],
    [{ rateHz: 3.9, askedHz: 4.3 }, ['Measured: 3.9 of 4.3 strokes a second']],
    [{ moreAirDb: 4.9 }, []],
    [{ moreAirDb: 5 }, ['Measured: 5 dB more air than slurred']],
    [{ higherCents: 12 }, ['Measured: 12 cents higher than slurred']],
    [{ cracked: 0.3 }, ['Measured: 30 % of the notes cracked']],
    [{}, []],
  ])('%j says %j', (facts, said) => expect(says(facts)).toEqual(said))
  it('also say what is all right', () =>
    expect(measuredAnswers({ unevenPercent: 3, dipCents: 0 }).map((a) => [a.outcome, a.words])).toEqual([
      ['no', 'Measured: no dip of the pitch'],
      ['no', 'Measured: even'],
    ]))
})

describe('what it most likely is', () => {
  const first = (facts: Parameters<typeof measuredAnswers>[0], told: string[] = []) =>
    tongueVerdict(
      clarinet,
      told.map((q) => ({ question: q, outcome: q })),
      facts,
    ).beliefs[0]!
  const fine = {
    depthDb: 6,
    gapMs: 30,
    dipCents: 0,
    unevenPercent: 4,
    rateHz: 3,
    askedHz: 3,
    airy: 0,
    late: 0,
    cracked: 0,
    byAir: 0,
    soundsShare: 0.95,
  }
  it.each([
    ['heavy', { depthDb: 14, gapMs: 80 }, []],
    ['moves', { dipCents: 30, late: 0.4 }, []],
    ['back', { dipCents: 30, cracked: 0.5 }, []],
    ['late-air', { airy: 0.8 }, []],
    ['uneven', { unevenPercent: 15, rateHz: 3 }, []],
    ['too-fast', { unevenPercent: 15, rateHz: 7, askedHz: 7 }, []],
    ['stops-air', { byAir: 0.9, gapMs: 150 }, []],
    ['tongue-sounds', { soundsShare: 0.3, gapMs: 150 }, []],
    ['afraid', { moreAirDb: 8 }, []],
    ['slow', { rateHz: 2.4, askedHz: 3.3, gapMs: 70, depthDb: 11 }, ['muffled']],
    ['throat', { higherCents: 20 }, ['neck']],
  ] as const)('%s from %j and %j', (cause, facts, told) =>
    expect(first({ ...fine, ...facts }, [...told]).cause).toBe(cause),
  )
  it('is told by the eye alone, too', () => {
    const seen = tongueVerdict(clarinet, [{ question: 'chin', outcome: 'chin' }], {}).beliefs
    expect(seen[0]!.cause).toBe('moves')
    expect(seen[0]!.for.map((w) => w.words)).toEqual(['Chin or lips move'])
  })
  it('has a drill for each, and a caution where the risk is', () => {
    for (const inst of allInstruments())
      for (const c of inst.tongue?.model.causes ?? []) expect(c.remedy.length, c.id).toBeGreaterThan(20)
    expect(first({ higherCents: 30 }, ['neck']).caution).toContain('Sore throat')
    expect(first({ ...fine, dipCents: 40, late: 0.5 }, ['chin']).caution).toContain('dentist or doctor')
  })
  it('asks what would tell most', () =>
    expect(tongueVerdict(clarinet, [{ question: 'consonant', outcome: 'consonant' }], {}).next?.ask).toMatch(
      /\?$/,
    ))
  it('refuses an answer that there isn’t', () =>
    expect(() => tongueVerdict(clarinet, [{ question: 'x', outcome: 'x' }], {})).toThrow(
      'There is no question “x”',
    ))
  it('is for all who tongue, and not for chanters', () => {
    for (const inst of allInstruments()) expect(inst.tongue === null).toBe(inst.family === 'chanter')
  })
  it('names a place of the tongue for each way of its school', () => {
    for (const inst of allInstruments()) {
      const school = inst.schools.find((s) => s.id === inst.tongue?.school)
      if (inst.tongue?.school)
        expect(school!.choices.map((c) => c.id)).toEqual(Object.keys(inst.tongue.place))
    }
  })
})

const note = (startS: number, endS: number, more: object = {}) =>
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
const take = (
  count: number,
  more: object = {},
  depthDb: number | null = 7,
  widthMs: number | null = 30,
): Heard => ({
  notes: Array.from({ length: count }, (_, i) => note(0.5 * i, 0.5 * i + 0.48, more)),
  strokes: Array.from({ length: count }, (_, i) => ({
    timeS: 0.5 * i,
    depthDb: i ? depthDb : null,
    widthMs: i ? widthMs : null,
    dipCents: 0,
  })),
  timeS: [],
  db: [],
  hz: [],
})

describe('a step on the way', () => {
  const way = (id: string) => clarinet.ways.find((w) => w.id === id)!
  const judged = (id: string, heard: Heard, slurred?: { cents: number; hnrDb: number; brightness: null }) =>
    passes(way(id), heard, meterOf(heard), slurred)
  it('is passed by enough clean strokes, the sound going on', () =>
    expect(judged('one', take(4))).toEqual({ passed: true, words: '4 strokes, clean.' }))
  it.each([
    [take(0), 'No tone was heard.'],
    [take(3), '3 of 4 strokes were heard.'],
    [take(4, { start: { kind: 'tongued', quality: 'airy' } }), '4 of 4 strokes didn’t begin cleanly.'],
    [take(4, {}, 8, 91), 'The sound stops for 91 ms each time; it should go on.'],
  ])('isn’t otherwise (%#)', (heard, words) => expect(judged('one', heard)).toEqual({ passed: false, words }))
  it('bears a gap of ninety milliseconds and one stroke in four', () => {
    expect(judged('one', take(4, {}, 8, 90)).passed).toBe(true)
    const one = take(4)
    one.notes[1]!.start.quality = 'airy'
    expect(judged('one', one).passed).toBe(true)
  })
  it('wants the slurred tone', () => {
    expect(judged('one', take(4), { cents: 0, hnrDb: 30, brightness: null }).words).toBe(
      'Another tone: 10 dB more air in it than slurred.',
    )
    expect(judged('one', take(4), { cents: 0, hnrDb: 21, brightness: null }).words).toContain(
      'the same tone as slurred',
    )
  })
  it('begun with air is stopped with the tongue', () => {
    const air = { start: { kind: 'air', quality: 'clean' } }
    expect(judged('air-first', take(3, air)).passed).toBe(true)
    expect(judged('air-first', take(2, air)).words).toBe('2 of 3 tones began with air alone.')
    expect(judged('air-first', take(3, { ...air, end: { quality: 'tapered' } })).words).toBe(
      '0 of 3 tones were stopped; the others faded.',
    )
  })
})

describe('a clean, even player', () => {
  const clarinet = instrument('clarinet').tongue!
  const FINE = {
    rateHz: 3,
    unevenPercent: 4,
    airy: 0,
    late: 0,
    cracked: 0,
    soundsShare: 0.9,
    dipCents: 2,
    gapMs: 30,
  }
  it('is told that nothing is wrong', () => {
    const { fine } = tongueVerdict(clarinet, [], FINE)
    expect(fine).toBe(
      'Nothing is wrong with these strokes: 3.0 strokes a second, all as it should be. Go on, a little faster or on another note.',
    )
    // Quick strokes are no fault.
    expect(tongueVerdict(clarinet, [], { ...FINE, rateHz: 6 }).fine).toContain('6.0 strokes')
  })
  it.each([{ unevenPercent: 12 }, { airy: 0.4 }, { dipCents: 30 }, { gapMs: 60 }])(
    'but not with %j',
    (more) => expect(tongueVerdict(clarinet, [], { ...FINE, ...more }).fine).toBeUndefined(),
  )
  it('nor when something was seen, or hardly anything measured', () => {
    const seen = [{ question: clarinet.seen[0]!, outcome: clarinet.seen[0]! }]
    expect(tongueVerdict(clarinet, seen, FINE).fine).toBeUndefined()
    expect(tongueVerdict(clarinet, [], {}).fine).toBeUndefined()
    expect(tongueVerdict(clarinet, [], { rateHz: 3, dipCents: 2, airy: 0 }).fine).toBeUndefined()
  })
})

describe('the facts of a take', () => {
  it('are the meter’s, with shares of starts', () => {
    const heard = take(5, { start: { kind: 'air', quality: 'airy' } })
    const facts = factsOfTake(
      meterOf(heard),
      heard.notes,
      { cents: 4, hnrDb: 15, brightness: null },
      {
        askedHz: 2,
        slurred: { cents: 0, hnrDb: 20, brightness: null },
      },
    )
    expect(facts).toMatchObject({
      depthDb: 7,
      gapMs: 30,
      airy: 1,
      byAir: 1,
      cracked: 0,
      askedHz: 2,
      moreAirDb: 5,
      higherCents: 4,
    })
    expect(facts.rateHz).toBeCloseTo(2, 9)
    expect(factsOfTake(meterOf(take(2)), take(2).notes, undefined, {}).byAir).toBeUndefined()
  })
})
