import { describe, expect, it } from 'vitest'
import { homeNote } from '@halitus/core/fingering'
import { allInstruments, instrument, isCharted, toListenFor, underSchools } from '@halitus/core/instruments'
import { parseNote } from '@halitus/core/pitch'

const clarinet = instrument('clarinet')
describe('the note to try things on', () => {
  for (const inst of allInstruments().filter(isCharted))
    it(`is one that is known, whichever three that are, on the ${inst.id}`, () => {
      const all = inst.teaching.firstNotes
      expect(homeNote(inst, [])).toBe(all[0])
      for (let k = 0; k + 3 <= all.length; k++) {
        const known = all.slice(k, k + 3)
        expect(known).toContain(homeNote(inst, known))
      }
    })
  it('is the first that is taught as long as that is known, else the one that is met first', () => {
    expect(homeNote(clarinet, ['C4', 'G4'])).toBe('G4')
    expect(homeNote(clarinet, ['C4', 'E4'])).toBe('E4')
    expect(homeNote(clarinet, ['G#5'])).toBe('G#5')
    expect(homeNote(underSchools(clarinet, { 'clarinet-first-notes': 'e-first' }), [])).toBe('E4')
  })
  it('may be known by another name', () => expect(homeNote(instrument('flute'), ['A#4'])).toBe('Bb4'))
})

describe('what the week is listened for', () => {
  it.each([
    ['bassoon', [], 'Does it begin the moment you want it to?'],
    ['bassoon', ['F3', 'E3', 'D3'], 'Does it begin the moment you want it to?'],
    ['bassoon', ['F3', 'A3'], 'Does A3 start without cracking downwards?'],
    ['alto-sax', ['B4', 'A4', 'G4'], 'One tone from beginning to end'],
    ['alto-sax', ['B4', 'D4'], 'Low notes without a gurgle'],
    ['soprano-recorder', ['B4', 'A4'], 'A quiet, even tone without a wobble'],
    ['soprano-recorder', ['B4', 'D4'], 'Low notes without a jump'],
    ['alto-recorder', ['E5', 'D5'], 'A quiet, even tone without a wobble'],
    ['alto-recorder', ['E5', 'G4'], 'Low notes without a jump'],
    ['chanter', ['A4', 'E5'], 'One pressure from beginning to end'],
    ['chanter', ['E5', 'Gb5'], 'No crossing noise between E and F'],
    ['clarinet', [], 'Does it begin the moment you want it to?'],
    ['clarinet', ['G4'], 'Does the pitch stay up when the tone gets louder?'],
    ['chanter', [], 'Does it begin the moment you want it to?'],
  ] as const)('on the %s with %j: %s', (id, known, words) =>
    expect(toListenFor(instrument(id), known)).toBe(words),
  )
  it('names no note that isn’t known, on any instrument', () => {
    for (const inst of allInstruments()) {
      const known = inst.teaching.firstNotes.slice(0, 3)
      const midis = new Set(known.map((n) => parseNote(n).midi))
      for (const [name] of toListenFor(inst, known).matchAll(/\b[A-G][♯♭]?\d\b/g))
        expect(midis.has(parseNote(name).midi), `${inst.id}: ${name}`).toBe(true)
    }
  })
})
