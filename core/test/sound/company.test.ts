import { describe, expect, it } from 'vitest'
import { playPhrase, type Phrase } from '@halitus/core/player'
import { analyse } from '@halitus/core/sound'

const RATE = 32000
const MANNER = { unsteadyCents: 4, breathDb: -40 }
const saidOf = (phrase: Phrase) =>
  analyse(playPhrase(phrase, RATE).samples, RATE).report.doubts.filter((d) => d.startsWith('Another tone'))

/** A tone of `written` with another instrument beside it. */
const duo = (
  instrument: string,
  written: string,
  other: string,
  otherWritten: string,
  db: number,
  lengthS = 2,
): Phrase => ({
  instrument,
  seed: 3,
  notes: [{ written, lengthS }],
  manner: MANNER,
  around: {
    room: { decayS: 0.5, wetDb: -10 },
    second: {
      db,
      phrase: { instrument: other, seed: 8, notes: [{ written: otherWritten, lengthS }], manner: MANNER },
    },
  },
})

describe('Two instruments at once are said', () => {
  // Concert pitches by transposition: clarinet B4 sounds A4, alto saxophone B4 sounds D4, oboe and flute as written.
  it.each([
    ['clarinet', 'B4', 'oboe', 'C5', 0, 'C5'],
    ['clarinet', 'B4', 'oboe', 'C5', -10, 'C5'],
    ['flute', 'G4', 'alto-sax', 'B4', -6, 'G4'],
    ['bassoon', 'E3', 'clarinet', 'B3', -6, 'A3'],
  ])('%s %s with %s %s at %i dB: near concert %s', (a, na, b, nb, db, concert) => {
    const said = saidOf(duo(a, na, b, nb, db))
    expect(said).toHaveLength(1)
    expect(said[0]).toContain(`near concert ${concert}:`)
    expect(said[0]).toContain('let one play alone')
  })

  it('also when both together repeat like one lower note', () => {
    // A just fourth: 4 to 3. The common measure is two octaves below the higher one.
    const said = saidOf(duo('oboe', 'G4', 'oboe', 'C5', 0))
    expect(said).toHaveLength(1)
  })
})

describe('One instrument alone is never said to be two', () => {
  it.each([
    ['a weak fundamental', { instrument: 'bassoon', notes: [{ written: 'E2', lengthS: 3 }], manner: MANNER }],
    ['odd partials', { instrument: 'clarinet', notes: [{ written: 'E3', lengthS: 3 }], manner: MANNER }],
    [
      'a shaking jaw',
      {
        instrument: 'alto-sax',
        notes: [{ written: 'B4', lengthS: 3 }],
        manner: { ...MANNER, wobble: { depthCents: 25, rateHz: 8, depthDb: 1 } },
      },
    ],
    [
      'mostly air',
      { instrument: 'flute', notes: [{ written: 'A4', lengthS: 3 }], manner: { breathDb: -13 } },
    ],
    [
      'the note before, still in the room',
      {
        instrument: 'oboe',
        notes: [
          { written: 'G4', lengthS: 2, gapS: 0.03 },
          { written: 'C5', lengthS: 1.6, begins: 'tongue' },
        ],
        manner: MANNER,
        around: { room: { decayS: 1.2, wetDb: -8 } },
      },
    ],
    [
      'mains hum',
      {
        instrument: 'flute',
        notes: [{ written: 'D5', lengthS: 2 }],
        manner: MANNER,
        around: { hum: { hz: 50, db: -12 } },
      },
    ],
    [
      'a metronome',
      {
        instrument: 'clarinet',
        notes: [{ written: 'C5', lengthS: 3 }],
        manner: MANNER,
        around: { clicks: { perMinute: 120, db: 0 } },
      },
    ],
  ] satisfies [string, Phrase][])('%s', (_, phrase) => {
    expect(saidOf(phrase)).toEqual([])
  })

  it('and a note under 0.8 s says nothing', () => {
    expect(saidOf(duo('clarinet', 'B4', 'oboe', 'C5', 0, 0.6))).toEqual([])
  })
})
