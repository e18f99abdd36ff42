import { describe, expect, it } from 'vitest'
import { allInstruments, instrument } from '@halitus/core/instruments'
import { hzOfMidi, parseNote } from '@halitus/core/pitch'
import { perform } from '@halitus/core/player'
import {
  furthest,
  inTuneOf,
  lastTime,
  pitchMap,
  accidentsIn,
  scaleHeard,
  scaleNotes,
  scaleWords,
  type EntryRecord,
} from '@halitus/core/records'
import { analyse } from '@halitus/core/sound'
import { entry, GOOD } from './entries.ts'

const clarinet = instrument('clarinet')
/** Notes as if heard: written, cents off its place, how long, s. */
const heard = (...notes: [string, number, number][]) => {
  let at = 0
  return notes.map(([written, cents, lengthS]) => {
    const startS = at
    at += lengthS + 0.1
    const hz = hzOfMidi(parseNote(written).midi + clarinet.transposition + cents / 100, 440)
    return { startS, endS: startS + lengthS, hz, written }
  })
}
const FIVE = ['E4', 'F4', 'G4', 'A4', 'Bb4']
const notesOf = (...cents: number[]) => cents.map((c, i) => ({ written: FIVE[i]!, cents: c, lengthS: 1 }))

describe('a slow scale is heard', () => {
  it('note by note, each against its own place (exact arithmetic)', () => {
    const found = scaleHeard(
      heard(['E4', 3, 1], ['F4', -14, 1], ['G4', 8, 1.4]),
      ['E4', 'F4', 'G4'],
      clarinet,
      440,
    )
    expect(found).toEqual([
      { written: 'E4', cents: 3, lengthS: 1 },
      { written: 'F4', cents: -14, lengthS: 1 },
      { written: 'G4', cents: 8, lengthS: 1.4 },
    ])
  })
  it('with a note so far off that another name is nearer, and what was slurred over passed by', () => {
    const report = heard(['E4', 0, 1], ['F4', 62, 1], ['F#4', 0, 0.49], ['G4', 0, 0.5])
    expect(scaleHeard(report, ['E4', 'F4', 'G4'], clarinet, 440)).toMatchObject([
      { written: 'E4', cents: 0 },
      { written: 'F4', cents: 62 },
      { written: 'G4', cents: 0, lengthS: 0.5 },
    ])
    // 75 cents away it is still that note, beyond it isn't.
    const far = (cents: number) =>
      scaleHeard(heard(['E4', 0, 1], ['F4', cents, 1], ['G4', 0, 1]), ['E4', 'F4', 'G4'], clarinet, 440)
    expect(far(75)).toHaveLength(3)
    expect(far(76)).toHaveLength(2)
  })
  it.each([
    [
      heard(['C4', 0, 1], ['D4', 0, 1]),
      'C4 D4 were heard; E4 F4 G4 A4 B♭4 asked for. Is it another scale? Not kept.',
    ],
    [heard(['E4', 0, 2]), 'E4 was heard; E4 F4 G4 A4 B♭4 asked for. Is it another scale? Not kept.'],
    [
      heard(['E4', 0, 1], ['F4', 0, 1]),
      'E4 F4 were heard; E4 F4 G4 A4 B♭4 asked for. Is it another scale? Not kept.',
    ],
    [
      heard(['E4', 0, 0.4], ['F4', 0, 0.4]),
      'No note was held for half a second: slowly, each long enough to hear where it lies.',
    ],
    [[], 'No note was held for half a second: slowly, each long enough to hear where it lies.'],
  ])('else it is said what was (%#)', (report, words) =>
    expect(scaleHeard(report, FIVE, clarinet, 440)).toBe(words),
  )
  it('three of five are enough, and the studio’s own A counts', () => {
    const report = heard(['E4', 0, 1], ['F4', 0, 1], ['G4', 0, 1])
    expect(scaleHeard(report, FIVE, clarinet, 440)).toHaveLength(3)
    // 442 against 440 is 7.85 cents.
    expect(scaleHeard(report, FIVE, clarinet, 442)).toMatchObject([{ cents: -7.9 }, {}, {}])
  })
  it.each(['flute', 'clarinet', 'alto-sax', 'bassoon'] as const)(
    'of the simulated player on the %s',
    (id) => {
      const inst = instrument(id)
      const notes = scaleNotes(inst, 'five', [], inst.teaching.firstNotes[2]!)
      const samples = perform(
        {
          instrument: id,
          written: notes[0]!,
          lengthS: 6,
          detuneCents: 11,
          unsteadyCents: 2,
          notes: () =>
            notes.map((written) => ({ written, lengthS: 1.2, begins: 'tongue' as const, gapS: 0.05 })),
        },
        24000,
      )
      const { report } = analyse(samples, 24000, { transposition: inst.transposition })
      const found = scaleHeard(report.notes, notes, inst, 440)
      expect(found).toHaveLength(5)
      for (const n of found as { cents: number }[]) expect(Math.abs(n.cents - 11)).toBeLessThan(3)
      expect(accidentsIn(report)).toEqual([])
    },
  )
})

