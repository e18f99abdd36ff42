<script setup lang="ts">
import { Button, Input } from 'ant-design-vue'
import { computed } from 'vue'
import { instrument, type InstrumentId } from '@halitus/core/instruments'
import { useFormDraft } from '@/base/drafts.ts'
import Quantity from '@/parts/Quantity.vue'
import { useReeds } from './store.ts'

/** Another reed onto a learner's shelf. */
const props = defineProps<{ learnerId: string; instrumentId: InstrumentId }>()
const reeds = useReeds()
const kind = computed(() => instrument(props.instrumentId).reed?.kind ?? null)
const fresh = useFormDraft(`reed.${props.learnerId}.${props.instrumentId}`, {
  name: '',
  maker: '',
  strength: 2 as number | undefined,
  strengthWords: 'medium-soft',
  cut: '',
})
async function add() {
  const single = kind.value === 'single'
  const { name, maker, cut, strength, strengthWords } = fresh.value
  const added = await reeds.add(props.learnerId, {
    instrument: props.instrumentId,
    name,
    maker,
    cut,
    strength: single ? (strength ?? null) : null,
    strengthWords: single ? '' : strengthWords,
    firstUse: null,
    state: 'new',
  })
  if (added) fresh.value = { ...fresh.value, name: '' }
}
</script>

<template>
  <form class="new" @submit.prevent="add">
    <Input
      v-model:value="fresh.name"
      aria-label="Mark on the reed"
      placeholder="Mark on the reed"
      :maxlength="60"
    />
    <Quantity
      v-if="kind === 'single'"
      id="reed-strength"
      :model-value="fresh.strength ?? 2"
      label="Strength"
      :min="1"
      :max="5"
      :step="0.5"
      @update:model-value="(n) => (fresh.strength = n)"
    />
    <Input v-else v-model:value="fresh.strengthWords" aria-label="Strength in words" :maxlength="40" />
    <Input v-model:value="fresh.maker" aria-label="Maker" placeholder="Maker" :maxlength="60" />
    <Input v-model:value="fresh.cut" aria-label="Cut" placeholder="Cut" :maxlength="40" />
    <Button html-type="submit" :disabled="!fresh.name.trim()">New reed</Button>
  </form>
</template>

<style scoped>
.new {
  display: grid;
  grid-template-columns: 1.4fr 0.7fr 1fr 1fr auto;
  gap: 8px;
  margin: 12px 0;
}
@media (max-width: 1000px) {
  .new {
    grid-template-columns: 1fr;
  }
}
</style>
