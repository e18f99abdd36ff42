<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { computed, ref } from 'vue'
import { hzOfMidi, midiOfHz, parseNote, prettyNote } from '@halitus/core/pitch'
import {
  besideLoudness,
  happenedInTake,
  judgeShape,
  measureShape,
  noteKey,
  ofLearner,
  PHASES,
  type Shape,
  SHAPE_WORDS,
  shapeKey,
  shapeS,
  SHAPES,
  spaced,
  toneIn,
} from '@halitus/core/records'
import { choiceOf, DYNAMICS } from '@halitus/core/schools'
import { untilToneEnds } from '@halitus/core/sound'
import { useLesson, useTools } from '@/lesson/index.ts'
import { useListening, type Take } from '@/listening/index.ts'
import Choice from '@/parts/Choice.vue'
import NoteChoice from '@/parts/NoteChoice.vue'
import Quantity from '@/parts/Quantity.vue'
import TakeHead from '../../TakeHead.vue'
import AfterTake from '../../AfterTake.vue'
import KeepTake from '../KeepTake.vue'
import AgainstLoudness from '../AgainstLoudness.vue'
import ShapeGrid from '../ShapeGrid.vue'
import ShapeThread from '../ShapeThread.vue'
import { heardSoFar } from '../measured.ts'
import { useShownTake } from '../../take.ts'

/** A tone that fills a shape of loudness while its pitch stays; a grid of notes and counts grows over weeks. */
const lesson = useLesson()
const listening = useListening()
const tools = useTools()
const all = computed(() => ofLearner(lesson.ofKind(lesson.entries, 'shaped-tone')))
const last = all.value.at(-1)?.data
const longTone = ofLearner(lesson.ofKind(lesson.entries, 'long-tone')).at(-1)?.data
const shape = ref<Shape>(last?.shape ?? 'swell')
const written = ref(noteKey(last?.written ?? longTone?.written ?? lesson.homeNote))
const aim = computed(() =>
  lesson.aim('shaped-tone', shapeKey({ written: written.value, shape: shape.value })),
)
const own = ref<number>()
const counts = computed({ get: () => own.value ?? aim.value?.value ?? 3, set: (n) => (own.value = n) })
const asked = computed(() => ({ shape: shape.value, counts: counts.value, perMinute: tools.bpm }))
const askedS = computed(() => shapeS(asked.value))
const phases = computed(() => PHASES[shape.value])
const { shown, keep, begin, forget } = useShownTake('sound', 'shaped-tone')
const tenths = (x: number) => Math.round(10 * x) / 10

const take = (): Take | undefined => {
  const inst = lesson.inst
  if (!inst) return undefined
  const midi = parseNote(written.value).midi + inst.transposition
  const what = { ...asked.value }
  return {
    instrument: inst.id,
    written: written.value,
    performance: {
      dynamics: what.shape,
      rangeDb: 14,
      lengthS: askedS.value,
      sagCents: inst.teaching.loudTendency === 'flat' ? -9 : 9,
    },
    ear: { transposition: inst.transposition, a4Hz: lesson.a4Hz, askedHz: hzOfMidi(midi, lesson.a4Hz) },
    rule: () => untilToneEnds(),
    async judge(m, provenance) {
      const tone = toneIn(m, inst)
      if (typeof tone === 'string') return tone
      const from = m.timeS.findIndex((t) => t >= tone.startS)
      const to = m.timeS.findLastIndex((t) => t <= tone.endS) + 1
      const centre = midiOfHz(tone.hz)
      let lastCents = 0
      const dbCurve = spaced(from, to, (i) => m.db[i]!)
      const { along, rangeDb, turn } = measureShape(what.shape, dbCurve)
      const { centsPerDb, plusMinus } = tone.loudness
      await keep(
        {
          written: tone.written,
          ...what,
          lengthS: tenths(tone.lengthS),
          cents: tenths(tone.cents),
          along: Math.round(100 * along) / 100,
          rangeDb: tenths(rangeDb),
          turn: Math.round(100 * turn) / 100,
          steadinessCents: tenths(besideLoudness(tone.steadinessCents, centsPerDb, dbCurve)),
          wobbleCents: tone.wobble.depthCents === null ? null : tenths(tone.wobble.depthCents),
          centsPerDb: centsPerDb === null ? null : Math.round(100 * centsPerDb) / 100,
          centsPerDbOff: plusMinus === null ? null : Math.round(100 * plusMinus) / 100,
          centsCurve: spaced(from, to, (i) => {
            const hz = m.hz[i]!
            if (hz > 0) lastCents = 100 * (midiOfHz(hz) - centre)
            return lastCents
          }),
          happened: happenedInTake(m, tone),
          dbCurve,
        },
        provenance,
      )
      return undefined
    },
  }
}
const verdict = computed(() => (shown.value ? judgeShape(shown.value.data) : undefined))
const before = computed(
  () =>
    all.value.findLast(
      (e) =>
        e.id !== shown.value?.id &&
        e.data.centsPerDb !== null &&
        noteKey(e.data.written) === noteKey(shown.value?.data.written ?? written.value),
    )?.data.centsPerDb ?? null,
)
const curves = computed(() => {
  const result = listening.result
  if (result?.tone)
    return {
      timeS: result.timeS,
      hz: result.hz,
      db: result.db,
      count: result.timeS.length,
      tone: result.tone,
    }
  const kept = shown.value?.data
  if (kept && !listening.busy && kept.dbCurve.length) {
    const n = kept.dbCurve.length
    const midi = parseNote(kept.written).midi + (lesson.inst?.transposition ?? 0) + kept.cents / 100
    return {
      timeS: kept.dbCurve.map((_, i) => (kept.lengthS * i) / Math.max(1, n - 1)),
      hz: kept.centsCurve.map((c) => hzOfMidi(midi + c / 100, lesson.a4Hz)),
      db: kept.dbCurve,
      count: n,
      tone: { startS: 0, endS: kept.lengthS },
    }
  }
  return {
    ...heardSoFar(listening.frames, listening.drawn),
    tone: listening.counted && { ...listening.counted },
  }
})
const centre = computed(
  () =>
    parseNote(shown.value?.data.written ?? listening.note?.written ?? written.value).midi +
    (lesson.inst?.transposition ?? 0),
)
/** The ends of a tone rise and fall by themselves. */
const inner = (x: readonly number[]) =>
  x.slice(Math.ceil(0.06 * x.length), x.length - Math.ceil(0.06 * x.length))
