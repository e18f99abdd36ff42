<script setup lang="ts">
import { computed } from 'vue'
import Choice from '@/parts/Choice.vue'
import Quantity from '@/parts/Quantity.vue'
import { useTools } from './tools.ts'

/** The beat, to be read from two metres; and how it is counted. */
defineProps<{ settings: boolean }>()
const tools = useTools()
const PARTS = [
  { value: 1, label: 'beats' },
  { value: 2, label: 'halves' },
  { value: 3, label: 'thirds' },
  { value: 4, label: 'quarters' },
] as const
const beats = computed({
  get: () => tools.counting.beats,
  set: (n) => (tools.counting = { ...tools.counting, beats: n }),
})
const parts = computed({
  get: () => tools.counting.parts,
  set: (n) => (tools.counting = { ...tools.counting, parts: n }),
})
const countIn = computed({
  get: () => tools.counting.countIn,
  set: (n) => (tools.counting = { ...tools.counting, countIn: n }),
})
const without = (key: 'ramp' | 'silent') => {
  const { [key]: _, ...rest } = tools.counting
  return rest
}
/** 0: the tempo stays; else where it goes to in so many bars. */
const rampTo = computed({
  get: () => tools.counting.ramp?.to ?? tools.bpm,
  set: (to) =>
    (tools.counting =
      to === tools.bpm
        ? without('ramp')
        : { ...tools.counting, ramp: { to, bars: tools.counting.ramp?.bars ?? 8 } }),
})
const rampBars = computed({
  get: () => tools.counting.ramp?.bars ?? 8,
  set: (bars) =>
    tools.counting.ramp && (tools.counting = { ...tools.counting, ramp: { ...tools.counting.ramp, bars } }),
})
const silent = computed({
  get: () => tools.counting.silent?.silent ?? 0,
  set: (n) =>
    (tools.counting = n
      ? { ...tools.counting, silent: { aloud: tools.counting.silent?.aloud ?? 2, silent: n } }
      : without('silent')),
})
const aloud = computed({
  get: () => tools.counting.silent?.aloud ?? 2,
  set: (n) =>
    tools.counting.silent &&
    (tools.counting = { ...tools.counting, silent: { ...tools.counting.silent, aloud: n } }),
})
</script>

<template>
  <section class="pulse" aria-label="Pulse">
    <p class="beat" aria-hidden="true">
      <span
        v-for="n in tools.counting.beats"
        :key="n"
        class="place"
        :class="{ on: tools.click?.beat === n, first: n === 1, quiet: tools.click && !tools.click.aloud }"
        >{{ n }}</span
      >
      <span v-if="tools.click" class="bar">{{
        tools.click.bar < 1 ? 'counting in' : tools.click.aloud ? `bar ${tools.click.bar}` : 'silent'
      }}</span>
    </p>
    <div v-if="settings" class="fields">
      <label for="pulse-bpm">a minute</label>
      <Quantity
        id="pulse-bpm"
        :model-value="tools.bpm"
        :min="30"
        :max="208"
        @update:model-value="tools.setBpm"
      />
      <label for="pulse-beats">beats a bar</label
      ><Quantity id="pulse-beats" v-model="beats" :min="1" :max="12" />
      <label for="pulse-parts">clicks on</label
      ><Choice id="pulse-parts" v-model="parts" :options="PARTS" small />
      <label for="pulse-in">count in</label
      ><Quantity id="pulse-in" v-model="countIn" :min="0" :max="4" unit="bars" />
      <label for="pulse-to">gradually to</label
      ><Quantity id="pulse-to" v-model="rampTo" :min="30" :max="208" />
      <template v-if="tools.counting.ramp">
        <label for="pulse-bars">in</label
        ><Quantity id="pulse-bars" v-model="rampBars" :min="1" :max="64" unit="bars" />
      </template>
      <label for="pulse-silent">silent bars</label
      ><Quantity id="pulse-silent" v-model="silent" :min="0" :max="16" />
      <template v-if="tools.counting.silent">
        <label for="pulse-aloud">after</label
        ><Quantity id="pulse-aloud" v-model="aloud" :min="1" :max="16" unit="aloud" />
      </template>
    </div>
  </section>
</template>

<style scoped>
.pulse {
  flex: none;
  padding: 8px 24px;
  border-top: 1px solid var(--line);
  background: var(--surface);
}
.beat {
  display: flex;
  align-items: baseline;
  gap: 10px;
  margin: 0;
}
.place {
  width: 62px;
  height: 62px;
  line-height: 62px;
  text-align: center;
  font-size: 40px;
  font-weight: 650;
  color: var(--soft);
  border-bottom: 6px solid var(--line);
}
.first {
  border-bottom-width: 10px;
}
.on {
  color: var(--ink);
  border-color: var(--metal);
  background: var(--metal-wash);
}
.quiet.on {
  border-style: dotted;
}
.bar {
  font-size: 22px;
  color: var(--soft);
}
.fields {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 14px;
  margin-top: 8px;
}
.fields label {
  color: var(--soft);
}
@media (max-width: 700px) {
  .place {
    width: 40px;
    height: 44px;
    line-height: 44px;
    font-size: 28px;
  }
}
</style>
