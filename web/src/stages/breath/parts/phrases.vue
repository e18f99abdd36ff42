<script setup lang="ts">
import { computed, ref } from 'vue'
import { phrasesWords, noteKey } from '@halitus/core/records'
import { choiceOf, INTAKE } from '@halitus/core/schools'
import { phrasesOf, untilQuiet } from '@halitus/core/sound'
import { DizzyButton, useLesson } from '@/lesson/index.ts'
import { useListening, type Take } from '@/listening/index.ts'
import NoteChoice from '@/parts/NoteChoice.vue'
import TakeHead from '../../TakeHead.vue'

/** A note or a short group until the air is gone, several times: each against the first, and the breaths between. */
const lesson = useLesson()
const listening = useListening()
const written = ref(noteKey(lesson.homeNote))
const loud = computed(() => choiceOf(INTAKE, lesson.answer?.learner.schools, lesson.schools) === 'loud')
const last = computed(() => lesson.ofKind(lesson.own, 'phrases').at(-1))
const heard = ref(false)
const tenths = (x: number) => Math.round(10 * x) / 10
/** Louder than this something is played, and so long of less ends the series. */
const LOUD_DB = -55
const OVER_S = 6

const take = (): Take | undefined =>
  lesson.inst && {
    instrument: lesson.inst.id,
    written: written.value,
    performance: {
      notes: (note, lengthS) =>
        [1, 0.92, 0.88].flatMap((share) => [
          { written: note, lengthS: Math.max(1, (share * lengthS) / 3), begins: 'breath', gapS: 0.02 },
          { written: null, lengthS: 0.5 },
          // A breath in, as the microphone hears it.
          {
            written: note,
            lengthS: 0.5,
            begins: 'breath',
            attack: { kind: 'airy', lengthMs: 500 },
            levelDb: -6,
          },
          { written: null, lengthS: 0.4 },
        ]),
    },
    ear: { transposition: lesson.inst.transposition, a4Hz: lesson.a4Hz },
    rule: () => untilQuiet(LOUD_DB, OVER_S),
    async judge({ timeS, db, hz }, provenance) {
      const found = phrasesOf(timeS, db, hz)
      if (!found.lengthsS.length)
        return 'No phrase heard. Play a note or a short group until the air is gone.'
      heard.value = true
      await lesson.add(
        'breath',
        'phrases',
        {
          lengthsS: found.lengthsS.map(tenths),
          pausesS: found.pausesS.map(tenths),
          intakes: found.intakes.map(
            (i) => i && { lengthS: tenths(i.lengthS), aboveDb: tenths(Math.max(0, i.aboveDb)) },
          ),
        },
        provenance,
      )
      return undefined
    },
  }
const longest = computed(() => Math.max(1, ...(last.value?.data.lengthsS ?? [])))
const words = computed(() => (last.value && !listening.busy ? phrasesWords(last.value.data, loud.value) : []))
</script>

<template>
  <TakeHead
    :number="listening.busy ? listening.heldS.toFixed(1) : String(last?.data.lengthsS.length ?? 0)"
    :unit="listening.busy ? 's' : 'phrases'"
    aim=""
    :note="listening.note?.written"
    :cents="undefined"
    :take="take"
  >
    <template #choose>
      <label for="phrase-note">{{ listening.source === 'player' ? 'Simulated player plays' : 'Note' }}</label>
      <NoteChoice id="phrase-note" v-model="written" :inst="lesson.inst" />
      <span class="soft">it is over after {{ OVER_S }} s of nothing, or with Space</span>
    </template>
  </TakeHead>
  <section v-if="words.length && last" aria-live="polite">
    <p class="verdict">{{ words[0] }}</p>
    <p v-for="w in words.slice(1)" :key="w" class="more">{{ w }}</p>
    <div class="bars" aria-hidden="true">
      <div v-for="(s, i) in last.data.lengthsS" :key="i">
        <i :style="{ width: `${(100 * s) / longest}%` }"></i><span>{{ s.toFixed(1) }} s</span>
      </div>
    </div>
    <p v-if="last.provenance === 'simulated'" class="soft">Simulated: no aim, card or chart moves by it.</p>
  </section>
  <p v-else class="how">
    Play until the air is gone. Wait without breathing, let the jaw drop: the breath that comes by itself is
    the model. Then the same again, four times.
  </p>
  <p class="foot">
    <span class="caution"
      >Seated at first; dizzy or tingling: stop and breathe normally. Waiting is never pushed.</span
    >
    <DizzyButton stage="breath" during="a phrase series" />
  </p>
</template>

<style scoped>
.verdict {
  font-size: var(--said);
  font-weight: 680;
  margin-top: 14px;
}
.more {
  font-size: 18px;
}
.bars {
  margin: 12px 0;
  max-width: 560px;
}
.bars div {
  display: flex;
  align-items: center;
  gap: 10px;
  margin: 4px 0;
}
.bars i {
  height: 14px;
  background: var(--ink);
  border-radius: 3px;
  flex: none;
  max-width: 80%;
}
.how {
  font-size: 20px;
  max-width: 640px;
  margin: 18px 0;
}
.foot {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  justify-content: space-between;
  gap: 14px;
  margin-top: 16px;
}
</style>
