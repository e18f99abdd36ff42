<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { computed, ref, watch } from 'vue'
import { useEventListener, useLocalStorage } from '@vueuse/core'
import { drillFor, tally, type Crossing } from '@halitus/core/crossings'
import { chartedAs, tapped } from '@halitus/core/fingering'
import { fingerSystem, handsInWords, standardFingering, type TouchId } from '@halitus/core/instruments'
import { hzOfMidi, noteName, parseNote, prettyNote } from '@halitus/core/pitch'
import {
  aboutMove,
  aboutNote,
  choices,
  DRILLS,
  dueBy,
  nextAbout,
  RECALL_S,
  remembered,
  type Drill,
} from '@halitus/core/recall'
import { ofLearner, reviewsOf, reviewsOfMoves } from '@halitus/core/records'
import { firstOf, forSeconds, untilQuiet } from '@halitus/core/sound'
import { TICKS } from '@halitus/core/tongue'
import { isTyping, pressesButton } from '@/base/keys.ts'
import { dayName } from '@/base/words.ts'
import { useLesson, useTools } from '@/lesson/index.ts'
import { useListening, type Take } from '@/listening/index.ts'
import Choice from '@/parts/Choice.vue'
import InstrumentDrawing from '@/parts/InstrumentDrawing.vue'
import Staff from '@/parts/Staff.vue'
import TakeHead from '../../TakeHead.vue'
import CrossingRow from '../CrossingRow.vue'
import { useKnown } from '../known.ts'
import { LOUD_DB } from '../../take.ts'

/** Notes and moves asked for when they are due: by name, on the staff, under the fingers, by ear. */
const PICKS = ['a', 's', 'f', 'g'] as const
const lesson = useLesson()
const listening = useListening()
const tools = useTools()
const { deck } = useKnown()
const inst = computed(() => lesson.inst)
const system = computed(() => inst.value && fingerSystem(inst.value))
const today = computed(() => lesson.answer?.lesson.startsAt ?? '')
const drill = useLocalStorage<Drill>('halitus.recall', 'name-fingers')
const what = computed(() => DRILLS.find((d) => d.id === drill.value) ?? DRILLS[0]!)
const DRILL_OPTIONS = DRILLS.map((d) => ({ value: d.id, label: d.words }))

const notes = computed(() => remembered(reviewsOf(ofLearner(lesson.ofKind(lesson.entries, 'recalled')))))
const moves = computed(() => remembered(reviewsOfMoves(ofLearner(lesson.ofKind(lesson.entries, 'move')))))
const wanted = computed(() => new Set(deck.value.map(aboutNote)))
const dueNotes = computed(() => dueBy(notes.value, today.value).filter((r) => wanted.value.has(r.about)))
const dueMoves = computed(() => dueBy(moves.value, today.value))

/** The note that is asked for. */
const about = ref<string>()
const written = computed(() => about.value?.replace('note ', '') ?? deck.value[0] ?? 'B4')
const right = computed(() => (inst.value ? standardFingering(inst.value, written.value).touches : []))
const held = ref<TouchId[]>([])
let askedAt = performance.now()
interface Result {
  right: boolean
  words: string
  due: string
}
const result = ref<Result>()
function ask() {
  about.value = nextAbout(deck.value, notes.value, today.value, about.value)
  held.value = []
  result.value = undefined
  askedAt = performance.now()
}
ask()
watch(drill, () => {
  listening.clear()
  ask()
})
const names = computed(() => choices(written.value, deck.value))
const staff = computed(() => [{ written: written.value, ticks: 4 * TICKS, begins: 'tongue' as const }])

type By = 'tapped' | 'microphone' | 'file' | 'simulated'
async function answer(isRight: boolean, gave: string | null, by: By) {
  if (result.value || drill.value === 'move') return
  const seconds = Math.min(600, Math.round((performance.now() - askedAt) / 100) / 10)
  const name = prettyNote(written.value)
  const hands = system.value ? handsInWords(system.value, right.value) : ''
  const kept = await lesson.add(
    'fingers',
    'recalled',
    { drill: drill.value, written: written.value, right: isRight, seconds, gave },
    by,
  )
  if (!kept) return
  const own = notes.value.find((r) => r.about === about.value)
  result.value = {
    right: isRight,
    words: isRight
      ? `Right, in ${seconds.toFixed(1)} s${seconds > RECALL_S.hard ? ': it was there, but sought' : ''}.`
      : `${gave ? `That is ${prettyNote(gave)}. ` : ''}${name} is ${hands}.`,
    due:
      by === 'simulated'
        ? 'Simulated: nothing is scheduled by it.'
        : own
          ? `Again ${dayName(own.due.slice(0, 10))}.`
          : '',
  }
}
function check() {
  if (!system.value) return
  const found = chartedAs(system.value, held.value)
  const { midi } = parseNote(written.value)
  const isRight = found.some((f) => parseNote(f.written).midi === midi)
  const other = found[0]
  void answer(isRight, isRight || !other ? null : noteName(parseNote(other.written).midi), 'tapped')
}
const pick = (name: string) =>
  void answer(name === written.value, name === written.value ? null : name, 'tapped')
