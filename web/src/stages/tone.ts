import { writtenNote, type Instrument } from '@halitus/core/instruments'
import { TONE_RULE } from '@halitus/core/sound'
import type { Measurement } from '@/workers/index.ts'

/** A tone as it was measured, with its length in s. */
export type Tone = NonNullable<Measurement['tone']>

/**
 * The tone that a take is about: a second at least (tenths are what is shown), and of this instrument's notes; else the
 * sentence that says what was heard instead.
 * @param inst undefined for a small part, which sounds no written note
 */
export function toneIn({ tone }: Pick<Measurement, 'tone'>, inst?: Instrument): Tone | string {
  if (!tone) return 'No note heard.'
  // A cough, a chair, a word: none of them stays on one pitch for a second.
  const tenths = Math.round(10 * tone.lengthS) / 10
  if (tenths < TONE_RULE.countsFromS)
    return `No tone heard that lasts a second: the longest pitch stayed for ${tenths.toFixed(1)} s. Not kept.`
  if (!inst) return tone
  try {
    writtenNote(inst, tone.written)
    return tone
  } catch (error) {
    return `${error instanceof Error ? error.message : ''} Not kept.`
  }
}
