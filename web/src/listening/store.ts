import { useLocalStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import type { SoundSource } from '@halitus/core/contract'
import type { InstrumentId } from '@halitus/core/instruments'
import { heardNote, type HeardNote } from '@halitus/core/pitch'
import { PRESETS } from '@halitus/core/player'
import type { LiveFrame } from '@halitus/core/sound'
import { soundWorker, type Ear, type Measurement } from '../workers/index.ts'
import { listenToMicrophone, listenToPlayer, NoSound, type Hearing } from './input.ts'

/** A tone has begun after this much pitch, and is over after this much silence, s. */
const BEGUN_S = 0.15
const OVER_S = 1
/** A gap this short doesn't end a tone, s. */
const GAP_S = 0.06

const median = (x: number[]) => [...x].sort((a, b) => a - b)[x.length >> 1] ?? 0

/** Listens: to the microphone, the simulated player or a file; shows what is heard while it is heard. */
export const useListening = defineStore('listening', () => {
  const source = useLocalStorage<SoundSource>('halitus.source', 'microphone')
  const presetId = useLocalStorage('halitus.preset', PRESETS[0].id)
  const playerLengthS = useLocalStorage('halitus.playerLength', 8)
  /** The simulated player's seed, for hearing the very same tone again; 0 is another one each time. */
  const playerSeed = useLocalStorage('halitus.seed', 0)
  const aloud = useLocalStorage('halitus.aloud', false)
  const state = ref<'idle' | 'listening' | 'judging'>('idle')
  const problem = ref('')
  const levelDb = ref(-90)
  const heldS = ref(0)
  const note = ref<HeardNote>()
  /** Frames so far; the array is the same, `drawn` says that there are more. */
  const frames: LiveFrame[] = []
  const drawn = ref(0)
  const result = shallowRef<Measurement>()
  const lagMs = ref<number>()
  const lags: number[] = []

  let hearing: Hearing | undefined
  /** While a microphone is being opened; who leaves meanwhile must still be able to close it. */
  let opening: Promise<Hearing> | undefined
  let ear: Ear = { transposition: 0, a4Hz: 440 }
  let runFromS = -1
  let lastVoicedS = -1
  let longestS = 0
  let onDone: ((m: Measurement) => void) | undefined

  function hear(more: LiveFrame[]) {
    for (const frame of more) {
      frames.push(frame)
      if (frame.hz > 0) {
        if (runFromS < 0 || frame.timeS - lastVoicedS > GAP_S) runFromS = frame.timeS
        lastVoicedS = frame.timeS
        longestS = Math.max(longestS, frame.timeS - runFromS)
      }
    }
    const newest = more.at(-1)
    if (!newest) return
    // What has been heard is shown with the next picture; how late that is, is measured there.
    requestAnimationFrame(() => {
      levelDb.value = newest.db
      heldS.value = longestS
      const recent = frames.slice(-5).filter((f) => f.hz > 0)
      if (recent.length >= 3)
        note.value = heardNote(median(recent.map((f) => f.hz)), ear.transposition, ear.a4Hz)
      drawn.value = frames.length
      const began = hearing?.beganS()
      if (hearing && began !== undefined) {
        lags.push(1000 * (hearing.nowS() - began - newest.newestS))
        if (lags.length > 200) lags.shift()
      }
    })
    if (state.value === 'listening' && longestS > BEGUN_S && newest.timeS - lastVoicedS > OVER_S) void stop()
  }

  async function start(what: {
    instrument: InstrumentId
    written: string
    ear: Ear
    done: (m: Measurement) => void
  }) {
    if (state.value !== 'idle') return
    problem.value = ''
    result.value = undefined
    ear = what.ear
    onDone = what.done
    frames.length = 0
    drawn.value = 0
    heldS.value = 0
    longestS = 0
    runFromS = lastVoicedS = -1
    note.value = undefined
    state.value = 'listening'
    try {
      if (source.value === 'microphone') opening = listenToMicrophone(hear)
      else {
        const preset = PRESETS.find((p) => p.id === presetId.value) ?? PRESETS[0]
        const performance = {
          ...preset.performance,
          instrument: what.instrument,
          written: what.written,
          lengthS: playerLengthS.value,
          a4Hz: ear.a4Hz,
          seed: playerSeed.value || Math.floor(Math.random() * 1e6),
        }
        opening = listenToPlayer(performance, aloud.value, hear, () => void stop())
      }
      hearing = await opening
    } catch (error) {
      state.value = 'idle'
      problem.value =
        error instanceof NoSound
          ? error.message
          : `Nothing can be heard: ${error instanceof Error ? error.message : 'unknown reason'}`
    }
  }

  async function stop() {
    if (state.value !== 'listening') return
    state.value = 'judging'
    const ending = hearing ?? (await opening?.catch(() => undefined))
    hearing = opening = undefined
    // What couldn't be opened has said so already.
    if (!ending) return
    if (lags.length) lagMs.value = median(lags)
    await ending.stop()
    finish(await soundWorker().end(ear))
  }

  async function judgeFile(file: File, of: Ear, done: (m: Measurement) => void) {
    if (state.value !== 'idle') return
    problem.value = ''
    onDone = done
    ear = of
    state.value = 'judging'
    try {
      finish(await soundWorker().file(await file.arrayBuffer(), of))
    } catch (error) {
      state.value = 'idle'
      problem.value = `${file.name}: ${error instanceof Error ? error.message : 'can’t be read.'}`
    }
  }

  function finish(measurement: Measurement) {
    result.value = measurement
    state.value = 'idle'
    levelDb.value = -90
    if (measurement.tone) {
      heldS.value = measurement.tone.lengthS
      note.value = heardNote(measurement.tone.hz, ear.transposition, ear.a4Hz)
    } else {
      heldS.value = 0
      note.value = undefined
      problem.value = 'No note heard.'
    }
    onDone?.(measurement)
  }

  /** Leaves a measurement without judging it. */
  async function cancel() {
    onDone = undefined
    await stop()
    clear()
  }
  function clear() {
    result.value = undefined
    problem.value = ''
    frames.length = 0
    drawn.value = 0
    heldS.value = 0
    note.value = undefined
  }

  const busy = computed(() => state.value !== 'idle')
  return {
    source,
    presetId,
    playerLengthS,
    aloud,
    state,
    busy,
    problem,
    levelDb,
    heldS,
    note,
    frames,
    drawn,
    result,
    lagMs,
    start,
    stop,
    cancel,
    clear,
    judgeFile,
  }
})
