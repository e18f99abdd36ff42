import type { AnyObject, ObjectSchema } from 'yup'
import type { Provenance, Stage } from '../fields/index.ts'
import type { Instrument, InstrumentId } from '../instruments/index.ts'
import { seedOf, type Random } from '../player/index.ts'
import type { LineNote } from '../tongue/index.ts'
import type { Moment } from '../time/index.ts'
import type { Hurt } from '../trouble/index.ts'

/** Something that happened in a lesson. */
export interface EntryOf<K extends string, D> {
  id: string
  lessonId: string
  learnerId: string
  instrument: InstrumentId
  stage: Stage
  kind: K
  provenance: Provenance
  /** Order of what happened in the studio; clocks may be set back, this isn't. */
  seq: number
  at: Moment
  data: D
}

/** What a kind is told of entries: when, and what. */
export interface Noted<D> {
  at: Moment
  data: D
}

/** What to aim at next. */
export interface Aim {
  kind: string
  /** What it is about, as the kind keys it: a note, a part. */
  about: string
  /** “Long tone E4”. */
  title: string
  value: number
  unit: string
  /** The numbers that led to it, in a sentence. */
  why: string
}

/** What can be aimed at, and the ladder from one aim to the next. */
export interface Goal<D> {
  unit: string
  /** What an entry is about. */
  about(data: D): string
  title(about: string, inst: Instrument): string
  /** @throws Refusal with a sentence when this instrument has nothing of that name to aim at */
  checkAbout(about: string, inst: Instrument): void
  /** What a beginner aims at before anything was measured, if this goal comes first. */
  beginsWith?(inst: Instrument): string
  /** Least and most that a teacher may set. */
  limits: readonly [number, number]
  /** One step easier, while somebody was dizzy at home. */
  ease?(value: number): number
  /** Where a first aim begins when something else was done well before: the whole instrument after its part. */
  carries?(entries: readonly { kind: string; data: object }[]): { value: number; why: string } | undefined
  /** What an entry reached, in the unit of the aim: 0 where it didn't hold. */
  reached(data: D): number
  /** The next aim from all entries about the same thing, oldest first; never below what was just held. */
  next(history: readonly D[]): { value: number; why: string }
}

/** A number that came back from home, written down or heard by the learner's own phone. */
export interface HomeNumber {
  /** The kind of record whose aim it belongs to, and what it is about. */
  goal: string
  about: string
  value: number
  unit: string
  measured: boolean
  at: Moment
}
/** What home says that bears on aims. */
export interface Home {
  /** Dizziness or soreness reported on a card, while no week that was given later went well. */
  eased?: { at: Moment; by: Hurt } | undefined
  numbers?: readonly HomeNumber[] | undefined
  /** What the newest card of each instrument asks: while something hurts, nothing asks for more. */
  asked?: readonly { on: string; goal: string; about: string; value: number }[] | undefined
}

/** One number over time. */
export interface Series {
  kind: string
  about: string
  /** “Long tone E4”. */
  title: string
  name: string
  unit: string
  better: 'more' | 'less'
  /** Whether the number is one to beat; hidden from who observes. */
  race: boolean
  points: { at: Moment; value: number; aim: number | null; reached: boolean }[]
}

export interface Concern {
  kind: string
  /** Higher comes first; at 10 and below it is said only when there is nothing else. */
  weight: number
  sentence: string
  /** The kind of record that says it, so the part where it is worked on; none where no part is. */
  from?: string | undefined
}

export type CardRowKind = Exclude<Stage, 'home'>

export interface CardRow {
  /** Says what the row is, so that ticks stay with it when the card is composed anew. */
  id: string
  kind: CardRowKind
  title: string
  /** How long or how many times. */
  amount: string
  minutes: number
  /** How it should feel or sound. */
  aim: string
  /** Written notes whose fingering is shown. */
  notes: string[]
  /** What is to be played, printed in notation. */
  line?: LineNote[] | undefined
  /** Beats of a bar of it and the note that gets one; four quarters when left out. */
  beats?: number | undefined
  beatType?: number | undefined
  /** Why it is on the card, with the numbers that led to it. */
  why?: string | undefined
  /** The number that is written down for each session; its aim is null for who observes. */
  asks?: { goal: string; about: string; value: number | null; unit: string } | undefined
}

