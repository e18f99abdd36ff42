<script setup lang="ts">
import { Button, InputNumber } from 'ant-design-vue'
import { computed, ref } from 'vue'
import type { CardAnswer } from '@halitus/core/contract'
import { practised, practisedWords, unitWord } from '@halitus/core/home'
import { api } from '@/api/index.ts'
import { newId } from '@/base/ids.ts'
import { useNotices } from '@/base/notices.ts'
import { dayName } from '@/base/words.ts'
import { useLesson } from './store.ts'

/** What was done at home of a card, item by item; what stands on paper is typed in. */
const props = defineProps<{ card: CardAnswer }>()
const lesson = useLesson()
const notices = useNotices()
const items = computed(() =>
  props.card.rows.map((row) => ({
    row,
    done: new Set(props.card.ticks.filter((t) => t.rowId === row.id).map((t) => t.session)).size,
    numbers: props.card.numbers.filter((n) => n.row === row.id),
  })),
)
const typing = ref('')
const value = ref<number>()
/** The next session of a row without a number. */
function sessionOf(row: string): number {
  const there = new Set(props.card.numbers.filter((n) => n.row === row).map((n) => n.session))
  for (let s = 1; s <= props.card.sessions; s++) if (!there.has(s)) return s
  return props.card.sessions
}
async function keep(item: (typeof items.value)[number]) {
  const { row } = item
  if (!row.asks || value.value === undefined || value.value === null) return
  const number = { id: newId(), value: value.value, unit: row.asks.unit as 's', measured: false }
  const kept = await notices.attempt(() => api.addNumber(props.card.id, row.id, sessionOf(row.id), number))
  if (!kept) return
  value.value = undefined
  await lesson.refresh()
  notices.show(`${row.title}: ${number.value} ${unitWord(number.unit)}.`, {
    undo: async () => {
      await api.dropNumber(props.card.id, row.id, number.id)
      await lesson.refresh()
    },
  })
}
</script>

<template>
  <p>
    <b>{{ practisedWords(practised(card)) }}</b><span v-if="card.signed" class="soft"
      >; seen by {{ card.signed.by }}, {{ dayName(card.signed.at) }}</span
    >
  </p>
  <ul>
    <li v-for="i in items" :key="i.row.id">
      <span class="what">
        <b>{{ i.row.title }}</b>
        <span class="soft">{{ i.done }} of {{ card.sessions }}</span>
      </span>
      <span v-if="i.numbers.length" class="told">
        <span v-for="n in i.numbers" :key="n.id" :class="{ heard: n.measured }">{{ n.value }}</span>
        <span class="soft">{{ unitWord(i.row.asks?.unit ?? '') }}</span>
      </span>
      <span v-if="i.row.asks && typing === i.row.id" class="type">
        <InputNumber
          v-model:value="value"
          :min="0"
          :max="10000"
          size="small"
          :aria-label="`${i.row.title}: number from home, ${unitWord(i.row.asks.unit)}`"
          @press-enter="keep(i)"
        />
        <Button size="small" @click="keep(i)">Keep</Button>
      </span>
      <Button
        v-else-if="i.row.asks"
        type="link"
        size="small"
        class="from-paper"
        :aria-label="`${i.row.title}: from paper`"
        @click="typing = i.row.id"
        >From paper</Button
      >
    </li>
  </ul>
  <p class="soft">Underlined numbers were heard by the learner’s phone; the others were written down.</p>
</template>

<style scoped>
ul {
  margin: 6px 0;
}
li {
  padding: 5px 0;
  border-top: 1px solid var(--line);
}
.what {
  display: flex;
  justify-content: space-between;
  gap: 10px;
}
.told {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  font-size: 18px;
}
.heard {
  text-decoration: underline;
  text-decoration-color: var(--air);
  text-decoration-thickness: 3px;
  text-underline-offset: 3px;
}
.type {
  display: flex;
  gap: 8px;
}
.from-paper {
  padding: 0;
}
</style>
