<script setup lang="ts">
import { computed, onMounted } from 'vue'
import type { EntryRecord } from '@halitus/core/contract'
import { instrument, type InstrumentId } from '@halitus/core/instruments'
import CrowPanel from './CrowPanel.vue'
import StrengthAdviser from './StrengthAdviser.vue'
import { useReeds } from './store.ts'

/** Whether the reed is at fault: a single reed by its symptoms, a double reed or chanter reed by its crow. */
const props = defineProps<{
  learnerId: string
  instrumentId: InstrumentId
  entries: readonly EntryRecord[]
}>()
const emit = defineEmits<{ note: [text: string] }>()
const reeds = useReeds()
onMounted(() => void reeds.load(props.learnerId))
const reed = computed(() => instrument(props.instrumentId).reed)
const shelf = computed(() =>
  reeds.shelves?.find((s) => s.learner.id === props.learnerId && s.instrument === props.instrumentId),
)
/** What is in the mouthpiece, else the one whose turn it is. */
const strength = computed(() => {
  const own = shelf.value
  const best =
    own?.reeds.find((r) => r.inMouthpiece) ?? own?.reeds.find((r) => r.id === own.rotation[0]?.reedId)
  return best?.strength ?? null
})
</script>

<template>
  <StrengthAdviser v-if="reed?.kind === 'single'" :strength="strength" :entries="entries" />
  <CrowPanel v-else-if="reed" :reed="reed" @note="(text) => emit('note', text)" />
</template>
