import { describe, expect, it } from 'vitest'
import { lanesOf, movementOf } from '@halitus/core/practice'
import type { Series } from '@halitus/core/records'

const TODAY = '2026-11-30T12:00:00'
/** A day so many days before today. */
const ago = (days: number) => new Date(Date.UTC(2026, 10, 30 - days)).toISOString().slice(0, 10) + 'T12:00:00'
const series = (points: [days: number, value: number][], more: Partial<Series> = {}): Series => ({
  kind: 'long-tone',
  about: 'E4',
  title: 'Long tone E4',
  name: 'held',
  unit: 's',
  better: 'more',
  race: true,
  points: points.map(([days, value]) => ({ at: ago(days), value, aim: null, reached: true })),
  ...more,
})
const movement = (points: [number, number][], more: Partial<Series> = {}) =>
  movementOf(series(points, more), TODAY).movement

describe('what a number did in four weeks', () => {
  it.each([
    // A twentieth of 20 s is one second: just below, at, above.
    [20.9, 'still'],
    [21, 'moved'],
    [21.1, 'moved'],
    [19.1, 'still'],
    [19, 'back'],
  ])('from 20 s to %f s: %s', (now, said) =>
    expect(
      movement([
        [60, 20],
        [50, 20],
        [40, 20],
        [14, now],
        [7, now],
        [1, now],
      ]),
    ).toBe(said),
  )
  it('less of what should be less is a move', () => {
    expect(
      movement(
        [
          [40, 20],
          [1, 10],
        ],
        { better: 'less' },
      ),
    ).toBe('moved')
    expect(
      movement(
        [
          [40, 10],
          [1, 20],
        ],
        { better: 'less' },
      ),
    ).toBe('back')
  })
  it.each([
    // Before, the numbers lie 4 s about their middle: less than that is scatter.
    [23.9, 'still'],
    [24, 'moved'],
  ])('what scatters by four seconds moved only beyond them: %f s, %s', (now, said) =>
    expect(
      movement([
        [60, 16],
        [50, 20],
        [40, 24],
        [14, now],
        [7, now],
        [1, now],
      ]),
    ).toBe(said),
  )
  it('one good day is no movement, and one bad one isn’t either', () => {
    expect(
      movement([
        [60, 20],
        [50, 20],
        [40, 20],
        [14, 20],
        [7, 30],
        [1, 20],
      ]),
    ).toBe('still')
    expect(
      movement([
        [60, 20],
        [50, 20],
        [40, 20],
        [14, 20],
        [7, 20],
        [1, 5],
      ]),
    ).toBe('still')
  })
  it.each([
    [28, 'new'],
    [29, 'moved'],
  ])('a first number %i days ago: %s', (days, said) =>
    expect(
      movement([
        [days, 10],
        [1, 20],
      ]),
    ).toBe(said),
  )
  it('nothing lately says nothing, and so does a number that was always 0', () => {
    expect(
      movement([
        [60, 10],
        [40, 20],
      ]),
    ).toBe('new')
    expect(
      movement([
        [40, 0],
        [1, 0],
      ]),
    ).toBe('still')
  })
  it('says by how much, towards the better', () =>
    expect(
      movementOf(
        series(
          [
            [40, 20],
            [1, 12],
          ],
          { better: 'less' },
        ),
        TODAY,
      ).better,
    ).toBe(8))
})

describe('lanes', () => {
  const tone = series(
    [
      [70, 5],
      [60, 6],
      [58, 7],
      [57, 8],
    ],
    { about: 'G4', title: 'Long tone G4' },
  )
  const worked = series([
    [56, 9],
    [10, 11],
  ])
  const breath = series([[3, 6]], { kind: 'breath-count', title: 'Breath count' })
  it('come in the order of a lesson, each led by what was worked on most in eight weeks', () => {
    const lanes = lanesOf([tone, worked, breath], TODAY)
    expect(lanes.map((l) => [l.stage, l.lead.title, l.all.length, l.now])).toEqual([
      ['breath', 'Breath count', 1, 6],
      ['sound', 'Long tone E4', 2, 11],
    ])
  })
  it('of two worked on as much, the one with the longer history leads', () => {
    const longer = series(
      [
        [90, 4],
        [80, 4],
        [20, 5],
        [10, 6],
      ],
      { about: 'C4', title: 'Long tone C4' },
    )
    expect(lanesOf([worked, longer], TODAY)[0]!.lead.title).toBe('Long tone C4')
    expect(lanesOf([longer, worked], TODAY)[0]!.lead.title).toBe('Long tone C4')
  })
  it('a number to beat stands before one that is only watched', () => {
    const watched = series(
      [
        [30, 1],
        [20, 1],
        [10, 1],
      ],
      { title: 'Pitch against loudness', race: false },
    )
    expect(lanesOf([watched, worked], TODAY)[0]!.lead.title).toBe('Long tone E4')
    expect(lanesOf([watched], TODAY)[0]!.lead.title).toBe('Pitch against loudness')
  })
  it('what happens at any stop has a lane of its own, the last', () => {
    const squeaks = series([[3, 60]], { kind: 'accident', title: 'Squeaks', better: 'less' })
    expect(lanesOf([squeaks, worked], TODAY).map((l) => l.stage)).toEqual(['sound', 'anywhere'])
  })
  it('nothing measured gives no lane', () => expect(lanesOf([series([])], TODAY)).toEqual([]))
})
