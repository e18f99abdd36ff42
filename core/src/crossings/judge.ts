import { describeBetween, likelihoods, moveFinder, type Between, type Held } from '../fingering/index.ts'
import type { FingerSystem, TouchId } from '../instruments/index.ts'
import { hzOfMidi, parseNote } from '../pitch/index.ts'
import { notesAlong, tuningOf, type Along, type Analysed } from '../sound/index.ts'

export type Verdict = 'clean' | 'between' | 'register' | 'squeak' | 'other'

/** One change from a note to the other, as it was heard. */
export interface Crossing {
  /** When the new note sounds, s. */
  timeS: number
  from: string
  to: string
  verdict: Verdict
  /** What sounded between, how long, and so who was late, or early where that is fewer fingers. */
  between?: {
    written: string
    lengthMs: number
    late: TouchId[]
    early: TouchId[]
    /** Other fingers that could have given the same note, likeliest first; none where the note tells. */
    or: { late: TouchId[]; early: TouchId[] }[]
  }
}

/** One end of a move, with its written note. */
export type End = Held & { written: string }

/** Chosen by Halitus, after trials with the simulated player. */
export const CROSSING = {
  /** A note that lasts so long is one of the two that are played, s. */
  noteS: 0.09,
  /** Shorter than this nothing was heard between, ms. */
  leastMs: 15,
  /** What lasts longer wasn't a finger but another note, ms. */
  mostMs: 320,
  /** A squeak is at least so long, ms. */
  squeakMs: 25,
  /** A sound without one of the pitches lasts so long until it is said, ms. */
  otherMs: 45,
  /** Silence between two notes longer than this is a new start, s. */
  apartS: 0.9,
  /** Quieter than the loudest by this is silence, dB. */
  silentDb: -32,
} as const

/** What a pitch among the candidates is. */
interface Candidate {
  midi: number
  kind: 'from' | 'to' | 'between' | 'register'
  /** Who would be late, most likely first. */
  states: { between: Between; likelihood: number }[]
}

/** Registers that an end may fall into instead: partials above and the fundamental below, semitones. */
const REGISTERS = [12, 19, 24, -12, -19]
/** Pitches this near to each other are one, semitones. */
const SAME = 0.4

/** From this share of the likeliest on, others are named beside it. */
const OTHERS = 0.25
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
  for (const end of found.slice(0, 2)) for (const away of REGISTERS) add(end.midi + away, 'register')
  for (const c of found) c.states.sort((a, b) => b.likelihood - a.likelihood)
  return found
}

interface Run {
  /** Index of the candidate; −1 for a sound that is none of them, −2 for silence. */
  index: number
  fromS: number
  toS: number
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
/** Whether the ear, which knows nothing of what was asked, heard that pitch as well: it settles octaves better. */
function confirmed(track: Analysed['track'], run: Run, hz: number): boolean {
  const [a, b] = [run.fromS, run.toS].map((s) => Math.round(s / track.hopS)) as [number, number]
  let agrees = 0
  for (let i = a; i < b; i++) if (Math.abs(12 * Math.log2(track.hz[i]! / hz)) < 1) agrees++
  return agrees >= (b - a) / 2
}
const lengthS = (r: Run) => r.toS - r.fromS

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
  const runs = runsOf(along, levelAt, loudest)

  const found: Crossing[] = []
  const isEnd = (r: Run) => r.index >= 0 && r.index < 2 && lengthS(r) >= CROSSING.noteS
  const name = (r: Run) => (r.index === 0 ? from.written : to.written)
  let last: { run: Run; at: number } | undefined
  for (let i = 0; i < runs.length; i++) {
    const run = runs[i]!
    if (!isEnd(run)) continue
    const before = last
    last = { run, at: i }
    if (!before) continue
    const gap = runs.slice(before.at + 1, i)
    const silenceS = gap.filter((r) => r.index === -2).reduce((s, r) => s + lengthS(r), 0)
    if (silenceS > CROSSING.apartS) continue
    const missed = gap.find(
      (r) =>
        r.index >= 0 &&
        heardOf[r.index]!.kind === 'register' &&
        1000 * lengthS(r) >= CROSSING.leastMs &&
        confirmed(track, r, hzOf(heardOf[r.index]!) * off),
    )
    // The same note again is a crossing only where the other one was tried and another register came.
    if (run.index === before.run.index && !(missed && lengthS(missed) >= CROSSING.noteS)) continue
    const same = run.index === before.run.index
    const crossing: Crossing = {
      timeS: same ? missed!.fromS : run.fromS,
      from: name(before.run),
      to: same ? (run.index === 0 ? to.written : from.written) : name(run),
      verdict: 'clean',
    }
    found.push(judged(crossing, gap, missed, heardOf, report, before.run, run))
  }
  return found
}

function judged(
  crossing: Crossing,
  gap: readonly Run[],
  missed: Run | undefined,
  all: readonly Candidate[],
  report: Analysed['report'],
  before: Run,
  after: Run,
): Crossing {
  // A squeak is a sound that none of the fingers gives: where the two notes fit all along there was none.
  const strange = gap.filter(
    (r) => (r.index < 0 || all[r.index]!.kind === 'register') && 1000 * lengthS(r) >= CROSSING.squeakMs,
  )
  const squeak = report.squeaks.some(
    (s) =>
      s.startS > before.fromS &&
      s.startS < after.fromS + 0.12 &&
      strange.some((r) => s.startS < r.toS && s.endS > r.fromS),
  )
  const between = gap
    .filter((r) => r.index >= 0 && all[r.index]!.kind === 'between')
    .reduce<Run | undefined>((best, r) => (!best || lengthS(r) > lengthS(best) ? r : best), undefined)
  const ms = between ? 1000 * lengthS(between) : 0
  if (missed && 1000 * lengthS(missed) > Math.max(ms, CROSSING.leastMs) && !squeak)
    return { ...crossing, verdict: 'register' }
  if (between && ms >= CROSSING.leastMs && ms <= CROSSING.mostMs) {
    const candidate = all[between.index]!
    // Back again, who was late going there is early, and the other way round: the same fingers stand between.
    const forth = before.index === 0
    const side = ({ late, early }: Between) => (forth ? { late, early } : { late: early, early: late })
    const [first, ...rest] = candidate.states
    const state = first!.between
    return {
      ...crossing,
      verdict: 'between',
      between: {
        written: state.sounds,
        lengthMs: ms,
        ...side(state),
        or: rest.filter((r) => r.likelihood > OTHERS * first!.likelihood).map((r) => side(r.between)),
      },
    }
  }
  if (squeak) return { ...crossing, verdict: 'squeak' }
  const noise = gap.some((r) => r.index === -1 && 1000 * lengthS(r) >= CROSSING.otherMs)
  return noise ? { ...crossing, verdict: 'other' } : crossing
}

/** How a crossing is said in a sentence. */
export function crossingWords(system: FingerSystem, c: Crossing): string {
  switch (c.verdict) {
    case 'clean':
      return 'Clean.'
    case 'register':
      return 'The register was missed: the fingers were there, the air or the vent wasn’t.'
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
