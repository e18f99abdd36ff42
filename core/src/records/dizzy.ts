import { strict, words } from '../fields/index.ts'
import { daysBetween } from '../time/index.ts'
import { kindOf } from './kind.ts'

/** Dizziness counts for this long, days: drills are shorter until then (chosen by Halitus). */
export const DIZZY_DAYS = 21
/** Seated rest after it, s (a few minutes: common practice, no source). */
export const REST_S = 180

/** Somebody got dizzy in the lesson: what was stopped. */
export const dizzy = kindOf(strict({ during: words(120) }))({
  kind: 'dizzy',
  title: 'Dizzy',
  stages: ['breath', 'sound', 'tongue', 'fingers', 'tune'],
  check() {},
  noted: (d) => `Dizzy: stopped ${d.during}`,
  line: () => null,
  concerns({ entries, today }) {
    const lately = entries.filter((e) => daysBetween(e.at, today) <= DIZZY_DAYS)
    const last = lately.at(-1)
    if (!last) return []
    if (lately.length > 1)
      return [
        {
          kind: 'dizzy',
          weight: 96,
          sentence: `dizzy ${lately.length === 2 ? 'twice' : `${lately.length} times`} in three weeks: short, seated drills; should it go on, a doctor`,
        },
      ]
    return [
      { kind: 'dizzy', weight: 85, sentence: `dizzy last time, at ${last.data.during}: shorter drills` },
    ]
  },
  *demo({ week, weeks, trouble }) {
    if (trouble === 'dizzy' && week === weeks - 2) yield { stage: 'breath', data: { during: 'in 1, out 7' } }
  },
})
