import { heardNote, hzOfMidi, midiOfHz } from '../pitch/index.ts'
import { loudnessPitch, type LoudnessPitch } from './loudness.ts'
import type { Accident, Segment } from './segments.ts'
import type { NoteReport } from './report.ts'
import { correlation, line, mean, median, smooth, spread } from './statistics.ts'
import { fastSwing, slowSwing } from './swing.ts'
import type { Track } from './track.ts'

const mid = (x: Float32Array, frames: readonly number[]) => {
  const found = frames.map((i) => x[i]!).filter((v) => Number.isFinite(v))
  return found.length ? median(found) : null
}

/** Lengths at both ends that a window lies half across, s, and at most this share of the note. */
const TRIM_S = 0.035
const TRIM_MOST = 0.25

/**
 * What one note did.
 * @param accidents of the whole take @param transposition semitones from written to sounding
 */
export function reportNote(
  track: Track,
  note: Segment,
  accidents: readonly Accident[],
  transposition: number,
  a4Hz: number,
): NoteReport {
  const { hopS, levelDb } = track
  const index: number[] = []
  for (let i = note.from; i < note.to; i++)
    if (track.hz[i]! > 0 && !note.skip.has(i) && Math.abs(midiOfHz(track.hz[i]!, a4Hz) - note.midi) < 2)
      index.push(i)

  const trim = Math.min(Math.round(TRIM_S / hopS), Math.floor(index.length * TRIM_MOST))
  const inside = index.slice(trim, index.length - trim || undefined)
  const t = Float64Array.from(inside, (i) => track.timeS[i]!)
  const cents = Float64Array.from(inside, (i) => 100 * (midiOfHz(track.hz[i]!, a4Hz) - note.midi))
  const level = Float64Array.from(inside, (i) => levelDb[i]!)
  const centre = median(cents)
  const hz = hzOfMidi(note.midi + centre / 100, a4Hz)
  const heard = heardNote(hz, transposition, a4Hz)

  const startS = startOf(track, note)
  const endS = note.to * hopS
  const drift = driftOf(t, cents, level)
  const plain = line(t, cents)
  const residual = cents.map((c, i) => c - (plain.a + plain.b * t[i]!))
  const straightened = cents.map((c, i) => c - drift * t[i]!)
  const half = Math.round(0.05 / hopS)
  const slowLevel = smooth(level, half)
  const rangeDb = slowLevel.length ? Math.max(...slowLevel) - Math.min(...slowLevel) : 0
  const loudness = loudnessPitch(t, cents, level)
  const wobble = fastSwing(residual, hopS, hz)
  const waver = waverOf(t, straightened, slowLevel, loudness)
  const plainLevel = line(t, level)
  const tremor = fastSwing(
    level.map((l, i) => l - slowAt(plainLevel, t[i]!)),
    hopS,
    0,
  )
  return {
    startS,
    endS,
    written: heard.written,
    concert: heard.concert,
    hz,
    cents: heard.cents,
    steadinessCents: spread(residual),
    driftCents: drift * (endS - startS),
    sagCents: sagOf(loudness, straightened, level, half, rangeDb),
    rangeDb,
    loudness,
    hnrDb: mid(track.hnrDb, inside) ?? mid(track.hnrDb, index) ?? 0,
    wobble: { depthCents: wobble.depth, rateHz: wobble.rateHz },
    waver: { depthCents: waver.depth, rateHz: waver.rateHz },
    tremor: { depthDb: tremor.depth, rateHz: tremor.rateHz },
    movementCents: movementOf(residual, hopS, wobble.depth),
    swing: swingOf(wobble, waver, tremor),
    brightness: mid(track.brightness, inside),
    oddEvenDb: mid(track.oddEvenDb, inside),
    confidence: mid(track.confidence, index) ?? 0,
    start: startReport(track, note, accidents, centre, startS, a4Hz),
    end: endReport(track, note, cents, centre),
  }
}

/** The whole movement as the size of one sine: of what is fast, the window's share is given back. @param fast its depth, cents */
function movementOf(residual: Float64Array, hopS: number, fast: number | null): number {
  const seen = fastSwing(residual, hopS, 0).depth
  const lost = fast === null || seen === null ? 0 : fast ** 2 - seen ** 2
  return Math.sqrt(2 * spread(residual) ** 2 + Math.max(0, lost))
}

/** A pitch that follows loudness isn't wavering: so much better than any sine must loudness explain it (chosen by Halitus). */
const LOUDNESS_AHEAD = 0.1

/** The slow swing of the pitch; what only follows one swell or fade is left out, being told as that. */
function waverOf(t: Float64Array, cents: Float64Array, level: Float64Array, { centsPerDb }: LoudnessPitch) {
  const plain = slowSwing(t, cents)
  if (centsPerDb === null) return plain
  const freed = cents.map((c, i) => c - centsPerDb * level[i]!)
  const unexplained = (x: Float64Array) => {
    const straight = line(t, x)
    return spread(x.map((v, i) => v - slowAt(straight, t[i]!))) ** 2
  }
  const byLoudness = 1 - unexplained(freed) / unexplained(cents)
  return byLoudness > plain.share + LOUDNESS_AHEAD ? slowSwing(t, freed) : plain
}

