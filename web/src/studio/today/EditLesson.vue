<script setup lang="ts">
import { Button, Modal } from 'ant-design-vue'
import { ref, watch } from 'vue'
import type { LessonRecord } from '@halitus/core/contract'
import Quantity from '@/parts/Quantity.vue'
import { useNotices } from '@/base/notices.ts'
import { useStudio } from '../store.ts'

/** Moves a lesson, makes it longer or shorter, cancels or deletes it; each can be undone. */
const props = defineProps<{ lesson: LessonRecord | undefined; name: string }>()
const emit = defineEmits<{ close: [] }>()
const studio = useStudio()
const notices = useNotices()
const startsAt = ref('')
const minutes = ref(30)
watch(
  () => props.lesson,
  (lesson) => {
    if (!lesson) return
    startsAt.value = lesson.startsAt.slice(0, 16)
    minutes.value = lesson.minutes
  },
  { immediate: true },
)

async function move() {
  const lesson = props.lesson
  if (!lesson) return
  if (!startsAt.value) return notices.show('Say when it begins.', { tone: 'alarm' })
  const before = { startsAt: lesson.startsAt, minutes: lesson.minutes }
  const done = await notices.attempt(() =>
    studio.changeLesson(lesson.id, { startsAt: `${startsAt.value}:00`, minutes: minutes.value }),
  )
  if (!done) return
  emit('close')
  notices.show(`${props.name}: lesson changed.`, { undo: () => studio.changeLesson(lesson.id, before) })
}
async function cancel(cancelled: boolean) {
  const lesson = props.lesson
  if (!lesson || !(await notices.attempt(() => studio.changeLesson(lesson.id, { cancelled })))) return
  emit('close')
  notices.show(`${props.name}: lesson ${cancelled ? 'cancelled' : 'takes place again'}.`, {
    undo: () => studio.changeLesson(lesson.id, { cancelled: !cancelled }),
  })
}
async function remove() {
  const lesson = props.lesson
  if (!lesson || !(await notices.attempt(() => studio.removeLesson(lesson.id)))) return
  emit('close')
  const { id, instrument, startsAt, minutes, learnerId } = lesson
  notices.show(`${props.name}: lesson deleted.`, {
    undo: () =>
      lesson.regularDay
        ? studio.changeLesson(id, { cancelled: false })
        : studio.addLesson(learnerId, { id, instrument, startsAt, minutes }),
  })
}
</script>

<template>
  <Modal :open="!!lesson" :title="`${name}: lesson`" :footer="null" @cancel="emit('close')">
    <form v-if="lesson" class="form" @submit.prevent="move">
      <label for="edit-when">Begins</label>
      <input id="edit-when" v-model="startsAt" type="datetime-local" class="clock-field" autofocus />
      <label for="edit-minutes">Minutes</label>
      <Quantity id="edit-minutes" v-model="minutes" :min="5" :max="180" />
      <p class="acts">
        <Button type="primary" html-type="submit">Save</Button>
        <Button v-if="!lesson.cancelled" @click="cancel(true)">Cancel the lesson</Button>
        <Button v-else @click="cancel(false)">It takes place</Button>
        <Button @click="remove">Delete</Button>
      </p>
      <p class="soft hint">
        Cancelled, it stays readable; deleted, it is gone, if nothing was noted in it.
        <template v-if="lesson.regularDay">A regular lesson is only moved or cancelled this once.</template>
      </p>
    </form>
  </Modal>
</template>

<style scoped>
.form {
  display: grid;
  grid-template-columns: 80px 1fr;
  gap: 12px;
  align-items: center;
}
.acts,
.hint {
  grid-column: 1 / -1;
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
</style>
