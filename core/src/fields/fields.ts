import { array, number, object, string, type AnySchema, type ObjectShape } from 'yup'
import { INSTRUMENT_IDS } from '../instruments/index.ts'
import { NoteError, parseNote } from '../pitch/index.ts'
import { isDay, isMoment } from '../time/index.ts'
import './words.ts'

/** The stops of a lesson in order of work. */
export const STAGES = ['setup', 'breath', 'sound', 'tongue', 'fingers', 'tune', 'home'] as const
export type Stage = (typeof STAGES)[number]

/** Where a number comes from. What is simulated is shown as such and never moves anything of a learner. */
export const PROVENANCES = ['microphone', 'file', 'typed', 'tapped', 'home', 'simulated'] as const
export type Provenance = (typeof PROVENANCES)[number]

const nothing = (v: unknown) => v === undefined || v === null

const NO_NUL = [
  'readable',
  ({ path }: { path: string }) => `${path} holds a NUL character, which can’t be stored; leave it out.`,
  (v: string | undefined) => typeof v !== 'string' || !v.includes('\u0000'),
] as const

/** Half of a character: what a program cut in two. It can't be stored, and would come back as another one. */
const WHOLE = [
  'whole',
  ({ path }: { path: string }) => `${path} holds half of a character (a lone surrogate); type it again.`,
  (v: string | undefined) => typeof v !== 'string' || !/\p{Surrogate}/u.test(v),
] as const

/** Text that may be empty. */
export const text = (max: number) =>
  string()
    .defined()
    .max(max)
    .test(...NO_NUL)
    .test(...WHOLE)
/** Text that says something: not empty, and more than blanks and marks of no width. */
export const words = (max: number) =>
  string()
    .required()
    .max(max)
    .test(...NO_NUL)
    .test(...WHOLE)
    .test(
      'words',
      ({ path }) => `${path} is empty; write at least one letter.`,
      (v) => nothing(v) || v.replace(/[\s\p{Cf}\p{Cc}]/gu, '').length > 0,
    )

/**
 * What ends a line or turns the direction of writing (Unicode 15, 23.2 and 9 UAX #9): a name with it reads as another one, and
 * turns what stands beside it. Marks that only say how their neighbours are to be read (U+200E, U+200F) stay.
 */
const TURNS = /[\p{Cc}\u2028\u2029\u202A-\u202E\u2066-\u2069]/u
/** Without what a name can't hold. */
export const readable = (name: string): string => name.replace(new RegExp(TURNS, 'gu'), '')
/** A name: one line, in its own direction. */
export const name = (max: number) =>
  words(max)
    .trim()
    .test(
      'name',
      ({ path, value }) => {
        const sign = TURNS.exec(String(value))?.[0].codePointAt(0) ?? 0
        return `${path} holds a sign that isn’t seen and changes how it reads (U+${sign.toString(16).toUpperCase().padStart(4, '0')}); type it again.`
      },
      (v) => nothing(v) || !TURNS.test(v),
    )

/** An id: letters, digits, - and _, at most 64. */
export const id = () =>
  string()
    .required()
    .matches(
      /^[A-Za-z0-9_-]{1,64}$/,
      ({ path, value }) => `${path} is “${String(value)}”; letters, digits, - and _ only, at most 64.`,
    )

/** `2026-03-20T18:30:00`: local time, in the calendar, one form. */
export const moment = () =>
  string()
    .required()
    .test(
      'moment',
      ({ path, value }) => `${path} is “${String(value)}”; a moment is written 2026-03-20T18:30:00.`,
      (v) => nothing(v) || isMoment(v),
    )
/** `2026-03-20`, in the calendar. */
export const day = () =>
  string()
    .required()
    .test(
      'day',
      ({ path, value }) => `${path} is “${String(value)}”; a day is written 2026-03-20.`,
      (v) => nothing(v) || isDay(v),
    )

/** A number that is neither NaN nor infinite; bounds and unit are the field’s own. */
export const finite = () =>
  number()
    .required()
    .test(
      'finite',
      ({ path }) => `${path} must be a finite number.`,
      (v) => nothing(v) || Number.isFinite(v),
    )
/** A whole number from `min` to `max`. */
export const whole = (min: number, max: number) => number().required().integer().min(min).max(max)
/** How often something was saved; a writer names the one that was seen, from 0 where nothing may have been there. */
export const version = (from: 0 | 1 = 1) => whole(from, 1_000_000_000)

/** A written note in scientific notation, octaves 0 to 8, either kind of accidental. */
export const noteText = () =>
  string()
    .required()
    .test('note', (v, context) => {
      if (nothing(v)) return true
      try {
        const { octave } = parseNote(v)
        if (octave < 0 || octave > 8)
          return context.createError({ message: `${context.path} is “${v}”; octaves go from 0 to 8.` })
        return true
      } catch (error) {
        return context.createError({
          message: `${context.path}: ${error instanceof NoteError ? error.message : 'not a note.'}`,
        })
      }
    })

/** The id of an instrument in the registry. */
export const instrumentId = () => string().required().oneOf(INSTRUMENT_IDS)

/** An object with these fields and no others. */
export const strict = <T extends ObjectShape>(shape: T) => object(shape).noUnknown()

/** A list in which no two have the same key. */
export const uniqueBy = <S extends AnySchema>(of: S, key: (x: never) => unknown, what: string) =>
  array()
    .of(of)
    .required()
    .test(
      'unique',
      ({ path }) => `${path} names the same ${what} twice.`,
      (list) =>
        !list ||
        new Set(list.map((x) => (x === null || x === undefined ? x : key(x as never)))).size === list.length,
    )
