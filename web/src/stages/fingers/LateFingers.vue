<script setup lang="ts">
import type { FingerSystem } from '@halitus/core/instruments'
import type { Lateness } from '@halitus/core/records'

/** Each finger's lateness over the weeks, as a small table; a shorter bar below a longer one is progress. */
defineProps<{ rows: readonly Lateness[]; system: FingerSystem }>()
const MOST = 5
/** As long as a bar can be, ms. */
const LONGEST_MS = 150
const share = (ms: number) => `${Math.min(100, (100 * ms) / LONGEST_MS)}%`
const said = (ms: number | null) => (ms === null ? '' : `${Math.round(ms)} ms`)
</script>

<template>
  <table class="late">
    <caption>
      Out of step over the weeks
    </caption>
    <thead class="visually-hidden">
      <tr>
        <th>Finger</th>
        <th>Takes</th>
        <th>At first</th>
        <th>Lately</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="r in rows.slice(0, MOST)" :key="r.touch">
        <th>{{ system.touches.find((t) => t.id === r.touch)?.name ?? r.touch }}</th>
        <td>{{ r.takes }} ×</td>
        <td>
          <span v-if="r.firstMs !== null" class="bar was" :style="{ width: share(r.firstMs) }"></span>
          {{ said(r.firstMs) }}
        </td>
        <td>
          <span v-if="r.lastMs !== null" class="bar" :style="{ width: share(r.lastMs) }"></span>
          {{ said(r.lastMs) }}
        </td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.late {
  border-collapse: collapse;
  width: 100%;
  margin-top: 10px;
}
caption {
  text-align: left;
  font-weight: 650;
}
th {
  text-align: left;
  font-weight: 400;
}
th,
td {
  border-bottom: 1px solid var(--line);
  padding: 3px 8px 3px 0;
  position: relative;
}
.bar {
  position: absolute;
  left: 0;
  bottom: 0;
  height: 3px;
  background: var(--ink);
}
.bar.was {
  background: var(--soft);
}
</style>
