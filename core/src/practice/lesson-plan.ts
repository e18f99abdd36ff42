import { STAGES, type Stage } from '../fields/index.ts'
import type { Instrument } from '../instruments/index.ts'
import { lessonParts, stillEased, inSentence, type EntryRecord, type LessonPart } from '../records/index.ts'
import { daysBetween, instantOf, isBefore, weeksInWords, type Moment } from '../time/index.ts'
import { homeOf, type GivenCard } from './compose.ts'

/** What a teacher changed in a plan. */
export interface PlanChanges {
  minutes: readonly { id: string; minutes: number }[]
  order: readonly string[]
  out: readonly string[]
  in: readonly string[]
}
export const NO_CHANGES: PlanChanges = { minutes: [], order: [], out: [], in: [] }

/** One thing of a lesson. */
export interface PlanItem {
  id: string
  stage: Stage
  part: string
  title: string
  minutes: number
  /** Whether lips and breath work. */
  air: boolean
  /** Written notes that it asks for: known ones. */
  notes: string[]
  about?: string
  aim?: { value: number; unit: string }
  why: string
}
export interface LessonPlan {
  items: PlanItem[]
  /** What isn't reached; it comes first next time. */
  left: { id: string; title: string; why: string }[]
}

/** A lesson that was, as far as its plan goes. */
interface PastLesson {
  id: string
  startsAt: Moment
  minutes: number
  changes: PlanChanges | null
}

/** All that a lesson is planned from. */
export interface LessonAsked {
  /** As this learner is taught it. */
  inst: Instrument
  lesson: PastLesson
  /** Earlier ones on this instrument that took place, oldest first. */
  lessons: readonly PastLesson[]
  /** On this instrument, oldest first; those of the lesson itself are left out here. */
  entries: readonly EntryRecord[]
  /** Given before the lesson, oldest first. */
  cards: readonly GivenCard[]
  /** What the teacher wrote for stops. */
  plans: readonly { stage: Stage; text: string }[]
  observes: boolean
}

/** How much each reason to do something weighs, against a concern's own weight of up to one (chosen by Halitus). */
const NEED = {
  always: 0.55,
  again: 0.6,
  due: 0.35,
  stale: 0.4,
  fresh: 0.3,
  text: 0.7,
  brought: 0.4,
  out: -0.5,
} as const
/** So many things that weren't reached come first next time; more would be last time's lesson again. */
const AGAIN = 2
/** More things than this, and one for every so many minutes, are a rush (chosen by Halitus). */
const MOST_ITEMS = { base: 3, minutesEach: 5 } as const
/** A concern as heavy as this comes before what every lesson has. */
const PRESSING = 80
/** Below this need nothing is planned; below the second it isn't said that it was left. */
const LEAST_NEED = { planned: 0.25, said: 0.35 } as const
/** Shares of a lesson with lips and breath at work: usually, in the first weeks, and after something hurt (chosen by Halitus). */
const AIR_SHARE = { usual: 0.65, first: 0.5, hurt: 0.4 } as const
const FIRST_WEEKS = 4
/** After so many minutes of it something else comes in between. */
const AIR_AT_ONCE = 7
/** Longer lists of what is left nobody reads. */
const MOST_LEFT = 12
/** How long things took counts from so many lessons. */
const TOOK_LESSONS = 4
const TOOK = { low: 1, high: 12, least: 0.5, most: 2 } as const
const CARD = { id: 'card', minutes: 2 } as const
/** Silent work comes between sound and tongue, so that the lips rest. */
const ORDER: readonly Stage[] = ['setup', 'breath', 'sound', 'fingers', 'tongue', 'tune', 'home']

interface Wanted {
  item: PlanItem
  need: number
  always: boolean
  /** Planned last time and not reached. */
  again: boolean
}

/**
 * What a lesson of some minutes is spent on, in which order and how long: by need, readiness and load. What was planned last time
 * and not reached comes first; who was dizzy or sore has less with lips and breath; lips rest in between.
 * @param minutes of the lesson, whole
 */
export function planLesson(of: LessonAsked, minutes: number): LessonPlan {
  const last = of.lessons.at(-1)
  const missed = last ? notReached(of, last) : new Set<string>()
  return planned(of, minutes, missed)
}

