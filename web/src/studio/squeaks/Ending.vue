<script setup lang="ts">
import { Button, Input } from 'ant-design-vue'
import { computed, ref } from 'vue'
import { RouterLink } from 'vue-router'
import { useEventListener } from '@vueuse/core'
import type { Provenance, Stage } from '@halitus/core/contract'
import { isTyping } from '@/base/keys.ts'
import { STAGE_NAMES } from '@/base/words.ts'
import { useLesson } from '@/lesson/index.ts'
import Choice from '@/parts/Choice.vue'
import type { Search } from './search.ts'
import Plate from '@/parts/Plate.vue'

/** How the search ends: what helped, or that nothing did, kept in the lesson; all of it can be taken back. */
const props = defineProps<{ search: Search; from: Stage | undefined }>()
const lesson = useLesson()
const top = computed(() => props.search.verdict.value?.causes[0])
const causes = computed(() =>
  (props.search.verdict.value?.causes ?? []).slice(0, 12).map((c) => ({ value: c.id, label: c.words })),
)
/** The cause that helped: the likeliest until somebody says another. */
const other = ref<string>()
const chosen = computed({
  get: () => (other.value && causes.value.some((c) => c.value === other.value) ? other.value : top.value?.id),
  set: (id) => (other.value = id),
})
/** Nothing was tried yet, and something helped: what was it? */
const asks = ref(false)
const MOST_ASKED = 4
const couldHave = computed(() =>
  (props.search.verdict.value?.causes ?? []).filter((c) => c.id !== 'other').slice(0, MOST_ASKED),
)
const tried = computed(() => props.search.told.value.said.some((s) => s.how !== 'yes' && s.how !== 'no'))
function helped() {
  if (tried.value || other.value) void end('helped')
  else asks.value = true
}
function thatHelped(id: string) {
  asks.value = false
  other.value = id
  props.search.say(`try-${id}`, 'better')
  void end('helped')
}
const unsolved = ref(false)
const tell = ref('')
const kept = props.search.kept

async function end(ended: 'helped' | 'unsolved') {
  const { told, verdict, seconds, moments } = props.search
  const shown = moments.value
  const cause = verdict.value?.causes.find((c) => c.id === chosen.value)
  if (!cause) return
  const stop = cause.stop as Stage | undefined
  const provenance: Provenance = told.value.simulated ? 'simulated' : 'tapped'
  const entry = await lesson.add(
    props.from && props.from !== 'home' ? props.from : (stop ?? 'fingers'),
    'accident',
    {
      complaint: told.value.complaint,
      notes: told.value.notes,
      cause: cause.id,
      ended,
      tried: told.value.said.flatMap((s) =>
        s.how === 'yes' || s.how === 'no' ? [] : [{ check: s.id, outcome: s.how }],
      ),
      seconds: seconds(),
      tell: tell.value.trim(),
    },
    provenance,
  )
  if (!entry) return
  props.search.change({ done: true })
  kept.value = {
    id: entry.id,
    words: ended === 'helped' ? cause.words : 'Unsolved',
    drill: ended === 'helped' ? cause.drill : tell.value.trim(),
    stop,
    moments: shown,
  }
}
async function takeBack() {
  if (!kept.value) return
  await lesson.takeBack(kept.value.id)
  props.search.change({ done: false })
  kept.value = undefined
}
function again() {
  kept.value = undefined
  unsolved.value = false
  asks.value = false
  tell.value = ''
  props.search.again()
}
useEventListener('keydown', (event: KeyboardEvent) => {
  if (isTyping(event) || kept.value) return
  if (event.key === 'h' && lesson.answer) helped()
})
</script>

<template>
  <section v-if="kept" class="kept" aria-live="polite">
    <p class="found">{{ kept.words }}</p>
    <p v-if="search.told.value.simulated" class="soft">Simulated: no card or chart moves by it.</p>
    <p v-else-if="kept.drill"><b>For the card:</b> {{ kept.drill }}</p>
    <p class="taps">
      <RouterLink
        v-if="kept.stop && lesson.answer"
        class="go"
        :to="{ name: kept.stop, params: { id: lesson.answer.lesson.id } }"
        >To {{ STAGE_NAMES[kept.stop] }}</RouterLink
      >
      <Button @click="takeBack">Take back</Button>
      <Button type="primary" @click="again">Another one</Button>
    </p>
  </section>
  <section v-else-if="top" class="ending">
    <p class="taps">
      <Choice v-model="chosen" :options="causes" label="What helped" />
      <Plate @click="helped">That helped <kbd>h</kbd></Plate>
      <Button size="large" :aria-expanded="unsolved" @click="unsolved = !unsolved">Stop, unsolved</Button>
    </p>
    <div v-if="asks" class="taps" role="group" aria-label="What helped">
      <b>Nothing was tried here yet: what helped?</b>
      <Button v-for="c in couldHave" :key="c.id" @click="thatHelped(c.id)">{{
        c.remedy.replace(/\.$/, '')
      }}</Button>
      <Button @click="asks = false">Something else: choose above</Button>
    </div>
    <p v-if="unsolved" class="taps">
      <Input
        v-model:value="tell"
        :maxlength="300"
        aria-label="What the technician or the next lesson should know"
        placeholder="What the technician or the next lesson should know"
      />
      <Button @click="end('unsolved')">Keep as unsolved</Button>
    </p>
  </section>
</template>

<style scoped>
.taps {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px;
  margin: 10px 0;
}
.kept {
  border-left: 4px solid var(--brass);
  padding-left: 16px;
}
.found {
  font-size: 27px;
  line-height: 1.2;
  font-weight: 650;
  margin: 2px 0 10px;
}
.go {
  padding: 6px 12px;
}
</style>
