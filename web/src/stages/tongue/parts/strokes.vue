<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { computed, ref } from 'vue'
import { useEventListener, useLocalStorage } from '@vueuse/core'
import { hzOfMidi, parseNote } from '@halitus/core/pitch'
import { PRESETS } from '@halitus/core/player'
import { noteKey, ofLearner, strokeVerdict, tiringWords, togetherWords } from '@halitus/core/records'
import { untilQuiet } from '@halitus/core/sound'
import { isTyping } from '@/base/keys.ts'
import { useLesson, useTools } from '@/lesson/index.ts'
import { useListening, type Take } from '@/listening/index.ts'
import Choice from '@/parts/Choice.vue'
import NoteChoice from '@/parts/NoteChoice.vue'
import AfterTake from '../../AfterTake.vue'
import TakeHead from '../../TakeHead.vue'
import { LOUD_DB, useShownTake } from '../../take.ts'
import { nothingIn, otherNote, strokesOf } from '../heard.ts'
import { useSlurred } from '../slurred.ts'
import StrokeStream from '../StrokeStream.vue'

/** Strokes on a note or in a passage: how fast, how even, how deep, and whether the tone stays the slurred one. */
const OVER_S = 1.2
const lesson = useLesson()
const listening = useListening()
const tools = useTools()
const last = ofLearner(lesson.ofKind(lesson.entries, 'strokes')).at(-1)?.data
const written = ref(noteKey(last?.written ?? lesson.homeNote))
const perBeat = useLocalStorage('halitus.strokes.perBeat', 2)
const slurred = useSlurred(written)
const other = ref('')
const { shown, keep, begin, forget } = useShownTake('tongue', 'strokes')
const PER_BEAT = [
  { value: 1, label: 'one a beat' },
  { value: 2, label: 'two a beat' },
  { value: 3, label: 'three a beat' },
  { value: 4, label: 'four a beat' },
] as const

const take = (): Take | undefined => {
  const inst = lesson.inst
  if (!inst) return undefined
  const asked = { perMinute: tools.bpm, perBeat: perBeat.value }
  const strokesItself = PRESETS.find((p) => p.id === listening.presetId)?.performance
  const plays = slurred.wanted.value
    ? { notes: (note: string, lengthS: number) => [{ written: note, lengthS: Math.max(1.6, lengthS / 2) }] }
    : strokesItself?.notes || strokesItself?.strokes
      ? {}
      : { strokes: { rateHz: (asked.perMinute * asked.perBeat) / 60, jitterMs: 6 } }
  return {
    instrument: inst.id,
    written: written.value,
    performance: plays,
    ear: {
      transposition: inst.transposition,
      a4Hz: lesson.a4Hz,
      askedHz: hzOfMidi(parseNote(written.value).midi + inst.transposition, lesson.a4Hz),
    },
    rule: () => untilQuiet(LOUD_DB, OVER_S),
    async judge(m, provenance) {
      const nothing = nothingIn(m, inst)
      if (nothing) return nothing
      if (slurred.wanted.value) return slurred.take(m.report.notes)
      if (!m.strokes.length) {
        const byAir = m.report.notes.filter((n) => n.start.kind === 'air').length
        return byAir
          ? `${byAir} ${byAir === 1 ? 'tone began' : 'tones began'} with air alone; no stroke of the tongue was heard.`
          : 'No stroke was heard: one long or slurred sound.'
      }
      const data = strokesOf(m, asked, slurred.tone.value)
      other.value = data.fingersLateMs === null ? otherNote(written.value, data.written) : ''
      await keep(data, provenance)
      return undefined
    },
  }
}
function slurredFirst() {
  slurred.wanted.value = !slurred.wanted.value
}
useEventListener('keydown', (event: KeyboardEvent) => {
  if (event.key === 's' && !isTyping(event)) slurredFirst()
})
const data = computed(() => shown.value?.data)
const verdict = computed(() => data.value && strokeVerdict(data.value))
const together = computed(() => (data.value ? togetherWords(data.value) : ''))
const tires = computed(() => (data.value ? tiringWords(data.value) : ''))
const number = computed(() => data.value?.rateHz?.toFixed(1) ?? '–')
const MANNERS = { legato: 'light: the sound goes on', separated: 'separated', stopped: 'stopped' } as const
const facts = computed(() => {
  const d = data.value
  if (!d) return []
  const f = (name: string, value: string | null, unit = '') => (value === null ? [] : [{ name, value, unit }])
  return [
    ...f(
      'Unevenness',
      d.unevenMs === null ? null : d.unevenMs.toFixed(0),
      `ms, ${d.unevenPercent?.toFixed(0) ?? ''} %`,
    ),
    ...f('Gap', d.gapMs === null ? null : d.gapMs.toFixed(0), 'ms'),
    ...f('Dent', d.depthDb === null ? null : d.depthDb.toFixed(0), 'dB'),
    ...f('Pitch dip', d.dipCents.toFixed(0), 'cents'),
    ...f('Strokes', d.manner === null ? null : MANNERS[d.manner]),
    ...f('Accent', d.accentEvery === null ? null : `every ${d.accentEvery}`),
    ...f(
      'Against slurred',
      d.moreAirDb === null ? null : `${d.moreAirDb > 0 ? '+' : ''}${d.moreAirDb.toFixed(0)}`,
      'dB air',
    ),
  ]
})
</script>

<template>
  <TakeHead
    :number="number"
    unit="a second"
    :aim="`${perBeat} a beat at ${tools.bpm}`"
    :note="data?.written ?? listening.note?.written"
    :cents="undefined"
    :take="take"
    @begins="begin"
  >
    <template #choose>
      <label for="stroke-note">Note</label>
      <NoteChoice id="stroke-note" v-model="written" :inst="lesson.inst" />
      <Choice v-model="perBeat" label="Strokes a beat" :options="PER_BEAT" />
      <Button :aria-pressed="slurred.wanted.value" @click="slurredFirst"
        >Slurred tone first <kbd>s</kbd></Button
      >
      <span class="soft">{{
        slurred.wanted.value ? 'the next take is the slurred tone' : slurred.from.value
      }}</span>
    </template>
  </TakeHead>

  <section v-if="data && verdict" aria-live="polite">
    <StrokeStream :strokes="data.drawn" />
    <p class="verdict">{{ verdict.words }}</p>
    <p v-if="together || other || tires" class="said">{{ together || other }} {{ tires }}</p>
    <dl class="facts">
      <div v-for="f in facts" :key="f.name">
        <dt>{{ f.name }}</dt>
        <dd>
          <b>{{ f.value }}</b> {{ f.unit }}
        </dd>
      </div>
    </dl>
    <AfterTake :provenance="shown!.provenance" :aim="undefined" :entry-id="shown!.id" @taken-back="forget" />
  </section>
  <section v-else class="before">
    <StrokeStream :strokes="[]" />
    <p class="empty">
      One long slurred tone first, then Space and four or more strokes in one breath. A passage of several
      notes also tells whether tongue and fingers move together.
    </p>
    <p class="caution">Sore tongue or throat: stop for today.</p>
  </section>
</template>

<style scoped>
.verdict {
  font-size: var(--said);
  font-weight: 680;
  margin: 8px 0 2px;
}
.said {
  font-size: 20px;
  margin: 2px 0;
}
.facts {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 26px;
  margin: 6px 0;
}
dt {
  color: var(--soft);
  font-size: 14px;
}
dd {
  margin: 0;
}
dd b {
  font-size: 22px;
}
.empty {
  font-size: 19px;
  max-width: 640px;
}
.before {
  margin-top: 12px;
}
</style>
