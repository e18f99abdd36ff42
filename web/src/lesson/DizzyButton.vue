<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { useEventListener } from '@vueuse/core'
import type { Stage } from '@halitus/core/contract'
import { REST_S } from '@halitus/core/records'
import { isTyping } from '@/base/keys.ts'
import { useNotices } from '@/base/notices.ts'
import { useListening } from '@/listening/index.ts'
import { useLesson } from './store.ts'
import { useTools } from './tools.ts'

/** Stops everything at once, times a seated rest and remembers what it was; always in reach where somebody blows. */
const props = defineProps<{ stage: Stage; during: string }>()
const emit = defineEmits<{ stopped: [] }>()
const lesson = useLesson()
const tools = useTools()
const listening = useListening()
const notices = useNotices()

async function stopAll() {
  emit('stopped')
  void listening.cancel()
  if (tools.pulsing) void tools.togglePulse()
  // Two learners may rest at the same time: each timer says whose it is.
  const [name] = lesson.answer?.learner.name.split(' ') ?? []
  tools.startTimer(name ? `Seated rest, ${name}` : 'Seated rest', REST_S)
  await lesson.add(props.stage, 'dizzy', { during: props.during }, 'tapped')
  notices.show(
    'Sit down and breathe normally. Nothing more until the rest is over; the next drill is shorter.',
    {
      tone: 'alarm',
    },
  )
}
useEventListener('keydown', (event: KeyboardEvent) => {
  if (event.key === 'd' && !isTyping(event)) void stopAll()
})
</script>

<template>
  <Button danger size="large" class="dizzy" @click="stopAll">Dizzy: stop <kbd>d</kbd></Button>
</template>

<style scoped>
.dizzy {
  height: 60px;
  font-size: 18px;
  font-weight: 650;
}
</style>
