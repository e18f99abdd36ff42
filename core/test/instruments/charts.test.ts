import { describe, expect, it } from 'vitest'
import {
  allInstruments,
  columnEndMm,
  fingeringsOf,
  fingerSystem,
  instrument,
  InstrumentError,
  standardFingering,
  writtenNote,
} from '@halitus/core/instruments'
import { noteName, NoteError, parseNote } from '@halitus/core/pitch'
import { CLARINET_AGAIN, CLARINET_KEYS, FLUTE_AGAIN, FLUTE_KEYS } from './second-copies.ts'

const clarinet = instrument('clarinet')
const flute = instrument('flute')
const sorted = (touches: string[]) => [...touches].sort()
const standard = (id: 'clarinet' | 'flute', note: string) =>
  sorted(standardFingering(instrument(id), note).touches)

/** Reads the second copy: thumb sign(s), left fingers, right fingers, named keys. */
function readCopy(text: string, keys: Record<string, string>): Map<string, string[]> {
  const rows = text.trim().split('\n')
  return new Map(
    rows.map((row) => {
      const [note = '', tube = '', ...named] = row.trim().split(/\s+/)
      const [left = '', right = ''] = tube.split('/')
      const thumb = left.slice(0, -3)
      const touches = [
        ...(thumb.includes('T') ? ['LT'] : []),
        ...(thumb.includes('R') ? ['LT:reg'] : []),
        ...[...left.slice(-3)].filter((c) => c !== '-').map((c) => `L${c}`),
        ...[...right].filter((c) => c !== '-').map((c) => `R${c}`),
        ...named.map((k) => keys[k] ?? `unknown key ${k}`),
      ]
      return [note, sorted(touches)]
    }),
  )
}

const everyNote = (id: 'clarinet' | 'flute') => {
  const [low, high] = instrument(id).range.full.map((n) => parseNote(n).midi) as [number, number]
  return Array.from({ length: high - low + 1 }, (_, i) => noteName(low + i))
}

describe.each([
  ['clarinet', CLARINET_AGAIN, CLARINET_KEYS],
  ['flute', FLUTE_AGAIN, FLUTE_KEYS],
] as const)('chart of the %s', (id, again, keys) => {
  const copy = readCopy(again, keys)
  const system = fingerSystem(instrument(id))

  // From memory, two copies; there is no published table in the registries to check against.
  it.each(everyNote(id))('agrees with the second copy on %s', (note) =>
    expect(standard(id, note)).toEqual(copy.get(note)),
  )

  it('has exactly one standard fingering for every note of the full range and nothing outside', () => {
    const standards = system.chart.filter((f) => f.kind === 'standard')
    expect(standards.map((f) => parseNote(f.written).midi).sort((a, b) => a - b)).toEqual(
      everyNote(id).map((n) => parseNote(n).midi),
    )
  })

  it('names only touches that exist, each finger once, each use in words', () => {
    const known = new Set(system.touches.map((t) => t.id))
    for (const f of system.chart) {
      expect(f.touches.filter((t) => !known.has(t))).toEqual([])
      expect(new Set(f.touches).size).toBe(f.touches.length)
      expect(f.use.length).toBeGreaterThan(3)
    }
    for (const hole of system.bore.holes) expect(hole.movedBy.filter((t) => !known.has(t))).toEqual([])
  })

  it('opens the tube higher up for higher notes of the lowest register', () => {
    // A shorter column sounds higher: closed–open and open–open cylinder, Fletcher & Rossing.
    const low = system.chart
      .filter((f) => f.kind === 'standard' && f.register === 1)
      .sort((a, b) => parseNote(a.written).midi - parseNote(b.written).midi)
      .map((f) => columnEndMm(system, new Set(f.touches)))
    for (let i = 1; i < low.length; i++) expect(low[i]).toBeLessThanOrEqual(low[i - 1]!)
    expect(new Set(low).size).toBeGreaterThan(low.length * 0.75)
  })
})

