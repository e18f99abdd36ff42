<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { computed } from 'vue'
import { useDraft } from '@/base/drafts.ts'
import { Stop, useLesson, useTools } from '@/lesson/index.ts'
import IsItTheReed from '@/reeds/IsItTheReed.vue'
import ReedShelf from '@/reeds/ReedShelf.vue'
import Checklist from './Checklist.vue'
import GaugePanel from './GaugePanel.vue'
import PiecePanel from './PiecePanel.vue'
import PartsRow from '../PartsRow.vue'

type View = 'checklist' | 'gauge' | 'reed' | 'advice' | 'instrument'
const lesson = useLesson()
const tools = useTools()
const view = useDraft<View>(() => `setup.view.${lesson.answer?.lesson.id}`, 'checklist')
const reed = computed(() => lesson.inst?.reed ?? null)
const views = computed(() => [
  { value: 'checklist' as View, label: 'Checklist' },
  { value: 'gauge' as View, label: 'Gauge' },
  ...(reed.value
    ? [
        { value: 'reed' as View, label: 'Reeds' },
        { value: 'advice' as View, label: 'Is it the reed?' },
      ]
    : []),
  { value: 'instrument' as View, label: 'Instrument' },
])
/** Timers run on in other lessons: each says whose it is. */
const whose = computed(() => lesson.answer?.learner.name.split(' ')[0])
/** Soaking and rest times are common practice; drying is chosen by Halitus. */
const timers = computed(() => [
  ...(reed.value?.soak ? [reed.value.soak] : []),
  { name: 'Rest', seconds: 180 },
  { name: 'Dry', seconds: 600 },
])
</script>

<template>
  <Stop stage="setup">
    <template #head>
      <PartsRow v-model="view" stage="setup" :options="views" label="What to look at" />
    </template>
    <template #action>
      <Button
        v-for="t in timers"
        :key="t.name"
        size="small"
        :aria-label="`Start timer: ${t.name}`"
        @click="tools.startTimer(whose ? `${t.name}, ${whose}` : t.name, t.seconds)"
      >
        {{ t.name }} {{ t.seconds < 60 ? `${t.seconds} s` : `${t.seconds / 60} min` }}
      </Button>
    </template>
    <Checklist v-if="view === 'checklist'" />
    <GaugePanel v-else-if="view === 'gauge'" />
    <ReedShelf
      v-else-if="view === 'reed' && lesson.answer"
      :learner-id="lesson.answer.learner.id"
      :instrument-id="lesson.answer.lesson.instrument"
      :minutes="lesson.answer.lesson.minutes"
    />
    <IsItTheReed
      v-else-if="view === 'advice' && lesson.answer"
      :learner-id="lesson.answer.learner.id"
      :instrument-id="lesson.answer.lesson.instrument"
      :entries="lesson.entries"
      @note="(text) => lesson.add('setup', 'note', { text })"
    />
    <PiecePanel
      v-else-if="lesson.answer"
      :learner-id="lesson.answer.learner.id"
      :instrument-id="lesson.answer.lesson.instrument"
    />
  </Stop>
</template>