const slowAt = ({ a, b }: { a: number; b: number }, t: number) => a + b * t

/** From here on a swing is more than a beginner's ordinary unsteadiness (chosen by Halitus). */
const SWINGS_CENTS = 5
const SWINGS_DB = 1
/** Vibrato is meant: it swings in this range; faster or more than this is a shake. */
const VIBRATO_HZ = [3, 7.5] as const

function swingOf(
  wobble: { depth: number | null; rateHz: number | null },
  waver: { depth: number | null },
  tremor: { depth: number | null },
): NoteReport['swing'] {
  if (wobble.depth === null) return null
  const fast = wobble.depth
  const slow = waver.depth ?? 0
  if (fast < SWINGS_CENTS && slow < SWINGS_CENTS)
    return (tremor.depth ?? 0) >= SWINGS_DB ? 'tremor' : 'steady'
  if (slow > fast) return 'waver'
  const rate = wobble.rateHz ?? 0
  return rate >= VIBRATO_HZ[0] && rate <= VIBRATO_HZ[1] ? 'vibrato' : rate > VIBRATO_HZ[1] ? 'shake' : 'waver'
}

/** Pitch at the loudest minus at the quietest: from the fitted slope where it can be told, from the curve otherwise. */
function sagOf(
  loudness: LoudnessPitch,
  straightened: Float64Array,
  level: Float64Array,
  half: number,
  rangeDb: number,
): number {
  if (loudness.centsPerDb !== null) return loudness.centsPerDb * rangeDb
  const slowCents = smooth(straightened, half)
  const slowLevel = smooth(level, half)
  let loud = 0
  let quiet = 0
  for (let i = 0; i < slowLevel.length; i++) {
    if (slowLevel[i]! > slowLevel[loud]!) loud = i
    if (slowLevel[i]! < slowLevel[quiet]!) quiet = i
  }
  return slowCents.length ? slowCents[loud]! - slowCents[quiet]! : 0
}

/**
 * Slope of the pitch in cents a second. Pitch also follows loudness; unless the two can't be told apart (a single
 * fade), the slope is that of a plane over time and level, so that a swell isn't taken for a drift.
 */
function driftOf(t: Float64Array, cents: Float64Array, level: Float64Array): number {
  if (t.length < 8) return 0
  const alone = line(t, cents).b
  if (Math.abs(correlation(t, level)) > 0.9 || spread(level) < 0.5) return alone
  const levelOnT = line(t, level)
  const centsOnT = line(t, cents)
  const freeLevel = level.map((l, i) => l - levelOnT.a - levelOnT.b * t[i]!)
  const freeCents = cents.map((c, i) => c - centsOnT.a - centsOnT.b * t[i]!)
  const perDb = line(freeLevel, freeCents).b
  return alone - perDb * levelOnT.b
}

/** Frames from one edge of a note until its level is within 3 dB of what it has 150 ms further in. */
function framesToLevel(track: Track, from: number, direction: 1 | -1, limit: number): number {
  const db = track.levelDb
  const settled = Math.min(Math.round(0.15 / track.hopS), Math.abs(limit - from))
  const goal = db[from + direction * settled]! - 3
  for (let k = 0; k < settled; k++) if (db[from + direction * k]! >= goal) return k
  return settled
}

/** Amplitudes at these shares of what is reached say where a straight rise began. */
const RISE_SHARES = [0.25, 0.5] as const
/** A rise is looked for over so long, s. */
export const RISE_LOOK_S = 0.09
/** A stroke this deep has stopped the sound: the note rises out of silence again. */
const STOPPED_DB = 15

/** When the note begins: at the end of a stroke, where the level begins to rise out of silence, or where the pitch changes. */
export function startOf(track: Track, note: Pick<Segment, 'from' | 'to' | 'dent' | 'after'>): number {
  const { levelDb, hopS, timeS } = track
  if (note.dent && note.dent.depthDb < STOPPED_DB) return note.dent.timeS
  if (note.after === 'note') return note.from * hopS
  const look = Math.round(RISE_LOOK_S / hopS)
  const first = note.dent ? note.dent.at : Math.max(0, note.from - look)
  const last = Math.min(note.to - 1, note.from + look, levelDb.length - 1)
  let loudest = note.from
  for (let i = note.from; i <= last; i++) if (levelDb[i]! > levelDb[loudest]!) loudest = i
  const top = levelDb[loudest]!
  const [low, high] = RISE_SHARES.map((share) => top + 20 * Math.log10(share)) as [number, number]
  const crossing = (goal: number) => {
    let i = loudest
    while (i > first && levelDb[i]! > goal) i--
    const a = 10 ** (levelDb[i]! / 20)
    const b = 10 ** (levelDb[Math.min(last, i + 1)]! / 20)
    const g = 10 ** (goal / 20)
    return timeS[i]! + hopS * (b > a ? Math.max(0, Math.min(1, (g - a) / (b - a))) : 0)
  }
  const [a, b] = [crossing(low), crossing(high)]
  return Math.max(0, a - (b - a))
}

