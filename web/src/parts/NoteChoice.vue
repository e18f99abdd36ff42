<script setup lang="ts">
import { computed } from 'vue'
import type { Instrument } from '@halitus/core/instruments'
import { noteName, parseNote, prettyNote } from '@halitus/core/pitch'
import Choice from './Choice.vue'

/** One of an instrument's written notes, from low to high; with `beyond`, semitones more on both sides: what sounds by mistake. */
const props = defineProps<{ id: string; inst: Instrument | undefined; beyond?: number }>()
const written = defineModel<string>({ required: true })
const options = computed(() => {
  const [low, high] = (props.inst?.range.full ?? ['C4', 'C6']).map((n) => parseNote(n).midi) as [
    number,
    number,
  ]
  const more = props.beyond ?? 0
  return Array.from({ length: high - low + 1 + 2 * more }, (_, i) => {
    const value = noteName(low - more + i)
    return { value, label: prettyNote(value) }
  })
})
</script>

<template><Choice :id="id" v-model="written" :options="options" /></template>
