import { dayOf } from '../time/index.ts'

/** What a card knows of its sessions. */
interface Ticked {
  sessions: number
  rows: readonly { id: string }[]
  ticks: readonly { rowId: string; session: number; at: string }[]
}

/**
 * The session that is practised now: the one that was begun today while something of it is left, else the one after the last
 * that was begun: what was left out another day stays left out, a missed day takes nothing.
 * @param today moment or day
 * @returns 1 up to `sessions`; undefined when all of the week were begun, and today's is done
 * @example sessionNow({ sessions: 5, rows: [{ id: 'a' }], ticks: [] }, '2026-11-30') // 1
 */
export function sessionNow({ sessions, rows, ticks }: Ticked, today: string): number | undefined {
  const known = ticks.filter((t) => rows.some((r) => r.id === t.rowId))
  const last = Math.max(0, ...known.map((t) => t.session))
  const of = known.filter((t) => t.session === last)
  const goesOn = of.some((t) => dayOf(t.at) === dayOf(today)) && of.length < rows.length
  const session = goesOn ? last : last + 1
  return session <= sessions ? session : undefined
}
