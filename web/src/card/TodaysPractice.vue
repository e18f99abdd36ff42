<script setup lang="ts">
import { computed, nextTick, ref, useTemplateRef, watch } from 'vue'
import { RouterLink } from 'vue-router'
import type { Trouble as Kind } from '@halitus/core/contract'
import { fingerSystem, isCharted, standardFingering } from '@halitus/core/instruments'
import { sessionNow } from '@halitus/core/practice'
import { studioNow } from '@/base/clock.ts'
import Fingers from '@/drawings/Fingers.vue'
import CardNotes from './CardNotes.vue'
import PrintedLine from './PrintedLine.vue'
import ThingsBeads from './ThingsBeads.vue'
import Trouble from './Trouble.vue'
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
  if (!note || more.length || !isCharted(inst.value)) return undefined
  return { note, touches: standardFingering(inst.value, note).touches }
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
  odd.value = false
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
      <h1>Stop. Sit down. Breathe normally.</h1>
      <p>What is it? Your teacher will read it. If it stays, tell an adult now.</p>
      <Trouble :card-id="card.id" :reports="card.reports" @report="report" />
    </div>
    <div v-else-if="row && session" class="sheet">
      <h1 ref="title" tabindex="-1">{{ reads.text(row.amount) }}</h1>
      <p class="aim">{{ reads.text(row.aim) }}</p>
      <PrintedLine :row="row" :inst="inst" />
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
        v-else-if="row.notes.length"
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
      <p class="count">
        <b>{{ week.sessionsDone.value }}</b> of {{ card.sessions }} sessions
      </p>
      <p>A missed day is fine. Two sessions on one day count as two.</p>
      <p class="soft end">
        <span
          >{{ card.learnerName }}: <RouterLink :to="{ query: { whole: '' } }">Whole card</RouterLink></span
        >
      </p>
    </div>
    <div class="foot">
      <button v-if="odd" type="button" class="plate" @click="odd = false">I’m all right</button>
      <button v-else-if="row && session" type="button" class="plate" @click="done">
        {{ isDone(row.id) ? 'Not done' : 'Done' }}
      </button>
      <button v-else-if="session" type="button" class="plate" @click="again">Once more</button>
      <button v-if="!odd" type="button" class="odd" @click="odd = true">I feel odd</button>
    </div>
  </div>
</template>

<style scoped>
.phone {
  height: 100dvh;
  display: grid;
  grid-template-rows: auto 1fr auto;
  color: var(--on-wood);
  background: var(--wood);
}
.band {
  padding: 4px 12px 8px;
}
.where {
  display: flex;
  justify-content: space-between;
  gap: 12px;
  margin: 0;
  font-size: 17px;
  color: var(--on-wood-soft);
}
.where b {
  color: var(--brass-on-wood);
}
.sheet {
  min-height: 0;
  overflow-y: auto;
  padding: 20px 24px;
  display: flex;
  flex-direction: column;
  gap: 14px;
  color: var(--ink);
  background: var(--sheet);
  border-radius: 24px;
}
h1 {
  font-size: 32px;
  line-height: 1.15;
}
h1::first-letter {
  text-transform: capitalize;
}
h1:focus {
  outline: none;
}
.aim {
  font-size: 19px;
}
.held {
  flex: 1 1 260px;
  min-height: 260px;
  display: grid;
  grid-template-columns: 1fr 1fr;
  grid-template-rows: minmax(0, 1fr);
  gap: 12px;
  align-items: center;
}
.held > * {
  min-height: 0;
  max-height: 100%;
}
.held > :first-child,
.held > :first-child :deep(svg) {
  height: 100%;
}
.count b {
  font-size: 92px;
  line-height: 1;
}
.end {
  margin-top: auto;
  display: grid;
  gap: 2px;
}
.end a {
  display: inline-block;
  padding: 10px 0;
}
.foot {
  display: flex;
  justify-content: center;
  gap: 14px;
  padding: 16px 24px;
}
.foot button {
  flex: 0 1 186px;
  height: 62px;
  font: inherit;
  font-size: 22px;
  font-weight: 700;
  border: 0;
  border-radius: 31px;
  cursor: pointer;
}
.plate {
  color: var(--ink-on-brass);
  background: var(--brass-on-wood);
}
.foot .odd {
  flex-basis: 142px;
  font-size: 19px;
  color: var(--lacquer-on-wood);
  background: none;
  border: 2px solid var(--lacquer-on-wood);
}
@media (min-width: 701px) {
  .band,
  .sheet {
    width: min(100%, 720px);
    margin: 0 auto;
    box-sizing: border-box;
  }
  .held {
    grid-template-columns: 1fr;
    grid-template-rows: auto;
  }
}
</style>
