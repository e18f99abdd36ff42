import { registerMap, ventTouches, type Vent } from '../fingering/index.ts'
import {
  fingeringsOf,
  fingerSystem,
  holeStates,
  standardFingering,
  type FingerSystem,
  type Instrument,
  type TouchId,
} from '../instruments/index.ts'
import { noteName, parseNote, prettyNote } from '../pitch/index.ts'
import type { HeardStroke, NoteReport } from '../sound/index.ts'
import type { Crossing } from './runs.ts'

export type BreakStepId =
  'silent' | 'vent' | 'far-hand' | 'one-by-one' | 'above' | 'below' | 'tongued' | 'line'

/** One thing that is played in a step: fingers, and the note they sound. */
export interface Fingered {
  written: string
  touches: TouchId[]
}

/** A step of the way over a break. */
export interface BreakStep {
  id: BreakStepId
  title: string
  /** What to do, to be said aloud. */
  ask: string
  /**
   * What is listened to: nothing, one note that lasts while fingers move, changes between the first two of `notes`, or all of
   * `notes` in their order.
   */
  heard: 'nothing' | 'held' | 'changes' | 'line'
  notes: Fingered[]
  begins: 'slur' | 'tongue'
  /** Times that it is to go well. */
  times: number
  /** Of changes only those in one direction count; both when left out. */
  direction?: { from: string; to: string }
}

/** Which break of an instrument is meant. */
export interface Break {
  from: string
  to: string
}

/** How often a change is to go well, and of how many (common practice: five times, no source; four of five chosen by Halitus). */
export const BREAK_TIMES = 5
export const BREAK_PASSES = 4
/** A note that lasts while fingers move lasts so long at least, s (chosen by Halitus). */
export const BREAK_HELD_S = 3
/** Presses from which it is worth putting fingers down one by one. */
const MANY = 4

const VENT_TITLES: Record<Vent, string> = {
  key: 'The vent alone',
  half: 'The half-hole alone',
  pinch: 'The thumb’s pinch alone',
  finger: 'The venting finger alone',
  air: 'The air alone',
}
const VENT_ASKS: Record<Vent, string> = {
  key: 'only the vent key moves, a small turn and not a jump; the air stays as it was',
  half: 'the finger rolls to its half-hole and back, it doesn’t lift',
  pinch: 'the thumb bends to a narrow crack and closes again; the breath hardly changes',
  finger: 'only that finger lifts and closes; the air stays fast',
  air: 'no finger moves: faster, narrower air, then slower again',
}

/** The breaks of an instrument that have a way prepared for them. */
export const breaksOf = (inst: Instrument, system?: string): (Break & { preparation: string })[] =>
  fingerSystem(inst, system).breaks.map(({ from, to, preparation }) => ({ from, to, preparation }))

/**
 * The steps over a break, from silent fingers to the line: the vent alone from the low note of the same tube, the far hand
 * ready where the note allows it, one finger at a time under one held note, from above, from below, tongued, in the line.
 * Which of them there are follows from chart and mechanism (the order is common practice, no source).
 * @throws OutOfRange when it is no break of this instrument
 * @example breakSteps(instrument('clarinet'), { from: 'A4', to: 'B4' }).map((s) => s.id)[0] // 'silent'
 */
