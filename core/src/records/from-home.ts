import type { Aim, Goal, HomeNumber } from './kind.ts'

/** Heard by a phone, so many numbers from home count; written down, so many; fewer than three lower nothing (chosen by Halitus). */
const HOME_COUNTS = { measured: 2, written: 3, lowers: 3, most: 9 } as const
/** So many of them are told. */
const HOME_TOLD = 5

/**
 * An aim with what was done at home: it is what two of three numbers reached, where that is more than the lessons alone say, or
 * where fewer than half of them reached what those say. Never below what was just held.
 * @param next what the lessons alone say
 * @param numbers about the same thing, since the lesson before last, oldest first
 * @param held what the newest entry reached
 */
export function withHome(
  next: Pick<Aim, 'value' | 'why'>,
  numbers: readonly HomeNumber[],
  [low, high]: Goal<never>['limits'],
  held: number,
): Pick<Aim, 'value' | 'why'> {
  const measured = numbers.filter((n) => n.measured)
  const all =
    measured.length >= HOME_COUNTS.measured ? measured : numbers.length >= HOME_COUNTS.written ? numbers : []
  const counting = all.slice(-HOME_COUNTS.most)
  if (!counting.length) return next
  const sorted = counting.map((n) => n.value).sort((a, b) => a - b)
  const usual = Math.floor(sorted[Math.floor(sorted.length / 3)]!)
  const value = Math.max(low, Math.min(high, Math.max(usual, Math.ceil(held))))
  const newest = counting.slice(-HOME_TOLD).map((n) => String(Math.round(10 * n.value) / 10))
  const told = `At home${counting.length > HOME_TOLD ? ' lately' : ''} ${newest.join(', ')}`
  const reached = counting.filter((n) => n.value >= next.value).length
  if (value > next.value) return { value, why: `${told}: two of three reached ${value}.` }
  if (value < next.value && counting.length >= HOME_COUNTS.lowers && reached < counting.length / 2)
    return { value, why: `${told}: ${reached} of ${counting.length} reached ${next.value}, so ${value}.` }
  return { value: next.value, why: `${next.why} ${told}.` }
}
