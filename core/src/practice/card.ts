import { STAGES } from '../fields/index.ts'
import { isBefore } from '../time/index.ts'
import { isHurt } from '../trouble/index.ts'
import type { Instrument } from '../instruments/index.ts'
import { inSentence, type CardRow, type CardRowKind, type Home, type RowProposal } from '../records/index.ts'

export interface WeekCard {
  sessions: number
  listenFor: string
  rows: CardRow[]
  totalMinutes: number
  /** What would have made the card too long, at full length. */
  leftOut: CardRow[]
}

/** Longest useful card and shortest session, minutes (common practice, no source: a plan that asks too much fails). */
export const SESSION_MINUTES = { low: 5, high: 45 } as const
export const SESSIONS = { low: 1, high: 7, usual: 5 } as const
/** More than this nobody does in a week: rows in all, and of one stop (chosen by Halitus). */
export const MOST_ROWS = { card: 8, stop: 3, breath: 2 } as const
/** The planned tune is what a learner comes for: nothing is left on the card in its place. */
const TUNE_WEIGHT = 100
/** Proposals this light wait under what is left out until somebody brings them in. */
export const WAITING_WEIGHT = 10

/** Text that fits, cut between words where it must be cut. @example shortened('slow and even', 8) // 'slow …' */
export function shortened(text: string, most: number): string {
  if (text.length <= most) return text
  const room = text.slice(0, most - 1)
  const end = room.lastIndexOf(' ')
  return `${(end > 0 ? room.slice(0, end) : room).trimEnd()} …`.slice(0, most)
}

/** What is planned for stops, as rows. */
export function rowsOfPlans(plans: readonly { stage: string; text: string }[]): RowProposal[] {
  const WORDS: Partial<Record<string, { title: string; minutes: number; least: number; aim: string }>> = {
    breath: { title: 'Breath', minutes: 2, least: 1, aim: 'Easy before fast.' },
    tongue: { title: 'Tongue', minutes: 2, least: 1, aim: 'Easy before fast.' },
    tune: { title: 'Tune', minutes: 5, least: 2, aim: 'Slow enough to be right.' },
  }
  const WEIGHTS: Partial<Record<string, number>> = { breath: 98, tune: TUNE_WEIGHT }
  return plans.flatMap(({ stage, text }) => {
    const words = WORDS[stage]
    if (!words || !text) return []
    return [
      {
        id: `plan-${stage}`,
        kind: stage as CardRowKind,
        title: words.title,
        amount: shortened(text, 200),
        minutes: words.minutes,
        leastMinutes: words.least,
        weight: WEIGHTS[stage] ?? 40,
        aim: words.aim,
        notes: [],
      },
    ]
  })
}

/** A learner is new for this many lessons (chosen by Halitus). */
export const NEW_LESSONS = 3

/**
 * What every card has though nobody measured it: breath first of all, sounds on the small part while there is no tone, and
 * in the first lessons assembly and a pattern to clap.
 * @param proposals what the lesson gave
 * @param known lessons before this one; whether dizziness was reported and not answered yet; whether notes of the whole instrument
 * are played
 */
