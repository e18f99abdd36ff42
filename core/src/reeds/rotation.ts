import { dayOf, daysBetween } from '../time/index.ts'
import { lastRating, minutesPlayed, type Reed } from './reed.ts'

/** Minutes on the first days of a new reed (common practice, no source: a few minutes, growing). */
export const BREAK_IN_MINUTES = [5, 5, 10, 10, 15] as const
/** Rest after which a reed counts as fully dry and recovered, hours (chosen by Halitus). */
export const RESTED_HOURS = 48

const hoursSince = (from: string, now: string) => 24 * daysBetween(from, now)

export interface BreakIn {
  /** 1 for the first day. */
  day: number
  /** How long to play today; 0 when it was played today already. */
  minutesToday: number
  finished: boolean
}

/** Where a new reed stands in its break-in: one step for each day on which it was played. */
export function breakIn(reed: Reed, now: string): BreakIn {
  const days = new Set(reed.uses.map((u) => dayOf(u.at)))
  const playedToday = days.has(dayOf(now))
  const before = days.size - Number(playedToday)
  const finished = before >= BREAK_IN_MINUTES.length
  return { day: before + 1, minutesToday: finished || playedToday ? 0 : BREAK_IN_MINUTES[before]!, finished }
}

export interface Choice {
  reed: Reed
  score: number
  reason: string
}

const days = (hours: number) => (hours < 36 ? `${Math.round(hours)} h` : `${Math.round(hours / 24)} days`)

/**
 * Which reed today, the best first. Retired reeds are out; a concert reed waits unless there is nothing else; a reed in
 * break-in comes first for its few minutes. Otherwise: longer rest, fewer minutes, better rating.
 * @param now ISO date and time
 */
export function rotation(reeds: readonly Reed[], now: string): Choice[] {
  const choices: Choice[] = []
  for (const reed of reeds) {
    if (reed.state === 'retired') continue
    const last = reed.uses.at(-1)
    const rest = last ? Math.max(0, hoursSince(last.at, now)) : Infinity
    const played = minutesPlayed(reed)
    if (reed.state === 'new' || reed.state === 'breaking-in') {
      const plan = breakIn(reed, now)
      if (plan.minutesToday > 0) {
        choices.push({
          reed,
          score: 10 - plan.day,
          reason: `break-in day ${plan.day}: ${plan.minutesToday} min, then change`,
        })
        continue
      }
      if (!plan.finished) {
        choices.push({ reed, score: -5, reason: 'break-in: played today already, let it dry' })
        continue
      }
    }
    const rating = lastRating(reed)
    const rested = Math.min(1, rest / RESTED_HOURS)
    let score = 3 * rested - played / 600 + ((rating ?? 3) - 3) * 0.5
    if (reed.state === 'concert') score -= 8
    if (reed.state === 'resting') score -= rest < RESTED_HOURS ? 6 : 1
    const parts = [
      last ? `rested ${days(rest)}` : 'never played',
      `${Math.round(played)} min so far`,
      ...(rating === null ? [] : [`rated ${rating} of 5`]),
      ...(reed.state === 'concert' ? ['kept for concerts'] : reed.state === 'resting' ? ['set to rest'] : []),
    ]
    choices.push({ reed, score, reason: parts.join(', ') })
  }
  return choices.sort((a, b) => b.score - a.score)
}
