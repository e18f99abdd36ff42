import { chartedAs, fingersOf, likelihoods, type Held, type Move } from '../fingering/index.ts'
import type { Instrument, TouchId } from '../instruments/index.ts'
import { heardNote, parseNote } from '../pitch/index.ts'
import { airOf, hasAir, openWith, type Air } from './air.ts'
import { intentOf, sounding, type Intent } from './predict.ts'

/** What some fingers sound in the middle of a move: the likeliest pitch, and how likely it is. */
export interface Passing {
  written: string
  /** From the tempered note, sharp is positive. */
  cents: number
  /** Of all pitches that these fingers may sound, 0 to 1. */
  likelihood: number
}

/** Lips and breath are on their way from one note to the other: either may be meant. */
const intentsOf = (inst: Instrument, ends: readonly Held[]): Intent[] =>
  ends.flatMap((e) => (e.written ? [intentOf(inst, e.written)] : []))

/** How far the model is off about two notes, cents: half-way between what it is off at each. */
const offAt = (air: Air, ends: readonly Held[]): number =>
  ends.reduce((sum, e) => sum + (e.written ? (air.errors.get(parseNote(e.written).midi) ?? 0) : 0), 0) /
  Math.max(1, ends.length)

/**
 * What some fingers sound during a move, by the model of the tube; undefined where nothing does.
 * @throws OutOfRange while the instrument's tube hasn't been calibrated
 */
export function passing(
  inst: Instrument,
  from: Held,
  to: Held,
  touches: readonly TouchId[],
): Passing | undefined {
  const air = airOf(inst)
  const ends = [from, to]
  const best = sounding(air, air.table.fingers(openWith(air, touches)), intentsOf(inst, ends)).reduce(
    (a, b) => (b.likelihood > a.likelihood ? b : a),
    { hz: 0, likelihood: 0 },
  )
  if (!best.hz) return undefined
  const { written, cents } = heardNote(best.hz * 2 ** (-offAt(air, ends) / 1200), inst.transposition, 440)
  return { written, cents, likelihood: best.likelihood }
}

/**
 * Moments in the middle of a move with what is heard in them: what no chart knows sounds what the model of the tube says,
 * where the instrument has one.
 */
export function soundingBetween<B extends { touches: readonly TouchId[]; sounds: string; source: string }>(
  inst: Instrument,
  from: Held,
  to: Held,
  moments: readonly B[],
): (B | (Omit<B, 'source'> & { source: 'model' }))[] {
  // Without a note that is meant nobody can say what lips and breath are set for.
  if (!hasAir(inst) || !(from.written || to.written)) return [...moments]
  return moments.map((m) => {
    if (m.source === 'chart') return m
    const sounds = passing(inst, from, to, m.touches)
    return sounds ? { ...m, sounds: sounds.written, source: 'model' as const } : m
  })
}

/** A note that moments between two notes pass through, with its share of all that no chart knows. */
export interface Share {
  written: string
  share: number
}

/** More fingers than this don't move at once. */
const MOST = 10

/**
 * What is heard in the moments between two notes that no chart knows, whichever fingers come first: by note, the likeliest
 * first, each moment counting as often as it happens in a beginner's hand. Touches of one finger move together.
 */
export function unknownBetween(inst: Instrument, from: Held, to: Held, move: Move): Share[] {
  const air = airOf(inst)
  const fingers = fingersOf(air.system, [...move.press, ...move.lift]).slice(0, MOST)
  const of = (finger: string) => (id: TouchId) => fingersOf(air.system, [id])[0] === finger
  const moments: { touches: TouchId[]; late: TouchId[] }[] = []
  for (let set = 1; set < 2 ** fingers.length - 1; set++) {
    const late = fingers.flatMap((f, i) =>
      set & (1 << i) ? [...move.press, ...move.lift].filter(of(f)) : [],
    )
    const touches = [
      ...move.stay,
      ...move.press.filter((t) => !late.includes(t)),
      ...move.lift.filter((t) => late.includes(t)),
    ]
    if (!chartedAs(air.system, touches).length) moments.push({ touches, late })
  }
  const often = likelihoods(air.system, move, moments)
  const shares = new Map<string, number>()
  moments.forEach(({ touches }, i) => {
    const sounds = passing(inst, from, to, touches)
    if (sounds) shares.set(sounds.written, (shares.get(sounds.written) ?? 0) + often[i]!)
  })
  const sum = [...shares.values()].reduce((a, b) => a + b, 0) || 1
  return [...shares].map(([written, s]) => ({ written, share: s / sum })).sort((a, b) => b.share - a.share)
}
