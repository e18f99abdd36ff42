import { describe, expect, it } from 'vitest'
import { allInstruments, instrument } from '@halitus/core/instruments'
import { overtonesOf, partialHeard } from '@halitus/core/pitch'
import { phraseOf, playPhrase } from '@halitus/core/player'
import {
  aimFor,
  checkEntry,
  concernsOf,
  firstMinutesWords,
  hasOvertones,
  hitsOf,
  besideLoudness,
  judgeShape,
  lowMiddleHigh,
  masteredCounts,
  measureShape,
  SHAPE_WORDS,
  SHAPES,
  notedWords,
  overtoneNotes,
  overtonesOn,
  pitchMap,
  rowsOf,
  shapeAt,
  shapeS,
  soundsAs,
  type EntryData,
  type EntryRecord,
} from '@halitus/core/records'
import { analyse, longTone } from '@halitus/core/sound'
import { aTone, entry, GOOD } from './entries.ts'

const clarinet = instrument('clarinet')
const shaped = (more: Partial<EntryData['shaped-tone']> = {}) => ({ ...GOOD['shaped-tone'], ...more })
const curve = (at: (share: number) => number) => Array.from({ length: 60 }, (_, i) => at(i / 59))

describe('a shape of loudness', () => {
  it('is what its name says', () => {
    expect([0, 0.25, 0.5, 0.75, 1].map((x) => shapeAt('swell', x))).toEqual([0, 0.5, 1, 0.5, 0])
    expect([0, 0.5, 1].map((x) => shapeAt('dip', x))).toEqual([1, 0, 1])
    expect([0, 0.19, 0.2, 0.5, 0.6, 0.81, 1].map((x) => shapeAt('steps', x))).toEqual([
      0, 0, 0.5, 1, 0.5, 0, 0,
    ])
    // Terraces begin very loud, step down to very soft, and back (common practice, no source).
    expect([0, 0.19, 0.2, 0.5, 0.6, 0.81, 1].map((x) => shapeAt('terraces', x))).toEqual([
      1, 1, 0.5, 0, 0.5, 1, 1,
    ])
    expect(SHAPES.map((s) => SHAPE_WORDS[s])).toEqual([
      'soft – loud – soft',
      'loud – soft – loud',
      'terraces down and back',
      'soft – half – loud – half – soft',
    ])
    expect(shapeS({ shape: 'swell', counts: 4, perMinute: 60 })).toBe(8)
    expect(shapeS({ shape: 'steps', counts: 3, perMinute: 90 })).toBe(10)
    expect(shapeS({ shape: 'terraces', counts: 3, perMinute: 90 })).toBe(10)
  })
  it('is measured whatever the microphone’s level is (exact lines)', () => {
    const m = measureShape(
      'swell',
      curve((x) => -40 + 14 * shapeAt('swell', x)),
    )
    expect(m.rangeDb).toBeCloseTo(14, 9)
    expect(m.along).toBeCloseTo(1, 9)
    expect(m.turn).toBeCloseTo(0.5, 1)
    expect(
      measureShape(
        'dip',
        curve((x) => -9 * shapeAt('swell', x)),
      ).rangeDb,
    ).toBeCloseTo(9, 9)
    expect(
      measureShape(
        'swell',
        curve((x) => -9 * shapeAt('swell', x)),
      ).along,
    ).toBeCloseTo(-1, 9)
    expect(
      measureShape(
        'swell',
        curve(() => -20),
      ),
    ).toMatchObject({ rangeDb: 0, along: 0 })
    expect(
      measureShape(
        'swell',
        curve((x) => Math.min(x / 0.8, (1 - x) / 0.2)),
      ).turn,
    ).toBeCloseTo(0.8, 1)
  })
  it('turns where it was softest when it begins loud', () => {
    const late = (x: number) => -Math.min(x / 0.8, (1 - x) / 0.2)
    for (const shape of ['dip', 'terraces'] as const)
      expect(measureShape(shape, curve(late)).turn).toBeCloseTo(0.8, 1)
  })
  it('takes loudness’s own pull out of the unsteadiness: independent parts add as squares (exact)', () => {
    // Levels ±3 dB about their mean spread by 3; at 4 cents a dB that is 12 of 13 cents, and 5 are left.
    expect(besideLoudness(13, 4, [-23, -17, -23, -17])).toBeCloseTo(5, 9)
    expect(besideLoudness(13, -4, [-23, -17, -23, -17])).toBeCloseTo(5, 9)
    expect(besideLoudness(11, 4, [-23, -17])).toBe(0)
    expect(besideLoudness(13, null, [-23, -17])).toBe(13)
    expect(besideLoudness(13, 4, [])).toBe(13)
  })
  it('is heard of the simulated player within a decibel', () => {
    const { samples } = playPhrase(
      phraseOf({
        instrument: 'clarinet',
        written: 'E4',
        lengthS: 6,
        dynamics: 'swell',
        rangeDb: 14,
        breathDb: -50,
      }),
      24000,
    )
    const { report, track } = analyse(samples, 24000)
    const tone = longTone(report)!
    const inside = [...track.db].filter(
      (_, i) => track.timeS[i]! > tone.startS && track.timeS[i]! < tone.endS,
    )
    const m = measureShape('swell', inside)
    expect(m.along).toBeGreaterThan(0.97)
    expect(m.rangeDb).toBeGreaterThan(13)
    expect(m.rangeDb).toBeLessThan(15)
  })
})

