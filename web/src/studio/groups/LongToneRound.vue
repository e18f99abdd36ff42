<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { computed, ref } from 'vue'
import type { GroupPlanAnswer, LessonRecord } from '@halitus/core/contract'
import { prettyNote } from '@halitus/core/pitch'
import { longToneHeard } from '@halitus/core/records'
import { untilToneEnds } from '@halitus/core/sound'
import { useTurns } from './turns.ts'

/** A round of long tones with live seconds; who races is compared with who races. */
const props = defineProps<{ plan: GroupPlanAnswer; lessons: readonly LessonRecord[]; a4Hz: number }>()
const { threads, isNow, listen, keep, live, problem } = useTurns(() => props)
const held = ref<Record<string, number>>({})
const longest = computed(() =>
  Math.max(0, ...threads.value.filter((t) => t.races).map((t) => held.value[t.learner.id] ?? 0)),
)
const play = (id: string) =>
  listen(
    id,
    () => untilToneEnds(),
    (measurement, thread, inst, provenance) => {
      const data = longToneHeard(measurement, inst, () => thread.aimS ?? 4)
      if (typeof data === 'string') return data
      held.value = { ...held.value, [id]: Math.round(10 * data.lengthS) / 10 }
      const words = `${thread.learner.name}: long tone ${prettyNote(data.written)}, ${data.lengthS} s`
      void keep(id, provenance, { stage: 'sound', kind: 'long-tone', data, words })
      return undefined
    },
  )
</script>

<template>
  <section aria-label="Round of long tones">
    <h2>Round of long tones{{ plan.concert ? `: concert ${plan.concert}` : '' }}</h2>
    <ul class="round">
      <li v-for="t in threads" :key="t.learner.id" :class="{ now: isNow(t.learner.id) }">
        <b>{{ t.learner.name }}</b>
        <span v-if="live !== undefined && isNow(t.learner.id)" class="big" role="timer">{{
          live.toFixed(1)
        }}</span>
        <span v-else-if="held[t.learner.id] && t.races" class="big"
          >{{ held[t.learner.id]!.toFixed(1)
          }}<span v-if="held[t.learner.id] === longest" class="soft"> longest so far</span></span
        >
        <span v-else-if="held[t.learner.id]" class="soft">played</span>
        <span v-else-if="t.aimS && t.races" class="soft">aim {{ t.aimS }} s</span>
        <Button @click="play(t.learner.id)">{{
          live !== undefined && isNow(t.learner.id) ? 'Stop' : 'Listen'
        }}</Button>
      </li>
    </ul>
    <p v-if="problem" class="caution" role="alert">{{ problem }}</p>
  </section>
</template>

<style scoped src="./round.css"></style>
