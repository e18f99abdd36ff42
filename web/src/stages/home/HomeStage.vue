<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { computed } from 'vue'
import { RouterLink } from 'vue-router'
import type { CardRow } from '@halitus/core/records'
import { api } from '@/api/index.ts'
import BesideCard from './BesideCard.vue'
import PaperHead from './PaperHead.vue'
import PaperRow from './PaperRow.vue'
import { useLesson } from '@/lesson/index.ts'
import { useDraft } from '@/base/drafts.ts'
import { newId } from '@/base/ids.ts'
import { useNotices } from '@/base/notices.ts'
import Plate from '@/parts/Plate.vue'

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
/** A line of the teacher's own: named and worded where it stands. */
const own = () =>
  change({
    rows: [
      ...rows.value,
      {
        id: `own-${newId().slice(0, 12)}`,
        kind: 'tune',
        title: 'Your own line',
        amount: 'once a day',
        minutes: 2,
        aim: '',
        notes: [],
      },
    ],
  })
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
const firstName = computed(() => lesson.answer?.learner.name.split(' ')[0] ?? '')
const composeLabel = computed(() => (card.value ? 'Compose anew from today' : 'Compose the card'))
</script>

<template>
  <header class="head">
    <h1 class="visually-hidden">Home</h1>
    <Plate v-if="!card" enter @click="compose">{{ composeLabel }}</Plate>
    <template v-else>
      <Plate v-if="changed && !elsewhere" enter @click="save">Save changes</Plate>
      <Button @click="compose">{{ composeLabel }}</Button>
      <a class="paper-link" :href="api.pdfUrl(card.id, 'A4')" target="_blank">On paper, A4</a>
      <a class="paper-link" :href="api.pdfUrl(card.id, 'Letter')" target="_blank">Letter</a>
      <a class="paper-link" :href="api.pdfUrl(card.id, 'A4', { large: true })" target="_blank">Large print</a>
      <a class="paper-link" :href="api.pdfUrl(card.id, 'A4', { adult: true })" target="_blank"
        >With a page for an adult</a
      >
      <RouterLink class="paper-link" :to="{ name: 'card', params: { id: card.id } }"
        >Learner’s view</RouterLink
      >
    </template>
    <component
      :is="card && !changed ? Plate : Button"
      v-if="lesson.answer"
      v-bind="card && !changed ? { enter: true } : {}"
      class="end"
      @click="lesson.finish(!lesson.answer.lesson.finishedAt)"
    >
      {{ lesson.answer.lesson.finishedAt ? 'Reopen lesson' : 'Finish lesson' }}
    </component>
  </header>

  <p v-if="!card" class="empty">
    The week’s card is composed from what was done today: long tone and next target, moves, what was wrong in
    the set-up, and what is planned for breath, tongue and tune. It keeps to {{ limit }} minutes.
  </p>
  <div v-else class="desk">
    <article class="paper" aria-label="The card">
      <PaperHead
        :name="firstName"
        :from="card.from"
        :sessions="now?.sessions ?? 5"
        :listen-for="now?.listenFor ?? ''"
        @update:sessions="(sessions) => change({ sessions })"
        @update:listen-for="(listenFor) => change({ listenFor })"
      />
      <p v-if="elsewhere" class="caution" role="alert">
        The card was changed elsewhere meanwhile; it has
        {{ card.rows.map((r) => r.title).join(', ') || 'no rows' }}.
        <Button size="small" @click="save">Keep mine</Button>
        <Button size="small" @click="edited = null">Take that</Button>
      </p>
      <p v-else-if="changed" class="soft">Changed here, not saved yet.</p>
      <ol class="rows">
        <PaperRow
          v-for="row in rows"
          :key="row.id"
          :row="row"
          :inst="lesson.inst"
          :sessions="now?.sessions ?? 5"
          @change="(more) => changeRow(row.id, more)"
          @remove="remove(row)"
        />
      </ol>
      <p class="sum">
        <b class="total" :class="{ over: total > limit }">{{ total }}</b>
        <span class="soft"
          >of {{ limit }} minutes a session{{
            total > limit ? `: ${total - limit} too many hang over the edge` : ''
          }}</span
        >
        <span class="seen soft">seen at home by</span>
      </p>
    </article>
    <BesideCard
      :left-out="leftOut"
      :limit="limit"
      :learner="lesson.answer?.learner.id"
      :instrument="lesson.inst?.id"
      @bring-in="bringIn"
      @own="own"
    />
  </div>
</template>

<style scoped>
.head {
  display: flex;
  align-items: center;
  gap: 8px 18px;
  flex-wrap: wrap;
}
.end {
  margin-left: auto;
}
.empty {
  font-size: 24px;
  line-height: 1.35;
  max-width: 760px;
  margin-top: 28px;
}
.desk {
  display: grid;
  grid-template-columns: minmax(0, 2fr) minmax(240px, 1fr);
  gap: 26px;
  align-items: start;
  margin: 12px -28px -20px;
  padding: 20px 28px 24px;
  background: var(--desk);
}
.paper {
  min-width: 0;
  padding: 20px 22px 18px;
  border-radius: 4px;
  background: var(--sheet);
  /* Paper on a desk. */
  box-shadow: 5px 5px 0 rgb(36 29 33 / 7%);
}
.sum {
  display: flex;
  align-items: baseline;
  flex-wrap: wrap;
  gap: 4px 10px;
  padding-top: 8px;
  border-top: 1px solid var(--line);
}
.total {
  font-size: 34px;
}
.over {
  color: var(--lacquer);
}
.seen {
  margin-left: auto;
  padding-left: 170px;
  border-top: 1px solid var(--soft);
  font-size: 14px;
}
@media (max-width: 1000px) {
  .desk {
    grid-template-columns: minmax(0, 1fr);
  }
}
@media (max-width: 700px) {
  .desk {
    margin: 10px -14px -16px;
    padding: 14px;
  }
  .seen {
    padding-left: 60px;
  }
}
</style>