/** A row that could stand on the card; when minutes are short it shrinks to `leastMinutes` before it drops out. */
export interface RowProposal extends CardRow {
  leastMinutes: number
  /** Higher stays longer. */
  weight: number
  /** How long or how many times in fewer minutes; left out where that doesn't change. */
  amountIn?(minutes: number): string
  /** The kind of record that proposes it. */
  from?: string | undefined
  /** Comes from earlier lessons alone: nothing of the kind was done today. */
  earlier?: boolean | undefined
}

/** A row's number and its reason, from the aim that it asks for; who observes is told neither. */
export const asked = (
  { kind: goal, about, value, unit, why }: Aim,
  observes: boolean,
): Pick<RowProposal, 'asks' | 'why'> => ({
  asks: { goal, about, value: observes ? null : value, unit },
  ...(!observes && { why }),
})

/**
 * Something done so many times, as minutes: how many fit, and how it is said for fewer.
 * @param of.eachS one time with its rest, s
 * @param of.least so many times at least, when minutes are short
 * @param words the amount for so many times
 * @example timed({ times: 4, eachS: 40, least: 2 }, (n) => `${n} times`) // { amount: '4 times', minutes: 3, leastMinutes: 2, … }
 */
export function timed(
  of: { times: number; eachS: number; least?: number },
  words: (times: number) => string,
): Pick<RowProposal, 'amount' | 'minutes' | 'leastMinutes'> & Required<Pick<RowProposal, 'amountIn'>> {
  const minutesFor = (times: number) => Math.max(1, Math.ceil((times * of.eachS) / 60))
  const least = Math.min(of.times, of.least ?? 1)
  return {
    amount: words(of.times),
    minutes: minutesFor(of.times),
    leastMinutes: minutesFor(least),
    amountIn: (minutes) => words(Math.max(least, Math.min(of.times, Math.floor((60 * minutes) / of.eachS)))),
  }
}
/** So many times, in words. @example timesWords(1) // 'once' */
export const timesWords = (times: number): string =>
  times === 1 ? 'once' : times === 2 ? 'twice' : `${times} times`

/** Numbers that diagnoses ask for, where they were measured. */
export interface Facts {
  /** The newest long tone and what was aimed at, s. */
  longToneS?: number
  targetS?: number
  /** Pitch against loudness, cents a dB; negative sags when loud. */
  centsPerDb?: number
  /** The newest long tone's unsteadiness, cents, and how far tone stands above noise, dB; whole. */
  steadinessCents?: number
  hnrDb?: number
  /** The newest take on a small part, from its mark, whole cents. */
  partCents?: number
  /** How far the pitch of a small part can be bent, cents. */
  bendCents?: number
}

/** How an invented learner's weeks go; see the demo's people. */
export interface Story {
  inst: Instrument
  /** 0 in the first week, of `weeks`. */
  week: number
  weeks: number
  /** Where long tones start, s, and how much a week brings. */
  startS: number
  gainS: number
  /** Unsteadiness at the beginning, cents. */
  steady: number
  tone: string
  moves: [string, string][]
  trouble: string | undefined
  /** Steps of set-up that keep going wrong. */
  habits: string[]
  /** The aim at this moment of the story. */
  aim(kind: string, about: string): number
}

export interface Invented<D> {
  stage: Stage
  data: D
}

/** What the card is composed from: the entries of one kind, today's apart from earlier ones. */
export interface LessonSoFar<D> {
  inst: Instrument
  entries: readonly Noted<D>[]
  /** Those of earlier lessons, oldest first. */
  before: readonly Noted<D>[]
  /** The next aim about something. */
  aim(about: string): Aim
  /** True when no number to beat may be named. */
  observes: boolean
  /** Dizzy lately, here or at home, and no aim was set since: drills are shorter. */
  dizzy: boolean
  /** Written notes that the learner knows: no other ones are asked for. */
  notes: readonly string[]
  /** When the lesson is, or what was noted last. */
  today: Moment | undefined
}

export interface Known<D> {
  inst: Instrument
  /** Oldest first. */
  entries: readonly Noted<D>[]
  today: Moment
  /** True when no number to beat may be named. */
  observes: boolean
}

