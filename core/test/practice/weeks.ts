import { instrument, type InstrumentId } from '@halitus/core/instruments'
import { seeded, seedOf, type Random } from '@halitus/core/player'
import { composeWeek, homeOf, type GivenCard } from '@halitus/core/practice'
import {
  aimFor,
  concernsOf,
  easedFrom,
  reviewsOf,
  type EntryData,
  type EntryKind,
  type EntryRecord,
} from '@halitus/core/records'
import { dueBy, remembered } from '@halitus/core/recall'
import { dayAfter, dayOf, plusDays } from '@halitus/core/time'
import { aTone, entry, GOOD } from '../records/entries.ts'

/** How a simulated learner is: what a week brings, how much days differ, what goes wrong. */
export interface Kind {
  name: string
  on: InstrumentId
  age: number
  minutes: number
  sessions: number
  /** What a week of practice adds, as a share of what is left to learn. */
  gain: number
  /** How much one try differs from another, as a share. */
  spread: number
  /** Share of the sessions that are practised, by week. */
  diligence(week: number): number
  /** Chance that a note is known when it is asked. */
  recall: number
  /** Chances a week. */
  dizzy?: number
  sore?: number
  absent?: number
  /** Chance that a week's numbers come back. */
  writes?: number
  observes?: boolean
  tune?: boolean
}

/** Everything aimed at: where a beginner begins, where the learner ends, and how a try is noted. */
const WORK = {
  'long-tone': { about: 'E4', from: 5, to: 45, unit: 's' },
  'breath-count': { about: 'E4-60', from: 7, to: 40, unit: 'clicks' },
  exhale: { about: 'stream', from: 8, to: 30, unit: 's' },
  'small-part': { about: '', from: 4, to: 16, unit: 's' },
  bend: { about: '', from: 40, to: 320, unit: 'cents' },
  'shaped-tone': { about: 'E4-swell', from: 3, to: 11, unit: 'counts' },
  'tongue-tempo': { about: '2', from: 60, to: 150, unit: 'a minute' },
} as const satisfies Partial<Record<EntryKind, { about: string; from: number; to: number; unit: string }>>
export type Worked = keyof typeof WORK
export const WORKED = Object.keys(WORK) as Worked[]

export interface Outcome {
  cards: number
  /** Minutes on the card beyond what was agreed, or rows that don't fit. */
  overMinutes: number
  /** Cards on which breath or lip work, or an aim of it, rose while something hurt. */
  hurtCards: number
  roseHurt: number
  /** Cards after two weeks and more without practice, and those on which the load rose. */
  idleCards: number
  roseIdle: number
  /** Lessons with notes due, and those whose card has them or says why not. */
  due: number
  dueTold: number
  /** The longest run of cards beside which one row stood, or for which one concern had no row. */
  starved: number
  starvedWhat: string
  breathRows: number
  tuneCards: number
  tuneOn: number
  /** For observers: cards that name a number to beat. */
  raced: string[]
  /** Tries at home, by kind. */
  met: Record<Worked, { tries: number; met: number }>
  /** The same in lessons. */
  metHere: Record<Worked, { tries: number; met: number }>
  /** Rows without a reason, and aims without a full stop. */
  unsaid: string[]
  /** Two rows under one id or one title. */
  twice: string[]
}

/** What names a number to beat. */
const RACED = /\baim \d|\d+ of \d+|at least \d|until (five|\d+) are clean/