const tap = (id: TouchId) => {
  if (system.value && !result.value) held.value = tapped(system.value, held.value, id)
}
/** What was tapped while it is asked; then the note that was asked, which nobody taps who plays it. */
const drawnFingers = computed(() =>
  result.value && !(result.value.right && held.value.length) ? right.value : held.value,
)
const isTapped = computed(() => drill.value === 'name-fingers' || drill.value === 'staff-fingers')

/** A move that is due, or the newest one. */
const moveAbout = ref<string>()
const movesToAsk = computed(() =>
  [...new Set([...dueMoves.value, ...moves.value].map((m) => m.about))].slice(0, 8),
)
const pair = computed(() => {
  const first = deck.value
  const name =
    moveAbout.value ?? movesToAsk.value[0] ?? (first.length > 1 ? aboutMove(first[0]!, first[1]!) : undefined)
  const [, from, to] = name?.split(' ') ?? []
  return from && to && inst.value
    ? {
        name: name!,
        from: { written: from, touches: standardFingering(inst.value, from).touches },
        to: { written: to, touches: standardFingering(inst.value, to).touches },
      }
    : undefined
})
const crossings = ref<Crossing[]>([])
watch(pair, (now, before) => now?.name !== before?.name && (crossings.value = []))
const moveOptions = computed(() =>
  [...new Set([...movesToAsk.value, ...(pair.value ? [pair.value.name] : [])])].map((value) => ({
    value,
    label: value.split(' ').slice(1).map(prettyNote).join(' – '),
  })),
)
const CHANGES = 8

const take = (): Take | undefined => {
  const on = inst.value
  if (!on) return undefined
  const ear = { transposition: on.transposition, a4Hz: lesson.a4Hz }
  if (drill.value === 'move') {
    const now = pair.value
    if (!now) return undefined
    const beatS = 60 / tools.bpm
    return {
      instrument: on.id,
      written: now.from.written,
      performance: {
        notes: () =>
          Array.from({ length: CHANGES + 1 }, (_, n) => ({
            written: n % 2 ? now.to.written : now.from.written,
            lengthS: beatS,
            begins: n ? ('slur' as const) : ('breath' as const),
          })),
        lengthS: Math.ceil(beatS * (CHANGES + 1)),
      },
      ear: { ...ear, move: { instrument: on.id, system: on.systems[0].id, from: now.from, to: now.to } },
      rule: () => firstOf(untilQuiet(LOUD_DB, 1.5), forSeconds(60)),
      async judge(m, provenance) {
        crossings.value = m.crossings ?? []
        if (!crossings.value.length) return 'No change between the two notes was heard.'
        const { clean, tries, late, how } = tally(crossings.value)
        await lesson.add(
          'fingers',
          'move',
          {
            from: now.from.written,
            to: now.to.written,
            clean: Math.min(99, clean),
            tries: Math.min(99, tries),
            late,
            ...(late && how === 'early' && { early: true }),
          },
          provenance,
        )
        return undefined
      },
    }
  }
  if (drill.value === 'fingers-name' || result.value) return undefined
  const asked = written.value
  return {
    instrument: on.id,
    written: asked,
    performance: { lengthS: 2 },
    ear: { ...ear, askedHz: hzOfMidi(parseNote(asked).midi + on.transposition, lesson.a4Hz) },
    rule: () => firstOf(untilQuiet(LOUD_DB, 0.8), forSeconds(15)),
    async judge(m, provenance) {
      const longest = m.tone
      if (!longest) return 'Nothing was heard. One note, for a second.'
      const isRight = parseNote(longest.written).midi === parseNote(asked).midi
      await answer(isRight, isRight ? null : longest.written, provenance as By)
      return undefined
    },
  }
}
useEventListener('keydown', (event: KeyboardEvent) => {
  if (isTyping(event) || event.repeat) return
  if (event.key === 'Enter' && !pressesButton(event)) {
    if (result.value) ask()
    else if (isTapped.value) check()
  }
  const at = PICKS.indexOf(event.key as (typeof PICKS)[number])
  const name = names.value[at]
  if (drill.value === 'fingers-name' && at >= 0 && name) pick(name)
})
const dueWords = computed(() => {
  const count = drill.value === 'move' ? dueMoves.value.length : dueNotes.value.length
  return `${count} due`
})
</script>

