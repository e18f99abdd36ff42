import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import {
  check,
  entryInput,
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
import { homeNote as homeNoteOf } from '@halitus/core/fingering'
import {
  aimFor,
  aimsOf,
  asItHappened,
  checkEntry,
  firstAims,
  gateOf,
  lineWords,
  notedWords,
  notesKnown,
  ofKind,
  ofLearner,
  playsWhole,
} from '@halitus/core/records'
import { ATTITUDE, choiceOf } from '@halitus/core/schools'
import { isBefore, onDayOf } from '@halitus/core/time'
import { studioNow } from '@/base/clock.ts'
import { api, changes, useOutbox } from '@/api/index.ts'
import { rememberNames } from '@/base/note-names.ts'
import { useDraft } from '@/base/drafts.ts'
import { newId } from '@/base/ids.ts'
import { useNotices } from '@/base/notices.ts'
import { clock } from '@/base/words.ts'

/** What a message changes on the page while it is on its way. */
type Change = { added: EntryRecord } | { removed: string } | { planned: Stage }

/** The lesson that is open. What happens in it is kept at once and sent, entry by entry. */
export const useLesson = defineStore('lesson', () => {
  const notices = useNotices()
  const outbox = useOutbox()
  const answer = ref<LessonAnswer>()
  const studio = ref<StudioInput>()
  const a4Hz = computed(() => studio.value?.a4Hz ?? 440)
  const failed = ref('')

  /** Counts how often all parts of the stop that is open were asked for. */
  const partsAsked = ref(0)
  /** The part that the plan leads to: the stop opens it whatever was open there before. */
  const partWanted = ref<{ part: string; count: number }>({ part: '', count: 0 })
  const wantPart = (part: string) => (partWanted.value = { part, count: partWanted.value.count + 1 })
  /** The notes that stood in a stop's part when it was left; none where no written note is played. */
  const workedOn = ref<{ stop: string; notes: readonly string[] }>()
  async function open(id: string) {
    failed.value = ''
    if (answer.value?.lesson.id !== id) answer.value = workedOn.value = undefined
    try {
      const [lesson, here] = await Promise.all([api.lesson(id), api.studio()])
      rememberNames(here.noteNames)
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
  /** The studio's own choices between schools; a learner's come before them. */
  const schools = computed(() => studio.value?.schools)
  /** What the server has, and what is on its way to it. */
  const entries = computed(() => {
    const now = answer.value
    if (!now) return []
    let list = now.entries
    for (const { shown } of outbox.about(now.lesson.id)) {
      const change = shown as Change
      if ('added' in change && !list.some((e) => e.id === change.added.id)) list = [...list, change.added]
      if ('removed' in change) list = list.filter((e) => e.id !== change.removed)
    }
    return list
  })
  const onTheWay = computed(() => {
    const id = answer.value?.lesson.id
    const added = id
      ? outbox
          .about(id)
          .flatMap(({ shown }) =>
            'added' in (shown as Change) ? [(shown as { added: EntryRecord }).added.id] : [],
          )
      : []
    return new Set(outbox.late ? added : [])
  })
  const own = computed(() => entries.value.filter((e) => e.lessonId === answer.value?.lesson.id))
  const earlier = computed(() => entries.value.filter((e) => e.lessonId !== answer.value?.lesson.id))
  const done = computed(() => {
    const stages = new Set<Stage>(ofLearner(own.value).map((e) => e.stage))
    if (answer.value?.card) stages.add('home')
    return STAGES.filter((s) => stages.has(s))
  })
  const plan = (stage: Stage) =>
    answer.value?.plans.find((p) => p.stage === stage) ?? { stage, text: '', version: 0 }

  /** What to aim at next about something; moves as soon as something is measured. */
  const aim = (kind: EntryKind, about: string) =>
    inst.value ? aimFor(entries.value, inst.value, kind, about, answer.value?.home) : undefined
  const aims = computed(() => {
    if (!inst.value) return []
    const known = aimsOf(entries.value, inst.value, answer.value?.home)
    return known.length ? known : firstAims(inst.value)
  })
  /** Which part comes next on the way to the whole instrument, by the tries on the parts. */
  const gate = computed(() =>
    inst.value ? gateOf(ofLearner(ofKind(entries.value, 'tries')), inst.value) : undefined,
  )
  /** Whether the whole instrument was played already. */
  const playedWhole = computed(() => playsWhole(ofLearner(entries.value)))
  /** The smallest part or the whole instrument: proposed by what was reliable, until the teacher says otherwise. */
  const overruled = useDraft<'' | 'first' | 'full'>(() => `sequence.${answer.value?.lesson.id}`, '')
  const proposed = computed<'first' | 'full'>(() =>
    playedWhole.value || !gate.value?.part ? 'full' : 'first',
  )
  const sequence = computed({
    get: () => overruled.value || proposed.value,
    set: (to) => (overruled.value = to === proposed.value ? '' : to),
  })
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
        : [
            {
              id: entry.id,
              stage: entry.stage,
              words,
              simulated: entry.provenance === 'simulated',
              waits: onTheWay.value.has(entry.id),
            },
          ]
    }),
  )

  /** Puts an entry where it belongs in the order of what happened. */
  function put(entry: EntryRecord) {
    if (!answer.value || answer.value.lesson.id !== entry.lessonId) return
    const others = answer.value.entries.filter((e) => e.id !== entry.id)
    answer.value.entries = [...others, entry].sort(asItHappened)
  }
  /** Whose it is, and what it says. */
  const saysFor = (words: string) => `${answer.value?.learner.name ?? ''}: ${words}`
  /** Checks an entry, keeps it and shows it; it is sent meanwhile. Undefined, with a notice, when it can't be right. */
  async function send(input: EntryInput): Promise<EntryRecord | undefined> {
    const now = answer.value
    if (!now) return undefined
    return notices.attempt(async () => {
      // What is left out on the way, like an undefined field, is left out here too.
      const plain = JSON.parse(JSON.stringify({ ...input, at: input.at ?? studioNow() })) as EntryInput
      check(entryInput, plain)
      checkEntry(instrument(now.lesson.instrument), plain)
      const record = {
        ...plain,
        lessonId: now.lesson.id,
        learnerId: now.learner.id,
        instrument: now.lesson.instrument,
        seq: 1 + Math.max(0, ...entries.value.map((e) => e.seq)),
        at: onDayOf(now.lesson, plain.at ?? studioNow()),
      } as EntryRecord
      await outbox.put({
        ...changes.addEntry(now.lesson.id, plain),
        about: now.lesson.id,
        shown: { added: record } satisfies Change,
        words: saysFor(notedWords(record, instrument(now.lesson.instrument)) ?? 'Something noted'),
      })
      return record
    })
  }
  outbox.listen((message, outcome) => {
    if (!answer.value || message.about !== answer.value.lesson.id) return
    const change = message.shown as Change
    if ('refused' in outcome) {
      // Somebody else wrote meanwhile: the stop offers both texts.
      if ('planned' in change) void refresh()
      if (outcome.refused.code === 'changed-meanwhile') return
      const words = 'added' in change && inst.value ? notedWords(change.added, inst.value) : null
      notices.show(`${words ? `Not taken: “${words}”. ` : ''}${outcome.refused.message}`, { tone: 'alarm' })
      return
    }
    if ('added' in change && outcome.answer) put(outcome.answer as EntryRecord)
    if ('removed' in change)
      answer.value.entries = answer.value.entries.filter((e) => e.id !== change.removed)
    if ('planned' in change && outcome.answer) {
      const written = outcome.answer as LessonAnswer['plans'][number]
      answer.value.plans = [...answer.value.plans.filter((p) => p.stage !== written.stage), written]
    }
  })
  const add = <K extends EntryKind>(
    stage: Stage,
    kind: K,
    data: EntryData[K],
    provenance: Provenance = 'tapped',
  ) => send({ id: newId(), stage, kind, provenance, data } as EntryInput)
  /** The teacher overrules an aim. */
  const setAim = (stage: Stage, goal: EntryKind, about: string, value: number) =>
    add(stage, 'target', { goal, about, value })
  /** @param quietly where what was taken back is replaced at once */
  async function takeBack(id: string, quietly = false) {
    const lessonId = answer.value?.lesson.id
    const entry = own.value.find((e) => e.id === id)
    if (!lessonId || !entry) return
    await outbox.put({
      ...changes.removeEntry(lessonId, id),
      about: lessonId,
      shown: { removed: id } satisfies Change,
      words: saysFor('A line taken back'),
    })
    if (quietly) return
    notices.show('Taken back.', {
      undo: () => {
        const { stage, kind, provenance, data, at } = entry
        return send({ id, stage, kind, provenance, data, at } as EntryInput)
      },
    })
  }
  /** Changes a plan as its writer saw it; when it was changed elsewhere meanwhile, both texts are offered. */
  async function writePlan(stage: Stage, text: string, version: number) {
    const now = answer.value
    if (!now) return
    await outbox.put({
      ...changes.writePlan(now.learner.id, stage, text, version),
      about: now.lesson.id,
      shown: { planned: stage } satisfies Change,
      words: saysFor(`Plan: ${text}`),
      replaces: `plan ${now.learner.id} ${stage}`,
    })
  }
  async function composeCard() {
    const now = answer.value
    if (!now) return
    await outbox.flush()
    if (outbox.about(now.lesson.id).length) {
      notices.show(
        'The server doesn’t answer: what was noted is kept, and the card can be composed when it does.',
        {
          tone: 'alarm',
        },
      )
      return
    }
    const composed = await notices.attempt(() => api.composeCard(now.lesson.id, now.card?.version ?? 0))
    if (composed) answer.value = composed
    // Refused: somebody changed the card meanwhile, and what they made of it is shown before anything is composed over it.
    else await refresh()
  }
  async function finish(finished: boolean) {
    const lesson = answer.value?.lesson
    const changed = lesson && (await notices.attempt(() => api.finish(lesson.id, finished)))
    if (changed && answer.value) answer.value.lesson = changed
    if (!changed || !finished) return
    // Who comes next is what a teacher looks for now.
    const day = await api.today().catch(() => undefined)
    const next = day?.lessons.find(
      (l) =>
        !l.lesson.finishedAt && l.lesson.id !== changed.id && !isBefore(l.lesson.startsAt, changed.startsAt),
    )
    notices.show(
      next
        ? `Finished. Next: ${next.learner.name} at ${clock(next.lesson.startsAt)}.`
        : 'Finished. Nobody else comes today.',
      { undo: () => finish(false) },
    )
  }
  /** The note to try things on, of those that this learner knows. */
  const homeNote = computed(() =>
    inst.value ? homeNoteOf(inst.value, notesKnown(entries.value, inst.value)) : 'B4',
  )
  return {
    answer,
    workedOn,
    partsAsked,
    partWanted,
    wantPart,
    a4Hz,
    failed,
    inst,
    own,
    earlier,
    homeNote,
    done,
    ofKind,
    entries,
    observes,
    schools,
    aim,
    aims,
    gate,
    playedWhole,
    sequence,
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
