<script setup lang="ts">
import { Button } from 'ant-design-vue'
import type { Aim } from '@halitus/core/records'
import { useLesson } from '@/lesson/index.ts'

/** What stands under every result: what it counts for, the next aim with its reason, and the way back. */
defineProps<{
  provenance: string
  aim: Pick<Aim, 'value' | 'unit' | 'why'> | undefined
  entryId: string | undefined
}>()
const emit = defineEmits<{ takenBack: [] }>()
const lesson = useLesson()

async function takeBack(id: string) {
  await lesson.takeBack(id)
  emit('takenBack')
}
</script>

<template>
  <p class="next">
    <span v-if="provenance === 'simulated'" class="soft"
      >Simulated: no target, card or chart moves by it.</span
    >
    <template v-if="!lesson.observes && aim"
      ><b>Next: {{ aim.value }} {{ aim.unit }}.</b> {{ aim.why }}</template
    >
    <Button v-if="entryId" size="small" @click="takeBack(entryId)">Take back</Button>
    <slot />
  </p>
</template>

<style scoped>
.next {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 10px;
  margin: 8px 0;
}
</style>
