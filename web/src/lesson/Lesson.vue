<script setup lang="ts">
import { Button, Drawer, Modal, Textarea } from 'ant-design-vue'
import { computed, ref, watch } from 'vue'
import { RouterView, useRoute, useRouter } from 'vue-router'
import { useEventListener, useIntervalFn } from '@vueuse/core'
import { STAGES } from '@halitus/core/contract'
import { factsOf } from '@halitus/core/records'
import { daysBetween, isBefore } from '@halitus/core/time'
import PulsePanel from './PulsePanel.vue'
import RunningTimers from './RunningTimers.vue'
import ToolsRail from './ToolsRail.vue'
import { whenBehind } from '@/base/elsewhere.ts'
import { studioNow } from '@/base/clock.ts'
import { useDraft } from '@/base/drafts.ts'
import { guidePageFor, guideShown } from '@/base/guide.ts'
import { focusOnOpen } from '@/base/focus.ts'
import { isTyping } from '@/base/keys.ts'
import { clock, dayName, endClock } from '@/base/words.ts'
import LessonLine from './LessonLine.vue'
import NeedsNow from './NeedsNow.vue'
import NotedToday from './NotedToday.vue'
import { useLesson } from './store.ts'
import { useTools } from './tools.ts'

const props = defineProps<{ id: string }>()
const lesson = useLesson()
const route = useRoute()
const router = useRouter()
const tools = useTools()
/** What slides over the work: what this learner needs, and what was noted today. */
const needsShown = ref(false)
const notedShown = ref(false)

watch(
  () => props.id,
  (id) => void lesson.open(id),
  { immediate: true },
)
// Another tab or another teacher may have added something while this one was away.
whenBehind(lesson.refresh)
useEventListener('keydown', (event: KeyboardEvent) => {
  // Wherever the focus is, what slid over the work goes.
  if (event.key === 'Escape') needsShown.value = notedShown.value = false
  // Who types on at once loses nothing while the field is still on its way.
  if (noteOpen.value && !isTyping(event) && event.key.length === 1) {
    const field = document.getElementById('quick-note')
    // Once it is there it takes the letter itself: what the model is told now could be written over by the next one.
    if (field) return field.focus()
    event.preventDefault()
    noting.value += event.key
    return
  }
  const stage = STAGES[Number(event.key) - 1]
  if (isTyping(event)) return
  // Where figures answer a check they don't lead to stops.
  if (stage && route.name === stage) lesson.partsAsked++
  else if (stage && route.name !== 'squeak') void router.push({ name: stage, params: { id: props.id } })
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
/** What is played, and for how long. */
const onWhat = computed(() => {
  const weeks = factsOf(lesson.entries).weeksPlaying
  // What it is called without its pitch: “Clarinet in B♭” is a clarinet, a practice chanter all of it.
  const name = lesson.inst?.name.replace(/ in .*/, '') ?? ''
  return weeks ? `${name}, week ${weeks}` : name
})
/** Who has done something since is new no longer. */
const needy = computed(() => lesson.answer?.concerns.some((c) => c.kind !== 'new'))
function help() {
  needsShown.value = false
  guideShown.value = guidePageFor(String(route.name))
}
/** The stop that is worked at; what squeaked belongs to the one that it was opened from. */
const stop = computed(() => String(route.name === 'squeak' ? route.query.from : route.name))
/** A note from anywhere, by one key: it is kept at the stop that is open. */
const noting = useDraft(() => `quick-note.${props.id}`, '')
const noteOpen = ref(false)
focusOnOpen(noteOpen, 'quick-note')
async function keepNote() {
  const text = noting.value.trim()
  if (!text) return
  const stage = STAGES.find((s) => s === stop.value) ?? 'setup'
  if (!(await lesson.add(stage, 'note', { text }, 'typed'))) return
  noting.value = ''
  noteOpen.value = false
}
</script>

<template>
  <template v-if="lesson.answer">
    <Teleport to="#band" defer>
      <button
        type="button"
        class="who"
        :aria-label="`${lesson.answer.learner.name}: what is needed now`"
        :aria-expanded="needsShown"
        @click="needsShown = !needsShown"
      >
        <span class="name"
          >{{ lesson.answer.learner.name }}<i v-if="needy" class="dot" aria-hidden="true"></i
        ></span>
        <span class="sub">{{ onWhat }}</span>
      </button>
      <LessonLine :current="stop" />
    </Teleport>
    <Teleport to="#rail" defer>
      <ToolsRail :left="left" :noted="lesson.noted.length" @pencil="notedShown = !notedShown" />
    </Teleport>
    <main id="work" class="work"><RouterView /></main>
    <RunningTimers />
    <PulsePanel v-if="tools.pulsing" />
    <Drawer
      v-model:open="needsShown"
      placement="left"
      width="min(420px, 92vw)"
      :title="when"
      :mask-style="{ background: 'rgb(34 27 31 / 24%)' }"
      force-render
    >
      <aside aria-label="What this learner needs now">
        <NeedsNow :answer="lesson.answer" />
        <p><Button @click="help">Guide: what helps at this stop</Button></p>
      </aside>
    </Drawer>
    <Drawer
      v-model:open="notedShown"
      placement="right"
      width="min(420px, 92vw)"
      title="Noted today"
      :mask-style="{ background: 'rgb(34 27 31 / 24%)' }"
      force-render
    >
      <aside aria-label="Noted today"><NotedToday /></aside>
    </Drawer>
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
.who {
  flex: none;
  width: 190px;
  padding: 6px 10px 0 0;
  font: inherit;
  line-height: 1.25;
  text-align: left;
  color: var(--on-wood);
  background: none;
  border: 0;
  cursor: pointer;
}
.name,
.sub {
  display: block;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.name {
  font-size: 18px;
  font-weight: 650;
}
.dot {
  display: inline-block;
  width: 10px;
  height: 10px;
  margin-left: 9px;
  border-radius: 50%;
  background: var(--brass-on-wood);
}
.sub {
  font-size: 14px;
  color: var(--on-wood-soft);
}
.work {
  flex: 1;
  min-height: 0;
  min-width: 0;
  overflow: auto;
  padding: 14px 28px 20px;
}
.waiting {
  padding: 48px;
  display: grid;
  gap: 12px;
  align-content: start;
}
@media (max-width: 1000px) {
  .who {
    width: 130px;
  }
}
@media (max-width: 700px) {
  .who {
    width: 92px;
    padding-top: 8px;
  }
  .work {
    padding: 12px 14px 16px;
  }
}
</style>
