import { describe, expect, it } from 'vitest'
import { array, boolean, number, object, string } from 'yup'
import {
  canonical,
  check,
  ContractError,
  day,
  finite,
  id,
  instrumentId,
  moment,
  name,
  noteText,
  readable,
  strict,
  text,
  uniqueBy,
  whole,
  words,
} from '@halitus/core/fields'

/** What a field says of a value; undefined when it takes it. */
function says(field: unknown, value: unknown): string | undefined {
  try {
    check(strict({ x: field as never }), { x: value })
    return undefined
  } catch (error) {
    expect(error).toBeInstanceOf(ContractError)
    return (error as Error).message
  }
}

describe('fields take what is right and say what is allowed', () => {
  it.each([
    [id(), 'a', undefined],
    [id(), 'A-b_9'.padEnd(64, 'x'), undefined],
    [id(), 'x'.repeat(65), 'letters, digits, - and _ only, at most 64.'],
    [id(), 'a b', 'x is “a b”; letters, digits, - and _ only, at most 64.'],
    [id(), 'a\nb', 'letters, digits'],
    [id(), '', 'x is missing.'],
    [text(3), '', undefined],
    [text(3), 'abc', undefined],
    [text(3), 'abcd', 'x is too long; at most 3 characters.'],
    [text(3), undefined, 'x is missing.'],
    [text(3), 5, 'x is 5; it must be a string.'],
    [text(3), 'a\u0000', 'x holds a NUL character, which can’t be stored; leave it out.'],
    [words(5), 'abcde', undefined],
    [words(5), 'abcdef', 'x is too long; at most 5 characters.'],
    [words(5), ' \u200b', 'x is empty; write at least one letter.'],
    [words(5), 'a\u0000', 'x holds a NUL character'],
    [words(5), '', 'x is missing.'],
    [name(9), 'Zoë שרה', undefined],
    // Marks beside letters of another direction are common where both are written.
    [name(9), 'שרה\u200f!', undefined],
    [name(9), 'a\u202eb', 'x holds a sign that isn’t seen and changes how it reads (U+202E); type it again.'],
    [name(9), 'a\u2066b', 'isn’t seen and changes how it reads (U+2066)'],
    [name(9), 'a\u2069', '(U+2069)'],
    [name(9), 'a\nb', '(U+000A)'],
    [name(9), 'a\u001bb', '(U+001B)'],
    [name(9), 'a\u202fb', undefined],
    [moment(), '2026-03-20T18:30:00', undefined],
    [moment(), '2026-03-20', 'x is “2026-03-20”; a moment is written 2026-03-20T18:30:00.'],
    [moment(), undefined, 'x is missing.'],
    [day(), '2026-03-20', undefined],
    [day(), '2026-02-30', 'x is “2026-02-30”; a day is written 2026-03-20.'],
    [day(), undefined, 'x is missing.'],
    [day().nullable(), null, undefined],
    [finite(), 0.5, undefined],
    [finite(), Infinity, 'x must be a finite number.'],
    [finite(), NaN, 'x is null; it must be a number.'],
    [finite(), undefined, 'x is missing.'],
    [whole(1, 3), 0, 'x is 0; the least allowed is 1.'],
    [whole(1, 3), 1, undefined],
    [whole(1, 3), 3, undefined],
    [whole(1, 3), 4, 'x is 4; the most allowed is 3.'],
    [whole(1, 3), 1.5, 'x is 1.5; it must be a whole number.'],
    [noteText(), 'B♭4', undefined],
    [noteText(), 'C0', undefined],
    [noteText(), 'B8', undefined],
    [noteText(), 'C9', 'x is “C9”; octaves go from 0 to 8.'],
    [noteText(), 'B-1', 'octaves go from 0 to 8.'],
    [noteText(), 'H4', 'x: “H4” is not a note.'],
    [noteText(), undefined, 'x is missing.'],
    [instrumentId(), 'oboe', undefined],
    [instrumentId(), 'kazoo', 'x is “kazoo”; allowed: flute, clarinet'],
    [uniqueBy(string().required(), (s: string) => s, 'thing'), ['a', 'b'], undefined],
    [uniqueBy(string().required(), (s: string) => s, 'thing'), ['a', 'a'], 'x names the same thing twice.'],
    [uniqueBy(string().required(), (s: string) => s, 'thing'), undefined, 'x is missing.'],
    [array().of(number()).required().min(2), [1], 'x must have at least 2.'],
    [array().of(number()).required().max(1), [1, 2], 'x may have at most 1.'],
    [array().of(number()).required(), {}, 'it must be a list.'],
    [string().required().min(3), 'ab', 'x is “ab”; it must have at least 3 characters.'],
    [string().required().matches(/z/), 'ab', 'x is “ab”; that is not how it is written.'],
    [string().required().oneOf(['a', 'b']), 'y'.repeat(80), `x is “${'y'.repeat(60)}”; allowed: a, b.`],
    [boolean().required(), 1, 'x is 1; it must be a boolean.'],
    [strict({ y: number() }), { z: 1 }, 'x has a field nobody knows: z.'],
  ])('%#', (field, value, sentence) => {
    const said = says(field, value)
    if (sentence === undefined) expect(said).toBeUndefined()
    else expect(said).toContain(sentence)
  })
})

describe('the check', () => {
  const schema = strict({ a: number().required(), b: number().required() })
  const failing = (value: unknown) => {
    try {
      check(schema, value)
    } catch (error) {
      return error as ContractError
    }
    return undefined
  }
  it('gives the value back, and names the first thing that is wrong', () => {
    const value = { a: 1, b: 2 }
    expect(check(schema, value)).toEqual(value)
    expect(failing({ a: 'x', b: 'y' })).toMatchObject({ name: 'ContractError', code: 'invalid', field: 'a' })
    expect(failing({ a: 1 })).toMatchObject({ field: 'b', message: 'b is missing.' })
    expect(failing({ a: '1', b: 2 })?.message).toBe('a is “1”; it must be a number.')
  })
  it('wants something at all, and lets faults of ours through', () => {
    for (const nothing of [undefined, null])
      expect(failing(nothing)).toMatchObject({
        field: '',
        message: 'Nothing was sent where an object is expected.',
      })
    expect(failing({ a: 1, b: 2, c: 3 })).toMatchObject({
      field: '',
      message: 'There is a field nobody knows: c.',
    })
    const broken = object({
      a: number().test('bug', () => {
        throw new TypeError('ours')
      }),
    })
    expect(() => check(broken, { a: 1 })).toThrow('ours')
  })
})

describe('a value as canonical text', () => {
  it('is the same however its objects are ordered, at any depth, and keeps the order of lists', () => {
    expect(canonical({ b: { d: 1, c: [2, { f: 3, e: 4 }] }, a: null })).toBe(
      '{"a":null,"b":{"c":[2,{"e":4,"f":3}],"d":1}}',
    )
    expect(canonical([2, 1])).not.toBe(canonical([1, 2]))
    expect(canonical(undefined)).toBe(canonical(null))
    expect(canonical('')).not.toBe(canonical(null))
  })
})

it('a name from before is read without what isn’t seen', () => {
  expect(readable('Ab\u202eba\u2069 \u0007x\nŠ')).toBe('Abba xŠ')
})
