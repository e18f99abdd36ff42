<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { computed, onBeforeUnmount, ref, watch } from 'vue'
import { playersOn, type Instrument } from '@halitus/core/instruments'
import {
  beatsAgainst,
  centsBetween,
  hzOfMidi,
  intervalOver,
  noteName,
  parseNote,
  prettyNote,
  type IntervalTuning,
} from '@halitus/core/pitch'
import {
  happenedFirst,
  happenedInTake,
  IN_TUNE_CENTS,
  noteKey,
  pitchMap,
  toneIn,
} from '@halitus/core/records'
import { untilToneEnds } from '@halitus/core/sound'
import { signed } from '@/base/words.ts'
import { useLesson, useTools } from '@/lesson/index.ts'
import { useListening, type Take } from '@/listening/index.ts'
import NoteChoice from '@/parts/NoteChoice.vue'
import Views from '@/parts/Views.vue'
import TakeHead from '../TakeHead.vue'
import AfterTake from '../AfterTake.vue'
import Beats from './Beats.vue'
import PitchMap from './PitchMap.vue'
import { useShownTake } from '../take.ts'

/** Two notes against each other: a drone that the program plays, just or equal, with its beats; and the learner's pitch map. */
const lesson = useLesson()
const listening = useListening()
const tools = useTools()
const first = noteKey(lesson.homeNote)
const drone = ref(first)
const written = ref(first)
const tuning = ref<IntervalTuning>('just')
const up = computed(() => lesson.inst?.transposition ?? 0)
const droneMidi = computed(() => parseNote(drone.value).midi + up.value)
/** What the teacher's note really was, Hz; undefined while the program's own drone counts. */
const teacherHz = ref<number>()
/** The next note that is heard is the teacher's: it takes the drone's place. */
const hearTeacher = ref(false)
const droneHz = computed(() => teacherHz.value ?? hzOfMidi(droneMidi.value, lesson.a4Hz))
const place = computed(() => {
  const found = intervalOver(
    droneMidi.value,
    parseNote(written.value).midi + up.value,
    tuning.value,
    lesson.a4Hz,
  )
  // Over a note that isn't at the reference pitch everything moves with it.
  return { ...found, hz: (found.hz * droneHz.value) / hzOfMidi(droneMidi.value, lesson.a4Hz) }
})
const { shown, keep, begin, forget } = useShownTake('sound', 'interval')
const toggle = () => tools.toggleReference(droneHz.value)
watch(drone, () => (teacherHz.value = undefined), { flush: 'sync' })
watch(droneHz, () => tools.sounding && void toggle().then(toggle))
onBeforeUnmount(() => tools.sounding && void toggle())

const tenths = (x: number) => Math.round(10 * x) / 10
/** Hears a note to be played against; nothing of it is kept. */
const teachersNote = (inst: Instrument): Take => ({
  instrument: inst.id,
  written: drone.value,
  performance: { detuneCents: 14, unsteadyCents: 1 },
  ear: { transposition: inst.transposition, a4Hz: lesson.a4Hz },
  rule: () => untilToneEnds(),
  judge({ tone }) {
    if (!tone) return 'No note heard.'
    hearTeacher.value = false
    drone.value = noteKey(tone.written)
    teacherHz.value = tone.hz
    return undefined
  },
})
const take = (): Take | undefined => {
  const inst = lesson.inst
  if (!inst) return undefined
  if (hearTeacher.value) return teachersNote(inst)
  const at = {
    drone: drone.value,
    written: written.value,
    tuning: tuning.value,
    hz: place.value.hz,
    ratio: place.value.ratio,
  }
  return {
    instrument: inst.id,
    written: written.value,
    performance: { detuneCents: 9, unsteadyCents: 2 },
    ear: { transposition: inst.transposition, a4Hz: lesson.a4Hz, askedHz: at.hz },
    rule: () => untilToneEnds(),
    async judge(measured, provenance) {
      const tone = toneIn(measured, inst)
      if (typeof tone === 'string') return tone
      const cents = centsBetween(at.hz, tone.hz)
      if (Math.abs(cents) > 100)
        return `${prettyNote(tone.written)} was heard; ${prettyNote(at.written)} was asked for. Should the microphone have heard the drone: use headphones, or stop it before playing.`
      await keep(
        {
          drone: at.drone,
          written: at.written,
          tuning: at.tuning,
          cents: tenths(cents),
          beatsHz: tenths(beatsAgainst(droneHz.value, tone.hz, at.ratio)),
          lengthS: tenths(tone.lengthS),
        },
        provenance,
      )
      return undefined
    },
  }
}
/** What happened to the tone is told before where it lies. */
const happened = computed(() => {
  const { tone } = listening.result ?? {}
  return tone && listening.result ? happenedFirst(happenedInTake(listening.result, tone)) : undefined
})
/** While it sounds: where it lies, and how it beats. */
const live = computed(() => {
  const f = listening.frames[listening.drawn - 1]
  if (listening.state !== 'listening' || !f || f.hz <= 0) return undefined
  const cents = centsBetween(place.value.hz, f.hz)
  return Math.abs(cents) > 200
    ? undefined
    : { cents, beats: beatsAgainst(droneHz.value, f.hz, place.value.ratio) }
})
const now = computed(
  () =>
    live.value ??
    (shown.value ? { cents: shown.value.data.cents, beats: shown.value.data.beatsHz } : undefined),
)
const inTune = computed(
  () => now.value !== undefined && Math.abs(Math.round(now.value.cents)) <= IN_TUNE_CENTS,
)
const players = computed(() => playersOn(parseNote(written.value).midi + up.value))
const map = computed(() => pitchMap(lesson.entries))
const ways: { value: IntervalTuning; label: string }[] = [
  { value: 'just', label: 'just' },
  { value: 'equal', label: 'equal' },
]
</script>

