<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { computed, ref } from 'vue'
import { useEventListener } from '@vueuse/core'
import { prettyNote } from '@halitus/core/pitch'
import { BY_HAND_LEAST_S } from '@halitus/core/records'
import { useDraft } from '@/base/drafts.ts'
import { isTyping } from '@/base/keys.ts'
import { useLesson } from '@/lesson/index.ts'
import { useListening } from '@/listening/index.ts'
import { useByHand } from '../by-hand.ts'

/** A long tone where no microphone hears it: the hand tells how long it was, the ear whether it was level. */
const props = defineProps<{ written: string; targetS: number }>()
const lesson = useLesson()
const listening = useListening()
/** What was timed and waits for a word; still there after a reload. */
const timed = useDraft<{ written: string; targetS: number; lengthS: number } | null>(
  () => `hand.${lesson.answer?.lesson.id}`,
  null,
)
const problem = ref('')
const LONGEST_S = 600

const hand = useByHand(
  () => {
    timed.value = null
    problem.value = ''
    listening.clear()
  },
  (seconds) => {
    if (seconds < BY_HAND_LEAST_S)
      problem.value = `That was shorter than ${BY_HAND_LEAST_S} s: nothing is timed by hand so quickly.`
    else
      timed.value = {
        written: props.written,
        targetS: props.targetS,
        lengthS: Math.round(10 * Math.min(LONGEST_S, seconds)) / 10,
      }
  },
)
defineExpose({ stop: hand.stop })
const action = computed(() => (hand.running.value ? 'The tone is over' : 'Time it by hand'))

async function keep(level: boolean) {
  const now = timed.value
  if (!now) return
  timed.value = null
  await lesson.add('sound', 'tone-by-hand', { ...now, level }, 'tapped')
}
useEventListener('keydown', (event: KeyboardEvent) => {
  if (!timed.value || isTyping(event) || event.repeat) return
  if (event.key === 'w') void keep(true)
  else if (event.key === 'n') void keep(false)
})
</script>

<template>
  <p class="hand">
    <Button :aria-pressed="hand.running.value" @click="hand.press">{{ action }} <kbd>h</kbd></Button>
    <span v-if="hand.running.value" role="timer"
      ><b class="big">{{ hand.seconds.value.toFixed(1) }}</b> s by hand</span
    >
    <template v-else-if="timed">
      <b>{{ prettyNote(timed.written) }} for {{ timed.lengthS.toFixed(1) }} s. Level to its end?</b>
      <Button type="primary" @click="keep(true)">Level <kbd>w</kbd></Button>
      <Button @click="keep(false)">Not level <kbd>n</kbd></Button>
      <Button type="text" @click="timed = null">Don’t keep</Button>
    </template>
    <span v-else-if="problem" class="soft" role="status">{{ problem }}</span>
    <span v-else-if="listening.problem" class="soft"
      >Without a microphone: the hand times, the ear judges.</span
    >
  </p>
</template>

<style scoped>
.hand {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 12px;
}
.big {
  font-size: 34px;
}
</style>
