<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { ref } from 'vue'
import type { ReedAnswer } from '@halitus/core/contract'
import { minutesSinceRating, RATE_EVERY_MINUTES, REED_STATES, type ReedState } from '@halitus/core/reeds'
import Choice from '@/parts/Choice.vue'
import { dayName } from '@/base/words.ts'
import { useReeds } from './store.ts'

/** One reed of a shelf: what it is, what is left of it, and that it was played. */
const props = defineProps<{
  reed: ReedAnswer
  /** Minutes that “played” logs. */
  minutes: number
}>()
const reeds = useReeds()
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
/** Whether its rating is being asked: the second tap. */
const asking = ref(false)
const fault = ref('')
const FAULTS = ['', 'gone soft', 'chipped', 'split', 'wavy', 'leaks at the side'].map((value) => ({
  value,
  label: value || 'no fault',
}))
const faultOf = (r: ReedAnswer) => r.uses.findLast((u) => u.fault)?.fault
const due = (r: ReedAnswer) => minutesSinceRating(r) >= RATE_EVERY_MINUTES
async function rate(value: number) {
  asking.value = false
  await reeds.played(props.reed, props.minutes, value, fault.value)
  fault.value = ''
}
</script>

<template>
  <li class="reed" :class="{ gone: reed.state === 'retired', playing: reed.inMouthpiece }">
    <div>
      <b class="name">{{ reed.name }}</b>
      <span v-if="reed.inMouthpiece" class="mark">being played</span>
      <p class="soft">
        {{
          [
            strengthOf(reed),
            reed.maker,
            reed.cut,
            reed.firstUse && `since ${dayName(reed.firstUse).slice(4)}`,
          ]
            .filter(Boolean)
            .join(', ') || 'strength not noted'
        }}
      </p>
    </div>
    <div>
      <p>
        {{ Math.round(reed.minutes) }} min<template v-if="ratingOf(reed)"
          >, rated {{ ratingOf(reed) }}</template
        ><template v-if="faultOf(reed)">, {{ faultOf(reed) }}</template>
      </p>
    </div>
    <Choice
      :model-value="reed.state"
      :options="states"
      :label="`State of ${reed.name}`"
      small
      @update:model-value="(s) => s && reeds.change(reed.id, { state: s })"
    />
    <div class="taps">
      <template v-if="reed.state !== 'retired'">
        <template v-if="asking">
          <Choice v-model="fault" :options="FAULTS" :label="`Fault of ${reed.name}`" small />
          <Button
            v-for="n in 5"
            :key="n"
            size="small"
            :aria-label="`Rate ${reed.name} ${n} of 5`"
            @click="rate(n)"
            >{{ n }}</Button
          >
        </template>
        <template v-else>
          <Button size="small" :aria-label="`Played: ${reed.name}`" @click="reeds.played(reed, minutes)"
            >Played</Button
          >
          <Button
            size="small"
            :aria-label="`Played and rated: ${reed.name}`"
            :type="due(reed) ? 'primary' : 'default'"
            @click="asking = true"
            >{{ due(reed) ? 'Rate now' : 'Rate' }}</Button
          >
        </template>
        <Button
          v-if="!reed.inMouthpiece"
          size="small"
          :aria-label="`${reed.name} into the mouthpiece`"
          @click="reeds.change(reed.id, { inMouthpiece: true })"
          >In</Button
        >
      </template>
      <Button size="small" :aria-label="`Delete ${reed.name}`" @click="reeds.remove(reed)">×</Button>
    </div>
  </li>
</template>

<style scoped>
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
.taps {
  display: flex;
  gap: 4px;
  justify-content: flex-end;
  min-width: 178px;
}
@media (max-width: 1000px) {
  .reed {
    grid-template-columns: 1fr;
  }
}
</style>
