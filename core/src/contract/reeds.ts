import { array, boolean, number, string, type InferType } from 'yup'
import { day, finite, id, instrumentId, moment, name, strict, text, whole } from '../fields/index.ts'
import { REED_STATES, FINDINGS } from '../reeds/index.ts'

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

export const reedInput = strict({
  id: id(),
  instrument: instrumentId(),
  name: name(60),
  /** Free text: Halitus keeps no list of makers. */
  maker: text(60),
  /** On the maker's own scale, half steps; null where there are words instead. */
  strength: halfSteps(),
  strengthWords: text(40),
  cut: text(40),
  firstUse: day().nullable().defined(),
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
  at: moment(),
  minutes: finite().min(0).max(600),
  rating: whole(1, 5).nullable().defined(),
  fault: text(120),
})
export type ReedUseInput = InferType<typeof reedUseInput>
export const reedCase = strict({
  symptoms: array()
    .of(
      string()
        .required()
        .oneOf(FINDINGS.map((s) => s.id)),
    )
    .required()
    .max(FINDINGS.length),
  strength: halfSteps(),
  tip: string()
    .required()
    .oneOf(['close', 'medium', 'open'] as const),
  facing: string()
    .required()
    .oneOf(['short', 'medium', 'long'] as const),
  weeksPlaying: finite().min(0).max(5000),
  longToneS: number().nullable().min(0).max(600),
  targetS: number().nullable().min(1).max(600),
  centsPerDb: number().nullable().min(-100).max(100),
})
export const reedRecord = reedInput
  .shape({ learnerId: id(), inMouthpiece: boolean().required(), deleted: boolean().required() })
  .noUnknown()
export const reedUseRecord = reedUseInput.shape({ reedId: id() }).noUnknown()
export type ReedRecord = InferType<typeof reedRecord>
export type ReedUseRecord = InferType<typeof reedUseRecord>

const lifeForecast = strict({
  medianMinutes: number().required(),
  intervalMinutes: array().of(number().required()).required().length(2),
  from: number().required(),
})
const reedAnswer = reedRecord
  .shape({
    uses: array().of(reedUseRecord).required(),
    minutes: number().required(),
    /** Null: not enough data yet. */
    life: lifeForecast.nullable().defined(),
  })
  .noUnknown()
export type ReedAnswer = InferType<typeof reedAnswer>

/** One learner's reeds for one instrument. */
export const shelfAnswer = strict({
  learner: strict({ id: id(), name: string().required() }).required(),
  instrument: instrumentId(),
  reeds: array().of(reedAnswer).required(),
  /** Which reed today, the best first. */
  rotation: array()
    .of(strict({ reedId: id(), reason: string().required() }))
    .required(),
  stock: strict({
    playable: number().required(),
    minutesPerWeek: number().required(),
    weeksLeft: number().nullable().defined(),
    orderBy: day().nullable().defined(),
    orderNow: boolean().required(),
    sentence: string().required(),
  }).required(),
})
export type ShelfAnswer = InferType<typeof shelfAnswer>
export const shelfList = strict({ shelves: array().of(shelfAnswer).required() })

const evidence = strict({ words: string().required(), weight: number().required() })
export const adviceAnswer = strict({
  known: boolean().required(),
  opinions: array()
    .of(
      strict({
        advice: string().required(),
        words: string().required(),
        belief: number().required().min(0).max(1),
        for: array().of(evidence).required(),
        against: array().of(evidence).required(),
      }),
    )
    .required(),
  check: string().defined(),
  outcomes: array()
    .of(strict({ id: string().required(), words: string().required() }))
    .required(),
})
