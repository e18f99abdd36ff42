import { useEventListener } from '@vueuse/core'
import type { Instrument } from '@halitus/core/instruments'
import { hzOfMidi, parseNote } from '@halitus/core/pitch'
import type { PhraseNote } from '@halitus/core/player'
import { timesOf, type LineNote } from '@halitus/core/tongue'
import { isTyping } from '@/base/keys.ts'
import { useLesson } from '@/lesson/index.ts'
import { useListening } from '@/listening/index.ts'
import { useTones, type ToneSpan } from '@/parts/tones.ts'

/** What the simulated player plays of a line: strokes on running air, slurs where they stand, short notes parted. */
export function asPlayed(line: readonly LineNote[], perMinute: number): PhraseNote[] {
  const beat = 60 / perMinute / 12
  let first = true
  return line.map((n, k): PhraseNote => {
    const lengthS = n.ticks * beat
    if (n.written === null) {
      first = true
      return { written: null, lengthS }
    }
    const next = line[k + 1]
    const parted = n.short || (next?.begins === 'tongue' && next.written === n.written)
    const note: PhraseNote = {
      written: n.written,
      lengthS,
      begins: first || n.begins === 'tongue' ? 'tongue' : 'slur',
      gapS:
        next?.written == null
          ? 0.02
          : n.short
            ? lengthS / 2
            : next.begins === 'slur'
              ? 0
              : parted
                ? 0.045
                : 0.035,
    }
    first = false
    return note
  })
}

/** A line as tones: a short note is half as long, a tongued one ends a little before the next. */
function spansOf(line: readonly LineNote[], perMinute: number, inst: Instrument, a4Hz: number): ToneSpan[] {
  const notes = timesOf(line, perMinute)
  return notes.map((n, k) => ({
    hz: hzOfMidi(parseNote(n.written).midi + inst.transposition, a4Hz),
    startS: n.startS,
    lengthS: n.lengthS * (n.short ? 0.5 : notes[k + 1]?.begins === 'slur' ? 1 : 0.88),
    slurred: n.begins === 'slur',
  }))
}

/**
 * A model to hear: `l` plays it, and stops it; never while something is listened to.
 * @param what the line and its tempo, at the moment it is asked for
 */
export function useModel(what: () => { line: readonly LineNote[]; perMinute: number } | undefined) {
  const lesson = useLesson()
  const listening = useListening()
  const { sounding, play, stop } = useTones()
  async function hear() {
    if (sounding.value) return stop()
    const asked = what()
    if (!asked || !lesson.inst || listening.busy) return
    await play(spansOf(asked.line, asked.perMinute, lesson.inst, lesson.a4Hz))
  }
  useEventListener('keydown', (event: KeyboardEvent) => {
    if (event.key === 'l' && !isTyping(event) && !event.repeat) void hear()
  })
  return { sounding, hear, stop }
}
