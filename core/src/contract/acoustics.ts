import { array, number, string } from 'yup'
import { finite, instrumentId, noteText, strict, whole } from '../fields/index.ts'

const touch = () => string().required().max(20)
export const predictQuestion = strict({
  instrument: instrumentId(),
  touches: array().of(touch()).required().max(31),
  leaks: array()
    .of(strict({ touch: touch(), open: finite() }))
    .optional()
    .max(31),
  /** The written note that lips and breath are set for, and how firmly, 0 to 1. */
  intended: noteText().optional(),
  grip: finite().optional(),
})
export const predictAnswer = strict({
  candidates: array()
    .of(
      strict({
        written: noteText(),
        hz: number().required(),
        cents: number().required(),
        register: whole(1, 9),
        likelihood: number().required().min(0).max(1),
      }),
    )
    .required(),
  /** What half, and nine of ten, of the instrument's charted notes are off in this model, cents. */
  typicalCents: strict({ half: number().required(), most: number().required() }).required(),
})

export const faultsQuestion = strict({
  instrument: instrumentId(),
  written: noteText(),
  heardHz: finite(),
  /** More notes with the same fault, the ones that sounded right too. */
  more: array()
    .of(strict({ written: noteText(), heardHz: finite() }))
    .optional()
    .max(12),
})
export const faultsAnswer = strict({
  faults: array()
    .of(
      strict({
        touch: string().nullable().defined(),
        fault: string()
          .oneOf(['leaks', 'missing', 'extra', 'half', 'register', 'pad', 'pull'] as const)
          .required(),
        /** A second finger with the same fault. */
        also: string().optional(),
        open: number().optional(),
        predictedHz: number().required(),
        likelihood: number().required().min(0).max(1),
        words: string().required(),
      }),
    )
    .required(),
  /** The written note to play next, that tells the likeliest apart best, and how far the first two lie apart there. */
  telling: strict({ written: noteText(), cents: number().required() }).nullable().defined(),
})
