<script setup lang="ts">
import { RouterLink, useRouter } from 'vue-router'
import { useEventListener } from '@vueuse/core'
import { isTyping } from '@/base/keys.ts'
import { useLessonPlan } from './plan.ts'
import { useLesson } from './store.ts'

/** What the plan has next, one key away with its aim set; and the plan itself. */
const plan = useLessonPlan()
const lesson = useLesson()
const router = useRouter()
function go() {
  const { next } = plan
  if (!next) return
  lesson.wantPart(next.part)
  void router.push({ name: next.stage, params: { id: lesson.answer!.lesson.id } })
}
useEventListener('keydown', (event: KeyboardEvent) => {
  if (event.key === 'j' && !event.ctrlKey && !event.metaKey && !event.altKey && !isTyping(event)) go()
})
</script>

<template>
  <p class="up-next">
    <button v-if="plan.next" type="button" class="key" @click="go">
      <span class="soft">Then</span> <b>{{ plan.next.title }}</b>
      <span v-if="plan.next.aim" class="aim">aim {{ plan.next.aim.value }} {{ plan.next.aim.unit }}</span>
      <kbd>j</kbd>
    </button>
    <RouterLink :to="{ name: 'plan' }">Plan</RouterLink>
  </p>
</template>

<style scoped>
.up-next {
  display: flex;
  align-items: center;
  gap: 20px;
  margin: 18px 0 0;
}
.key {
  display: flex;
  align-items: baseline;
  gap: 10px;
  min-height: 46px;
  padding: 10px 20px;
  font: inherit;
  font-size: 18px;
  line-height: 1.3;
  text-align: left;
  color: var(--ink);
  background: var(--desk);
  border: 0;
  border-radius: 23px;
  cursor: pointer;
}
.aim {
  color: var(--brass-text);
}
a {
  padding: 10px 0;
  font-size: 16px;
  color: var(--ink);
}
</style>
