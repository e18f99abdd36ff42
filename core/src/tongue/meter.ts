import { centsInWords } from '../pitch/index.ts'
import { median } from '../sound/index.ts'
import type { HeardStroke, NoteReport } from '../sound/index.ts'

/** What the meter is told: one take, as the ear heard it. */
export interface Heard {
  notes: readonly NoteReport[]
  strokes: readonly HeardStroke[]
  /** Time of each frame, s, its level, dB, and its pitch, Hz (0 where there is none). */
  timeS: ArrayLike<number>
  db: ArrayLike<number>
  hz: ArrayLike<number>
}

/** One stroke as it is drawn: where it hangs, how deep, how long its tone is. */
export interface Stroke {
  timeS: number
  /** Against the pulse that fits best, ms; early is negative; null without a pulse. */
  offMs: number | null
  /** How far the sound fell before it, dB; null out of silence. */
  depthDb: number | null
  /** From the fall to the rise, ms; out of silence the whole gap before it, where that is no pause. */
  gapMs: number | null
  dipCents: number
  /** How long its tone sounds until the next stroke, s, and the share of the way there. */
  soundsS: number
  soundsShare: number | null
  /** Its loudest moment against the middle of all, dB. */
  levelDb: number
  start: NoteReport['start']['quality']
}

/** How the strokes part the sound. */
export type Manner = 'legato' | 'separated' | 'stopped'

/** All that is measured of strokes on one note or in a line. */
export interface Meter {
  strokes: Stroke[]
  /** Strokes a second and the spread of their gaps (root mean square); null with fewer than four strokes in a row. */
  rateHz: number | null
  unevenMs: number | null
  unevenPercent: number | null
  manner: Manner | null
  /** Medians over all strokes but the first; null where none was dented. */
  depthDb: number | null
  gapMs: number | null
  dipCents: number
  /** Every how many strokes one stands out, counted from the first; null where none does. */
  accentEvery: 2 | 3 | 4 | null
  /** When the strokes began to tire, s from the first; null where they didn't. */
  tiresAtS: number | null
  /** Strokes a second in the first and in the last quarter of a long set; null where it was short. */
  firstHz: number | null
  lastHz: number | null
  starts: Partial<Record<Stroke['start'], number>>
}

/** Chosen by Halitus, after trials with the simulated player, but for what says otherwise. */
export const METER = {
  /** A gap so much longer than the usual one is a pause between groups. */
  pause: 1.5,
  /** Fewer gaps say nothing about evenness. */
  leastGaps: 3,
  leastAlike: 5,
  /** Deeper than this the sound has stopped, dB. */
  stoppedDb: 15,
  /** A tone that sounds for less than this share of its way is stopped; the silence is as long as the sound. */
  stoppedShare: 0.6,
  /** An accent stands out by this, dB. */
  accentDb: 2.5,
  /** Tired: a quarter of a set is this much slower than the first, or this many times as uneven and beyond `evenPercent`. */
  tiredSlower: 0.06,
  tiredUneven: 2,
  tiredStrokes: 24,
  /** Even: within this share of the gap (common practice has no number). */
  evenPercent: 8,
} as const

const mean = (x: readonly number[]) => x.reduce((a, b) => a + b, 0) / x.length
const spread = (x: readonly number[]) => {
  const m = mean(x)
  return Math.sqrt(mean(x.map((v) => (v - m) ** 2)))
}

/**
 * The phase of a grid that times fit best: the direction of the mean of unit vectors (circular statistics: Mardia & Jupp,
 * Directional Statistics, 2000). @returns s, within one step
 */
export function phaseOf(times: readonly number[], stepS: number): number {
  const angles = times.map((t) => (2 * Math.PI * t) / stepS)
  const phase = Math.atan2(mean(angles.map(Math.sin)), mean(angles.map(Math.cos)))
  return ((((phase / (2 * Math.PI)) * stepS) % stepS) + stepS) % stepS
}

