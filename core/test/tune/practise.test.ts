import { describe, expect, it } from 'vitest'
import { playable, practiceOrder, readPart, type Part } from '@halitus/core/tune'
import { abc } from './files.ts'

const part = playable(abc('GFGF|GEGE|FGFG|GABc|GFGF|GEGE|DFDF|E4|EFEF|G4|FEFE|E4|'), {
  instrument: 'clarinet',
  as: 'written',
  octave: 0,
})
const order = (minutes: number, of: Part = part) => practiceOrder(of, readPart(of), minutes, 80)
const said = (minutes: number) => order(minutes).map((s) => `${s.kind} ${s.title} ${s.minutes}`)

describe('the order in which a piece is practised', () => {
  it('goes from the hardest move to its bar, from two before, its phrase, then joined', () => {
    // Clarinet: A4 to B4, over the break, is the hardest (nine fingers).
    expect(said(16)).toEqual([
      'move A4 to B4 2',
      'bar bar 4 3',
      'before bars 2 to 4 4',
      'section bars 1 to 4 4',
      'joined joined 3',
    ])
  })
  it('takes the next hard place when there is time for it', () => {
    const kinds = order(40).map((s) => s.kind)
    expect(kinds.filter((k) => k === 'move').length).toBeGreaterThan(1)
    expect(kinds.at(-1)).toBe('joined')
  })
  it.each([1, 2, 5, 7, 10, 15, 16, 30])('fits into %s minutes', (minutes) => {
    const all = order(minutes).reduce((sum, s) => sum + s.minutes, 0)
    expect(all).toBeLessThanOrEqual(minutes)
    expect(order(minutes)[0]!.title).toBe('A4 to B4')
  })
  it('shortens before it drops', () => {
    expect(said(10)).toEqual(
      [
        'move A4 to B4 1',
        'bar bar 4 2',
        'before bars 2 to 4 3',
        'section bars 1 to 4 3',
        'joined joined 1',
      ].map((s) => expect.stringContaining(s.slice(0, -2))),
    )
    expect(order(10)).toHaveLength(5)
    expect(order(6).map((s) => s.kind)).toEqual(['move', 'bar', 'before', 'joined'])
  })
  it('gives each a ladder of its own, up to the tempo', () => {
    expect(order(16).map((s) => [s.ladder.from, s.ladder.to])).toEqual([
      [40, 80],
      [48, 80],
      [56, 80],
      [60, 80],
      [64, 80],
    ])
    expect(order(16)[0]!.ladder).toMatchObject({ by: 5, clean: 5 })
    expect(practiceOrder(part, readPart(part), 16, 20)[0]!.ladder.from).toBe(20)
  })
  it('practises one of bars that are alike', () => {
    const twice = playable(abc('GABc|FGFG|GABc|E4|'), { instrument: 'clarinet', as: 'written', octave: 0 })
    expect(
      order(30, twice)
        .filter((s) => s.kind === 'bar')
        .map((s) => s.title),
    ).toEqual(expect.not.arrayContaining(['bar 3']))
  })
  it('has something to say of a piece of one note', () => {
    const one = playable(abc('G4|'), { instrument: 'clarinet', as: 'written', octave: 0 })
    expect(order(5, one).map((s) => s.title)).toEqual(['bar 1'])
  })
})