export function basicRows(
  inst: Instrument,
  proposals: readonly RowProposal[],
  known: { lessonsBefore: number; eased: boolean; whole?: boolean },
): RowProposal[] {
  const has = (kind: CardRowKind) => proposals.some((p) => p.kind === kind && p.weight > WAITING_WEIGHT)
  const fresh = known.lessonsBefore < NEW_LESSONS
  const part = inst.teaching.smallParts[0]?.part ?? 'instrument'
  const row = (
    kind: CardRowKind,
    title: string,
    amount: string,
    minutes: number,
    weight: number,
    aim: string,
  ): RowProposal => ({
    id: `basic-${kind}`,
    kind,
    title,
    amount,
    minutes,
    leastMinutes: 1,
    weight,
    aim,
    notes: [],
  })
  const breath = known.eased
    ? row(
        'breath',
        'Breath, seated and easy',
        '5 quiet breaths in and out, no counting',
        1,
        80,
        'Stop at the first dizziness; breathe normally and rest.',
      )
    : row(
        'breath',
        'Breath',
        'in 4, out 4; then in 3, out 5: 4 times each',
        2,
        80,
        'Seated, shoulders low, no noise on the way in. Dizzy: stop and rest.',
      )
  return [
    ...(has('breath') ? [] : [breath]),
    ...(has('sound')
      ? []
      : [
          known.whole
            ? row(
                'sound',
                'Ten sounds',
                '10 times, long and smooth, on your best note',
                3,
                70,
                'Rest between them.',
              )
            : row('sound', `Ten sounds: ${part}`, '10 times, long and smooth', 3, 70, 'Rest between them.'),
        ]),
    ...(fresh && !has('setup')
      ? [
          row(
            'setup',
            'Put together and away',
            known.whole ? 'once, all of it' : `once; only what is played: ${part}`,
            2,
            30,
            'Slowly, without force, every piece back in its place.',
          ),
        ]
      : []),
    ...(fresh && !has('tongue')
      ? [
          row(
            'tongue',
            'Clap and say',
            'long, short-short, long, rest: 8 times',
            1,
            25,
            'Say it and clap it together; the rest has its full length.',
          ),
        ]
      : []),
  ]
}

/**
 * When dizziness or soreness was last reported from home; undefined when neither ever was, or when a week that was given after it
 * went well.
 * @param wentWell days from which weeks that went well were given
 */
export function easedSince(
  reports: readonly { kind: string; at: string }[],
  wentWell: readonly string[] = [],
): Home['eased'] {
  const last = reports.findLast((r) => isHurt(r.kind))
  if (!last || wentWell.some((from) => isBefore(last.at, from))) return undefined
  return isHurt(last.kind) ? { at: last.at, by: last.kind } : undefined
}

/** A proposal as it stands on the card: when it got shorter, so did what is asked. */
const rowOf = ({
  leastMinutes: _,
  weight: __,
  from: ___,
  earlier: ____,
  amountIn,
  ...row
}: RowProposal): CardRow => ({
  ...row,
  amount: amountIn?.(row.minutes) ?? row.amount,
  aim: inSentence(row.aim),
})
const sum = (rows: readonly { minutes: number }[]) => rows.reduce((all, r) => all + r.minutes, 0)

/**
 * Fits proposals into a session's minutes: when they are too many, rows get shorter, the longest first, before the
 * lightest drops out. Rows stand in order of work.
 */
export function composeCard(
  proposals: readonly RowProposal[],
  limits: { minutesPerSession: number; sessions: number; listenFor: string },
): WeekCard {
  const { minutesPerSession, sessions, listenFor } = limits
  // What is asked for twice under one name stands there once, as the weightier of the two says.
  const byName = new Map<string, RowProposal>()
  for (const p of [...proposals].sort((a, b) => b.weight - a.weight))
    if (!byName.has(p.id)) byName.set(p.id, p)
  const wanted = [...byName.values()]
  const ofStop = new Map<CardRowKind, number>()
  const open = wanted
    .filter((r) => r.weight > WAITING_WEIGHT)
    .filter((r) => {
      const before = ofStop.get(r.kind) ?? 0
      ofStop.set(r.kind, before + 1)
      return before < (r.kind === 'breath' ? MOST_ROWS.breath : MOST_ROWS.stop)
    })
    .slice(0, MOST_ROWS.card)
  // What is too long for the minutes that are left makes room for what is shorter.
  let left = minutesPerSession
  const kept = open.filter((r) => {
    if (r.leastMinutes > left) return false
    left -= r.leastMinutes
    return true
  })

  const rows = kept.map((r) => ({ ...r }))
  while (sum(rows) > minutesPerSession) {
    const longest = rows.reduce((a, b) => (b.minutes - b.leastMinutes > a.minutes - a.leastMinutes ? b : a))
    longest.minutes--
  }
  const inOrder = (list: readonly RowProposal[]) =>
    STAGES.flatMap((stage) => list.filter((r) => r.kind === stage)).map(rowOf)
  return {
    sessions,
    listenFor,
    rows: inOrder(rows),
    totalMinutes: sum(rows),
    leftOut: inOrder(proposals.filter((p) => byName.get(p.id) === p && !kept.includes(p))),
  }
}