/** Loudest level within a stretch; levels are steps of the track. */
function peakDb(heard: Heard, fromS: number, toS: number): number {
  let top = -Infinity
  for (let i = firstAt(heard.timeS, fromS); i < heard.timeS.length && heard.timeS[i]! <= toS; i++)
    top = Math.max(top, heard.db[i]!)
  return top
}

/** Index of the first frame at or after a time, by halves. */
export function firstAt(timeS: ArrayLike<number>, atS: number): number {
  let low = 0
  let high = timeS.length
  while (low < high) {
    const mid = (low + high) >> 1
    if (timeS[mid]! < atS) low = mid + 1
    else high = mid
  }
  return low
}

/** How far before and after a stroke its shoulders are looked for, s. */
const SHOULDER_S = 0.14

/**
 * Depth and width of a stroke that the ear took for an accent: a dent that is too wide to be told from a swing by itself.
 * Width lies between the half-way points of fall and rise.
 */
function wideDent(heard: Heard, atS: number): { depthDb: number; widthMs: number } | undefined {
  const { timeS, db } = heard
  const from = firstAt(timeS, atS - SHOULDER_S)
  const to = firstAt(timeS, atS + SHOULDER_S)
  const about = firstAt(timeS, atS)
  if (to - from < 8) return undefined
  let low = Math.max(from, about - Math.round((about - from) / 2))
  for (let i = low; i <= Math.min(to - 1, about + 4); i++) if (db[i]! < db[low]!) low = i
  let before = -Infinity
  let after = -Infinity
  for (let i = from; i < low; i++) before = Math.max(before, db[i]!)
  for (let i = low + 1; i < to; i++) after = Math.max(after, db[i]!)
  const depthDb = Math.min(before, after) - db[low]!
  if (!(depthDb > 1)) return undefined
  const half = db[low]! + depthDb / 2
  let left = low
  let right = low
  while (left > from && db[left]! < half) left--
  while (right < to - 1 && db[right]! < half) right++
  return { depthDb, widthMs: 1000 * (timeS[right]! - timeS[left]!) }
}

/**
 * Gaps of strokes in a row; pauses between groups are left out. A stroke out of silence is timed by how the tone grows, one
 * on running air by how it breaks: where enough gaps lie between two of one kind, the others don't count.
 */
function gapsOf(strokes: readonly HeardStroke[]): number[] {
  const gaps = strokes.slice(1).map((s, i) => ({
    s: s.timeS - strokes[i]!.timeS,
    alike: (s.depthDb === null) === (strokes[i]!.depthDb === null),
  }))
  const usual = median(gaps.map((g) => g.s))
  const even = gaps.filter((g) => g.s < METER.pause * usual)
  const alike = even.filter((g) => g.alike)
  return (alike.length >= METER.leastAlike ? alike : even).map((g) => g.s)
}

/**
 * Measures strokes of the tongue.
 * @param stepS the pulse's step between strokes, s, where there is one
 * @example meterOf({ notes: [], strokes: [], timeS: [], db: [], hz: [] }).rateHz // null
 */
