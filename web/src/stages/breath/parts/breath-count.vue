<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { computed, ref } from 'vue'
import { useLocalStorage } from '@vueuse/core'
import type { Provenance } from '@halitus/core/contract'
import { hzOfMidi, noteName, parseNote, prettyNote } from '@halitus/core/pitch'
import {
  breathAhead,
  type BreathCount,
  clicksIn,
  countKey,
  type Ease,
  LOUDNESS,
  type Loudness,
  noteKey,
  ofLearner,
  toneIn,
} from '@halitus/core/records'
import { untilToneEnds } from '@halitus/core/sound'
import { useDraft } from '@/base/drafts.ts'
import { studioNow } from '@/base/clock.ts'
import { DizzyButton, useLesson } from '@/lesson/index.ts'
import { useListening, type Take } from '@/listening/index.ts'
import Choice from '@/parts/Choice.vue'
import NoteChoice from '@/parts/NoteChoice.vue'
import Quantity from '@/parts/Quantity.vue'
import TakeHead from '../../TakeHead.vue'
import Reach from '../Reach.vue'

/** One comfortable note to the end of the breath, counted in clicks; how easily it came decides what comes next. */
const lesson = useLesson()
const listening = useListening()
const all = computed(() => ofLearner(lesson.ofKind(lesson.entries, 'breath-count')))
const last = all.value.at(-1)?.data
const written = ref(noteKey(last?.written ?? lesson.homeNote))
const perMinute = useLocalStorage('halitus.breath.clicks', 60)
const loudness = ref<Loudness>(last?.loudness ?? 'middling')
const aim = computed(() =>
  lesson.aim('breath-count', countKey({ written: written.value, perMinute: perMinute.value })),
)
const ahead = computed(
  () =>
    lesson.inst &&
    breathAhead(all.value, lesson.inst, {
      at: studioNow(),
      written: written.value,
      loudness: loudness.value,
    }),
)
/** Heard, and waiting for a word about how easily it came. */
const heard = useDraft<{ data: BreathCount; provenance: Provenance } | null>(
  () => `count.${lesson.answer?.lesson.id}`,
  null,
)

const take = (): Take | undefined => {
  const inst = lesson.inst
  if (!inst) return undefined
  const midi = parseNote(written.value).midi + inst.transposition
  return {
    instrument: inst.id,
    written: written.value,
    ear: { transposition: inst.transposition, a4Hz: lesson.a4Hz, askedHz: hzOfMidi(midi, lesson.a4Hz) },
    rule: () => untilToneEnds(),
    judge(measured, provenance) {
      const tone = toneIn(measured, inst)
      if (typeof tone === 'string') return tone
      const seconds = Math.round(tone.lengthS * 10) / 10
      const note = noteKey(tone.written)
      written.value = note
      heard.value = {
        provenance,
        data: {
          written: note,
          seconds,
          clicks: clicksIn(seconds, perMinute.value),
          perMinute: perMinute.value,
          loudness: loudness.value,
          ease: null,
          aimClicks:
            lesson.aim('breath-count', countKey({ written: note, perMinute: perMinute.value }))?.value ?? 6,
        },
      }
      return undefined
    },
  }
}
const live = computed(() =>
  heard.value ? heard.value.data.clicks : clicksIn(listening.heldS, perMinute.value),
)
const words = computed(() => {
  const d = heard.value?.data
  if (!d) return ''
  const of = lesson.observes
    ? ''
    : d.clicks >= d.aimClicks
      ? `, ${d.aimClicks} were the aim`
      : ` of ${d.aimClicks}`
  return `${d.clicks} clicks${of}, ${d.seconds.toFixed(1)} s on ${prettyNote(d.written)}.`
})
async function keep(ease: Ease) {
  const now = heard.value
  if (!now) return
  if (await lesson.add('breath', 'breath-count', { ...now.data, ease }, now.provenance)) heard.value = null
}
const octaveUp = computed(() => {
  const midi = parseNote(written.value).midi + 12
  const highest = parseNote(lesson.inst?.range.beginner[1] ?? 'C5').midi
  return midi <= highest ? noteName(midi) : undefined
})
const EASES: { ease: Ease; label: string }[] = [
  { ease: 'easy', label: 'Came easily' },
  { ease: 'fair', label: 'Came' },
  { ease: 'hard', label: 'With effort' },
]
</script>

<template>
  <TakeHead
    :number="String(live)"
    unit="clicks"
    :aim="lesson.observes ? '' : `aim ${aim?.value ?? ''}`"
    :note="heard?.data.written ?? listening.note?.written"
    :cents="undefined"
    :take="take"
    @begins="heard = null"
  >
    <template #choose>
      <label for="count-note">Note</label>
      <NoteChoice id="count-note" v-model="written" :inst="lesson.inst" />
      <Button v-if="octaveUp" size="small" @click="written = octaveUp">An octave higher</Button>
      <label for="count-pulse">clicks at</label>
      <Quantity id="count-pulse" v-model="perMinute" :min="40" :max="100" unit="a minute" />
      <label for="count-loud">played</label>
      <Choice
        id="count-loud"
        v-model="loudness"
        :options="LOUDNESS.map((value) => ({ value, label: value }))"
      />
    </template>
  </TakeHead>

  <section v-if="heard" class="judge" aria-live="polite">
    <p class="verdict">{{ words }}</p>
    <p v-if="heard.provenance === 'simulated'" class="soft">Simulated: no aim, card or chart moves by it.</p>
    <p class="ask">
      How did it come?
      <Button v-for="e in EASES" :key="e.ease" size="large" @click="keep(e.ease)">{{ e.label }}</Button>
      <Button @click="heard = null">Don’t keep</Button>
    </p>
  </section>
  <section v-else class="judge">
    <p class="how">
      A relaxed breath, one comfortable note, and count the clicks until the air is gone; then the same an
      octave higher.
    </p>
    <p v-if="aim && !lesson.observes">
      <b>Aim {{ aim.value }} clicks.</b> {{ aim.why }}
    </p>
  </section>

  <Reach
    v-if="ahead && ahead.from > 0"
    :title="`Comfortable breath, ${prettyNote(written)}, ${loudness}`"
    :low="ahead.low"
    :middle="ahead.seconds"
    :high="ahead.high"
    :last="heard?.data.seconds"
    :from="ahead.from"
  />
  <p class="foot">
    <span class="caution">Dizzy or tingling: stop, sit, breathe normally.</span>
    <DizzyButton
      stage="breath"
      :during="`a breath count on ${prettyNote(written)}`"
      @stopped="heard = null"
    />
  </p>
</template>

<style scoped>
.verdict {
  font-size: var(--said);
  font-weight: 680;
}
.judge {
  margin: 18px 0;
  display: grid;
  gap: 8px;
}
.ask {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: center;
  font-size: 18px;
}
.how {
  font-size: 20px;
  max-width: 640px;
}
.foot {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  justify-content: space-between;
  gap: 14px;
  margin-top: 18px;
}
</style>
