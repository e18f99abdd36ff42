import { describe, expect, it } from 'vitest'
import { countsUnder, lineOf, withStrokes, type Part } from '@halitus/core/tune'
import { abc } from './files.ts'

/** Which notes go on into the next by a slur: `~`. */
const slurs = (part: Part) =>
  lineOf(part)
    .notes.map((n) => (n.slurred ? '~' : '.'))
    .join('')

describe('other strokes than are written', () => {
  const part = abc('(cd)ef|gfed|(ce)gc|c2z2|')
  it('are laid over some bars and leave the others', () => {
    expect(slurs(part)).toBe('~.......~....')
    expect(slurs(withStrokes(part, { scheme: 'slur-two', from: 1, to: 1 }))).toBe('~...~.~.~....')
    expect(slurs(withStrokes(part, { scheme: 'tongued', from: 0, to: 0 }))).toBe('........~....')
  })
  it('slur all of it but what repeats its pitch', () => {
    expect(slurs(withStrokes(part, { scheme: 'slurred', from: 0, to: 3 }))).toBe('~~~~~~~~~~~..')
  })
  it('begin anew with the tongue at both ends, also out of a slur', () => {
    const long = abc('(cdef|gfed|cdef)|g4|')
    expect(slurs(withStrokes(long, { scheme: 'slur-two', from: 1, to: 1 }))).toBe('~~~.~.~.~~~..')
  })
  it('are refused when nobody knows them', () => {
    expect(() => withStrokes(part, { scheme: 'sideways' as never, from: 0, to: 1 })).toThrow(
      /“sideways” is no way to tongue; there are tongued, slurred/,
    )
  })
  it('change nothing where no note lies', () => {
    expect(withStrokes(abc('c4|z4|'), { scheme: 'slurred', from: 1, to: 1 }).bars[0]!.heads).toHaveLength(1)
  })
})

describe('counting under the notes', () => {
  const counts = (music: string, head?: string, id = 'count') => {
    const part = abc(music, head)
    return [...countsUnder(part, lineOf(part).notes, id)].map(([i, w]) => `${i}:${w}`).join(' ')
  }
  it('numbers beats, and what lies between them', () => {
    expect(counts('c d/e/ f z|g2 a2|')).toBe('0:1 1:2 2:and 3:3 4:1 5:3')
  })
  it('goes by the note that gets the beat', () => {
    expect(counts('c3 d3|', 'M:6/8\nL:1/8\nK:C')).toBe('0:1 1:4')
  })
  it('counts a tied note where it begins', () => {
    expect(counts('c2 d2-|d2 e2|')).toBe('0:1 1:3 2:3')
  })
  it('says syllables where a studio says them', () => {
    expect(counts('c d/e/ f2|', undefined, 'doo')).toBe('0:doo 1:du 2:bi 3:doo-oo')
    expect(counts('c4|', undefined, 'nothing')).toBe('')
  })
})
