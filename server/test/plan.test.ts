import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { startStudio, type StudioAtWork } from './studio-at-work.ts'

let studio: StudioAtWork
beforeAll(async () => {
  studio = await startStudio({ demo: true })
})
afterAll(() => studio.stop())
const PLAN = '/api/lessons/ottoline-brask-w13/plan'
const plan = async (query = '') => (await studio.call('GET', PLAN + query)).data
const sum = (items: { minutes: number }[]) => items.reduce((all, i) => all + i.minutes, 0)

describe('a lesson’s plan', () => {
  it('fits the lesson, or the minutes that there are', async () => {
    const { lesson } = (await studio.call('GET', '/api/lessons/ottoline-brask-w13')).data
    expect(sum((await plan()).items)).toBeLessThanOrEqual(lesson.minutes)
    for (const minutes of [1, 7, 15, 60, 180])
      expect(sum((await plan(`?minutes=${minutes}`)).items)).toBeLessThanOrEqual(minutes)
  })
  it.each(['0', '-5', '181', '7.5', 'abc', ''])('refuses %s minutes in a sentence', async (minutes) => {
    const { status, data } = await studio.call('GET', `${PLAN}?minutes=${minutes}`)
    expect(status).toBe(400)
    expect(data.error.message).toMatch(/^minutes is “.*”; it is whole minutes, 1 to 180\.$/)
  })
  it('isn’t there of nothing', async () => {
    expect((await studio.call('GET', '/api/lessons/nothing/plan')).status).toBe(404)
  })
  it('is overruled and remembered, and refuses what it can’t be', async () => {
    const free = await plan()
    const [, second] = free.items
    const changes = { minutes: [], order: [], out: [second.id], in: [] }
    const { status, data } = await studio.call('PUT', PLAN, changes)
    expect(status).toBe(200)
    expect(data.left.find((l: { id: string }) => l.id === second.id).why).toBe('You left it for next time.')
    expect(await plan()).toEqual(data)
    const wrong = await studio.call('PUT', PLAN, { ...changes, minutes: [{ id: 'setup', minutes: 0 }] })
    expect(wrong.status).toBe(400)
    expect(wrong.data.error.message).toMatch(/^minutes\[0\]\.minutes/)
    await studio.call('PUT', PLAN, { minutes: [], order: [], out: [], in: [] })
    expect(await plan()).toEqual(free)
  })
  it('stays what it was while the lesson goes on', async () => {
    const before = await plan()
    await studio.call('POST', '/api/lessons/ottoline-brask-w13/entries', {
      id: 'in-lesson',
      stage: 'fingers',
      kind: 'move',
      provenance: 'tapped',
      data: { from: 'A4', to: 'B4', clean: 8, tries: 8, late: null },
    })
    expect(await plan()).toEqual(before)
  })
})
