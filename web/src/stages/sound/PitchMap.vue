<script setup lang="ts">
import { prettyNote } from '@halitus/core/pitch'
import type { pitchMap } from '@halitus/core/records'
import { signed } from '@/base/words.ts'

/** Where this learner's notes usually lie, each on its own line about the middle. */
defineProps<{ map: ReturnType<typeof pitchMap> }>()
const SPAN = 40
const left = (cents: number) => `${50 + (50 * Math.max(-SPAN, Math.min(SPAN, cents))) / SPAN}%`
</script>

<template>
  <section v-if="map.length" class="map">
    <h3>Where notes usually lie</h3>
    <div v-for="m in map" :key="m.written" class="row">
      <b>{{ prettyNote(m.written) }}</b>
      <span class="string"><i :style="{ left: left(m.cents) }"></i></span>
      <span
        >{{ signed(m.cents) }} cents
        <span class="soft">from {{ m.takes }} {{ m.takes === 1 ? 'take' : 'takes' }}</span></span
      >
    </div>
  </section>
</template>

<style scoped>
.map {
  margin-top: 16px;
  max-width: 620px;
}
.row {
  display: grid;
  grid-template-columns: 46px 1fr 190px;
  gap: 12px;
  align-items: center;
  padding: 3px 0;
}
.string {
  position: relative;
  height: 2px;
  background: var(--line);
}
.string::before {
  content: '';
  position: absolute;
  left: 50%;
  top: -7px;
  height: 16px;
  border-left: 2px solid var(--soft);
}
.string i {
  position: absolute;
  top: -6px;
  width: 12px;
  height: 12px;
  margin-left: -6px;
  border-radius: 6px;
  background: var(--ink);
}
</style>
