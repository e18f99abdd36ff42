<script setup lang="ts">
import { Stop } from '@/lesson/index.ts'
import PartsRow from '../PartsRow.vue'
import { useParts } from '../parts.ts'

const { kind, part, coming, options } = useParts('tune', 'tune-set')
</script>

<template>
  <Stop stage="tune" :coming="coming">
    <template #head>
      <PartsRow v-model="kind" stage="tune" :options="options" label="What is done with the tune" />
    </template>
    <component :is="part" v-if="part" :key="kind" />
  </Stop>
</template>
