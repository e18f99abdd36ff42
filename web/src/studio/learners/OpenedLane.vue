<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { computed, defineAsyncComponent, ref } from 'vue'
import type { Series } from '@halitus/core/records'
import { dayOf, instantOf } from '@halitus/core/time'

/** All that was measured at one stop, a chart each, what it is about to be chosen; the newest first. */
const props = defineProps<{ all: readonly Series[]; observes: boolean }>()
/** The chart library comes when there is something to draw. */
const SeriesChart = defineAsyncComponent(() => import('./SeriesChart.vue'))
const groups = computed(() => {
  const byTitle = new Map<string, Series[]>()
  for (const s of props.all) byTitle.set(s.title, [...(byTitle.get(s.title) ?? []), s])
  const newest = (list: Series[]) => Math.max(...list.map((s) => instantOf(dayOf(s.points.at(-1)!.at))))
  return [...byTitle]
    .map(([title, series]) => ({ title, series }))
    .sort((a, b) => newest(b.series) - newest(a.series))
})
const shownTitle = ref<string>()
const shown = computed(() => groups.value.find((g) => g.title === shownTitle.value) ?? groups.value[0])
</script>

<template>
  <section v-if="shown" class="opened">
    <p v-if="groups.length > 1" class="abouts" role="group" aria-label="What is shown">
      <Button
        v-for="g in groups"
        :key="g.title"
        size="small"
        :type="g === shown ? 'primary' : 'default'"
        :aria-pressed="g === shown"
        @click="shownTitle = g.title"
        >{{ g.title }}</Button
      >
    </p>
    <div class="charts">
      <SeriesChart v-for="s in shown.series" :key="s.name" :series="s" :aims="!observes" />
    </div>
  </section>
</template>

<style scoped>
.abouts {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  margin: 6px 0 10px;
}
.charts {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(420px, 1fr));
  gap: 28px;
}
.opened {
  margin: 12px 0;
}
@media (max-width: 900px) {
  .charts {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
