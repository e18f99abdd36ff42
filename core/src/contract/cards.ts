import { array, boolean, string, type InferType } from 'yup'
import {
  day,
  finite,
  id,
  instrumentId,
  moment,
  name,
  noteText,
  STAGES,
  strict,
  text,
  uniqueBy,
  version,
  whole,
  words,
} from '../fields/index.ts'
import { NAMINGS, type Naming } from '../pitch/index.ts'
import { SESSION_MINUTES, SESSIONS } from '../practice/index.ts'
import { printedLine, type CardRowKind } from '../records/index.ts'
import { TROUBLES, type Trouble } from '../trouble/index.ts'

export { TROUBLES, type Trouble }

const ROW_KINDS = STAGES.filter((s): s is CardRowKind => s !== 'home')
export const cardRow = strict({
  id: id(),
  kind: string().required().oneOf(ROW_KINDS),
  title: words(120),
  amount: text(200),
  minutes: whole(0, 60),
  aim: text(300),
  notes: array().of(noteText()).required().max(8),
  ...printedLine(160),
  why: text(300).optional(),
  asks: strict({
    goal: text(40),
    about: text(64),
    value: finite().min(0).max(10_000).nullable().defined(),
    unit: text(20),
  }).optional(),
})
const rows = () => uniqueBy(cardRow, (r: { id: string }) => r.id, 'row').max(12)

/** A card may be longer than the session it was composed for, but not endless. */
const MOST_MINUTES = 2 * SESSION_MINUTES.high
export const cardPatch = strict({
  version: version(),
  sessions: whole(SESSIONS.low, SESSIONS.high),
  listenFor: text(200),
  rows: rows().test(
    'minutes',
    ({ path }) => `${path} add up to more than ${MOST_MINUTES} minutes.`,
    (list) =>
      !list ||
      list.reduce((sum, r) => sum + ((r as { minutes?: number } | null)?.minutes ?? 0), 0) <= MOST_MINUTES,
  ),
})
export type CardPatch = InferType<typeof cardPatch>

/** Who signed off a child's week, by the name that was typed. */
const signed = strict({ by: name(80), at: moment() })
export type Signed = InferType<typeof signed>
export const signInput = strict({ by: name(80) })
export const cardRecord = strict({
  id: id(),
  learnerId: id(),
  lessonId: id(),
  instrument: instrumentId(),
  from: day(),
  version: version(),
  sessions: whole(SESSIONS.low, SESSIONS.high),
  listenFor: text(200),
  rows: array().of(cardRow).required().max(12),
  /** What found no room on it. */
  left: array().of(cardRow).max(100).default([]),
  /** The adult who saw that it was practised. */
  signed: signed.nullable().notRequired().default(null),
})
export type CardRecord = InferType<typeof cardRecord>

/** The version of the card that is composed anew, 0 for none; without it whatever stands there is replaced. */
export const composeInput = strict({ version: version(0).optional() })
export type ComposeInput = { version?: number | undefined }

/** When something was done at home, by the sender's clock; it may be sent much later. */
const doneAt = () => moment().optional()
export const tickInput = strict({ at: doneAt() })
export type TickInput = { at?: string | undefined }
/** The week of the card that was seen: a link leads to the newest one, which may be another by the time this comes. */
export const cardQuery = strict({ from: day().optional() })
export type CardQuery = { from?: string | undefined }
export const reportInput = strict({
  id: id(),
  kind: string().required().oneOf(TROUBLES),
  text: text(500),
  at: doneAt(),
})
export const tick = strict({ rowId: id(), session: whole(1, SESSIONS.high), at: moment() })
/** Units in which something is noted at home. */
export const NUMBER_UNITS = ['s', 'clicks', 'counts', 'cents', 'a minute', 'hits', 'times'] as const
const aNumber = {
  id: id(),
  value: finite().min(0).max(10_000),
  unit: string().required().oneOf(NUMBER_UNITS),
  /** Heard by the learner's own device; otherwise written down. */
  measured: boolean().required(),
}
/** A number that came back from home, for one row in one session. */
export const numberInput = strict({ ...aNumber, at: doneAt() })
export type NumberInput = {
  id: string
  value: number
  unit: NumberUnit
  measured: boolean
  at?: string | undefined
}
export type NumberUnit = (typeof NUMBER_UNITS)[number]
export const homeNumber = strict({ ...aNumber, row: id(), session: whole(1, SESSIONS.high), at: moment() })
export const report = strict({ id: id(), kind: string().required().oneOf(TROUBLES), text: text(500) })
  .shape({
    at: moment(),
    /** When the teacher said that it was seen. */
    seenAt: moment().nullable().defined(),
  })
  .noUnknown()
export const seenInput = strict({ seen: boolean().required() })
export const cardAnswer = cardRecord
  .shape({
    learnerName: string().required(),
    /** The fingering system that this learner is taught. */
    system: string().required(),
    /** How notes are named in this studio. */
    noteNames: string<Naming>()
      .required()
      .oneOf(NAMINGS.map((n) => n.id)),
    /** The pitch that the studio tunes to, Hz. */
    a4Hz: finite().required(),
    /** True when notes read without the numbers of their octaves. */
    forChild: boolean().required(),
    /** True when an adult signs the card. */
    needsSignature: boolean().required(),
    ticks: array().of(tick).required(),
    reports: array().of(report).required(),
    /** What came back from home, oldest first. */
    numbers: array().of(homeNumber).required(),
  })
  .noUnknown()
export type CardAnswer = InferType<typeof cardAnswer>

export const pdfQuery = strict({ paper: string().oneOf(['A4', 'Letter'] as const) })
/** On one page; large print may take more. */
export const cardPdfQuery = pdfQuery
  .shape({
    print: string().oneOf(['large'] as const),
    /** With a page for the adult at home behind it. */
    adult: string().oneOf(['page'] as const),
  })
  .noUnknown()
/** When practice begins, hour and minute. */
export const practiceQuery = strict({
  at: string().matches(
    /^([01]\d|2[0-3]):[0-5]\d$/,
    ({ path, value }) => `${path} is “${value}”; it is a time as 17:30.`,
  ),
})
export type PracticeQuery = { at?: string | undefined }
export const chartQuery = pdfQuery.shape({ instrument: instrumentId() }).noUnknown()
