import { instrument } from '../instruments/index.ts'
import { ofLearner, type EntryRecord } from './records.ts'
import { RECORDS } from './registry.ts'
import type { RecordKind } from './kind.ts'
import { safely } from './safely.ts'

/** Something that was advised, and how it went. */
export interface Advised {
  /** What it was taken for; the remedy is the stop's. */
  words: string
  /** The kind of record that advised it. */
  kind: string
  helped: number
  tried: number
  /** With so many learners. */
  learners: number
}

type Adviser = RecordKind<string, never> & Required<Pick<RecordKind<string, never>, 'advised'>>
const ADVISERS = new Map(
  (Object.values(RECORDS) as unknown as readonly RecordKind<string, never>[])
    .filter((k): k is Adviser => !!k.advised)
    .map((k) => [k.kind, k]),
)
/** Kinds of record in which something is advised and tried. */
export const ADVISING: readonly string[] = [...ADVISERS.keys()]

/**
 * Which advice helped how often, over everybody: what was tried most often first, then what helped most. Simulated sound is nobody's.
 * @param entries of any learners, in any order
 */
export function advisedIn(entries: readonly (EntryRecord & { learnerId: string })[]): Advised[] {
  const found = new Map<string, Advised & { who: Set<string> }>()
  for (const e of ofLearner(entries)) {
    const kind = ADVISERS.get(e.kind)
    const said =
      kind &&
      safely(
        kind.title,
        () => kind.advised(e.data as never, instrument(e.instrument)),
        null,
        () => undefined,
      )
    if (!said) continue
    const key = `${e.kind} ${said.words}`
    const own =
      found.get(key) ??
      found
        .set(key, { words: said.words, kind: e.kind, helped: 0, tried: 0, learners: 0, who: new Set() })
        .get(key)!
    own.tried++
    own.helped += said.helped ? 1 : 0
    own.who.add(e.learnerId)
  }
  return [...found.values()]
    .map(({ who, ...own }) => ({ ...own, learners: who.size }))
    .sort((a, b) => b.tried - a.tried || b.helped - a.helped || a.words.localeCompare(b.words))
}
