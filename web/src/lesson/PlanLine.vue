<script setup lang="ts">
import { computed, ref } from 'vue'
import { airMinutes, type PlanItem } from '@halitus/core/practice'

/** The lesson as one line: width along it is time, its ribbon where lips and breath work; grips move minutes. */
const props = defineProps<{
  items: readonly PlanItem[]
  done: ReadonlySet<string>
  nextId: string | undefined
  /** Minutes of the lesson that have passed; undefined before and after it. */
  passed: number | undefined
}>()
const emit = defineEmits<{ shift: [item: string, by: number]; go: [item: PlanItem] }>()
const total = computed(() => props.items.reduce((sum, i) => sum + i.minutes, 0))
const air = computed(() => airMinutes(props.items))
const spans = computed(() => {
  let from = 0
  return props.items.map((item, k) => {
    const span = { item, k, from: (100 * from) / total.value, width: (100 * item.minutes) / total.value }
    from += item.minutes
    return span
  })
})
const line = ref<HTMLElement>()
let grip: { id: string; x: number; moved: number } | undefined
function down(event: PointerEvent, id: string) {
  ;(event.target as HTMLElement).setPointerCapture(event.pointerId)
  grip = { id, x: event.clientX, moved: 0 }
}
/** What was pulled over so far is given on, a minute at a time. */
function pull(event: PointerEvent) {
  if (!grip || !line.value) return
  const minute = line.value.clientWidth / total.value
  const by = Math.round((event.clientX - grip.x) / minute) - grip.moved
  if (!by) return
  grip.moved += by
  emit('shift', grip.id, by)
}
function key(event: KeyboardEvent, id: string) {
  const by = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1 }[event.key]
  if (!by) return
  event.preventDefault()
  emit('shift', id, by)
}
</script>

<template>
  <div ref="line" class="line" role="group" :aria-label="`${total} minutes, ${air} of them with air`">
    <span class="thread" aria-hidden="true"></span>
    <span
      v-if="passed !== undefined"
      class="passed"
      :style="{ width: `${Math.min(100, (100 * passed) / total)}%` }"
    ></span>
    <template v-for="s in spans" :key="s.item.id">
      <span
        v-if="s.item.air"
        class="air"
        aria-hidden="true"
        :style="{ left: `${s.from}%`, width: `${s.width}%` }"
      ></span>
      <button
        type="button"
        class="bead"
        :class="{ done: done.has(s.item.part), now: s.item.id === nextId }"
        :style="{ left: `${s.from}%` }"
        :aria-label="`${s.k + 1}: ${s.item.title}`"
        :title="s.item.title"
        @click="emit('go', s.item)"
      >
        {{ s.k + 1 }}
      </button>
      <button
        v-if="s.k < items.length - 1"
        type="button"
        class="grip"
        role="slider"
        :style="{ left: `calc(${s.from + s.width}% - 22px)` }"
        :aria-label="`Minutes of ${s.item.title}`"
        :aria-valuenow="s.item.minutes"
        :aria-valuemin="1"
        :aria-valuemax="s.item.minutes + items[s.k + 1]!.minutes - 1"
        :aria-valuetext="`${s.item.minutes} minutes`"
        @pointerdown="down($event, s.item.id)"
        @pointermove="pull"
        @pointerup="grip = undefined"
        @pointercancel="grip = undefined"
        @keydown="key($event, s.item.id)"
      ></button>
    </template>
  </div>
</template>

<style scoped>
.line {
  position: relative;
  height: 76px;
  margin: 10px 26px 14px 14px;
}
.thread,
.passed {
  position: absolute;
  top: 37px;
  left: 0;
  width: 100%;
  height: 2px;
  background: var(--ink);
}
.passed {
  top: 35px;
  height: 6px;
  background: var(--brass);
}
.air {
  position: absolute;
  top: 12px;
  height: 52px;
  background: var(--air-fill);
  border-radius: 26px;
}
.bead {
  position: absolute;
  top: 24px;
  z-index: 1;
  width: 28px;
  height: 28px;
  margin-left: -14px;
  padding: 0;
  font: inherit;
  font-size: 15px;
  font-weight: 650;
  line-height: 1;
  color: var(--ink);
  background: var(--sheet);
  border: 2px solid var(--ink);
  border-radius: 50%;
  cursor: pointer;
}
.bead.done {
  color: var(--sheet);
  background: var(--ink);
}
.bead.now {
  border: 4px solid var(--brass);
}
.grip {
  position: absolute;
  top: 22px;
  z-index: 2;
  width: 16px;
  height: 32px;
  margin-left: -8px;
  padding: 0;
  background:
    linear-gradient(var(--ink), var(--ink)) 5px 9px / 2px 14px no-repeat,
    linear-gradient(var(--ink), var(--ink)) 9px 9px / 2px 14px no-repeat,
    var(--brass-on-wood);
  border: 0;
  border-radius: 8px;
  cursor: ew-resize;
  touch-action: none;
}
@media (max-width: 700px) {
  .grip {
    display: none;
  }
}
</style>
