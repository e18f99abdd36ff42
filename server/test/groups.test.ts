import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { NOW, startStudio, type StudioAtWork } from './studio-at-work.ts'

let studio: StudioAtWork
let now = NOW
beforeAll(async () => {
  studio = await startStudio({ demo: true, now: () => now })
})
afterAll(() => studio.stop())

const members = [
  { learnerId: 'ottoline-brask', instrument: 'clarinet' },
  { learnerId: 'leopold-quist', instrument: 'alto-sax' },
  { learnerId: 'pim-askerud', instrument: 'flute' },
]
const put = (body: object, id = 'three') => studio.call('PUT', `/api/groups/${id}`, body)

describe('a group', () => {
  it('is written, listed, and planned: one concert note, each reading their own', async () => {
    expect((await put({ name: 'Three together', members })).status).toBe(200)
    expect((await studio.call('GET', '/api/groups')).data.groups).toHaveLength(1)
    const { data } = await studio.call('GET', '/api/groups/three/plan?minutes=30')
    expect(data.concert).toMatch(/^[A-G]#?b?$/)
    expect(data.threads.map((t: { learner: { name: string } }) => t.learner.name)).toEqual([
      'Ottoline Brask',
      'Leopold Quist',
      'Pim Askerud',
    ])
    // Pim observes: nobody is set against the others who isn't to be.
    expect(data.threads.map((t: { races: boolean }) => t.races)).toEqual([true, true, false])
  })
  it('is planned without who isn’t there, and not for one alone', async () => {
    const plan = (absent: string) => studio.call('GET', `/api/groups/three/plan?absent=${absent}`)
    expect((await plan('pim-askerud')).data.threads).toHaveLength(2)
    const alone = await plan('pim-askerud,leopold-quist')
    expect(alone.status).toBe(400)
    expect(alone.data.error.message).toMatch(/^absent leaves fewer than two/)
  })
  it('begins with a lesson for each, once, and a cancelled one for who isn’t there', async () => {
    const begin = { startsAt: '2026-03-20T17:00:00', minutes: 30, absent: ['pim-askerud'] }
    const first = await studio.call('POST', '/api/groups/three/lessons', begin)
    expect(first.status).toBe(201)
    expect(first.data.lessons.map((l: { cancelled: boolean }) => l.cancelled)).toEqual([false, false, true])
    await studio.call('POST', '/api/groups/three/lessons', begin)
    const { lessons } = (await studio.call('GET', '/api/learners/leopold-quist')).data
    expect(lessons.filter((l: { groupId: string | null }) => l.groupId === 'three')).toHaveLength(1)
    // Each has a card of their own.
    const own = first.data.lessons[1].id
    expect((await studio.call('POST', `/api/lessons/${own}/card`, {})).data.card.learnerName).toBe(
      'Leopold Quist',
    )
  })
  it('knows the lesson together that is under way, also after a reload, until an hour after its end', async () => {
    const at = '2026-03-20T17:00:00'
    await studio.call('POST', '/api/groups/three/lessons', {
      startsAt: at,
      minutes: 30,
      absent: ['pim-askerud'],
    })
    const begun = async (moment: string) => {
      now = new Date(moment)
      return (await studio.call('GET', '/api/groups/three/plan')).data.begun.map(
        (l: { learnerId: string; cancelled: boolean }) => [l.learnerId, l.cancelled],
      )
    }
    expect(await begun('2026-03-20T16:59:59')).toEqual([])
    const all = [
      ['ottoline-brask', false],
      ['leopold-quist', false],
      ['pim-askerud', true],
    ]
    expect((await begun(at)).sort()).toEqual(all.sort())
    expect(await begun('2026-03-20T18:29:59')).toHaveLength(3)
    expect(await begun('2026-03-20T18:30:00')).toEqual([])
  })
  it('tells each the next aim on the note that they read', async () => {
    const { data } = await studio.call('GET', '/api/groups/three/plan')
    for (const t of data.threads) expect(t.aimS === null).toBe(t.written === null)
    expect(data.threads.some((t: { aimS: number | null }) => (t.aimS ?? 0) >= 2)).toBe(true)
  })
  it.each([
    [{ name: 'x', members: members.slice(0, 1) }, /^members/],
    [{ name: 'x', members: [members[0], members[0]] }, /^members/],
    [{ name: '', members }, /^name/],
    [{ name: 'x', members: [members[0], { learnerId: 'pim-askerud', instrument: 'oboe' }] }, /plays flute/],
  ])('%j is refused in a sentence', async (body, message) => {
    const { status, data } = await put(body, 'wrong')
    expect(status).toBe(400)
    expect(data.error.message).toMatch(message)
  })
  it('goes out with the studio’s file and comes back; it is deleted, and its lessons stay', async () => {
    const { data: file } = await studio.call('GET', '/api/export')
    expect(file.groups).toEqual([{ id: 'three', name: 'Three together', members }])
    const taken = await studio.call('POST', '/api/import', file)
    expect(taken.data).not.toHaveProperty('error')
    expect((await studio.call('DELETE', '/api/groups/three')).status).toBe(200)
    expect((await studio.call('GET', '/api/groups/three/plan')).status).toBe(404)
    const { lessons } = (await studio.call('GET', '/api/learners/leopold-quist')).data
    expect(lessons.some((l: { groupId: string | null }) => l.groupId === 'three')).toBe(true)
  })
})