export function breakSteps(inst: Instrument, asked: Break, system?: string): BreakStep[] {
  const fingers = fingerSystem(inst, system)
  const own = fingers.breaks.find((b) => b.from === asked.from && b.to === asked.to)
  const low: Fingered = {
    written: asked.from,
    touches: own?.start ?? standardFingering(inst, asked.from, system).touches,
  }
  const high: Fingered = { written: asked.to, touches: standardFingering(inst, asked.to, system).touches }
  const [a, b] = [prettyNote(low.written), prettyNote(high.written)]
  const steps: BreakStep[] = [
    {
      id: 'silent',
      title: 'Silently',
      ask: `Fingers only, ${a} to ${b} and back, five times: all at one moment, eyes on the hands.`,
      heard: 'nothing',
      notes: [low, high],
      begins: 'slur',
      times: BREAK_TIMES,
    },
  ]
  const from = registerMap(inst, system)
    .flatMap((t) => t.notes)
    .find((n) => parseNote(n.written).midi === parseNote(high.written).midi)?.from
  if (from && parseNote(from.written).midi !== parseNote(low.written).midi) {
    const lowest: Fingered = {
      written: from.written,
      touches: fundamental(inst, fingers, from.written, high, system),
    }
    steps.push({
      id: 'vent',
      title: VENT_TITLES[from.vent],
      ask: `${prettyNote(from.written)} to ${b} and back, slurred: ${VENT_ASKS[from.vent]}.`,
      heard: 'changes',
      notes: [lowest, high],
      begins: 'slur',
      times: BREAK_TIMES,
    })
  }
  if (own?.start) {
    const added = own.start.filter((t) => !standardFingering(inst, asked.from, system).touches.includes(t))
    steps.push({
      id: 'far-hand',
      title: 'The far hand ready',
      ask: `Hold ${a} for ${BREAK_HELD_S} seconds and put ${namesOf(fingers, added)} down meanwhile: the note goes on.`,
      heard: 'held',
      notes: [low],
      begins: 'tongue',
      times: 1,
    })
  }
  const states = oneByOne(fingers, low.touches, high.touches)
  if (states.length > MANY)
    steps.push({
      id: 'one-by-one',
      title: 'One finger at a time',
      ask: `One long ${a}: fingers go down one by one from the far end, ${a} lasts; with the last one ${b} speaks.`,
      heard: 'line',
      notes: [low, high],
      begins: 'slur',
      times: 1,
    })
  const change = (
    id: BreakStepId,
    title: string,
    ask: string,
    direction?: Break,
    begins: BreakStep['begins'] = 'slur',
  ) =>
    steps.push({
      id,
      title,
      ask,
      heard: 'changes',
      notes: [low, high],
      begins,
      times: BREAK_TIMES,
      ...(direction && { direction }),
    })
  change('above', 'From above', `${b} to ${a} slurred, five times: the hand that is ready stays down.`, {
    from: high.written,
    to: low.written,
  })
  // A bag gives every note the same pressure.
  const air = inst.graces ? 'the pressure the same all the way' : `the air as for ${b} already`
  change('below', 'From below', `${a} to ${b} slurred, five times, ${air}.`, {
    from: low.written,
    to: high.written,
  })
  if (inst.tongue)
    change(
      'tongued',
      'Tongued',
      `${a} and ${b}, tongued lightly, five times: the fingers are there before the tongue.`,
      undefined,
      'tongue',
    )
  const line = around(inst, low, high, system)
  steps.push({
    id: 'line',
    title: 'In the line',
    ask: `${line.map((n) => prettyNote(n.written)).join(' ')}, slurred, slowly: nobody should hear where the break is.`,
    heard: 'line',
    notes: line,
    begins: 'slur',
    times: 1,
  })
  return steps
}

/** Fingers of the low note of the same tube; of several those that differ least from the high note's. */
function fundamental(
  inst: Instrument,
  fingers: FingerSystem,
  written: string,
  high: Fingered,
  system?: string,
): TouchId[] {
  const vents = ventTouches(fingers)
  const target = new Set(high.touches.filter((t) => !vents.has(t)))
  const apart = (touches: readonly TouchId[]) =>
    touches.filter((t) => !target.has(t)).length + [...target].filter((t) => !touches.includes(t)).length
  return [...fingeringsOf(inst, written, system)].sort((a, b) => apart(a.touches) - apart(b.touches))[0]!
    .touches
}

/**
 * Every state of the fingers when they go down one at a time from the far end, the first fingering and the last included;
 * what lifts, lifts with the last one.
 */
export function oneByOne(
  fingers: FingerSystem,
  from: readonly TouchId[],
  to: readonly TouchId[],
): TouchId[][] {
  const rest = holeStates(fingers, new Set())
  /** How far down the tube a touch reaches, mm: a key may lie near and close a hole at the far end. */
  const place = (id: TouchId) => {
    const now = holeStates(fingers, new Set([id]))
    const moved = fingers.bore.holes.filter((h) => now.get(h.id) !== rest.get(h.id)).map((h) => h.atMm)
    return Math.max(fingers.touches.find((t) => t.id === id)?.atMm ?? 0, ...moved)
  }
  const lifts = from.filter((t) => !to.includes(t))
  const busy = new Set(lifts.map((id) => fingerKey(fingers, id)))
  const presses = to.filter((t) => !from.includes(t))
  // A finger that must leave another touch first, and the vent, come last.
  const vents = ventTouches(fingers)
  const last = (id: TouchId) => Number(busy.has(fingerKey(fingers, id)) || vents.has(id))
  const order = [...presses].sort((a, b) => last(a) - last(b) || place(b) - place(a))
  const states = [[...from]]
  order.forEach((id, i) => states.push(i === order.length - 1 ? [...to] : [...states.at(-1)!, id]))
  if (!order.length && lifts.length) states.push([...to])
  return states
}
const fingerKey = (fingers: FingerSystem, id: TouchId) => {
  const touch = fingers.touches.find((t) => t.id === id)
  return `${touch?.hand} ${touch?.finger}`
}

const namesOf = (fingers: FingerSystem, ids: readonly TouchId[]) => {
  const names = ids.map((id) => fingers.touches.find((t) => t.id === id)?.name ?? id)
  const right = names.every((n) => n.startsWith('right'))
  if (right && names.length >= 3) return 'the right hand'
  return names.join(', ').replace(/, ([^,]*)$/, ' and $1')
}

