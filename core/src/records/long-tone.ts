import { array, string, type InferType } from 'yup'
import { Refusal } from '../errors/index.ts'
import { finite, noteText, strict, whole } from '../fields/index.ts'
import { writtenNote, type Instrument } from '../instruments/index.ts'
import { centsInWords, noteName, parseNote, prettyNote } from '../pitch/index.ts'
import type { Random } from '../player/index.ts'
import { daysBetween, weeksInWords } from '../time/index.ts'
import { happenings } from './happened.ts'
import { asked, kindOf, slug, type Concern, type Noted, type RowProposal, type Story } from './kind.ts'
import {
  carriedOver,
  judgeTone,
  nextTarget,
  stepBack,
  TELLING_DB,
  type ToneFault,
} from './long-tone-ladder.ts'
import { PART_STEADY_CENTS, type PartSound } from './small-part.ts'

const curve = () => array().of(finite()).required().max(400)

const schema = strict({
  written: noteText(),
  targetS: finite().min(1).max(600),
  lengthS: finite().min(0.1).max(600),
  cents: finite().min(-50).max(50),
  steadinessCents: finite().min(0).max(600),
  driftCents: finite().min(-1200).max(1200),
  sagCents: finite().min(-1200).max(1200),
  rangeDb: finite().min(0).max(120),
  hnrDb: finite().min(-60).max(120),
  wobbleCents: finite().nullable().min(0).max(1200),
  wobbleHz: finite().nullable().min(0).max(50),
  /** Squeaks inside the tone. */
  squeaks: whole(0, 999).optional(),
  /** What happened to it, the worst first. */
  happened: happenings(),
  /** From its note; left out where the scale isn't tempered. */
  offCents: finite().min(-50).max(50).nullable().optional().default(undefined),
  /** By what it began, and what was asked for. */
  began: string().oneOf(['tongued', 'air', 'slurred']).optional().default(undefined),
  asked: string().oneOf(['tongued', 'air']).optional().default(undefined),
  /** How it spoke and ended, in the ear's words, and how long until it was there. */
  startIs: string().oneOf(['clean', 'airy', 'late', 'cracked', 'squeak']).optional().default(undefined),
  settledMs: finite().min(0).max(5000).optional().default(undefined),
  endIs: string().oneOf(['stopped', 'tapered', 'cut', 'sagging']).optional().default(undefined),
  /** What moves in it, how far and how often. */
  swing: string()
    .oneOf(['steady', 'vibrato', 'shake', 'waver', 'tremor'])
    .nullable()
    .optional()
    .default(undefined),
  swingDepth: finite().min(0).max(1200).nullable().optional().default(undefined),
  swingHz: finite().min(0).max(50).nullable().optional().default(undefined),
  /** Pitch for each dB louder, and how far the truth may lie from it; null where it can't be told. */
  centsPerDb: finite().min(-100).max(100).nullable().optional().default(undefined),
  centsPerDbOff: finite().min(0).max(1000).nullable().optional().default(undefined),
  /** Thinned curves for looking at again: cents from the median and dB, evenly spaced over the length. */
  centsCurve: curve(),
  dbCurve: curve(),
})
export type LongTone = InferType<typeof schema>

/** A history that was invented says nothing of how tones spoke and moved. */
const NOT_TOLD = {
  happened: undefined,
  offCents: undefined,
  began: undefined,
  asked: undefined,
  startIs: undefined,
  settledMs: undefined,
  endIs: undefined,
  swing: undefined,
  swingDepth: undefined,
  swingHz: undefined,
  centsPerDb: undefined,
  centsPerDbOff: undefined,
}

/** How many tones the usual sag is taken from. */
const RECENT = 5

/** One name for a note however it was spelt. */
export const noteKey = (written: string) => noteName(parseNote(written).midi)
const keyOf = ({ written }: Pick<LongTone, 'written'>) => noteKey(written)
const titleOf = (about: string) => `Long tone ${prettyNote(about)}`
const mean = (x: number[]) => x.reduce((sum, v) => sum + v, 0) / x.length
/** What is wrong with a tone, short. */
const FAULT_WORDS: Record<ToneFault, string> = {
  squeak: 'squeaks',
  leap: 'leaps',
  break: 'breaks off',
  crack: 'cracks',
  gurgle: 'gurgles',
  moved: 'moves to another note',
  again: 'tongued again',
  sharp: 'sharp',
  flat: 'flat',
  late: 'late in pitch',
  'by-air': 'begun by air',
  'by-tongue': 'begun by the tongue',
  'air-first': 'air first',
  'runs-out': 'runs out at the end',
  wavers: 'wavers slowly',
  trembles: 'trembles',
  sinks: 'sinks',
  rises: 'rises',
  shaky: 'shaky',
  unsteady: 'unsteady',
  airy: 'airy',
  loudness: 'moves with loudness',
}
const signed = (n: number) => (Math.round(n) > 0 ? `+${Math.round(n)}` : `${Math.round(n)}`.replace('-', '−'))

