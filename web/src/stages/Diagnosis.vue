<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { computed } from 'vue'
import { inTenths, NO, type Answer, type Belief, type NextCheck, type Question } from '@halitus/core/evidence'
import { useDraft } from '@/base/drafts.ts'
import Plate from '@/parts/Plate.vue'
import Why from '@/parts/Why.vue'

/** What is seen and heard, by tap: the likely cause, one thing to try, and what would make it sure. */
const props = defineProps<{
  /** Where answers are kept until the entry is. */
  draft: string
  groups: readonly { title: string; label: string; questions: readonly Question[] }[]
  questions: readonly Question[]
  judge: (told: readonly Answer[]) =>
    | {
        beliefs: (Belief & { remedy: string; caution?: string })[]
        next: NextCheck | undefined
        /** When nothing is wrong, that is said. */
        fine: string | undefined
      }
    | undefined
  /** Something was measured: it speaks without a tap. */
  measured?: boolean
  keep: (found: { answers: Answer[]; cause: string; helped: 'yes' | 'no' | 'not tried' }) => Promise<boolean>
}>()
const told = useDraft<Answer[]>(() => props.draft, [])
const outcomeOf = (question: string) => told.value.find((a) => a.question === question)?.outcome
function answer(question: string, outcome: string) {
  const others = told.value.filter((a) => a.question !== question)
  told.value = outcomeOf(question) === outcome ? others : [...others, { question, outcome }]
}
const verdict = computed(() => props.judge(told.value))
const best = computed(() => (told.value.length || props.measured ? verdict.value?.beliefs[0] : undefined))
const checked = computed(() =>
  told.value.flatMap((a) => {
    const q = props.questions.find((x) => x.id === a.question && x.ask)
    const words = q && (a.outcome === NO ? `Not: ${q.outcomes[0].words}` : q.outcomes[0].words)
    return words ? [{ ...a, words }] : []
  }),
)
const lower = (s: string) => s.charAt(0).toLowerCase() + s.slice(1)
async function keepIt(helped: 'yes' | 'no' | 'not tried') {
  const cause = best.value?.cause
  if (!cause) return
  if (await props.keep({ answers: told.value, cause, helped })) told.value = []
}
defineExpose({ told, answer })
</script>

<template>
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

    <p v-if="verdict?.fine" class="best" aria-live="polite">{{ verdict.fine }}</p>
    <section v-else-if="best && verdict" aria-live="polite">
      <p class="best">
        {{ best.words }} <span class="soft">{{ inTenths(best.share) }}</span>
      </p>
      <p class="try">{{ best.remedy }}</p>
      <p v-if="best.caution" class="caution">{{ best.caution }}</p>
      <p class="taps kept">
        <Plate enter @click="keepIt('yes')">Helped</Plate>
        <Button @click="keepIt('no')">Didn’t help</Button>
        <Button @click="keepIt('not tried')">Keep for later</Button>
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
      <Why>
        <div class="opinions">
          <div v-for="b in verdict.beliefs.slice(0, 3)" :key="b.cause">
            <b>{{ b.words }}</b> <span class="soft">{{ inTenths(b.share) }}</span>
            <ul>
              <li v-for="w in b.for" :key="w.words">for: {{ lower(w.words) }}</li>
              <li v-for="w in b.against" :key="w.words" class="soft">against: {{ lower(w.words) }}</li>
            </ul>
          </div>
        </div>
        <p class="soft">Directions are common practice, the weights are ours.</p>
      </Why>
    </section>
    <p v-else class="best soft" aria-live="polite">Tap what is heard, then what is seen.</p>
  </div>
</template>

<style scoped>
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
.opinions {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(220px, 1fr));
  gap: 18px;
  margin-top: 10px;
}
@media (max-width: 1000px) {
  .opinions {
    grid-template-columns: 1fr;
  }
}
</style>
