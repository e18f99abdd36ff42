import type { Between } from '../fingering/index.ts'
import type { TouchId } from '../instruments/index.ts'

export type Verdict = 'clean' | 'between' | 'register' | 'squeak' | 'other' | 'late'

/** One change from a note to the other, as it was heard. */
export interface Crossing {
  /** When the new note sounds, s. */
  timeS: number
  from: string
  to: string
  verdict: Verdict
  /** How long after the pulse it came, ms; early is negative; only where a pulse was asked for. */
  offMs?: number
  /** What sounded between, how long, and so who was late, or early where that is fewer fingers. */
  between?: {
    written: string
    lengthMs: number
    late: TouchId[]
    early: TouchId[]
    /** Other fingers that could have given the same note, likeliest first; none where the note tells. */
    or: { late: TouchId[]; early: TouchId[] }[]
  }
  /** Where a register was missed and a vent moves: what sounded, how long, and whether the vent came late or early. */
  vent?: { written: string; lengthMs: number; late: TouchId[]; early: TouchId[] }
}

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
export interface Candidate {
  midi: number
  kind: 'from' | 'to' | 'between' | 'register'
  /** Who would be late, most likely first. */
  states: { between: Between; likelihood: number }[]
  /** Where it is another register of an end: the vent that gives it when it comes at its own time. */
  vent?: Between
}

/** From this share of the likeliest on, others are named beside it. */
const OTHERS = 0.25
/** A stretch of one pitch. */
export interface Run {
  /** Index of the candidate; −1 for a sound that is none of them, −2 for silence. */
  index: number
  fromS: number
  toS: number
}

/** From when to when something was, s. */
export interface Stretch {
  startS: number
  endS: number
}

/** Length of a stretch, ms, whole microseconds: sums of steps are a hair off. */
const lengthMs = (r: Run) => Math.round(1e6 * (r.toS - r.fromS)) / 1e3

/**
 * Judges every change between the two ends of a move from stretches of one pitch.
 * @param asFollowed runs in order of time, without gaps
 * @param all what the indexes of runs mean: the first two are the ends
 * @param from @param to written notes of the ends
 * @param squeaks where the ear heard some
 * @param hears whether an ear that knows nothing of what was asked heard the pitch of `all[index]` in most of a run: it
 * settles octaves better than who looks only for these pitches
 */
export function crossingsIn(
  asFollowed: readonly Run[],
  all: readonly Candidate[],
  from: string,
  to: string,
  squeaks: readonly Stretch[] = [],
  hears: (run: Run, index: number) => boolean = (run, index) => run.index === index,
): Crossing[] {
  const runs = settled(asFollowed, all, hears)
  const found: Crossing[] = []
  const isEnd = (r: Run) => r.index >= 0 && r.index < 2 && lengthMs(r) >= 1000 * CROSSING.noteS
  const nameOf = (r: Run) => (r.index === 0 ? from : to)
  let last: { run: Run; at: number } | undefined
  for (let i = 0; i < runs.length; i++) {
    const run = runs[i]!
    if (!isEnd(run)) continue
    const before = last
    last = { run, at: i }
    if (!before) continue
    const gap = runs.slice(before.at + 1, i)
    const silenceMs = gap.filter((r) => r.index === -2).reduce((s, r) => s + lengthMs(r), 0)
    if (silenceMs > 1000 * CROSSING.apartS) continue
    const missed = gap.find(
      (r) =>
        r.index >= 0 &&
        all[r.index]!.kind === 'register' &&
        lengthMs(r) >= CROSSING.leastMs &&
        hears(r, r.index),
    )
    // The same note again is a crossing only where the other one was tried and another register came.
    const same = run.index === before.run.index
    const instead =
      same && gap.find((r) => otherRegister(all[r.index]) && lengthMs(r) >= 1000 * CROSSING.noteS)
    if (same && !instead) continue
    const crossing: Crossing = {
      timeS: instead ? instead.fromS : run.fromS,
      from: nameOf(before.run),
      to: same ? (run.index === 0 ? to : from) : nameOf(run),
      verdict: 'clean',
    }
    found.push(
      instead
        ? missedRegister(crossing, instead, all, before.run)
        : judged(crossing, gap, missed, all, squeaks, before.run, run),
    )
  }
  return found
}

/**
 * Runs with what was taken for another register put right: a tone with a weak fundamental looks like its octave or twelfth,
 * but the ear heard the note itself. Neighbours of one pitch become one run.
 */
function settled(
  runs: readonly Run[],
  all: readonly Candidate[],
  hears: (run: Run, index: number) => boolean,
): Run[] {
  const right: Run[] = []
  for (const run of runs) {
    const other = run.index >= 0 && all[run.index]!.kind === 'register' && !hears(run, run.index)
    const end = other ? [0, 1].find((e) => hears(run, e)) : undefined
    const index = end ?? run.index
    const last = right.at(-1)
    if (last && last.index === index) last.toS = run.toS
    else right.push({ ...run, index })
  }
  return right
}

const otherRegister = (c: Candidate | undefined) => c !== undefined && (c.kind === 'register' || !!c.vent)

/** Back again, who was late going there is early, and the other way round: the same fingers stand between. */
const side = ({ late, early }: Between, before: Run) =>
  before.index === 0 ? { late, early } : { late: early, early: late }

function missedRegister(crossing: Crossing, run: Run, all: readonly Candidate[], before: Run): Crossing {
  const { vent } = all[run.index]!
  return {
    ...crossing,
    verdict: 'register',
    ...(vent && { vent: { written: vent.sounds, lengthMs: lengthMs(run), ...side(vent, before) } }),
  }
}

function judged(
  crossing: Crossing,
  gap: readonly Run[],
  missed: Run | undefined,
  all: readonly Candidate[],
  squeaks: readonly Stretch[],
  before: Run,
  after: Run,
): Crossing {
  // A squeak is a sound that none of the fingers gives: where the two notes fit all along there was none.
  const strange = gap.filter(
    (r) => (r.index < 0 || all[r.index]!.kind === 'register') && lengthMs(r) >= CROSSING.squeakMs,
  )
  const squeak = squeaks.some(
    (s) =>
      s.startS > before.fromS &&
      s.startS < after.fromS + 0.12 &&
      strange.some((r) => s.startS < r.toS && s.endS > r.fromS),
  )
  const between = gap
    .filter((r) => r.index >= 0 && all[r.index]!.kind === 'between')
    .reduce<Run | undefined>((best, r) => (!best || lengthMs(r) > lengthMs(best) ? r : best), undefined)
  const ms = between ? lengthMs(between) : 0
  if (missed && lengthMs(missed) > Math.max(ms, CROSSING.leastMs) && !squeak)
    return missedRegister(crossing, missed, all, before)
  if (between && ms >= CROSSING.leastMs && ms <= CROSSING.mostMs) {
    const candidate = all[between.index]!
    const [first, ...rest] = candidate.states
    const state = first!.between
    return {
      ...crossing,
      verdict: 'between',
      between: {
        written: state.sounds,
        lengthMs: ms,
        ...side(state, before),
        or: rest.filter((r) => r.likelihood > OTHERS * first!.likelihood).map((r) => side(r.between, before)),
      },
    }
  }
  if (squeak) return { ...crossing, verdict: 'squeak' }
  const noise = gap.some((r) => r.index === -1 && lengthMs(r) >= CROSSING.otherMs)
  return noise ? { ...crossing, verdict: 'other' } : crossing
}
