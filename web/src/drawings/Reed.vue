<script setup lang="ts">
import { computed, useId } from 'vue'
import type { ReedKind } from '@halitus/core/instruments'

/** A reed as it lies in its guard: cane, bark, tip; use darkens the cut from the tip. */
const props = defineProps<{
  kind: ReedKind
  /** How much of its life is gone, 0 to 1; nothing is darkened where nobody can tell. */
  used?: number | undefined
  /** The one for today stands higher. */
  today?: boolean
}>()
const id = useId()
const OUTLINE: Record<ReedKind, string> = {
  single: 'M4 92V16Q4 2 18 2T32 16V92Z',
  double: 'M8 4Q18 0 28 4L25 40L22 58H14L11 40Z',
  chanter: 'M10 4Q18 1 26 4L24 44L21 56H15L12 44Z',
}
/** Where the cut ends and the bark begins, from the tip. */
const CUT = { single: 50, double: 42, chanter: 42 } as const
const worn = computed(() => CUT[props.kind] * Math.min(1, Math.max(0, props.used ?? 0)))
</script>

<template>
  <svg class="reed" :class="{ today }" viewBox="0 0 36 96" aria-hidden="true">
    <defs>
      <clipPath :id="id"><path :d="OUTLINE[kind]" /></clipPath>
    </defs>
    <g :clip-path="`url(#${id})`">
      <rect width="36" height="96" class="cane" />
      <rect width="36" :height="worn" class="worn" />
      <path v-if="kind === 'single'" d="M0 58Q18 36 36 58V96H0Z" class="bark" />
      <path v-for="x in [10, 18, 26]" :key="x" :d="`M${x} 8V48`" class="grain" />
    </g>
    <path :d="OUTLINE[kind]" class="outline" />
    <template v-if="kind !== 'single'">
      <rect x="13" y="56" width="10" height="20" class="thread" />
      <rect x="15" y="76" width="6" height="18" class="staple" />
      <path v-if="kind === 'double'" d="M11 40h14M12.500 48h11" class="wire" />
    </template>
  </svg>
</template>

<style scoped>
.reed {
  width: 30px;
  height: 80px;
  transform: translateY(0);
}
.today {
  transform: translateY(-10px);
  filter: drop-shadow(0 3px 0 var(--brass));
}
.cane {
  fill: #ecd9a4;
}
.worn {
  fill: #a9824a;
  opacity: 0.55;
}
.bark {
  fill: var(--bark);
}
.grain {
  stroke: #b9985c;
  stroke-width: 0.8;
}
.outline {
  fill: none;
  stroke: #7c5c2c;
  stroke-width: 1.6;
}
.thread {
  fill: var(--rosewood);
}
.staple {
  fill: var(--silver);
  stroke: var(--silver-edge);
}
.wire {
  stroke: #8b7b3c;
  stroke-width: 2;
}
</style>
