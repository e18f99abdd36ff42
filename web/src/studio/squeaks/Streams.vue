<script setup lang="ts">
import { computed } from 'vue'
import { inTenths } from '@halitus/core/evidence'
import type { Moment } from './search.ts'

/** Beliefs as streams from left to right: each answer narrows or widens them; the causes stand at their ends. */
const props = defineProps<{ moments: readonly Moment[] }>()
const NAMED = 4
const W = 520
const H = 210
const GAP = 3
/** How much of a step is taken by the bend from one width to the next. */
const BEND = 0.5

const last = computed(() => props.moments.at(-1)!.verdict.causes)
/** The likeliest of now; all the rest is one stream. */
const named = computed(() => last.value.filter((c) => c.id !== 'other').slice(0, NAMED))
const streams = computed(() => {
  const shareOf = (m: Moment, id: string) => m.verdict.causes.find((c) => c.id === id)?.belief ?? 0
  const rows = named.value.map((c) => ({
    id: c.id,
    words: c.words,
    shares: props.moments.map((m) => shareOf(m, c.id)),
  }))
  const rest = props.moments.map((_, k) => 1 - rows.reduce((sum, r) => sum + r.shares[k]!, 0))
  return [...rows, { id: 'rest', words: 'All others, and something else', shares: rest }]
})
/** Where each stream lies at each moment, from the top. */
const bands = computed(() => {
  const n = props.moments.length
  // One moment alone is drawn as a stream that hasn't turned yet.
  const at = n === 1 ? [0, W] : Array.from({ length: n }, (_, k) => (W * k) / (n - 1))
  const tops = at.map(() => 0)
  return streams.value.map((s) => {
    const edges = at.map((x, k) => {
      const share = s.shares[Math.min(k, n - 1)]!
      const top = tops[k]!
      tops[k] = top + share * H
      return { x, top, bottom: Math.max(top, tops[k]! - GAP) }
    })
    const along = (y: 'top' | 'bottom', list: typeof edges) =>
      list
        .map((e, i) => {
          if (!i) return `${e.x} ${e[y]}`
          const before = list[i - 1]!
          const dx = (e.x - before.x) * BEND
          return `C${before.x + dx} ${before[y]} ${e.x - dx} ${e[y]} ${e.x} ${e[y]}`
        })
        .join(' ')
    const end = edges.at(-1)!
    return {
      ...s,
      path: `M${along('top', edges)} L${along('bottom', [...edges].reverse())} Z`,
      middle: (end.top + end.bottom) / 2,
      share: s.shares.at(-1)!,
    }
  })
})
/** Labels keep their distance, in the order of the streams; the first is large and may take two lines. */
const LINE = 30
const FIRST = 40
const apart = (i: number) => (i === 0 ? FIRST : LINE)
const labels = computed(() => {
  const list = bands.value.map((b) => ({ ...b, y: b.middle }))
  for (let i = 1; i < list.length; i++) list[i]!.y = Math.max(list[i]!.y, list[i - 1]!.y + apart(i - 1))
  const over = Math.max(0, list.at(-1)!.y - (H - 8))
  list.at(-1)!.y -= over
  for (let i = list.length - 2; i >= 0; i--) list[i]!.y = Math.min(list[i]!.y, list[i + 1]!.y - apart(i))
  return list
})
</script>

<template>
  <div class="streams">
    <figure>
      <svg :viewBox="`0 0 ${W} ${H}`" preserveAspectRatio="none" aria-hidden="true">
        <path v-for="(b, i) in bands" :key="b.id" :d="b.path" :class="`s${i}`" />
      </svg>
      <ol class="steps">
        <li v-for="(m, i) in moments" :key="i">
          <span class="what">{{ m.label }}</span>
          <b v-if="m.how">{{ m.how }}</b>
        </li>
      </ol>
    </figure>
    <ol class="causes" aria-label="Causes, the likeliest first">
      <li
        v-for="(l, i) in labels"
        :key="l.id"
        :class="{ first: i === 0, rest: l.id === 'rest' }"
        :style="{ top: `${(100 * l.y) / H}%` }"
      >
        <span>{{ l.words }}</span> <b>{{ inTenths(l.share) }}</b>
      </li>
    </ol>
  </div>
</template>

<style scoped>
.streams {
  display: grid;
  grid-template-columns: minmax(0, 1.1fr) minmax(0, 1fr);
  gap: 16px;
}
figure {
  margin: 0;
}
svg {
  display: block;
  width: 100%;
  height: 210px;
}
.s0 {
  fill: var(--ink);
}
.s1 {
  fill: color-mix(in srgb, var(--ink) 76%, var(--surface));
}
.s2 {
  fill: color-mix(in srgb, var(--ink) 56%, var(--surface));
}
.s3 {
  fill: color-mix(in srgb, var(--ink) 38%, var(--surface));
}
.s4 {
  fill: color-mix(in srgb, var(--ink) 16%, var(--surface));
}
.steps {
  display: flex;
  justify-content: space-between;
  gap: 10px;
  list-style: none;
  margin: 6px 0 0;
  padding: 0;
  font-size: 13px;
  color: var(--soft);
}
.steps li {
  flex: 1 1 0;
  min-width: 0;
  text-align: center;
}
.steps li:first-child {
  text-align: left;
}
.steps li:last-child:not(:first-child) {
  text-align: right;
}
.what {
  display: -webkit-box;
  -webkit-line-clamp: 2;
  -webkit-box-orient: vertical;
  overflow: hidden;
}
.steps b {
  color: var(--metal-text);
}
.causes {
  position: relative;
  height: 210px;
  list-style: none;
  margin: 0;
  padding: 0;
}
.causes li {
  position: absolute;
  left: 0;
  right: 0;
  transform: translateY(-50%);
  display: flex;
  justify-content: space-between;
  gap: 10px;
  line-height: 1.15;
}
.causes span {
  min-width: 0;
  display: -webkit-box;
  -webkit-line-clamp: 2;
  -webkit-box-orient: vertical;
  overflow: hidden;
}
.causes b {
  white-space: nowrap;
  font-variant-numeric: tabular-nums;
}
.first {
  font-size: 20px;
  font-weight: 700;
}
.rest {
  color: var(--soft);
}
@media (max-width: 900px) {
  .streams {
    grid-template-columns: minmax(0, 1fr);
  }
  svg {
    height: 120px;
  }
  .steps {
    display: none;
  }
  .causes,
  .causes li {
    position: static;
    height: auto;
    transform: none;
  }
  .causes li {
    padding: 4px 0;
  }
}
</style>
