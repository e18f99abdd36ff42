import { array } from 'yup'
import { finite, noteText, strict } from '../fields/index.ts'
import { writtenNote, type Instrument } from '../instruments/index.ts'
import { centsInWords, midiOfHz, noteName, parseNote, prettyNote } from '../pitch/index.ts'
import type { NoteReport } from '../sound/index.ts'
import { happenings, happenedFirst, type Happening } from './happened.ts'
import { IN_TUNE_CENTS } from './interval.ts'
import { kindOf, type Noted } from './kind.ts'
import { noteKey } from './long-tone.ts'

/** One note of a slow scale: where it lay, cents from equal temperament, and how long it was held, s. */
export interface ScaleNote {
  written: string
  cents: number
  lengthS: number
}
export interface Scale {
  notes: ScaleNote[]
  happened?: readonly Happening[] | undefined
}

/** Shorter than this nobody hears where a note lies, s (chosen by Halitus). */
export const SCALE_NOTE_S = 0.5
/** So far from its place a note is still the one that was asked for, cents: beyond it another one is nearer for the ear. */
const SAME_CENTS = 75
/** Fewer of the asked notes than this, and it is another scale (chosen by Halitus). */
const SAME_SHARE = 0.6
/** So many are named: more than three at once are none. */
const NAMED = 3

const tenths = (x: number) => Math.round(10 * x) / 10

/**
 * A slow scale as it was heard: each asked note where it was found, in order; notes in between that were slurred over or too short
 * are passed by.
 * @param report the take's notes; @param asked written notes in the order asked for
 * @param a4Hz what the studio tunes to
 * @returns the notes, or the sentence that says why it isn't this scale
 */
export function scaleHeard(
  report: readonly Pick<NoteReport, 'startS' | 'endS' | 'hz' | 'written'>[],
  asked: readonly string[],
  inst: Instrument,
  a4Hz: number,
): ScaleNote[] | string {
  const held = report.filter((n) => n.endS - n.startS >= SCALE_NOTE_S)
  if (!held.length)
    return `No note was held for half a second: slowly, each long enough to hear where it lies.`
  const found: ScaleNote[] = []
  let from = 0
  for (const written of asked) {
    const place = parseNote(written).midi + inst.transposition
    const centsOf = (n: { hz: number }) => 100 * (midiOfHz(n.hz, a4Hz) - place)
    const at = held.findIndex((n, i) => i >= from && Math.abs(centsOf(n)) <= SAME_CENTS)
    if (at < 0) continue
    const n = held[at]!
    found.push({ written: noteKey(written), cents: tenths(centsOf(n)), lengthS: tenths(n.endS - n.startS) })
    from = at + 1
  }
  if (found.length < Math.max(2, Math.ceil(SAME_SHARE * asked.length))) {
    const names = (list: readonly string[]) => list.slice(0, 8).map(prettyNote).join(' ')
    return `${names(held.map((n) => n.written))} ${held.length === 1 ? 'was' : 'were'} heard; ${names(asked)} asked for. Is it another scale? Not kept.`
  }
  return found
}

const inPlace = (n: ScaleNote) => Math.abs(Math.round(n.cents)) <= IN_TUNE_CENTS
/** How many notes of a scale are in tune. */
export const inTuneOf = (notes: readonly ScaleNote[]) => notes.filter(inPlace).length

/** All to one side by the same: cents, where a scale is so; that is the instrument's length, not its notes. */
function together(notes: readonly ScaleNote[]): number | undefined {
  const mean = notes.reduce((s, n) => s + n.cents, 0) / notes.length
  const alike = notes.length > 2 && notes.every((n) => Math.abs(n.cents - mean) <= IN_TUNE_CENTS)
  return alike && Math.abs(Math.round(mean)) > IN_TUNE_CENTS ? mean : undefined
}

/** The notes furthest from their place, the furthest first, three at most; none that are in tune, nor where all are off alike. */
export const furthest = (notes: readonly ScaleNote[]): ScaleNote[] =>
  together(notes) !== undefined
    ? []
    : [...notes]
        .filter((n) => !inPlace(n))
        .sort((a, b) => Math.abs(b.cents) - Math.abs(a.cents))
        .slice(0, NAMED)

const off = (cents: number) => `${Math.abs(Math.round(cents))} ${cents > 0 ? 'high' : 'low'}`

/**
 * What a slow scale comes to: what happened first, then the notes that lie furthest off, or that all are in tune; all of them off to
 * one side is the instrument's length, not its notes.
 */
