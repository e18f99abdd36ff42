<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { computed, ref, watch } from 'vue'
import { ofLearner } from '@halitus/core/records'
import { untilQuiet } from '@halitus/core/sound'
import {
  fingersAlong,
  graceReport,
  graceWords,
  movesIn,
  pitchesOf,
  playedOut,
  runsOf,
  type GraceReport,
  type HeardMove,
  type LineNote,
} from '@halitus/core/tongue'
import { useLesson } from '@/lesson/index.ts'
import type { Take } from '@/listening/index.ts'
import Choice from '@/parts/Choice.vue'
import Quantity from '@/parts/Quantity.vue'
import AfterTake from '../../AfterTake.vue'
import TakeHead from '../../TakeHead.vue'
import { LOUD_DB, useShownTake } from '../../take.ts'
import { useModel } from '../play.ts'

/** Gracenotes, doublings, throws, grips and birls: written out as finger moves, heard, measured. */
const lesson = useLesson()
const graces = computed(() => lesson.inst?.graces ?? null)
const last = ofLearner(lesson.ofKind(lesson.entries, 'gracenotes')).at(-1)?.data
const moveId = ref(last?.move ?? graces.value?.moves[0]?.id ?? '')
const move = computed(() => graces.value?.moves.find((m) => m.id === moveId.value))
const on = ref(last?.on ?? move.value?.forms[0]?.on ?? '')
const form = computed(() => move.value?.forms.find((f) => f.on === on.value) ?? move.value?.forms[0])
watch(form, (f) => f && (on.value = f.on))
const quickMs = ref(graces.value?.usualMs ?? 45)
const nameOf = (written: string) => graces.value?.notes.find((n) => n.written === written)?.name ?? written
const fromNote = computed(() => {
  const notes = graces.value?.notes ?? []
  return (form.value?.on === notes[2]?.written ? notes[1]?.written : notes[2]?.written) ?? ''
})
/** It is heard at any speed: a gracenote of the chosen length between melody notes, three times. */
const model = useModel(() => {
  if (!form.value) return undefined
  const line = playedOut(form.value, fromNote.value, quickMs.value, 0.5, 3).map((n, k): LineNote => ({
    written: n.written,
    ticks: n.lengthS * 12,
    begins: k ? 'slur' : 'tongue',
  }))
  return { line, perMinute: 60 }
})
const report = ref<GraceReport>()
const moves = ref<HeardMove[]>([])
const words = computed(() => report.value && graces.value && graceWords(report.value, graces.value.usualMs))

const { shown, keep, begin, forget } = useShownTake('tongue', 'gracenotes')
const take = (): Take | undefined => {
  const inst = lesson.inst
  const asked = form.value
  const all = graces.value
  if (!inst || !asked || !all || !move.value) return undefined
  model.stop()
  return {
    instrument: inst.id,
    written: all.notes[1]!.written,
    performance: {
      notes: () =>
        playedOut(asked, fromNote.value, quickMs.value, 0.5, 6).map((n, k) => ({
          ...n,
          begins: k ? 'slur' : 'tongue',
        })),
    },
    ear: {
      transposition: inst.transposition,
      a4Hz: lesson.a4Hz,
      pitchesHz: pitchesOf(all, inst.transposition, lesson.a4Hz),
    },
    rule: () => untilQuiet(LOUD_DB, 1.2),
    async judge(m, provenance) {
      if (!m.along || !m.report.notes.length)
        return 'No note was heard. Closer to the microphone, or another source below.'
      const found = movesIn(runsOf(m.along), all, asked)
      const result = graceReport(found)
      if (!result)
        return `The ${move.value?.name} on ${nameOf(asked.on)} wasn’t heard: ${asked.notes.map(nameOf).join(', ')}, the short ones under a sixth of a second.`
      moves.value = found
      report.value = result
      await keep(
        {
          move: moveId.value,
          on: asked.on,
          count: result.count,
          meanMs: Math.round(10 * result.meanMs) / 10,
          unevenMs: Math.round(10 * result.unevenMs) / 10,
          noises: result.noises,
          fingers: result.fingers.slice(0, 10),
        },
        provenance,
      )
      return undefined
    },
  }
}
function gone() {
  report.value = undefined
  moves.value = []
  forget()
}
/** Fingers that move from one note to the next. */
const steps = computed(() => {
  const all = graces.value
  const asked = form.value
  if (!all || !asked) return []
  const own = asked.notes[0] === asked.on
  const list = [own ? asked.on : fromNote.value, ...(own ? asked.notes.slice(1) : asked.notes)]
  const fingers = fingersAlong(all, list)
  return list.slice(1).map((written, i) => {
    const before = new Set(fingers[i])
    const after = new Set(fingers[i + 1])
    const lift = [...before].filter((t) => !after.has(t))
    const press = [...after].filter((t) => !before.has(t))
    return {
      name: nameOf(written),
      short: i < list.length - 2,
      does: [lift.length ? `lift ${lift.join(' ')}` : '', press.length ? `press ${press.join(' ')}` : '']
        .filter(Boolean)
        .join(', '),
    }
  })
})
const bars = computed(() => moves.value.slice(0, 12).map((m) => m.quick.map((q) => Math.round(q.lengthMs))))
</script>

