<script setup lang="ts">
import { prettyNote } from '@halitus/core/pitch'

/** The order in which notes are met, with what is known and what is new this week. */
const props = defineProps<{
  order: readonly string[]
  fresh: readonly string[]
  isKnown: (note: string) => boolean
}>()
const chosen = defineModel<string>({ required: true })
const state = (note: string) => (props.fresh.includes(note) ? 'fresh' : props.isKnown(note) ? 'known' : '')
</script>

<template>
  <ol class="order" aria-label="Order of notes">
    <li v-for="n in order" :key="n" :class="[state(n), { here: n === chosen }]">
      <button type="button" :aria-pressed="n === chosen" @click="chosen = n">
        <span class="mark" aria-hidden="true"></span>{{ prettyNote(n)
        }}<span class="visually-hidden">{{
          { fresh: ', new this week', known: ', known', '': '' }[state(n)]
        }}</span>
      </button>
    </li>
  </ol>
</template>

<style scoped>
.order {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 4px;
  margin: 6px 0 10px;
}
.order button {
  font: inherit;
  font-size: 16px;
  display: inline-flex;
  align-items: center;
  gap: 5px;
  padding: 4px 7px;
  border: 0;
  border-bottom: 3px solid transparent;
  background: none;
  color: var(--soft);
  cursor: pointer;
}
.order .here button {
  border-color: var(--brass);
  color: var(--ink);
  font-weight: 650;
}
.order .known button,
.order .fresh button {
  color: var(--ink);
}
.mark {
  width: 11px;
  height: 11px;
  border-radius: 50%;
  border: 1.6px solid var(--soft);
}
.known .mark {
  background: var(--ink);
  border-color: var(--ink);
}
.fresh .mark {
  background: var(--brass);
  border-color: var(--ink);
}
</style>
