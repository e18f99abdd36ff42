import { describe, expect, it } from 'vitest'
import { instrument } from '@halitus/core/instruments'
import { perform } from '@halitus/core/player'
import {
  checkEntry,
  compareCopy,
  accidentsIn,
  copySide,
  copyWords,
  partDetune,
  type CopySide,
} from '@halitus/core/records'
import { analyse } from '@halitus/core/sound'
import { GOOD } from './entries.ts'

/** A pattern by its beginnings, s; the last note lasts as long as it says. */
const pattern = (onsetsS: number[], more: Partial<CopySide> = {}): CopySide => ({
  onsetsS,
  lengthsS: onsetsS.map(() => 0.3),
  hz: onsetsS.map(() => 440),
  levelDb: -20,
  steadinessCents: 5,
  manner: 'separated',
  ...more,
})
const tone = (lengthS: number, more: Partial<CopySide> = {}): CopySide =>
  pattern([0], { lengthsS: [lengthS], manner: null, ...more })
const ABOUT = pattern([0, 1, 1.5, 2, 3])

describe('a pattern copied', () => {
  it.each([
    [pattern([0, 1, 1.5, 2, 3]), 'A true copy.'],
    // In a tempo of its own, as far as that goes: 15 in a hundred and no more.
    [pattern([0, 1.15, 1.725, 2.3, 3.45]), 'A true copy.'],
    [pattern([0, 1.16, 1.74, 2.32, 3.48]), 'Slower than it was played.'],
    [pattern([0, 0.84, 1.26, 1.68, 2.52]), 'Faster than it was played.'],
    // A quarter of its own gap early or late is still in time.
    [pattern([0, 1, 1.625, 2.125, 3.125]), 'A true copy.'],
    [pattern([0, 1, 1.63, 2.13, 3.13]), 'Note 3: late.'],
    [pattern([0, 1, 1.37, 1.87, 2.87]), 'Note 3: early.'],
    [pattern([0, 0.5, 1.5, 2, 3]), 'Note 3: late; note 2: early.'],
    [pattern([0, 1, 1.5, 2]), '1 note missing.'],
    [pattern([0, 1, 1.5, 2, 2.5, 3]), '1 note too many.'],
    [pattern([0]), '4 notes missing.'],
    [pattern([0, 1, 1.5, 2, 3], { manner: 'stopped' }), 'The strokes are stopped, the teacher’s parted.'],
    [pattern([0, 1, 1.5, 2, 3], { manner: null }), 'A true copy.'],
    // The worst thing first, pitch and loudness after the rhythm.
    [
      pattern([0, 1, 1.75, 2.25, 3.25], { levelDb: -29, hz: Array(5).fill(446) }),
      'Note 3: late; 23 cents higher; 9 dB softer.',
    ],
    [pattern([0, 1, 1.5, 2, 3], { levelDb: -15.6 }), 'A true copy.'],
    [pattern([0, 1, 1.5, 2, 3], { levelDb: -15.4 }), '5 dB louder.'],
    // On another note only the rhythm is told: two hands of one lesson needn't hold the same instrument.
    [pattern([0, 1, 1.5, 2, 3], { hz: Array(5).fill(660) }), 'A true copy.'],
  ])('%#: %s', (copy, words) => expect(compareCopy(ABOUT, copy).words).toBe(words))
  it('says of each of the teacher’s notes whether it was there', () => {
    expect(compareCopy(ABOUT, pattern([0, 1, 1.75, 2.25, 3.25])).rhythm).toEqual([
      true,
      true,
      false,
      true,
      true,
    ])
    expect(compareCopy(ABOUT, pattern([0, 1.5, 2, 3])).rhythm.filter(Boolean)).toHaveLength(4)
  })
})

