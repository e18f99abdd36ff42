<script setup lang="ts">
import { defineAsyncComponent, ref } from 'vue'
import { useOutbox } from '@/api/index.ts'
import { useNotices, type Notice } from '@/base/notices.ts'

const notices = useNotices()
const outbox = useOutbox()
/** Comes when it is asked for. */
const NotTaken = defineAsyncComponent(() => import('./NotTaken.vue'))
const looking = ref(false)
function undo(n: Notice) {
  notices.dismiss(n.id)
  n.undo?.()
}
</script>

<template>
  <div class="notices" role="status" aria-live="polite">
    <div v-if="outbox.late" class="notice waits">
      <span
        >The server doesn’t answer.
        {{ outbox.late === 1 ? 'One change waits' : `${outbox.late} changes wait` }} here and will be
        sent.</span
      >
      <button type="button" @click="outbox.flush()">Try now</button>
    </div>
    <div v-if="outbox.unkept" class="notice alarm">
      <span
        >This device has no room left to keep what you do. Leave the page open until it is sent, and make
        room.</span
      >
    </div>
    <div v-if="outbox.refused.length" class="notice alarm">
      <span>
        {{
          outbox.refused.length === 1
            ? 'One change wasn’t taken'
            : `${outbox.refused.length} changes weren’t taken`
        }}; kept here.
      </span>
      <button type="button" @click="looking = true">Look</button>
    </div>
    <div v-for="n in notices.list" :key="n.id" class="notice" :class="n.tone">
      <span>{{ n.text }}</span>
      <button v-if="n.undo" type="button" @click="undo(n)">Undo</button>
      <button type="button" aria-label="Close" @click="notices.dismiss(n.id)">×</button>
    </div>
  </div>
  <NotTaken v-if="looking" @close="looking = false" />
</template>

<style scoped>
.notices {
  position: fixed;
  right: 20px;
  bottom: 76px;
  display: grid;
  gap: 8px;
  z-index: 1100;
  width: min(92vw, 360px);
  pointer-events: none;
}
.notice {
  pointer-events: auto;
  display: flex;
  align-items: center;
  gap: 16px;
  padding: 10px 16px;
  background: var(--wood);
  color: var(--on-wood);
  border-left: 4px solid var(--brass);
  border-radius: var(--radius);
}
.notice.alarm {
  border-left-color: var(--lacquer);
}
.notice span {
  flex: 1;
}
.notice button {
  font: inherit;
  font-weight: 650;
  color: var(--on-wood);
  background: none;
  border: 0;
  text-decoration: underline;
  cursor: pointer;
}
</style>
