<script setup lang="ts">
import { computed } from 'vue'
import { RouterLink } from 'vue-router'
import { dayName } from '@/base/words.ts'
import CardNotes from './CardNotes.vue'
import IntoCalendar from './IntoCalendar.vue'
import PrintedLine from './PrintedLine.vue'
import Trouble from './Trouble.vue'
import type { WeekCardInHand } from './week-card.ts'

/** The whole week’s card: every row with all its sessions, as it hangs on the wall. */
const props = defineProps<{ week: WeekCardInHand }>()
const card = computed(() => props.week.card.value!)
const inst = computed(() => props.week.inst.value!)
const reads = computed(() => props.week.reads.value!)
const done = computed(() => props.week.done.value)
const sessions = computed(() => Array.from({ length: card.value.sessions }, (_, i) => i + 1))
</script>

<template>
  <header>
    <h1>{{ card.learnerName }}</h1>
    <p class="soft">{{ inst.name }}, week from {{ dayName(card.from) }}</p>
    <p class="practised">
      <b class="big">{{ done.count }}</b> {{ done.rest }}
    </p>
    <p v-if="card.listenFor"><b>Listen for:</b> {{ reads.text(card.listenFor) }}</p>
    <RouterLink :to="{ query: {} }" class="one">One thing at a time</RouterLink>
  </header>
  <section v-for="row in card.rows" :key="row.id" class="row">
    <h3>
      {{ reads.text(row.title) }} <span class="soft">{{ row.minutes }} min</span>
    </h3>
    <p>{{ reads.text(row.amount) }}</p>
    <p class="soft">{{ reads.text(row.aim) }}</p>
    <PrintedLine :row="row" :inst="inst" />
    <CardNotes
      v-if="row.notes.length"
      :inst="inst"
      :notes="row.notes"
      :name="reads.note"
      :a4-hz="card.a4Hz"
    />
    <div class="boxes" role="group" :aria-label="`${row.title}: sessions`">
      <button
        v-for="s in sessions"
        :key="s"
        type="button"
        class="box"
        :aria-pressed="week.isTicked(row.id, s)"
        :aria-label="`Session ${s}`"
        @click="week.toggle(row.id, s)"
      >
        <span aria-hidden="true">{{ week.isTicked(row.id, s) ? '✓' : s }}</span>
      </button>
    </div>
  </section>
  <section class="row">
    <h2>Trouble? Stop, sit, breathe normally, and say so</h2>
    <Trouble :card-id="card.id" :reports="card.reports" @report="week.report" />
  </section>
  <IntoCalendar :id="card.id" />
  <p class="soft">A missed day is fine. Two sessions on one day count as two.</p>
</template>

<style scoped>
.practised .big {
  font-size: 48px;
}
.one {
  display: inline-block;
  padding: 10px 0;
}
.row {
  border-top: 1px solid var(--line);
  padding-top: 12px;
  display: grid;
  gap: 4px;
}
.boxes {
  display: grid;
  grid-template-columns: repeat(7, 1fr);
  gap: 6px;
  margin-top: 8px;
}
.box {
  font: inherit;
  font-size: 18px;
  height: 44px;
  color: var(--soft);
  background: var(--desk);
  border: 0;
  border-radius: 22px;
  cursor: pointer;
}
.box[aria-pressed='true'] {
  background: var(--ink);
  color: var(--sheet);
  font-weight: 700;
}
</style>
