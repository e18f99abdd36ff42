<script setup lang="ts">
import { Button } from 'ant-design-vue'
import type { PlayedAnswer, SheetAnswer } from '@halitus/core/contract'

/** The one verdict of a take, what to do about the worst of it, and the bars to take up again. */
defineProps<{
  words: string
  answer: PlayedAnswer | undefined
  sheet: SheetAnswer
  measures: readonly number[]
  /** Quarters a minute at which a bar is taken up again. */
  slow: number
}>()
const emit = defineEmits<{ again: [measure: number, lead: number, slower: boolean] }>()
</script>

<template>
  <section aria-live="polite">
    <p class="verdict">{{ words }}</p>
    <p v-if="answer?.faults[0]" class="todo">{{ answer.faults[0].todo }}</p>
    <p v-if="measures.length" class="ways">
      <Button v-for="m in measures" :key="m" @click="emit('again', m, 0, true)"
        >Bar {{ sheet.bars[m]!.number }} at {{ slow }}</Button
      >
      <Button @click="emit('again', measures[0]!, 1, false)">From the bar before</Button>
    </p>
  </section>
</template>

<style scoped>
.verdict {
  font-size: var(--said);
  font-weight: 680;
  margin: 6px 0;
}
.todo {
  font-size: 20px;
  margin: 4px 0;
}
.ways {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin: 8px 0;
}
</style>
