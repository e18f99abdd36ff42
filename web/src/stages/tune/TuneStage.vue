<script setup lang="ts">
import PlannedStage from '../../parts/PlannedStage.vue'
</script>

<template>
  <PlannedStage
    stage="tune"
    hint="Key, new notes, hardest change, where to breathe; then the change, the bar, the section."
  />
</template>
