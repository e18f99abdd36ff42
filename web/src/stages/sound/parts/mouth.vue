<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { computed } from 'vue'
import { NO, type Answer } from '@halitus/core/evidence'
import { factsOf, mouthVerdict } from '@halitus/core/records'
import { useDraft } from '@/base/drafts.ts'
import { useLesson } from '@/lesson/index.ts'
import Mirror from '../Mirror.vue'

/** What is seen and what is heard, by tap: the likely cause, one thing to try, and what would make it sure. */
const lesson = useLesson()
const told = useDraft<Answer[]>(() => `mouth.${lesson.answer?.lesson.id}`, [])
const questions = computed(() => lesson.inst?.mouth.model.questions ?? [])
const group = (ids: readonly string[] | undefined) =>
  (ids ?? []).flatMap((id) => questions.value.find((q) => q.id === id) ?? [])
const groups = computed(() => [
  { title: 'Heard', label: 'What is heard', questions: group(lesson.inst?.mouth.heard) },
  { title: 'Seen', label: 'What is seen', questions: group(lesson.inst?.mouth.seen) },
])
const outcomeOf = (question: string) => told.value.find((a) => a.question === question)?.outcome
function answer(question: string, outcome: string) {
  const others = told.value.filter((a) => a.question !== question)
  told.value = outcomeOf(question) === outcome ? others : [...others, { question, outcome }]
}
const facts = computed(() => factsOf(lesson.entries))
const verdict = computed(() => lesson.inst && mouthVerdict(lesson.inst, told.value, facts.value))
const best = computed(() => (told.value.length ? verdict.value?.beliefs[0] : undefined))
const checked = computed(() =>
  told.value.flatMap((a) => {
    const q = questions.value.find((x) => x.id === a.question && x.ask)
    const words = q && (a.outcome === NO ? `Not: ${q.outcomes[0].words}` : q.outcomes[0].words)
    return words ? [{ ...a, words }] : []
  }),
)
const percent = (x: number) => `${Math.round(100 * x)} %`
const lower = (s: string) => s.charAt(0).toLowerCase() + s.slice(1)
async function keep(helped: 'yes' | 'no' | 'not tried') {
  const cause = best.value?.cause
  if (!cause) return
  if (await lesson.add('sound', 'mouth', { answers: told.value, cause, helped })) told.value = []
}
</script>

<template>
  <div class="two">
    <div>
      <template v-for="g in groups" :key="g.title">
        <h3>{{ g.title }}</h3>
        <div class="taps" role="group" :aria-label="g.label">
          <Button
            v-for="q in g.questions"
            :key="q.id"
            :type="outcomeOf(q.id) === q.outcomes[0].id ? 'primary' : 'default'"
            :aria-pressed="outcomeOf(q.id) === q.outcomes[0].id"
            @click="answer(q.id, q.outcomes[0].id)"
            >{{ q.outcomes[0].words }}</Button
          >
        </div>
      </template>

      <section v-if="best && verdict" aria-live="polite">
        <p class="best">
          {{ best.words }} <span class="soft">{{ percent(best.share) }}</span>
        </p>
        <p class="try">{{ best.remedy }}</p>
        <p v-if="best.caution" class="caution">{{ best.caution }}</p>
        <p class="taps kept">
          <Button type="primary" @click="keep('yes')">Helped</Button>
          <Button @click="keep('no')">Didn’t help</Button>
          <Button @click="keep('not tried')">Keep for later</Button>
        </p>
        <p v-if="verdict.next" class="next taps">
          <b>To be sure:</b> {{ verdict.next.ask }}
          <Button
            v-for="o in verdict.next.outcomes"
            :key="o.id"
            size="small"
            @click="answer(verdict.next.question, o.id)"
            >{{ o.id === NO ? 'No' : verdict.next.outcomes.length > 2 ? o.words : 'Yes' }}</Button
          >
        </p>
        <p v-if="checked.length" class="taps">
          Checked:
          <Button
            v-for="c in checked"
            :key="c.question"
            size="small"
            aria-pressed="true"
            @click="answer(c.question, c.outcome)"
            >{{ c.words }}</Button
          >
        </p>
        <div class="why">
          <div v-for="b in verdict.beliefs.slice(0, 3)" :key="b.cause">
            <b>{{ b.words }}</b> <span class="soft">{{ percent(b.share) }}</span>
            <ul>
              <li v-for="w in b.for" :key="w.words">for: {{ lower(w.words) }}</li>
              <li v-for="w in b.against" :key="w.words" class="soft">against: {{ lower(w.words) }}</li>
            </ul>
          </div>
        </div>
      </section>
      <p v-else class="best soft" aria-live="polite">Tap what is heard, then what is seen.</p>
      <p class="soft small">Directions are common practice, the weights are ours.</p>
    </div>
    <Mirror v-if="lesson.inst" :inst="lesson.inst" />
  </div>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 220px;
  gap: 28px;
}
h3 {
  margin: 6px 0;
}
.taps {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
  margin: 4px 0 10px;
}
.best {
  font-size: 28px;
  font-weight: 650;
  margin: 10px 0 4px;
}
.try {
  font-size: 20px;
  max-width: 620px;
}
.kept {
  margin-top: 12px;
}
.why {
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  gap: 18px;
  margin-top: 10px;
}
@media (max-width: 1000px) {
  .two,
  .why {
    grid-template-columns: 1fr;
  }
}
</style>
