<script setup lang="ts">
import { Button, Textarea } from 'ant-design-vue'
import { computed, ref, watch } from 'vue'
import type { Stage } from '@halitus/core/contract'
import { STAGE_NAMES } from '@/base/words.ts'
import { useLesson } from './store.ts'

/**
 * What every stop has: a head with its one primary action, the work with its result, what was noted at it, and the plan.
 * `open` shows note and plan at once, where a stop has nothing else yet.
 */
const props = defineProps<{ stage: Stage; open?: boolean }>()
const lesson = useLesson()
const plan = computed(() => lesson.plan(props.stage))
const planText = ref('')
const note = ref('')
const saving = ref(false)
watch(
  () => plan.value.text,
  (text) => (planText.value = text),
  { immediate: true },
)
const newest = computed(() => lesson.noted.find((n) => n.stage === props.stage)?.words)
const earlier = computed(() =>
  lesson
    .ofKind(lesson.earlier, 'note')
    .filter((e) => e.stage === props.stage)
    .reverse()
    .slice(0, 4),
)
async function keepNote() {
  if (!note.value.trim()) return
  saving.value = true
  if (await lesson.add(props.stage, 'note', { text: note.value.trim() }, 'typed')) note.value = ''
  saving.value = false
}
</script>

<template>
  <section class="stop">
    <header class="head">
      <h1>{{ STAGE_NAMES[stage] }}</h1>
      <slot name="head" />
      <span class="action"><slot name="action" /></span>
    </header>
    <slot />
    <details class="foot" :open="open">
      <summary>
        <b>Note and plan</b>
        <span class="soft">{{ newest ? `Noted: ${newest}` : 'Nothing noted here yet' }}</span>
        <span class="soft">{{ plan.text ? `Planned: ${plan.text}` : 'Nothing planned' }}</span>
      </summary>
      <div class="fields">
        <div>
          <label :for="`note-${stage}`"><h2>How it went</h2></label>
          <Textarea
            :id="`note-${stage}`"
            v-model:value="note"
            :rows="3"
            :maxlength="1000"
            placeholder="One thing seen or heard"
          />
          <Button
            :type="open ? 'primary' : 'default'"
            class="button"
            :loading="saving"
            :disabled="!note.trim()"
            @click="keepNote"
            >Keep note</Button
          >
        </div>
        <div>
          <label :for="`plan-${stage}`"><h2>Planned, and for the card</h2></label>
          <Textarea
            :id="`plan-${stage}`"
            v-model:value="planText"
            :rows="3"
            :maxlength="1000"
            placeholder="What to do next"
          />
          <Button class="button" :disabled="planText === plan.text" @click="lesson.writePlan(stage, planText)"
            >Change plan</Button
          >
        </div>
      </div>
      <section v-if="earlier.length">
        <h2>Earlier</h2>
        <ul>
          <li v-for="e in earlier" :key="e.id">
            <span class="soft">{{ e.at.slice(0, 10) }}</span> {{ e.data.text }}
          </li>
        </ul>
      </section>
    </details>
  </section>
</template>

<style scoped>
.head {
  display: flex;
  align-items: center;
  gap: 14px;
  margin-bottom: 10px;
  flex-wrap: wrap;
}
.action {
  margin-left: auto;
  display: flex;
  gap: 6px;
}
.foot {
  margin-top: 18px;
  border-top: 1px solid var(--line);
  padding-top: 8px;
}
summary {
  cursor: pointer;
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
}
summary::before {
  content: '+';
  font-weight: 700;
}
[open] > summary::before {
  content: '–';
}
.fields {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 28px;
  margin: 14px 0 20px;
}
.button {
  margin-top: 10px;
}
li {
  padding: 6px 0;
  border-top: 1px solid var(--line);
}
@media (max-width: 900px) {
  .fields {
    grid-template-columns: 1fr;
  }
}
</style>
