<script setup lang="ts">
import { noteKey } from '@halitus/core/records'
import { Button } from 'ant-design-vue'
import { computed, ref } from 'vue'
import { useEventListener } from '@vueuse/core'
import { hzOfMidi, parseNote } from '@halitus/core/pitch'
import { ofLearner, waysLeft } from '@halitus/core/records'
import { untilQuiet } from '@halitus/core/sound'
import { meterOf, passes } from '@halitus/core/tongue'
import { isTyping } from '@/base/keys.ts'
import { useLesson, useTools } from '@/lesson/index.ts'
import { useListening, type Take } from '@/listening/index.ts'
import StepLine from '../../StepLine.vue'
import TakeHead from '../../TakeHead.vue'
import { LOUD_DB } from '../../take.ts'
import { heardOf, NO_TONE, nothingIn } from '../heard.ts'
import { useModel } from '../play.ts'
import { useSlurred } from '../slurred.ts'

/** The way to a tongued note, step by step: said, on the air, on the small part, on one note; passed by strokes and tone. */
const OVER_S = 1.2
const lesson = useLesson()
const listening = useListening()
const ways = computed(() => lesson.inst?.tongue?.ways ?? [])
const all = computed(() => ofLearner(lesson.ofKind(lesson.entries, 'way-in')))
const next = computed(() => (lesson.inst ? waysLeft(lesson.inst, all.value)[0] : undefined))
const chosen = ref('')
const way = computed(() => ways.value.find((w) => w.id === chosen.value) ?? next.value ?? ways.value[0])
const written = ref(noteKey(lesson.homeNote))
const slurred = useSlurred(written)
const tools = useTools()
/** What it should sound like: a long tone, then the strokes with the same tone. */
const model = useModel(() => {
  const note = (ticks: number) => ({ written: written.value, ticks, begins: 'tongue' as const })
  const strokes = Array.from({ length: (way.value?.strokes ?? 1) - 1 }, () => note(12))
  return { line: [note(24), ...strokes, note(24)], perMinute: tools.bpm }
})
const said = ref<{ passed: boolean; words: string }>()
const passedOf = (id: string) => all.value.filter((e) => e.data.way === id && e.data.passed).length
const isHeard = computed(() => way.value?.heard === 'note' || way.value?.heard === 'part')
const syllables = computed(() => lesson.inst?.tongue?.syllables ?? [])

const take = (): Take | undefined => {
  const inst = lesson.inst
  const step = way.value
  if (!inst || !step || !isHeard.value) return undefined
  const part = step.heard === 'part'
  return {
    instrument: inst.id,
    written: written.value,
    performance: {
      notes: (note) =>
        Array.from({ length: step.strokes }, (_, k) => ({
          written: note,
          lengthS: 0.6,
          ...(step.airFirst
            ? { begins: 'breath' as const, gapS: 0.25, end: 'cut' as const }
            : {
                begins: k ? ('stroke' as const) : ('tongue' as const),
                ...(k && { stroke: { depthDb: 7, lengthMs: 40 } }),
              }),
        })),
    },
    ear: part
      ? { transposition: 0, a4Hz: lesson.a4Hz }
      : {
          transposition: inst.transposition,
          a4Hz: lesson.a4Hz,
          askedHz: hzOfMidi(parseNote(written.value).midi + inst.transposition, lesson.a4Hz),
        },
    rule: () => untilQuiet(LOUD_DB, OVER_S),
    async judge(m, provenance) {
      const nothing = part ? (m.report.notes.length ? undefined : NO_TONE) : nothingIn(m, inst)
      if (nothing) return nothing
      const heard = heardOf(m)
      const meter = meterOf(heard)
      const result = passes(step, heard, meter, part ? undefined : slurred.tone.value)
      said.value = result
      await lesson.add(
        'tongue',
        'way-in',
        {
          way: step.id,
          written: part ? null : written.value,
          strokes: Math.min(200, meter.strokes.length),
          passed: result.passed,
          words: result.words,
        },
        provenance,
      )
      return undefined
    },
  }
}
async function byEye(passed: boolean) {
  const step = way.value
  if (!step) return
  const kept = await lesson.add(
    'tongue',
    'way-in',
    { way: step.id, written: null, strokes: 0, passed, words: '' },
    'tapped',
  )
  if (kept) said.value = { passed, words: passed ? 'Passed.' : 'Not yet: the same again, slower.' }
}
useEventListener('keydown', (event: KeyboardEvent) => {
  if (isTyping(event) || event.repeat) return
  if (event.key === 'w') void byEye(true)
  if (event.key === 'n') void byEye(false)
})
function go(id: string) {
  chosen.value = id
  said.value = undefined
}
</script>

<template>
  <template v-if="way">
    <StepLine :steps="ways" :passed="passedOf" :at="way.id" label="Steps" @go="go" />
    <p class="ask">{{ way.ask }}</p>
    <p class="soft">
      Syllable: <b>{{ syllables[0] }}</b>, softer <b>{{ syllables[1] }}</b>.
      {{
        isHeard
          ? `Passed by ${way.strokes} clean strokes; held against: ${slurred.from.value}.`
          : 'Nothing to measure here: you say whether it was light and even.'
      }}
    </p>
    <TakeHead
      v-if="isHeard"
      :number="String(way.strokes)"
      unit="strokes"
      aim=""
      :note="listening.note?.written"
      :cents="undefined"
      :take="take"
      @begins="said = undefined"
    />
    <p class="taps">
      <Button @click="model.hear">{{ model.sounding.value ? 'Stop' : 'Hear it' }} <kbd>l</kbd></Button>
      <span class="soft">to the pulse below: {{ tools.bpm }}</span>
    </p>
    <p v-if="said" class="verdict" :class="{ not: !said.passed }" aria-live="polite">{{ said.words }}</p>
    <p class="taps">
      <Button size="large" :type="isHeard ? 'default' : 'primary'" @click="byEye(true)"
        >Well <kbd>w</kbd></Button
      >
      <Button size="large" @click="byEye(false)">Not yet <kbd>n</kbd></Button>
    </p>
    <p class="caution">
      The air makes the sound, the tongue only interrupts it. Tight throat: sing and play, rest.
    </p>
  </template>
</template>

<style scoped>
.ask {
  font-size: 30px;
  line-height: 1.25;
  font-weight: 600;
  margin: 10px 0;
  max-width: 760px;
}
.verdict {
  font-size: var(--said);
  font-weight: 680;
}
.taps {
  display: flex;
  gap: 10px;
}
</style>
