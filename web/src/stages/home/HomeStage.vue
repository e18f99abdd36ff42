<script setup lang="ts">
import { Button, Input, InputNumber } from 'ant-design-vue'
import { computed, ref, watch } from 'vue'
import { RouterLink } from 'vue-router'
import type { CardRow } from '@halitus/core/records'
import { api } from '@/api/index.ts'
import CardNotes from '@/card/CardNotes.vue'
import { useLesson } from '@/lesson/index.ts'
import { useNotices } from '@/base/notices.ts'

const lesson = useLesson()
const notices = useNotices()
const card = computed(() => lesson.answer?.card)
const rows = ref<CardRow[]>([])
const sessions = ref(5)
const listenFor = ref('')
const changed = ref(false)
const total = computed(() => rows.value.reduce((sum, r) => sum + r.minutes, 0))
const limit = computed(() => lesson.answer?.learner.minutesPerSession ?? 15)

watch(
  () => card.value && `${card.value.id} ${card.value.version}`,
  () => {
    if (!card.value) return
    rows.value = card.value.rows.map((r) => ({ ...r, notes: [...r.notes] }))
    sessions.value = card.value.sessions
    listenFor.value = card.value.listenFor
    changed.value = false
  },
  { immediate: true },
)
function touch() {
  changed.value = true
}
function remove(row: CardRow) {
  const before = rows.value
  rows.value = rows.value.filter((r) => r !== row)
  touch()
  notices.show(`${row.title} taken off the card.`, { undo: () => (rows.value = before) })
}
function bringIn(row: CardRow) {
  rows.value = [...rows.value, row]
  touch()
}
const leftOut = computed(() =>
  (card.value?.leftOut ?? []).filter((r) => !rows.value.some((x) => x.id === r.id)),
)
async function save() {
  if (!card.value) return
  const { id, version } = card.value
  const patch = { version, sessions: sessions.value, listenFor: listenFor.value, rows: rows.value }
  await notices.attempt(() => api.changeCard(id, patch))
  // After a refusal the newer card is shown; what was changed here stays in the notice's reach by trying again.
  await lesson.refresh()
}
async function compose() {
  await lesson.composeCard()
}
const composeLabel = computed(() => (card.value ? 'Compose anew from today' : 'Compose the card'))
</script>

<template>
  <header class="head">
    <h1>Home</h1>
    <Button :type="card ? 'default' : 'primary'" size="large" @click="compose">{{ composeLabel }}</Button>
    <template v-if="card">
      <a class="paper" :href="api.pdfUrl(card.id, 'A4')" target="_blank">On paper, A4</a>
      <a class="paper" :href="api.pdfUrl(card.id, 'Letter')" target="_blank">Letter</a>
      <RouterLink class="paper" :to="{ name: 'card', params: { id: card.id } }">Learner’s view</RouterLink>
    </template>
    <Button
      v-if="lesson.answer"
      class="end"
      size="large"
      @click="lesson.finish(!lesson.answer.lesson.finishedAt)"
    >
      {{ lesson.answer.lesson.finishedAt ? 'Reopen lesson' : 'Finish lesson' }}
    </Button>
  </header>

  <p v-if="!card" class="empty">
    The week’s card is composed from what was done today: long tone and next target, moves, what was wrong in
    the set-up, and what is planned for breath, tongue and tune. It keeps to {{ limit }} minutes.
  </p>
  <template v-else>
    <div class="sum">
      <span
        ><b class="big" :class="{ over: total > limit }">{{ total }}</b> min a session</span
      >
      <span class="soft">of {{ limit }}</span>
      <label for="sessions">Sessions</label>
      <InputNumber
        id="sessions"
        v-model:value="sessions"
        :min="1"
        :max="7"
        style="width: 76px"
        @change="touch"
      />
      <label for="listen">Listen for</label>
      <Input id="listen" v-model:value="listenFor" class="listen" :maxlength="200" @input="touch" />
      <Button type="primary" :disabled="!changed" @click="save">Save changes</Button>
    </div>
    <ol class="rows">
      <li v-for="row in rows" :key="row.id" class="row">
        <div class="what">
          <h3>{{ row.title }}</h3>
          <Input
            v-model:value="row.amount"
            size="small"
            :aria-label="`${row.title}: amount`"
            :maxlength="200"
            @input="touch"
          />
          <p class="soft">{{ row.aim }}</p>
        </div>
        <CardNotes v-if="lesson.inst" :inst="lesson.inst" :notes="row.notes" class="notes" />
        <div class="minutes">
          <InputNumber
            v-model:value="row.minutes"
            :min="0"
            :max="60"
            size="small"
            :aria-label="`${row.title}: minutes`"
            style="width: 64px"
            @change="touch"
          />
          min
          <Button size="small" :aria-label="`Take ${row.title} off`" @click="remove(row)">Off</Button>
        </div>
      </li>
    </ol>
    <section v-if="leftOut.length">
      <h2>Left out, to keep to {{ limit }} minutes</h2>
      <ul>
        <li v-for="row in leftOut" :key="row.id" class="out">
          {{ row.title }}: {{ row.amount }}, {{ row.minutes }} min
          <Button size="small" @click="bringIn(row)">Bring in</Button>
        </li>
      </ul>
    </section>
  </template>
</template>

<style scoped>
.head {
  display: flex;
  align-items: center;
  gap: 16px;
  flex-wrap: wrap;
}
.end {
  margin-left: auto;
}
.empty {
  font-size: 20px;
  max-width: 620px;
  margin-top: 28px;
}
.sum {
  display: flex;
  align-items: center;
  gap: 12px;
  margin: 12px 0;
  flex-wrap: wrap;
}
.sum .big {
  font-size: 48px;
}
.over {
  color: var(--alarm);
}
.listen {
  flex: 1;
  min-width: 160px;
}
.row {
  display: grid;
  grid-template-columns: minmax(190px, 0.9fr) minmax(0, 1.2fr) auto;
  gap: 18px;
  align-items: center;
  border-top: 1px solid var(--line);
  padding: 9px 0;
}
.minutes {
  white-space: nowrap;
  display: flex;
  gap: 8px;
  align-items: center;
}
.out {
  padding: 6px 0;
}
@media (max-width: 1000px) {
  .row {
    grid-template-columns: 1fr;
  }
}
</style>
