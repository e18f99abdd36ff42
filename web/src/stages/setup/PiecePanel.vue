<script setup lang="ts">
import { newId } from '@/base/ids.ts'
import { Button, Input } from 'ant-design-vue'
import { computed, ref, watch } from 'vue'
import type { PieceAnswer, PieceInput, ServiceInput, ServiceRecord } from '@halitus/core/contract'
import type { InstrumentId } from '@halitus/core/instruments'
import { api } from '@/api/index.ts'
import Choice from '@/parts/Choice.vue'
import { useFormDraft } from '@/base/drafts.ts'
import { useNotices } from '@/base/notices.ts'
import { studioNow } from '@/base/clock.ts'

/** The learner's instrument that can be touched: whose it is, what was found, what the technician should be told. */
const props = defineProps<{ learnerId: string; instrumentId: InstrumentId }>()
const notices = useNotices()
const pieces = ref<PieceAnswer[]>()
const here = computed(() => pieces.value?.filter((p) => p.instrument === props.instrumentId) ?? [])
const fresh = useFormDraft(`piece.${props.learnerId}.${props.instrumentId}`, {
  name: '',
  serial: '',
  owner: 'learner' as PieceInput['owner'],
})
const noting = useFormDraft<Record<string, { kind: ServiceInput['kind']; text: string }>>(
  `services.${props.learnerId}`,
  {},
)

const OWNERS = [
  { value: 'learner' as const, label: 'The learner’s own' },
  { value: 'studio' as const, label: 'The studio’s' },
  { value: 'loan' as const, label: 'On loan' },
]
const KINDS = [
  { value: 'fault' as const, label: 'Fault found by swapping' },
  { value: 'tell-technician' as const, label: 'Tell the technician' },
  { value: 'service' as const, label: 'Work done' },
]
const kindLabel = (kind: ServiceRecord['kind']) => KINDS.find((k) => k.value === kind)!.label

async function load() {
  const answer = await notices.attempt(() => api.pieces(props.learnerId))
  if (!answer) return
  pieces.value = answer.pieces
  for (const p of answer.pieces) noting.value[p.id] ??= { kind: 'fault', text: '' }
}
watch(() => props.learnerId, load, { immediate: true })

async function add() {
  const input: PieceInput = {
    id: newId(),
    instrument: props.instrumentId,
    note: '',
    ...fresh.value,
  }
  if (!(await notices.attempt(() => api.addPiece(props.learnerId, input)))) return
  fresh.value = { name: '', serial: '', owner: 'learner' }
  await load()
}
async function note(piece: PieceAnswer) {
  const { kind, text } = noting.value[piece.id]!
  const service: ServiceInput = { id: newId(), at: studioNow(), kind, text: text.trim() }
  if (!(await notices.attempt(() => api.addService(piece.id, service)))) return
  noting.value[piece.id] = { kind, text: '' }
  await load()
}
async function remove(piece: PieceAnswer, service: ServiceRecord) {
  if (!(await notices.attempt(() => api.removeService(piece.id, service.id)))) return
  await load()
  const { id, at, kind, text } = service
  notices.show('Taken back.', {
    undo: async () => {
      await notices.attempt(() => api.addService(piece.id, { id, at, kind, text }))
      await load()
    },
  })
}
</script>

<template>
  <section v-for="p in here" :key="p.id" class="piece">
    <header>
      <div>
        <h3>{{ p.name }}</h3>
        <p class="soft">
          {{ OWNERS.find((o) => o.value === p.owner)!.label }},
          {{ p.serial ? `serial ${p.serial}` : 'no serial noted' }}
        </p>
      </div>
      <a :href="api.piecePdfUrl(p.id)" target="_blank">For the technician, on paper</a>
    </header>
    <ul>
      <li v-for="s in [...p.services].reverse()" :key="s.id">
        <span class="soft">{{ s.at.slice(0, 10) }}</span>
        <b>{{ kindLabel(s.kind) }}</b>
        <span>{{ s.text }}</span>
        <Button type="link" size="small" @click="remove(p, s)">Take back</Button>
      </li>
    </ul>
    <p v-if="!p.services.length" class="soft">
      Nothing noted yet. Equipment is excluded early by swapping: another reed, the teacher on this
      instrument, the smallest part alone.
    </p>
    <form v-if="noting[p.id]" class="note" @submit.prevent="note(p)">
      <Choice v-model="noting[p.id]!.kind" :options="KINDS" label="Kind" />
      <Input
        v-model:value="noting[p.id]!.text"
        aria-label="What was found"
        placeholder="What was found, where, on which notes"
        :maxlength="500"
      />
      <Button html-type="submit" type="primary" :disabled="!noting[p.id]!.text.trim()">Note it</Button>
    </form>
  </section>
  <form class="new" @submit.prevent="add">
    <h2>{{ here.length ? 'Another instrument' : 'Which instrument is it?' }}</h2>
    <Input
      v-model:value="fresh.name"
      aria-label="Name of the instrument"
      placeholder="A name to know it by"
      :maxlength="80"
    />
    <Input
      v-model:value="fresh.serial"
      aria-label="Serial number"
      placeholder="Serial number"
      :maxlength="60"
    />
    <Choice v-model="fresh.owner" :options="OWNERS" label="Owner" />
    <Button html-type="submit" :disabled="!fresh.name.trim()">Add</Button>
  </form>
  <p class="caution">
    No force on rods, corks and reeds; repairs are a technician’s work. Instruments that change hands are
    cleaned first, by your local health rules.
  </p>
</template>

<style scoped>
.piece {
  margin-bottom: 20px;
}
header {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
}
h3 {
  font-size: 26px;
}
li {
  display: grid;
  grid-template-columns: 100px 190px 1fr auto;
  gap: 12px;
  border-top: 1px solid var(--line);
  padding: 6px 0;
}
.note,
.new {
  display: grid;
  grid-template-columns: 220px 1fr auto;
  gap: 10px;
  margin: 10px 0;
  align-items: center;
}
.new {
  grid-template-columns: 1.4fr 1fr 200px auto;
  border-top: 1px solid var(--line);
  padding-top: 12px;
}
.new h2 {
  grid-column: 1 / -1;
}
@media (max-width: 1000px) {
  li,
  .note,
  .new {
    grid-template-columns: 1fr;
  }
}
</style>
