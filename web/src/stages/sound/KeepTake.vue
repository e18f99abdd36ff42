<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { computed, ref } from 'vue'
import { useNotices } from '@/base/notices.ts'
import { api } from '@/api/index.ts'
import { newId } from '@/base/ids.ts'
import { useLesson } from '@/lesson/index.ts'
import { playingId, replay, useListening } from '@/listening/index.ts'
import { takesChanged } from './takes.ts'

/** The sound just heard: again by ear, and kept with who agreed to it. Without that nothing of it stays. */
const props = defineProps<{
  label: string
  /** A sound of some takes ago; the newest one when left out. */
  sound?: ArrayBuffer | undefined
}>()
const lesson = useLesson()
const listening = useListening()
const notices = useNotices()
const asking = ref(false)
const kept = ref('')
const saving = ref(false)
const there = computed(() => !!props.sound || listening.hasSound)
const soundNow = async () => props.sound?.slice(0) ?? (await listening.sound())
/** Who is under age doesn't agree alone (18 years; local rules may say otherwise). */
const young = computed(() => {
  const learner = lesson.answer?.learner
  return !!learner && new Date().getFullYear() - learner.birthYear <= 18
})
const key = computed(() => (props.sound ? props.label : `now ${listening.soundId}`))
async function again() {
  const wav = await soundNow()
  if (wav) await replay(key.value, wav)
}
async function keep(consent: 'learner' | 'guardian') {
  const id = lesson.answer?.lesson.id
  const wav = await soundNow()
  if (!id || !wav) return
  saving.value = true
  const take = await notices.attempt(() =>
    api.keepTake(id, { id: newId(), label: props.label, consent }, wav),
  )
  saving.value = false
  asking.value = false
  if (take) {
    kept.value = key.value
    takesChanged.value++
    notices.show('The sound is kept.', {
      undo: () =>
        api.dropTake(take.id).then(() => {
          kept.value = ''
          takesChanged.value++
        }),
    })
  }
}
</script>

<template>
  <span v-if="there" class="keep">
    <Button @click="again">{{ playingId === key ? 'Stop' : 'Hear it again' }}</Button>
    <template v-if="kept === key"><span class="soft">The sound is kept.</span></template>
    <template v-else-if="asking">
      <span>Who agreed?</span>
      <Button v-if="!young" :loading="saving" @click="keep('learner')">The learner</Button>
      <Button :loading="saving" @click="keep('guardian')">{{
        young ? 'A guardian' : 'Somebody for them'
      }}</Button>
      <Button @click="asking = false">Nobody yet</Button>
    </template>
    <Button v-else @click="asking = true">Keep the sound</Button>
  </span>
</template>

<style scoped>
.keep {
  display: inline-flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}
</style>
