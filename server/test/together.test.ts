import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest'
import { RECORDS } from '@halitus/core/records'
import { pagesOf } from '../src/cards/pdf.ts'
import { startStudio, type StudioAtWork } from './studio-at-work.ts'

let studio: StudioAtWork
beforeAll(async () => {
  studio = await startStudio({ demo: true })
})
afterAll(() => studio.stop())

const LESSON = '/api/lessons/ottoline-brask-w13'
const note = (id: string, more: object = {}) => ({
  id,
  stage: 'sound',
  kind: 'note',
  provenance: 'typed',
  data: { text: id },
  ...more,
})

describe('two tabs at Home', () => {
  it('one that is behind composes over nothing that it hasn’t seen', async () => {
    const first = await studio.call('POST', `${LESSON}/card`, { version: 0 })
    expect(first.status).toBe(200)
    const { id, version, sessions, rows } = first.data.card
    // The other tab changes a row by hand.
    const changed = await studio.call('PATCH', `/api/cards/${id}`, {
      version,
      sessions,
      listenFor: 'the very end',
      rows,
    })
    expect(changed.data.version).toBe(version + 1)
    const late = await studio.call('POST', `${LESSON}/card`, { version })
    expect(late.status).toBe(409)
    expect(late.data.error.code).toBe('changed-meanwhile')
    expect(late.data.error.message).toContain(`version ${version + 1}, yours was ${version}`)
    expect((await studio.call('GET', `/api/cards/${id}`)).data.listenFor).toBe('the very end')
    // Who has seen it may; so may a program that says nothing of versions, as before.
    expect((await studio.call('POST', `${LESSON}/card`, { version: version + 1 })).status).toBe(200)
    expect((await studio.call('POST', `${LESSON}/card`)).status).toBe(200)
    expect((await studio.call('POST', `${LESSON}/card`, { version: 'x' })).status).toBe(400)
  })
})

describe('when it happened', () => {
  const at = async (id: string, made?: string) =>
    (await studio.call('POST', `${LESSON}/entries`, note(id, made ? { at: made } : {}))).data.at
  it('is the moment that its sender made it, within the lesson’s day', async () => {
    const { startsAt, minutes } = (await studio.call('GET', LESSON)).data.lesson
    const day = startsAt.slice(0, 10)
    expect(await at('m1', `${day}T06:00:00`)).toBe(`${day}T06:00:00`)
    expect(await at('m2', `${day}T23:59:59`)).toBe(`${day}T23:59:59`)
    // Synchronised or noted a week later, and by a clock that is a day or a year off: on the lesson's own day.
    expect(await at('m3', '2027-01-01T12:00:00')).toBe(
      new Date(new Date(`${startsAt}Z`).getTime() + minutes * 60_000).toISOString().slice(0, 19),
    )
    expect(await at('m4', '2020-01-01T12:00:00')).toBe(startsAt)
    expect(
      (await studio.call('POST', `${LESSON}/entries`, note('m5', { at: 'soon' }))).data.error.message,
    ).toContain('a moment is written 2026-03-20T18:30:00')
  })
  it('a line that comes in late stands where it happened', async () => {
    const earlier = '/api/lessons/ottoline-brask-w11'
    const { startsAt } = (await studio.call('GET', earlier)).data.lesson
    await studio.call('POST', `${earlier}/entries`, note('late-one', { at: startsAt }))
    const { entries } = (await studio.call('GET', '/api/learners/ottoline-brask')).data
    const days = entries.map((e: { at: string }) => e.at.slice(0, 10))
    expect(days).toEqual([...days].sort())
    const me = entries.findIndex((e: { id: string }) => e.id === 'late-one')
    expect(entries[me + 1].lessonId).toBe('ottoline-brask-w12')
  })
  it('ticks and reports of a phone that was offline keep their own day, never before the card or after now', async () => {
    const { cards } = (await studio.call('GET', '/api/learners/saskia-vell')).data
    const card = cards.at(-1)
    const [row] = card.rows
    const tick = async (session: number, at?: string) => {
      const path = `/api/cards/${card.id}/ticks/${row.id}/${session}`
      await studio.call('DELETE', path)
      const { data } = await studio.call('PUT', path, at ? { at } : undefined)
      return data.ticks.find(
        (t: { rowId: string; session: number }) => t.rowId === row.id && t.session === session,
      ).at
    }
    const inBetween = `${card.from}T20:15:00`
    expect(await tick(1, inBetween)).toBe(inBetween)
    expect(await tick(2, '2019-01-01T00:00:00')).toBe(`${card.from}T00:00:00`)
    expect(await tick(3, '2031-01-01T00:00:00')).toBe('2026-03-20T15:00:00')
    expect(await tick(4)).toBe('2026-03-20T15:00:00')
    const report = await studio.call('POST', `/api/cards/${card.id}/reports`, {
      id: 'offline-report',
      kind: 'sore',
      text: 'lip',
      at: inBetween,
    })
    expect(report.data.reports.find((r: { id: string }) => r.id === 'offline-report').at).toBe(inBetween)
  })
  it('every answer says what time it is at the studio', async () =>
    expect((await studio.raw('/api/health')).headers.get('halitus-now')).toBe('2026-03-20T15:00:00'))
})

