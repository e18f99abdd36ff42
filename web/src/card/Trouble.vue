<script setup lang="ts">
import { Button, Input } from 'ant-design-vue'
import { computed } from 'vue'
import type { CardAnswer, Trouble } from '@halitus/core/contract'
import { TROUBLES } from '@halitus/core/trouble'
import { useDraft } from '@/base/drafts.ts'
import { TROUBLE_NAMES } from './trouble-names.ts'

/** What troubled a learner at home: chosen, in own words where wanted, for the teacher. */
const props = defineProps<{ cardId: string; reports: CardAnswer['reports'] }>()
const emit = defineEmits<{ report: [kind: Trouble, text: string] }>()
const draft = useDraft<{ kind: Trouble | ''; text: string }>(() => `report.${props.cardId}`, {
  kind: '',
  text: '',
})
const trouble = computed({
  get: () => draft.value.kind || undefined,
  set: (kind) => (draft.value = { ...draft.value, kind: kind ?? '' }),
})
const words = computed({
  get: () => draft.value.text,
  set: (text) => (draft.value = { ...draft.value, text }),
})
function send() {
  const { kind, text } = draft.value
  if (!kind) return
  emit('report', kind, text.trim())
  draft.value = { kind: '', text: '' }
}
</script>

<template>
  <div class="troubles">
    <Button
      v-for="t in TROUBLES"
      :key="t"
      :type="trouble === t ? 'primary' : 'default'"
      @click="trouble = t"
      >{{ TROUBLE_NAMES[t] }}</Button
    >
  </div>
  <template v-if="trouble">
    <label for="words" class="visually-hidden">In your words</label>
    <Input id="words" v-model:value="words" placeholder="In your words, if you like" :maxlength="500" />
    <Button type="primary" class="send" @click="send">Tell the teacher</Button>
  </template>
  <p v-for="r in reports" :key="r.id" class="caution">
    {{ TROUBLE_NAMES[r.kind] }}{{ r.text ? `: ${r.text}` : '' }}
  </p>
</template>

<style scoped>
.troubles {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin: 8px 0;
}
.send {
  margin-top: 8px;
}
</style>