/** Pitch against loudness of the last tones that moved enough, cents a dB; undefined when none did. */
function usualSag(tones: readonly Pick<LongTone, 'sagCents' | 'rangeDb'>[]): number | undefined {
  const telling = tones.filter((t) => t.rangeDb >= TELLING_DB).slice(-RECENT)
  return telling.length ? mean(telling.map((t) => t.sagCents / t.rangeDb)) : undefined
}

/** Long tones stand first in every session: ten of them, five to ten minutes (common practice, no source). */
const TONES = 10
const TONE_MINUTES = 10

/** Breath between two tones, s. */
const BETWEEN_TONES_S = 15

/** Long tones as the card asks for them, whoever timed them: ten, or as many as fit into ten minutes. */
export function toneRow(written: string, targetS: number, observes: boolean, weight: number): RowProposal {
  const takesS = targetS + BETWEEN_TONES_S
  const tries = Math.max(1, Math.min(TONES, Math.floor((60 * TONE_MINUTES) / takesS)))
  const minutesFor = (n: number) => Math.max(2, Math.ceil((n * takesS) / 60))
  const amountFor = (n: number) => {
    const times = n === 1 ? 'once' : `${n} times`
    return observes ? `${times}, as long as it stays easy` : `${times}, aim ${targetS} s`
  }
  return {
    id: `long-tone-${slug(noteKey(written))}`,
    kind: 'sound',
    title: 'Long tone',
    amount: amountFor(tries),
    amountIn: (minutes) => amountFor(Math.max(1, Math.min(tries, Math.floor((60 * minutes) / takesS)))),
    minutes: minutesFor(tries),
    leastMinutes: minutesFor(Math.min(3, tries)),
    weight,
    aim: 'Level from beginning to end. Rest when dizzy.',
    notes: [written],
  }
}

/** Three tones in a row this much less steady than the ones before, and over 10 cents, are a concern. */
const LESS_STEADY = { cents: 10, times: 1.5 }

function unsteady(tones: readonly LongTone[]): Concern | undefined {
  const recent = tones.slice(-3).map((t) => t.steadinessCents)
  const earlier = tones.slice(-8, -3).map((t) => t.steadinessCents)
  if (recent.length < 3 || earlier.length < 3) return undefined
  const [now, before] = [mean(recent), mean(earlier)]
  if (now <= LESS_STEADY.cents || now <= before * LESS_STEADY.times) return undefined
  return {
    kind: 'unsteady',
    weight: 65,
    sentence: `long tones less steady: ${Math.round(before)} → ${centsInWords(Math.round(now))}`,
  }
}

/** After this long on one target it is stuck; what wasn't tried for this long isn't (chosen by Halitus). */
const STUCK_DAYS = 14
const FORGOTTEN_DAYS = 21

/** The same target on the same note tried for two weeks or more without being held. */
function stuck(tones: readonly Noted<LongTone>[], today: string): Concern | undefined {
  const last = tones.at(-1)
  if (!last || daysBetween(last.at, today) > FORGOTTEN_DAYS) return undefined
  const own = tones.filter((t) => keyOf(t.data) === keyOf(last.data))
  const from = own.findLastIndex((t) => t.data.targetS !== last.data.targetS) + 1
  const tried = own.slice(from)
  const days = daysBetween(tried[0]!.at, today)
  if (days < STUCK_DAYS || tried.length < 2 || tried.some((t) => judgeTone(t.data).held)) return undefined
  const best = Math.max(...tried.map((t) => t.data.lengthS))
  const { targetS } = last.data
  const weeksLong = weeksInWords(days)
  return {
    kind: 'stuck',
    weight: 70,
    sentence:
      best >= targetS
        ? `long tone ${targetS} s reached but not steady for ${weeksLong}`
        : `long tone stuck at ${Math.floor(best)} s for ${weeksLong} (aim ${targetS} s)`,
  }
}

