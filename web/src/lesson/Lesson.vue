<script setup lang="ts">
import { Button, Modal, Textarea } from 'ant-design-vue'
import { computed, ref, watch } from 'vue'
import { RouterView, useRoute, useRouter } from 'vue-router'
import { useEventListener, useIntervalFn, useMediaQuery } from '@vueuse/core'
import { STAGES } from '@halitus/core/contract'
import { daysBetween, isBefore } from '@halitus/core/time'
import RunningTimers from './RunningTimers.vue'
import ToolsBar from './ToolsBar.vue'
import { whenBehind } from '@/base/elsewhere.ts'
import { studioNow } from '@/base/clock.ts'
import { useDraft } from '@/base/drafts.ts'
import { focusOnOpen } from '@/base/focus.ts'
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
  // Who types on at once loses nothing while the field is still on its way.
  if (noteOpen.value && !isTyping(event) && event.key.length === 1) {
    event.preventDefault()
    noting.value += event.key
    return
  }
  const stage = STAGES[Number(event.key) - 1]
  if (isTyping(event)) return
  if (stage) void router.push({ name: stage, params: { id: props.id } })
  if (event.key === 'm' && lesson.answer) {
    event.preventDefault()
    noteOpen.value = true
  }
})
const when = computed(() => {
  const l = lesson.answer?.lesson
  if (!l) return ''
  const span = `${dayName(l.startsAt)}, ${clock(l.startsAt)} – ${endClock(l.startsAt, l.minutes)}`
  return left.value === undefined ? span : `${span}, ${left.value} min left`
})
/** Minutes that are left while the lesson goes on. */
const now = ref(studioNow())
useIntervalFn(() => (now.value = studioNow()), 10_000)
const left = computed(() => {
  const l = lesson.answer?.lesson
  if (!l || l.finishedAt || isBefore(now.value, l.startsAt)) return undefined
  const minutes = Math.ceil(l.minutes - 1440 * daysBetween(l.startsAt, now.value))
  return minutes > 0 ? minutes : undefined
})
/** A note from anywhere, by one key: it is kept at the stop that is open. */
const noting = useDraft(() => `quick-note.${props.id}`, '')
const noteOpen = ref(false)
focusOnOpen(noteOpen, 'quick-note')
async function keepNote() {
  const text = noting.value.trim()
  if (!text) return
  const stage = STAGES.find((s) => s === route.name) ?? 'setup'
  if (!(await lesson.add(stage, 'note', { text }, 'typed'))) return
  noting.value = ''
  noteOpen.value = false
}
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
    <Modal v-model:open="noteOpen" title="Note" ok-text="Keep note" cancel-text="Leave" @ok="keepNote">
      <Textarea
        id="quick-note"
        v-model:value="noting"
        :rows="3"
        :maxlength="1000"
        aria-label="Note"
        placeholder="One thing seen or heard"
        @keydown.enter.exact.prevent="keepNote"
        @keydown.enter.ctrl.prevent="keepNote"
      />
    </Modal>
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