/** What was planned for a lesson and never came to. */
function notReached(of: LessonAsked, last: PastLesson): Set<string> {
  const before = (at: Moment) => isBefore(at, last.startsAt)
  const then = planned(
    {
      ...of,
      lesson: last,
      lessons: of.lessons.slice(0, -1),
      entries: of.entries.filter((e) => before(e.at) && e.lessonId !== last.id),
      cards: of.cards.filter((c) => before(c.from)),
    },
    last.minutes,
    new Set(),
  )
  const done = new Set<string>(of.entries.filter((e) => e.lessonId === last.id).map((e) => e.kind))
  // Where nothing was noted at all, nobody planned by it.
  if (!done.size) return new Set()
  return new Set(then.items.map((i) => i.part).filter((part) => part !== CARD.id && !done.has(part)))
}

function planned(of: LessonAsked, minutes: number, missed: ReadonlySet<string>): LessonPlan {
  const { inst, lesson } = of
  const entries = of.entries.filter((e) => e.lessonId !== lesson.id)
  const home = homeOf(of.cards)
  const hurt = stillEased(entries, home)
  const first = of.lessons[0]?.startsAt ?? lesson.startsAt
  const weeks = Math.floor(daysBetween(first, lesson.startsAt) / 7)
  const sheet =
    entries.some((e) => e.kind === 'tune-set') || of.plans.some((p) => p.stage === 'tune' && p.text)
  const changes = lesson.changes ?? NO_CHANGES
  const earlier = of.lessons.slice(-2).map((l) => l.changes ?? NO_CHANGES)
  const took = tookMinutes(of.lessons, entries)
  const parts = lessonParts(entries, inst, {
    today: lesson.startsAt,
    observes: of.observes,
    home,
    weeks,
    sheet,
  })
  const wanted = parts
    .map((part): Wanted => {
      const text = of.plans.find((p) => p.stage === part.stage && p.text)?.text
      const { need, why } = needOf(part, { today: lesson.startsAt, missed, earlier, text })
      const { minutes: usually } = part.plan
      const usual = Math.round(
        Math.min(TOOK.most * usually, Math.max(TOOK.least * usually, took.get(part.kind) ?? usually)),
      )
      const eased = hurt && part.plan.air
      return {
        need,
        always: !!part.plan.always || (part.worry?.weight ?? 0) >= PRESSING,
        again: missed.has(part.kind),
        item: {
          id: part.kind,
          stage: part.stage,
          part: part.kind,
          title: part.title,
          minutes: eased ? Math.max(1, Math.floor(usual / 2)) : usual,
          air: part.plan.air,
          notes: part.notes,
          ...(part.about !== undefined && { about: part.about }),
          ...(part.aim && !of.observes && { aim: { value: part.aim.value, unit: part.aim.unit } }),
          why:
            eased && !why.startsWith(hurt.words)
              ? `${hurt.words}: shorter, seated, rests between. ${why}`
              : why,
        },
      }
    })
    .sort((a, b) => b.need - a.need)
  // Of what wasn't reached the most needed comes before all; of the rest each waits for its stop's turn.
  const again = wanted.filter((w) => w.again).slice(0, AGAIN)
  const leads = (w: Wanted) => Number(w.always || again.includes(w))
  wanted.sort((a, b) => leads(b) - leads(a))
  // No stop is left out by the others' many things: the most needed of each has a turn before the second of any.
  const turns = new Map<Stage, number>()
  const turnOf = new Map<string, number>()
  for (const { item } of wanted) {
    turnOf.set(item.id, turns.get(item.stage) ?? 0)
    turns.set(item.stage, (turns.get(item.stage) ?? 0) + 1)
  }
  const later = (w: Wanted) => (leads(w) ? 0 : Math.min(1, turnOf.get(w.item.id)!))
  wanted.sort((a, b) => later(a) - later(b))
  const share = hurt ? AIR_SHARE.hurt : weeks < FIRST_WEEKS ? AIR_SHARE.first : AIR_SHARE.usual
  const { taken, left } = choose(
    wanted,
    { minutes, air: Math.max(1, Math.round(share * minutes)), grows: !hurt },
    changes,
  )
  return { items: inOrder(taken, changes), left: left.slice(0, MOST_LEFT) }
}

