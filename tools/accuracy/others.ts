import { hzOfMidi } from '@halitus/core/pitch'
import { seeded, type Random } from '@halitus/core/player'
import { analyse, type Analysed } from '@halitus/core/sound'
import { PitchDetector } from 'pitchy'
import { CONDITIONS, under, type ConditionName } from './conditions.ts'
import type { Row } from './lines.ts'
import { RATE } from './material.ts'
import { ordinary } from './ordinary.ts'
import {
  BANKS,
  OTHER_BANK,
  OTHER_IDS,
  piece,
  SAMPLED_IDS,
  type Played,
  type SampledPiece,
} from './sampled.ts'
import { f1, noEvents, perMinute, scoreEvents, type EventScore } from './score.ts'

/** What was heard in some playing whose notes are known. */
interface Tally {
  seconds: number
  notes: number
  right: number
  lost: number
  cracks: number
  squeaks: number
  gurgles: number
  dropouts: number
  talkS: number
  /** Performances, and those of which it is said that the room rings. */
  played: number
  rings: number
  strokes: EventScore
  /** The plain library's. */
  theirs: { right: number; lost: number; cracks: number }
}
const nothing = (): Tally => ({
  seconds: 0,
  notes: 0,
  right: 0,
  lost: 0,
  cracks: 0,
  squeaks: 0,
  gurgles: 0,
  dropouts: 0,
  talkS: 0,
  played: 0,
  rings: 0,
  strokes: noEvents(),
  theirs: { right: 0, lost: 0, cracks: 0 },
})

/** A note is right when one that was heard lies within so many cents of it, over so much of its length. */
const RIGHT_CENTS = 60
const RIGHT_SHARE = 0.4
/** A stroke within so much of a note's beginning is that beginning's, s. */
const WITHIN_S = 0.06

interface Stretch {
  startS: number
  endS: number
  hz: number
}
const overlap = (a: Stretch, n: Played) => Math.min(a.endS, n.endS) - Math.max(a.startS, n.startS)
const covers = (heard: readonly Stretch[], n: Played, right: boolean) =>
  heard.reduce((s, a) => {
    const near = Math.abs(1200 * Math.log2(a.hz / hzOfMidi(n.midi, 440))) <= RIGHT_CENTS
    return s + (near || !right ? Math.max(0, overlap(a, n)) : 0)
  }, 0) >=
  RIGHT_SHARE * (n.endS - n.startS)

/** What a general-purpose pitch library hears with a plain rule for notes: the same pitch for three frames of 12 ms. */
function plainly(samples: Float32Array): Stretch[] {
  const detector = PitchDetector.forFloat32Array(2048)
  const found: Stretch[] = []
  let run: { hz: number; from: number; to: number } | undefined
  const close = () => {
    if (run && run.to - run.from >= 2 * 512)
      found.push({ startS: (run.from + 768) / RATE, endS: (run.to + 1280) / RATE, hz: run.hz })
    run = undefined
  }
  for (let at = 0; at + 2048 <= samples.length; at += 512) {
    const [hz, clarity] = detector.findPitch(samples.subarray(at, at + 2048), RATE)
    if (clarity < 0.9) close()
    else if (run && Math.abs(12 * Math.log2(hz / run.hz)) < 0.6) run.to = at
    else {
      close()
      run = { hz, from: at, to: at }
    }
  }
  close()
  return found
}
/** A plain rule for cracks: shorter than 0.15 s, an octave or a twelfth from the stretch after it. */
const plainCracks = (heard: readonly Stretch[]) =>
  heard.filter((a, k) => {
    const next = heard[k + 1]
    if (!next || a.endS - a.startS > 0.15 || next.startS - a.endS > 0.05) return false
    const apart = Math.abs(12 * Math.log2(next.hz / a.hz))
    return Math.abs(apart - 12) < 0.6 || Math.abs(apart - 19) < 0.6
  }).length

