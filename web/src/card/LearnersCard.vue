<script setup lang="ts">
import { Button, Input } from 'ant-design-vue'
import { computed, onBeforeUnmount, ref, watch } from 'vue'
import { TROUBLES, type CardAnswer, type Trouble } from '@halitus/core/contract'
import { instrument, underSystem } from '@halitus/core/instruments'
import { cardReads, practised, practisedWords } from '@halitus/core/practice'
import { TROUBLE_WORDS } from '@halitus/core/trouble'
import { studioNow } from '@/base/clock.ts'
import { api, changes, useOutbox } from '@/api/index.ts'
import { useDraft } from '@/base/drafts.ts'
import { whenBehind } from '@/base/elsewhere.ts'
import { rememberNames } from '@/base/note-names.ts'
import { newId } from '@/base/ids.ts'
import { useNotices } from '@/base/notices.ts'
import { dayName } from '@/base/words.ts'
import Staff from '@/parts/Staff.vue'
import CardNotes from './CardNotes.vue'

/** The week's card as the learner has it, on a phone. */
const props = defineProps<{ id: string }>()
const notices = useNotices()
const outbox = useOutbox()
const card = ref<CardAnswer>()
const failed = ref('')
const report = useDraft<{ kind: Trouble | ''; text: string }>(() => `report.${props.id}`, {
  kind: '',
  text: '',
})
const trouble = computed({
  get: () => report.value.kind || undefined,
  set: (kind) => (report.value = { ...report.value, kind: kind ?? '' }),
})
const words = computed({
  get: () => report.value.text,
  set: (text) => (report.value = { ...report.value, text }),
})

/** What a message changes on the card while it is on its way. */
type Change =
  { row: string; session: number; ticked: boolean } | { report: { id: string; kind: Trouble; text: string } }
/** The card as the server has it, with what is on its way. */
const shown = computed(() => {
  let now = card.value
  for (const message of now ? outbox.about(props.id) : []) {
    const change = message.shown as Change
    if (!now) break
    if ('report' in change) {
      const { report: sent } = change
      if (!now.reports.some((r) => r.id === sent.id))
        now = { ...now, reports: [...now.reports, { ...sent, at: studioNow(), seenAt: null }] }
    } else {
      const { row, session } = change
      const others = now.ticks.filter((t) => t.rowId !== row || t.session !== session)
      const tick = { rowId: row, session, at: studioNow() }
      now = { ...now, ticks: change.ticked ? [...others, tick] : others }
    }
  }
  return now
})

async function load() {
  try {
    const answer = await api.card(props.id)
    rememberNames(answer.noteNames)
    card.value = answer
    failed.value = ''
  } catch (error) {
    failed.value = error instanceof Error ? error.message : 'The card can’t be shown.'
  }
}
watch(() => props.id, load, { immediate: true })
whenBehind(load)

const inst = computed(() =>
  card.value ? underSystem(instrument(card.value.instrument), card.value.system) : undefined,
)
const reads = computed(() => (card.value ? cardReads(card.value) : undefined))
const sessions = computed(() => Array.from({ length: card.value?.sessions ?? 0 }, (_, i) => i + 1))
const ticked = computed(() => new Set(shown.value?.ticks.map((t) => `${t.rowId} ${t.session}`)))
/** The number is large, the words behind it aren't. */
const done = computed(() => {
  const [count = '', ...rest] = shown.value ? practisedWords(practised(shown.value)).split(' ') : []
  return { count, rest: rest.join(' ') }
})
/** Ticks and reports answer at once; they are sent when the server is there. */
const toggle = (row: string, session: number) =>
  outbox.put({
    ...changes.tick(props.id, card.value!.from, row, session, !ticked.value.has(`${row} ${session}`)),
    about: props.id,
    shown: { row, session, ticked: !ticked.value.has(`${row} ${session}`) } satisfies Change,
    words: `Tick ${session}: ${card.value?.rows.find((r) => r.id === row)?.title ?? row}`,
    replaces: `tick ${props.id} ${row} ${session}`,
  })
