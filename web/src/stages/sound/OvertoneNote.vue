<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { computed, ref, watch } from 'vue'
import type { Provenance } from '@halitus/core/contract'
import { hzOfMidi, parseNote, prettyNote } from '@halitus/core/pitch'
import {
  CONSISTENT,
  hasOvertones,
  hitsOf,
  judgePartial,
  noteKey,
  notesKnown,
  ofLearner,
  overtoneNotes,
  overtonesOn,
} from '@halitus/core/records'
import { choiceOf, OVERTONES } from '@halitus/core/schools'
import { untilToneEnds } from '@halitus/core/sound'
import { useDraft } from '@/base/drafts.ts'
import { signed } from '@/base/words.ts'
import { DizzyButton, useLesson } from '@/lesson/index.ts'
import { useListening, type Take } from '@/listening/index.ts'
import Choice from '@/parts/Choice.vue'
import Why from '@/parts/Why.vue'
import TakeHead from '../TakeHead.vue'

/** Overtones: which low fingering has a note as a partial, and whether it was that partial that sounded. */
const lesson = useLesson()
const listening = useListening()
const notes = computed(() => (lesson.inst && hasOvertones(lesson.inst) ? overtoneNotes(lesson.inst) : []))
/** The first of them that this learner knows. */
const knows = lesson.inst ? notesKnown(lesson.entries, lesson.inst).map(noteKey) : []
const written = ref(notes.value.find((n) => knows.includes(noteKey(n))) ?? notes.value[0] ?? '')
const ways = computed(() => (lesson.inst && written.value ? overtonesOn(lesson.inst, written.value) : []))
const chosen = ref('')
const way = computed(
  () => ways.value.find((w) => `${w.fingered}-${w.partial}` === chosen.value) ?? ways.value[0],
)
watch(written, () => (chosen.value = ''))
const all = computed(() => ofLearner(lesson.ofKind(lesson.entries, 'overtone')))
const EMPTY: { hits: number; tries: number; cents: number | null; provenance: Provenance } = {
  hits: 0,
  tries: 0,
  cents: null,
  provenance: 'microphone',
}
const draft = useDraft(
  () => `overtone.${lesson.answer?.lesson.id}.${way.value?.fingered}-${way.value?.partial}`,
  EMPTY,
)
const said = ref('')
const known = computed(() => way.value && hitsOf(all.value, way.value))
const slurred = computed(
  () => choiceOf(OVERTONES, lesson.answer?.learner.schools, lesson.schools) === 'slurred',
)

function count(hit: boolean, cents: number | null, provenance: Provenance) {
  const d = draft.value
  draft.value = {
    hits: d.hits + Number(hit),
    tries: d.tries + 1,
    cents: hit ? cents : d.cents,
    provenance: d.tries && d.provenance === 'simulated' ? 'simulated' : provenance,
  }
}
const take = (): Take | undefined => {
  const inst = lesson.inst
  const to = way.value
  if (!inst || !to) return undefined
  return {
    instrument: inst.id,
    written: to.fingered,
    // The simulated player gets there most of the time; else the low note itself sounds.
    performance: { detuneCents: Math.random() < 0.7 ? 1200 * Math.log2(to.partial) + 8 : 0 },
    ear: { transposition: inst.transposition, a4Hz: lesson.a4Hz },
    rule: () => untilToneEnds(),
    judge({ tone }, provenance) {
      if (!tone || tone.lengthS < 0.5) return 'No tone heard. Nothing was counted.'
      const { hit, cents, words } = judgePartial(tone, to, inst, lesson.a4Hz)
      said.value = words
      count(hit, Math.round(10 * cents) / 10, provenance)
      return undefined
    },
  }
}
async function keep() {
  const to = way.value
  const { hits, tries, cents, provenance } = draft.value
  if (!to || !tries) return
  if (
    await lesson.add(
      'sound',
      'overtone',
      { fingered: to.fingered, partial: to.partial, hits, tries, cents },
      provenance,
    )
  ) {
    draft.value = EMPTY
    said.value = ''
  }
}
const hz = computed(() =>
  way.value && lesson.inst
    ? way.value.partial *
      hzOfMidi(parseNote(way.value.fingered).midi + lesson.inst.transposition, lesson.a4Hz)
    : 0,
)
</script>

