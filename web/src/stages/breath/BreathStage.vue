<script setup lang="ts">
import { Stop } from '@/lesson/index.ts'
import PartsRow from '../PartsRow.vue'
import { useParts } from '../parts.ts'

const { kind, part, coming, options } = useParts('breath')
</script>

<template>
  <Stop stage="breath" :coming="coming">
    <template #head>
      <PartsRow v-model="kind" stage="breath" :options="options" label="What is practised" />
    </template>
    <component :is="part" :key="kind" />
  </Stop>
</template>
