<script setup lang="ts">
import PlannedStage from '../../parts/PlannedStage.vue'
</script>

<template>
  <PlannedStage
    stage="tongue"
    hint="Slurred first: the untongued sound is the measure for the tongued one."
  />
</template>
