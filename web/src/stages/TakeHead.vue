<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { computed, nextTick, onBeforeUnmount, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { useEventListener } from '@vueuse/core'
import { isTyping, pressesButton } from '@/base/keys.ts'
import { signed } from '@/base/words.ts'
import { useLesson } from '@/lesson/index.ts'
import { useListening, type Take } from '@/listening/index.ts'
import NoteName from '@/parts/NoteName.vue'
import Plate from '@/parts/Plate.vue'
import SimulatedPlaying from './SimulatedPlaying.vue'

/** The head of everything that is heard: the number, the note, one button, and where sound comes from. */
const props = defineProps<{
  /** What is counted: “6.2”, with its unit. */
  number: string
  unit: string
  /** “aim 15 s”; empty where nothing is to be beaten. */
  aim: string
  note: string | undefined
  cents: number | undefined
  take: () => Take | undefined
  /** Without a note: air alone. */
  bare?: boolean
  /** The number is what is asked: it stands at the left, what is heard as its answer at the right. */
  asks?: boolean
}>()
const emit = defineEmits<{ begins: [] }>()
const NARROW_PX = 700
const listening = useListening()
const lesson = useLesson()
const fileInput = ref<HTMLInputElement>()
/** What was noted before the take: what came since is what judging it once more replaces. */
let noted = new Set<string>()
function begins() {
  noted = new Set(lesson.own.map((e) => e.id))
  emit('begins')
}
async function countTalk() {
  const replaced = lesson.own.filter((e) => !noted.has(e.id) && e.provenance !== 'tapped')
  for (const { id } of replaced) await lesson.takeBack(id, true)
  emit('begins')
  await listening.countTalk()
}
async function begin() {
  if (listening.state === 'listening') return listening.stop()
  if (listening.busy) return
  if (listening.source === 'file') return fileInput.value?.click()
  const what = props.take()
  if (!what) return
  begins()
  await listening.start(what)
}
function takeFile(event: Event) {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  const what = props.take()
  if (!file || !what) return
  begins()
  void listening.takeFile(file, what)
}
useEventListener('keydown', (event: KeyboardEvent) => {
  if (event.key !== ' ' || isTyping(event) || pressesButton(event)) return
  event.preventDefault()
  void begin()
})
/** On a phone the result stands below what is seen: it is brought up when it comes. */
const root = ref<HTMLElement>()
watch(
  () => listening.state,
  async (now, before) => {
    if (now !== 'idle' || before === 'idle' || window.innerWidth > NARROW_PX) return
    await nextTick()
    root.value?.parentElement?.querySelector('.verdict, [role="alert"]')?.scrollIntoView({ block: 'center' })
  },
)
/** Who leaves to ask why it squeaked needn't say on which notes. */
const stop = useRoute()?.name
onBeforeUnmount(() => {
  const what = props.take()
  const move = what?.ear.move
  const notes = move ? [move.from.written, move.to.written] : what?.ear.askedHz ? [what.written] : []
  lesson.workedOn = { stop: String(stop), notes }
})
const isLive = computed(() => listening.state === 'listening')
const action = computed(() => {
  if (isLive.value) return 'Stop'
  if (listening.share !== undefined) return `Heard ${Math.round(100 * listening.share)} %`
  if (listening.state === 'judging') return 'Judging …'
  return listening.source === 'file' ? 'Choose a WAVE file' : 'Listen'
})
const doubts = computed(() => (listening.busy ? [] : (listening.result?.warnings ?? [])))
const offerOthers = computed(() => !!listening.problem && listening.source === 'microphone')
</script>

<template>
  <header ref="root" class="head" :class="{ asks }">
    <div class="numbers" role="timer" :aria-live="isLive ? 'off' : 'polite'">
      <span class="seconds"
        ><b class="big">{{ number }}</b> {{ unit }}</span
      >
      <span v-if="aim" class="aim">{{ aim }}</span>
    </div>
    <div v-if="bare" class="heard"></div>
    <div v-else class="heard">
      <NoteName v-if="note" :note="note" :size="96" />
      <span v-else-if="!asks || isLive" class="big soft">–</span>
      <span v-if="cents !== undefined" class="cents"
        ><b>{{ signed(cents) }}</b> cents</span
      >
    </div>
    <Plate :loading="listening.state === 'judging'" @click="begin">
      {{ action }} <kbd v-if="listening.state !== 'judging'">Space</kbd>
    </Plate>
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

  <div class="player">
    <slot name="choose" />
    <Button v-if="listening.share !== undefined" @click="listening.cancelFile()"
      >Stop reading the file</Button
    >
    <SimulatedPlaying v-if="listening.source === 'player'" />
  </div>

  <p v-if="doubts.length" class="doubts soft" role="status">
    <span v-for="w in doubts" :key="w">{{ w }}</span>
    <Button v-if="listening.result?.talkS" size="small" @click="countTalk">Count it all the same</Button>
  </p>
  <p v-if="listening.problem" class="problem caution" role="alert">
    {{ listening.problem }}
    <span v-if="offerOthers" class="ways">
      <Button size="small" @click="((listening.source = 'player'), listening.clear())"
        >Simulated player</Button
      >
      <Button size="small" @click="((listening.source = 'file'), listening.clear())">WAVE file</Button>
    </span>
  </p>
</template>

<style scoped>
/* The note at the left, the one number at the right: both are read from two metres. */
.head {
  display: flex;
  flex-direction: row-reverse;
  justify-content: space-between;
  align-items: flex-end;
  gap: 20px;
  min-height: 108px;
}
/* A question stands where one begins to read, what is heard as its answer at the right. */
.asks {
  flex-direction: row;
}
.asks .numbers {
  align-items: flex-start;
}
.numbers {
  display: flex;
  flex-direction: column;
  align-items: flex-end;
  white-space: nowrap;
}
.seconds {
  font-size: 24px;
}
.seconds .big {
  font-size: 108px;
  font-weight: 700;
  line-height: 0.9;
}
.aim {
  color: var(--brass-text);
  font-weight: 650;
  font-size: 20px;
}
.heard {
  display: flex;
  align-items: baseline;
  gap: 26px;
  min-height: 74px;
}
.cents b {
  font-size: 44px;
  font-weight: 680;
}
.player {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 10px;
  margin-top: 8px;
  color: var(--soft);
}
.problem {
  margin: 14px 0 0;
  font-size: 18px;
  font-weight: 600;
}
.doubts {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 10px;
  margin: 10px 0 0;
}
.ways {
  display: inline-flex;
  gap: 8px;
  margin-left: 12px;
}
@media (max-width: 700px) {
  .head {
    min-height: 70px;
    gap: 10px;
  }
  .seconds .big {
    font-size: 72px;
  }
  .heard {
    min-height: 0;
    gap: 10px;
  }
  .cents b {
    font-size: 32px;
  }
}
</style>
