<script setup lang="ts">
import { Popover } from 'ant-design-vue'
import { computed, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { useEventListener } from '@vueuse/core'
import { hzOfMidi, parseNote } from '@halitus/core/pitch'
import { isTyping } from '@/base/keys.ts'
import { useNotices } from '@/base/notices.ts'
import Sign from '@/drawings/Sign.vue'
import Hearing from './Hearing.vue'
import PulseSettings from './PulseSettings.vue'
import RailTool from './RailTool.vue'
import { useLesson } from './store.ts'
import { useTools } from './tools.ts'

/** What is in reach at every stop, down the rail: pulse, reference, timer, squeak, what was noted; and the bell that hears. */
defineProps<{ left: number | undefined; noted: number }>()
defineEmits<{ pencil: [] }>()
const tools = useTools()
const lesson = useLesson()
const route = useRoute()
const router = useRouter()
const notices = useNotices()

const referenceHz = computed(() => hzOfMidi(parseNote('A4').midi, lesson.a4Hz))

const counting = ref(false)
const guarded = (work: () => Promise<void>) => notices.attempt(work)
/** Opened from a stop it goes back there; touched once more it closes. */
const squeaks = () =>
  route.name === 'squeak'
    ? router.push({ name: String(route.query.from ?? 'setup'), params: { id: lesson.answer!.lesson.id } })
    : router.push({
        name: 'squeak',
        params: { id: lesson.answer!.lesson.id },
        query: { from: String(route.name) },
      })
useEventListener('keydown', (event: KeyboardEvent) => {
  if (isTyping(event)) return
  if (event.key === 'p') void guarded(tools.togglePulse)
  if (event.key === 't') tools.toggleTimer()
  if (event.key === 'k' && !event.repeat) tools.tap()
})
</script>

<template>
  <p class="minutes">
    <template v-if="left !== undefined"
      ><b>{{ left }}</b> min left</template
    >
  </p>
  <div class="tools" role="group" aria-label="Tools">
    <div class="pulse">
      <RailTool
        word="pulse"
        :big="String(tools.bpm)"
        :on="tools.pulsing"
        @press="guarded(tools.togglePulse)"
      />
      <span class="more">
        <button type="button" aria-label="Pulse slower" @click="tools.setBpm(tools.bpm - 4)">−</button>
        <Popover v-model:open="counting" trigger="click" placement="left" title="Counting">
          <button type="button" aria-label="Counting">…</button>
          <template #content><PulseSettings /></template>
        </Popover>
        <button type="button" aria-label="Pulse faster" @click="tools.setBpm(tools.bpm + 4)">+</button>
      </span>
    </div>
    <RailTool
      :word="`${lesson.a4Hz} Hz`"
      big="A"
      :aria-label="`Reference A, ${lesson.a4Hz} Hz`"
      :on="tools.sounding"
      class="reference"
      @press="guarded(() => tools.toggleReference(referenceHz))"
    />
    <div class="timer">
      <RailTool word="timer" :big="tools.timerText" :on="tools.timerRuns" @press="tools.toggleTimer()" />
      <button
        v-if="tools.timerText !== '0:00'"
        type="button"
        class="reset"
        aria-label="Timer back to zero"
        @click="tools.resetTimer()"
      >
        ↺
      </button>
    </div>
    <RailTool
      word="squeak"
      aria-label="It squeaks"
      class="squeak"
      :on="route.name === 'squeak'"
      @press="squeaks"
      ><Sign name="squeaks"
    /></RailTool>
    <div id="rail-stop" class="stop"></div>
    <RailTool :word="noted ? `noted ${noted}` : 'noted'" class="pencil" @press="$emit('pencil')"
      ><Sign name="pencil"
    /></RailTool>
  </div>
  <Hearing />
</template>

<style scoped>
.minutes {
  flex: none;
  height: 56px;
  padding-top: 8px;
  text-align: center;
  font-size: 14px;
  line-height: 1.1;
  color: var(--on-wood-soft);
}
.minutes b {
  display: block;
  font-size: 24px;
  color: var(--on-wood);
}
.tools {
  flex: 1;
  min-height: 0;
  display: flex;
  flex-direction: column;
  gap: 6px;
  padding-top: 10px;
}
.pulse,
.timer {
  position: relative;
}
.more {
  display: flex;
  justify-content: center;
}
.more button,
.reset {
  font: inherit;
  font-size: 19px;
  line-height: 1;
  width: 27px;
  height: 30px;
  color: var(--on-wood-soft);
  background: none;
  border: 0;
  cursor: pointer;
}
.more button:hover,
.reset:hover {
  color: var(--on-wood);
}
.reset {
  position: absolute;
  right: 0;
  top: 2px;
}
.squeak {
  color: var(--lacquer-on-wood);
}
/* What stops everything takes the pencil's place. */
.stop:empty {
  display: none;
}
.stop:not(:empty) + .pencil {
  display: none;
}
@media (max-width: 700px) {
  .minutes {
    display: none;
  }
  .tools {
    flex-direction: row;
    gap: 0;
    padding: 0;
  }
  .more button {
    width: 47px;
    height: 26px;
  }
  /* No room for three fingers: the tempo stands behind the middle one. */
  .more button:first-child,
  .more button:last-child {
    display: none;
  }
  .tools :deep(.tool) {
    height: 58px;
    min-height: 0;
  }
}
</style>
