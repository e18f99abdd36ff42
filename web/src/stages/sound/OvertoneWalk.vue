<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { computed, ref } from 'vue'
import type { Provenance } from '@halitus/core/contract'
import { prettyNote } from '@halitus/core/pitch'
import {
  judgePartial,
  notesKnown,
  ofLearner,
  stepWalk,
  WALK_BEGINS_AT,
  walkBegins,
  walkNotes,
  type Walk,
} from '@halitus/core/records'
import { untilToneEnds } from '@halitus/core/sound'
import { useDraft } from '@/base/drafts.ts'
import { DizzyButton, useLesson } from '@/lesson/index.ts'
import { useListening, type Take } from '@/listening/index.ts'
import BeadLine from '@/parts/BeadLine.vue'
import TakeHead from '../TakeHead.vue'

/** A scale with its ordinary fingers, then each of its notes from inside a low fingering: a step on at a hit, again at a miss. */
const lesson = useLesson()
const listening = useListening()
const known = computed(() => (lesson.inst ? notesKnown(lesson.entries, lesson.inst) : []))
const notes = computed(() => (lesson.inst ? walkNotes(lesson.inst, known.value) : []))
const begins = computed(() => walkBegins(ofLearner(lesson.ofKind(lesson.entries, 'overtone-walk'))))
const draft = useDraft<Walk & { provenance: Provenance }>(() => `walk.${lesson.answer?.lesson.id}`, {
  ...WALK_BEGINS_AT,
  provenance: 'microphone',
})
const note = computed(() => notes.value[draft.value.at])
const said = ref('')
/** A crack at the start isn't a tongued note that came. */
const take = (): Take | undefined => {
  const inst = lesson.inst
  const now = note.value
  if (!inst || !now) return undefined
  const tongued = begins.value === 'tongue'
  return {
    instrument: inst.id,
    written: now.way.fingered,
    performance: { detuneCents: Math.random() < 0.7 ? 1200 * Math.log2(now.way.partial) + 8 : 0 },
    ear: { transposition: inst.transposition, a4Hz: lesson.a4Hz },
    rule: () => untilToneEnds(),
    async judge({ tone, report }, provenance) {
      if (!tone || tone.lengthS < 0.5) return 'No tone heard. Nothing was counted.'
      const { hit, words } = judgePartial(tone, now.way, inst, lesson.a4Hz)
      const cracked = tongued && hit && report.cracks.length > 0
      said.value = cracked ? 'It cracked: the same again, the tongue lighter.' : words
      const before = draft.value
      draft.value = {
        ...stepWalk(before, hit && !cracked),
        provenance: before.tries && before.provenance === 'simulated' ? 'simulated' : provenance,
      }
      if (!notes.value[draft.value.at]) await keep()
      return undefined
    },
  }
}
/** The share of the scale that came, whole or not. */
async function keep() {
  const { hits, tries, provenance } = draft.value
  if (!tries) return
  const data = { notes: notes.value.map((n) => n.written), hits, tries, begins: begins.value }
  if (!(await lesson.add('sound', 'overtone-walk', data, provenance))) return
  said.value = `${hits} of ${data.notes.length} notes of the scale, in ${tries} ${tries === 1 ? 'try' : 'tries'}.`
  draft.value = { ...WALK_BEGINS_AT, provenance: 'microphone' }
}
const beads = computed(() =>
  notes.value.map((n, i) => ({
    id: n.written,
    title: prettyNote(n.written),
    mark: i < draft.value.at ? ('ok' as const) : ('open' as const),
    said: i < draft.value.at ? 'came' : 'to come',
    often: `low ${prettyNote(n.way.fingered)}`,
  })),
)
const how = computed(() => {
  if (!note.value) return ''
  const first = draft.value.tries
    ? ''
    : 'First the scale with its ordinary fingers, to have it in the ear. Then: '
  const start = begins.value === 'air' ? 'begin by air alone' : 'begin with the tongue, without a crack'
  return `${first}finger low ${prettyNote(note.value.way.fingered)}, hear ${prettyNote(note.value.written)} inside, ${start}.`
})
</script>

<template>
  <p v-if="!notes.length" class="how">
    A walk takes two known notes that lie inside known low ones: one note at a time until then.
  </p>
  <template v-else>
    <TakeHead
      :number="note ? prettyNote(note.written) : '–'"
      unit=""
      :aim="note ? `from low ${prettyNote(note.way.fingered)}` : ''"
      :note="listening.note?.written"
      :cents="listening.note?.cents"
      :take="take"
      asks
      @begins="said = ''"
    >
      <template #choose>
        <span
          >{{ draft.hits }} of {{ notes.length }} in {{ draft.tries }}
          {{ draft.tries === 1 ? 'try' : 'tries' }}</span
        >
        <Button :disabled="!draft.tries" @click="keep">Leave it there</Button>
      </template>
    </TakeHead>
    <p v-if="said" class="said" aria-live="polite">{{ said }}</p>
    <p v-else class="how">{{ how }}</p>
    <BeadLine :steps="beads" :at="note?.written" label="Notes of the walk" />
    <p class="foot">
      <span class="caution">No pinching: lips tire and shake; answer with air and rest.</span>
      <DizzyButton stage="sound" during="an overtone walk" />
    </p>
  </template>
</template>

<style scoped>
.said {
  font-size: var(--said);
  font-weight: 680;
}
.how {
  font-size: 22px;
  max-width: 760px;
}
.foot {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  align-items: center;
  gap: 14px;
}
</style>