/** How much something is needed, and the weightiest reason in words. */
function needOf(
  part: LessonPart,
  of: {
    today: Moment
    missed: ReadonlySet<string>
    earlier: readonly PlanChanges[]
    text: string | undefined
  },
): { need: number; why: string } {
  const reasons: { weight: number; words: string }[] = []
  if (of.missed.has(part.kind))
    reasons.push({
      // Of what every lesson has it goes without saying.
      weight: part.plan.always ? NEED.always - 0.05 : NEED.again,
      words: 'Planned last time, not reached.',
    })
  if (part.worry) reasons.push({ weight: part.worry.weight / 100, words: inSentence(part.worry.sentence) })
  if (part.due.length)
    reasons.push({
      weight: NEED.due + 0.02 * Math.min(10, part.due.length),
      words: `Due: ${part.due.slice(0, 3).join(', ')}${part.due.length > 3 ? ' …' : '.'}`,
    })
  const days = part.lastAt === undefined ? undefined : daysBetween(part.lastAt, of.today)
  if (days === undefined) reasons.push({ weight: NEED.fresh, words: 'Not done yet.' })
  else
    reasons.push({
      weight: NEED.stale * Math.min(1, days / part.plan.everyDays),
      words: `Last done ${days < 1 ? 'today' : days < 7 ? `${Math.round(days)} days ago` : `${weeksInWords(days)} ago`}.`,
    })
  if (part.plan.always)
    reasons.push({
      weight: of.text ? NEED.text : NEED.always,
      words: of.text ? inSentence(`Your plan: ${of.text}`) : part.aim ? part.aim.why : 'In every lesson.',
    })
  const brought = of.earlier.some((c) => c.in.includes(part.kind))
  if (brought) reasons.push({ weight: NEED.brought, words: 'You brought it in lately.' })
  const out = of.earlier.length === 2 && of.earlier.every((c) => c.out.includes(part.kind))
  const [worst] = [...reasons].sort((a, b) => b.weight - a.weight)
  return {
    need: reasons.reduce((sum, r) => sum + r.weight, 0) + (out ? NEED.out : 0),
    why: out ? 'You left it for later twice.' : worst!.words,
  }
}
/** Takes what is most needed while minutes and lips last; what is brought in comes first, what is taken out never. */
function choose(
  wanted: readonly Wanted[],
  limits: { minutes: number; air: number; grows: boolean },
  changes: PlanChanges,
): { taken: PlanItem[]; left: LessonPlan['left'] } {
  const own = new Map(changes.minutes.map((m) => [m.id, m.minutes]))
  const taken: (PlanItem & { need: number })[] = []
  const left: LessonPlan['left'] = []
  const card: PlanItem | undefined =
    limits.minutes > 2 * CARD.minutes && !changes.out.includes(CARD.id)
      ? {
          id: CARD.id,
          stage: 'home',
          part: CARD.id,
          title: 'The week’s card',
          minutes: own.get(CARD.id) ?? CARD.minutes,
          air: false,
          notes: [],
          why: 'In every lesson.',
        }
      : undefined
  let minutes = limits.minutes - (card?.minutes ?? 0)
  let air = limits.air
  const stops = new Map<Stage, number>()
  const byOwnWish = (w: Wanted) => Number(changes.in.includes(w.item.id) || own.has(w.item.id))
  for (const { item, need } of [...wanted].sort((a, b) => byOwnWish(b) - byOwnWish(a))) {
    if (changes.out.includes(item.id)) {
      left.push({ id: item.id, title: item.title, why: 'You left it for next time.' })
      continue
    }
    const wished = changes.in.includes(item.id)
    if (need < LEAST_NEED.planned && !wished) continue
    const full = taken.length >= MOST_ITEMS.base + limits.minutes / MOST_ITEMS.minutesEach - (card ? 1 : 0)
    const room = Math.min(minutes, item.air ? air : Infinity)
    const set = own.get(item.id)
    const takes = set ?? Math.min(item.minutes, Math.max(1, room))
    const crowded = (stops.get(item.stage) ?? 0) >= MOST_A_STOP
    const least = Math.min(item.minutes, 2)
    if (!wished && set === undefined && (full || crowded || room < least)) {
      const why =
        item.air && air < least && minutes >= least
          ? `The lips have ${limits.air} minutes of ${limits.minutes}.`
          : crowded
            ? 'Enough of this stop for one lesson.'
            : full && room >= least
              ? 'Enough things for one lesson.'
              : `No room in ${limits.minutes} minutes.`
      if (need >= LEAST_NEED.said) left.push({ id: item.id, title: item.title, why: `${why} ${item.why}` })
      continue
    }
    if (wished && set === undefined && room < 1) {
      left.push({ id: item.id, title: item.title, why: `No room in ${limits.minutes} minutes.` })
      continue
    }
    taken.push({ ...item, minutes: takes, need })
    stops.set(item.stage, (stops.get(item.stage) ?? 0) + 1)
    minutes -= takes
    if (item.air) air -= takes
  }
  // Minutes that are over go to what is most needed and may have more.
  const growing = taken.filter((t) => !own.has(t.id)).sort((a, b) => b.need - a.need)
  for (let round = 0; minutes > 0 && round < 2; round++)
    for (const item of growing) {
      if (minutes <= 0) break
      if (item.stage === 'setup' || (item.air && (air <= 0 || !limits.grows))) continue
      item.minutes++
      minutes--
      if (item.air) air--
    }
  return { taken: [...taken.map(({ need: _, ...item }) => item), ...(card ? [card] : [])], left }
}
/** More things of one stop tire, and leave the others out. */
const MOST_A_STOP = 3

