<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { computed, ref, watch } from 'vue'
import { prettyNote } from '@halitus/core/pitch'
import { goesOf, highestHeld, notesKnown, ofLearner } from '@halitus/core/records'
import { firstOf, forSeconds, untilQuiet } from '@halitus/core/sound'
import {
  answerWords,
  exercise,
  EXERCISES,
  GREW_DB,
  growthDb,
  isEven,
  judgeLine,
  lineS,
  meterOf,
  nextGo,
  TEMPO,
  toneDiffers,
  toneOf,
  type ExerciseId,
} from '@halitus/core/tongue'
import { useLesson } from '@/lesson/index.ts'
import { useListening, type Take } from '@/listening/index.ts'
import Choice from '@/parts/Choice.vue'
import NoteChoice from '@/parts/NoteChoice.vue'
import Quantity from '@/parts/Quantity.vue'
import Staff from '@/parts/Staff.vue'
import AfterTake from '../../AfterTake.vue'
import TakeHead from '../../TakeHead.vue'
import { LOUD_DB, useShownTake } from '../../take.ts'
import { heardOf, nothingIn } from '../heard.ts'
import { asPlayed, useModel } from '../play.ts'
import { useSlurred } from '../slurred.ts'

/** The daily set: written out, played, and one mark or one semitone on only while evenness and tone hold. */
const lesson = useLesson()
const listening = useListening()
const model = useModel(() => ({ line: line.value, perMinute: perMinute.value }))
const all = computed(() => ofLearner(lesson.ofKind(lesson.entries, 'daily')))
const id = ref<ExerciseId>(all.value.at(-1)?.data.exercise ?? 'swell')
const ex = computed(() => exercise(id.value))
const known = computed(() => (lesson.inst ? notesKnown(lesson.entries, lesson.inst) : []))
const next = computed(() =>
  lesson.inst ? nextGo(id.value, lesson.inst, goesOf(all.value, id.value), known.value) : undefined,
)
const from = ref('B4')
const perMinute = ref(60)
watch(
  next,
  (n) => {
    if (!n) return
    from.value = n.from
    perMinute.value = n.perMinute
  },
  { immediate: true },
)
const slurred = useSlurred(from)
const line = computed(() => (lesson.inst ? ex.value.line(lesson.inst, from.value, known.value) : []))
const said = ref<{ words: string; held: boolean; why: string[] }>()
watch(id, () => (said.value = undefined))

const { shown, keep, begin, forget } = useShownTake('tongue', 'daily')
const take = (): Take | undefined => {
  const inst = lesson.inst
  if (!inst) return undefined
  const asked = line.value
  const tempo = perMinute.value
  const note = from.value
  const { grows } = ex.value
  model.stop()
  return {
    instrument: inst.id,
    written: note,
    performance: {
      notes: () => asPlayed(asked, tempo),
      lengthS: Math.max(1, Math.min(60, lineS(asked, tempo))),
    },
    ear: { transposition: inst.transposition, a4Hz: lesson.a4Hz },
    rule: () => firstOf(untilQuiet(LOUD_DB, 1 + (4 * 60) / tempo), forSeconds(2 * lineS(asked, tempo) + 6)),
    async judge(m, provenance) {
      const nothing = nothingIn(m, inst)
      if (nothing) return nothing
      const heard = heardOf(m)
      const answer = judgeLine(asked, { notes: heard.notes, strokes: heard.strokes }, tempo)
      const meter = meterOf(heard)
      const cracked = m.report.cracks.length + m.report.squeaks.length
      const differs = slurred.tone.value ? toneDiffers(slurred.tone.value, toneOf(heard.notes)) : []
      const toneHeld = cracked === 0 && differs.length === 0
      const even = isEven(meter.unevenPercent) || (meter.unevenPercent === null && answer.right >= 0.95)
      const kept = even && answer.right >= 0.85
      const db = grows ? growthDb(heard, grows) : null
      const grew = db === null ? null : db >= GREW_DB
      said.value = {
        held: kept && toneHeld && grew !== false,
        words: !toneHeld
          ? cracked
            ? `The tone broke ${cracked} ${cracked === 1 ? 'time' : 'times'}.`
            : `Another tone: ${differs.join(', ')}.`
          : !kept
            ? 'The tone held; it was uneven.'
            : grew === false
              ? `Even, but it didn’t grow: ${Math.round(db ?? 0)} dB, ${GREW_DB} at least.`
              : 'Even, and the tone held.',
        why: answerWords(answer),
      }
      await keep({ exercise: id.value, from: note, perMinute: tempo, even: kept, toneHeld, grew }, provenance)
      return undefined
    },
  }
}
function gone() {
  said.value = undefined
  forget()
}
const OPTIONS = EXERCISES.map((e) => ({ value: e.id, label: e.title }))
const highest = computed(() => highestHeld(all.value))
</script>

<template>
  <TakeHead
    :number="String(perMinute)"
    unit="a minute"
    :aim="`${ex.title}, ${prettyNote(from)}`"
    :note="listening.note?.written"
    :cents="undefined"
    :take="take"
    @begins="(begin(), (said = undefined))"
  >
    <template #choose>
      <Choice v-model="id" label="Exercise" :options="OPTIONS" />
      <label for="daily-from">from</label><NoteChoice id="daily-from" v-model="from" :inst="lesson.inst" />
      <label for="daily-tempo">at</label
      ><Quantity id="daily-tempo" v-model="perMinute" :min="TEMPO.low" :max="TEMPO.high" />
      <Button @click="model.hear">{{ model.sounding.value ? 'Stop' : 'Hear it' }} <kbd>l</kbd></Button>
    </template>
  </TakeHead>
  <p class="how"><b>Tone first.</b> {{ ex.how }}</p>
  <p v-if="ex.caution" class="caution">{{ ex.caution }}</p>
  <Staff
    v-if="lesson.inst && line.length"
    :line="line"
    :inst="lesson.inst"
    :beats="ex.beats ?? 4"
    :scale="38"
  />
  <section v-if="said" aria-live="polite">
    <p class="verdict">{{ said.words }}</p>
    <p v-if="said.why.length" class="soft">{{ said.why.join('; ') }}.</p>
    <p v-if="next && !lesson.observes" class="said">
      <b>Next: {{ prettyNote(next.from) }} at {{ next.perMinute }}.</b> {{ next.why }}
    </p>
    <AfterTake
      v-if="shown"
      :provenance="shown.provenance"
      :aim="undefined"
      :entry-id="shown.id"
      @taken-back="gone"
    />
  </section>
  <p class="soft">
    {{ next && !said ? `${next.why} ` : ''
    }}{{ highest ? `Highest note with the tone still there: ${prettyNote(highest)}. ` : '' }}Held against:
    {{ slurred.from.value }}.
  </p>
</template>

<style scoped>
.how {
  font-size: 20px;
  max-width: 760px;
}
.verdict {
  font-size: var(--said);
  font-weight: 680;
  margin: 6px 0;
}
.said {
  font-size: 19px;
}
</style>
