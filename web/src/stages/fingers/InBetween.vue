<script setup lang="ts">
import { computed } from 'vue'
import { inTenths } from '@halitus/core/evidence'
import type { Share } from '@halitus/core/acoustics'
import { describeBetween, outOfStep, type Between } from '@halitus/core/fingering'
import type { FingerSystem } from '@halitus/core/instruments'
import { prettyNote } from '@halitus/core/pitch'
import Why from '@/parts/Why.vue'

/** What sounds when fingers don't move together, the likeliest first; one can be shown in the threads. */
const props = defineProps<{
  system: FingerSystem
  likely: readonly (Between & { likelihood: number })[]
  to: string
  /** Moments between that no chart knows, and what they sound by a model of the tube, where there is one. */
  unknown: number
  predicted: readonly Share[]
}>()
const emit = defineEmits<{ show: [between: Between] }>()
const SHOWN = 6
/** So many notes are named that unknown moments pass through. */
const NAMED = 3
const passed = computed(() =>
  props.predicted
    .slice(0, NAMED)
    .map((p) => `${prettyNote(p.written)} (${inTenths(p.share)})`)
    .join(', '),
)
</script>

<template>
  <h2>When fingers don’t move together, in a beginner’s hand</h2>
  <ul v-if="likely.length" class="between">
    <li v-for="s in likely.slice(0, SHOWN)" :key="s.touches.join(' ')">
      <button type="button" class="plain" :title="describeBetween(system, s, to)" @click="emit('show', s)">
        <b>{{ prettyNote(s.sounds) }}</b><span
          >{{ outOfStep(system, s) }}, {{ inTenths(s.likelihood) }}
          <span v-if="s.source === 'column'" class="soft">by its open holes</span>
          <span v-else-if="s.source === 'model'" class="soft">predicted</span></span
        >
      </button>
    </li>
  </ul>
  <p class="soft">
    <template v-if="!likely.length">No other note lies between. </template>
    <template v-if="likely.length > SHOWN"
      >{{ likely.length - SHOWN }} more with other fingers apart.
    </template>
  </p>
  <Why v-if="unknown"
    ><p class="soft">
      {{ unknown }} moments between that no chart knows{{
        passed ? `: predicted by a model of the tube as ${passed}` : ''
      }}.
    </p></Why
  >
</template>

<style scoped>
.between li {
  border-bottom: 1px solid var(--line);
}
.between button {
  display: grid;
  grid-template-columns: 44px 1fr;
  padding: 2px 0;
  width: 100%;
}
.between button:hover {
  text-decoration: underline;
}
</style>
