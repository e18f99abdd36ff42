import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { OverviewAnswer } from '@halitus/core/contract'
import { startStudio, type StudioAtWork } from './studio-at-work.ts'

describe('between lessons', () => {
  let studio: StudioAtWork
  beforeAll(async () => {
    studio = await startStudio({ demo: true })
  })
  afterAll(() => studio.stop())
  const look = async () => (await studio.call('GET', '/api/overview')).data as OverviewAnswer

  it('everybody who comes within seven days is there once a lesson, as the day says it', async () => {
    const { needs, from } = await look()
    const today = (await studio.call('GET', '/api/today')).data
    expect(from).toBe(today.date)
    const ofToday = needs.filter((n) => n.startsAt.startsWith(from))
    expect(new Set(ofToday.map((n) => n.sentence))).toEqual(
      new Set(today.lessons.map((l: { concern: { sentence: string } }) => l.concern.sentence)),
    )
    expect(new Set(needs.map((n) => n.lessonId)).size).toBe(needs.length)
    const cancelled = needs[0]!.lessonId
    await studio.call('PATCH', `/api/lessons/${cancelled}`, { cancelled: true })
    expect((await look()).needs.map((n) => n.lessonId)).not.toContain(cancelled)
    await studio.call('PATCH', `/api/lessons/${cancelled}`, { cancelled: false })
  })
  it('the day tells what was done at home, item by item, of the card before', async () => {
    const { lessons } = (await studio.call('GET', '/api/today')).data
    const due = lessons.find((l: { home: object[] }) => l.home.length)
    const { lastCard } = (await studio.call('GET', `/api/lessons/${due.lesson.id}`)).data
    expect(due.home.map((h: { title: string }) => h.title)).toEqual(
      lastCard.rows.map((r: { title: string }) => r.title),
    )
    const [row] = lastCard.rows
    const session = 1 + lastCard.sessions - 1
    await studio.call('PUT', `/api/cards/${lastCard.id}/ticks/${row.id}/${session}`, {})
    const again = (await studio.call('GET', '/api/today')).data.lessons.find(
      (l: { lesson: { id: string } }) => l.lesson.id === due.lesson.id,
    )
    const ticked = new Set(
      [...lastCard.ticks, { rowId: row.id, session }]
        .filter((t: { rowId: string }) => t.rowId === row.id)
        .map((t: { session: number }) => t.session),
    )
    expect(again.home[0]).toMatchObject({ done: ticked.size, of: lastCard.sessions })
  })
  it('advice that is noted in a lesson counts', async () => {
    const before = (await look()).advised
    const of = (list: OverviewAnswer['advised']) =>
      list.filter((a) => a.kind === 'tongue-fault').reduce((sum, a) => sum + a.tried, 0)
    await studio.call('POST', '/api/lessons/leopold-quist-w13/entries', {
      id: 'advice-1',
      stage: 'tongue',
      kind: 'tongue-fault',
      provenance: 'tapped',
      data: { answers: [{ question: 'thump', outcome: 'thump' }], cause: 'heavy', helped: 'yes' },
    })
    expect(of((await look()).advised)).toBe(of(before) + 1)
  })
  it('a fault of an instrument is there until its service', async () => {
    await studio.call('POST', '/api/learners/leopold-quist/pieces', {
      id: 'own',
      instrument: (await studio.call('GET', '/api/learners/leopold-quist')).data.learner.instruments[0],
      name: 'The old one',
      serial: '',
      owner: 'learner',
      note: '',
    })
    const mine = async () => (await look()).service.find((s) => s.pieceId === 'own')
    expect(await mine()).toBeUndefined()
    const note = (id: string, at: string, kind: string, text: string) =>
      studio.call('POST', '/api/pieces/own/services', { id, at, kind, text })
    await note('s1', '2026-11-01T10:00:00', 'fault', 'Cork is loose')
    expect((await mine())?.open).toEqual(['Cork is loose'])
    await note('s2', '2026-11-02T10:00:00', 'service', 'New cork')
    expect(await mine()).toBeUndefined()
  })
  it('reeds are told as the shelf tells them, what is needed now first', async () => {
    const { order } = await look()
    const { shelves } = (await studio.call('GET', '/api/reeds')).data
    const now = shelves.filter((s: { stock: { orderNow: boolean } }) => s.stock.orderNow)
    expect(order.filter((o) => o.now === 'now')).toHaveLength(now.length)
    expect(order.map((o) => o.now)).toEqual([...order.map((o) => o.now)].sort((a) => (a === 'now' ? -1 : 1)))
    for (const o of order)
      expect(shelves.some((s: { stock: { sentence: string } }) => s.stock.sentence === o.sentence)).toBe(true)
  })
  it('an empty studio needs nothing', async () => {
    const empty = await startStudio({})
    expect((await empty.call('GET', '/api/overview')).data).toMatchObject({
      needs: [],
      advised: [],
      order: [],
      service: [],
    })
    await empty.stop()
  })
})
