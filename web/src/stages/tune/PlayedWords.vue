<script setup lang="ts">
import { computed } from 'vue'
import type { PlayedAnswer, SheetAnswer } from '@halitus/core/contract'
import { prettyNote } from '@halitus/core/pitch'

/** All that was found in a take, for who asks why: the other faults, breaths, tuning. */
const props = defineProps<{ sheet: SheetAnswer; answer: PlayedAnswer }>()
const bar = (m: number) => props.sheet.bars[m]!.number
/** Beyond these a list says no more. */
const MOST = 12
const faults = computed(() =>
  props.answer.faults.slice(0, MOST).map((f) => `bar ${bar(f.measure)}: ${f.words}`),
)
const breaths = computed(() => {
  const { breaths: all } = props.answer
  const [planned, elsewhere] = [all.filter((b) => b.planned), all.filter((b) => !b.planned)]
  const at = (list: typeof all) => list.map((b) => bar(b.measure)).join(', ')
  return [
    planned.length && `as planned after bar ${at(planned)}`,
    elsewhere.length && `elsewhere after bar ${at(elsewhere)}`,
  ]
    .filter(Boolean)
    .join('; ')
})
const tuning = computed(() =>
  props.answer.tuning
    .slice(0, 3)
    .map(
      (t) =>
        `${prettyNote(t.written)} ${Math.abs(t.cents)} cents ${t.cents > 0 ? 'high' : 'low'} (${t.times} times)`,
    ),
)
</script>

<template>
  <p v-if="faults.length">{{ faults.join('; ') }}.</p>
  <p>Breath: {{ breaths || 'none between the rests' }}.</p>
  <p v-if="tuning.length">Tuning, furthest first: {{ tuning.join(', ') }}.</p>
  <p>Played at {{ Math.round(answer.bpm) }} quarters a minute.</p>
</template>
