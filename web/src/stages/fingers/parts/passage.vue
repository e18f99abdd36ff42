<script setup lang="ts">
import { Button, Input } from 'ant-design-vue'
import { computed, ref, watch } from 'vue'
import { pathsOf, type Path } from '@halitus/core/fingering'
import { fingeringsOf, fingerSystem, type Fingering } from '@halitus/core/instruments'
import { inKey, prettyNote } from '@halitus/core/pitch'
import { overrulingsOf } from '@halitus/core/records'
import { ALTERNATES, choiceOf } from '@halitus/core/schools'
import { lineOf } from '@halitus/core/tongue'
import { useDraft } from '@/base/drafts.ts'
import { useLesson } from '@/lesson/index.ts'
import Choice from '@/parts/Choice.vue'
import Hands from '@/parts/Hands.vue'
import Staff from '@/parts/Staff.vue'

/** The best fingering for every note of a passage, with the reason; another choice is remembered. */
const lesson = useLesson()
const typed = useDraft(() => `passage.${lesson.answer?.learner.id}`, '')
const tempo = ref<'slow' | 'fast'>('slow')
const school = computed(() => choiceOf(ALTERNATES, lesson.answer?.learner.schools, lesson.schools))
const inst = computed(() => lesson.inst)
const system = computed(() => inst.value && fingerSystem(inst.value))
const overrulings = computed(() => overrulingsOf(lesson.ofKind(lesson.entries, 'passage').map((e) => e.data)))
const MOST = 64
const found = computed((): { paths: Path[]; problem: string } => {
  if (!inst.value || !typed.value.trim()) return { paths: [], problem: '' }
  try {
    const notes = lineOf(inst.value, typed.value).flatMap((n) => (n.written === null ? [] : [n.written]))
    if (notes.length < 2) return { paths: [], problem: 'A passage has two notes at least.' }
    if (notes.length > MOST) return { paths: [], problem: `A passage has at most ${MOST} notes here.` }
    return {
      paths: pathsOf(inst.value, notes, {
        tempo: tempo.value,
        school: school.value,
        k: 3,
        overrulings: overrulings.value,
      }),
      problem: '',
    }
  } catch (error) {
    return { paths: [], problem: error instanceof Error ? error.message : '' }
  }
})
/** As it stands in notation. */
const read = computed(() => {
  try {
    return inst.value && found.value.paths.length ? lineOf(inst.value, typed.value) : []
  } catch {
    return []
  }
})
const way = ref(0)
/** What the teacher took instead, by place. */
const own = ref<Record<number, string[]>>({})
watch([typed, tempo], () => ((way.value = 0), (own.value = {})))
const path = computed(() => found.value.paths[way.value] ?? found.value.paths[0])
interface Shown {
  written: string
  touches: string[]
  use: string
  why: string
  options: Fingering[]
  overruled: boolean
}
const names = computed(() => inKey((path.value?.fingerings ?? []).map((f) => f.written)))
const notes = computed((): Shown[] =>
  (path.value?.fingerings ?? []).map((f, i) => {
    const options = inst.value ? fingeringsOf(inst.value, f.written) : []
    const touches = own.value[i] ?? f.touches
    const chosen = options.find((o) => o.touches.join() === touches.join())
    return {
      written: f.written,
      touches,
      use: chosen?.use ?? f.use,
      why: own.value[i] ? 'chosen here' : (f.why ?? ''),
      options,
      overruled: own.value[i] !== undefined,
    }
  }),
)
function other(i: number) {
  const n = notes.value[i]!
  const at = n.options.findIndex((o) => o.touches.join() === n.touches.join())
  const next = n.options[(at + 1) % n.options.length]!
  const offered = path.value!.fingerings[i]!.touches
  const { [i]: _, ...rest } = own.value
  own.value = next.touches.join() === offered.join() ? rest : { ...rest, [i]: next.touches }
}
const ways = computed(() =>
  found.value.paths.map((p, i) => ({
    value: i,
    label: i ? `${i + 1}: ${p.cost.toFixed(1)}` : `Best: ${p.cost.toFixed(1)}`,
  })),
)
async function keep() {
  const kept = await lesson.add('fingers', 'passage', {
    tempo: tempo.value,
    notes: notes.value.map(({ written, touches, overruled }) => ({ written, touches, overruled })),
  })
  if (kept) own.value = {}
}
</script>

<template>
  <div class="ask">
    <label for="passage-notes">Notes of the passage</label>
    <Input
      id="passage-notes"
      v-model:value="typed"
      class="typed"
      :maxlength="400"
      placeholder="B4 C# D# C# B"
    />
    <Choice
      v-model="tempo"
      label="Tempo"
      :options="[
        { value: 'slow', label: 'Slow' },
        { value: 'fast', label: 'Fast' },
      ]"
    />
    <Choice v-if="ways.length > 1" v-model="way" label="Way" :options="ways" />
    <Button type="primary" :disabled="!notes.length" @click="keep">Keep for the card</Button>
  </div>
  <p v-if="found.problem" class="caution" role="alert">{{ found.problem }}</p>
  <p v-if="!notes.length && !found.problem" class="soft">
    Type the notes as they are read. For each the fingering that fits its neighbours is found: fewest motions,
    no finger sliding from key to key, no thumb work that can be spared.
  </p>
  <Staff v-if="inst && notes.length" :line="read" :inst="inst" :scale="46" />
  <ol v-if="system && notes.length" class="notes">
    <li v-for="(n, i) in notes" :key="i" :class="{ special: n.why }">
      <b class="name">{{ prettyNote(names[i] ?? n.written) }}</b>
      <Hands :system="system" :touches="n.touches" :note="n.written" />
      <span class="use">{{ n.use }}</span>
      <span v-if="n.why" class="why">{{ n.why }}</span>
      <Button
        v-if="n.options.length > 1"
        size="small"
        :aria-label="`Another fingering of ${n.written}`"
        @click="other(i)"
        >Another</Button
      >
    </li>
  </ol>
  <p v-if="notes.length" class="soft">
    The number is what the way costs: moving fingers, opposite motion, slides, thumb, registers, tone (weights
    chosen by Halitus). Another choice is kept with the passage and offered next time.
  </p>
</template>

<style scoped>
.ask {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 10px 14px;
}
.typed {
  width: min(300px, 100%);
  height: 44px;
  font-size: 19px;
}
.notes {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(144px, 1fr));
  gap: 14px;
  margin-top: 14px;
}
.notes li {
  display: flex;
  flex-direction: column;
  align-items: flex-start;
  gap: 4px;
  border-top: 3px solid var(--line);
  padding-top: 6px;
}
.notes li.special {
  border-color: var(--brass);
}
.name {
  font-size: 30px;
  line-height: 1.1;
}
.use {
  color: var(--soft);
}
.why {
  font-weight: 600;
}
</style>
