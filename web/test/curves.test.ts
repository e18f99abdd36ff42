import { flushPromises } from '@vue/test-utils'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { ref } from 'vue'

const lesson = vi.fn()
vi.mock('@/api/index.ts', () => ({ api: { lesson: (id: string) => lesson(id) as unknown } }))
const { useCurves } = await import('@/stages/sound/curves.ts')

let made = 0
/** A tone of a lesson that no other test asks for; its curve is known on the server. */
const tone = (lessonId: string, centsCurve: number[] = []) => ({
  id: `t${++made}`,
  lessonId,
  data: { centsCurve },
})
type Tone = ReturnType<typeof tone>
const answers = (...tones: Tone[]) =>
  lesson.mockImplementation((id: string) =>
    Promise.resolve({
      entries: tones
        .filter((t) => t.lessonId === id)
        .map(({ id, lessonId }) => ({ id, lessonId, kind: 'long-tone', data: { centsCurve: [1, -2, 3] } })),
    }),
  )
beforeEach(() => lesson.mockReset())

describe('curves of earlier tones', () => {
  it('are fetched with their lesson, once for all of its tones', async () => {
    const [a, b] = [tone('l1'), tone('l1')]
    answers(a, b)
    const curveOf = useCurves(ref([a, b]))
    expect(curveOf(a)).toEqual([])
    await flushPromises()
    expect([curveOf(a), curveOf(b)]).toEqual([
      [1, -2, 3],
      [1, -2, 3],
    ])
    useCurves(ref([a, b]))
    await flushPromises()
    expect(lesson).toHaveBeenCalledTimes(1)
  })
  it('that are here already aren’t asked for', async () => {
    const here = tone('l2', [5])
    const curveOf = useCurves(ref([here]))
    await flushPromises()
    expect(curveOf(here)).toEqual([5])
    expect(lesson).not.toHaveBeenCalled()
  })
  it('come from four lessons at most, the newest', async () => {
    const tones = ['m1', 'm2', 'm3', 'm4', 'm5'].map((id) => tone(id))
    answers(...tones)
    const curveOf = useCurves(ref(tones))
    await flushPromises()
    expect(lesson.mock.calls.flat()).toEqual(['m1', 'm2', 'm3', 'm4'])
    expect(curveOf(tones[4]!)).toEqual([])
  })
  it('stay away while nobody answers, and come when somebody does', async () => {
    const a = tone('n1')
    lesson.mockRejectedValueOnce(new Error('away'))
    const tones = ref([a])
    const curveOf = useCurves(tones)
    await flushPromises()
    expect(curveOf(a)).toEqual([])
    answers(a)
    tones.value = [a, tone('n1')]
    await flushPromises()
    expect(curveOf(a)).toEqual([1, -2, 3])
  })
})
