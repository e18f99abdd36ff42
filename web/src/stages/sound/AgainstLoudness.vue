<script setup lang="ts">
import { computed } from 'vue'

/** Pitch against loudness as dots, with the fitted line and its band of doubt. Cents and dB about their means. */
const props = defineProps<{
  cents: readonly number[]
  db: readonly number[]
  perDb: number | null
  off: number | null
  /** What it was before, for comparing. */
  before: number | null
}>()
const SIZE = 180
const mean = (x: readonly number[]) => x.reduce((a, b) => a + b, 0) / Math.max(1, x.length)
const centre = computed(() => ({ db: mean(props.db), cents: mean(props.cents) }))
const reach = computed(() => {
  const db = Math.max(3, ...props.db.map((d) => Math.abs(d - centre.value.db)))
  const cents = Math.max(12, ...props.cents.map((c) => Math.abs(c - centre.value.cents)))
  return { db, cents }
})
const x = (db: number) => SIZE / 2 + (SIZE / 2 - 8) * (db / reach.value.db)
const y = (cents: number) => SIZE / 2 - (SIZE / 2 - 8) * Math.max(-1, Math.min(1, cents / reach.value.cents))
const ends = computed(() => {
  const r = reach.value.db
  const at = (slope: number) => ({ x1: x(-r), y1: y(-r * slope), x2: x(r), y2: y(r * slope) })
  if (props.perDb === null || props.off === null) return undefined
  const [low, high] = [at(props.perDb - props.off), at(props.perDb + props.off)]
  return {
    line: at(props.perDb),
    band: `${low.x1},${low.y1} ${low.x2},${low.y2} ${high.x2},${high.y2} ${high.x1},${high.y1}`,
  }
})
const said = (c: number) => `${c > 0 ? '+' : c < 0 ? '−' : ''}${Math.abs(c).toFixed(1)}`
</script>

<template>
  <figure>
    <figcaption>Pitch against loudness</figcaption>
    <svg :viewBox="`0 0 ${SIZE} ${SIZE + 18}`" role="img" aria-label="Dots of pitch and loudness">
      <line x1="2" :x2="SIZE" :y1="SIZE" :y2="SIZE" class="axis" />
      <line x1="2" x2="2" y1="0" :y2="SIZE" class="axis" />
      <polygon v-if="ends" :points="ends.band" class="band" />
      <circle
        v-for="(c, i) in cents"
        :key="i"
        :cx="x(db[i]! - centre.db)"
        :cy="y(c - centre.cents)"
        r="2.6"
      />
      <line v-if="ends" v-bind="ends.line" class="fit" />
      <text x="6" y="13">sharp</text>
      <text x="6" :y="SIZE - 6">flat</text>
      <text :x="SIZE" :y="SIZE + 15" text-anchor="end">louder</text>
    </svg>
    <p v-if="perDb !== null && off !== null" class="number">
      <b>{{ said(perDb) }}</b> cents a dB
      <span class="soft"
        >± {{ off.toFixed(1) }}<template v-if="before !== null">; before {{ said(before) }}</template></span
      >
    </p>
    <p v-else class="soft">Can’t be told from this one.</p>
  </figure>
</template>

<style scoped>
figure {
  margin: 0;
}
figcaption {
  font-weight: 650;
  color: var(--soft);
}
svg {
  width: 100%;
  max-width: 200px;
}
.axis {
  stroke: var(--line);
}
.band {
  fill: var(--cane);
}
circle {
  fill: var(--ink);
  opacity: 0.6;
}
.fit {
  stroke: var(--brass);
  stroke-width: 3;
}
text {
  font-size: 14px;
  fill: var(--soft);
}
.number b {
  font-size: 24px;
}
.number .soft {
  display: block;
}
</style>
