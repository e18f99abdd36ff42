<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { computed, ref, watch } from 'vue'
import { useEventListener } from '@vueuse/core'
import { prettyNote } from '@halitus/core/pitch'
import { GATE, notThisPart, partDetune } from '@halitus/core/records'
import { blowsOf, median, untilQuiet } from '@halitus/core/sound'
import { isTyping } from '@/base/keys.ts'
import { useDraft } from '@/base/drafts.ts'
import { useLesson } from '@/lesson/index.ts'
import { useListening, type Take } from '@/listening/index.ts'
import Choice from '@/parts/Choice.vue'
import Plate from '@/parts/Plate.vue'

/** Tries on the small part, counted by tapping: spoke, or didn't; ten make a set, and sets open the way on. */
const lesson = useLesson()
const parts = computed(() => lesson.inst?.teaching.smallParts ?? [])
const gate = computed(() => lesson.gate)
const part = ref(gate.value?.part?.id ?? parts.value.at(-1)?.id ?? '')
const chosen = computed(() => parts.value.find((p) => p.id === part.value))
const draft = useDraft(() => `tries.${lesson.answer?.lesson.id}.${part.value}`, { spoke: 0, tries: 0 })
const count = computed(() => draft.value)
watch(
  () => gate.value?.part?.id,
  (next) => {
    if (next && !count.value.tries) part.value = next
  },
)

/** Louder than this something is blown, and so long of less ends the count. */
const LOUD_DB = -55
const OVER_S = 5

function tried(spoke: boolean) {
  const { spoke: s, tries } = count.value
  draft.value = { spoke: s + Number(spoke), tries: Math.min(99, tries + 1) }
}
async function keep() {
  const { spoke, tries } = count.value
  if (!tries) return
  await lesson.add('sound', 'tries', { part: part.value, spoke, tries })
  draft.value = { spoke: 0, tries: 0 }
}
useEventListener('keydown', (event: KeyboardEvent) => {
  if (isTyping(event)) return
  if (event.key === 'c') tried(true)
  if (event.key === 'x') tried(false)
})
/** Heard instead of tapped: each go at blowing is a try; one in which a pitch stays has spoken. */
const listening = useListening()
const told = ref('')
const take = (): Take | undefined => {
  const inst = lesson.inst
  if (!inst) return undefined
  return {
    instrument: inst.id,
    written: inst.teaching.firstNotes[0]!,
    performance: {
      // A part sounds no written note: the simulated player is moved to its mark.
      detuneCents: partDetune(inst, chosen.value),
      // Three that speak and one that stays air, to try it with.
      notes: (note) =>
        [0, 250, 900, 120].flatMap((lateMs) => [
          {
            written: note,
            lengthS: 0.9,
            begins: 'breath',
            ...(lateMs && { attack: { kind: 'airy', lengthMs: lateMs } }),
          },
          { written: null, lengthS: 0.7 },
        ]),
    },
    ear: { transposition: 0, a4Hz: lesson.a4Hz },
    rule: () => untilQuiet(LOUD_DB, OVER_S),
    judge({ timeS, db, hz }, provenance) {
      const all = blowsOf(timeS, db, hz)
      if (!all.length) return 'Nothing heard that was blown.'
      // Only this part counts: a try on another one, or a note of somebody else, is said and left out.
      const on = chosen.value
      const blows = all.filter((b) => b.hz === null || !on || notThisPart(on, b.hz, lesson.a4Hz) === null)
      const others = all.length - blows.length
      const left = others
        ? ` ${others === 1 ? 'One was' : `${others} were`} not the ${on?.part ?? 'part'}, by the pitch: not counted.`
        : ''
      if (!blows.length) return left.trim()
      const late = blows.flatMap((b) => (b.spokeAfterS === null ? [] : [b.spokeAfterS]))
      told.value = `Heard ${blows.length}: ${late.length} spoke${late.length ? `, the middle one after ${median(late).toFixed(1)} s` : ''}.${left}`
      if (provenance === 'simulated') {
        told.value += ' Simulated: not counted.'
        return undefined
      }
      const { spoke: s, tries } = count.value
      draft.value = { spoke: Math.min(99, s + late.length), tries: Math.min(99, tries + blows.length) }
      return undefined
    },
  }
}
const listen = async () => {
  if (listening.state === 'listening') return listening.stop()
  if (listening.source === 'file') return fileInput.value?.click()
  const what = take()
  if (what) await listening.start(what)
}
const fileInput = ref<HTMLInputElement>()
function fromFile(event: Event) {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  const what = take()
  if (file && what) void listening.takeFile(file, what)
}
const byEar = computed(() =>
  listening.state === 'listening'
    ? 'Stop counting'
    : listening.source === 'file'
      ? 'Count in a WAVE file'
      : 'Count by ear',
)
const pitches = computed(() =>
  chosen.value?.concert
    ? [chosen.value.concert, ...(chosen.value.also ?? [])].map(prettyNote).join(' or ')
    : '',
)
</script>

