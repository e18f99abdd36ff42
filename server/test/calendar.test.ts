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
