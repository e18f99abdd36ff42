<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { computed, ref } from 'vue'
import { midiOfHz, parseNote, prettyNote } from '@halitus/core/pitch'
import {
  happenedInTake,
  type Ladder,
  mutedHelp,
  nearestConcert,
  offMark,
  ofLearner,
  PART_CENTS,
  partDetune,
  partNamed,
  partVerdict,
  pitchAim,
  toneIn,
} from '@halitus/core/records'
import { untilToneEnds } from '@halitus/core/sound'
import { signed } from '@/base/words.ts'
import { DizzyButton, useLesson } from '@/lesson/index.ts'
import { useListening, type Take } from '@/listening/index.ts'
import Choice from '@/parts/Choice.vue'
import Views from '@/parts/Views.vue'
import { ToneRibbon } from '@/drawings/index.ts'
import TakeHead from '../../TakeHead.vue'
import AfterTake from '../../AfterTake.vue'
import KeepTake from '../KeepTake.vue'
import { heardSoFar, thin } from '../measured.ts'
import { useShownTake } from '../../take.ts'

/** The smallest sounding part alone, against its mark: what too high or too low means, and what to try. */
const lesson = useLesson()
const listening = useListening()
const parts = computed(() => lesson.inst?.teaching.smallParts ?? [])
const all = computed(() => ofLearner(lesson.ofKind(lesson.entries, 'small-part')))
const part = ref(all.value.at(-1)?.data.part ?? lesson.gate?.part?.id ?? parts.value[0]?.id ?? '')
const chosen = computed(() => lesson.inst && partNamed(lesson.inst, part.value))
const marks = computed(() =>
  chosen.value?.concert
    ? [chosen.value.concert, ...(chosen.value.also ?? [])].map(prettyNote).join(' or ')
    : '',
)
const muted = ref(false)
/** Which ladder counts on this part: as last time; length while it was never played. */
const own = computed(() => all.value.filter((e) => e.data.part === part.value).map((e) => e.data))
const counted = ref<Ladder>()
const counts = computed({
  get: (): Ladder =>
    chosen.value?.concert ? (counted.value ?? own.value.at(-1)?.counts ?? 'length') : 'length',
  set: (now) => (counted.value = now),
})
const LADDER_WORDS = [
  { value: 'length' as const, label: 'length' },
  { value: 'pitch' as const, label: 'pitch' },
]
const lengthAim = computed(() => lesson.aim('small-part', part.value))
const near = computed(() => pitchAim(own.value))
const aim = computed(() =>
  counts.value === 'pitch'
    ? { value: near.value.cents, unit: 'cents or nearer', why: near.value.why }
    : lengthAim.value,
)
const aimWords = computed(() =>
  counts.value === 'pitch' ? `within ${near.value.cents} cents` : `aim ${lengthAim.value?.value ?? 4} s`,
)
const { shown, keep, begin, forget } = useShownTake('sound', 'small-part', (d) => d.part === part.value)
const tenths = (x: number) => Math.round(10 * x) / 10

const take = (): Take | undefined => {
  const inst = lesson.inst
  const on = chosen.value
  if (!inst || !on) return undefined
  const played = inst.teaching.firstNotes[0]!
  const ladder = counts.value
  const within = near.value.cents
  return {
    instrument: inst.id,
    written: played,
    // A part sounds no written note: the simulated player is moved to its mark.
    performance: { detuneCents: partDetune(inst, on) + (on.concert ? 12 : 0) },
    ear: { transposition: 0, a4Hz: lesson.a4Hz },
    rule: () => untilToneEnds(),
    async judge(measured, provenance) {
      const tone = toneIn(measured)
      if (typeof tone === 'string') return muted.value ? `${tone} ${mutedHelp(own.value)}`.trim() : tone
      const off = offMark(on, tone.hz, lesson.a4Hz)
      await keep(
        {
          part: part.value,
          hz: tenths(tone.hz),
          offCents: off === null ? null : tenths(off),
          lengthS: tenths(tone.lengthS),
          steadinessCents: tenths(tone.steadinessCents),
          hnrDb: tenths(tone.hnrDb),
          aimS: lengthAim.value?.value ?? 4,
          counts: ladder,
          withinCents: ladder === 'pitch' ? within : undefined,
          muted: muted.value,
          happened: happenedInTake(measured, tone),
        },
        provenance,
      )
      return undefined
    },
  }
}
const verdict = computed(() => shown.value && lesson.inst && partVerdict(lesson.inst, shown.value.data))
const curves = computed(() => {
  if (listening.result) return thin(listening.result)
  return heardSoFar(listening.frames, listening.drawn)
})
const centre = computed(() => {
  const concert = chosen.value?.concert
  const hz = shown.value?.data.hz
  if (hz && Math.abs(shown.value?.data.offCents ?? 0) > 100) return Math.round(midiOfHz(hz, lesson.a4Hz))
  if (concert) return parseNote(concert).midi
  return hz ? Math.round(midiOfHz(hz, lesson.a4Hz)) : undefined
})
const number = computed(() => (shown.value?.data.lengthS ?? listening.heldS).toFixed(1))
const next = computed(() => {
  const at = parts.value.findIndex((p) => p.id === part.value)
  return verdict.value?.right ? parts.value[at + 1] : undefined
})
</script>

