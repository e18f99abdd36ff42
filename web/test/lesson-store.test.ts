import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import type { EntryInput, EntryRecord, LessonAnswer } from '@halitus/core/contract'
import { useLesson } from '@/lesson/index.ts'
import { useOutbox } from '@/api/index.ts'
import { useNotices } from '@/base/notices.ts'

/** A server of one lesson, held in memory, that can be told to fail. */
function pretendServer() {
  const entries: EntryRecord[] = []
  let seq = 0
  const state = { down: false, refuse: undefined as { status: number; message: string } | undefined }
  const base = {
    lesson: {
      id: 'l1',
      learnerId: 'p1',
      instrument: 'clarinet',
      startsAt: '2026-03-20T18:00:00',
      minutes: 30,
      finishedAt: null,
    },
    learner: { id: 'p1', name: 'P', schools: { attitude: 'observe' } },
    plans: [{ stage: 'tune', text: 'bars 1 to 4', version: 3 }],
    concerns: [],
    aims: [],
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
    if (path === '/api/studio') return answer({ name: 'S', place: '', a4Hz: 442, schools: {} })
    if (method === 'POST') {
      const entry = {
        ...(body as EntryInput),
        lessonId: 'l1',
        learnerId: 'p1',
        instrument: 'clarinet',
        seq: ++seq,
        at: '2026-03-20T18:01:00',
      } as EntryRecord
      entries.push(entry)
      return answer(entry, 201)
    }
    if (method === 'PUT') return answer({ stage: 'tune', ...(body as object), version: 4 })
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

const aTone = (written: string, lengthS: number) => ({
  written,
  targetS: 4,
  lengthS,
  cents: 0,
  steadinessCents: 5,
  driftCents: 0,
  sagCents: 0,
  rangeDb: 1,
  hnrDb: 20,
  wobbleCents: null,
  wobbleHz: null,
  centsCurve: [],
  dbCurve: [],
})

describe('the open lesson', () => {
  it('puts an entry where it belongs by one request, and its aim moves at once', async () => {
    const server = pretendServer()
    const lesson = useLesson()
    await lesson.open('l1')
    const before = server.seen.length
    await lesson.add('sound', 'long-tone', aTone('E4', 6.4), 'microphone')
    await useOutbox().flush()
    expect(server.seen.slice(before).map((s) => `${s.method} ${s.path}`)).toEqual([
      'POST /api/lessons/l1/entries',
    ])
    expect(lesson.said('sound')).toBe('6 s')
    expect(lesson.aim('long-tone', 'E4')?.value).toBe(7)
    expect(lesson.aim('long-tone', 'G4')?.value).toBe(4)
    expect(lesson.noted[0]).toMatchObject({ words: 'E4 6.4 s, 5 cents steady, 0', simulated: false })
    await lesson.setAim('sound', 'long-tone', 'E4', 12)
    expect(lesson.aim('long-tone', 'E4')).toMatchObject({ value: 12, why: 'Set by the teacher.' })
  })
  it('shows simulated entries as such and lets nothing move by them', async () => {
    pretendServer()
    const lesson = useLesson()
    await lesson.open('l1')
    await lesson.add('sound', 'long-tone', aTone('E4', 30), 'simulated')
    expect(lesson.noted[0]?.simulated).toBe(true)
    expect(lesson.said('sound')).toBe('tried')
    expect(lesson.done).toEqual([])
    expect(lesson.aims.map((a) => `${a.about} ${a.value}`)).toEqual(['G4 4'])
  })
  it('teaches as the learner’s schools say, then the studio’s', async () => {
    pretendServer()
    const lesson = useLesson()
    await lesson.open('l1')
    expect(lesson.observes).toBe(true)
    lesson.answer!.learner.schools = { 'clarinet-first-notes': 'e-first' }
    expect(lesson.observes).toBe(false)
    expect(lesson.inst?.teaching.firstNotes[0]).toBe('E4')
  })
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
    await useOutbox().flush()
    expect(server.entries.map((e) => e.id)).toEqual([entry!.id])
    expect(lesson.own).toHaveLength(1)
  })
  it('says what the server refused and keeps what it has', async () => {
    const server = pretendServer()
    const lesson = useLesson()
    await lesson.open('l1')
    await lesson.add('tune', 'note', { text: 'first' })
    server.state.refuse = { status: 409, message: 'Changed elsewhere.' }
    await lesson.add('tune', 'note', { text: 'second' })
    await useOutbox().flush()
    expect(useNotices().list.at(-1)?.text).toBe('Not taken: “second”. Changed elsewhere.')
    expect(lesson.own).toHaveLength(1)
  })
  it('refuses what can’t be before it is sent', async () => {
    const server = pretendServer()
    const lesson = useLesson()
    await lesson.open('l1')
    const before = server.seen.length
    expect(await lesson.add('sound', 'long-tone', aTone('C2', 5))).toBeUndefined()
    expect(useNotices().list.at(-1)?.text).toContain('C2 is outside the clarinet')
    expect(server.seen).toHaveLength(before)
    expect(lesson.own).toEqual([])
  })
  it('keeps what is noted while the server is away, shows that it waits, and sends it in order', async () => {
    const server = pretendServer()
    const lesson = useLesson()
    const outbox = useOutbox()
    await lesson.open('l1')
    server.state.down = true
    await lesson.add('sound', 'long-tone', aTone('E4', 6.4), 'microphone')
    const note = await lesson.add('tune', 'note', { text: 'slower' })
    await outbox.flush()
    expect(lesson.own).toHaveLength(2)
    expect(lesson.aim('long-tone', 'E4')?.value).toBe(7)
    expect(lesson.noted.map((n) => n.waits)).toEqual([true, true])
    expect(outbox.late).toBe(2)
    expect(server.entries).toEqual([])
    await lesson.takeBack(note!.id)
    expect(lesson.own).toHaveLength(1)
    server.state.down = false
    await outbox.flush()
    expect(server.entries.map((e) => e.kind)).toEqual(['long-tone'])
    expect(lesson.own).toHaveLength(1)
    expect(lesson.noted.map((n) => n.waits)).toEqual([false])
    expect(outbox.late).toBe(0)
  })
  it('composes no card while something waits', async () => {
    const server = pretendServer()
    const lesson = useLesson()
    await lesson.open('l1')
    server.state.down = true
    await lesson.add('tune', 'note', { text: 'slower' })
    await lesson.composeCard()
    expect(useNotices().list.at(-1)?.text).toContain('the card can be composed when it does')
    expect(lesson.answer?.card).toBeNull()
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
    await lesson.writePlan('tune', 'bars 5 to 8', 3)
    await useOutbox().flush()
    expect(lesson.plan('tune')).toMatchObject({ text: 'bars 5 to 8', version: 4 })
    expect(server.seen.find((s) => s.method === 'PUT')).toMatchObject({
      path: '/api/learners/p1/plans/tune',
      body: { text: 'bars 5 to 8', version: 3 },
    })
  })
})
