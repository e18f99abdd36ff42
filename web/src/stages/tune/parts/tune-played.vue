<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { computed, ref, shallowRef, watch } from 'vue'
import type { PlayedAnswer } from '@halitus/core/contract'
import { barsClean, barsCounted, ofLearner, tunePlayedWords } from '@halitus/core/records'
import { firstOf, forSeconds, untilQuiet } from '@halitus/core/sound'
import { SCHEMES } from '@halitus/core/tongue'
import { api } from '@/api/index.ts'
import { dayName } from '@/base/words.ts'
import { useLesson } from '@/lesson/index.ts'
import { useListening, type Take } from '@/listening/index.ts'
import Choice from '@/parts/Choice.vue'
import Quantity from '@/parts/Quantity.vue'
import Why from '@/parts/Why.vue'
import AfterTake from '../../AfterTake.vue'
import TakeHead from '../../TakeHead.vue'
import { LOUD_DB, useShownTake } from '../../take.ts'
import BarHistory from '../BarHistory.vue'
import ChooseTune from '../ChooseTune.vue'
import PlayedOver from '../PlayedOver.vue'
import PlayedWords from '../PlayedWords.vue'
import SheetMusic from '../SheetMusic.vue'
import TakeTold from '../TakeTold.vue'
import { asPerformed, fitsAtAll, heardNotes, onlyBars, playedEntry, timed, type Range } from '../playing.ts'
import { useSheets } from '../sheets.ts'
import { useCopying, useFollowing } from '../sounding.ts'

/** The tune heard and played: any bars at any tempo, copied, then judged note for note, bar for bar. */
const lesson = useLesson()
const listening = useListening()
const sheets = useSheets()
void sheets.load()
const sheet = computed(() => sheets.sheet)
const from = ref(1)
const to = ref(1)
const bpm = ref(72)
watch(
  () => [sheets.chosenId, sheet.value?.bars.length] as const,
  () => {
    from.value = 1
    to.value = sheet.value?.bars.length ?? 1
    bpm.value = Math.round(sheet.value?.tempo ?? 72)
    answer.value = undefined
  },
)
const last = computed(() => sheet.value?.bars.length ?? 1)
const range = computed((): Range => ({
  from: Math.min(from.value, to.value) - 1,
  to: Math.max(from.value, to.value) - 1,
}))
const STROKES = [
  { value: '', label: 'strokes as written' },
  ...SCHEMES.map((s) => ({ value: s.id as string, label: s.words })),
]
/** Other strokes are laid over the bars that are chosen. */
const scheme = computed({
  get: () => sheets.strokes?.scheme ?? '',
  set: (id) => {
    sheets.strokes = id ? { scheme: id, ...range.value } : undefined
    answer.value = undefined
    void sheets.read()
  },
})
const answer = shallowRef<PlayedAnswer>()
const heard = shallowRef<{ onsetS: number; durationS: number; midi: number }[]>([])
const { shown, keep, begin, forget } = useShownTake('tune', 'tune-played', (d) => d.tune === sheets.chosenId)

const { hear, looped, sounding, stop } = useCopying(sheet, range, bpm)

/** Quiet for so long, beyond any rest that is written, ends a take; a learner may stop and go on. */
const STOPS_S = 4
const take = (): Take | undefined => {
  const [now, inst, how, tune] = [sheet.value, lesson.inst, sheets.how, sheets.tune]
  if (!now || !inst || !how || !tune) return undefined
  stop()
  const beat = 60 / bpm.value
  const longestRest = Math.max(0, ...now.notes.map((n) => n.rest)) * beat
  const wholeS = timed(now, range.value).quarters * beat
  return {
    instrument: inst.id,
    written: now.notes[0]!.written,
    performance: { notes: () => asPerformed(now, range.value, bpm.value), lengthS: Math.max(1, wholeS) },
    ear: { transposition: inst.transposition, a4Hz: lesson.a4Hz },
    rule: () =>
      firstOf(untilQuiet(LOUD_DB, STOPS_S + longestRest), forSeconds(Math.min(590, 3 * wholeS + 20))),
    async judge(m, provenance) {
      if (!m.report.notes.length)
        return 'No note was heard. Play closer to the microphone, or look at the level.'
      const notes = heardNotes(m.report, m, lesson.a4Hz)
      const asked = {
        notes,
        tempo: bpm.value,
        learner: lesson.answer!.learner.id,
        instrument: how.instrument,
        as: how.as,
        octave: how.octave,
        strokes: sheets.strokes,
      }
      const found = await api.tunePlayed(tune.id, how.part, asked).catch((error: unknown) => error as Error)
      if (found instanceof Error) return `${found.message} The take isn’t judged.`
      if (!fitsAtAll(found))
        return 'None of what was heard is in these bars. Is it this sheet, in this octave?'
      heard.value = notes
      answer.value = found
      await keep({ ...playedEntry(tune, how.part, bpm.value, now, found), happened: undefined }, provenance)
      return undefined
    },
  }
}

const at = useFollowing(bpm)

