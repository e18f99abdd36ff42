<script setup lang="ts">
import type { SetupStep } from '@halitus/core/instruments'

/** What may be wrong with a step and no picture shows: each in words, by touch or by its letter. */
defineProps<{
  faults: SetupStep['faults']
  step: SetupStep
  /** The key of each fault, in the step's order. */
  letters: string
  chosen: string | undefined
  /** What was wrong here last time. */
  last: string | undefined
  /** Few stand under a picture, and are smaller. */
  few: boolean
}>()
defineEmits<{ wrong: [faultId: string] }>()
</script>

<template>
  <ul class="faults" :class="{ few }" aria-label="Or what is wrong">
    <li v-for="f in faults" :key="f.id">
      <button type="button" class="fault" :class="{ chosen: chosen === f.id }" @click="$emit('wrong', f.id)">
        <span
          ><b>{{ f.what }}</b> <span v-if="last === f.id" class="often">last time</span><br /><span
            class="soft"
            >{{ f.effect }}</span
          ></span
        >
        <kbd>{{ letters[step.faults.indexOf(f)] }}</kbd>
      </button>
    </li>
  </ul>
</template>

<style scoped>
.often {
  color: var(--brass-text);
  font-weight: 650;
  font-size: 16px;
}
.faults {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(300px, 1fr));
  gap: 12px;
  margin: 12px 0;
}
.fault {
  width: 100%;
  height: 100%;
  min-height: 112px;
  display: flex;
  justify-content: space-between;
  gap: 12px;
  padding: 16px 20px;
  font: inherit;
  font-size: 17px;
  text-align: left;
  color: inherit;
  background: var(--desk);
  border: 3px solid transparent;
  border-radius: var(--radius);
  cursor: pointer;
}
.fault b {
  font-size: 22px;
}
.few .fault {
  min-height: 0;
  padding: 10px 16px;
}
.few .fault b {
  font-size: 18px;
}
.fault:hover {
  background: var(--lacquer-wash);
}
.fault.chosen {
  border-color: var(--lacquer);
}
</style>
