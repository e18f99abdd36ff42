<script setup lang="ts">
import { Button, Input } from 'ant-design-vue'
import { computed, onMounted, ref } from 'vue'
import { RouterLink } from 'vue-router'
import type { LearnerRecord } from '@halitus/core/contract'
import { instrument } from '@halitus/core/instruments'
import { studioNow } from '@/base/clock.ts'
import { whenBehind } from '@/base/elsewhere.ts'
import { useAsked } from '@/base/asked.ts'
import { useNotices } from '@/base/notices.ts'
import { useStudio } from '../store.ts'
import Groups from '../groups/Groups.vue'
import Leaving from './Leaving.vue'
import LearnerForm from './LearnerForm.vue'
import { byInitial, isMeant } from './roster.ts'
import Plate from '@/parts/Plate.vue'

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
/** A roster that fits on a screen needs neither a search nor letters. */
const MANY = 12
const many = computed(() => here.value.length > MANY)
const typed = ref('')
const groups = computed(() => byInitial(here.value.filter((l) => isMeant(l, typed.value))))
const toInitial = (initial: string) =>
  document.getElementById(`initial-${initial}`)?.scrollIntoView({ block: 'start' })
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
      <Plate enter @click="adding = true">New learner</Plate>
    </header>
    <div v-if="many" class="find">
      <Input
        v-model:value="typed"
        size="large"
        allow-clear
        type="search"
        aria-label="Find a learner"
        placeholder="Name or instrument"
      />
      <nav aria-label="Initials">
        <button
          v-for="g in groups"
          :key="g.initial"
          type="button"
          class="plain"
          @click="toInitial(g.initial)"
        >
          {{ g.initial }}
        </button>
      </nav>
    </div>
    <template v-if="here.length">
      <section v-for="g in groups" :id="`initial-${g.initial}`" :key="g.initial">
        <h2 v-if="many">{{ g.initial }}</h2>
        <ul>
          <li v-for="l in g.learners" :key="l.id" class="learner">
            <RouterLink :to="{ name: 'learner', params: { id: l.id } }" class="name">{{ l.name }}</RouterLink>
            <span class="soft age">{{ thisYear - l.birthYear }} years</span>
            <span class="plays">{{ l.instruments.map((i) => instrument(i).name).join(', ') }}</span>
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
      </section>
      <p v-if="!groups.length" class="soft" role="status">Nobody on the roster is called “{{ typed }}”.</p>
    </template>
    <p v-else-if="studio.learners" class="empty">Nobody on the roster yet. Add the first learner.</p>
    <p v-else-if="studio.failed" class="caution" role="alert">{{ studio.failed }}</p>
    <Groups :learners="here" />
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
  grid-template-columns: 220px 90px 250px 1fr auto;
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
.find {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 20px;
  margin-bottom: 12px;
}
.find > :first-child {
  width: min(360px, 100%);
}
.find nav {
  display: flex;
  flex-wrap: wrap;
}
.find nav button {
  min-width: 34px;
  padding: 8px;
  font-size: 18px;
  font-weight: 650;
}
@media (max-width: 900px) {
  .learner {
    grid-template-columns: 1fr auto;
    gap: 4px 16px;
    align-items: baseline;
  }
  .plays,
  .note,
  .acts {
    grid-column: 1 / -1;
  }
}
</style>
