<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { computed, ref, watch } from 'vue'
import { hasAir, predict, pressureAlong, typicalError, type Fault } from '@halitus/core/acoustics'
import { chartedAs, tapped } from '@halitus/core/fingering'
import {
  standardFingering,
  type FingerSystem,
  type Instrument,
  type TouchId,
} from '@halitus/core/instruments'
import { inTenths } from '@halitus/core/evidence'
import { prettyNote } from '@halitus/core/pitch'
import { noteKey, pitchMap } from '@halitus/core/records'
import { signed } from '@/base/words.ts'
import { useLesson } from '@/lesson/index.ts'
import { Fingers } from '@/drawings/index.ts'
import Views from '@/parts/Views.vue'
import Why from '@/parts/Why.vue'
import { useHum } from '@/listening/index.ts'
import OtherFingers from './OtherFingers.vue'
import WhatWasIt from './WhatWasIt.vue'

/**
 * Any fingers: what the chart says they are and what a model of the tube predicts, seen and heard; what went wrong when it
 * sounds otherwise; and other fingerings for the note.
 */
const props = defineProps<{ inst: Instrument; system: FingerSystem; note: string }>()
/** So many possibilities are named, and only those above this share. */
const NAMED = 4
const LEAST = 0.03
/** From so many takes on a learner's own notes are told apart from the model's (chosen by Halitus). */
const ENOUGH = 5
const lesson = useLesson()
const hum = useHum()

const own = ref<TouchId[]>()
watch(
  () => props.note,
  () => (own.value = undefined),
)
const held = computed(() => own.value ?? standardFingering(props.inst, props.note).touches)
const show = (touches: readonly TouchId[]) => (own.value = [...touches])
const tap = (id: TouchId) => show(tapped(props.system, held.value, id))
const charted = computed(() => chartedAs(props.system, held.value))
const meaning = computed(() => charted.value.map((f) => `${prettyNote(f.written)}, ${f.use}`).join('; '))
const modelled = computed(() => hasAir(props.inst))

/** Lips and breath: as they come, or set for the note. */
const blown = ref<'free' | 'note'>('free')
const blownOptions = computed(() => [
  { value: 'free' as const, label: 'as it comes' },
  { value: 'note' as const, label: `for ${prettyNote(props.note)}` },
])
const predicted = computed(() => {
  if (!modelled.value) return []
  const meant = blown.value === 'note' ? { intended: props.note, grip: 1 } : {}
  return predict(props.inst, held.value, { a4Hz: lesson.a4Hz, ...meant })
    .filter((c, i) => !i || c.likelihood >= LEAST)
    .slice(0, NAMED)
})
const error = computed(() => (modelled.value ? typicalError(props.inst) : undefined))

/** Which of the possibilities is drawn and heard. */
const looked = ref(0)
watch([held, blown], () => (looked.value = 0))
const pitch = computed(() => predicted.value[looked.value] ?? predicted.value[0])
const wave = computed(() =>
  pitch.value ? pressureAlong(props.inst, held.value, (pitch.value.hz * 440) / lesson.a4Hz) : [],
)
watch(pitch, (now) => hum.on.value && now && void hum.sound(now.hz))
const toggleHum = () => (hum.on.value ? hum.stop() : pitch.value && void hum.sound(pitch.value.hz))

/** How the learner's own instrument usually lies on that note, from takes of held tones. */
const onOwn = computed(() => {
  const now = pitch.value
  const known = now && pitchMap(lesson.entries).find((m) => m.written === noteKey(now.written))
  return known && known.takes >= ENOUGH
    ? { ...known, off: known.cents, cents: now.cents + known.cents }
    : undefined
})
/** Fingers as a fault would leave them. */
function showFault(f: Fault) {
  const usual = standardFingering(props.inst, props.note).touches
  const at = [f.touch, f.also].filter((t) => t !== null && t !== undefined)
  if (f.fault === 'missing') show(usual.filter((t) => !at.includes(t)))
  else if (f.fault === 'extra') show([...usual, ...at])
  else show(usual)
}
</script>

<template>
  <section class="looked">
    <h2>{{ charted.length ? prettyNote(charted[0]!.written) : 'Fingers of no chart' }}</h2>
    <p v-if="charted.length" class="meaning">{{ meaning }}</p>
    <p v-else-if="!modelled" class="meaning">No chart knows these fingers.</p>
    <div v-if="predicted.length" class="said" data-testid="predicted">
      <span class="soft">Predicted</span>
      <button
        v-for="(c, i) in predicted"
        :key="c.hz"
        type="button"
        class="plain pitch"
        :class="{ on: i === looked }"
        :aria-pressed="i === looked"
        @click="looked = i"
      >
        <b>{{ prettyNote(c.written) }}</b> {{ signed(c.cents) }} cents
        <span class="soft">{{ inTenths(c.likelihood) }}</span>
      </button>
    </div>
    <p v-else-if="modelled" class="meaning">Nothing sounds within the range, by the model of the tube.</p>
    <p v-if="onOwn" class="meaning" data-testid="own-map">
      {{ lesson.answer?.learner.name }}’s own {{ prettyNote(onOwn.written) }} lies
      {{ signed(onOwn.off) }} cents in {{ onOwn.takes }} takes: so about {{ signed(onOwn.cents) }} here.
    </p>
    <slot />
    <Fingers
      :system="system"
      :family="inst.family"
      :held="held"
      :wave="wave"
      :label="`${inst.name}: fingers of ${note}, to be tapped`"
      taps
      @tap="tap"
    />
    <p class="taps">
      <Button v-if="pitch" :aria-pressed="hum.on.value" @click="toggleHum">{{
        hum.on.value ? 'Quiet' : 'Hear it'
      }}</Button>
      <Button v-if="own" @click="own = undefined">{{ prettyNote(note) }} as charted</Button>
      <template v-if="modelled"
        ><span class="soft">Blown</span>
        <Views v-model="blown" :options="blownOptions" label="Lips and breath"
      /></template>
    </p>
    <p class="soft">Tap a touch to lift or press it.</p>
    <Why v-if="error"
      ><p class="soft">
        The shape in the tube is the pressure of the wave. Predictions are a model’s, not measured on this
        instrument: notes that it wasn’t told are within {{ Math.ceil(error.half) }} cents by half, nine of
        ten within {{ Math.ceil(error.most) }}.
      </p></Why
    >
    <template v-if="modelled">
      <WhatWasIt :inst="inst" :note="note" :sounds="pitch?.hz" @show="showFault" />
      <OtherFingers :inst="inst" :system="system" :family="inst.family" :note="note" @show="show" />
    </template>
  </section>
</template>

<style scoped>
.looked {
  margin-top: 14px;
  border-top: 1px solid var(--line);
  padding-top: 10px;
  max-width: 760px;
}
h2 {
  font-size: 22px;
}
.meaning {
  font-size: 18px;
}
.said {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 4px 18px;
  font-size: 18px;
}
.pitch {
  padding: 4px 2px;
  border-bottom: 3px solid transparent;
}
.pitch.on {
  border-bottom-color: var(--brass);
}
.pitch b {
  font-size: 24px;
}
.taps {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 10px;
}
</style>
