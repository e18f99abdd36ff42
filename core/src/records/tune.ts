import { array, string, type InferType } from 'yup'
import { Refusal } from '../errors/index.ts'
import { finite, id, name, noteText, strict, text, whole, words } from '../fields/index.ts'
import { happenedFirst, happenings } from './happened.ts'
import { dueBy, gradeOfMove, remembered, type Review } from '../recall/index.ts'
import { inSentence, kindOf, slug, type Noted } from './kind.ts'
import { printedLine } from './printed-line.ts'

/** How many steps of practising one card holds. */
const MOST_STEPS = 3

/** So many signs of a step are printed. */
const MOST_SIGNS = 64

const step = strict({
  /** “bar 6”. */
  title: words(80),
  minutes: whole(1, 60),
  /** Quarters a minute to begin at and to arrive at, how much it goes up, after so many clean ones. */
  from: whole(10, 400),
  to: whole(10, 400),
  by: whole(1, 100),
  clean: whole(1, 20),
  why: text(200),
  /** Written notes whose fingering is shown. */
  notes: array().of(noteText()).required().max(8),
  ...printedLine(MOST_SIGNS),
})
export type TuneStep = InferType<typeof step>

/** What of a tune is practised until the next lesson. */
export const tuneSet = kindOf(
  strict({
    tune: id(),
    title: name(200),
    steps: array().of(step).required().min(1).max(MOST_STEPS),
  }),
)({
  kind: 'tune-set',
  title: 'Read the tune',
  stages: ['tune'],
  plan: { minutes: 3, air: false, everyDays: 21, ready: ({ sheet }) => sheet },
  check() {
    // Which tunes there are is the studio’s, not the instrument’s.
  },
  noted: (d) => `To practise in ${d.title}: ${d.steps.map((s) => s.title).join(', ')}`,
  line: (entries) => (entries.length ? `${entries.at(-1)!.steps.length} to practise` : null),
  rows({ entries, observes }) {
    const newest = entries.at(-1)?.data
    if (!newest) return []
    return newest.steps.map((s, i) => ({
      id: `tune-${slug(newest.tune)}-${i + 1}`,
      kind: 'tune' as const,
      title: `${newest.title}: ${s.title}`.slice(0, 120),
      amount: observes
        ? `at ${s.from}, then a little faster`
        : s.from === s.to
          ? `at ${s.to}`
          : `at ${s.from}; up by ${s.by} after ${s.clean} clean ones, to ${s.to}`,
      minutes: s.minutes,
      leastMinutes: 1,
      aim: inSentence(s.why),
      notes: s.notes,
      ...(s.line?.length && { line: s.line, beats: s.beats, beatType: s.beatType }),
      // What a learner comes for stays; the hardest place first.
      weight: 98 - i,
    }))
  },
})
/** What became of a bar: clean, another note, one missing, late, a note between, played again, not reached. */
export const BAR_MARKS = {
  clean: 'c',
  wrong: 'w',
  missing: 'm',
  late: 'l',
  between: 'b',
  repeated: 'r',
  not: '-',
} as const
export type BarMark = (typeof BAR_MARKS)[keyof typeof BAR_MARKS]
/** Marks of what went wrong. */
const FAULTS = new Set<string>(['w', 'm', 'l', 'b'])

const played = strict({
  tune: id(),
  title: name(200),
  part: words(100),
  /** Quarters a minute: asked for, and played. */
  asked: finite().min(10).max(400),
  bpm: finite().min(1).max(1000),
  /** One mark a bar of the part, by index. */
  bars: string()
    .required()
    .max(5000)
    .matches(
      /^[cwmlbr-]+$/,
      ({ path }) => `${path} has a mark that isn’t known; one of c w m l b r - stands for each bar.`,
    ),
  /** Written numbers of the first two bars with a fault, and what happened there. */
  faults: array()
    .of(strict({ bar: text(40), words: words(200) }))
    .required()
    .max(2),
  /** Indices of bars after which breath was taken. */
  breaths: array().of(whole(0, 5000)).required().max(500),
  happened: happenings(),
})
export type TunePlayed = InferType<typeof played>

/** Bars that were reached, and how many of them were clean. @example barsClean('ccw-') // { clean: 2, of: 3 } */
export function barsClean(bars: string): { clean: number; of: number } {
  const reached = [...bars].filter((m) => m !== BAR_MARKS.not)
  return { clean: reached.filter((m) => !FAULTS.has(m)).length, of: reached.length }
}

/** Played through, a tune is remembered for as long as so many of its bars were clean. */
function asReview({ at, data }: Noted<Pick<TunePlayed, 'tune' | 'bars'>>): Review {
  const { clean, of } = barsClean(data.bars)
  return { about: `tune ${data.tune}`, grade: gradeOfMove(clean, of), at }
}

