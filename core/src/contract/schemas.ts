import {
  array,
  boolean,
  lazy,
  number,
  object,
  string,
  type AnySchema,
  type InferType,
  type ObjectShape,
} from 'yup'
import { INSTRUMENT_IDS } from '../instruments/index.ts'
import { REED_STATES, SYMPTOMS } from '../reeds/index.ts'
import { NoteError, parseNote } from '../pitch/index.ts'
import { SESSION_MINUTES, SESSIONS } from '../practice/index.ts'
import './words.ts'

const text = (max: number) => string().defined().max(max)
const id = () =>
  string()
    .required()
    .matches(
      /^[A-Za-z0-9_-]{1,64}$/,
      ({ path, value }) => `${path} is “${String(value)}”; letters, digits, - and _ only, at most 64.`,
    )
const ISO = /^\d{4}-\d{2}-\d{2}(T\d{2}:\d{2}(:\d{2}(\.\d+)?)?(Z|[+-]\d{2}:\d{2})?)?$/
const when = () =>
  string()
    .required()
    .test(
      'date',
      ({ path, value }) => `${path} is “${String(value)}”; a date is written 2026-03-20 or 2026-03-20T18:30.`,
      (v) => (v === undefined || v === null ? true : ISO.test(v) && !Number.isNaN(Date.parse(v))),
    )
const finite = () =>
  number()
    .required()
    .test(
      'finite',
      ({ path }) => `${path} must be a finite number.`,
      (v) => v === undefined || v === null || Number.isFinite(v),
    )
const noteText = () =>
  string()
    .required()
    .test('note', (v, context) => {
      if (v === undefined || v === null) return true
      try {
        parseNote(v)
        return true
      } catch (error) {
        return context.createError({
          message: `${context.path}: ${error instanceof NoteError ? error.message : 'not a note.'}`,
        })
      }
    })
const instrumentId = () => string().required().oneOf(INSTRUMENT_IDS)
const strict = <T extends ObjectShape>(shape: T) => object(shape).noUnknown()

export const STAGES = ['setup', 'breath', 'sound', 'tongue', 'fingers', 'tune', 'home'] as const
export type Stage = (typeof STAGES)[number]
export const SOURCES = ['microphone', 'player', 'file'] as const
export type SoundSource = (typeof SOURCES)[number]
export const TROUBLES = ['dizzy', 'sore', 'no-sound', 'other'] as const
export type Trouble = (typeof TROUBLES)[number]

// — learners —
export const learnerInput = strict({
  name: string().required().trim().min(1).max(80),
  birthYear: number().required().integer().min(1900).max(2100),
  instruments: array().of(instrumentId()).required().min(1).max(11),
  /** `measure`: against one's own last number; `observe`: without judging, no numbers to beat. */
  attitude: string()
    .required()
    .oneOf(['measure', 'observe'] as const),
  minutesPerSession: number().required().integer().min(SESSION_MINUTES.low).max(SESSION_MINUTES.high),
  sessionsPerWeek: number().required().integer().min(SESSIONS.low).max(SESSIONS.high),
  note: text(1000),
})
export type LearnerInput = InferType<typeof learnerInput>
export const learnerPatch = learnerInput.partial().shape({ archived: boolean() }).noUnknown()

// — lessons and what happens in them —
export const lessonInput = strict({
  id: id(),
  instrument: instrumentId(),
  startsAt: when(),
  minutes: number().required().integer().min(5).max(180),
})
export type LessonInput = InferType<typeof lessonInput>

const curve = () => array().of(finite()).required().max(400)
export const entryData = {
  note: strict({ text: string().required().trim().min(1).max(1000) }),
  setup: strict({
    stepId: id(),
    verdict: string()
      .required()
      .oneOf(['ok', 'wrong'] as const),
    faultId: id().optional(),
  }),
  'long-tone': strict({
    written: noteText(),
    targetS: finite().min(1).max(120),
    lengthS: finite().min(0).max(600),
    cents: finite().min(-50).max(50),
    steadinessCents: finite().min(0).max(600),
    driftCents: finite(),
    sagCents: finite(),
    rangeDb: finite().min(0).max(120),
    hnrDb: finite(),
    wobbleCents: finite().nullable().min(0),
    wobbleHz: finite().nullable().min(0),
    source: string().required().oneOf(SOURCES),
    /** Thinned curves for looking at again: cents from the median and dB, evenly spaced over the length. */
    centsCurve: curve(),
    dbCurve: curve(),
  }),
  move: strict({
    from: noteText(),
    to: noteText(),
    clean: number().required().integer().min(0).max(99),
    tries: number().required().integer().min(1).max(99),
    late: string().max(20).nullable().defined(),
  }),
  gauge: strict({
    gaugeId: id(),
    values: array()
      .of(strict({ measure: id(), value: finite().min(-1000).max(1000) }))
      .required()
      .min(1)
      .max(8),
  }),
  target: strict({ targetS: finite().min(1).max(120) }),
} satisfies Record<string, AnySchema>
export type EntryKind = keyof typeof entryData
export type EntryData = { [K in EntryKind]: InferType<(typeof entryData)[K]> }
export const ENTRY_KINDS = Object.keys(entryData) as EntryKind[]

