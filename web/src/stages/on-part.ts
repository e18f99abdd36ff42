import { computed, ref } from 'vue'
import type { Instrument } from '@halitus/core/instruments'
import { partDetune } from '@halitus/core/records'
import { useLesson } from '@/lesson/index.ts'

/** A part sounds no written note: rhythms stand on the middle line. */
const MIDDLE = { treble: 'B4', bass: 'D3' } as const

/**
 * On the whole instrument or on a small part alone, as first lessons have it. Proposed is what Set-up says.
 * @param offered whether a part can be chosen on this instrument
 */
export function useOnPart(offered: (inst: Instrument) => boolean = () => true) {
  const lesson = useLesson()
  const parts = computed(() => (lesson.inst && offered(lesson.inst) ? lesson.inst.teaching.smallParts : []))
  const proposed = lesson.sequence === 'first' ? lesson.gate?.part?.id : undefined
  const on = ref(parts.value.some((p) => p.id === proposed) ? proposed! : '')
  const part = computed(() => parts.value.find((p) => p.id === on.value))
  const options = computed(() => [
    { value: '', label: 'on the whole instrument' },
    ...parts.value.map((p) => ({ value: p.id, label: `on the ${p.part}` })),
  ])
  /** What the ear is told, and how far the simulated player is moved to the part's mark. */
  const ear = computed(() => ({
    transposition: part.value ? 0 : (lesson.inst?.transposition ?? 0),
    a4Hz: lesson.a4Hz,
  }))
  const detuneCents = computed(() => (lesson.inst ? partDetune(lesson.inst, part.value) : 0))
  const line = computed(() => MIDDLE[lesson.inst?.clef ?? 'treble'])
  return { on, options, part, ear, detuneCents, line }
}
