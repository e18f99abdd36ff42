<script setup lang="ts">
import { computed } from 'vue'
import { prettyNote } from '@halitus/core/pitch'
import {
  firstMinutesWords,
  happenedInTake,
  lowMiddleHigh,
  notesKnown,
  ofLearner,
  type FirstMinutes,
} from '@halitus/core/records'
import { untilQuiet } from '@halitus/core/sound'
import { writtenNote } from '@halitus/core/instruments'
import { signed } from '@/base/words.ts'
import { useLesson } from '@/lesson/index.ts'
import { useListening, type Take } from '@/listening/index.ts'
import TakeHead from '../../TakeHead.vue'
import AfterTake from '../../AfterTake.vue'
import { useShownTake } from '../../take.ts'

/** One low, one middle, one high note in one go: how the week went, against the learner's own last weeks. */
const lesson = useLesson()
const listening = useListening()
/** Only what this learner knows is asked for. */
const asked = computed(() =>
  lesson.inst ? lowMiddleHigh(lesson.inst, notesKnown(lesson.entries, lesson.inst)) : [],
)
const earlier = computed(() =>
  ofLearner(lesson.ofKind(lesson.entries, 'first-minutes')).filter((e) => e.id !== shown.value?.id),
)
const { shown, keep, begin, forget } = useShownTake('sound', 'first-minutes')
const tenths = (x: number) => Math.round(10 * x) / 10
/** Louder than this something is played, and so long of less ends it. */
const LOUD_DB = -55
const OVER_S = 2.5
const LEAST_S = 0.8

const take = (): Take | undefined => {
  const inst = lesson.inst
  if (!inst) return undefined
  return {
    instrument: inst.id,
    written: asked.value[Math.floor(asked.value.length / 2)]!,
    performance: {
      notes: (_, lengthS) =>
        asked.value.map((written) => ({
          written,
          lengthS: Math.max(1.5, lengthS / asked.value.length),
          begins: 'tongue',
          gapS: 0.3,
        })),
      unsteadyCents: 5,
    },
    ear: { transposition: inst.transposition, a4Hz: lesson.a4Hz },
    rule: () => untilQuiet(LOUD_DB, OVER_S),
    async judge(measured, provenance) {
      const { report } = measured
      const longest = report.notes
        .filter((n) => n.endS - n.startS >= LEAST_S)
        .sort((a, b) => b.endS - b.startS - (a.endS - a.startS))
        .slice(0, 3)
        .sort((a, b) => a.startS - b.startS)
      const notes: FirstMinutes['notes'] = longest.flatMap((n) => {
        try {
          writtenNote(inst, n.written)
        } catch {
          return []
        }
        return [
          {
            written: n.written,
            lengthS: tenths(n.endS - n.startS),
            cents: tenths(n.cents),
            steadinessCents: tenths(n.steadinessCents),
            hnrDb: tenths(n.hnrDb),
            happened: happenedInTake(measured, n),
          },
        ]
      })
      if (!notes.length)
        return `No note heard that lasts. Play ${asked.value.map(prettyNote).join(', ')}, some seconds each.`
      await keep({ notes }, provenance)
      return undefined
    },
  }
}
const words = computed(() => (shown.value ? firstMinutesWords(shown.value.data, earlier.value) : []))
</script>

<template>
  <TakeHead
    :number="listening.heldS.toFixed(1)"
    unit="s"
    :aim="asked.map(prettyNote).join('   ')"
    :note="listening.note?.written"
    :cents="listening.note?.cents"
    :take="take"
    @begins="begin"
  />
  <section v-if="shown" aria-live="polite" class="told">
    <div v-for="(n, i) in shown.data.notes" :key="i" class="note">
      <p class="words">{{ words[i] }}</p>
      <p class="soft">
        {{ Math.round(n.steadinessCents) }} cents steady, {{ signed(n.cents) }} cents, tone
        {{ Math.round(n.hnrDb) }} dB over noise, {{ n.lengthS.toFixed(1) }} s
      </p>
    </div>
    <AfterTake :provenance="shown.provenance" :aim="undefined" :entry-id="shown.id" @taken-back="forget" />
  </section>
  <p v-else class="how">
    {{ asked.length === 3 ? 'Low, middle, high' : 'What is known' }}: some seconds each, with a breath
    between. They are set against the learner’s own last weeks; no other measure.
  </p>
</template>

<style scoped>
.told {
  display: grid;
  gap: 14px;
  margin-top: 20px;
}
.words {
  font-size: 24px;
  font-weight: 650;
}
.how {
  font-size: 20px;
  max-width: 640px;
  margin-top: 20px;
}
</style>