/** An entry is sent with an id of the sender's making, so that sending it twice does no harm. */
export const entryInput = lazy((value: { kind?: EntryKind } | undefined) => {
  const kind = value?.kind !== undefined && Object.hasOwn(entryData, value.kind) ? value.kind : undefined
  return strict({
    id: id(),
    stage: string().required().oneOf(STAGES),
    kind: string().required().oneOf(ENTRY_KINDS),
    data: kind ? entryData[kind].required() : object().required(),
  })
})
export type EntryInput = {
  [K in EntryKind]: { id: string; stage: Stage; kind: K; data: EntryData[K] }
}[EntryKind]

export const finishInput = strict({ finished: boolean().required() })
export const planInput = strict({ text: text(1000), version: number().required().integer().min(0) })

// — the week's card —
export const cardRow = strict({
  id: id(),
  kind: string()
    .required()
    .oneOf(['setup', 'breath', 'sound', 'tongue', 'fingers', 'tune'] as const),
  title: string().required().min(1).max(120),
  amount: text(200),
  minutes: number().required().integer().min(0).max(60),
  aim: text(300),
  notes: array().of(noteText()).required().max(8),
})
export const cardPatch = strict({
  version: number().required().integer().min(1),
  sessions: number().required().integer().min(SESSIONS.low).max(SESSIONS.high),
  listenFor: text(200),
  rows: array().of(cardRow).required().max(12),
})
export type CardPatch = InferType<typeof cardPatch>
export const reportInput = strict({ id: id(), kind: string().required().oneOf(TROUBLES), text: text(500) })

// — questions to the core —
const endOfMove = () =>
  lazy((value: unknown) =>
    Array.isArray(value) ? array().of(string().required().max(20)).required().max(31) : noteText(),
  )
export const moveQuestion = strict({ instrument: instrumentId(), from: endOfMove(), to: endOfMove() })
export const analyseQuery = strict({
  instrument: string().oneOf(INSTRUMENT_IDS),
  track: string().oneOf(['0', '1'] as const),
})
export const fingeringsQuery = strict({
  written: noteText().optional(),
  system: string().oneOf(['baroque', 'german'] as const),
})
export const todayQuery = strict({ date: when().optional() })
export const pdfQuery = strict({ paper: string().oneOf(['A4', 'Letter'] as const) })

// — reeds —
const halfSteps = () =>
  number()
    .nullable()
    .defined()
    .min(1)
    .max(5)
    .test(
      'half steps',
      ({ path, value }) => `${path} is ${value}; it goes in half steps: 2, 2.5, 3.`,
      (v) => v == null || Number.isInteger(v * 2),
    )
const day = () =>
  string()
    .nullable()
    .defined()
    .test(
      'day',
      ({ path, value }) => `${path} is “${String(value)}”; a day is written 2026-03-20.`,
      (v) => v == null || (/^\d{4}-\d{2}-\d{2}$/.test(v) && !Number.isNaN(Date.parse(v))),
    )
export const reedInput = strict({
  id: id(),
  instrument: instrumentId(),
  name: string().required().trim().min(1).max(60),
  /** Free text: Halitus keeps no list of makers. */
  maker: text(60),
  /** On the maker's own scale, half steps; null where there are words instead. */
  strength: halfSteps(),
  strengthWords: text(40),
  cut: text(40),
  firstUse: day(),
  state: string().required().oneOf(REED_STATES),
})
export type ReedInput = InferType<typeof reedInput>
export const reedPatch = reedInput
  .omit(['id', 'instrument'])
  .partial()
  .shape({ deleted: boolean(), inMouthpiece: boolean() })
  .noUnknown()
export const reedUseInput = strict({
  id: id(),
  at: when(),
  minutes: finite().min(0).max(600),
  rating: number().nullable().defined().integer().min(1).max(5),
  fault: text(120),
})
export type ReedUseInput = InferType<typeof reedUseInput>
export const reedCase = strict({
  symptoms: array()
    .of(
      string()
        .required()
        .oneOf(SYMPTOMS.map((s) => s.id)),
    )
    .required()
    .max(SYMPTOMS.length),
  strength: halfSteps(),
  tip: string()
    .required()
    .oneOf(['close', 'medium', 'open'] as const),
  facing: string()
    .required()
    .oneOf(['short', 'medium', 'long'] as const),
  weeksPlaying: finite().min(0).max(5000),
  longToneS: number().nullable().min(0).max(600),
  targetS: number().nullable().min(1).max(120),
  centsPerDb: number().nullable().min(-100).max(100),
})
const reedRecord = reedInput
  .shape({ learnerId: id(), inMouthpiece: boolean().required(), deleted: boolean().required() })
  .noUnknown()
