<script setup lang="ts">
import { SIGNS, THREAD } from './signs.ts'

/** A sign in the colour of the words beside it. */
defineProps<{ name: string }>()
</script>

<template>
  <svg class="sign" viewBox="0 0 40 24" aria-hidden="true"><path :d="SIGNS[name] ?? THREAD" /></svg>
</template>

<style scoped>
.sign {
  display: block;
  width: 40px;
  height: 24px;
  fill: none;
  stroke: currentcolor;
  stroke-width: 2.2;
  stroke-linecap: round;
  stroke-linejoin: round;
}
</style>
