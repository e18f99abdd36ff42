<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { computed } from 'vue'
import { useEventListener } from '@vueuse/core'
import { patternWords, PULSE, roundOf, SHRINKING, type Pattern } from '@halitus/core/breath'
import { isTyping, pressesButton } from '@/base/keys.ts'
import { DizzyButton } from '@/lesson/index.ts'
import Quantity from '@/parts/Quantity.vue'
import { OTHERS, useBreathCycle } from '../cycle.ts'
import Ribbon from '../Ribbon.vue'
import Plate from '@/parts/Plate.vue'

/** Breath by counts: paced, large enough for a group; which row went well is remembered. */
const { pacer, perMinute, aloud, begin, rounds, own, chosen, pattern, row, problem, holds, allowed, ...now } =
  useBreathCycle()
const { done, place, listening, hears, heard, toggle, judge, wentOf } = now
useEventListener('keydown', (event: KeyboardEvent) => {
  if (isTyping(event)) return
  if (event.key === ' ' && !pressesButton(event)) {
    event.preventDefault()
    void toggle()
  }
  if (event.key === 'w') void judge(true)
  if (event.key === 'n') void judge(false)
})

/** A small shape of a row: up while air comes in, down while it goes. */
const shape = (p: Pattern) => {
  const w = 96 / roundOf(p)
  const top = p.inCounts * w
  return `0,40 ${top},4 ${top + p.holdCounts * w},4 ${96 - p.emptyCounts * w},40 96,40`
}
const action = computed(() =>
  pacer.running.value ? 'Stop' : holds.value && !allowed.value ? 'Seated, and well' : 'Start',
)
</script>

<template>
  <div class="top">
    <p class="which">
      <b>{{ patternWords(pattern) }}</b>
      <span class="soft">
        <template v-if="pacer.running.value"
          >round {{ Math.min(place.round, rounds) }} of {{ rounds }}</template
        >
        <template v-else>{{ rounds }} rounds</template>
      </span>
      <label for="pace">at</label>
      <Quantity id="pace" v-model="perMinute" :min="PULSE.low" :max="PULSE.high" unit="a minute" />
      <Button size="small" :aria-pressed="aloud" @click="aloud = !aloud">{{
        aloud ? 'Aloud' : 'Silent'
      }}</Button>
      <Button
        v-if="listening.source === 'microphone'"
        size="small"
        :aria-pressed="hears"
        @click="hears = !hears"
        >{{ hears ? 'Hears the breath' : 'Hear the breath' }}</Button
      >
    </p>
  </div>

  <Ribbon
    :pattern="pattern"
    :per-minute="perMinute"
    :at-s="pacer.running.value ? pacer.atS.value : 0"
    :running="pacer.running.value"
    :heard="heard"
  />
  <p class="visually-hidden" aria-live="off" role="timer">
    {{ pacer.running.value ? `${place.phase} ${place.count}` : '' }}
  </p>

  <div class="rows" role="group" aria-label="Drills">
    <button
      v-for="(r, i) in SHRINKING"
      :key="i"
      type="button"
      class="row"
      :class="{ now: row === i, well: wentOf(i) === 'went well' }"
      :aria-pressed="row === i && chosen !== 'own'"
      @click="chosen = `row-${i}`"
    >
      <svg viewBox="0 0 96 44" aria-hidden="true"><polygon :points="shape(r)" /></svg>
      <span
        ><b>{{ r.inCounts }} · {{ r.outCounts }}</b> <i>{{ row === i ? 'now' : wentOf(i) }}</i></span
      >
    </button>
    <span class="others">
      <Button v-for="o in OTHERS" :key="o.id" :aria-pressed="chosen === o.id" @click="chosen = o.id">{{
        o.label
      }}</Button>
      <Button :aria-pressed="chosen === 'own'" @click="chosen = 'own'">Own counts</Button>
    </span>
  </div>
  <p v-if="chosen === 'own'" class="which">
    <label for="own-in">in</label><Quantity id="own-in" v-model="own.inCounts" :min="1" :max="30" />
    <label for="own-hold">hold</label><Quantity id="own-hold" v-model="own.holdCounts" :min="0" :max="12" />
    <label for="own-out">out</label><Quantity id="own-out" v-model="own.outCounts" :min="1" :max="30" />
    <label for="own-empty">empty</label
    ><Quantity id="own-empty" v-model="own.emptyCounts" :min="0" :max="12" />
  </p>
  <p v-if="hears && listening.problem" class="soft">
    {{ listening.problem }} The drill goes on without being heard.
  </p>
  <p v-if="problem" class="caution" role="alert">{{ problem }}</p>
  <p v-else-if="holds" class="caution">
    Holding the breath: seated, never pushed. With heart, lung, blood or eye pressure, or in pregnancy: a
    doctor first.
  </p>

  <div class="act">
    <Plate :disabled="!!problem" @click="toggle">{{ action }} <kbd>Space</kbd></Plate>
    <template v-if="done">
      <span class="ask" aria-live="polite"
        >{{ done.rounds }} {{ done.rounds === 1 ? 'round' : 'rounds' }}. Quiet and easy?</span
      >
      <Button size="large" class="go" @click="judge(true)">Went well <kbd>w</kbd></Button>
      <Button size="large" class="go" @click="judge(false)">Not yet <kbd>n</kbd></Button>
    </template>
    <span v-else class="soft">{{ begin.why }}</span>
    <DizzyButton stage="breath" :during="patternWords(pattern)" @stopped="pacer.stop()" />
  </div>
</template>

<style scoped>
.top,
.which {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 10px;
}
.which b {
  font-size: 26px;
}
.rows {
  display: flex;
  flex-wrap: wrap;
  gap: 10px 18px;
  align-items: center;
  margin: 6px 0 12px;
}
.row {
  font: inherit;
  color: var(--ink);
  background: none;
  border: 0;
  border-bottom: 3px solid transparent;
  padding: 4px 2px;
  width: 118px;
  text-align: left;
  cursor: pointer;
}
.row svg {
  width: 96px;
  display: block;
}
.row polygon {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2;
  stroke-linejoin: round;
}
.row.well polygon {
  fill: var(--ink);
}
.row.now polygon {
  stroke: var(--brass);
  fill: var(--cane);
  stroke-width: 3;
}
.row[aria-pressed='true'] {
  border-color: var(--brass);
}
.row i {
  font-style: normal;
  color: var(--soft);
  font-size: 14px;
}
.others {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
.act {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 12px;
  margin-top: 12px;
}
.go {
  height: 60px;
  min-width: 130px;
  font-size: 19px;
}
.ask {
  font-size: 18px;
  font-weight: 650;
}
.last {
  margin-left: auto;
}
</style>
