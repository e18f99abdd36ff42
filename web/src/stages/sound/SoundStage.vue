<script setup lang="ts">
import { Segmented } from 'ant-design-vue'
import { Stop } from '@/lesson/index.ts'
import { useParts } from '../parts.ts'

const { kind, part, options } = useParts('sound')
</script>

<template>
  <Stop stage="sound">
    <template #head>
      <Segmented v-model:value="kind" :options="options" aria-label="What is practised" />
    </template>
    <component :is="part" :key="kind" />
  </Stop>
</template>