/** Two plain notes below, the break, two above, and back. */
function around(inst: Instrument, low: Fingered, high: Fingered, system?: string): Fingered[] {
  const plain = (from: string, by: 1 | -1): Fingered[] => {
    const found: Fingered[] = []
    for (let midi = parseNote(from).midi + by; found.length < 2; midi += by) {
      const name = noteName(midi)
      let touches: TouchId[] | undefined
      try {
        touches = fingeringsOf(inst, name, system)[0]?.touches
      } catch {
        break
      }
      if (touches && (inst.graces || !/[#b]/.test(name))) found.push({ written: name, touches })
    }
    return found
  }
  const up = [...plain(low.written, -1).reverse(), low, high, ...plain(high.written, 1)]
  return [...up, ...up.slice(0, -1).reverse()]
}

/** What was heard of a step. */
export interface HeardStep {
  crossings: readonly Crossing[]
  notes: readonly Pick<NoteReport, 'startS' | 'endS' | 'written'>[]
  strokes: readonly Pick<HeardStroke, 'timeS'>[]
}

/** Whether a step went well, in a sentence. */
export interface StepVerdict {
  passed: boolean
  /** Went well, and of how many. */
  clean: number
  tries: number
  words: string
}

/** A stroke this near to a change belongs to it, s. */
const AT_CHANGE_S = 0.12
const midiOf = (written: string) => parseNote(written).midi

/**
 * Judges a step by what was heard of it.
 * @throws OutOfRange never; a step in which nothing is listened to is passed by the teacher's eye
 */
export function judgeStep(step: BreakStep, heard: HeardStep): StepVerdict {
  if (step.heard === 'held') return judgeHeld(step, heard)
  if (step.heard === 'line') return judgeInOrder(step, heard)
  const own = heard.crossings.filter(
    (c) =>
      !step.direction ||
      (midiOf(c.from) === midiOf(step.direction.from) && midiOf(c.to) === midiOf(step.direction.to)),
  )
  const tongued = (c: Crossing) => heard.strokes.some((s) => Math.abs(s.timeS - c.timeS) <= AT_CHANGE_S)
  const clean = own.filter((c) => c.verdict === 'clean')
  const right = clean.filter((c) => step.begins !== 'tongue' || tongued(c))
  const need = Math.max(1, step.times - (BREAK_TIMES - BREAK_PASSES))
  const passed = right.length >= need && right.length / own.length >= BREAK_PASSES / BREAK_TIMES
  const untongued = clean.length - right.length
  return {
    passed,
    clean: right.length,
    tries: own.length,
    words: !own.length
      ? 'No such change was heard.'
      : passed
        ? `${right.length} of ${own.length}: on to the next step.`
        : right.length === own.length
          ? `${right.length} of ${own.length}; ${need} are needed: some more.`
          : untongued > own.length / 2
            ? `${untongued} of ${own.length} weren’t tongued: the tongue starts each note.`
            : `${right.length} of ${own.length}: slower, or one step back.`,
  }
}

function judgeHeld(step: BreakStep, { notes }: HeardStep): StepVerdict {
  const want = midiOf(step.notes[0]!.written)
  const longest = Math.max(
    0,
    ...notes.filter((n) => midiOf(n.written) === want).map((n) => n.endS - n.startS),
  )
  const other = notes.find((n) => midiOf(n.written) !== want)
  const passed = longest >= BREAK_HELD_S
  const name = prettyNote(step.notes[0]!.written)
  return {
    passed,
    clean: passed ? 1 : 0,
    tries: 1,
    words: passed
      ? `${name} went on for ${longest.toFixed(1)} s: on to the next step.`
      : longest > 0
        ? `${name} lasted ${longest.toFixed(1)} of ${BREAK_HELD_S} s${other ? `; then ${prettyNote(other.written)}: a finger brushed something` : ''}.`
        : `${name} wasn’t heard${other ? `, but ${prettyNote(other.written)}` : ''}.`,
  }
}

/** Whether the notes came in their order, none missing and none between. */
function judgeInOrder(step: BreakStep, { notes }: HeardStep): StepVerdict {
  const played = notes.map((n) => midiOf(n.written)).filter((m, i, all) => m !== all[i - 1])
  const asked = step.notes.map((n) => midiOf(n.written))
  let right = 0
  while (right < asked.length && played[right] === asked[right]) right++
  const passed = right === asked.length && played.length === asked.length
  const at = step.notes[right]
  const came = notes.find((_, i) => i >= right && midiOf(notes[i]!.written) === played[right])
  return {
    passed,
    clean: passed ? 1 : 0,
    tries: 1,
    words: passed
      ? 'The whole line: on to the next step.'
      : !played.length
        ? 'No note was heard.'
        : right === asked.length
          ? `${prettyNote(came!.written)} came after the end.`
          : `${prettyNote(at!.written)} was due${came ? `, ${prettyNote(came.written)} came` : ', nothing came'}: once more from there, slower.`,
  }
}
