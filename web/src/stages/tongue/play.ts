import { onBeforeUnmount, ref } from 'vue'
import { useEventListener } from '@vueuse/core'
import type { Instrument } from '@halitus/core/instruments'
import { hzOfMidi, parseNote } from '@halitus/core/pitch'
import type { PhraseNote } from '@halitus/core/player'
import { timesOf, type LineNote } from '@halitus/core/tongue'
import { isTyping } from '@/base/keys.ts'
import { useLesson } from '@/lesson/index.ts'
import { useListening } from '@/listening/index.ts'

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

/** Plays a line through the loudspeaker, in plain tones. */
function useTones() {
  const sounding = ref(false)
  let context: AudioContext | undefined
  let over: ReturnType<typeof setTimeout> | undefined

  function stop() {
    clearTimeout(over)
    sounding.value = false
    void context?.close().catch(() => undefined)
    context = undefined
  }
  /** @returns when it has ended; at once when it was stopped */
  async function play(
    line: readonly LineNote[],
    perMinute: number,
    inst: Instrument,
    a4Hz: number,
  ): Promise<boolean> {
    stop()
    const notes = timesOf(line, perMinute)
    const last = notes.at(-1)
    if (!last) return false
    const ctx = new AudioContext({ latencyHint: 'interactive' })
    context = ctx
    sounding.value = true
    await ctx.resume().catch(() => undefined)
    const from = ctx.currentTime + 0.1
    for (const [k, n] of notes.entries()) {
      const next = notes[k + 1]
      const tied = next?.begins === 'slur'
      const tone = new OscillatorNode(ctx, {
        type: 'triangle',
        frequency: hzOfMidi(parseNote(n.written).midi + inst.transposition, a4Hz),
      })
      const level = new GainNode(ctx, { gain: 0 })
      const at = from + n.startS
      const end = at + n.lengthS * (n.short ? 0.5 : tied ? 1 : 0.88)
      level.gain.setValueAtTime(0, at)
      level.gain.linearRampToValueAtTime(0.22, at + (n.begins === 'slur' ? 0.004 : 0.012))
      level.gain.setValueAtTime(0.22, Math.max(at + 0.013, end - 0.02))
      level.gain.linearRampToValueAtTime(0, end)
      tone.connect(level).connect(ctx.destination)
      tone.start(at)
      tone.stop(end + 0.01)
    }
    const ms = 1000 * (0.1 + last.startS + last.lengthS)
    return new Promise((resolve) => {
      over = setTimeout(() => {
        const whole = context === ctx
        if (whole) stop()
        resolve(whole)
      }, ms)
    })
  }
  onBeforeUnmount(stop)
  return { sounding, play, stop }
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
    await play(asked.line, asked.perMinute, lesson.inst, lesson.a4Hz)
  }
  useEventListener('keydown', (event: KeyboardEvent) => {
    if (event.key === 'l' && !isTyping(event) && !event.repeat) void hear()
  })
  return { sounding, hear, stop }
}
