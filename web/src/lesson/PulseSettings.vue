<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { computed } from 'vue'
import Choice from '@/parts/Choice.vue'
import Quantity from '@/parts/Quantity.vue'
import { useTools } from './tools.ts'

/** How the pulse is counted. */
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
  <div class="fields">
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
    ><Choice id="pulse-parts" v-model="parts" :options="PARTS" small /> <label for="pulse-in">count in</label
    ><Quantity id="pulse-in" v-model="countIn" :min="0" :max="4" unit="bars" />
    <label for="pulse-to">gradually to</label><Quantity id="pulse-to" v-model="rampTo" :min="30" :max="208" />
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
  <p class="tap">
    <Button @click="tools.tap()">Tap <kbd>k</kbd></Button>
  </p>
</template>

<style scoped>
.fields {
  display: grid;
  grid-template-columns: auto 1fr;
  align-items: center;
  gap: 8px 14px;
}
.fields label {
  color: var(--soft);
}
.tap {
  margin-top: 10px;
}
</style>
