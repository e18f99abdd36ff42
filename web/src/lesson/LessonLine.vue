<script setup lang="ts">
import { computed } from 'vue'
import { RouterLink } from 'vue-router'
import { STAGES } from '@halitus/core/contract'
import { STAGE_NAMES } from '@/base/words.ts'
import { useLesson } from './store.ts'

/** The order of work as one line; what was done today stands on it. */
defineProps<{ current: string }>()
const lesson = useLesson()
const stops = computed(() =>
  STAGES.map((stage, i) => ({
    stage,
    number: i + 1,
    done: lesson.done.includes(stage),
    said: lesson.said(stage),
  })),
)
</script>

<template>
  <nav class="line" aria-label="Lesson">
    <RouterLink
      v-for="s in stops"
      :key="s.stage"
      :to="{ name: s.stage }"
      class="stop"
      :class="{ done: s.done, now: s.stage === current }"
      :aria-current="s.stage === current ? 'step' : undefined"
    >
      <span class="mark" aria-hidden="true"></span>
      <span class="words"
        ><span class="number">{{ s.number }}</span> <b>{{ STAGE_NAMES[s.stage] }}</b>
        <span class="said">{{ s.said }}</span></span
      >
    </RouterLink>
  </nav>
</template>

<style scoped>
.line {
  display: grid;
  grid-template-columns: repeat(7, 1fr);
  flex: none;
  padding: 12px 24px 10px;
  background: var(--surface);
  border-bottom: 1px solid var(--line);
}
.stop {
  display: block;
  text-decoration: none;
  color: var(--ink);
  position: relative;
}
.stop::before {
  content: '';
  position: absolute;
  top: 8px;
  left: 0;
  right: 0;
  height: 2px;
  background: var(--line);
}
.stop.done::before {
  background: var(--ink);
}
.mark {
  position: relative;
  display: block;
  width: 16px;
  height: 16px;
  border-radius: 50%;
  background: var(--surface);
  border: 2px solid var(--soft);
  margin-bottom: 4px;
}
.done .mark {
  background: var(--ink);
  border-color: var(--ink);
}
.now .mark {
  border: 5px solid var(--metal);
  background: var(--surface);
  width: 20px;
  height: 20px;
  margin: -2px 0 2px -2px;
}
.words {
  white-space: nowrap;
}
.number,
.said {
  color: var(--soft);
  font-size: 13.5px;
}
.said {
  margin-left: 7px;
}
.number {
  margin-right: 5px;
}
.now b {
  text-decoration: underline;
  text-decoration-color: var(--metal);
  text-decoration-thickness: 2px;
  text-underline-offset: 4px;
}
@media (max-width: 900px) {
  .line {
    overflow-x: auto;
    grid-template-columns: repeat(7, 120px);
  }
}
@media (max-width: 700px) {
  .line {
    padding: 8px 8px 6px;
    overflow: visible;
    grid-template-columns: repeat(7, minmax(0, 1fr));
  }
  .number,
  .said {
    display: none;
  }
  .words b {
    font-size: 12px;
  }
}
</style>
