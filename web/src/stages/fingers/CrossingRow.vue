<script setup lang="ts">
import { crossingWords, type Crossing } from '@halitus/core/crossings'
import type { FingerSystem } from '@halitus/core/instruments'
import { prettyNote } from '@halitus/core/pitch'

/** Changes in order of time: a bar for a clean one, a broken bar with its sentence for what wasn't. */
defineProps<{ crossings: readonly Crossing[]; system: FingerSystem }>()
</script>

<template>
  <ol class="row">
    <li v-for="(c, i) in crossings" :key="i" :class="{ clean: c.verdict === 'clean' }">
      <span class="change"
        >{{ prettyNote(c.from) }} <span aria-hidden="true">→</span> {{ prettyNote(c.to) }}</span
      >
      <span :class="c.verdict === 'clean' ? 'visually-hidden' : 'words'">{{ crossingWords(system, c) }}</span>
    </li>
  </ol>
</template>

<style scoped>
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 16px;
  margin: 6px 0 10px;
}
li {
  border-left: 5px solid var(--lacquer);
  padding-left: 9px;
}
li.clean {
  border-color: var(--brass);
}
.change {
  font-weight: 650;
  margin-right: 8px;
}
</style>
