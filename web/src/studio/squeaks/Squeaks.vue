<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { computed } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { useLocalStorage } from '@vueuse/core'
import type { Stage } from '@halitus/core/contract'
import { inTenths } from '@halitus/core/evidence'
import { allInstruments, instrument } from '@halitus/core/instruments'
import { firstOf, forSeconds, untilQuiet } from '@halitus/core/sound'
import { useLesson } from '@/lesson/index.ts'
import { useListening, type Take } from '@/listening/index.ts'
import Choice from '@/parts/Choice.vue'
import Quantity from '@/parts/Quantity.vue'
import Views from '@/parts/Views.vue'
import Ending from './Ending.vue'
import KnownCauses from './KnownCauses.vue'
import NextStep from './NextStep.vue'
import PastSqueaks from './PastSqueaks.vue'
import { useSearch } from './search.ts'
import Sentence from './Sentence.vue'
import Signs from './Signs.vue'
import WhatHappens from './WhatHappens.vue'
import OnTheInstrument from './OnTheInstrument.vue'

/** From an accident to the next thing to try: a sentence whose words can be touched, beliefs that narrow, one check. */
const router = useRouter()
const route = useRoute()
const lesson = useLesson()
const listening = useListening()
const view = useLocalStorage<'find' | 'read' | 'past'>('halitus.squeaks.view', 'find')
const VIEWS = [
  { value: 'find' as const, label: 'Find the cause' },
  { value: 'read' as const, label: 'What is known' },
  { value: 'past' as const, label: 'What squeaked' },
]
/** A listened take ends after this much quiet, or after so long, s. */
const QUIET_S = 1
const LONGEST_S = 8
const LOUD_DB = -50

const asked = computed(() => (typeof route.params.id === 'string' ? route.params.id : undefined))
const from = computed(() => (typeof route.query.from === 'string' ? (route.query.from as Stage) : undefined))
/** The lesson that this was opened from; opened from the top line it is nobody's. */
const inLesson = computed(() => !!asked.value && lesson.answer?.lesson.id === asked.value)
const chosen = useLocalStorage('halitus.squeaks.instrument', 'clarinet')
const ids = allInstruments().map((i) => ({ value: i.id, label: i.name }))
const inst = computed(() => {
  if (inLesson.value && lesson.inst) return lesson.inst
  return ids.some((i) => i.value === chosen.value) ? instrument(chosen.value) : allInstruments()[0]!
})
const weeks = useLocalStorage('halitus.squeaks.weeks', 10)
const search = useSearch(inst, weeks, inLesson, from)
const { told, complaint, known, verdict, moments } = search

const firstNote = computed(() => inst.value.teaching.firstNotes[0]!)

const take = (): Take => ({
  instrument: inst.value.id,
  written: told.value.notes.at(-1) ?? firstNote.value,
  ear: { transposition: inst.value.transposition, a4Hz: lesson.a4Hz },
  rule: () => firstOf(untilQuiet(LOUD_DB, QUIET_S), forSeconds(LONGEST_S)),
  judge() {
    if (!search.heard.value) return 'Nothing went wrong in what was heard: once more, as it happens.'
    search.takeHeard()
    return undefined
  },
})
const listen = () => (listening.state === 'listening' ? listening.stop() : listening.start(take()))
const best = computed(() => verdict.value?.causes[0])
/** At first, and where nobody thought of it, no cause stands out. */
const heading = computed(() =>
  best.value?.id === 'other' ? 'Nothing stands out yet' : `If it is that: ${lower(best.value?.words ?? '')}`,
)
const lower = (s: string) => s.charAt(0).toLowerCase() + s.slice(1)
/** Three reasons at most, as one sentence. */
const reasons = (all: readonly string[]) =>
  all
    .slice(0, 3)
    .map((w) => w.replace(/[.?]$/, ''))
    .join('; ')
const cannotWords = computed(() => told.value.cannot.map((id) => ({ id, words: search.labelOf(id) })))
const back = () =>
  inLesson.value
    ? router.push({ name: from.value ?? 'setup', params: { id: asked.value! } })
    : router.push({ name: 'today' })
</script>

