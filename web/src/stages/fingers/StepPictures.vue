<script setup lang="ts">
import { computed } from 'vue'
import type { BreakStep } from '@halitus/core/crossings'
import type { FingerSystem, Instrument } from '@halitus/core/instruments'
import { prettyNote } from '@halitus/core/pitch'
import { Fingers } from '@/drawings/index.ts'

/** The fingers of a step over a break, with what moves from its first note to its second. */
const props = defineProps<{ step: BreakStep; inst: Instrument; system: FingerSystem }>()
const moving = computed(() => {
  const [a, b] = props.step.notes
  if (!a || !b || props.step.heard === 'held') return { press: [], lift: [] }
  return {
    press: b.touches.filter((t) => !a.touches.includes(t)),
    lift: a.touches.filter((t) => !b.touches.includes(t)),
  }
})
</script>

<template>
  <div class="pictures">
    <div v-for="(n, i) in step.notes.slice(0, 2)" :key="n.written + i">
      <b>{{ prettyNote(n.written) }}</b>
      <Fingers
        :system="system"
        :family="inst.family"
        :held="n.touches"
        :pressing="i ? [] : moving.press"
        :lifting="i ? [] : moving.lift"
        :label="`${inst.name}: ${n.written}`"
      />
    </div>
  </div>
</template>

<style scoped>
.pictures {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 4px 22px;
  margin-top: 6px;
}
.pictures b {
  font-size: 24px;
}
@media (min-width: 701px) and (max-width: 1000px) {
  .pictures {
    grid-template-columns: 1fr;
  }
}
</style>
