<script setup lang="ts">
import { computed, ref } from 'vue'
import { centsBetween, heardNote } from '@halitus/core/pitch'
import { bendRange, notThisPart, partDetune } from '@halitus/core/records'
import { bendOf, untilToneEnds } from '@halitus/core/sound'
import { useLesson } from '@/lesson/index.ts'
import { useListening, type Take } from '@/listening/index.ts'
import Choice from '@/parts/Choice.vue'
import AfterTake from '../../AfterTake.vue'
import TakeHead from '../../TakeHead.vue'
import { useShownTake } from '../../take.ts'

/** The small part alone: settle, bend the pitch down and back up; how far it went is how free the mouth is. */
const lesson = useLesson()
const listening = useListening()
const parts = computed(() => lesson.inst?.teaching.smallParts ?? [])
const all = computed(() => lesson.ofKind(lesson.entries, 'bend'))
const part = ref(all.value.at(-1)?.data.part ?? parts.value[0]?.id ?? '')
const chosen = computed(() => parts.value.find((p) => p.id === part.value))
const aim = computed(() => lesson.aim('bend', part.value))

const { shown, keep, begin, forget } = useShownTake('sound', 'bend', (d) => d.part === part.value)
const whole = (x: number) => Math.round(x) || 0

/** From the note that the simulated player fingers to the part's mark, cents. */
const toMark = computed(() => (lesson.inst ? partDetune(lesson.inst, chosen.value) : 0))
const take = (): Take | undefined =>
  lesson.inst && {
    instrument: lesson.inst.id,
    written: lesson.inst.teaching.firstNotes[0]!,
    // A part sounds no written note: the simulated player is moved to its mark.
    performance: { bendCents: { low: -60, high: 15 }, detuneCents: toMark.value },
    // What a small part sounds is no written note: it is heard as it is.
    ear: { transposition: 0, a4Hz: lesson.a4Hz },
    rule: () => untilToneEnds(true),
    async judge(measurement, provenance) {
      const bend = bendOf(measurement.timeS, measurement.hz)
      if (!bend) return 'No tone of a second was heard: settle first, then bend down and back up.'
      const other = chosen.value && notThisPart(chosen.value, bend.hz, lesson.a4Hz)
      if (other) return other
      const data = {
        part: part.value,
        hz: Math.round(bend.hz * 10) / 10,
        lowCents: whole(bend.lowCents),
        highCents: whole(bend.highCents),
        aimCents: aim.value?.value ?? 0,
      }
      await keep(data, provenance)
      return undefined
    },
  }

/** While it sounds: how far it has gone from where it began, both ways. */
const live = computed(() => {
  const from = listening.counted?.startS
  if (from === undefined) return { low: 0, high: 0 }
  const frames = listening.frames.slice(0, listening.drawn).filter((f) => f.hz > 0 && f.timeS >= from)
  const home = frames[Math.min(25, frames.length - 1)]?.hz
  if (!home) return { low: 0, high: 0 }
  const cents = frames.map((f) => centsBetween(home, f.hz)).filter((c) => Math.abs(c) < 1200)
  return { low: Math.min(0, ...cents), high: Math.max(0, ...cents) }
})
const ends = computed(() =>
  shown.value ? { low: shown.value.data.lowCents, high: shown.value.data.highCents } : live.value,
)
const range = computed(() => bendRange({ lowCents: ends.value.low, highCents: ends.value.high }))
const settled = computed(() =>
  shown.value ? heardNote(shown.value.data.hz, 0, lesson.a4Hz) : listening.note,
)
const sentence = computed(() => {
  const now = shown.value?.data
  if (!now) return ''
  const ways = `${-whole(now.lowCents)} cents down, ${whole(now.highCents)} up`
  if (lesson.observes) return `It moved ${ways}. What moved: lips, jaw, throat, the air?`
  return range.value >= now.aimCents
    ? `${ways}: the aim of ${now.aimCents} cents is reached.`
    : `${ways}: ${now.aimCents - range.value} cents short of the aim.`
})
/** The scale reaches as far as it needs to, an octave at the most. */
const reach = computed(() =>
  Math.min(1200, Math.max(100, 1.25 * Math.max(-ends.value.low, ends.value.high, aim.value?.value ?? 0))),
)
const W = 640
const x = (cents: number) => W / 2 + (cents / reach.value) * (W / 2 - 30)
</script>

<template>
  <p v-if="!parts.length" class="soft">No small part is listed for this instrument.</p>
  <template v-else>
    <TakeHead
      :number="String(range)"
      unit="cents"
      :aim="lesson.observes || !aim ? '' : `aim ${shown?.data.aimCents ?? aim.value} cents in all`"
      :note="settled?.concert"
      :cents="settled?.cents"
      :take="take"
      @begins="begin"
    >
      <template #choose>
        <label for="bend-part">Part</label>
        <Choice id="bend-part" v-model="part" :options="parts.map((p) => ({ value: p.id, label: p.part }))" />
        <span v-if="chosen?.concert"
          >near concert {{ chosen.concert.replace('#', '♯') }} ({{ chosen.source }})</span
        >
      </template>
    </TakeHead>

    <svg
      :viewBox="`0 0 ${W} 96`"
      class="bend"
      role="img"
      :aria-label="`Bent ${-whole(ends.low)} cents down and ${whole(ends.high)} up`"
    >
      <line x1="20" :x2="W - 20" y1="44" y2="44" class="string" />
      <path
        :d="`M ${x(ends.low)} 44 Q ${x(0)} ${44 - 26} ${x(ends.high)} 44 Q ${x(0)} ${44 + 26} ${x(ends.low)} 44 Z`"
        class="reach"
      />
      <line :x1="x(0)" :x2="x(0)" y1="16" y2="72" class="home" />
      <text :x="x(0)" y="90" text-anchor="middle">settled</text>
      <text v-if="ends.low < 0" :x="x(ends.low)" y="90" text-anchor="middle">−{{ -whole(ends.low) }}</text>
      <text v-if="ends.high > 0" :x="x(ends.high)" y="14" text-anchor="middle">+{{ whole(ends.high) }}</text>
    </svg>

    <section v-if="shown" aria-live="polite">
      <p class="verdict">{{ sentence }}</p>
      <AfterTake :provenance="shown.provenance" :aim="aim" :entry-id="shown.id" @taken-back="forget" />
    </section>
    <p v-else class="how">
      Settle on the {{ chosen?.part }} for half a second, then let the pitch sink as far as it goes, and bring
      it back above where it was.
    </p>
    <p class="caution">
      Small parts are loud: distance to ears, breaks, your local rules for noise. Sore lip: rest.
    </p>
  </template>
</template>

<style scoped>
.bend {
  display: block;
  width: 100%;
  max-width: 760px;
  margin: 14px 0;
}
.string {
  stroke: var(--line);
  stroke-width: 2;
}
.reach {
  fill: var(--cane);
  stroke: var(--brass);
  stroke-width: 2;
}
.home {
  stroke: var(--ink);
  stroke-width: 2;
}
text {
  font-size: 15px;
  fill: var(--ink);
}
.verdict {
  font-size: var(--said);
  font-weight: 680;
}
.how {
  font-size: 20px;
  max-width: 620px;
}
.caution {
  margin-top: 14px;
}
</style>
