import type { BreakStep } from '@halitus/core/crossings'
import type { PhraseNote } from '@halitus/core/player'

/** A step over a break as the simulated player plays it: a held note, a line, or there and back again. */
export function asPlayed(s: BreakStep): PhraseNote[] {
  const lengthS = 0.6
  if (s.heard === 'held') return [{ written: s.notes[0]!.written, lengthS: 3.6, begins: 'tongue' }]
  if (s.heard === 'line')
    return s.notes.map((n, i) => ({
      written: n.written,
      lengthS: i ? lengthS : 1,
      begins: i ? 'slur' : 'tongue',
    }))
  const [a, b] = s.direction ? [s.direction.from, s.direction.to] : [s.notes[0]!.written, s.notes[1]!.written]
  return Array.from({ length: 2 * s.times }, (_, n) => ({
    written: n % 2 ? b : a,
    lengthS,
    begins: !n || s.begins === 'tongue' ? ('tongue' as const) : ('slur' as const),
    gapS: s.begins === 'tongue' ? 0.04 : 0,
  }))
}
/** About so long that takes, whole seconds. */
export const playS = (s: BreakStep) => Math.ceil(asPlayed(s).reduce((sum, n) => sum + n.lengthS, 0))
