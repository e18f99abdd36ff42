import { unitWord } from './at-home.ts'

/** What of a card was done. */
export interface Practised {
  sessions: number
  /** Sessions in which at least half of the rows were ticked. */
  sessionsDone: number
  ticked: number
  boxes: number
}
/** This share of a card's rows makes a session (chosen by Halitus). */
export const SESSION_SHARE = 0.5

/** What of a card was done: a session counts when half of its rows were. */
export function practised(card: {
  sessions: number
  rows: readonly { id: string }[]
  ticks: readonly { session: number; rowId: string }[]
}): Practised {
  const rows = new Set(card.rows.map((r) => r.id))
  const ticks = card.ticks.filter((t) => rows.has(t.rowId))
  const bySession = new Map<number, number>()
  for (const { session } of ticks) bySession.set(session, (bySession.get(session) ?? 0) + 1)
  return {
    sessions: card.sessions,
    sessionsDone: [...bySession.values()].filter((n) => n >= SESSION_SHARE * rows.size).length,
    ticked: ticks.length,
    boxes: card.sessions * rows.size,
  }
}

/**
 * That in words; single boxes are told when they don't make sessions.
 * @example practisedWords({ sessions: 5, sessionsDone: 0, ticked: 3, boxes: 30 }) // '0 of 5 sessions, 3 of 30 boxes'
 */
export const practisedWords = ({ sessions, sessionsDone, ticked, boxes }: Practised): string =>
  `${sessionsDone} of ${sessions} sessions${ticked > 0 && sessionsDone < Math.min(sessions, 2) ? `, ${ticked} of ${boxes} boxes` : ''}`

/** One row of a card as it was done. */
export interface PractisedItem {
  title: string
  done: number
  of: number
  best: number | null
  /** As one says it behind the number. */
  unit: string
}

/**
 * What of a card was done, item by item, with the best number that came back; who observes has none.
 * @example practisedItems({ sessions: 5, rows: [{ id: 'a', title: 'Long tone' }], ticks: [], numbers: [] })[0] // { title: 'Long tone', done: 0, of: 5, best: null, unit: '' }
 */
export function practisedItems(card: {
  sessions: number
  rows: readonly { id: string; title: string; asks?: { value: number | null; unit: string } | undefined }[]
  ticks: readonly { session: number; rowId: string }[]
  numbers: readonly { row: string; value: number; unit: string }[]
}): PractisedItem[] {
  return card.rows.map(({ id, title, asks }) => {
    const values =
      asks && asks.value !== null ? card.numbers.filter((n) => n.row === id && n.unit === asks.unit) : []
    return {
      title,
      done: new Set(card.ticks.filter((t) => t.rowId === id).map((t) => t.session)).size,
      of: card.sessions,
      best: values.length ? Math.max(...values.map((n) => n.value)) : null,
      unit: unitWord(asks?.unit ?? ''),
    }
  })
}
