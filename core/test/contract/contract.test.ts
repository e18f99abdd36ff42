import { describe, expect, it } from 'vitest'
import {
  cardPatch,
  check,
  ContractError,
  entryInput,
  learnerInput,
  lessonInput,
  moveQuestion,
  studioInput,
} from '@halitus/core/contract'

const learner = {
  name: 'Test',
  birthYear: 2015,
  instruments: ['flute'],
  schools: { attitude: 'observe' },
  minutesPerSession: 15,
  sessionsPerWeek: 5,
  note: '',
}
const failure = (run: () => unknown) => {
  try {
    run()
  } catch (error) {
    if (error instanceof ContractError) return { field: error.field, message: error.message }
    throw error
  }
  return undefined
}

describe('the contract', () => {
  it('takes what is right', () => expect(check(learnerInput, learner)).toEqual(learner))
  it.each([
    [{ ...learner, name: '' }, 'name', 'name is missing.'],
    [{ ...learner, birthYear: 1492 }, 'birthYear', 'birthYear is 1492; the least allowed is 1900.'],
    [{ ...learner, instruments: ['kazoo'] }, 'instruments[0]', 'instruments[0] is “kazoo”; allowed: flute'],
    [
      { ...learner, sessionsPerWeek: 2.5 },
      'sessionsPerWeek',
      'sessionsPerWeek is 2.5; it must be a whole number.',
    ],
    [{ ...learner, sessionsPerWeek: '5' }, 'sessionsPerWeek', 'sessionsPerWeek is “5”; it must be a number.'],
    [{ ...learner, admin: true }, '', 'There is a field nobody knows: admin.'],
    [{ ...learner, note: 'x'.repeat(1001) }, 'note', 'note is too long; at most 1000 characters.'],
  ])('names field, value and what is allowed (%#)', (input, field, message) => {
    const found = failure(() => check(learnerInput, input))
    expect(found?.field).toBe(field)
    expect(found?.message).toContain(message)
  })
  it('checks an entry by its kind', () => {
    const entry = {
      id: 'e1',
      stage: 'fingers',
      kind: 'move',
      provenance: 'tapped',
      data: { from: 'A4', to: 'B♭4', clean: 3, tries: 8, late: null },
    }
    expect(check(entryInput, entry)).toEqual(entry)
    expect(
      failure(() => check(entryInput, { ...entry, data: { ...entry.data, to: 'H4' } }))?.message,
    ).toContain('data.to: “H4” is not a note')
    expect(failure(() => check(entryInput, { ...entry, kind: 'poem' }))?.message).toContain(
      'kind is “poem”; allowed: note',
    )
    expect(failure(() => check(entryInput, { ...entry, data: { ...entry.data, tries: 0 } }))?.field).toBe(
      'data.tries',
    )
    expect(failure(() => check(entryInput, undefined))).toBeDefined()
  })
  it('refuses dates and numbers that are none', () => {
    const lesson = { id: 'a', instrument: 'flute', startsAt: '2026-03-20T18:00:00', minutes: 30 }
    expect(check(lessonInput, lesson)).toEqual(lesson)
    for (const startsAt of ['2026-02-30T18:00:00', '2026-03-20T18:00', '2026-03-20T18:00:00Z', '2026-03-20'])
      expect(failure(() => check(lessonInput, { ...lesson, startsAt }))?.message).toBe(
        `startsAt is “${startsAt}”; a moment is written 2026-03-20T18:30:00.`,
      )
    const studio = { name: 'S', place: '', schools: {} }
    expect(failure(() => check(studioInput, { ...studio, a4Hz: NaN }))?.field).toBe('a4Hz')
  })
  it('refuses what says nothing or can’t be kept', () => {
    const of = (more: object) => failure(() => check(learnerInput, { ...learner, ...more }))?.message
    expect(of({ name: '\u200b \u2060' })).toBe('name is empty; write at least one letter.')
    expect(of({ name: 'A\u0000b' })).toContain('name holds a NUL character')
    expect(of({ note: '\u0000' })).toContain('note holds a NUL character')
    expect(of({ instruments: ['flute', 'flute'] })).toBe('instruments names the same instrument twice.')
    expect(of({ schools: { nonsense: 'x' } })).toBe('schools has a field nobody knows: nonsense.')
    expect(of({ schools: { attitude: 'x' } })).toBe('schools.attitude is “x”; allowed: race, observe.')
    const entry = { id: 'e', stage: 'fingers', kind: {}, provenance: 'tapped', data: {} }
    expect(failure(() => check(entryInput, entry))?.field).toBe('kind')
  })
  it('keeps cards within what can be practised', () => {
    const row = { id: 'a', kind: 'tune', title: 'T', amount: '', minutes: 45, aim: '', notes: [] }
    const card = { version: 1, sessions: 5, listenFor: '', rows: [row] }
    const of = (...rows: object[]) => failure(() => check(cardPatch, { ...card, rows }))?.message
    expect(of(row, { ...row, id: 'b' })).toBeUndefined()
    expect(of(row, { ...row, id: 'b' }, { ...row, id: 'c', minutes: 1 })).toBe(
      'rows add up to more than 90 minutes.',
    )
    expect(of(row, row)).toBe('rows names the same row twice.')
    expect(of({ ...row, notes: ['C9'] })).toContain('octaves go from 0 to 8')
    expect(failure(() => check(cardPatch, { ...card, version: 2 ** 60 }))?.field).toBe('version')
  })
  it('takes a move between notes or touches', () => {
    expect(check(moveQuestion, { instrument: 'flute', from: 'D5', to: ['LT', 'L1'] })).toBeTruthy()
    expect(failure(() => check(moveQuestion, { instrument: 'flute', from: 'D5' }))?.field).toBe('to')
  })
})
