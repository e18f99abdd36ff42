import { useLocalStorage } from '@vueuse/core'
import { proxy } from 'comlink'
import { defineStore } from 'pinia'
import { computed, markRaw, ref, shallowRef } from 'vue'
import type { Provenance } from '@halitus/core/contract'
import { instrument } from '@halitus/core/instruments'
import { heardNote, type HeardNote } from '@halitus/core/pitch'
import { phraseOf, presetOn, PRESETS, presetsFor, type Performance } from '@halitus/core/player'
import { median, untilToneEnds, type LiveFrame, type StopRule } from '@halitus/core/sound'
import { soundWorker, type Ear, type Measurement } from '@/workers/index.ts'
import { listenToMicrophone, listenToPlayer, NoSound, type Hearing, type Playing } from './input.ts'

/** Where sound comes from on this device. */
export type SoundSource = 'microphone' | 'player' | 'file'
/** The source as an entry keeps it. */
const PROVENANCE: Record<SoundSource, Provenance> = {
  microphone: 'microphone',
  player: 'simulated',
  file: 'file',
}

/** What a stop wants to hear: what ends the take, and how it is judged. Live and from a file alike. */
export interface Take {
  instrument: string
  /** What the simulated player plays, and what it does with it. */
  written: string
  performance?: Partial<Performance>
  ear: Ear
  rule: () => StopRule
  /** What can be done without a microphone, where it isn't the studio's way. */
  instead?: string
  /** Judges and keeps; a sentence when it can't be taken. */
  judge(measurement: Measurement, provenance: Provenance): Promise<string | undefined> | string | undefined
}

/** What can be done in the studio without a microphone. */
const INSTEAD = 'Or use the simulated player or a WAVE file.'

/** Sound that is missing is said from here on: s, and share of the take (chosen by Halitus). */
const GAP = { seconds: 0.12, share: 0.01 } as const
/** A take that came in so many pieces isn't trusted although they fit together: share of it (chosen by Halitus). */
const LATE_SHARE = 0.05

/**
 * What of a take never reached the program, or only in pieces, in a sentence; undefined where nothing is amiss.
 * @param lostS by which the stream fell behind the clock; undefined where nobody counted
 * @param heardS what was delivered
 * @param lateS for how long silence stood in for sound that came late
 */
export function gapWords(lostS: number | undefined, heardS: number, lateS = 0): string | undefined {
  const why = 'the machine was busy with something else. This take counts for nothing; once more.'
  if (lostS !== undefined && lostS > Math.max(GAP.seconds, GAP.share * heardS))
    return `${lostS.toFixed(1)} of ${(heardS + lostS).toFixed(1)} s of sound didn’t reach Halitus: ${why}`
  if (lateS > LATE_SHARE * heardS)
    return `Sound reached Halitus late, ${lateS.toFixed(1)} s of ${heardS.toFixed(1)} s in all: ${why}`
  return undefined
}

