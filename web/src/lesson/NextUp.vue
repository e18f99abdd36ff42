<script setup lang="ts">
import { RouterLink } from 'vue-router'
import { useGo } from './go.ts'
import { useLessonPlan } from './plan.ts'

/** What the plan has next, one key away with its aim set; and the plan itself. */
const plan = useLessonPlan()
const { next } = useGo()
</script>

<template>
  <p class="up-next">
    <button v-if="plan.next" type="button" class="key" @click="next">
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
