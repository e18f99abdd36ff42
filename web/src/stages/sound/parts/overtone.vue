<script setup lang="ts">
import { useLocalStorage } from '@vueuse/core'
import { hasOvertones } from '@halitus/core/records'
import { useLesson } from '@/lesson/index.ts'
import Views from '@/parts/Views.vue'
import OvertoneNote from '../OvertoneNote.vue'
import OvertoneWalk from '../OvertoneWalk.vue'

/** Notes inside low fingerings: one of them by itself, or a scale of them. */
const lesson = useLesson()
const WAYS = [
  { value: 'note' as const, label: 'One note' },
  { value: 'walk' as const, label: 'A walk' },
]
const way = useLocalStorage<'note' | 'walk'>('halitus.overtone.way', 'note')
</script>

<template>
  <p v-if="!lesson.inst || !hasOvertones(lesson.inst)" class="soft">
    Overtones aren’t practised on this instrument.
  </p>
  <template v-else>
    <Views v-model="way" :options="WAYS" label="Way of practising" class="ways" />
    <OvertoneNote v-if="way === 'note'" />
    <OvertoneWalk v-else />
  </template>
</template>

<style scoped>
/* The large note below reaches up to here; the ways stay in reach. */
.ways {
  position: relative;
  z-index: 1;
  margin-bottom: 10px;
}
</style>
