<script setup lang="ts">
import { PlannedStop } from '@/lesson/index.ts'
</script>

<template>
  <PlannedStop stage="tongue" hint="Slurred first: the untongued sound is the measure for the tongued one." />
</template>
