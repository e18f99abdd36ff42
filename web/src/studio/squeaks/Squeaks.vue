<script setup lang="ts">
import { Button, Input } from 'ant-design-vue'
import { computed } from 'vue'
import { useRouter } from 'vue-router'
import { useLocalStorage } from '@vueuse/core'
import { allInstruments, instrument } from '@halitus/core/instruments'
import { complaintsIn, diagnose, knowledgeOf } from '@halitus/core/squeaks'
import { useDraft } from '@/base/drafts.ts'
import { useLesson } from '@/lesson/index.ts'
import Choice from '@/parts/Choice.vue'
import Quantity from '@/parts/Quantity.vue'
import Views from '@/parts/Views.vue'
import KnownCauses from './KnownCauses.vue'

/** From an accident to the next thing to try: what happens, when, what is seen; beliefs, and one check at a time. */
const router = useRouter()
const lesson = useLesson()
const NAMED = 4
const GROUPS = [
  { id: 'when', title: 'When' },
  { id: 'where', title: 'Where' },
  { id: 'seen', title: 'What is seen' },
  { id: 'known', title: 'What is known' },
] as const
const view = useLocalStorage<'find' | 'read'>('halitus.squeaks.view', 'find')
const VIEWS = [
  { value: 'find' as const, label: 'Find the cause' },
  { value: 'read' as const, label: 'What is known' },
]
const chosen = useLocalStorage('halitus.squeaks.instrument', lesson.inst?.id ?? 'clarinet')
if (lesson.inst) chosen.value = lesson.inst.id
const ids = allInstruments().map((i) => ({ value: i.id, label: i.name }))
const inst = computed(() =>
  ids.some((i) => i.value === chosen.value) ? instrument(chosen.value) : allInstruments()[0]!,
)
const known = computed(() => knowledgeOf(inst.value))

interface Told {
  complaint: string
  yes: string[]
  no: string[]
  cannot: string[]
}
const NOTHING: Told = { complaint: '', yes: [], no: [], cannot: [] }
const told = useDraft<Told>(() => `squeak.${inst.value.family}`, NOTHING)
const weeks = useLocalStorage('halitus.squeaks.weeks', 10)
const typed = useDraft<string>('squeak.words', '')
const meant = computed(() => new Set(complaintsIn(typed.value).map((c) => c.id)))
const complaints = computed(() =>
  meant.value.size ? known.value.complaints.filter((c) => meant.value.has(c.id)) : known.value.complaints,
)
const complaint = computed(() => known.value.complaints.find((c) => c.id === told.value.complaint))

/** One tap: it is so; another: it isn’t; a third: nobody knows. */
function tap(id: string) {
  const { yes, no } = told.value
  if (yes.includes(id)) told.value = { ...told.value, yes: yes.filter((x) => x !== id), no: [...no, id] }
  else if (no.includes(id)) told.value = { ...told.value, no: no.filter((x) => x !== id) }
  else told.value = { ...told.value, yes: [...yes, id] }
}
const stateOf = (id: string) =>
  told.value.yes.includes(id) ? 'yes' : told.value.no.includes(id) ? 'no' : 'unknown'
const verdict = computed(() =>
  complaint.value
    ? diagnose(inst.value, {
        weeksPlaying: weeks.value,
        complaint: complaint.value.id,
        observations: told.value.yes,
        absent: told.value.no,
        unavailable: told.value.cannot,
      })
    : undefined,
)
const best = computed(() => verdict.value?.causes[0])
const others = computed(() => verdict.value?.causes.slice(1, NAMED) ?? [])
const percent = (share: number) => `${Math.round(100 * share)} %`
const answer = (outcome: string) => (told.value = { ...told.value, yes: [...told.value.yes, outcome] })
const cannot = (id: string) => (told.value = { ...told.value, cannot: [...told.value.cannot, id] })
/** Checks that were tried, the newest last; a tap takes one back. */
const tried = computed(() =>
  told.value.yes.flatMap((id) => {
    const [check, outcome] = id.split(':')
    const found = outcome && known.value.checks.find((c) => c.id === check)
    return found
      ? [{ id, words: `${found.ask} ${{ better: 'Better.', same: 'The same.', worse: 'Worse.' }[outcome]}` }]
      : []
  }),
)
const takeBack = (id: string) => (told.value = { ...told.value, yes: told.value.yes.filter((x) => x !== id) })
/** Three reasons at most, as one sentence. */
const reasons = (all: readonly string[]) =>
  all
    .slice(0, 3)
    .map((w) => w.replace(/[.?]$/, ''))
    .join('; ')
const again = () => (told.value = NOTHING)
</script>

