import type { Stage } from '../fields/index.ts'
import type { Instrument } from '../instruments/index.ts'
import { prettyNote } from '../pitch/index.ts'
import type { Moment } from '../time/index.ts'
import type { Aim, Concern, Home, InLesson } from './kind.ts'
import {
  aimFor,
  concernsOf,
  kinds,
  noted,
  notesKnown,
  ofLearner,
  SAID_BY_THE_WAY,
  untold,
  type EntryKind,
  type EntryRecord,
} from './records.ts'
import { safely } from './safely.ts'

/** A kind of record as a lesson's plan sees it. */
export interface LessonPart {
  kind: EntryKind
  stage: Stage
  title: string
  plan: InLesson
  /** When it was last done; undefined: never. */
  lastAt: Moment | undefined
  /** What of it needs attention. */
  worry: Concern | undefined
  /** What is due to be asked again, in words. */
  due: string[]
  /** What was worked on last, and what to aim at. */
  about: string | undefined
  aim: Aim | undefined
  /** Known notes that it asks for. */
  notes: string[]
}

/**
 * What can be done in a lesson, in the order of the registry: every kind that has a place in a plan and that this learner is
 * ready for.
 * @param entries on the instrument before the lesson, oldest first
 * @param of.weeks since the first lesson; `sheet`: whether a tune was chosen
 */
export function lessonParts(
  entries: readonly EntryRecord[],
  inst: Instrument,
  of: { today: Moment; observes: boolean; home: Home; weeks: number; sheet: boolean },
): LessonPart[] {
  const real = ofLearner(entries)
  const notes = notesKnown(entries, inst)
  const concerns = concernsOf(entries, inst, of.today, of.observes).filter((c) => c.weight > SAID_BY_THE_WAY)
  return kinds.flatMap((k): LessonPart[] => {
    const { plan, goal } = k
    if (!plan || (k.fits && !k.fits(inst))) return []
    const own = noted(real, k.kind)
    const worry = concerns.find((c) => c.from === k.kind)
    const known = { inst, entries: own, notes, weeks: of.weeks, sheet: of.sheet, worry: !!worry }
    if (plan.ready && !safely(k.title, () => plan.ready!(known), false, untold)) return []
    const last = own.at(-1)
    const about =
      goal &&
      safely(k.title, () => (last ? goal.about(last.data) : goal.beginsWith?.(inst)), undefined, untold)
    const aim =
      goal && about !== undefined
        ? safely(k.title, () => aimFor(entries, inst, k.kind, about, of.home), undefined, untold)
        : undefined
    const asks = last ? safely(k.title, () => k.knows?.(last.data) ?? [], [], untold) : []
    const named = about === undefined ? [] : [about.split('-')[0]!]
    return [
      {
        kind: k.kind,
        stage: k.stages[0]!,
        title: aim?.title ?? withNotes(k.title, asks),
        plan,
        lastAt: last?.at,
        worry,
        due: safely(k.title, () => plan.due?.(own, of.today) ?? [], [], untold),
        about,
        aim,
        notes: [...new Set([...asks, ...named])].filter((n) => notes.includes(n)),
      },
    ]
  })
}

/** “Move B♭4, B4”: few notes say what of a kind it is. */
const withNotes = (title: string, notes: readonly string[]) =>
  notes.length > 0 && notes.length <= 2 ? `${title} ${notes.map(prettyNote).join(', ')}` : title