const reedUseRecord = reedUseInput.shape({ reedId: id() }).noUnknown()
export type ReedRecord = InferType<typeof reedRecord>
export type ReedUseRecord = InferType<typeof reedUseRecord>

// — instruments that can be touched —
export const pieceInput = strict({
  id: id(),
  instrument: instrumentId(),
  name: string().required().trim().min(1).max(80),
  serial: text(60),
  owner: string()
    .required()
    .oneOf(['learner', 'studio', 'loan'] as const),
  note: text(500),
})
export type PieceInput = InferType<typeof pieceInput>
export const SERVICE_KINDS = ['fault', 'service', 'tell-technician'] as const
export const serviceInput = strict({
  id: id(),
  at: when(),
  kind: string().required().oneOf(SERVICE_KINDS),
  text: string().required().trim().min(1).max(500),
})
export type ServiceInput = InferType<typeof serviceInput>
const pieceRecord = pieceInput.shape({ learnerId: id() }).noUnknown()
const serviceRecord = serviceInput.shape({ pieceId: id() }).noUnknown()
export type PieceRecord = InferType<typeof pieceRecord>
export type ServiceRecord = InferType<typeof serviceRecord>

export const studioInput = strict({
  name: string().required().trim().min(1).max(120),
  place: text(200),
  a4Hz: finite().min(392).max(494),
})
export type StudioInput = InferType<typeof studioInput>

// — the whole studio as one file —
const learnerRecord = learnerInput
  .shape({ id: id(), archived: boolean().required(), createdAt: when() })
  .noUnknown()
const lessonRecord = lessonInput
  .shape({ learnerId: id(), finishedAt: when().nullable().defined() })
  .noUnknown()
const entryRecord = lazy((value: { kind?: EntryKind } | undefined) => {
  const kind = value?.kind !== undefined && Object.hasOwn(entryData, value.kind) ? value.kind : undefined
  return strict({
    id: id(),
    lessonId: id(),
    learnerId: id(),
    instrument: instrumentId(),
    stage: string().required().oneOf(STAGES),
    kind: string().required().oneOf(ENTRY_KINDS),
    at: when(),
    data: kind ? entryData[kind].required() : object().required(),
  })
})
const cardRecord = strict({
  id: id(),
  learnerId: id(),
  lessonId: id(),
  instrument: instrumentId(),
  from: when(),
  version: number().required().integer().min(1),
  sessions: number().required().integer().min(SESSIONS.low).max(SESSIONS.high),
  listenFor: text(200),
  rows: array().of(cardRow).required().max(12),
})
export const studioFile = strict({
  format: string()
    .required()
    .oneOf(['halitus-studio'] as const),
  version: number()
    .required()
    .oneOf([1] as const),
  exportedAt: when(),
  studio: studioInput.required(),
  learners: array().of(learnerRecord).required(),
  lessons: array().of(lessonRecord).required(),
  entries: array().of(entryRecord).required(),
  cards: array().of(cardRecord).required(),
  ticks: array()
    .of(
      strict({
        cardId: id(),
        rowId: id(),
        session: number().required().integer().min(1).max(SESSIONS.high),
        at: when(),
      }),
    )
    .required(),
  reports: array()
    .of(
      strict({
        id: id(),
        cardId: id(),
        at: when(),
        kind: string().required().oneOf(TROUBLES),
        text: text(500),
      }),
    )
    .required(),
  plans: array()
    .of(
      strict({
        learnerId: id(),
        stage: string().required().oneOf(STAGES),
        text: text(1000),
        version: number().required().integer().min(0),
      }),
    )
    .required(),
  // Files written before reeds and instruments were kept have none of these.
  reeds: array().of(reedRecord),
  reedUses: array().of(reedUseRecord),
  pieces: array().of(pieceRecord),
  services: array().of(serviceRecord),
})

export type LearnerRecord = InferType<typeof learnerRecord>
export type LessonRecord = InferType<typeof lessonRecord>
export type EntryRecord = {
  [K in EntryKind]: {
    id: string
    lessonId: string
    learnerId: string
    instrument: (typeof INSTRUMENT_IDS)[number]
    stage: Stage
    kind: K
    at: string
    data: EntryData[K]
  }
}[EntryKind]
export type CardRecord = InferType<typeof cardRecord>
export type StudioFile = Omit<InferType<typeof studioFile>, 'entries'> & { entries: EntryRecord[] }
