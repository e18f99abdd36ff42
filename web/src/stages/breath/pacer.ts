import { onBeforeUnmount, ref } from 'vue'
import { countsWithin, type Pattern } from '@halitus/core/breath'

/** How far ahead clicks are handed to the sound card, s, and how often that is looked after, ms. */
const AHEAD_S = 0.25
const EVERY_MS = 60
const LEAD_S = 0.3
/** Clicks: where a part begins, and the counts inside it. */
const HZ = { in: 660, hold: 880, out: 440, empty: 330, inside: 1320 } as const

/**
 * Time as a drill needs it: told by the audio clock alone, so that picture and clicks can't drift apart. Where there is no
 * sound card the page's own clock is used.
 */
export function usePacer() {
  const running = ref(false)
  const atS = ref(0)
  let context: AudioContext | undefined
  let beganS = 0
  let told = 0
  let looking: ReturnType<typeof setInterval> | undefined
  let frame = 0
  const clock = () => (context?.state === 'running' ? context.currentTime : performance.now() / 1000)

  function click(ctx: AudioContext, timeS: number, hz: number) {
    const tone = new OscillatorNode(ctx, { frequency: hz, type: 'sine' })
    const level = new GainNode(ctx, { gain: 0 })
    level.gain.setValueAtTime(0, timeS)
    level.gain.linearRampToValueAtTime(hz === HZ.inside ? 0.06 : 0.2, timeS + 0.004)
    level.gain.exponentialRampToValueAtTime(0.0005, timeS + 0.09)
    tone.connect(level).connect(ctx.destination)
    tone.start(timeS)
    tone.stop(timeS + 0.1)
  }

  async function start(pattern: Pattern, perMinute: number, aloud: boolean) {
    stop()
    context =
      typeof AudioContext === 'undefined' ? undefined : new AudioContext({ latencyHint: 'interactive' })
    await context?.resume().catch(() => undefined)
    beganS = clock() + LEAD_S
    told = 0
    running.value = true
    const draw = () => {
      // What is heard comes a little after it is due; the picture waits for it.
      const late = aloud ? (context?.outputLatency ?? 0) : 0
      atS.value = Math.max(0, clock() - beganS - late)
      frame = requestAnimationFrame(draw)
    }
    draw()
    const ctx = context
    if (!aloud || !ctx) return
    const tell = () => {
      const until = clock() - beganS + AHEAD_S
      for (const { timeS, begins } of countsWithin(pattern, perMinute, told, until))
        click(ctx, Math.max(ctx.currentTime, beganS + timeS), begins ? HZ[begins] : HZ.inside)
      told = Math.max(told, until)
    }
    tell()
    looking = setInterval(tell, EVERY_MS)
  }
  function stop() {
    running.value = false
    clearInterval(looking)
    cancelAnimationFrame(frame)
    void context?.close().catch(() => undefined)
    context = undefined
  }
  onBeforeUnmount(stop)
  return { running, atS, start, stop }
}
