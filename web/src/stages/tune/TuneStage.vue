<script setup lang="ts">
import { PlannedStop } from '@/lesson/index.ts'
</script>

<template>
  <PlannedStop
    stage="tune"
    hint="Key, new notes, hardest change, where to breathe; then the change, the bar, the section."
  />
</template>
