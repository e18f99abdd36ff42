import { string, type InferType } from 'yup'
import { capacity, PULSE, type Blown, type Capacity } from '../breath/index.ts'
import { finite, noteText, strict, whole } from '../fields/index.ts'
import { Refusal } from '../errors/index.ts'
import { writtenNote, type Instrument } from '../instruments/index.ts'
import { parseNote, prettyNote } from '../pitch/index.ts'
import { dayOf, daysBetween, type Moment } from '../time/index.ts'
import { asked, kindOf, slug, timed, timesWords, type Noted } from './kind.ts'
import { noteKey } from './long-tone.ts'

export const LOUDNESS = ['soft', 'middling', 'loud'] as const
export type Loudness = (typeof LOUDNESS)[number]
export const EASE = ['easy', 'fair', 'hard'] as const
export type Ease = (typeof EASE)[number]

const schema = strict({
  written: noteText(),
  seconds: finite().min(0.1).max(600),
  clicks: whole(0, 1000),
  perMinute: finite().min(PULSE.low).max(PULSE.high),
  loudness: string()
    .required()
    .oneOf([...LOUDNESS]),
  /** How easily it came; null while nobody has said. */
  ease: string()
    .oneOf([...EASE])
    .nullable()
    .defined(),
  aimClicks: whole(1, 1000),
})
export type BreathCount = InferType<typeof schema>

/** Clicks that were sounded to the end. */
export const clicksIn = (seconds: number, perMinute: number) =>
  Math.floor((Math.round(seconds * 10) / 10) * (perMinute / 60) + 1e-9)

/** Asked for at first, and how many more next time: one to five (common practice, no source; how many when: Halitus). */
export const COUNT = { firstClicks: 6, restS: 15, more: { easy: 4, fair: 2, hard: 1 } } as const
/** Much less than was aimed at: a short day, and next time asks for less. */
const SHORT_DAY = 0.8

/** What a count is about: note and tempo. `E4-60`. */
export const countKey = (d: Pick<BreathCount, 'written' | 'perMinute'>) =>
  `${noteKey(d.written)}-${Math.round(d.perMinute)}`

