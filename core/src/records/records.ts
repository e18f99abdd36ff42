import type { InferType } from 'yup'
import { Refusal } from '../errors/index.ts'
import type { Provenance, Stage } from '../fields/index.ts'
import type { Instrument, InstrumentId } from '../instruments/index.ts'
import type { Random } from '../player/index.ts'
import { dayOf, daysBetween, instantOf, isBefore, type Moment } from '../time/index.ts'
import { troubleWords } from '../trouble/index.ts'
import type {
  Aim,
  Concern,
  EntryOf,
  Facts,
  Goal,
  Home,
  Noted,
  RecordKind,
  RowProposal,
  Series,
  Story,
} from './kind.ts'
import { inOrder } from './new-note.ts'
import { DIZZY_DAYS } from './dizzy.ts'
import { RECORDS } from './registry.ts'
import { withHome } from './from-home.ts'
import { brokenWords, safely } from './safely.ts'

export type EntryKind = keyof typeof RECORDS
export type EntryData = { [K in EntryKind]: InferType<(typeof RECORDS)[K]['schema']> }
export const ENTRY_KINDS = Object.keys(RECORDS) as EntryKind[]

/** What is sent; the sender makes the id, so that sending it twice does no harm. */
export type EntryInput = {
  [K in EntryKind]: {
    id: string
    stage: Stage
    kind: K
    provenance: Provenance
    data: EntryData[K]
    /** When it was made, where it is sent later. */
    at?: Moment | undefined
  }
}[EntryKind]
export type EntryRecord = { [K in EntryKind]: EntryOf<K, EntryData[K]> }[EntryKind]

/** A kind whose data is of some shape: what loops over the registry sees. */
type AnyKind = RecordKind<EntryKind, never>
export const kinds = Object.values(RECORDS) as unknown as readonly AnyKind[]
const kindNamed = (kind: string): AnyKind | undefined =>
  Object.hasOwn(RECORDS, kind) ? (RECORDS[kind as EntryKind] as unknown as AnyKind) : undefined

/** The goal of a kind, if anything of that kind can be aimed at. */
export const goalOf = (kind: string): Goal<never> | undefined => kindNamed(kind)?.goal

/** Entries of one kind, typed. */
export const ofKind = <K extends EntryKind>(list: readonly EntryRecord[], kind: K) =>
  list.filter((e): e is Extract<EntryRecord, { kind: K }> => e.kind === kind)

/** Entries that say something about the learner: simulated sound is a stand-in to try things with. */
export const ofLearner = <E extends { provenance: Provenance }>(list: readonly E[]): E[] =>
  list.filter((e) => e.provenance !== 'simulated')

/**
 * The order in which things happened: day by day, and within a day as they came in. A line that was sent late, or noted in a
 * lesson that is past, stands on its own day.
 */
export function asItHappened(a: Pick<EntryRecord, 'at' | 'seq'>, b: Pick<EntryRecord, 'at' | 'seq'>): number {
  return instantOf(dayOf(a.at)) - instantOf(dayOf(b.at)) || a.seq - b.seq
}

/** Entries of one kind: when, and what. */
export const noted = (list: readonly EntryRecord[], kind: string): Noted<never>[] =>
  list.filter((e) => e.kind === kind).map(({ at, data }) => ({ at, data: data as never }))

/**
 * Whether an entry can be true on an instrument and belongs to its stop.
 * @throws Refusal with a sentence
 */
export function checkEntry(inst: Instrument, entry: Pick<EntryInput, 'kind' | 'stage' | 'data'>): void {
  const kind = kindNamed(entry.kind)
  if (!kind)
    throw new Refusal('invalid', `kind is “${entry.kind}”; allowed: ${ENTRY_KINDS.join(', ')}.`, 'kind')
  if (!kind.stages.includes(entry.stage))
    throw new Refusal(
      'invalid',
      `stage is “${entry.stage}”; a ${entry.kind} is noted at: ${kind.stages.join(', ')}.`,
      'stage',
    )
  kind.check(inst, entry.data as never, goalOf)
}

