<script setup lang="ts">
import { computed } from 'vue'
import { RouterLink } from 'vue-router'
import type { LessonAnswer } from '@halitus/core/contract'
import { instrument } from '@halitus/core/instruments'
import { ofLearner } from '@halitus/core/records'
import { capital, STAGE_NAMES } from '@/base/words.ts'
import CameBack from './CameBack.vue'
import { useLesson } from './store.ts'

const props = defineProps<{ answer: LessonAnswer }>()
const lesson = useLesson()
/** Who has done something since is new no longer. */
const concerns = computed(() =>
  props.answer.concerns.filter((c) => c.kind !== 'new' || !ofLearner(lesson.own).length),
)
/** What was written down last time, and what is planned for today: in view before anything is begun. */
const lastNotes = computed(() => {
  const notes = lesson.ofKind(lesson.earlier, 'note')
  const lastLesson = notes.at(-1)?.lessonId
  return notes.filter((n) => n.lessonId === lastLesson).slice(-3)
})
const plans = computed(() => props.answer.plans.filter((p) => p.text))
/** What was worked on last comes first; more than three aims at once are none. */
const aims = computed(() => lesson.aims.slice(0, 3))
</script>

<template>
  <RouterLink class="who" :to="{ name: 'learner', params: { id: answer.learner.id } }">{{
    answer.learner.name
  }}</RouterLink>
  <p class="soft">{{ instrument(answer.lesson.instrument).name }}. {{ answer.learner.note }}</p>
  <section v-if="concerns.length">
    <h2>Needs now</h2>
    <ul>
      <li v-for="c in concerns" :key="c.sentence" :class="{ caution: c.kind === 'report' }">
        {{ capital(c.sentence) }}
      </li>
    </ul>
  </section>
  <section v-if="lastNotes.length">
    <h2>Noted last time</h2>
    <p v-for="n in lastNotes" :key="n.id">{{ n.data.text }}</p>
  </section>
  <section v-if="plans.length">
    <h2>Planned</h2>
    <p v-for="p in plans" :key="p.stage">
      <b>{{ STAGE_NAMES[p.stage] }}:</b> {{ p.text }}
    </p>
  </section>
  <section v-if="lesson.observes">
    <h2>Aims</h2>
    <p><b>Listen, don’t count</b></p>
  </section>
  <section v-else-if="aims.length">
    <h2>Aims</h2>
    <template v-for="a in aims" :key="a.kind + a.about">
      <p>
        {{ a.title }}: <b>{{ a.value }} {{ a.unit }}</b>
      </p>
      <p class="soft">{{ a.why }}</p>
    </template>
  </section>
  <section>
    <h2>Card brought along</h2>
    <CameBack v-if="answer.lastCard" :card="answer.lastCard" />
    <p v-else><b>no card yet</b></p>
    <p v-if="answer.lastCard">
      <RouterLink :to="{ name: 'card', params: { id: answer.lastCard.id } }">See it</RouterLink>
    </p>
  </section>
</template>

<style scoped>
.who {
  font-size: 20px;
  font-weight: 650;
  color: var(--ink);
  text-decoration: none;
}
section {
  margin-top: 20px;
  border-top: 1px solid var(--line);
  padding-top: 10px;
}
li {
  margin-top: 6px;
  font-weight: 600;
}
</style>
