import {
  factsOfTake,
  meterOf,
  togetherness,
  toneOf,
  usuallyTogether,
  type Heard,
  type Tone,
} from '@halitus/core/tongue'
import type { StrokeData } from '@halitus/core/records'
import { parseNote, prettyNote } from '@halitus/core/pitch'
import { writtenNote, type Instrument } from '@halitus/core/instruments'
import type { Measurement } from '@/workers/index.ts'

/** What the tongue's meters are told of a measurement. */
export const heardOf = (m: Measurement): Heard => ({
  notes: m.report.notes,
  strokes: m.strokes,
  timeS: m.timeS,
  db: m.db,
  hz: m.hz,
})

/** Said where a part sounds no written note, and nothing at all was heard. */
export const NO_TONE = 'No tone was heard.'

/** Whether anything can be measured; else the sentence that says what was heard instead. */
export function nothingIn(m: Measurement, inst: Instrument): string | undefined {
  const loud = m.db.reduce((top, db) => Math.max(top, db), -120)
  if (!m.report.notes.length)
    return loud < -55
      ? 'Nothing was heard. Closer to the microphone, or another source below.'
      : 'Only noise was heard, no tone: strokes need air behind them.'
  try {
    for (const n of m.report.notes.slice(0, 1)) writtenNote(inst, n.written)
    return undefined
  } catch (error) {
    return `${error instanceof Error ? error.message : ''} Not kept.`
  }
}

const rounded = (x: number | null | undefined, digits = 1) =>
  x == null || !Number.isFinite(x) ? null : Math.round(x * 10 ** digits) / 10 ** digits
const inside = (x: number | null, low: number, high: number) =>
  x === null ? null : Math.max(low, Math.min(high, x))

/**
 * Strokes of a take as they are kept.
 * @param slurred the learner's own slurred tone, where there is one
 */
export function strokesOf(
  m: Measurement,
  asked: { perMinute: number; perBeat: number },
  slurred: Tone | undefined,
): StrokeData {
  const heard = heardOf(m)
  const askedHz = (asked.perMinute * asked.perBeat) / 60
  const meter = meterOf(heard, 1 / askedHz)
  const { notes } = m.report
  const facts = factsOfTake(meter, notes, toneOf(notes), { askedHz, slurred })
  const pitches = new Set(notes.map((n) => parseNote(n.written).midi))
  const together = pitches.size > 1 ? usuallyTogether(togetherness(m.timeS, m.hz, m.strokes)) : null
  const first = meter.strokes[0]?.timeS ?? 0
  return {
    written: usual(notes.map((n) => n.written)),
    ...asked,
    count: Math.max(1, meter.strokes.length),
    rateHz: rounded(inside(meter.rateHz, 0.1, 30)),
    unevenMs: rounded(inside(meter.unevenMs, 0, 2000)),
    unevenPercent: rounded(inside(meter.unevenPercent, 0, 200)),
    manner: meter.manner,
    depthDb: rounded(inside(meter.depthDb, 0, 120)),
    gapMs: rounded(inside(meter.gapMs, 0, 5000), 0),
    dipCents: rounded(inside(meter.dipCents, 0, 600)) ?? 0,
    airy: facts.airy ?? 0,
    late: facts.late ?? 0,
    cracked: Math.min(1, facts.cracked ?? 0),
    byAir: facts.byAir ?? null,
    soundsShare: rounded(facts.soundsShare, 2),
    moreAirDb: rounded(inside(facts.moreAirDb ?? null, -120, 120)),
    higherCents: rounded(inside(facts.higherCents ?? null, -600, 600)),
    fingersLateMs: rounded(together?.lateMs, 0),
    ghosts: together?.ghosts ?? null,
    tiresAtS: rounded(meter.tiresAtS),
    firstHz: rounded(inside(meter.firstHz, 0.1, 30)),
    lastHz: rounded(inside(meter.lastHz, 0.1, 30)),
    accentEvery: meter.accentEvery,
    drawn: meter.strokes.slice(0, 60).map((s) => ({
      atS: rounded(s.timeS - first, 3) ?? 0,
      offMs: rounded(inside(s.offMs, -2000, 2000), 0),
      depthDb: rounded(inside(s.depthDb, 0, 120)),
      share: rounded(s.soundsShare, 2),
    })),
  }
}

/** The note that was heard most. */
export function usual(written: readonly string[]): string {
  const counts = new Map<string, number>()
  for (const w of written) counts.set(w, (counts.get(w) ?? 0) + 1)
  return [...counts].sort((a, b) => b[1] - a[1])[0]?.[0] ?? ''
}

/** Says that another note was heard than asked for; empty where it was that one. */
export const otherNote = (asked: string, heard: string): string =>
  parseNote(asked).midi === parseNote(heard).midi
    ? ''
    : `${prettyNote(heard)} was heard, ${prettyNote(asked)} was asked for.`

/** The tone of the learner's newest long tone on a note, to hold strokes against. */
export function slurredFrom(
  tones: readonly { written: string; cents: number; hnrDb: number }[],
  written: string,
): Tone | undefined {
  const own = tones.findLast((t) => parseNote(t.written).midi === parseNote(written).midi)
  return own && { cents: own.cents, hnrDb: own.hnrDb, brightness: null }
}
