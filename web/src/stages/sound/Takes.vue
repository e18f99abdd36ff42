<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { computed, ref, watch } from 'vue'
import type { TakeList, TakeRecord } from '@halitus/core/contract'
import { midiOfHz } from '@halitus/core/pitch'
import { api } from '@/api/index.ts'
import { useNotices } from '@/base/notices.ts'
import { dayName } from '@/base/words.ts'
import { useLesson } from '@/lesson/index.ts'
import { playingId, replay } from '@/listening/index.ts'
import { soundWorker } from '@/workers/index.ts'
import { takesChanged } from './takes.ts'

/** Kept takes: heard again, laid over one another, deleted. */
const lesson = useLesson()
const notices = useNotices()
const list = ref<TakeList>()
const learner = computed(() => lesson.answer?.learner.id)
/** Deleted in a moment, unless it is undone. */
const going = ref<string[]>([])
const takes = computed(() =>
  [...(list.value?.takes ?? [])].filter((t) => !going.value.includes(t.id)).reverse(),
)
async function load() {
  if (learner.value) list.value = await api.takes(learner.value).catch(() => undefined)
}
watch([learner, takesChanged], load, { immediate: true })

async function hear(take: TakeRecord) {
  const wav = await notices.attempt(() => api.takeSound(take.id))
  if (wav) await replay(take.id, wav)
}
const DELETED_AFTER_MS = 8000
function drop(take: TakeRecord) {
  going.value.push(take.id)
  over.value = over.value.filter((o) => o.id !== take.id)
  const timer = setTimeout(() => {
    void notices.attempt(() => api.dropTake(take.id)).then(load)
  }, DELETED_AFTER_MS)
  notices.show('The recording is deleted.', {
    undo: () => {
      clearTimeout(timer)
      going.value = going.value.filter((id) => id !== take.id)
    },
  })
}

interface Overlay {
  id: string
  label: string
  cents: { s: number; y: number }[]
  db: { s: number; y: number }[]
  lengthS: number
}
/** The two that lie over one another. */
const over = ref<Overlay[]>([])
const busy = ref('')
const POINTS = 200
async function lay(take: TakeRecord) {
  if (over.value.some((o) => o.id === take.id)) {
    over.value = over.value.filter((o) => o.id !== take.id)
    return
  }
  busy.value = take.id
  const wav = await notices.attempt(() => api.takeSound(take.id))
  const ear = { transposition: lesson.inst?.transposition ?? 0, a4Hz: lesson.a4Hz }
  const m = wav && (await notices.attempt(() => soundWorker().judge(wav, ear)))
  busy.value = ''
  if (!m) return
  if (!m.tone) {
    notices.show('No held note was heard in that take.')
    return
  }
  const { startS, endS, hz } = m.tone
  const inside = [...m.timeS.keys()].filter((i) => m.timeS[i]! >= startS && m.timeS[i]! <= endS)
  const step = Math.max(1, Math.floor(inside.length / POINTS))
  const some = inside.filter((_, k) => k % step === 0)
  const middle = midiOfHz(hz)
  const loud = Math.max(...some.map((i) => m.db[i]!))
  over.value = [
    ...over.value.slice(-1),
    {
      id: take.id,
      label: `${dayName(take.at)}: ${take.label}`,
      lengthS: endS - startS,
      cents: some
        .filter((i) => m.hz[i]! > 0)
        .map((i) => ({ s: m.timeS[i]! - startS, y: 100 * (midiOfHz(m.hz[i]!) - middle) })),
      db: some.map((i) => ({ s: m.timeS[i]! - startS, y: m.db[i]! - loud })),
    },
  ]
}
const longest = computed(() => Math.max(1, ...over.value.map((o) => o.lengthS)))
const WIDTH = 640
const at = (points: Overlay['cents'], top: number, height: number, low: number, high: number) =>
  points
    .map(({ s, y }) => {
      const share = Math.max(0, Math.min(1, (y - low) / (high - low)))
      return `${((WIDTH * s) / longest.value).toFixed(1)},${(top + height * (1 - share)).toFixed(1)}`
    })
    .join(' ')
const megabytes = (bytes: number) => (bytes / 1e6).toFixed(1)
</script>

<template>
  <details class="takes" @toggle="load">
    <summary>
      <b>Kept takes</b> <span class="soft">{{ list?.takes.length ?? 0 }}</span>
    </summary>
    <p v-if="!takes.length" class="soft">None yet: after a tone through the microphone, “Keep the sound”.</p>
    <ul>
      <li v-for="t in takes" :key="t.id">
        <span
          ><b>{{ t.label || 'Take' }}</b
          ><span class="soft">{{
            `, ${dayName(t.at)}, ${t.seconds.toFixed(1)} s, agreed by ${t.consent}`
          }}</span></span
        >
        <span class="acts">
          <Button size="small" @click="hear(t)">{{ playingId === t.id ? 'Stop' : 'Hear' }}</Button>
          <Button
            size="small"
            :loading="busy === t.id"
            :aria-pressed="over.some((o) => o.id === t.id)"
            @click="lay(t)"
            >{{ over.some((o) => o.id === t.id) ? 'Take away' : 'Lay over' }}</Button
          >
          <a
            :href="api.takeUrl(t.id)"
            :download="`${t.label || 'take'}.wav`"
            :aria-label="`${t.label || 'Take'} as a WAVE file`"
            >WAV</a
          >
          <Button size="small" @click="drop(t)">Delete</Button>
        </span>
      </li>
    </ul>
    <figure v-if="over.length">
      <svg
        :viewBox="`0 0 ${WIDTH} 170`"
        role="img"
        aria-label="Pitch and loudness of the chosen takes, one over the other"
      >
        <template v-for="(o, i) in over" :key="o.id">
          <polyline :points="at(o.cents, 6, 80, -40, 40)" :class="i ? 'newer' : 'older'" />
          <polyline :points="at(o.db, 96, 66, -30, 0)" :class="i ? 'newer' : 'older'" />
        </template>
      </svg>
      <figcaption>
        <span v-for="(o, i) in over" :key="o.id"
          ><i :class="i ? 'newer' : 'older'"></i> {{ o.label }}, {{ o.lengthS.toFixed(1) }} s</span
        >
        <span class="soft">above: pitch about its own middle, ± 40 cents; below: loudness</span>
      </figcaption>
    </figure>
    <p v-if="list" class="soft">
      {{ megabytes(list.bytes) }} of {{ megabytes(list.mostBytes) }} MB. Recordings lie on this studio’s own
      disk; they aren’t in the studio file.
    </p>
  </details>
</template>

<style scoped>
.takes {
  margin-top: 14px;
  border-top: 1px solid var(--line);
  padding-top: 8px;
}
summary {
  cursor: pointer;
}
li {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 16px;
  justify-content: space-between;
  padding: 5px 0;
  border-bottom: 1px solid var(--line);
}
.acts {
  display: flex;
  gap: 6px;
}
figure {
  margin: 10px 0;
}
svg {
  width: 100%;
  max-width: 720px;
}
polyline {
  fill: none;
  stroke-width: 2.5;
}
polyline.older {
  stroke: var(--brass);
  stroke-dasharray: 7 4;
}
polyline.newer {
  stroke: var(--ink);
}
figcaption {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 18px;
}
figcaption i {
  display: inline-block;
  width: 26px;
  border-top: 3px solid var(--ink);
  vertical-align: middle;
}
figcaption .older {
  border-top: 3px dashed var(--brass);
}
</style>
