import { boolean, string } from 'yup'
import { tally, type Crossing } from '../crossings/index.ts'
import { Refusal } from '../errors/index.ts'
import { finite, noteText, strict, whole } from '../fields/index.ts'
import { fingerSystem, isCharted, writtenNote } from '../instruments/index.ts'
import { parseNote, prettyNote } from '../pitch/index.ts'
import { aboutMove, dueBy, gradeOfMove, remembered, type Review } from '../recall/index.ts'
import { median } from '../sound/index.ts'
import { kindOf, slug, type Noted } from './kind.ts'

interface Tried {
  from: string
  to: string
  clean: number
  tries: number
  late: string | null
  lateMs?: number | undefined
}

/** Fewer tries say too little; below this share of clean ones a move is a concern (chosen by Halitus). */
export const TELLING_TRIES = 4
export const CLEAN_SHARE = 0.6

const pair = ({ from, to }: Tried) => `${prettyNote(from)} to ${prettyNote(to)}`
const newestByPair = <T extends { data: Tried }>(entries: readonly T[]) => [
  ...new Map(entries.map((e) => [`${e.data.from} ${e.data.to}`, e])).values(),
]

/** Tries of moves as reviews for the scheduler. */
export const reviewsOfMoves = (entries: readonly Noted<Tried>[]): Review[] =>
  entries.map(({ at, data }) => ({
    about: aboutMove(data.from, data.to),
    grade: gradeOfMove(data.clean, data.tries),
    at,
  }))

/** One finger's lateness over the weeks. */
export interface Lateness {
  touch: string
  /** In how many of the takes it was the one. */
  takes: number
  /** Median length of the note between, ms: in the first half of those takes and in the second; null where none was heard. */
  firstMs: number | null
  lastMs: number | null
}

const usual = (list: readonly number[]): number | null => (list.length ? median(list) : null)

/** Which fingers were out of step, the most frequent first. @param entries oldest first, simulated ones left out */
export function latenessOf(entries: readonly Noted<Pick<Tried, 'late' | 'lateMs'>>[]): Lateness[] {
  const byTouch = new Map<string, (number | undefined)[]>()
  for (const { data } of entries)
    if (data.late) byTouch.set(data.late, [...(byTouch.get(data.late) ?? []), data.lateMs])
  return [...byTouch]
    .map(([touch, all]) => {
      const heard = all.filter((ms) => ms !== undefined)
      const half = Math.ceil(heard.length / 2)
      return {
        touch,
        takes: all.length,
        firstMs: usual(heard.slice(0, half)),
        lastMs: usual(heard.slice(half)),
      }
    })
    .sort((a, b) => b.takes - a.takes)
}

/** What is noted of changes that were heard: how many were clean, and the finger that was late most often. */
export function moveHeard(from: string, to: string, crossings: readonly Crossing[]): MoveHeard {
  const { clean, tries, late, how, times, lengthMs } = tally(crossings)
  return {
    from,
    to,
    clean: Math.min(99, clean),
    tries: Math.min(99, tries),
    late,
    ...(late && {
      lateTimes: Math.min(99, times),
      lateMs: Math.round(lengthMs),
      ...(how === 'early' && { early: true }),
    }),
  }
}
interface MoveHeard extends Tried {
  lateTimes?: number
  early?: boolean
}