const number = computed(() => (shown.value?.data.lengthS ?? listening.heldS).toFixed(1))

const afterForte = computed(
  () => choiceOf(DYNAMICS, lesson.answer?.learner.schools, lesson.schools) === 'after-forte',
)
const shapes = SHAPES.map((value) => ({ value, label: SHAPE_WORDS[value] }))
</script>

<template>
  <TakeHead
    :number="number"
    unit="s"
    :aim="`${askedS.toFixed(0)} s, ${SHAPE_WORDS[shape]}`"
    :note="shown?.data.written ?? listening.note?.written"
    :cents="shown?.data.cents ?? listening.note?.cents"
    :take="take"
    @begins="begin"
  >
    <template #choose>
      <label for="shape-note">Note</label>
      <NoteChoice id="shape-note" v-model="written" :inst="lesson.inst" />
      <label for="shape-of">shape</label>
      <Choice id="shape-of" v-model="shape" :options="shapes" />
      <Quantity
        id="shape-counts"
        v-model="counts"
        label="Counts a phase"
        :min="1"
        :max="12"
        unit="counts a phase"
      />
      <span class="soft">at {{ tools.bpm }} (pulse below)</span>
    </template>
  </TakeHead>
  <section v-if="shown && verdict" aria-live="polite">
    <p class="verdict">{{ verdict.words }}</p>
    <p class="pitch">{{ verdict.pitch }}</p>
    <AfterTake :provenance="shown.provenance" :aim="aim" :entry-id="shown.id" @taken-back="forget">
      <KeepTake :label="`${prettyNote(shown.data.written)} ${SHAPE_WORDS[shown.data.shape]}`" />
      <Button v-if="own !== undefined" size="small" @click="own = undefined">Counts as aimed</Button>
    </AfterTake>
  </section>
  <p v-else class="pitch">
    <template v-if="aim && !lesson.observes">{{ `${aim.why} ` }}</template>
    <span v-if="afterForte" class="soft">Only once an open, healthy forte is at home.</span>
  </p>
  <div class="two">
    <ShapeThread
      :shape="shape"
      :asked-s="askedS"
      :phases="phases"
      :time-s="curves.timeS"
      :hz="curves.hz"
      :db="curves.db"
      :count="curves.count"
      :tone="curves.tone"
      :centre-midi="centre"
      :a4-hz="lesson.a4Hz"
      :live="listening.state === 'listening'"
    />
    <AgainstLoudness
      v-if="shown"
      :cents="inner(shown.data.centsCurve)"
      :db="inner(shown.data.dbCurve)"
      :per-db="shown.data.centsPerDb"
      :off="shown.data.centsPerDbOff"
      :before="before"
    />
  </div>

  <ShapeGrid v-model="written" :entries="all" :shape="shape" :counts="counts" />
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 200px;
  gap: 20px;
  margin: 8px 0;
  align-items: start;
}
.verdict {
  font-size: var(--said);
  font-weight: 680;
}
.pitch {
  font-size: 19px;
}
@media (max-width: 1000px) {
  .two {
    grid-template-columns: 1fr;
  }
}
</style>
