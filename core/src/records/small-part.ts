import { Refusal } from '../errors/index.ts'
import { boolean, string } from 'yup'
import { finite, id, strict, whole } from '../fields/index.ts'
import { spokenName, type Instrument, type SmallPart } from '../instruments/index.ts'
import { centsInWords, hzOfMidi, midiOfHz, noteName, parseNote, prettyNote } from '../pitch/index.ts'
import { happenedFirst, happenedSaid, happenings, type Happening } from './happened.ts'
import { asked, kindOf, timed } from './kind.ts'

/** Within this of its mark a part sounds right, cents (chosen by Halitus; the marks are common practice). */
export const PART_CENTS = 40
/** On a part too, from this on it isn't steady, cents r.m.s. (chosen by Halitus). */
export const PART_STEADY_CENTS = 25

/** The small part of that id. */
export const partNamed = (inst: Instrument, part: string): SmallPart | undefined =>
  inst.teaching.smallParts.find((p) => p.id === part)

/** @throws Refusal naming the small parts that the instrument has @param field where it stands */
export function knownPart(inst: Instrument, part: string, field = 'data.part'): void {
  if (!partNamed(inst, part))
    throw new Refusal(
      'invalid',
      `${field} is “${part}”; small parts of the ${spokenName(inst)}: ${inst.teaching.smallParts.map((p) => p.id).join(', ')}.`,
      field,
    )
}

/**
 * From the first note that is taught to a part's mark, cents: so far the simulated player is moved, who plays written notes only;
 * 0 where no pitch is meant.
 */
export function partDetune(inst: Instrument, part: SmallPart | undefined): number {
  if (!part?.concert) return 0
  const sounding = parseNote(inst.teaching.firstNotes[0]!).midi + inst.transposition
  return 100 * (parseNote(part.concert).midi - sounding)
}

/**
 * What to try when a part sounds open and stays silent muted, one thing after the other: the muted part decides, since it takes a
 * better mouth (common practice, no source). Empty while it hasn't sounded open.
 * @param history takes on that part, oldest first
 */
export const mutedHelp = (history: readonly { muted: boolean }[]): string =>
  history.some((d) => !d.muted)
    ? 'It sounds open: is the hole of what mutes it free? Then corners rather than teeth; then more air.'
    : ''

/** First hold on a part, s (common practice, no source). */
export const PART_FIRST_S = 4
/** So far an aim goes back when it wasn't held, s; so long is the rest between two sounds (both chosen by Halitus). */
const PART_BACK_S = 2
const REST_S = 8

/** Which of a part's two ladders counts: the teacher's choice. Length at first, and the pitch may wait. */
export const LADDERS = ['length', 'pitch'] as const
export type Ladder = (typeof LADDERS)[number]
/** The steps of pitch: within so many cents of the mark, one after the other (chosen by Halitus; the last is {@link PART_CENTS}). */
export const PITCH_STEPS = [100, 70, PART_CENTS] as const

/**
 * How near to its mark a part is asked to be next: one step nearer each time that it was reached.
 * @param history takes on one part, oldest first
 */
export function pitchAim(history: readonly Pick<PartSound, 'offCents'>[]): { cents: number; why: string } {
  let step = 0
  for (const { offCents } of history)
    if (
      offCents !== null &&
      Math.abs(Math.round(offCents)) <= PITCH_STEPS[step]! &&
      step < PITCH_STEPS.length - 1
    )
      step++
  const cents = PITCH_STEPS[step]!
  const off = history.findLast((h) => h.offCents !== null)?.offCents
  const last =
    off == null
      ? 'Not heard against its mark yet'
      : `${centsInWords(Math.abs(Math.round(off)))} off last time`
  return { cents, why: `${last}: within ${cents} next.` }
}

const partWords = (inst: Instrument, part: string) => partNamed(inst, part)?.part ?? part

/** How far a part's pitch lies from the nearest mark that teachers accept, cents; null where no pitch is meant. */
export function offMark(part: SmallPart, hz: number, a4Hz: number): number | null {
  if (part.concert === null) return null
  const marks = [part.concert, ...(part.also ?? [])].map((n) => hzOfMidi(parseNote(n).midi, a4Hz))
  const off = marks.map((m) => 1200 * Math.log2(hz / m))
  return off.reduce((a, b) => (Math.abs(b) < Math.abs(a) ? b : a))
}

/** Beyond a fifth from every mark it isn't this part that sounds, or not its first partial; chosen by us. */
const FAR_CENTS = 700

