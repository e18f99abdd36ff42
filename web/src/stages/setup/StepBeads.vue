<script setup lang="ts">
import { computed } from 'vue'
import type { SetupPhase } from '@halitus/core/instruments'
import BeadLine from '@/parts/BeadLine.vue'

/** The sequence of set-up, in its phases. */
const props = defineProps<{
  steps: readonly {
    id: string
    title: string
    phase: SetupPhase
    timesWrong: number
    mark: 'ok' | 'wrong' | 'open'
  }[]
  at: number
}>()
const emit = defineEmits<{ go: [index: number] }>()
const PHASES = {
  materials: 'Materials',
  reed: 'Reed',
  assembly: 'Assembly',
  hold: 'Hold',
  sound: 'First sound',
  after: 'After',
} as const
const SAID = { ok: 'right', wrong: 'wrong', open: 'not looked at' } as const
const beads = computed(() =>
  props.steps.map((s, i) => ({
    ...s,
    said: SAID[s.mark],
    group: s.phase === props.steps[i - 1]?.phase ? undefined : PHASES[s.phase],
    often: s.timesWrong >= 2 ? `${s.timesWrong}×` : undefined,
  })),
)
const go = (id: string) =>
  emit(
    'go',
    props.steps.findIndex((s) => s.id === id),
  )
</script>

<template>
  <BeadLine :steps="beads" :at="steps[at]?.id" label="Steps" @go="go" />
</template>