<template>
  <p v-if="!parts.length" class="soft">No small part is listed for this instrument.</p>
  <template v-else>
    <TakeHead
      :number="number"
      unit="s"
      :aim="lesson.observes ? '' : aimWords"
      :note="shown ? nearestConcert(shown.data.hz, lesson.a4Hz) : listening.note?.concert"
      :cents="undefined"
      :take="take"
      @begins="begin"
    >
      <template #choose>
        <label for="part-of">Part</label>
        <Choice id="part-of" v-model="part" :options="parts.map((p) => ({ value: p.id, label: p.part }))" />
        <span>
          <template v-if="marks"
            >mark: concert <b>{{ marks }}</b></template
          >
          <template v-else>no pitch is meant, only a steady one</template>
          <span class="soft"> ({{ chosen?.source }})</span>
        </span>
        <template v-if="chosen?.concert"
          ><span>what counts</span> <Views v-model="counts" :options="LADDER_WORDS" label="What counts"
        /></template>
        <Button size="small" :aria-pressed="muted" @click="muted = !muted">{{
          muted ? 'Muted' : 'Not muted'
        }}</Button>
        <span v-if="muted" class="soft"
          >against a hand or device: its vent stays open, and it needs more air</span
        >
      </template>
    </TakeHead>
    <div class="thread">
      <ToneRibbon
        :time-s="curves.timeS"
        :hz="curves.hz"
        :db="curves.db"
        :count="curves.count"
        :centre-midi="centre"
        :a4-hz="lesson.a4Hz"
        :band-cents="PART_CENTS"
        :target-s="undefined"
        :tone="listening.result?.tone ?? listening.counted"
        :squeaks="listening.result?.report.squeaks"
      />
    </div>
    <section v-if="shown && verdict" aria-live="polite">
      <p class="verdict" :class="{ off: !verdict.right }">
        {{ verdict.words }}
        <span v-if="shown.data.offCents !== null" class="soft">{{ signed(shown.data.offCents) }} cents</span>
      </p>
      <p class="tip">{{ verdict.tip }}</p>
      <AfterTake :provenance="shown.provenance" :aim="aim" :entry-id="shown.id" @taken-back="forget">
        <KeepTake :label="chosen?.part ?? ''" />
        <Button v-if="next" @click="part = next.id">Next part: {{ next.part }}</Button>
      </AfterTake>
    </section>
    <p v-else class="tip">
      One long, easy sound on the {{ chosen?.part }}. Go on only when it comes reliably.
    </p>
    <p class="foot">
      <span class="caution"
        >Small parts are loud: distance to ears, breaks, local rules for noise. Reeds and mouthpieces are
        personal: clean and dry before somebody else’s mouth.</span
      >
      <DizzyButton stage="sound" :during="`sounds on the ${chosen?.part ?? 'small part'}`" @stopped="begin" />
    </p>
  </template>
</template>

<style scoped>
.thread {
  margin: 10px 0;
}
.verdict {
  font-size: var(--said);
  font-weight: 680;
}
.tip {
  font-size: 19px;
  max-width: 640px;
  margin: 6px 0;
}
.foot {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  justify-content: space-between;
  gap: 14px;
  margin-top: 16px;
}
.foot .caution {
  max-width: 520px;
}
</style>
