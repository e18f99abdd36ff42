<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { computed, ref, watch } from 'vue'
import { RouterView, useRoute, useRouter } from 'vue-router'
import { useEventListener, useMediaQuery } from '@vueuse/core'
import { STAGES } from '@halitus/core/contract'
import RunningTimers from './RunningTimers.vue'
import ToolsBar from './ToolsBar.vue'
import { whenBehind } from '@/base/elsewhere.ts'
import { isTyping } from '@/base/keys.ts'
import { clock, dayName, endClock } from '@/base/words.ts'
import LessonLine from './LessonLine.vue'
import NeedsNow from './NeedsNow.vue'
import NotedToday from './NotedToday.vue'
import { useLesson } from './store.ts'

const props = defineProps<{ id: string }>()
const lesson = useLesson()
const route = useRoute()
const router = useRouter()
const wide = useMediaQuery('(min-width: 1100px)')
const notedShown = ref(wide.value)

watch(
  () => props.id,
  (id) => void lesson.open(id),
  { immediate: true },
)
// Another tab or another teacher may have added something while this one was away.
whenBehind(lesson.refresh)
useEventListener('keydown', (event: KeyboardEvent) => {
  const stage = STAGES[Number(event.key) - 1]
  if (stage && !isTyping(event)) void router.push({ name: stage, params: { id: props.id } })
})
const when = computed(() => {
  const l = lesson.answer?.lesson
  return l ? `${dayName(l.startsAt)}, ${clock(l.startsAt)} – ${endClock(l.startsAt, l.minutes)}` : ''
})
</script>

<template>
  <Teleport to="#top-right" defer>{{ when }}</Teleport>
  <template v-if="lesson.answer">
    <LessonLine :current="String(route.name)" />
    <div class="zones" :class="{ folded: !notedShown }">
      <aside class="needs" aria-label="What this learner needs now">
        <NeedsNow :answer="lesson.answer" />
      </aside>
      <main id="work" class="work"><RouterView /></main>
      <aside class="noted" aria-label="Noted today">
        <Button size="small" class="fold" :aria-expanded="notedShown" @click="notedShown = !notedShown">
          {{ notedShown ? 'Fold away' : 'Noted' }}
        </Button>
        <NotedToday v-if="notedShown" />
      </aside>
    </div>
    <RunningTimers />
    <ToolsBar />
  </template>
  <main v-else id="work" class="waiting">
    <template v-if="lesson.failed">
      <h1>This lesson can’t be opened</h1>
      <p>{{ lesson.failed }}</p>
      <p><RouterLink to="/">To today</RouterLink></p>
    </template>
    <p v-else class="soft" role="status">Opening the lesson …</p>
  </main>
</template>

<style scoped>
.zones {
  flex: 1;
  min-height: 0;
  display: grid;
  grid-template-columns: 216px minmax(0, 1fr) 216px;
}
.zones.folded {
  grid-template-columns: 216px minmax(0, 1fr) 92px;
}
.needs,
.noted {
  background: var(--paper);
  padding: 18px 18px;
  overflow: auto;
}
.noted {
  border-left: 1px solid var(--line);
}
.needs {
  border-right: 1px solid var(--line);
}
.fold {
  float: right;
}
.work {
  overflow: auto;
  padding: 20px 24px;
  min-width: 0;
}
.waiting {
  padding: 48px;
  display: grid;
  gap: 12px;
  align-content: start;
}
@media (max-width: 900px) {
  .zones,
  .zones.folded {
    display: flex;
    flex-direction: column;
    overflow: auto;
  }
  .work {
    order: -1;
    overflow: visible;
    flex: none;
    padding: 16px 14px;
  }
  .needs,
  .noted {
    border: 0;
  }
}
</style>
