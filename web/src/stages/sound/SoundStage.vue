<script setup lang="ts">
import { Stop } from '@/lesson/index.ts'
import { useParts } from '../parts.ts'
import Views from '@/parts/Views.vue'

const { kind, part, options } = useParts('sound')
</script>

<template>
  <Stop stage="sound">
    <template #head>
      <Views v-model="kind" :options="options" label="What is practised" />
    </template>
    <component :is="part" :key="kind" />
  </Stop>
</template>
