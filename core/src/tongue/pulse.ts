import { OutOfRange } from '../errors/index.ts'

/** A metronome's settings. Bars count from 1; a count-in comes before bar 1. */
export interface Pulse {
  /** Beats a minute at the beginning. */
  perMinute: number
  /** Beats a bar; the first is accented. 1: no accents. */
  beats: number
  /** Clicks a beat: 1 beats alone, 2 halves, 3 thirds, 4 quarters. */
  parts: 1 | 2 | 3 | 4
  /** Bars that are counted in. */
  countIn: number
  /** Gradually to another tempo, from bar 1 to the end of bar `bars`, beat by beat. */
  ramp?: { to: number; bars: number }
  /** After so many bars aloud come so many that are silent, and over again. */
  silent?: { aloud: number; silent: number }
}

export interface Click {
  /** Since the first click, s. */
  timeS: number
  kind: 'bar' | 'beat' | 'part'
  /** Bar and beat from 1; bar 0 and below are the count-in. */
  bar: number
  beat: number
  aloud: boolean
}

export const PULSE_LIMITS = { low: 30, high: 208, beats: 12, countIn: 4, bars: 64 } as const

const between = (name: string, value: number, low: number, high: number, unit = '') => {
  if (!(value >= low && value <= high))
    throw new OutOfRange(`${name} is ${value}${unit}; allowed: ${low} to ${high}${unit}.`)
}
const whole = (name: string, value: number, low: number, high: number) => {
  if (!Number.isInteger(value) || value < low || value > high)
    throw new OutOfRange(`${name} is ${value}; allowed: whole numbers from ${low} to ${high}.`)
}

/**
 * Whether a metronome can be set so.
 * @throws OutOfRange naming what is allowed
 */
export function checkPulse(p: Pulse): void {
  const { low, high, beats, countIn, bars } = PULSE_LIMITS
  between('The pulse', p.perMinute, low, high, ' a minute')
  whole('Beats a bar', p.beats, 1, beats)
  whole('Clicks a beat', p.parts, 1, 4)
  whole('Bars counted in', p.countIn, 0, countIn)
  if (p.ramp) {
    between('The pulse at the end', p.ramp.to, low, high, ' a minute')
    whole('Bars until then', p.ramp.bars, 1, bars)
  }
  if (p.silent) {
    whole('Bars aloud', p.silent.aloud, 1, bars)
    whole('Silent bars', p.silent.silent, 1, bars)
  }
}

/** Length of a beat that is the `k`-th from bar 1 on (before it: negative), s. */
function beatS(p: Pulse, k: number): number {
  if (!p.ramp || k < 0) return 60 / p.perMinute
  const share = Math.min(1, k / (p.ramp.bars * p.beats))
  return 60 / (p.perMinute + share * (p.ramp.to - p.perMinute))
}

/** When beat `k` begins, s since bar 1: a sum while the tempo changes, a product where it doesn't, so that no error adds up. */
function beginsS(p: Pulse, k: number): number {
  if (k <= 0 || !p.ramp) return (k * 60) / p.perMinute
  const changing = p.ramp.bars * p.beats
  let s = 0
  for (let i = 0; i < Math.min(k, changing); i++) s += beatS(p, i)
  return s + (Math.max(0, k - changing) * 60) / p.ramp.to
}

/**
 * Clicks within [fromS, untilS), s since the first click; each depends on its number alone, never on the one before.
 * @throws OutOfRange for settings that {@link checkPulse} refuses
 * @example clicksBetween({ perMinute: 60, beats: 4, parts: 1, countIn: 0 }, 0, 2.5).map((c) => c.timeS) // [0, 1, 2]
 */
export function clicksBetween(p: Pulse, fromS: number, untilS: number): Click[] {
  checkPulse(p)
  const before = p.countIn * p.beats
  const leadS = (before * 60) / p.perMinute
  const clicks: Click[] = []
  let k = Math.max(0, guess(p, before, fromS - leadS)) - before
  for (; ; k++) {
    const startS = leadS + beginsS(p, k)
    if (startS >= untilS - 1e-9) return clicks
    const bar = Math.floor(k / p.beats) + 1
    const beat = (((k % p.beats) + p.beats) % p.beats) + 1
    const cycle = p.silent ? (bar - 1) % (p.silent.aloud + p.silent.silent) : 0
    const aloud = bar < 1 || !p.silent || cycle < p.silent.aloud
    const parts = bar < 1 ? 1 : p.parts
    for (let i = 0; i < parts; i++) {
      const timeS = startS + (i / parts) * beatS(p, k)
      if (timeS < fromS - 1e-9 || timeS >= untilS - 1e-9) continue
      clicks.push({
        timeS,
        kind: i ? 'part' : beat === 1 && p.beats > 1 ? 'bar' : 'beat',
        bar,
        beat,
        aloud,
      })
    }
  }
}

/** A beat number that surely begins no later than a time: the slowest tempo tells. */
function guess(p: Pulse, before: number, sinceBarOneS: number): number {
  const slowest = Math.min(p.perMinute, p.ramp?.to ?? Infinity)
  return Math.floor((sinceBarOneS * (sinceBarOneS < 0 ? p.perMinute : slowest)) / 60) - 1 + before
}

/** Taps further apart than this begin anew, s. */
const TAP_PAUSE_S = 2.5

/**
 * The tempo that was tapped: from the middle one of the last gaps. Null with fewer than three taps in a row.
 * @param tapsS when taps came, s, oldest first
 * @example tempoOf([0, 0.5, 1, 1.5]) // 120
 */
export function tempoOf(tapsS: readonly number[]): number | null {
  const gaps: number[] = []
  for (let i = tapsS.length - 1; i > 0 && gaps.length < 6; i--) {
    const gap = tapsS[i]! - tapsS[i - 1]!
    if (gap > TAP_PAUSE_S) break
    gaps.push(gap)
  }
  if (gaps.length < 2) return null
  const sorted = gaps.sort((a, b) => a - b)
  const middle = (sorted[(sorted.length - 1) >> 1]! + sorted[sorted.length >> 1]!) / 2
  const { low, high } = PULSE_LIMITS
  return Math.max(low, Math.min(high, Math.round(60 / middle)))
}
