import { prettyNote } from '../pitch/index.ts'
import type { FingerSystem, Fingering, Touch } from '../instruments/index.ts'
import { ventTouches } from './registers.ts'

/** One finger that would have to slide from key to key, and what to take instead. */
export interface Slide {
  words: string
  /** Fingerings of the same two notes that no finger slides between; undefined when there are none. */
  instead: { from: Fingering; to: Fingering } | undefined
}

const keyName = (t: Touch) => t.name.split(': ')[1] ?? 'natural key'

/**
 * The keys that one finger leaves and takes at the same moment; a finger may cover two keys that lie together. A vent is only
 * touched while the note begins (a flick of the thumb, the whisper key let go): nothing slides there.
 */
function slidesOf(system: FingerSystem, from: Fingering, to: Fingering): [Touch, Touch][] {
  const vents = ventTouches(system)
  const of = (f: Fingering) =>
    system.touches.filter((t) => f.touches.includes(t.id) && t.kind === 'key' && !vents.has(t.id))
  const held = of(from)
  const next = of(to)
  return held
    .filter((a) => !next.includes(a))
    .flatMap((a) =>
      next
        .filter((b) => !held.includes(b) && b.hand === a.hand && b.finger === a.finger)
        .map((b): [Touch, Touch] => [a, b]),
    )
}

/** How many touches move between two fingerings. */
const moving = (from: Fingering, to: Fingering) =>
  from.touches.filter((t) => !to.touches.includes(t)).length +
  to.touches.filter((t) => !from.touches.includes(t)).length

/**
 * Warns of a finger that would slide from one key to another, and finds the fingerings that avoid it: the other side's key
 * first of all. Undefined when nothing slides.
 * @example slideOf(clarinet, B4, Cs5)?.words
 * // 'The left little finger would slide from the E/B key to the F♯/C♯ key: take C♯5 another way (right little finger).'
 */
export function slideOf(system: FingerSystem, from: Fingering, to: Fingering): Slide | undefined {
  const [first] = slidesOf(system, from, to)
  if (!first) return undefined
  const others = (f: Fingering) =>
    system.chart.filter((o) => o.written === f.written && o.register === f.register && o.kind !== 'trill')
  const changes = (pair: { from: Fingering; to: Fingering }) =>
    Number(pair.from !== from) + Number(pair.to !== to)
  const [instead] = others(from)
    .flatMap((a) => others(to).map((b) => ({ from: a, to: b })))
    .filter((pair) => !slidesOf(system, pair.from, pair.to).length)
    .sort((x, y) => changes(x) - changes(y) || moving(x.from, x.to) - moving(y.from, y.to))
  const [a, b] = first
  const finger = a.finger === 'thumb' ? 'thumb' : `${a.finger} finger`
  const would = `The ${a.hand} ${finger} would slide from the ${keyName(a)} to the ${keyName(b)}`
  if (!instead)
    return { words: `${would}: no other fingering avoids it; keep the finger low and roll it over.`, instead }
  const taken = [instead.from, instead.to].filter((f) => f !== from && f !== to)
  const ways = taken.map((f) => `${prettyNote(f.written)} another way (${f.use})`)
  return { words: `${would}: take ${ways.join(' and ')}.`, instead }
}