describe('recall, answered in any order', () => {
  const LEARNER = '/api/learners/pim-askerud'
  it('takes nobody’s page down', async () => {
    const recalled = (id: string, at: string) =>
      studio.call('POST', '/api/lessons/pim-askerud-w13/entries', {
        id,
        stage: 'fingers',
        kind: 'recalled',
        provenance: 'tapped',
        at,
        data: { drill: 'name-fingers', written: 'B4', right: true, seconds: 4, gave: null },
      })
    const { startsAt } = (await studio.call('GET', '/api/lessons/pim-askerud-w13')).data.lesson
    const day = startsAt.slice(0, 10)
    await recalled('r-late', `${day}T19:00:00`)
    await recalled('r-early', `${day}T07:00:00`)
    expect((await studio.call('GET', LEARNER)).status).toBe(200)
    expect((await studio.call('GET', '/api/today')).status).toBe(200)
    expect((await studio.call('POST', '/api/lessons/pim-askerud-w13/card')).status).toBe(200)
  })
})

describe('a learner whose history can’t be worked out', () => {
  it('is shown as such, and takes nobody else down', async () => {
    const before = (await studio.call('GET', '/api/today')).data.lessons
    expect(before.length).toBeGreaterThan(2)
    const broken = 'clarinet'
    type Derives = Record<string, (...asked: { inst?: { id: string }; id?: string }[]) => unknown>
    const spies = Object.values(RECORDS as unknown as Record<string, Derives>).flatMap((kind) =>
      ['concerns', 'rows', 'series'].flatMap((part) => {
        const own = kind[part]
        if (!own) return []
        const fails: Derives[string] = (...asked) => {
          if (asked.some((x) => x.inst?.id === broken || x.id === broken)) throw new Error('out of joint')
          return own(...asked)
        }
        return [vi.spyOn(kind, part).mockImplementation(fails)]
      }),
    )
    try {
      // Something is written, so that nothing is answered from what was kept.
      await studio.call('PUT', '/api/learners/pim-askerud/plans/tune', { text: 'Bars 1 to 4', version: 99 })
      for (const l of before)
        await studio.call('POST', `/api/lessons/${l.lesson.id}/entries`, note(`n-${l.lesson.id}`))
      const day = await studio.call('GET', '/api/today')
      expect(day.status).toBe(200)
      for (const [i, l] of day.data.lessons.entries()) {
        const isBroken = l.lesson.instrument === broken
        expect(l.concern.kind === 'broken' || (isBroken && l.more > 0)).toBe(isBroken)
        if (!isBroken) expect(l.concern).toEqual(before[i].concern)
        const own = await studio.call('GET', `/api/learners/${l.learner.id}`)
        expect(own.status).toBe(200)
        if (isBroken)
          expect(own.data.concerns.map((c: { sentence: string }) => c.sentence).join()).toContain(
            'can’t be worked out from what is kept; all else is',
          )
        expect((await studio.call('GET', `/api/lessons/${l.lesson.id}`)).status).toBe(200)
        expect((await studio.call('POST', `/api/lessons/${l.lesson.id}/card`)).status).toBe(200)
      }
    } finally {
      for (const spy of spies) spy.mockRestore()
    }
  })
})

describe('the card on paper', () => {
  it.each([
    ['A4', 0],
    ['Letter', 1],
  ])('is one page of %s, large print by choice', { timeout: 240_000 }, async (paper, half) => {
    const { learners } = (await studio.call('GET', '/api/learners')).data
    let tunes = 0
    // Half of the demo's families each: every page takes a while.
    for (const learner of learners.filter((_: unknown, i: number) => i % 2 === half)) {
      const { cards, plans } = (await studio.call('GET', `/api/learners/${learner.id}`)).data
      const card = cards.at(-1)
      const read = async (more = '') =>
        pagesOf(
          Buffer.from(
            await (await studio.raw(`/api/cards/${card.id}/pdf?paper=${paper}${more}`)).arrayBuffer(),
          ),
        )
      expect(await read()).toBe(1)
      if (learner === learners[0]) expect(await read('&print=large')).toBeGreaterThanOrEqual(1)
      // The planned tune is on the card, and breath takes two rows at most.
      const kinds = card.rows.map((r: { kind: string }) => r.kind)
      const planned = plans.some((p: { stage: string; text: string }) => p.stage === 'tune' && p.text)
      if (planned) {
        tunes++
        expect(kinds).toContain('tune')
      }
      expect(kinds.filter((k: string) => k === 'breath').length).toBeLessThanOrEqual(2)
    }
    expect(tunes).toBeGreaterThan(0)
  })
})

describe('what can’t be right is refused in a sentence', () => {
  const learner = (more: object) => ({
    name: 'Nell Harrow',
    birthYear: 2014,
    instruments: ['flute'],
    schools: {},
    minutesPerSession: 15,
    sessionsPerWeek: 5,
    note: '',
    ...more,
  })
  it.each([
    [2026, 201],
    [2027, 400],
  ])('born in %i: %i', async (birthYear, status) => {
    const answer = await studio.call('POST', '/api/learners', learner({ birthYear }))
    expect(answer.status).toBe(status)
    if (status === 400)
      expect(answer.data.error.message).toBe('birthYear is 2027; nobody is born later than this year, 2026.')
  })
  it('half of a character', async () => {
    const answer = await studio.call('POST', '/api/learners', learner({ name: 'Nell \ud83c' }))
    expect(answer.status).toBe(400)
    expect(answer.data.error.message).toBe(
      'name holds half of a character (a lone surrogate); type it again.',
    )
    expect((await studio.call('POST', '/api/learners', learner({ name: 'Nell \ud83c\udfb5' }))).status).toBe(
      201,
    )
  })
})