/** Listens: to the microphone, the simulated player or a file; shows what is heard while it is heard. */
export const useListening = defineStore('listening', () => {
  const source = useLocalStorage<SoundSource>('halitus.source', 'microphone')
  const presetId = useLocalStorage('halitus.preset', PRESETS[0].id)
  const playerLengthS = useLocalStorage('halitus.playerLength', 8)
  /** The simulated player's seed, for hearing the very same tone again; 0 is another one each time. */
  const playerSeed = useLocalStorage('halitus.seed', 0)
  const playing = useLocalStorage<Playing>('halitus.playing', 'silent')
  const state = ref<'idle' | 'listening' | 'judging'>('idle')
  const problem = ref('')
  const levelDb = ref(-90)
  /** How long what counts has lasted, and where it lies in the stream. */
  const heldS = ref(0)
  const counted = ref<{ startS: number; endS: number }>()
  const note = ref<HeardNote>()
  /** Frames so far, not watched one by one; the array is the same, `drawn` says that there are more. */
  const frames: LiveFrame[] = markRaw([])
  const drawn = ref(0)
  const result = shallowRef<Measurement>()
  /** How much of a file has been heard, 0 to 1; undefined when there is none. */
  const share = ref<number>()
  /** Whether the newest take's sound can be heard again, and which one that is. */
  const hasSound = ref(false)
  const soundId = ref(0)
  const lagMs = ref<number>()
  const lags: number[] = []

  let hearing: Hearing | undefined
  /** While a microphone is being opened; who leaves meanwhile must still be able to close it. */
  let opening: Promise<Hearing> | undefined
  let ear: Ear = { transposition: 0, a4Hz: 440 }
  let rule: StopRule = untilToneEnds()
  let judge: Take['judge'] | undefined
  let from: Provenance = 'microphone'
  /** The recording that was judged last; live takes lie in the worker. */
  let recording: File | undefined

  function hear(more: LiveFrame[]) {
    frames.push(...more)
    const over = rule.hear(more)
    const newest = more.at(-1)
    if (!newest) return
    show(newest)
    if (state.value === 'listening' && over) void stop()
  }

  let newestShown: LiveFrame | undefined
  let waiting = false
  /** What has been heard is shown with the next picture, once, however often sound came; how late that is, is measured there. */
  function show(newest: LiveFrame) {
    newestShown = newest
    if (waiting) return
    waiting = true
    requestAnimationFrame(() => {
      waiting = false
      const { db, newestS } = newestShown!
      levelDb.value = db
      counted.value = rule.counted
      heldS.value = rule.counted ? rule.counted.endS - rule.counted.startS : 0
      const recent = frames.slice(-5).filter((f) => f.hz > 0)
      if (recent.length >= 3)
        note.value = heardNote(median(recent.map((f) => f.hz)), ear.transposition, ear.a4Hz)
      drawn.value = frames.length
      const began = hearing?.beganS()
      if (hearing && began !== undefined) {
        lags.push(1000 * (hearing.nowS() - began - newestS))
        if (lags.length > 200) lags.shift()
      }
    })
  }

  function begin(what: Take, provenance: Provenance) {
    clear()
    recording = undefined
    ear = what.ear
    judge = what.judge
    rule = what.rule()
    from = provenance
  }

  /** Listens live until the take's rule ends it, or somebody does. */
  async function start(what: Take) {
    if (state.value !== 'idle') return
    begin(what, PROVENANCE[source.value])
    state.value = 'listening'
    try {
      if (source.value === 'microphone') opening = listenToMicrophone(ear, hear, () => void unplugged())
      else {
        const inst = instrument(what.instrument)
        const preset = presetsFor(inst).find((p) => p.id === presetId.value) ?? PRESETS[0]
        const performance = {
          ...presetOn(preset, inst),
          ...what.performance,
          instrument: what.instrument,
          written: what.written,
          lengthS: what.performance?.lengthS ?? playerLengthS.value,
          a4Hz: ear.a4Hz,
          seed: playerSeed.value || Math.floor(Math.random() * 1e6),
        }
        opening = listenToPlayer(phraseOf(performance), playing.value, ear, hear, () => void stop())
      }
      hearing = await opening
    } catch (error) {
      state.value = 'idle'
      problem.value =
        error instanceof NoSound
          ? `${error.message} ${what.instead ?? INSTEAD}`
          : `Nothing can be heard: ${error instanceof Error ? error.message : 'unknown reason'}`
    }
  }

  /** The microphone has gone: what it gave until then is judged, and it is said. */
  async function unplugged() {
    if (state.value !== 'listening') return
    await stop()
    problem.value = [problem.value, 'The microphone went away in mid-take; what came before is kept.']
      .filter(Boolean)
      .join(' ')
  }

  async function stop() {
    if (state.value !== 'listening') return
    state.value = 'judging'
    const ending = hearing ?? (await opening?.catch(() => undefined))
    hearing = opening = undefined
    // What couldn't be opened has said so already.
    if (!ending) return
    if (lags.length) lagMs.value = median(lags)
    const lostS = ending.lostS()
    await ending.stop()
    const measurement = await soundWorker().end(ear)
    const gone = gapWords(lostS, measurement.report.durationS, measurement.lateS)
    if (gone) {
      // Lengths, rates and evenness would all be wrong: nothing of it is judged or kept.
      state.value = 'idle'
      levelDb.value = -90
      problem.value = gone
      return
    }
    // The simulated player's sound is a stand-in: nobody keeps it.
    hasSound.value = from !== 'simulated'
    soundId.value++
    await finish(measurement)
  }
  /** The newest live take as a WAVE file. */
  const sound = () => soundWorker().lastSound()

  /** The same take from a recording. */
  async function takeFile(file: File, what: Take) {
    if (state.value !== 'idle') return
    begin(what, PROVENANCE.file)
    await read(file)
  }
  async function read(file: File) {
    recording = file
    state.value = 'judging'
    share.value = 0
    try {
      const measurement = await soundWorker().file(
        file,
        ear,
        proxy((now: number) => (share.value = now)),
      )
      if (measurement) await finish(measurement)
      else {
        state.value = 'idle'
        problem.value = `${file.name}: stopped, nothing kept.`
      }
    } catch (error) {
      state.value = 'idle'
      problem.value = `${file.name}: ${error instanceof Error ? error.message : 'can’t be read.'}`
    } finally {
      share.value = undefined
    }
  }

  /** Judges what was just heard once more, with what was taken for talk: who was there knows better. */
  async function countTalk() {
    if (state.value !== 'idle' || !result.value?.talkS) return
    ear = { ...ear, countTalk: true }
    if (recording) return read(recording)
    state.value = 'judging'
    const measurement = await soundWorker().again(ear)
    if (measurement) await finish(measurement)
    else state.value = 'idle'
  }

  /** Stops the judging of a file. */
  const cancelFile = () => soundWorker().cancel()

  async function finish(measurement: Measurement) {
    result.value = measurement
    state.value = 'idle'
    levelDb.value = -90
    heldS.value = measurement.tone?.lengthS ?? 0
    note.value = measurement.tone ? heardNote(measurement.tone.hz, ear.transposition, ear.a4Hz) : undefined
    problem.value = (await judge?.(measurement, from)) ?? ''
  }

  /** Leaves a measurement without judging it. */
  async function cancel() {
    judge = undefined
    await stop()
    clear()
  }
  function clear() {
    result.value = undefined
    counted.value = undefined
    problem.value = ''
    hasSound.value = false
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
    playing,
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
    hasSound,
    soundId,
    sound,
    start,
    stop,
    cancel,
    clear,
    takeFile,
    countTalk,
    share,
    cancelFile,
    counted,
  }
})
