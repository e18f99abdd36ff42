<script setup lang="ts">
import { Stop, useLesson } from '@/lesson/index.ts'
import PartsRow from '../PartsRow.vue'
import { useParts } from '../parts.ts'
import Takes from './Takes.vue'

const lesson = useLesson()
/** Who isn't through with the small parts begins there, as Set-up says. */
const { kind, part, coming, options } = useParts(
  'sound',
  'long-tone',
  lesson.sequence === 'first' ? 'tries' : undefined,
)
</script>

<template>
  <Stop stage="sound" :coming="coming">
    <template #head>
      <PartsRow v-model="kind" stage="sound" :options="options" label="What is practised" />
    </template>
    <component :is="part" :key="kind" />
    <Takes />
  </Stop>
</template>
