<script setup lang="ts">
import { Button } from 'ant-design-vue'

/** The screen's one primary action: wherever it is written, it lies on the brass plate at the end of the tube. */
defineOptions({ inheritAttrs: false })
</script>

<template>
  <Teleport to="#plate" defer>
    <Button type="primary" v-bind="$attrs"><slot /></Button>
  </Teleport>
</template>
