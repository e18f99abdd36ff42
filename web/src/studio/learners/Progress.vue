<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { computed, defineAsyncComponent, ref, watch } from 'vue'
import { RouterLink } from 'vue-router'
import type { LearnerAnswer } from '@halitus/core/contract'
import { instrument, type InstrumentId } from '@halitus/core/instruments'
import { lanesOf, practised } from '@halitus/core/practice'
import { progressOf, type Series } from '@halitus/core/records'
import { ATTITUDE, choiceOf } from '@halitus/core/schools'
import { dayOf, instantOf } from '@halitus/core/time'
import { api } from '@/api/index.ts'
import { whenBehind } from '@/base/elsewhere.ts'
import { studioNow } from '@/base/clock.ts'
import { capital, clock, dayName } from '@/base/words.ts'
import Lanes from './Lanes.vue'
import NewLesson from '../today/NewLesson.vue'
import { useStudio } from '../store.ts'
import Plate from '@/parts/Plate.vue'
import Views from '@/parts/Views.vue'
import { useAsked } from '@/base/asked.ts'

const props = defineProps<{ id: string }>()
/** The chart library comes when there is something to draw. */
const SeriesChart = defineAsyncComponent(() => import('./SeriesChart.vue'))
const studio = useStudio()
const answer = ref<LearnerAnswer>()
const failed = ref('')
const played = ref<InstrumentId>()
const adding = useAsked('lesson')

async function load() {
  try {
    const [known, here] = await Promise.all([api.learner(props.id), api.studio()])
    const another = answer.value?.learner.id !== known.learner.id
    answer.value = known
    studioSchools.value = here.schools
    if (another) played.value = known.learner.instruments[0]
    if (!studio.learners) await studio.load()
  } catch (error) {
    failed.value = error instanceof Error ? error.message : 'The learner can’t be shown.'
  }
}
watch(() => props.id, load, { immediate: true })
whenBehind(load)
const studioSchools = ref<Record<string, string>>()
const observes = computed(
  () => choiceOf(ATTITUDE, answer.value?.learner.schools, studioSchools.value) === 'observe',
)
/** Every number over time on the chosen instrument. */
const all = computed((): Series[] => {
  if (!answer.value || !played.value) return []
  const entries = answer.value.entries.filter((e) => e.instrument === played.value)
  return progressOf(entries, instrument(played.value)).filter((s) => !observes.value || !s.race)
})
const now = studioNow()
const lanes = computed(() => lanesOf(all.value, now))
/** What moved, stands still and came back, in one sentence. */
const SAID = [
  ['moved', 'Moved'],
  ['still', 'Still'],
  ['back', 'Back'],
] as const
const movements = computed(() =>
  SAID.flatMap(([movement, word]) => {
    const which = lanes.value.filter((l) => l.movement === movement).map((l) => l.lead.title)
    return which.length ? [{ word, which: which.join(', ') }] : []
  }),
)
/** The lane that is open: all that was measured there, the newest first. */
const open = ref<string>()
const groups = computed(() => {
  const byTitle = new Map<string, Series[]>()
  for (const s of lanes.value.find((l) => l.stage === open.value)?.all ?? [])
    byTitle.set(s.title, [...(byTitle.get(s.title) ?? []), s])
  const newest = (list: Series[]) => Math.max(...list.map((s) => instantOf(dayOf(s.points.at(-1)!.at))))
  return [...byTitle]
    .map(([title, series]) => ({ title, series }))
    .sort((a, b) => newest(b.series) - newest(a.series))
})
const shownTitle = ref<string>()
const shown = computed(() => groups.value.find((g) => g.title === shownTitle.value) ?? groups.value[0])
const aims = computed(
  () => answer.value?.aims.find((a) => a.instrument === played.value)?.aims.slice(0, 3) ?? [],
)
const weeks = computed(() =>
  (answer.value?.cards ?? []).slice(-12).map((c) => ({
    id: c.id,
    from: c.from,
    planned: c.sessions,
    done: practised(c).sessionsDone,
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
        <Views
          v-if="answer.learner.instruments.length > 1"
          v-model="played"
          label="Instrument"
          :options="answer.learner.instruments.map((i) => ({ value: i, label: instrument(i).name }))"
        />
        <Plate enter @click="adding = true">New lesson</Plate>
      </header>
      <p v-if="movements.length" class="movements">
        <span v-for="m in movements" :key="m.word"
          >{{ m.word }}: <b>{{ m.which }}</b>.
        </span>
      </p>
      <Lanes
        v-if="lanes.length || weeks.length"
        v-model="open"
        :lanes="lanes"
        :weeks="weeks"
        :today="now"
        :observes="observes"
      />
      <p v-if="!lanes.length" class="soft">
        Nothing measured yet. The first long tone is measured at the stop Sound of a lesson.
      </p>
      <section v-if="shown" class="opened">
        <p v-if="groups.length > 1" class="abouts" role="group" aria-label="What is shown">
          <Button
            v-for="g in groups"
            :key="g.title"
            size="small"
            :type="g === shown ? 'primary' : 'default'"
            :aria-pressed="g === shown"
            @click="shownTitle = g.title"
            >{{ g.title }}</Button
          >
        </p>
        <div class="charts">
          <SeriesChart v-for="s in shown.series" :key="s.name" :series="s" :aims="!observes" />
        </div>
      </section>
      <p v-if="aims[0]" class="next">Next: {{ aims[0].title }}.</p>
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
        <section v-if="!observes && aims.length" class="aims">
          <h2>Next aims</h2>
          <div v-for="a in aims" :key="a.kind + a.about">
            <p>
              <b class="big">{{ a.value }}</b> {{ a.unit }} <span class="soft">{{ a.title }}</span>
            </p>
            <p class="soft">{{ a.why }}</p>
          </div>
        </section>
      </div>
      <div class="below">
        <section>
          <h2>Cards</h2>
          <ol v-if="weeks.length" class="cards">
            <li v-for="w in [...weeks].reverse()" :key="w.id">
              <RouterLink
                :to="{ name: 'card', params: { id: w.id } }"
                :aria-label="`Week from ${dayName(w.from)}: ${w.done} of ${w.planned}`"
                >{{ dayName(w.from) }}</RouterLink
              >
              <span class="soft">{{ w.done }} of {{ w.planned }}</span>
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
      <NewLesson v-model:open="adding" :learner-id="id" :shown="played" />
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
  grid-template-columns: 1fr 1.4fr;
  gap: 32px;
  margin: 18px 0 20px;
}
.concern {
  font-size: 20px;
  font-weight: 600;
}
.aims {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 28px;
}
.aims h2 {
  width: 100%;
}
.abouts {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  margin: 6px 0 10px;
}
.charts {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(420px, 1fr));
  gap: 28px;
}
.below {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 40px;
  margin-top: 24px;
}
.movements {
  margin: 0 0 10px;
  font-size: 22px;
  line-height: 1.25;
}
.opened {
  margin: 12px 0;
}
.cards {
  max-height: 180px;
  overflow: auto;
}
.cards li {
  padding: 3px 0;
}
.cards .soft {
  margin-left: 8px;
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
.next {
  display: none;
}
/* For the family: the picture of the weeks, what moved, what is next; no scores. */
@media print {
  .progress {
    overflow: visible;
    padding: 0;
  }
  .next {
    display: block;
    margin-top: 14px;
    font-size: 22px;
  }
  header :deep(button),
  .opened,
  .facts,
  .below {
    display: none;
  }
}
@media (max-width: 900px) {
  .progress {
    padding: 20px;
  }
  .facts,
  .charts,
  .below {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
