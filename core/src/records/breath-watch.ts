import { BREATH_SIGNS } from '../breath/index.ts'
import { Refusal } from '../errors/index.ts'
import { id, strict, uniqueBy } from '../fields/index.ts'
import { kindOf } from './kind.ts'

const signOf = (sign: string) => BREATH_SIGNS.find((s) => s.id === sign)
const lower = (s: string) => s.charAt(0).toLowerCase() + s.slice(1)
/** Seen at this many of the last looks it is a habit (chosen by Halitus). */
const HABIT = { of: 3, seen: 2 } as const

/** What was seen of somebody's breath, by tap. */
export const breathWatch = kindOf(
  strict({
    seen: uniqueBy(id(), (s: string) => s, 'sign')
      .min(1)
      .max(BREATH_SIGNS.length),
  }),
)({
  kind: 'breath-watch',
  title: 'Looked at',
  stages: ['breath'],
  check(_, { seen }) {
    for (const sign of seen)
      if (!signOf(sign))
        throw new Refusal(
          'invalid',
          `data.seen names “${sign}”; signs: ${BREATH_SIGNS.map((s) => s.id).join(', ')}.`,
          'data.seen',
        )
  },
  noted: (d) => {
    const [first = '', ...others] = d.seen.map((s) => signOf(s)?.words ?? s)
    return [first, ...others.map(lower)].join('; ')
  },
  line(entries) {
    const first = signOf(entries.at(-1)?.seen[0] ?? '')
    return first ? first.words.toLowerCase() : null
  },
  concerns({ entries }) {
    const recent = entries.slice(-HABIT.of)
    const habit = BREATH_SIGNS.find(
      (s) => !s.good && recent.filter((e) => e.data.seen.includes(s.id)).length >= HABIT.seen,
    )
    return habit ? [{ kind: 'breath', weight: 45, sentence: `breath: ${lower(habit.words)}, again` }] : []
  },
  rows({ entries }) {
    const sign = signOf(entries.at(-1)?.data.seen.find((s) => !signOf(s)?.good) ?? '')
    if (!sign) return []
    return [
      {
        id: `breath-watch-${sign.id}`,
        kind: 'breath' as const,
        title: 'Five quiet breaths, watched',
        amount: `5 breaths before playing; look for: ${lower(sign.words)}`,
        minutes: 1,
        leastMinutes: 1,
        weight: 79,
        aim: sign.remedy,
        notes: [],
      },
    ]
  },
  *demo({ week, trouble }, random) {
    if (week % 2) return
    const seen =
      week > 7 && trouble !== 'dizzy'
        ? ['wide']
        : [random.pick(['shoulders', 'noise', 'jaw', 'collapse', 'late'] as const)]
    yield { stage: 'breath', data: { seen } }
  },
})
