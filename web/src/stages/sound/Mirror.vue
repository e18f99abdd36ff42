<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { onBeforeUnmount, ref } from 'vue'
import type { Instrument } from '@halitus/core/instruments'

/** The device's camera as a mirror, beside what to look for. Nothing is stored, nothing leaves the page. */
defineProps<{ inst: Instrument }>()
const video = ref<HTMLVideoElement>()
const on = ref(false)
const problem = ref('')
let stream: MediaStream | undefined

async function open() {
  problem.value = ''
  if (!navigator.mediaDevices?.getUserMedia) {
    problem.value = 'No camera can be used here; a hand mirror does as well.'
    return
  }
  try {
    stream = await navigator.mediaDevices.getUserMedia({
      video: { facingMode: 'user', width: 640 },
      audio: false,
    })
    on.value = true
    requestAnimationFrame(() => {
      if (video.value && stream) video.value.srcObject = stream
    })
  } catch (error) {
    problem.value =
      error instanceof DOMException && error.name === 'NotAllowedError'
        ? 'The camera is not allowed; a hand mirror does as well.'
        : 'No camera was found; a hand mirror does as well.'
  }
}
function close() {
  stream?.getTracks().forEach((t) => t.stop())
  stream = undefined
  on.value = false
}
onBeforeUnmount(close)
</script>

<template>
  <aside class="mirror">
    <video v-if="on" ref="video" autoplay playsinline muted aria-label="Mirror"></video>
    <ul class="look" aria-label="What to look for">
      <li v-for="l in inst.mouth.look" :key="l">{{ l }}</li>
    </ul>
    <p>
      <Button @click="on ? close() : open()">{{ on ? 'Close the mirror' : 'Camera as a mirror' }}</Button>
      <span class="soft"> Nothing is stored.</span>
    </p>
    <p v-if="problem" class="soft" role="status">{{ problem }}</p>
  </aside>
</template>

<style scoped>
.mirror {
  display: grid;
  gap: 10px;
  align-content: start;
}
.look {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 22px;
  font-size: 18px;
}
video {
  width: 100%;
  max-width: 320px;
  border-radius: var(--radius);
  transform: scaleX(-1);
  background: var(--tube);
}
</style>
