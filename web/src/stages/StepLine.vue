<script setup lang="ts">
import { computed } from 'vue'
import BeadLine from '@/parts/BeadLine.vue'

/** Steps of a way in their order: how often each was passed, and which one is at work. */
const props = defineProps<{
  steps: readonly { id: string; title: string }[]
  /** How often a step was passed. */
  passed: (id: string) => number
  at: string
  label: string
}>()
defineEmits<{ go: [id: string] }>()
const beads = computed(() =>
  props.steps.map((s) => {
    const times = props.passed(s.id)
    return {
      ...s,
      mark: times ? ('ok' as const) : ('open' as const),
      said: `passed ${times === 1 ? 'once' : `${times} times`}`,
      often: times >= 2 ? `${times}×` : undefined,
    }
  }),
)
</script>

<template>
  <BeadLine :steps="beads" :at="at" :label="label" @go="(id) => $emit('go', id)" />
</template>