describe('a tone copied', () => {
  const of = tone(5)
  it.each([
    [tone(5), 'A true copy.'],
    [tone(6), 'A true copy.'],
    [tone(6.1), '6.1 s long, the teacher’s 5.0.'],
    [tone(4), 'A true copy.'],
    [tone(3.9), '3.9 s long, the teacher’s 5.0.'],
    [tone(5, { steadinessCents: 13 }), 'A true copy.'],
    [tone(5, { steadinessCents: 13.1 }), 'It wavers by 13 cents.'],
    // 1200 × log2 of 443.8 to 440 is 14.9 cents, of 444 to 440 15.7 (exact arithmetic).
    [tone(5, { hz: [443.8] }), 'A true copy.'],
    [tone(5, { hz: [444] }), '16 cents higher.'],
    [tone(5, { hz: [436] }), '16 cents lower.'],
    [pattern([0, 2]), '2 notes instead of one tone; 2.3 s long, the teacher’s 5.0.'],
  ])('%#: %s', (copy, words) => expect(compareCopy(of, copy).words).toBe(words))
  it('what happened comes first', () =>
    expect(
      copyWords({
        teacher: of,
        learner: tone(3),
        happened: [{ kind: 'squeak', place: 'inside', atS: 1 }],
      }),
    ).toBe('It squeaked after 1.0 s. 3.0 s long, the teacher’s 5.0.'))
  it('its parts belong together', () =>
    expect(() =>
      checkEntry(instrument('clarinet'), {
        kind: 'copied',
        stage: 'tongue',
        data: { ...GOOD.copied, learner: { ...GOOD.copied.learner, hz: [440] } },
      }),
    ).toThrow('data.learner has 3 beginnings, 3 lengths and 1 pitches; they belong together.'))
})

describe('both are heard', () => {
  const clarinet = instrument('clarinet')
  /** A take of the simulated player: gaps in s. */
  const played = (gaps: number[], more: object = {}) => {
    const samples = perform(
      {
        instrument: 'clarinet',
        written: 'G4',
        lengthS: 3,
        ...more,
        notes: (written) =>
          gaps.map((lengthS) => ({ written, lengthS, begins: 'tongue' as const, gapS: 0.06 })),
      },
      24000,
    )
    return analyse(samples, 24000)
  }
  const take = (gaps: number[], more: object = {}) => {
    const { report, strokes, track } = played(gaps, more)
    return { report, strokes, timeS: track.timeS, db: track.db, hz: track.hz }
  }
  const teacher = copySide(take([0.6, 0.3, 0.3, 0.6])) as CopySide
  it('note by note, and a copy of it is true', () => {
    expect(teacher.onsetsS).toHaveLength(4)
    expect(teacher.onsetsS[2]! - teacher.onsetsS[1]!).toBeCloseTo(0.3, 1)
    const copy = copySide(take([0.6, 0.3, 0.3, 0.6], { seed: 492 }), teacher) as CopySide
    expect(compareCopy(teacher, copy).words).toBe('A true copy.')
    const late = copySide(take([0.6, 0.45, 0.15, 0.6], { seed: 493 }), teacher) as CopySide
    expect(compareCopy(teacher, late).words).toBe('Note 3: late; note 4: early.')
  })
  it('on the mouthpiece, too', () => {
    const detuneCents = partDetune(clarinet, clarinet.teaching.smallParts[0])
    const copy = copySide(take([0.6, 0.3, 0.3, 0.6], { detuneCents, seed: 494 }), teacher) as CopySide
    expect(compareCopy(teacher, copy)).toMatchObject({ words: 'A true copy.', cents: null })
  })
  it('nothing, two answers and two players at once are said', () => {
    const silent = analyse(new Float32Array(48000), 24000)
    const side = (a: typeof silent, of?: CopySide) =>
      copySide(
        { report: a.report, strokes: a.strokes, timeS: a.track.timeS, db: a.track.db, hz: a.track.hz },
        of,
      )
    expect(side(silent)).toBe('No tone was heard. Closer to the microphone, or another source below.')
    const once = played([0.6, 0.3, 0.3, 0.6])
    const twice = played([0.6, 0.3, 0.3, 0.6])
    const notes = [
      ...once.report.notes,
      ...twice.report.notes.map((n) => ({ ...n, startS: n.startS + 4, endS: n.endS + 4 })),
    ]
    expect(side({ ...once, report: { ...once.report, notes } }, teacher)).toBe(
      'Two answers were heard, with a pause between: one player at a time. Not kept.',
    )
    const doubts = [
      'Another tone sounds along, near concert C5: two instruments at once. Let one play alone.',
    ]
    expect(side({ ...once, report: { ...once.report, doubts } })).toBe(`${doubts[0]} Not kept.`)
    expect(accidentsIn(once.report)).toEqual([])
  })
})
