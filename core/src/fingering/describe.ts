import { prettyNote } from '../pitch/index.ts'
import type { FingerSystem, Instrument, TouchId } from '../instruments/index.ts'
import { standardFingering } from '../instruments/index.ts'
import type { Between, Held, Move } from './move.ts'

const COUNT = ['no', 'one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine', 'ten']
const inWords = (n: number) => COUNT[n] ?? String(n)
const capital = (s: string) => s.charAt(0).toUpperCase() + s.slice(1)

/**
 * One sentence on how many fingers do what.
 * @example 'One finger presses, two lift, three stay.'
 */
export function describeMove(move: Move): string {
  const parts: string[] = []
  const add = (n: number, one: string, many: string) => {
    if (n > 0) parts.push(`${inWords(n)} ${n === 1 ? one : many}`)
  }
  add(move.press.length, 'presses', 'press')
  add(move.lift.length, 'lifts', 'lift')
  if (!parts.length) return 'No finger moves: the air alone makes the change.'
  add(move.stay.length, 'stays', 'stay')
  return `${capital(parts.join(', '))}.`
}

const names = (system: FingerSystem, ids: TouchId[]) =>
  ids
    .map((id) => system.touches.find((t) => t.id === id)?.name ?? id)
    .join(', ')
    .replace(/, ([^,]*)$/, ' and $1')

/** Who was late in a moment between (or early, when fewer were early), in plain words: `right ring late`. */
export function outOfStep(system: FingerSystem, between: Between): string {
  const lateIsFewer = between.late.length <= between.early.length
  return `${names(system, lateIsFewer ? between.late : between.early)} ${lateIsFewer ? 'late' : 'early'}`
}

/**
 * What an in-between moment means: who was late (or early, when fewer were early), and what sounds.
 * @example 'Right ring late: E5 sounds before B4.'
 */
export function describeBetween(system: FingerSystem, between: Between, to: string): string {
  const who = capital(outOfStep(system, between))
  return between.sounds === 'unknown'
    ? `${who}: unpitched or unknown.`
    : `${who}: ${prettyNote(between.sounds)} sounds before ${prettyNote(to)}.`
}

/** Which in-between notes are likeliest: fewest fingers out of step first, known notes before unknown ones. */
export function byLikelihood(between: Between[]): Between[] {
  const outOfStep = (b: Between) => Math.min(b.late.length, b.early.length)
  const unknown = (b: Between) => Number(b.sounds === 'unknown')
  return [...between].sort((x, y) => unknown(x) - unknown(y) || outOfStep(x) - outOfStep(y))
}

/** A note by name, or a list of touches, as an end of a move. Throws as `standardFingering`. */
export function heldFor(inst: Instrument, which: string | readonly TouchId[]): Held {
  return typeof which === 'string' ? standardFingering(inst, which) : { touches: which }
}