<template>
  <p v-if="!notes.length" class="soft">Overtones aren’t practised on this instrument.</p>
  <template v-else>
    <TakeHead
      :number="String(draft.hits)"
      :unit="`of ${draft.tries}`"
      :aim="way ? `${prettyNote(written)} from low ${prettyNote(way.fingered)}` : ''"
      :note="listening.note?.written"
      :cents="listening.note?.cents"
      :take="take"
      @begins="said = ''"
    >
      <template #choose>
        <label for="over-note">Sounds</label>
        <Choice
          id="over-note"
          v-model="written"
          :options="notes.map((n) => ({ value: n, label: prettyNote(n) }))"
        />
        <Button :disabled="!draft.tries" type="primary" @click="keep"
          >Keep {{ draft.hits }} of {{ draft.tries }}</Button
        >
        <Button size="small" @click="count(true, null, 'tapped')">Hit</Button>
        <Button size="small" @click="count(false, null, 'tapped')">Missed</Button>
      </template>
    </TakeHead>
    <p v-if="said" class="said" aria-live="polite">{{ said }}</p>
    <p v-else class="how">
      First the note with its ordinary fingering; then finger low {{ way ? prettyNote(way.fingered) : '' }},
      hear {{ prettyNote(written) }} inside, and let the air find it.
    </p>
    <table v-if="ways.length > 1">
      <thead>
        <tr>
          <th>low fingering</th>
          <th>partial</th>
          <th>from equal temperament</th>
          <th></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="w in ways" :key="`${w.fingered}-${w.partial}`" :class="{ chosen: w === way }">
          <td>
            <b>{{ prettyNote(w.fingered) }}</b>
          </td>
          <td>{{ w.partial }}</td>
          <td>{{ w.cents > 0 ? '+' : w.cents < 0 ? '−' : '' }}{{ Math.abs(w.cents).toFixed(1) }} cents</td>
          <td>
            <Button size="small" :aria-pressed="w === way" @click="chosen = `${w.fingered}-${w.partial}`">{{
              w === way ? 'now' : 'this one'
            }}</Button>
          </td>
        </tr>
      </tbody>
    </table>
    <p v-if="known" class="soft">
      Last tries: {{ known.hits }} of {{ known.tries }}.
      {{
        known.consistent
          ? 'Consistent: the tongue may come in, lightly, as long as nothing cracks.'
          : slurred
            ? `Slurred until ${CONSISTENT.hits} of ${CONSISTENT.of} come.`
            : 'Lightly tongued as soon as nothing cracks.'
      }}
    </p>
    <Why v-if="way"
      ><p class="soft">
        {{ hz.toFixed(0) }} Hz, computed: partial {{ way.partial }} of low {{ prettyNote(way.fingered) }},
        {{ signed(way.cents) }} cents from equal temperament.
      </p></Why
    >
    <p class="foot">
      <span class="caution">No pinching: lips tire and shake; answer with air and rest.</span>
      <DizzyButton stage="sound" during="overtones" />
    </p>
  </template>
</template>

<style scoped>
.said {
  font-size: 24px;
  font-weight: 650;
  margin: 14px 0;
}
.how {
  font-size: 19px;
  max-width: 640px;
  margin: 14px 0;
}
table {
  border-collapse: collapse;
  margin: 10px 0;
}
th {
  text-align: left;
  color: var(--soft);
  font-weight: 400;
  font-size: 14px;
}
th,
td {
  padding: 5px 22px 5px 0;
}
.chosen td {
  border-bottom: 3px solid var(--brass);
}
.foot {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  align-items: center;
  gap: 14px;
  margin-top: 12px;
}
</style>