/** A bar that went wrong in so many takes in a row is told. */
const STUBBORN = 3

/** A tune, or a part of it, as it was played and heard. */
export const tunePlayed = kindOf(played)({
  kind: 'tune-played',
  title: 'Play the tune',
  stages: ['tune'],
  plan: { minutes: 4, air: true, everyDays: 7, always: true, ready: ({ sheet }) => sheet },
  check(_inst, { bars }) {
    if (!barsClean(bars).of) throw new Refusal('invalid', 'data.bars: no bar was reached.', 'data.bars')
  },
  noted(d) {
    const { clean, of } = barsClean(d.bars)
    const [first] = d.faults
    return `${d.title}: ${clean} of ${barsCounted(of)} clean at ${Math.round(d.bpm)}${first ? `; bar ${first.bar}: ${first.words}` : ''}`
  },
  line(entries) {
    const last = entries.at(-1)
    if (!last) return null
    const { clean, of } = barsClean(last.bars)
    return `${clean} of ${of}`
  },
  series(entries) {
    const by = new Map<string, { title: string; points: { at: string; data: TunePlayed }[] }>()
    for (const e of entries) {
      const known = by.get(e.data.tune) ?? { title: e.data.title, points: [] }
      known.title = e.data.title
      known.points.push(e)
      by.set(e.data.tune, known)
    }
    return [...by].map(([about, { title, points }]) => ({
      about,
      title,
      name: 'bars clean',
      unit: 'of 10',
      better: 'more' as const,
      race: true,
      points: points.map(({ at, data }) => {
        const { clean, of } = barsClean(data.bars)
        return { at, value: Math.round((100 * clean) / of) / 10, aim: null, reached: clean === of }
      }),
    }))
  },
  concerns({ entries }) {
    const last = entries.at(-1)?.data
    if (!last) return []
    const takes = entries
      .map((e) => e.data)
      .filter((d) => d.tune === last.tune)
      .slice(-STUBBORN)
    if (takes.length < STUBBORN) return []
    const [again] = last.faults.filter((f) => takes.every((t) => t.faults.some((x) => x.bar === f.bar)))
    return again
      ? [
          {
            kind: 'tune-played',
            weight: 34,
            sentence: `${last.title}, bar ${again.bar}: ${again.words} ${STUBBORN} times running`,
          },
        ]
      : []
  },
  rows({ entries, before, observes, today }) {
    const newest = entries.at(-1)?.data
    const [first] = newest?.faults ?? []
    // One that was played through cleanly weeks ago comes again, to enjoy.
    const due = today === undefined ? [] : dueBy(remembered(before.map(asReview)), today)
    const again = due
      .flatMap((r) => before.findLast((e) => asReview(e).about === r.about)?.data ?? [])
      .find((d) => d.tune !== newest?.tune)
    const enjoyed = again && {
      id: `tune-again-${slug(again.tune)}`,
      kind: 'tune' as const,
      title: again.title.slice(0, 120),
      amount: 'once through, to enjoy',
      minutes: 2,
      leastMinutes: 1,
      aim: 'As it sounded best. What has gone is told at the lesson.',
      notes: [],
      why: 'Due again.',
      weight: 31,
    }
    if (!newest || !first) return enjoyed ? [enjoyed] : []
    return [
      ...(enjoyed ? [enjoyed] : []),
      {
        id: `tune-fault-${slug(newest.tune)}`,
        kind: 'tune' as const,
        title: `${newest.title}: bar ${first.bar}`.slice(0, 120),
        amount: observes ? 'slowly, a few times' : 'slowly, until five are clean',
        minutes: 3,
        leastMinutes: 1,
        aim: `Last time: ${first.words}.`,
        notes: [],
        // Below what was chosen to practise.
        weight: 52,
      },
    ]
  },
})

/** Bars by their number. @example barsCounted(1) // '1 bar' */
export const barsCounted = (bars: number): string => `${bars} ${bars === 1 ? 'bar' : 'bars'}`

/** What a take says in one verdict, the worst thing first. @param d as it is kept */
export function tunePlayedWords(d: Pick<TunePlayed, 'bars' | 'faults' | 'happened'>): string {
  const happened = happenedFirst(d.happened)
  const { clean, of } = barsClean(d.bars)
  const own = d.faults.map((f) => `Bar ${f.bar}: ${f.words}.`)
  const rest = clean === of ? `All ${of === 1 ? 'of it' : barsCounted(of)} clean.` : ''
  return [happened, ...own, rest].filter(Boolean).join(' ')
}
