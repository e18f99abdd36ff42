<script setup lang="ts">
import { ref, watchEffect } from 'vue'
import { allInstruments, fingerSystem, isCharted, standardFingering } from '@halitus/core/instruments'
import Bell from './Bell.vue'
import Fingers from './Fingers.vue'
import Instrument from './Instrument.vue'
import { pointOf } from './mouth.ts'
import MouthViews from './MouthViews.vue'
import Reed from './Reed.vue'
import Sign from './Sign.vue'
import { SIGNS } from './signs.ts'

const dark = ref(false)
watchEffect(() => (document.documentElement.dataset.theme = dark.value ? 'dark' : 'light'))
const instruments = allInstruments().filter(isCharted)
const heldOn = (inst: (typeof instruments)[number]) =>
  standardFingering(inst, inst.teaching.firstNotes.at(-1)!).touches
/** Each family's mouth once. */
const families = instruments.filter((inst, i) => instruments.findIndex((x) => x.family === inst.family) === i)
const REEDS = ['single', 'double', 'chanter'] as const
/** What can be seen at a mouth, as the drawing's points. */
const signsOf = ({ mouth }: (typeof instruments)[number]) =>
  mouth.seen.filter(pointOf).map((id) => ({
    id,
    words: mouth.model.questions.find((q) => q.id === id)!.outcomes[0].words,
  }))
const WIDTH = 1000
</script>

<template>
  <main class="marks">
    <h1>Marks and drawings</h1>
    <button type="button" @click="dark = !dark">{{ dark ? 'Light' : 'Dark' }}</button>
    <h2>Signs</h2>
    <ul class="signs">
      <li v-for="name in Object.keys(SIGNS)" :key="name"><Sign :name="name" /> {{ name }}</li>
    </ul>
    <h2>Reeds, from new to worn</h2>
    <p v-for="kind in REEDS" :key="kind" class="row">
      <Reed v-for="used in [undefined, 0, 0.5, 1]" :key="String(used)" :kind="kind" :used="used" />
    </p>
    <h2>The bell, silent and loud</h2>
    <p class="row bells"><Bell :level="0" /><Bell :level="0.9" /></p>
    <template v-for="inst in instruments" :key="inst.id">
      <h2>{{ inst.name }}</h2>
      <svg :width="WIDTH" height="170">
        <Instrument :inst="inst" :width="WIDTH" :held="heldOn(inst)" :look="[{ x: 300, main: true }]" />
      </svg>
      <Fingers :system="fingerSystem(inst)" :family="inst.family" :held="heldOn(inst)" :label="inst.name" />
    </template>
    <template v-for="inst in families" :key="inst.family">
      <h2>Mouth: {{ inst.family }}</h2>
      <MouthViews :inst="inst" :signs="signsOf(inst)" :seen="[]" />
    </template>
  </main>
</template>

<style scoped>
.marks {
  max-width: 1060px;
  margin: 0 auto;
  padding: 28px;
}
.signs {
  display: flex;
  flex-wrap: wrap;
  gap: 12px 24px;
  padding: 0;
  list-style: none;
}
.row {
  display: flex;
  gap: 20px;
}
.bells > * {
  width: 84px;
  background: var(--wood);
}
</style>
