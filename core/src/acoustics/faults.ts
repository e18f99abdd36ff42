import { OutOfRange } from '../errors/index.ts'
import { FINGERS } from '../fingering/index.ts'
import {
  handConflicts,
  standardFingering,
  writtenNote,
  type Instrument,
  type TouchId,
} from '../instruments/index.ts'
import { hzOfMidi } from '../pitch/index.ts'
import { airOf, openWith, rangeHz, type Air } from './air.ts'
import { intentOf, sounding, type Intent } from './predict.ts'

export type FaultKind = 'leaks' | 'missing' | 'extra' | 'half' | 'register' | 'pad' | 'pull'

/** One thing that could be wrong, and what it would sound. */
export interface Fault {
  /** The touch that is at fault; null where no finger is. */
  touch: TouchId | null
  fault: FaultKind
  /** A second finger that is at fault in the same way. */
  also?: TouchId
  /** How far a leaking or half-closed hole stands open, 0 to 1. */
  open?: number
  predictedHz: number
  /** Of 1 over all that was thought of; something else keeps its share. */
  likelihood: number
}
/** A note that was meant, and what sounded, Hz. */
export interface Heard {
  written: string
  heardHz: number
}
/** What makes two faults the same one. */
const keyOf = ({ touch, fault, also }: Pick<Fault, 'touch' | 'fault' | 'also'>) =>
  `${touch} ${fault} ${also ?? ''}`

/** Leaks that are tried: from a crack to a third of the hole (chosen by Halitus). */
const LEAKS = [0.03, 0.06, 0.12, 0.2, 0.3]
/** Half-holes and thumb apertures that are tried, against the right one; 0 is shut (chosen by Halitus). */
const APERTURES = [0, 0.2, 0.5, 2, 4]
/** How often each kind happens to a beginner, before anything is heard (chosen by Halitus). */
const PRIOR: Record<FaultKind, number> = {
  leaks: 0.35,
  missing: 0.3,
  extra: 0.14,
  half: 0.05,
  register: 0.08,
  pad: 0.03,
  pull: 0.05,
}
/** Two fingers wrong at once, against one. */
const DOUBLE = 0.08
/** How far a prediction and an ear may differ on one note, and on all of them alike, cents (chosen by Halitus). */
const SPREAD = 9
const COMMON = 10
/** An instrument that is pulled, cold or pushed in is off by about so much on all notes, cents (chosen by Halitus). */
const PULLED = 25
/** Share of what nobody thought of. */
const OTHER = 2e-4
/** Candidates less likely than this don't sound. */
const SOUNDS = 0.01
/** A beginner to whom something goes wrong holds on to the note no more firmly than this (chosen by Halitus). */
export const LOOSE = 0.15
/** Less likely than this isn't told. */
const TOLD = 1e-4

/** A fault before it is asked what it sounds, and how often it happens. */
export type Key = Pick<Fault, 'touch' | 'fault' | 'also' | 'open'>
interface Case extends Key {
  prior: number
}
const touchOf = (air: Air, id: TouchId) => air.system.touches.find((t) => t.id === id)!

/** Every single fault of some touches, and pairs of neighbouring fingers that are up or leak alike. */
function casesOf(air: Air, touches: readonly TouchId[]): Case[] {
  // Ring and little fingers fail more often, but every finger does: the root of how often each is late.
  const late = (id: TouchId) => Math.sqrt(FINGERS[touchOf(air, id).finger].late)
  const sum = touches.reduce((s, t) => s + late(t), 0) || 1
  const cases: Case[] = [
    { touch: null, fault: 'register', prior: PRIOR.register },
    { touch: null, fault: 'pull', prior: PRIOR.pull },
  ]
  for (const touch of touches) {
    const share = late(touch) / sum
    for (const open of LEAKS)
      cases.push({ touch, fault: 'leaks', open, prior: (PRIOR.leaks * share) / LEAKS.length })
    if (touchOf(air, touch).halfOf)
      for (const open of APERTURES)
        cases.push({ touch, fault: 'half', open, prior: PRIOR.half / APERTURES.length })
    cases.push({ touch, fault: 'missing', prior: PRIOR.missing * share })
  }
  // Neighbours are held by one hand and come off together.
  const holes = touches.filter((t) => touchOf(air, t).kind !== 'key')
  for (const [i, touch] of holes.entries()) {
    const also = holes[i + 1]
    if (!also || touchOf(air, touch).hand !== touchOf(air, also).hand) continue
    const share = (DOUBLE * (late(touch) + late(also))) / sum
    cases.push({ touch, also, fault: 'missing', prior: PRIOR.missing * share })
    for (const open of LEAKS)
      cases.push({ touch, also, fault: 'leaks', open, prior: (PRIOR.leaks * share) / LEAKS.length })
  }
  const others = air.system.touches.filter((t) => !touches.includes(t.id) && !t.halfOf)
  for (const t of others) cases.push({ touch: t.id, fault: 'extra', prior: PRIOR.extra / others.length })
  const pads = padsOf(air)
  for (const pad of pads)
    for (const open of LEAKS.slice(0, 3))
      cases.push({ touch: pad.touch, fault: 'pad', open, prior: PRIOR.pad / pads.length / 3 })
  return cases
}
/** Pads that springs hold shut, with the touch that opens each. */
const padsOf = (air: Air) =>
  air.system.bore.holes.flatMap((h) =>
    h.rest === 'closed' && h.movedBy[0] ? [{ touch: h.movedBy[0], hole: air.model.ids.indexOf(h.id) }] : [],
  )

