import { computed, ref, watch } from 'vue'
import { drillFor, onPulse, type Crossing } from '@halitus/core/crossings'
import { prettyNote } from '@halitus/core/pitch'
import type { PhraseNote } from '@halitus/core/player'
import { moveHeard } from '@halitus/core/records'
import { firstOf, forSeconds, untilQuiet } from '@halitus/core/sound'
import { useLesson, useTools } from '@/lesson/index.ts'
import { type Take } from '@/listening/index.ts'
import { LOUD_DB, useShownTake } from '../take.ts'
import type { TwoNotes } from './two-notes.ts'

/** How many changes the stand-in plays. */
const CHANGES = 8

/** Two notes back and forth by ear: what each change was, and the finger that comes late most often. */
export function useHeardChanges({ inst, system, from, to, a, b, pitched }: TwoNotes) {
  const lesson = useLesson()
  const tools = useTools()
  const crossings = ref<Crossing[]>([])
  const {
    shown,
    keep: keepHeard,
    begin,
    forget,
  } = useShownTake('fingers', 'move', (d) => d.from === from.value && d.to === to.value)
  watch([from, to], () => gone())
  function gone() {
    crossings.value = []
    forget()
  }
  /** A stand-in to try with: there and back, the likeliest finger late at every third change. */
  function asPlayed(): PhraseNote[] {
    const late = pitched.value[0]?.sounds
    return Array.from({ length: CHANGES + 1 }, (_, n) => ({
      written: n % 2 ? to.value : from.value,
      lengthS: 0.6,
      begins: n ? ('slur' as const) : ('breath' as const),
      ...(n % 6 === 3 && late && { between: { written: late, lengthMs: 80 } }),
    }))
  }
  const take = (): Take | undefined => {
    const [here, there] = [a.value, b.value]
    if (!inst.value || !here || !there || here.written === there.written) return undefined
    return {
      instrument: inst.value.id,
      written: from.value,
      performance: { notes: asPlayed, lengthS: Math.ceil(0.6 * (CHANGES + 1)) },
      ear: {
        transposition: inst.value.transposition,
        a4Hz: lesson.a4Hz,
        move: {
          instrument: inst.value.id,
          from: { touches: here.touches, written: from.value },
          to: { touches: there.touches, written: to.value },
        },
      },
      rule: () => firstOf(untilQuiet(LOUD_DB, 1.5), forSeconds(60)),
      async judge(m, provenance) {
        const heard = m.crossings ?? []
        // Who plays to the pulse is held against it.
        crossings.value = tools.pulsing ? onPulse(heard, 60 / tools.bpm) : heard
        if (!crossings.value.length)
          return `No change between ${prettyNote(from.value)} and ${prettyNote(to.value)} was heard. Both notes, back and forth, a little longer each.`
        await keepHeard(moveHeard(from.value, to.value, crossings.value), provenance)
        return undefined
      },
    }
  }
  const drill = computed(() =>
    system.value ? drillFor(system.value, crossings.value, from.value, to.value) : '',
  )
  function starts() {
    begin()
    crossings.value = []
  }
  return { shown, crossings, take, drill, starts, gone }
}
