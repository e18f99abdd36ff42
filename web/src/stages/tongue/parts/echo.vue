<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { computed, ref, watch } from 'vue'
import { useEventListener, useLocalStorage } from '@vueuse/core'
import { faredOf, notesKnown, ofLearner } from '@halitus/core/records'
import { firstOf, forSeconds, untilQuiet } from '@halitus/core/sound'
import {
  answerWords,
  judgeLine,
  lineS,
  MOST_LEVEL,
  nextLevel,
  nextPattern,
  notesToPractise,
  onNotes,
  spoken,
  SYLLABLES,
  type LineAnswer,
  type LineNote,
  type Pattern,
} from '@halitus/core/tongue'
import { isTyping } from '@/base/keys.ts'
import { useLesson, useTools } from '@/lesson/index.ts'
import { useListening, type Take } from '@/listening/index.ts'
import Choice from '@/parts/Choice.vue'
import Quantity from '@/parts/Quantity.vue'
import Staff from '@/parts/Staff.vue'
import AnswerBeads from '../AnswerBeads.vue'
import AfterTake from '../../AfterTake.vue'
import TakeHead from '../../TakeHead.vue'
import { LOUD_DB, useShownTake } from '../../take.ts'
import { NO_TONE, nothingIn } from '../heard.ts'
import { useOnPart } from '../../on-part.ts'
import { asPlayed, useModel } from '../play.ts'

/** Echo: a pattern is played, the learner answers, the answer is judged, the next one adapts. Say it, finger it, play it. */
const lesson = useLesson()
const listening = useListening()
const tools = useTools()
const model = useModel(() => ({ line: line.value, perMinute: tools.bpm }))
const syllableId = useLocalStorage('halitus.syllables', SYLLABLES[0]!.id)
const beats = useLocalStorage('halitus.echo.beats', 4)
const shownFirst = useLocalStorage('halitus.echo.shown', true)
const all = computed(() => ofLearner(lesson.ofKind(lesson.entries, 'echo')))
const level = ref(all.value.at(-1)?.data.level ?? 1)
const rights: number[] = []
const recent: number[][] = []
const pattern = ref<Pattern>()
const line = ref<LineNote[]>([])
const answer = ref<LineAnswer>()
const phase = ref<'say' | 'finger' | 'play'>('say')
const PHASES = [
  { id: 'say', words: 'Say it' },
  { id: 'finger', words: 'Finger it, silently' },
  { id: 'play', words: 'Play it' },
] as const
const set = computed(() => SYLLABLES.find((s) => s.id === syllableId.value) ?? SYLLABLES[0]!)
const syllables = computed(() => (pattern.value ? spoken(pattern.value.rhythm, set.value) : []))
/** Notes that the learner knows; three are enough for an echo. */
const {
  on,
  options: places,
  part,
  ear,
  detuneCents,
  line: middle,
} = useOnPart((inst) => inst.tongue !== null)
const notes = computed((): readonly [string, ...string[]] =>
  part.value
    ? [middle.value]
    : lesson.inst
      ? (notesToPractise(lesson.inst, notesKnown(lesson.entries, lesson.inst)).slice(0, 3) as [
          string,
          ...string[],
        ])
      : ['B4'],
)