<template>
  <TakeHead
    :number="now ? signed(now.cents) : '–'"
    unit="cents"
    :aim="`${place.name} over ${prettyNote(drone)}`"
    :note="written"
    :cents="undefined"
    :take="take"
    @begins="begin"
  >
    <template #choose>
      <label for="drone-note">Drone</label>
      <NoteChoice id="drone-note" v-model="drone" :inst="lesson.inst" />
      <Button :aria-pressed="tools.sounding" @click="toggle">{{
        tools.sounding ? 'Stop the drone' : 'Play the drone'
      }}</Button>
      <Button :aria-pressed="hearTeacher" @click="hearTeacher = !hearTeacher">{{
        hearTeacher ? 'Now the teacher’s note' : 'Hear the teacher first'
      }}</Button>
      <label for="over-drone">note</label>
      <NoteChoice id="over-drone" v-model="written" :inst="lesson.inst" />
      <Views v-model="tuning" :options="ways" label="Tuning" />
    </template>
  </TakeHead>
  <Beats :per-s="now?.beats" :pure="inTune" />
  <section v-if="shown" aria-live="polite">
    <p class="verdict">
      <template v-if="happened">{{ happened }} </template>
      {{
        inTune
          ? 'In tune'
          : `${Math.abs(Math.round(shown.data.cents))} cents ${shown.data.cents > 0 ? 'high' : 'low'}`
      }}; it beats {{ shown.data.beatsHz.toFixed(1) }} times a second.
    </p>
    <AfterTake :provenance="shown.provenance" :aim="undefined" :entry-id="shown.id" @taken-back="forget" />
  </section>
  <p v-else class="how">
    Hear the drone or the teacher’s note first, then play into it: the beats slow down and stop.
    {{ place.hz.toFixed(1) }} Hz is the place,
    {{ tuning === 'just' ? `${place.ratio[0]} to ${place.ratio[1]}` : 'equal temperament' }}.
  </p>
  <p v-if="teacherHz">
    The teacher’s {{ prettyNote(drone) }} was heard at {{ teacherHz.toFixed(1) }} Hz: that is the measure now.
  </p>
  <p class="soft">
    With the loudspeaker on the microphone hears the drone too: headphones, or stop it before playing.
  </p>

  <details class="players">
    <summary>
      <b>Several players on {{ prettyNote(noteName(parseNote(written).midi + up)) }} concert</b>
    </summary>
    <p>
      <span v-for="p in players" :key="p.inst.id"
        >{{ p.inst.name }} <b>{{ prettyNote(p.written) }}</b></span
      >
    </p>
  </details>
  <PitchMap :map="map" />
</template>

<style scoped>
.verdict {
  font-size: var(--said);
  font-weight: 680;
}
.how {
  font-size: 19px;
  max-width: 660px;
}
.players p {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 22px;
}
.players summary {
  cursor: pointer;
}
</style>