/** Two notes back and forth: how many changes were clean. */
export const move = kindOf(
  strict({
    from: noteText(),
    to: noteText(),
    clean: whole(0, 99),
    tries: whole(1, 99),
    late: string().max(20).nullable().defined(),
    /** How often that finger was late, and how long the note between lasted, median, ms; where it was heard. */
    lateTimes: whole(0, 99).optional(),
    lateMs: finite().min(0).max(1000).optional(),
    /** Whether that finger came before the others in place of after them. */
    early: boolean().optional(),
  }),
)({
  kind: 'move',
  title: 'Move',
  stages: ['fingers'],
  plan: {
    minutes: 3,
    air: false,
    everyDays: 7,
    ready: ({ notes }) => notes.length > 1,
    due: (entries, today) =>
      dueBy(remembered(reviewsOfMoves(entries)), today).map((r) =>
        r.about.split(' ').slice(1).map(prettyNote).join(' to '),
      ),
  },
  check(inst, { from, to, clean, tries, late }) {
    const a = writtenNote(inst, from)
    const b = writtenNote(inst, to)
    if (a.midi === b.midi)
      throw new Refusal('invalid', `data.to is ${prettyNote(to)}; a move goes to another note.`, 'data.to')
    if (clean > tries)
      throw new Refusal('invalid', `data.clean is ${clean}; at most the ${tries} tries.`, 'data.clean')
    if (late !== null && isCharted(inst) && !fingerSystem(inst).touches.some((t) => t.id === late))
      throw new Refusal('invalid', `data.late is “${late}”; the instrument has no such touch.`, 'data.late')
  },
  knows: (d) => [d.from, d.to],
  noted: (d) => `${pair(d)}: ${d.clean} of ${d.tries} clean`,
  line(entries) {
    const last = entries.at(-1)
    return last ? `${last.clean} of ${last.tries}` : null
  },
  series(entries) {
    const keys = [...new Set(entries.map((e) => `${e.data.from} ${e.data.to}`))]
    return keys.map((about) => {
      const own = entries.filter((e) => `${e.data.from} ${e.data.to}` === about)
      return {
        about,
        title: pair(own[0]!.data),
        name: 'clean',
        unit: '%',
        better: 'more' as const,
        race: false,
        points: own.map(({ at, data }) => ({
          at,
          value: Math.round((100 * data.clean) / data.tries),
          aim: null,
          reached: data.clean / data.tries >= CLEAN_SHARE,
        })),
      }
    })
  },
  concerns({ entries }) {
    const newest = entries.findLast((e) => e.data.tries >= TELLING_TRIES)?.data
    if (!newest || newest.clean / newest.tries >= CLEAN_SHARE) return []
    return [
      {
        kind: 'move',
        weight: 45,
        sentence: `${pair(newest)} clean ${newest.clean} of ${newest.tries}`,
      },
    ]
  },
  rows({ entries, before, observes, today: now }) {
    const share = (d: Tried) => d.clean / d.tries
    const today = newestByPair(entries).map((e) => e.data)
    const pairs = new Set(today.map(pair))
    const lastDay = before.at(-1)?.at.slice(0, 10)
    // Last lesson's moves come again until they were clean.
    const again = newestByPair(before)
      .filter(
        (e) => e.at.startsWith(lastDay ?? '-') && e.data.clean < e.data.tries && !pairs.has(pair(e.data)),
      )
      .map((e) => e.data)
    // One that sat weeks ago and is due again comes along, the longest overdue first.
    const fresh = new Set([...today, ...again].map((d) => aboutMove(d.from, d.to)))
    const due = now === undefined ? [] : dueBy(remembered(reviewsOfMoves(before)), now)
    const overdue = due
      .filter((r) => !fresh.has(r.about))
      .flatMap((r) => before.findLast((e) => aboutMove(e.data.from, e.data.to) === r.about)?.data ?? [])
      .slice(0, 1)
    const hardestFirst = (list: Tried[]) => [...list].sort((a, b) => share(a) - share(b))
    const rowOf = (when: string) => (d: Tried) => ({
      id: `move-${slug(d.from)}-${slug(d.to)}`,
      kind: 'fingers' as const,
      title: `${prettyNote(d.from)} and ${prettyNote(d.to)}, back and forth`,
      amount: 'silently 5 times, slurred 8 times',
      minutes: 3,
      leastMinutes: 2,
      aim: observes ? 'All fingers at once.' : `All fingers at once. ${when} ${d.clean} of ${d.tries} clean.`,
      why: observes
        ? `${when.replace(/:$/, '')}: not yet at once.`
        : `${when} ${d.clean} of ${d.tries} clean.`,
      notes: [d.from, d.to],
    })
    return [
      ...hardestFirst(today).map(rowOf('Today')),
      ...hardestFirst(again).map(rowOf('Last lesson')),
      ...overdue.map(rowOf('Due again:')),
    ].map((row, i) => ({
      ...row,
      // The two hardest come home; the others wait under what is left out.
      weight: i < 2 ? 50 - i : 4,
    }))
  },
  *demo({ inst, week, weeks, moves }, random) {
    const progress = Math.min(1, week / weeks)
    for (const [from, to] of moves.slice(0, week > 5 ? 2 : 1)) {
      const clean = Math.max(0, Math.min(8, Math.round(8 * (0.25 + 0.55 * progress) + random.normal())))
      const late = random.pick(['R3', 'L3', 'R4:Eb'])
      const known = isCharted(inst) && fingerSystem(inst).touches.some((t) => t.id === late)
      if (parseNote(from).midi === parseNote(to).midi) continue
      yield {
        stage: 'fingers',
        data: {
          from,
          to,
          clean,
          tries: 8,
          late: clean < 8 && known ? late : null,
          lateTimes: clean < 8 && known ? Math.min(8 - clean, 3) : undefined,
          lateMs: clean < 8 && known ? Math.round(110 - 55 * progress + 10 * random.normal()) : undefined,
          early: undefined,
        },
      }
    }
  },
})
