<script setup lang="ts">
import { computed, ref } from 'vue'
import { prettyNote } from '@halitus/core/pitch'
import {
  accidentsIn,
  furthest,
  inTuneOf,
  lastTime,
  noteKey,
  notesKnown,
  ofLearner,
  pitchMap,
  SCALE_WAYS,
  scaleHeard,
  scaleNotes,
  scaleWords,
  type ScaleWay,
} from '@halitus/core/records'
import { firstOf, forSeconds, untilQuiet } from '@halitus/core/sound'
import { signed } from '@/base/words.ts'
import { useLesson } from '@/lesson/index.ts'
import { useListening, type Take } from '@/listening/index.ts'
import Choice from '@/parts/Choice.vue'
import NoteChoice from '@/parts/NoteChoice.vue'
import AfterTake from '../AfterTake.vue'
import { LOUD_DB, useShownTake } from '../take.ts'
import TakeHead from '../TakeHead.vue'
import ScaleRow from './ScaleRow.vue'

/** One slow scale in one take: each note against its place, against where it usually lies, and against last time. */
const lesson = useLesson()
const listening = useListening()
/** After so much silence the scale is over; a breath in the middle of it is shorter, s. */
const OVER_S = 3
const MOST_S = 90
/** The simulated player holds each note so long, s. */
const HELD_S = 1.2

const known = computed(() => (lesson.inst ? notesKnown(lesson.entries, lesson.inst) : []))
const way = ref<ScaleWay>('known')
const from = ref(noteKey(lesson.homeNote))
const asked = computed(() => (lesson.inst ? scaleNotes(lesson.inst, way.value, known.value, from.value) : []))
const WORDS: Record<ScaleWay, string> = {
  known: 'the notes that are known',
  five: 'five notes, major',
  octave: 'an octave, major',
}
const ways = SCALE_WAYS.map((value) => ({ value, label: WORDS[value] }))
const { shown, keep, begin, forget } = useShownTake('sound', 'scale')
/** What was known before this take: it is set against that. */
const earlier = computed(() =>
  ofLearner(lesson.ofKind(lesson.entries, 'scale')).filter((e) => e.id !== shown.value?.id),
)
const before = computed(() => lastTime(earlier.value))
const usual = computed(
  () =>
    new Map(
      pitchMap(lesson.entries.filter((e) => e.id !== shown.value?.id)).map((m) => [m.written, m.cents]),
    ),
)
const far = computed(() => new Set(shown.value ? furthest(shown.value.data.notes).map((n) => n.written) : []))
const row = computed(() =>
  (shown.value?.data.notes ?? asked.value.map((written) => ({ written, cents: undefined }))).map((n) => ({
    written: n.written,
    cents: n.cents,
    usual: usual.value.get(noteKey(n.written)),
    last: before.value.get(noteKey(n.written)),
    far: far.value.has(n.written),
  })),
)
const take = (): Take | undefined => {
  const inst = lesson.inst
  if (!inst || asked.value.length < 2) return undefined
  const notes = asked.value
  return {
    instrument: inst.id,
    written: notes[0]!,
    performance: {
      notes: () => notes.map((written) => ({ written, lengthS: HELD_S, begins: 'tongue', gapS: 0.05 })),
      lengthS: Math.ceil(HELD_S * notes.length),
      detuneCents: 9,
      unsteadyCents: 2,
    },
    ear: { transposition: inst.transposition, a4Hz: lesson.a4Hz },
    rule: () => firstOf(untilQuiet(LOUD_DB, OVER_S), forSeconds(MOST_S)),
    async judge(m, provenance) {
      const heard = scaleHeard(m.report.notes, notes, inst, lesson.a4Hz)
      if (typeof heard === 'string') return heard
      await keep({ notes: heard, happened: accidentsIn(m.report) }, provenance)
      return undefined
    },
  }
}
const aimWords = computed(() =>
  asked.value.length ? `${prettyNote(asked.value[0]!)} to ${prettyNote(asked.value.at(-1)!)}` : '',
)
const inTune = computed(() => (shown.value ? inTuneOf(shown.value.data.notes) : 0))
</script>

<template>
  <TakeHead
    :number="shown ? String(inTune) : String(asked.length)"
    :unit="shown ? `of ${shown.data.notes.length} in tune` : 'notes'"
    :aim="aimWords"
    :note="listening.note?.written"
    :cents="listening.note?.cents"
    :take="take"
    @begins="begin"
  >
    <template #choose>
      <Choice v-model="way" label="What is played" :options="ways" />
      <label for="scale-from">{{ way === 'known' ? 'about' : 'from' }}</label>
      <NoteChoice id="scale-from" v-model="from" :inst="lesson.inst" />
    </template>
  </TakeHead>
  <section v-if="shown" aria-live="polite">
    <p class="verdict">{{ scaleWords(shown.data) }}</p>
    <AfterTake :provenance="shown.provenance" :aim="undefined" :entry-id="shown.id" @taken-back="forget" />
  </section>
  <p v-else class="how">
    Slowly, each note a second at least, a breath wherever it is wanted. Hear the next one before it comes.
  </p>
  <ScaleRow :notes="row" />
  <p v-if="before.size || usual.size" class="soft legend">
    Disc: now. Ring: last time. Line: where it usually lies. {{ signed(25) }} and {{ signed(-25) }} cents are
    the edges.
  </p>
</template>

<style scoped>
.verdict {
  font-size: var(--said);
  font-weight: 680;
}
.how {
  font-size: 19px;
  max-width: 660px;
}
</style>
