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
    code: 'x',
    /** The body as it is, of whoever answers instead. */
    says: undefined as string | undefined,
  }
  vi.stubGlobal('fetch', async (address: string, init: RequestInit) => {
    await state.hold
    if (state.status === 'away') throw new TypeError('no network')
    const body = init.body ? (JSON.parse(init.body as string) as unknown) : undefined
    state.seen.push({ method: init.method!, address, body })
    const answer = state.status < 400 ? { heard: body } : { error: { code: state.code, message: 'No.' } }
    return new Response(state.says ?? JSON.stringify(answer), { status: state.status })
  })
  return state
}
const change = (n: number, more: object = {}) => ({
  method: 'POST' as const,
  address: `/api/${n}`,
  body: { n },
  about: 'page',
  shown: n,
  words: `change ${n}`,
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
  const left = await reloaded()
  await left.flush()
  for (const message of left.refused) await left.throwAway(message)
  vi.unstubAllGlobals()
})

describe('a device without room', () => {
  it('is said while something would be lost, and no longer once it is sent', async () => {
    const there = server()
    there.status = 'away'
    const outbox = await reloaded()
    const full = vi.spyOn(IDBObjectStore.prototype, 'put').mockImplementation(() => {
      throw new DOMException('No room.', 'QuotaExceededError')
    })
    await outbox.put(change(1))
    expect(outbox.unkept).toBe(1)
    full.mockRestore()
    await outbox.put(change(2))
    expect(outbox.unkept).toBe(1)
    there.status = 200
    await outbox.flush()
    await vi.waitFor(() => expect(outbox.unkept).toBe(0), { timeout: 10_000 })
    await vi.waitFor(() => expect(there.seen.map((s) => s.address)).toEqual(['/api/1', '/api/2']), {
      timeout: 10_000,
    })
  })
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
  it.each([400, 403, 404, 409, 413, 500])(
    'keeps what the server refuses (%i) until it is sent again or thrown away, and sends the others',
    async (status) => {
      const there = server()
      there.status = status
      const outbox = useOutbox()
      const told: { refused?: { status: number } }[] = []
      outbox.listen((_, outcome) => told.push(outcome as never))
      await outbox.put(change(1))
      await outbox.flush()
      expect(told).toMatchObject([{ refused: { status, message: 'No.' } }])
      there.status = 200
      await outbox.put(change(2))
      await outbox.flush()
      expect([outbox.waiting, outbox.about('page')]).toEqual([[], []])
      const again = await reloaded()
      await again.flush()
      expect(again.refused).toMatchObject([{ words: 'change 1', refused: 'No.' }])
      there.seen.length = 0
      await again.again(again.refused[0]!, { n: 'better' })
      expect(there.seen).toMatchObject([{ address: '/api/1', body: { n: 'better' } }])
      expect([again.refused, (await reloaded()).refused]).toEqual([[], []])
      there.status = status
      await again.put(change(3))
      await again.flush()
      await again.throwAway(again.refused[0]!)
      expect([again.refused, (await reloaded()).refused]).toEqual([[], []])
    },
  )
  it('leaves what was changed meanwhile to its page, which offers both', async () => {
    const there = server()
    there.status = 409
    there.code = 'changed-meanwhile'
    const outbox = useOutbox()
    await outbox.put(change(1))
    await outbox.flush()
    expect([outbox.waiting, outbox.refused]).toEqual([[], []])
  })
  it.each([
    [200, '<html>Sign in to this network</html>'],
    [200, '"ok"'],
    [200, ''],
    [403, '<html>Blocked</html>'],
    [404, 'Not found'],
    [500, '<html>Proxy error</html>'],
    [408, '{"error":{"code":"x","message":"Too slow."}}'],
  ])('keeps waiting when something else answers than the studio: %i %s', async (status, text) => {
    const there = server()
    there.status = status
    there.says = text
    const outbox = useOutbox()
    const told: unknown[] = []
    outbox.listen((_, outcome) => told.push(outcome))
    await outbox.put(change(1))
    await outbox.put(change(2, { method: 'DELETE' }))
    await outbox.flush()
    expect(outbox.late).toBe(2)
    expect([told, outbox.refused]).toEqual([[], []])
    there.says = undefined
    there.status = 200
    await outbox.flush()
    expect(told).toHaveLength(2)
  })
  it('sends what somebody noted in their own name alone', async () => {
    const there = server()
    there.status = 'away'
    const outbox = useOutbox()
    outbox.isFor('teacher')
    await outbox.put(change(1))
    await outbox.flush()
    there.status = 200
    outbox.isFor('helper')
    await outbox.put(change(2))
    await outbox.flush()
    expect(there.seen.map((s) => s.address)).toEqual(['/api/2'])
    expect([outbox.about('page'), outbox.ofOthers]).toEqual([[], 1])
    // Nobody: neither sent nor shown.
    outbox.isFor(null)
    await outbox.flush()
    expect(outbox.ofOthers).toBe(1)
    const again = await reloaded()
    again.isFor('teacher')
    await again.flush()
    expect(there.seen.map((s) => s.address)).toEqual(['/api/2', '/api/1'])
    again.isFor(null)
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
