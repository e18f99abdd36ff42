<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { computed, ref } from 'vue'
import { useEventListener } from '@vueuse/core'
import { describeMove } from '@halitus/core/fingering'
import { prettyNote } from '@halitus/core/pitch'
import { latenessOf, ofLearner } from '@halitus/core/records'
import { isTyping } from '@/base/keys.ts'
import { useLesson } from '@/lesson/index.ts'
import Later from '@/parts/Later.vue'
import Why from '@/parts/Why.vue'
import AfterTake from '../../AfterTake.vue'
import TakeHead from '../../TakeHead.vue'
import CrossingRow from '../CrossingRow.vue'
import FingerThreads from '../FingerThreads.vue'
import InBetween from '../InBetween.vue'
import LateFingers from '../LateFingers.vue'
import NotePicker from '../NotePicker.vue'
import StaffPicker from '../StaffPicker.vue'
import TwoDrawings from '../TwoDrawings.vue'
import { useHeardChanges } from '../heard-changes.ts'
import { useTwoNotes } from '../two-notes.ts'

/** Two notes back and forth: what their fingers do, what sounds between, and how it went, by ear or by tapping. */
const lesson = useLesson()
const notes = useTwoNotes()
const { inst, system, from, to, clean, tries, fromUse, toUse, offsets, a, b, way } = notes
const { fromOptions, toOptions, breakHere, unknown, pitched, hard, slide, heardBetween, doubtful } = notes
const { known, change, takeOtherWay, show, tried, keep } = notes
const { shown, crossings, take, drill, starts, gone } = useHeardChanges(notes)
const toPicker = ref<InstanceType<typeof NotePicker>>()
/** Each finger's lateness over all that was noted of this learner; simulated takes don't count. */
const lateFingers = computed(() => latenessOf(ofLearner(lesson.ofKind(lesson.entries, 'move'))))
useEventListener('keydown', (event: KeyboardEvent) => {
  if (isTyping(event)) return
  if (event.key === 'c') tried(true)
  if (event.key === 'x') tried(false)
  if (event.key === '[') toPicker.value?.step(-1)
  if (event.key === ']') toPicker.value?.step(1)
})
</script>

<template>
  <template v-if="inst && system && a && b && way">
    <TakeHead
      :number="shown ? String(shown.data.clean) : String(clean)"
      :unit="
        shown
          ? `of ${shown.data.tries} clean${shown.provenance === 'simulated' ? ', simulated' : ''}`
          : `of ${tries} clean`
      "
      aim=""
      :note="undefined"
      :cents="undefined"
      bare
      :take="take"
      @begins="starts"
    />
    <section v-if="shown && crossings.length" aria-live="polite">
      <p class="verdict">{{ drill }}</p>
      <CrossingRow :crossings="crossings" :system="system" />
      <AfterTake :provenance="shown.provenance" :aim="undefined" :entry-id="shown.id" @taken-back="gone" />
    </section>
    <header class="head">
      <NotePicker v-model="from" :inst="inst" label="From note" />
      <span class="arrow" aria-hidden="true"></span>
      <NotePicker ref="toPicker" v-model="to" :inst="inst" label="To note" />
      <StaffPicker :inst="inst" :notes="[from, to]" @pick="(i, note) => (i ? (to = note) : (from = note))" />
      <div class="say">
        <p class="sentence">{{ describeMove(system, way.move) }}</p>
        <p class="soft">
          {{
            breakHere?.preparation ??
            (inst.tongue
              ? 'Finger it silently first, then slur, then tongue.'
              : 'Finger it silently first, then with the sound.')
          }}
        </p>
        <Why v-if="hard"
          ><p class="soft hard">{{ hard }}</p></Why
        >
      </div>
    </header>

    <p v-if="slide" class="slide caution">
      {{ slide.words }}
      <Button v-if="slide.instead" size="small" @click="takeOtherWay">Take that</Button>
    </p>

    <TwoDrawings
      v-model:from-use="fromUse"
      v-model:to-use="toUse"
      :inst="inst"
      :system="system"
      :from="from"
      :to="to"
      :from-options="fromOptions"
      :to-options="toOptions"
      :a="a"
      :b="b"
      :move="way.move"
    />
    <div class="tally">
      <span class="soft">Or by tapping:</span>
      <Button size="large" @click="tried(true)">Clean <kbd>c</kbd></Button>
      <Button @click="tried(false)">Not clean <kbd>x</kbd></Button>
      <Button :disabled="!tries" @click="keep">Keep {{ clean }} of {{ tries }}</Button>
    </div>

    <Later>
      <div class="lower">
        <div>
          <FingerThreads v-model="offsets" :system="system" :move="way.move" />
          <p class="heard" :class="{ accident: heardBetween.length }" aria-live="polite">
            <template v-if="heardBetween.length"
              >Between {{ prettyNote(from) }} and {{ prettyNote(to) }}:
              <b>{{ heardBetween.join(', then ') }}</b>.</template
            >
            <template v-else-if="way.move.press.length + way.move.lift.length > 1"
              >All together: nothing sounds between. Pull a knot to see what happens.</template
            >
            <template v-else>One finger: nothing can sound between.</template>
          </p>
        </div>
        <section>
          <p v-if="known.length" class="known">
            <Button
              v-for="m in known"
              :key="m.from + m.to"
              size="small"
              @click="change({ from: m.from, to: m.to, clean: 0, tries: 0, late: null })"
            >
              {{ prettyNote(m.from) }} to {{ prettyNote(m.to) }}, {{ m.clean }} of {{ m.tries }}
            </Button>
          </p>
          <InBetween
            :system="system"
            :likely="pitched"
            :to="to"
            :unknown="way.move.unknownStates"
            :predicted="unknown"
            @show="show"
          />
          <p v-if="doubtful.length" class="soft">In doubt: the fingering of {{ doubtful.join(' and ') }}.</p>
          <LateFingers v-if="lateFingers.length" :rows="lateFingers" :system="system" />
        </section>
      </div>
    </Later>
  </template>
</template>

<style scoped>
.head {
  display: flex;
  align-items: center;
  gap: 14px;
  margin-bottom: 6px;
}
.arrow {
  width: 26px;
  height: 2px;
  background: var(--soft);
  position: relative;
  flex: none;
}
.arrow::after {
  content: '';
  position: absolute;
  right: 0;
  top: -4px;
  border-left: 9px solid var(--soft);
  border-block: 5px solid transparent;
}
.say {
  margin-left: 10px;
}
.sentence {
  font-size: 19px;
  line-height: 1.25;
  font-weight: 650;
}
.lower {
  display: grid;
  grid-template-columns: minmax(0, 1.3fr) minmax(0, 1fr);
  gap: 26px;
  margin-top: 8px;
}
.heard {
  border-left: 4px solid var(--brass);
  padding-left: 12px;
  margin-top: 4px;
}
.heard.accident {
  border-color: var(--lacquer);
}
.tally {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  align-items: center;
}
.known {
  display: flex;
  gap: 6px;
  flex-wrap: wrap;
  margin-bottom: 6px;
}
@media (max-width: 1000px) {
  .lower {
    grid-template-columns: 1fr;
  }
  .head {
    flex-wrap: wrap;
  }
}
</style>
