<script setup lang="ts">
import { computed, onBeforeUnmount, onMounted, ref, watch } from 'vue'
import { fingerSystem, isCharted, standardFingering, type Instrument } from '@halitus/core/instruments'
import {
  HOME_ECHO,
  judgeTask,
  tasksOf,
  untilAnswered,
  type AtHome,
  type HomeAnswer,
} from '@halitus/core/home'
import { hzOfMidi, parseNote } from '@halitus/core/pitch'
import type { LineNote } from '@halitus/core/tongue'
import Fingers from '@/drawings/Fingers.vue'
import { useListening } from '@/listening/index.ts'
import { WITHOUT_EAR } from './without-ear.ts'
import { spansOf, useTones } from '@/parts/tones.ts'
import { soundWorker } from '@/workers/index.ts'

/**
 * Notes that are asked for and answered by playing: by name, by ear, or as they are written. One thing at a time; what was played
 * is told in a few words, and how many were right at the end of the round. To who observes no number is shown.
 */
const props = defineProps<{
  way: AtHome
  inst: Instrument
  notes: readonly string[]
  line: readonly LineNote[] | undefined
  a4Hz: number
  name: (written: string) => string
  /** How what was heard reads to who practises. */
  reads: (sentence: string) => string
}>()
const emit = defineEmits<{ told: [value: number, measured: boolean] }>()
const listening = useListening()
const tones = useTones()
/** A note that was right stands so long before the next comes by itself, ms. */
const NEXT_MS = 1200

const tasks = ref(tasksOf(props.way, props, Math.random))
const answers = ref<HomeAnswer[]>([])
/** The answer that is looked at; gone when the next thing is asked. */
const told = ref<HomeAnswer>()
const observes = computed(() => props.way.aim === null)
const ended = computed(() => answers.value.length >= tasks.value.length)
const task = computed(() => tasks.value[told.value ? answers.value.length - 1 : answers.value.length])
const asked = computed(() => task.value?.line[0]?.written ?? undefined)
const on = computed(() => listening.state === 'listening')
let coming: ReturnType<typeof setTimeout> | undefined

function next() {
  clearTimeout(coming)
  if (ended.value) {
    tasks.value = tasksOf(props.way, props, Math.random)
    answers.value = []
  }
  told.value = undefined
}
const hz = (written: string) => hzOfMidi(parseNote(written).midi + props.inst.transposition, props.a4Hz)
async function press() {
  if (tones.sounding.value) return tones.stop()
  if (listening.busy) return listening.stop()
  next()
  const now = task.value
  if (!now) return
  if (now.shows === 'hear') {
    if (!(await tones.play(spansOf(now.line, HOME_ECHO.perMinute, hz)))) return
  }
  await listen()
}
async function listen() {
  listening.source = 'microphone'
  await listening.start({
    instead: WITHOUT_EAR,
    instrument: props.inst.id,
    written: asked.value ?? props.inst.teaching.firstNotes[0]!,
    ear: { transposition: props.inst.transposition, a4Hz: props.a4Hz },
    rule: () => untilAnswered(task.value!),
    judge({ report, strokes }) {
      const { pitch } = props.way
      const answer = judgeTask(
        task.value!,
        { notes: report.notes, strokes },
        { pitch, articulation: props.inst.tongue !== null },
      )
      // What wasn't heard was no answer.
      if (!report.notes.length) return answer.words
      answers.value.push(answer)
      told.value = answer
      if (ended.value) tell()
      else if (answer.right && task.value?.shows === 'name') coming = setTimeout(() => void press(), NEXT_MS)
      return undefined
    },
  })
}
/** Patterns and names are counted by the round; notes of a line by the take. */
function tell() {
  if (observes.value) return
  const all = answers.value
  emit('told', props.way.how === 'line' ? all[0]!.hits : all.filter((a) => a.right).length, true)
}
const busy = computed(() => on.value || tones.sounding.value)
const label = computed(() => {
  if (busy.value) return 'Stop'
  if (props.way.how === 'line') return 'Listen'
  const first = !answers.value.length || ended.value
  return props.way.how === 'echo' ? (first ? 'Hear it' : 'Next one') : first ? 'Listen' : 'Next note'
})
/** What is said while nothing was played yet. */
const BEFORE: Partial<Record<AtHome['how'], string>> = {
  echo: 'Listen, then play it back.',
  recall: 'Play the note that you see.',
}
const says = computed(() => {
  if (told.value) return props.reads(told.value.words)
  if (tones.sounding.value) return 'Listen.'
  if (on.value) return props.way.how === 'echo' ? 'Now you.' : 'Play.'
  return BEFORE[props.way.how] ?? ''
})
const beads = computed(() => tasks.value.map((_, k) => answers.value[k]))
/** Pictures help when it wasn't right: then they are there. */
const picture = computed(() => {
  if (props.way.how !== 'recall' || !told.value || told.value.right || !asked.value) return undefined
  return isCharted(props.inst) ? standardFingering(props.inst, asked.value).touches : undefined
})
watch(
  () => props.way.how,
  () => void listening.cancel(),
)
// The ear is there before it is asked: loading it would cost the beginning of the first note.
onMounted(() => void soundWorker().cancel())
onBeforeUnmount(() => {
  clearTimeout(coming)
  void listening.cancel()
})
defineExpose({ press, label, busy })
</script>

<template>
  <div class="answers">
    <p v-if="way.how === 'recall' && asked && (on || told)" class="asked">{{ name(asked) }}</p>
    <p class="says" aria-live="polite">{{ says }}</p>
    <p v-if="ended && !observes" class="count">
      <b>{{ way.how === 'line' ? answers[0]?.hits : answers.filter((a) => a.right).length }}</b>
      of {{ way.how === 'line' ? answers[0]?.of : tasks.length }}
    </p>
    <Fingers
      v-if="picture"
      :system="fingerSystem(inst)"
      :family="inst.family"
      :held="picture"
      :label="`Fingering of ${name(asked!)}`"
    />
    <p v-if="listening.problem" class="caution" role="alert">{{ listening.problem }}</p>
    <p v-if="way.how !== 'line'" class="beads" :aria-label="`${answers.length} of ${tasks.length}`">
      <i v-for="(a, k) in beads" :key="k" :class="{ done: a?.right, tried: a && !a.right }"></i>
    </p>
  </div>
</template>

<style scoped>
.answers {
  display: grid;
  gap: 10px;
  justify-items: start;
}
.asked {
  font-size: 108px;
  font-weight: 700;
  line-height: 1;
}
.says {
  min-height: 38px;
  font-size: 32px;
  font-weight: 650;
  line-height: 1.15;
}
.count {
  font-size: 24px;
}
.count b {
  font-size: 92px;
  line-height: 1;
}
.beads .tried {
  border-color: var(--ink);
}
</style>
<style scoped src="./tries.css"></style>
