<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { computed } from 'vue'
import type { SheetAnswer } from '@halitus/core/contract'
import { fingeringsOf, fingerSystem, handsInWords, type Instrument } from '@halitus/core/instruments'
import { prettyNote } from '@halitus/core/pitch'
import { Fingers } from '@/drawings/index.ts'

/** A note that was touched: its fingers in this place, why these, the other ways, and a breath before it. */
const props = defineProps<{ sheet: SheetAnswer; index: number; inst: Instrument }>()
const emit = defineEmits<{ breath: [onset: number]; fingers: [touches: string[]]; close: [] }>()
const note = computed(() => props.sheet.notes[props.index]!)
const system = computed(() => fingerSystem(props.inst))
const others = computed(() =>
  fingeringsOf(props.inst, note.value.written)
    .filter((f) => f.kind !== 'trill' && f.touches.join() !== note.value.touches.join())
    .slice(0, 2),
)
const isNew = computed(() => props.sheet.reading.newNotes.some((n) => n.written === note.value.written))
const breathes = computed(() =>
  props.sheet.plans[0]?.breaths.some((b) => Math.abs(b.onset - note.value.onset) < 1e-6),
)
</script>

<template>
  <section class="touched" aria-live="polite">
    <header>
      <b class="name">{{ prettyNote(note.written) }}</b>
      <span class="soft"
        >bar {{ sheet.bars[note.measure]!.number }}{{ isNew ? ', new' : ''
        }}{{ note.why ? `: ${note.why}` : '' }}</span
      >
      <span class="acts">
        <Button v-if="index" size="small" @click="emit('breath', note.onset)">{{
          breathes ? 'No breath before it' : 'Breathe before it'
        }}</Button>
        <Button
          v-for="o in others"
          :key="o.touches.join()"
          size="small"
          :title="handsInWords(system, o.touches)"
          @click="emit('fingers', o.touches)"
          >{{ o.use || 'Another fingering' }}</Button
        >
        <Button size="small" @click="emit('close')">Close</Button>
      </span>
    </header>
    <Fingers
      :system="system"
      :family="inst.family"
      :held="note.touches"
      :label="`${prettyNote(note.written)}: ${handsInWords(system, note.touches)}`"
    />
  </section>
</template>

<style scoped>
.touched {
  margin: 6px 0;
}
header {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 6px 14px;
}
.name {
  font-size: 34px;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin-left: auto;
}
.touched :deep(svg) {
  max-height: 150px;
}
</style>
