<script setup lang="ts">
import { Button, Input } from 'ant-design-vue'
import { onMounted, ref } from 'vue'
import { BACKUP_WEEKS, type LearnerRecord } from '@halitus/core/contract'
import { api } from '@/api/index.ts'
import { giveFile } from '@/base/files.ts'
import { useNotices } from '@/base/notices.ts'

/** Learners laid aside: brought back, given to their parents as a file, or deleted for good at the end of the day. */
defineProps<{ aside: readonly LearnerRecord[] }>()
const emit = defineEmits<{ back: [learner: LearnerRecord]; changed: [] }>()
const notices = useNotices()
const asked = ref('')
const typed = ref('')
const tonight = ref<{ id: string; name: string }[]>([])
const load = async () => (tonight.value = (await notices.attempt(api.leaving))?.learners ?? [])
onMounted(load)

function ask(id: string) {
  asked.value = asked.value === id ? '' : id
  typed.value = ''
}
async function download(learner: LearnerRecord) {
  const file = await notices.attempt(() => api.exportLearner(learner.id))
  if (file) giveFile(`${learner.name}.json`, file)
}
async function remove(learner: LearnerRecord) {
  if (!(await notices.attempt(() => api.leave(learner.id, typed.value)))) return
  asked.value = ''
  notices.show(`${learner.name} is deleted tonight, with everything.`, { undo: () => keep(learner.id) })
  emit('changed')
  await load()
}
async function keep(id: string) {
  if (!(await notices.attempt(() => api.stay(id)))) return
  emit('changed')
  await load()
}
</script>

<template>
  <section v-if="aside.length">
    <h2>Laid aside</h2>
    <ul>
      <li v-for="l in aside" :key="l.id" class="row">
        <span class="soft">{{ l.name }}</span>
        <Button size="small" :aria-label="`Bring ${l.name} back`" @click="emit('back', l)">Bring back</Button>
        <Button size="small" :aria-label="`${l.name} as a file`" @click="download(l)">As a file</Button>
        <Button
          size="small"
          danger
          :aria-label="`Delete ${l.name} for good`"
          :aria-expanded="asked === l.id"
          @click="ask(l.id)"
          >Delete for good</Button
        >
        <p v-if="asked === l.id" class="sure">
          <label :for="`gone-${l.id}`">Lessons, cards, takes and reeds go too. Type the name:</label>
          <Input :id="`gone-${l.id}`" v-model:value="typed" size="small" :placeholder="l.name" />
          <Button size="small" danger type="primary" :disabled="typed.trim() !== l.name" @click="remove(l)"
            >Delete tonight</Button
          >
        </p>
      </li>
    </ul>
  </section>
  <section v-if="tonight.length">
    <h2>Deleted tonight</h2>
    <ul>
      <li v-for="l in tonight" :key="l.id" class="row">
        <span class="soft">{{ l.name }}</span>
        <Button size="small" :aria-label="`Keep ${l.name}`" @click="keep(l.id)">Keep</Button>
      </li>
    </ul>
    <p class="soft">Backups lose them as they rotate, within {{ BACKUP_WEEKS }} weeks.</p>
  </section>
</template>

<style scoped>
section {
  margin-top: 32px;
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 14px;
  align-items: center;
  padding: 10px 0;
  border-top: 1px solid var(--line);
}
.row > span {
  min-width: 200px;
}
.sure {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
  width: 100%;
  margin: 0;
}
.sure input {
  max-width: 240px;
}
</style>