/** A simulated learner over some weeks, lesson by lesson, card by card. */
export function simulate(kind: Kind, seed: number, weeks = 26): Outcome {
  const inst = instrument(kind.on)
  const part = inst.teaching.smallParts[0]!.id
  const random = seeded(seedOf(kind.name, String(seed)))
  const entries: EntryRecord[] = []
  const cards: GivenCard[] = []
  const out: Outcome = {
    cards: 0,
    overMinutes: 0,
    hurtCards: 0,
    roseHurt: 0,
    idleCards: 0,
    roseIdle: 0,
    due: 0,
    dueTold: 0,
    starved: 0,
    starvedWhat: '',
    breathRows: 0,
    tuneCards: 0,
    tuneOn: 0,
    raced: [],
    met: Object.fromEntries(WORKED.map((w) => [w, { tries: 0, met: 0 }])) as Outcome['met'],
    metHere: Object.fromEntries(WORKED.map((w) => [w, { tries: 0, met: 0 }])) as Outcome['met'],
    unsaid: [],
    twice: [],
  }
  const learnt: Record<string, number> = {}
  const able = (work: Worked) => {
    const { from, to } = WORK[work]
    return from + (to - from) * (learnt[work] ?? 0)
  }
  /** One try, on a day that is better or worse. */
  const tried = (work: Worked, day = random.normal()) =>
    able(work) * Math.exp(kind.spread * (0.8 * day + 0.6 * random.normal()))
  /** The best of three, which is what is written down. */
  const bestOf3 = (work: Worked) => {
    const day = random.normal()
    return Math.max(...[1, 2, 3].map(() => tried(work, day)))
  }
  const about = (work: Worked) => WORK[work].about || part
  const waits = new Map<string, number>()
  let idle = 0

  for (let week = 0; week < weeks; week++) {
    const startsAt = `${plusDays('2026-01-05T00:00:00', 7 * week).slice(0, 10)}T16:00:00`
    if (week && random.chance(kind.absent ?? 0)) continue
    const lessonId = `w${week}`
    let minute = 0
    const note = <K extends EntryKind>(k: K, data: EntryData[K]) => {
      minute++
      entries.push(
        entry(k, data, {
          lessonId,
          instrument: kind.on,
          at: `${dayOf(startsAt)}T16:${String(minute % 60).padStart(2, '0')}:00`,
        }),
      )
    }
    teach(kind, week, random, {
      note,
      aim: (work) => aimFor(entries, inst, work, about(work), homeOf(cards)).value,
      tried(work, aim) {
        const value = tried(work)
        out.metHere[work].tries++
        if (value >= aim) out.metHere[work].met++
        return value
      },
      part,
    })
    const home = homeOf(cards)
    const due = dueBy(remembered(reviewsOf(entries.filter((e) => e.kind === 'recalled') as never)), startsAt)
    const week_ = composeWeek({
      inst,
      lesson: { id: lessonId, startsAt },
      lessonsBefore: week,
      entries,
      cards,
      plans: kind.tune ? [{ stage: 'tune', text: 'The second tune, slowly' }] : [],
      agreed: { minutesPerSession: kind.minutes, sessionsPerWeek: kind.sessions },
      observes: !!kind.observes,
    })
    const last = cards.at(-1)
    judge(week_, last, !!easedFrom(entries, home.eased))
    if (due.length) {
      out.due++
      if ([...week_.rows, ...week_.leftOut].some((r) => r.id === 'recall')) out.dueTold++
    }
    starving(week_.rows, week_.leftOut, startsAt)
    cards.push({ ...given(week_, startsAt), ...practise(week_, startsAt, week) })
    idle = cards.at(-1)!.ticks.length ? 0 : idle + 1
  }
  return out

  function judge(week: ReturnType<typeof composeWeek>, last: GivenCard | undefined, hurts: boolean) {
    out.cards++
    const sum = (rows: readonly { kind: string; minutes: number }[], of?: string[]) =>
      rows.reduce((all, r) => all + (!of || of.includes(r.kind) ? r.minutes : 0), 0)
    if (sum(week.rows) > kind.minutes || week.sessions > kind.sessions) out.overMinutes++
    if (week.rows.filter((r) => r.kind === 'breath').length > 2) out.breathRows++
    if (kind.tune) {
      out.tuneCards++
      if (week.rows.some((r) => r.kind === 'tune')) out.tuneOn++
    }
    if (hurts && last) {
      out.hurtCards++
      const rose = week.rows.some((r) => {
        if (r.kind !== 'breath' && r.kind !== 'sound') return false
        const before = last.rows.find((x) => x.id === r.id)
        return (
          !!before && (r.minutes > before.minutes || (r.asks?.value ?? 0) > (before.asks?.value ?? Infinity))
        )
      })
      if (rose || sum(week.rows) > Math.max(sum(last.rows), 5)) out.roseHurt++
    }
    if (idle >= 2 && last) {
      out.idleCards++
      if (sum(week.rows) > sum(last.rows)) out.roseIdle++
    }
    if (kind.observes)
      for (const r of week.rows)
        for (const text of [r.title, r.amount, r.aim, r.why ?? '']) if (RACED.test(text)) out.raced.push(text)
    for (const r of week.rows) {
      if (!r.why) out.unsaid.push(`${r.id}: why`)
      if (r.aim && !/[.!?…]$/.test(r.aim)) out.unsaid.push(r.aim)
    }
    for (const of of ['id', 'title'] as const) {
      const all = week.rows.map((r) => r[of])
      out.twice.push(...all.filter((x, i) => all.indexOf(x) !== i))
    }
  }
  /** How long rows stood beside cards, and concerns had no row on any. */
  function starving(rows: readonly { id: string }[], left: readonly { id: string }[], today: string) {
    const on = new Set(rows.map((r) => r.id))
    const worries = concernsOf(entries, inst, today, !!kind.observes)
      .filter(
        (c) =>
          c.weight > 12 &&
          ['mouth', 'tongue-fault', 'breath-watch', 'move', 'accident'].includes(c.from ?? ''),
      )
      .map((c) => `concern ${c.from}`)
    const now = new Set([...left.map((r) => r.id), ...worries])
    for (const what of [...waits.keys()]) if (!now.has(what)) waits.delete(what)
    for (const what of now) {
      const isOn = what.startsWith('concern ')
        ? [...on].some((id) => id.startsWith(prefix(what)))
        : on.has(what)
      const run = isOn ? 0 : (waits.get(what) ?? 0) + 1
      waits.set(what, run)
      if (run > out.starved) [out.starved, out.starvedWhat] = [run, what]
    }
  }
  function practise(week: ReturnType<typeof composeWeek>, startsAt: string, number: number) {
    const ticks: GivenCard['ticks'][number][] = []
    const numbers: GivenCard['numbers'][number][] = []
    for (let session = 1; session <= week.sessions; session++) {
      if (!random.chance(kind.diligence(number))) continue
      const at = `${dayAfter(dayOf(startsAt), session)}T17:00:00`
      for (const row of week.rows) {
        ticks.push({ rowId: row.id, session, at })
        const work = row.asks?.goal as Worked | undefined
        if (!work || !(work in WORK)) continue
        const value = bestOf3(work)
        if (row.asks!.value !== null) {
          out.met[work].tries++
          if (value >= row.asks!.value!) out.met[work].met++
        }
        numbers.push({
          row: row.id,
          value: Math.round(10 * value) / 10,
          unit: row.asks!.unit,
          measured: random.chance(0.5),
          at,
        })
        learnt[work] = Math.min(
          1,
          (learnt[work] ?? 0) + (kind.gain / week.sessions) * (1 - (learnt[work] ?? 0)),
        )
      }
    }
    const reports: GivenCard['reports'][number][] = []
    const at = `${dayAfter(dayOf(startsAt), 3)}T18:00:00`
    if (random.chance(kind.dizzy ?? 0)) reports.push({ kind: 'dizzy', at })
    if (random.chance(kind.sore ?? 0)) reports.push({ kind: 'sore', at })
    return { ticks, reports, numbers: random.chance(kind.writes ?? 0.7) ? numbers : [] }
  }
  function given(week: ReturnType<typeof composeWeek>, startsAt: string) {
    return {
      instrument: kind.on,
      from: dayOf(startsAt),
      sessions: week.sessions,
      rows: week.rows,
      left: week.leftOut,
    }
  }
}
const prefix = (concern: string) =>
  ({ accident: 'squeak', 'breath-watch': 'breath-watch' })[concern.slice(8)] ?? concern.slice(8)