// Bounds are chosen by Halitus: a case just below, at and above each.
describe('a shaped tone is judged', () => {
  it.each([
    [{}, true, true, 'Filled: 12 dB between soft and loud.'],
    [{ along: 0.8 }, true, true, 'Filled: 12 dB between soft and loud.'],
    [
      { along: 0.79, turn: 0.72 },
      false,
      false,
      'The loudest place came at 72 % of the tone instead of the middle.',
    ],
    [
      { along: 0.79, turn: 0.3, shape: 'dip' as const },
      false,
      false,
      'The softest place came at 30 % of the tone instead of the middle.',
    ],
    [
      { along: 0.79, shape: 'steps' as const, lengthS: 20 },
      false,
      false,
      'The steps run into one another: stay on each for its counts.',
    ],
    [
      { along: 0.79, shape: 'terraces' as const, lengthS: 20 },
      false,
      false,
      'The steps run into one another: stay on each for its counts.',
    ],
    [{ rangeDb: 6 }, true, true, 'Filled: 6 dB between soft and loud.'],
    [{ rangeDb: 5.9 }, false, false, 'Too level: 6 dB between soft and loud; 6 at least.'],
    [{ rangeDb: -8, along: -0.9 }, false, false, 'The other way round: loud where soft was asked.'],
    [{ lengthS: 6.4 }, true, true, 'Filled: 12 dB between soft and loud.'],
    [{ lengthS: 6.3 }, false, false, 'Too short: 6.3 of 8 s.'],
    [{ lengthS: 9.6 }, true, true, 'Filled: 12 dB between soft and loud.'],
    [{ lengthS: 9.7 }, false, false, 'Too long: 9.7 for 8 s.'],
    [{ steadinessCents: 15.4 }, true, true, 'Filled: 12 dB between soft and loud.'],
    [{ steadinessCents: 15.6 }, true, false, 'Filled: 12 dB between soft and loud; it wavers by 16 cents.'],
    [{ wobbleCents: 13 }, true, false, 'Filled: 12 dB between soft and loud; it shakes.'],
    [{ centsPerDb: -1.7 }, true, true, 'Filled: 12 dB between soft and loud.'],
    [{ centsPerDb: -1.8 }, true, false, 'Filled: 12 dB between soft and loud.'],
  ])('%j: filled %s, mastered %s, “%s”', (more, filled, mastered, words) =>
    expect(judgeShape(shaped(more))).toMatchObject({ filled, mastered, words }),
  )
  it.each([
    [
      { centsPerDb: -0.7, centsPerDbOff: 0.2 },
      'It sinks as it grows, 8 cents in all: −0.7 ± 0.2 cents a dB.',
    ],
    [{ centsPerDb: 0.7, centsPerDbOff: 0.2 }, 'It rises as it grows, 8 cents in all: +0.7 ± 0.2 cents a dB.'],
    [{ centsPerDb: -0.3, centsPerDbOff: 0.1 }, 'The pitch holds: −0.3 ± 0.1 cents a dB.'],
    [{ centsPerDb: -0.7, centsPerDbOff: 0.8 }, 'The pitch holds: −0.7 ± 0.8 cents a dB.'],
    [{ centsPerDb: null, centsPerDbOff: null }, 'Pitch against loudness can’t be told from this one.'],
  ])('pitch: %j says “%s”', (more, words) => expect(judgeShape(shaped(more)).pitch).toBe(words))
  it('leads one count further when mastered, note by note and shape by shape', () => {
    const aim = (about: string, ...list: EntryRecord[]) => aimFor(list, clarinet, 'shaped-tone', about)
    expect(aim('E4-swell')).toMatchObject({ value: 3, why: 'Not tried yet: begin with 3 counts a phase.' })
    const done = entry('shaped-tone', shaped())
    expect(aim('E4-swell', done)).toMatchObject({
      value: 5,
      why: '4 counts mastered: one more.',
      title: 'E4 soft – loud – soft',
    })
    // What was mastered stays so when a long history comes without its curves.
    const withoutCurves = entry('shaped-tone', shaped({ centsCurve: [], dbCurve: [] }))
    expect(aim('E4-swell', withoutCurves)).toMatchObject({ value: 5, why: '4 counts mastered: one more.' })
    expect(aim('E4-dip', done).value).toBe(3)
    expect(aim('G4-swell', done).value).toBe(3)
    expect(aim('E4-swell', done, entry('shaped-tone', shaped({ counts: 5, rangeDb: 2 })))).toMatchObject({
      value: 5,
      why: 'Too level: 2 dB between soft and loud; 6 at least. The same counts again.',
    })
    expect(aim('E4-swell', entry('shaped-tone', shaped({ counts: 12, lengthS: 24 }))).value).toBe(12)
  })
  it('fills the grid of notes and counts', () => {
    const list = [
      shaped(),
      shaped({ counts: 3, lengthS: 6 }),
      shaped({ written: 'G4', rangeDb: 1 }),
      shaped({ shape: 'dip' }),
    ]
    const grid = masteredCounts(
      list.map((data) => ({ at: '2026-03-13T18:00:00', data })),
      'swell',
    )
    expect([...grid].map(([n, c]) => [n, [...c].sort()])).toEqual([['E4', [3, 4]]])
  })
  it('is noted, put on the card, and a concern when pitch moves more than it did', () => {
    expect(notedWords(entry('shaped-tone', shaped()), clarinet)).toBe(
      'E4 soft – loud – soft, 4 counts: mastered',
    )
    expect(rowsOf([entry('shaped-tone', shaped())], 'l1', clarinet, false)[0]).toMatchObject({
      title: 'Soft – loud – soft',
      amount: '3 times, 5 counts a phase at 60',
    })
    const tell = (...c: number[]) =>
      concernsOf(
        c.map((centsPerDb) => entry('shaped-tone', shaped({ centsPerDb }))),
        clarinet,
        '2026-03-20',
      )
        .filter((x) => x.kind === 'sag')
        .map((x) => x.sentence)
    expect(tell(-0.5, -0.6, -0.5, -1, -1)).toEqual([])
    expect(tell(-0.5, -0.6, -0.5, -1.1, -1.2)).toEqual([
      'pitch moves more with loudness: 0.5 → 1.1 cents a dB',
    ])
    expect(tell(-0.5, -0.6, -1.1, -1.2)).toEqual([])
  })
})

