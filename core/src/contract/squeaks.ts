import { array, boolean, number, string, type InferType } from 'yup'
import { finite, id, instrumentId, moment, noteText, strict, whole } from '../fields/index.ts'

const named = () => strict({ id: string().required(), words: string().required() })
export const knowledgeQuery = strict({ instrument: instrumentId() })
export const knowledgeAnswer = strict({
  complaints: array().of(named()).required(),
  observations: array()
    .of(strict({ id: string().required(), words: string().required(), group: string().required() }))
    .required(),
  causes: array()
    .of(
      strict({
        id: string().required(),
        words: string().required(),
        group: string().required(),
        remedy: string().required(),
        drill: string().required(),
        caution: string().optional(),
        /** Who says so. */
        source: string().required(),
      }),
    )
    .required(),
  checks: array()
    .of(
      strict({
        id: string().required(),
        words: string().required(),
        seconds: number().required(),
        needs: string().optional(),
        caution: string().optional(),
      }),
    )
    .required(),
})

const ids = () => array().of(string().required().max(60)).max(80)
export const diagnoseQuestion = strict({
  instrument: instrumentId(),
  weeksPlaying: whole(0, 4000),
  complaint: string().required().max(60),
  written: noteText().optional(),
  /** The written note before it, in a change of notes. */
  from: noteText().optional(),
  /** Touches that differ from the picture of the written note. */
  differs: ids().optional(),
  heard: strict({
    hz: finite().optional(),
    partial: finite().optional(),
    at: string()
      .oneOf(['stroke', 'crossing', 'held'] as const)
      .optional(),
  })
    .optional()
    .default(undefined),
  /** What was noticed, and checks with how they went: `freeze:better`, `freeze:same`, `freeze:worse`. */
  observations: ids().required(),
  absent: ids().optional(),
  unavailable: ids().optional(),
  /** What A4 is, Hz; the studio's where it isn't said. */
  a4Hz: finite().min(392).max(494).optional(),
  /** The lesson that is going on: reed, set-up, instrument and history of its learner count. */
  lesson: id().optional(),
})
const step = () =>
  strict({
    id: string().required(),
    words: string().required(),
    seconds: number().required(),
    caution: string().optional(),
    /** What is put back first. */
    first: string().optional(),
    outcomes: array().of(named()).required(),
  })
    .nullable()
    .defined()
export const diagnoseAnswer = strict({
  causes: array()
    .of(
      strict({
        id: string().required(),
        words: string().required(),
        belief: number().required().min(0).max(1),
        for: array().of(string().required()).required(),
        against: array().of(string().required()).required(),
        remedy: string().required(),
        drill: string().defined(),
        source: string().required(),
        caution: string().optional(),
        stop: string().optional(),
      }),
    )
    .required(),
  /** Two causes at once. */
  together: array()
    .of(
      strict({
        ids: array().of(string().required()).required().length(2),
        words: string().required(),
        belief: number().required(),
      }),
    )
    .required(),
  next: step(),
  /** The most telling thing to look at or ask for. */
  look: step(),
  contradictions: array().of(string().required()).required(),
  /** Why the search ends here. */
  halt: string().optional(),
})

export const pastQuery = strict({ instrument: instrumentId(), learner: id().optional() })
/** How accidents ended on an instrument's family, newest first. */
export const pastAnswer = strict({
  past: array()
    .of(
      strict({
        id: id(),
        at: moment(),
        learner: strict({ id: id(), name: string().required() }).required(),
        instrument: instrumentId(),
        complaint: string().required(),
        notes: array().of(string().required()).required(),
        cause: string().required(),
        /** What it was, in words. */
        words: string().required(),
        solved: boolean().required(),
        tried: array()
          .of(strict({ check: string().required(), outcome: string().required() }))
          .required(),
        seconds: number().required(),
        tell: string().optional(),
      }),
    )
    .required(),
})
export type PastAnswer = InferType<typeof pastAnswer>

export const backgroundQuery = strict({ lesson: id() })
const pastEnd = () =>
  strict({
    cause: string().required(),
    solved: boolean().required(),
    tried: array()
      .of(strict({ check: string().required(), outcome: string().required() }))
      .required(),
  })
/** What a studio knows that bears on an accident in a lesson. */
export const backgroundAnswer = strict({
  weeksPlaying: number().required(),
  reed: strict({
    name: string().required(),
    minutes: number().required(),
    days: number().optional(),
    lastsMinutes: number().optional(),
  })
    .optional()
    .default(undefined),
  air: strict({ toneS: number().required(), tones: number().required() }).optional().default(undefined),
  setup: array()
    .of(strict({ id: string().required(), what: string().required() }))
    .required(),
  open: array().of(string().required()).required(),
  late: strict({
    takes: number().required(),
    touches: array()
      .of(strict({ touch: string().required(), takes: number().required() }))
      .required(),
  })
    .optional()
    .default(undefined),
  own: array().of(pastEnd()).required(),
  studio: array().of(pastEnd()).required(),
})
