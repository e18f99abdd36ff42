<script setup lang="ts">
import { Button, Segmented } from 'ant-design-vue'
import { computed, defineAsyncComponent, ref, watch } from 'vue'
import { RouterLink } from 'vue-router'
import type { LearnerAnswer } from '@halitus/core/contract'
import { instrument, type InstrumentId } from '@halitus/core/instruments'
import { api } from '../../api/index.ts'
import { capital, clock, dayName } from '../../shell/words.ts'
import NewLesson from '../today/NewLesson.vue'
import { useStudio } from '../store.ts'

const props = defineProps<{ id: string }>()
/** The chart library comes when there is something to draw. */
const LongToneChart = defineAsyncComponent(() => import('./LongToneChart.vue'))
const studio = useStudio()
const answer = ref<LearnerAnswer>()
const failed = ref('')
const played = ref<InstrumentId>()
const adding = ref(false)

watch(
  () => props.id,
  async (id) => {
    try {
      answer.value = await api.learner(id)
      played.value = answer.value.learner.instruments[0]
      if (!studio.learners) await studio.load()
    } catch (error) {
      failed.value = error instanceof Error ? error.message : 'The learner can’t be shown.'
    }
  },
  { immediate: true },
)
const tones = computed(
  () =>
    answer.value?.entries.flatMap((e) =>
      e.kind === 'long-tone' && e.instrument === played.value ? [{ at: e.at, data: e.data }] : [],
    ) ?? [],
)
const target = computed(() => answer.value?.targets.find((t) => t.instrument === played.value)?.target)
const observes = computed(() => answer.value?.learner.attitude === 'observe')
const best = computed(() => Math.max(0, ...tones.value.map((t) => t.data.lengthS)))
const weeks = computed(() =>
  (answer.value?.cards ?? []).slice(-12).map((c) => ({
    id: c.id,
    from: c.from,
    planned: c.sessions,
    done: new Set(c.ticks.map((t) => t.session)).size,
  })),
)
const lessons = computed(() => [...(answer.value?.lessons ?? [])].reverse())
</script>

<template>
  <main id="work" class="progress">
    <template v-if="answer">
      <header>
        <div>
          <h1>{{ answer.learner.name }}</h1>
          <p class="soft">
            {{ answer.learner.instruments.map((i) => instrument(i).name).join(', ') }}.
            {{ answer.learner.note }}
          </p>
        </div>
        <Segmented
          v-if="answer.learner.instruments.length > 1"
          v-model:value="played"
          :options="answer.learner.instruments.map((i) => ({ value: i, label: instrument(i).name }))"
        />
        <Button size="large" @click="adding = true">New lesson</Button>
      </header>
      <div class="facts">
        <section>
          <h2>Needs attention</h2>
          <p
            v-for="c in answer.concerns.slice(0, 3)"
            :key="c.sentence"
            class="concern"
            :class="{ caution: c.kind === 'report' }"
          >
            {{ capital(c.sentence) }}
          </p>
        </section>
        <section v-if="!observes">
          <h2>Longest tone</h2>
          <p>
            <b class="big">{{ best.toFixed(0) }}</b> s
          </p>
        </section>
        <section v-if="!observes && target">
          <h2>Next target</h2>
          <p>
            <b class="big">{{ target.targetS }}</b> s
          </p>
          <p class="soft">{{ target.why }}</p>
        </section>
      </div>
      <h2>Long tones</h2>
      <LongToneChart v-if="tones.length" :tones="tones" :ladder="!observes" />
      <p v-else class="soft">
        No long tone measured yet. The first one is measured at the stop Sound of a lesson.
      </p>
      <div class="below">
        <section>
          <h2>Sessions practised, by week</h2>
          <ol v-if="weeks.length" class="weeks">
            <li v-for="w in weeks" :key="w.id">
              <RouterLink
                :to="{ name: 'card', params: { id: w.id } }"
                :aria-label="`Week from ${dayName(w.from)}: ${w.done} of ${w.planned}`"
              >
                <span class="boxes" aria-hidden="true"
                  ><span v-for="n in w.planned" :key="n" :class="{ done: n <= w.done }"></span
                ></span>
                <span class="soft">{{ dayName(w.from).slice(4) }}</span>
              </RouterLink>
            </li>
          </ol>
          <p v-else class="soft">No card yet.</p>
        </section>
        <section>
          <h2>Lessons</h2>
          <ul class="lessons">
            <li v-for="l in lessons" :key="l.id">
              <RouterLink :to="{ name: 'setup', params: { id: l.id } }"
                >{{ dayName(l.startsAt) }}, {{ clock(l.startsAt) }}</RouterLink
              >
              <span class="soft"> {{ instrument(l.instrument).name }}</span>
            </li>
          </ul>
        </section>
      </div>
      <NewLesson v-model:open="adding" :learner-id="id" />
    </template>
    <p v-else-if="failed" class="caution" role="alert">{{ failed }}</p>
    <p v-else class="soft" role="status">Fetching the history …</p>
  </main>
</template>

<style scoped>
.progress {
  flex: 1;
  overflow: auto;
  padding: 24px 40px 40px;
}
header {
  display: flex;
  gap: 20px;
  align-items: flex-start;
}
header > :first-child {
  flex: 1;
}
h1 {
  font-size: 34px;
}
.facts {
  display: grid;
  grid-template-columns: 1.6fr 0.6fr 1.2fr;
  gap: 32px;
  margin: 18px 0 20px;
}
.concern {
  font-size: 20px;
  font-weight: 600;
}
.below {
  display: grid;
  grid-template-columns: 1.5fr 1fr;
  gap: 40px;
  margin-top: 24px;
}
.weeks {
  display: flex;
  gap: 16px;
  margin-top: 8px;
  flex-wrap: wrap;
}
.weeks a {
  display: grid;
  justify-items: center;
  gap: 4px;
  text-decoration: none;
  font-size: 13px;
}
.boxes {
  display: flex;
  flex-direction: column-reverse;
  gap: 3px;
}
.boxes span {
  width: 16px;
  height: 12px;
  border: 1.5px solid var(--soft);
  border-radius: 2px;
}
.boxes .done {
  background: var(--ink);
  border-color: var(--ink);
}
.lessons {
  max-height: 180px;
  overflow: auto;
}
.lessons .soft {
  margin-left: 8px;
}
.lessons li {
  padding: 3px 0;
}
@media (max-width: 900px) {
  .progress {
    padding: 20px;
  }
  .facts,
  .below {
    grid-template-columns: 1fr;
  }
}
</style>
