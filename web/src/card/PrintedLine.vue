<script setup lang="ts">
import type { Instrument } from '@halitus/core/instruments'
import type { CardRow } from '@halitus/core/records'
import Staff from '@/parts/Staff.vue'

/** What a row asks for, in notation, in the bars of its own time. */
defineProps<{ row: Pick<CardRow, 'line' | 'beats' | 'beatType'>; inst: Instrument }>()
</script>

<template>
  <Staff
    v-if="row.line?.length"
    :line="row.line"
    :inst="inst"
    :beats="row.beats"
    :beat-type="row.beatType"
    :scale="40"
  />
</template>
