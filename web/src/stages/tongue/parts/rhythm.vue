<script setup lang="ts">
import { noteKey } from '@halitus/core/records'
import { Button, Input } from 'ant-design-vue'
import { computed, ref } from 'vue'
import { useEventListener } from '@vueuse/core'
import { firstOf, forSeconds, untilQuiet } from '@halitus/core/sound'
import {
  fromTaps,
  spoken,
  strokedNotes,
  tapsOf,
  SYLLABLES,
  ticksOf,
  TICKS,
  type LineNote,
} from '@halitus/core/tongue'
import { useDraft } from '@/base/drafts.ts'
import { isTyping } from '@/base/keys.ts'
import { useLesson, useTools } from '@/lesson/index.ts'
import { useListening, type Take } from '@/listening/index.ts'
import Choice from '@/parts/Choice.vue'
import Staff from '@/parts/Staff.vue'
import TakeHead from '../../TakeHead.vue'
import { LOUD_DB } from '../../take.ts'
import { useOnPart } from '../../on-part.ts'
import { asPlayed, useModel } from '../play.ts'

/** A pattern of the learner's own: tapped or played, written down, kept for the card. */
const lesson = useLesson()
const listening = useListening()
const tools = useTools()
const model = useModel(() => ({ line: line.value, perMinute: tools.bpm }))
const draft = useDraft<{ name: string; rhythm: number[] }>(() => `rhythm.${lesson.answer?.lesson.id}`, {
  name: '',
  rhythm: [],
})
const tapsS = ref<number[]>([])
/** Which taps begin a rest. */
const rests = ref(new Set<number>())
const problem = ref('')
const {
  on,
  options: places,
  part,
  ear,
  detuneCents,
  line: middle,
} = useOnPart((inst) => inst.tongue !== null)
const note = computed(() => (part.value ? middle.value : noteKey(lesson.homeNote)))
const line = computed((): LineNote[] =>
  draft.value.rhythm.map((t) => ({
    written: t < 0 ? null : note.value,
    ticks: Math.abs(t),
    begins: 'tongue',
  })),
)
const syllables = computed(() => spoken(draft.value.rhythm, SYLLABLES[0]!))

function from(times: readonly number[], silent: ReadonlySet<number>) {
  try {
    draft.value = { ...draft.value, rhythm: fromTaps(times, tools.bpm, silent) }
    problem.value = ''
  } catch (error) {
    problem.value = error instanceof Error ? error.message : ''
  }
}
function tap(rest = false) {
  // A pattern begins with a note.
  if (rest && !tapsS.value.length) return
  if (rest) rests.value.add(tapsS.value.length)
  tapsS.value = [...tapsS.value, performance.now() / 1000]
  if (tapsS.value.length > 1) from(tapsS.value, rests.value)
}
function anew() {
  tapsS.value = []
  rests.value = new Set()
  problem.value = ''
  draft.value = { ...draft.value, rhythm: [] }
}
const take = (): Take | undefined => {
  const inst = lesson.inst
  const where = part.value
  if (!inst) return undefined
  return {
    instrument: inst.id,
    written: part.value ? inst.teaching.firstNotes[0]! : note.value,
    performance: {
      detuneCents: detuneCents.value,
      notes: (written) =>
        asPlayed(
          [12, 6, 6, 12, 12].map((ticks) => ({ written, ticks, begins: 'tongue' })),
          tools.bpm,
        ),
    },
    ear: ear.value,
    rule: () => firstOf(untilQuiet(LOUD_DB, 1.6), forSeconds(30)),
    judge(m) {
      const notes = where ? strokedNotes({ notes: m.report.notes, strokes: m.strokes }) : m.report.notes
      if (notes.length < 2)
        return 'Fewer than two notes were heard: play the pattern once, to the pulse below.'
      const { tapsS: times, rests: silent } = tapsOf(notes, tools.bpm)
      from(times, silent)
      return problem.value || undefined
    },
  }
}
async function keep() {
  const { name, rhythm } = draft.value
  const kept = await lesson.add(
    'tongue',
    'rhythm',
    { name: name.trim(), rhythm: [...rhythm], perMinute: tools.bpm },
    'tapped',
  )
  if (kept) {
    anew()
    draft.value = { name: '', rhythm: [] }
  }
}
useEventListener('keydown', (event: KeyboardEvent) => {
  if (isTyping(event) || event.repeat) return
  if (event.key === 'c') tap()
  if (event.key === 'x') tap(true)
})
</script>

<template>
  <TakeHead
    :number="String(ticksOf(draft.rhythm) / TICKS)"
    unit="beats"
    :aim="`to the pulse: ${tools.bpm}`"
    :note="listening.note?.written"
    :cents="undefined"
    :take="take"
    @begins="anew"
  >
    <template #choose>
      <Button size="large" @click="tap()">Tap the pattern <kbd>c</kbd></Button>
      <Button :disabled="!tapsS.length" @click="tap(true)">A rest begins <kbd>x</kbd></Button>
      <Button :disabled="!draft.rhythm.length" @click="model.hear"
        >{{ model.sounding.value ? 'Stop' : 'Hear it' }} <kbd>l</kbd></Button
      >
      <Button :disabled="!draft.rhythm.length" @click="anew">Begin anew</Button>
      <Choice v-if="places.length > 1" v-model="on" label="Played on" :options="places" />
    </template>
  </TakeHead>
  <p v-if="problem" class="caution" role="alert">{{ problem }}</p>
  <Staff
    v-if="lesson.inst && line.length"
    :line="line"
    :inst="lesson.inst"
    :syllables="syllables"
    :scale="60"
  />
  <p v-else class="empty">
    Tap it, or play it on one note, to the pulse below: it is written down, kept, and printed on the card.
  </p>
  <p v-if="line.length" class="name">
    <label for="rhythm-name">Name</label>
    <Input id="rhythm-name" v-model:value="draft.name" :maxlength="40" class="field" placeholder="Rain" />
    <Button type="primary" :disabled="!draft.name.trim()" @click="keep">Keep for the card</Button>
  </p>
</template>

<style scoped>
.empty {
  font-size: 22px;
  max-width: 640px;
}
.name {
  display: flex;
  gap: 12px;
  align-items: center;
}
.field {
  max-width: 280px;
}
</style>
