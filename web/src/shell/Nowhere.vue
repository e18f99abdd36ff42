<template>
  <main id="work" class="nowhere">
    <h1>Nothing is here</h1>
    <p>The address names no page of this studio. <RouterLink to="/">To today</RouterLink></p>
  </main>
</template>

<style scoped>
.nowhere {
  padding: 48px;
  display: grid;
  gap: 12px;
  align-content: start;
}
</style>
