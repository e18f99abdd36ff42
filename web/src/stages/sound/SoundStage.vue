<script setup lang="ts">
import { Button, InputNumber } from 'ant-design-vue'
import { computed, onBeforeUnmount, ref } from 'vue'
import { useEventListener } from '@vueuse/core'
import { midiOfHz, noteName, parseNote, prettyNote } from '@halitus/core/pitch'
import { STEADY_CENTS } from '@halitus/core/practice'
import { useLesson } from '../../lesson/index.ts'
import { useListening } from '../../listening/index.ts'
import Choice from '../../parts/Choice.vue'
import NoteName from '../../parts/NoteName.vue'
import PitchThread from '../../parts/PitchThread.vue'
import { isTyping, pressesButton } from '../../shell/keys.ts'
import { signed } from '../../shell/words.ts'
import { entryOf, thin, verdictOf } from './measured.ts'

const lesson = useLesson()
const listening = useListening()
const fileInput = ref<HTMLInputElement>()
const savedId = ref<string>()

const observes = computed(() => lesson.answer?.learner.attitude === 'observe')
const target = computed(() => lesson.answer?.target ?? { targetS: 4, why: '' })
const before = computed(() =>
  lesson.ofKind(lesson.answer?.entries ?? [], 'long-tone').filter((e) => e.id !== savedId.value),
)
const last = computed(() => before.value.at(-1))
const ear = computed(() => ({ transposition: lesson.inst?.transposition ?? 0, a4Hz: lesson.a4Hz }))
/** The target that the shown measurement was made for; the next one is another already. */
const aimed = ref(target.value.targetS)

const [low, high] = (lesson.inst?.range.full ?? ['C4', 'C6']).map((n) => parseNote(n).midi) as [
  number,
  number,
]
const noteOptions = Array.from({ length: high - low + 1 }, (_, i) => ({
  value: noteName(low + i),
  label: prettyNote(noteName(low + i)),
}))
const firstNote = lesson.inst?.teaching.firstNotes[0] ?? 'B4'
const written = ref(last.value?.data.written ?? firstNote)

async function begin() {
  if (listening.state === 'listening') return listening.stop()
  if (listening.busy || !lesson.inst) return
  savedId.value = undefined
  aimed.value = target.value.targetS
  if (listening.source === 'file') return fileInput.value?.click()
  await listening.start({ instrument: lesson.inst.id, written: written.value, ear: ear.value, done: keep })
}
function takeFile(event: Event) {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  if (file) void listening.judgeFile(file, ear.value, keep)
}
async function keep(measurement: NonNullable<typeof listening.result>) {
  if (!measurement.tone || !lesson.inst) return
  const entry = entryOf(measurement, lesson.inst, aimed.value, listening.source)
  if (typeof entry === 'string') {
    listening.problem = entry
    return
  }
  const saved = await lesson.add('sound', 'long-tone', entry)
  savedId.value = saved?.id
}
useEventListener('keydown', (event: KeyboardEvent) => {
  if (event.key !== ' ' || isTyping(event) || pressesButton(event)) return
  event.preventDefault()
  void begin()
})
onBeforeUnmount(() => void listening.cancel())

const tone = computed(() => listening.result?.tone)
const isLive = computed(() => listening.state === 'listening')
const curves = computed(() => {
  if (listening.result) return thin(listening.result)
  const f = listening.frames.slice(0, listening.drawn)
  return { timeS: f.map((x) => x.timeS), hz: f.map((x) => x.hz), db: f.map((x) => x.db), count: f.length }
})
const centreMidi = computed(() => {
  const heard = listening.note
  if (heard) return heard.writtenMidi + ear.value.transposition
  return tone.value ? Math.round(midiOfHz(tone.value.hz, lesson.a4Hz)) : undefined
})
const liveStart = computed(() => {
  const first = listening.frames.find((f) => f.hz > 0)
  return isLive.value && listening.drawn && first
    ? { startS: first.timeS, endS: listening.frames[listening.drawn - 1]?.timeS ?? 0 }
    : undefined
})
const shownNote = computed(() => listening.note?.written)
const shownCents = computed(() => (tone.value ? tone.value.cents : listening.note?.cents))
const action = computed(() => {
  if (isLive.value) return 'Stop'
  if (listening.state === 'judging') return 'Judging …'
  return listening.source === 'file' ? 'Choose a WAVE file' : 'Listen'
})
const verdict = computed(() =>
  tone.value ? verdictOf(tone.value, aimed.value, last.value?.data, observes.value) : undefined,
)
const offerOthers = computed(() => !!listening.problem && listening.source === 'microphone')
</script>

