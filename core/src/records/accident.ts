import { array, string } from 'yup'
import { Refusal } from '../errors/index.ts'
import { id, noteText, strict, text, whole } from '../fields/index.ts'
import { writtenNote, type Instrument } from '../instruments/index.ts'
import { prettyNote } from '../pitch/index.ts'
import { ALL_COMPLAINTS, knowledgeOf, TRIED_AS, type PastAccident } from '../squeaks/index.ts'
import { daysBetween } from '../time/index.ts'
import { kindOf, newestOf, type Noted } from './kind.ts'

/** The same cause this often within so many days is a concern (chosen by Halitus). */
const OFTEN = 3
const LATELY_DAYS = 28
/** Nobody thought of its cause. */
const OTHER = 'other'

/** In the words of the ways that are taught; what was found before they were chosen keeps its own. */
const causeOf = (inst: Instrument, cause: string) =>
  [inst, { family: inst.family }].flatMap((known) => knowledgeOf(known).causes).find((c) => c.id === cause)
const complaintOf = (complaint: string) => ALL_COMPLAINTS.find((c) => c.id === complaint)
const lower = (s: string) => s.charAt(0).toLowerCase() + s.slice(1)
const whereOf = (notes: readonly string[]) =>
  notes.length === 2
    ? `, ${prettyNote(notes[0]!)} to ${prettyNote(notes[1]!)}`
    : notes.length
      ? ` on ${prettyNote(notes[0]!)}`
      : ''

interface Ended {
  complaint: string
  cause: string
  ended: 'helped' | 'unsolved'
  tried: { check: string; outcome: string }[]
}

/** How earlier searches ended, for the next one. @param entries oldest first, simulated ones left out */
export const pastOf = (entries: readonly Noted<Ended>[]): PastAccident[] =>
  entries.map(({ data }) => ({ cause: data.cause, solved: data.ended === 'helped', tried: data.tried }))

/** A squeak or another accident: what it was taken for, what was tried, and how it ended. */
export const accident = kindOf(
  strict({
    complaint: id(),
    /** The note it was on, or the two it was between. */
    notes: array().of(noteText()).required().max(2),
    cause: id(),
    ended: string()
      .required()
      .oneOf(['helped', 'unsolved'] as const),
    tried: array()
      .of(strict({ check: id(), outcome: string().required().oneOf(TRIED_AS) }))
      .required()
      .max(40),
    /** From the complaint to its end, s. */
    seconds: whole(0, 7200),
    /** What the technician or the next lesson should know. */
    tell: text(300),
  }),
)({
  kind: 'accident',
  title: 'Squeak',
  stages: ['setup', 'breath', 'sound', 'tongue', 'fingers', 'tune'],
  plan: { minutes: 3, air: false, everyDays: 28, ready: ({ worry }) => worry },
  check(inst, { complaint, notes, cause, tried }) {
    const { causes, checks } = knowledgeOf({ family: inst.family })
    const among = (what: string, value: string, all: readonly string[]) => {
      if (!all.includes(value))
        throw new Refusal(
          'invalid',
          `data.${what} is “${value}”; allowed: ${all.join(', ')}.`,
          `data.${what}`,
        )
    }
    among(
      'complaint',
      complaint,
      ALL_COMPLAINTS.map((c) => c.id),
    )
    among('cause', cause, [...causes.map((c) => c.id), OTHER])
    const tryable = [...checks.map((c) => c.id), ...causes.map((c) => `try-${c.id}`)]
    for (const t of tried) among('tried', t.check, tryable)
    for (const n of notes) writtenNote(inst, n)
  },
  noted({ complaint, notes, cause, ended, seconds, tell }, inst) {
    const what = `${complaintOf(complaint)?.words ?? complaint}${whereOf(notes)}`
    if (ended === 'unsolved') return `${what}: unsolved${tell ? `. To tell: ${tell}` : ''}`
    return `${what}: ${lower(causeOf(inst, cause)?.words ?? 'something else')}; well after ${seconds} s`
  },
  advised: ({ cause, ended }, inst) => ({
    words: causeOf(inst, cause)?.words ?? 'Something else',
    helped: ended === 'helped',
  }),
  line: (entries) =>
    entries.length ? (entries.at(-1)!.ended === 'helped' ? 'squeak found' : 'squeak unsolved') : null,
  series(entries) {
    const solved = entries.filter((e) => e.data.ended === 'helped')
    if (!solved.length) return []
    return [
      {
        about: 'all',
        title: 'Squeaks',
        name: 'time to the cause',
        unit: 's',
        better: 'less',
        race: false,
        points: solved.map(({ at, data }) => ({ at, value: data.seconds, aim: null, reached: true })),
      },
    ]
  },
  concerns({ inst, entries, today }) {
    const last = entries.at(-1)?.data
    if (last?.ended === 'unsolved') {
      const what = `${complaintOf(last.complaint)?.words ?? last.complaint}${whereOf(last.notes)}`
      return [
        { kind: 'accident', weight: 55, sentence: `${what}, unsolved${last.tell ? `: ${last.tell}` : ''}` },
      ]
    }
    const lately = entries.filter(
      (e) =>
        e.data.ended === 'helped' && daysBetween(e.at, today) <= LATELY_DAYS && e.data.cause === last?.cause,
    )
    const cause = last && causeOf(inst, last.cause)
    if (!cause || lately.length < OFTEN) return []
    return [
      {
        kind: 'accident',
        weight: 47,
        sentence: `${lower(cause.words)}, ${lately.length} times in four weeks`,
      },
    ]
  },
  rows({ inst, entries }) {
    const helped = newestOf(
      entries.filter((e) => e.data.ended === 'helped'),
      (d) => d.cause,
    )
    return helped.reverse().flatMap(({ data: d }, i) => {
      const cause = causeOf(inst, d.cause)
      if (!cause) return []
      return [
        {
          id: `squeak-${cause.id}`.slice(0, 64),
          kind: cause.stop ?? ('fingers' as const),
          title: `${complaintOf(d.complaint)?.words ?? 'It squeaks'}: what helped`,
          amount: 'once a day',
          minutes: 2,
          leastMinutes: 1,
          weight: i === 0 ? 57 : 6,
          aim: `${cause.drill} ${cause.remedy}${cause.caution ? ` ${cause.caution}` : ''}`,
          notes: [...d.notes],
        },
      ]
    })
  },
  *demo({ inst, week, moves }, random) {
    if (week % 3 !== 1) return
    const { causes } = knowledgeOf(inst)
    const usual = causes.filter((c) => c.usual[0] === 'o' && c.group !== 'instrument')
    const cause = usual[Math.floor(random() * usual.length)]
    const complaint =
      cause &&
      /(^| )(shriek|between|airy|drops-down|jumps-up|wobble|late|flat|sharp|stops|gurgle|hard):[oa]/.exec(
        cause.shows,
      )?.[2]
    if (!cause || !complaint) return
    const check = /(slowly|air|less-air|firmer|jaw-down|teacher-plays):a/.exec(cause.shows)?.[1]
    yield {
      stage: cause.stop ?? 'fingers',
      data: {
        complaint,
        notes: cause.group === 'fingers' && moves[0] && moves[0][0] !== moves[0][1] ? [...moves[0]] : [],
        cause: cause.id,
        ended: 'helped',
        tried: check ? [{ check, outcome: 'better' }] : [],
        seconds: Math.round(random.between(35, 130)),
        tell: '',
      },
    }
  },
})
