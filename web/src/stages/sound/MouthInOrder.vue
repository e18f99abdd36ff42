<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { Button } from 'ant-design-vue'
import type { Instrument } from '@halitus/core/instruments'
import { useEventListener } from '@vueuse/core'
import { isTyping } from '@/base/keys.ts'
import { useSpoken } from '@/base/spoken.ts'
import { useTools } from '@/lesson/index.ts'

/** The mouth, set one step after the other: one large at a time; the step that fails is told to who looks for the cause. */
const props = defineProps<{ inst: Instrument }>()
const emit = defineEmits<{ fails: [sign: string] }>()
const steps = computed(() => props.inst.mouth.order)
const at = ref(0)
watch(
  () => props.inst.id,
  () => (at.value = 0),
)
const step = computed(() => steps.value[at.value])
const { can, speaking, sayAndCount, stop } = useSpoken()
const tools = useTools()
const aloud = () => step.value && sayAndCount(step.value.say, tools.bpm)
watch(at, stop)
const right = () => (at.value = Math.min(steps.value.length, at.value + 1))
function fails() {
  if (step.value) emit('fails', step.value.fails)
}
useEventListener('keydown', (event: KeyboardEvent) => {
  if (isTyping(event) || !step.value) return
  if (event.key === 'w') right()
  if (event.key === 'n') fails()
  if (event.key === 'l' && can.value) aloud()
})
</script>

<template>
  <section class="order" aria-label="The mouth in order">
    <ol>
      <li v-for="(s, i) in steps" :key="s.id">
        <button
          type="button"
          :class="{ done: i < at }"
          :aria-current="i === at ? 'step' : undefined"
          :aria-label="`${i + 1}. ${s.say}`"
          @click="at = i"
        >
          {{ i + 1 }}
        </button>
      </li>
    </ol>
    <template v-if="step">
      <p class="say" aria-live="polite">{{ step.say }}</p>
      <p class="keys">
        <Button v-if="can" size="large" :aria-pressed="speaking" @click="aloud"
          >{{ speaking ? 'Stop' : 'Say it, count in' }} <span class="soft">l</span></Button
        >
        <Button size="large" @click="right">Right, next <span class="soft">w</span></Button>
        <Button size="large" @click="fails">Not yet <span class="soft">n</span></Button>
      </p>
    </template>
    <template v-else>
      <p class="say" aria-live="polite">All of it. Now the first sound.</p>
      <p class="keys"><Button size="large" @click="at = 0">From the beginning</Button></p>
    </template>
  </section>
</template>

<style scoped>
.order {
  display: grid;
  gap: 8px;
  margin-bottom: 20px;
}
ol {
  display: flex;
  gap: 8px;
  margin: 0;
  padding: 0;
  list-style: none;
}
li button {
  width: 44px;
  height: 44px;
  font: inherit;
  font-size: 18px;
  font-weight: 650;
  color: var(--soft);
  background: var(--desk);
  border: 0;
  border-radius: 50%;
  cursor: pointer;
}
li .done {
  color: var(--sheet);
  background: var(--ink);
}
li [aria-current] {
  color: var(--ink);
  background: var(--sheet);
  box-shadow: inset 0 0 0 5px var(--brass);
}
.say {
  min-height: 2.3em;
  font-size: 30px;
  font-weight: 650;
  line-height: 1.15;
}
.keys {
  display: flex;
  gap: 10px;
}
.keys .soft {
  margin-left: 8px;
}
@media (min-width: 1001px) {
  .order {
    grid-template-columns: auto 1fr auto;
    align-items: center;
    gap: 20px;
    padding-top: 10px;
  }
  .say {
    min-height: 0;
  }
}
</style>
