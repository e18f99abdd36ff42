<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { computed, ref, watch } from 'vue'
import { instrument, type InstrumentId } from '@halitus/core/instruments'
import { BREAK_IN_MINUTES } from '@halitus/core/reeds'
import type { ReedAnswer } from '@halitus/core/contract'
import Why from '@/parts/Why.vue'
import NewReed from './NewReed.vue'
import ReedRow from './ReedRow.vue'
import { useReeds } from './store.ts'

/** One learner's reeds for one instrument: which one today, how each is doing, when to order. */
const props = defineProps<{
  learnerId: string
  instrumentId: InstrumentId
  /** Minutes that “played” logs. */
  minutes: number
}>()
const reeds = useReeds()
watch(
  () => props.learnerId,
  (id) => void reeds.load(id),
  { immediate: true },
)

const shelf = computed(() =>
  reeds.shelves?.find((s) => s.learner.id === props.learnerId && s.instrument === props.instrumentId),
)
const inst = computed(() => instrument(props.instrumentId))
const kind = computed(() => inst.value.reed?.kind ?? null)
const today = computed(() => {
  const [best] = shelf.value?.rotation ?? []
  const reed = shelf.value?.reeds.find((r) => r.id === best?.reedId)
  return reed && best ? { reed, reason: best.reason } : undefined
})
const ordered = computed(() => {
  const order = new Map(shelf.value?.rotation.map((c, i) => [c.reedId, i]))
  return [...(shelf.value?.reeds ?? [])].sort((a, b) => (order.get(a.id) ?? 99) - (order.get(b.id) ?? 99))
})
const retiredShown = ref(false)
const retired = computed(() => ordered.value.filter((r) => r.state === 'retired').length)
const listed = computed(() => ordered.value.filter((r) => retiredShown.value || r.state !== 'retired'))
const playing = computed(() => shelf.value?.reeds.find((r) => r.inMouthpiece))
/** How long a reed is likely to last: asked for, not in sight. */
const lifeOf = (r: ReedAnswer) =>
  r.life
    ? `about ${Math.round(r.life.medianMinutes)} min left (${Math.round(r.life.intervalMinutes[0]!)} to ${Math.round(r.life.intervalMinutes[1]!)})`
    : 'not enough data yet'
</script>

<template>
  <div v-if="shelf">
    <div class="today">
      <div>
        <h2>Today</h2>
        <template v-if="today">
          <p class="which">{{ today.reed.name }}</p>
          <p class="soft">{{ today.reason }}</p>
        </template>
        <p v-else class="which">No reed to play</p>
      </div>
      <Button
        v-if="today && playing?.id !== today.reed.id"
        size="large"
        type="primary"
        @click="reeds.change(today.reed.id, { inMouthpiece: true })"
      >
        {{ kind === 'single' ? 'Into the mouthpiece' : 'Take this one' }}
      </Button>
      <div class="stock">
        <h2>Stock</h2>
        <p>{{ shelf.stock.sentence }}</p>
      </div>
    </div>

    <ul class="list">
      <ReedRow v-for="r in listed" :key="r.id" :reed="r" :minutes="minutes" />
    </ul>
    <p v-if="retired" class="retired">
      <Button size="small" :aria-expanded="retiredShown" @click="retiredShown = !retiredShown">{{
        retiredShown ? 'Fold the retired ones away' : `Retired: ${retired}`
      }}</Button>
    </p>
    <p v-if="!ordered.length" class="soft">No reed on the shelf yet. Add the first one.</p>

    <Why v-if="shelf.reeds.length">
      <p v-for="r in listed.filter((x) => x.state !== 'retired')" :key="r.id" class="soft">
        <b>{{ r.name }}</b>: {{ lifeOf(r) }}.
      </p>
      <p class="soft">
        A new reed: {{ BREAK_IN_MINUTES.join(', ') }} min on its first days (common practice).
      </p>
    </Why>
    <details class="another" :open="!ordered.length">
      <summary>Another reed</summary>
      <NewReed :learner-id="learnerId" :instrument-id="instrumentId" />
    </details>
    <p class="caution">
      Reeds are personal: clean and dry between uses. A chipped or split reed is replaced; knives and files
      are the adult’s.
    </p>
  </div>
  <p v-else class="soft" role="status">Fetching the reeds …</p>
</template>

<style scoped>
.today {
  display: grid;
  grid-template-columns: 1fr auto 1fr;
  gap: 24px;
  align-items: center;
  margin-bottom: 10px;
}
.which {
  font-size: 34px;
  line-height: 1.15;
  font-weight: 650;
}
.retired {
  margin-top: 8px;
}
@media (max-width: 1000px) {
  .today {
    grid-template-columns: 1fr;
  }
}
</style>
