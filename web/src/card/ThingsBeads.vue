<script setup lang="ts">
import type { CardRow } from '@halitus/core/records'

/** Today's things as beads on a thread, filled as far as they are done. */
defineProps<{
  rows: readonly CardRow[]
  done: (row: string) => boolean
  /** None can be chosen: the week is over. */
  still: boolean
}>()
const at = defineModel<number>({ required: true })
</script>

<template>
  <ol>
    <li v-for="(r, i) in rows" :key="r.id" :class="{ done: done(r.id) }">
      <button
        type="button"
        class="bead"
        :aria-label="`${r.title}${done(r.id) ? ', done' : ''}`"
        :aria-current="i === at ? 'step' : undefined"
        :disabled="still"
        @click="at = i"
      ></button>
    </li>
  </ol>
</template>

<style scoped>
ol {
  display: flex;
  margin: 0;
  padding: 0;
  list-style: none;
}
li {
  position: relative;
  flex: 1;
  display: grid;
  place-items: center;
}
/** From bead to bead a thread: thick behind what is done. */
li + li::before {
  content: '';
  position: absolute;
  top: 50%;
  right: 50%;
  width: 100%;
  height: 2px;
  margin-top: -1px;
  background: var(--tube-light);
}
li.done + li::before {
  height: 6px;
  margin-top: -3px;
  background: var(--brass-on-wood);
}
.bead {
  position: relative;
  z-index: 1;
  width: 100%;
  max-width: 44px;
  height: 44px;
  padding: 0;
  background: none;
  border: 0;
  cursor: pointer;
}
.bead::after {
  content: '';
  position: absolute;
  inset: 0;
  margin: auto;
  width: 16px;
  height: 16px;
  box-sizing: border-box;
  border: 2px solid var(--on-wood-soft);
  border-radius: 50%;
  background: var(--wood);
}
.done .bead::after {
  border-color: var(--brass-on-wood);
  background: var(--brass-on-wood);
}
.bead[aria-current]::after {
  width: 26px;
  height: 26px;
  border: 6px solid var(--brass-on-wood);
}
</style>
