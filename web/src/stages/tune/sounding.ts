import { ref, type Ref } from 'vue'
import { useEventListener, useIntervalFn } from '@vueuse/core'
import type { SheetAnswer } from '@halitus/core/contract'
import { api } from '@/api/index.ts'
import { isTyping } from '@/base/keys.ts'
import { useLesson } from '@/lesson/index.ts'
import { useListening } from '@/listening/index.ts'
import { useTones } from '@/parts/tones.ts'
import { roughNotes, spansOf, type Range } from './playing.ts'
import { useSheets } from './sheets.ts'

/** A beat is counted in for each quarter of a bar, four at most. */
const COUNT_IN = 4

/** Some bars to hear, once or again and again: `l` plays them and stops them, never while something is listened to. */
export function useCopying(
  sheet: Readonly<Ref<SheetAnswer | undefined>>,
  range: Readonly<Ref<Range>>,
  bpm: Readonly<Ref<number>>,
) {
  const lesson = useLesson()
  const listening = useListening()
  const { sounding, play, stop } = useTones()
  const looped = ref(false)
  async function hear() {
    if (sounding.value) return stop()
    const now = sheet.value
    if (!now || listening.busy) return
    const clicks = Math.min(COUNT_IN, Math.max(1, Math.round(now.bars[range.value.from]!.quarters)))
    do {
      const { spans, clicks: at } = spansOf(now, range.value, bpm.value, lesson.a4Hz, clicks)
      if (!(await play(spans, at))) return
    } while (looped.value)
  }
  useEventListener('keydown', (event: KeyboardEvent) => {
    if (event.key === 'l' && !isTyping(event) && !event.repeat) void hear()
  })
  return { hear, looped, sounding, stop }
}

/** How often it is looked where the player is, ms. */
const FOLLOW_MS = 1200

/** Which bar is being played, by what was heard so far; undefined while nothing is. */
export function useFollowing(bpm: Readonly<Ref<number>>) {
  const lesson = useLesson()
  const listening = useListening()
  const sheets = useSheets()
  const at = ref<number>()
  useIntervalFn(async () => {
    const [tune, how] = [sheets.tune, sheets.how]
    if (listening.state !== 'listening' || !tune || !how) return void (at.value = undefined)
    const notes = roughNotes(listening.frames, lesson.a4Hz)
    if (notes.length < 2) return
    const { instrument, as, octave } = how
    const found = await api
      .tuneJudge(tune.id, how.part, { notes, tempo: bpm.value, instrument, as, octave })
      .catch(() => undefined)
    const newest = found?.notes.filter((n) => n.played !== undefined).sort((a, b) => b.played! - a.played!)[0]
    if (listening.state === 'listening') at.value = newest?.measure
  }, FOLLOW_MS)
  return at
}
