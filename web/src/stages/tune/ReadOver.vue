<script setup lang="ts">
import { computed } from 'vue'
import type { SheetAnswer } from '@halitus/core/contract'
import type { Places } from './places.ts'
import { commasOf, hardArcs, newRings, orderDiscs, paleBars, ribbonsOf } from './read-over.ts'

/**
 * What the music says of itself: bars that are alike are pale, new notes ringed, hard moves bowed, breaths commas over the ribbon of
 * what is left, numbered discs the order of practising.
 */
const props = defineProps<{
  places: Places
  sheet: SheetAnswer
  plan: number
  observes: boolean
  at: number | undefined
  /** How a move went last: “6 of 8”; empty where it was never counted. */
  clean: (from: string, to: string) => string
}>()
const emit = defineEmits<{ comma: [onset: number] }>()

const pale = computed(() => paleBars(props.places, props.sheet))
const rings = computed(() => newRings(props.places, props.sheet))
const arcs = computed(() => hardArcs(props.places, props.sheet, props.clean))
const chosen = computed(() => props.sheet.plans[props.plan] ?? props.sheet.plans[0])
const commas = computed(() => commasOf(props.places, props.sheet, chosen.value))
const ribbons = computed(() => ribbonsOf(props.places, props.sheet, chosen.value))
const words = computed(() => ribbons.value.filter((r) => r.words))
const discs = computed(() => orderDiscs(props.places, props.sheet))
const now = computed(() => (props.at === undefined ? undefined : props.places.notes.get(props.at)))
</script>

<template>
  <g>
    <g v-for="p in pale" :key="`p${p.m}`">
      <rect
        :x="p.from"
        :y="p.box.top - 26"
        :width="p.box.right - p.from"
        :height="p.box.bottom - p.box.top + 48"
        class="pale"
      />
      <text v-if="p.words" :x="p.x" :y="p.box.top - 12" class="as">{{ p.words }}</text>
    </g>
    <path v-for="(r, i) in ribbons" :key="`r${i}`" :d="r.d" class="ribbon" />
    <text v-for="(w, i) in words" :key="`w${i}`" :x="w.x" :y="w.y" text-anchor="end" class="left">{{
      w.words
    }}</text>
    <g v-for="a in arcs" :key="`a${a.rank}`">
      <path :d="a.d" class="arc" :class="{ worst: !a.rank }" />
      <text v-if="a.words" :x="a.x" :y="a.y" text-anchor="middle" class="new">{{ a.words }}</text>
    </g>
    <g v-for="r in rings" :key="`n${r.index}`">
      <circle :cx="r.place.x" :cy="r.place.y" r="14" class="ring" />
      <text :x="r.x" :y="r.y" class="new">{{ r.words }}</text>
    </g>
    <g
      v-for="c in commas"
      :key="`c${c.onset}`"
      class="comma"
      role="button"
      tabindex="0"
      aria-label="A breath; take it away"
      @click.stop="emit('comma', c.onset)"
      @keydown.enter.stop.prevent="emit('comma', c.onset)"
    >
      <rect :x="c.x - 20" :y="c.y - 26" width="40" height="44" class="reach" />
      <path :d="`M${c.x - 4} ${c.y - 12}q10 -6 11 4q0 11 -11 16q7 -9 2 -12q-5 -3 -2 -8z`" />
    </g>
    <g v-for="d in discs" :key="`d${d.n}`">
      <circle :cx="d.x" :cy="d.y" r="13" class="disc" />
      <text :x="d.x" :y="d.y + 5.5" text-anchor="middle" class="number">{{ d.n }}</text>
    </g>
    <rect
      v-if="now"
      :x="now.left - 7"
      :y="now.top - 7"
      :width="now.right - now.left + 14"
      :height="now.bottom - now.top + 14"
      rx="8"
      class="now"
    />
  </g>
</template>

<style scoped>
.pale {
  fill: var(--sheet);
  opacity: 0.66;
}
text {
  font-size: 15px;
  fill: var(--soft);
}
.as {
  font-weight: 600;
}
.ribbon {
  fill: var(--air-fill);
  opacity: 0.75;
}
.left {
  fill: var(--air);
  font-weight: 650;
  paint-order: stroke;
  stroke: var(--sheet);
  stroke-width: 4px;
}
.arc {
  fill: none;
  stroke: var(--brass);
  stroke-width: 3.5;
  stroke-linecap: round;
}
.worst {
  stroke-width: 6;
}
.ring {
  fill: none;
  stroke: var(--brass);
  stroke-width: 3.5;
}
.new {
  fill: var(--brass-text);
  font-weight: 680;
  paint-order: stroke;
  stroke: var(--sheet);
  stroke-width: 4px;
}
.comma {
  pointer-events: auto;
  cursor: pointer;
  fill: var(--air);
}
.comma:focus-visible .reach {
  stroke: var(--brass);
}
.reach {
  fill: transparent;
}
.disc {
  fill: var(--ink);
}
.number {
  fill: var(--sheet);
  font-weight: 700;
}
.now {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2;
}
</style>
