import { describe, expect, it } from 'vitest'
import { allInstruments, instrument } from '@halitus/core/instruments'
import { noteName, parseNote } from '@halitus/core/pitch'
import { playPhrase } from '@halitus/core/player'
import { analyse } from '@halitus/core/sound'
import { EXERCISES, exercise, growthDb, knownLine, nextGo, notesToPractise } from '@halitus/core/tongue'

const midi = (note: string) => parseNote(note).midi
const written = (line: readonly { written: string | null }[]) => line.flatMap((n) => n.written ?? [])

describe('a learner who knows three notes', () => {
  for (const { id } of allInstruments()) {
    const inst = instrument(id)
    const known = inst.teaching.firstNotes.slice(0, 3)
    const midis = new Set(known.map(midi))
    const others = (notes: readonly string[]) => notes.filter((n) => !midis.has(midi(n)))
    it(`is asked for no other one on the ${id}: line, daily set`, () => {
      expect(others(notesToPractise(inst, known))).toEqual([])
      expect(others(written(knownLine(inst, known)))).toEqual([])
      for (const ex of EXERCISES) {
        const go = nextGo(ex.id, inst, [], known)
        expect(others([go.from, ...written(ex.line(inst, go.from, known))]), ex.id).toEqual([])
        // Nor after the tone held, or broke, for as long as it may.
        for (const held of [true, false]) {
          let from = go.from
          for (let i = 0; i < 4; i++) {
            const goes = [{ perMinute: 80, from, even: held, toneHeld: held }]
            from = nextGo(ex.id, inst, goes, known).from
            expect(others([from, ...written(ex.line(inst, from, known))]), ex.id).toEqual([])
          }
        }
      }
    })
  }
  it('climbs by notes that are known and stays on the highest', () => {
    const clarinet = instrument('clarinet')
    const known = ['C4', 'E4', 'G4']
    const after = (from: string, toneHeld: boolean) =>
      midi(nextGo('height', clarinet, [{ perMinute: 72, from, even: true, toneHeld }], known).from)
    expect(midi(nextGo('height', clarinet, [], known).from)).toBe(midi('G4'))
    expect(after('C4', true)).toBe(midi('E4'))
    expect(after('G4', true)).toBe(midi('G4'))
    expect(after('G4', false)).toBe(midi('E4'))
    expect(after('C4', false)).toBe(midi('C4'))
    expect(written(exercise('swell').line(clarinet, 'C4', known)).map(midi)).toContain(midi('E4'))
  })
})

describe('the back syllable', () => {
  it('begins on the lowest note that is practised', () => {
    const clarinet = instrument('clarinet')
    expect(midi(nextGo('double-back', clarinet, [], ['G4', 'E4', 'C4']).from)).toBe(midi('C4'))
    expect(midi(nextGo('double-turns', clarinet, [], ['G4', 'E4', 'C4']).from)).toBe(midi('G4'))
  })
})

describe('the stopped tongue', () => {
  const clarinet = instrument('clarinet')
  const begins = (inst: typeof clarinet, known: string[]) => midi(exercise('stopped').begins(inst, known))
  it('belongs to the clarinet’s upper register, about A5, as far as it is known (common practice)', () => {
    const upTo = (top: string) =>
      ['G4', 'E4', 'C4', 'B4', 'C5', 'E5', 'G5', 'A5', 'B5'].filter((n) => midi(n) <= midi(top))
    expect(begins(clarinet, upTo('B5'))).toBe(midi('A5'))
    expect(begins(clarinet, upTo('G5'))).toBe(midi('G5'))
    expect(begins(clarinet, ['G4', 'E4', 'C4'])).toBe(midi('G4'))
    expect(begins(clarinet, [])).toBe(midi('G4'))
  })
  it('begins on the first notes elsewhere', () =>
    expect(begins(instrument('alto-sax'), ['B4', 'A4', 'G4', 'A5'])).toBe(midi('B4')))
})

