import type { WayIn } from '../instruments/index.ts'
import { median } from '../sound/index.ts'
import { SAME_TONE, toneDiffers, toneOf, type Heard, type Meter, type Tone } from './meter.ts'

/** Whether a step on the way to tonguing was passed, and why. */
export interface Passed {
  passed: boolean
  words: string
}

/**
 * Judges a step by strokes and by tone: enough of them, clean starts, the sound going on, and no other tone than slurred.
 * @param slurred the learner's own slurred tone, where there is one
 */
export function passes(way: WayIn, heard: Heard, meter: Meter, slurred: Tone | undefined): Passed {
  const starts = heard.notes.length
  if (!starts) return { passed: false, words: 'No tone was heard.' }
  if (way.airFirst) {
    const byAir = heard.notes.filter((n) => n.start.kind === 'air').length
    const stopped = heard.notes.filter((n) => n.end.quality === 'stopped' || n.end.quality === 'cut').length
    if (byAir < way.strokes)
      return { passed: false, words: `${byAir} of ${way.strokes} tones began with air alone.` }
    if (stopped < way.strokes)
      return { passed: false, words: `${stopped} of ${way.strokes} tones were stopped; the others faded.` }
    return { passed: true, words: `${way.strokes} tones begun with air and stopped with the tongue.` }
  }
  const count = meter.strokes.length
  if (count < way.strokes) return { passed: false, words: `${count} of ${way.strokes} strokes were heard.` }
  const bad = meter.strokes.filter((s) => s.start !== 'clean').length
  if (4 * bad > count) return { passed: false, words: `${bad} of ${count} strokes didn’t begin cleanly.` }
  const gaps = meter.strokes.flatMap((s) => (s.gapMs === null ? [] : [s.gapMs]))
  if (gaps.length && median(gaps) > MOST_GAP_MS)
    return {
      passed: false,
      words: `The sound stops for ${Math.round(median(gaps))} ms each time; it should go on.`,
    }
  const other = slurred ? toneDiffers(slurred, toneOf(heard.notes)) : []
  if (other.length) return { passed: false, words: `Another tone: ${other.join(', ')}.` }
  return {
    passed: true,
    words: `${count} strokes, clean${slurred ? `, and the same tone as slurred (within ${SAME_TONE.cents} cents)` : ''}.`,
  }
}

/** A stroke that leaves the sound silent for longer is a stop (chosen by Halitus). */
const MOST_GAP_MS = 90
