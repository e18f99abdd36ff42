import { computed, ref, shallowRef, watch } from 'vue'
import { useLocalStorage } from '@vueuse/core'
import {
  checkPattern,
  EMPTY,
  LONG,
  placeAt,
  PULSE,
  roundOf,
  ROUNDS,
  rowToBegin,
  SHRINKING,
  shrinkingRow,
  type Pattern,
} from '@halitus/core/breath'
import { DIZZY_DAYS, ofLearner, roundsOf } from '@halitus/core/records'
import { forSeconds } from '@halitus/core/sound'
import { daysBetween } from '@halitus/core/time'
import { useDraft } from '@/base/drafts.ts'
import { studioNow } from '@/base/clock.ts'
import { useLesson } from '@/lesson/index.ts'
import { useListening } from '@/listening/index.ts'
import { usePacer } from './pacer.ts'

/** Drills beside the shrinking rows. */
export const OTHERS: { id: string; pattern: Pattern; label: string }[] = [
  { id: 'long', pattern: LONG, label: '9 · 9' },
  { id: 'empty', pattern: EMPTY, label: 'out, wait, in' },
]
/** So many moments of heard breath are drawn. */
const NEWEST = 900

interface Paced {
  chosen: string
  pattern: Pattern
  perMinute: number
  rounds: number
}

/** Breathing by counts: which row, paced round by round, heard while it runs, and judged afterwards. */
export function useBreathCycle() {
  const lesson = useLesson()
  const pacer = usePacer()
  const perMinute = useLocalStorage('halitus.breath.pulse', PULSE.usual)
  const aloud = useLocalStorage('halitus.breath.aloud', true)

  const cycles = computed(() => ofLearner(lesson.ofKind(lesson.entries, 'breath-cycle')))
  const dizzyLately = computed(() =>
    ofLearner(lesson.ofKind(lesson.entries, 'dizzy')).some(
      (e) => daysBetween(e.at, studioNow()) <= DIZZY_DAYS,
    ),
  )
  const earlier = computed(() => cycles.value.filter((e) => e.lessonId !== lesson.answer?.lesson.id))
  const begin = computed(() => rowToBegin(roundsOf(earlier.value), dizzyLately.value))
  const rounds = computed(() => (dizzyLately.value ? ROUNDS.eased : ROUNDS.usual))

  const own = useLocalStorage<Pattern>('halitus.breath.own', {
    inCounts: 3,
    holdCounts: 0,
    outCounts: 9,
    emptyCounts: 0,
  })
  const lastToday = cycles.value.findLast((e) => e.lessonId === lesson.answer?.lesson.id)?.data
  const chosen = ref<string>(
    lastToday && shrinkingRow(lastToday) >= 0 ? `row-${shrinkingRow(lastToday)}` : `row-${begin.value.row}`,
  )
  const pattern = computed<Pattern>(() => {
    if (chosen.value === 'own') return own.value
    const other = OTHERS.find((o) => o.id === chosen.value)
    return other?.pattern ?? SHRINKING[Number(chosen.value.slice(4))]!
  })
  const row = computed(() => shrinkingRow(pattern.value))
  const problem = computed(() => {
    try {
      checkPattern(pattern.value, perMinute.value)
      return ''
    } catch (error) {
      return error instanceof Error ? error.message : ''
    }
  })
  const holds = computed(() => pattern.value.holdCounts + pattern.value.emptyCounts > 0)
  /** Holding the breath waits until somebody has said that nothing speaks against it. */
  const allowed = ref(false)

  /** What was paced and isn't judged yet; still there after a reload in the middle of it. */
  const paced = useDraft<Paced | null>(() => `cycle.${lesson.answer?.lesson.id}`, null)
  if (paced.value) chosen.value = paced.value.chosen
  const done = computed({
    get: () => (pacer.running.value || !paced.value?.rounds ? undefined : paced.value),
    set: (now) => (paced.value = now ?? null),
  })
  const place = computed(() => placeAt(pattern.value, perMinute.value, pacer.atS.value))

  /** What the microphone hears of the breath, drawn on the ribbon; nothing of it is judged or kept. */
  const listening = useListening()
  const hears = useLocalStorage('halitus.breath.hears', false)
  const heard = shallowRef<{ s: number; db: number }[]>([])
  watch(pacer.atS, (s) => {
    if (hears.value && listening.state === 'listening')
      heard.value = [...heard.value.slice(-NEWEST), { s, db: listening.levelDb }]
  })
  async function beginToHear() {
    heard.value = []
    const inst = lesson.inst
    if (!hears.value || !inst || listening.source !== 'microphone') return
    await listening.start({
      instrument: inst.id,
      written: inst.teaching.firstNotes[0]!,
      ear: { transposition: inst.transposition, a4Hz: lesson.a4Hz },
      rule: () => forSeconds(600),
      judge: () => undefined,
    })
  }

  async function toggle() {
    if (pacer.running.value) return halt()
    if (problem.value) return
    if (holds.value && !allowed.value) {
      allowed.value = true
      return
    }
    done.value = undefined
    await pacer.start(pattern.value, perMinute.value, aloud.value)
    await beginToHear()
  }
  function halt() {
    const whole = Math.floor((pacer.atS.value * perMinute.value) / 60 / roundOf(pattern.value) + 1e-6)
    pacer.stop()
    void listening.cancel()
    remember(whole)
  }
  /** Whole rounds so far, with the drill that they belong to. */
  function remember(whole: number) {
    paced.value = {
      chosen: chosen.value,
      pattern: { ...pattern.value },
      perMinute: perMinute.value,
      rounds: Math.min(30, whole),
    }
  }
  watch(
    () => pacer.running.value && place.value.round,
    (round) => typeof round === 'number' && round > 0 && remember(round - 1),
  )
  watch(
    () => pacer.running.value && place.value.round > rounds.value,
    (over) => over && halt(),
  )
  watch([chosen, perMinute], () => {
    pacer.stop()
    done.value = undefined
  })
  async function judge(well: boolean) {
    if (pacer.running.value) halt()
    const was = done.value
    if (!was) return
    done.value = undefined
    await lesson.add('breath', 'breath-cycle', {
      ...was.pattern,
      perMinute: was.perMinute,
      rounds: was.rounds,
      well,
    })
    const at = shrinkingRow(was.pattern)
    if (at >= 0) chosen.value = `row-${Math.max(0, Math.min(SHRINKING.length - 1, at + (well ? 1 : -1)))}`
  }

  /** How a row last went. */
  const wentOf = (index: number) => {
    const last = cycles.value.findLast((e) => shrinkingRow(e.data) === index)
    return last ? (last.data.well ? 'went well' : 'not yet') : ''
  }
  return {
    pacer,
    perMinute,
    aloud,
    begin,
    rounds,
    own,
    chosen,
    pattern,
    row,
    problem,
    holds,
    allowed,
    done,
    place,
    listening,
    hears,
    heard,
    toggle,
    judge,
    wentOf,
  }
}
