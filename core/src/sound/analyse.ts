import { heardNote, hzOfMidi, midiOfHz } from '../pitch/index.ts'
import { segment, type Segment } from './segments.ts'
import { correlation, line, mean, median, smooth, spread } from './statistics.ts'
import { trackPitch, type Track } from './track.ts'

/** What one note did. Cents; sharp is positive. */
export interface NoteReport {
  startS: number
  endS: number
  written: string
  concert: string
  /** Median frequency. */
  hz: number
  /** Deviation of the median from the nearest equal-tempered note. */
  cents: number
  /** Spread (root mean square) about the straight line of the drift. */
  steadinessCents: number
  /** Rise (or fall) of that line over the whole note. */
  driftCents: number
  /** Pitch at the loudest minus pitch at the quietest moment, drift removed. */
  sagCents: number
  /** Between the loudest and the quietest moment, dB. */
  rangeDb: number
  /** Harmonics-to-noise ratio, dB; from clarity c as 10·log10(c / (1 − c)). */
  hnrDb: number
  /** r.m.s. × √2 of what moves 2 to 12 times a second, and its strongest rate; null when the note is too short. */
  wobble: { depthCents: number | null; rateHz: number | null }
  start: { kind: OnsetKind; riseMs: number; offsetCents: number }
  end: { fallMs: number; offsetCents: number }
}

export type OnsetKind = 'tongued' | 'air' | 'slurred'

export interface SoundReport {
  durationS: number
  notes: NoteReport[]
  onsets: { timeS: number; kind: OnsetKind }[]
  squeaks: { startS: number; endS: number; fromHz: number; toHz: number; partial: number }[]
  cracks: { startS: number; endS: number }[]
  /** Strokes a second and their unevenness; null with fewer than four strokes. */
  tongue: { rateHz: number | null; jitterMs: number | null }
}

export interface AnalyseOptions {
  /** Semitones from written to sounding. */
  transposition?: number
  a4Hz?: number
}

/**
 * Everything Halitus hears in a signal. No note is reported where none was heard.
 * @param samples one channel, −1 to 1
 * @param sampleRate Hz, 8000 to 192000
 */
export function analyse(
  samples: Float32Array,
  sampleRate: number,
  options: AnalyseOptions = {},
): { report: SoundReport; track: Track } {
  const track = trackPitch(samples, sampleRate)
  return { report: reportOf(track, samples.length / sampleRate, options), track }
}

/** The report of a track that is there already. */
export function reportOf(track: Track, durationS: number, options: AnalyseOptions = {}): SoundReport {
  const a4Hz = options.a4Hz ?? 440
  const { notes, accidents } = segment(track, a4Hz)
  const reports = notes.map((n) => reportNote(track, n, options.transposition ?? 0, a4Hz))
  const edge = (frame: number) => Math.min(durationS, frame * track.hopS)
  return {
    durationS,
    notes: reports,
    onsets: reports.map((r) => ({ timeS: r.startS, kind: r.start.kind })),
    squeaks: accidents
      .filter((a) => a.kind === 'squeak')
      .map((a) => ({
        startS: edge(a.from),
        endS: edge(a.to),
        fromHz: hzOfMidi(a.midi, a4Hz),
        toHz: hzOfMidi(a.toMidi, a4Hz),
        partial: Math.round(2 ** ((a.toMidi - a.midi) / 12)),
      })),
    cracks: accidents
      .filter((a) => a.kind === 'crack')
      .map((a) => ({ startS: edge(a.from), endS: edge(a.to) })),
    tongue: tongueOf(reports),
  }
}

/** The longest note, as a long tone is judged by; undefined when no note was heard. */
export function longTone(report: SoundReport): (NoteReport & { lengthS: number }) | undefined {
  const lengths = report.notes.map((n) => n.endS - n.startS)
  const longest = Math.max(...lengths)
  const note = report.notes[lengths.indexOf(longest)]
  return note && { ...note, lengthS: longest }
}

function tongueOf(notes: NoteReport[]): SoundReport['tongue'] {
  const strokes = notes.filter((n) => n.start.kind === 'tongued').map((n) => n.startS)
  const gaps = strokes.slice(1).map((s, i) => s - strokes[i]!)
  // Gaps far from the usual one are pauses between groups, not strokes.
  const usual = median(gaps)
  const even = gaps.filter((g) => g < 1.8 * usual)
  if (even.length < 3) return { rateHz: null, jitterMs: null }
  return { rateHz: 1 / mean(even), jitterMs: 1000 * spread(even) }
}

