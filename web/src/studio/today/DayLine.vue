<script setup lang="ts">
import { RouterLink } from 'vue-router'
import type { TodayAnswer } from '@halitus/core/contract'
import { clock } from '@/base/words.ts'

/** The day as one line in the band, its lessons in the order of their times: done, next, to come. */
defineProps<{ lessons: TodayAnswer['lessons']; nextId: string | undefined }>()
const first = (name: string) => name.split(' ')[0]!
</script>

<template>
  <nav v-if="lessons.length" class="day beaded" aria-label="Day">
    <RouterLink
      v-for="l in lessons"
      :key="l.lesson.id"
      :to="{ name: 'setup', params: { id: l.lesson.id } }"
      class="stop"
      :class="{ done: l.lesson.finishedAt, now: l.lesson.id === nextId }"
      :title="`${clock(l.lesson.startsAt)} ${l.learner.name}`"
    >
      <span class="bead" aria-hidden="true"></span>
      <span class="words"
        ><span class="time">{{ clock(l.lesson.startsAt) }}</span> {{ first(l.learner.name) }}</span
      >
    </RouterLink>
  </nav>
</template>

<style scoped>
.day {
  flex: 1;
  min-width: 0;
  display: grid;
  grid-auto-flow: column;
  grid-auto-columns: minmax(0, 1fr);
  padding: 10px 28px 0 24px;
}
.now {
  color: var(--brass-on-wood);
}
.words {
  display: block;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  font-size: 15px;
  line-height: 1.2;
}
.time {
  color: var(--on-wood-soft);
}
.now .time {
  color: inherit;
}
@media (max-width: 700px) {
  .words {
    /* Not seen, still read aloud. */
    position: absolute;
    width: 1px;
    height: 1px;
    overflow: hidden;
    clip-path: inset(50%);
    white-space: nowrap;
  }
  .day {
    padding-top: 18px;
  }
}
</style>
