<script setup lang="ts">
import { computed } from 'vue'
import { api } from '@/api/index.ts'
import { useLesson } from '@/lesson/index.ts'
import { useSheets } from './sheets.ts'

/** The sheet on paper and as files. */
const lesson = useLesson()
const sheets = useSheets()
const learner = computed(() => lesson.answer?.learner.id ?? '')
const query = computed(() => ({
  learner: learner.value,
  instrument: sheets.how?.instrument ?? '',
  as: sheets.how?.as ?? 'written',
  octave: String(sheets.how?.octave ?? 0),
}))
const of = (as: 'pdf' | 'svg' | 'midi', more: Record<string, string> = {}) =>
  api.tuneUrl(sheets.chosenId, sheets.how?.part ?? '', as, as === 'midi' ? {} : { ...query.value, ...more })
/** The bars around the hardest place. */
const hardest = computed(() =>
  sheets.sheet?.steps.find((s) => s.kind === 'section' || s.kind === 'before' || s.kind === 'bar'),
)
</script>

<template>
  <p class="out">
    <a :href="of('pdf')" target="_blank" rel="noopener">Print</a>
    <a :href="of('pdf', { large: '1' })" target="_blank" rel="noopener">Large print</a>
    <a
      v-if="hardest"
      :href="of('pdf', { from: String(hardest.from), to: String(hardest.to) })"
      target="_blank"
      rel="noopener"
      >{{ hardest.title }} alone</a
    >
    <a :href="of('svg')" target="_blank" rel="noopener">Picture</a>
    <a :href="api.tuneXmlUrl(sheets.chosenId, learner)" :download="`${sheets.tune?.title}.musicxml`"
      >MusicXML</a
    >
    <a :href="of('midi')" :download="`${sheets.tune?.title}.mid`">MIDI</a>
  </p>
</template>

<style scoped>
.out {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 16px;
  margin: 0;
}
</style>
