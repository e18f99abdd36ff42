import { reactive, watch, type Ref } from 'vue'
import { api } from '@/api/index.ts'

/** A long tone of an earlier lesson, whose curve the history came without. */
interface Earlier {
  id: string
  lessonId: string
  data: { centsCurve?: readonly (number | null)[] }
}
type Curve = readonly (number | null)[]

/** So many lessons are asked for at most, the newest first: more tones than that aren’t drawn. */
const MOST_LESSONS = 4
const CURVES = reactive(new Map<string, Curve>())
const asked = new Set<string>()

/**
 * Curves of earlier tones, cents evenly in time: a history is sent without them, so the lessons in which they were played are
 * asked, once each and without haste. Where nobody answers a tone stays without its curve.
 * @param earlier newest first
 */
export function useCurves(earlier: Ref<readonly Earlier[]>): (tone: Earlier) => Curve {
  watch(
    earlier,
    async (tones) => {
      const lessons = new Set(
        tones.filter((t) => !t.data.centsCurve?.length && !CURVES.has(t.id)).map((t) => t.lessonId),
      )
      for (const id of [...lessons].slice(0, MOST_LESSONS)) {
        if (asked.has(id)) continue
        asked.add(id)
        const answer = await api.lesson(id).catch(() => void asked.delete(id))
        for (const e of answer?.entries ?? [])
          if (e.kind === 'long-tone' && e.data.centsCurve.length) CURVES.set(e.id, e.data.centsCurve)
      }
    },
    { immediate: true },
  )
  return (tone) => (tone.data.centsCurve?.length ? tone.data.centsCurve : (CURVES.get(tone.id) ?? []))
}
