<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { computed, ref } from 'vue'
import type { Provenance } from '@halitus/core/contract'
import { airOf, untilAirEnds } from '@halitus/core/sound'
import { DizzyButton, useLesson } from '@/lesson/index.ts'
import { useListening, type Take } from '@/listening/index.ts'
import { useByHand } from '../../by-hand.ts'
import TakeHead from '../../TakeHead.vue'

/** A steady stream without the instrument, timed by what the microphone hears of it, or by hand. */
const lesson = useLesson()
const listening = useListening()
const aim = computed(() => lesson.aim('exhale', 'stream'))
const shown = ref<{ seconds: number; provenance: Provenance; id?: string }>()

async function keep(seconds: number, provenance: Provenance) {
  const rounded = Math.round(seconds * 10) / 10
  shown.value = { seconds: rounded, provenance }
  const now = shown.value
  const saved = await lesson.add(
    'breath',
    'exhale',
    { seconds: rounded, aimS: aim.value?.value ?? 8 },
    provenance,
  )
  // Who times the next one meanwhile isn’t shown this one again.
  if (saved && shown.value === now) shown.value = { seconds: rounded, provenance, id: saved.id }
}
const take = (): Take | undefined =>
  lesson.inst && {
    instrument: lesson.inst.id,
    written: lesson.inst.teaching.firstNotes[0]!,
    // The simulated player blows without playing: air first, for the whole of the note.
    performance: {
      leadS: 0.8,
      tailS: 1,
      notes: (written, lengthS) => [
        { written, lengthS, begins: 'breath', attack: { kind: 'airy', lengthMs: 1000 * lengthS } },
      ],
    },
    ear: { transposition: lesson.inst.transposition, a4Hz: lesson.a4Hz },
    rule: () => untilAirEnds(),
    async judge({ timeS, db }, provenance) {
      const air = airOf(timeS, db)
      if (!air || air.endS - air.startS < 0.5)
        return 'No stream of air was heard. Blow past the microphone, a hand away, or time it by hand.'
      await keep(air.endS - air.startS, provenance)
      return undefined
    },
  }

const hand = useByHand(
  () => (shown.value = undefined),
  (seconds) => seconds >= 0.5 && void keep(Math.min(180, seconds), 'tapped'),
)
const number = computed(() =>
  (shown.value?.seconds ?? (hand.running.value ? hand.seconds.value : listening.heldS)).toFixed(1),
)
</script>

<template>
  <TakeHead
    :number="number"
    unit="s"
    :aim="lesson.observes ? '' : `aim ${aim?.value ?? ''} s`"
    :note="undefined"
    :cents="undefined"
    :take="take"
    bare
    @begins="shown = undefined"
  >
    <template #choose>
      <Button :aria-pressed="hand.running.value" @click="hand.press"
        >{{ hand.running.value ? 'The air is gone' : 'Time it by hand' }} <kbd>h</kbd></Button
      >
    </template>
  </TakeHead>

  <section class="judge" aria-live="polite">
    <template v-if="shown">
      <p class="verdict">{{ shown.seconds.toFixed(1) }} s of steady air.</p>
      <p>
        <span v-if="shown.provenance === 'simulated'" class="soft"
          >Simulated: no aim, card or chart moves by it.
        </span>
        <template v-if="aim && !lesson.observes"
          ><b>Next: {{ aim.value }} s.</b> {{ aim.why }}
        </template>
        <Button v-if="shown.id" size="small" @click="(lesson.takeBack(shown.id), (shown = undefined))"
          >Take back</Button
        >
      </p>
    </template>
    <p v-else class="how">
      A hand one span away. A cool, thin stream on one fingertip, the same from beginning to end; the belly
      comes in slowly. After ten seconds it is felt at the sides.
    </p>
  </section>
  <p class="foot">
    <span class="caution">Seated. Dizzy or tingling: stop, breathe normally, and make it shorter.</span>
    <DizzyButton stage="breath" during="a steady stream" @stopped="hand.stop" />
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
