<script setup lang="ts">
import { computed } from 'vue'
import type { School } from '@halitus/core/schools'
import Choice from './Choice.vue'

/** Where practitioners disagree: one choice a school, with what others hold against a way. */
const props = defineProps<{
  schools: readonly School[]
  /** What counts while nothing is chosen here: the studio's way, or none. */
  fallback?: Readonly<Record<string, string>>
}>()
const chosen = defineModel<Record<string, string>>({ required: true })
const rows = computed(() =>
  props.schools.map((school) => {
    const usual = school.choices.find((c) => c.id === props.fallback?.[school.id]) ?? school.choices[0]
    const now = school.choices.find((c) => c.id === chosen.value[school.id])
    return {
      school,
      value: now?.id ?? '',
      objection: (now ?? usual).objection,
      options: [
        { value: '', label: `${usual.words} (${props.fallback ? 'studio' : 'usual'})` },
        ...school.choices.map((c) => ({ value: c.id, label: c.words })),
      ],
    }
  }),
)
function choose(id: string, value: string | undefined) {
  const { [id]: _, ...rest } = chosen.value
  chosen.value = value ? { ...rest, [id]: value } : rest
}
</script>

<template>
  <div class="schools">
    <template v-for="row in rows" :key="row.school.id">
      <label :for="`school-${row.school.id}`">{{ row.school.about }}</label>
      <div>
        <Choice
          :id="`school-${row.school.id}`"
          :model-value="row.value"
          :options="row.options"
          @update:model-value="(v) => choose(row.school.id, v)"
        />
        <p v-if="row.objection" class="soft">{{ row.objection }}</p>
      </div>
    </template>
  </div>
</template>

<style scoped>
.schools {
  display: grid;
  grid-template-columns: fit-content(42%) minmax(0, 1fr);
  gap: 8px 14px;
  align-items: center;
}
</style>