<template>
  <component :is="asked ? 'section' : 'main'" :id="asked ? undefined : 'work'" class="squeaks">
    <header class="head">
      <h1>Squeaks</h1>
      <Views v-model="view" :options="VIEWS" label="What is shown" />
      <Button v-if="inLesson" @click="back">Back to the lesson</Button>
    </header>
    <p class="who">
      <template v-if="!inLesson">
        <label for="squeak-inst">On</label>
        <Choice id="squeak-inst" v-model="chosen" :options="ids" />
        <template v-if="view === 'find'">
          <label for="squeak-weeks">playing for</label>
          <Quantity id="squeak-weeks" v-model="weeks" :min="0" :max="2000" unit="weeks" />
        </template>
      </template>
    </p>
    <KnownCauses v-if="view === 'read'" :known="known" :name="inst.name" />
    <PastSqueaks
      v-else-if="view === 'past'"
      :instrument="inst.id"
      :learner="inLesson && lesson.answer ? lesson.answer.learner : undefined"
    />
    <WhatHappens
      v-else-if="!complaint"
      :search="search"
      :inst="inst"
      :in-lesson="inLesson"
      @listen="listen"
    />
    <template v-else>
      <Sentence :search="search" :inst="inst" @listen="listen" />
      <p v-if="listening.problem" role="alert" class="caution">{{ listening.problem }}</p>
      <p v-for="c in verdict?.contradictions ?? []" :key="c" class="caution" role="alert">{{ c }}</p>
      <p v-if="verdict?.halt" class="caution halt" role="alert">{{ verdict.halt }}</p>
      <template v-else-if="verdict && best">
        <NextStep v-if="!search.kept.value" :search="search" />
        <p v-if="!verdict.next && !search.kept.value" class="soft">
          Nothing more to try would tell: what is likeliest stands below.
        </p>
        <Ending v-if="inLesson" :search="search" :from="from" />
        <OnTheInstrument :inst="inst" :moments="moments" :written="told.notes.at(-1)" />
        <div class="columns">
          <div>
            <div v-if="!search.kept.value" class="best" aria-live="polite">
              <h2>{{ heading }}</h2>
              <p class="remedy">{{ best.remedy }}</p>
              <p v-if="best.caution" class="caution">{{ best.caution }}</p>
              <p v-if="best.for.length" class="soft">For it: {{ reasons(best.for) }}.</p>
              <p v-if="best.against.length" class="soft">Against it: {{ reasons(best.against) }}.</p>
              <p v-for="t in verdict.together.slice(0, 1)" :key="t.words" class="soft">
                Or both: {{ t.words }} ({{ inTenths(t.belief) }}).
              </p>
            </div>
          </div>
          <div>
            <Signs v-if="!search.kept.value" :search="search" />
            <ul v-if="told.said.some((s) => s.how !== 'yes' && s.how !== 'no')" class="tried">
              <h2>Tried</h2>
              <li v-for="s in told.said.filter((x) => x.how !== 'yes' && x.how !== 'no')" :key="s.id">
                {{ search.labelOf(s.id) }}: {{ s.how }}
                <button
                  v-if="!search.kept.value"
                  type="button"
                  class="plain undo"
                  @click="search.unsay(s.id)"
                >
                  Take back
                </button>
              </li>
            </ul>
            <ul v-if="cannotWords.length" class="tried">
              <li v-for="c in cannotWords" :key="c.id" class="soft">
                Can’t here: {{ c.words }}
                <button type="button" class="plain undo" @click="search.can(c.id)">It can</button>
              </li>
            </ul>
          </div>
        </div>
      </template>
      <p v-if="!search.kept.value"><Button @click="search.again">From the beginning</Button></p>
      <p class="soft small">
        Common practice; likelihoods are chosen by Halitus. Pain stops the search.
        <template v-if="!inLesson"
          >In a lesson, what helped is kept and its drill goes onto the card.</template
        >
      </p>
    </template>
  </component>
</template>

<style scoped>
.squeaks {
  width: 100%;
  max-width: 1180px;
  margin: 0 auto;
  padding: 18px 24px 60px;
}
.work .squeaks {
  padding: 0 0 40px;
}
.head,
.who {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 12px;
}
.small {
  font-size: 14px;
  margin: 2px 0 10px;
}
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1.25fr) minmax(0, 1fr);
  gap: 34px;
  margin-top: 16px;
}
.best h2 {
  font-size: 21px;
  margin: 16px 0 2px;
}
.remedy {
  font-size: 18px;
}
.halt {
  font-size: 22px;
}
.tried {
  list-style: none;
  padding: 0;
}
.undo {
  color: var(--soft);
  text-decoration: underline;
}
@media (max-width: 900px) {
  .squeaks {
    padding: 12px 14px 40px;
  }
  .columns {
    grid-template-columns: minmax(0, 1fr);
    gap: 8px;
  }
}
</style>
