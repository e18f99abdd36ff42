<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { computed, shallowRef } from 'vue'
import type { Provenance } from '@halitus/core/contract'
import { accidentsIn, compareCopy, copySide, copyWords, type CopySide } from '@halitus/core/records'
import { firstOf, forSeconds, untilQuiet } from '@halitus/core/sound'
import { useDraft } from '@/base/drafts.ts'
import { signed } from '@/base/words.ts'
import { useLesson, useTools } from '@/lesson/index.ts'
import { playingId, replay, useListening, type Take } from '@/listening/index.ts'
import AfterTake from '../../AfterTake.vue'
import TakeHead from '../../TakeHead.vue'
import { LOUD_DB, useShownTake } from '../../take.ts'
import CopyLanes from '../CopyLanes.vue'
import { useOnPart } from '../../on-part.ts'
import { asPlayed } from '../play.ts'

/** Copy me: the teacher's tone or pattern is heard first, then the learner's; both stand side by side, and are heard again in turn. */
const lesson = useLesson()
const listening = useListening()
const tools = useTools()
const { ear } = useOnPart((inst) => inst.tongue !== null)
/** A pattern is over after so much silence, s: longer than a rest in it. */
const OVER_S = 1.4
const MOST_S = 30
/** Of the teacher nothing but numbers is kept, and those only while the lesson goes on. */
const heard = useDraft<{ side: CopySide; provenance: Provenance } | null>(
  () => `copy.${lesson.answer?.lesson.id}`,
  null,
)
const teacher = computed(() => heard.value?.side)
type Who = 'teacher' | 'learner'
/** The sounds themselves stay in memory while this is open. */
const sounds = shallowRef<Partial<Record<Who, ArrayBuffer>>>({})
/** Copies of another of the teacher's aren't shown beside this one. */
const ofThis = (d: { teacher: CopySide }) => JSON.stringify(d.teacher) === JSON.stringify(teacher.value)
const { shown, keep, begin, forget } = useShownTake('tongue', 'copied', ofThis)
const who = computed<Who>(() => (teacher.value ? 'learner' : 'teacher'))
/** What the simulated player plays: the teacher evenly, the learner with one stroke late. */
const PLAYED: Record<Who, number[]> = { teacher: [12, 6, 6, 24], learner: [12, 9, 3, 24] }

const take = (): Take | undefined => {
  const inst = lesson.inst
  if (!inst) return undefined
  const now = who.value
  const of = heard.value
  return {
    instrument: inst.id,
    written: lesson.homeNote,
    performance: {
      notes: (written) =>
        asPlayed(
          PLAYED[now].map((ticks) => ({ written, ticks, begins: 'tongue' })),
          tools.bpm,
        ),
    },
    ear: ear.value,
    rule: () => firstOf(untilQuiet(LOUD_DB, OVER_S), forSeconds(MOST_S)),
    async judge(m, provenance) {
      const side = copySide(m, of?.side)
      if (typeof side === 'string') return side
      const wav = await listening.sound()
      if (wav) sounds.value = { ...sounds.value, [now]: wav }
      if (!of) heard.value = { side, provenance }
      else
        await keep(
          { teacher: of.side, learner: side, happened: accidentsIn(m.report) },
          // A simulated side makes the whole comparison a simulated one.
          of.provenance === 'simulated' ? 'simulated' : provenance,
        )
      return undefined
    },
  }
}
function anew() {
  heard.value = null
  sounds.value = {}
  forget()
}
function hear(of: Who) {
  const wav = sounds.value[of]
  // Playing takes the bytes away: a copy is played.
  if (wav) void replay(`copy ${of}`, wav.slice(0))
}
const data = computed(() => (teacher.value ? shown.value?.data : undefined))
const compared = computed(() => data.value && compareCopy(data.value.teacher, data.value.learner))
const words = computed(() => data.value && copyWords(data.value))
const facts = computed(() =>
  compared.value
    ? [
        compared.value.cents === null ? 'another note' : `${signed(compared.value.cents)} cents`,
        `${signed(compared.value.db)} dB`,
        `${Math.round(100 * compared.value.length)} % as long`,
      ]
    : [],
)
const asks = computed(() =>
  teacher.value
    ? 'Now the learner: the same again, as soon as you like.'
    : 'The teacher first: one tone, or a short pattern. Then the learner copies it.',
)
</script>

<template>
  <TakeHead
    :number="data ? String(compared?.rhythm.filter(Boolean).length || 1) : '–'"
    :unit="data ? `of ${data.teacher.onsetsS.length} as played` : ''"
    :aim="who === 'teacher' ? 'the teacher' : 'the learner'"
    :note="listening.note?.written"
    :cents="undefined"
    :take="take"
    @begins="begin"
  >
    <template #choose>
      <Button :disabled="!teacher" @click="anew">Another one from the teacher</Button>
      <Button v-if="sounds.teacher" :aria-pressed="playingId === 'copy teacher'" @click="hear('teacher')"
        >Teacher’s again</Button
      >
      <Button v-if="sounds.learner" :aria-pressed="playingId === 'copy learner'" @click="hear('learner')"
        >Learner’s again</Button
      >
    </template>
  </TakeHead>
  <CopyLanes :teacher="data?.teacher ?? teacher" :learner="data?.learner" :right="compared?.rhythm" />
  <section v-if="data" aria-live="polite">
    <p class="verdict">{{ words }}</p>
    <p class="soft">The learner’s against the teacher’s: {{ facts.join(', ') }}.</p>
    <AfterTake
      v-if="shown"
      :provenance="shown.provenance"
      :aim="undefined"
      :entry-id="shown.id"
      @taken-back="forget"
    />
  </section>
  <p v-else class="ask">{{ asks }}</p>
</template>

<style scoped>
.verdict {
  font-size: var(--said);
  font-weight: 680;
}
.ask {
  font-size: 24px;
  font-weight: 600;
}
</style>
