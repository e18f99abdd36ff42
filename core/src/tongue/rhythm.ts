import { OutOfRange } from '../errors/index.ts'
import { TICKS, type LineNote } from './line.ts'

/** Lengths of a pattern in ticks (12 a beat), in order; a rest is negative. */
export type Rhythm = readonly number[]

/** A figure that patterns are made of. */
export interface Cell {
  id: string
  words: string
  /** From what level on it comes. */
  level: number
  rhythm: Rhythm
}

/** From the beat and its halves to syncopation; the order is common practice, no source. */
export const CELLS: readonly Cell[] = [
  { id: 'beat', words: 'a beat', level: 1, rhythm: [12] },
  { id: 'halves', words: 'two halves', level: 1, rhythm: [6, 6] },
  { id: 'rest', words: 'a silent beat', level: 1, rhythm: [-12] },
  { id: 'two-beats', words: 'two beats long', level: 2, rhythm: [24] },
  { id: 'quarters', words: 'four quarters of a beat', level: 2, rhythm: [3, 3, 3, 3] },
  { id: 'half-two', words: 'a half and two quarters', level: 3, rhythm: [6, 3, 3] },
  { id: 'two-half', words: 'two quarters and a half', level: 3, rhythm: [3, 3, 6] },
  { id: 'dotted', words: 'a beat and a half, then a half', level: 3, rhythm: [18, 6] },
  { id: 'dotted-half', words: 'three quarters and a quarter', level: 4, rhythm: [9, 3] },
  { id: 'thirds', words: 'three in a beat', level: 4, rhythm: [4, 4, 4] },
  { id: 'off', words: 'silence, then the off-beat', level: 5, rhythm: [-6, 6] },
  { id: 'short-long-short', words: 'short, long, short', level: 5, rhythm: [6, 12, 6] },
]
export const MOST_LEVEL = 5

/** One way to speak rhythms: what is said for a length on its place in the beat; plain data, to be chosen from. */
export interface Syllables {
  id: string
  words: string
  /** By ticks of the length; the first entry that is as long or longer is said. `places` by the part of the beat it begins on. */
  say: readonly { ticks: number; places: readonly string[] }[]
  rest: string
}

/** Invented by Halitus, but for counting, which is common practice. */
export const SYLLABLES: readonly Syllables[] = [
  {
    id: 'doo',
    words: 'doo, du-bi',
    say: [
      { ticks: 3, places: ['du', 'ga', 'di', 'ga'] },
      { ticks: 4, places: ['du', 'da', 'di'] },
      { ticks: 6, places: ['du', 'bi'] },
      { ticks: 12, places: ['doo'] },
      { ticks: 99, places: ['doo-oo'] },
    ],
    rest: '–',
  },
  {
    id: 'count',
    words: 'counted: 1 and 2',
    say: [
      { ticks: 3, places: ['#', 'e', 'and', 'a'] },
      { ticks: 4, places: ['#', 'trip', 'let'] },
      { ticks: 6, places: ['#', 'and'] },
      { ticks: 99, places: ['#', 'and'] },
    ],
    rest: '(#)',
  },
  {
    id: 'walk',
    words: 'walking words: stone, wil-low',
    say: [
      { ticks: 3, places: ['cat', 'er', 'pil', 'lar'] },
      { ticks: 4, places: ['riv', 'er', 'bed'] },
      { ticks: 6, places: ['wil', 'low'] },
      { ticks: 12, places: ['stone'] },
      { ticks: 99, places: ['sto-ne'] },
    ],
    rest: 'hush',
  },
]