describe('clarinet registers', () => {
  const upper = (register: number) => fingerSystem(clarinet).chart.filter((f) => f.register === register)

  it('repeats every low fingering a twelfth higher with the register key', () => {
    // Third partial of a closed–open cylinder: 19 semitones (Fletcher & Rossing).
    for (const f of upper(2)) {
      const below = fingeringsOf(clarinet, noteName(parseNote(f.written).midi - 19)).map((x) =>
        sorted(x.touches),
      )
      expect(below).toContainEqual(sorted(f.touches.filter((t) => t !== 'LT:reg')))
    }
  })

  it('takes the altissimo from the fifth partial with the left index as a vent', () => {
    // Fifth partial: 28 semitones less 14 cents (exact arithmetic).
    for (const f of upper(3)) {
      const below = fingeringsOf(clarinet, noteName(parseNote(f.written).midi - 28)).map((x) =>
        sorted(x.touches),
      )
      expect(below).toContainEqual(
        sorted([...f.touches.filter((t) => t !== 'LT:reg' && t !== 'R4:G#'), 'L1']),
      )
    }
  })
})

describe('flute registers', () => {
  it('repeats the low octave but for D and E flat, whose left index is up', () => {
    // Second partial of an open–open cylinder: the octave (Fletcher & Rossing).
    for (const f of fingerSystem(flute).chart.filter((x) => x.register === 2)) {
      const below = fingeringsOf(flute, noteName(parseNote(f.written).midi - 12)).map((x) =>
        sorted(x.touches),
      )
      const vented = ['D5', 'Eb5'].includes(f.written)
      expect(below).toContainEqual(sorted(vented ? [...f.touches, 'L1'] : f.touches))
    }
  })
})

describe('values teachers agree on (common practice, no source)', () => {
  it.each([
    ['flute', 'F4', 'LT L1 L2 L3 R1 R4:Eb'],
    ['flute', 'F5', 'LT L1 L2 L3 R1 R4:Eb'],
    ['flute', 'Eb5', 'LT L2 L3 R1 R2 R3 R4:Eb'],
    ['flute', 'D5', 'LT L2 L3 R1 R2 R3'],
    ['flute', 'Bb4', 'LT L1 R1 R4:Eb'],
    ['flute', 'G#4', 'LT L1 L2 L3 L4:G# R4:Eb'],
    ['clarinet', 'E4', 'LT L1'],
  ] as const)('%s %s', (id, note, touches) => expect(standard(id, note)).toEqual(sorted(touches.split(' '))))
})

describe('registry', () => {
  it('knows them all with their transposition', () => {
    // Semitones: major second 2, major sixth 9, major ninth 14, octave and major sixth 21 (exact arithmetic).
    expect(Object.fromEntries(allInstruments().map((i) => [i.id, i.transposition]))).toMatchObject({
      flute: 0,
      clarinet: -2,
      'soprano-sax': -2,
      'alto-sax': -9,
      'tenor-sax': -14,
      'baritone-sax': -21,
      oboe: 0,
      bassoon: 0,
      'soprano-recorder': 12,
      'alto-recorder': 0,
    })
    expect(allInstruments()).toHaveLength(12)
  })
  it('has the small-part pitches (common practice, no source)', () => {
    const alone = (id: string) => instrument(id).teaching.smallParts[0]?.concert
    expect([alone('soprano-sax'), alone('alto-sax'), alone('tenor-sax'), alone('baritone-sax')]).toEqual([
      'C6',
      'A5',
      'G5',
      'D5',
    ])
    expect(parseNote(alone('bassoon')!).midi % 12).toBe(1)
  })
  it('says what is allowed when something is not', () => {
    expect(() => instrument('kazoo')).toThrow(InstrumentError)
    expect(() => instrument('kazoo')).toThrow('Known: flute, clarinet')
    expect(() => writtenNote(clarinet, 'C3')).toThrow(NoteError)
    expect(() => writtenNote(clarinet, 'C3')).toThrow('outside the clarinet in B♭: written E3 to C7')
    expect(() => fingeringsOf(instrument('oboe'), 'C5')).toThrow('chart of the oboe is not in yet')
  })
})
