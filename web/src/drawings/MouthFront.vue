<script setup lang="ts">
import { computed, useId } from 'vue'
import GuidePoints, { type Shown } from './GuidePoints.vue'
import type { Held, Wrong } from './mouth.ts'

/** A mouth from the front. */
const props = defineProps<{ held: Held; wrong: Wrong; points: readonly Shown[] }>()
defineEmits<{ tap: [sign: string] }>()
const id = useId()
const flute = computed(() => props.held.kind === 'plate')
const half = computed(() => props.held.widthMm / 2)
/** Front: what is held, moved by what is wrong; a level one comes towards the eye and looks shorter. */
const frontMove = computed(() => {
  const { asideMm, turned, upMm } = props.wrong
  return `translate(${asideMm} ${-upMm}) rotate(${turned} 0 12)`
})
const shorter = computed(() => 0.45 + (0.55 * props.held.steep) / 50)
const beak = computed(() => {
  const [h, s] = [half.value, shorter.value]
  return `M${-h} -1.800C${-h - 1} ${10 * s} ${-h - 3.5} ${26 * s} ${-h - 5} ${40 * s}L${-h - 6} ${72}H${h + 6}L${h + 5} ${40 * s}C${h + 3.5} ${26 * s} ${h + 1} ${10 * s} ${h} -1.800Q0 -4.400 ${-h} -1.800Z`
})
const plain = computed(() => {
  const h = half.value
  const wider = { reed: -0.8, block: 2, pipe: 0, beak: 0, plate: 0 }[props.held.kind]
  return `M${-h} -1.500L${-h - wider} 26H${h + wider}L${h} -1.500Q0 -3.500 ${-h} -1.500Z`
})
const lips = computed(() => `scale(${props.wrong.wide} ${props.wrong.full})`)
const mouthOpen = computed(() => 1.25 + props.wrong.openMm)
</script>

<template>
  <svg viewBox="-62 -50 124 118" role="group" aria-label="The mouth from the front">
    <defs>
      <clipPath :id="`${id}f`"><rect x="-62" y="-50" width="124" height="118" rx="4" /></clipPath>
      <linearGradient :id="`${id}w`">
        <stop offset="0" class="t0" />
        <stop offset="0.4" class="t1" />
        <stop offset="1" class="t2" />
      </linearGradient>
      <linearGradient :id="`${id}c`">
        <stop offset="0" class="c0" />
        <stop offset="1" class="c1" />
      </linearGradient>
      <linearGradient :id="`${id}s`" x1="0" x2="0" y1="0" y2="1">
        <stop offset="0" class="s0" />
        <stop offset="1" class="s1" />
      </linearGradient>
    </defs>
    <g :clip-path="`url(#${id}f)`">
      <path class="shade" d="M-34 20C-34 44 -36 56 -52 70H52C36 56 34 44 34 20Z" />
      <path v-if="wrong.shoulders" class="red-line" d="M-60 58l14 -9l14 9M60 58l-14 -9l-14 9" />
      <path
        class="face"
        :d="
          wrong.cheeks
            ? 'M-56 -56C-58 -36 -57 -18 -60 2C-60 26 -34 36 -16 46C-8 50.500 8 50.500 16 46C34 36 60 26 60 2C57 -18 58 -36 56 -56Z'
            : 'M-56 -56C-58 -30 -55 -8 -50 8C-45 24 -30 38 -16 46C-8 50.500 8 50.500 16 46C30 38 45 24 50 8C55 -8 58 -30 56 -56Z'
        "
      />
      <path
        v-if="wrong.cheeks"
        class="belongs"
        d="M-55 -20C-54 -8 -52 2 -50 8C-46 20 -38 30 -28 38M55 -20C54 -8 52 2 50 8C46 20 38 30 28 38"
      />
      <path
        class="fold"
        d="M-7 -52C-8 -42 -9 -36 -13 -30M7 -52C8 -42 9 -36 13 -30M-3.400 -16L-4.400 -9M3.400 -16L4.400 -9"
      />
      <path
        class="line"
        d="M-14 -31C-19 -29 -18 -21 -12 -21.500C-8 -21.500 -5 -18 0 -18S8 -21.500 12 -21.500C18 -21 19 -29 14 -31"
      />
      <path class="ink" d="M-11.500 -22.500q3 -3 6 0q-3 1.600 -6 0ZM11.500 -22.500q-3 -3 -6 0q3 1.600 6 0Z" />
      <template v-if="wrong.chin">
        <path v-for="x in [-8, -3, 2, 7]" :key="x" class="red-line" :d="`M${x} ${34 + (x % 2)}q2 -3 4 0`" />
      </template>
      <path v-else class="fold" d="M-19 9C-15 15 -14 26 -16 36M19 9C15 15 14 26 16 36" />
      <g v-if="flute" :transform="frontMove">
        <rect x="-44" y="11" width="130" height="10.500" rx="3" :fill="`url(#${id}s)`" class="edge" />
        <path
          d="M-16 13.500C-14 6.500 -7 5.600 0 5.600S14 6.500 16 13.500C14 20.500 7 21.500 0 21.500S-14 20.500 -16 13.500Z"
          :fill="`url(#${id}s)`"
          class="edge"
        />
        <ellipse cx="0" cy="10.600" rx="6.200" ry="4.600" class="ink" />
      </g>
      <g :transform="lips">
        <path
          class="lip low"
          :class="{ hot: wrong.red }"
          d="M-21 0.500C-14 9.500 14 9.500 21 0.500C13 3.600 -13 3.600 -21 0.500Z"
        />
        <path
          class="lip"
          :class="{ hot: wrong.red }"
          d="M-22 0.600C-15 -4 -10 -8 -4.500 -8.200C-2 -8.200 -1.500 -6.600 0 -6.600S2 -8.200 4.500 -8.200C10 -8 15 -4 22 0.600C14 1.500 9 -1.600 0 -1.600S-14 1.500 -22 0.600Z"
        />
      </g>
      <ellipse v-if="flute" cx="0" cy="0.500" :rx="4.4 + 2 * wrong.openMm" :ry="mouthOpen" class="ink" />
      <g v-else :transform="frontMove">
        <path v-if="held.kind === 'beak'" :d="beak" :fill="`url(#${id}w)`" class="edge" />
        <path v-else :d="plain" :fill="held.kind === 'reed' ? `url(#${id}c)` : `url(#${id}w)`" class="edge" />
        <rect
          v-if="held.kind === 'reed'"
          :x="-half + 0.8"
          y="24"
          :width="2 * half - 1.6"
          height="12"
          class="thread"
        />
        <rect
          v-if="held.kind !== 'beak'"
          :x="-half - 2"
          y="34"
          :width="2 * half + 4"
          height="40"
          :fill="`url(#${id}w)`"
          class="edge"
        />
        <rect
          v-else
          :x="-half - 4.5"
          :y="30 * shorter"
          :width="2 * half + 9"
          :height="14 * shorter"
          rx="1.500"
          :fill="`url(#${id}s)`"
          class="edge"
        />
      </g>
      <path
        class="line"
        :d="`M${-25 * wrong.wide} -3q-3.400 3 -1.500 7M${25 * wrong.wide} -3q3.400 3 1.500 7`"
      />
      <path v-if="wrong.leaks" class="air" d="M27 2q6 -3 12 0M27 5q7 1 13 5M-27 2q-6 -3 -12 0" />
    </g>
    <GuidePoints :points="points" @tap="(id) => $emit('tap', id)" />
  </svg>
</template>

<style scoped src="./mouth.css"></style>