/** What a teacher does in a lesson: long tones nearly always, the rest in turn, and what was seen. */
function teach(
  kind: Kind,
  week: number,
  random: Random,
  of: {
    note<K extends EntryKind>(k: K, data: EntryData[K]): void
    aim(work: Worked): number
    tried(work: Worked, aim: number): number
    part: string
  },
) {
  const { note, aim, tried, part } = of
  const tenths = (x: number) => Math.round(10 * x) / 10
  const now = (work: Worked) => tenths(tried(work, aim(work)))
  if (week > 1 && random.chance(0.9))
    note(
      'long-tone',
      aTone({ targetS: aim('long-tone'), lengthS: Math.max(1, now('long-tone')), steadinessCents: 8 }),
    )
  if (random.chance(0.5)) {
    const clicks = Math.max(1, Math.floor(tried('breath-count', aim('breath-count'))))
    note('breath-count', {
      ...GOOD['breath-count'],
      clicks,
      seconds: clicks + 0.5,
      aimClicks: aim('breath-count'),
    })
  }
  if (random.chance(0.35)) note('exhale', { seconds: Math.max(1, now('exhale')), aimS: aim('exhale') })
  if (random.chance(0.45))
    note('small-part', {
      ...GOOD['small-part'],
      part,
      lengthS: Math.max(0.5, now('small-part')),
      aimS: aim('small-part'),
    })
  if (week > 2 && random.chance(0.35)) {
    const range = Math.round(tried('bend', aim('bend')))
    note('bend', { part, hz: 880, lowCents: -range, highCents: 0, aimCents: aim('bend') })
  }
  if (week > 4 && random.chance(0.4)) {
    const counts = aim('shaped-tone')
    const held = tried('shaped-tone', counts) >= counts
    note('shaped-tone', { ...GOOD['shaped-tone'], counts, lengthS: held ? 2 * counts : counts })
  }
  if (week > 3 && inst_(kind).tongue && random.chance(0.35)) {
    const middle = Math.round(Math.max(44, Math.min(200, tried('tongue-tempo', aim('tongue-tempo')))))
    const half = Math.max(2, Math.round(1.28 * kind.spread * middle))
    note('tongue-tempo', {
      ...GOOD['tongue-tempo'],
      perMinute: middle,
      low: Math.max(40, middle - half),
      high: Math.min(208, middle + half),
    })
  }
  if (random.chance(0.3))
    note('move', { from: 'E4', to: 'F4', clean: random.chance(0.5) ? 5 : 7, tries: 8, late: null })
  if (week > 1 && random.chance(0.4))
    for (const written of ['E4', 'F4', 'G4', 'D4'].filter(() => random.chance(0.6)))
      note('recalled', { ...GOOD.recalled, written, right: random.chance(kind.recall) })
  const model = inst_(kind).mouth.model
  if (random.chance(0.15)) {
    const cause = model.causes[0]!.id
    const [question] = inst_(kind).mouth.heard
    note('mouth', {
      answers: [{ question: question!, outcome: question! }],
      cause,
      helped: random.chance(0.4) ? 'yes' : 'no',
    })
  }
  if (random.chance(0.15)) note('breath-watch', { seen: ['shoulders'] })
}
const inst_ = (kind: Kind) => instrument(kind.on)