function another() {
  pattern.value = nextPattern(level.value, beats.value, faredOf(all.value), recent.slice(-4), Math.random)
  recent.push(pattern.value.rhythm)
  line.value = onNotes(pattern.value.rhythm, notes.value, Math.random)
  answer.value = undefined
  phase.value = 'say'
}
another()
watch(on, another)
const { shown, keep, begin, forget } = useShownTake('tongue', 'echo')
const take = (): Take | undefined => {
  const inst = lesson.inst
  const asked = line.value
  const now = pattern.value
  const where = part.value
  if (!inst || !now) return undefined
  model.stop()
  const wholeS = lineS(asked, tools.bpm)
  const longestRest = Math.max(0, ...now.rhythm.map((t) => -t)) / 12
  return {
    instrument: inst.id,
    written: where ? inst.teaching.firstNotes[0]! : notes.value[0],
    // A part sounds no written note: the simulated player is moved to its mark.
    performance: {
      notes: (written) =>
        asPlayed(where ? asked.map((n) => ({ ...n, written: n.written && written })) : asked, tools.bpm),
      lengthS: Math.max(1, wholeS),
      ...(where && { detuneCents: detuneCents.value }),
    },
    ear: ear.value,
    // The answer is over after a silence that is longer than any rest in it, or when its time is up.
    rule: () =>
      firstOf(untilQuiet(LOUD_DB, 0.8 + (longestRest * 60) / tools.bpm), forSeconds(3 * wholeS + 4)),
    async judge(m, provenance) {
      const nothing = where ? !m.report.notes.length && NO_TONE : nothingIn(m, inst)
      if (nothing) return nothing
      const result = judgeLine(asked, { notes: m.report.notes, strokes: m.strokes }, tools.bpm, {
        articulation: inst.tongue !== null,
        pitch: !where,
      })
      answer.value = result
      const extra = result.extra.length / Math.max(1, result.notes.length)
      const right = Math.max(0, Math.round(100 * (result.right - extra)) / 100)
      await keep(
        {
          level: level.value,
          cells: now.cells,
          perMinute: tools.bpm,
          right,
          wrong: answerWords(result).slice(0, 10),
          part: where?.id,
        },
        provenance,
      )
      rights.push(right)
      level.value = nextLevel(level.value, rights, MOST_LEVEL)
      return undefined
    },
  }
}
const words = computed(() => (answer.value ? answerWords(answer.value) : []))
const tempo = computed(() =>
  answer.value && Math.abs(answer.value.tempo - 1) > 0.06
    ? `${answer.value.tempo > 1 ? 'Faster' : 'Slower'} than asked: ${Math.round(answer.value.tempo * tools.bpm)} a minute.`
    : '',
)
function gone() {
  answer.value = undefined
  rights.pop()
  forget()
}
useEventListener('keydown', (event: KeyboardEvent) => {
  if (isTyping(event) || event.repeat) return
  if (event.key === 'n') another()
})
</script>

<template>
  <TakeHead
    :number="answer ? `${Math.round(100 * answer.right)}` : `${level}`"
    :unit="answer ? '% right' : `of ${MOST_LEVEL}`"
    :aim="answer ? `level ${level} comes next` : 'level'"
    :note="listening.note?.written"
    :cents="undefined"
    :take="take"
    @begins="(begin(), (answer = undefined), (phase = 'play'))"
  >
    <template #choose>
      <Button :aria-pressed="model.sounding.value" @click="model.hear"
        >{{ model.sounding.value ? 'Stop' : 'Hear it' }} <kbd>l</kbd></Button
      >
      <Button @click="another">Another <kbd>n</kbd></Button>
      <Choice v-if="places.length > 1" v-model="on" label="Played on" :options="places" />
      <label for="echo-level">level</label
      ><Quantity id="echo-level" v-model="level" :min="1" :max="MOST_LEVEL" />
      <label for="echo-beats">beats</label><Quantity id="echo-beats" v-model="beats" :min="2" :max="8" />
      <Choice
        v-model="syllableId"
        label="Syllables"
        :options="SYLLABLES.map((s) => ({ value: s.id, label: s.words }))"
      />
      <Button :aria-pressed="shownFirst" @click="shownFirst = !shownFirst">{{
        shownFirst ? 'By eye and ear' : 'By ear alone'
      }}</Button>
    </template>
  </TakeHead>
  <p class="phases">
    <button
      v-for="p in PHASES"
      :key="p.id"
      type="button"
      :aria-pressed="phase === p.id"
      @click="phase = p.id"
    >
      {{ p.words }}
    </button>
  </p>
  <Staff
    v-if="lesson.inst && (shownFirst || answer)"
    :line="line"
    :inst="lesson.inst"
    :syllables="phase === 'say' ? syllables : undefined"
    :scale="60"
  />
  <p v-else class="ear">Listen, then answer.</p>
  <section v-if="answer" aria-live="polite">
    <p class="verdict">{{ words.length ? words.join('; ') + '.' : 'All as it was played.' }}</p>
    <p v-if="tempo" class="said">{{ tempo }}</p>
    <AnswerBeads :notes="answer.notes" />
    <AfterTake
      v-if="shown"
      :provenance="shown.provenance"
      :aim="undefined"
      :entry-id="shown.id"
      @taken-back="gone"
    />
  </section>
</template>

<style scoped>
.phases {
  display: flex;
  gap: 6px;
  margin: 10px 0;
}
.phases button {
  font: inherit;
  font-size: 20px;
  border: 0;
  border-bottom: 3px solid var(--line);
  background: none;
  color: var(--ink);
  padding: 6px 12px;
  cursor: pointer;
}
.phases [aria-pressed='true'] {
  border-color: var(--brass);
  font-weight: 650;
}
.ear {
  font-size: 34px;
  font-weight: 600;
}
.verdict {
  font-size: var(--said);
  font-weight: 680;
  margin: 6px 0;
}
.said {
  font-size: 20px;
}
</style>
