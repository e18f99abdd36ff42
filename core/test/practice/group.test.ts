import { describe, expect, it } from 'vitest'
import { instrument, type InstrumentId } from '@halitus/core/instruments'
import { parseNote } from '@halitus/core/pitch'
import { commonNote, longestSilence, planGroup, type Member } from '@halitus/core/practice'

const member = (id: string, on: InstrumentId, notes: string[], eased = false): Member => ({
  id,
  inst: instrument(on),
  notes,
  eased,
})
const flute = member('pim', 'flute', ['B4', 'A4', 'G4', 'F4'])
const clarinet = member('saskia', 'clarinet', ['G4', 'F4', 'E4'])
const alto = member('leopold', 'alto-sax', ['B4', 'A4', 'G4', 'D5'])

describe('one note for all', () => {
  it('is one concert note, as each reads it', () => {
    // Concert F: F on the flute, G on a clarinet in B♭, D on an alto in E♭ (transpositions: instruments' own data).
    expect(commonNote([flute, clarinet, alto])).toEqual({
      concert: 'F',
      reads: [
        { id: 'pim', written: 'F4' },
        { id: 'saskia', written: 'G4' },
        { id: 'leopold', written: 'D5' },
      ],
    })
    const pitches = [flute, clarinet, alto].map((m, k) => {
      const { written } = commonNote([flute, clarinet, alto])!.reads[k]!
      return (parseNote(written!).midi + m.inst.transposition + 120) % 12
    })
    expect(new Set(pitches).size).toBe(1)
  })
  it('asks nobody for a note that isn’t known', () => {
    const beginner = member('new', 'alto-sax', ['B4'])
    const { reads } = commonNote([flute, clarinet, beginner])!
    for (const [k, m] of [flute, clarinet, beginner].entries())
      if (reads[k]!.written) expect(m.notes).toContain(reads[k]!.written)
    expect(reads.filter((r) => r.written)).toHaveLength(2)
  })
  it('is none where nobody knows one', () =>
    expect(commonNote([member('a', 'flute', []), member('b', 'oboe', [])])).toBeUndefined())
})

describe('a lesson for several', () => {
  const many = (n: number, eased = false) =>
    Array.from({ length: n }, (_, k) => member(`m${k}`, 'clarinet', ['G4', 'F4', 'E4'], eased && k === 0))
  it.each([2, 3, 4, 5, 6, 7, 8].flatMap((n) => [15, 20, 30, 45, 60].map((m) => [n, m] as const)))(
    'of %i in %i minutes leaves nobody silent for longer than two',
    (n, minutes) => {
      const plan = planGroup(many(n), minutes)
      expect(plan.threads).toHaveLength(n)
      for (const { spans, airS } of plan.threads) {
        expect(longestSilence(spans)).toBeLessThanOrEqual(120)
        // Without a gap, from the beginning to the end.
        expect(spans[0]!.fromS).toBe(0)
        expect(spans.at(-1)!.toS).toBe(60 * minutes)
        spans.slice(1).forEach((s, k) => expect(s.fromS).toBe(spans[k]!.toS))
        expect(airS).toBeGreaterThan(60)
      }
      expect(plan.blocks.map((b) => b.id)).toEqual([
        'set-up',
        'breath',
        'one-note',
        'echo',
        'together',
        'cards',
      ])
      expect(plan.blocks.at(-1)!.toS).toBe(60 * minutes)
    },
  )
  it('lets who was dizzy play less', () => {
    const air = planGroup(many(3, true), 30).threads.map((t) => t.airS)
    expect(air[0]).toBeLessThan(air[1]!)
  })
  it('gives each the note as it is read', () => {
    const plan = planGroup([flute, clarinet, alto], 30)
    expect(plan.threads.map((t) => t.written)).toEqual(['F4', 'G4', 'D5'])
    expect(plan.blocks[2]!.title).toBe('one note: concert F')
  })
})
