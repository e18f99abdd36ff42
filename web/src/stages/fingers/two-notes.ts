import { computed, ref, watch } from 'vue'
import { hasAir, soundingBetween, unknownBetween } from '@halitus/core/acoustics'
import {
  byLikelihood,
  costOf,
  difficulty,
  difficultyWords,
  slideOf,
  timeline,
  weightsFor,
  type Between,
} from '@halitus/core/fingering'
import {
  fingeringsOf,
  fingerSystem,
  isCharted,
  type Fingering,
  type TouchId,
} from '@halitus/core/instruments'
import { prettyNote } from '@halitus/core/pitch'
import { notesKnown } from '@halitus/core/records'
import { useDraft } from '@/base/drafts.ts'
import { useLesson } from '@/lesson/index.ts'

interface Trial {
  from: string
  to: string
  clean: number
  tries: number
  late: TouchId | null
}
/** Two notes and what lies between them: their fingerings, what sounds when a finger is late, how hard it is, and the tally. */
export function useTwoNotes() {
  const lesson = useLesson()
  const inst = computed(() => lesson.inst)
  const system = computed(() => (inst.value && isCharted(inst.value) ? fingerSystem(inst.value) : undefined))
  const moves = computed(() => lesson.ofKind(lesson.entries, 'move').map((e) => e.data))
  const lastMove = moves.value.at(-1)
  const met = inst.value ? notesKnown(lesson.entries, inst.value) : []
  const first = met.length > 1 ? met : (inst.value?.teaching.firstNotes ?? [])
  /** What is being tried and its tally; still there after another view or a reload. */
  const trial = useDraft<Trial>(() => `move.${lesson.answer?.lesson.id}`, {
    from: lastMove?.from ?? first[0] ?? 'B4',
    to: lastMove?.to ?? first[1] ?? 'A4',
    clean: 0,
    tries: 0,
    late: null,
  })
  const change = (more: Partial<Trial>) => (trial.value = { ...trial.value, ...more })
  /** Another note begins another tally; the old one goes with it, unless it is kept first. */
  const noteOf = (end: 'from' | 'to') =>
    computed({
      get: () => trial.value[end],
      set: (note) => change({ [end]: note, clean: 0, tries: 0, late: null }),
    })
  const from = noteOf('from')
  const to = noteOf('to')
  const clean = computed(() => trial.value.clean)
  const tries = computed(() => trial.value.tries)
  const fromUse = ref(0)
  const toUse = ref(0)
  const offsets = ref<Record<TouchId, number>>({})

  watch([from, to, fromUse, toUse], () => (offsets.value = {}))

  const fromOptions = computed(() => (inst.value && system.value ? fingeringsOf(inst.value, from.value) : []))
  const toOptions = computed(() => (inst.value && system.value ? fingeringsOf(inst.value, to.value) : []))
  /** The advice on a break begins from the fingering that it recommends. */
  const breakHere = computed(() => {
    const same = (x: { from: string; to: string }, f: string, t: string) => x.from === f && x.to === t
    return system.value?.breaks.find((x) => same(x, from.value, to.value) || same(x, to.value, from.value))
  })
  watch(
    [from, to],
    () => {
      const start = breakHere.value?.start?.join(' ')
      const at = (list: Fingering[]) =>
        Math.max(
          0,
          list.findIndex((f) => f.touches.join(' ') === start),
        )
      fromUse.value = breakHere.value?.from === from.value ? at(fromOptions.value) : 0
      toUse.value = breakHere.value?.from === to.value ? at(toOptions.value) : 0
    },
    { immediate: true },
  )
  const a = computed(() => fromOptions.value[fromUse.value] ?? fromOptions.value[0])
  const b = computed(() => toOptions.value[toUse.value] ?? toOptions.value[0])
  const way = computed(() =>
    system.value && a.value && b.value ? timeline(system.value, a.value, b.value, offsets.value) : undefined,
  )
  /** Moments between by likelihood; what no chart knows sounds what a model of the tube says, where there is one. */
  const likely = computed(() => {
    const [on, one, other] = [inst.value, a.value, b.value]
    if (!system.value || !way.value || !on || !one || !other) return []
    return soundingBetween(on, one, other, byLikelihood(system.value, way.value.move))
  })
  const unknown = computed(() => {
    const [on, one, other] = [inst.value, a.value, b.value]
    return on && one && other && way.value && hasAir(on) ? unknownBetween(on, one, other, way.value.move) : []
  })
  /** Another note in between; where the old or the new note just sounds longer, nobody hears an accident. */
  const pitched = computed(() =>
    likely.value.filter((x) => !['unknown', from.value, to.value].includes(x.sounds)),
  )
  /** How hard the change is, with its parts. */
  const hard = computed(() => {
    if (!system.value || !a.value || !b.value) return ''
    const weights = weightsFor('')
    const parts = difficulty(system.value, a.value, b.value)
    const words = difficultyWords(parts, weights)
    return words && `Difficulty ${costOf(parts, weights).toFixed(1)}: ${words}.`
  })
  const slide = computed(() =>
    system.value && a.value && b.value ? slideOf(system.value, a.value, b.value) : undefined,
  )
  function takeOtherWay() {
    const other = slide.value?.instead
    if (!other) return
    fromUse.value = fromOptions.value.indexOf(other.from)
    toUse.value = toOptions.value.indexOf(other.to)
  }
  const heardBetween = computed(
    () =>
      way.value?.stretches.map((s) =>
        s.source === 'unknown'
          ? 'unpitched or unknown'
          : s.source === 'column'
            ? `about ${prettyNote(s.sounds)}`
            : prettyNote(s.sounds),
      ) ?? [],
  )
  const doubtful = computed(() =>
    [a.value, b.value].filter((f) => f?.confidence === 'medium').map((f) => prettyNote(f!.written)),
  )

  function show(between: Between) {
    const few = between.late.length <= between.early.length
    offsets.value = Object.fromEntries((few ? between.late : between.early).map((t) => [t, few ? 60 : -60]))
    if (few && between.late.length === 1) change({ late: between.late[0]! })
  }
  const tried = (wasClean: boolean) =>
    change({
      tries: Math.min(99, tries.value + 1),
      clean: clean.value + Number(wasClean && tries.value < 99),
    })
  async function keep() {
    const kept = await lesson.add('fingers', 'move', { ...trial.value })
    if (kept) change({ clean: 0, tries: 0, late: null })
  }
  const known = computed(() => {
    const pairs = new Map(moves.value.map((m) => [`${m.from} ${m.to}`, m]))
    return [...pairs.values()].slice(-3)
  })
  return {
    inst,
    system,
    trial,
    change,
    from,
    to,
    clean,
    tries,
    fromUse,
    toUse,
    offsets,
    fromOptions,
    toOptions,
    breakHere,
    a,
    b,
    way,
    unknown,
    pitched,
    hard,
    slide,
    takeOtherWay,
    heardBetween,
    doubtful,
    show,
    tried,
    keep,
    known,
  }
}
export type TwoNotes = ReturnType<typeof useTwoNotes>
