<script setup lang="ts">
import { computed, nextTick, useTemplateRef, watch } from 'vue'
import type { Break } from '@halitus/core/crossings'
import type { RangeNote, Terrace } from '@halitus/core/fingering'
import { noteWord, parseNote, prettyNote } from '@halitus/core/pitch'
import { arcsOver, type Arc } from './arcs.ts'

/** The range as terraces with the breaks between them: what is known is filled, moves are arcs, thick where they fail. */
const props = defineProps<{
  terraces: readonly Terrace[]
  known: ReadonlySet<number>
  fresh: ReadonlySet<number>
  arcs: readonly Arc[]
  breaks: readonly Break[]
  /** The break that is worked on. */
  at: Break | undefined
  label: string
}>()
const chosen = defineModel<string>({ required: true })

const [WIDTH, SIDE, TERRACE, ROOM, FOOT] = [920, 24, 62, 40, 40]
const BAR = 14
/** About so wide is a letter, in the drawing's own units. */
const LETTER = 7.2
const midi = (note: string) => parseNote(note).midi
const all = computed(() => props.terraces.flatMap((t) => t.notes))
const low = computed(() => midi(all.value[0]?.written ?? 'C4'))
const high = computed(() => midi(all.value.at(-1)?.written ?? 'C5'))
const highest = computed(() => Math.max(1, ...props.terraces.map((t) => t.register)))
const height = computed(() => ROOM + highest.value * TERRACE + FOOT)
const step = computed(() => (WIDTH - 2 * SIDE) / Math.max(1, high.value - low.value))
const xOf = (m: number) => SIDE + (m - low.value) * step.value
const yOf = (register: number) => ROOM + (highest.value - register) * TERRACE + TERRACE / 2
const radius = computed(() => Math.min(9, step.value * 0.42))

const drawn = computed(() =>
  props.terraces.map((t) => {
    const first = midi(t.notes[0]!.written)
    const last = midi(t.notes.at(-1)!.written)
    const half = step.value / 2
    const words = t.above ? `${t.name}, ${t.above}` : t.name
    const [x, y, width] = [xOf(first) - half, yOf(t.register), xOf(last) - xOf(first) + 2 * half]
    // What is longer than its terrace stands in front of it, on its own level, where nothing else is.
    const before = LETTER * words.length > width && x > WIDTH / 2
    const place = before ? { x: x - 8, y: y + 12 + BAR } : { x: x + 2, y: y + BAR + 42 }
    return { ...t, x, y, width, words, place, anchor: before ? ('end' as const) : ('start' as const) }
  }),
)
interface Dot extends RangeNote {
  x: number
  y: number
  midi: number
  label: string
}
const dots = computed((): Dot[] =>
  props.terraces.flatMap((t) => {
    /** Where the last name ends: one that would touch it isn’t written. */
    let until = -Infinity
    return t.notes.map((n, i) => {
      const note = parseNote(n.written)
      const x = xOf(note.midi)
      const name = i === 0 ? prettyNote(n.written) : note.accidental ? '' : noteWord(note)
      const half = (name.length * 11) / 2
      const fits = x - half > until
      if (name && fits) until = x + half
      return { ...n, x, y: yOf(t.register), midi: note.midi, label: fits ? name : '' }
    })
  }),
)
const dotAt = (m: number) => dots.value.find((d) => d.midi === m)
const selected = computed(() => dotAt(midi(chosen.value)))
/** From the tube of a high note to its low one. */
const tube = computed(() => {
  const to = selected.value
  const from = to?.from && dotAt(midi(to.from.written))
  return from && to
    ? `M ${from.x} ${from.y - radius.value} Q ${from.x} ${to.y + 46}, ${to.x} ${to.y + BAR + 14}`
    : ''
})
const lines = computed(() => {
  const edges = new Set(props.terraces.slice(1).map((t) => midi(t.notes[0]!.written)))
  return [...edges].map((m) => ({ m, x: xOf(m) - step.value / 2 }))
})
/** Where the terraces' names stand. */
const words = computed(() =>
  drawn.value.map((t) => {
    const width = LETTER * t.words.length
    return { x: t.anchor === 'end' ? t.place.x - width : t.place.x, y: t.place.y - 13, width, height: 17 }
  }),
)
const bows = computed(() => arcsOver(props.arcs, (note) => dotAt(midi(note)), radius.value, words.value))
function go(event: KeyboardEvent) {
  const by = { ArrowLeft: -1, ArrowRight: 1 }[event.key]
  if (by === undefined) return
  event.preventDefault()
  event.stopPropagation()
  const at = dots.value.findIndex((d) => d.midi === midi(chosen.value))
  const next = dots.value[Math.max(0, Math.min(dots.value.length - 1, at + by))]
  if (next) chosen.value = next.written
}
const sayOf = (d: Dot) =>
  `${prettyNote(d.written)}${props.fresh.has(d.midi) ? ', new this week' : props.known.has(d.midi) ? ', known' : ''}`
