import { describe, expect, it } from 'vitest'
import {
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
  attitude: 'measure',
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
    const lesson = { id: 'a', instrument: 'flute', startsAt: '2026-02-30T18:00x', minutes: 30 }
    expect(failure(() => check(lessonInput, lesson))?.message).toContain('a date is written 2026-03-20')
    expect(failure(() => check(studioInput, { name: 'S', place: '', a4Hz: NaN }))?.field).toBe('a4Hz')
  })
  it('takes a move between notes or touches', () => {
    expect(check(moveQuestion, { instrument: 'flute', from: 'D5', to: ['LT', 'L1'] })).toBeTruthy()
    expect(failure(() => check(moveQuestion, { instrument: 'flute', from: 'D5' }))?.field).toBe('to')
  })
})
