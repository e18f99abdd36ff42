import type { EntryRecord } from '@halitus/core/contract'
import type { ReedCase } from '@halitus/core/reeds'

const WEEK_MS = 7 * 86_400_000
/** Below this range of loudness nothing can be said about pitch against loudness, dB. */
const TELLING_DB = 6
const RECENT = 5

/** What was measured with a learner, as the adviser takes it: the newest long tone and the usual sag of the last few. */
export function measuredOf(
  entries: readonly EntryRecord[],
): Pick<ReedCase, 'weeksPlaying' | 'longToneS' | 'targetS' | 'centsPerDb'> {
  const first = entries[0]
  const last = entries.at(-1)
  const tones = entries.flatMap((e) => (e.kind === 'long-tone' ? [e.data] : []))
  const newest = tones.at(-1)
  const telling = tones.filter((t) => t.rangeDb >= TELLING_DB).slice(-RECENT)
  return {
    weeksPlaying: first && last ? Math.round((Date.parse(last.at) - Date.parse(first.at)) / WEEK_MS) : 0,
    longToneS: newest?.lengthS ?? null,
    targetS: newest?.targetS ?? null,
    centsPerDb: telling.length
      ? telling.reduce((sum, t) => sum + t.sagCents / t.rangeDb, 0) / telling.length
      : null,
  }
}
