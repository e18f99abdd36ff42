import { onBeforeUnmount, ref } from 'vue'

/** Loudness of a predicted tone, of 1, and how long it fades, s. */
const LOUD = 0.18
const FADE_S = 0.04

/** Stops what hums now: of several places that can hum one is heard at a time. */
let hush: (() => void) | undefined

/** A plain tone that shows what a prediction sounds; it follows while it is on, and ends with whoever asked for it. */
export function useHum() {
  const on = ref(false)
  let context: AudioContext | undefined
  let tone: OscillatorNode | undefined
  let level: GainNode | undefined

  /** Begins, or moves to another pitch, Hz. */
  async function sound(hz: number) {
    if (hush !== stop) hush?.()
    hush = stop
    context ??= new AudioContext()
    await context.resume()
    // Stopped, or asked for elsewhere, before it could begin.
    if (hush !== stop) return
    if (tone) return void tone.frequency.setTargetAtTime(hz, context.currentTime, FADE_S / 3)
    tone = new OscillatorNode(context, { type: 'triangle', frequency: hz })
    level = new GainNode(context, { gain: 0 })
    tone.connect(level).connect(context.destination)
    level.gain.setTargetAtTime(LOUD, context.currentTime, FADE_S / 3)
    tone.start()
    on.value = true
  }
  function stop() {
    if (hush === stop) hush = undefined
    if (context && tone && level) {
      level.gain.setTargetAtTime(0, context.currentTime, FADE_S / 3)
      tone.stop(context.currentTime + 2 * FADE_S)
    }
    tone = undefined
    on.value = false
  }
  onBeforeUnmount(() => {
    stop()
    void context?.close()
  })
  return { on, sound, stop }
}
