import { array, boolean, lazy, number, string } from 'yup'
import { instrumentId, noteText, strict } from '../fields/index.ts'

const touches = () => array().of(string().required().max(20)).required().max(31)
/** A note, touches, or touches with the note that they are meant to sound. */
const endOfMove = () =>
  lazy((value: unknown) =>
    Array.isArray(value)
      ? touches()
      : typeof value === 'object' && value !== null
        ? strict({ touches: touches(), written: noteText() })
        : noteText(),
  )
export const moveQuestion = strict({ instrument: instrumentId(), from: endOfMove(), to: endOfMove() })
export const moveAnswer = strict({
  press: touches(),
  lift: touches(),
  stay: touches(),
  between: array()
    .of(
      strict({
        touches: touches(),
        late: touches(),
        early: touches(),
        sounds: string().required(),
        source: string()
          .required()
          .oneOf(['chart', 'column', 'model', 'unknown'] as const),
        /** Share of all moments between, in a beginner’s hand: 0 to 1. */
        likelihood: number().required(),
      }),
    )
    .required(),
  unknownStates: number().required(),
})

export const pathQuestion = strict({
  instrument: instrumentId(),
  notes: array().of(noteText()).required().min(1, 'A passage needs at least one note.').max(10_000),
  system: string().max(40).optional(),
  tempo: string()
    .oneOf(['slow', 'fast'] as const)
    .optional(),
  k: number().integer().min(1).max(9).optional(),
  /** A choice of the school on alternate fingerings. */
  school: string().max(40).optional(),
})
export const pathAnswer = strict({
  paths: array()
    .of(
      strict({
        cost: number().required(),
        fingerings: array()
          .of(
            strict({
              written: noteText(),
              touches: touches(),
              use: string().required(),
              why: string().optional(),
            }),
          )
          .required(),
      }),
    )
    .required(),
})

export const fingeringsQuery = strict({ written: noteText().optional(), system: string().max(40).optional() })
export const fingeringList = strict({
  fingerings: array()
    .of(
      strict({
        written: noteText(),
        touches: touches(),
        kind: string()
          .required()
          .oneOf(['standard', 'alternate', 'trill'] as const),
        register: number().required(),
        use: string().required(),
        confidence: string()
          .required()
          .oneOf(['high', 'medium'] as const),
      }),
    )
    .required(),
})
const range = () => array().of(noteText()).required().length(2)
export const instrumentList = strict({
  instruments: array()
    .of(
      strict({
        id: instrumentId(),
        name: string().required(),
        family: string().required(),
        transposition: number().required(),
        range: strict({
          beginner: range(),
          full: range(),
          some: array().of(noteText()).optional(),
        }).required(),
        systems: array()
          .of(strict({ id: string().required(), name: string().required(), charted: boolean().required() }))
          .required(),
        charted: boolean().required(),
      }),
    )
    .required(),
})
