<script setup lang="ts">
import { computed } from 'vue'
import { prettyNote } from '@halitus/core/pitch'
import { judgeTone } from '@halitus/core/records'
import { DizzyButton, useLesson } from '@/lesson/index.ts'

/** Before the first tone of a lesson: the last one, what to look at, how it begins. */
const props = defineProps<{
  last: (Parameters<typeof judgeTone>[0] & { written: string }) | undefined
  why: string | undefined
  /** By tongue or by air alone. */
  start: string
}>()
const emit = defineEmits<{ stopped: [] }>()
const lesson = useLesson()
const begins = computed(() =>
  !lesson.inst?.tongue
    ? 'No tongue: the pressure is there before the note.'
    : props.start === 'air'
      ? 'Begin with air alone, no tongue.'
      : 'Begin tongued, like everything else.',
)
</script>

<template>
  <section class="before">
    <p v-if="last" class="soft">
      Last: {{ prettyNote(last.written) }} for {{ judgeTone(last).lengthS.toFixed(1) }} s,
      {{ judgeTone(last).steadinessCents }} cents steady.
      <template v-if="!lesson.observes">{{ why }}</template>
    </p>
    <ul class="watch">
      <li v-for="p in lesson.inst?.teaching.embouchure" :key="p.point">
        <b>{{ p.point }}.</b> <span class="soft">{{ p.listen }}.</span>
      </li>
    </ul>
    <p class="foot">
      <span class="caution">{{ begins }} Sore lip or jaw: rest.</span
      ><DizzyButton stage="sound" during="a long tone" @stopped="emit('stopped')" />
    </p>
  </section>
</template>

<style scoped>
.watch li {
  padding: 3px 0;
}
.before {
  display: grid;
  gap: 10px;
}
.foot {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  align-items: center;
  gap: 14px;
}
</style>
