<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import type { LearnerAnswer } from '@halitus/core/contract'
import { instrument, type InstrumentId } from '@halitus/core/instruments'
import { practised } from '@halitus/core/home'
import { lanesOf } from '@halitus/core/practice'
import { progressOf, type Series } from '@halitus/core/records'
import { ATTITUDE, choiceOf } from '@halitus/core/schools'
import { api } from '@/api/index.ts'
import { whenBehind } from '@/base/elsewhere.ts'
import { studioNow } from '@/base/clock.ts'
import { capital } from '@/base/words.ts'
import CardsAndLessons from './CardsAndLessons.vue'
import Lanes from './Lanes.vue'
import OpenedLane from './OpenedLane.vue'
import TwoTakes from './TwoTakes.vue'
import NewLesson from '../today/NewLesson.vue'
import { useStudio } from '../store.ts'
import Plate from '@/parts/Plate.vue'
import Views from '@/parts/Views.vue'
import { useAsked } from '@/base/asked.ts'

const props = defineProps<{ id: string }>()
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
const opened = computed(() => lanes.value.find((l) => l.stage === open.value)?.all)
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
      <OpenedLane v-if="opened" class="opened" :all="opened" :observes="observes" />
      <p v-if="aims[0]" class="next">Next: {{ aims[0].title }}.</p>
      <p v-if="lanes.length" class="table">
        <a :href="api.termUrl(answer.learner.id, played ?? answer.learner.instruments[0]!)" target="_blank"
          >The term, for the family (PDF)</a
        >
      </p>
      <p v-if="lanes.length && !observes" class="table">
        <a :href="api.seriesUrl(answer.learner.id)" download>Every number as a table (CSV)</a>
      </p>
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
      <TwoTakes v-if="played" :learner="answer.learner.id" :instrument="played" />
      <CardsAndLessons class="below" :weeks="weeks" :lessons="lessons" />
      <NewLesson v-model:open="adding" :learner-id="id" :shown="played" />
    </template>
    <p v-else-if="failed" class="caution" role="alert">{{ failed }}</p>
    <p v-else class="soft" role="status">Fetching the history …</p>
  </main>
</template>

<style scoped>
/* Large enough for a thumb. */
.table a {
  display: inline-block;
  padding: 8px 0;
}
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
.movements {
  margin: 0 0 10px;
  font-size: 22px;
  line-height: 1.25;
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
  .facts {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