function reportNote(track: Track, note: Segment, transposition: number, a4Hz: number): NoteReport {
  const { hopS, windowS, db } = track
  const index: number[] = []
  for (let i = note.from; i < note.to; i++)
    if (track.hz[i]! > 0 && !note.skip.has(i) && Math.abs(midiOfHz(track.hz[i]!, a4Hz) - note.midi) < 2)
      index.push(i)

  // The window lies half across silence at both ends: leave that out of what is said about the tone.
  const trim = Math.min(Math.round((windowS * 1.5) / hopS), Math.floor(index.length / 4))
  const inside = index.slice(trim, index.length - trim || undefined)
  const t = Float64Array.from(inside, (i) => track.timeS[i]!)
  const cents = Float64Array.from(inside, (i) => 100 * (midiOfHz(track.hz[i]!, a4Hz) - note.midi))
  const level = Float64Array.from(inside, (i) => db[i]!)
  const centre = median(cents)
  const hz = hzOfMidi(note.midi + centre / 100, a4Hz)
  const heard = heardNote(hz, transposition, a4Hz)

  const startS = note.from * hopS
  const endS = note.to * hopS
  const drift = driftOf(t, cents, level)
  const plain = line(t, cents)
  const residual = cents.map((c, i) => c - (plain.a + plain.b * t[i]!))
  const straightened = cents.map((c, i) => c - drift * t[i]!)
  const half = Math.round(0.12 / hopS)
  const slowCents = smooth(straightened, half)
  const slowLevel = smooth(level, half)
  let loud = 0
  let quiet = 0
  for (let i = 0; i < slowLevel.length; i++) {
    if (slowLevel[i]! > slowLevel[loud]!) loud = i
    if (slowLevel[i]! < slowLevel[quiet]!) quiet = i
  }
  const clarity = Math.min(0.999999, median(inside.map((i) => track.clarity[i]!)))
  const edge = Math.max(2, Math.round(0.1 / hopS))
  return {
    startS,
    endS,
    written: heard.written,
    concert: heard.concert,
    hz,
    cents: heard.cents,
    steadinessCents: spread(residual),
    driftCents: drift * (endS - startS),
    sagCents: slowCents[loud]! - slowCents[quiet]!,
    rangeDb: slowLevel[loud]! - slowLevel[quiet]!,
    hnrDb: 10 * Math.log10(clarity / (1 - clarity)),
    wobble: wobbleOf(residual, hopS, windowS),
    start: startOf(track, note, centre, edge, a4Hz),
    end: {
      fallMs: 1000 * hopS * framesToLevel(db, note.to - 1, -1, note.from),
      offsetCents: mean(cents.slice(-edge)) - centre,
    },
  }
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

/** Band-limited root mean square by a plain Fourier sum from 2 to 12 Hz (Parseval), and the strongest rate. */
function wobbleOf(residual: Float64Array, hopS: number, windowS: number): NoteReport['wobble'] {
  const n = residual.length
  const seconds = n * hopS
  if (seconds < 0.8) return { depthCents: null, rateHz: null }
  const average = mean(residual)
  let power = 0
  let strongest = 0
  let rateHz = 0
  for (let k = Math.ceil(2 * seconds); k <= Math.floor(12 * seconds); k++) {
    const step = (2 * Math.PI * k) / n
    const turn = 2 * Math.cos(step)
    let s1 = 0
    let s2 = 0
    for (let i = 0; i < n; i++) {
      const s0 = residual[i]! - average + turn * s1 - s2
      s2 = s1
      s1 = s0
    }
    const binPower = (2 * (s1 * s1 + s2 * s2 - turn * s1 * s2)) / (n * n)
    power += binPower
    if (binPower > strongest) {
      strongest = binPower
      rateHz = k / seconds
    }
  }
  // A window of length w sees a wobble of rate r as if averaged: sin(πrw)/(πrw) of it is left (moving average).
  const x = Math.PI * rateHz * windowS * 0.5
  const left = x > 0 ? Math.sin(x) / x : 1
  return { depthCents: (Math.SQRT2 * Math.sqrt(power)) / left, rateHz }
}

/** Frames from one edge of a note until its level is within 3 dB of what it has 150 ms further in. */
function framesToLevel(db: Float32Array, from: number, direction: 1 | -1, limit: number): number {
  const settled = Math.min(15, Math.abs(limit - from))
  const goal = db[from + direction * settled]! - 3
  for (let k = 0; k < settled; k++) if (db[from + direction * k]! >= goal) return k
  return settled
}

function startOf(
  track: Track,
  note: Segment,
  centre: number,
  edge: number,
  a4Hz: number,
): NoteReport['start'] {
  const { hopS, db } = track
  const riseMs = 1000 * hopS * framesToLevel(db, note.from, 1, note.to - 1)
  const first: number[] = []
  for (let i = note.from; i < Math.min(note.to, note.from + edge); i++)
    if (track.hz[i]! > 0) first.push(100 * (midiOfHz(track.hz[i]!, a4Hz) - note.midi))
  const kind = note.after === 'note' ? 'slurred' : riseMs <= 50 ? 'tongued' : 'air'
  return { kind, riseMs, offsetCents: mean(first) - centre }
}
