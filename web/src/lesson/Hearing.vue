<script setup lang="ts">
import { Button, Popover } from 'ant-design-vue'
import { computed } from 'vue'
import { PRESETS, presetsFor } from '@halitus/core/player'
import Bell from '@/drawings/Bell.vue'
import { useListening } from '@/listening/index.ts'
import Choice from '@/parts/Choice.vue'
import { useLesson } from './store.ts'

/** The bell: how loud it is stands in its bore; a touch says what is listened to. */
const lesson = useLesson()
const listening = useListening()
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
const heardFrom = computed(
  () => ({ microphone: 'hears', player: 'simulated', file: 'file' })[listening.source],
)
/** From 60 dB below the loudest to it. */
const level = computed(() => Math.max(0, Math.min(100, (listening.levelDb + 60) / 0.6)))
</script>

<template>
  <Popover trigger="click" placement="leftBottom" title="What is heard">
    <button type="button" class="hears" aria-label="What is heard">
      <span
        role="meter"
        aria-label="Level"
        :aria-valuenow="Math.round(level)"
        aria-valuemin="0"
        aria-valuemax="100"
        ><Bell :level="level / 100" class="bell"
      /></span>
      <span class="source">{{ heardFrom }}</span>
    </button>
    <template #content>
      <p class="listens">
        <label for="source">listens to</label>
        <Choice id="source" v-model="chosen" :options="sources" />
      </p>
      <Button v-if="listening.source !== 'microphone'" type="link" @click="chosen = 'microphone'"
        >Back to the microphone</Button
      >
    </template>
  </Popover>
</template>

<style scoped>
.hears {
  flex: none;
  display: block;
  position: relative;
  padding: 0;
  border: 0;
  background: none;
  color: var(--on-wood);
  font: inherit;
  cursor: pointer;
}
.hears span {
  display: block;
}
.source {
  position: absolute;
  left: 0;
  right: 0;
  bottom: 4px;
  font-size: 14px;
  text-align: center;
}
.listens {
  display: grid;
  gap: 6px;
  min-width: 260px;
}
@media (max-height: 760px) {
  .bell {
    height: 96px;
  }
}
@media (max-width: 700px) {
  .hears {
    width: 44px;
    overflow: hidden;
  }
  .bell {
    width: 40px;
    height: 84px;
  }
  .source {
    display: none !important;
  }
}
</style>