/** What is known when a lesson is planned. */
export interface ReadyFor {
  inst: Instrument
  /** Entries of the kind, oldest first. */
  entries: readonly Noted<unknown>[]
  /** Written notes that the learner knows. */
  notes: readonly string[]
  /** From the first lesson to this one. */
  weeks: number
  /** A tune was chosen to be played. */
  sheet: boolean
  /** Something of the kind needs attention. */
  worry: boolean
}
/** How a kind stands in a lesson's plan. */
export interface InLesson {
  /** What it usually takes (chosen by Halitus until it is known how long it takes with a learner). */
  minutes: number
  /** Whether lips and breath work. */
  air: boolean
  /** So often it comes by itself. */
  everyDays: number
  /** A lesson isn't without it once it is ready. */
  always?: boolean
  /** Whether this learner is ready for it; everybody when left out. */
  ready?(known: ReadyFor): boolean
  /** What of it is due to be asked again, in words, the longest overdue first. */
  due?(entries: readonly Noted<never>[], today: Moment): string[]
}

/**
 * Everything Halitus knows of one kind of entry. Server, card, Today, lesson line, progress, export and demo go through
 * the registry and never ask which kind it is.
 */
export interface RecordKind<K extends string, D extends AnyObject> {
  kind: K
  title: string
  /** Stops at which it is noted. */
  stages: readonly Stage[]
  schema: ObjectSchema<D>
  /** How it stands in a lesson's plan; never planned when left out. */
  plan?: InLesson
  /** Whether it is practised on an instrument at all; on every one when left out. */
  fits?(inst: Instrument): boolean
  /** Long lists, looked at one entry at a time: left out where a whole history is sent. */
  bulky?: readonly (keyof D)[]
  /**
   * Whether it can be true on this instrument.
   * @throws Refusal with a sentence
   */
  check(inst: Instrument, data: D, goalOf: (kind: string) => Goal<never> | undefined): void
  /** What stands in the list of what was noted; null: it doesn't. */
  noted(data: D, inst: Instrument): string | null
  /** What stands on the lesson's line; null: only that something was noted. */
  line(entries: readonly D[]): string | null
  goal?: Goal<D>
  series?(entries: readonly Noted<D>[], inst: Instrument): Omit<Series, 'kind'>[]
  concerns?(known: Known<D>): Concern[]
  rows?(lesson: LessonSoFar<D>): RowProposal[]
  /** Written notes that who did this can finger. */
  knows?(data: D): string[]
  facts?(entries: readonly Noted<D>[]): Facts
  /** What was advised, in words, and whether it helped; null where nothing was tried. */
  advised?(data: D, inst: Instrument): { words: string; helped: boolean } | null
  /** An invented lesson's entries; each is remembered before the next is asked for. */
  demo?(story: Story, random: Random): Generator<Invented<D>>
}

/**
 * Makes a kind of record; its data are what the schema says.
 * @example const note = kindOf(strict({ text: words(1000) }))({ kind: 'note', … })
 */
export const kindOf =
  <D extends AnyObject>(schema: ObjectSchema<D>) =>
  <const K extends string>(kind: Omit<RecordKind<K, D>, 'schema'>): RecordKind<K, D> => ({
    ...kind,
    schema,
  })

/** A hash stands for what an id can't spell, in so many signs. */
const HASH = 7
/**
 * Text as part of a card row's id: `F#4` → `Fs4`. What an id can't spell (Cyrillic, Japanese) is told apart by a hash, so that two
 * rows never share their ticks.
 * @example slug('A4 B4') // 'A4-B4'
 */
export function slug(text: string): string {
  const spelled = text
    .replace(/#/g, 's')
    .replace(/[^A-Za-z0-9]+/g, '-')
    .slice(0, 24)
  return /\p{L}/u.test(text.replace(/[A-Za-z]/g, ''))
    ? `${spelled.replace(/-+$/, '').slice(0, 24 - HASH - 1)}-${seedOf(text).toString(36).padStart(HASH, '0').slice(-HASH)}`
    : spelled
}

/**
 * The newest entry about each thing, in the order in which the things were last noted.
 * @example newestOf([{ data: 'a1' }, { data: 'b1' }, { data: 'a2' }], (d) => d[0]!).map((e) => e.data) // ['b1', 'a2']
 */
export function newestOf<E extends { data: unknown }>(
  entries: readonly E[],
  about: (data: E['data']) => string,
): E[] {
  const newest = new Map<string, E>()
  for (const entry of entries) {
    const key = about(entry.data)
    newest.delete(key)
    newest.set(key, entry)
  }
  return [...newest.values()]
}

/** Said as a sentence: a capital, and a full stop where there is no other end. @example inSentence('slowly') // 'Slowly.' */
export const inSentence = (text: string): string =>
  text && `${text.charAt(0).toUpperCase()}${text.slice(1)}${/[.!?…]$/.test(text) ? '' : '.'}`
