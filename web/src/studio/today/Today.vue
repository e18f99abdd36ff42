<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { computed, defineAsyncComponent, onMounted, ref } from 'vue'
import { RouterLink, useRouter } from 'vue-router'
import { capital, clock, dayName } from '@/base/words.ts'
import { whenBehind } from '@/base/elsewhere.ts'
import { useAsked } from '@/base/asked.ts'
import { useStudio } from '../store.ts'
import type { LessonRecord } from '@halitus/core/contract'
import AtHome from './AtHome.vue'
import DayLine from './DayLine.vue'
import Week from './Week.vue'
import Plate from '@/parts/Plate.vue'

/** Forms come when somebody opens one: the day stands sooner without them. */
const EditLesson = defineAsyncComponent(() => import('./EditLesson.vue'))
const FromHome = defineAsyncComponent(() => import('./FromHome.vue'))
const NewLesson = defineAsyncComponent(() => import('./NewLesson.vue'))

const studio = useStudio()
const router = useRouter()
const adding = useAsked('lesson')
const addingFor = ref<string>()
const edited = ref<{ lesson: LessonRecord; name: string }>()
function add(learnerId?: string) {
  addingFor.value = learnerId
  adding.value = true
}
onMounted(studio.load)
whenBehind(studio.load)
const lessons = computed(() => studio.today?.lessons ?? [])
/** The first lesson not begun yet: what to open next. */
const nextId = computed(() => lessons.value.find((l) => !l.lesson.finishedAt)?.lesson.id)
</script>

<template>
  <main id="work" class="today">
    <template v-if="studio.today">
      <Teleport to="#band" defer><DayLine :lessons="lessons" :next-id="nextId" /></Teleport>
      <header>
        <div>
          <h1>{{ dayName(studio.today.date) }}</h1>
          <p class="soft">
            {{ studio.today.studio.name
            }}<template v-if="studio.today.studio.place">. {{ studio.today.studio.place }}</template>
          </p>
        </div>
        <Plate v-if="studio.learners?.length" enter @click="add()">New lesson</Plate>
        <!-- Nobody can have a lesson yet. -->
        <Plate v-else enter @click="router.push('/learners?new')">New learner</Plate>
      </header>
      <!-- What somebody reported comes before everything else. -->
      <FromHome :today="studio.today" show="reports" />
      <ol v-if="lessons.length" class="lessons">
        <li v-for="l in lessons" :key="l.lesson.id" class="due">
          <RouterLink
            :to="{ name: 'setup', params: { id: l.lesson.id } }"
            class="lesson"
            :class="{ next: l.lesson.id === nextId, finished: l.lesson.finishedAt }"
          >
            <span class="time">{{ clock(l.lesson.startsAt) }}</span>
            <span>
              <b class="name">{{ l.learner.name }}</b>
              <span class="soft">{{ l.on }}, {{ l.lesson.minutes }} min</span>
            </span>
            <span class="concern" :class="{ caution: l.concern.kind === 'report' }">
              {{ capital(l.concern.sentence) }}<span v-if="l.more" class="soft"> and {{ l.more }} more</span>
              <AtHome v-if="l.home.length" :items="l.home" />
            </span>
            <span class="soft state">{{
              l.lesson.finishedAt ? 'finished' : l.done ? `${l.done} of 7 stops` : 'open'
            }}</span>
          </RouterLink>
          <RouterLink
            :to="{ name: 'plan', params: { id: l.lesson.id } }"
            class="plan"
            :aria-label="`Plan of ${l.learner.name}’s lesson`"
            >Plan</RouterLink
          >
          <button
            type="button"
            class="plain change"
            :aria-label="`Change ${l.learner.name}’s lesson`"
            @click="edited = { lesson: l.lesson, name: l.learner.name }"
          >
            ⋯
          </button>
        </li>
      </ol>
      <section v-else class="empty">
        <p class="first">{{ studio.learners?.length ? 'Nobody comes today.' : 'The studio is empty.' }}</p>
        <p v-if="studio.today.next">Next lesson: {{ dayName(studio.today.next) }}.</p>
        <p v-if="!studio.learners?.length">
          Begin with a learner: <RouterLink to="/learners?new">add one</RouterLink>.
        </p>
        <p v-else>
          Plan one with “New lesson”, or open a learner from the
          <RouterLink to="/learners">roster</RouterLink>.
        </p>
      </section>
      <FromHome :today="studio.today" show="gaps" @lesson="add" />
      <Week
        v-if="studio.learners?.length"
        :today="studio.today"
        @edit="(lesson, name) => (edited = { lesson, name })"
      />
      <NewLesson v-if="adding" :key="addingFor ?? ''" v-model:open="adding" :learner-id="addingFor" />
      <EditLesson
        v-if="edited"
        :lesson="edited?.lesson"
        :name="edited?.name ?? ''"
        @close="edited = undefined"
      />
    </template>
    <p v-else-if="studio.failed" role="alert" class="caution">
      {{ studio.failed }} <Button size="small" @click="studio.load">Try again</Button>
    </p>
    <p v-else class="soft" role="status">Looking who comes …</p>
  </main>
</template>

<style scoped>
.today {
  flex: 1;
  overflow: auto;
  padding: 28px 40px;
}
header {
  display: flex;
  justify-content: space-between;
  align-items: center;
  margin-bottom: 20px;
}
h1 {
  font-size: 40px;
}
.due {
  display: flex;
  align-items: center;
  border-top: 1px solid var(--line);
}
.plan {
  padding: 12px 8px;
  font-size: 16px;
  color: var(--ink);
}
.change {
  padding: 12px;
  font-size: 20px;
  color: var(--soft);
}
.lesson {
  flex: 1;
  display: grid;
  grid-template-columns: 130px minmax(200px, 1fr) minmax(260px, 1.5fr) 110px;
  align-items: center;
  gap: 20px;
  padding: 13px 12px;
  color: var(--ink);
  text-decoration: none;
}
.lesson:hover {
  background: var(--desk);
}
.lesson.next {
  box-shadow: inset 5px 0 var(--brass);
  background: var(--cane);
}
.finished .time,
.finished .name {
  color: var(--soft);
}
.time {
  font-size: 40px;
  line-height: 1;
  font-weight: 650;
}
.name {
  display: block;
  font-size: 23px;
  line-height: 1.2;
}
.concern {
  font-size: 19px;
  line-height: 1.3;
}
.state {
  text-align: right;
}
.empty {
  display: grid;
  gap: 8px;
  margin-top: 40px;
}
.first {
  font-size: 34px;
  font-weight: 650;
}
@media (max-width: 900px) {
  .today {
    padding: 20px;
  }
  .lesson {
    grid-template-columns: 1fr;
    gap: 4px;
  }
  .state {
    text-align: left;
  }
}
</style>
