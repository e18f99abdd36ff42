<script setup lang="ts">
import { computed } from 'vue'
import { parseNote, prettyNote } from '@halitus/core/pitch'
import { masteredCounts, noteKey, SHAPE_WORDS, type Shape, type ShapedTone } from '@halitus/core/records'

/** Which notes hold a shape at how many counts a phase; the note that is touched is the next one. */
const props = defineProps<{
  entries: readonly { at: string; data: ShapedTone }[]
  shape: Shape
  counts: number
}>()
const written = defineModel<string>({ required: true })
/** Rows of the grid: counts; columns: notes that were worked on, and this one. */
const grid = computed(() => {
  const done = masteredCounts(props.entries, props.shape)
  const notes = new Set([
    ...props.entries.filter((e) => e.data.shape === props.shape).map((e) => noteKey(e.data.written)),
    written.value,
  ])
  return [...notes]
    .sort((a, b) => parseNote(a).midi - parseNote(b).midi)
    .map((note) => ({ note, done: done.get(note) ?? new Set<number>() }))
})
const ROWS = [6, 5, 4, 3]
</script>

<template>
  <div class="grid" role="table" :aria-label="`Notes that hold ${SHAPE_WORDS[shape]}, by counts a phase`">
    <p class="soft">Notes that hold this shape, by counts a phase</p>
    <div v-for="r in ROWS" :key="r" role="row" class="line">
      <span
        v-for="g in grid"
        :key="g.note"
        role="cell"
        class="cell"
        :class="{ done: g.done.has(r), now: g.note === written && r === counts }"
        :aria-label="`${g.note} ${r}: ${g.done.has(r) ? 'mastered' : 'open'}`"
      ></span>
      <span role="rowheader" class="soft">{{ r }}</span>
    </div>
    <div class="line">
      <button
        v-for="g in grid"
        :key="g.note"
        type="button"
        class="name"
        :aria-pressed="g.note === written"
        @click="written = g.note"
      >
        {{ prettyNote(g.note) }}
      </button>
    </div>
  </div>
</template>

<style scoped>
.grid {
  margin-top: 10px;
  overflow-x: auto;
}
.line {
  display: flex;
  gap: 10px;
  align-items: center;
  margin: 3px 0;
}
.cell {
  width: 40px;
  height: 14px;
  flex: none;
  border: 1.5px solid var(--soft);
  border-radius: 3px;
}
.done {
  background: var(--ink);
  border-color: var(--ink);
}
.now {
  outline: 3px solid var(--brass);
}
.name {
  font: inherit;
  width: 40px;
  flex: none;
  text-align: center;
  color: var(--ink);
  background: none;
  border: 0;
  padding: 2px 0;
  cursor: pointer;
}
.name[aria-pressed='true'] {
  font-weight: 700;
}
</style>
