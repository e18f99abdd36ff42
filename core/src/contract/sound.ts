import { array, number, string } from 'yup'
import { instrumentId, noteText, strict } from '../fields/index.ts'

const n = () => number().required()
const maybe = () => number().nullable().defined()
const list = () => array().of(n()).required()

export const analyseQuery = strict({
  instrument: instrumentId().optional(),
  track: string().oneOf(['0', '1'] as const),
  /** The written note that was asked for: may settle an octave. */
  asked: string().max(4).optional(),
})
const span = { startS: n(), endS: n() }
const leap = { ...span, fromHz: n(), toHz: n() }
const place = () =>
  string()
    .oneOf(['start', 'inside', 'end', 'crossing'] as const)
    .required()
const swing = () => strict({ depthCents: maybe(), rateHz: maybe() }).required()
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
        loudness: strict({
          centsPerDb: maybe(),
          plusMinus: maybe(),
          why: string()
            .oneOf(['short', 'level', 'fade'] as const)
            .nullable()
            .defined(),
        }).required(),
        wobble: swing(),
        waver: swing(),
        tremor: strict({ depthDb: maybe(), rateHz: maybe() }).required(),
        movementCents: n(),
        swing: string()
          .oneOf(['steady', 'vibrato', 'shake', 'waver', 'tremor'] as const)
          .nullable()
          .defined(),
        brightness: maybe(),
        oddEvenDb: maybe(),
        confidence: n(),
        start: strict({
          kind: string().required(),
          riseMs: n(),
          offsetCents: n(),
          quality: string()
            .oneOf(['clean', 'airy', 'late', 'cracked', 'squeak'] as const)
            .required(),
          settledMs: n(),
        }).required(),
        end: strict({
          fallMs: n(),
          offsetCents: n(),
          quality: string()
            .oneOf(['stopped', 'tapered', 'cut', 'sagging'] as const)
            .required(),
        }).required(),
      }),
    )
    .required(),
  onsets: array()
    .of(
      strict({
        timeS: n(),
        kind: string().required(),
        dent: strict({ depthDb: n(), widthMs: n(), dipCents: n() }).nullable().defined(),
      }),
    )
    .required(),
  squeaks: array()
    .of(strict({ ...leap, partial: n(), levelDb: n(), place: place() }))
    .required(),
  cracks: array()
    .of(strict({ ...leap, place: place() }))
    .required(),
  slips: array().of(strict(leap)).required(),
  gurgles: array().of(strict(leap)).required(),
  dropouts: array().of(strict(span)).required(),
  between: array()
    .of(
      strict({
        startS: n(),
        lengthMs: n(),
        written: string().required(),
        concert: string().required(),
        hz: n(),
        cents: n(),
      }),
    )
    .required(),
  doubts: array().of(string().required()).required(),
  tongue: strict({ rateHz: maybe(), jitterMs: maybe() }).required(),
  warnings: array().of(string().required()).required(),
  track: strict({ timeS: list(), hz: list(), aloneHz: list(), db: list() }).optional().default(undefined),
})

export const crossingsQuery = strict({
  instrument: instrumentId(),
  from: noteText(),
  to: noteText(),
  system: string().max(40).optional(),
  /** Changes a minute that were asked for: what is clean but behind them is told. */
  perMinute: string()
    .matches(/^\d{1,3}(\.\d+)?$/, ({ path }) => `${path} must be a number of changes a minute: 20 to 300.`)
    .test(
      'pulse',
      ({ path, value }) => `${path} is ${value}; allowed: 20 to 300.`,
      (text) => text === undefined || (Number(text) >= 20 && Number(text) <= 300),
    )
    .optional(),
})
const touchList = () => array().of(string().required()).required()
export const crossingsAnswer = strict({
  crossings: array()
    .of(
      strict({
        timeS: n(),
        from: noteText(),
        to: noteText(),
        verdict: string()
          .oneOf(['clean', 'between', 'register', 'squeak', 'other', 'late'] as const)
          .required(),
        offMs: n().optional().default(undefined),
        between: strict({
          written: noteText(),
          lengthMs: n(),
          late: touchList(),
          early: touchList(),
          or: array()
            .of(strict({ late: touchList(), early: touchList() }))
            .required(),
        })
          .optional()
          .default(undefined),
        vent: strict({ written: noteText(), lengthMs: n(), late: touchList(), early: touchList() })
          .optional()
          .default(undefined),
      }),
    )
    .required(),
})