const steady = (share: number) => () => share
const base = {
  on: 'clarinet',
  age: 10,
  minutes: 20,
  sessions: 5,
  gain: 0.06,
  spread: 0.14,
  recall: 0.8,
} as const

/** The kinds that rules and ladders were tried with. */
export const TRIED: readonly Kind[] = [
  { ...base, name: 'plain', diligence: steady(0.8), tune: true },
  { ...base, name: 'quick', gain: 0.12, spread: 0.1, diligence: steady(0.9) },
  { ...base, name: 'slow', gain: 0.025, diligence: steady(0.7), tune: true },
  { ...base, name: 'sickly', dizzy: 0.15, sore: 0.1, absent: 0.15, diligence: steady(0.6) },
  { ...base, name: 'idle', diligence: (w) => (w % 8 < 5 ? 0.6 : 0), minutes: 15 },
  { ...base, name: 'watcher', age: 40, observes: true, minutes: 25, diligence: steady(0.8) },
]

/** Others, whom the tests watch; a first look at them showed three faults, so that the report has kinds of its own. */
export const JUDGED: readonly Kind[] = [
  {
    ...base,
    name: 'quick child',
    gain: 0.11,
    spread: 0.12,
    minutes: 15,
    diligence: steady(0.85),
    tune: true,
  },
  { ...base, name: 'quick adult', age: 38, gain: 0.1, spread: 0.08, minutes: 30, diligence: steady(0.9) },
  { ...base, name: 'forgetful', recall: 0.45, diligence: steady(0.7) },
  { ...base, name: 'forgetful and idle', recall: 0.5, diligence: steady(0.3), minutes: 12 },
  { ...base, name: 'sickly child', dizzy: 0.25, sore: 0.1, absent: 0.2, minutes: 12, diligence: steady(0.6) },
  { ...base, name: 'sore lips', sore: 0.3, diligence: steady(0.75) },
  {
    ...base,
    name: 'over-keen',
    gain: 0.08,
    spread: 0.18,
    sessions: 7,
    minutes: 40,
    sore: 0.12,
    dizzy: 0.08,
    diligence: steady(1),
  },
  { ...base, name: 'very short', minutes: 5, sessions: 4, diligence: steady(0.8), tune: true },
  { ...base, name: 'short', minutes: 10, diligence: steady(0.7), tune: true },
  { ...base, name: 'long', minutes: 45, sessions: 6, diligence: steady(0.7) },
  { ...base, name: 'holidays', diligence: (w) => (w % 13 < 3 ? 0 : 0.8) },
  { ...base, name: 'gives up', diligence: (w) => Math.max(0, 0.9 - 0.05 * w) },
  { ...base, name: 'comes back', diligence: (w) => (w < 6 ? 0.7 : w < 12 ? 0 : 0.7), absent: 0.1 },
  { ...base, name: 'uneven', spread: 0.28, diligence: steady(0.7) },
  { ...base, name: 'even', spread: 0.06, diligence: steady(0.7), tune: true },
  { ...base, name: 'slow adult', age: 61, gain: 0.02, diligence: steady(0.9), minutes: 25 },
  { ...base, name: 'observing adult', age: 50, observes: true, diligence: steady(0.8), minutes: 25 },
  {
    ...base,
    name: 'observing child',
    age: 8,
    observes: true,
    diligence: steady(0.6),
    minutes: 12,
    dizzy: 0.1,
  },
  { ...base, name: 'often away', absent: 0.45, diligence: steady(0.5) },
  { ...base, name: 'stuck', gain: 0.005, diligence: steady(0.8), tune: true },
]
