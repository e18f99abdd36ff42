<script setup lang="ts">
import { computed } from 'vue'
import type { SetupStep, StepPicture } from '@halitus/core/instruments'
import { GaugePicture } from '@/drawings/index.ts'

/** Right and wrong side by side on one line: too little at the left, right in the middle, too much at the right. The picture answers. */
const props = defineProps<{
  picture: StepPicture
  step: SetupStep
  /** The key of each fault, in the step's order. */
  letters: string
  chosen: string | undefined
  /** What was wrong here last time. */
  last: string | undefined
}>()
defineEmits<{ right: []; wrong: [faultId: string] }>()

const rightWords = computed(() =>
  props.step.tolerance ? `${props.step.tolerance} (${props.step.source})` : '',
)
const sides = computed(() => {
  const { below, above, right, measure } = props.picture
  const wrong = (side: typeof below, at: string) => {
    const index = props.step.faults.findIndex((f) => f.id === side?.faultId)
    const fault = props.step.faults[index]
    return side && fault
      ? [{ at, fault, letter: props.letters[index], values: { ...right, [measure.id]: side.value } }]
      : []
  }
  return [
    ...wrong(below, 'below'),
    { at: 'right', fault: undefined, letter: undefined, values: right },
    ...wrong(above, 'above'),
  ]
})
</script>

<template>
  <div class="triple" role="group" :aria-label="picture.gauge.name">
    <button
      v-for="s in sides"
      :key="s.at"
      type="button"
      class="side"
      :class="[s.at, { chosen: s.fault && s.fault.id === chosen }]"
      :aria-label="s.fault ? `${s.fault.what}: ${s.fault.effect}` : 'Like this'"
      @click="s.fault ? $emit('wrong', s.fault.id) : $emit('right')"
    >
      <GaugePicture :values="s.values" :gauge="picture.gauge" still class="drawing" />
      <span class="words">
        <b
          >{{ s.fault?.what ?? 'Like this' }}
          <span v-if="s.fault && s.fault.id === last" class="last">last time</span></b
        >
        <kbd v-if="s.letter">{{ s.letter }}</kbd>
        <span class="effect">{{ s.fault?.effect ?? rightWords }}</span>
      </span>
    </button>
  </div>
</template>

<style scoped>
.triple {
  display: grid;
  grid-auto-flow: column;
  grid-auto-columns: minmax(0, 1fr);
  gap: 16px;
}
.side {
  display: flex;
  flex-direction: column;
  min-width: 0;
  padding: 12px 18px 14px;
  font: inherit;
  color: inherit;
  text-align: left;
  background: none;
  border: 3px solid transparent;
  border-radius: var(--radius);
  cursor: pointer;
}
.side.right {
  background: var(--cane);
}
.side:not(.right):hover {
  background: var(--lacquer-wash);
}
.side.chosen {
  border-color: var(--lacquer);
}
.drawing {
  flex: none;
  width: 100%;
  height: 220px;
  pointer-events: none;
}
.words {
  display: grid;
  grid-template-columns: 1fr auto;
  align-items: baseline;
  gap: 2px 10px;
  margin-top: 8px;
}
.words b {
  font-size: 24px;
  line-height: 1.15;
  font-weight: 680;
}
.last {
  margin-left: 8px;
  font-size: 16px;
  color: var(--brass-text);
}
.effect {
  grid-column: 1 / -1;
  font-size: 17px;
  line-height: 1.25;
  color: var(--soft);
}
.right .effect {
  color: var(--ink);
}
@media (max-width: 700px) {
  .triple {
    grid-auto-flow: row;
    gap: 6px;
  }
  .side {
    flex-direction: row;
    align-items: center;
    gap: 12px;
    padding: 6px 10px;
  }
  .drawing {
    width: 128px;
    height: 96px;
  }
  .words {
    flex: 1;
    margin: 0;
  }
  .words b {
    font-size: 20px;
  }
}
</style>