export function scaleWords(d: Scale): string {
  const happened = happenedFirst(d.happened)
  const all = together(d.notes)
  const far = furthest(d.notes)
  const said =
    all !== undefined
      ? `All of it is ${off(all)}: tune the instrument first.`
      : !far.length
        ? `All within ${centsInWords(IN_TUNE_CENTS)}.`
        : `Furthest: ${far.map((n) => `${prettyNote(n.written)} ${off(n.cents)}`).join(', ')}.`
  return happened ? `${happened} ${said}` : said
}

/** Each note's cents the last time that it was in a scale; simulated ones are the caller's to leave out. */
export function lastTime(entries: readonly Noted<Scale>[]): Map<string, number> {
  return new Map(entries.flatMap((e) => e.data.notes.map((n) => [noteKey(n.written), n.cents] as const)))
}

/** What can be asked for: the known notes next to each other, up; a major scale of an octave or of five notes. */
export const SCALE_WAYS = ['known', 'five', 'octave'] as const
export type ScaleWay = (typeof SCALE_WAYS)[number]
const MAJOR = [0, 2, 4, 5, 7, 9, 11, 12] as const
/** A row longer than this is no slow scale in one breath or two. */
const LONGEST = 8

/**
 * The notes that are asked for, low to high.
 * @param known written notes that the learner knows; @param from where a major scale begins
 * @example scaleNotes(clarinet, 'five', [], 'G3') // ['G3', 'A3', 'B3', 'C4', 'D4']
 */
export function scaleNotes(
  inst: Instrument,
  way: ScaleWay,
  known: readonly string[],
  from: string,
): string[] {
  if (way === 'known') {
    // Where hardly any is known, the first ones that are taught.
    const met = known.length > 1 ? known : inst.teaching.firstNotes.slice(0, 3)
    const midis = [...new Set(met.map((n) => parseNote(n).midi))].sort((a, b) => a - b)
    const home = parseNote(from).midi
    const at = Math.max(
      0,
      midis.findIndex((m) => m >= home),
    )
    const first = Math.max(0, Math.min(at - LONGEST / 2, midis.length - LONGEST))
    return midis.slice(first, first + LONGEST).map(noteName)
  }
  const { midi } = parseNote(from)
  const [low, high] = inst.range.full.map((n) => parseNote(n).midi) as [number, number]
  return MAJOR.slice(0, way === 'five' ? 5 : 8)
    .map((step) => midi + step)
    .filter((m) => m >= low && m <= high)
    .map(noteName)
}

/** A slow scale or row of notes in one take, every note against its place. */
export const scale = kindOf(
  strict({
    notes: array()
      .of(
        strict({
          written: noteText(),
          cents: finite().min(-SAME_CENTS).max(SAME_CENTS),
          lengthS: finite().min(0.1).max(600),
        }),
      )
      .required()
      .min(2)
      .max(32),
    happened: happenings(),
  }),
)({
  kind: 'scale',
  title: 'Scale on the tuner',
  stages: ['sound'],
  plan: { minutes: 3, air: true, everyDays: 28, ready: ({ weeks, notes }) => weeks > 6 && notes.length > 4 },
  check(inst, { notes }) {
    for (const n of notes) writtenNote(inst, n.written)
  },
  noted: (d) =>
    `Scale ${prettyNote(d.notes[0]!.written)} to ${prettyNote(d.notes.at(-1)!.written)}: ${lowered(scaleWords(d)).replace(/\.$/, '')}`,
  line(entries) {
    const last = entries.at(-1)
    return last ? `${inTuneOf(last.notes)} of ${last.notes.length} in tune` : null
  },
  series: (entries) =>
    entries.length
      ? [
          {
            about: 'scale',
            title: 'Scale on the tuner',
            name: 'furthest note off',
            unit: 'cents',
            better: 'less' as const,
            race: false,
            points: entries.map(({ at, data }) => {
              const value = Math.max(...data.notes.map((n) => Math.abs(Math.round(n.cents))))
              return { at, value, aim: IN_TUNE_CENTS, reached: value <= IN_TUNE_CENTS }
            }),
          },
        ]
      : [],
  rows({ entries }) {
    const last = entries.at(-1)?.data
    const far = last ? furthest(last.notes).map((n) => n.written) : []
    if (!last || !far.length) return []
    return [
      {
        id: 'scale',
        kind: 'sound' as const,
        title: 'Slow scale',
        amount: `twice, ${prettyNote(last.notes[0]!.written)} to ${prettyNote(last.notes.at(-1)!.written)}`,
        minutes: 3,
        leastMinutes: 2,
        weight: 44,
        aim: `Hear each note before you play it; wait longest on ${far.map(prettyNote).join(' and ')}.`,
        notes: far,
      },
    ]
  },
})
const lowered = (s: string) => s.charAt(0).toLowerCase() + s.slice(1)
