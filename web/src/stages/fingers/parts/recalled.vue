<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { computed } from 'vue'
import { useEventListener } from '@vueuse/core'
import { drillFor, tally } from '@halitus/core/crossings'
import { prettyNote } from '@halitus/core/pitch'
import { DRILLS, RECALL_S } from '@halitus/core/recall'
import { isTyping, pressesButton } from '@/base/keys.ts'
import Choice from '@/parts/Choice.vue'
import { Fingers } from '@/drawings/index.ts'
import Staff from '@/parts/Staff.vue'
import Why from '@/parts/Why.vue'
import TakeHead from '../../TakeHead.vue'
import { useAsking } from '../asking.ts'
import CrossingRow from '../CrossingRow.vue'

/** Notes and moves asked for when they are due: by name, on the staff, under the fingers, by ear. */
const PICKS = ['a', 's', 'f', 'g'] as const
const DRILL_OPTIONS = DRILLS.map((d) => ({ value: d.id, label: d.words }))
const {
  listening,
  tools,
  inst,
  system,
  drill,
  what,
  moves,
  dueNotes,
  dueMoves,
  written,
  right,
  held,
  result,
  ask,
  names,
  staff,
  check,
  pick,
  tap,
  drawnFingers,
  isTapped,
  moveAbout,
  pair,
  crossings,
  moveOptions,
  take,
  deck,
} = useAsking()
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
        <CrossingRow :crossings="crossings" :system="system" :family="inst.family" />
      </section>
      <div v-if="pair" class="pictures">
        <div v-for="n in [pair.from, pair.to]" :key="n.written">
          <b>{{ prettyNote(n.written) }}</b>
          <Fingers
            :system="system"
            :family="inst.family"
            :held="n.touches"
            :label="`${inst.name}: ${n.written}`"
          />
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
          asks
        />
      </div>
      <Fingers
        v-if="isTapped"
        :system="system"
        :family="inst.family"
        :held="drawnFingers"
        :label="`${inst.name}: fingers to be tapped`"
        :taps="!result"
        class="drawing"
        @tap="tap"
      />
      <Fingers
        v-else
        :system="system"
        :family="inst.family"
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
    <Why>
      <p class="soft">
        Right within {{ RECALL_S.easy }} s sits, after {{ RECALL_S.hard }} s it was sought. When something
        comes again is worked out by FSRS, a published schedule: nine of ten should still be known then. Of
        several answers on one day the worst counts.
      </p>
    </Why>
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
  max-width: 1000px;
}
.verdict {
  font-size: var(--said);
  font-weight: 680;
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
