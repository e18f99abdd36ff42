import { useLocalStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import type { SheetAnswer, TuneAnswer, TunePlayer } from '@halitus/core/contract'
import type { InstrumentId } from '@halitus/core/instruments'
import { api, ApiError } from '@/api/index.ts'
import { useLesson } from '@/lesson/index.ts'

/** What a file is its own bytes say; a type is sent all the same. */
const TYPES: Readonly<Record<string, string>> = {
  mxl: 'application/vnd.recordare.musicxml',
  mid: 'audio/midi',
  midi: 'audio/midi',
  abc: 'text/vnd.abc',
}
/** How a file is sent, by the ending of its name. */
export const typeOf = (name: string): string =>
  TYPES[name.split('.').at(-1)?.toLowerCase() ?? ''] ?? 'application/vnd.recordare.musicxml+xml'

/** A tempo to begin with, where none is written, quarters a minute (chosen by Halitus). */
const USUAL_TEMPO = 72

/** The tune of a lesson: which one, how this learner plays it, and all that is read in it. */
export const useSheets = defineStore('sheets', () => {
  const lesson = useLesson()
  const tunes = shallowRef<TuneAnswer[]>([])
  const chosenId = ref('')
  const sheet = shallowRef<SheetAnswer>()
  const problem = ref('')
  const loading = ref(false)
  const learnerId = computed(() => lesson.answer?.learner.id ?? '')
  const instrument = computed(() => lesson.inst?.id as InstrumentId | undefined)
  /** Under the notes: nothing, numbers or syllables. */
  const under = useLocalStorage('halitus.tune.under', '')
  /** Other strokes than are written, tried for now. */
  const strokes = ref<{ scheme: string; from: number; to: number }>()
  /** Minutes that this tune has until the next lesson. */
  const minutes = useLocalStorage('halitus.tune.minutes', 15)
  /** The tune that was opened last with this learner, on this device. */
  const opened = useLocalStorage<Record<string, string>>('halitus.tunes', {})
  const tune = computed(() => tunes.value.find((t) => t.id === chosenId.value))
  const player = computed(() => tune.value?.players.find((p) => p.learnerId === learnerId.value))
  /** How the learner plays it; before anybody has said, the first part that has notes, as it stands. */
  const how = computed((): Omit<TunePlayer, 'tuneId' | 'learnerId'> | undefined => {
    const on = instrument.value
    if (!tune.value || !on) return undefined
    const known = player.value
    if (known?.instrument === on) {
      const { tuneId: _, learnerId: __, ...rest } = known
      return rest
    }
    const parts = tune.value.parts.filter((p) => p.notes && !p.percussion)
    const part = parts.find((p) => p.instrument === on) ?? parts[0]
    return {
      instrument: on,
      part: part?.id ?? '',
      as: 'written',
      octave: 0,
      tempo: USUAL_TEMPO,
      wishes: [],
      overrulings: [],
    }
  })

  const said = (error: unknown) => (error instanceof ApiError ? error.message : 'Something went wrong here.')
  let asked = 0
  /** Whose sheet is on the screen: another learner’s is never shown, not even for a moment. */
  let shownFor = ''
  const shown = (id: string) => `${learnerId.value} ${instrument.value} ${id}`
  /** Reads the chosen tune anew. What was read before stays on the screen until then. */
  async function read(tempo?: number) {
    const [id, now] = [chosenId.value, how.value]
    if (!id || !now) {
      sheet.value = undefined
      return
    }
    const mine = ++asked
    loading.value = true
    try {
      const query = {
        learner: learnerId.value,
        instrument: now.instrument,
        as: now.as,
        octave: String(now.octave),
        ...((player.value || tempo) && { tempo: String(tempo ?? now.tempo) }),
        minutes: String(minutes.value),
        ...(under.value && { under: under.value }),
        ...(strokes.value && {
          scheme: strokes.value.scheme,
          schemeFrom: String(strokes.value.from),
          schemeTo: String(strokes.value.to),
        }),
      }
      const answer = await api.tuneSheet(id, now.part, query)
      if (mine !== asked) return
      sheet.value = answer
      shownFor = shown(id)
      problem.value = ''
    } catch (error) {
      if (mine !== asked) return
      // While the server is away what was read stays on the screen.
      const away = error instanceof ApiError && error.status === 0
      if (!away || shownFor !== shown(id)) sheet.value = undefined
      problem.value = said(error)
    } finally {
      if (mine === asked) loading.value = false
    }
  }
  /** Looks which tunes there are, and opens the one that this learner played last. */
  async function load() {
    if (shownFor !== shown(chosenId.value)) {
      sheet.value = undefined
      chosenId.value = ''
    }
    try {
      ;({ tunes: tunes.value } = await api.tunes())
      problem.value = ''
    } catch (error) {
      problem.value = said(error)
      return
    }
    const mine = tunes.value.filter((t) => t.players.some((p) => p.learnerId === learnerId.value))
    const last = opened.value[learnerId.value]
    chosenId.value = tunes.value.find((t) => t.id === last)?.id ?? mine[0]?.id ?? ''
    await read()
  }
  async function choose(id: string) {
    chosenId.value = id
    strokes.value = undefined
    opened.value = { ...opened.value, [learnerId.value]: id }
    await read()
  }
  /** Changes how the learner plays it, and reads it so. */
  async function play(patch: Partial<Omit<TunePlayer, 'tuneId' | 'learnerId'>>) {
    const now = how.value
    if (!tune.value || !now) return
    const next = { ...now, tempo: sheet.value ? Math.round(sheet.value.tempo) : now.tempo, ...patch }
    try {
      const saved = await api.setTunePlayer(tune.value.id, learnerId.value, next)
      tunes.value = tunes.value.map((t) =>
        t.id === saved.tuneId
          ? { ...t, players: [...t.players.filter((p) => p.learnerId !== saved.learnerId), saved] }
          : t,
      )
      problem.value = ''
    } catch (error) {
      problem.value = said(error)
      return
    }
    await read()
  }
  /** Takes a file or typed text in; what can’t be read is said, and nothing changes. */
  async function bring(bytes: ArrayBuffer, name: string, type: string): Promise<boolean> {
    loading.value = true
    try {
      const added = await api.addTune(bytes, name, type)
      tunes.value = [...tunes.value, added]
      await choose(added.id)
      return true
    } catch (error) {
      problem.value = said(error)
      return false
    } finally {
      loading.value = false
    }
  }
  /** A breath before a note, set by hand or taken away; one that was set is taken away again without a trace. */
  async function wish(onset: number, wanted: boolean) {
    const now = how.value?.wishes ?? []
    const others = now.filter((w) => Math.abs(w.onset - onset) > 1e-6)
    const set = now.find((w) => Math.abs(w.onset - onset) <= 1e-6)
    await play({ wishes: set && set.wanted !== wanted ? others : [...others, { onset, wanted }] })
  }
  /** Title and rights note. */
  async function rename(patch: { title: string; rights: string }) {
    const now = tune.value
    if (!now) return
    try {
      const saved = await api.changeTune(now.id, patch)
      tunes.value = tunes.value.map((t) => (t.id === saved.id ? saved : t))
      problem.value = ''
    } catch (error) {
      problem.value = said(error)
    }
    await read()
  }
  async function remove() {
    const gone = tune.value
    if (!gone) return
    await api.removeTune(gone.id)
    await load()
  }
  return {
    under,
    strokes,
    rename,
    minutes,
    tunes,
    tune,
    chosenId,
    how,
    player,
    sheet,
    problem,
    loading,
    load,
    choose,
    read,
    play,
    bring,
    wish,
    remove,
  }
})
