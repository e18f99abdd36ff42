<script setup lang="ts">
import { computed } from 'vue'
import Choice from '@/parts/Choice.vue'
import type { Search } from './search.ts'

/** Which finger differs from the picture of the note: words of the sentence, each taken back by a touch. */
const props = defineProps<{ search: Search }>()
const differs = computed(() => props.search.told.value.differs ?? [])
const change = (touches: string[]) => props.search.change({ differs: touches })
const named = computed(() => new Set(props.search.differing.value.map((d) => d.touch)))
const options = computed(() => [
  { value: '', label: 'a finger differs …' },
  ...props.search.differences.value
    .filter((d) => !named.value.has(d.touch))
    .map((d) => ({ value: d.touch, label: d.words })),
])
const more = computed({
  get: () => '',
  set: (touch: string) => {
    if (touch) change([...differs.value, touch])
  },
})
</script>

<template>
  <button
    v-for="d in search.differing.value"
    :key="d.touch"
    type="button"
    class="word"
    :aria-label="`${d.words}; take back`"
    @click="change(differs.filter((t) => t !== d.touch))"
  >
    {{ d.words }}
  </button>
  <span class="differs"
    ><Choice v-model="more" :options="options" label="A finger differs from the picture"
  /></span>
</template>

<style scoped src="./sentence.css"></style>
<style scoped>
.differs {
  display: inline-block;
  width: 190px;
}
.differs :deep(select) {
  width: 100%;
}
</style>
