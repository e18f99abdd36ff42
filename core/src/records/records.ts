import type { InferType } from 'yup'
import { Refusal } from '../errors/index.ts'
import type { Provenance, Stage } from '../fields/index.ts'
import type { Instrument, InstrumentId } from '../instruments/index.ts'
import { prettyNote } from '../pitch/index.ts'
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
  HomeNumber,
  InLesson,
  Noted,
  RecordKind,
  RowProposal,
  Series,
  Story,
} from './kind.ts'
import { inOrder } from './new-note.ts'
import { DIZZY_DAYS } from './dizzy.ts'
import { RECORDS } from './registry.ts'
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
const kinds = Object.values(RECORDS) as unknown as readonly AnyKind[]
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

const noted = (list: readonly EntryRecord[], kind: string): Noted<never>[] =>
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
const untold = () => undefined

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

/** Heard by a phone, so many numbers from home count; written down, so many; fewer than three lower nothing (chosen by Halitus). */
const HOME_COUNTS = { measured: 2, written: 3, lowers: 3, most: 9 } as const
/** So many of them are told. */
const HOME_TOLD = 5

/**
 * An aim with what was done at home: it is what two of three numbers reached, where that is more than the lessons alone say, or
 * where fewer than half of them reached what those say. Never below what was just held.
 * @param next what the lessons alone say
 * @param numbers about the same thing, since the lesson before last, oldest first
 * @param held what the newest entry reached
 */
function withHome(
  next: Pick<Aim, 'value' | 'why'>,
  numbers: readonly HomeNumber[],
  [low, high]: Goal<never>['limits'],
  held: number,
): Pick<Aim, 'value' | 'why'> {
  const measured = numbers.filter((n) => n.measured)
  const all =
    measured.length >= HOME_COUNTS.measured ? measured : numbers.length >= HOME_COUNTS.written ? numbers : []
  const counting = all.slice(-HOME_COUNTS.most)
  if (!counting.length) return next
  const sorted = counting.map((n) => n.value).sort((a, b) => a - b)
  const usual = Math.floor(sorted[Math.floor(sorted.length / 3)]!)
  const value = Math.max(low, Math.min(high, Math.max(usual, Math.ceil(held))))
  const newest = counting.slice(-HOME_TOLD).map((n) => String(Math.round(10 * n.value) / 10))
  const told = `At home${counting.length > HOME_TOLD ? ' lately' : ''} ${newest.join(', ')}`
  const reached = counting.filter((n) => n.value >= next.value).length
  if (value > next.value) return { value, why: `${told}: two of three reached ${value}.` }
  if (value < next.value && counting.length >= HOME_COUNTS.lowers && reached < counting.length / 2)
    return { value, why: `${told}: ${reached} of ${counting.length} reached ${next.value}, so ${value}.` }
  return { value: next.value, why: `${next.why} ${told}.` }
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
  const since = easedFrom(known, home.eased)
  const dizzy = !!since?.dizzy && !real.some((e) => e.kind === 'target' && !isBefore(e.at, since.at))
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
const SAID_BY_THE_WAY = 12

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
