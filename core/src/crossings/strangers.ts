import { neither } from '../sound/index.ts'
import { CROSSING, type Candidate, type Run, type Stretch } from './runs.ts'

/** Something between two notes that neither of them explains: another register of one of them, or a squeak. */
export interface Stranger extends Stretch {
  /** Index of the candidate; −1 for a squeak. */
  index: number
}

/** How far into the old and the new note a stranger may lie, s: a high tone repeats at the period of a low one, too. */
const REACH = { before: 0.06, after: 0.13 } as const
/** A note is known from where it surely sounds alone: so long, without so much at its ends, s. */
const KNOWN = { least: 0.2, start: 0.13, end: 0.04 } as const
/** A squeak is higher than both notes by this ratio. */
const HIGHER = 1.5
const REGISTERS = [12, 19]
/** So near, semitones, two pitches are one. */
const SAME = 0.4

/**
 * What lies between the notes of a move and is hidden from who follows pitches: a squeak that repeats as often as the note
 * that it belongs to, a register above that was too short.
 * @param runs stretches of one pitch @param all what their indexes mean @param hz their frequencies as played
 * @param squeaks where an ear that knows nothing of the move heard some: where runs tell a note between, that note is only
 * given up with such a witness
 */
export function strangersIn(
  samples: Float32Array,
  sampleRate: number,
  runs: readonly Run[],
  all: readonly Candidate[],
  hz: readonly number[],
  squeaks: readonly (Stretch & { toHz: number })[],
): Stranger[] {
  const ends = runs.filter((r) => (r.index === 0 || r.index === 1) && r.toS - r.fromS >= CROSSING.noteS)
  const own = [0, 1].map((index) =>
    ends
      .filter((r) => r.index === index && r.toS - r.fromS >= KNOWN.least)
      .map((r) => ({ startS: r.fromS + KNOWN.start, endS: r.toS - KNOWN.end })),
  ) as [Stretch[], Stretch[]]
  const highest = Math.max(hz[0]!, hz[1]!)
  const told = runs
    .filter(
      (r) => r.index >= 0 && all[r.index]!.kind === 'between' && 1000 * (r.toS - r.fromS) >= CROSSING.leastMs,
    )
    .map((r) => ({ startS: r.fromS, endS: r.toS }))
  // What the free ear took for a squeak may lie where the next register does.
  const leaps = squeaks
    .map((q) => ({ startS: q.startS, endS: q.endS, index: registerAt(all, hz, q.toHz) }))
    .filter((q) => q.index >= 0 && !told.some((t) => overlap(t, q)))
  const spans = ends.slice(1).flatMap((after, i): Stretch[] => {
    const before = ends[i]!
    if (before.index === after.index || after.fromS - before.toS > CROSSING.apartS) return []
    return [{ startS: before.toS - REACH.before, endS: after.fromS + REACH.after }]
  })
  const foreign = neither(samples, sampleRate, spans, own, Math.min(hz[0]!, hz[1]!))
  const hidden = foreign.flatMap((f): Stranger[] => {
    const known = all.findIndex((_, index) => f.sounds(hz[index]!))
    const stretch = { startS: f.startS, endS: f.endS }
    const isTold = told.some((t) => overlap(t, stretch))
    if (isTold && !squeaks.some((q) => overlap(q, stretch))) return []
    if (isRegister(all, known)) return isTold ? [] : [{ ...stretch, index: known }]
    if (known >= 0 && all[known]!.kind !== 'register') return []
    return f.peakHz > HIGHER * highest ? [{ ...stretch, index: -1 }] : []
  })
  return [...leaps, ...hidden.filter((h) => !leaps.some((l) => overlap(l, h)))]
}

const registerAt = (all: readonly Candidate[], hz: readonly number[], heardHz: number) =>
  all.findIndex((_, i) => isRegister(all, i) && Math.abs(12 * Math.log2(heardHz / hz[i]!)) < SAME)

/** An octave or a twelfth from an end, up or down: what is played by a vent, or by chance instead. */
const isRegister = (all: readonly Candidate[], index: number) =>
  all[index]?.kind === 'register' &&
  all
    .slice(0, 2)
    .some((end) => REGISTERS.some((away) => Math.abs(Math.abs(all[index]!.midi - end.midi) - away) < SAME))

/** Runs with strangers laid over them. */
export function withStrangers(runs: readonly Run[], strangers: readonly Stranger[]): Run[] {
  return strangers.reduce<Run[]>(
    (list, { index, startS, endS }) => [
      ...list.flatMap((r) => (r.fromS < startS ? [{ ...r, toS: Math.min(r.toS, startS) }] : [])),
      { index, fromS: startS, toS: endS },
      ...list.flatMap((r) => (r.toS > endS ? [{ ...r, fromS: Math.max(r.fromS, endS) }] : [])),
    ],
    [...runs],
  )
}

/** Whether two stretches have a moment in common. */
export const overlap = (a: Stretch, b: Stretch) => a.startS < b.endS && b.startS < a.endS
