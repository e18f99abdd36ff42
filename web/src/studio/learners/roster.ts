import type { LearnerRecord } from '@halitus/core/contract'
import { instrument } from '@halitus/core/instruments'

/** Letters compared as they are typed in haste: without case and accents. */
const plain = (text: string) => text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase()

/**
 * Whether a learner is meant by what was typed: each word begins a word of the name or of an instrument.
 *
 * @example
 * isMeant({ name: 'Zoë Marlin', instruments: ['flute'] }, 'mar zoe') // true
 * isMeant({ name: 'Zoë Marlin', instruments: ['flute'] }, 'arlin') // false
 */
export function isMeant(learner: Pick<LearnerRecord, 'name' | 'instruments'>, typed: string): boolean {
  const has = plain([learner.name, ...learner.instruments.map((id) => instrument(id).name)].join(' ')).split(
    /[\s-]+/,
  )
  return plain(typed)
    .split(/[\s-]+/)
    .filter(Boolean)
    .every((word) => has.some((h) => h.startsWith(word)))
}

/** The letter under which a name is looked up: `initialOf('Émile') // 'E'`; `#` where it begins with none. */
export function initialOf(name: string): string {
  const first = plain(name.trim()).charAt(0).toUpperCase()
  return /\p{L}/u.test(first) ? first : '#'
}

/** The learners under their initials, both in the order of the alphabet. */
export function byInitial<T extends Pick<LearnerRecord, 'name'>>(
  learners: readonly T[],
): { initial: string; learners: T[] }[] {
  const groups = new Map<string, T[]>()
  for (const learner of [...learners].sort((a, b) => a.name.localeCompare(b.name))) {
    const initial = initialOf(learner.name)
    groups.set(initial, [...(groups.get(initial) ?? []), learner])
  }
  return [...groups].map(([initial, group]) => ({ initial, learners: group }))
}