function count(
  into: Tally,
  notes: readonly Played[],
  samples: Float32Array,
  heard: Analysed,
  plain: readonly Stretch[],
) {
  const { report, strokes } = heard
  const seconds = samples.length / RATE
  const stretches = [
    ...report.notes,
    ...report.between.map((b) => ({ startS: b.startS, endS: b.startS + b.lengthMs / 1000, hz: b.hz })),
  ]
  into.seconds += seconds
  into.notes += notes.length
  into.right += notes.filter((n) => covers(stretches, n, true)).length
  into.lost += notes.filter((n) => !covers(stretches, n, false)).length
  into.cracks += report.cracks.length
  into.squeaks += report.squeaks.length
  into.gurgles += report.gurgles.length
  into.dropouts += report.dropouts.length
  into.talkS += report.doubts.reduce((s, d) => s + Number(/^([\d.]+) s of talk/.exec(d)?.[1] ?? 0), 0)
  into.played++
  if (report.doubts.some((d) => d.startsWith('The room rings'))) into.rings++
  const begins = notes.map((n) => n.startS)
  const near = (timeS: number) => begins.some((b) => Math.abs(b - timeS) <= WITHIN_S)
  // A change of pitch without a stroke begins a note as well, but is no stroke that wasn't played.
  const heardAt = [
    ...strokes.map((x) => ({ timeS: x.timeS, stroke: true })),
    ...report.onsets.map((o) => ({ timeS: o.timeS, stroke: o.kind !== 'slurred' })),
  ].filter((x) => x.stroke || near(x.timeS))
  const times = [...new Set(heardAt.map((x) => x.timeS))].sort((x, y) => x - y)
  scoreEvents(
    begins,
    times.filter((t, k) => k === 0 || t - times[k - 1]! > 0.02),
    WITHIN_S,
    seconds,
    into.strokes,
  )
  into.theirs.right += notes.filter((n) => covers(plain, n, true)).length
  into.theirs.lost += notes.filter((n) => !covers(plain, n, false)).length
  into.theirs.cracks += plainCracks(plain)
}
const percent = (part: number, whole: number) => `${((100 * part) / Math.max(1, whole)).toFixed(1)} %`

interface Performance {
  piece: SampledPiece
  /** Another instrument's playing, for company. */
  other: Float32Array
  seed: number
}

/**
 * Some playing of every instrument on every bank.
 * @param seconds each
 */
function performances(seed: number, seconds: number): Performance[] {
  const pieces = [
    ...BANKS.flatMap((bank) => SAMPLED_IDS.map((id) => [bank, id] as const)),
    ...OTHER_IDS.map((id) => [OTHER_BANK, id] as const),
  ].map(([bank, id], k) => piece(bank, id, 'playing', ordinary(id, seed + k, seconds)))
  return pieces.map((p, k) => ({
    piece: p,
    seed: seed + k,
    other: pieces[(k + 5) % pieces.length]!.samples,
  }))
}

/** What is asked of ordinary playing: more of them where nothing is in the way. */
interface Asked {
  rightShare: number
  cracks: number
  squeaks: number
  strokesF: number
}
const PLAIN: Asked = { rightShare: 0.99, cracks: 0.1, squeaks: 0.1, strokesF: 0.97 }
const ASKED: Partial<Record<ConditionName, Asked>> = {
  'small room': { rightShare: 0.98, cracks: 0.3, squeaks: 0.3, strokesF: 0.95 },
  'larger room': { rightShare: 0.95, cracks: 1, squeaks: 1, strokesF: 0.8 },
  metronome: { rightShare: 0.98, cracks: 0.3, squeaks: 0.1, strokesF: 0.95 },
  'another instrument 20 dB down': { rightShare: 0.96, cracks: 0.3, squeaks: 0.3, strokesF: 0.9 },
}

/** Length of each performance, s. */
const SECONDS = 8
/** So many performances of each instrument on each bank: dry about half an hour, as a teacher's morning has it, and under other conditions. */
const TIMES = { dry: 8, others: 2 } as const
/** Seeds of performances lie so far apart. */
const SEEDS_APART = 100

