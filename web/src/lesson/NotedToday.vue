<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { STAGE_NAMES } from '@/base/words.ts'
import { useLesson } from './store.ts'

const lesson = useLesson()
</script>

<template>
  <p v-if="!lesson.noted.length" class="soft empty">Nothing yet. What you measure and note stands here.</p>
  <ul v-else>
    <li v-for="e in lesson.noted" :key="e.id">
      {{ e.words }}
      <span class="soft"
        >{{ STAGE_NAMES[e.stage] }}{{ e.simulated ? ', simulated: counts for nothing' : ''
        }}{{ e.waits ? ', waits for the server' : '' }}</span
      >
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
