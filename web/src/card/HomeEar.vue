<script setup lang="ts">
import { computed, onBeforeUnmount, onMounted, ref, watch } from 'vue'
import type { CardAnswer } from '@halitus/core/contract'
import type { Instrument } from '@halitus/core/instruments'
import { numberHeard, type AtHome } from '@halitus/core/home'
import { untilQuiet, untilToneEnds } from '@halitus/core/sound'
import { useListening } from '@/listening/index.ts'
import { WITHOUT_EAR } from './without-ear.ts'
import { soundWorker } from '@/workers/index.ts'
import HomeNumber from './HomeNumber.vue'

/**
 * One row that this phone listens to: the tone grows up to the line; a rest after every try; tries as beads. To who observes no
 * number is shown.
 */
const props = defineProps<{
  way: AtHome
  inst: Instrument
  written: string | undefined
  a4Hz: number
  numbers: CardAnswer['numbers']
}>()
const emit = defineEmits<{ told: [value: number, measured: boolean] }>()
const listening = useListening()
/** Strokes may be this far apart before it is over, s, and as loud as this they count, dBFS. */
const STROKES = { quietS: 1.2, loudDb: -45 } as const
const heard = computed(
  () => props.way.how === 'tone' || props.way.how === 'clicks' || props.way.how === 'strokes',
)
const observes = computed(() => props.way.aim === null)
const on = computed(() => listening.state === 'listening')
const rest = ref(0)
let resting: ReturnType<typeof setInterval> | undefined
const words = ref('')
/** By touch, where there is nothing to hear. */
const clockFrom = ref<number>()
const clockS = ref(0)
let ticking: ReturnType<typeof setInterval> | undefined

function restNow() {
  clearInterval(resting)
  rest.value = props.way.restS
  resting = setInterval(() => {
    rest.value = Math.max(0, rest.value - 1)
    if (!rest.value) clearInterval(resting)
  }, 1000)
}
function told(value: number, measured: boolean) {
  words.value = ''
  if (!observes.value) emit('told', value, measured)
  restNow()
}
/** What grows while it sounds: seconds, or clicks of them. */
const now = computed(() => {
  const s = clockFrom.value === undefined ? listening.heldS : clockS.value
  return props.way.how === 'clicks' ? Math.floor((s * props.way.perMinute) / 60) : Math.floor(s)
})
const grows = computed(() =>
  props.way.how === 'strokes' || !props.way.aim ? 0 : Math.min(1.15, now.value / props.way.aim),
)
async function press() {
  if (props.way.how === 'clock') return pressClock()
  if (on.value) return listening.stop()
  clearInterval(resting)
  rest.value = 0
  listening.source = 'microphone'
  await listening.start({
    instead: WITHOUT_EAR,
    instrument: props.inst.id,
    written: props.written ?? props.inst.teaching.firstNotes[0]!,
    ear: { transposition: props.inst.transposition, a4Hz: props.a4Hz },
    rule: () => (props.way.how === 'strokes' ? untilQuiet(STROKES.loudDb, STROKES.quietS) : untilToneEnds()),
    judge(measurement) {
      const value = numberHeard(props.way, {
        lengthS: measurement.tone?.lengthS ?? 0,
        rateHz: measurement.report.tongue.rateHz ?? 0,
      })
      if (value === undefined) words.value = 'I heard no tone. Try once more, a little closer.'
      else told(value, true)
      return undefined
    },
  })
}
function pressClock() {
  if (clockFrom.value === undefined) {
    rest.value = 0
    clockFrom.value = performance.now()
    ticking = setInterval(() => (clockS.value = (performance.now() - clockFrom.value!) / 1000), 100)
    return
  }
  clearInterval(ticking)
  const seconds = (performance.now() - clockFrom.value) / 1000
  clockFrom.value = undefined
  clockS.value = 0
  told(Math.round(10 * seconds) / 10, true)
}
const busy = computed(() => on.value || clockFrom.value !== undefined)
const problem = computed(() => words.value || listening.problem)
const best = computed(() => Math.max(0, ...props.numbers.map((n) => n.value)))
const beads = computed(() => {
  const done = props.numbers.length
  return Array.from({ length: Math.max(done, Math.min(10, props.way.tries ?? done)) }, (_, k) => k < done)
})
const label = computed(() => (busy.value ? 'Stop' : heard.value ? 'Listen' : 'Start'))
watch(
  () => props.way,
  () => void listening.cancel(),
)
// The ear is there before it is asked: loading it would cost the beginning of the first tone.
onMounted(() => void soundWorker().cancel())
onBeforeUnmount(() => {
  clearInterval(resting)
  clearInterval(ticking)
  void listening.cancel()
})
defineExpose({ press, label, busy })
</script>

<template>
  <div class="ear">
    <HomeNumber v-if="way.how === 'written'" :unit="way.unit" :aim="way.aim" @told="(v) => told(v, false)" />
    <template v-else>
      <svg class="tone" viewBox="0 0 120 300" preserveAspectRatio="none" aria-hidden="true">
        <rect x="20" y="40" width="80" height="260" class="cane" />
        <rect
          x="34"
          width="52"
          rx="20"
          class="air"
          :y="300 - 226 * grows"
          :height="Math.max(0, 226 * grows)"
        />
        <rect
          v-if="way.aim !== null && way.how !== 'strokes'"
          x="0"
          y="71"
          width="120"
          height="6"
          class="post"
        />
      </svg>
      <div class="said" aria-live="polite">
        <template v-if="observes">
          <p class="words">{{ busy ? 'Listen.' : rest ? 'Rest.' : 'Play and listen.' }}</p>
        </template>
        <template v-else>
          <p v-if="way.aim !== null" class="aim">{{ way.aim }}</p>
          <p class="big">{{ busy ? now : (numbers.at(-1)?.value ?? '–') }}</p>
          <p class="unit">{{ way.unit === 's' ? 'seconds' : way.unit }}</p>
          <p v-if="best" class="best">
            best so far <b>{{ best }}</b>
          </p>
        </template>
        <p v-if="rest" class="rest">Rest {{ rest }}</p>
      </div>
    </template>
    <p v-if="problem" class="caution" role="alert">{{ problem }}</p>
    <p class="beads" :aria-label="`${numbers.length} tries`">
      <i v-for="(done, k) in beads" :key="k" :class="{ done }"></i>
    </p>
  </div>
</template>

<style scoped>
.ear {
  flex: 1 1 240px;
  min-height: 220px;
  display: grid;
  grid-template-columns: 1fr 1fr;
  grid-template-rows: minmax(0, 1fr) auto auto;
  gap: 10px;
}
.tone {
  width: 100%;
  height: 100%;
  min-height: 0;
}
.cane {
  fill: var(--cane);
}
.air {
  fill: var(--air-fill);
}
.post {
  fill: var(--brass);
}
.said {
  text-align: right;
  align-self: center;
}
.big {
  font-size: 92px;
  font-weight: 700;
  line-height: 1;
}
.aim {
  font-size: 30px;
  font-weight: 680;
  color: var(--brass-text);
}
.unit,
.best {
  font-size: 17px;
  color: var(--soft);
}
.words {
  font-size: 32px;
  font-weight: 650;
}
.rest {
  font-size: 26px;
  font-weight: 650;
  color: var(--air);
}
.caution,
.beads {
  grid-column: 1 / 3;
}
</style>
<style scoped src="./tries.css"></style>
