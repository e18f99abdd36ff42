import { array, string, type InferType } from 'yup'
import { Refusal } from '../errors/index.ts'
import { finite, noteText, strict, whole } from '../fields/index.ts'
import { writtenNote } from '../instruments/index.ts'
import { centsInWords, prettyNote } from '../pitch/index.ts'
import { isEven, METER, SAME_TONE, TOGETHER, type TongueFacts } from '../tongue/index.ts'
import { kindOf, slug } from './kind.ts'
import { noteKey } from './long-tone.ts'

const maybe = (low: number, high: number) => finite().min(low).max(high).nullable().defined()

const schema = strict({
  written: noteText(),
  /** The pulse and how many strokes a beat were asked for; null where none was. */
  perMinute: whole(30, 208).nullable().defined(),
  perBeat: whole(1, 4),
  count: whole(1, 2000),
  rateHz: maybe(0.1, 30),
  unevenMs: maybe(0, 2000),
  unevenPercent: maybe(0, 200),
  manner: string().oneOf(['legato', 'separated', 'stopped']).nullable().defined(),
  depthDb: maybe(0, 120),
  gapMs: maybe(0, 5000),
  dipCents: finite().min(0).max(600),
  /** Shares of notes that began so. */
  airy: finite().min(0).max(1),
  late: finite().min(0).max(1),
  cracked: finite().min(0).max(1),
  byAir: maybe(0, 1),
  soundsShare: maybe(0, 1),
  /** The tongued tone against the learner's own slurred one; null where there is none. */
  moreAirDb: maybe(-120, 120),
  higherCents: maybe(-600, 600),
  /** Tongue and fingers in a moving passage; null where the notes didn't change. */
  fingersLateMs: maybe(-500, 500),
  ghosts: whole(0, 500).nullable().defined(),
  tiresAtS: maybe(0, 3600),
  /** Strokes a second at the beginning and at the end of a long set. */
  firstHz: maybe(0.1, 30),
  lastHz: maybe(0.1, 30),
  accentEvery: whole(2, 4).nullable().defined(),
  /** What is drawn: time s, against the pulse ms, depth dB, length of the tone as a share; the first sixty. */
  drawn: array()
    .of(
      strict({
        atS: finite().min(0).max(3600),
        offMs: maybe(-2000, 2000),
        depthDb: maybe(0, 120),
        share: maybe(0, 1),
      }),
    )
    .required()
    .max(60),
})
export type StrokeData = InferType<typeof schema>

/** What the numbers of a kept take say, for the diagnosis. */
export function strokeFacts(d: StrokeData): TongueFacts {
  const given = <T>(x: T | null) => x ?? undefined
  return {
    depthDb: given(d.depthDb),
    gapMs: d.depthDb === null ? undefined : given(d.gapMs),
    dipCents: d.dipCents,
    unevenPercent: given(d.unevenPercent),
    rateHz: given(d.rateHz),
    askedHz: d.perMinute === null ? undefined : (d.perMinute * d.perBeat) / 60,
    airy: d.airy,
    late: d.late,
    cracked: d.cracked,
    byAir: given(d.byAir),
    soundsShare: given(d.soundsShare),
    moreAirDb: given(d.moreAirDb),
    higherCents: given(d.higherCents),
  }
}

/** Beyond these the tongued tone isn't the slurred one; the meter's own bounds, for kept numbers. */
const otherTone = (d: Pick<StrokeData, 'moreAirDb' | 'higherCents'>) => [
  ...(d.moreAirDb !== null && Math.round(d.moreAirDb) > SAME_TONE.hnrDb
    ? [`${Math.round(d.moreAirDb)} dB more air than slurred`]
    : []),
  ...(d.higherCents !== null && Math.abs(Math.round(d.higherCents)) > SAME_TONE.cents
    ? [
        `${centsInWords(Math.abs(Math.round(d.higherCents)))} ${d.higherCents > 0 ? 'higher' : 'lower'} than slurred`,
      ]
    : []),
]

/** One sentence about a take, and whether evenness and tone held. @example 'Even: 4.0 strokes a second, within 3 %; the tone is the slurred one.' */
export function strokeVerdict(d: StrokeData): { held: boolean; words: string } {
  if (d.rateHz === null)
    return {
      held: false,
      words: `${d.count} ${d.count === 1 ? 'stroke' : 'strokes'}: five in a row say how even they are.`,
    }
  const rate = `${d.rateHz.toFixed(1)} strokes a second`
  const percent = Math.round(d.unevenPercent ?? 0)
  const tone = otherTone(d)
  if (!isEven(d.unevenPercent))
    return {
      held: false,
      words: `Uneven: ${rate}, gaps spread by ${percent} %; ${METER.evenPercent} is the limit.`,
    }
  if (d.cracked + d.airy + d.late > 0.25)
    return {
      held: false,
      words: `Even, ${rate}, but ${Math.round(100 * (d.cracked + d.airy + d.late))} % of the notes don’t begin cleanly.`,
    }
  if (tone.length) return { held: false, words: `Even, ${rate}, but another tone: ${tone.join(', ')}.` }
  return {
    held: true,
    words: `Even: ${rate}, within ${percent} %${d.moreAirDb === null ? '' : '; the tone is the slurred one'}.`,
  }
}

