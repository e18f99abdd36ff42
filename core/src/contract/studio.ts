import { array, number, string, type AnySchema, type InferType } from 'yup'
import { finite, id, moment, name, strict, text, version, whole } from '../fields/index.ts'
import { NAMINGS, type Naming } from '../pitch/index.ts'
import type { EntryRecord } from '../records/index.ts'
import { cardRecord, homeNumber, report, tick, type CardRecord } from './cards.ts'
import { entryRecord } from './entries.ts'
import { chosenSchools, learnerRecord, type LearnerRecord } from './learners.ts'
import { awayRecord, groupRecord } from './groups.ts'
import { lessonRecord } from './lessons.ts'
import { pieceRecord, serviceRecord } from './pieces.ts'
import { plan } from './plans.ts'
import { reedRecord, reedUseRecord } from './reeds.ts'
import { takeRecord } from './takes.ts'
import { tunePlayer, tuneRecord } from './tunes.ts'

export const studioInput = strict({
  name: name(120),
  place: text(200),
  a4Hz: finite().min(392).max(494),
  schools: chosenSchools(),
  /** How notes are named; files from before there was a choice don't say. */
  noteNames: string()
    .oneOf(NAMINGS.map((n) => n.id))
    .default('english'),
  /** The one that the writer saw; then what somebody else changed meanwhile isn’t written over. */
  version: version().optional(),
})
export type StudioInput = Omit<InferType<typeof studioInput>, 'schools' | 'noteNames'> & {
  schools: Record<string, string>
  noteNames: Naming
}

/**
 * Everything a studio keeps, in an order in which nothing comes before what it belongs to. The file, export, import and
 * the demo all go through this one list.
 */
export const STUDIO_PARTS = {
  learners: learnerRecord,
  lessons: lessonRecord,
  entries: entryRecord,
  cards: cardRecord,
  ticks: tick.shape({ cardId: id() }).noUnknown(),
  reports: report.shape({ cardId: id() }).noUnknown(),
  numbers: homeNumber.shape({ cardId: id() }).noUnknown(),
  plans: plan.shape({ learnerId: id() }).noUnknown(),
  reeds: reedRecord,
  reedUses: reedUseRecord,
  pieces: pieceRecord,
  services: serviceRecord,
  tunes: tuneRecord,
  tunePlayers: tunePlayer,
  groups: groupRecord,
  away: awayRecord,
} as const
export type StudioPart = keyof typeof STUDIO_PARTS
export const STUDIO_PART_NAMES = Object.keys(STUDIO_PARTS) as StudioPart[]

type Inferred = {
  [P in StudioPart]: (typeof STUDIO_PARTS)[P] extends AnySchema ? InferType<(typeof STUDIO_PARTS)[P]> : never
}
export type StudioParts = {
  [P in StudioPart]: P extends 'entries'
    ? EntryRecord[]
    : P extends 'learners'
      ? LearnerRecord[]
      : P extends 'cards'
        ? CardRecord[]
        : Inferred[P][]
}

export const FILE_VERSION = 3
export const studioFile = strict({
  format: string()
    .required()
    .oneOf(['halitus-studio'] as const),
  version: number()
    .required()
    .oneOf([FILE_VERSION] as const),
  exportedAt: moment(),
  studio: studioInput.required(),
  ...Object.fromEntries(
    STUDIO_PART_NAMES.map((part) => [
      part,
      array()
        .of(STUDIO_PARTS[part] as AnySchema)
        .required(),
    ]),
  ),
})
export type StudioFile = {
  format: 'halitus-studio'
  version: typeof FILE_VERSION
  exportedAt: string
  studio: StudioInput
} & StudioParts

export const importAnswer = strict({
  imported: strict({ learners: whole(0, 1e9), lessons: whole(0, 1e9), entries: whole(0, 1e9) }).required(),
})
export type ImportAnswer = InferType<typeof importAnswer>

/** Everything that is kept of one learner, for whoever may ask for it; it isn't imported again. */
export const learnerFile = strict({
  format: string()
    .required()
    .oneOf(['halitus-learner'] as const),
  version: number().required(),
  exportedAt: moment(),
  learner: learnerRecord.required(),
  ...Object.fromEntries(
    STUDIO_PART_NAMES.filter((part) => part !== 'learners').map((part) => [
      part,
      array()
        .of(STUDIO_PARTS[part] as AnySchema)
        .required(),
    ]),
  ),
  takes: array().of(takeRecord).required(),
})
