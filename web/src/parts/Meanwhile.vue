<script setup lang="ts">
import { Button } from 'ant-design-vue'

/** What was changed here and elsewhere at the same time: both are offered. */
defineProps<{
  /** Each field by its label, with what stands there now where that is short. */
  changed: readonly { label: string; theirs?: string | undefined }[]
}>()
defineEmits<{ mine: []; theirs: [] }>()
</script>

<template>
  <div v-if="changed.length" class="caution meanwhile" role="alert">
    <p>Changed elsewhere meanwhile:</p>
    <ul>
      <li v-for="c in changed" :key="c.label">
        <b>{{ c.label }}</b><template v-if="c.theirs !== undefined"
          >, there “{{ c.theirs || 'nothing' }}”</template
        >
      </li>
    </ul>
    <p class="buttons">
      <Button size="small" @click="$emit('mine')">Keep mine</Button>
      <Button size="small" @click="$emit('theirs')">Take that</Button>
    </p>
  </div>
</template>

<style scoped>
.meanwhile ul {
  margin: 4px 0 8px;
  padding-left: 18px;
}
.meanwhile p {
  margin: 0;
}
.buttons {
  display: flex;
  gap: 8px;
}
</style>
