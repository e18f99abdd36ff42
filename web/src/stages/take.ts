import { computed, ref } from 'vue'
import type { Provenance, Stage } from '@halitus/core/contract'
import type { EntryData, EntryKind } from '@halitus/core/records'
import { useLesson } from '@/lesson/index.ts'
import { useListening } from '@/listening/index.ts'

/** A take of tones begins with what is louder than this, dB below full scale (chosen by Halitus). */
export const LOUD_DB = -50

/** What was heard last, with the entry that it became. */
export interface Heard<K extends EntryKind> {
  id?: string
  data: EntryData[K]
  provenance: string
}

/**
 * Which take of a kind is shown: the one just heard, or after coming back the last of this lesson; none while something is
 * heard, or when a take failed.
 * @param belongs which of the lesson's entries are meant
 */
export function useShownTake<K extends EntryKind>(
  stage: Stage,
  kind: K,
  belongs: (data: EntryData[K]) => boolean = () => true,
) {
  const lesson = useLesson()
  const listening = useListening()
  const heard = ref<Heard<K>>()
  const shown = computed((): Heard<K> | undefined => {
    if (listening.busy) return undefined
    if (heard.value) return heard.value as Heard<K>
    const own = lesson.ofKind(lesson.own, kind).findLast((e) => belongs(e.data as EntryData[K]))
    return own && !listening.problem ? (own as unknown as Heard<K>) : undefined
  })
  /** Shows a take and keeps it. */
  async function keep(data: EntryData[K], provenance: Provenance) {
    const now = { data, provenance }
    heard.value = now as never
    const shownNow = heard.value
    const saved = await lesson.add(stage, kind, data, provenance)
    // Who has begun the next one meanwhile isn't shown the last one again.
    if (saved && heard.value === shownNow) heard.value = { ...now, id: saved.id } as never
  }
  const begin = () => (heard.value = undefined)
  function forget() {
    begin()
    listening.clear()
  }
  return { shown, keep, begin, forget }
}