describe('first minutes', () => {
  it.each([
    [[], ['G4']],
    [['E4'], ['E4']],
    [
      ['G4', 'E4'],
      ['E4', 'G4'],
    ],
    [
      ['G4', 'C4', 'E4'],
      ['C4', 'E4', 'G4'],
    ],
    [
      ['G4', 'F4', 'E4', 'D4', 'C4'],
      ['C4', 'E4', 'G4'],
    ],
    // A note that is known under two names is one note.
    [
      ['F#4', 'Gb4', 'E4'],
      ['E4', 'Gb4'],
    ],
  ])('of %j ask for %j', (known, asked) => expect(lowMiddleHigh(clarinet, known)).toEqual(asked))
  it('ask on every instrument only for what is known', () => {
    for (const inst of allInstruments()) {
      const known = inst.teaching.firstNotes.slice(0, 3)
      for (const note of lowMiddleHigh(inst, known)) expect(known).toContain(note)
      expect(lowMiddleHigh(inst, [])).toEqual([inst.teaching.firstNotes[0]])
    }
  })
  const week = (steadinessCents: number, hnrDb: number, cents: number) => ({
    at: '2026-03-13T18:00:00',
    data: { notes: [{ written: 'G4', lengthS: 3, cents, steadinessCents, hnrDb }] },
  })
  const before = [week(8, 18, 0), week(9, 17, 2), week(8, 18, -2)]
  it.each([
    [week(8, 18, 0), 'G4: as usual.'],
    [week(12, 18, 0), 'G4: as usual.'],
    [week(13, 18, 0), 'G4: less steady by 5 cents than in the last weeks.'],
    [week(3, 18, 0), 'G4: more steady by 5 cents than in the last weeks.'],
    [week(8, 14, 0), 'G4: airier by 4 dB than in the last weeks.'],
    [week(8, 15, 0), 'G4: as usual.'],
    [week(8, 18, 12), 'G4: 12 cents higher than in the last weeks.'],
    [week(8, 22, -12), 'G4: clearer by 4 dB, 12 cents lower than in the last weeks.'],
  ])('against the learner’s own weeks (%#)', (now, words) =>
    expect(firstMinutesWords(now.data, before)).toEqual([words]),
  )
  it('say when there is nothing to set them against', () =>
    expect(firstMinutesWords(before[0]!.data, before.slice(0, 1))).toEqual([
      'G4: heard for the first time, nothing to set it against yet.',
    ]))
})

