import { describe, expect, it } from 'vitest'
import { allInstruments, instrument } from '@halitus/core/instruments'
import { hzOfMidi, noteName, parseNote } from '@halitus/core/pitch'
import {
  checkEntry,
  hasOvertones,
  judgePartial,
  stepWalk,
  WALK_BEGINS_AT,
  walkBegins,
  walkNotes,
} from '@halitus/core/records'

const midi = (n: string) => parseNote(n).midi
const names = (id: string, known: string[] = []) => walkNotes(instrument(id), known).map((n) => n.written)

const chromatic = (inst: ReturnType<typeof instrument>) => {
  const [low, high] = inst.range.full.map(midi) as [number, number]
  return Array.from({ length: high - low + 1 }, (_, i) => noteName(low + i))
}

describe('the notes of an overtone walk', () => {
  it('are those that are known and lie inside a low fingering that is known, five at most', () => {
    expect(names('flute', ['B4', 'C5', 'D5', 'E4', 'C4', 'D4']).map(midi)).toEqual(['C5', 'D5'].map(midi))
    // D5 is the second partial of low D alone; who doesn't know that one isn't asked for it.
    expect(names('flute', ['C4', 'E4', 'C5', 'D5', 'E5']).map(midi)).toEqual(['C5', 'E5'].map(midi))
    expect(names('flute', chromatic(instrument('flute')))).toHaveLength(5)
    // The clarinet's tube has odd partials only: its first is the third of low E (Nederveen, Acoustical Aspects, 1969).
    expect(names('clarinet', ['E3', 'F3', 'B4', 'C5', 'E4']).map(midi)).toEqual(['B4', 'C5'].map(midi))
  })
  it('are none while fewer than two are known', () => {
    for (const known of [[], ['C5'], ['C4', 'C5'], ['B4', 'A4', 'G4']])
      expect(names('flute', known)).toEqual([])
  })
  it('are partials of their low fingerings, on every instrument that has them, and none elsewhere', () => {
    for (const inst of allInstruments()) {
      const walk = walkNotes(inst, chromatic(inst))
      expect(walk.length > 0, inst.id).toBe(hasOvertones(inst))
      for (const { written, way } of walk) {
        const hz = way.partial * hzOfMidi(midi(way.fingered))
        // Within half a semitone of the note it is to be: a partial bears its nearest name.
        expect(
          Math.abs(1200 * Math.log2(hz / hzOfMidi(midi(written)))),
          `${inst.id} ${written}`,
        ).toBeLessThan(50)
      }
    }
  })
})

describe('a walk', () => {
  it('goes a step on at a hit, and asks again at a miss', () => {
    const walk = [true, false, false, true, true].reduce(stepWalk, WALK_BEGINS_AT)
    expect(walk).toEqual({ at: 3, tries: 5, hits: 3 })
  })
  const walked = (hits: number, tries: number, begins: 'air' | 'tongue' = 'air') => ({
    at: '2026-03-01T10:00:00',
    data: { notes: ['C5', 'D5', 'E5', 'F5'], hits, tries, begins },
  })
  it.each([
    [[], 'air'],
    [[walked(4, 5)], 'tongue'],
    [[walked(4, 6)], 'air'],
    [[walked(3, 3)], 'air'],
    [[walked(4, 4), walked(3, 8, 'tongue')], 'air'],
    [[walked(4, 4), walked(4, 8, 'tongue')], 'tongue'],
  ] as const)('%#: the next one begins by %s', (list, begins) =>
    expect(walkBegins(list as never)).toBe(begins),
  )
  it('is refused where it can’t be', () => {
    const check = (id: string, more: object) =>
      checkEntry(instrument(id), {
        kind: 'overtone-walk',
        stage: 'sound',
        data: { notes: ['C5', 'D5'], hits: 1, tries: 2, begins: 'air', ...more },
      })
    expect(() => check('flute', {})).not.toThrow()
    expect(() => check('flute', { hits: 3, tries: 4 })).toThrow('data.hits is 3; at most the 2 notes.')
    expect(() => check('flute', { hits: 2, tries: 1 })).toThrow('data.hits is 2; at most the 1 tries.')
    expect(() => check('soprano-recorder', {})).toThrow('Overtones aren’t practised on this instrument.')
  })
})

describe('one try', () => {
  const flute = instrument('flute')
  const [, d] = walkNotes(flute, ['C4', 'D4', 'C5', 'D5'])
  const at = (factor: number, written = 'D5') =>
    judgePartial({ hz: factor * hzOfMidi(midi(d!.way.fingered)), written }, d!.way, flute, 440)
  it('says which partial came, and what to change', () => {
    expect(at(2.01)).toMatchObject({ hit: true, words: 'Partial 2: that one, +9 cents from pure.' })
    expect(at(2)).toMatchObject({ hit: true, words: 'Partial 2: that one, 0 cents from pure.' })
    expect(at(1)).toMatchObject({ hit: false, words: 'The low note itself: more speed, the same opening.' })
    expect(at(3)).toMatchObject({ hit: false, words: 'Partial 3, not 2: a little less speed.' })
    expect(at(1.5, 'A4')).toMatchObject({ hit: false, words: 'A4: no partial of this fingering.' })
  })
})
