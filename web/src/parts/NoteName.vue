<script setup lang="ts">
import { computed } from 'vue'
import { noteWord, parseNote } from '@halitus/core/pitch'

/** A note as it is read from two metres: letter, accidental, small octave. */
const props = defineProps<{ note: string; size?: number }>()
const parts = computed(() => {
  const note = parseNote(props.note)
  return { word: noteWord(note), octave: note.octave }
})
</script>

<template>
  <span class="note" :style="{ fontSize: `${size ?? 56}px` }"
    >{{ parts.word }}<sub>{{ parts.octave }}</sub></span
  >
</template>

<style scoped>
.note {
  font-weight: 650;
  line-height: 1;
  white-space: nowrap;
}
sub {
  font-size: 0.46em;
  color: var(--soft);
  vertical-align: -0.1em;
}
</style>
