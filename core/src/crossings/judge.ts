import {
  describeBetween,
  likelihoods,
  moveFinder,
  outOfStep,
  ventTouches,
  type Between,
  type Held,
} from '../fingering/index.ts'
import type { FingerSystem, TouchId } from '../instruments/index.ts'
import { hzOfMidi, noteName, parseNote, prettyNote } from '../pitch/index.ts'
import { notesAlong, tuningOf, type Along, type Analysed } from '../sound/index.ts'
import { overlap, strangersIn, withStrangers } from './strangers.ts'
import { LATE_MS } from './pulse.ts'
import { CROSSING, crossingsIn, type Candidate, type Crossing, type Run, type Stretch } from './runs.ts'

/** One end of a move, with its written note. */
export type End = Held & { written: string }

/** Registers that an end may fall into instead: partials above and the fundamental below, semitones. */
const REGISTERS = [12, 19, 24, -12, -19]
/** Pitches this near to each other are one, semitones. */
const SAME = 0.4

/** What the open holes alone say is so much less sure than a charted fingering. */
const BY_COLUMN = 0.3

function candidates(system: FingerSystem, from: End, to: End): Candidate[] {
  const move = moveFinder(system).move(from, to)
  const found: Candidate[] = [
    { midi: parseNote(from.written).midi, kind: 'from', states: [] },
    { midi: parseNote(to.written).midi, kind: 'to', states: [] },
  ]
  const add = (midi: number, kind: Candidate['kind']) => {
    const known = found.find((c) => Math.abs(c.midi - midi) < SAME)
    if (known) return known
    const fresh: Candidate = { midi, kind, states: [] }
    found.push(fresh)
    return fresh
  }
  const likely = likelihoods(system, move, move.between)
  move.between.forEach((between, i) => {
    if (between.sounds === 'unknown') return
    const candidate = add(parseNote(between.sounds).midi, 'between')
    const sure = between.source === 'chart' ? 1 : BY_COLUMN
    if (candidate.kind === 'between') candidate.states.push({ between, likelihood: likely[i]! * sure })
  })
  for (const [i, end] of found.slice(0, 2).entries())
    for (const away of REGISTERS) {
      const candidate = add(end.midi + away, 'register')
      const vent = outOfTime(system, from, to, i === 1, away, candidate.midi)
      if (vent && candidate.kind !== 'from' && candidate.kind !== 'to') candidate.vent ??= vent
    }
  for (const c of found) c.states.sort((a, b) => b.likelihood - a.likelihood)
  return found
}

/**
 * The vent that would make one end of a move sound in another register: what should be open and isn't yet lets it fall, what
 * is open beside it makes it leap.
 * @param isTo whether it is the second end that sounds so @param away semitones from it
 * @returns undefined where no vent moves that way
 */
function outOfTime(
  system: FingerSystem,
  from: End,
  to: End,
  isTo: boolean,
  away: number,
  midi: number,
): Between | undefined {
  const vents = ventTouches(system)
  const resting = new Set(system.bore.holes.filter((h) => h.rest === 'open').flatMap((h) => h.movedBy))
  const opensBy = (t: TouchId) => system.touches.some((x) => x.id === t && x.halfOf) || !resting.has(t)
  /** Touches by which a vent is open at one end and not at the other: pressed, or let go where the key closes it. */
  const openAt = (here: End, there: End) =>
    system.touches
      .filter((t) => vents.has(t.id) || t.halfOf)
      .map((t) => t.id)
      .filter((t) => here.touches.includes(t) !== there.touches.includes(t))
      .filter((t) => here.touches.includes(t) === opensBy(t))
  const [opens, leaves] = [openAt(to, from), openAt(from, to)]
  // The second end sounds in another register while a vent is late, the first one when it was early.
  const touches = isTo === away < 0 ? opens : leaves
  if (!touches.length) return undefined
  return {
    touches: [],
    late: isTo ? touches : [],
    early: isTo ? [] : touches,
    sounds: noteName(midi),
    source: 'column',
  }
}

