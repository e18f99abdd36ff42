<script setup lang="ts">
import { useLocalStorage } from '@vueuse/core'
import Views from '@/parts/Views.vue'
import AgainstDrone from '../AgainstDrone.vue'
import ScaleTuned from '../ScaleTuned.vue'

/** Two ways to tune: one note into a drone, or a slow scale with every note against its place. */
const WAYS = [
  { value: 'drone' as const, label: 'One note, a drone' },
  { value: 'scale' as const, label: 'A slow scale' },
]
const way = useLocalStorage<'drone' | 'scale'>('halitus.tuning.way', 'drone')
</script>

<template>
  <Views v-model="way" :options="WAYS" label="Way of tuning" class="ways" />
  <AgainstDrone v-if="way === 'drone'" />
  <ScaleTuned v-else />
</template>

<style scoped>
/* The large note below reaches up to here; the ways stay in reach. */
.ways {
  position: relative;
  z-index: 1;
  margin-bottom: 10px;
}
</style>
