<script setup lang="ts">
import { computed } from 'vue'
import { handsInWords, handsOf, type FingerSystem, type TouchId } from '@halitus/core/instruments'

/** A fingering hand by hand, readable on a phone: filled is down, a ring is up, half filled is half open. */
const props = defineProps<{ system: FingerSystem; touches: readonly TouchId[]; note: string }>()
const hands = computed(() => handsOf(props.system, props.touches))
const words = computed(() => handsInWords(props.system, props.touches))
</script>

<template>
  <div class="hands" role="img" :aria-label="`Fingering of ${note}. ${words}`">
    <div v-for="h in hands" :key="h.hand" class="hand" aria-hidden="true">
      <span class="mark">{{ h.hand === 'left' ? 'L' : 'R' }}</span>
      <span v-for="f in h.fingers" :key="f.label" class="finger" :class="f.state">{{ f.label }}</span>
      <span v-for="k in h.keys" :key="k.name" class="key">{{ k.label }}</span>
    </div>
    <p v-if="!touches.length" class="open" aria-hidden="true">All open: no finger down</p>
  </div>
</template>

<style scoped>
.hands {
  display: grid;
  gap: 6px;
}
.hand {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 5px;
}
.mark {
  width: 20px;
  font-size: 16px;
  font-weight: 700;
  color: var(--brass-text);
}
.finger,
.key {
  font-size: 15px;
  line-height: 26px;
  min-width: 30px;
  height: 30px;
  text-align: center;
  border: 2px solid var(--soft);
  border-radius: 15px;
  color: var(--soft);
}
.finger.down,
.key {
  background: var(--ink);
  border-color: var(--ink);
  color: var(--sheet);
  font-weight: 700;
}
.finger.half {
  border-color: var(--ink);
  color: var(--ink);
  font-weight: 700;
  background: linear-gradient(to right, var(--cane) 50%, transparent 50%);
}
.key {
  border-radius: 6px;
  padding: 0 7px;
}
.open {
  font-size: 15px;
}
</style>
