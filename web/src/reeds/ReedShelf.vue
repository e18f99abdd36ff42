<script setup lang="ts">
import { Button, Input } from 'ant-design-vue'
import { computed, ref, watch } from 'vue'
import type { ReedAnswer } from '@halitus/core/contract'
import { instrument, type InstrumentId } from '@halitus/core/instruments'
import {
  BREAK_IN_MINUTES,
  minutesSinceRating,
  RATE_EVERY_MINUTES,
  REED_STATES,
  type ReedState,
} from '@halitus/core/reeds'
import { useFormDraft } from '@/base/drafts.ts'
import Choice from '@/parts/Choice.vue'
import Quantity from '@/parts/Quantity.vue'
import { dayName } from '@/base/words.ts'
import { useReeds } from './store.ts'

/** One learner's reeds for one instrument: which one today, how each is doing, when to order. */
const props = defineProps<{
  learnerId: string
  instrumentId: InstrumentId
  /** Minutes that “played” logs. */
  minutes: number
  /** What was measured with this learner, for the adviser. */
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

const STATE_WORDS: Record<ReedState, string> = {
  new: 'new',
  'breaking-in': 'breaking in',
  rotation: 'in rotation',
  concert: 'for concerts',
  resting: 'resting',
  retired: 'retired',
}
const states = REED_STATES.map((value) => ({ value, label: STATE_WORDS[value] }))
const strengthOf = (r: ReedAnswer) => (r.strength === null ? r.strengthWords : `${r.strength}`)
const ratingOf = (r: ReedAnswer) => r.uses.findLast((u) => u.rating !== null)?.rating
const lifeOf = (r: ReedAnswer) =>
  r.state === 'retired'
    ? ''
    : r.life
      ? `about ${Math.round(r.life.medianMinutes)} min left (${Math.round(r.life.intervalMinutes[0]!)} to ${Math.round(r.life.intervalMinutes[1]!)})`
      : 'life: not enough data yet'

/** The reed whose rating is being asked: the second tap. */
const rating = ref<string>()
const fault = ref('')
const FAULTS = ['', 'gone soft', 'chipped', 'split', 'wavy', 'leaks at the side'].map((value) => ({
  value,
  label: value || 'no fault',
}))
const faultOf = (r: ReedAnswer) => r.uses.findLast((u) => u.fault)?.fault
const due = (r: ReedAnswer) => minutesSinceRating(r) >= RATE_EVERY_MINUTES
async function rate(reed: ReedAnswer, value: number) {
  rating.value = undefined
  await reeds.played(reed, props.minutes, value, fault.value)
  fault.value = ''
}
const fresh = useFormDraft(`reed.${props.learnerId}.${props.instrumentId}`, {
  name: '',
  maker: '',
  strength: 2 as number | undefined,
  strengthWords: 'medium-soft',
  cut: '',
})
async function add() {
  const single = kind.value === 'single'
  const { name, maker, cut, strength, strengthWords } = fresh.value
  const added = await reeds.add(props.learnerId, {
    instrument: props.instrumentId,
    name,
    maker,
    cut,
    strength: single ? (strength ?? null) : null,
    strengthWords: single ? '' : strengthWords,
    firstUse: null,
    state: 'new',
  })
  if (added) fresh.value = { ...fresh.value, name: '' }
}
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
        <p class="soft">
          Break-in: {{ BREAK_IN_MINUTES.join(', ') }} min on the first days (common practice).
        </p>
      </div>
    </div>

    <ul class="list">
      <li
        v-for="r in listed"
        :key="r.id"
        class="reed"
        :class="{ gone: r.state === 'retired', playing: r.inMouthpiece }"
      >
        <div>
          <b class="name">{{ r.name }}</b>
          <span v-if="r.inMouthpiece" class="mark">being played</span>
          <p class="soft">
            {{
              [strengthOf(r), r.maker, r.cut, r.firstUse && `since ${dayName(r.firstUse).slice(4)}`]
                .filter(Boolean)
                .join(', ') || 'strength not noted'
            }}
          </p>
        </div>
        <div>
          <p>
            {{ Math.round(r.minutes) }} min<template v-if="ratingOf(r)">, rated {{ ratingOf(r) }}</template
            ><template v-if="faultOf(r)">, {{ faultOf(r) }}</template>
          </p>
          <p class="soft">{{ lifeOf(r) }}</p>
        </div>
        <Choice
          :model-value="r.state"
          :options="states"
          :label="`State of ${r.name}`"
          small
          @update:model-value="(s) => s && reeds.change(r.id, { state: s })"
        />
        <div class="taps">
          <template v-if="r.state !== 'retired'">
            <template v-if="rating === r.id">
              <Choice v-model="fault" :options="FAULTS" :label="`Fault of ${r.name}`" small />
              <Button
                v-for="n in 5"
                :key="n"
                size="small"
                :aria-label="`Rate ${r.name} ${n} of 5`"
                @click="rate(r, n)"
                >{{ n }}</Button
              >
            </template>
            <template v-else>
              <Button size="small" :aria-label="`Played: ${r.name}`" @click="reeds.played(r, minutes)"
                >Played</Button
              >
              <Button
                size="small"
                :aria-label="`Played and rated: ${r.name}`"
                :type="due(r) ? 'primary' : 'default'"
                @click="rating = r.id"
                >{{ due(r) ? 'Rate now' : 'Rate' }}</Button
              >
            </template>
            <Button
              v-if="!r.inMouthpiece"
              size="small"
              :aria-label="`${r.name} into the mouthpiece`"
              @click="reeds.change(r.id, { inMouthpiece: true })"
              >In</Button
            >
          </template>
          <Button size="small" :aria-label="`Delete ${r.name}`" @click="reeds.remove(r)">×</Button>
        </div>
      </li>
    </ul>
    <p v-if="retired" class="retired">
      <Button size="small" :aria-expanded="retiredShown" @click="retiredShown = !retiredShown">{{
        retiredShown ? 'Fold the retired ones away' : `Retired: ${retired}`
      }}</Button>
    </p>
    <p v-if="!ordered.length" class="soft">No reed on the shelf yet. Add the first one.</p>

    <details class="another" :open="!ordered.length">
      <summary>Another reed</summary>
      <form class="new" @submit.prevent="add">
        <Input
          v-model:value="fresh.name"
          aria-label="Mark on the reed"
          placeholder="Mark on the reed"
          :maxlength="60"
        />
        <Quantity
          v-if="kind === 'single'"
          id="reed-strength"
          :model-value="fresh.strength ?? 2"
          label="Strength"
          :min="1"
          :max="5"
          :step="0.5"
          @update:model-value="(n) => (fresh.strength = n)"
        />
        <Input v-else v-model:value="fresh.strengthWords" aria-label="Strength in words" :maxlength="40" />
        <Input v-model:value="fresh.maker" aria-label="Maker" placeholder="Maker" :maxlength="60" />
        <Input v-model:value="fresh.cut" aria-label="Cut" placeholder="Cut" :maxlength="40" />
        <Button html-type="submit" :disabled="!fresh.name.trim()">New reed</Button>
      </form>
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
.reed {
  display: grid;
  grid-template-columns: 1.1fr 1.3fr 134px auto;
  gap: 14px;
  align-items: center;
  border-top: 1px solid var(--line);
  padding: 5px 0;
  min-height: 52px;
}
.playing {
  box-shadow: inset 4px 0 var(--brass);
  padding-left: 12px;
}
.name {
  font-size: 18px;
}
.mark {
  margin-left: 8px;
  color: var(--brass-text);
}
.gone .name {
  color: var(--soft);
  text-decoration: line-through;
}
.retired {
  margin-top: 8px;
}
.taps {
  display: flex;
  gap: 4px;
  justify-content: flex-end;
  min-width: 178px;
}
.new {
  display: grid;
  grid-template-columns: 1.4fr 0.7fr 1fr 1fr auto;
  gap: 8px;
  margin: 12px 0;
}
@media (max-width: 1000px) {
  .today,
  .reed,
  .new {
    grid-template-columns: 1fr;
  }
}
</style>
