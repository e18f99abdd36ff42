<script setup lang="ts">
import { isCharted, spokenName } from '@halitus/core/instruments'
import { prettyNote } from '@halitus/core/pitch'
import { notesKnown } from '@halitus/core/records'
import { Stop, useLesson } from '@/lesson/index.ts'
import PartsRow from '../PartsRow.vue'
import { useParts } from '../parts.ts'

const lesson = useLesson()
const { kind, part, coming, options } = useParts(
  'fingers',
  // Between notes that nobody has met there is no move.
  lesson.inst && notesKnown(lesson.entries, lesson.inst).length > 1 ? 'move' : 'new-note',
)
const first = lesson.inst?.teaching.firstNotes ?? []
</script>

<template>
  <Stop stage="fingers" :coming="coming">
    <template #head>
      <PartsRow
        v-if="options.length > 1"
        v-model="kind"
        stage="fingers"
        :options="options"
        label="What is practised"
      />
    </template>
    <component :is="part" v-if="lesson.inst && isCharted(lesson.inst)" :key="kind" />
    <template v-else>
      <p>The fingering chart of the {{ lesson.inst && spokenName(lesson.inst) }} isn’t in yet.</p>
      <p class="soft">First notes: {{ first.map(prettyNote).join(', ') }} (common practice).</p>
    </template>
  </Stop>
</template>
