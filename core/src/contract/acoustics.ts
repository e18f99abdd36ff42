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
})
export const faultsAnswer = strict({
  faults: array()
    .of(
      strict({
        touch: string().nullable().defined(),
        fault: string()
          .oneOf(['leaks', 'missing', 'extra', 'register'] as const)
          .required(),
        open: number().optional(),
        predictedHz: number().required(),
        likelihood: number().required().min(0).max(1),
        words: string().required(),
      }),
    )
    .required(),
})
