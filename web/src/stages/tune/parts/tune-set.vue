<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { computed, ref, watch } from 'vue'
import { useEventListener } from '@vueuse/core'
import { isTyping, pressesButton } from '@/base/keys.ts'
import { barsCounted, ofLearner } from '@halitus/core/records'
import { useLesson } from '@/lesson/index.ts'
import Plate from '@/parts/Plate.vue'
import Why from '@/parts/Why.vue'
import ChooseTune from '../ChooseTune.vue'
import NoteTouched from '../NoteTouched.vue'
import PracticeLine from '../PracticeLine.vue'
import ReadOver from '../ReadOver.vue'
import ReadWords from '../ReadWords.vue'
import SheetMusic from '../SheetMusic.vue'
import TuneOut from '../TuneOut.vue'
import { useSheets } from '../sheets.ts'

/** Reading a sheet before it is played: what is new, hard, alike, where to breathe, in which order to practise. */
const lesson = useLesson()
const sheets = useSheets()
const touched = ref<number>()
const plan = ref(0)
void sheets.load()
const sheet = computed(() => sheets.sheet)
watch(
  () => sheets.chosenId,
  () => {
    touched.value = undefined
    plan.value = 0
  },
)
const headline = computed(() => {
  const now = sheet.value
  if (!now) return ''
  const written = now.bars.length
  const bars =
    now.toLearn < written
      ? `${barsCounted(now.toLearn)} to learn, not ${written}.`
      : `${barsCounted(written)}.`
  return `${now.reading.key} ${bars}`
})
/** How a move went when it was counted last, in either direction. */
function clean(a: string, b: string): string {
  const last = ofLearner(lesson.ofKind(lesson.entries, 'move')).findLast(
    ({ data }) => (data.from === a && data.to === b) || (data.from === b && data.to === a),
  )
  return last && !lesson.observes ? `${last.data.clean} of ${last.data.tries}` : ''
}
/** A card holds three steps: the hardest place, then all together. */
const MOST = 3
const onCard = computed(() => {
  const steps = sheet.value?.steps ?? []
  if (steps.length <= MOST) return steps
  return [...steps.slice(0, MOST - 1), steps.at(-1)!]
})
const kept = computed(() =>
  lesson.ofKind(lesson.own, 'tune-set').findLast((e) => e.data.tune === sheets.chosenId),
)
async function keep() {
  const [tune, now] = [sheets.tune, sheet.value]
  if (!tune || !now?.steps.length) return
  await lesson.add(
    'tune',
    'tune-set',
    {
      tune: tune.id,
      title: tune.title,
      steps: onCard.value.map((s) => ({
        title: s.title,
        minutes: Math.min(60, s.minutes),
        from: Math.round(s.ladder.from),
        to: Math.round(s.ladder.to),
        by: Math.max(1, Math.round(s.ladder.by)),
        clean: s.ladder.clean,
        why: s.why.slice(0, 200),
        notes: s.notes,
        line: s.line,
        beats: s.beats,
        beatType: s.beatType,
      })),
    },
    'tapped',
  )
}
useEventListener('keydown', (event: KeyboardEvent) => {
  if (event.key !== ' ' || isTyping(event) || pressesButton(event)) return
  event.preventDefault()
  void keep()
})
const fingers = (touches: string[]) => {
  const note = touched.value === undefined ? undefined : sheet.value?.notes[touched.value]
  const before = touched.value ? sheet.value?.notes[touched.value - 1] : undefined
  if (!note) return
  const others = (sheets.how?.overrulings ?? []).filter(
    (o) => o.written !== note.written || o.beside !== before?.written,
  )
  void sheets.play({
    overrulings: [...others, { written: note.written, touches, takes: true, beside: before?.written }],
  })
}
</script>

<template>
  <ChooseTune>
    <TuneOut v-if="sheet" />
  </ChooseTune>
  <template v-if="sheet && lesson.inst">
    <p class="headline">
      <b>{{ sheet.title }}.</b> {{ headline }}
    </p>
    <SheetMusic
      :music-xml="sheet.musicXml"
      :label="`${sheet.title}, ${barsCounted(sheet.bars.length)}. Touch a note for its fingers.`"
      :apart="10"
      :scale="54"
      @note="touched = $event"
    >
      <template #default="{ places }">
        <ReadOver
          :places="places"
          :sheet="sheet"
          :plan="plan"
          :observes="lesson.observes"
          :at="touched"
          :clean="clean"
          @comma="sheets.wish($event, false)"
        />
      </template>
    </SheetMusic>
    <NoteTouched
      v-if="touched !== undefined && sheet.notes[touched]"
      :sheet="sheet"
      :index="touched"
      :inst="lesson.inst"
      @breath="
        (onset) => sheets.wish(onset, !sheet!.plans[0]?.breaths.some((b) => Math.abs(b.onset - onset) < 1e-6))
      "
      @fingers="fingers"
      @close="touched = undefined"
    />
    <PracticeLine :steps="sheet.steps" :observes="lesson.observes" />
    <p v-if="kept" class="kept" role="status">
      On the card: {{ kept.data.steps.map((s) => s.title).join(', ') }}.
      <Button size="small" @click="lesson.takeBack(kept.id)">Take back</Button>
    </p>
    <Why><ReadWords v-model:plan="plan" :sheet="sheet" :inst="lesson.inst" /></Why>
    <Plate @click="keep">Onto the card <kbd>Space</kbd></Plate>
  </template>
  <p v-else-if="!sheets.loading && !sheets.problem && !sheets.chosenId" class="empty">
    Bring the sheet that is played: a file of MusicXML, ABC or MIDI, or type its notes.
  </p>
</template>

<style scoped>
.headline {
  font-size: 22px;
  margin: 10px 0 0;
}
.kept {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 10px;
  margin: 10px 0 0;
}
.empty {
  font-size: var(--said);
  font-weight: 650;
  max-width: 22em;
}
</style>