function rowOf(name: string, t: Tally, asked: Asked): Row {
  const per = (n: number) => (60 * n) / t.seconds
  const [cracks, squeaks, f] = [per(t.cracks), per(t.squeaks + t.gurgles), f1(t.strokes)]
  return {
    what: `ordinary playing, ${name}, ${(t.seconds / 60).toFixed(0)} minutes: notes right, of ${t.notes} / cracks, squeaks and gurgles, drop-outs a minute / strokes / a library with a plain rule`,
    target: `${100 * asked.rightShare} % / ${asked.cracks}, ${asked.squeaks} / F ${asked.strokesF}`,
    found: `${percent(t.right, t.notes)}, nothing heard ${percent(t.lost, t.notes)} / ${per(t.cracks).toFixed(2)}, ${squeaks.toFixed(2)}, ${per(t.dropouts).toFixed(2)} / F ${f.toFixed(3)}, ${perMinute(t.strokes).toFixed(1)} false a minute / ${percent(t.theirs.right, t.notes)}, ${percent(t.theirs.lost, t.notes)}, cracks ${per(t.theirs.cracks).toFixed(2)}${t.talkS > 0 ? `; taken for talk ${t.talkS.toFixed(1)} s` : ''}; said to ring in ${t.rings} of ${t.played}`,
    met:
      t.right >= asked.rightShare * t.notes &&
      cracks <= asked.cracks &&
      squeaks <= asked.squeaks &&
      f >= asked.strokesF,
  }
}

/** Ordinary playing on sampled instruments in nine conditions, and exact joins of two tones. */
export function others(seed: number): Row[] {
  const unmet = nothing()
  const played = Array.from({ length: TIMES.dry }, (_, k) => performances(seed + k * SEEDS_APART, SECONDS))
  const rows = CONDITIONS.map((condition) => {
    const t = nothing()
    const times = condition.name === 'dry' ? TIMES.dry : TIMES.others
    for (const p of played.slice(0, times).flat()) {
      const samples = under(condition, p.piece.samples, p.seed, p.other)
      const heard = analyse(samples, RATE)
      const plain = plainly(samples)
      count(t, p.piece.notes, samples, heard, plain)
      if (p.piece.bank === OTHER_BANK) count(unmet, p.piece.notes, samples, heard, plain)
    }
    return rowOf(condition.name, t, ASKED[condition.name] ?? PLAIN)
  })
  return [...rows, rowOf('all nine, on the bank that nothing was tried on', unmet, PLAIN), ...joins(seed)]
}

/** Two exact tones, the second joined to the first within 1 to 30 ms: every interval up to two octaves, both ways. */
function joins(seed: number): Row[] {
  const random = seeded(seed)
  let wrong = 0
  let all = 0
  for (let by = -24; by <= 24; by++)
    for (const ms of by ? [1, 4, 8, 12, 16, 20, 24, 30] : []) {
      const hz = hzOfMidi(random.between(by < 0 ? 60 : 50, by < 0 ? 84 : 72), 440)
      const { report } = analyse(joined(hz, hz * 2 ** (by / 12), ms, random), RATE)
      all++
      if (report.cracks.length + report.squeaks.length + report.gurgles.length > 0) wrong++
    }
  return [
    {
      what: `two exact tones joined in 1 to 30 ms, every interval up to two octaves, of ${all}: called cracked, squeaking or gurgling`,
      target: 'none',
      found: String(wrong),
      met: wrong === 0,
    },
  ]
}

/** Seven partials each, falling as one over their number, from one tone to the next in a straight line. */
function joined(from: number, to: number, ms: number, random: Random): Float32Array {
  const out = new Float32Array(Math.round(0.9 * RATE))
  const phases = Array.from({ length: 14 }, () => 2 * Math.PI * random())
  for (let i = 0; i < out.length; i++) {
    const t = i / RATE
    const there = Math.min(1, Math.max(0, (t - 0.45) / (ms / 1000) + 0.5))
    for (let k = 1; k <= 7; k++)
      out[i]! +=
        (0.15 *
          ((1 - there) * Math.sin(2 * Math.PI * from * k * t + phases[k - 1]!) +
            there * Math.sin(2 * Math.PI * to * k * t + phases[k + 6]!))) /
        k
  }
  return out
}
