<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { computed, ref } from 'vue'
import { PAIN } from '@halitus/core/squeaks'
import type { Search } from './search.ts'

/** What is seen and known: the most telling question first, all signs below. */
const props = defineProps<{ search: Search }>()
const GROUPS = [
  { id: 'when', title: 'When' },
  { id: 'where', title: 'Where' },
  { id: 'seen', title: 'What is seen' },
  { id: 'known', title: 'What is known' },
] as const
const look = computed(() => props.search.verdict.value?.look ?? null)
const all = ref(false)
/** When and where are asked of every accident; the rest only where somebody looks for it. */
const groups = computed(() =>
  GROUPS.filter((g) => all.value || g.id === 'when' || g.id === 'where').map((g) => ({
    ...g,
    signs: props.search.known.value.observations.filter((o) => o.group === g.id),
  })),
)
</script>

<template>
  <section>
    <p v-if="look && look.id !== search.verdict.value?.next?.id" class="look">
      <b>{{ look.words }}</b>
      <Button size="small" @click="search.say(look.id, 'yes')">Yes</Button>
      <Button size="small" @click="search.say(look.id, 'no')">No</Button>
    </p>
    <div v-for="g in groups" :key="g.id">
      <h3>{{ g.title }}</h3>
      <div class="taps" role="group" :aria-label="g.title">
        <Button
          v-for="o in g.signs"
          :key="o.id"
          size="small"
          :type="search.stateOf(o.id) === 'yes' ? 'primary' : 'default'"
          :class="{ not: search.stateOf(o.id) === 'no' }"
          :aria-pressed="search.stateOf(o.id) === 'yes'"
          @click="search.tap(o.id)"
          >{{ search.stateOf(o.id) === 'no' ? `Not: ${o.words.toLowerCase()}` : o.words }}</Button
        >
      </div>
    </div>
    <p class="taps">
      <Button size="small" :aria-expanded="all" @click="all = !all">{{
        all ? 'Fewer signs' : 'All signs: what is seen and known'
      }}</Button>
      <Button
        size="small"
        danger
        :type="search.stateOf(PAIN) ? 'primary' : 'default'"
        :aria-pressed="!!search.stateOf(PAIN)"
        @click="search.stateOf(PAIN) ? search.unsay(PAIN) : search.say(PAIN, 'yes')"
        >It hurts</Button
      >
    </p>
  </section>
</template>

<style scoped>
.look,
.taps {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 8px;
  margin: 6px 0 10px;
}
.look {
  font-size: 17px;
}
h3 {
  margin: 10px 0 0;
}
.not {
  text-decoration: line-through;
}
</style>
