<script setup lang="ts">
import { Button, Checkbox, Input } from 'ant-design-vue'
import { onMounted, ref } from 'vue'
import { RouterLink } from 'vue-router'
import type { GroupRecord, LearnerRecord } from '@halitus/core/contract'
import { api } from '@/api/index.ts'
import { newId } from '@/base/ids.ts'
import { useNotices } from '@/base/notices.ts'

/** Who has lessons together: listed, made, taken away. */
const props = defineProps<{ learners: readonly LearnerRecord[] }>()
const notices = useNotices()
const groups = ref<GroupRecord[]>([])
const making = ref(false)
const name = ref('')
const chosen = ref<string[]>([])
const load = async () => (groups.value = (await api.groups().catch(() => undefined))?.groups ?? groups.value)
onMounted(load)
const choose = (id: string, on: boolean) =>
  (chosen.value = on ? [...chosen.value, id] : chosen.value.filter((x) => x !== id))
async function make() {
  const members = chosen.value.flatMap((id) => {
    const learner = props.learners.find((l) => l.id === id)
    return learner ? [{ learnerId: id, instrument: learner.instruments[0]! }] : []
  })
  const made = await notices.attempt(() => api.putGroup(newId(), { name: name.value.trim(), members }))
  if (!made) return
  making.value = false
  name.value = ''
  chosen.value = []
  await load()
}
async function remove(group: GroupRecord) {
  const { id, ...body } = group
  if (!(await notices.attempt(() => api.removeGroup(id)))) return
  await load()
  notices.show(`${group.name} is no group any more.`, {
    undo: async () => {
      await api.putGroup(id, body)
      await load()
    },
  })
}
const names = (g: GroupRecord) =>
  g.members
    .map((m) => props.learners.find((l) => l.id === m.learnerId)?.name ?? '')
    .filter(Boolean)
    .join(', ')
</script>

<template>
  <section v-if="learners.length > 1" class="groups">
    <h2>Groups</h2>
    <ul>
      <li v-for="g in groups" :key="g.id">
        <RouterLink :to="{ name: 'group', params: { id: g.id } }">{{ g.name }}</RouterLink>
        <span class="soft">{{ names(g) }}</span>
        <Button size="small" :aria-label="`Delete the group ${g.name}`" @click="remove(g)">Delete</Button>
      </li>
    </ul>
    <Button v-if="!making" @click="making = true">New group</Button>
    <form v-else @submit.prevent="make">
      <label for="group-name">Called</label>
      <Input id="group-name" v-model:value="name" :maxlength="80" />
      <p role="group" aria-label="Members, two to eight">
        <Checkbox
          v-for="l in learners"
          :key="l.id"
          :checked="chosen.includes(l.id)"
          @change="(e) => choose(l.id, !!e.target.checked)"
          >{{ l.name }}</Checkbox
        >
      </p>
      <Button html-type="submit" :disabled="!name.trim() || chosen.length < 2 || chosen.length > 8"
        >Make it</Button
      >
      <Button @click="making = false">Leave</Button>
    </form>
  </section>
</template>

<style scoped>
.groups {
  margin-top: 32px;
}
li {
  display: flex;
  align-items: center;
  gap: 16px;
  padding: 8px 0;
  border-top: 1px solid var(--line);
}
li a {
  font-size: 20px;
  font-weight: 650;
  color: var(--ink);
}
li .soft {
  flex: 1;
}
form {
  display: grid;
  gap: 10px;
  max-width: 620px;
}
form p {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 18px;
}
</style>
