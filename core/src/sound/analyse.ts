import { heardNote, hzOfMidi, midiOfHz, prettyNote } from '../pitch/index.ts'
import { Clipping } from './clipping.ts'
import { Company } from './company.ts'
import { loudnessPitch, type LoudnessPitch } from './loudness.ts'
import { notesOf } from './notes.ts'
import type { Accident, Segment } from './segments.ts'
import type { HeardStroke, NoteReport, Onset, SoundReport } from './report.ts'
import { settle } from './settle.ts'
import { correlation, line, mean, median, smooth, spread } from './statistics.ts'
import { fastSwing, slowSwing } from './swing.ts'
import { TrackBuilder, type Track } from './track.ts'

export interface AnalyseOptions {
  /** Semitones from written to sounding. */
  transposition?: number
  a4Hz?: number
  /** The note that was asked for, Hz: may settle an octave; what was heard without it is told as well. */
  askedHz?: number
  /** What sounds like talk is counted as well: somebody says that it was played. */
  countTalk?: boolean
}

/** What a whole signal came to. */
export interface Analysed {
  report: SoundReport
  /** In order of time. */
  strokes: HeardStroke[]
  track: Track
  /** How long something was taken for talk and left out, s; 0 where too little to say. */
  talkS: number
}

/** From so much talk on it is said, s (chosen by Halitus). */
const TALK_SAID_S = 0.3

/** Everything Halitus hears in a signal that comes in blocks. Only the track is kept of it. */
export class Analysis {
  private readonly builder: TrackBuilder
  private readonly clipping = new Clipping()
  private readonly company: Company
  private readonly options: AnalyseOptions
  private readonly sampleRate: number
  private taken = 0

  /** @param sampleRate Hz, 8000 to 192000 */
  constructor(sampleRate: number, options: AnalyseOptions = {}) {
    this.sampleRate = sampleRate
    this.options = options
    this.builder = new TrackBuilder(sampleRate, options)
    this.company = new Company(sampleRate)
  }
  /** @param block one channel, −1 to 1 */
  push(block: Float32Array): void {
    this.taken += block.length
    this.clipping.hear(block)
    this.builder.push(block)
    this.company.push(block)
  }
  finish(): Analysed {
    const heard = reportOf(this.builder.finish(), this.taken / this.sampleRate, this.options)
    const { report, track } = heard
    if (this.clipping.share > CLIPPED) report.doubts.unshift(CLIPPED_WORDS)
    const second = report.notes.map((n) => this.company.beside(n, track)).find((hz) => hz !== undefined)
    if (second !== undefined) report.doubts.push(companyWords(second, this.options.a4Hz))
    return heard
  }
}

/**
 * Everything Halitus hears in a signal. No note is reported where none was heard.
 * @param samples one channel, −1 to 1
 * @param sampleRate Hz, 8000 to 192000
 */
export function analyse(samples: Float32Array, sampleRate: number, options: AnalyseOptions = {}): Analysed {
  const analysis = new Analysis(sampleRate, options)
  analysis.push(samples)
  return analysis.finish()
}

/** From this share of the samples on, clipping is said. */
const CLIPPED = 0.0005
const CLIPPED_WORDS =
  'The recording is too loud: its peaks are cut off. Levels, brightness and noise are wrong then; pitch is still right. Turn the input down or step back.'

const companyWords = (hz: number, a4Hz?: number) =>
  `Another tone sounds along, near concert ${prettyNote(heardNote(hz, 0, a4Hz).concert)}: two instruments at once. What is said of the notes may belong to either; let one play alone.`

/** The report of a track that is there already, and the track without the pitch of what isn't played. */
export function reportOf(raw: Track, durationS: number, options: AnalyseOptions = {}): Analysed {
  const { track, humS, talkS } = settle(raw, options.countTalk)
  const doubts = [
    ...(humS > 0.2 ? ['Mains hum is heard in the pauses; it isn’t counted.'] : []),
    ...(talkS > TALK_SAID_S ? [`${talkS.toFixed(1)} s of talk were heard; they aren’t counted.`] : []),
  ]
  return { ...describe(track, doubts, durationS, options), track, talkS: talkS > TALK_SAID_S ? talkS : 0 }
}

