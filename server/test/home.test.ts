import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { startStudio, type StudioAtWork } from './studio-at-work.ts'

let studio: StudioAtWork
/** A card of the demo with a row that asks for a number. */
let card: { id: string; from: string; rows: { id: string; asks?: { unit: string } }[]; sessions: number }
let row: string
beforeAll(async () => {
  studio = await startStudio({ demo: true })
  const { data } = await studio.call('GET', '/api/learners/ottoline-brask')
  card = data.cards.at(-1)
  row = card.rows.find((r) => r.asks?.unit === 's')!.id
})
afterAll(() => studio.stop())

const put = (path: string, body: object) => studio.call('PUT', `/api/cards/${card.id}/numbers/${path}`, body)
const number = { id: 'n1', value: 17.5, unit: 's', measured: true, at: '2026-03-19T17:00:00' }
const mine = (data: { numbers: { id: string }[] }, id: string) => data.numbers.filter((n) => n.id === id)

describe('numbers from home', () => {
  it('come once, however often they are sent, and are put right under the same id', async () => {
    const first = await put(`${row}/1`, number)
    expect(first.status).toBe(200)
    expect(mine(first.data, 'n1')).toEqual([{ ...number, row, session: 1 }])
    expect(mine((await put(`${row}/1`, number)).data, 'n1')).toHaveLength(1)
    const right = await put(`${row}/1`, { ...number, value: 18, at: '2026-03-19T19:00:00' })
    // When it was done stays.
    expect(mine(right.data, 'n1')).toEqual([{ ...number, value: 18, row, session: 1 }])
  })
  it('stand in the order in which they were done, several of a session', async () => {
    for (const [k, minute] of [3, 1, 2].entries())
      await put(`${row}/2`, { ...number, id: `o${k}`, at: `2026-03-19T18:0${minute}:00` })
    const { data } = await studio.call('GET', `/api/cards/${card.id}`)
    const told = data.numbers.filter((n: { id: string }) => n.id.startsWith('o'))
    expect(told.map((n: { id: string }) => n.id)).toEqual(['o1', 'o2', 'o0'])
  })
  it('of a clock that is wrong stand within the card’s time', async () => {
    const times = async (id: string, at: string) =>
      mine((await put(`${row}/3`, { ...number, id, at })).data, id)
    expect(await times('late', '2031-01-01T10:00:00')).toMatchObject([{ at: '2026-03-20T15:00:00' }])
    expect(await times('early', '2019-01-01T10:00:00')).toMatchObject([{ at: `${card.from}T00:00:00` }])
  })
  it.each([
    ['nothing/1', number, 404, /^The row “nothing”/],
    ['ROW/0', number, 400, /^session is “0”; this card has 1 to \d\.$/],
    ['ROW/8', number, 400, /^session is “8”; this card has 1 to \d\.$/],
    ['ROW/1', { ...number, id: 'x', value: -1 }, 400, /^value .*0/],
    ['ROW/1', { ...number, id: 'x', value: 10_001 }, 400, /^value .*10/],
    ['ROW/1', { ...number, id: 'x', unit: 'miles' }, 400, /^unit is “miles”; allowed: s, clicks/],
    ['ROW/1', { id: 'x', value: 3, unit: 's' }, 400, /^measured/],
    ['ROW/2', { ...number, value: 3 }, 409, /^Another number has the id “n1”/],
  ])('%s of %j is refused in a sentence', async (path, body, status, message) => {
    const answer = await put(path.replace('ROW', row), body)
    expect(answer.data.error.message).toMatch(message)
    expect(answer.status).toBe(status)
  })
  it('are taken back', async () => {
    await put(`${row}/1`, { ...number, id: 'gone' })
    const path = `/api/cards/${card.id}/numbers/${row}/1/gone`
    expect(mine((await studio.call('DELETE', path)).data, 'gone')).toEqual([])
    expect((await studio.call('DELETE', path)).status).toBe(200)
  })
  it('bear on the next aim, which says so', async () => {
    const asks = card.rows.find((r) => r.id === row)!.asks as unknown as { goal: string; about: string }
    for (const id of ['h1', 'h2', 'h3']) await put(`${row}/4`, { ...number, id, value: 95 })
    const { data } = await studio.call('GET', '/api/lessons/ottoline-brask-w13')
    const aim = data.aims.find(
      (a: { kind: string; about: string }) => a.kind === asks.goal && a.about === asks.about,
    )
    expect(aim.why).toMatch(/At home/)
  })
  it('leave with the studio’s file and come back, and older files have none', async () => {
    const { data: file } = await studio.call('GET', '/api/export')
    const own = file.numbers.filter((n: { cardId: string }) => n.cardId === card.id)
    expect(own.length).toBeGreaterThan(5)
    const { numbers: _, groups: __, away: ___, ...older } = file
    older.cards = file.cards.map(({ left: _l, signed: _s, ...c }: Record<string, unknown>) => c)
    older.lessons = file.lessons.map(({ groupId: _g, changedPlan: _p, ...l }: Record<string, unknown>) => l)
    expect((await studio.call('POST', '/api/import', older)).data).not.toHaveProperty('error')
    expect((await studio.call('GET', `/api/cards/${card.id}`)).data).toMatchObject({ numbers: [], left: [] })
    expect((await studio.call('POST', '/api/import', file)).status).toBe(200)
    const again = (await studio.call('GET', '/api/export')).data
    expect(again.numbers).toEqual(file.numbers)
    // One of no row at all is named.
    const wrong = { ...file, numbers: [{ ...own[0], row: 'none' }] }
    expect((await studio.call('POST', '/api/import', wrong)).data.error.message).toMatch(
      /numbers\[0\].*has no row “none”/,
    )
  })
})