/** Where a long set began to tire, with the tempo at both ends; empty where it was short. @example 'From 4.0 to 3.6 strokes a second; it began to tire after 9 s.' */
export function tiringWords(d: Pick<StrokeData, 'tiresAtS' | 'firstHz' | 'lastHz'>): string {
  if (d.firstHz === null || d.lastHz === null) return ''
  const [first, last] = [d.firstHz.toFixed(1), d.lastHz.toFixed(1)]
  const ends =
    first === last ? `${first} strokes a second to the end` : `From ${first} to ${last} strokes a second`
  return d.tiresAtS === null
    ? `${ends}; it didn’t tire.`
    : `${ends}; it began to tire after ${d.tiresAtS.toFixed(0)} s.`
}

/** What tongue and fingers did in a moving passage, in words; empty where nothing moved. */
export function togetherWords(d: Pick<StrokeData, 'fingersLateMs' | 'ghosts'>): string {
  if (d.fingersLateMs === null) return ''
  const late = Math.round(d.fingersLateMs)
  if (Math.abs(late) <= TOGETHER.withinMs)
    return d.ghosts ? `Together, but ${d.ghosts} ghost notes.` : 'Tongue and fingers together.'
  return late > 0
    ? `Fingers ${late} ms after the tongue: the old note is heard first.`
    : `Fingers ${-late} ms before the tongue: the new note is heard too early.`
}

/** Strokes on a note or in a line, measured. */
export const strokes = kindOf(schema)({
  kind: 'strokes',
  title: 'Stroke meter',
  stages: ['tongue'],
  plan: { minutes: 3, air: true, everyDays: 14, ready: ({ notes, weeks }) => weeks > 2 && notes.length > 0 },
  fits: (inst) => inst.tongue !== null,
  bulky: ['drawn'],
  check(inst, { written }) {
    writtenNote(inst, written)
    if (!inst.tongue) throw new Refusal('invalid', 'Notes aren’t tongued on this instrument.', 'kind')
  },
  noted: (d) =>
    d.rateHz === null
      ? `${d.count} strokes on ${prettyNote(d.written)}`
      : `${d.rateHz.toFixed(1)} strokes a second on ${prettyNote(d.written)}, ${strokeVerdict(d).held ? 'even' : isEven(d.unevenPercent) ? 'even, another tone' : 'uneven'}`,
  line(entries) {
    const last = entries.at(-1)
    return last?.rateHz ? `${last.rateHz.toFixed(1)}/s` : null
  },
  series(entries) {
    const measured = entries.filter((e) => e.data.rateHz !== null)
    if (!measured.length) return []
    const title = 'Strokes'
    return [
      {
        about: 'strokes',
        title,
        name: 'unevenness',
        unit: '%',
        better: 'less' as const,
        race: false,
        points: measured.map(({ at, data }) => ({
          at,
          value: Math.round(data.unevenPercent ?? 0),
          aim: METER.evenPercent,
          reached: isEven(data.unevenPercent),
        })),
      },
      {
        about: 'strokes',
        title,
        name: 'rate',
        unit: 'a second',
        better: 'more' as const,
        race: true,
        points: measured.map(({ at, data }) => ({
          at,
          value: Math.round(10 * data.rateHz!) / 10,
          aim: null,
          reached: strokeVerdict(data).held,
        })),
      },
    ]
  },
  concerns({ entries }) {
    const last = entries.slice(-2).map((e) => e.data)
    if (last.length < 2 || !last.every((d) => otherTone(d).length)) return []
    return [{ kind: 'strokes', weight: 44, sentence: 'tongued tone isn’t the slurred one, twice' }]
  },
  rows({ entries }) {
    const last = entries.at(-1)?.data
    if (!last) return []
    const { held } = strokeVerdict(last)
    const bpm = last.perMinute ?? 60
    return [
      {
        id: `strokes-${slug(noteKey(last.written))}`,
        kind: 'tongue' as const,
        title: `Strokes on ${prettyNote(last.written)}`,
        amount: `4 times 8 at ${held ? bpm : Math.max(40, bpm - 8)}`,
        minutes: 2,
        leastMinutes: 1,
        weight: 54,
        aim: 'One long slurred tone first; the strokes have the same tone.',
        notes: [last.written],
      },
    ]
  },
  *demo({ inst, week, trouble }, random) {
    if (!inst.tongue || week < 2 || week % 2) return
    const rateHz = 2 + 0.15 * week + 0.1 * random.normal()
    const unevenPercent = Math.max(2, (trouble ? 11 : 7) - 0.3 * week + random.normal())
    yield {
      stage: 'tongue',
      data: {
        written: inst.teaching.firstNotes[0]!,
        perMinute: 60,
        perBeat: 2,
        count: 16,
        rateHz: Math.round(10 * rateHz) / 10,
        unevenMs: Math.round((10 * unevenPercent) / rateHz),
        unevenPercent: Math.round(unevenPercent),
        manner: 'separated',
        depthDb: null,
        gapMs: Math.round(random.between(30, 60)),
        dipCents: 0,
        airy: 0,
        late: 0,
        cracked: 0,
        byAir: 0,
        soundsShare: 0.85,
        moreAirDb: Math.round(random.between(-1, 4)),
        higherCents: Math.round(random.between(-6, 6)),
        fingersLateMs: null,
        ghosts: null,
        tiresAtS: null,
        firstHz: null,
        lastHz: null,
        accentEvery: null,
        drawn: [],
      },
    }
  },
})
