import { useEventListener } from '@vueuse/core'
import { hzOfMidi, parseNote } from '@halitus/core/pitch'
import type { PhraseNote } from '@halitus/core/player'
import type { LineNote } from '@halitus/core/tongue'
import { isTyping } from '@/base/keys.ts'
import { useLesson } from '@/lesson/index.ts'
import { useListening } from '@/listening/index.ts'
import { spansOf, useTones } from '@/parts/tones.ts'

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
    const { inst, a4Hz } = lesson
    const hz = (written: string) => hzOfMidi(parseNote(written).midi + inst.transposition, a4Hz)
    await play(spansOf(asked.line, asked.perMinute, hz))
  }
  useEventListener('keydown', (event: KeyboardEvent) => {
    if (event.key === 'l' && !isTyping(event) && !event.repeat) void hear()
  })
  return { sounding, hear, stop }
}
