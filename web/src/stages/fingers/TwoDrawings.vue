<script setup lang="ts">
import { prettyNote } from '@halitus/core/pitch'
import Choice from '@/parts/Choice.vue'
import { Fingers } from '@/drawings/index.ts'
import type { FingerSystem, Fingering, Instrument } from '@halitus/core/instruments'
import type { Move } from '@halitus/core/fingering'

/** The two fingerings of a change side by side, each to be chosen where there are several; the first shows what moves. */
defineProps<{
  inst: Instrument
  system: FingerSystem
  from: string
  to: string
  fromOptions: readonly Fingering[]
  toOptions: readonly Fingering[]
  a: Fingering
  b: Fingering
  move: Move
}>()
const fromUse = defineModel<number>('fromUse', { required: true })
const toUse = defineModel<number>('toUse', { required: true })
const label = (f: { use: string; confidence: string }) =>
  `${f.use}${f.confidence === 'medium' ? ' (in doubt)' : ''}`
const options = (list: readonly { use: string; confidence: string }[]) =>
  list.map((f, i) => ({ value: i, label: label(f) }))
</script>

<template>
  <div class="drawings">
    <div class="drawing">
      <div class="beside">
        <b>{{ prettyNote(from) }}</b>
        <Choice
          v-if="fromOptions.length > 1"
          v-model="fromUse"
          :options="options(fromOptions)"
          small
          :label="`Fingering of ${from}`"
          class="use"
        />
      </div>
      <Fingers
        :system="system"
        :family="inst.family"
        :held="a.touches"
        :pressing="move.press"
        :lifting="move.lift"
        :label="`${inst.name}: ${a.written}, with what moves towards ${b.written}`"
      />
    </div>
    <div class="drawing">
      <div class="beside">
        <b>{{ prettyNote(to) }}</b>
        <Choice
          v-if="toOptions.length > 1"
          v-model="toUse"
          :options="options(toOptions)"
          small
          :label="`Fingering of ${to}`"
          class="use"
        />
      </div>
      <Fingers
        :system="system"
        :family="inst.family"
        :held="b.touches"
        :label="`${inst.name}: ${b.written}`"
      />
    </div>
  </div>
</template>

<style scoped>
.drawings {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 4px 22px;
}
.beside {
  display: flex;
  align-items: center;
  gap: 12px;
  min-width: 0;
  min-height: 36px;
}
.use {
  min-width: 0;
  max-width: min(100%, calc(100vw - 120px));
}
.beside b {
  font-size: 30px;
  line-height: 1.1;
}
@media (min-width: 701px) and (max-width: 1000px) {
  .drawings {
    grid-template-columns: 1fr;
  }
}
</style>
