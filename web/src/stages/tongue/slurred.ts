import { computed, ref, type Ref } from 'vue'
import { parseNote } from '@halitus/core/pitch'
import { ofLearner } from '@halitus/core/records'
import { toneOf, type Tone } from '@halitus/core/tongue'
import { useLesson } from '@/lesson/index.ts'
import { slurredFrom } from './heard.ts'

/**
 * The learner's own slurred tone on a note: just played for it, else the newest long tone. Slurred first, tongued second:
 * the untongued sound is the best one there is, and the measure for the other.
 */
export function useSlurred(written: Ref<string>) {
  const lesson = useLesson()
  /** The next take is the slurred tone. */
  const wanted = ref(false)
  const played = ref<{ written: string; tone: Tone }>()
  const tone = computed(() => {
    if (played.value && parseNote(played.value.written).midi === parseNote(written.value).midi)
      return played.value.tone
    return slurredFrom(
      ofLearner(lesson.ofKind(lesson.entries, 'long-tone')).map((e) => e.data),
      written.value,
    )
  })
  const from = computed(() =>
    !tone.value ? 'no slurred tone yet' : played.value ? 'slurred tone just heard' : 'newest long tone',
  )
  function take(notes: Parameters<typeof toneOf>[0]) {
    const longest = [...notes].sort((a, b) => b.endS - b.startS - (a.endS - a.startS))[0]
    if (!longest || longest.endS - longest.startS < 1)
      return 'A slurred tone of a second at least: hold one note.'
    played.value = { written: longest.written, tone: toneOf([longest]) }
    wanted.value = false
    return undefined
  }
  return { wanted, tone, from, take }
}