/** How the holes stand under some touches with a fault; as they should where the fault has nothing to do with them. */
export function openUnder(
  air: Air,
  touches: readonly TouchId[],
  { touch, fault, also, open = 0 }: Key,
): Float64Array {
  const at = [touch, also].filter((t): t is TouchId => !!t && touches.includes(t))
  switch (fault) {
    case 'missing':
      return openWith(
        air,
        touches.filter((t) => !at.includes(t)),
      )
    case 'leaks':
      return openWith(
        air,
        touches,
        at.map((t) => ({ touch: t, open })),
      )
    case 'half': {
      const right = openWith(air, touches)
      if (!at.length) return right
      const shut = openWith(air, [...touches.filter((t) => t !== touch), touchOf(air, touch!).halfOf!])
      return right.map((o, i) => (o > 0 && shut[i] === 0 ? Math.min(1, o * open) : o))
    }
    case 'extra':
      return touch && !at.length && !handConflicts(air.system, [...touches, touch]).length
        ? openWith(air, [...touches, touch])
        : openWith(air, touches)
    case 'pad': {
      const right = openWith(air, touches)
      for (const pad of padsOf(air)) if (pad.touch === touch && right[pad.hole] === 0) right[pad.hole] = open
      return right
    }
    case 'register':
    case 'pull':
      return openWith(air, touches)
  }
}

/** A note that was meant and what sounded, made ready to be compared. */
interface Told {
  touches: readonly TouchId[]
  heardHz: number
  meantHz: number
  intent: Intent
  /** From what the model says to what is expected: what it is off by at the right fingering it is off by nearby. */
  tuned: number
}

function told(air: Air, { written, heardHz }: Heard, a4Hz: number): Told {
  const { inst } = air
  const { midi } = writtenNote(inst, written)
  const [low, high] = rangeHz(inst, a4Hz)
  if (!(heardHz >= low / 1.2 && heardHz <= high * 1.2))
    throw new OutOfRange(
      `${Math.round(heardHz)} Hz is outside the ${inst.name}: ${Math.round(low)} to ${Math.round(high)} Hz.`,
    )
  return {
    touches: standardFingering(inst, written).touches,
    heardHz,
    meantHz: hzOfMidi(midi + inst.transposition, a4Hz),
    intent: intentOf(inst, written, LOOSE),
    tuned: 2 ** (-(air.errors.get(midi) ?? 0) / 1200) * (a4Hz / 440),
  }
}

/** What a fault would sound on a note, as near to what was heard as it gets: how far off, cents, and how readily it sounds. */
function met(air: Air, note: Told, key: Key): { hz: number; off: number; readily: number } {
  const off = (hz: number) => 1200 * Math.log2(note.heardHz / hz)
  if (key.fault === 'pull') return { hz: note.meantHz, off: off(note.meantHz), readily: 1 }
  const fingers = air.table.fingers(openUnder(air, note.touches, key))
  // Another register: lips and breath meant something else, whatever the learner wanted.
  const intents = key.fault === 'register' ? [] : [note.intent]
  let best = { hz: note.meantHz, off: Infinity, readily: 0 }
  let most = -Infinity
  for (const { hz, likelihood } of sounding(air, fingers, intents)) {
    if (likelihood < SOUNDS) continue
    const own = hz * note.tuned
    const fits = Math.log(likelihood) - (0.5 * off(own) ** 2) / (SPREAD ** 2 + COMMON ** 2)
    if (fits > most) {
      most = fits
      best = { hz: own, off: off(own), readily: likelihood }
    }
  }
  return best
}

/**
 * How well what was heard on several notes meets what a fault would sound, as a density: each note is off by itself, and all
 * of them by something they share (a normal distribution with equal covariances, its determinant and inverse in closed form).
 */
