import { array, number, string } from 'yup'
import { instrumentId, strict } from '../fields/index.ts'

const n = () => number().required()
const maybe = () => number().nullable().defined()
const list = () => array().of(n()).required()

export const analyseQuery = strict({
  instrument: instrumentId().optional(),
  track: string().oneOf(['0', '1'] as const),
})
/** Units in the names; as core's SoundReport, with what the file itself gave to say. */
export const soundAnswer = strict({
  durationS: n(),
  notes: array()
    .of(
      strict({
        startS: n(),
        endS: n(),
        written: string().required(),
        concert: string().required(),
        hz: n(),
        cents: n(),
        steadinessCents: n(),
        driftCents: n(),
        sagCents: n(),
        rangeDb: n(),
        hnrDb: n(),
        wobble: strict({ depthCents: maybe(), rateHz: maybe() }).required(),
        start: strict({ kind: string().required(), riseMs: n(), offsetCents: n() }).required(),
        end: strict({ fallMs: n(), offsetCents: n() }).required(),
      }),
    )
    .required(),
  onsets: array()
    .of(strict({ timeS: n(), kind: string().required() }))
    .required(),
  squeaks: array()
    .of(strict({ startS: n(), endS: n(), fromHz: n(), toHz: n(), partial: n() }))
    .required(),
  cracks: array()
    .of(strict({ startS: n(), endS: n() }))
    .required(),
  tongue: strict({ rateHz: maybe(), jitterMs: maybe() }).required(),
  warnings: array().of(string().required()).required(),
  track: strict({ timeS: list(), hz: list(), db: list() }).optional().default(undefined),
})