/** What is said for each length of a rhythm. @example spoken([12, 6, 6], SYLLABLES[0]) // ['doo', 'du', 'bi'] */
export function spoken(rhythm: Rhythm, set: Syllables): string[] {
  let at = 0
  return rhythm.map((signed) => {
    const ticks = Math.abs(signed)
    const beat = String(Math.floor(at / TICKS) + 1)
    const within = at % TICKS
    at += ticks
    if (signed < 0) return set.rest.replace('#', beat)
    const row = set.say.find((s) => ticks <= s.ticks)!
    const place = Math.min(row.places.length - 1, Math.round((within / TICKS) * row.places.length))
    return row.places[place]!.replace('#', beat)
  })
}

/** All ticks of a rhythm. */
export const ticksOf = (rhythm: Rhythm): number => rhythm.reduce((sum, t) => sum + Math.abs(t), 0)

/** Beats of a pattern, from one bar of two to four bars of four. */
export const BEATS = { low: 2, high: 16 } as const

/**
 * Whether a rhythm can be a pattern: whole ticks of at least a quarter of a beat, whole beats, something that sounds.
 * @throws OutOfRange with a sentence
 */
export function checkRhythm(rhythm: Rhythm): void {
  for (const t of rhythm)
    if (!Number.isInteger(t) || Math.abs(t) < 3 || Math.abs(t) > 4 * TICKS)
      throw new OutOfRange(`A length of ${t} twelfths of a beat isn’t possible; allowed: 3 to ${4 * TICKS}.`)
  const beats = ticksOf(rhythm) / TICKS
  if (!Number.isInteger(beats) || beats < BEATS.low || beats > BEATS.high)
    throw new OutOfRange(
      `The pattern is ${Number(beats.toFixed(2))} beats long; allowed: ${BEATS.low} to ${BEATS.high} whole beats.`,
    )
  if (!rhythm.some((t) => t > 0)) throw new OutOfRange('The pattern has no note, only silence.')
}

/** How a learner fared with each figure lately: tried and right. */
export type Fared = Readonly<Record<string, { tried: number; right: number }>>

/** A pattern with the figures it is made of. */
export interface Pattern {
  cells: string[]
  rhythm: number[]
}

/** A new figure is met so often before what is new comes again. */
const SURE_AFTER = 4

/**
 * A pattern of whole beats from figures up to a level: those that are new or go wrong come more often, what was just played
 * doesn't come again, it begins with a note and rests don't follow each other.
 * @param recent rhythms that were played lately
 * @param random 0 to 1, seeded
 * @throws OutOfRange for a level or number of beats that there isn't
 */
export function nextPattern(
  level: number,
  beats: number,
  fared: Fared,
  recent: readonly Rhythm[],
  random: () => number,
): Pattern {
  if (!Number.isInteger(level) || level < 1 || level > MOST_LEVEL)
    throw new OutOfRange(`There is no level ${level}; allowed: 1 to ${MOST_LEVEL}.`)
  if (!Number.isInteger(beats) || beats < BEATS.low || beats > BEATS.high)
    throw new OutOfRange(`${beats} beats; allowed: ${BEATS.low} to ${BEATS.high}.`)
  let best: Pattern | undefined
  for (let attempt = 0; attempt < 12; attempt++) {
    best = drawn(level, beats, fared, random)
    const rhythm = best.rhythm
    if (!recent.some((r) => r.length === rhythm.length && r.every((t, i) => t === rhythm[i]))) break
  }
  return best!
}

function drawn(level: number, beats: number, fared: Fared, random: () => number): Pattern {
  const cells: string[] = []
  const rhythm: number[] = []
  let left = beats * TICKS
  while (left > 0) {
    const open = CELLS.filter(
      (c) =>
        c.level <= level &&
        ticksOf(c.rhythm) <= left &&
        // A rest first is no beginning, two of them are a hole; the last beat is played, so that an answer has an end.
        !(c.rhythm[0]! < 0 && (!rhythm.length || rhythm.at(-1)! < 0)) &&
        !(c.rhythm.at(-1)! < 0 && ticksOf(c.rhythm) === left),
    )
    const weights = open.map((c) => {
      const f = fared[c.id]
      const unsure = !f || f.tried < SURE_AFTER ? 1 : 1.2 - f.right / f.tried
      return (c.level === level ? 2 : 1) * (0.3 + unsure)
    })
    let at = random() * weights.reduce((a, b) => a + b, 0)
    const cell =
      open[
        Math.max(
          0,
          weights.findIndex((w) => (at -= w) < 0),
        )
      ]!
    cells.push(cell.id)
    rhythm.push(...cell.rhythm)
    left -= ticksOf(cell.rhythm)
  }
  return { cells, rhythm }
}