function density(off: readonly number[], own: number, common: number): number {
  const n = off.length
  const square = off.reduce((s, x) => s + x * x, 0)
  const sum = off.reduce((s, x) => s + x, 0)
  const all = own ** 2 + n * common ** 2
  const exponent = (square - (common ** 2 * sum ** 2) / all) / own ** 2
  return Math.exp(-0.5 * exponent) / (own ** (n - 1) * Math.sqrt(all))
}

/**
 * What may be wrong when notes were meant and other pitches heard: each finger leaking or missing, each key too many, a
 * half-hole too wide or narrow, a pad that leaks, another register, the instrument pulled; the likeliest first. A leak is as
 * wide on every note, and notes that sounded right say as much as wrong ones. Predictions are taken relative to what the
 * model says of the right fingering.
 * @param heard at least one note with what sounded, Hz
 * @throws NoteError for a note outside the range, OutOfRange for a pitch outside it or no number
 */
export function faultsOver(inst: Instrument, heard: readonly Heard[], a4Hz = 440): Fault[] {
  const air = airOf(inst)
  const notes = heard.map((h) => told(air, h, a4Hz))
  const cases = new Map(
    notes.flatMap((n) => casesOf(air, n.touches)).map((c) => [`${keyOf(c)} ${c.open ?? ''}`, c]),
  )
  const found: Fault[] = []
  for (const { prior, ...key } of cases.values()) {
    const meets = notes.map((n) => met(air, n, key))
    const readily = meets.reduce((product, m) => product * m.readily, 1)
    if (!readily) continue
    // Another register is no fault where the meant one sounds; and what moves no note is heard in none.
    if (
      key.fault === 'register' &&
      meets.every((m, i) => Math.abs(1200 * Math.log2(m.hz / notes[i]!.meantHz)) < SEMITONE)
    )
      continue
    const off = meets.map((m) => m.off)
    const fits = density(off, SPREAD, key.fault === 'pull' ? PULLED : COMMON)
    found.push({ ...key, predictedHz: meets[0]!.hz, likelihood: prior * readily * fits })
  }
  const all =
    found.reduce((s, f) => s + f.likelihood, 0) +
    OTHER *
      density(
        notes.map(() => 0),
        SPREAD,
        COMMON,
      )
  // Of several leaks of one finger the likeliest stands for all of them.
  const byKey = new Map<string, Fault>()
  for (const f of found.map((x) => ({ ...x, likelihood: x.likelihood / all }))) {
    const known = byKey.get(keyOf(f))
    byKey.set(
      keyOf(f),
      known
        ? { ...(known.likelihood >= f.likelihood ? known : f), likelihood: known.likelihood + f.likelihood }
        : f,
    )
  }
  return [...byKey.values()].filter((f) => f.likelihood > TOLD).sort((a, b) => b.likelihood - a.likelihood)
}
const SEMITONE = 100
/** The same for one note. @param heardHz as it sounded */
export const faultsOf = (inst: Instrument, written: string, heardHz: number, a4Hz = 440): Fault[] =>
  faultsOver(inst, [{ written, heardHz }], a4Hz)

/** How far open, in words. */
const openWords = (open: number) =>
  open <= 0.04 ? 'a crack' : open <= 0.15 ? 'a little' : open <= 0.25 ? 'by a fifth' : 'by a third'

/** A fault in words. @example faultWords(clarinet, { touch: 'R3', fault: 'missing', … }) // 'right ring is up' */
export function faultWords(inst: Instrument, { touch, fault, open, also }: Key): string {
  const named = (id: TouchId | null | undefined) =>
    airOf(inst).system.touches.find((t) => t.id === id)?.name ?? ''
  const name = also ? `${named(touch)} and ${named(also)}` : named(touch)
  switch (fault) {
    case 'register':
      return 'the fingers are right, another register sounds'
    case 'pull':
      return 'the fingers are right: the instrument is pulled, pushed in, cold or warm, or lips and breath bend the note'
    case 'missing':
      return `${name} ${also ? 'are' : 'is'} up`
    case 'extra':
      return `${name} is down as well`
    case 'leaks':
      return `${name} ${also ? 'leak' : 'leaks'} ${openWords(open ?? LEAKS[2]!)}`
    case 'half':
      return open === 0
        ? `${name} is closed`
        : `${name} is ${(open ?? 1) > 1 ? 'too far open' : 'too nearly closed'}`
    case 'pad':
      return `the pad of ${name} leaks ${openWords(open ?? LEAKS[2]!)}`
  }
}
