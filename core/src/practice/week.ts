import { dayAfter, dayOf, isBefore } from '../time/index.ts'
import { practised } from '../home/index.ts'
import { isHurt, troubleWords } from '../trouble/index.ts'
import { SESSION_MINUTES, SESSIONS } from './card.ts'

/** A week’s card as far as it tells how much was practised. */
export interface WeekDone {
  from: string
  sessions: number
  minutes: number
  rows: readonly { id: string }[]
  ticks: readonly { rowId: string; session: number }[]
  reports: readonly { kind: string; at: string }[]
}
/** What next week bears, and why. */
export interface WeekLoad {
  minutesPerSession: number
  sessions: number
  why: string
}

/** After one week and after two and more without anything: shares of what was agreed (chosen by Halitus). */
const LIGHTER = { one: 0.75, more: 0.6 } as const
/** A good week: so many of its sessions. */
const GOOD_SHARE = 0.6

/**
 * Whether a week went well: sessions done, nothing reported that hurts. After dizziness or soreness things stay easier until one
 * did.
 */
export const wentWell = (week: WeekDone): boolean =>
  practised(week).sessionsDone >= GOOD_SHARE * week.sessions && !week.reports.some((r) => isHurt(r.kind))

const within = (n: number, { low, high }: { low: number; high: number }) =>
  Math.round(Math.min(high, Math.max(low, n)))
const often = (n: number) => (n === 1 ? 'one session' : `${n} sessions`)

/**
 * How much next week’s card may ask: what was agreed, lighter after weeks without practice, as often as was really practised and
 * once more, and no more than last week after dizziness or soreness. Never more than was agreed.
 * @param weeks cards of one instrument that were given before, oldest first
 * @param instruments how many instruments share the minutes
 * @param today cards younger than a week are still being practised and say nothing
 */
export function weekLoad(
  agreed: { minutesPerSession: number; sessionsPerWeek: number },
  weeks: readonly WeekDone[],
  today: string,
  instruments = 1,
): WeekLoad {
  const own = agreed.minutesPerSession / Math.max(1, instruments)
  const shared = instruments > 1 ? ` Half of the minutes: two instruments share them.` : ''
  const full = {
    minutesPerSession: within(own, SESSION_MINUTES),
    sessions: within(agreed.sessionsPerWeek, SESSIONS),
  }
  const over = weeks.filter((w) => !isBefore(dayOf(today), dayAfter(dayOf(w.from), WEEK_DAYS)))
  const last = over.at(-1)
  if (!last) return { ...full, why: `As agreed; no week is over yet.${shared}` }
  let idle = 0
  while (idle < over.length && practised(over.at(-1 - idle)!).ticked === 0) idle++
  // What hurt counts until a week went well.
  const good = over.findLastIndex(wentWell)
  const hurt = over
    .slice(good + 1)
    .flatMap((w) => w.reports)
    .findLast((r) => isHurt(r.kind))
  const noMore = Math.min(full.minutesPerSession, within(last.minutes, SESSION_MINUTES))
  if (idle) {
    const share = idle === 1 ? LIGHTER.one : LIGHTER.more
    const lighter = within(full.minutesPerSession * share, SESSION_MINUTES)
    return {
      minutesPerSession: idle > 1 || hurt ? Math.min(lighter, noMore) : lighter,
      sessions: full.sessions,
      why: `${idle === 1 ? 'A week' : `${idle} weeks`} without practice: ${Math.round(share * 100)} % of the minutes${idle > 1 || hurt ? ', and no more than on the last card' : ''}, so that beginning is easy.${shared}`,
    }
  }
  if (hurt) {
    return {
      minutesPerSession: noMore,
      sessions: Math.min(full.sessions, last.sessions),
      why: `${troubleWords(hurt.kind)} at home: no more than last week until a week went well.${shared}`,
    }
  }
  const done = practised(last).sessionsDone
  if (done < GOOD_SHARE * last.sessions) {
    const sessions = Math.min(full.sessions, within(done + 1, SESSIONS))
    return {
      ...full,
      sessions,
      why: `${often(done)} of ${last.sessions} done: ${often(sessions)} asked, one more than was done.${shared}`,
    }
  }
  return { ...full, why: `${done} of ${last.sessions} sessions done: as agreed.${shared}` }
}
/** A week, in days. */
const WEEK_DAYS = 7
