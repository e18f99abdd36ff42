import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import type { EntryInput, EntryRecord, LessonAnswer } from '@halitus/core/contract'
import { useLesson } from '@/lesson/index.ts'
import { useNotices } from '@/shell/notices.ts'

/** A server of one lesson, held in memory, that can be told to fail. */
function pretendServer() {
  const entries: EntryRecord[] = []
  const state = { down: false, refuse: undefined as { status: number; message: string } | undefined }
  const base = {
    lesson: {
      id: 'l1',
      learnerId: 'p1',
      instrument: 'clarinet',
      startsAt: '2026-03-20T18:00',
      minutes: 30,
      finishedAt: null,
    },
    learner: { id: 'p1', name: 'P' },
    plans: [{ stage: 'tune', text: 'bars 1 to 4', version: 3 }],
    concerns: [],
    target: { targetS: 15, why: '' },
    card: null,
    lastCard: null,
  }
  const seen: { method: string; path: string; body: unknown }[] = []
  vi.stubGlobal('fetch', async (path: string, init: RequestInit = {}) => {
    if (state.down) throw new TypeError('no network')
    const method = init.method ?? 'GET'
    const body = init.body ? (JSON.parse(init.body as string) as unknown) : undefined
    seen.push({ method, path, body })
    const answer = (data: unknown, status = 200) => new Response(JSON.stringify(data), { status })
    if (state.refuse && method !== 'GET')
      return answer({ error: { code: 'x', message: state.refuse.message } }, state.refuse.status)
    if (path === '/api/studio') return answer({ name: 'S', place: '', a4Hz: 442 })
    if (method === 'POST') {
      const entry = {
        ...(body as EntryInput),
        lessonId: 'l1',
        learnerId: 'p1',
        instrument: 'clarinet',
        at: '2026-03-20T18:01',
      } as EntryRecord
      entries.push(entry)
      return answer(entry, 201)
    }
    if (method === 'DELETE')
      return answer(
        entries.splice(
          entries.findIndex((e) => path.endsWith(e.id)),
          1,
        )[0],
      )
    return answer({ ...base, entries } as unknown as LessonAnswer)
  })
  return { state, seen, entries }
}

beforeEach(() => setActivePinia(createPinia()))
afterEach(() => vi.unstubAllGlobals())

describe('the open lesson', () => {
  it('knows its instrument, reference pitch and what was done', async () => {
    pretendServer()
    const lesson = useLesson()
    await lesson.open('l1')
    expect(lesson.inst?.id).toBe('clarinet')
    expect(lesson.a4Hz).toBe(442)
    expect(lesson.done).toEqual([])
    await lesson.add('tongue', 'note', { text: 'light' })
    await lesson.add('breath', 'note', { text: 'quiet' })
    expect(lesson.done).toEqual(['breath', 'tongue'])
    expect(lesson.plan('tune')).toMatchObject({ text: 'bars 1 to 4', version: 3 })
    expect(lesson.plan('breath')).toMatchObject({ text: '', version: 0 })
  })
  it('takes back and brings back the very same entry', async () => {
    const server = pretendServer()
    const lesson = useLesson()
    await lesson.open('l1')
    const entry = await lesson.add('tune', 'note', { text: 'slower' })
    await lesson.takeBack(entry!.id)
    expect(lesson.own).toEqual([])
    await useNotices().list.at(-1)!.undo!()
    expect(server.entries.map((e) => e.id)).toEqual([entry!.id])
    expect(lesson.own).toHaveLength(1)
  })
  it('says what the server refused and keeps what it has', async () => {
    const server = pretendServer()
    const lesson = useLesson()
    await lesson.open('l1')
    await lesson.add('tune', 'note', { text: 'first' })
    server.state.refuse = { status: 409, message: 'Changed elsewhere.' }
    expect(await lesson.add('tune', 'note', { text: 'second' })).toBeUndefined()
    expect(useNotices().list.at(-1)?.text).toBe('Changed elsewhere.')
    expect(lesson.own).toHaveLength(1)
  })
  it('says plainly that the server doesn’t answer', async () => {
    const server = pretendServer()
    server.state.down = true
    const lesson = useLesson()
    await lesson.open('l1')
    expect(lesson.failed).toContain('doesn’t answer')
    expect(lesson.answer).toBeUndefined()
  })
  it('sends the version of the plan that was seen', async () => {
    const server = pretendServer()
    const lesson = useLesson()
    await lesson.open('l1')
    await lesson.writePlan('tune', 'bars 5 to 8')
    expect(server.seen.find((s) => s.method === 'PUT')).toMatchObject({
      path: '/api/learners/p1/plans/tune',
      body: { text: 'bars 5 to 8', version: 3 },
    })
  })
})