/** A rhythm on a learner's notes, all tongued: notes change with the beat and wander by neighbours. */
export function onNotes(rhythm: Rhythm, notes: readonly string[], random: () => number): LineNote[] {
  let at = Math.floor(random() * notes.length)
  let ticks = 0
  return rhythm.map((signed) => {
    if (ticks % TICKS === 0 && ticks)
      at = Math.max(0, Math.min(notes.length - 1, at + Math.floor(random() * 3) - 1))
    ticks += Math.abs(signed)
    return { written: signed < 0 ? null : notes[at]!, ticks: Math.abs(signed), begins: 'tongue' as const }
  })
}

/**
 * A rhythm from taps: gaps rounded to the nearest length that can be written, the last one as long as fills its beat.
 * @param tapsS when taps came, s @param perMinute beats a minute
 * @param rests which taps, by their index, begin a rest
 * @throws OutOfRange with fewer than two taps, or when what was tapped is no pattern
 * @example fromTaps([0, 1, 1.5], 60) // [12, 6, 6]
 * @example fromTaps([0, 1, 2], 60, new Set([1])) // [12, -12, 12]
 */
export function fromTaps(
  tapsS: readonly number[],
  perMinute: number,
  rests: ReadonlySet<number> = new Set(),
): number[] {
  if (tapsS.length < 2) throw new OutOfRange('Tap at least two notes.')
  const beatS = 60 / perMinute
  const lengths = [3, 4, 6, 9, 12, 18, 24, 36, 48]
  const sounding = tapsS.slice(1).map((t, i) => {
    const ticks = ((t - tapsS[i]!) / beatS) * TICKS
    return lengths.reduce((a, b) => (Math.abs(Math.log(b / ticks)) < Math.abs(Math.log(a / ticks)) ? b : a))
  })
  const over = ticksOf(sounding) % TICKS
  sounding.push(over ? TICKS - over : TICKS)
  const rhythm = sounding.map((ticks, i) => (rests.has(i) ? -ticks : ticks))
  // A single beat is filled up with one more of silence: patterns are two beats at least.
  if (ticksOf(rhythm) < BEATS.low * TICKS) rhythm.push(-TICKS)
  checkRhythm(rhythm)
  return rhythm
}

/** Silence of so many beats between two notes that were played is a rest, and shorter ones are how they end (chosen by Halitus). */
const REST_BEATS = 0.75

/**
 * What was played as taps: where each note begins, and where a rest does, on half beats after its note's beginning.
 * @param notes from the first to the last, s @param perMinute beats a minute
 * @example tapsOf([{ startS: 0, endS: 0.9 }, { startS: 2, endS: 2.9 }], 60) // { tapsS: [0, 1, 2], rests: Set { 1 } }
 */
export function tapsOf(
  notes: readonly { startS: number; endS: number }[],
  perMinute: number,
): { tapsS: number[]; rests: Set<number> } {
  const beatS = 60 / perMinute
  const tapsS: number[] = []
  const rests = new Set<number>()
  notes.forEach(({ startS, endS }, i) => {
    tapsS.push(startS)
    const next = notes[i + 1]
    if (!next || next.startS - endS < REST_BEATS * beatS) return
    const halves = Math.max(1, Math.round((2 * (endS - startS)) / beatS))
    rests.add(tapsS.length)
    tapsS.push(startS + (halves * beatS) / 2)
  })
  return { tapsS, rests }
}
