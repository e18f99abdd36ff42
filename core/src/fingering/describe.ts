import { OutOfRange } from '../errors/index.ts'
import { prettyNote } from '../pitch/index.ts'
import type { FingerSystem, Fingering, Instrument, TouchId } from '../instruments/index.ts'
import { fingerSystem, handConflicts, standardFingering } from '../instruments/index.ts'
import { fingersOf } from './hand.ts'
import { likelihoods } from './likelihood.ts'
import type { Between, Held, Move } from './move.ts'

const COUNT = ['no', 'one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine', 'ten']
const inWords = (n: number) => COUNT[n] ?? String(n)
const capital = (s: string) => s.charAt(0).toUpperCase() + s.slice(1)

/**
 * One sentence on how many fingers do what; a finger that leaves one touch for another changes over.
 * @example 'Seven press, one changes over.'
 */
export function describeMove(system: FingerSystem, move: Pick<Move, 'press' | 'lift' | 'stay'>): string {
  const [press, lift, stay] = [move.press, move.lift, move.stay].map((t) => fingersOf(system, t)) as [
    string[],
    string[],
    string[],
  ]
  const over = press.filter((f) => lift.includes(f))
  const parts: string[] = []
  const add = (n: number, one: string, many: string) => {
    if (n > 0) parts.push(`${inWords(n)} ${n === 1 ? one : many}`)
  }
  add(press.length - over.length, 'presses', 'press')
  add(lift.length - over.length, 'lifts', 'lift')
  add(over.length, 'changes over', 'change over')
  if (!parts.length) return 'No finger moves: the air alone makes the change.'
  add(stay.filter((f) => !press.includes(f) && !lift.includes(f)).length, 'stays', 'stay')
  return `${capital(parts.join(', '))}.`
}

const names = (system: FingerSystem, ids: TouchId[]) =>
  ids
    .map((id) => system.touches.find((t) => t.id === id)?.name ?? id)
    .join(', ')
    .replace(/, ([^,]*)$/, ' and $1')

/** Who was late in a moment between (or early, when fewer were early), in plain words: `right ring late`. */
export function outOfStep(system: FingerSystem, { late, early }: Pick<Between, 'late' | 'early'>): string {
  const wasLate = late.length > 0 && (late.length <= early.length || !early.length)
  return `${names(system, wasLate ? late : early)} ${wasLate ? 'late' : 'early'}`
}

/** Who says what sounds where no chart does. */
const BY: Partial<Record<Between['source'], string>> = {
  column: 'by its open holes',
  model: 'as predicted',
}

/**
 * What an in-between moment means: who was late (or early, when fewer were early), and what sounds; what no chart knows
 * is told by the column of open holes, and said to be.
 * @example 'Right ring late: E5 sounds before B4.'
 * @example 'Left ring late: about A5 by its open holes, before B4.'
 */
export function describeBetween(system: FingerSystem, between: Between, to: string): string {
  const who = capital(outOfStep(system, between))
  if (between.source === 'unknown') return `${who}: unpitched or unknown.`
  const note = prettyNote(between.sounds)
  const by = BY[between.source]
  return by
    ? `${who}: about ${note} ${by}, before ${prettyNote(to)}.`
    : `${who}: ${note} sounds before ${prettyNote(to)}.`
}

/** Which moments between are likeliest in a beginner's hand; of two that are alike, the charted one first. */
export function byLikelihood(
  system: FingerSystem,
  move: Pick<Move, 'press' | 'lift' | 'between'>,
): (Between & { likelihood: number })[] {
  const shares = likelihoods(system, move, move.between)
  const SOURCES = ['chart', 'model', 'column', 'unknown']
  return move.between
    .map((b, i) => ({ ...b, likelihood: shares[i]! }))
    .sort((x, y) => y.likelihood - x.likelihood || SOURCES.indexOf(x.source) - SOURCES.indexOf(y.source))
}

/**
 * A note by name, a list of touches, or touches with the note they are meant to sound, as an end of a move. Throws as
 * `standardFingering`. @throws OutOfRange for touches that one finger can't hold at once
 */
export function heldFor(inst: Instrument, which: string | readonly TouchId[] | Held): Held {
  if (typeof which === 'string') return standardFingering(inst, which)
  const held: Held = 'touches' in which ? which : { touches: which }
  const [conflict] = handConflicts(fingerSystem(inst), held.touches)
  if (conflict) throw new OutOfRange(conflict)
  return held
}

/** What the chart knows of some touches: every note that they are a fingering of, standard ones first. */
export function chartedAs(system: FingerSystem, touches: readonly TouchId[]): Fingering[] {
  const held = new Set(touches)
  return system.chart
    .filter((f) => f.touches.length === held.size && f.touches.every((t) => held.has(t)))
    .sort((a, b) => Number(b.kind === 'standard') - Number(a.kind === 'standard'))
}

/**
 * The touches when one more is tapped: up, down, and half where there is a half. What the same finger can't hold beside it
 * is left, as a finger leaves it.
 * @example tapped(recorder, ['L1'], 'LT') // ['L1', 'LT']; tapped again ['L1', 'LT:half'], then ['L1']
 */
export function tapped(system: FingerSystem, touches: readonly TouchId[], id: TouchId): TouchId[] {
  const half = system.touches.find((t) => t.halfOf === id)?.id
  const others = touches.filter((t) => t !== id && t !== half)
  const next = touches.includes(id) ? half : half && touches.includes(half) ? undefined : id
  if (!next) return others
  return [...others.filter((t) => !handConflicts(system, [t, next]).length), next]
}