<template>
  <p v-if="!parts.length" class="soft">No small part is listed for this instrument.</p>
  <template v-else>
    <header class="head">
      <p class="count" aria-live="polite">
        <b class="big">{{ count.spoke }}</b> of {{ count.tries }}
      </p>
      <div class="ask">
        <Plate @click="tried(true)">Spoke <kbd>c</kbd></Plate>
        <Button size="large" class="go" @click="tried(false)">Didn’t speak <kbd>x</kbd></Button>
        <Button size="large" :disabled="!count.tries" @click="keep">Keep</Button>
        <Button size="large" :loading="listening.state === 'judging'" @click="listen">{{ byEar }}</Button>
        <input
          ref="fileInput"
          type="file"
          accept=".wav,audio/wav"
          class="visually-hidden"
          tabindex="-1"
          aria-label="WAVE file"
          @change="fromFile"
        />
      </div>
    </header>
    <div class="dots" aria-hidden="true">
      <i
        v-for="n in Math.max(GATE.tries, count.tries)"
        :key="n"
        :class="n <= count.spoke ? 'spoke' : n <= count.tries ? 'silent' : ''"
      ></i>
    </div>
    <p class="which">
      <label for="tries-part">Part</label>
      <Choice id="tries-part" v-model="part" :options="parts.map((p) => ({ value: p.id, label: p.part }))" />
      <span v-if="pitches" class="soft">near concert {{ pitches }} ({{ chosen?.source }})</span>
    </p>
    <p v-if="told || listening.problem" aria-live="polite">{{ listening.problem || told }}</p>
    <p v-if="gate" class="gate">
      <b>{{ gate.part ? 'Next:' : 'Next: the whole instrument.' }}</b> {{ gate.why }}
    </p>
    <p class="how">
      Ten smooth sounds, a breath between them. Spoke means: it began when it was meant to, and stayed.
    </p>
    <p class="caution">
      Dizzy: stop, sit, breathe normally. Small parts are loud: distance to ears, breaks, local rules for
      noise.
    </p>
  </template>
</template>

<style scoped>
.head {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  justify-content: space-between;
  gap: 20px;
}
.count .big {
  font-size: 88px;
}
.count {
  font-size: 24px;
}
.ask {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
}
.go {
  height: 60px;
  min-width: 150px;
  font-size: 19px;
}
.dots {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  margin: 16px 0;
}
.dots i {
  width: 34px;
  height: 12px;
  border: 2px solid var(--line);
  border-radius: 6px;
}
.dots .spoke {
  background: var(--ink);
  border-color: var(--ink);
}
.dots .silent {
  height: 4px;
  margin-top: 4px;
  border-color: var(--soft);
  background: var(--soft);
}
.which {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: center;
}
.gate {
  font-size: 20px;
  margin-top: 18px;
}
.how {
  margin-top: 10px;
}
.caution {
  margin-top: 14px;
}
</style>