/** A start is late from here on: pitch this far off, for this long, from where the note is at most so much softer than it will be: before,
 * it may be another player's (chosen by Halitus on two players 20 dB apart). */
const LATE = { cents: 35, ms: 35, fromDb: 16 } as const
/** Air is heard before the tone from here on: noise this near to the tone's level, for this long. */
const AIRY_DB = -26
const AIRY_MS = 35
const TONGUED_MS = 50
/** The softest so much of a recording is the room; air is so far above it. */
const ROOM_SHARE = 0.02
const ABOVE_ROOM_DB = 6

function startReport(
  track: Track,
  note: Segment,
  accidents: readonly Accident[],
  centre: number,
  startS: number,
  a4Hz: number,
): NoteReport['start'] {
  const { hopS } = track
  const riseMs = 1000 * hopS * framesToLevel(track, note.from, 1, note.to - 1)
  const most = Math.min(note.to, note.from + Math.round(0.25 / hopS))
  const off = (i: number) =>
    track.hz[i]! > 0 ? 100 * (midiOfHz(track.hz[i]!, a4Hz) - note.midi) - centre : NaN
  const first: number[] = []
  for (let i = note.from; i < Math.min(note.to, note.from + Math.round(0.1 / hopS)); i++)
    if (track.hz[i]! > 0 && !note.skip.has(i)) first.push(off(i))
  // A short note's last moments belong to its end: silence before the next stroke, or the next note already.
  let last = most
  if (most === note.to) while (last > note.from && !(Math.abs(off(last - 1)) <= LATE.cents)) last--
  let wrong = note.from
  for (let i = note.from; i < last; i++) if (!(Math.abs(off(i)) <= LATE.cents)) wrong = i + 1
  const least = median(track.levelDb.subarray(note.from, most)) - LATE.fromDb
  let loud = note.from
  while (loud < wrong && track.levelDb[loud]! < least) loud++
  const lateMs = 1000 * (wrong - loud) * hopS
  const here = accidents.filter(
    (a) => a.place === 'start' && a.from <= note.from + 0.18 / hopS && a.to >= note.from - 0.06 / hopS,
  )
  const airMs = note.after === 'silence' ? airBefore(track, note) : 0
  const kind = note.after === 'note' ? 'slurred' : riseMs <= TONGUED_MS ? 'tongued' : 'air'
  const quality = here.some((a) => a.kind === 'squeak')
    ? 'squeak'
    : here.length
      ? 'cracked'
      : airMs >= AIRY_MS
        ? 'airy'
        : lateMs >= LATE.ms && note.after !== 'note' && most - note.from > 0.15 / hopS
          ? 'late'
          : 'clean'
  const accidentMs = Math.max(0, ...here.map((a) => 1000 * (a.to * hopS - startS)))
  return {
    kind,
    riseMs,
    offsetCents: mean(first),
    quality,
    settledMs: Math.max(lateMs, accidentMs, airMs),
  }
}

/** How long air is heard before the tone, ms. */
function airBefore(track: Track, note: Segment): number {
  const { levelDb, upperDb, hopS } = track
  const tone = median(levelDb.subarray(note.from, Math.min(note.to, note.from + Math.round(0.3 / hopS))))
  // Mains hum is as loud, but doesn't reach so high: what of air is heard there stands above the room.
  const room = Float32Array.from(upperDb).sort()[Math.floor(ROOM_SHARE * upperDb.length)]!
  let i = note.from - 1
  while (i >= 0 && !(track.hz[i]! > 0) && levelDb[i]! > tone + AIRY_DB && upperDb[i]! > room + ABOVE_ROOM_DB)
    i--
  return 1000 * (note.from - 1 - i) * hopS
}

const CUT_MS = 12
const TAPERED_MS = 60
const SAGS_CENTS = -22

function endReport(track: Track, note: Segment, cents: Float64Array, centre: number): NoteReport['end'] {
  const { hopS } = track
  const fallMs = 1000 * hopS * framesToLevel(track, note.to - 1, -1, note.from)
  const last = Math.max(2, Math.round(0.1 / hopS))
  const offsetCents = mean(cents.slice(-last)) - centre
  const quality =
    offsetCents < SAGS_CENTS
      ? 'sagging'
      : fallMs > TAPERED_MS
        ? 'tapered'
        : fallMs < CUT_MS
          ? 'cut'
          : 'stopped'
  return { fallMs, offsetCents, quality }
}
