import { prettyNote } from '../pitch/index.ts'
import type { ToneResult } from './ladder.ts'

/** What is known about a learner when a lesson is prepared. Dates are ISO. */
export interface LearnerHistory {
  tones: readonly ToneResult[]
  /** The newest card, if any, with the sessions ticked on it. */
  card?: { from: string; sessions: number; sessionsDone: number }
  /** Trouble reported from home since the last lesson. */
  reports: readonly { at: string; kind: string; text: string }[]
  lastLessonAt?: string
  /** Set-up faults of earlier lessons, newest last. */
  faults: readonly { at: string; what: string }[]
  /** Moves tried, newest last. */
  moves: readonly { at: string; from: string; to: string; clean: number; tries: number }[]
}

export interface Concern {
  kind: 'report' | 'practice' | 'stuck' | 'unsteady' | 'pause' | 'fault' | 'move' | 'well' | 'new'
  /** Higher comes first. */
  weight: number
  sentence: string
}

const DAY_MS = 86_400_000
const daysBetween = (from: string, to: string) => (Date.parse(to) - Date.parse(from)) / DAY_MS

/** Weeks in words: `2 → 'two weeks'`. */
const weeks = (days: number) => {
  const n = Math.floor(days / 7)
  const words = ['', 'a week', 'two weeks', 'three weeks', 'four weeks', 'five weeks', 'six weeks']
  return words[n] ?? `${n} weeks`
}

const REPORTS: Record<string, string> = {
  dizzy: 'Dizzy at home',
  sore: 'Sore at home',
  'no-sound': 'No sound at home',
  other: 'Trouble at home',
}

/**
 * What needs attention today, the weightiest first; never empty. All thresholds are chosen by Halitus.
 * @param today ISO date
 */
export function attention(history: LearnerHistory, today: string): Concern[] {
  const found: Concern[] = []
  const report = history.reports.at(-1)
  if (report)
    found.push({
      kind: 'report',
      weight: 100,
      sentence: `${REPORTS[report.kind] ?? 'Trouble at home'}${report.text ? `: ${report.text}` : ''}`,
    })

  const { card } = history
  if (card) {
    const due = Math.min(
      card.sessions,
      Math.round((card.sessions * Math.max(0, daysBetween(card.from, today))) / 7),
    )
    if (card.sessionsDone < due * 0.75)
      found.push({
        kind: 'practice',
        weight: 60 + 20 * (1 - card.sessionsDone / Math.max(1, due)),
        sentence: `practised ${card.sessionsDone} of ${card.sessions} sessions`,
      })
  }

  const stuck = stuckTone(history.tones, today)
  if (stuck) found.push(stuck)

  const recent = history.tones.slice(-3)
  const earlier = history.tones.slice(-8, -3)
  if (recent.length === 3 && earlier.length >= 3) {
    const average = (tones: readonly ToneResult[]) =>
      tones.reduce((sum, t) => sum + t.steadinessCents, 0) / tones.length
    const now = average(recent)
    const before = average(earlier)
    if (now > 10 && now > before * 1.5)
      found.push({
        kind: 'unsteady',
        weight: 65,
        sentence: `long tones less steady: ${Math.round(before)} → ${Math.round(now)} cents`,
      })
  }

  if (history.lastLessonAt && daysBetween(history.lastLessonAt, today) >= 14)
    found.push({
      kind: 'pause',
      weight: 50,
      sentence: `no lesson for ${weeks(daysBetween(history.lastLessonAt, today))}`,
    })

  const lately = history.faults.filter((f) => daysBetween(f.at, today) <= 28)
  const counts = new Map<string, number>()
  for (const f of lately) counts.set(f.what, (counts.get(f.what) ?? 0) + 1)
  const [worst] = [...counts].sort((a, b) => b[1] - a[1])
  if (worst && worst[1] >= 2)
    found.push({
      kind: 'fault',
      weight: 40 + worst[1],
      sentence: `${worst[0].toLowerCase()}, ${worst[1]} times in four weeks`,
    })

  const move = [...history.moves].reverse().find((m) => m.tries >= 4)
  if (move && move.clean / move.tries < 0.6)
    found.push({
      kind: 'move',
      weight: 45,
      sentence: `${prettyNote(move.from)} to ${prettyNote(move.to)} clean ${move.clean} of ${move.tries}`,
    })

  if (!found.length) {
    const last = history.tones.at(-1)
    if (last)
      found.push({
        kind: 'well',
        weight: 0,
        sentence: `long tone ${last.lengthS.toFixed(0)} s within ${Math.round(last.steadinessCents)} cents${card ? `, practised ${card.sessionsDone} of ${card.sessions}` : ''}`,
      })
    else found.push({ kind: 'new', weight: 10, sentence: 'no long tone measured yet' })
  }
  return found.sort((a, b) => b.weight - a.weight)
}

/** The same target tried for two weeks or more without being passed. */
function stuckTone(tones: readonly ToneResult[], today: string): Concern | undefined {
  const last = tones.at(-1)
  if (!last || daysBetween(last.at, today) > 21) return undefined
  let since = last
  for (let i = tones.length - 2; i >= 0 && tones[i]!.targetS === last.targetS; i--) since = tones[i]!
  const days = daysBetween(since.at, today)
  if (days < 14 || since === last) return undefined
  const best = Math.max(...tones.filter((t) => t.targetS === last.targetS).map((t) => t.lengthS))
  return {
    kind: 'stuck',
    weight: 70,
    sentence: `long tone stuck at ${Math.floor(best)} s for ${weeks(days)} (aim ${last.targetS} s)`,
  }
}