describe('by the learner’s own link', () => {
  it('numbers and a signature come in, and no reasons go out', async () => {
    const { data: link } = await studio.call('POST', '/api/learners/ottoline-brask/links')
    const own = `/api/cards/${link.path.slice('/card/'.length)}`
    const say = async (path: string, body: object) => {
      const headers = { 'content-type': 'application/json' }
      const said = await studio.raw(own + path, { method: 'PUT', headers, body: JSON.stringify(body) })
      return { status: said.status, data: await said.json() }
    }
    const sent = await say(`/numbers/${row}/5`, { ...number, id: 'by-link' })
    expect(mine(sent.data, 'by-link')).toMatchObject([{ session: 5 }])
    expect(JSON.stringify(sent.data)).not.toMatch(/"why"|ottoline-brask/)
    expect(sent.data.left).toEqual([])
    const signed = await say('/signed', { by: 'Marit Brask' })
    expect(signed.data).not.toHaveProperty('error')
    expect(signed.data.signed).toEqual({ by: 'Marit Brask', at: '2026-03-20T15:00:00' })
    expect((await say('/signed', { by: ' ' })).status).toBe(400)
    // Taking numbers away is the teacher's.
    expect((await studio.raw(`${own}/numbers/${row}/5/by-link`, { method: 'DELETE' })).status).toBe(403)
  })
})

describe('a card that is composed', () => {
  it('says why of every row, and what found no room', async () => {
    const { status, data } = await studio.call('POST', '/api/lessons/ottoline-brask-w12/card', {})
    expect(status).toBe(200)
    for (const r of data.card.rows) expect(r.why, r.id).toMatch(/\.$|…$/)
    expect(data.left.length).toBeGreaterThan(0)
    for (const l of data.left) expect(l.why, l.title).toMatch(/^(No room in \d+ minutes|Waits behind)/)
    // It is there after a reload too.
    const again = (await studio.call('GET', '/api/lessons/ottoline-brask-w12')).data
    expect(again.left).toEqual(data.left)
    expect(again.card.leftOut).toEqual(data.card.leftOut)
  })
})

describe('the term on paper', () => {
  it('is a page for the family, on A4 or Letter', async () => {
    for (const paper of ['A4', 'Letter']) {
      const response = await studio.raw(`/api/learners/ottoline-brask/term/pdf?paper=${paper}`)
      expect(response.headers.get('content-type')).toMatch(/^application\/pdf/)
      const text = Buffer.from(await response.arrayBuffer()).toString('latin1')
      expect(text.startsWith('%PDF-')).toBe(true)
      expect(text.match(/\/Type \/Page\b/g)).toHaveLength(1)
    }
  })
  it('isn’t there of nobody, nor on other paper', async () => {
    expect((await studio.raw('/api/learners/nobody/term/pdf')).status).toBe(404)
    expect((await studio.raw('/api/learners/ottoline-brask/term/pdf?paper=A3')).status).toBe(400)
  })
})
