import { Refusal } from '../errors/index.ts'
import { finite, noteText, strict, whole } from '../fields/index.ts'
import { seriesOf, writtenNote, type Instrument } from '../instruments/index.ts'
import { noteName, overtonesOf, parseNote, partialHeard, prettyNote, type Overtone } from '../pitch/index.ts'
import { OVERTONES } from '../schools/index.ts'
import { kindOf, slug, type Noted } from './kind.ts'
import { noteKey } from './long-tone.ts'

/** Whether overtones are practised on an instrument: its teachers have schools for it. */
export const hasOvertones = (inst: Instrument) => inst.schools.some((s) => s.id === OVERTONES.id)

/** Fundamentals: from the lowest written note to the end of the lowest register, an octave at most. */
function lows(inst: Instrument): [string, string] {
  const low = parseNote(inst.range.full[0]).midi
  const end = inst.registers[0] ? parseNote(inst.registers[0].from).midi - 1 : low + 12
  return [noteName(low), noteName(Math.min(end, low + 12))]
}

/** Low fingerings that have a note as a partial, on this instrument. */
export const overtonesOn = (inst: Instrument, written: string): Overtone[] =>
  overtonesOf(written, ...lows(inst), seriesOf(inst.bore))

/** The notes that can be played as overtones, low to high. */
export function overtoneNotes(inst: Instrument): string[] {
  const [low, high] = [parseNote(inst.range.full[0]).midi + 12, parseNote(inst.range.full[1]).midi]
  return Array.from({ length: Math.max(0, high - low + 1) }, (_, i) => noteName(low + i)).filter(
    (n) => overtonesOn(inst, n).length > 0,
  )
}

/** Hits are consistent from so many of the last tries (chosen by Halitus): then the tongue comes in. */
export const CONSISTENT = { of: 10, hits: 8 } as const

interface Hit {
  fingered: string
  partial: number
  hits: number
  tries: number
}
const keyOf = (d: Pick<Hit, 'fingered' | 'partial'>) => `${noteKey(d.fingered)}-${d.partial}`

/** Hits of the last tries on one partial, and whether the tongue may come in. */
export function hitsOf(
  entries: readonly Noted<Hit>[],
  about: Pick<Hit, 'fingered' | 'partial'>,
): { hits: number; tries: number; consistent: boolean } {
  let [hits, tries] = [0, 0]
  for (const { data } of [...entries].reverse()) {
    if (keyOf(data) !== keyOf(about) || tries >= CONSISTENT.of) continue
    hits += data.hits
    tries += data.tries
  }
  return {
    hits,
    tries,
    consistent: tries >= CONSISTENT.of && hits / tries >= CONSISTENT.hits / CONSISTENT.of,
  }
}

/** The note that a partial sounds nearest to. */
export const soundsAs = (d: Pick<Hit, 'fingered' | 'partial'>) =>
  noteName(parseNote(d.fingered).midi + Math.round(12 * Math.log2(d.partial)))

/**
 * What a tone was that was to be a partial of a low fingering.
 * @param hz of the tone; @param a4Hz what the studio tunes to
 */
export function judgePartial(
  { hz, written }: { hz: number; written: string },
  to: Overtone,
  inst: Instrument,
  a4Hz: number,
): { hit: boolean; cents: number; words: string } {
  const fundamental = parseNote(to.fingered).midi + inst.transposition
  const { partial, cents } = partialHeard(hz, fundamental, a4Hz)
  const hit = partial === to.partial
  const rounded = Math.round(cents)
  const sign = rounded > 0 ? '+' : rounded < 0 ? '−' : ''
  const words = hit
    ? `Partial ${partial}: that one, ${sign}${Math.abs(rounded)} cents from pure.`
    : partial === 0
      ? `${prettyNote(written)}: no partial of this fingering.`
      : partial === 1
        ? 'The low note itself: more speed, the same opening.'
        : `Partial ${partial}, not ${to.partial}: ${partial > to.partial ? 'a little less' : 'a little more'} speed.`
  return { hit, cents, words }
}

/** A partial of a low fingering, aimed at by air and mouth alone. */
export const overtone = kindOf(
  strict({
    fingered: noteText(),
    partial: whole(2, 12),
    hits: whole(0, 99),
    tries: whole(1, 99),
    /** Of the last hit, from the exact partial. */
    cents: finite().min(-100).max(100).nullable().defined(),
  }),
)({
  kind: 'overtone',
  title: 'Overtones',
  stages: ['sound'],
  plan: {
    minutes: 4,
    air: true,
    everyDays: 21,
    ready: ({ inst, weeks }) => weeks > 10 && hasOvertones(inst),
  },
  fits: hasOvertones,
  check(inst, { fingered, partial, hits, tries }) {
    writtenNote(inst, fingered)
    if (!hasOvertones(inst))
      throw new Refusal('invalid', `Overtones aren’t practised on this instrument.`, 'kind')
    if (seriesOf(inst.bore) === 'odd' && partial % 2 === 0)
      throw new Refusal(
        'invalid',
        `data.partial is ${partial}; this tube has odd partials only: 3, 5, 7.`,
        'data.partial',
      )
    if (hits > tries)
      throw new Refusal('invalid', `data.hits is ${hits}; at most the ${tries} tries.`, 'data.hits')
  },
  noted: (d) =>
    `${prettyNote(soundsAs(d))} over low ${prettyNote(d.fingered)} (partial ${d.partial}): ${d.hits} of ${d.tries}`,
  line(entries) {
    const last = entries.at(-1)
    return last ? `${last.hits} of ${last.tries}` : null
  },
  series(entries) {
    const keys = [...new Set(entries.map((e) => keyOf(e.data)))]
    return keys.map((about) => {
      const own = entries.filter((e) => keyOf(e.data) === about)
      const d = own[0]!.data
      return {
        about,
        title: `${prettyNote(soundsAs(d))} over ${prettyNote(d.fingered)}`,
        name: 'hits',
        unit: '%',
        better: 'more' as const,
        race: false,
        points: own.map(({ at, data }) => ({
          at,
          value: Math.round((100 * data.hits) / data.tries),
          aim: null,
          reached: data.hits / data.tries >= CONSISTENT.hits / CONSISTENT.of,
        })),
      }
    })
  },
  rows({ inst, entries, before }) {
    const last = entries.at(-1)?.data
    if (!last) return []
    const { consistent } = hitsOf([...before, ...entries], last)
    return [
      {
        id: `overtone-${slug(keyOf(last))}`,
        kind: 'sound' as const,
        title: `Overtone ${prettyNote(soundsAs(last))}`,
        amount: `10 tries from low ${prettyNote(last.fingered)}, ${consistent ? 'lightly tongued' : 'slurred up'}`,
        minutes: 2,
        leastMinutes: 1,
        weight: 28,
        aim: `No pinching. ${inst.reed ? 'Lips tire and shake: more air, then rest.' : 'Smaller opening, faster air; dizzy: stop.'}`,
        notes: [last.fingered],
      },
    ]
  },
  *demo({ inst, week }, random) {
    if (!hasOvertones(inst) || week < 8) return
    const partial = seriesOf(inst.bore) === 'odd' ? 3 : 2
    const hits = Math.min(10, Math.max(1, Math.round(week / 1.6 + random.normal())))
    yield {
      stage: 'sound',
      data: {
        fingered: inst.range.full[0],
        partial,
        hits,
        tries: 10,
        cents: Math.round(6 * random.normal()),
      },
    }
  },
})
