<script setup lang="ts">
import { Button, Input } from 'ant-design-vue'
import { computed, ref } from 'vue'
import { prettyNote } from '@halitus/core/pitch'
import { AS_ASKED, notesKnown } from '@halitus/core/records'
import { firstOf, forSeconds, untilQuiet } from '@halitus/core/sound'
import {
  answerWords,
  articulated,
  judgeLine,
  lineOf,
  lineS,
  knownLine,
  SCHEMES,
  togetherness,
  usuallyTogether,
  type LineAnswer,
  type LineNote,
  type SchemeId,
} from '@halitus/core/tongue'
import { useDraft } from '@/base/drafts.ts'
import { useLesson, useTools } from '@/lesson/index.ts'
import { useListening, type Take } from '@/listening/index.ts'
import Choice from '@/parts/Choice.vue'
import Staff from '@/parts/Staff.vue'
import AfterTake from '../../AfterTake.vue'
import TakeHead from '../../TakeHead.vue'
import { LOUD_DB, useShownTake } from '../../take.ts'
import { nothingIn } from '../heard.ts'
import { asPlayed, useModel } from '../play.ts'

/** A line with one articulation after the other, and what of it was played. */
const lesson = useLesson()
const listening = useListening()
const tools = useTools()
const model = useModel(() => ({ line: line.value, perMinute: tools.bpm }))
const scheme = ref<SchemeId>('slur-two')
const typed = useDraft(() => `line.${lesson.answer?.learner.id}`, '')
const own = ref<boolean[]>([])
const known = computed(() => (lesson.inst ? notesKnown(lesson.entries, lesson.inst) : []))
const first = computed(() => line.value.find((n) => n.written !== null)?.written ?? 'B4')
const OPTIONS = [
  ...SCHEMES.map((s) => ({ value: s.id, label: s.words })),
  { value: 'custom' as const, label: 'As marked below' },
]
const read = computed((): { notes: LineNote[]; problem: string } => {
  if (!lesson.inst) return { notes: [], problem: '' }
  if (!typed.value.trim()) return { notes: knownLine(lesson.inst, known.value), problem: '' }
  try {
    return { notes: lineOf(lesson.inst, typed.value), problem: '' }
  } catch (error) {
    return { notes: [], problem: error instanceof Error ? error.message : '' }
  }
})
const problem = computed(() => read.value.problem)
const line = computed(() => articulated(read.value.notes, scheme.value, own.value))
const sounding = computed(() => line.value.filter((n) => n.written !== null))
function mark(i: number) {
  own.value = sounding.value.map((n, k) => (k === i ? n.begins !== 'tongue' : n.begins === 'tongue'))
  scheme.value = 'custom'
}
const answer = ref<LineAnswer>()
const together = ref('')

const { shown, keep, begin, forget } = useShownTake('tongue', 'articulation')
const take = (): Take | undefined => {
  const inst = lesson.inst
  const asked = line.value
  if (!inst || !asked.length) return undefined
  model.stop()
  const wholeS = lineS(asked, tools.bpm)
  return {
    instrument: inst.id,
    written: first.value,
    performance: { notes: () => asPlayed(asked, tools.bpm), lengthS: Math.max(1, Math.min(60, wholeS)) },
    ear: { transposition: inst.transposition, a4Hz: lesson.a4Hz },
    rule: () => firstOf(untilQuiet(LOUD_DB, 1.2), forSeconds(2 * wholeS + 6)),
    async judge(m, provenance) {
      const nothing = nothingIn(m, inst)
      if (nothing) return nothing
      const result = judgeLine(asked, { notes: m.report.notes, strokes: m.strokes }, tools.bpm)
      answer.value = result
      const usual = usuallyTogether(togetherness(m.timeS, m.hz, m.strokes))
      together.value = !usual
        ? ''
        : usual.verdict === 'together'
          ? 'Tongue and fingers together.'
          : `${usual.verdict === 'fingers late' ? 'Fingers' : 'Tongue'} ${Math.round(Math.abs(usual.lateMs))} ms late.`
      await keep(
        {
          scheme: scheme.value,
          notes: sounding.value.map((n) => n.written!).slice(0, 64),
          perMinute: tools.bpm,
          right: Math.round(100 * result.right) / 100,
          wrong: answerWords(result).slice(0, 12),
        },
        provenance,
      )
      return undefined
    },
  }
}
function gone() {
  answer.value = undefined
  forget()
}
const words = computed(() => (answer.value ? answerWords(answer.value) : []))
/** How one note came, beside how it was asked. */
const marks = computed(() =>
  sounding.value.map((n, i) => ({
    name: prettyNote(n.written!),
    tongued: n.begins === 'tongue',
    verdict: answer.value?.notes[i]?.verdict,
  })),
)
</script>

<template>
  <TakeHead
    :number="answer ? String(Math.round(100 * answer.right)) : String(tools.bpm)"
    :unit="answer ? '% as asked' : 'a minute'"
    :aim="answer && answer.right >= AS_ASKED ? 'as asked: now the wrong way round' : ''"
    :note="listening.note?.written"
    :cents="undefined"
    :take="take"
    @begins="(begin(), (answer = undefined))"
  >
    <template #choose>
      <Choice v-model="scheme" label="Articulation" :options="OPTIONS" />
      <Button @click="model.hear">{{ model.sounding.value ? 'Stop' : 'Hear it' }} <kbd>l</kbd></Button>
      <label for="line-notes">Own notes</label>
      <Input
        id="line-notes"
        v-model:value="typed"
        class="typed"
        :maxlength="400"
        placeholder="E4 F4*2 G4/2 -"
      />
    </template>
  </TakeHead>
  <p v-if="problem" class="caution" role="alert">{{ problem }}</p>
  <Staff v-if="lesson.inst && line.length" :line="line" :inst="lesson.inst" :scale="48" />
  <div class="marks" role="group" aria-label="Which notes are tongued">
    <button
      v-for="(m, i) in marks"
      :key="i"
      type="button"
      class="mark"
      :class="{ tongued: m.tongued, wrong: m.verdict && m.verdict !== 'right' }"
      :aria-pressed="m.tongued"
      :aria-label="`${m.name}: ${m.tongued ? 'tongued' : 'slurred'}${m.verdict ? `, ${m.verdict}` : ''}`"
      @click="mark(i)"
    >
      {{ m.tongued ? '▾' : '⌣' }}<span>{{ m.name }}</span>
    </button>
  </div>
  <section v-if="answer" aria-live="polite">
    <p class="verdict">{{ words.length ? words.join('; ') + '.' : 'All as asked.' }}</p>
    <p class="said">{{ together }}</p>
    <AfterTake
      v-if="shown"
      :provenance="shown.provenance"
      :aim="undefined"
      :entry-id="shown.id"
      @taken-back="gone"
    />
  </section>
  <p v-else class="soft">
    Slurred first, then tongued; then the wrong way round on purpose. Tap a note to change how it begins.
  </p>
</template>

<style scoped>
.typed {
  width: 260px;
}
.marks {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
  margin: 8px 0;
}
.mark {
  font: inherit;
  display: grid;
  justify-items: center;
  min-width: 40px;
  border: 0;
  border-bottom: 3px solid var(--line);
  background: none;
  color: var(--soft);
  padding: 2px 4px;
  cursor: pointer;
}
.tongued {
  color: var(--ink);
  border-color: var(--ink);
}
.wrong {
  background: var(--cane);
  border-color: var(--brass);
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
