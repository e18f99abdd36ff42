import 'fake-indexeddb/auto'
import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { useOutbox } from '@/api/index.ts'

interface Seen {
  method: string
  address: string
  body: unknown
}
/** A server that answers, refuses, or isn't there. */
function server() {
  const state = {
    status: 200 as number | 'away',
    seen: [] as Seen[],
    hold: undefined as Promise<void> | undefined,
  }
  vi.stubGlobal('fetch', async (address: string, init: RequestInit) => {
    await state.hold
    if (state.status === 'away') throw new TypeError('no network')
    const body = init.body ? (JSON.parse(init.body as string) as unknown) : undefined
    state.seen.push({ method: init.method!, address, body })
    const answer = state.status < 400 ? { heard: body } : { error: { code: 'x', message: 'No.' } }
    return new Response(JSON.stringify(answer), { status: state.status })
  })
  return state
}
const change = (n: number, more: object = {}) => ({
  method: 'POST' as const,
  address: `/api/${n}`,
  body: { n },
  about: 'page',
  shown: n,
  ...more,
})
/** As after a reload: another page over the same store of the browser. */
async function reloaded() {
  setActivePinia(createPinia())
  const outbox = useOutbox()
  await outbox.ready
  return outbox
}

beforeEach(() => setActivePinia(createPinia()))
afterEach(async () => {
  const state = server()
  state.status = 200
  await (await reloaded()).flush()
  vi.unstubAllGlobals()
})

describe('the outbox', () => {
  it('sends in order and tells what was answered', async () => {
    const there = server()
    const outbox = useOutbox()
    const told: unknown[] = []
    outbox.listen((m, outcome) => told.push([m.shown, outcome]))
    await outbox.put(change(1))
    await outbox.put(change(2))
    await outbox.flush()
    expect(there.seen.map((s) => s.address)).toEqual(['/api/1', '/api/2'])
    expect(told).toEqual([
      [1, { answer: { heard: { n: 1 } } }],
      [2, { answer: { heard: { n: 2 } } }],
    ])
    expect(outbox.waiting).toEqual([])
  })
  it.each(['away', 429, 502, 503, 504] as const)(
    'keeps what can’t be sent (%s), also over a reload',
    async (status) => {
      const there = server()
      there.status = status
      const outbox = useOutbox()
      await outbox.put(change(1))
      await outbox.put(change(2, { about: 'other' }))
      await outbox.flush()
      expect(outbox.late).toBe(2)
      expect(outbox.about('page').map((m) => m.shown)).toEqual([1])
      const again = await reloaded()
      await again.flush()
      expect(again.waiting.map((m) => m.shown)).toEqual([1, 2])
      there.status = 200
      there.seen.length = 0
      await again.flush()
      expect(there.seen.map((s) => s.body)).toEqual([{ n: 1 }, { n: 2 }])
      expect(again.late).toBe(0)
      expect((await reloaded()).waiting).toEqual([])
    },
  )
  it.each([400, 404, 409, 500])('gives up what the server refuses (%i), and says so', async (status) => {
    const there = server()
    there.status = status
    const outbox = useOutbox()
    const told: { refused?: { status: number } }[] = []
    outbox.listen((_, outcome) => told.push(outcome as never))
    await outbox.put(change(1))
    await outbox.flush()
    expect(told).toMatchObject([{ refused: { status, message: 'No.' } }])
    expect(outbox.waiting).toEqual([])
    expect((await reloaded()).waiting).toEqual([])
  })
  it('takes what is gone already for taken away', async () => {
    const there = server()
    there.status = 404
    const outbox = useOutbox()
    const told: unknown[] = []
    outbox.listen((_, outcome) => told.push(outcome))
    await outbox.put(change(1, { method: 'DELETE' }))
    await outbox.flush()
    expect(told).toEqual([{ answer: undefined }])
  })
  it('sends nothing twice because a page failed over the answer', async () => {
    const there = server()
    const outbox = useOutbox()
    outbox.listen(() => {
      throw new Error('a page’s own fault')
    })
    await outbox.put(change(1))
    await outbox.flush()
    expect(outbox.waiting).toEqual([])
    expect(there.seen).toHaveLength(1)
  })
  it('isn’t late while something is merely under way', async () => {
    const there = server()
    let go = () => {}
    there.hold = new Promise((resolve) => (go = resolve))
    const outbox = useOutbox()
    await outbox.put(change(1))
    expect(outbox.waiting).toHaveLength(1)
    expect(outbox.late).toBe(0)
    go()
    await outbox.flush()
    expect(outbox.waiting).toEqual([])
  })
  it('lets a later change of the same thing take the place of one that waits', async () => {
    const there = server()
    there.status = 'away'
    const outbox = useOutbox()
    await outbox.put(change(0))
    for (const n of [1, 2, 3]) await outbox.put(change(n, { replaces: 'box' }))
    await outbox.flush()
    expect(outbox.waiting.map((m) => m.shown)).toEqual([0, 3])
  })
})