/** Nobody is told here: what needs attention tells it, see {@link concernsOf}. */
export const untold = () => undefined

/** The line of an entry in the list of what was noted; null: it has none. */
export function notedWords(entry: EntryRecord, inst: Instrument): string | null {
  const { title, noted: words } = kindNamed(entry.kind)!
  return safely(title, () => words(entry.data as never, inst), `${title}: can’t be read`, untold)
}

/**
 * What stands on the lesson's line for a stop: the short form of the newest kind that has one, else `noted`; `tried` when
 * only the simulated player was heard; `–` when nothing was done.
 * @param own entries of this lesson, oldest first
 */
export function lineWords(stage: Stage, own: readonly EntryRecord[]): string {
  const here = own.filter((e) => e.stage === stage)
  const real = ofLearner(here)
  if (!real.length) return here.length ? 'tried' : '–'
  for (const entry of [...real].reverse()) {
    const { title, line } = kindNamed(entry.kind)!
    const data = noted(real, entry.kind).map((n) => n.data)
    const words = safely(title, () => line(data), null, untold)
    if (words !== null) return words
  }
  return 'noted'
}

/**
 * Since when things are to be one step easier, and why: dizziness or soreness told from home, or dizziness in a lesson not long
 * before the newest entry.
 * @param entries of one learner, oldest first
 */
export function easedFrom(
  entries: readonly EntryRecord[],
  home: Home['eased'],
): { at: Moment; words: string; dizzy: boolean } | undefined {
  const real = ofLearner(entries)
  const newest = real.at(-1)?.at
  const here = real.findLast((e) => e.kind === 'dizzy')?.at
  const counts = here !== undefined && newest !== undefined && daysBetween(here, newest) <= DIZZY_DAYS
  if (counts && (home === undefined || isBefore(home.at, here)))
    return { at: here, words: 'Dizzy in a lesson', dizzy: true }
  if (home === undefined) return undefined
  return { at: home.at, words: `${troubleWords(home.by)} at home`, dizzy: home.by === 'dizzy' }
}

/** The same while the teacher hasn't set any aim since: then things are as they were again. */
export function stillEased(entries: readonly EntryRecord[], home: Home): ReturnType<typeof easedFrom> {
  const since = easedFrom(entries, home.eased)
  const answered = ofLearner(entries).some(
    (e) => e.kind === 'target' && since !== undefined && !isBefore(e.at, since.at),
  )
  return answered ? undefined : since
}

/** What an entry is about, if it says so. */
const aboutOf = (goal: Goal<never>, entry: EntryRecord): string | undefined =>
  safely(entry.kind, () => goal.about(entry.data as never), undefined, untold)

/**
 * The next aim about something: the teacher's word while nothing was measured since, else the kind's own ladder.
 * Simulated entries don't move it.
 * @param entries of one learner on one instrument, oldest first
 * @param home what hurt there: one step easier until the teacher sets an aim after that; and numbers from there, which may lift an
 * aim (see {@link HomeNumber})
 */
