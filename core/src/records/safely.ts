import { Refusal } from '../errors/index.ts'

/** What couldn't be worked out, and from which kind of entry. */
export interface Broken {
  /** The kind's title: “Recall”. */
  title: string
  why: string
}

/**
 * Does something with the history of one kind of entry. A history that can't be worked out (a line that an older version or
 * a damaged file left behind) is told, and takes nothing else with it.
 * @param broken told of what failed
 * @param instead what stands for it then
 *
 * @example safely('Recall', () => { throw new Error('out of order') }, [], (b) => list.push(b)) // []
 */
export function safely<T>(title: string, work: () => T, instead: T, broken: (of: Broken) => void): T {
  try {
    return work()
  } catch (error) {
    // What a teacher asked for wrongly is answered as such.
    if (error instanceof Refusal) throw error
    broken({ title, why: error instanceof Error ? error.message : String(error) })
    return instead
  }
}

/** That in a sentence. @example brokenWords(['Recall']) // 'Recall can’t be worked out from what is kept; all else is' */
export function brokenWords(titles: readonly string[]): string {
  const names = [...new Set(titles)]
  const some = names.slice(0, 3).join(', ')
  const more = names.length > 3 ? ` and ${names.length - 3} more` : ''
  return `${some}${more} can’t be worked out from what is kept; all else is`
}
