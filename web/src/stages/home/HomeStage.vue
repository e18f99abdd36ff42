<script setup lang="ts">
import { Button, Input, InputNumber } from 'ant-design-vue'
import { computed } from 'vue'
import { RouterLink } from 'vue-router'
import type { CardRow } from '@halitus/core/records'
import { api } from '@/api/index.ts'
import Staff from '@/parts/Staff.vue'
import CardNotes from '@/card/CardNotes.vue'
import LearnersLink from './LearnersLink.vue'
import { useLesson } from '@/lesson/index.ts'
import { useDraft } from '@/base/drafts.ts'
import { useNotices } from '@/base/notices.ts'

const lesson = useLesson()
const notices = useNotices()
const card = computed(() => lesson.answer?.card)
interface Edited {
  version: number
  rows: CardRow[]
  sessions: number
  listenFor: string
}
const asIs = (): Edited | null =>
  card.value
    ? {
        version: card.value.version,
        rows: card.value.rows,
        sessions: card.value.sessions,
        listenFor: card.value.listenFor,
      }
    : null
/** What was changed here and isn't saved yet; still there after leaving and after a reload. */
const edited = useDraft<Edited | null>(() => `card.${card.value?.id ?? lesson.answer?.lesson.id}`, null)
const now = computed(() => edited.value ?? asIs())
const changed = computed(() => edited.value !== null)
/** Somebody changed the card elsewhere since: both are offered. */
const elsewhere = computed(() => !!edited.value && edited.value.version !== card.value?.version)
const change = (more: Partial<Omit<Edited, 'version'>>) => {
  if (now.value) edited.value = { ...now.value, ...more }
}
const rows = computed(() => now.value?.rows ?? [])
const changeRow = (id: string, more: Partial<CardRow>) =>
  change({ rows: rows.value.map((r) => (r.id === id ? { ...r, ...more } : r)) })
const total = computed(() => rows.value.reduce((sum, r) => sum + r.minutes, 0))
const limit = computed(() => lesson.answer?.learner.minutesPerSession ?? 15)

function remove(row: CardRow) {
  const before = rows.value
  change({ rows: rows.value.filter((r) => r.id !== row.id) })
  notices.show(`${row.title} taken off the card.`, { undo: () => change({ rows: before }) })
}
const bringIn = (row: CardRow) => change({ rows: [...rows.value, row] })
const leftOut = computed(() =>
  (card.value?.leftOut ?? []).filter((r) => !rows.value.some((x) => x.id === r.id)),
)
/** Saves what stands here over the newest version. */
async function save() {
  if (!card.value || !now.value) return
  const { id, version } = card.value
  const { version: seen, ...patch } = now.value
  const saved = await notices.attempt(() =>
    api.changeCard(id, { ...patch, version: elsewhere.value ? version : seen }),
  )
  if (saved) edited.value = null
  await lesson.refresh()
}
/** Composes the card; what stood there before can be brought back. */
async function compose() {
  const before = now.value
  const had = card.value?.version
  await lesson.composeCard()
  if (!before || card.value?.version === had) return
  edited.value = null
  notices.show('Composed anew from today.', {
    undo: () => (edited.value = { ...before, version: card.value?.version ?? 0 }),
  })
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
      <a class="paper" :href="api.pdfUrl(card.id, 'A4', true)" target="_blank">Large print</a>
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
        :value="now?.sessions ?? 5"
        :min="1"
        :max="7"
        style="width: 76px"
        @change="(n) => typeof n === 'number' && change({ sessions: n })"
      />
      <label for="listen">Listen for</label>
      <Input
        id="listen"
        :value="now?.listenFor ?? ''"
        class="listen"
        :maxlength="200"
        @update:value="(listenFor) => change({ listenFor })"
      />
      <Button type="primary" :disabled="!changed || elsewhere" @click="save">Save changes</Button>
    </div>
    <p v-if="elsewhere" class="caution" role="alert">
      The card was changed elsewhere meanwhile; it has
      {{ card.rows.map((r) => r.title).join(', ') || 'no rows' }}.
      <Button size="small" @click="save">Keep mine</Button>
      <Button size="small" @click="edited = null">Take that</Button>
    </p>
    <p v-else-if="changed" class="soft">Changed here, not saved yet.</p>
    <ol class="rows">
      <li v-for="row in rows" :key="row.id" class="row" :class="{ wide: !row.notes.length }">
        <div class="what">
          <h3>{{ row.title }}</h3>
          <Input
            :value="row.amount"
            size="small"
            :aria-label="`${row.title}: amount`"
            :maxlength="200"
            @update:value="(amount) => changeRow(row.id, { amount })"
          />
          <p class="soft">{{ row.aim }}</p>
          <Staff v-if="lesson.inst && row.line?.length" :line="row.line" :inst="lesson.inst" :scale="30" />
        </div>
        <CardNotes
          v-if="lesson.inst && row.notes.length"
          :inst="lesson.inst"
          :notes="row.notes"
          class="notes"
        />
        <div class="minutes">
          <InputNumber
            :value="row.minutes"
            :min="0"
            :max="60"
            size="small"
            :aria-label="`${row.title}: minutes`"
            style="width: 64px"
            @change="(n) => typeof n === 'number' && changeRow(row.id, { minutes: n })"
          />
          min
          <Button size="small" :aria-label="`Take ${row.title} off`" @click="remove(row)">Off</Button>
        </div>
      </li>
    </ol>
    <LearnersLink v-if="lesson.answer" :learner="lesson.answer.learner.id" />
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
.row.wide {
  grid-template-columns: 1fr auto;
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
