<script setup lang="ts">
import { Button, Textarea } from 'ant-design-vue'
import { computed, ref, watch } from 'vue'
import type { Stage } from '@halitus/core/contract'
import { useDraft } from '@/base/drafts.ts'
import { STAGE_NAMES } from '@/base/words.ts'
import NextUp from './NextUp.vue'
import { useLesson } from './store.ts'

/**
 * What every stop has: a head with its one primary action, the work with its result, what was noted at it, and the plan.
 * `open` shows note and plan at once, where a stop has nothing else yet; `coming` while the work is still being fetched.
 */
const props = defineProps<{ stage: Stage; open?: boolean; coming?: boolean }>()
const lesson = useLesson()
const plan = computed(() => lesson.plan(props.stage))
const note = useDraft(() => `note.${lesson.answer?.lesson.id}.${props.stage}`, '')
/** What was typed over a plan, and which version of it was seen then. */
const typed = useDraft<{ text: string; version: number } | null>(
  () => `plan.${lesson.answer?.learner.id}.${props.stage}`,
  null,
)
const planText = computed({
  get: () => typed.value?.text ?? plan.value.text,
  set: (text) =>
    (typed.value =
      text === plan.value.text ? null : { text, version: typed.value?.version ?? plan.value.version }),
})
/** Somebody changed the plan elsewhere since it was typed over here: both are offered. */
const elsewhere = computed(
  () => !!typed.value && typed.value.version !== plan.value.version && typed.value.text !== plan.value.text,
)
watch(
  () => plan.value.text,
  (text) => typed.value?.text === text && (typed.value = null),
)
const changePlan = () =>
  lesson.writePlan(props.stage, planText.value, typed.value?.version ?? plan.value.version)
const keepMine = () => lesson.writePlan(props.stage, planText.value, plan.value.version)
const saving = ref(false)
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
  <section class="stop" :aria-busy="coming">
    <header class="head">
      <h1 :class="{ 'visually-hidden': $slots.head }">{{ STAGE_NAMES[stage] }}</h1>
      <div v-if="$slots.head" class="views"><slot name="head" /></div>
      <span v-if="$slots.action" class="action"><slot name="action" /></span>
    </header>
    <slot />
    <NextUp />
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
          <Button class="button" :disabled="planText === plan.text || elsewhere" @click="changePlan"
            >Change plan</Button
          >
          <p v-if="elsewhere" class="caution" role="alert">
            Changed elsewhere meanwhile to: “{{ plan.text || 'nothing' }}”.
            <Button size="small" @click="keepMine">Keep mine</Button>
            <Button size="small" @click="typed = null">Take that</Button>
          </p>
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
  position: relative;
  display: flex;
  align-items: center;
  gap: 8px 18px;
  min-height: 48px;
  margin-bottom: 8px;
}
/* One row, never two: narrower screens scroll it. */
.views {
  flex: 1;
  min-width: 0;
  overflow-x: auto;
  scrollbar-width: none;
}
.action {
  flex: none;
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
@media (max-width: 1000px) {
  .head:has(.action) {
    flex-wrap: wrap;
  }
  .views {
    flex-basis: 100%;
  }
  .action {
    margin: 0;
  }
}
@media (max-width: 900px) {
  .fields {
    grid-template-columns: 1fr;
  }
}
</style>
