<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { computed, onMounted, ref } from 'vue'
import { RouterLink } from 'vue-router'
import type { LearnerRecord } from '@halitus/core/contract'
import { instrument } from '@halitus/core/instruments'
import { studioNow } from '@/base/clock.ts'
import { whenBehind } from '@/base/elsewhere.ts'
import { useAsked } from '@/base/asked.ts'
import { useNotices } from '@/base/notices.ts'
import { useStudio } from '../store.ts'
import Leaving from './Leaving.vue'
import LearnerForm from './LearnerForm.vue'

const studio = useStudio()
const notices = useNotices()
const adding = useAsked('new')
const changed = ref<LearnerRecord>()
const changing = computed({
  get: () => !!changed.value,
  set: (open) => !open && (changed.value = undefined),
})
onMounted(studio.load)
whenBehind(studio.load)
const here = computed(() => studio.learners?.filter((l) => !l.archived) ?? [])
const aside = computed(() => studio.learners?.filter((l) => l.archived) ?? [])
const thisYear = Number(studioNow().slice(0, 4))

async function layAside(id: string, name: string, archived: boolean) {
  await notices.attempt(() => studio.changeLearner(id, { archived }))
  if (archived) notices.show(`${name} laid aside.`, { undo: () => layAside(id, name, false) })
}
</script>

<template>
  <main id="work" class="learners">
    <header>
      <h1>Learners</h1>
      <Button type="primary" size="large" @click="adding = true">New learner</Button>
    </header>
    <ul v-if="here.length">
      <li v-for="l in here" :key="l.id" class="learner">
        <RouterLink :to="{ name: 'learner', params: { id: l.id } }" class="name">{{ l.name }}</RouterLink>
        <span>{{ l.instruments.map((i) => instrument(i).name).join(', ') }}</span>
        <span class="soft">{{ thisYear - l.birthYear }} years</span>
        <span class="soft note"
          ><template v-if="!l.consent">No consent noted yet. </template>{{ l.note }}</span
        >
        <span class="acts">
          <Button size="small" :aria-label="`Change ${l.name}`" @click="changed = l">Change</Button>
          <Button size="small" :aria-label="`Lay ${l.name} aside`" @click="layAside(l.id, l.name, true)"
            >Lay aside</Button
          ></span
        >
      </li>
    </ul>
    <p v-else-if="studio.learners" class="empty">Nobody on the roster yet. Add the first learner.</p>
    <p v-else-if="studio.failed" class="caution" role="alert">{{ studio.failed }}</p>
    <Leaving :aside="aside" @back="(l) => layAside(l.id, l.name, false)" @changed="studio.load" />
    <LearnerForm v-model:open="adding" />
    <LearnerForm v-model:open="changing" :learner="changed" />
  </main>
</template>

<style scoped>
.learners {
  flex: 1;
  overflow: auto;
  padding: 28px 40px;
}
header {
  display: flex;
  justify-content: space-between;
  margin-bottom: 16px;
}
h1 {
  font-size: 34px;
}
.learner {
  display: grid;
  grid-template-columns: 220px 250px 90px 1fr auto;
  gap: 16px;
  align-items: center;
  padding: 12px 0;
  border-top: 1px solid var(--line);
}
.name {
  font-size: 20px;
  font-weight: 650;
  color: var(--ink);
}
.acts {
  display: flex;
  gap: 6px;
}
.empty {
  font-size: 24px;
}
@media (max-width: 900px) {
  .learner {
    grid-template-columns: 1fr auto;
  }
}
</style>
