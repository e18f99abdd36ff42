<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { computed, ref } from 'vue'
import { useEventListener } from '@vueuse/core'
import { introduce, nextNotes, orderOfNotes } from '@halitus/core/fingering'
import { fingerSystem } from '@halitus/core/instruments'
import { hzOfMidi, parseNote, prettyNote } from '@halitus/core/pitch'
import { firstOf, forSeconds, untilQuiet } from '@halitus/core/sound'
import { TICKS } from '@halitus/core/tongue'
import { api } from '@/api/index.ts'
import { isTyping } from '@/base/keys.ts'
import { useLesson } from '@/lesson/index.ts'
import { useListening, type Take } from '@/listening/index.ts'
import { Fingers } from '@/drawings/index.ts'
import Staff from '@/parts/Staff.vue'
import Why from '@/parts/Why.vue'
import TakeHead from '../../TakeHead.vue'
import { useKnown } from '../known.ts'
import NotesInOrder from '../NotesInOrder.vue'
import { LOUD_DB } from '../../take.ts'

/** The next note, met from a known one: what differs, on the staff and under the fingers, until it sounds. */
/** A note that lasts so long was met, s (chosen by Halitus). */
const MET_S = 1
const WHOLE = 4 * TICKS
const lesson = useLesson()
const listening = useListening()
const { known, fresh, isKnown } = useKnown()
const inst = computed(() => lesson.inst)
const system = computed(() => inst.value && fingerSystem(inst.value))
const order = computed(() => (inst.value ? orderOfNotes(inst.value) : []))
const next = computed(() => (inst.value ? nextNotes(inst.value, known.value)[0] : undefined))
const picked = ref('')
const written = computed(() => picked.value || next.value || order.value[0] || 'B4')
const meeting = computed(() => (inst.value ? introduce(inst.value, written.value, known.value) : undefined))
const press = computed(
  () => meeting.value?.touches.filter((t) => !meeting.value?.beside?.touches.includes(t)) ?? [],
)
const lift = computed(
  () => meeting.value?.beside?.touches.filter((t) => !meeting.value?.touches.includes(t)) ?? [],
)
const said = ref('')
const staff = computed(() =>
  (meeting.value?.beside ? [meeting.value.beside.written, written.value] : [written.value]).map((w) => ({
    written: w,
    ticks: WHOLE / 2,
    begins: 'tongue' as const,
  })),
)
const chosen = computed({
  get: () => written.value,
  set: (note: string) => ((picked.value = note), (said.value = '')),
})

async function meet(provenance: 'tapped' | 'microphone' | 'file' | 'simulated') {
  const now = meeting.value
  if (!now) return
  const kept = await lesson.add(
    'fingers',
    'new-note',
    { written: now.written, beside: now.beside?.written ?? null },
    provenance,
  )
  if (!kept) return
  said.value =
    provenance === 'simulated'
      ? `${prettyNote(now.written)} sounded. Simulated: it stays to be met.`
      : `${prettyNote(now.written)} is met${now.beside ? `, from ${prettyNote(now.beside.written)}` : ''}.`
  picked.value = ''
}
const take = (): Take | undefined => {
  const on = inst.value
  const asked = written.value
  if (!on) return undefined
  return {
    instrument: on.id,
    written: asked,
    performance: { lengthS: 3 },
    ear: {
      transposition: on.transposition,
      a4Hz: lesson.a4Hz,
      askedHz: hzOfMidi(parseNote(asked).midi + on.transposition, lesson.a4Hz),
    },
    rule: () => firstOf(untilQuiet(LOUD_DB, 1), forSeconds(20)),
    async judge(m, provenance) {
      const { midi } = parseNote(asked)
      const longest = m.tone
      if (!longest) return `Nothing was heard. ${prettyNote(asked)}, for a second or two.`
      const own = m.report.notes.filter((n) => parseNote(n.written).midi === midi)
      if (!own.length)
        return `${prettyNote(longest.written)} was heard, not ${prettyNote(asked)}: look at the picture, finger by finger.`
      const lastedS = Math.max(...own.map((n) => n.endS - n.startS))
      if (lastedS < MET_S)
        return `${prettyNote(asked)} sounded for ${lastedS.toFixed(1)} s; ${MET_S} s and it is met.`
      await meet(provenance as 'microphone')
      return undefined
    },
  }
}
useEventListener('keydown', (event: KeyboardEvent) => {
  if (event.key === 'w' && !isTyping(event) && !event.repeat) void meet('tapped')
})
const chartUrl = (as: 'pdf' | 'svg') =>
  lesson.answer && inst.value && api.chartUrl(lesson.answer.learner.id, inst.value.id, as)
</script>

<template>
  <template v-if="inst && system && meeting">
    <NotesInOrder v-model="chosen" :order="order" :fresh="fresh" :is-known="isKnown" />
    <TakeHead
      :number="prettyNote(written)"
      unit=""
      :aim="isKnown(written) ? 'known' : written === next ? 'the next note' : 'not known yet'"
      :note="listening.note?.written"
      :cents="listening.note?.cents"
      :take="take"
      asks
      @begins="said = ''"
    />
    <p v-if="said" class="verdict" aria-live="polite">{{ said }}</p>
    <div class="meeting">
      <Staff :line="staff" :inst="inst" :scale="46" class="staff" />
      <p class="words">{{ meeting.words }}</p>
    </div>
    <div class="pictures">
      <div v-if="meeting.beside">
        <b>{{ prettyNote(meeting.beside.written) }}</b> <span class="soft">known</span>
        <Fingers
          :system="system"
          :family="inst.family"
          :held="meeting.beside.touches"
          :pressing="press"
          :lifting="lift"
          :label="`${inst.name}: ${meeting.beside.written}, with what moves towards ${written}`"
        />
      </div>
      <div>
        <b>{{ prettyNote(written) }}</b>
        <Fingers
          :system="system"
          :family="inst.family"
          :held="meeting.touches"
          :label="`${inst.name}: ${written}`"
        />
      </div>
    </div>
    <p class="taps">
      <Button size="large" @click="meet('tapped')">Met, without listening <kbd>w</kbd></Button>
      <a :href="chartUrl('pdf')" target="_blank" rel="noopener">Print my notes</a>
      <a :href="chartUrl('svg')" target="_blank" rel="noopener">As a picture</a>
      <span class="soft">{{ known.length }} known, {{ fresh.length }} of them new this week.</span>
    </p>
    <Why>
      <p class="soft">
        The first {{ inst.teaching.firstNotes.length }} are common practice; then always the note that differs
        least from a known one, computed from the chart; accidentals and the next register wait. Any other can
        be taken.
      </p>
    </Why>
  </template>
</template>

<style scoped>
.meeting {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0 24px;
}
.staff {
  width: 200px;
}
.words {
  font-size: 26px;
  font-weight: 600;
  line-height: 1.25;
  margin: 8px 0;
}
.verdict {
  font-size: var(--said);
  font-weight: 680;
}
.pictures {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 8px 22px;
  align-items: center;
}
.pictures b {
  font-size: 24px;
}
.taps {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 10px 18px;
  margin-top: 10px;
}
@media (min-width: 701px) and (max-width: 1000px) {
  .pictures {
    grid-template-columns: 1fr;
  }
}
</style>
