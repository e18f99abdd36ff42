import { onScopeDispose, ref } from 'vue'
import { clicksBetween, type Click, type Pulse } from '@halitus/core/tongue'

/** How far ahead clicks are handed to the sound card, s, and how often that is looked after, ms. */
const AHEAD_S = 0.25
const EVERY_MS = 50
const LEAD_S = 0.12
const HZ = { bar: 1480, beat: 990, part: 660 } as const
const LEVEL = { bar: 0.3, beat: 0.22, part: 0.09 } as const

/**
 * The pulse by the audio clock alone: each click is placed by its number, so that none is early or late by those before it.
 * Where there is no sound card the page's own clock shows the beat.
 */
export function useClicks() {
  const running = ref(false)
  /** The click that sounded last. */
  const now = ref<Click>()
  let context: AudioContext | undefined
  let beganS = 0
  let told = 0
  let looking: ReturnType<typeof setInterval> | undefined
  let frame = 0
  let queue: Click[] = []
  let settings: Pulse | undefined
  const clock = () => (context?.state === 'running' ? context.currentTime : performance.now() / 1000)

  function sound(ctx: AudioContext, atS: number, kind: Click['kind']) {
    const tone = new OscillatorNode(ctx, { frequency: HZ[kind], type: 'triangle' })
    const level = new GainNode(ctx, { gain: 0 })
    level.gain.setValueAtTime(0, atS)
    level.gain.linearRampToValueAtTime(LEVEL[kind], atS + 0.002)
    level.gain.exponentialRampToValueAtTime(0.0005, atS + 0.05)
    tone.connect(level).connect(ctx.destination)
    tone.start(atS)
    tone.stop(atS + 0.06)
  }
  function tell() {
    if (!settings) return
    const until = clock() - beganS + AHEAD_S
    if (until <= told) return
    for (const click of clicksBetween(settings, told, until)) {
      queue.push(click)
      if (click.aloud && context?.state === 'running')
        sound(context, Math.max(context.currentTime, beganS + click.timeS), click.kind)
    }
    told = until
  }
  function draw() {
    const at = clock() - beganS - (context?.outputLatency ?? 0)
    while (queue[0] && queue[0].timeS <= at) now.value = queue.shift()!
    frame = requestAnimationFrame(draw)
  }
  async function start(pulse: Pulse) {
    stop()
    settings = pulse
    context =
      typeof AudioContext === 'undefined' ? undefined : new AudioContext({ latencyHint: 'interactive' })
    await context?.resume().catch(() => undefined)
    beganS = clock() + LEAD_S
    told = 0
    running.value = true
    tell()
    looking = setInterval(tell, EVERY_MS)
    draw()
  }
  /** Other settings while it runs: the next click is the first of a bar. */
  function change(pulse: Pulse) {
    if (!running.value) return
    const next = queue[0] ? beganS + queue[0].timeS : beganS + told
    // What was handed over already sounds; the new counting begins after it.
    const last = queue.at(-1)
    const stepS = 60 / pulse.perMinute
    beganS = last ? beganS + last.timeS + stepS : Math.max(next, clock() + 0.02)
    settings = { ...pulse, countIn: 0 }
    queue = []
    told = 0
    tell()
  }
  function stop() {
    running.value = false
    now.value = undefined
    queue = []
    clearInterval(looking)
    cancelAnimationFrame(frame)
    void context?.close().catch(() => undefined)
    context = undefined
  }
  onScopeDispose(stop)
  return { running, now, start, change, stop }
}