const TROUBLE_NAMES: Record<string, string> = { ...TROUBLE_WORDS, other: 'Something else' }
async function send() {
  const { kind, text } = report.value
  if (!kind) return
  const sent = { id: newId(), kind, text: text.trim() }
  await outbox.put({
    ...changes.report(props.id, card.value!.from, sent),
    about: props.id,
    shown: { report: sent } satisfies Change,
    words: `For your teacher: ${sent.text || TROUBLE_NAMES[kind]}`,
  })
  report.value = { kind: '', text: '' }
  notices.show(
    outbox.late ? 'Kept; your teacher will see it when the server is there.' : 'Your teacher will see it.',
  )
}
onBeforeUnmount(
  outbox.listen((message, outcome) => {
    if (message.about !== props.id) return
    if ('refused' in outcome) notices.show(outcome.refused.message, { tone: 'alarm' })
    else card.value = outcome.answer as CardAnswer
  }),
)
</script>

<template>
  <main id="work" class="card">
    <template v-if="card && shown && inst && reads">
      <header>
        <h1>{{ card.learnerName }}</h1>
        <p class="soft">{{ inst.name }}, week from {{ dayName(card.from) }}</p>
        <p class="practised">
          <b class="big">{{ done.count }}</b> {{ done.rest }}
        </p>
        <p v-if="card.listenFor"><b>Listen for:</b> {{ reads.text(card.listenFor) }}</p>
      </header>
      <section v-for="row in card.rows" :key="row.id" class="row">
        <h3>
          {{ reads.text(row.title) }} <span class="soft">{{ row.minutes }} min</span>
        </h3>
        <p>{{ reads.text(row.amount) }}</p>
        <p class="soft">{{ reads.text(row.aim) }}</p>
        <Staff v-if="row.line?.length" :line="row.line" :inst="inst" :scale="40" />
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
            :aria-pressed="ticked.has(`${row.id} ${s}`)"
            :aria-label="`Session ${s}`"
            @click="toggle(row.id, s)"
          >
            <span aria-hidden="true">{{ ticked.has(`${row.id} ${s}`) ? '✓' : s }}</span>
          </button>
        </div>
      </section>
      <p v-if="!card.rows.length" class="soft">Nothing on this card yet.</p>
      <section class="row">
        <h2>Trouble? Stop, sit, breathe normally, and say so</h2>
        <div class="troubles">
          <Button
            v-for="t in TROUBLES"
            :key="t"
            :type="trouble === t ? 'primary' : 'default'"
            @click="trouble = t"
            >{{ TROUBLE_NAMES[t] }}</Button
          >
        </div>
        <template v-if="trouble">
          <label for="words" class="visually-hidden">In your words</label>
          <Input id="words" v-model:value="words" placeholder="In your words, if you like" :maxlength="500" />
          <Button type="primary" class="send" @click="send">Tell the teacher</Button>
        </template>
        <p v-for="r in shown.reports" :key="r.id" class="caution">
          {{ TROUBLE_NAMES[r.kind] }}{{ r.text ? `: ${r.text}` : '' }}
        </p>
      </section>
      <p class="soft">A missed day is fine. Two sessions on one day count as two.</p>
    </template>
    <template v-else-if="failed">
      <h1>No card here</h1>
      <p>{{ failed }}</p>
    </template>
    <p v-else class="soft" role="status">Fetching the card …</p>
  </main>
</template>

<style scoped>
.card {
  max-width: 560px;
  margin: 0 auto;
  padding: 20px 20px 48px;
  display: grid;
  gap: 16px;
  align-content: start;
}
.practised .big {
  font-size: 48px;
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
  background: var(--sheet);
  border: 1.5px solid var(--soft);
  border-radius: var(--radius);
  cursor: pointer;
}
.box[aria-pressed='true'] {
  background: var(--ink);
  border-color: var(--ink);
  color: var(--sheet);
  font-weight: 700;
}
.troubles {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin: 8px 0;
}
.send {
  margin-top: 8px;
}
</style>
