<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { computed, ref, watch } from 'vue'
import type { GroupPlanAnswer, LessonRecord } from '@halitus/core/contract'
import { HOME_ECHO, judgeTask, untilAnswered, type HomeAnswer } from '@halitus/core/home'
import { instrument } from '@halitus/core/instruments'
import { hzOfMidi, parseNote } from '@halitus/core/pitch'
import { MOST_LEVEL, nextPattern, type LineNote, type Pattern } from '@halitus/core/tongue'
import { spansOf, useTones } from '@/parts/tones.ts'
import Quantity from '@/parts/Quantity.vue'
import { useTurns } from './turns.ts'

/** A rhythm is played once, and answered one after the other, each on the note that they read; the others listen. */
const props = defineProps<{ plan: GroupPlanAnswer; lessons: readonly LessonRecord[]; a4Hz: number }>()
const { threads, isNow, listen, keep, live, problem } = useTurns(() => props)
const tones = useTones()
const BEATS = 4
const level = ref(1)
const recent: number[][] = []
const pattern = ref<Pattern>({ cells: [], rhythm: [] })
const answers = ref<Record<string, HomeAnswer>>({})
function another() {
  pattern.value = nextPattern(level.value, BEATS, {}, recent.slice(-4), Math.random)
  recent.push(pattern.value.rhythm)
  answers.value = {}
}
watch(level, another, { immediate: true })
const lineOn = (written: string): LineNote[] =>
  pattern.value.rhythm.map((t) => ({ written: t < 0 ? null : written, ticks: Math.abs(t), begins: 'tongue' }))
/** Heard at the pitch that all of them sound. */
const hz = computed(() => {
  const one = threads.value.find((t) => t.written)
  const midi = one ? parseNote(one.written!).midi + instrument(one.instrument).transposition : 65
  return hzOfMidi(midi, props.a4Hz)
})
async function hear() {
  if (tones.sounding.value) return tones.stop()
  await tones.play(spansOf(lineOn('C4'), HOME_ECHO.perMinute, () => hz.value))
}
const play = (id: string) =>
  listen(
    id,
    () => untilAnswered({ shows: 'hear', line: lineOn('C4') }),
    ({ report, strokes }, thread, inst, provenance) => {
      const line = lineOn(thread.written ?? inst.teaching.firstNotes[0]!)
      const answer = judgeTask(
        { shows: 'hear', line },
        { notes: report.notes, strokes },
        { pitch: false, articulation: inst.tongue !== null },
      )
      if (!report.notes.length) return answer.words
      answers.value = { ...answers.value, [id]: answer }
      void keep(id, provenance, {
        stage: 'tongue',
        kind: 'echo',
        data: {
          level: level.value,
          cells: pattern.value.cells,
          perMinute: HOME_ECHO.perMinute,
          right: Math.round((100 * answer.hits) / answer.of) / 100,
          wrong: answer.right ? [] : [answer.words],
        },
        words: `${thread.learner.name}: echo`,
      })
      return undefined
    },
  )
</script>

<template>
  <section aria-label="Echo round">
    <h2>Echo round</h2>
    <p class="choose">
      <Button :aria-pressed="tones.sounding.value" @click="hear">{{
        tones.sounding.value ? 'Stop' : 'Hear it'
      }}</Button>
      <Button @click="another">Another pattern</Button>
      <label for="g-level">level</label><Quantity id="g-level" v-model="level" :min="1" :max="MOST_LEVEL" />
    </p>
    <ul class="round">
      <li v-for="t in threads" :key="t.learner.id" :class="{ now: isNow(t.learner.id) }">
        <b>{{ t.learner.name }}</b>
        <span v-if="answers[t.learner.id]" class="said">
          <span v-if="t.races" class="big">{{ answers[t.learner.id]!.hits }}</span>
          <span v-if="t.races" class="soft"> of {{ answers[t.learner.id]!.of }}. </span>
          {{ answers[t.learner.id]!.words }}
        </span>
        <Button @click="play(t.learner.id)">{{
          live !== undefined && isNow(t.learner.id) ? 'Stop' : 'Listen'
        }}</Button>
      </li>
    </ul>
    <p v-if="problem" class="caution" role="alert">{{ problem }}</p>
  </section>
</template>

<style scoped src="./round.css"></style>
<style scoped>
.choose {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 12px;
  margin-bottom: 8px;
}
</style>
