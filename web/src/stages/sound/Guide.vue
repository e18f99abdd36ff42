<script setup lang="ts">
import type { Instrument } from '@halitus/core/instruments'

/** A face drawn with what to look for at the mouth of this family; beside the mirror, or alone. */
defineProps<{ inst: Instrument }>()
</script>

<template>
  <figure class="guide">
    <svg viewBox="0 0 200 200" role="img" aria-label="Face with the places to look at">
      <path class="face" d="M36 30 C36 120 56 182 100 186 C144 182 164 120 164 30" />
      <path class="cheek" d="M58 104 q6 14 4 26 M142 104 q-6 14 -4 26" />
      <path class="nose" d="M100 52 q-9 26 -4 32 q4 4 8 0" />
      <template v-if="inst.bore.mouth === 'jet' && inst.family === 'flute'">
        <path class="lip" d="M72 118 q14 -9 28 -3 q14 -6 28 3" />
        <ellipse class="open" cx="100" cy="119" rx="8" ry="2.6" />
        <path class="lip" d="M74 122 q26 16 52 0" />
        <rect class="tube" x="4" y="136" width="192" height="15" rx="7" />
        <ellipse class="hole" cx="100" cy="138" rx="12" ry="4.5" />
      </template>
      <template v-else>
        <path class="lip" d="M74 118 q13 -9 26 -3 q13 -6 26 3 q-26 13 -52 0" />
        <path class="tube" d="M92 118 h16 l8 80 h-32 z" />
      </template>
      <path class="chin" d="M82 164 q18 8 36 0" />
    </svg>
    <ul>
      <li v-for="l in inst.mouth.look" :key="l">{{ l }}</li>
    </ul>
  </figure>
</template>

<style scoped>
.guide {
  margin: 0;
  display: grid;
  gap: 8px;
}
svg {
  width: 200px;
  max-width: 100%;
}
path,
ellipse,
rect {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2.5;
  stroke-linecap: round;
  stroke-linejoin: round;
}
.cheek,
.nose {
  stroke: var(--soft);
  stroke-width: 2;
}
.lip {
  stroke: var(--metal-text);
}
.open,
.hole {
  fill: var(--ink);
}
.tube {
  fill: var(--surface);
  stroke: var(--tube);
}
.chin {
  stroke: var(--metal);
  stroke-dasharray: 5 5;
}
li {
  padding: 2px 0;
}
</style>
