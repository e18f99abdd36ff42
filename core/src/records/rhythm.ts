import { array } from 'yup'
import { OutOfRange, Refusal } from '../errors/index.ts'
import { strict, whole, words } from '../fields/index.ts'
import { checkRhythm, ticksOf, TICKS } from '../tongue/index.ts'
import { dueBy, remembered, type Review } from '../recall/index.ts'
import { kindOf, newestOf, slug, type Noted } from './kind.ts'

/** A pattern that was played is remembered for a while. */
const asReview = ({ at, data }: Noted<{ name: string }>): Review => ({
  about: `pattern ${slug(data.name)}`,
  grade: 'good',
  at,
})

/** A pattern of one's own, tapped or played: kept, and printed on the card. */
export const rhythm = kindOf(
  strict({
    name: words(40),
    /** Twelfths of a beat; a rest is negative. */
    rhythm: array().of(whole(-48, 48)).required().min(1).max(64),
    perMinute: whole(30, 208),
  }),
)({
  kind: 'rhythm',
  title: 'Own pattern',
  stages: ['tongue'],
  plan: { minutes: 2, air: false, everyDays: 21, ready: ({ weeks }) => weeks > 1 },
  check(_inst, { rhythm: lengths }) {
    try {
      checkRhythm(lengths)
    } catch (error) {
      if (error instanceof OutOfRange) throw new Refusal('invalid', error.message, 'data.rhythm')
      throw error
    }
  },
  noted: (d) => `Own pattern “${d.name}”, ${ticksOf(d.rhythm) / TICKS} beats`,
  line: (entries) => (entries.length ? 'own pattern' : null),
  rows({ inst, entries, before, today }) {
    const own = newestOf(entries, (d) => slug(d.name)).slice(-2)
    // One of earlier lessons that is due again comes along, the longest overdue first.
    const due = today === undefined ? [] : dueBy(remembered(before.map(asReview)), today)
    const again = due.flatMap((r) => before.findLast((e) => asReview(e).about === r.about) ?? [])
    return [
      ...own.map((e) => ({ ...e, why: 'Made in this lesson.', weight: 75 })),
      ...(own.length ? [] : again.slice(0, 1)).map((e) => ({ ...e, why: 'Due again.', weight: 31 })),
    ].map(({ data, why, weight }) => ({
      id: `rhythm-${slug(data.name)}`,
      kind: 'tongue' as const,
      title: `Your pattern: ${data.name}`,
      amount: `5 times at ${data.perMinute}`,
      minutes: 1,
      leastMinutes: 1,
      // Homework of the learner's own making comes before what was given.
      weight,
      why,
      aim: 'Say it, then play it on one note, then on two.',
      notes: [],
      line: data.rhythm.map((t) => ({
        written: t < 0 ? null : inst.teaching.firstNotes[0]!,
        ticks: Math.abs(t),
        begins: 'tongue' as const,
      })),
    }))
  },
  *demo({ week }) {
    if (week !== 6) return
    yield { stage: 'tongue', data: { name: 'Homework', rhythm: [12, 6, 6, 12, -12], perMinute: 66 } }
  },
})