/** The sentence for a pitch that this part alone can't settle on; null where it can, or where no pitch is meant. */
export function notThisPart(part: SmallPart, hz: number, a4Hz: number): string | null {
  const off = offMark(part, hz, a4Hz)
  if (off === null || Math.abs(off) <= FAR_CENTS) return null
  return `${nearestConcert(hz, a4Hz)} was heard, ${Math.round(Math.abs(off) / 100)} semitones ${off > 0 ? 'above' : 'below'} where the ${part.part} sounds. Is it that part alone? Not kept.`
}

/** What is near: `C♯6`, concert. */
export const nearestConcert = (hz: number, a4Hz: number) =>
  prettyNote(noteName(Math.round(midiOfHz(hz, a4Hz))))

export interface PartSound {
  part: string
  hz: number
  offCents: number | null
  lengthS: number
  steadinessCents: number
  happened?: readonly Happening[] | undefined
  /** Which ladder counted; of older takes both did. */
  counts?: Ladder | undefined
  /** How near the pitch was asked to be, cents, where it counted. */
  withinCents?: number | undefined
}

/** What a take on a part comes to: in a sentence, and what to try. */
export function partVerdict(inst: Instrument, d: PartSound): { right: boolean; words: string; tip: string } {
  const off = d.offCents === null ? 0 : Math.round(d.offCents)
  const steady = Math.round(d.steadinessCents) <= PART_STEADY_CENTS
  const happened = happenedFirst(d.happened)
  if (happened) return { right: false, words: happened, tip: happenedSaid(d.happened ?? [])[0]!.listen }
  const within = d.counts === 'pitch' ? (d.withinCents ?? PART_CENTS) : PART_CENTS
  if (Math.abs(off) > within && d.counts !== 'length') {
    const far =
      Math.abs(off) >= 100
        ? `${(Math.abs(off) / 100).toFixed(1)} semitones`
        : `${centsInWords(Math.abs(off))}`
    return {
      right: false,
      words: `${far} ${off > 0 ? 'above' : 'below'} the mark.`,
      tip: off > 0 ? inst.mouth.high : inst.mouth.low,
    }
  }
  const waits = d.counts === 'length' && Math.abs(off) > PART_CENTS
  const at = Math.abs(off) > PART_CENTS ? `Within ${within} cents of the mark` : 'At the mark'
  if (!steady)
    return {
      right: false,
      words: `${d.offCents === null || waits ? 'It wavers' : `${at}, but it wavers`} by ${centsInWords(Math.round(d.steadinessCents))}; ${PART_STEADY_CENTS} is the limit.`,
      tip: 'Half as loud and twice as long; nothing moves but the air.',
    }
  return {
    right: true,
    words: waits
      ? `Steady. The pitch, ${centsInWords(Math.abs(off))} ${off > 0 ? 'above' : 'below'} its mark, may wait.`
      : d.offCents === null
        ? 'Steady.'
        : `${at}, and steady.`,
    tip: 'The same again, longer; then the next part.',
  }
}

