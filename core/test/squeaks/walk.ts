import { instrument } from '@halitus/core/instruments'
import { diagnose } from '@halitus/core/squeaks'

/**
 * The way that a search takes when nothing is noticed and nothing helps: what is asked or tried next, what is put back first,
 * and at last whom it blames.
 */
export function wayThrough(id: string, complaint: string, steps: number, weeksPlaying = 6): string[] {
  const observations: string[] = []
  const said: string[] = []
  for (let k = 0; k < steps; k++) {
    const { next, causes, halt } = diagnose(instrument(id), { complaint, weeksPlaying, observations })
    if (!next) return [...said, halt ?? 'Nothing more to try.']
    said.push(
      `${next.first ? `${next.first} ` : ''}${next.words} (${next.seconds} s) ${causes[0]!.words} ${Math.round(100 * causes[0]!.belief)} %`,
    )
    observations.push(next.outcomes.find((o) => /:(no|same)$/.test(o.id))!.id)
  }
  return said
}
