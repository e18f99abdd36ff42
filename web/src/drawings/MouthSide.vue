<script setup lang="ts">
import { computed, useId } from 'vue'
import GuidePoints, { type Shown } from './GuidePoints.vue'
import type { Held, Wrong } from './mouth.ts'

/** A mouth cut open from the side. */
const props = defineProps<{ held: Held; wrong: Wrong; points: readonly Shown[] }>()
defineEmits<{ tap: [sign: string] }>()
const id = useId()
const flute = computed(() => props.held.kind === 'plate')
/** Side: the tip's place, and everything along the axis from it. */
const sideMove = (outMm: number, flatter: number) => {
  const { depthMm, steep } = props.held
  return `translate(${depthMm - outMm} ${flute.value ? 0 : -4}) rotate(${-(steep - flatter)})`
}
const sideNow = computed(() => sideMove(props.wrong.outMm, props.wrong.flatter))
const sideMoved = computed(() => props.wrong.outMm !== 0 || props.wrong.flatter !== 0)
/** Thickness along the axis, from the tip outwards to the left, mm. */
const SIDE: Record<string, string> = {
  beak: 'M0 -1C-10 -4 -20 -8 -32 -11L-78 -14V6L-34 4C-20 2 -8 0.500 0 0.600Z',
  reed: 'M0 -0.800L-12 -1.600L-22 -2.600L-34 -1.600H-90V1.600H-34L-22 2.600L-12 1.600L0 0.800Z',
  block: 'M0 -3C-8 -6 -18 -9 -30 -10H-90V10H-30L0 2.500Z',
  pipe: 'M0 -4.500H-90V4.500H0Z',
}
</script>

<template>
  <svg viewBox="-46 -50 110 118" role="group" aria-label="The mouth from the side, cut open">
    <defs>
      <linearGradient :id="`${id}s`" x1="0" x2="0" y1="0" y2="1">
        <stop offset="0" class="s0" />
        <stop offset="1" class="s1" />
      </linearGradient>
      <linearGradient :id="`${id}c`">
        <stop offset="0" class="c0" />
        <stop offset="1" class="c1" />
      </linearGradient>
      <clipPath :id="`${id}g`"><rect x="-46" y="-50" width="110" height="118" rx="4" /></clipPath>
    </defs>
    <g :clip-path="`url(#${id}g)`">
      <path
        class="skin"
        d="M6 -62C4 -56 4 -52 2 -50C-1 -46 -3 -42 -6 -38L-16 -27C-17 -23 -16 -21.500 -13.500 -21.500L-4 -20C-1.500 -19 -1.500 -18 -2.600 -12L-4.500 -6L-3 -1.800L5 0L4 7L-2.500 8.500L-3.400 12L-0.500 17L2.500 21L1 29V36C2 41 4 43 6 43L16 47C26 47 30 46 34 46C42 47 46 49 48 51L54 60L55 76H120V-80Z"
      />
      <path class="hollow" d="M4 -2C8 -13 20 -19 33 -16C44 -13 50 -2 51 14L53 76H40V34C34 30 14 28 9 16Z" />
      <path
        class="air-fill"
        d="M42.500 76V14C40 0 34 -6 24 -7.500L18 -6L25 -11.500C36 -12 45 -4 48.500 14V76Z"
      />
      <path
        class="tongue"
        d="M40 40C41 22 38 4 30 -1C25 -3.500 21 -3 18.500 0C16 3 17 7 14 15C13 24 22 34 40 40Z"
      />
      <path class="tooth" d="M8 10.500L11 9.500L13 11L13.500 20L11 27L8.500 20Z" />
      <template v-if="flute">
        <g :transform="`translate(0 ${-wrong.upMm})`">
          <circle cx="-11" cy="18.500" r="10" :fill="`url(#${id}s)`" class="edge" />
          <circle cx="-11" cy="18.500" r="8.700" class="bore" />
          <path class="bore" d="M-16.500 5.200L-17 11L-5.500 11.500V6.400Z" />
          <path
            class="plate"
            d="M-22.500 13C-21.500 8.500 -19.500 5.800 -16.500 5.200L-17 11.200M0.600 17.500C-1 12 -3 7.200 -5.500 6.400V11.600"
          />
        </g>
        <path class="jet" d="M2 0.900L-15.500 5" />
        <path
          class="jet thin"
          d="M-15.500 4.300C-20 3.500 -24 1.500 -28 -2M-15.500 5.800C-15 9 -13 13 -9.500 17"
        />
      </template>
      <template v-else>
        <g :transform="sideNow">
          <path
            :d="SIDE[held.kind]"
            :fill="held.kind === 'reed' ? `url(#${id}c)` : 'var(--tube)'"
            class="edge"
          />
          <path
            v-if="held.kind === 'beak'"
            class="cane"
            d="M0 0.600C-12 1.400 -24 2.600 -34 4.200L-62 5.400V7.600L-34 6.600C-20 4.500 -8 1.800 0 0.600Z"
          />
          <rect v-if="held.kind === 'reed'" x="-30" y="-2.800" width="10" height="5.600" class="thread" />
        </g>
        <path v-if="sideMoved" :transform="sideMove(0, 0)" class="belongs" :d="SIDE[held.kind]" />
      </template>
      <path
        class="tooth"
        :class="{ hot: wrong.bite || wrong.teethOff }"
        :transform="wrong.bite ? 'translate(0 3)' : wrong.teethOff ? 'translate(0 -4)' : ''"
        d="M4.200 -16H7.600L7.400 -8L5.200 -2.600L3.600 -4V-10Z"
      />
      <path
        class="lip"
        :class="{ hot: wrong.red }"
        d="M-1.500 -17L-3.600 -8L-3 -2L0.500 -1L3 -3.600L3.400 -10L2 -16Z"
      />
      <path
        class="lip low"
        :class="{ hot: wrong.red }"
        d="M-2.400 9L-2.800 13L1 17.500L5 19L8 16L8.600 10.500L11.500 8.500L10.500 6H6L0.800 6.600Z"
      />
      <path
        class="line"
        d="M6 -62C4 -56 4 -52 2 -50C-1 -46 -3 -42 -6 -38L-16 -27C-17 -23 -16 -21.500 -13.500 -21.500L-4 -20C-1.500 -19 -1.500 -18 -2.600 -12M-2.500 9L-3.400 12L-0.500 17L2.500 21L1 29V36C2 41 4 43 6 43L16 47C26 47 30 46 34 46C42 47 46 49 48 51L54 60L55 76M-9.500 -23q2 -3.500 5 -2.500"
      />
    </g>
    <GuidePoints :points="points" @tap="(id) => $emit('tap', id)" />
  </svg>
</template>

<style scoped src="./mouth.css"></style>