/** The smallest part alone, as it was heard, in concert pitch. */
export const smallPart = kindOf(
  strict({
    part: id(),
    hz: finite().min(20).max(8000),
    offCents: finite().min(-4800).max(4800).nullable().defined(),
    lengthS: finite().min(0.1).max(600),
    steadinessCents: finite().min(0).max(600),
    hnrDb: finite().min(-60).max(120),
    aimS: whole(1, 600),
    /** Practised muted against a hand or device: its vent stays open, and it needs more air. */
    muted: boolean().required(),
    happened: happenings(),
    counts: string().oneOf([...LADDERS]),
    withinCents: whole(1, 200).optional(),
  }),
)({
  kind: 'small-part',
  title: 'Small part',
  stages: ['sound'],
  plan: { minutes: 3, air: true, everyDays: 14 },
  fits: (inst) => inst.teaching.smallParts.length > 0,
  check: (inst, { part }) => knownPart(inst, part),
  noted(d, inst) {
    const { words } = partVerdict(inst, d)
    return `${partWords(inst, d.part)} ${d.lengthS.toFixed(1)} s${d.muted ? ', muted' : ''}: ${words.charAt(0).toLowerCase()}${words.slice(1, -1)}`
  },
  line(entries) {
    const last = entries.at(-1)
    return last ? `${last.lengthS.toFixed(0)} s` : null
  },
  goal: {
    unit: 's',
    about: (d) => d.part,
    title: (about, inst) => `On the ${partWords(inst, about)}`,
    checkAbout: (about, inst) => knownPart(inst, about, 'data.about'),
    limits: [1, 60],
    ease: (value) => Math.max(PART_FIRST_S, value - 1),
    reached: (d) => (d.lengthS >= d.aimS ? Math.floor(d.lengthS) : 0),
    next(history) {
      const last = history.at(-1)
      if (!last) return { value: PART_FIRST_S, why: `Not held yet: begin with ${PART_FIRST_S} s.` }
      const held = Math.round(10 * last.lengthS) / 10
      // Length grows while the sound is steady. Pitch may wait at first: it is said, and stands as a series of its own.
      const off = Math.round(last.offCents ?? 0)
      const pitch =
        Math.abs(off) > PART_CENTS ? ` The pitch, ${centsInWords(Math.abs(off))} off, may wait.` : ''
      if (Math.round(last.steadinessCents) > PART_STEADY_CENTS)
        return {
          value: last.aimS,
          why: `It wavers by ${centsInWords(Math.round(last.steadinessCents))}: the same length again.`,
        }
      if (held < last.aimS) {
        const value = Math.max(PART_FIRST_S, Math.ceil(held), last.aimS - PART_BACK_S)
        return value < last.aimS
          ? { value, why: `${held.toFixed(1)} of ${last.aimS} s: one step back, then on.` }
          : { value: last.aimS, why: `${held.toFixed(1)} of ${last.aimS} s: the same again.` }
      }
      return {
        value: Math.max(last.aimS + 1, Math.floor(held) + 1),
        why: `${held.toFixed(1)} s held: on from there.${pitch}`,
      }
    },
  },
  series(entries, inst) {
    const parts = [...new Set(entries.map((e) => e.data.part))]
    return parts.flatMap((about) => {
      const own = entries.filter((e) => e.data.part === about)
      const title = `On the ${partWords(inst, about)}`
      return [
        {
          about,
          title,
          name: 'held',
          unit: 's',
          better: 'more' as const,
          race: true,
          points: own.map(({ at, data }) => ({
            at,
            value: data.lengthS,
            aim: data.aimS,
            reached: data.lengthS >= data.aimS && partVerdict(inst, data).right,
          })),
        },
        ...(own.some((e) => e.data.offCents !== null)
          ? [
              {
                about,
                title,
                name: 'off the mark',
                unit: 'cents',
                better: 'less' as const,
                race: false,
                points: own.flatMap(({ at, data }) =>
                  data.offCents === null
                    ? []
                    : [
                        {
                          at,
                          value: Math.abs(Math.round(data.offCents)),
                          aim: PART_CENTS,
                          reached: Math.abs(Math.round(data.offCents)) <= PART_CENTS,
                        },
                      ],
                ),
              },
            ]
          : []),
      ]
    })
  },
  rows({ inst, entries, before, aim, observes }) {
    const last = (entries.at(-1) ?? before.at(-1))?.data
    if (!last) return []
    const next = aim(last.part)
    return [
      {
        id: `small-part-${last.part}`,
        kind: 'sound' as const,
        title: `Warm-up: ${partWords(inst, last.part)}`,
        ...timed({ times: 5, eachS: next.value + REST_S, least: 3 }, (n) =>
          observes
            ? `${n} long sounds, all at one pitch`
            : `${n} long sounds at one pitch, aim ${next.value} s`,
        ),
        ...asked(next, observes),
        weight: entries.length ? 72 : 35,
        aim: 'First thing, before the whole instrument. Rest between; distance to ears.',
        notes: [],
      },
    ]
  },
  facts(entries) {
    const last = entries.at(-1)?.data
    return last && last.offCents !== null ? { partCents: Math.round(last.offCents) } : {}
  },
  *demo({ inst, week, aim }, random) {
    const [part] = inst.teaching.smallParts
    if (!part || week % 2) return
    const off = part.concert === null ? null : Math.round((70 * 0.85 ** week + 8) * random.normal())
    yield {
      stage: 'sound',
      data: {
        part: part.id,
        hz: part.concert ? hzOfMidi(parseNote(part.concert).midi + (off ?? 0) / 100) : 620,
        offCents: off,
        lengthS: Math.round(10 * (3 + 0.5 * week + Math.abs(random.normal()))) / 10,
        steadinessCents: Math.round(10 * (22 * 0.92 ** week * (1 + 0.1 * random.normal()))) / 10,
        hnrDb: Math.round(14 + random.normal()),
        aimS: aim('small-part', part.id),
        muted: false,
        happened: undefined,
        counts: undefined,
        withinCents: undefined,
      },
    }
  },
})
