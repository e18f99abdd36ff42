<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { computed, ref } from 'vue'
import { useLocalStorage } from '@vueuse/core'
import { hzOfMidi, midiOfHz, noteName, parseNote, prettyNote } from '@halitus/core/pitch'
import {
  betterWords,
  judgeTone,
  listenWords,
  longToneHeard,
  noteKey,
  ofLearner,
  STEADY_CENTS,
  stepBack,
  stepUp,
} from '@halitus/core/records'
import { choiceOf, TONE_START } from '@halitus/core/schools'
import { untilToneEnds } from '@halitus/core/sound'
import { useLesson } from '@/lesson/index.ts'
import { ToneRibbon, type EarlierTone } from '@/drawings/index.ts'
import { useListening, type Take } from '@/listening/index.ts'
import Choice from '@/parts/Choice.vue'
import NoteChoice from '@/parts/NoteChoice.vue'
import { dayName } from '@/base/words.ts'
import AfterTake from '../../AfterTake.vue'
import BeforeTone from '../BeforeTone.vue'
import KeepTake from '../KeepTake.vue'
import ToneByHand from '../ToneByHand.vue'
import ToneFacts from '../ToneFacts.vue'
import TakeHead from '../../TakeHead.vue'
import { useShownTake } from '../../take.ts'
import { useCurves } from '../curves.ts'
import { heardSoFar, keptCurves, thin, verdictOf } from '../measured.ts'

/** One long, level tone: held, judged, remembered. */
const lesson = useLesson()
const listening = useListening()
const all = computed(() => lesson.ofKind(lesson.entries, 'long-tone'))
const ear = computed(() => ({ transposition: lesson.inst?.transposition ?? 0, a4Hz: lesson.a4Hz }))

const lastReal = ofLearner(all.value).at(-1)
/** The note that is aimed at next; what is heard may be another one, and is judged by its own aim. */
const written = ref(noteKey(lastReal?.data.written ?? lesson.homeNote))
const aim = computed(() => lesson.aim('long-tone', written.value))

const { shown, keep, begin, forget } = useShownTake('sound', 'long-tone')
const before = computed(() => {
  const now = shown.value
  return (
    now &&
    ofLearner(all.value).findLast(
      (e) => e.id !== now.id && noteKey(e.data.written) === noteKey(now.data.written),
    )?.data
  )
})

/** Walking through the range: after each tone the next note, each remembered by its own ladder. */
const walk = useLocalStorage<'stay' | 'up' | 'down'>('halitus.tone.walk', 'stay')
function onwards(from: string) {
  if (walk.value === 'stay' || !lesson.inst) return
  const midi = parseNote(from).midi + (walk.value === 'up' ? 1 : -1)
  const [low, high] = lesson.inst.range.full.map((n) => parseNote(n).midi) as [number, number]
  if (midi >= low && midi <= high) written.value = noteName(midi)
}
const WALKS = [
  { value: 'stay', label: 'same note again' },
  { value: 'up', label: 'a semitone up' },
  { value: 'down', label: 'a semitone down' },
] as const
const startAsked = computed(() => choiceOf(TONE_START, lesson.answer?.learner.schools, lesson.schools))
const take = (): Take | undefined =>
  lesson.inst && {
    instrument: lesson.inst.id,
    written: written.value,
    ear: {
      ...ear.value,
      askedHz: hzOfMidi(parseNote(written.value).midi + ear.value.transposition, lesson.a4Hz),
    },
    rule: () => untilToneEnds(),
    async judge(measurement, provenance) {
      const inst = lesson.inst
      if (!inst) return undefined
      const aimS = (note: string) => lesson.aim('long-tone', noteKey(note))?.value ?? 4
      const asked = startAsked.value === 'air' ? 'air' : 'tongued'
      const data = longToneHeard(measurement, inst, aimS, inst.tongue ? asked : undefined)
      if (typeof data === 'string') return data
      written.value = noteKey(data.written)
      await keep(data, provenance)
      onwards(data.written)
      return undefined
    },
  }

