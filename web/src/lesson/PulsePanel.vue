<script setup lang="ts">
import { useTools } from './tools.ts'

/** The beat, to be read from two metres. */
const tools = useTools()
</script>

<template>
  <section class="pulse" aria-label="Pulse">
    <p class="beat" aria-hidden="true">
      <span
        v-for="n in tools.counting.beats"
        :key="n"
        class="place"
        :class="{ on: tools.click?.beat === n, first: n === 1, quiet: tools.click && !tools.click.aloud }"
        >{{ n }}</span
      >
      <span v-if="tools.click" class="bar">{{
        tools.click.bar < 1 ? 'counting in' : tools.click.aloud ? `bar ${tools.click.bar}` : 'silent'
      }}</span>
    </p>
  </section>
</template>

<style scoped>
.pulse {
  flex: none;
  padding: 8px 24px;
  border-top: 1px solid var(--line);
  background: var(--sheet);
}
.beat {
  display: flex;
  align-items: baseline;
  gap: 10px;
  margin: 0;
}
.place {
  width: 62px;
  height: 62px;
  line-height: 62px;
  text-align: center;
  font-size: 40px;
  font-weight: 650;
  color: var(--soft);
  border-bottom: 6px solid var(--line);
}
.first {
  border-bottom-width: 10px;
}
.on {
  color: var(--ink);
  border-color: var(--brass);
  background: var(--cane);
}
.quiet.on {
  border-style: dotted;
}
.bar {
  font-size: 22px;
  color: var(--soft);
}
@media (max-width: 700px) {
  .place {
    width: 40px;
    height: 44px;
    line-height: 44px;
    font-size: 28px;
  }
}
</style>
