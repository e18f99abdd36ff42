import { boolean, type InferType } from 'yup'
import { finite, noteText, strict } from '../fields/index.ts'
import { writtenNote } from '../instruments/index.ts'
import { prettyNote } from '../pitch/index.ts'
import { kindOf } from './kind.ts'
import { noteKey, toneRow } from './long-tone.ts'

/** A hand on the key is late by so much at each end, s: nothing shorter is timed by it (common practice, no source). */
export const BY_HAND_LEAST_S = 0.5

const schema = strict({
  written: noteText(),
  targetS: finite().min(1).max(600),
  lengthS: finite().min(BY_HAND_LEAST_S).max(600),
  /** Whether it was level to its end, as the teacher heard it. */
  level: boolean().required(),
})
export type ToneByHand = InferType<typeof schema>

/** What is shown is what counts: tenths of a second. */
const tenths = (s: number) => Math.round(s * 10) / 10
const seconds = (d: ToneByHand) => tenths(d.lengthS).toFixed(1)
const keyOf = (d: Pick<ToneByHand, 'written'>) => noteKey(d.written)

/**
 * A long tone timed by the teacher's hand and judged by the teacher's ear, where nothing can be measured. It moves no aim:
 * those are of what was heard by the program.
 */
export const toneByHand = kindOf(schema)({
  kind: 'tone-by-hand',
  title: 'Long tone by hand',
  stages: ['sound'],
  knows: (d) => [d.written],
  check(inst, { written }) {
    writtenNote(inst, written)
  },
  noted: (d) =>
    `${prettyNote(d.written)} ${seconds(d)} s by hand, ${d.level ? 'level by ear' : 'not level by ear'}`,
  line(entries) {
    const last = entries.at(-1)
    return last ? `${tenths(last.lengthS).toFixed(0)} s by hand` : null
  },
  series: (entries) =>
    [...new Set(entries.map((e) => keyOf(e.data)))].map((about) => ({
      about,
      title: `Long tone ${prettyNote(about)} by hand`,
      name: 'held',
      unit: 's',
      better: 'more' as const,
      race: true,
      points: entries
        .filter((e) => keyOf(e.data) === about)
        .map(({ at, data }) => ({
          at,
          value: tenths(data.lengthS),
          aim: data.targetS,
          reached: data.level && tenths(data.lengthS) >= data.targetS,
        })),
    })),
  rows({ entries, observes }) {
    const last = entries.at(-1)?.data
    if (!last) return []
    // A measured tone on the same note asks for the same thing under the same name, and comes first.
    return [toneRow(last.written, last.targetS, observes, 89)]
  },
})
