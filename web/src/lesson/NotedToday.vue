<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { computed } from 'vue'
import type { EntryRecord } from '@halitus/core/contract'
import { prettyNote } from '@halitus/core/pitch'
import { STAGE_NAMES, signed } from '../shell/words.ts'
import { useLesson } from './store.ts'

const lesson = useLesson()

function words(entry: EntryRecord): string {
  switch (entry.kind) {
    case 'note':
      return entry.data.text
    case 'long-tone':
      return `${prettyNote(entry.data.written)} ${entry.data.lengthS.toFixed(1)} s, ${Math.round(entry.data.steadinessCents)} cents steady, ${signed(entry.data.cents)}`
    case 'move':
      return `${prettyNote(entry.data.from)} to ${prettyNote(entry.data.to)}: ${entry.data.clean} of ${entry.data.tries} clean`
    case 'gauge': {
      const gauge = lesson.inst?.gauges.find((g) => g.id === entry.data.gaugeId)
      const parts = entry.data.values.map(({ measure, value }) => {
        const m = gauge?.measures.find((x) => x.id === measure)
        return `${m?.label.toLowerCase() ?? measure} ${value} ${m?.unit ?? ''}`
      })
      return `${gauge?.name ?? entry.data.gaugeId}: ${parts.join(', ')}`
    }
    case 'target':
      return `Target set to ${entry.data.targetS} s`
    case 'setup': {
      const step = lesson.inst?.setup.find((s) => s.id === entry.data.stepId)
      return (
        step?.faults.find((f) => f.id === entry.data.faultId)?.what ??
        `${step?.title ?? entry.data.stepId}: wrong`
      )
    }
  }
}
// Steps that were right fill the line above, not this list.
const noted = computed(() =>
  [...lesson.own].reverse().filter((e) => e.kind !== 'setup' || e.data.verdict === 'wrong'),
)
</script>

<template>
  <h2>Noted today</h2>
  <p v-if="!noted.length" class="soft empty">Nothing yet. What you measure and note stands here.</p>
  <ul v-else>
    <li v-for="e in noted" :key="e.id">
      {{ words(e) }} <span class="soft">{{ STAGE_NAMES[e.stage] }}</span>
      <Button type="link" size="small" class="back" @click="lesson.takeBack(e.id)">Take back</Button>
    </li>
  </ul>
</template>

<style scoped>
.empty {
  margin-top: 10px;
  clear: both;
}
li {
  border-top: 1px solid var(--line);
  padding: 8px 0;
  margin-top: 2px;
}
ul {
  clear: both;
  padding-top: 12px;
}
.back {
  padding: 0;
  display: block;
}
</style>
