<script setup lang="ts">
import { Button, Input } from 'ant-design-vue'
import { computed, onMounted, ref } from 'vue'
import type { AwayRecord } from '@halitus/core/contract'
import { dayAfter, dayOf } from '@halitus/core/time'
import { api } from '@/api/index.ts'
import { newId } from '@/base/ids.ts'
import { useNotices } from '@/base/notices.ts'
import { dayName } from '@/base/words.ts'
import BusyTimes from './BusyTimes.vue'

/** When there are no lessons: regular ones in it aren't made, and those that nothing was noted in go. */
const notices = useNotices()
const away = ref<AwayRecord[]>()
const from = ref('')
const to = ref('')
const words = ref('')
const load = async () => {
  const answer = await api.away().catch(() => undefined)
  if (answer) away.value = answer.away
}
const holidays = computed(() => away.value?.filter((a) => a.source === 'holiday'))
const busy = computed(() => away.value?.filter((a) => a.source === 'calendar') ?? [])
onMounted(load)
const ready = computed(() => !!from.value && !!to.value && from.value <= to.value)
const put = (record: Pick<AwayRecord, 'id' | 'from' | 'to' | 'words'>) =>
  notices.attempt(() => api.addAway({ id: record.id, from: record.from, to: record.to, words: record.words }))
async function add() {
  const kept = await put({
    id: newId(),
    from: `${from.value}T00:00:00`,
    // The last day is free as well.
    to: `${dayAfter(to.value, 1)}T00:00:00`,
    words: words.value.trim(),
  })
  if (kept) from.value = to.value = words.value = ''
  await load()
}
async function remove(record: AwayRecord) {
  if (!(await notices.attempt(() => api.removeAway(record.id)))) return
  await load()
  notices.show('Lessons take place again.', {
    undo: async () => {
      await put(record)
      await load()
    },
  })
}
const span = (a: AwayRecord) => `${dayName(a.from)} to ${dayName(dayAfter(dayOf(a.to), -1))}`
</script>

<template>
  <section>
    <h2>Holidays</h2>
    <ul v-if="holidays?.length">
      <li v-for="a in holidays" :key="a.id">
        <span
          >{{ span(a) }} <span class="soft">{{ a.words }}</span></span
        >
        <Button size="small" :aria-label="`Take ${span(a)} back`" @click="remove(a)">Take back</Button>
      </li>
    </ul>
    <p v-else-if="away" class="soft">None to come. In holidays no regular lessons are made.</p>
    <form @submit.prevent="ready && add()">
      <label for="h-from">First free day</label>
      <input id="h-from" v-model="from" type="date" class="date" />
      <label for="h-to">Last free day</label>
      <input id="h-to" v-model="to" type="date" class="date" :min="from" />
      <label for="h-words">Called</label>
      <Input id="h-words" v-model:value="words" :maxlength="120" />
      <Button html-type="submit" :disabled="!ready">Add</Button>
    </form>
    <BusyTimes v-if="away" :busy="busy" @read="(answer) => (away = answer)" />
  </section>
</template>

<style scoped>
form {
  display: grid;
  grid-template-columns: 150px minmax(0, 280px);
  gap: 10px 16px;
  align-items: center;
  margin-top: 10px;
}
.date {
  min-height: 40px;
  padding: 0 12px;
  font: inherit;
  color: var(--ink);
  background: var(--desk);
  border: 0;
  border-radius: var(--radius);
}
form button {
  grid-column: 2;
  justify-self: start;
}
li {
  display: flex;
  justify-content: space-between;
  gap: 12px;
  padding: 6px 0;
  border-top: 1px solid var(--line);
}
</style>
