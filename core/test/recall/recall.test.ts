import { createEmptyCard, fsrs, Rating } from 'ts-fsrs'
import { describe, expect, it } from 'vitest'
import {
  aboutMove,
  aboutNote,
  choices,
  dueBy,
  gradeOf,
  gradeOfMove,
  nextAbout,
  remembered,
  type Review,
} from '@halitus/core/recall'

const at = (day: number, hour = 10) => `2026-03-${String(day).padStart(2, '0')}T${hour}:00:00`
const review = (about: string, grade: Review['grade'], day: number, hour = 10): Review => ({
  about,
  grade,
  at: at(day, hour),
})

describe('grades', () => {
  it.each([
    [true, 2.9, 'easy'],
    [true, 3, 'easy'],
    [true, 3.1, 'good'],
    [true, 8, 'good'],
    [true, 8.1, 'hard'],
    [false, 1, 'again'],
  ] as const)('right %s after %s s is %s', (right, seconds, grade) =>
    expect(gradeOf(right, seconds)).toBe(grade),
  )
  it.each([
    [8, 8, 'easy'],
    [17, 20, 'good'],
    [16, 20, 'hard'],
    [12, 20, 'hard'],
    [11, 20, 'again'],
    [0, 0, 'again'],
  ] as const)('%s of %s clean is %s', (clean, tries, grade) => expect(gradeOfMove(clean, tries)).toBe(grade))
})

describe('when something comes again', () => {
  it('counts answers by their moments, in whatever order they came in', () => {
    const inOrder = [
      review('note E4', 'good', 1),
      review('note E4', 'hard', 4),
      review('note E4', 'again', 9),
    ]
    const [first, second, third] = inOrder as [Review, Review, Review]
    // A clock that was put right, a file read out of order: the same answers, the same day.
    for (const order of [
      [third, first, second],
      [second, third, first],
      [third, second, first],
    ])
      expect(remembered(order)).toEqual(remembered(inOrder))
  })
  it('is what the published scheduler says, review by review', () => {
    // ts-fsrs itself, driven by hand.
    const scheduler = fsrs({ enable_fuzz: false, enable_short_term: false, request_retention: 0.9 })
    const days: [number, Rating.Good | Rating.Hard | Rating.Again][] = [
      [1, Rating.Good],
      [4, Rating.Hard],
      [9, Rating.Again],
      [10, Rating.Good],
    ]
    let card = createEmptyCard(new Date(`${at(1)}Z`))
    for (const [day, rating] of days) card = scheduler.next(card, new Date(`${at(day)}Z`), rating).card
    const [own] = remembered([
      review('note E4', 'good', 1),
      review('note E4', 'hard', 4),
      review('note E4', 'again', 9),
      review('note E4', 'good', 10),
    ])
    expect(own!.due).toBe(card.due.toISOString().slice(0, 19))
    expect(own!.stabilityDays).toBe(card.stability)
    expect(own).toMatchObject({ about: 'note E4', reviews: 4, lapses: 1, last: 'good' })
  })
  it('comes later the easier it was, and sooner after it was forgotten', () => {
    const dueDay = (grade: Review['grade']) => remembered([review('note E4', grade, 1)])[0]!.due
    expect(dueDay('again') < dueDay('good')).toBe(true)
    expect(dueDay('good') < dueDay('easy')).toBe(true)
  })
  it('takes the worst answer of a day for the day', () => {
    const once = remembered([review('note E4', 'again', 1)])
    const twice = remembered([review('note E4', 'again', 1), review('note E4', 'easy', 1, 11)])
    const other = remembered([review('note E4', 'easy', 1), review('note E4', 'again', 1, 11)])
    expect(twice).toEqual(once)
    expect(other[0]!.last).toBe('again')
  })
  it('puts the earliest first and tells what is due by the end of a day', () => {
    const all = remembered([review('note E4', 'easy', 1), review('note F4', 'again', 1)])
    expect(all.map((r) => r.about)).toEqual(['note F4', 'note E4'])
    const day = Number(all[0]!.due.slice(8, 10))
    expect(dueBy(all, at(day - 1, 23))).toEqual([])
    // Due at ten, it is due from that morning on.
    expect(dueBy(all, at(day, 0o7)).map((r) => r.about)).toEqual(['note F4'])
  })
  it('knows nothing of who was never asked', () => expect(remembered([])).toEqual([]))
})

describe('what is asked', () => {
  it('files two spellings of a note, and there and back of a move, as one', () => {
    expect(aboutNote('A#4')).toBe(aboutNote('B♭4'))
    expect(aboutMove('B4', 'A4')).toBe('move A4 B4')
    expect(aboutMove('A4', 'B4')).toBe('move A4 B4')
  })
  const all = remembered([
    review('note E4', 'easy', 1),
    review('note F4', 'again', 1),
    review('note C4', 'good', 1),
  ])
  it('asks what is due, then what was never asked, then the next one', () => {
    expect(nextAbout(['E4', 'F4', 'G4'], all, at(30))).toBe('note F4')
    expect(nextAbout(['E4', 'G4'], all, at(1))).toBe('note G4')
    expect(nextAbout(['E4', 'F4'], all, at(1))).toBe('note F4')
  })
  it('doesn’t ask the same twice running where there is another', () => {
    expect(nextAbout(['E4', 'F4', 'G4'], all, at(30), 'note F4')).not.toBe('note F4')
    expect(nextAbout(['F4'], all, at(30), 'note F4')).toBe('note F4')
    expect(nextAbout([], all, at(30))).toBeUndefined()
  })
  it('lets choose among the nearest known names, the right one in its place', () => {
    expect(choices('G4', ['C4', 'E4', 'F4', 'A4', 'C6'])).toEqual(['E4', 'F4', 'G4', 'A4'])
    expect(choices('G4', ['A4'])).toEqual(['G4', 'A4'])
    expect(choices('G4', ['G4', 'A4', 'B4', 'C5', 'D5'], 2)).toEqual(['G4', 'A4'])
  })
})
