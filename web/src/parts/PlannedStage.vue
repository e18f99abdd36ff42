<script setup lang="ts">
import { Button, Textarea } from 'ant-design-vue'
import { computed, ref, watch } from 'vue'
import type { Stage } from '@halitus/core/contract'
import { useLesson } from '../lesson/index.ts'
import { STAGE_NAMES } from '../shell/words.ts'

/** A stop that doesn't measure yet: what is planned for the learner, and a note of how it went. */
const props = defineProps<{ stage: Stage; hint: string }>()
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

async function keepNote() {
  if (!note.value.trim()) return
  saving.value = true
  if (await lesson.add(props.stage, 'note', { text: note.value.trim() })) note.value = ''
  saving.value = false
}
const earlier = computed(() =>
  lesson
    .ofKind(lesson.earlier, 'note')
    .filter((e) => e.stage === props.stage)
    .reverse()
    .slice(0, 4),
)
</script>

<template>
  <h1>{{ STAGE_NAMES[stage] }}</h1>
  <p class="plan">{{ plan.text || 'Nothing planned yet.' }}</p>
  <p class="soft">{{ hint }}</p>
  <slot />
  <div class="fields">
    <div>
      <label for="note"><h2>How it went</h2></label>
      <Textarea
        id="note"
        v-model:value="note"
        :rows="3"
        :maxlength="1000"
        placeholder="One thing seen or heard"
      />
      <Button type="primary" class="button" :loading="saving" :disabled="!note.trim()" @click="keepNote"
        >Keep note</Button
      >
    </div>
    <div>
      <label for="plan"><h2>Planned, and for the card</h2></label>
      <Textarea
        id="plan"
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
</template>

<style scoped>
.plan {
  font-size: 34px;
  line-height: 1.2;
  font-weight: 600;
  margin: 18px 0 8px;
}
.fields {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 28px;
  margin: 28px 0;
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
