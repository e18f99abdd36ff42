<script setup lang="ts">
import { Button } from 'ant-design-vue'
import type { CardRow } from '@halitus/core/records'
import { ref, watch } from 'vue'
import { api } from '@/api/index.ts'
import LearnersLink from './LearnersLink.vue'

/** What lies beside the card: what had no room on it, and the learner's own link. */
const props = defineProps<{
  leftOut: readonly CardRow[]
  /** Minutes a session. */
  limit: number
  learner: string | undefined
  instrument: string | undefined
}>()
defineEmits<{ bringIn: [row: CardRow]; own: [] }>()
/** Why the card may ask for so much; while the server is away nothing is said. */
const load = ref<{ minutesPerSession: number; sessions: number; why: string }>()
watch(
  () => [props.learner, props.instrument, props.leftOut] as const,
  async ([learner, instrument]) => {
    if (learner && instrument) load.value = await api.week(learner, instrument).catch(() => load.value)
  },
  { immediate: true },
)
</script>

<template>
  <aside class="beside" aria-label="Beside the card">
    <h3>Beside the card</h3>
    <p v-if="!leftOut.length" class="soft">Nothing was left out.</p>
    <ul v-else>
      <li v-for="row in leftOut" :key="row.id" class="slip">
        <b>{{ row.minutes }}</b>
        <span
          ><b>{{ row.title }}</b
          ><br /><span class="soft"
            >{{ row.amount }}. {{ row.why ?? `Left out, to keep to ${limit} minutes.` }}</span
          ></span
        >
        <Button size="small" @click="$emit('bringIn', row)">Bring in</Button>
      </li>
    </ul>
    <button type="button" class="own" @click="$emit('own')">A line of your own</button>
    <p v-if="load" class="soft">
      A week of {{ load.sessions }} times {{ load.minutesPerSession }} minutes. {{ load.why }}
    </p>
    <LearnersLink v-if="learner" :learner="learner" />
  </aside>
</template>

<style scoped>
.beside {
  display: grid;
  gap: 12px;
}
.slip {
  display: grid;
  grid-template-columns: auto 1fr auto;
  align-items: start;
  gap: 12px;
  margin-bottom: 10px;
  padding: 12px 14px;
  border-radius: 4px;
  background: var(--sheet);
  box-shadow: 5px 5px 0 rgb(36 29 33 / 7%);
}
.own {
  min-height: 54px;
  font: inherit;
  font-size: 17px;
  color: var(--soft);
  background: none;
  border: 2px dashed var(--soft);
  border-radius: 4px;
  cursor: pointer;
}
.slip > b {
  font-size: 18px;
  color: var(--soft);
}
</style>
