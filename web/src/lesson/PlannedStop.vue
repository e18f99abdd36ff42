<script setup lang="ts">
import { computed } from 'vue'
import type { Stage } from '@halitus/core/contract'
import Stop from './Stop.vue'
import { useLesson } from './store.ts'

/** A stop that doesn't measure yet: what is planned for the learner, large enough to read, and a note of how it went. */
const props = defineProps<{ stage: Stage; hint: string }>()
const lesson = useLesson()
const plan = computed(() => lesson.plan(props.stage).text)
</script>

<template>
  <Stop :stage="stage" open>
    <p class="plan">{{ plan || 'Nothing planned yet.' }}</p>
    <p class="soft">{{ hint }}</p>
    <slot />
  </Stop>
</template>

<style scoped>
.plan {
  font-size: 34px;
  line-height: 1.2;
  font-weight: 600;
  margin: 8px 0;
}
</style>