<template>
  <template v-if="graces && move && form">
    <TakeHead
      :number="report ? report.meanMs.toFixed(0) : '–'"
      unit="ms each"
      :aim="`good players: about ${graces.usualMs} ms (common practice)`"
      :note="undefined"
      :cents="undefined"
      :take="take"
      bare
      @begins="(begin(), (report = undefined), (moves = []))"
    >
      <template #choose>
        <Choice
          v-model="moveId"
          label="Movement"
          :options="graces.moves.map((m) => ({ value: m.id, label: m.name }))"
        />
        <Choice
          v-model="on"
          label="On"
          :options="move.forms.map((f) => ({ value: f.on, label: `on ${nameOf(f.on)}` }))"
        />
        <Button @click="model.hear">{{ model.sounding.value ? 'Stop' : 'Hear it' }} <kbd>l</kbd></Button>
        <label for="grace-ms">at</label
        ><Quantity id="grace-ms" v-model="quickMs" :min="20" :max="160" :step="5" unit="ms" />
      </template>
    </TakeHead>
    <p class="how">{{ move.how }}</p>
    <ol class="steps">
      <li v-for="(s, i) in steps" :key="i" :class="{ short: s.short }">
        <b>{{ s.name }}</b> <span>{{ s.does }}</span>
      </li>
    </ol>
    <section v-if="report && words" aria-live="polite">
      <p class="verdict">{{ words.words }}</p>
      <p class="said">{{ words.tip }}</p>
      <div class="bars" role="img" :aria-label="`Lengths: ${bars.flat().join(', ')} ms`">
        <span v-for="(b, i) in bars" :key="i" class="group">
          <i v-for="(ms, k) in b" :key="k" :style="{ width: `${Math.max(4, ms * 0.9)}px` }"></i>
        </span>
      </div>
      <p class="soft">
        {{ report.count }} times, uneven by {{ report.unevenMs.toFixed(0) }} ms; each bar is a gracenote, as
        long as it sounded.
      </p>
      <AfterTake
        v-if="shown"
        :provenance="shown.provenance"
        :aim="undefined"
        :entry-id="shown.id"
        @taken-back="gone"
      />
    </section>
    <p v-else class="soft">
      Play it several times, a melody note between; slowly is quick enough. High A that stops: if it stands
      with a little less, the pressure is too high or the reed weak; if it stands with a little more, too low
      or the reed hard.
    </p>
  </template>
</template>

<style scoped>
.how {
  font-size: 22px;
  max-width: 720px;
}
.steps {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  padding: 0;
  list-style: none;
}
.steps li {
  border-bottom: 8px solid var(--ink);
  padding: 4px 10px;
  min-width: 110px;
  font-size: 18px;
}
.steps li.short {
  border-bottom-width: 3px;
  border-color: var(--brass);
}
.steps b {
  display: block;
  font-size: 24px;
}
.verdict {
  font-size: var(--said);
  font-weight: 680;
  margin: 8px 0 2px;
}
.said {
  font-size: 19px;
}
.bars {
  display: flex;
  flex-wrap: wrap;
  gap: 22px;
  margin: 10px 0;
}
.group {
  display: inline-flex;
  gap: 3px;
}
.group i {
  height: 16px;
  background: var(--ink);
}
</style>
