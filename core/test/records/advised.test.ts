import { describe, expect, it } from 'vitest'
import { advisedIn, ADVISING, type EntryRecord } from '@halitus/core/records'

let seq = 0
const entry = (learnerId: string, kind: string, data: object, more: object = {}) =>
  ({
    id: `e${++seq}`,
    seq,
    lessonId: 'l',
    learnerId,
    instrument: 'clarinet',
    stage: 'sound',
    at: '2026-12-01T10:00:00',
    provenance: 'tapped',
    kind,
    data,
    ...more,
  }) as unknown as EntryRecord & { learnerId: string }
const heavy = (helped: string) => ({
  answers: [{ question: 'thump', outcome: 'thump' }],
  cause: 'heavy',
  helped,
})
const squeak = (ended: string) => ({
  complaint: 'squeak',
  notes: [],
  cause: 'leak',
  ended,
  tried: [],
  seconds: 60,
  tell: '',
})

describe('advice that was tried', () => {
  it('is counted by what it was for, what was tried most first', () => {
    const found = advisedIn([
      entry('ada', 'tongue-fault', heavy('yes')),
      entry('bo', 'tongue-fault', heavy('no')),
      entry('bo', 'tongue-fault', heavy('yes')),
      entry('ada', 'accident', squeak('helped')),
    ])
    expect(found.map(({ kind, helped, tried, learners }) => [kind, helped, tried, learners])).toEqual([
      ['tongue-fault', 2, 3, 2],
      ['accident', 1, 1, 1],
    ])
    expect(found[0]!.words).toMatch(/tongue/i)
  })
  it('counts nothing that wasn’t tried, was simulated, or advises nothing', () => {
    expect(
      advisedIn([
        entry('ada', 'tongue-fault', heavy('not tried')),
        entry('ada', 'tongue-fault', heavy('yes'), { provenance: 'simulated' }),
        entry('ada', 'note', { text: 'x' }),
      ]),
    ).toEqual([])
  })
  it('tells what helped more first where as much was tried', () => {
    const order = advisedIn([
      entry('ada', 'accident', squeak('unsolved')),
      entry('ada', 'tongue-fault', heavy('yes')),
    ]).map((a) => a.kind)
    expect(order).toEqual(['tongue-fault', 'accident'])
  })
  it('leaves out a line that can’t be read, and nothing else with it', () => {
    const broken = entry('ada', 'tongue-fault', null as never)
    expect(advisedIn([broken, entry('ada', 'tongue-fault', heavy('yes'))])).toHaveLength(1)
  })
  it('comes from what is asked at the tongue, the mouth and a squeak', () =>
    expect([...ADVISING].sort()).toEqual(['accident', 'mouth', 'tongue-fault']))
})
