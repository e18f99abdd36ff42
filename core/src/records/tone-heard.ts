import { writtenNote, type Instrument } from '../instruments/index.ts'
import { midiOfHz } from '../pitch/index.ts'
import { median, TONE_RULE, type NoteReport, type SoundReport } from '../sound/index.ts'
import { happenedIn, type Happening } from './happened.ts'
import type { LongTone } from './long-tone.ts'

/** What was measured of a take: the report, the tone in it, and its curves. */
export interface HeardTake {
  report: SoundReport
  tone: (NoteReport & { lengthS: number }) | undefined
  /** Middles of the frames, s; Hz, 0 where no pitch; dB below full scale. */
  timeS: ArrayLike<number>
  hz: ArrayLike<number>
  db: ArrayLike<number>
}

const KEPT_POINTS = 60
const tenths = (x: number) => Math.round(x * 10) / 10
const orNull = (x: number | null | undefined) => (x == null ? null : tenths(x))

/** As many evenly spaced values as are kept, from frames [from, to). */
export function spaced(from: number, to: number, valueAt: (i: number) => number): number[] {
  const n = Math.min(KEPT_POINTS, Math.max(1, to - from))
  return Array.from({ length: n }, (_, k) => tenths(valueAt(from + Math.floor((k * (to - from)) / n))))
}

/**
 * The tone that a take is about: a second at least (tenths are what is shown), and of this instrument's notes; else the
 * sentence that says what was heard instead.
 * @param inst undefined for a small part, which sounds no written note
 */
export function toneIn<T extends Pick<NoteReport, 'written'> & { lengthS: number }>(
  { tone }: { tone: T | undefined },
  inst?: Instrument,
): T | string {
  if (!tone) return 'No note heard.'
  // A cough, a chair, a word: none of them stays on one pitch for a second.
  const lengthS = tenths(tone.lengthS)
  if (lengthS < TONE_RULE.countsFromS)
    return `No tone heard that lasts a second: the longest pitch stayed for ${lengthS.toFixed(1)} s. Not kept.`
  if (!inst) return tone
  try {
    writtenNote(inst, tone.written)
    return tone
  } catch (error) {
    return `${error instanceof Error ? error.message : ''} Not kept.`
  }
}

/** Median level of a stretch of a take, dB; −120 where it has no frames. */
export function levelOf(
  { timeS, db }: Pick<HeardTake, 'timeS' | 'db'>,
  { startS, endS }: { startS: number; endS: number },
): number {
  const inside: number[] = []
  for (let i = 0; i < timeS.length; i++) if (timeS[i]! >= startS && timeS[i]! <= endS) inside.push(db[i]!)
  return inside.length ? median(inside) : -120
}

/** What happened to a tone of a take, the worst first: see {@link happenedIn}. */
export function happenedInTake(
  { report, timeS, db }: Pick<HeardTake, 'report' | 'timeS' | 'db'>,
  tone: NoteReport,
): Happening[] {
  return happenedIn(report, tone, (of) => levelOf({ timeS, db }, of))
}

/**
 * What of a long tone is kept with the lesson: its numbers, what happened to it, its thinned curves; a sentence when it
 * can't be this instrument's note.
 * @param aimS what was aimed at on a note, s
 * @param asked how the tone was to begin
 */
export function longToneHeard(
  take: HeardTake,
  inst: Instrument,
  aimS: (written: string) => number,
  asked?: LongTone['asked'],
): LongTone | string {
  const tone = toneIn(take, inst)
  if (typeof tone === 'string') return tone
  const { timeS, hz, db } = take
  const frames = Array.from(timeS)
  const from = frames.findIndex((t) => t >= tone.startS)
  const to = frames.findLastIndex((t) => t <= tone.endS) + 1
  const centre = midiOfHz(tone.hz)
  let lastCents = 0
  const happened = happenedInTake(take, tone)
  return {
    written: tone.written,
    targetS: aimS(tone.written),
    lengthS: Math.max(0.1, tenths(tone.lengthS)),
    cents: tenths(tone.cents),
    steadinessCents: tenths(tone.steadinessCents),
    driftCents: tenths(tone.driftCents),
    sagCents: tenths(tone.sagCents),
    rangeDb: tenths(Math.max(0, tone.rangeDb)),
    hnrDb: tenths(tone.hnrDb),
    wobbleCents: orNull(tone.wobble.depthCents),
    wobbleHz: orNull(tone.wobble.rateHz),
    squeaks: happened.filter((h) => h.kind === 'squeak').length,
    happened,
    // A scale in whole numbers has its notes elsewhere than the tempered one.
    offCents: inst.just ? null : tenths(tone.cents),
    began: tone.start.kind,
    asked,
    ...howItWent(tone),
    centsCurve: spaced(from, to, (i) => {
      if (hz[i]! > 0) lastCents = 100 * (midiOfHz(hz[i]!) - centre)
      return lastCents
    }),
    dbCurve: spaced(from, to, (i) => db[i]!),
  }
}

/** How the tone spoke, moved and ended, as it is kept. */
function howItWent(tone: NoteReport) {
  const { start, end, swing, waver, wobble, tremor, loudness } = tone
  const moves =
    swing === 'waver'
      ? [waver.depthCents, waver.rateHz]
      : swing === 'tremor'
        ? [tremor.depthDb, tremor.rateHz]
        : [wobble.depthCents, wobble.rateHz]
  const hundredths = (x: number | null) => (x === null ? null : Math.round(100 * x) / 100)
  return {
    startIs: start.quality,
    settledMs: Math.min(5000, Math.round(start.settledMs)),
    endIs: end.quality,
    swing,
    swingDepth: orNull(moves[0]),
    swingHz: orNull(moves[1]),
    centsPerDb: hundredths(loudness.centsPerDb),
    centsPerDbOff: hundredths(loudness.plusMinus),
  }
}
