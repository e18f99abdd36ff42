<script setup lang="ts">
import { computed, defineAsyncComponent, nextTick, ref, useTemplateRef, watch } from 'vue'
import { RouterLink } from 'vue-router'
import type { Trouble as Kind } from '@halitus/core/contract'
import { fingerSystem, isCharted, standardFingering } from '@halitus/core/instruments'
import { atAGlance, atHome, endSentence, sessionNow } from '@halitus/core/home'
import { studioNow } from '@/base/clock.ts'
import Fingers from '@/drawings/Fingers.vue'
import CardNotes from './CardNotes.vue'
import PrintedLine from './PrintedLine.vue'
import SignedBy from './SignedBy.vue'
import ThingsBeads from './ThingsBeads.vue'
import FeelOdd from './FeelOdd.vue'
import type { WeekCardInHand } from './week-card.ts'

/** Today’s practice: one thing on the sheet, all of it as beads in the band, what troubles always in reach. */
const props = defineProps<{ week: WeekCardInHand }>()
const card = computed(() => props.week.card.value!)
const inst = computed(() => props.week.inst.value!)
const reads = computed(() => props.week.reads.value!)

/** Stays the same until the page is opened again: the last thing's bead is seen filled before another session begins. */
const session = ref(sessionNow(card.value, studioNow()))
const isDone = (row: string) => session.value !== undefined && props.week.isTicked(row, session.value)
const firstLeft = () => card.value.rows.findIndex((r) => !isDone(r.id))
const at = ref(session.value === undefined ? -1 : firstLeft())
/** The thing that is practised; none when all are done. */
const row = computed(() => card.value.rows[at.value])
const minutesLeft = computed(() =>
  card.value.rows.reduce((sum, r) => sum + (isDone(r.id) ? 0 : r.minutes), 0),
)
/** One note whose fingers are known is drawn as it is held. */
const held = computed(() => {
  const [note, ...more] = row.value?.notes ?? []
  if (!note || more.length || answers.value || !isCharted(inst.value)) return undefined
  return { note, touches: standardFingering(inst.value, note).touches }
})

/** The ear comes when a row asks for it. */
const HomeEar = defineAsyncComponent(() => import('./HomeEar.vue'))
const HomeAnswers = defineAsyncComponent(() => import('./HomeAnswers.vue'))
const way = computed(() => (row.value ? atHome(row.value) : undefined))
/** On paper pictures are covered; here there are none to cover. */
const asksFor = computed(() =>
  way.value?.how === 'recall'
    ? (['Each note twice', ''] as const)
    : atAGlance(reads.value.text(row.value?.amount ?? '')),
)
/** Notes that are answered by playing, rather than one number that grows. */
const answers = computed(() => !!way.value && ['recall', 'echo', 'line'].includes(way.value.how))
const ear = useTemplateRef<{ press(): void; label: string; busy: boolean }>('ear')
/** This session's numbers of the row. */
const numbers = computed(() =>
  card.value.numbers.filter((n) => n.row === row.value?.id && n.session === session.value),
)
function tell(value: number, measured: boolean) {
  if (!row.value?.asks || session.value === undefined) return
  void props.week.tell(row.value.id, session.value, value, row.value.asks.unit as 's', measured)
}
/** Listening, or timing by touch, is the first thing; when the tries are done, the row is. */
const listens = computed(
  () =>
    !!way.value &&
    way.value.how !== 'written' &&
    (ear.value?.busy || numbers.value.length < (way.value.tries ?? 1)),
)
const ended = computed(() => {
  const last = session.value === undefined ? card.value.sessions : session.value
  return endSentence(card.value, last)
})

const title = useTemplateRef('title')
watch(at, async () => {
  await nextTick()
  title.value?.focus()
})
/** What was touched is done, or isn't after all; then the next thing that is left. */
async function done() {
  if (!row.value || session.value === undefined) return
  await props.week.toggle(row.value.id, session.value)
  if (!isDone(row.value.id)) return
  const after = card.value.rows.findIndex((r, i) => i > at.value && !isDone(r.id))
  at.value = after >= 0 ? after : firstLeft()
}
function again() {
  session.value = sessionNow(card.value, studioNow())
  at.value = session.value === undefined ? -1 : firstLeft()
}

