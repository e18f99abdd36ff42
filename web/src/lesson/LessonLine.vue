<script setup lang="ts">
import { computed } from 'vue'
import { RouterLink } from 'vue-router'
import { STAGES } from '@halitus/core/contract'
import { STAGE_NAMES } from '@/base/words.ts'
import { useLesson } from './store.ts'

/** The order of work as one line in the band; what was done today stands on it. */
defineProps<{ current: string }>()
const lesson = useLesson()
const stops = computed(() =>
  STAGES.map((stage, i) => ({
    stage,
    number: i + 1,
    done: lesson.done.includes(stage),
    // Nothing was done: nothing is said.
    said: lesson.said(stage).replace(/^–$/, ''),
  })),
)
</script>

<template>
  <nav class="line beaded" aria-label="Lesson">
    <RouterLink
      v-for="s in stops"
      :key="s.stage"
      :to="{ name: s.stage }"
      class="stop"
      :class="{ done: s.done, now: s.stage === current }"
      :aria-current="s.stage === current ? 'step' : undefined"
      :title="s.said"
      @click="s.stage === current && lesson.partsAsked++"
    >
      <span class="bead" aria-hidden="true"></span>
      <span class="words"
        ><span class="visually-hidden">{{ s.number }} </span><b>{{ STAGE_NAMES[s.stage] }}</b>
        <span class="said">{{ s.said }}</span></span
      >
    </RouterLink>
  </nav>
</template>

<style scoped>
.line {
  flex: 1;
  min-width: 0;
  display: grid;
  grid-template-columns: repeat(7, minmax(0, 1fr));
  padding-top: 10px;
}
.words {
  display: block;
  padding-right: 8px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  line-height: 1.2;
}
b {
  font-size: 15.5px;
  font-weight: 600;
}
.now b {
  color: var(--brass-on-wood);
}
.said {
  margin-left: 5px;
  font-size: 14px;
  color: var(--on-wood-soft);
}
.now .said {
  color: var(--brass-on-wood);
}
@media (max-width: 1000px) {
  .said {
    display: none;
  }
}
/* A phone: beads alone, each 50 px apart; the stop that is open says its name. */
@media (max-width: 700px) {
  .line {
    padding: 8px 8px 0 0;
  }
  .stop:last-child .words {
    text-align: right;
  }
  .bead {
    margin: 4px auto 2px;
  }
  .now .bead {
    margin: 1px auto -1px;
  }
  .words {
    padding: 0;
    overflow: visible;
    text-align: center;
    text-overflow: clip;
  }
  b {
    font-size: 14px;
  }
  .stop:not(.now) b {
    /* Not seen, still read aloud. */
    position: absolute;
    width: 1px;
    height: 1px;
    overflow: hidden;
    clip-path: inset(50%);
    white-space: nowrap;
  }
}
</style>