export function aimFor(
  entries: readonly EntryRecord[],
  inst: Instrument,
  kind: EntryKind,
  about: string,
  home: Home = {},
): Aim {
  const eased = easedFrom(entries, home.eased)
  const goal = goalOf(kind)
  if (!goal) throw new RangeError(`${kind} has no goal`)
  const title = safely(kind, () => goal.title(about, inst), about, untold)
  const base = { kind, about, title, unit: goal.unit }
  const own = ofLearner(entries).filter(
    (e) =>
      (e.kind === kind && aboutOf(goal, e) === about) ||
      (e.kind === 'target' && e.data.goal === kind && e.data.about === about),
  )
  const last = own.at(-1)
  const next =
    last?.kind === 'target'
      ? { value: last.data.value, why: 'Set by the teacher.' }
      : safely(
          kind,
          () =>
            (own.length ? undefined : goal.carries?.(ofLearner(entries))) ??
            goal.next(noted(own, kind).map((n) => n.data)),
          {
            value: goal.limits[0],
            why: 'What was noted can’t be worked out; this is the least. Set your own.',
          },
          untold,
        )
  const overruled = own.some((e) => e.kind === 'target' && eased !== undefined && !isBefore(e.at, eased.at))
  if (eased === undefined || overruled || !goal.ease) {
    const from = own.at(last?.kind === 'target' ? -1 : -2)?.at
    const numbers = (home.numbers ?? []).filter(
      (n) => n.goal === kind && n.about === about && (from === undefined || isBefore(from, n.at)),
    )
    const held = last?.kind === kind ? safely(kind, () => goal.reached(last.data as never), 0, untold) : 0
    return { ...base, ...withHome(next, numbers, goal.limits, held) }
  }
  // One step below what was asked last, not below what would have come next.
  const before = noted(own, kind).map((n) => n.data)
  const asked =
    last?.kind === 'target' || before.length < 2
      ? next.value
      : Math.min(
          next.value,
          safely(kind, () => goal.next(before.slice(0, -1)).value, next.value, untold),
        )
  const lately = home.asked?.find((a) => a.on === inst.id && a.goal === kind && a.about === about)
  return {
    ...base,
    value: Math.min(asked, goal.ease(asked), lately?.value ?? Infinity),
    why: `${eased.words}: one step easier until a week goes well or you set another aim.`,
  }
}

/** Every aim that was ever worked on, the newest first. */
export function aimsOf(entries: readonly EntryRecord[], inst: Instrument, home: Home = {}): Aim[] {
  const seen = new Map<string, Aim>()
  for (const entry of [...ofLearner(entries)].reverse()) {
    const goal = goalOf(entry.kind)
    const kind = entry.kind === 'target' ? (entry.data.goal as EntryKind) : entry.kind
    const about = entry.kind === 'target' ? entry.data.about : goal ? aboutOf(goal, entry) : undefined
    if (about === undefined || !goalOf(kind) || seen.has(`${kind} ${about}`)) continue
    seen.set(`${kind} ${about}`, aimFor(entries, inst, kind, about, home))
  }
  return [...seen.values()]
}

/** What somebody of whom nothing is known yet aims at. */
export const firstAims = (inst: Instrument): Aim[] =>
  kinds.flatMap((k) => (k.goal?.beginsWith ? [aimFor([], inst, k.kind, k.goal.beginsWith(inst))] : []))

/** All numbers over time, kind by kind; simulated ones left out. */
export function progressOf(entries: readonly EntryRecord[], inst: Instrument): Series[] {
  const real = ofLearner(entries)
  return kinds.flatMap((k) =>
    safely(
      k.title,
      () => k.series?.(noted(real, k.kind), inst).map((s) => ({ ...s, kind: k.kind })) ?? [],
      [],
      untold,
    ),
  )
}

/** A history that can't be worked out comes before what is merely to be worked on (chosen by Halitus). */
const BROKEN_WEIGHT = 75

/**
 * What the entries on one instrument give to worry or be glad about; to who observes no aim is held up. What can't be worked
 * out is said, and keeps nothing else from being said.
 */
export function concernsOf(
  entries: readonly EntryRecord[],
  inst: Instrument,
  today: Moment,
  observes = false,
): Concern[] {
  const real = ofLearner(entries)
  const broken: string[] = []
  const found = kinds.flatMap((k) =>
    safely<Concern[]>(
      k.title,
      () =>
        (k.concerns?.({ inst, entries: noted(real, k.kind), today, observes }) ?? []).map((c) => ({
          ...c,
          from: k.kind,
        })),
      [],
      ({ title }) => broken.push(title),
    ),
  )
  if (!broken.length) return found
  return [...found, { kind: 'broken', weight: BROKEN_WEIGHT, sentence: brokenWords(broken) }]
}

/**
 * What a lesson offers to the week's card.
 * @param known all entries on the instrument, this lesson's included, oldest first
 * @param home what hurt there, and its numbers
 * @param at when the lesson is; left out, when something was last noted
 */