const odd = ref(false)
async function report(kind: Kind, text: string) {
  await props.week.report(kind, text)
}
</script>

<template>
  <div class="phone">
    <nav class="band" aria-label="Today’s practice">
      <ThingsBeads v-model="at" :rows="card.rows" :done="isDone" :still="session === undefined" />
      <p class="where">
        <b>{{ row ? reads.text(row.title) : card.learnerName }}</b>
        <span v-if="session && minutesLeft">{{ minutesLeft }} minutes to go</span>
      </p>
    </nav>
    <div v-if="odd" class="sheet">
      <FeelOdd @report="report" @well="odd = false" />
    </div>
    <div v-else-if="row && session" class="sheet">
      <h1 ref="title" tabindex="-1">{{ asksFor[0] }}</h1>
      <p v-if="asksFor[1]">{{ asksFor[1] }}</p>
      <p class="aim">{{ reads.text(row.aim) }}</p>
      <PrintedLine :row="row" :inst="inst" />
      <HomeAnswers
        v-if="way && answers"
        :key="`${row.id} answers`"
        ref="ear"
        :way="way"
        :inst="inst"
        :notes="row.notes"
        :line="row.line"
        :a4-hz="card.a4Hz"
        :name="reads.note"
        :reads="reads.told"
        @told="tell"
      />
      <HomeEar
        v-else-if="way"
        :key="row.id"
        ref="ear"
        :way="way"
        :inst="inst"
        :written="row.notes[0]"
        :a4-hz="card.a4Hz"
        :numbers="numbers"
        @told="tell"
      />
      <div v-if="held" class="held">
        <Fingers
          :system="fingerSystem(inst)"
          :family="inst.family"
          :held="held.touches"
          :label="`Fingering of ${reads.note(held.note)}`"
        />
        <CardNotes :inst="inst" :notes="[held.note]" :name="reads.note" :a4-hz="card.a4Hz" large />
      </div>
      <CardNotes
        v-else-if="row.notes.length && way?.how !== 'recall'"
        :inst="inst"
        :notes="row.notes"
        :name="reads.note"
        :a4-hz="card.a4Hz"
      />
      <p class="soft end">
        <span v-if="card.listenFor">Listen for: {{ reads.text(card.listenFor) }}</span>
        <span
          >{{ card.learnerName }}: <RouterLink :to="{ query: { whole: '' } }">Whole card</RouterLink></span
        >
      </p>
    </div>
    <div v-else class="sheet">
      <h1 ref="title" tabindex="-1">
        {{ session ? 'All done for now.' : 'The week is done.' }}
      </h1>
      <p class="better">{{ reads.text(ended) }}</p>
      <p class="count">
        <b>{{ week.sessionsDone.value }}</b> of {{ card.sessions }} sessions
      </p>
      <SignedBy v-if="card.needsSignature" :signed="card.signed" @sign="week.sign" />
      <p>A missed day is fine. Two sessions on one day count as two.</p>
      <p class="soft end">
        <span
          >{{ card.learnerName }}: <RouterLink :to="{ query: { whole: '' } }">Whole card</RouterLink></span
        >
      </p>
    </div>
    <div class="foot">
      <button v-if="odd" type="button" class="plate" @click="odd = false">I’m all right</button>
      <template v-else-if="row && session">
        <button
          v-if="way && way.how !== 'written'"
          type="button"
          :class="listens ? 'plate' : 'second'"
          @click="ear?.press()"
        >
          {{ ear?.label ?? 'Listen' }}
        </button>
        <button type="button" :class="listens ? 'second' : 'plate'" @click="done">
          {{ isDone(row.id) ? 'Not done' : 'Done' }}
        </button>
      </template>
      <button v-else-if="session" type="button" class="plate" @click="again">Once more</button>
      <button v-if="!odd" type="button" class="odd" @click="odd = true">I feel odd</button>
    </div>
  </div>
</template>

<style scoped src="./practice.css"></style>
