<script setup lang="ts">
import { computed } from 'vue'
import { ofLearner } from '@halitus/core/records'
import { choiceOf } from '@halitus/core/schools'
import { Stop, useLesson } from '@/lesson/index.ts'
import Why from '@/parts/Why.vue'
import PartsRow from '../PartsRow.vue'
import { useParts } from '../parts.ts'

const lesson = useLesson()
/** Whose tongue was never measured begins with the way in, not with a meter. */
const usual = lesson.inst?.graces
  ? 'gracenotes'
  : ofLearner(lesson.ofKind(lesson.entries, 'strokes')).length
    ? 'strokes'
    : 'way-in'
const { kind, part, coming, options } = useParts('tongue', usual)
/** Where the tongue's place is what it is about; everywhere else it can be asked for. */
const PLACE_FIRST: readonly string[] = ['way-in', 'strokes', 'tongue-fault']
/** Where the tongue goes, as the learner is taught it. */
const place = computed(() => {
  const inst = lesson.inst
  if (!inst?.tongue) return 'No tongue: notes are parted by gracenotes.'
  const { place: places, school, registers } = inst.tongue
  const named = inst.schools.find((s) => s.id === school)
  const way = named
    ? choiceOf(named, lesson.answer?.learner.schools, lesson.schools)
    : Object.keys(places)[0]!
  return `${places[way] ?? Object.values(places)[0]} ${registers}`
})
</script>

<template>
  <Stop stage="tongue" :coming="coming">
    <template #head>
      <PartsRow v-model="kind" stage="tongue" :options="options" label="What is practised" />
    </template>
    <component :is="part" :key="kind" />
    <p v-if="PLACE_FIRST.includes(kind ?? '')" class="soft">{{ place }}</p>
    <Why v-else
      ><p class="soft">{{ place }}</p></Why
    >
  </Stop>
</template>
