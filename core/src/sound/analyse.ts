import { heardNote, hzOfMidi, prettyNote } from '../pitch/index.ts'
import { Clipping } from './clipping.ts'
import { Company } from './company.ts'
import { reportNote, RISE_LOOK_S, startOf } from './note-report.ts'
import { notesOf } from './notes.ts'
import type { Accident } from './segments.ts'
import type { HeardStroke, NoteReport, Onset, SoundReport } from './report.ts'
import { ringingOf, roomWords } from './room.ts'
import { settle } from './settle.ts'
import { mean, median, spread } from './statistics.ts'
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

/** Said among the doubts where two players were heard at once. */
export const TWO_AT_ONCE = 'two instruments at once'
const companyWords = (hz: number, a4Hz?: number) =>
  `Another tone sounds along, near concert ${prettyNote(heardNote(hz, 0, a4Hz).concert)}: ${TWO_AT_ONCE}. What is said of the notes may belong to either; let one play alone.`

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
  const room = roomWords(ringingOf(track, notes))
  if (room) doubts.push(room)
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
