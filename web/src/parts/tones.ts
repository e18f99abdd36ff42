import { onBeforeUnmount, ref } from 'vue'
import { timesOf, type LineNote } from '@halitus/core/tongue'

/** A tone to be sounded. Times in s from the beginning. */
export interface ToneSpan {
  hz: number
  startS: number
  lengthS: number
  /** It begins without a stroke. */
  slurred: boolean
}

/**
 * A line as tones: a short note is half as long, a tongued one ends a little before the next.
 * @param hz of a written note
 */
export function spansOf(
  line: readonly LineNote[],
  perMinute: number,
  hz: (written: string) => number,
): ToneSpan[] {
  const notes = timesOf(line, perMinute)
  return notes.map((n, k) => ({
    hz: hz(n.written),
    startS: n.startS,
    lengthS: n.lengthS * (n.short ? 0.5 : notes[k + 1]?.begins === 'slur' ? 1 : 0.88),
    slurred: n.begins === 'slur',
  }))
}

const CLICK_HZ = 990
const LEVEL = { tone: 0.22, click: 0.2 } as const
const LEAD_S = 0.1

/** Plays lines through the loudspeaker in plain tones: a stand-in to copy, kept apart from whatever is judged. */
export function useTones() {
  const sounding = ref(false)
  let context: AudioContext | undefined
  let over: ReturnType<typeof setTimeout> | undefined
  let startedMs = 0

  function stop() {
    clearTimeout(over)
    sounding.value = false
    void context?.close().catch(() => undefined)
    context = undefined
  }
  function tone(ctx: AudioContext, from: number, { hz, startS, lengthS, slurred }: ToneSpan) {
    const oscillator = new OscillatorNode(ctx, { type: 'triangle', frequency: hz })
    const level = new GainNode(ctx, { gain: 0 })
    const [at, end] = [from + startS, from + startS + lengthS]
    level.gain.setValueAtTime(0, at)
    level.gain.linearRampToValueAtTime(LEVEL.tone, at + (slurred ? 0.004 : 0.012))
    level.gain.setValueAtTime(LEVEL.tone, Math.max(at + 0.013, end - 0.02))
    level.gain.linearRampToValueAtTime(0, end)
    oscillator.connect(level).connect(ctx.destination)
    oscillator.start(at)
    oscillator.stop(end + 0.01)
  }
  function click(ctx: AudioContext, at: number) {
    const oscillator = new OscillatorNode(ctx, { type: 'triangle', frequency: CLICK_HZ })
    const level = new GainNode(ctx, { gain: 0 })
    level.gain.setValueAtTime(0, at)
    level.gain.linearRampToValueAtTime(LEVEL.click, at + 0.002)
    level.gain.exponentialRampToValueAtTime(0.0005, at + 0.05)
    oscillator.connect(level).connect(ctx.destination)
    oscillator.start(at)
    oscillator.stop(at + 0.06)
  }
  /**
   * @param clicks when a click is heard, s from the beginning
   * @returns when it has ended, whether it was played to its end
   */
  async function play(spans: readonly ToneSpan[], clicks: readonly number[] = []): Promise<boolean> {
    stop()
    const ends = [...spans.map((s) => s.startS + s.lengthS), ...clicks]
    if (!ends.length) return false
    const ctx = new AudioContext({ latencyHint: 'interactive' })
    context = ctx
    sounding.value = true
    await ctx.resume().catch(() => undefined)
    const from = ctx.currentTime + LEAD_S
    startedMs = performance.now() + 1000 * LEAD_S
    for (const span of spans) tone(ctx, from, span)
    for (const at of clicks) click(ctx, from + at)
    return new Promise((resolve) => {
      over = setTimeout(
        () => {
          const whole = context === ctx
          if (whole) stop()
          resolve(whole)
        },
        1000 * (LEAD_S + Math.max(...ends)),
      )
    })
  }
  /** Where it is, s since it began. */
  const atS = () => (performance.now() - startedMs) / 1000
  onBeforeUnmount(stop)
  return { sounding, play, stop, atS }
}