<template>
  <template v-if="inst && system">
    <header class="head">
      <Choice v-model="drill" label="Drill" :options="DRILL_OPTIONS" />
      <b class="due">{{ dueWords }}</b>
      <span class="soft">{{ drill === 'move' ? moves.length : deck.length }} in all</span>
    </header>

    <template v-if="drill === 'move'">
      <TakeHead
        v-if="pair"
        :number="crossings.length ? String(tally(crossings).clean) : String(tools.bpm)"
        :unit="crossings.length ? `of ${crossings.length} clean` : 'a minute'"
        aim=""
        :note="undefined"
        :cents="undefined"
        bare
        :take="take"
        @begins="crossings = []"
      >
        <template #choose>
          <Choice
            :model-value="pair.name"
            label="Move"
            :options="moveOptions"
            @update:model-value="(m) => (moveAbout = m)"
          />
        </template>
      </TakeHead>
      <p class="ask">
        {{ what.ask }} <span class="soft">Pulse below: {{ tools.bpm }}.</span>
      </p>
      <section v-if="crossings.length && pair" aria-live="polite">
        <p class="verdict">{{ drillFor(system, crossings, pair.from.written, pair.to.written) }}</p>
        <CrossingRow :crossings="crossings" :system="system" />
      </section>
      <div v-if="pair" class="pictures">
        <div v-for="n in [pair.from, pair.to]" :key="n.written">
          <b>{{ prettyNote(n.written) }}</b>
          <InstrumentDrawing :system="system" :held="n.touches" :label="`${inst.name}: ${n.written}`" />
        </div>
      </div>
      <p v-if="!moves.length" class="soft">No move was tried yet; these are the first two notes.</p>
    </template>

    <template v-else>
      <p v-if="drill === 'fingers-name'" class="ask">{{ what.ask }}</p>
      <div v-else class="question" :class="{ beside: drill === 'staff-fingers' }">
        <Staff v-if="drill === 'staff-fingers'" :line="staff" :inst="inst" :scale="64" secret class="staff" />
        <TakeHead
          :number="drill === 'name-fingers' ? prettyNote(written) : ''"
          unit=""
          :aim="what.ask"
          :note="listening.note?.written"
          :cents="undefined"
          :take="take"
        />
      </div>
      <InstrumentDrawing
        v-if="isTapped"
        :system="system"
        :held="drawnFingers"
        :label="`${inst.name}: fingers to be tapped`"
        :taps="!result"
        class="drawing"
        @tap="tap"
      />
      <InstrumentDrawing
        v-else
        :system="system"
        :held="right"
        :label="`${inst.name}: the fingers that are asked about`"
        class="drawing"
      />
      <p v-if="result" class="verdict" :class="{ not: !result.right }" aria-live="polite">
        {{ result.words }} <span class="soft">{{ result.due }}</span>
      </p>
      <p v-if="drill === 'fingers-name'" class="names" role="group" aria-label="Names">
        <Button
          v-for="(n, i) in names"
          :key="n"
          size="large"
          :disabled="!!result"
          class="name"
          @click="pick(n)"
          >{{ prettyNote(n) }} <kbd>{{ PICKS[i] }}</kbd></Button
        >
      </p>
      <p class="taps">
        <Button v-if="result" type="primary" size="large" @click="ask">Next <kbd>Enter</kbd></Button>
        <Button v-else-if="isTapped" size="large" @click="check">That’s it <kbd>Enter</kbd></Button>
        <Button v-if="!result && isTapped && held.length" @click="held = []">All up</Button>
      </p>
    </template>
    <p class="soft">
      Right within {{ RECALL_S.easy }} s sits, after {{ RECALL_S.hard }} s it was sought. When something comes
      again is worked out by FSRS, a published schedule: nine of ten should still be known then. Of several
      answers on one day the worst counts.
    </p>
  </template>
</template>

<style scoped>
.head {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 10px 16px;
}
.due {
  font-size: 24px;
}
.question.beside {
  display: grid;
  grid-template-columns: 230px 1fr;
  align-items: center;
  gap: 0 24px;
}
.ask {
  font-size: 26px;
  font-weight: 600;
}
.drawing {
  max-width: 720px;
}
.verdict {
  font-size: 24px;
  font-weight: 650;
  margin: 6px 0;
}
.names,
.taps {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  margin: 8px 0;
}
.name {
  min-width: 120px;
  height: 60px;
  font-size: 26px;
}
.pictures {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 4px 22px;
}
.pictures b {
  font-size: 24px;
}
@media (max-width: 1000px) {
  .pictures,
  .question.beside {
    grid-template-columns: 1fr;
  }
  .staff {
    max-width: 230px;
  }
}
</style>
