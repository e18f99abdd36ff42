<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { computed, ref } from 'vue'
import { RouterLink, useRoute } from 'vue-router'
import { useEventListener } from '@vueuse/core'
import { hzOfMidi, parseNote } from '@halitus/core/pitch'
import { PRESETS, presetsFor } from '@halitus/core/player'
import { useLesson } from './store.ts'
import { useListening } from '@/listening/index.ts'
import Choice from '@/parts/Choice.vue'
import { isTyping } from '@/base/keys.ts'
import { useNotices } from '@/base/notices.ts'
import PulsePanel from './PulsePanel.vue'
import { useTools } from './tools.ts'

const tools = useTools()
const lesson = useLesson()
const route = useRoute()
const listening = useListening()
const notices = useNotices()

/** The players that this instrument's learners may turn out to be. */
const players = computed(() => (lesson.inst ? presetsFor(lesson.inst) : PRESETS))
const sources = computed(() => [
  { value: 'microphone', label: 'Microphone' },
  ...players.value.map((p) => ({ value: `player:${p.id}`, label: `Simulated: ${p.name.toLowerCase()}` })),
  { value: 'file', label: 'WAVE file' },
])
const chosen = computed({
  get: () => {
    if (listening.source !== 'player') return listening.source
    const fits = players.value.some((p) => p.id === listening.presetId)
    return `player:${fits ? listening.presetId : PRESETS[0].id}`
  },
  set: (value: string) => {
    const [kind, preset] = value.split(':')
    listening.source = kind as typeof listening.source
    if (preset) listening.presetId = preset
  },
})
const level = computed(() => Math.max(0, Math.min(100, (listening.levelDb + 60) / 0.6)))
const referenceHz = computed(() => hzOfMidi(parseNote('A4').midi, lesson.a4Hz))

const counting = ref(false)
const guarded = (work: () => Promise<void>) => notices.attempt(work)
useEventListener('keydown', (event: KeyboardEvent) => {
  if (isTyping(event)) return
  if (event.key === 'p') void guarded(tools.togglePulse)
  if (event.key === 't') tools.toggleTimer()
  if (event.key === 'k' && !event.repeat) tools.tap()
})
</script>

<template>
  <PulsePanel v-if="counting || tools.pulsing" :settings="counting" />
  <footer class="tools" aria-label="Tools">
    <div class="tool">
      <button class="plain" type="button" :aria-pressed="tools.pulsing" @click="guarded(tools.togglePulse)">
        <b :class="{ beating: tools.pulsing }">{{ tools.bpm }}</b> pulse
      </button>
      <Button size="small" aria-label="Pulse slower" @click="tools.setBpm(tools.bpm - 4)">−</Button>
      <Button size="small" aria-label="Pulse faster" @click="tools.setBpm(tools.bpm + 4)">+</Button>
      <Button size="small" @click="tools.tap()">Tap <kbd>k</kbd></Button>
      <Button size="small" :aria-pressed="counting" @click="counting = !counting">Counting</Button>
    </div>
    <div class="tool">
      <button class="plain" type="button" :aria-pressed="tools.timerRuns" @click="tools.toggleTimer()">
        <b>{{ tools.timerText }}</b> timer
      </button>
      <Button
        v-if="tools.timerText !== '0:00'"
        size="small"
        aria-label="Timer back to zero"
        @click="tools.resetTimer()"
        >↺</Button
      >
    </div>
    <button
      class="plain tool"
      type="button"
      :aria-pressed="tools.sounding"
      @click="guarded(() => tools.toggleReference(referenceHz))"
    >
      <b>A {{ lesson.a4Hz }}</b> {{ tools.sounding ? 'sounding' : 'reference' }}
    </button>
    <RouterLink
      v-if="lesson.answer"
      class="squeak"
      :to="{ name: 'squeaks', query: { lesson: lesson.answer.lesson.id, from: String(route.name) } }"
      >It squeaks <kbd>q</kbd></RouterLink
    >
    <div class="from">
      <label for="source">listens to</label>
      <Choice id="source" v-model="chosen" :options="sources" class="source" />
      <span
        class="level"
        role="meter"
        aria-label="Level"
        :aria-valuenow="Math.round(level)"
        aria-valuemin="0"
        aria-valuemax="100"
      >
        <span :style="{ width: `${level}%` }"></span>
      </span>
    </div>
  </footer>
</template>

<style scoped>
.tools {
  display: flex;
  align-items: center;
  gap: 22px;
  height: 60px;
  flex: none;
  padding: 0 24px;
  border-top: 1px solid var(--line);
  background: var(--surface);
}
.squeak {
  color: var(--ink);
  border: 1px solid var(--soft);
  border-radius: var(--radius);
  padding: 5px 12px;
  text-decoration: none;
  white-space: nowrap;
}
.tool {
  display: flex;
  align-items: baseline;
  gap: 8px;
  flex: none;
  white-space: nowrap;
}
.tool b {
  margin-right: 4px;
  font-size: 22px;
  font-weight: 650;
}
.beating {
  color: var(--metal-text);
}
.tool [aria-pressed='true'] b,
.tool[aria-pressed='true'] b {
  color: var(--metal-text);
}
.from {
  position: relative;
  margin-left: auto;
  display: flex;
  align-items: center;
  gap: 12px;
  min-width: 0;
}
.from label {
  white-space: nowrap;
  color: var(--soft);
}
.source {
  width: 310px;
  min-width: 90px;
}
.level {
  flex: 0 1 110px;
  min-width: 40px;
  height: 10px;
  background: var(--line);
  border-radius: 5px;
  overflow: hidden;
}
.level span {
  display: block;
  height: 100%;
  background: var(--ink);
}
/* Between a laptop’s width and a phone’s there is room for what counts. */
@media (max-width: 1320px) {
  /* Still read aloud. */
  .from label {
    position: absolute;
    left: 0;
    clip-path: inset(50%);
  }
}
@media (max-width: 940px) {
  .tools {
    flex-wrap: wrap;
    height: auto;
    gap: 6px 18px;
    padding: 8px 14px;
  }
  .from {
    width: 100%;
    margin: 0;
  }
  .source {
    flex: 1;
    width: auto;
    min-width: 0;
  }
}
</style>
