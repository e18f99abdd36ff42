<script setup lang="ts">
import { onBeforeUnmount, onMounted, ref } from 'vue'

/** What lies below the first thing to look at: it is drawn one picture later, so that a tap is answered at once. */
const drawn = ref(false)
let timer: ReturnType<typeof setTimeout> | undefined
let frame = 0
onMounted(() => {
  frame = requestAnimationFrame(() => (timer = setTimeout(() => (drawn.value = true))))
})
onBeforeUnmount(() => {
  cancelAnimationFrame(frame)
  clearTimeout(timer)
})
</script>

<template><slot v-if="drawn" /></template>
