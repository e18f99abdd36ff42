<script setup lang="ts">
import { Button, Modal, Textarea } from 'ant-design-vue'
import { reactive, watchEffect } from 'vue'
import { useOutbox, type Message } from '@/api/index.ts'

/** What the server didn't take: read, changed where it is text, sent again, or thrown away by hand. */
const emit = defineEmits<{ close: [] }>()
const outbox = useOutbox()
const typed = reactive<Record<string, string>>({})
/** The text that somebody wrote in it, if it has one: of a note, a report, a plan. */
function textOf(message: Message): string | undefined {
  const body = message.body as { text?: unknown; data?: { text?: unknown } } | undefined
  const text = body?.data?.text ?? body?.text
  return typeof text === 'string' ? text : undefined
}
function withText(message: Message, text: string): unknown {
  const body = message.body as { data?: { text?: unknown } }
  return body.data?.text === undefined ? { ...body, text } : { ...body, data: { ...body.data, text } }
}
function send(message: Message) {
  const text = typed[message.key]
  return outbox.again(message, text === undefined ? message.body : withText(message, text))
}
watchEffect(() => {
  if (!outbox.refused.length) emit('close')
})
</script>

<template>
  <Modal open title="What wasn’t taken" :footer="null" @cancel="emit('close')">
    <ul>
      <li v-for="m in outbox.refused" :key="m.key">
        <b>{{ m.words }}</b>
        <span class="caution">{{ m.refused }}</span>
        <Textarea
          v-if="textOf(m) !== undefined"
          :value="typed[m.key] ?? textOf(m)"
          :rows="2"
          :aria-label="`Text of: ${m.words}`"
          @update:value="(text: string) => (typed[m.key] = text)"
        />
        <div class="buttons">
          <Button @click="send(m)">Send again</Button>
          <Button danger @click="outbox.throwAway(m)">Throw away</Button>
        </div>
      </li>
    </ul>
  </Modal>
</template>

<style scoped>
ul {
  list-style: none;
  padding: 0;
  margin: 0;
}
li {
  display: grid;
  gap: 8px;
  padding: 12px 0;
  border-top: 1px solid var(--line);
}
.buttons {
  display: flex;
  gap: 10px;
}
</style>
