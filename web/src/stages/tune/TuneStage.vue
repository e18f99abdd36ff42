<script setup lang="ts">
import { PlannedStop } from '@/lesson/index.ts'
import { useParts } from '../parts.ts'

const { kind, part } = useParts('tune')
</script>

<template>
  <PlannedStop
    stage="tune"
    hint="Key, new notes, hardest change, where to breathe; then the change, the bar, the section."
  >
    <component :is="part" v-if="part" :key="kind" />
  </PlannedStop>
</template>