describe('a slow scale is told', () => {
  it.each([
    [notesOf(0, 6.4, -6.4, 3, 2), 'All within 6 cents.'],
    [notesOf(0, 6.6, -6.4, 3, 2), 'Furthest: F4 7 high.'],
    [notesOf(0, -14, 8, -30, 9), 'Furthest: A4 30 low, F4 14 low, B♭4 9 high.'],
    // All to one side is the instrument's length; one note away from the others isn't.
    [notesOf(20, 22, 18, 25, 21), 'All of it is 21 high: tune the instrument first.'],
    [notesOf(-20, -22, -18), 'All of it is 20 low: tune the instrument first.'],
    [notesOf(20, 22, 18, 40, 21), 'Furthest: A4 40 high, F4 22 high, B♭4 21 high.'],
    [notesOf(20, 22), 'Furthest: F4 22 high, E4 20 high.'],
  ])('%#', (notes, words) => expect(scaleWords({ notes })).toBe(words))
  it('what happened first', () =>
    expect(
      scaleWords({ notes: notesOf(0, 0, 0), happened: [{ kind: 'crack', place: 'inside', atS: 2 }] }),
    ).toBe('It cracked after 2.0 s. All within 6 cents.'))
  it('takes squeaks before cracks, of its own time alone, and no change of note for an accident', () => {
    const span = (startS: number) => ({ startS, endS: startS + 0.1 })
    const report = {
      notes: heard(['E4', 0, 1], ['F4', 0, 1]),
      squeaks: [span(1.2), span(5)],
      cracks: [span(0.4)],
      gurgles: [],
    }
    expect(accidentsIn(report as never)).toEqual([
      { kind: 'squeak', place: 'inside', atS: 1.2 },
      { kind: 'crack', place: 'inside', atS: 0.4 },
    ])
  })
  it('names three at most, and none that is in tune', () => {
    expect(furthest(notesOf(30, 20, 10, 40, 5)).map((n) => n.cents)).toEqual([40, 30, 20])
    expect(furthest(notesOf(6, -6))).toEqual([])
    // Where all are off alike there is none to be named, and none in tune.
    expect(furthest(notesOf(20, 22, 18))).toEqual([])
    expect(inTuneOf(notesOf(20, 22, 18, 25))).toBe(0)
    expect(inTuneOf(notesOf(30, 20, 10, 40, 6.4))).toBe(1)
  })
})

describe('the notes that are asked for', () => {
  it('are those that are known, eight at most, about the one that is chosen', () => {
    expect(scaleNotes(clarinet, 'known', ['G4', 'E4', 'F4', 'E4'], 'G4').map(midi)).toEqual(
      ['E4', 'F4', 'G4'].map(midi),
    )
    const many = Array.from(
      { length: 20 },
      (_, i) => `${'CDEFGAB'[i % 7]}${3 + Math.floor((i + 2) / 7)}`,
    ).slice(2)
    const asked = scaleNotes(clarinet, 'known', many, 'G4').map(midi)
    expect(asked).toHaveLength(8)
    expect(asked).toContain(midi('G4'))
    for (const m of asked) expect(many.map(midi)).toContain(m)
  })
  it('or a major scale, as far as the instrument goes (twelve-tone arithmetic)', () => {
    expect(scaleNotes(clarinet, 'octave', [], 'G3').map(midi)).toEqual([55, 57, 59, 60, 62, 64, 66, 67])
    expect(scaleNotes(clarinet, 'five', [], 'G3').map(midi)).toEqual([55, 57, 59, 60, 62])
    expect(scaleNotes(clarinet, 'octave', [], 'A6').map(midi)).toEqual([93, 95])
  })
  it('or the first that are taught, where hardly any is known', () => {
    for (const known of [[], ['D4']])
      expect(scaleNotes(clarinet, 'known', known, 'G4').map(midi)).toEqual(['E4', 'F4', 'G4'].map(midi))
  })
  it('of every instrument by what it has', () => {
    for (const inst of allInstruments())
      for (const n of scaleNotes(
        inst,
        'known',
        inst.teaching.firstNotes.slice(0, 3),
        inst.teaching.firstNotes[0]!,
      ))
        expect(inst.teaching.firstNotes.slice(0, 3).map(midi)).toContain(midi(n))
  })
})

describe('what a scale leaves behind', () => {
  const list = [
    entry('scale', { ...GOOD.scale, notes: notesOf(10, -4, 2) }),
    entry('scale', { ...GOOD.scale, notes: notesOf(6, -8) }),
  ] as EntryRecord[]
  it('feeds the pitch map, note by note', () =>
    expect(pitchMap(list)).toMatchObject([
      { written: 'E4', cents: 8, takes: 2 },
      { written: 'F4', cents: -6, takes: 2 },
      { written: 'G4', cents: 2, takes: 1 },
    ]))
  it('a simulated one feeds nothing', () =>
    expect(pitchMap([entry('scale', GOOD.scale, { provenance: 'simulated' })] as EntryRecord[])).toEqual([]))
  it('each note keeps where it lay the last time that it was played', () =>
    expect([...lastTime(list as never)]).toEqual([
      ['E4', 6],
      ['F4', -8],
      ['G4', 2],
    ]))
})
function midi(note: string) {
  return parseNote(note).midi
}
