import { array, string } from 'yup'
import { Refusal } from '../errors/index.ts'
import { finite, id, strict, whole } from '../fields/index.ts'
import { CELLS, ECHOED, MOST_LEVEL, notesToPractise, type Fared } from '../tongue/index.ts'
import { kindOf, type Noted } from './kind.ts'
import { knownPart, partNamed } from './small-part.ts'

const cellOf = (id: string) => CELLS.find((c) => c.id === id)
/** Of five patterns at home so many (chosen by Halitus: four fifths, as all that is asked at home). */
const HOME_RIGHT = 4

/** How a learner fared with each figure in the last answers. @param last how many answers count */
export function faredOf(entries: readonly Noted<{ cells: string[]; right: number }>[], last = 20): Fared {
  const fared: Record<string, { tried: number; right: number }> = {}
  for (const { data } of entries.slice(-last))
    for (const cell of new Set(data.cells)) {
      const f = (fared[cell] ??= { tried: 0, right: 0 })
      f.tried++
      if (data.right >= ECHOED) f.right++
    }
  return fared
}

/** A pattern heard and answered. */
export const echo = kindOf(
  strict({
    level: whole(1, MOST_LEVEL),
    cells: array().of(string().required().max(40)).required().min(1).max(16),
    perMinute: whole(30, 208),
    /** Share of notes that were right, and what wasn't, in words. */
    right: finite().min(0).max(1),
    wrong: array().of(string().required().max(120)).required().max(10),
    /** Answered on a small part, by rhythm alone. */
    part: id().optional(),
  }),
)({
  kind: 'echo',
  title: 'Echo',
  stages: ['tongue'],
  plan: { minutes: 3, air: true, everyDays: 14 },
  check(inst, { cells, part }) {
    if (part !== undefined) knownPart(inst, part)
    const unknown = cells.find((c) => !cellOf(c))
    if (unknown)
      throw new Refusal(
        'invalid',
        `data.cells names “${unknown}”; allowed: ${CELLS.map((c) => c.id).join(', ')}.`,
        'data.cells',
      )
  },
  noted: (d, inst) =>
    `Echo${d.part ? ` on the ${partNamed(inst, d.part)?.part ?? d.part}` : ''}, level ${d.level}: ${Math.round(100 * d.right)} % right at ${d.perMinute}`,
  line(entries) {
    const right = entries.filter((e) => e.right >= ECHOED).length
    return entries.length ? `echo ${right} of ${entries.length}` : null
  },
  series: (entries) =>
    entries.length
      ? [
          {
            about: 'echo',
            title: 'Echo',
            name: 'level',
            unit: 'of 5',
            better: 'more' as const,
            race: false,
            points: entries.map(({ at, data }) => ({
              at,
              value: data.level,
              aim: null,
              reached: data.right >= ECHOED,
            })),
          },
        ]
      : [],
  rows({ inst, entries, before, notes, observes }) {
    if (!entries.length) return []
    const fared = faredOf([...before, ...entries])
    const weak = Object.entries(fared)
      .filter(([, f]) => f.right < f.tried)
      .sort((a, b) => a[1].right / a[1].tried - b[1].right / b[1].tried)[0]
    const cell = weak && cellOf(weak[0])
    const newest = entries.at(-1)!.data
    // On a part no note sounds that could be heard again; there it is answered to the wall.
    const known = newest.part || !inst.tongue ? [] : notesToPractise(inst, notes).slice(0, 3)
    return [
      {
        id: 'echo',
        kind: 'tongue' as const,
        title: 'Say it, finger it, play it',
        amount: '5 patterns of two to four beats',
        minutes: 2,
        leastMinutes: 1,
        weight: 34,
        aim: cell ? `With ${cell.words} in each; invent one for the lesson.` : 'Invent one for the lesson.',
        notes: known,
        ...(known.length && {
          asks: {
            goal: 'echo',
            about: String(newest.level),
            value: observes ? null : HOME_RIGHT,
            unit: 'hits',
          },
        }),
      },
    ]
  },
  *demo({ week }, random) {
    if (week % 3 !== 1) return
    const level = Math.min(MOST_LEVEL, 1 + Math.floor(week / 3))
    const cells = CELLS.filter((c) => c.level <= level && c.id !== 'rest').slice(-3)
    yield {
      stage: 'tongue',
      data: {
        level,
        cells: cells.map((c) => c.id),
        perMinute: 66,
        right: random.chance(0.7) ? 1 : 0.75,
        wrong: [],
        part: undefined,
      },
    }
  },
})