describe('overtones', () => {
  it('are those of low B flat on the saxophone (common practice): partials 2 to 6', () => {
    const sax = instrument('alto-sax')
    for (const [written, partial] of [
      ['Bb4', 2],
      ['F5', 3],
      ['Bb5', 4],
      ['D6', 5],
      ['F6', 6],
    ] as const)
      expect(overtonesOn(sax, written)).toContainEqual(expect.objectContaining({ fingered: 'Bb3', partial }))
  })
  it('deviate from equal temperament as whole multiples do (exact arithmetic)', () => {
    const of = (written: string) =>
      Object.fromEntries(overtonesOf(written, 'C4', 'C4', 'all').map((o) => [o.partial, o.cents]))
    expect(of('C5')[2]).toBe(0)
    expect(of('G5')[3]).toBeCloseTo(1.955, 1)
    expect(of('E6')[5]).toBeCloseTo(-13.686, 1)
    expect(of('Bb6')[7]).toBeCloseTo(-31.174, 1)
  })
  it('are twelfths and up by odd partials on the clarinet', () => {
    expect(overtonesOn(clarinet, 'B4')).toEqual([{ fingered: 'E3', partial: 3, cents: 2 }])
    expect(overtoneNotes(clarinet)[0]).toBe('B4')
    expect(() =>
      checkEntry(clarinet, { kind: 'overtone', stage: 'sound', data: { ...GOOD.overtone, partial: 2 } }),
    ).toThrow('this tube has odd partials only')
    expect(hasOvertones(instrument('oboe'))).toBe(false)
    expect(() =>
      checkEntry(instrument('oboe'), {
        kind: 'overtone',
        stage: 'sound',
        data: { ...GOOD.overtone, fingered: 'D4' },
      }),
    ).toThrow('aren’t practised')
  })
  it('are told by ear: which partial it was, or none', () => {
    expect(partialHeard(440, 57)).toMatchObject({ partial: 2 })
    expect(partialHeard(220, 57)).toMatchObject({ partial: 1 })
    expect(partialHeard(660 * 2 ** (20 / 1200), 57).partial).toBe(3)
    expect(partialHeard(660 * 2 ** (20 / 1200), 57).cents).toBeCloseTo(20, 6)
    expect(partialHeard(660 * 2 ** (61 / 1200), 57).partial).toBe(0)
    expect(partialHeard(660 * 2 ** (59 / 1200), 57).partial).toBe(3)
  })
  it('bring the tongue in when hits are consistent', () => {
    const at = '2026-03-13T18:00:00'
    const tried = (hits: number, tries: number) => ({ at, data: { ...GOOD.overtone, hits, tries } })
    const about = { fingered: 'E3', partial: 3 }
    expect(hitsOf([tried(8, 10)], about)).toEqual({ hits: 8, tries: 10, consistent: true })
    expect(hitsOf([tried(7, 10)], about).consistent).toBe(false)
    expect(hitsOf([tried(8, 9)], about).consistent).toBe(false)
    expect(hitsOf([tried(0, 10), tried(9, 10)], about).hits).toBe(9)
    expect(soundsAs(about)).toBe('B4')
    const amount = (hits: number) =>
      rowsOf([entry('overtone', { ...GOOD.overtone, hits })], 'l1', clarinet, false)[0]!.amount
    expect(amount(8)).toBe('10 tries from low E3, lightly tongued')
    expect(amount(7)).toBe('10 tries from low E3, slurred up')
  })
})

describe('a pitch map', () => {
  it('has each note’s usual deviation, from how many takes; simulated ones left out', () => {
    const list = [
      ...[2, 8, 5].map((cents) => entry('long-tone', aTone({ cents }))),
      entry('long-tone', aTone({ cents: 40 }), { provenance: 'simulated' }),
      entry('shaped-tone', shaped({ written: 'A4', cents: -11 })),
      entry('first-minutes', GOOD['first-minutes']),
    ]
    expect(pitchMap(list)).toEqual([
      { written: 'G3', cents: 2, spread: 0, takes: 1 },
      { written: 'E4', cents: 5, spread: 3, takes: 3 },
      { written: 'A4', cents: -11, spread: 0, takes: 1 },
      { written: 'C5', cents: -4, spread: 0, takes: 1 },
    ])
  })
  it('takes the newest dozen of each note', () => {
    const list = [...Array<number>(20).fill(30), ...Array<number>(12).fill(4)].map((cents) =>
      entry('long-tone', aTone({ cents })),
    )
    expect(pitchMap(list)[0]).toMatchObject({ cents: 4, takes: 32 })
    expect(pitchMap(list.slice(0, -1))[0]!.cents).toBe(4)
  })
})
