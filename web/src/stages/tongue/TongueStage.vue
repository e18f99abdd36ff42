<script setup lang="ts">
import { PlannedStop } from '@/lesson/index.ts'
import { useParts } from '../parts.ts'

const { kind, part } = useParts('tongue')
</script>

<template>
  <PlannedStop stage="tongue" hint="Slurred first: the untongued sound is the measure for the tongued one.">
    <component :is="part" v-if="part" :key="kind" />
  </PlannedStop>
</template>
