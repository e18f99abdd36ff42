import { array, number, string } from 'yup'
import { finite, instrumentId, noteText, strict, whole } from '../fields/index.ts'

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
})
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
        caution: string().optional(),
        stop: string().optional(),
      }),
    )
    .required(),
  next: strict({
    id: string().required(),
    words: string().required(),
    seconds: number().required(),
    caution: string().optional(),
    outcomes: array().of(named()).required(),
  })
    .nullable()
    .defined(),
  contradictions: array().of(string().required()).required(),
})
