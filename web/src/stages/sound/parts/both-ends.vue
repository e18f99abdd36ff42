<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { computed, ref, shallowRef, watch } from 'vue'
import type { Provenance } from '@halitus/core/contract'
import {
  differs,
  levelOf,
  noSound,
  noteKey,
  ofLearner,
  PLACES,
  toneIn,
  type EndPlace,
  type EndTake,
} from '@halitus/core/records'
import { untilToneEnds } from '@halitus/core/sound'
import { useDraft } from '@/base/drafts.ts'
import { dayName } from '@/base/words.ts'
import { useLesson } from '@/lesson/index.ts'
import { playingId, replay, replayAll, useListening, type Take } from '@/listening/index.ts'
import Choice from '@/parts/Choice.vue'
import NoteChoice from '@/parts/NoteChoice.vue'
import { useOnPart } from '../../on-part.ts'
import TakeHead from '../../TakeHead.vue'
import EndNumbers from '../EndNumbers.vue'
import KeepTake from '../KeepTake.vue'

/** Too little, too much, then the middle: three takes side by side, in numbers and by ear; one is chosen. */
const lesson = useLesson()
const listening = useListening()
const ends = computed(() => lesson.inst?.mouth.ends ?? [])
const { on, options: onWhat, part, ear, detuneCents } = useOnPart()
const draft = useDraft<{ end: string; provenance: Provenance; takes: EndTake[] }>(
  () => `ends.${lesson.answer?.lesson.id}`,
  { end: '', provenance: 'microphone', takes: [] },
)
// On another part it is another comparison.
watch(on, () => (draft.value = { ...draft.value, takes: [] }))
const endId = computed({
  get: () => draft.value.end || (ends.value[0]?.id ?? ''),
  set: (end) => (draft.value = { ...draft.value, end, takes: [] }),
})
const end = computed(() => ends.value.find((e) => e.id === endId.value))
const written = ref(noteKey(lesson.homeNote))
const wordsOf = (place: EndPlace) =>
  ({ little: end.value?.little, much: end.value?.much, middle: '' })[place] ?? ''
const NAMES: Record<EndPlace, string> = { little: 'Too little', much: 'Too much', middle: 'The middle' }
/** The place that comes next, in the order of the drill. */
const place = ref<EndPlace>(PLACES.find((p) => !draft.value.takes.some((t) => t.place === p)) ?? 'middle')
const takeAt = (p: EndPlace) => draft.value.takes.find((t) => t.place === p)
/** The sounds themselves stay in memory while this is open; who agrees keeps one as the own reference. */
const sounds = shallowRef<Partial<Record<EndPlace, ArrayBuffer>>>({})
const hear = (p: EndPlace) => {
  const wav = sounds.value[p]
  // Playing takes the bytes away: a copy is played.
  if (wav) void replay(`end ${p}`, wav.slice(0))
}
const tenths = (x: number) => Math.round(10 * x) / 10

/** A take stands at its place; the next place comes. */
function put(heard: EndTake, provenance: Provenance) {
  const others = draft.value.takes.filter((t) => t.place !== heard.place)
  draft.value = {
    end: endId.value,
    // One simulated take makes the whole comparison a simulated one.
    provenance: others.length && draft.value.provenance === 'simulated' ? 'simulated' : provenance,
    takes: [...others, heard],
  }
  place.value = PLACES.find((p) => !takeAt(p)) ?? 'middle'
}
/** Nothing came: that is a result, too. */
function silent(p: EndPlace) {
  sounds.value = Object.fromEntries(Object.entries(sounds.value).filter(([at]) => at !== p))
  put(noSound(p), draft.value.takes.length ? draft.value.provenance : 'tapped')
}
const moved = (played: { detuneCents?: number }) => ({
  ...played,
  detuneCents: (played.detuneCents ?? 0) + detuneCents.value,
})
/** What the simulated player does at a place, to try the drill with. */
const PLAYED: Record<EndPlace, { detuneCents?: number; breathDb: number; unsteadyCents: number }> = {
  little: { detuneCents: 18, breathDb: -24, unsteadyCents: 7 },
  much: { detuneCents: -22, unsteadyCents: 14, breathDb: -40 },
  middle: { unsteadyCents: 3, breathDb: -44 },
}
const take = (): Take | undefined =>
  lesson.inst && {
    instrument: lesson.inst.id,
    written: part.value ? lesson.inst.teaching.firstNotes[0]! : written.value,
    performance: moved(PLAYED[place.value]),
    ear: ear.value,
    rule: () => untilToneEnds(),
    async judge(measured, provenance) {
      const tone = toneIn(measured)
      if (typeof tone === 'string') return tone
      const heard: EndTake = {
        place: place.value,
        hz: tenths(tone.hz),
        lengthS: tenths(tone.lengthS),
        steadinessCents: tenths(tone.steadinessCents),
        hnrDb: tenths(tone.hnrDb),
        rangeDb: tenths(tone.rangeDb),
        levelDb: tenths(Math.min(0, levelOf(measured, tone))),
        silent: undefined,
      }
      const wav = await listening.sound()
      if (wav) sounds.value = { ...sounds.value, [heard.place]: wav }
      put(heard, provenance)
      return undefined
    },
  }
