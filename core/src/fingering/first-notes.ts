import {
  fingerSystem,
  fingeringsOf,
  standardFingering,
  type FingerSystem,
  type Fingering,
  type Instrument,
  type TouchId,
} from '../instruments/index.ts'
import { noteName, parseNote, prettyNote } from '../pitch/index.ts'
import { costOf, difficulty, weightsFor } from './difficulty.ts'
import { fingersOf } from './hand.ts'

/** A new note as the difference from one that is known. */
export interface Introduction {
  written: string
  touches: TouchId[]
  /** The known note that it differs least from; null for the very first note. */
  beside: { written: string; touches: TouchId[] } | null
  /** “G5, one finger from F5: the right index lifts.” */
  words: string
}

/** Further from a known note than this, semitones, a new one isn't met as its neighbour. */
const NEAR = 5
/** A note off the white keys waits, and so does one in another register, by so much difficulty (chosen by Halitus). */
const ACCIDENTAL = 2
const REGISTER = 6
/** Each semitone between counts a little, so that of two alike the nearer one is taken. */
const STEP = 0.15
const WEIGHTS = weightsFor('')
const isPlain = (midi: number) => !/[#b]/.test(noteName(midi))

const standard = (inst: Instrument, midi: number, system?: string): Fingering | undefined =>
  fingeringsOf(inst, noteName(midi), system)[0]

/** How far a note is from the nearest known one, as difficulty. */
function farness(
  inst: Instrument,
  known: readonly Fingering[],
  note: Fingering,
  system?: string,
  near = Infinity,
) {
  const { midi } = parseNote(note.written)
  const fingers = fingerSystem(inst, system)
  return known
    .map((k) => ({ k, away: Math.abs(parseNote(k.written).midi - midi) }))
    .filter(({ away }) => away <= near)
    .map(({ k, away }) => ({
      beside: k,
      cost:
        costOf({ ...difficulty(fingers, k, note), crossing: 0 }, WEIGHTS) +
        REGISTER * Math.abs(k.register - note.register) +
        STEP * away,
    }))
    .sort((a, b) => a.cost - b.cost)[0]
}

/**
 * The order in which a beginner meets the notes: first those that the instrument's school begins with (common practice),
 * then always the note of the beginner's range that is the least difficult from a known neighbour (computed from the
 * chart; accidentals and other registers wait).
 * @example orderOfNotes(instrument('soprano-recorder')).slice(0, 3) // ['B4', 'A4', 'G4']
 */
export function orderOfNotes(inst: Instrument, system = inst.systems[0].id): string[] {
  const known = ORDERS.get(inst)?.get(system)
  if (known) return [...known]
  const order = computedOrder(inst, system)
  ORDERS.set(inst, (ORDERS.get(inst) ?? new Map<string, string[]>()).set(system, order))
  return [...order]
}
/** An order takes milliseconds to work out and is asked for at every stop: kept as long as its instrument. */
const ORDERS = new WeakMap<Instrument, Map<string, string[]>>()

function computedOrder(inst: Instrument, system: string): string[] {
  const [low, high] = inst.range.beginner.map((n) => parseNote(n).midi) as [number, number]
  const order = inst.teaching.firstNotes.map((n) => parseNote(n).midi)
  const known = order.map((midi) => standardFingering(inst, noteName(midi), system))
  // What is only another spelling of a known note isn't a new one: a chanter's F and F sharp. Elsewhere a register lies between.
  const isKnown = (f: Fingering) =>
    inst.graces !== null && known.some((k) => k.touches.join() === f.touches.join())
  let waiting = Array.from({ length: high - low + 1 }, (_, i) => low + i)
    .filter((midi) => !order.includes(midi))
    .flatMap((midi) => {
      const f = standard(inst, midi, system)
      return f ? [{ midi, f }] : []
    })
  while ((waiting = waiting.filter((w) => !isKnown(w.f))).length) {
    const next = waiting
      .map((w, at) => ({
        at,
        cost: (farness(inst, known, w.f, system, NEAR)?.cost ?? 99) + (isPlain(w.midi) ? 0 : ACCIDENTAL),
      }))
      .sort((a, b) => a.cost - b.cost || a.at - b.at)[0]!
    const [taken] = waiting.splice(next.at, 1)
    order.push(taken!.midi)
    known.push(taken!.f)
  }
  return order.map(noteName)
}

/**
 * The note to try things on: the first that the school teaches, as long as nothing is known or that is; else the one of the known
 * notes that a beginner meets first.
 * @param known written notes in any order
 * @example homeNote(instrument('clarinet'), ['E4', 'D4']) // 'E4'
 */
export function homeNote(inst: Instrument, known: readonly string[], system?: string): string {
  const [first] = inst.teaching.firstNotes
  const have = new Map(known.map((n) => [parseNote(n).midi, n]))
  if (!have.size || have.has(parseNote(first!).midi)) return first!
  const met = orderOfNotes(inst, system).find((n) => have.has(parseNote(n).midi))
  return met ?? known[0]!
}

/** The notes that come next, in order, for who knows some. @param known written notes in any order */
export function nextNotes(inst: Instrument, known: readonly string[], count = 1, system?: string): string[] {
  const have = new Set(known.map((n) => parseNote(n).midi))
  return orderOfNotes(inst, system)
    .filter((n) => !have.has(parseNote(n).midi))
    .slice(0, count)
}

const COUNT = [
  'No finger',
  'One finger',
  'Two fingers',
  'Three fingers',
  'Four fingers',
  'Five fingers',
  'Six fingers',
  'Seven fingers',
  'Eight fingers',
  'Nine fingers',
]

/**
 * A new note, met from the known one that it differs least from, in a sentence. Throws as `standardFingering`.
 * @param known written notes
 */
export function introduce(
  inst: Instrument,
  written: string,
  known: readonly string[],
  system?: string,
): Introduction {
  const fingers = fingerSystem(inst, system)
  const note = standardFingering(inst, written, system)
  const own = parseNote(written).midi
  const others = known.filter((n) => parseNote(n).midi !== own).map((n) => standardFingering(inst, n, system))
  const beside = farness(inst, others, note, system)?.beside
  const name = prettyNote(noteName(own))
  if (!beside)
    return {
      written: noteName(own),
      touches: note.touches,
      beside: null,
      words: `${name}: as the picture shows.`,
    }
  const held = new Set(beside.touches)
  const will = new Set(note.touches)
  const pressed = note.touches.filter((t) => !held.has(t))
  const lifted = beside.touches.filter((t) => !will.has(t))
  const press = fingersOf(fingers, pressed)
  const lift = fingersOf(fingers, lifted)
  const over = press.filter((f) => lift.includes(f))
  const onto = (all: readonly TouchId[]) => all.map((id) => named(fingers, id))
  const isOver = (id: TouchId) => over.includes(fingersOf(fingers, [id])[0]!)
  const parts = [
    phrase(onto(pressed.filter((t) => !isOver(t))), 'presses', 'press'),
    phrase(
      lift.filter((f) => !over.includes(f)),
      'lifts',
      'lift',
    ),
    phrase(onto(pressed.filter(isOver)), 'changes over', 'change over'),
  ].filter(Boolean)
  const count = new Set([...press, ...lift]).size
  const from = `${COUNT[count] ?? `${count} fingers`} from ${prettyNote(beside.written)}`
  return {
    written: noteName(own),
    touches: note.touches,
    beside: { written: noteName(parseNote(beside.written).midi), touches: beside.touches },
    words: parts.length ? `${from}: ${parts.join('; ')}.` : `${from}: the air makes the change.`,
  }
}

/** A finger, with the key that it takes or the half that it keeps: `right index on the side B♭ key`. */
function named(fingers: FingerSystem, id: TouchId): string {
  const touch = fingers.touches.find((t) => t.id === id)!
  const [finger, key] = touch.name.replace(/, half open$/, '').split(': ')
  return `${finger}${touch.halfOf ? ' to half' : key ? ` on the ${key}` : ''}`
}

/** “the right index lifts”, “left middle and left ring press”. */
function phrase(fingers: readonly string[], one: string, many: string): string {
  if (!fingers.length) return ''
  if (fingers.length === 1) return `the ${fingers[0]} ${one}`
  return `${fingers.slice(0, -1).join(', ')} and ${fingers.at(-1)} ${many}`
}