/** Runs of one pitch; moments without one are told apart into sounds and silence by the level. */
function runsOf(along: Along, levelAt: (s: number) => number, loudest: number): Run[] {
  const runs: Run[] = []
  for (let f = 0; f < along.index.length; f++) {
    const timeS = f * along.hopS
    let index = along.index[f]!
    if (index < 0) index = levelAt(timeS) < loudest + CROSSING.silentDb ? -2 : -1
    const last = runs.at(-1)
    if (last && last.index === index) last.toS = timeS + along.hopS
    else runs.push({ index, fromS: timeS, toS: timeS + along.hopS })
  }
  return runs
}
/** Whether a stretch covers half of a run or more. */
const isMostOf = (x: Stretch, run: Run) =>
  2 * (Math.min(x.endS, run.toS) - Math.max(x.startS, run.fromS)) >= run.toS - run.fromS

/** Whether the ear, which knows nothing of what was asked, heard that pitch as well: it settles octaves better. */
function confirmed(track: Analysed['track'], run: Run, hz: number): boolean {
  const [a, b] = [run.fromS, run.toS].map((s) => Math.round(s / track.hopS)) as [number, number]
  let agrees = 0
  for (let i = a; i < b; i++) if (Math.abs(12 * Math.log2(track.hz[i]! / hz)) < 1) agrees++
  return agrees >= (b - a) / 2
}

/**
 * Judges every change of a move that was played back and forth: clean; another note between, how long, and so which finger
 * was late or early; a register missed; a squeak; some other noise. The sound is followed among the pitches that fingers of
 * this move can give, at the learner's own tuning.
 * @param samples one channel @param heard what the ear heard in them
 * @param transposition semitones from written to sounding
 */
export function judgeCrossings(
  samples: Float32Array,
  sampleRate: number,
  heard: Pick<Analysed, 'report' | 'track'>,
  system: FingerSystem,
  from: End,
  to: End,
  { transposition = 0, a4Hz = 440 }: { transposition?: number; a4Hz?: number } = {},
): Crossing[] {
  const all = candidates(system, from, to)
  const { track, report } = heard
  const hzOf = (c: Candidate) => hzOfMidi(c.midi + transposition, a4Hz)
  const ends = all.slice(0, 2).map(hzOf)
  const off = 2 ** (tuningOf(track.hz, ends) / 1200)
  const high = sampleRate / 2.2
  const heardOf = all.filter((c) => hzOf(c) * off < high && hzOf(c) * off > 30)
  const along = notesAlong(
    samples,
    sampleRate,
    heardOf.map((c) => hzOf(c) * off),
  )
  const levelAt = (s: number) => track.db[Math.min(track.db.length - 1, Math.floor(s / track.hopS))] ?? -120
  let loudest = -120
  for (const db of track.db) loudest = Math.max(loudest, db)
  const followed = runsOf(along, levelAt, loudest)
  const hz = heardOf.map((c) => hzOf(c) * off)
  const strangers = strangersIn(samples, sampleRate, followed, heardOf, hz, report.squeaks)
  const squeaks = report.squeaks.filter((s) => !strangers.some((x) => x.index >= 0 && overlap(x, s)))
  return crossingsIn(
    withStrangers(followed, strangers),
    heardOf,
    from.written,
    to.written,
    [...squeaks, ...strangers.filter((x) => x.index < 0)],
    (run, index) =>
      strangers.some((x) => x.index === index && isMostOf(x, run)) || confirmed(track, run, hz[index]!),
  )
}

/** How a crossing is said in a sentence. */
export function crossingWords(system: FingerSystem, c: Crossing): string {
  switch (c.verdict) {
    case 'clean':
      return 'Clean.'
    case 'register': {
      if (!c.vent) return 'The register was missed: the fingers were there, the air or the vent wasn’t.'
      const { written, lengthMs } = c.vent
      return `The register was missed: ${prettyNote(written)} for ${Math.round(lengthMs)} ms, ${outOfStep(system, c.vent)}, or the air.`
    }
    case 'late':
      return `Together, but ${Math.round(c.offMs ?? LATE_MS)} ms after the beat.`
    case 'squeak':
      return 'A squeak: look for a leak before looking at the mouth.'
    case 'other':
      return 'Something unpitched between: several fingers came at their own times.'
    case 'between': {
      const { written, lengthMs, late, early } = c.between!
      const said = describeBetween(
        system,
        { touches: [], late, early, sounds: written, source: 'chart' },
        c.to,
      )
      return said.replace(/\.$/, ` (${Math.round(lengthMs)} ms).`)
    }
  }
}