/** The learner's own best so far: what was chosen last with this, in an earlier drill; simulated ones left out. */
const best = computed(() => {
  const last = ofLearner(lesson.ofKind(lesson.entries, 'both-ends')).findLast(
    (e) => e.data.end === endId.value,
  )
  const take = last?.data.takes.find((t) => t.place === last.data.chosen)
  return last && take && { at: last.at, place: last.data.chosen, take }
})
const reference = computed(() => takeAt('middle'))
/** Lowest, highest and the place between, to be heard one after the other. */
const inTurn = computed(() =>
  PLACES.flatMap((p) => {
    const wav = sounds.value[p]
    return wav ? [{ id: `end ${p}`, wav }] : []
  }),
)
const told = (t: EndTake) =>
  reference.value && !t.silent && t.place !== 'middle' ? differs(t, reference.value) : []
async function choose(chosen: EndPlace) {
  const { provenance, takes } = draft.value
  if (
    await lesson.add(
      'sound',
      'both-ends',
      { end: endId.value, part: part.value?.id, takes, chosen },
      provenance,
    )
  ) {
    draft.value = { end: endId.value, provenance: 'microphone', takes: [] }
    place.value = 'little'
  }
}
</script>

<template>
  <TakeHead
    :number="listening.heldS.toFixed(1)"
    unit="s"
    :aim="wordsOf(place) ? `${NAMES[place]}: ${wordsOf(place)}` : NAMES[place]"
    :note="listening.note?.written"
    :cents="listening.note?.cents"
    :take="take"
  >
    <template #choose>
      <label for="ends-of">What is moved</label>
      <Choice id="ends-of" v-model="endId" :options="ends.map((e) => ({ value: e.id, label: e.words }))" />
      <Choice v-if="onWhat.length > 1" v-model="on" label="Played on" :options="onWhat" />
      <template v-if="!part">
        <label for="ends-note">note</label>
        <NoteChoice id="ends-note" v-model="written" :inst="lesson.inst" />
      </template>
      <Button v-if="inTurn.length > 1" @click="replayAll(inTurn)">Hear all in turn</Button>
    </template>
  </TakeHead>

  <div class="places" role="group" aria-label="Takes">
    <section v-for="p in PLACES" :key="p" :class="{ now: p === place }">
      <h3>{{ NAMES[p] }}</h3>
      <p class="soft">{{ wordsOf(p) }}</p>
      <template v-if="takeAt(p)">
        <EndNumbers :take="takeAt(p)!" />
        <p v-if="told(takeAt(p)!).length" class="differs">{{ told(takeAt(p)!).join(', ') }}</p>
        <p class="acts">
          <Button v-if="sounds[p]" @click="hear(p)">{{ playingId === `end ${p}` ? 'Stop' : 'Hear' }}</Button>
          <Button @click="place = p">Again</Button>
          <Button v-if="draft.takes.length > 1 && !takeAt(p)!.silent" @click="choose(p)">This one</Button>
        </p>
        <KeepTake
          v-if="sounds[p] && draft.provenance !== 'simulated'"
          :label="`${end?.words ?? ''}: ${NAMES[p].toLowerCase()}`"
          :sound="sounds[p]"
        />
      </template>
      <p v-else class="acts">
        <Button :aria-pressed="p === place" @click="place = p">{{
          p === place ? 'Now' : 'Play this'
        }}</Button>
        <Button @click="silent(p)">No sound came</Button>
      </p>
    </section>
  </div>
  <p v-if="best" class="best">
    <b>Own reference</b>, {{ dayName(best.at) }}: {{ NAMES[best.place].toLowerCase() }},
    {{ Math.round(best.take.steadinessCents) }} cents steady, tone {{ Math.round(best.take.hnrDb) }} dB over
    noise.
  </p>
  <p class="how">
    Let it be heard: too little, too much, then the place between. Choose by ear; the numbers are witnesses.
    <template v-if="draft.provenance === 'simulated' && draft.takes.length"
      >Simulated: it moves nothing.</template
    >
  </p>
  <p class="caution">Sore lip, teeth or jaw: stop. Braces and loose teeth: ask the dentist.</p>
</template>

<style scoped>
.places {
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  gap: 24px;
  margin: 18px 0;
}
.places section {
  border-top: 4px solid var(--line);
  padding-top: 8px;
}
.places .now {
  border-color: var(--brass);
}
.acts {
  display: flex;
  gap: 8px;
}
.differs {
  font-weight: 650;
}
.how {
  font-size: 18px;
  margin-bottom: 12px;
}
@media (max-width: 700px) {
  .places {
    grid-template-columns: 1fr;
  }
}
</style>
