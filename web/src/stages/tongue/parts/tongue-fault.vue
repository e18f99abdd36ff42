<script setup lang="ts">
import { computed } from 'vue'
import { strokeFacts } from '@halitus/core/records'
import { tongueVerdict } from '@halitus/core/tongue'
import { useLesson } from '@/lesson/index.ts'
import Diagnosis from '../../Diagnosis.vue'

/** What is wrong with the tongue: the newest strokes measured, and what is seen. */
const lesson = useLesson()
const questions = computed(() => lesson.inst?.tongue?.model.questions ?? [])
const seen = computed(() => {
  const ids = lesson.inst?.tongue?.seen ?? []
  return [
    {
      title: 'Seen and heard',
      label: 'What is seen',
      questions: ids.flatMap((id) => questions.value.find((q) => q.id === id) ?? []),
    },
  ]
})
/** This lesson's strokes speak, not those of weeks ago; simulated ones only to try it with. */
const taken = computed(() => lesson.ofKind(lesson.own, 'strokes').at(-1))
const newest = computed(() => taken.value?.data)
const facts = computed(() => (newest.value ? strokeFacts(newest.value) : {}))
const provenance = computed(() => (taken.value?.provenance === 'simulated' ? 'simulated' : 'tapped'))
</script>

<template>
  <p class="soft">
    {{
      newest
        ? `Measured strokes of today${provenance === 'simulated' ? ' (simulated)' : ''}: ${newest.rateHz?.toFixed(1) ?? '–'} a second. They speak along with what is tapped.`
        : 'No strokes measured today: what is tapped speaks alone.'
    }}
  </p>
  <Diagnosis
    v-if="lesson.inst?.tongue"
    :draft="`tongue.${lesson.answer?.lesson.id}`"
    :groups="seen"
    :questions="questions"
    :measured="!!newest"
    :judge="(told) => (lesson.inst?.tongue ? tongueVerdict(lesson.inst.tongue, told, facts) : undefined)"
    :keep="async (found) => !!(await lesson.add('tongue', 'tongue-fault', found, provenance))"
  />
</template>