describe('a bar that grows', () => {
  /** Strokes a tenth of a second apart whose levels are given; between them it is 20 dB softer. */
  const heard = (levels: readonly number[]) => {
    const timeS: number[] = []
    const db: number[] = []
    levels.forEach((level, k) => {
      for (let i = 0; i < 10; i++) {
        timeS.push(k / 10 + i / 100)
        db.push(i < 8 ? level - Math.abs(i - 3) : level - 20)
      }
    })
    const strokes = levels.map((_, k) => ({ timeS: k / 10, depthDb: 10, widthMs: 20, dipCents: 0 }))
    return { notes: [], strokes, timeS, db, hz: [] }
  }
  it('is measured from its first quarter to its last (exact arithmetic)', () => {
    expect(growthDb(heard([-30, -29, -28, -27, -26, -25, -24, -23]), 8)).toBeCloseTo(6, 9)
    expect(growthDb(heard([-24, -24, -24, -24]), 8)).toBeCloseTo(0, 9)
    // What comes after the strokes that were to grow doesn't count.
    expect(growthDb(heard([-30, -30, -28, -28, -27, -27, -26, -26, -50, -50]), 8)).toBeCloseTo(4, 9)
    expect(growthDb(heard([-30, -28, -26]), 8)).toBeNull()
  })
  it('is heard of the simulated player, its noise and all, within a decibel', () => {
    const notes = Array.from({ length: 8 }, (_, i) => ({
      written: 'G4',
      lengthS: 0.25,
      begins: 'tongue' as const,
      gapS: 0.04,
      levelDb: -8 + i,
    }))
    const { samples } = playPhrase({ instrument: 'clarinet', notes, seed: 491 }, 24000)
    const m = analyse(samples, 24000)
    const db = growthDb({ notes: m.report.notes, strokes: m.strokes, ...m.track }, 8)!
    expect(db).toBeGreaterThan(5)
    expect(db).toBeLessThan(7)
  })
})

describe('notes to practise on', () => {
  const clarinet = instrument('clarinet')
  it('are the first that are taught where hardly anything is known', () => {
    for (const known of [[], ['G4']])
      expect(notesToPractise(clarinet, known).map(midi)).toEqual(['E4', 'F4', 'G4'].map(midi))
    expect(notesToPractise(clarinet, ['C4', 'D4']).map(midi)).toEqual(['C4', 'D4'].map(midi))
  })
  it('cross no break: the register of the first note, or the fuller one', () => {
    // The clarion begins at B4.
    expect(notesToPractise(clarinet, ['G4', 'A4', 'B4', 'C5', 'D5']).map(midi)).toEqual(
      ['G4', 'A4'].map(midi),
    )
    expect(notesToPractise(clarinet, ['A4', 'B4', 'C5', 'D5']).map(midi)).toEqual(
      ['B4', 'C5', 'D5'].map(midi),
    )
    for (const inst of allInstruments().map((i) => instrument(i.id))) {
      const [low, high] = inst.range.beginner.map(midi) as [number, number]
      const all =
        inst.graces?.notes.map((n) => n.written) ??
        Array.from({ length: high - low + 1 }, (_, i) => noteName(low + i))
      const chosen = notesToPractise(inst, all).map(midi)
      expect(chosen.length).toBe(5)
      for (const { from } of inst.registers)
        expect(chosen.every((m) => m < midi(from)) || chosen.every((m) => m >= midi(from)), inst.id).toBe(
          true,
        )
    }
  })
  it('are five around the first one', () => {
    const scale = ['E3', 'F3', 'G3', 'A3', 'B3', 'C4', 'D4', 'E4', 'F4', 'G4']
    expect(notesToPractise(clarinet, scale).map(midi)).toEqual(['C4', 'D4', 'E4', 'F4', 'G4'].map(midi))
  })
  it('make a line up and down, twice, that ends on the lowest', () => {
    expect(written(knownLine(clarinet, ['C4', 'D4', 'E4'])).map(midi)).toEqual(
      ['C4', 'D4', 'E4', 'D4', 'C4', 'D4', 'E4', 'D4', 'C4'].map(midi),
    )
    expect(written(knownLine(clarinet, ['C4', 'D4'])).map(midi)).toEqual(
      ['C4', 'D4', 'C4', 'D4', 'C4'].map(midi),
    )
  })
})
