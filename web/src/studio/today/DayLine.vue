<script setup lang="ts">
import { RouterLink } from 'vue-router'
import type { TodayAnswer } from '@halitus/core/contract'
import { clock } from '@/base/words.ts'

/** The day as one line in the band, its lessons in the order of their times: done, next, to come. */
defineProps<{ lessons: TodayAnswer['lessons']; nextId: string | undefined }>()
const first = (name: string) => name.split(' ')[0]!
</script>

<template>
  <nav v-if="lessons.length" class="day" aria-label="Day">
    <RouterLink
      v-for="l in lessons"
      :key="l.lesson.id"
      :to="{ name: 'setup', params: { id: l.lesson.id } }"
      class="lesson"
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
.lesson {
  position: relative;
  min-width: 0;
  color: var(--on-wood);
  text-decoration: none;
}
.lesson::before {
  content: '';
  position: absolute;
  top: 9px;
  left: 0;
  right: 0;
  height: 2px;
  background: #6a5a60;
}
.lesson:last-child::before {
  right: 50%;
}
.done::before {
  top: 7.5px;
  height: 5px;
  background: var(--brass-on-wood);
}
.bead {
  position: relative;
  display: block;
  width: 16px;
  height: 16px;
  margin: 2px 0 1px;
  border-radius: 50%;
  background: var(--wood);
  border: 2px solid var(--on-wood-soft);
}
.done .bead {
  background: var(--brass-on-wood);
  border-color: var(--brass-on-wood);
}
.now .bead {
  width: 22px;
  height: 22px;
  margin: -1px 0 -2px -3px;
  border: 6px solid var(--brass-on-wood);
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
