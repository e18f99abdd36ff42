<script setup lang="ts">
/** Two tones that beat: the slower, the purer. */
defineProps<{
  /** Beats a second; none while nothing sounds. */
  perS: number | undefined
  pure: boolean
}>()
</script>

<template>
  <div class="beats" :class="{ pure: pure }" aria-hidden="true">
    <i
      :style="
        perS !== undefined
          ? { animationDuration: `${Math.min(4, 1 / Math.max(0.25, perS))}s` }
          : { animation: 'none' }
      "
    ></i>
  </div>
</template>

<style scoped>
.beats {
  height: 14px;
  margin: 16px 0;
  background: var(--desk);
  border-radius: 7px;
  overflow: hidden;
}
.beats i {
  display: block;
  width: 100%;
  height: 100%;
  background: var(--brass);
  animation: beat linear infinite;
}
.pure i {
  background: var(--ink);
}
@keyframes beat {
  50% {
    transform: scaleX(0.15);
  }
}
@media (prefers-reduced-motion: reduce) {
  .beats i {
    animation: none;
  }
}
</style>
