<script setup lang="ts">
import { computed } from 'vue'
import type { Instrument } from '@halitus/core/instruments'
import MouthFront from './MouthFront.vue'
import MouthSide from './MouthSide.vue'
import { heldOf, pointOf, wrongOf } from './mouth.ts'

/**
 * A mouth from the front and cut open from the side. What is to be looked at lies on it as points: a touch says it is so, the
 * drawing moves with it, and dashed brass shows where it belongs.
 */
const props = defineProps<{
  inst: Instrument
  signs: readonly { id: string; words: string }[]
  /** Signs that were seen. */
  seen: readonly string[]
}>()
defineEmits<{ tap: [sign: string] }>()

const held = computed(() => heldOf(props.inst))
const wrong = computed(() => wrongOf(props.seen))
const points = computed(() =>
  props.signs.flatMap(({ id, words }) => {
    const point = pointOf(id)
    return point ? [{ ...point, id, says: words, isSeen: props.seen.includes(id) }] : []
  }),
)
const front = computed(() => points.value.filter((p) => p.view === 'front'))
const side = computed(() => points.value.filter((p) => p.view === 'side'))
</script>

<template>
  <div class="views">
    <MouthFront :held="held" :wrong="wrong" :points="front" @tap="(id) => $emit('tap', id)" />
    <MouthSide :held="held" :wrong="wrong" :points="side" @tap="(id) => $emit('tap', id)" />
  </div>
</template>

<style scoped>
.views {
  display: grid;
  grid-template-columns: 124fr 110fr;
  gap: 10px;
}
@media (max-width: 700px) {
  .views {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
