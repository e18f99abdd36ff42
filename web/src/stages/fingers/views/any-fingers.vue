<script setup lang="ts">
import { computed, ref } from 'vue'
import { fingerSystem } from '@halitus/core/instruments'
import { useLesson } from '@/lesson/index.ts'
import { useListening } from '@/listening/index.ts'
import NotePicker from '../NotePicker.vue'
import TryFingers from '../TryFingers.vue'
import { useKnown } from '../known.ts'

/** Any fingers on this instrument, beginning from those of a note. */
const lesson = useLesson()
const listening = useListening()
const { known } = useKnown()
const inst = computed(() => lesson.inst)
const system = computed(() => inst.value && fingerSystem(inst.value))
const note = ref(known.value[0] ?? inst.value?.teaching.firstNotes[0] ?? 'B4')
</script>

<template>
  <template v-if="inst && system">
    <NotePicker v-model="note" :inst="inst" label="Note that is meant" />
    <p v-if="listening.problem" role="alert" class="wrong">{{ listening.problem }}</p>
    <TryFingers :inst="inst" :system="system" :note="note" />
  </template>
</template>
