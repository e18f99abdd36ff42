<script setup lang="ts">
import { computed } from 'vue'
import type { Gauge } from '@halitus/core/instruments'
import Depth from './gauges/Depth.vue'
import Gap from './gauges/Gap.vue'
import Ligature from './gauges/Ligature.vue'
import Materials from './gauges/Materials.vue'
import { allRight, sizeMm } from './gauges/measures.ts'
import Rotation from './gauges/Rotation.vue'
import SingleReed from './gauges/SingleReed.vue'
import Tip from './gauges/Tip.vue'

/** A placement to scale, where it is and where it should be. Sizes in mm are ordinary ones, from memory. */
const props = defineProps<{
  gauge: Gauge
  values: Readonly<Record<string, number>>
  /** Only looked at: nothing in it is read aloud, and what stands beside it says the words. */
  still?: boolean
}>()
const PICTURES: Record<Gauge['drawing'], typeof Depth> = {
  'single-reed': SingleReed,
  ligature: Ligature,
  depth: Depth,
  rotation: Rotation,
  gap: Gap,
  tip: Tip,
}
const right = computed(() => allRight(props))
const size = computed(() => sizeMm(props.gauge))
const box = computed(() => `${-size.value[0] / 2} ${-size.value[1] / 2} ${size.value[0]} ${size.value[1]}`)
/** Written at about 14 px whatever the scale. */
const textMm = computed(() => size.value[1] / 15)
</script>

<template>
  <svg
    :viewBox="box"
    class="gauge"
    :class="{ right, still }"
    :style="{ '--gauge-text': `${textMm}px` }"
    :role="still ? 'presentation' : 'img'"
    :aria-label="still ? undefined : `${gauge.name}, to scale`"
  >
    <Materials />
    <component :is="PICTURES[gauge.drawing]" :gauge="gauge" :values="values" :right="right" />
  </svg>
</template>

<style src="./gauges/gauges.css"></style>