export function rowsOf(
  known: readonly EntryRecord[],
  lessonId: string,
  inst: Instrument,
  observes: boolean,
  home: Home = {},
  at?: Moment,
): RowProposal[] {
  const real = ofLearner(known)
  const today = real.filter((e) => e.lessonId === lessonId)
  const now = today.at(-1)?.at
  const dizzy = !!stillEased(known, home)?.dizzy
  const before = real.filter((e) => e.lessonId !== lessonId && (now === undefined || !isBefore(now, e.at)))
  const notes = notesKnown(known, inst)
  const from = (k: AnyKind, entries: Noted<never>[], earlier: Noted<never>[]) =>
    safely<RowProposal[]>(
      k.title,
      () =>
        k.rows?.({
          inst,
          entries,
          before: earlier,
          aim: (about) => aimFor(known, inst, k.kind, about, home),
          observes,
          dizzy,
          notes,
          today: at ?? now ?? real.at(-1)?.at,
        }) ?? [],
      [],
      untold,
    ).map((row) => ({ ...row, from: k.kind, ...(!entries.length && { earlier: true }) }))
  const worries = concernsOf(real, inst, at ?? now ?? real.at(-1)?.at ?? '', observes)
    .filter((c) => c.weight > SAID_BY_THE_WAY)
    .map((c) => c.from)
  return kinds.flatMap((k) => {
    const [own, earlier] = [noted(today, k.kind), noted(before, k.kind)]
    const rows = from(k, own, earlier)
    if (rows.length || own.length || !worries.includes(k.kind)) return rows
    // Nobody came to it today, and it is still a worry: what its last lesson gave comes again.
    const day = earlier.at(-1)?.at.slice(0, 10)
    const last = earlier.filter((e) => e.at.slice(0, 10) === day)
    return from(k, last, earlier.slice(0, earlier.length - last.length)).map((row) => ({
      ...row,
      earlier: true,
    }))
  })
}
/** Concerns of this weight and below don't bring rows back. */
export const SAID_BY_THE_WAY = 12

/** Written notes that a learner has met or played, in the order in which beginners meet them; simulated ones don't count. */
export const notesKnown = (entries: readonly EntryRecord[], inst: Instrument): string[] =>
  inOrder(
    inst,
    ofLearner(entries).flatMap((e) =>
      safely(e.kind, () => kindNamed(e.kind)?.knows?.(e.data as never) ?? [], [], untold),
    ),
  )

/** What was measured with a learner, for diagnoses; weeks from the first entry to the newest. */
export function factsOf(entries: readonly EntryRecord[]): Facts & { weeksPlaying: number } {
  const real = ofLearner(entries)
  const first = real[0]
  const last = real.at(-1)
  return {
    weeksPlaying: first && last ? Math.round(daysBetween(first.at, last.at) / 7) : 0,
    ...Object.assign(
      {},
      ...kinds.map((k) => safely<Facts>(k.title, () => k.facts?.(noted(real, k.kind)) ?? {}, {}, untold)),
    ),
  }
}

/** An entry without its long lists, for sending a whole history. */
export function withoutBulk<E extends { kind: EntryKind; data: object }>(entry: E): E {
  const bulky = kindNamed(entry.kind)?.bulky as readonly string[] | undefined
  if (!bulky) return entry
  return { ...entry, data: { ...entry.data, ...Object.fromEntries(bulky.map((field) => [field, []])) } }
}

/** An invented lesson, kind by kind, each from its own random stream. */
export function* inventLesson(
  story: Story,
  randomFor: (kind: EntryKind) => Random,
): Generator<Pick<EntryInput, 'kind' | 'stage' | 'data'> & { instrument?: InstrumentId }> {
  for (const kind of kinds)
    if (kind.demo)
      for (const { stage, data } of kind.demo(story, randomFor(kind.kind)))
        yield { kind: kind.kind, stage, data } as Pick<EntryInput, 'kind' | 'stage' | 'data'>
}