function describe(
  track: Track,
  doubts: string[],
  durationS: number,
  options: AnalyseOptions,
): Pick<Analysed, 'report' | 'strokes'> {
  const a4Hz = options.a4Hz ?? 440
  const transposition = options.transposition ?? 0
  const { notes, dents, accidents, between } = notesOf(track, a4Hz, options.askedHz)
  const reports = notes.map((n) => reportNote(track, n, accidents, transposition, a4Hz))
  const edge = (frame: number) => Math.min(durationS, frame * track.hopS)
  const hz = (midi: number) => hzOfMidi(midi, a4Hz)
  const of = (kind: Accident['kind']) => accidents.filter((a) => a.kind === kind)
  const span = (a: { from: number; to: number }) => ({ startS: edge(a.from), endS: edge(a.to) })
  const onsets = notes.map((n, i): Onset => {
    const dent = n.dent && {
      depthDb: n.dent.depthDb,
      widthMs: n.dent.widthMs,
      dipCents: n.dent.dipCents,
    }
    return { timeS: reports[i]!.startS, kind: reports[i]!.start.kind, dent: dent ?? null }
  })
  const report: SoundReport = {
    durationS,
    notes: reports,
    onsets,
    squeaks: of('squeak').map((a) => ({
      ...span(a),
      fromHz: hz(a.midi),
      toHz: hz(a.toMidi),
      partial: partialOf(a),
      levelDb: median(track.levelDb.subarray(a.from, a.to)),
      place: a.place,
    })),
    cracks: of('crack').map((a) => ({ ...span(a), fromHz: hz(a.midi), toHz: hz(a.toMidi), place: a.place })),
    slips: of('slip').map((a) => ({ ...span(a), fromHz: hz(a.midi), toHz: hz(a.toMidi) })),
    gurgles: of('gurgle').map((a) => ({ ...span(a), fromHz: hz(a.midi), toHz: hz(a.toMidi) })),
    dropouts: of('dropout').map(span),
    between: between.map((b) => {
      const heard = heardNote(hz(b.midi), transposition, a4Hz)
      return {
        startS: edge(b.from),
        lengthMs: 1000 * (b.to - b.from) * track.hopS,
        written: heard.written,
        concert: heard.concert,
        hz: hz(b.midi),
        cents: heard.cents,
      }
    }),
    tongue: tongueOf(onsets),
    doubts,
  }
  const reach = Math.round(RISE_LOOK_S / track.hopS)
  const strokes = [
    ...dents.map((dent) => ({
      timeS: startOf(track, { from: dent.at, to: dent.at + reach, dent, after: 'dent' }),
      depthDb: dent.depthDb,
      widthMs: dent.widthMs,
      dipCents: dent.dipCents,
    })),
    ...reports
      .filter((n, i) => notes[i]!.after === 'silence' && n.start.kind === 'tongued')
      .map((n) => ({ timeS: n.startS, depthDb: null, widthMs: null, dipCents: 0 })),
  ].sort((a, b) => a.timeS - b.timeS)
  return { report, strokes }
}

/** Within this of a whole multiple, in semitones, it is that partial. */
const ON_PARTIAL = 0.5
function partialOf(a: Accident): number {
  const ratio = 2 ** ((a.toMidi - a.midi) / 12)
  const whole = Math.round(ratio)
  return whole >= 2 && Math.abs(12 * Math.log2(ratio / whole)) <= ON_PARTIAL ? whole : 0
}

/** What was played before a slip is the tone that was meant, if it was held for as long as this, s. */
const MEANT_S = 1

/**
 * The longest note, as a long tone is judged by, or the one asked for that slipped into it; undefined when no note was
 * heard.
 */
export function longTone(report: SoundReport): (NoteReport & { lengthS: number }) | undefined {
  const lengthS = (n: NoteReport) => n.endS - n.startS
  const { notes } = report
  let at = notes.reduce((best, n, i) => (best < 0 || lengthS(n) > lengthS(notes[best]!) ? i : best), -1)
  if (at < 0) return undefined
  const slipped = report.slips.some((s) => s.startS === notes[at]!.startS)
  if (slipped && at > 0 && lengthS(notes[at - 1]!) >= MEANT_S) at--
  return { ...notes[at]!, lengthS: lengthS(notes[at]!) }
}

/** A gap so much longer than the usual one is a pause between groups. */
const PAUSE = 1.5

function tongueOf(onsets: readonly Onset[]): SoundReport['tongue'] {
  const strokes = onsets.filter((o) => o.kind === 'tongued').map((o) => o.timeS)
  const gaps = strokes.slice(1).map((s, i) => s - strokes[i]!)
  // Gaps far from the usual one are pauses between groups, not strokes.
  const usual = median(gaps)
  const even = gaps.filter((g) => g < PAUSE * usual)
  if (even.length < 3) return { rateHz: null, jitterMs: null }
  return { rateHz: 1 / mean(even), jitterMs: 1000 * spread(even) }
}

const mid = (x: Float32Array, frames: readonly number[]) => {
  const found = frames.map((i) => x[i]!).filter((v) => Number.isFinite(v))
  return found.length ? median(found) : null
}

/** Lengths at both ends that a window lies half across, s, and at most this share of the note. */
const TRIM_S = 0.035
const TRIM_MOST = 0.25

function reportNote(
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
const RISE_LOOK_S = 0.09
/** A stroke this deep has stopped the sound: the note rises out of silence again. */
const STOPPED_DB = 15

/** When the note begins: at the end of a stroke, where the level begins to rise out of silence, or where the pitch changes. */
function startOf(track: Track, note: Pick<Segment, 'from' | 'to' | 'dent' | 'after'>): number {
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

/** A start is late from here on: pitch this far off, for this long. */
const LATE_CENTS = 35
const LATE_MS = 35
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
  if (most === note.to) while (last > note.from && !(Math.abs(off(last - 1)) <= LATE_CENTS)) last--
  let wrong = note.from
  for (let i = note.from; i < last; i++) if (!(Math.abs(off(i)) <= LATE_CENTS)) wrong = i + 1
  const lateMs = 1000 * (wrong - note.from) * hopS
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
        : lateMs >= LATE_MS && note.after !== 'note' && most - note.from > 0.15 / hopS
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