export function meterOf(heard: Heard, stepS?: number): Meter {
  const times = heard.strokes.map((s) => s.timeS)
  const phase = stepS && times.length ? phaseOf(times, stepS) : 0
  const notesAfter = (from: number, to: number) =>
    heard.notes.filter((n) => n.startS >= from - 0.03 && n.startS < to - 0.03)
  // The next stroke's own beginning isn't part of this one.
  const peaks = times.map((t, i) => peakDb(heard, t, Math.min((times[i + 1] ?? Infinity) - 0.03, t + 0.4)))
  const usualDb = median(peaks)
  const usualGap = median(times.slice(1).map((t, i) => t - times[i]!))
  const roomDb = roomOf(heard)
  const strokes = heard.strokes.map((s, i): Stroke => {
    const next = times[i + 1]
    const own = notesAfter(s.timeS, next ?? Infinity)
    const last = own.at(-1)
    const soundsS = Math.max(0, (last?.endS ?? s.timeS) - s.timeS)
    const before = heard.notes.findLast((n) => n.startS < s.timeS - 0.03)
    const silentMs = before ? 1000 * (s.timeS - before.endS) : null
    const wide = s.widthMs === 0 ? wideDent(heard, s.timeS) : undefined
    const isPause = i > 0 && s.timeS - times[i - 1]! > METER.pause * usualGap
    return {
      timeS: s.timeS,
      offMs: stepS ? 1000 * wrapped(s.timeS - phase, stepS) : null,
      depthDb: atMost(wide?.depthDb ?? s.depthDb, peaks[i]! - roomDb),
      gapMs:
        wide?.widthMs ?? s.widthMs ?? (i && !isPause && silentMs !== null ? Math.max(0, silentMs) : null),
      dipCents: s.dipCents,
      soundsS,
      soundsShare:
        next === undefined || isPauseAfter(times, i, usualGap)
          ? null
          : Math.min(1, soundsS / (next - s.timeS)),
      levelDb: peaks[i]! - usualDb,
      start: own[0]?.start.quality ?? 'clean',
    }
  })
  const gaps = gapsOf(heard.strokes)
  const enough = gaps.length >= METER.leastGaps
  const unevenMs = enough ? 1000 * spread(gaps) : null
  const later = strokes.slice(1)
  const of = (x: (number | null)[]) => {
    const there = x.filter((v) => v !== null)
    return there.length ? median(there) : null
  }
  return {
    strokes,
    rateHz: enough ? 1 / mean(gaps) : null,
    unevenMs,
    unevenPercent: unevenMs === null ? null : unevenMs / (10 * mean(gaps)),
    manner: mannerOf(later, strokes),
    // Where the sound stops there is no dent: how deep the silence is, the room says.
    depthDb: of(later.map((s) => (s.depthDb !== null && s.depthDb < METER.stoppedDb ? s.depthDb : null))),
    gapMs: of(later.map((s) => s.gapMs)),
    dipCents: median(later.map((s) => s.dipCents)) || 0,
    accentEvery: accentEvery(strokes.map((s) => s.levelDb)),
    ...tiring(heard.strokes),
    starts: strokes.reduce<Meter['starts']>(
      (all, { start }) => ({ ...all, [start]: (all[start] ?? 0) + 1 }),
      {},
    ),
  }
}

/** No room is quieter than this below full scale, dB: what a program leaves out isn't silence of the tongue's. */
const QUIETEST_DB = -72
/** The room: the softest moment of the take. */
function roomOf({ db }: Heard): number {
  let softest = Infinity
  for (let i = 0; i < db.length; i++) softest = Math.min(softest, db[i]!)
  return Math.max(QUIETEST_DB, softest)
}
/** Where the sound stops, a dent goes no deeper than to the room's own noise. */
const atMost = (depthDb: number | null, toRoomDb: number) =>
  depthDb === null || depthDb < METER.stoppedDb
    ? depthDb
    : Math.min(depthDb, Math.max(METER.stoppedDb, toRoomDb))

const wrapped = (x: number, step: number) => {
  const r = ((x % step) + step) % step
  return r > step / 2 ? r - step : r
}
const isPauseAfter = (times: readonly number[], i: number, usual: number) =>
  times[i + 1]! - times[i]! > METER.pause * usual

function mannerOf(later: readonly Stroke[], all: readonly Stroke[]): Manner | null {
  if (!later.length) return null
  const silent = later.filter((s) => s.depthDb === null || s.depthDb >= METER.stoppedDb).length
  if (2 * silent < later.length) return 'legato'
  const shares = all.flatMap((s) => (s.soundsShare === null ? [] : [s.soundsShare]))
  return shares.length && median(shares) < METER.stoppedShare ? 'stopped' : 'separated'
}

