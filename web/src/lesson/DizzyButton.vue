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

/** Stops everything at once, times a seated rest and remembers what it was; in the rail wherever somebody blows. */
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
  <Teleport to="#rail-stop" defer>
    <Button class="dizzy" @click="stopAll">Dizzy: stop <kbd>d</kbd></Button>
  </Teleport>
</template>

<style scoped>
.dizzy {
  display: block;
  width: 76px;
  min-height: 64px;
  margin: 4px auto;
  padding: 4px;
  border: 2px solid var(--lacquer-on-wood);
  background: var(--wood);
  color: var(--lacquer-on-wood);
  font-size: 16px;
  font-weight: 700;
  line-height: 1.1;
  white-space: normal;
}
.dizzy kbd {
  display: block;
  margin: 0;
  border: 0;
}
@media (max-width: 700px) {
  .dizzy {
    width: 48px;
    min-height: 72px;
    padding: 2px 0;
    font-size: 14px;
  }
}
</style>