/** In the order of work, lips resting in between; or as the teacher put it. */
function inOrder(items: readonly PlanItem[], { order }: PlanChanges): PlanItem[] {
  const place = (i: PlanItem) => ORDER.indexOf(STAGES.includes(i.stage) ? i.stage : 'home')
  const sorted = [...items].sort((a, b) => place(a) - place(b))
  const out: PlanItem[] = []
  let run = 0
  while (sorted.length) {
    // Too long with the lips at work: something silent that is still to come is brought forward.
    const next = sorted[0]!
    const rest =
      run > 0 && next.air && run + next.minutes > AIR_AT_ONCE
        ? sorted.findIndex((i) => !i.air && i.stage !== 'home')
        : -1
    const [item] = sorted.splice(Math.max(0, rest), 1)
    run = item!.air ? run + item!.minutes : 0
    out.push(item!)
  }
  if (!order.length) return out
  const at = (i: PlanItem) => {
    const k = order.indexOf(i.id)
    return k < 0 ? order.length : k
  }
  return out.sort((a, b) => at(a) - at(b))
}

/**
 * How long each kind of thing took in a learner's last lessons, whole minutes, the middle one: from what was noted before it to
 * the last of it.
 */
export function tookMinutes(
  lessons: readonly Pick<PastLesson, 'id' | 'startsAt'>[],
  entries: readonly EntryRecord[],
): Map<string, number> {
  const all = new Map<string, number[]>()
  for (const lesson of lessons.slice(-TOOK_LESSONS)) {
    let before = instantOf(lesson.startsAt)
    const here = new Map<string, number>()
    for (const e of entries.filter((x) => x.lessonId === lesson.id)) {
      const at = instantOf(e.at)
      here.set(e.kind, (here.get(e.kind) ?? 0) + Math.max(0, at - before) / 60_000)
      before = Math.max(before, at)
    }
    for (const [kind, minutes] of here) all.set(kind, [...(all.get(kind) ?? []), minutes])
  }
  return new Map(
    [...all].flatMap(([kind, list]) => {
      if (list.length < 2) return []
      const middle = [...list].sort((a, b) => a - b)[list.length >> 1]!
      return [[kind, Math.round(Math.min(TOOK.high, Math.max(TOOK.low, middle)))] as const]
    }),
  )
}

/** A plan's minutes with lips and breath at work. */
export const airMinutes = (items: readonly Pick<PlanItem, 'air' | 'minutes'>[]): number =>
  items.reduce((sum, i) => sum + (i.air ? i.minutes : 0), 0)

/** What of a plan is next: the first that nothing was noted of yet. @param done kinds of what was noted in the lesson */
export const nextInPlan = <I extends Pick<PlanItem, 'part'>>(
  items: readonly I[],
  done: ReadonlySet<string>,
): I | undefined => items.find((i) => !done.has(i.part))
