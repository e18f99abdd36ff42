<template>
  <!-- What explains a number or a rule waits here until somebody asks. -->
  <details class="why">
    <summary>why</summary>
    <slot />
  </details>
</template>

<style scoped>
.why {
  margin: 10px 0;
}
summary {
  display: inline-block;
  cursor: pointer;
  font-weight: 650;
  color: var(--brass-text);
  text-decoration: underline;
  text-underline-offset: 3px;
  list-style: none;
}
summary::-webkit-details-marker {
  display: none;
}
</style>
