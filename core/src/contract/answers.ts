import type { InstrumentId } from '../instruments/index.ts'
import type { Concern, NextTarget, WeekCard } from '../practice/index.ts'
import type { LifeForecast, StockForecast } from '../reeds/index.ts'
import type {
  CardRecord,
  EntryRecord,
  LearnerRecord,
  LessonRecord,
  PieceRecord,
  ReedRecord,
  ReedUseRecord,
  ServiceRecord,
  Stage,
  Trouble,
} from './schemas.ts'

/** What the server answers with; requests are in schemas. */

export interface CardTick {
  rowId: string
  session: number
  at: string
}
export interface CardReport {
  id: string
  at: string
  kind: Trouble
  text: string
}
export interface CardAnswer extends CardRecord {
  learnerName: string
  /** True when an adult signs the card. */
  needsSignature: boolean
  ticks: CardTick[]
  reports: CardReport[]
}

export interface Plan {
  stage: Stage
  text: string
  version: number
}

export interface InstrumentState {
  instrument: InstrumentId
  target: NextTarget
}

export interface LearnerAnswer {
  learner: LearnerRecord
  lessons: LessonRecord[]
  entries: EntryRecord[]
  cards: CardAnswer[]
  plans: Plan[]
  concerns: Concern[]
  targets: InstrumentState[]
}

export interface LessonAnswer {
  lesson: LessonRecord
  learner: LearnerRecord
  /** What this learner did in this and earlier lessons on this instrument, oldest first. */
  entries: EntryRecord[]
  plans: Plan[]
  concerns: Concern[]
  target: NextTarget
  /** Card given in this lesson, if composed already. */
  card: (CardAnswer & { leftOut: WeekCard['leftOut'] }) | null
  /** Card that the learner brings along. */
  lastCard: CardAnswer | null
}

export interface TodayLesson {
  lesson: LessonRecord
  learner: Pick<LearnerRecord, 'id' | 'name' | 'birthYear'>
  concern: Concern
  more: number
  done: number
}
export interface TodayAnswer {
  date: string
  studio: { name: string; place: string }
  lessons: TodayLesson[]
  /** Day of the next lessons when there are none today. */
  next: string | null
}

/** A reed with its history and what is computed of it. */
export interface ReedAnswer extends ReedRecord {
  uses: ReedUseRecord[]
  minutes: number
  /** Null: not enough data yet. */
  life: LifeForecast | null
}
/** One learner's reeds for one instrument. */
export interface ShelfAnswer {
  learner: { id: string; name: string }
  instrument: InstrumentId
  reeds: ReedAnswer[]
  /** Which reed today, the best first. */
  rotation: { reedId: string; reason: string }[]
  stock: StockForecast
}
export interface PieceAnswer extends PieceRecord {
  services: ServiceRecord[]
}
