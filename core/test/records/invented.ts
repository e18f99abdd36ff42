import { instrument } from '@halitus/core/instruments'
import { seeded, seedOf } from '@halitus/core/player'
import { inventLesson, RECORDS, type Story } from '@halitus/core/records'

const at = (id: string, more: Partial<Story>): Story => ({
  inst: instrument(id),
  week: 0,
  weeks: 12,
  startS: 6,
  gainS: 1,
  steady: 12,
  tone: 'E4',
  moves: [],
  trouble: undefined,
  habits: [],
  aim: () => 10,
  ...more,
})
/** Three invented learners. */
export const PEOPLE = {
  clarinettist: at('clarinet', { trouble: 'stuck', habits: ['reed-height'], moves: [['A4', 'B4']] }),
  piper: at('chanter', { trouble: 'dizzy', tone: 'A4', moves: [['D5', 'E5']] }),
  flutist: at('flute', { trouble: 'unsteady', tone: 'B4', moves: [['C5', 'D5']] }),
}
/** What there is so much of that it is counted week by week, and what else is told in words: the week, what was noted. */
const COUNTED = ['setup', 'recalled', 'note']

/** What is noted of an invented learner in thirteen weeks, kind by kind; what went well says nothing. */
export function told(who: keyof typeof PEOPLE): Record<string, string> {
  const weeks: Record<string, string[]> = {}
  const counts: Record<string, number[]> = {}
  const stages: Record<string, Set<string>> = {}
  for (let week = 0; week <= 12; week++)
    for (const { kind, stage, data } of inventLesson({ ...PEOPLE[who], week }, (k) =>
      seeded(seedOf(who, k, String(week))),
    )) {
      ;(stages[kind] ??= new Set()).add(stage)
      const of = RECORDS[kind] as unknown as { noted(data: object, inst: object): string | null }
      const words = of.noted(data, PEOPLE[who].inst)
      if (COUNTED.includes(kind)) (counts[kind] ??= Array<number>(13).fill(0))[week]!++
      if (!COUNTED.includes(kind) || (words && week % 6 === 0)) (weeks[kind] ??= []).push(`${week} ${words}`)
    }
  return Object.fromEntries(
    Object.keys(stages)
      .sort()
      .map((kind) => [
        kind,
        `${[...stages[kind]!].sort().join(' ')}: ${[...(counts[kind] ? [counts[kind].join(' ')] : []), ...(weeks[kind] ?? [])].join(' | ')}`,
      ]),
  )
}
