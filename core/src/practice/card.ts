/** What a lesson gives to the week's card. */
export interface CardInput {
  minutesPerSession: number
  sessions: number
  /** Wrong in today's set-up: what to check at home. */
  setupFaults: { title: string; what: string }[]
  /** `observes`: no length to beat stands on the card. */
  longTone?: { written: string; targetS: number; observes?: boolean }
  /** Moves worked on, the hardest first. */
  moves: { from: string; to: string; clean: number; tries: number }[]
  /** Notes learnt or worked on that no move covers. */
  notes: string[]
  /** What is planned for stops that give no numbers yet. */
  plans: { stage: 'breath' | 'tongue' | 'tune'; text: string }[]
  listenFor: string
}

export type CardRowKind = 'setup' | 'breath' | 'sound' | 'tongue' | 'fingers' | 'tune'

export interface CardRow {
  id: string
  kind: CardRowKind
  title: string
  /** How long or how many times. */
  amount: string
  minutes: number
  /** How it should feel or sound. */
  aim: string
  /** Written notes whose fingering is shown. */
  notes: string[]
}

export interface WeekCard {
  sessions: number
  listenFor: string
  rows: CardRow[]
  totalMinutes: number
  /** What would have made the card too long. */
  leftOut: CardRow[]
}

/** Longest useful card and shortest session, minutes (common practice, no source: a plan that asks too much fails). */
export const SESSION_MINUTES = { low: 5, high: 45 } as const
export const SESSIONS = { low: 1, high: 7, usual: 5 } as const

/**
 * Composes the week's card: sound first, then what was wrong, then fingers, then the rest, as long as the minutes
 * last. What doesn't fit is named, not squeezed in.
 */
export function composeCard(input: CardInput): WeekCard {
  const candidates: Omit<CardRow, 'id'>[] = []
  const fault = input.setupFaults[0]
  if (fault)
    candidates.push({
      kind: 'setup',
      title: fault.title,
      amount: 'once, before the first note',
      minutes: 1,
      aim: `Last time: ${fault.what.charAt(0).toLowerCase()}${fault.what.slice(1)}.`,
      notes: [],
    })
  if (input.longTone) {
    const { written, targetS, observes } = input.longTone
    const tries = targetS >= 30 ? 3 : 5
    candidates.push({
      kind: 'sound',
      title: 'Long tone',
      amount: observes ? `${tries} times, as long as it stays easy` : `${tries} times, aim ${targetS} s`,
      // Breath between the tones takes about as long again for short ones.
      minutes: Math.max(2, Math.min(10, Math.ceil((tries * (targetS + 15)) / 60))),
      aim: 'Level from beginning to end. Rest when dizzy.',
      notes: [written],
    })
  }
  for (const move of input.moves.slice(0, 2))
    candidates.push({
      kind: 'fingers',
      title: 'Two notes, back and forth',
      amount: 'silently 5 times, slurred 8 times',
      minutes: 3,
      aim: move.tries
        ? `All fingers at once. Today ${move.clean} of ${move.tries} clean.`
        : 'All fingers at once.',
      notes: [move.from, move.to],
    })
  const covered = new Set([...input.moves.flatMap((m) => [m.from, m.to]), input.longTone?.written])
  const loose = [...new Set(input.notes)].filter((n) => !covered.has(n)).slice(0, 3)
  if (loose.length)
    candidates.push({
      kind: 'fingers',
      title: 'New notes',
      amount: 'each 4 times: say it, finger it, play it',
      minutes: 2,
      aim: 'Fingers close to the keys.',
      notes: loose,
    })
  const PLAN_TITLE = { breath: 'Breath', tongue: 'Tongue', tune: 'Tune' } as const
  for (const plan of input.plans)
    candidates.push({
      kind: plan.stage,
      title: PLAN_TITLE[plan.stage],
      amount: plan.text,
      minutes: plan.stage === 'tune' ? 5 : 2,
      aim: plan.stage === 'tune' ? 'Slow enough to be right.' : 'Easy before fast.',
      notes: [],
    })
  return fitCard(
    candidates.map((row, i) => ({ ...row, id: `row-${i + 1}` })),
    input,
  )
}

/** Keeps rows in order while they fit into a session's minutes. */
function fitCard(
  rows: CardRow[],
  limits: { minutesPerSession: number; sessions: number; listenFor: string },
): WeekCard {
  const kept: CardRow[] = []
  const leftOut: CardRow[] = []
  let total = 0
  for (const row of rows) {
    if (total + row.minutes <= limits.minutesPerSession) {
      kept.push(row)
      total += row.minutes
    } else leftOut.push(row)
  }
  return { sessions: limits.sessions, listenFor: limits.listenFor, rows: kept, totalMinutes: total, leftOut }
}