function parts(about: string): { written: string; perMinute: number } | undefined {
  const [, written, perMinute] = /^([A-Ga-g][#b]*\d)-(\d+)$/.exec(about) ?? []
  return written && perMinute ? { written, perMinute: Number(perMinute) } : undefined
}
const titleOf = (about: string) => {
  const p = parts(about)
  return p ? `Breath count ${prettyNote(p.written)} at ${p.perMinute}` : about
}

/** Whether a note lies above the lowest register. */
const isUpper = (inst: Instrument, written: string) => {
  const from = inst.registers[0]?.from
  return from !== undefined && parseNote(written).midi >= parseNote(from).midi
}
const LOUD: Record<Loudness, Blown['loud']> = { soft: -1, middling: 0, loud: 1 }
const dayNumber = (at: Moment) => daysBetween('2020-01-01', dayOf(at))

/** Counts as the capacity model takes them, oldest first. */
export const blownOf = (entries: readonly Noted<BreathCount>[], inst: Instrument): Blown[] =>
  entries.map(({ at, data }) => ({
    day: dayNumber(at),
    seconds: data.seconds,
    upper: isUpper(inst, data.written),
    loud: LOUD[data.loudness],
  }))

/** How long the next breath will last on a note, from a learner's own counts; simulated ones left out before. */
export const breathAhead = (
  entries: readonly Noted<BreathCount>[],
  inst: Instrument,
  next: { at: Moment; written: string; loudness: Loudness },
): Capacity =>
  capacity(blownOf(entries, inst), {
    day: dayNumber(next.at),
    upper: isUpper(inst, next.written),
    loud: LOUD[next.loudness],
  })

/** One comfortable note to the end of the breath, counted in clicks. */
export const breathCount = kindOf(schema)({
  kind: 'breath-count',
  title: 'Breath count',
  stages: ['breath'],
  plan: { minutes: 2, air: true, everyDays: 14, ready: ({ notes }) => notes.length > 0 },
  check(inst, { written, seconds, clicks, perMinute }) {
    writtenNote(inst, written)
    const most = clicksIn(seconds, perMinute)
    if (clicks > most)
      throw new Refusal(
        'invalid',
        `data.clicks is ${clicks}; in ${seconds} s at ${perMinute} a minute there are ${most}.`,
        'data.clicks',
      )
  },
  noted: (d) =>
    `${prettyNote(d.written)}: ${d.clicks} clicks at ${d.perMinute}${d.loudness === 'middling' ? '' : `, ${d.loudness}`}`,
  line(entries) {
    const last = entries.at(-1)
    return last ? `${last.clicks} clicks` : null
  },
  goal: {
    unit: 'clicks',
    about: countKey,
    title: titleOf,
    checkAbout(about, inst) {
      const p = parts(about)
      if (!p)
        throw new Refusal(
          'invalid',
          `data.about is “${about}”; a breath count is about a note and a tempo: E4-60.`,
          'data.about',
        )
      writtenNote(inst, p.written)
    },
    limits: [1, 200],
    ease: (value) => Math.max(1, value - 2),
    reached: (d) => (d.clicks >= d.aimClicks ? d.clicks : 0),
    next(history) {
      const last = history.at(-1)
      if (!last)
        return { value: COUNT.firstClicks, why: `Not counted yet: begin with ${COUNT.firstClicks} clicks.` }
      const { clicks, aimClicks } = last
      if (clicks >= aimClicks) {
        const more = COUNT.more[last.ease ?? 'fair']
        const came = { easy: 'came easily', fair: 'came', hard: 'came with effort' }[last.ease ?? 'fair']
        return { value: clicks + more, why: `${clicks} clicks ${came}: ${more} more.` }
      }
      if (clicks < SHORT_DAY * aimClicks)
        return {
          value: Math.max(clicks + 1, Math.round((clicks + aimClicks) / 2)),
          why: `${clicks} clicks: some days are shorter. Half of the way back.`,
        }
      return { value: aimClicks, why: `${clicks} of ${aimClicks} clicks: the same again.` }
    },
  },
  series(entries) {
    const keys = [...new Set(entries.map((e) => countKey(e.data)))]
    return keys.map((about) => ({
      about,
      title: titleOf(about),
      name: 'clicks',
      unit: 'clicks',
      better: 'more' as const,
      race: true,
      points: entries
        .filter((e) => countKey(e.data) === about)
        .map(({ at, data }) => ({
          at,
          value: data.clicks,
          aim: data.aimClicks,
          reached: data.clicks >= data.aimClicks,
        })),
    }))
  },
  rows({ entries, before, aim, observes, dizzy }) {
    const last = (entries.at(-1) ?? before.at(-1))?.data
    if (!last) return []
    const next = aim(countKey(last))
    return [
      {
        id: `breath-count-${slug(noteKey(last.written))}`,
        kind: 'breath' as const,
        title: 'One note, one breath',
        ...timed(
          { times: dizzy ? 1 : 3, eachS: (60 * next.value) / last.perMinute + COUNT.restS, least: 1 },
          (n) =>
            observes
              ? `${timesWords(n)} at ${last.perMinute}, to the end of the breath`
              : `${timesWords(n)} at ${last.perMinute}, aim ${next.value} clicks; write them down`,
        ),
        ...asked(next, observes),
        weight: entries.length ? 78 : 45,
        aim: 'A relaxed breath, not the biggest. Rest between. Dizzy: stop.',
        notes: [last.written],
      },
    ]
  },
  *demo({ tone, week, startS, gainS, trouble, aim }, random) {
    const middle = (startS + 2) * Math.exp(Math.min(0.9, (gainS / (startS + 4)) * week * 0.35))
    const day = 0.05 * random.normal()
    const times = 1 + Math.floor(random() * 2)
    for (let i = 0; i < times; i++) {
      const loudness = random.pick(['middling', 'middling', 'soft', 'loud'] as const)
      const seconds =
        Math.round(
          10 *
            Math.max(
              2,
              middle *
                Math.exp(day - 0.2 * LOUD[loudness] + (trouble === 'dizzy' ? 0.16 : 0.1) * random.normal()),
            ),
        ) / 10
      const perMinute = 60
      const aimClicks = aim('breath-count', countKey({ written: tone, perMinute }))
      const clicks = clicksIn(seconds, perMinute)
      yield {
        stage: 'breath',
        data: {
          written: tone,
          seconds,
          clicks,
          perMinute,
          loudness,
          ease: clicks > aimClicks + 2 ? 'easy' : clicks >= aimClicks ? 'fair' : 'hard',
          aimClicks,
        },
      }
    }
  },
})