<template>
  <header class="head">
    <div class="numbers" role="timer" :aria-live="isLive ? 'off' : 'polite'">
      <span class="seconds"
        ><b class="big">{{ listening.heldS.toFixed(1) }}</b> s</span
      >
      <span v-if="!observes" class="aim">aim {{ isLive || tone ? aimed : target.targetS }} s</span>
    </div>
    <div class="heard">
      <NoteName v-if="shownNote" :note="shownNote" :size="64" />
      <span v-else class="big soft">–</span>
      <span v-if="shownCents !== undefined" class="cents"
        ><b>{{ signed(shownCents) }}</b> cents</span
      >
    </div>
    <Button type="primary" size="large" class="go" :loading="listening.state === 'judging'" @click="begin">
      {{ action }} <kbd v-if="listening.state !== 'judging'">Space</kbd>
    </Button>
    <input
      ref="fileInput"
      type="file"
      accept=".wav,audio/wav"
      class="visually-hidden"
      tabindex="-1"
      aria-label="WAVE file"
      @change="takeFile"
    />
  </header>

  <div v-if="listening.source === 'player'" class="player">
    <label for="player-note">Simulated player plays</label>
    <Choice id="player-note" v-model="written" :options="noteOptions" />
    <label for="player-length">for</label>
    <InputNumber
      id="player-length"
      v-model:value="listening.playerLengthS"
      :min="1"
      :max="60"
      style="width: 84px"
      addon-after="s"
    />
    <Button size="small" :aria-pressed="listening.aloud" @click="listening.aloud = !listening.aloud">{{
      listening.aloud ? 'Aloud' : 'Silent'
    }}</Button>
  </div>

  <p v-if="listening.problem" class="problem caution" role="alert">
    {{ listening.problem }}
    <span v-if="offerOthers" class="ways">
      <Button size="small" @click="((listening.source = 'player'), listening.clear())"
        >Simulated player</Button
      >
      <Button size="small" @click="((listening.source = 'file'), listening.clear())">WAVE file</Button>
    </span>
  </p>

  <div class="thread">
    <PitchThread
      :time-s="curves.timeS"
      :hz="curves.hz"
      :db="curves.db"
      :count="curves.count"
      :centre-midi="centreMidi"
      :a4-hz="lesson.a4Hz"
      :band-cents="STEADY_CENTS"
      :target-s="observes ? undefined : tone || isLive ? aimed : target.targetS"
      :tone="tone ?? liveStart"
      :squeaks="listening.result?.report.squeaks"
    />
    <p v-if="!curves.count" class="empty soft">
      {{
        listening.source === 'file'
          ? 'Choose a recording of a long tone.'
          : 'Press Space, then play one long, level tone. It is judged when it ends.'
      }}
    </p>
  </div>

  <section v-if="tone && verdict" aria-live="polite">
    <p class="verdict">{{ verdict.sentence }}</p>
    <dl class="facts">
      <div v-for="f in verdict.facts" :key="f.name">
        <dt>{{ f.name }}</dt>
        <dd>
          <b>{{ f.value }}</b> {{ f.unit }} <span class="soft">{{ f.before }}</span>
        </dd>
      </div>
    </dl>
    <p v-for="w in listening.result?.warnings" :key="w" class="soft">{{ w }}</p>
    <p class="next">
      <template v-if="!observes"
        ><b>Next: {{ target.targetS }} s.</b> {{ target.why }}</template
      >
      <Button v-if="savedId" size="small" @click="lesson.takeBack(savedId)">Take back</Button>
      <template v-if="!observes">
        <Button
          size="small"
          @click="lesson.add('sound', 'target', { targetS: Math.max(1, target.targetS - 1) })"
          >Aim lower</Button
        >
        <Button
          size="small"
          @click="lesson.add('sound', 'target', { targetS: Math.min(120, target.targetS + 1) })"
          >Aim higher</Button
        >
      </template>
    </p>
  </section>
  <section v-else class="before">
    <p v-if="last" class="soft">
      Last: {{ prettyNote(last.data.written) }} for {{ last.data.lengthS.toFixed(1) }} s,
      {{ Math.round(last.data.steadinessCents) }} cents steady.
      <template v-if="!observes">{{ target.why }}</template>
    </p>
    <ul class="watch">
      <li v-for="p in lesson.inst?.teaching.embouchure" :key="p.point">
        <b>{{ p.point }}.</b> <span class="soft">{{ p.listen }}.</span>
      </li>
    </ul>
    <p class="caution">Dizzy: stop, sit, breathe normally. Sore lip or jaw: rest.</p>
  </section>
</template>

<style scoped>
.head {
  display: grid;
  grid-template-columns: 210px 1fr auto;
  align-items: center;
  gap: 20px;
}
.seconds .big {
  font-size: 72px;
}
.numbers {
  white-space: nowrap;
}
.aim {
  display: block;
  color: var(--metal-text);
  font-weight: 650;
  font-size: 18px;
}
.heard {
  display: flex;
  align-items: baseline;
  gap: 22px;
  min-height: 74px;
}
.cents b {
  font-size: 52px;
  font-weight: 650;
}
.go {
  height: 60px;
  min-width: 150px;
  font-size: 19px;
}
.player {
  display: flex;
  align-items: center;
  gap: 10px;
  margin-top: 10px;
  color: var(--soft);
}
.problem {
  margin: 14px 0 0;
  font-size: 18px;
  font-weight: 600;
}
.ways {
  display: inline-flex;
  gap: 8px;
  margin-left: 12px;
}
.thread {
  position: relative;
  height: 246px;
  margin: 12px 0 10px;
}
.empty {
  position: absolute;
  inset: 84px 0 auto 44px;
  text-align: center;
  font-size: 18px;
}
.verdict {
  font-size: 22px;
  font-weight: 650;
}
.facts {
  display: grid;
  grid-template-columns: repeat(5, auto);
  gap: 8px 18px;
  margin: 10px 0;
}
dt {
  color: var(--soft);
  font-size: 14px;
}
dd {
  margin: 0;
}
dd b {
  font-size: 26px;
}
.next {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 10px;
}
.watch li {
  padding: 3px 0;
}
.before {
  display: grid;
  gap: 10px;
}
@media (max-width: 1000px) {
  .head {
    grid-template-columns: 1fr;
  }
  .facts {
    grid-template-columns: repeat(2, auto);
  }
}
</style>