const byHand = ref<InstanceType<typeof ToneByHand>>()
const isLive = computed(() => listening.state === 'listening')
const curves = computed(() => {
  if (listening.result) return thin(listening.result)
  if (!listening.busy && shown.value) return keptCurves(shown.value.data, ear.value)
  return heardSoFar(listening.frames, listening.drawn)
})
const band = computed(() => {
  if (listening.result?.tone) return listening.result.tone
  if (isLive.value) return listening.counted
  return shown.value ? { startS: 0, endS: shown.value.data.lengthS } : undefined
})
const centreMidi = computed(() => {
  if (listening.note) return listening.note.writtenMidi + ear.value.transposition
  if (listening.result?.tone) return Math.round(midiOfHz(listening.result.tone.hz, lesson.a4Hz))
  return shown.value ? parseNote(shown.value.data.written).midi + ear.value.transposition : undefined
})
const targetS = computed(() => shown.value?.data.targetS ?? aim.value?.value ?? 4)
/** Earlier tones on the note that is in view, the newest first: growth is seen, not read. */
const newest = computed(() => {
  const note = noteKey(shown.value?.data.written ?? written.value)
  return ofLearner(all.value)
    .filter((e) => e.id !== shown.value?.id && noteKey(e.data.written) === note)
    .slice(-5)
    .reverse()
})
const curveOf = useCurves(newest)
const earlier = computed((): EarlierTone[] =>
  newest.value.map((e) => ({
    label: dayName(e.at).split(' ').slice(1).join(' '),
    lengthS: judgeTone(e.data).lengthS,
    cents: curveOf(e),
  })),
)
const number = computed(() =>
  shown.value ? judgeTone(shown.value.data).lengthS.toFixed(1) : listening.heldS.toFixed(1),
)
const verdict = computed(() =>
  shown.value ? verdictOf(shown.value.data, before.value, lesson.observes) : undefined,
)
const better = computed(() =>
  shown.value && !lesson.observes ? betterWords(shown.value.data, before.value) : undefined,
)
const listen = computed(() =>
  shown.value ? listenWords(shown.value.data, lesson.inst?.teaching.listenFor ?? '') : '',
)
const nextAim = computed(() =>
  shown.value ? lesson.aim('long-tone', noteKey(shown.value.data.written)) : aim.value,
)
/** By the ladder's own steps. */
const setAim = (step: (now: number) => number) =>
  nextAim.value &&
  lesson.setAim(
    'sound',
    'long-tone',
    nextAim.value.about,
    Math.max(1, Math.min(120, step(nextAim.value.value))),
  )
</script>

<template>
  <TakeHead
    :number="number"
    unit="s"
    :aim="lesson.observes ? '' : `aim ${targetS} s`"
    :note="shown?.data.written ?? listening.note?.written"
    :cents="shown?.data.cents ?? listening.note?.cents"
    :take="take"
    @begins="begin"
  >
    <template #choose>
      <label for="tone-note">{{ listening.source === 'player' ? 'Simulated player plays' : 'Note' }}</label>
      <NoteChoice id="tone-note" v-model="written" :inst="lesson.inst" />
      <label for="tone-walk">then</label>
      <Choice id="tone-walk" v-model="walk" :options="WALKS" />
      <ToneByHand v-if="!isLive" ref="byHand" :written="written" :target-s="aim?.value ?? 4" />
    </template>
  </TakeHead>

  <div class="thread">
    <ToneRibbon
      :time-s="curves.timeS"
      :hz="curves.hz"
      :db="curves.db"
      :count="curves.count"
      :centre-midi="centreMidi"
      :a4-hz="lesson.a4Hz"
      :band-cents="STEADY_CENTS"
      :target-s="lesson.observes ? undefined : targetS"
      :tone="band"
      :squeaks="listening.result?.report.squeaks"
      :earlier="earlier"
    />
    <p v-if="!curves.count" class="empty">
      {{
        listening.source === 'file'
          ? 'Choose a recording of a long tone.'
          : 'Press Space, then play one long, level tone.'
      }}
    </p>
  </div>

  <section v-if="shown && verdict" aria-live="polite">
    <p class="verdict">{{ verdict.sentence }}</p>
    <p class="next">{{ better ? `${better} ` : '' }}Listen next time: {{ listen }}</p>
    <AfterTake :provenance="shown.provenance" :aim="nextAim" :entry-id="shown.id" @taken-back="forget">
      <KeepTake :label="`Long tone ${prettyNote(shown.data.written)}`" />
      <template v-if="!lesson.observes">
        <Button size="small" @click="setAim(stepBack)">Aim lower</Button>
        <Button size="small" @click="setAim((now) => stepUp(now, now))">Aim higher</Button>
      </template>
    </AfterTake>
    <ToneFacts :facts="verdict.facts" />
  </section>
  <BeforeTone v-else :last="lastReal?.data" :why="aim?.why" :start="startAsked" @stopped="byHand?.stop()" />
</template>

<style scoped>
.thread {
  position: relative;
  margin: 6px 0;
}
.empty {
  position: absolute;
  top: 84px;
  left: 110px;
  font-size: 20px;
  color: var(--ink);
}
.verdict {
  font-size: var(--said);
  line-height: 1.15;
  font-weight: 680;
}
.next {
  font-size: 20px;
  color: var(--soft);
}
@media (max-width: 700px) {
  .empty {
    left: 70px;
    font-size: 17px;
  }
}
</style>
