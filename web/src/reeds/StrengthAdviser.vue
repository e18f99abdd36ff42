<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { computed, ref, watch } from 'vue'
import type { EntryRecord } from '@halitus/core/contract'
import { inTenths } from '@halitus/core/evidence'
import { advise, FINDINGS, SYMPTOMS, type ReedCase } from '@halitus/core/reeds'
import Choice from '@/parts/Choice.vue'
import Quantity from '@/parts/Quantity.vue'
import Why from '@/parts/Why.vue'
import { factsOf } from '@halitus/core/records'

/** Is it the reed? Symptoms are tapped; the evidence stands beside each opinion. */
const props = defineProps<{ strength: number | null; entries: readonly EntryRecord[] }>()
const chosen = ref<string[]>([])
const strength = ref(props.strength ?? undefined)
watch(
  () => props.strength,
  (s) => (strength.value = s ?? undefined),
)
const tip = ref<ReedCase['tip']>('medium')
const facing = ref<ReedCase['facing']>('medium')
const measured = computed(() => factsOf(props.entries))
const verdict = computed(() =>
  advise({
    symptoms: chosen.value,
    strength: strength.value ?? null,
    tip: tip.value,
    facing: facing.value,
    weeksPlaying: measured.value.weeksPlaying,
    longToneS: measured.value.longToneS ?? null,
    targetS: measured.value.targetS ?? null,
    centsPerDb: measured.value.centsPerDb ?? null,
  }),
)
/** What a check brought that isn't among what is noticed first. */
const tried = computed(() =>
  FINDINGS.filter((f) => chosen.value.includes(f.id) && !SYMPTOMS.some((s) => s.id === f.id)),
)
const best = computed(() => verdict.value.opinions[0]!)
const toggle = (id: string) =>
  (chosen.value = chosen.value.includes(id) ? chosen.value.filter((x) => x !== id) : [...chosen.value, id])
/** Within a sentence; units keep their capitals. */
const lower = (s: string) => s.charAt(0).toLowerCase() + s.slice(1)
const words = <T extends string>(list: readonly T[]) => list.map((value) => ({ value, label: value }))
</script>

<template>
  <section class="adviser">
    <h3>Is it the reed?</h3>
    <div class="symptoms" role="group" aria-label="Symptoms">
      <Button
        v-for="s in SYMPTOMS"
        :key="s.id"
        size="small"
        :type="chosen.includes(s.id) ? 'primary' : 'default'"
        :aria-pressed="chosen.includes(s.id)"
        @click="toggle(s.id)"
        >{{ s.words }}</Button
      >
    </div>
    <div class="kit">
      <label for="a-strength">Strength now</label>
      <Quantity
        id="a-strength"
        :model-value="strength ?? 2"
        :min="1"
        :max="5"
        :step="0.5"
        @update:model-value="(n) => (strength = n)"
      />
      <label for="a-tip">Tip</label>
      <Choice id="a-tip" v-model="tip" :options="words(['close', 'medium', 'open'] as const)" />
      <label for="a-facing">Facing</label>
      <Choice id="a-facing" v-model="facing" :options="words(['short', 'medium', 'long'] as const)" />
      <span class="soft">week {{ measured.weeksPlaying }} of playing</span>
    </div>
    <p v-if="!verdict.known" class="best soft" aria-live="polite">Tap what you hear.</p>
    <template v-else>
      <p class="best" aria-live="polite">
        {{ best.words }} <span class="soft">{{ inTenths(best.belief) }}</span>
      </p>
      <p class="decide">
        <b>To decide:</b> {{ verdict.check }}
        <Button v-for="o in verdict.outcomes" :key="o.id" size="small" @click="toggle(o.id)">{{
          o.words
        }}</Button>
      </p>
      <p v-if="tried.length" class="decide">
        Found:
        <Button
          v-for="t in tried"
          :key="t.id"
          size="small"
          type="primary"
          aria-pressed="true"
          @click="toggle(t.id)"
          >{{ t.words }}</Button
        >
      </p>
    </template>
    <template v-if="verdict.known">
      <p v-for="e in best.for" :key="e.words" class="soft">For it: {{ lower(e.words) }}.</p>
    </template>
    <Why>
      <div v-if="verdict.known" class="opinions">
        <div v-for="o in verdict.opinions.slice(0, 3)" :key="o.advice">
          <b>{{ o.words }}</b> <span class="soft">{{ inTenths(o.belief) }}</span>
          <ul>
            <li v-for="e in o.for" :key="e.words">for: {{ lower(e.words) }}</li>
            <li v-for="e in o.against" :key="e.words" class="soft">against: {{ lower(e.words) }}</li>
          </ul>
        </div>
      </div>
      <p class="soft">
        Directions are common practice, weights are ours. Strength is each maker’s own scale and is never
        converted.
      </p>
    </Why>
  </section>
</template>

<style scoped>
.adviser {
  border-top: 1px solid var(--line);
  padding-top: 12px;
  margin-top: 8px;
}
.symptoms,
.kit {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  align-items: center;
  margin: 8px 0;
}
.decide {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 10px;
  align-items: center;
}
.best {
  font-size: 28px;
  font-weight: 650;
  margin-top: 6px;
}
.opinions {
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  gap: 20px;
  margin: 10px 0;
}
@media (max-width: 1000px) {
  .opinions {
    grid-template-columns: 1fr;
  }
}
</style>
