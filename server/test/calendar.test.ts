import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { startStudio, type StudioAtWork } from './studio-at-work.ts'

let studio: StudioAtWork
beforeAll(async () => {
  studio = await startStudio({ demo: true })
})
afterAll(() => studio.stop())

/** Lines of an iCalendar file with its folding undone (RFC 5545, 3.1). */
const unfolded = (text: string) => text.replace(/\r\n[ \t]/g, '').split('\r\n')
const events = (text: string) =>
  text
    .split('BEGIN:VEVENT')
    .slice(1)
    .map((e) => Object.fromEntries(unfolded(e).map((l) => [l.split(/[:;]/)[0], l.slice(l.indexOf(':') + 1)])))

describe('the calendar', () => {
  it('holds every lesson at its own hour, without a zone', async () => {
    const response = await studio.raw('/api/agenda.ics')
    expect(response.headers.get('content-type')).toMatch(/^text\/calendar/)
    const text = await response.text()
    expect(text).toMatch(/^BEGIN:VCALENDAR\r\n/)
    expect(text.trimEnd()).toMatch(/END:VCALENDAR$/)
    // No line is longer than 75 octets (RFC 5545, 3.1).
    for (const line of text.split('\r\n')) expect(Buffer.byteLength(line)).toBeLessThanOrEqual(75)
    const { lesson } = (await studio.call('GET', '/api/lessons/ottoline-brask-w13')).data
    const mine = events(text).find((e) => e.UID === 'ottoline-brask-w13@halitus')!
    expect(mine.DTSTART).toBe(lesson.startsAt.replace(/[-:]/g, ''))
    expect(mine.DURATION).toBe(`PT${lesson.minutes}M`)
    expect(mine.SUMMARY).toContain('Ottoline Brask')
    expect(mine.STATUS).toBe('CONFIRMED')
  })
  it('moves with a lesson, and crosses out one that was cancelled', async () => {
    await studio.call('PATCH', '/api/lessons/ottoline-brask-w13', { startsAt: '2026-03-21T09:15:00' })
    await studio.call('PATCH', '/api/lessons/pim-askerud-w13', { cancelled: true })
    const all = events(await (await studio.raw('/api/agenda.ics')).text())
    expect(all.find((e) => e.UID === 'ottoline-brask-w13@halitus')!.DTSTART).toBe('20260321T091500')
    expect(all.find((e) => e.UID === 'pim-askerud-w13@halitus')!.STATUS).toBe('CANCELLED')
  })
})

describe('a table of every number', () => {
  it('has a line a point, as other programs read it', async () => {
    const response = await studio.raw('/api/learners/ottoline-brask/series.csv')
    expect(response.headers.get('content-type')).toMatch(/^text\/csv/)
    const text = await response.text()
    const lines = text.trimEnd().split('\r\n')
    expect(lines[0]).toBe('instrument,of what,what,number,unit,at,value,aim,reached')
    expect(lines.length).toBeGreaterThan(20)
    const tones = lines.filter((l) => l.includes(',long-tone,'))
    const { entries } = (await studio.call('GET', '/api/learners/ottoline-brask')).data
    const heard = entries.filter(
      (e: { kind: string; provenance: string }) => e.kind === 'long-tone' && e.provenance !== 'simulated',
    )
    expect(tones.filter((l) => l.includes(heard[0].at)).length).toBeGreaterThan(0)
  })
  it('isn’t there of nobody', async () => {
    expect((await studio.raw('/api/learners/nobody/series.csv')).status).toBe(404)
  })
})

describe('what next week bears', () => {
  it('is told with its reason, within what was agreed', async () => {
    const { learner } = (await studio.call('GET', '/api/learners/ottoline-brask')).data
    const { status, data } = await studio.call('GET', '/api/learners/ottoline-brask/week')
    expect(status).toBe(200)
    expect(data.minutesPerSession).toBeLessThanOrEqual(learner.minutesPerSession)
    expect(data.sessions).toBeLessThanOrEqual(learner.sessionsPerWeek)
    expect(data.why.length).toBeGreaterThan(10)
  })
  it('is what the next card is fitted into', async () => {
    const { data } = await studio.call('GET', '/api/learners/leopold-quist/week')
    const { data: lesson } = await studio.call('POST', '/api/lessons/leopold-quist-w13/card', {})
    const minutes = lesson.card.rows.reduce((sum: number, r: { minutes: number }) => sum + r.minutes, 0)
    expect(minutes).toBeLessThanOrEqual(data.minutesPerSession)
    expect(lesson.card.sessions).toBe(data.sessions)
  })
})

describe('holidays', () => {
  const day = (text: string) => `${text}T00:00:00`
  const regular = async () =>
    (await studio.call('GET', '/api/today?week=2026-03-24')).data.week
      .flatMap((d: { lessons: { lesson: { regularDay: string | null; startsAt: string } }[] }) => d.lessons)
      .filter(
        (l: { lesson: { regularDay: string | null; startsAt: string } }) => l.lesson.startsAt > '2026-03-24',
      )
      .map((l: { lesson: { startsAt: string } }) => l.lesson.startsAt)
      .sort()
  const away = { id: 'spring', from: day('2026-03-27'), to: day('2026-03-28'), words: 'Spring' }
  it('take the regular lessons in them away, up to their last moment, and bring them back', async () => {
    const before = await regular()
    const inside = before.filter((at: string) => at >= away.from && at < away.to)
    expect(inside.length).toBeGreaterThan(0)
    expect((await studio.call('POST', '/api/away', away)).status).toBe(201)
    // Sent again after its answer was lost.
    expect((await studio.call('POST', '/api/away', away)).status).toBe(201)
    expect(await regular()).toEqual(before.filter((at: string) => !inside.includes(at)))
    expect((await studio.call('GET', '/api/away')).data.away).toEqual([{ ...away, source: 'holiday' }])
    expect((await studio.call('DELETE', '/api/away/spring')).status).toBe(200)
    expect(await regular()).toEqual(before)
    expect((await studio.call('DELETE', '/api/away/spring')).status).toBe(404)
  })
  it.each([
    [{ ...away, id: 'x', to: away.from }, /^to is “2026-03-27T00:00:00”; it comes after from\.$/],
    [{ ...away, id: 'x', from: 'soon' }, /^from/],
  ])('%j is refused in a sentence', async (body, message) => {
    const { status, data } = await studio.call('POST', '/api/away', body)
    expect(status).toBe(400)
    expect(data.error.message).toMatch(message)
  })
  it('leave a lesson in which something was noted', async () => {
    const [first] = (await studio.call('GET', '/api/today?week=2026-03-24')).data.week.flatMap(
      (d: { lessons: { lesson: { id: string; startsAt: string; regularDay: string | null } }[] }) =>
        d.lessons.map((l) => l.lesson).filter((l) => l.startsAt > '2026-03-24' && l.regularDay),
    )
    await studio.call('POST', `/api/lessons/${first.id}/entries`, {
      id: 'noted-in-holiday',
      stage: 'breath',
      kind: 'note',
      provenance: 'typed',
      data: { text: 'came all the same' },
    })
    const from = `${first.startsAt.slice(0, 10)}T00:00:00`
    await studio.call('POST', '/api/away', { id: 'all', from, to: '2026-04-20T00:00:00', words: '' })
    expect((await studio.call('GET', `/api/lessons/${first.id}`)).status).toBe(200)
    await studio.call('DELETE', '/api/away/all')
  })
})
