import { string } from 'yup'
import { Refusal } from '../errors/index.ts'
import { noteText, strict, whole } from '../fields/index.ts'
import { fingerSystem, isCharted, writtenNote } from '../instruments/index.ts'
import { parseNote, prettyNote } from '../pitch/index.ts'
import { kindOf, slug } from './kind.ts'

interface Tried {
  from: string
  to: string
  clean: number
  tries: number
}

/** Fewer tries say too little; below this share of clean ones a move is a concern (chosen by Halitus). */
export const TELLING_TRIES = 4
export const CLEAN_SHARE = 0.6

const pair = ({ from, to }: Tried) => `${prettyNote(from)} to ${prettyNote(to)}`
const newestByPair = <T extends { data: Tried }>(entries: readonly T[]) => [
  ...new Map(entries.map((e) => [`${e.data.from} ${e.data.to}`, e])).values(),
]

/** Two notes back and forth: how many changes were clean. */
export const move = kindOf(
  strict({
    from: noteText(),
    to: noteText(),
    clean: whole(0, 99),
    tries: whole(1, 99),
    late: string().max(20).nullable().defined(),
  }),
)({
  kind: 'move',
  title: 'Move',
  stages: ['fingers'],
  check(inst, { from, to, clean, tries, late }) {
    const a = writtenNote(inst, from)
    const b = writtenNote(inst, to)
    if (a.midi === b.midi)
      throw new Refusal('invalid', `data.to is ${prettyNote(to)}; a move goes to another note.`, 'data.to')
    if (clean > tries)
      throw new Refusal('invalid', `data.clean is ${clean}; at most the ${tries} tries.`, 'data.clean')
    if (late !== null && isCharted(inst) && !fingerSystem(inst).touches.some((t) => t.id === late))
      throw new Refusal('invalid', `data.late is “${late}”; the instrument has no such touch.`, 'data.late')
  },
  noted: (d) => `${pair(d)}: ${d.clean} of ${d.tries} clean`,
  line(entries) {
    const last = entries.at(-1)
    return last ? `${last.clean} of ${last.tries}` : null
  },
  series(entries) {
    const keys = [...new Set(entries.map((e) => `${e.data.from} ${e.data.to}`))]
    return keys.map((about) => {
      const own = entries.filter((e) => `${e.data.from} ${e.data.to}` === about)
      return {
        about,
        title: pair(own[0]!.data),
        name: 'clean',
        unit: '%',
        better: 'more' as const,
        race: false,
        points: own.map(({ at, data }) => ({
          at,
          value: Math.round((100 * data.clean) / data.tries),
          aim: null,
          reached: data.clean / data.tries >= CLEAN_SHARE,
        })),
      }
    })
  },
  concerns({ entries }) {
    const newest = entries.findLast((e) => e.data.tries >= TELLING_TRIES)?.data
    if (!newest || newest.clean / newest.tries >= CLEAN_SHARE) return []
    return [
      {
        kind: 'move',
        weight: 45,
        sentence: `${pair(newest)} clean ${newest.clean} of ${newest.tries}`,
      },
    ]
  },
  rows({ entries, before }) {
    const share = (d: Tried) => d.clean / d.tries
    const today = newestByPair(entries).map((e) => e.data)
    const pairs = new Set(today.map(pair))
    const lastDay = before.at(-1)?.at.slice(0, 10)
    // Last lesson's moves come again until they were clean.
    const again = newestByPair(before)
      .filter(
        (e) => e.at.startsWith(lastDay ?? '-') && e.data.clean < e.data.tries && !pairs.has(pair(e.data)),
      )
      .map((e) => e.data)
    const hardestFirst = (list: Tried[]) => [...list].sort((a, b) => share(a) - share(b))
    const rowOf = (when: string) => (d: Tried) => ({
      id: `move-${slug(d.from)}-${slug(d.to)}`,
      kind: 'fingers' as const,
      title: 'Two notes, back and forth',
      amount: 'silently 5 times, slurred 8 times',
      minutes: 3,
      leastMinutes: 2,
      aim: `All fingers at once. ${when} ${d.clean} of ${d.tries} clean.`,
      notes: [d.from, d.to],
    })
    return [...hardestFirst(today).map(rowOf('Today')), ...hardestFirst(again).map(rowOf('Last lesson'))].map(
      (row, i) => ({
        ...row,
        // The two hardest come home; the others wait under what is left out.
        weight: i < 2 ? 50 - i : 4,
      }),
    )
  },
  *demo({ inst, week, weeks, moves }, random) {
    const progress = Math.min(1, week / weeks)
    for (const [from, to] of moves.slice(0, week > 5 ? 2 : 1)) {
      const clean = Math.max(0, Math.min(8, Math.round(8 * (0.25 + 0.55 * progress) + random.normal())))
      const late = random.pick(['R3', 'L3', 'R4:Eb'])
      const known = isCharted(inst) && fingerSystem(inst).touches.some((t) => t.id === late)
      if (parseNote(from).midi === parseNote(to).midi) continue
      yield {
        stage: 'fingers',
        data: { from, to, clean, tries: 8, late: clean < 8 && known ? late : null },
      }
    }
  },
})