/** The newest takes of this tune, this one last. */
const TAKES = 4
const takes = computed(() =>
  lesson
    .ofKind(lesson.entries, 'tune-played')
    .filter((e) => e.data.tune === sheets.chosenId)
    .filter((e) => e.id === shown.value?.id || ofLearner([e]).length)
    .slice(-TAKES)
    .map((e) => ({
      label: `at ${Math.round(e.data.bpm)}, ${e.id === shown.value?.id ? 'now' : dayName(e.at)}`,
      bars: e.data.bars,
      breaths: e.data.breaths,
      now: e.id === shown.value?.id,
    })),
)
const clean = computed(() => (shown.value ? barsClean(shown.value.data.bars) : undefined))
const words = computed(() => (shown.value ? tunePlayedWords(shown.value.data) : ''))
/** The bars that are told large: from the first fault’s bar to the second’s, if they are near. */
const large = computed(() => {
  const measures = [...new Set((answer.value?.faults ?? []).map((f) => f.measure))].slice(0, 2)
  return measures.sort((a, b) => a - b)
})
/** A bar that went wrong is played slower (chosen by Halitus). */
const SLOWER = 0.72
const slow = computed(() => Math.max(10, Math.round((sheet.value?.tempo ?? 72) * SLOWER)))
/** Those bars alone, while they are few: two bars are read from two metres, sixteen aren’t. */
const largeXml = computed(() =>
  sheet.value && large.value.length ? onlyBars(sheet.value.musicXml, large.value) : '',
)
function again(measure: number, lead: number, slower: boolean) {
  from.value = Math.max(1, measure + 1 - lead)
  to.value = measure + 1
  if (slower) bpm.value = slow.value
}
function gone() {
  answer.value = undefined
  forget()
}
</script>

<template>
  <ChooseTune v-if="!sheet" />
  <TakeHead
    v-if="sheet"
    :number="clean ? `${clean.clean}` : `${Math.round(bpm)}`"
    :unit="
      clean ? `of ${barsCounted(clean.of)} clean, at ${Math.round(shown!.data.bpm)}` : 'quarters a minute'
    "
    aim=""
    :note="listening.note?.written"
    :cents="undefined"
    :take="take"
    :bare="listening.state !== 'listening'"
    @begins="(begin(), (answer = undefined))"
  >
    <template #choose>
      <ChooseTune brief />
      <label for="tune-from">bars</label><Quantity id="tune-from" v-model="from" :min="1" :max="last" />
      <label for="tune-to">to</label><Quantity id="tune-to" v-model="to" :min="1" :max="last" />
      <label for="tune-bpm">at</label><Quantity id="tune-bpm" v-model="bpm" :min="10" :max="400" />
      <Button :aria-pressed="sounding" @click="hear">{{ sounding ? 'Stop' : 'Hear it' }} <kbd>l</kbd></Button>
      <Choice v-model="scheme" class="strokes" label="Strokes" :options="STROKES" />
      <Button :aria-pressed="looped" @click="looped = !looped">Again and again</Button>
    </template>
  </TakeHead>
  <TakeTold
    v-if="sheet && shown"
    :words="words"
    :answer="answer"
    :sheet="sheet"
    :measures="large"
    :slow="slow"
    @again="again"
  />
  <SheetMusic
    v-if="sheet && largeXml"
    :music-xml="largeXml"
    class="large"
    label="The bars that are told, with what was heard"
    :scale="86"
    :apart="5"
  >
    <template #default="{ places }">
      <PlayedOver :places="places" :sheet="sheet" :heard="heard" :answer="answer" :at="undefined" named />
    </template>
  </SheetMusic>
  <BarHistory
    v-if="sheet && takes.length"
    :takes="takes"
    :numbers="sheet.bars.map((b) => b.number)"
    @bar="(m) => again(m, 0, false)"
  />
  <component :is="largeXml ? 'details' : 'div'" v-if="sheet" class="all">
    <summary v-if="largeXml">All of it</summary>
    <SheetMusic :music-xml="sheet.musicXml" :label="`${sheet.title}, with what was heard`" :apart="9">
      <template #default="{ places }">
        <PlayedOver :places="places" :sheet="sheet" :heard="heard" :answer="answer" :at="at" />
      </template>
    </SheetMusic>
  </component>
  <Why v-if="sheet && answer"><PlayedWords :sheet="sheet" :answer="answer" /></Why>
  <AfterTake
    v-if="shown"
    :provenance="shown.provenance"
    :aim="undefined"
    :entry-id="shown.id"
    @taken-back="gone"
  />
  <p v-if="!sheet && !sheets.loading && !sheets.problem" class="empty">
    Bring the sheet that is played first.
  </p>
</template>

<style scoped>
.strokes {
  width: 220px;
}
.empty {
  font-size: var(--said);
  font-weight: 650;
}
/* Their numbers stand over them in words. */
.large :deep(.mNum) {
  display: none;
}
.all summary {
  cursor: pointer;
  font-weight: 650;
  color: var(--brass-text);
}
</style>
