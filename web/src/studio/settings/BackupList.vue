<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { computed, onMounted, ref } from 'vue'
import { api } from '@/api/index.ts'
import { useNotices } from '@/base/notices.ts'
import { clock, dayName } from '@/base/words.ts'

/** Backups: how old the newest is, and the way back to each. */
const emit = defineEmits<{ restored: [] }>()
const SHOWN = 8
const HOUR_MS = 3600 * 1000
const notices = useNotices()
const list = ref<Awaited<ReturnType<typeof api.backups>>>()
const asked = ref('')
const load = async () => (list.value = await notices.attempt(api.backups))
onMounted(load)

const age = computed(() => {
  // One from a clock that was ahead says nothing.
  const newest = list.value?.backups.find(
    (b) => b.whole && new Date(b.at).getTime() < Date.now() + 2 * HOUR_MS,
  )
  if (!newest) return undefined
  const hours = Math.round((Date.now() - new Date(newest.at).getTime()) / HOUR_MS)
  return hours < 1 ? 'less than an hour' : hours < 48 ? `${hours} hours` : `${Math.round(hours / 24)} days`
})
const OCCASIONS: Record<string, string> = {
  daily: '',
  migration: 'before an update',
  restore: 'before a restore',
  asked: 'asked for',
}
const occasion = (name: string) => OCCASIONS[/-([a-z]+)\.db$/.exec(name)?.[1] ?? ''] ?? ''
async function backUp() {
  const made = await notices.attempt(api.backUp)
  if (!made) return
  notices.show(
    made.trouble ?? `Backed up and checked: ${made.learners} learners, ${made.entries} entries.`,
    made.trouble ? { tone: 'alarm' } : {},
  )
  await load()
}
async function restore(name: string) {
  asked.value = ''
  const done = await notices.attempt(() => api.restore(name))
  if (!done) return
  notices.show(`${done.restored.learners} learners and ${done.restored.lessons} lessons are back.`)
  emit('restored')
  await load()
}
</script>

<template>
  <section v-if="list?.folder">
    <h2>Backups</h2>
    <p>
      <template v-if="age"
        >The newest whole one is <b>{{ age }}</b> old.</template
      >
      <template v-else>There is none yet.</template>
      One is made each day and before each update, opened and counted.
    </p>
    <p v-if="list.trouble" class="caution" role="alert">{{ list.trouble }}</p>
    <div><Button @click="backUp">Back up now</Button></div>
    <ul>
      <li v-for="b in list.backups.slice(0, SHOWN)" :key="b.name">
        <span>{{ dayName(b.at) }}, {{ clock(b.at) }}</span>
        <span class="soft">{{
          b.whole ? `${b.learners} learners, ${b.entries} entries` : 'isn’t whole'
        }}</span>
        <span class="soft">{{ occasion(b.name) }}</span>
        <template v-if="b.whole">
          <Button v-if="asked !== b.name" size="small" @click="asked = b.name">Restore</Button>
          <template v-else>
            <Button size="small" danger @click="restore(b.name)">Yes, back to this</Button>
            <Button size="small" @click="asked = ''">No</Button>
          </template>
        </template>
      </li>
    </ul>
    <p class="soft">
      In {{ list.folder }}<template v-if="list.second"> and {{ list.second }}</template
      >. A second folder, as on another disk, is named in BACKUP_SECOND.
    </p>
  </section>
</template>

<style scoped>
section {
  display: grid;
  gap: 10px;
}
ul {
  list-style: none;
  padding: 0;
  margin: 0;
}
li {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 14px;
  padding: 5px 0;
  border-top: 1px solid var(--line);
}
</style>
