import { defineStore } from 'pinia'
import { useIntervalFn, useLocalStorage } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import type * as ToneModule from 'tone'
import { PULSE_LIMITS, tempoOf, type Pulse } from '@halitus/core/tongue'
import { pulseGoesOn, stopPulse } from '@/base/pulse.ts'
import { useClicks } from './clicks.ts'

/** Pulse, timer and reference note: at the bottom of every stop. Sound is loaded when first needed. */
export const useTools = defineStore('tools', () => {
  const bpm = useLocalStorage('halitus.bpm', 60)
  const sounding = ref(false)
  /** The timer that counts up: when it was started, and what it had counted before. */
  const upwards = useLocalStorage<{ sinceMs: number | null; countedS: number }>('halitus.timer', {
    sinceMs: null,
    countedS: 0,
  })
  const timerRuns = computed(() => upwards.value.sinceMs !== null)
  let tone: typeof ToneModule | undefined
  let bell: ToneModule.Synth | undefined
  let drone: ToneModule.Oscillator | undefined

  async function audio() {
    tone ??= await import('tone')
    await tone.start()
    return tone
  }
  const clicks = useClicks()
  const pulsing = clicks.running
  /** How the pulse is counted, beside its tempo; remembered on this device. */
  const counting = useLocalStorage<Omit<Pulse, 'perMinute'>>('halitus.counting', {
    beats: 4,
    parts: 1,
    countIn: 0,
  })
  const pulse = computed((): Pulse => ({ ...counting.value, perMinute: bpm.value }))
  watch(pulsing, (on) => (pulseGoesOn.value = on), { immediate: true })
  stopPulse.value = () => pulsing.value && togglePulse()
  async function togglePulse() {
    if (pulsing.value) return clicks.stop()
    await clicks.start(pulse.value)
  }
  function setBpm(value: number) {
    bpm.value = Math.max(PULSE_LIMITS.low, Math.min(PULSE_LIMITS.high, Math.round(value)))
  }
  watch(pulse, (now) => clicks.change(now), { deep: true })
  /** Taps a tempo; from the third tap on it counts. */
  const taps: number[] = []
  function tap() {
    taps.push(performance.now() / 1000)
    if (taps.length > 8) taps.shift()
    const tempo = tempoOf(taps)
    if (tempo !== null) setBpm(tempo)
  }
  async function toggleReference(hz: number) {
    const t = await audio()
    if (drone) {
      drone.stop()
      drone.dispose()
      drone = undefined
      sounding.value = false
      return
    }
    drone = new t.Oscillator({ frequency: hz, type: 'triangle', volume: -14 }).toDestination().start()
    sounding.value = true
  }

  /** Timers that run down side by side, whichever stop is open. */
  const timers = useLocalStorage<{ id: number; name: string; endsAt: number; rung: boolean }[]>(
    'halitus.timers',
    [],
  )
  const now = ref(Date.now())
  function startTimer(name: string, seconds: number) {
    now.value = Date.now()
    timers.value.push({
      id: 1 + Math.max(0, ...timers.value.map((t) => t.id)),
      name,
      endsAt: now.value + seconds * 1000,
      rung: false,
    })
    // The sound is made ready while a finger is on the screen: browsers allow it only then.
    void audio().catch(() => undefined)
  }
  function dropTimer(id: number) {
    timers.value = timers.value.filter((t) => t.id !== id)
  }
  async function ring() {
    const t = await audio()
    bell ??= new t.Synth({
      oscillator: { type: 'sine' },
      envelope: { attack: 0.02, decay: 0.9, sustain: 0, release: 0.6 },
      volume: -10,
    }).toDestination()
    bell.triggerAttackRelease('E5', 0.8)
  }
  useIntervalFn(() => {
    now.value = Date.now()
    for (const t of timers.value)
      if (!t.rung && t.endsAt <= now.value) {
        t.rung = true
        void ring().catch(() => undefined)
      }
  }, 1000)
  const runningTimers = computed(() =>
    timers.value.map((t) => {
      const left = Math.max(0, Math.ceil((t.endsAt - now.value) / 1000))
      return {
        id: t.id,
        name: t.name,
        left: `${Math.floor(left / 60)}:${String(left % 60).padStart(2, '0')}`,
        done: left === 0,
      }
    }),
  )
  const timerS = computed(() => {
    const { sinceMs, countedS } = upwards.value
    return Math.floor(countedS + (sinceMs === null ? 0 : Math.max(0, now.value - sinceMs) / 1000))
  })
  const timerText = computed(
    () => `${Math.floor(timerS.value / 60)}:${String(timerS.value % 60).padStart(2, '0')}`,
  )
  function toggleTimer() {
    now.value = Date.now()
    const { sinceMs, countedS } = upwards.value
    upwards.value =
      sinceMs === null
        ? { sinceMs: now.value, countedS }
        : { sinceMs: null, countedS: countedS + (now.value - sinceMs) / 1000 }
  }
  function resetTimer() {
    upwards.value = { sinceMs: null, countedS: 0 }
  }
  return {
    bpm,
    pulsing,
    sounding,
    click: clicks.now,
    counting,
    pulse,
    tap,
    timerRuns,
    timerText,
    togglePulse,
    setBpm,
    toggleReference,
    toggleTimer,
    resetTimer,
    runningTimers,
    startTimer,
    dropTimer,
  }
})
