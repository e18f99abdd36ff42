import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import {
  STAGES,
  type EntryData,
  type EntryInput,
  type EntryKind,
  type EntryRecord,
  type LessonAnswer,
  type Provenance,
  type Stage,
  type StudioInput,
} from '@halitus/core/contract'
import { instrument, underSchools } from '@halitus/core/instruments'
import {
  aimFor,
  aimsOf,
  firstAims,
  gateOf,
  lineWords,
  notedWords,
  ofKind,
  ofLearner,
} from '@halitus/core/records'
import { ATTITUDE, choiceOf } from '@halitus/core/schools'
import { api } from '@/api/index.ts'
import { newId } from '@/base/ids.ts'
import { useNotices } from '@/base/notices.ts'

/** The lesson that is open. What happens in it is sent at once, entry by entry. */
export const useLesson = defineStore('lesson', () => {
  const notices = useNotices()
  const answer = ref<LessonAnswer>()
  const studio = ref<StudioInput>()
  const a4Hz = computed(() => studio.value?.a4Hz ?? 440)
  const failed = ref('')

  async function open(id: string) {
    failed.value = ''
    if (answer.value?.lesson.id !== id) answer.value = undefined
    try {
      const [lesson, here] = await Promise.all([api.lesson(id), api.studio()])
      answer.value = lesson
      studio.value = here
    } catch (error) {
      failed.value = error instanceof Error ? error.message : 'The lesson can’t be opened.'
    }
  }
  const refresh = async () => {
    if (answer.value) await open(answer.value.lesson.id)
  }

  /** The instrument as the schools of this learner and studio teach it. */
  const inst = computed(() =>
    answer.value
      ? underSchools(
          instrument(answer.value.lesson.instrument),
          answer.value.learner.schools,
          studio.value?.schools,
        )
      : undefined,
  )
  /** Whether no number to beat may be named. */
  const observes = computed(
    () => choiceOf(ATTITUDE, answer.value?.learner.schools, studio.value?.schools) === 'observe',
  )
  const entries = computed(() => answer.value?.entries ?? [])
  const own = computed(
    () => answer.value?.entries.filter((e) => e.lessonId === answer.value?.lesson.id) ?? [],
  )
  const earlier = computed(
    () => answer.value?.entries.filter((e) => e.lessonId !== answer.value?.lesson.id) ?? [],
  )
  const done = computed(() => {
    const stages = new Set<Stage>(ofLearner(own.value).map((e) => e.stage))
    if (answer.value?.card) stages.add('home')
    return STAGES.filter((s) => stages.has(s))
  })
  const plan = (stage: Stage) =>
    answer.value?.plans.find((p) => p.stage === stage) ?? { stage, text: '', version: 0 }

  /** What to aim at next about something; moves as soon as something is measured. */
  const aim = (kind: EntryKind, about: string) =>
    inst.value
      ? aimFor(entries.value, inst.value, kind, about, answer.value?.easedSince ?? undefined)
      : undefined
  const aims = computed(() => {
    if (!inst.value) return []
    const known = aimsOf(entries.value, inst.value, answer.value?.easedSince ?? undefined)
    return known.length ? known : firstAims(inst.value)
  })
  /** Which part comes next on the way to the whole instrument, by the tries on the parts. */
  const gate = computed(() =>
    inst.value ? gateOf(ofLearner(ofKind(entries.value, 'tries')), inst.value) : undefined,
  )
  /** What stands on the line for a stop. */
  const said = (stage: Stage) =>
    stage === 'home'
      ? answer.value?.card
        ? `${answer.value.card.rows.length} items`
        : '–'
      : lineWords(stage, own.value)
  /** What was noted in this lesson, newest first, as the list shows it. */
  const noted = computed(() =>
    [...own.value].reverse().flatMap((entry) => {
      const words = inst.value ? notedWords(entry, inst.value) : null
      return words === null
        ? []
        : [{ id: entry.id, stage: entry.stage, words, simulated: entry.provenance === 'simulated' }]
    }),
  )

  /** Puts an entry where it belongs in the order of what happened. */
  function put(entry: EntryRecord) {
    if (!answer.value || answer.value.lesson.id !== entry.lessonId) return
    const others = answer.value.entries.filter((e) => e.id !== entry.id)
    answer.value.entries = [...others, entry].sort((a, b) => a.seq - b.seq)
  }
  async function send(input: EntryInput): Promise<EntryRecord | undefined> {
    const lesson = answer.value?.lesson
    if (!lesson) return undefined
    const entry = await notices.attempt(() => api.addEntry(lesson.id, input))
    if (entry) put(entry)
    return entry
  }
  const add = <K extends EntryKind>(
    stage: Stage,
    kind: K,
    data: EntryData[K],
    provenance: Provenance = 'tapped',
  ) => send({ id: newId(), stage, kind, provenance, data } as EntryInput)
  /** The teacher overrules an aim. */
  const setAim = (stage: Stage, goal: EntryKind, about: string, value: number) =>
    add(stage, 'target', { goal, about, value })
  async function takeBack(id: string) {
    const lesson = answer.value?.lesson
    if (!lesson) return
    const entry = await notices.attempt(() => api.removeEntry(lesson.id, id))
    if (!entry || !answer.value) return
    answer.value.entries = answer.value.entries.filter((e) => e.id !== id)
    notices.show('Taken back.', {
      undo: () => {
        const { id: sameId, stage, kind, provenance, data } = entry
        return send({ id: sameId, stage, kind, provenance, data } as EntryInput)
      },
    })
  }
  async function writePlan(stage: Stage, text: string) {
    const learnerId = answer.value?.learner.id
    if (!learnerId) return
    const written = await notices.attempt(() => api.writePlan(learnerId, stage, text, plan(stage).version))
    if (written && answer.value)
      answer.value.plans = [...answer.value.plans.filter((p) => p.stage !== stage), written]
    else await refresh()
  }
  async function composeCard() {
    const lesson = answer.value?.lesson
    if (!lesson) return
    const composed = await notices.attempt(() => api.composeCard(lesson.id))
    if (composed) answer.value = composed
  }
  async function finish(finished: boolean) {
    const lesson = answer.value?.lesson
    const changed = lesson && (await notices.attempt(() => api.finish(lesson.id, finished)))
    if (changed && answer.value) answer.value.lesson = changed
  }
  return {
    answer,
    a4Hz,
    failed,
    inst,
    own,
    earlier,
    done,
    ofKind,
    entries,
    observes,
    aim,
    aims,
    gate,
    said,
    noted,
    setAim,
    plan,
    open,
    refresh,
    add,
    takeBack,
    writePlan,
    composeCard,
    finish,
  }
})