<template>
  <main id="work" class="squeaks">
    <header class="head">
      <h1>Squeaks</h1>
      <Views v-model="view" :options="VIEWS" label="What is shown" />
      <Button v-if="lesson.answer" @click="router.back()">Back to the lesson</Button>
    </header>
    <p class="who">
      <label for="squeak-inst">On</label>
      <Choice id="squeak-inst" v-model="chosen" :options="ids" />
      <template v-if="view === 'find'">
        <label for="squeak-weeks">playing for</label>
        <Quantity id="squeak-weeks" v-model="weeks" :min="0" :max="2000" unit="weeks" />
      </template>
    </p>
    <KnownCauses v-if="view === 'read'" :known="known" :name="inst.name" />
    <div v-else class="columns">
      <section>
        <h2>What happens</h2>
        <Input
          v-model:value="typed"
          placeholder="In words: squeaks on low notes"
          aria-label="What happens, in words"
        />
        <div class="taps" role="group" aria-label="What happens">
          <Button
            v-for="c in complaints"
            :key="c.id"
            :type="c.id === told.complaint ? 'primary' : 'default'"
            :aria-pressed="c.id === told.complaint"
            @click="told = { ...told, complaint: c.id === told.complaint ? '' : c.id }"
            >{{ c.words }}</Button
          >
        </div>
        <template v-if="complaint">
          <div v-for="g in GROUPS" :key="g.id">
            <h3>{{ g.title }}</h3>
            <div class="taps" role="group" :aria-label="g.title">
              <Button
                v-for="o in known.observations.filter((x) => x.group === g.id)"
                :key="o.id"
                size="small"
                :type="stateOf(o.id) === 'yes' ? 'primary' : 'default'"
                :class="{ not: stateOf(o.id) === 'no' }"
                :aria-pressed="stateOf(o.id) === 'yes'"
                @click="tap(o.id)"
                >{{ stateOf(o.id) === 'no' ? `Not: ${o.words.toLowerCase()}` : o.words }}</Button
              >
            </div>
          </div>
        </template>
      </section>
      <section v-if="verdict && best" class="answer" aria-live="polite">
        <div v-if="verdict.next" class="next">
          <h2>Try next, {{ verdict.next.seconds }} s</h2>
          <p class="ask">{{ verdict.next.words }}</p>
          <p v-if="verdict.next.caution" class="caution">{{ verdict.next.caution }}</p>
          <p class="taps">
            <Button
              v-for="o in verdict.next.outcomes"
              :key="o.id"
              size="large"
              :type="o.words === 'Better' ? 'primary' : 'default'"
              @click="answer(o.id)"
              >{{ o.words }}</Button
            >
            <Button size="large" @click="cannot(verdict.next.id)">Can’t here</Button>
          </p>
        </div>
        <h2>Most likely</h2>
        <p class="best">
          <b>{{ best.words }}</b> <span class="soft">{{ percent(best.belief) }}</span>
        </p>
        <p class="remedy">{{ best.remedy }}</p>
        <p v-if="best.caution" class="caution">{{ best.caution }}</p>
        <p v-if="best.for.length" class="soft">For it: {{ reasons(best.for) }}.</p>
        <p v-if="best.against.length" class="soft">Against it: {{ reasons(best.against) }}.</p>
        <ul class="others" aria-label="Other causes">
          <li v-for="c in others" :key="c.id">
            <span class="bar" :style="{ width: percent(c.belief) }"></span>{{ c.words }}
            <span class="soft">{{ percent(c.belief) }}</span>
          </li>
        </ul>
        <p v-for="c in verdict.contradictions" :key="c" class="caution">{{ c }}</p>
        <template v-if="tried.length">
          <h3>Tried</h3>
          <ul class="tried">
            <li v-for="t in tried" :key="t.id">
              {{ t.words }}
              <button type="button" class="plain undo" @click="takeBack(t.id)">Take back</button>
            </li>
          </ul>
        </template>
        <p><Button @click="again">From the beginning</Button></p>
        <p class="soft">Common practice; likelihoods are chosen by Halitus. Pain stops the search.</p>
      </section>
    </div>
  </main>
</template>

<style scoped>
.squeaks {
  max-width: 1180px;
  margin: 0 auto;
  padding: 18px 24px 60px;
}
.head,
.who,
.taps {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 12px;
}
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1.15fr) minmax(0, 1fr);
  gap: 34px;
}
.taps {
  margin: 8px 0 12px;
}
.not {
  text-decoration: line-through;
}
.ask {
  font-size: 26px;
  line-height: 1.2;
  font-weight: 650;
}
.next {
  border-left: 4px solid var(--metal);
  padding-left: 14px;
  margin-bottom: 16px;
}
.best {
  font-size: 24px;
}
.remedy {
  font-size: 18px;
}
.others,
.tried {
  list-style: none;
  padding: 0;
}
.others li {
  position: relative;
  padding: 4px 6px;
  margin-bottom: 2px;
  isolation: isolate;
}
.bar {
  position: absolute;
  inset: 0 auto 0 0;
  background: var(--line);
  z-index: -1;
}
.undo {
  color: var(--soft);
  text-decoration: underline;
}
@media (max-width: 900px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
  .answer {
    order: -1;
  }
}
</style>
