import { describe, expect, it } from 'vitest'
import { byInitial, initialOf, isMeant } from '@/studio/learners/roster.ts'
import { dayName } from '@/base/words.ts'

const zoe = { name: 'Zoë Marlin-Vane', instruments: ['alto-sax' as const] }

describe('who is meant by what is typed', () => {
  it.each([
    ['', true],
    ['zoe', true],
    ['ZOË', true],
    ['mar z', true],
    ['vane', true],
    ['alto', true],
    ['sax', true],
    // In the middle of a word nobody looks for a name.
    ['arlin', false],
    ['zoe flute', false],
    ['clar', false],
  ])('“%s” means her: %s', (typed, meant) => expect(isMeant(zoe, typed)).toBe(meant))
})

describe('initials', () => {
  it('know letters with accents, and what is none', () => {
    expect(['Émile', 'ola', '  Uma', '3rd row', 'Ødger', 'Лев'].map(initialOf)).toEqual([
      'E',
      'O',
      'U',
      '#',
      'Ø',
      'Л',
    ])
  })
  it('hold names in the order of the alphabet', () => {
    const groups = byInitial([
      { name: 'Bo' },
      { name: 'Émile' },
      { name: 'Ada' },
      { name: 'Edda' },
      { name: 'Abel' },
    ])
    expect(groups.map((g) => [g.initial, g.learners.map((l) => l.name)])).toEqual([
      ['A', ['Abel', 'Ada']],
      ['B', ['Bo']],
      ['E', ['Edda', 'Émile']],
    ])
  })
})

describe('a day', () => {
  it('has its year where that isn’t this one', () => {
    expect(dayName('2026-03-20', '2026-11-29T10:00:00')).toBe('Fri 20 Mar')
    expect(dayName('2025-12-31T18:00:00', '2026-01-01')).toBe('Wed 31 Dec 2025')
    expect(dayName('2026-01-01', '2025-12-31')).toBe('Thu 1 Jan 2026')
  })
})
