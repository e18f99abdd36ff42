import { boolean } from 'yup'
import {
  checkPattern,
  patternWords,
  PULSE,
  ROUNDS,
  rowToBegin,
  SHRINKING,
  shrinkingRow,
  type Pattern,
} from '../breath/index.ts'
import { OutOfRange, Refusal } from '../errors/index.ts'
import { finite, strict, whole } from '../fields/index.ts'
import { kindOf, timed, timesWords, type Noted } from './kind.ts'

export interface BreathCycle extends Pattern {
  perMinute: number
  rounds: number
  /** Quiet, easy and to the end. */
  well: boolean
}

/** A round of the shrinking breath with a quiet breath after it: 8 counts at 60 and as long again, s. */
const ROUND_S = 16

/** Rounds, oldest first, as the shrinking breath looks at them. */
export const roundsOf = (entries: readonly Noted<BreathCycle>[]) =>
  entries.map(({ data }) => ({ pattern: data as Pattern, well: data.well }))

/** A breathing drill that was paced: which, how often, and whether it went well. */
export const breathCycle = kindOf(
  strict({
    inCounts: whole(1, 30),
    holdCounts: whole(0, 30),
    outCounts: whole(1, 30),
    emptyCounts: whole(0, 30),
    perMinute: finite().min(PULSE.low).max(PULSE.high),
    rounds: whole(1, 30),
    well: boolean().required(),
  }),
)({
  kind: 'breath-cycle',
  title: 'Breath by counts',
  stages: ['breath'],
  plan: { minutes: 2, air: true, everyDays: 7, always: true },
  check(_, data) {
    try {
      checkPattern(data, data.perMinute)
    } catch (error) {
      if (error instanceof OutOfRange) throw new Refusal('invalid', error.message, 'data')
      throw error
    }
  },
  noted: (d) =>
    `${patternWords(d)}: ${d.rounds} ${d.rounds === 1 ? 'round' : 'rounds'}, ${d.well ? 'went well' : 'not yet'}`,
  line(entries) {
    const last = entries.at(-1)
    return last ? patternWords(last) : null
  },
  series(entries) {
    const rows = entries.filter((e) => shrinkingRow(e.data) >= 0)
    if (!rows.length) return []
    return [
      {
        about: 'shrinking',
        title: 'Breath by counts',
        name: 'breathed in, counts of 8',
        unit: 'counts',
        better: 'less' as const,
        race: false,
        points: rows.map(({ at, data }) => ({ at, value: data.inCounts, aim: null, reached: data.well })),
      },
    ]
  },
  rows({ entries, before, dizzy }) {
    if (!entries.length && !before.length) return []
    const { row } = rowToBegin(roundsOf([...before, ...entries]), dizzy)
    const rounds = dizzy ? ROUNDS.eased : ROUNDS.usual
    const next = SHRINKING[row + 1]
    return [
      {
        id: 'breath-cycle',
        kind: 'breath' as const,
        title: 'Breath by counts',
        ...timed(
          { times: rounds, eachS: ROUND_S, least: 2 },
          (n) =>
            `${patternWords(SHRINKING[row]!)}, ${timesWords(n)}${next && !dizzy ? `; when that is easy, ${patternWords(next)}` : ''}`,
        ),
        weight: 80,
        aim: 'Seated, shoulders low, no noise on the way in. Dizzy: stop and rest.',
        notes: [],
      },
    ]
  },
  *demo({ week, trouble }, random) {
    const reached = Math.min(3, Math.floor(week / 3))
    const row = Math.max(0, reached - (random.chance(0.3) ? 1 : 0))
    const pattern = SHRINKING[row]!
    yield {
      stage: 'breath',
      data: {
        ...pattern,
        perMinute: 60,
        rounds: 4,
        well: random.chance(trouble === 'dizzy' ? 0.6 : 0.8),
      },
    }
  },
})
