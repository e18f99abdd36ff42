<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { computed, shallowRef, watch } from 'vue'
import { useDraft } from '@/base/drafts.ts'
import { judge } from '@halitus/core/instruments'
import { useLesson } from '@/lesson/index.ts'
import Quantity from '@/parts/Quantity.vue'
import GaugeDrawing from './GaugeDrawing.vue'
import GaugeTuning from './GaugeTuning.vue'

const lesson = useLesson()
/** The last instrument that was there: the lesson may be left before this panel is. */
const inst = shallowRef(lesson.inst!)
watch(
  () => lesson.inst,
  (now) => now && (inst.value = now),
)
/** What is looked at has its pictures in the checklist; measured is what tunes. */
const gauges = computed(() => inst.value.gauges.filter((g) => g.measures.some((m) => m.lengthens !== 0)))
const gaugeId = useDraft(() => `gauge.${lesson.answer?.lesson.id}`, gauges.value[0]!.id)
const gauge = computed(() => gauges.value.find((g) => g.id === gaugeId.value) ?? gauges.value[0]!)
const values = useDraft<Record<string, number>>(
  () => `gauge.${lesson.answer?.lesson.id}.${gaugeId.value}`,
  {},
)

const verdicts = computed(() => judge(gauge.value, values.value))
async function keep() {
  await lesson.add('setup', 'gauge', {
    gaugeId: gauge.value.id,
    values: gauge.value.measures.map((m) => ({ measure: m.id, value: values.value[m.id] ?? m.start })),
  })
}
</script>

<template>
  <div class="columns">
    <div class="see">
      <div v-if="gauges.length > 1" class="tabs" role="group" aria-label="Gauge">
        <Button
          v-for="g in gauges"
          :key="g.id"
          size="small"
          :type="g.id === gauge.id ? 'primary' : 'default'"
          :aria-pressed="g.id === gauge.id"
          @click="gaugeId = g.id"
          >{{ g.name }}</Button
        >
      </div>
      <h2 v-else>{{ gauge.name }}</h2>
      <GaugeDrawing v-model="values" :gauge="gauge" />
      <p class="soft">To scale; drag the {{ gauge.parts[1] }}, or type. Tolerances: {{ gauge.source }}.</p>
    </div>
    <div class="judged">
      <div v-for="verdict in verdicts" :key="verdict.measure.id" class="measure">
        <label :for="`m-${verdict.measure.id}`">{{ verdict.measure.label }}</label>
        <Quantity
          :id="`m-${verdict.measure.id}`"
          :model-value="verdict.value"
          :min="verdict.measure.min"
          :max="verdict.measure.max"
          :step="verdict.measure.step"
          :unit="verdict.measure.unit"
          @update:model-value="(n) => (values = { ...values, [verdict.measure.id]: n })"
        />
        <p :class="verdict.state === 'within' ? 'soft' : 'wrong'" aria-live="polite">
          {{ verdict.heard }}
          <span class="soft"
            >Right: {{ verdict.measure.ideal[0] }} to {{ verdict.measure.ideal[1] }}
            {{ verdict.measure.unit }}</span
          >
        </p>
      </div>
      <Button type="primary" @click="keep">Note it</Button>
      <p v-if="gauge.caution" class="caution">{{ gauge.caution }}</p>
    </div>
  </div>

  <GaugeTuning :key="inst.id" :inst="inst" :gauge="gauge" :values="values" />
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1.05fr) minmax(0, 1fr);
  gap: 28px;
}
.tabs {
  display: flex;
  gap: 6px;
  flex-wrap: wrap;
  margin-bottom: 8px;
}
.measure {
  display: grid;
  grid-template-columns: 1fr auto;
  align-items: center;
  gap: 0 12px;
  margin-bottom: 8px;
}
.measure p {
  grid-column: 1 / -1;
}
.measure .soft {
  font-size: 14px;
}
.wrong .soft {
  font-weight: 400;
}
.wrong {
  font-size: 18px;
  font-weight: 650;
  color: var(--lacquer);
}
.judged .caution {
  margin-top: 12px;
}
@media (max-width: 1000px) {
  .columns {
    grid-template-columns: 1fr;
  }
}
</style>
