<script setup lang="ts">
import { computed } from 'vue'
import { useMediaQuery } from '@vueuse/core'
import type { CopySide } from '@halitus/core/records'

/** Two lines of notes over one time: the teacher's above, the learner's below; a stroke where each begins, red where it isn't the same. */
const props = defineProps<{
  teacher: CopySide | undefined
  learner: CopySide | undefined
  /** Of the teacher's notes, which were copied. */
  right: readonly boolean[] | undefined
}>()
const narrow = useMediaQuery('(max-width: 700px)')
const WIDTH = computed(() => (narrow.value ? 370 : 1100))
const LEFT = computed(() => (narrow.value ? 84 : 110))
const [HEIGHT, TOP, LANE] = [190, 16, 80]
const wholeS = computed(() =>
  Math.max(2, ...[props.teacher, props.learner].map((c) => (c ? c.onsetsS.at(-1)! + c.lengthsS.at(-1)! : 0))),
)
const x = (s: number) => LEFT.value + (s / wholeS.value) * (WIDTH.value - LEFT.value - 12)
/** What was copied otherwise is red in the copy; what is missing there, in what was copied. */
const marked = computed(() =>
  props.teacher?.onsetsS.length === props.learner?.onsetsS.length ? 'learner' : 'teacher',
)
const lanes = computed(() =>
  (['teacher', 'learner'] as const).map((who, k) => {
    const side = props[who]
    return {
      who,
      y: TOP + k * (LANE + 8),
      notes: (side?.onsetsS ?? []).map((s, i) => ({
        from: x(s),
        to: x(s + side!.lengthsS[i]!),
        wrong: who === marked.value && props.right?.[i] === false,
      })),
    }
  }),
)
const said = computed(() => lanes.value.map((l) => `${l.who}: ${l.notes.length || 'nothing yet'}`).join(', '))
</script>

<template>
  <svg :viewBox="`0 0 ${WIDTH} ${HEIGHT}`" class="lanes" role="img" :aria-label="`Notes of the ${said}`">
    <g v-for="l in lanes" :key="l.who" :transform="`translate(0 ${l.y})`">
      <text x="0" y="26" class="who">{{ l.who }}</text>
      <line :x1="LEFT" :x2="WIDTH - 12" y1="20" y2="20" class="air" />
      <g v-for="(n, i) in l.notes" :key="i" :class="{ wrong: n.wrong }">
        <line :x1="n.from" :x2="n.to" y1="20" y2="20" class="tone" />
        <path :d="`M ${n.from - 5} 20 h 10 l -5 44 z`" class="stroke" />
      </g>
    </g>
  </svg>
</template>

<style scoped>
.lanes {
  display: block;
  width: 100%;
  margin: 10px 0;
}
.who {
  font-size: 20px;
  fill: var(--soft);
}
.air {
  stroke: var(--line);
  stroke-width: 2;
}
.tone {
  stroke: var(--ink);
  stroke-width: 7;
  stroke-linecap: round;
}
.stroke {
  fill: var(--ink);
}
.wrong .stroke {
  fill: var(--lacquer);
}
.wrong .tone {
  stroke: var(--lacquer);
}
</style>
