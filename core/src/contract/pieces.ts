import { array, string, type InferType } from 'yup'
import { id, instrumentId, moment, name, strict, text, words } from '../fields/index.ts'

/** Instruments that can be touched. */
export const pieceInput = strict({
  id: id(),
  instrument: instrumentId(),
  name: name(80),
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
  at: moment(),
  kind: string().required().oneOf(SERVICE_KINDS),
  text: words(500).trim(),
})
export type ServiceInput = InferType<typeof serviceInput>
export const pieceRecord = pieceInput.shape({ learnerId: id() }).noUnknown()
export const serviceRecord = serviceInput.shape({ pieceId: id() }).noUnknown()
export type PieceRecord = InferType<typeof pieceRecord>
export type ServiceRecord = InferType<typeof serviceRecord>
export const pieceAnswer = pieceRecord.shape({ services: array().of(serviceRecord).required() }).noUnknown()
export type PieceAnswer = InferType<typeof pieceAnswer>
export const pieceList = strict({ pieces: array().of(pieceAnswer).required() })
