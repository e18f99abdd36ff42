<script setup lang="ts">
import { RouterLink } from 'vue-router'
import type { LessonRecord } from '@halitus/core/contract'
import { instrument } from '@halitus/core/instruments'
import { clock, dayName } from '@/base/words.ts'

/** All weeks and lessons of a learner, to be opened; the newest first. */
defineProps<{
  weeks: readonly { id: string; from: string; planned: number; done: number }[]
  lessons: readonly LessonRecord[]
}>()
</script>

<template>
  <div class="below">
    <section>
      <h2>Cards</h2>
      <ol v-if="weeks.length" class="cards">
        <li v-for="w in [...weeks].reverse()" :key="w.id">
          <RouterLink
            :to="{ name: 'card', params: { id: w.id } }"
            :aria-label="`Week from ${dayName(w.from)}: ${w.done} of ${w.planned}`"
            >{{ dayName(w.from) }}</RouterLink
          >
          <span class="soft">{{ w.done }} of {{ w.planned }}</span>
        </li>
      </ol>
      <p v-else class="soft">No card yet.</p>
    </section>
    <section>
      <h2>Lessons</h2>
      <ul class="lessons">
        <li v-for="l in lessons" :key="l.id">
          <RouterLink :to="{ name: 'setup', params: { id: l.id } }"
            >{{ dayName(l.startsAt) }}, {{ clock(l.startsAt) }}</RouterLink
          >
          <span class="soft"> {{ instrument(l.instrument).name }}</span>
        </li>
      </ul>
    </section>
  </div>
</template>

<style scoped>
.below {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 40px;
  margin-top: 24px;
}
.cards {
  max-height: 180px;
  overflow: auto;
}
.cards li {
  padding: 3px 0;
}
.cards .soft {
  margin-left: 8px;
}
.lessons {
  max-height: 180px;
  overflow: auto;
}
.lessons .soft {
  margin-left: 8px;
}
.lessons li {
  padding: 3px 0;
}
@media (max-width: 900px) {
  .below {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