/** Every second, third or fourth stroke louder than the rest by {@link METER.accentDb}; the shortest that shows. */
function accentEvery(levels: readonly number[]): Meter['accentEvery'] {
  for (const n of [2, 3, 4] as const) {
    const strong = levels.filter((_, i) => i % n === 0)
    const weak = levels.filter((_, i) => i % n !== 0)
    if (strong.length < 2 || weak.length < 2) continue
    if (median(strong) - median(weak) < METER.accentDb) continue
    // The first of a group stands out each time, not once.
    if (strong.every((s) => s - median(weak) >= METER.accentDb / 2)) return n
  }
  return null
}

/** Four quarters of a set are compared: the first in which strokes come slower or much less evenly than at the beginning. */
function tiring(strokes: readonly HeardStroke[]): Pick<Meter, 'tiresAtS' | 'firstHz' | 'lastHz'> {
  if (strokes.length < METER.tiredStrokes) return { tiresAtS: null, firstHz: null, lastHz: null }
  const quarter = Math.floor(strokes.length / 4)
  const of = (k: number) => {
    const gaps = gapsOf(strokes.slice(k * quarter, k === 3 ? undefined : (k + 1) * quarter + 1))
    return { gap: mean(gaps), uneven: spread(gaps) / mean(gaps) }
  }
  const first = of(0)
  const rates = { firstHz: 1 / first.gap, lastHz: 1 / of(3).gap }
  for (const k of [1, 2, 3]) {
    const now = of(k)
    const slower = now.gap > first.gap * (1 + METER.tiredSlower)
    const rough = now.uneven > METER.tiredUneven * first.uneven && 100 * now.uneven > METER.evenPercent
    if (slower || rough) return { ...rates, tiresAtS: strokes[k * quarter]!.timeS - strokes[0]!.timeS }
  }
  return { ...rates, tiresAtS: null }
}

/** Whether strokes were even: what a ladder asks. @param percent unevenness of the gaps, % of a gap */
export const isEven = (percent: number | null): boolean =>
  percent !== null && Math.round(percent) <= METER.evenPercent

/** The tone of a take, for comparing: medians over its notes. */
export interface Tone {
  cents: number
  hnrDb: number
  brightness: number | null
}

/** @param notes at least one */
export function toneOf(notes: readonly NoteReport[]): Tone {
  const bright = notes.flatMap((n) => (n.brightness === null ? [] : [n.brightness]))
  return {
    cents: median(notes.map((n) => n.cents)),
    hnrDb: median(notes.map((n) => n.hnrDb)),
    brightness: bright.length ? median(bright) : null,
  }
}

/** Beyond these the tongued tone is another than the slurred one (chosen by Halitus): cents, dB, share of the brightness. */
export const SAME_TONE = { cents: 12, hnrDb: 5, brightness: 0.15 } as const

/**
 * How the tongued tone differs from the learner's own slurred one; it should be the same.
 * @example toneDiffers({ cents: 0, hnrDb: 20, brightness: 2 }, { cents: -13, hnrDb: 20, brightness: 2 }) // ['13 cents lower than slurred']
 */
export function toneDiffers(slurred: Tone, tongued: Tone): string[] {
  const said: string[] = []
  const cents = Math.round(tongued.cents - slurred.cents)
  if (Math.abs(cents) > SAME_TONE.cents)
    said.push(`${centsInWords(Math.abs(cents))} ${cents > 0 ? 'higher' : 'lower'} than slurred`)
  const noise = Math.round(slurred.hnrDb - tongued.hnrDb)
  if (noise > SAME_TONE.hnrDb) said.push(`${noise} dB more air in it than slurred`)
  if (slurred.brightness !== null && tongued.brightness !== null) {
    const share = tongued.brightness / slurred.brightness - 1
    if (share > SAME_TONE.brightness) said.push('harsher than slurred')
    if (share < -SAME_TONE.brightness) said.push('duller than slurred')
  }
  return said
}
