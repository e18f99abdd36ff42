<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { ref } from 'vue'
import { useEventListener } from '@vueuse/core'
import { isTyping, pressesButton } from '@/base/keys.ts'

/** The screen's one primary action: wherever it is written, it lies on the brass plate at the end of the tube. */
defineOptions({ inheritAttrs: false })
const props = defineProps<{
  /** Enter presses it, and it says so; where a part has a key of its own it doesn't. */
  enter?: boolean
}>()
/** What slid over the work, or asks, has Enter to itself. */
const somethingIsAsked = () =>
  [...document.querySelectorAll('[role="dialog"]')].some((d) => d.getClientRects().length > 0)
const plate = ref<{ $el: HTMLButtonElement }>()
useEventListener('keydown', (event: KeyboardEvent) => {
  if (!props.enter || event.key !== 'Enter' || event.repeat || event.defaultPrevented) return
  if (isTyping(event) || pressesButton(event) || somethingIsAsked()) return
  event.preventDefault()
  plate.value?.$el.click()
})
</script>

<template>
  <Teleport to="#plate" defer>
    <Button ref="plate" type="primary" v-bind="$attrs"><slot /> <kbd v-if="enter">Enter</kbd></Button>
  </Teleport>
</template>
