import { analyse as analyseSound, type SoundReport, type Track } from '@halitus/core/sound'
import { listening, type Recording } from './recordings.ts'
import type { Told } from './told.ts'

/** What a recording holds. */
export const analyse = (asked: Recording): { report: SoundReport; track: Track; warnings: string[] } | Told =>
  listening(asked, ({ samples, sampleRate, warnings }) => ({
    ...analyseSound(samples, sampleRate, asked.options),
    warnings: [...warnings],
  }))
