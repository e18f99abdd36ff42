<script setup lang="ts">
import { PlannedStop } from '@/lesson/index.ts'
import { useParts } from '../parts.ts'

const { kind, part } = useParts('breath')
</script>

<template>
  <PlannedStop stage="breath" hint="Shoulders low, no noise on the way in, a steady stream out.">
    <p class="caution">
      Dizzy or tingling: stop, sit, breathe normally for a few minutes, and shorten the drill. Heart, lung,
      blood or eye pressure, pregnancy: ask a doctor before breath holding.
    </p>
    <component :is="part" v-if="part" :key="kind" />
  </PlannedStop>
</template>

<style scoped>
.caution {
  margin-top: 16px;
}
</style>
