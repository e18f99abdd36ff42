<script setup lang="ts">
import { Stop } from '@/lesson/index.ts'
import Views from '@/parts/Views.vue'
import { useParts } from '../parts.ts'

const { kind, part, coming, options } = useParts('breath')
</script>

<template>
  <Stop stage="breath" :coming="coming">
    <template #head>
      <Views v-model="kind" signs :options="options" label="What is practised" />
    </template>
    <component :is="part" :key="kind" />
  </Stop>
</template>
