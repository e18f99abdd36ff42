<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import type { PastAnswer } from '@halitus/core/contract'
import { api } from '@/api/index.ts'
import { dayName } from '@/base/words.ts'

/** What squeaked when, and why: of one learner, or of all on a family. */
const props = defineProps<{ instrument: string; learner: { id: string; name: string } | undefined }>()
const past = ref<PastAnswer['past']>()
const failed = ref('')
watch(
  () => [props.instrument, props.learner?.id],
  async () => {
    past.value = undefined
    failed.value = ''
    try {
      past.value = (await api.squeakPast(props.instrument, props.learner?.id)).past
    } catch (error) {
      failed.value = error instanceof Error ? error.message : 'What squeaked can’t be shown.'
    }
  },
  { immediate: true },
)
/** Causes by how often it was that. */
const often = computed(() => {
  const counts = new Map<string, number>()
  for (const p of past.value ?? []) if (p.solved) counts.set(p.cause, (counts.get(p.cause) ?? 0) + 1)
  return counts
})
</script>

<template>
  <section>
    <h2>{{ learner ? `What squeaked with ${learner.name}` : 'What squeaked in the studio' }}</h2>
    <p v-if="failed" role="alert" class="caution">{{ failed }}</p>
    <p v-else-if="!past" class="soft" role="status">Looking …</p>
    <p v-else-if="!past.length" class="soft">Nothing kept yet: “That helped” keeps a cause with its day.</p>
    <table v-else>
      <thead>
        <tr>
          <th>When</th>
          <th v-if="!learner">Who</th>
          <th>What, and why</th>
          <th>So often</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="p in past" :key="p.id" :class="{ open: !p.solved }">
          <td>{{ dayName(p.at) }}</td>
          <td v-if="!learner">{{ p.learner.name }}</td>
          <td>{{ p.words }}</td>
          <td>{{ p.solved ? often.get(p.cause) : '' }}</td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
table {
  border-collapse: collapse;
  width: 100%;
}
th {
  text-align: left;
  color: var(--soft);
  font-weight: 600;
}
td,
th {
  padding: 7px 14px 7px 0;
  border-bottom: 1px solid var(--line);
  vertical-align: top;
}
td:first-child {
  white-space: nowrap;
}
.open td {
  color: var(--lacquer);
}
</style>