/** Where the map is wider than its place, the break that is worked on is in sight. */
const map = useTemplateRef<SVGSVGElement>('map')
watch(
  () => props.at,
  async () => {
    await nextTick()
    map.value?.querySelector('.end')?.scrollIntoView?.({ block: 'nearest', inline: 'center' })
  },
  { immediate: true },
)
</script>

<template>
  <svg
    ref="map"
    :viewBox="`0 0 ${WIDTH} ${height}`"
    class="map"
    role="listbox"
    tabindex="0"
    :aria-label="label"
    :aria-activedescendant="`map-${midi(chosen)}`"
    @keydown="go"
  >
    <line v-for="l in lines" :key="l.m" :x1="l.x" :x2="l.x" y1="16" :y2="height - FOOT + 10" class="break" />
    <g v-for="t in drawn" :key="t.name + t.register">
      <rect :x="t.x" :y="t.y + 12" :width="t.width" :height="BAR" class="bar" rx="2" />
      <text :x="t.place.x" :y="t.place.y" class="name" :text-anchor="t.anchor">
        {{ t.words }}
      </text>
    </g>
    <path v-if="tube" :d="tube" class="tube" />
    <g v-for="b in bows" :key="b.from + b.to">
      <path :d="b.path" class="bow" :class="{ fails: b.fails }" :stroke-width="b.width" />
      <text :x="b.x" :y="b.y" class="tally" :class="{ fails: b.fails }" text-anchor="middle">
        {{ b.clean }} of {{ b.tries }}
      </text>
    </g>
    <g
      v-for="d in dots"
      :id="`map-${d.midi}`"
      :key="d.midi"
      role="option"
      :aria-selected="d.midi === midi(chosen)"
      :aria-label="sayOf(d)"
      class="note"
      :class="{
        known: known.has(d.midi),
        fresh: fresh.has(d.midi),
        chosen: d.midi === midi(chosen),
        end: at && (midi(at.from) === d.midi || midi(at.to) === d.midi),
      }"
      @click="chosen = d.written"
    >
      <rect :x="d.x - step / 2" :y="d.y - 22" :width="step" height="62" class="reach" />
      <circle :cx="d.x" :cy="d.y" :r="radius" />
      <circle v-if="d.midi === midi(chosen)" :cx="d.x" :cy="d.y" :r="radius + 4" class="halo" />
      <text :x="d.x" :y="d.y + BAR + 27" text-anchor="middle">{{ d.label }}</text>
    </g>
  </svg>
</template>

<style scoped>
.map {
  display: block;
  width: 100%;
  min-width: 800px;
}
.map:focus-visible {
  outline: 2px solid var(--brass);
  outline-offset: 2px;
}
.bar {
  fill: var(--tube);
}
.break {
  stroke: var(--brass);
  stroke-width: 1.6;
  stroke-dasharray: 1.5 5;
}
.name {
  font-size: 14px;
  fill: var(--soft);
}
.note {
  cursor: pointer;
}
.note circle {
  fill: var(--sheet);
  stroke: var(--soft);
  stroke-width: 1.5;
}
.note.known circle {
  fill: var(--ink);
  stroke: var(--ink);
}
.note.fresh circle {
  fill: var(--brass);
  stroke: var(--ink);
}
.note .halo {
  fill: none !important;
  stroke: var(--brass) !important;
  stroke-width: 2.5;
}
.note text {
  font-size: 14px;
  fill: var(--soft);
}
.note.known text,
.note.fresh text,
.note.end text,
.note.chosen text {
  fill: var(--ink);
  font-weight: 650;
}
.reach {
  fill: transparent;
}
.bow {
  fill: none;
  stroke: var(--ink);
}
.bow.fails {
  stroke: var(--lacquer);
}
.tally {
  font-size: 14px;
  font-weight: 650;
  fill: var(--ink);
}
.tally.fails {
  fill: var(--lacquer);
}
.tube {
  fill: none;
  stroke: var(--brass);
  stroke-width: 1.6;
  stroke-dasharray: 4 4;
}
</style>
