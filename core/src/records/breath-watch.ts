import { BREATH_SIGNS, WAYS_IN } from '../breath/index.ts'
import { Refusal } from '../errors/index.ts'
import { id, strict, uniqueBy } from '../fields/index.ts'
import { kindOf } from './kind.ts'

const signOf = (sign: string) => BREATH_SIGNS.find((s) => s.id === sign)
const wayOf = (way: string) => WAYS_IN.find((w) => w.id === way)
const lower = (s: string) => s.charAt(0).toLowerCase() + s.slice(1)
/** Seen at this many of the last looks it is a habit (chosen by Halitus). */
const HABIT = { of: 3, seen: 2 } as const

/** What was seen of somebody's breath, by tap. */
export const breathWatch = kindOf(
  strict({
    seen: uniqueBy(id(), (s: string) => s, 'sign').max(BREATH_SIGNS.length),
    /** The way in that helped, where one did. */
    helped: id().optional(),
  }),
)({
  kind: 'breath-watch',
  title: 'Looked at',
  stages: ['breath'],
  plan: { minutes: 2, air: true, everyDays: 21 },
  check(_, { seen, helped }) {
    if (!seen.length && helped === undefined)
      throw new Refusal('invalid', 'data.seen is empty; name a sign, or a way that helped.', 'data.seen')
    if (helped !== undefined && !wayOf(helped))
      throw new Refusal(
        'invalid',
        `data.helped is “${helped}”; ways: ${WAYS_IN.map((w) => w.id).join(', ')}.`,
        'data.helped',
      )
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
    const helped = d.helped && `“${wayOf(d.helped)?.title ?? d.helped}” helped`
    return [...(first ? [first] : []), ...others.map(lower), ...(helped ? [helped] : [])].join('; ')
  },
  line(entries) {
    const last = entries.at(-1)
    const first = signOf(last?.seen[0] ?? '')
    return first ? first.words.toLowerCase() : last?.helped ? 'a way in helped' : null
  },
  concerns({ entries }) {
    const recent = entries.slice(-HABIT.of)
    const habit = BREATH_SIGNS.find(
      (s) => !s.good && recent.filter((e) => e.data.seen.includes(s.id)).length >= HABIT.seen,
    )
    return habit ? [{ kind: 'breath', weight: 45, sentence: `breath: ${lower(habit.words)}, again` }] : []
  },
  rows({ entries }) {
    const last = entries.at(-1)?.data
    const sign = signOf(last?.seen.find((s) => !signOf(s)?.good) ?? '')
    const helped = wayOf(last?.helped ?? '')
    if (!sign && helped)
      return [
        {
          id: `breath-way-${helped.id}`,
          kind: 'breath' as const,
          title: helped.title,
          amount: 'three breaths before playing',
          minutes: 1,
          leastMinutes: 1,
          weight: 60,
          aim: helped.script.at(-1)!,
          notes: [],
        },
      ]
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
    yield { stage: 'breath', data: { seen, helped: undefined } }
  },
})
