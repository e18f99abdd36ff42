import { describe, expect, it } from 'vitest'
import {
  allInstruments,
  columnEndMm,
  fingeringsOf,
  fingerSystem,
  holeStates,
  instrument,
  InstrumentError,
  openHoles,
  type InstrumentId,
  standardFingering,
  writtenNote,
} from '@halitus/core/instruments'
import { noteName, NoteError, parseNote } from '@halitus/core/pitch'
import { COPIES, everyNote, sorted } from './read-copies.ts'

const clarinet = instrument('clarinet')
const flute = instrument('flute')
const standard = (id: InstrumentId, note: string, system?: string) =>
  sorted(standardFingering(instrument(id), note, system).touches)

describe.each(COPIES)('chart of the %s, %s', (id, systemId, copy) => {
  const system = fingerSystem(instrument(id), systemId)

  // From memory, two copies; there is no published table in the registries to check against.
  it.each(everyNote(id))('agrees with the second copy on %s', (note) =>
    expect(standard(id, note, systemId)).toEqual(copy.get(note)),
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
    // Open holes that fork share a first open one.
    expect(new Set(low).size).toBeGreaterThan(
      low.length * (instrument(id).family === 'recorder' ? 0.5 : 0.75),
    )
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

/** The standard touches of every note from one to another. */
const between = (id: InstrumentId, low: string, high: string) => {
  const [from, to] = [low, high].map((n) => parseNote(n).midi) as [number, number]
  return Array.from({ length: to - from + 1 }, (_, i) => noteName(from + i)).map((note) => ({
    note,
    own: standard(id, note),
    octaveBelow: standard(id, noteName(parseNote(note).midi - 12)),
  }))
}
const without = (touches: string[], ...gone: string[]) => touches.filter((t) => !gone.includes(t))

describe('octaves (second partial of a cone and of open tubes: Fletcher & Rossing)', () => {
  it('saxophone: the same fingers with the octave lever, D to C sharp', () => {
    for (const { note, own, octaveBelow } of between('alto-sax', 'D5', 'C#6'))
      expect(without(own, 'LT:oct'), note).toEqual(octaveBelow)
  })
  it('oboe: the half-hole to E flat, the first key to G sharp, the second to C', () => {
    for (const { note, own, octaveBelow } of between('oboe', 'C#5', 'Eb5'))
      expect(
        own.map((t) => (t === 'L1:half' ? 'L1' : t)),
        note,
      ).toEqual(octaveBelow)
    for (const { note, own, octaveBelow } of between('oboe', 'E5', 'G#5'))
      expect(without(own, 'LT:oct1'), note).toEqual(octaveBelow)
    for (const { note, own, octaveBelow } of between('oboe', 'A5', 'C6'))
      expect(without(own, 'L1:oct2'), note).toEqual(octaveBelow)
  })
  it('bassoon: the half-hole from F sharp to G sharp, vents without the whisper key from A to D', () => {
    for (const { note, own, octaveBelow } of between('bassoon', 'F#3', 'G#3'))
      expect(own.map((t) => (t === 'L1:half' ? 'L1' : t)).sort(), note).toEqual(octaveBelow)
    for (const { note, own, octaveBelow } of between('bassoon', 'A3', 'D4'))
      expect(without(own, 'LT:A', 'LT:C', 'LT:D'), note).toEqual(without(octaveBelow, 'LT:whisper'))
  })
  it('recorder: the pinched thumb over the same fingers, but for forks that close or open lower holes', () => {
    for (const { note, own, octaveBelow } of between('soprano-recorder', 'E5', 'A5')) {
      expect(own, note).toContain('LT:half')
      // What is closed from the top down to the first open hole is the same.
      const left = (touches: string[]) => touches.filter((t) => t.startsWith('L') && !t.startsWith('LT'))
      expect(left(own), note).toEqual(left(octaveBelow))
    }
  })
  it('closing order: nobody skips a hole downwards but in forks (recorder, chanter)', () => {
    const order = ['L1', 'L2', 'L3', 'R1', 'R2', 'R3', 'R4']
    const skips = (id: InstrumentId, notes: string[]) =>
      notes.filter((n) => {
        const closed = order.map((t) => standard(id, n).some((x) => x === t || x === `${t}:half`))
        return closed.lastIndexOf(true) + 1 !== closed.filter(Boolean).length
      })
    const low = between('soprano-recorder', 'C5', 'D5').map((x) => noteName(parseNote(x.note).midi - 12))
    expect(skips('soprano-recorder', [...low, 'Eb4', 'E4', 'G4', 'A4', 'B4'])).toEqual([])
    expect(skips('soprano-recorder', ['F4', 'F#4', 'G#4', 'Bb4'])).toEqual(['F4', 'F#4', 'G#4', 'Bb4'])
    expect(skips('chanter', ['G4', 'A4', 'B4'])).toEqual([])
  })
})

describe('mechanism (from memory of ordinary instruments)', () => {
  const open = (id: InstrumentId, ...held: string[]) => openHoles(fingerSystem(instrument(id)), new Set(held))
  it('saxophone: one lever, two vents; the ring finger chooses', () => {
    const vents = (note: string) =>
      [...open('alto-sax', ...standard('alto-sax', note))].filter((h) => h.endsWith('vent'))
    expect(vents('G#5')).toEqual(['body vent'])
    expect(vents('A5')).toEqual(['neck vent'])
    expect(vents('D5')).toEqual(['body vent'])
    expect(vents('C#6')).toEqual(['neck vent'])
    expect(vents('G4')).toEqual([])
  })
  it('saxophone: the right hand holds the G sharp key down, the low keys open it', () => {
    expect(open('alto-sax', 'L1', 'L2', 'L3', 'L4:G#').has('G#')).toBe(true)
    expect(open('alto-sax', 'L1', 'L2', 'L3', 'L4:C#').has('G#')).toBe(true)
    for (const finger of ['R1', 'R2', 'R3'])
      expect(open('alto-sax', 'L1', 'L2', 'L3', 'L4:G#', finger).has('G#'), finger).toBe(false)
  })
  it('saxophone: the three B flats sound from one place', () => {
    const system = fingerSystem(instrument('alto-sax'))
    const ends = fingeringsOf(instrument('alto-sax'), 'Bb4').map((f) =>
      columnEndMm(system, new Set(f.touches)),
    )
    expect(ends).toHaveLength(3)
    expect(Math.max(...ends) - Math.min(...ends)).toBeLessThan(10)
  })
  it('oboe: the right index opens B flat under A and C under B, and neither under F sharp', () => {
    expect(open('oboe', 'L1', 'L2', 'R1').has('B flat pad')).toBe(true)
    expect(open('oboe', 'L1', 'R1').has('C pad')).toBe(true)
    const fSharp = open('oboe', 'L1', 'L2', 'L3', 'R1')
    expect([fSharp.has('B flat pad'), fSharp.has('C pad')]).toEqual([false, false])
  })
  it('bassoon: the pancake takes the whisper key with it', () => {
    expect(open('bassoon').has('whisper vent')).toBe(true)
    expect(open('bassoon', 'LT:whisper').has('whisper vent')).toBe(false)
    expect(open('bassoon', 'RT:E').has('whisper vent')).toBe(false)
  })
  it('recorder: half of a twin hole is neither open nor closed', () => {
    const system = fingerSystem(instrument('soprano-recorder'))
    expect(holeStates(system, new Set(['R3:half'])).get('right ring')).toBe('half')
    expect(system.bore.holes.filter((h) => h.twin).map((h) => h.id)).toEqual(['right ring', 'right little'])
  })
})

describe('systems of the recorder and the bassoon', () => {
  it('German holes ask for the plain F and the long F sharp', () => {
    expect(standard('soprano-recorder', 'F4')).toEqual(['L1', 'L2', 'L3', 'LT', 'R1', 'R3', 'R4'])
    expect(standard('soprano-recorder', 'F4', 'german')).toEqual(['L1', 'L2', 'L3', 'LT', 'R1'])
    expect(standard('alto-recorder', 'Bb4', 'german')).toEqual(['L1', 'L2', 'L3', 'LT', 'R1'])
  })
  it('who doesn’t flick has the vent keys as a help, who does can leave them out', () => {
    expect(standard('bassoon', 'A3', 'flicking')).toContain('LT:A')
    expect(standard('bassoon', 'A3', 'plain')).not.toContain('LT:A')
    const uses = (system: string) => fingeringsOf(instrument('bassoon'), 'C4', system).map((f) => f.use)
    expect(uses('flicking')).toEqual(['standard', 'without its vent key, when slurred from above'])
    expect(uses('plain')).toEqual(['standard', 'with its vent key, where it cracks downwards'])
  })
  it('the chanter’s C and F may be named without their sharps', () => {
    expect(standard('chanter', 'C5')).toEqual(standard('chanter', 'C#5'))
    expect(standard('pipe-chanter', 'F5')).toEqual(standard('pipe-chanter', 'F#5'))
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
    ['bassoon', 'D3', 'LT:whisper L1 L2'],
    ['baritone-sax', 'A3', 'LT:A L1 L2 L3 L4:Bb R1 R2 R3 R4:C'],
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
    expect(() => fingeringsOf(instrument('oboe'), 'C7')).toThrow('outside the oboe: written B♭3 to F6')
  })
})