/** A long tone, as it was heard. */
export const longTone = kindOf(schema)({
  kind: 'long-tone',
  title: 'Long tone',
  stages: ['sound'],
  plan: { minutes: 4, air: true, everyDays: 7, always: true, ready: ({ notes }) => notes.length > 0 },
  bulky: ['centsCurve', 'dbCurve'],
  knows: (d) => [d.written],
  check(inst, { written, centsCurve, dbCurve }) {
    writtenNote(inst, written)
    if (centsCurve.length !== dbCurve.length)
      throw new Refusal(
        'invalid',
        `data.dbCurve has ${dbCurve.length} values and data.centsCurve ${centsCurve.length}; they belong together.`,
        'data.dbCurve',
      )
  },
  noted(d) {
    const { lengthS, steadinessCents, fault } = judgeTone(d)
    const how = fault ? FAULT_WORDS[fault.kind] : `${centsInWords(steadinessCents)} steady`
    return `${prettyNote(d.written)} ${lengthS.toFixed(1)} s, ${how}, ${signed(d.cents)}`
  },
  line(entries) {
    const last = entries.at(-1)
    return last ? `${judgeTone(last).lengthS.toFixed(0)} s` : null
  },
  goal: {
    unit: 's',
    about: keyOf,
    title: titleOf,
    checkAbout(about, inst) {
      writtenNote(inst, about)
    },
    beginsWith: (inst) => noteKey(inst.teaching.firstNotes[0]!),
    limits: [1, 120],
    ease: stepBack,
    carries: (entries) =>
      carriedOver(
        entries.filter((e) => e.kind === 'small-part').map((e) => e.data as PartSound),
        PART_STEADY_CENTS,
      ),
    reached(d) {
      const { held, lengthS } = judgeTone(d)
      return held ? Math.floor(lengthS) : 0
    },
    next: nextTarget,
  },
  series(entries) {
    const notes = [...new Set(entries.map((e) => keyOf(e.data)))]
    return notes.flatMap((about) => {
      const own = entries
        .filter((e) => keyOf(e.data) === about)
        .map(({ at, data }) => ({ at, data, verdict: judgeTone(data) }))
      const title = titleOf(about)
      return [
        {
          about,
          title,
          name: 'held',
          unit: 's',
          better: 'more' as const,
          race: true,
          points: own.map(({ at, data, verdict }) => ({
            at,
            value: verdict.lengthS,
            aim: data.targetS,
            reached: verdict.held,
          })),
        },
        {
          about,
          title,
          name: 'unsteadiness',
          unit: 'cents',
          better: 'less' as const,
          race: false,
          points: own.map(({ at, verdict }) => ({
            at,
            value: verdict.steadinessCents,
            aim: null,
            reached: verdict.steady,
          })),
        },
      ]
    })
  },
  concerns({ entries, today, observes }) {
    const last = entries.at(-1)?.data
    if (!last) return [{ kind: 'new', weight: 5, sentence: 'no long tone measured yet' }]
    const { lengthS, steadinessCents, fault } = judgeTone(last)
    return [
      observes ? undefined : stuck(entries, today),
      unsteady(entries.map((e) => e.data)),
      {
        kind: 'well',
        weight: 0,
        sentence: `long tone ${lengthS.toFixed(0)} s${fault ? `, ${FAULT_WORDS[fault.kind]}` : ` within ${centsInWords(steadinessCents)}`}`,
      },
    ].filter((c) => c !== undefined)
  },
  rows({ entries, before, aim, observes }) {
    const last = (entries.at(-1) ?? before.at(-1))?.data
    if (!last) return []
    const next = aim(keyOf(last))
    return [{ ...toneRow(last.written, next.value, observes, 90), ...asked(next, observes) }]
  },
  facts(entries) {
    const last = entries.at(-1)?.data
    const centsPerDb = usualSag(entries.map((e) => e.data))
    return {
      ...(last && {
        longToneS: judgeTone(last).lengthS,
        targetS: last.targetS,
        steadinessCents: judgeTone(last).steadinessCents,
        hnrDb: Math.round(last.hnrDb),
      }),
      ...(centsPerDb !== undefined && { centsPerDb }),
    }
  },
  *demo(story, random) {
    const tries = 1 + Math.floor(random() * 2.4)
    for (let i = 0; i < tries; i++)
      yield { stage: 'sound', data: invented(story, story.aim('long-tone', noteKey(story.tone)), random) }
  },
})

/** A long tone as an invented learner plays it, with the curves that a measurement would have left. */
function invented(story: Story, targetS: number, random: Random) {
  const { inst, week, weeks: of, trouble } = story
  const plateau = trouble === 'stuck' ? 18.6 : Infinity
  const able = Math.min(story.startS + story.gainS * week, plateau)
  const lengthS = Math.max(
    1.5,
    Math.min(able + random.normal() * (trouble === 'stuck' ? 0.5 : 1), targetS * 1.25 + 1),
  )
  const relapse = trouble === 'unsteady' && week >= of - 2 ? 3 : 1
  const steadinessCents = Math.max(2.5, story.steady * 0.93 ** week * relapse * (1 + 0.12 * random.normal()))
  const points = 60
  let wander = 0
  const raw = Array.from({ length: points }, () => (wander = 0.8 * wander + random.normal()))
  const scale = steadinessCents / Math.sqrt(raw.reduce((sum, x) => sum + x * x, 0) / points)
  const round = (x: number) => Math.round(x * 10) / 10
  return {
    written: story.tone,
    targetS,
    lengthS: round(lengthS),
    cents: round(Math.max(-45, Math.min(45, 6 * random.normal()))),
    steadinessCents: round(steadinessCents),
    driftCents: round(-4 + 5 * random.normal()),
    sagCents: round(loudWay(inst) * Math.abs(8 + 4 * random.normal()) * (trouble === 'reed' ? 2 : 1)),
    rangeDb: round(6 + 3 * random()),
    hnrDb: round(14 + week * 0.4 + random.normal()),
    wobbleCents: round(steadinessCents * 0.4),
    wobbleHz: round(4.5 + random()),
    squeaks: 0,
    ...NOT_TOLD,
    centsCurve: raw.map((x) => round(x * scale)),
    dbCurve: Array.from({ length: points }, (_, i) =>
      round(-14 - 5 * (i / points) ** 2 + 0.6 * random.normal()),
    ),
  }
}
const loudWay = (inst: Instrument) => (inst.teaching.loudTendency === 'flat' ? -1 : 1)
