<script setup lang="ts">
import { computed } from 'vue'
import { wantedOf, valueOf, type GaugeShown } from './measures.ts'

/** From the front: rails left and right of the reed, tip against tip. What stands out is red. */
const props = defineProps<GaugeShown>()
const BEAK = 'M -6.6 12 L -6.6 -2.4 Q -6.4 -5 0 -5 Q 6.4 -5 6.6 -2.4 L 6.6 12 Z'
const REED = 'M -6.2 12 L -6.2 -2.3 Q -6 -5 0 -5 Q 6 -5 6.2 -2.3 L 6.2 12 Z'
const placed = (of: (props: GaugeShown, id: string) => number) =>
  `translate(${of(props, 'side')} ${-of(props, 'height')}) rotate(${Math.atan2(of(props, 'tilt'), 30) * 57.3} 0 12)`
const reedNow = computed(() => placed(valueOf))
const reedWanted = computed(() => placed(wantedOf))
</script>

<template>
  <g>
    <defs>
      <clipPath id="beak"><path :d="BEAK" /></clipPath>
    </defs>
    <path :d="BEAK" fill="url(#ebonite)" />
    <path d="M -6.35 12 L -6.35 -2.3 Q -6.2 -4.7 0 -4.7" class="rail" />
    <path d="M 6.35 12 L 6.35 -2.3 Q 6.2 -4.7 0 -4.7" class="rail" />
    <g :transform="reedNow">
      <path :d="REED" class="over" />
    </g>
    <g clip-path="url(#beak)">
      <g :transform="reedNow">
        <path :d="REED" fill="url(#cane)" />
        <path d="M -6.2 9 Q 0 4 6.2 9 L 6.2 12 L -6.2 12 Z" class="bark" />
        <path
          v-for="x in [-3.6, -1.8, 0, 1.8, 3.6]"
          :key="x"
          :d="`M ${x} 12 L ${x * 0.9} -3`"
          class="grain"
        />
      </g>
    </g>
    <path v-if="!right" :d="REED" :transform="reedWanted" class="ghost" />
    <line x1="-12" x2="-7.4" y1="-5" y2="-5" class="level" />
    <line x1="7.4" x2="12" y1="-5" y2="-5" class="level" />
    <text x="-12" y="-5.6">tip</text>
    <text x="-12" y="4">rail</text>
    <text x="12" y="4" text-anchor="end">rail</text>
  </g>
</template>
