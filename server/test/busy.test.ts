import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { busyIn, MOST_BUSY } from '../src/agenda/busy.ts'
import { clashOf, practiceTimes } from '../src/agenda/index.ts'
import { startStudio, type StudioAtWork } from './studio-at-work.ts'

const calendar = (...lines: string[]) =>
  ['BEGIN:VCALENDAR', 'VERSION:2.0', 'PRODID:-//test//', ...lines, 'END:VCALENDAR', ''].join('\r\n')
const event = (...lines: string[]) =>
  calendar('BEGIN:VEVENT', 'UID:one@elsewhere', 'DTSTAMP:20260101T000000Z', ...lines, 'END:VEVENT')
const starts = (text: string, from: string, to: string) => busyIn(text, from, to).map((b) => b.from)

describe('busy times of another calendar', () => {
  it('repeat as the standard’s own examples do', () => {
    // RFC 5545, 3.8.5.3: “Every other week on Monday, Wednesday, and Friday until December 24, 1997”.
    const other = event(
      'DTSTART:19970901T090000',
      'DURATION:PT1H',
      'RRULE:FREQ=WEEKLY;INTERVAL=2;UNTIL=19971224T000000Z;WKST=SU;BYDAY=MO,WE,FR',
    )
    expect(starts(other, '1997-09-01', '1998-01-01').map((s) => s.slice(5, 10))).toEqual(
      '09-01 09-03 09-05 09-15 09-17 09-19 09-29 10-01 10-03 10-13 10-15 10-17 10-27 10-29 10-31 11-10 11-12 11-14 11-24 11-26 11-28 12-08 12-10 12-12 12-22'.split(
        ' ',
      ),
    )
    // The same: “Monthly on the first Friday for 10 occurrences”.
    const friday = event('DTSTART:19970905T090000', 'DURATION:PT1H', 'RRULE:FREQ=MONTHLY;COUNT=10;BYDAY=1FR')
    expect(starts(friday, '1997-09-01', '1999-01-01').map((s) => s.slice(0, 10))).toEqual([
      '1997-09-05',
      '1997-10-03',
      '1997-11-07',
      '1997-12-05',
      '1998-01-02',
      '1998-02-06',
      '1998-03-06',
      '1998-04-03',
      '1998-05-01',
      '1998-06-05',
    ])
  })
  it('know single days that differ: left out, moved, cancelled', () => {
    const text = calendar(
      'BEGIN:VEVENT',
      'UID:choir@elsewhere',
      'SUMMARY:Choir',
      'DTSTART:20261201T160000',
      'DTEND:20261201T170000',
      'RRULE:FREQ=WEEKLY;COUNT=4',
      'EXDATE:20261208T160000',
      'END:VEVENT',
      'BEGIN:VEVENT',
      'UID:choir@elsewhere',
      'RECURRENCE-ID:20261215T160000',
      'SUMMARY:Choir, early',
      'DTSTART:20261215T140000',
      'DTEND:20261215T150000',
      'END:VEVENT',
      'BEGIN:VEVENT',
      'UID:choir@elsewhere',
      'RECURRENCE-ID:20261222T160000',
      'STATUS:CANCELLED',
      'DTSTART:20261222T160000',
      'DTEND:20261222T170000',
      'END:VEVENT',
    )
    expect(busyIn(text, '2026-12-01', '2027-01-01').map(({ id: _, ...b }) => b)).toEqual([
      { from: '2026-12-01T16:00:00', to: '2026-12-01T17:00:00', words: 'Choir' },
      { from: '2026-12-15T14:00:00', to: '2026-12-15T15:00:00', words: 'Choir, early' },
    ])
  })
  it('are whole days where a calendar says so, and hours by their zone', () => {
    expect(
      busyIn(
        event('DTSTART;VALUE=DATE:20261224', 'DTEND;VALUE=DATE:20261227'),
        '2026-12-01',
        '2027-01-01',
      )[0],
    ).toMatchObject({ from: '2026-12-24T00:00:00', to: '2026-12-27T00:00:00' })
    const zoned = calendar(
      'BEGIN:VTIMEZONE',
      'TZID:Three East',
      'BEGIN:STANDARD',
      'DTSTART:19700101T000000',
      'TZOFFSETFROM:+0300',
      'TZOFFSETTO:+0300',
      'END:STANDARD',
      'END:VTIMEZONE',
      'BEGIN:VEVENT',
      'UID:z@elsewhere',
      'DTSTART;TZID=Three East:20261202T150000',
      'DURATION:PT30M',
      'END:VEVENT',
    )
    // What the runtime’s own clock makes of noon UTC.
    const noon = new Date(Date.UTC(2026, 11, 2, 12))
    const here = `${String(noon.getHours()).padStart(2, '0')}:00:00`
    expect(busyIn(zoned, '2026-12-01', '2026-12-05')[0]!.from.slice(11)).toBe(here)
    expect(
      starts(event('DTSTART:20261202T120000Z', 'DURATION:PT1H'), '2026-12-01', '2026-12-05')[0]!.slice(11),
    ).toBe(here)
  })
  it('leave out what takes no time, is this studio’s own, or lies outside', () => {
    const at = ['DTSTART:20261202T100000', 'DURATION:PT1H']
    const none = (...lines: string[]) =>
      expect(busyIn(event(...lines), '2026-12-01', '2026-12-05')).toEqual([])
    none(...at, 'TRANSP:TRANSPARENT')
    none(...at, 'STATUS:CANCELLED')
    none('DTSTART:20261202T100000')
    none('DTSTART:20261205T000000', 'DURATION:PT1H')
    none('DTSTART:20261130T230000', 'DURATION:PT1H')
    expect(
      busyIn(event('DTSTART:20261130T230000', 'DURATION:PT61M'), '2026-12-01', '2026-12-05'),
    ).toHaveLength(1)
    expect(
      busyIn(event(...at).replace('one@elsewhere', 'pim-1@halitus'), '2026-12-01', '2026-12-05'),
    ).toEqual([])
    const [secret] = busyIn(
      event(...at, 'CLASS:PRIVATE', 'SUMMARY:Nobody’s business'),
      '2026-12-01',
      '2026-12-05',
    )
    expect(secret!.words).toBe('')
  })
  it('are told as free and busy as well', () => {
    const text = calendar(
      'BEGIN:VFREEBUSY',
      'UID:fb@elsewhere',
      'FREEBUSY:20261202T100000/PT1H,20261203T100000/20261203T113000',
      'FREEBUSY;FBTYPE=FREE:20261204T100000/PT1H',
      'END:VFREEBUSY',
    )
    expect(busyIn(text, '2026-12-01', '2026-12-08').map((b) => [b.from, b.to])).toEqual([
      ['2026-12-02T10:00:00', '2026-12-02T11:00:00'],
      ['2026-12-03T10:00:00', '2026-12-03T11:30:00'],
    ])
  })
  it('are refused in a sentence when there is no end of them, or it is no calendar', () => {
    const refused = (text: string) => () => busyIn(text, '2026-12-01', '2027-06-01')
    expect(refused('hello')).toThrow('This is no calendar file that can be read; allowed is iCalendar (.ics)')
    expect(refused('')).toThrow('This is no calendar file')
    expect(refused('BEGIN:VCARD\r\nEND:VCARD\r\n')).toThrow('This is no calendar file')
    expect(
      refused(event('DTSTART:20200101T000000', 'DURATION:PT1S', 'RRULE:FREQ=SECONDLY', 'SUMMARY:Tick')),
    ).toThrow('“Tick” repeats more than 10000 times before 2027-06-01')
    expect(refused(event('DTSTART:20261201T000000', 'DURATION:PT1M', 'RRULE:FREQ=MINUTELY'))).toThrow(
      `more than ${MOST_BUSY} busy times`,
    )
  })
})

describe('a lesson in a busy time', () => {
  const away = [
    {
      id: 'a',
      from: '2026-12-02T10:00:00',
      to: '2026-12-02T11:00:00',
      words: 'Dentist',
      source: 'calendar' as const,
    },
  ]
  const lesson = (startsAt: string) => clashOf({ startsAt: `2026-12-02T${startsAt}`, minutes: 30 }, away)
  it('is told from its last minute before to its first after', () => {
    expect(lesson('09:30:00')).toBeNull()
    expect(lesson('09:31:00')).toBe('busy: Dentist')
    expect(lesson('10:59:00')).toBe('busy: Dentist')
    expect(lesson('11:00:00')).toBeNull()
  })
})

describe('the studio', () => {
  let studio: StudioAtWork
  beforeAll(async () => {
    studio = await startStudio({ demo: true })
  })
  afterAll(() => studio.stop())
  const put = async (text: string) => {
    const response = await studio.raw('/api/busy', {
      method: 'PUT',
      body: text,
      headers: { 'content-type': 'text/calendar' },
    })
    return { status: response.status, data: await response.json() }
  }

  it('marks what falls into a busy time, and moves nothing', async () => {
    const today = (await studio.call('GET', '/api/today')).data
    const all = today.week.flatMap((d: { lessons: object[] }) => d.lessons)
    const coming = all
      .filter(
        (l: { lesson: { startsAt: string; cancelled: boolean } }) =>
          l.lesson.startsAt > `${today.date}T` && !l.lesson.cancelled,
      )
      .at(-1)
    const at = coming.lesson.startsAt.replace(/[-:]/g, '')
    expect(coming.clash).toBeNull()
    const { status, data } = await put(event(`DTSTART:${at}`, 'DURATION:PT10M', 'SUMMARY:Roofer'))
    expect(status).toBe(200)
    expect(data.away.filter((a: { source: string }) => a.source === 'calendar')).toHaveLength(1)
    const after = (await studio.call('GET', '/api/today')).data.week.flatMap(
      (d: { lessons: object[] }) => d.lessons,
    )
    expect(after).toHaveLength(all.length)
    expect(after.find((l: { lesson: { id: string } }) => l.lesson.id === coming.lesson.id).clash).toBe(
      'busy: Roofer',
    )
    // A newer file takes its place; a broken one leaves it.
    expect((await put('no calendar')).data.error.message).toMatch(/no calendar file/)
    expect((await studio.call('GET', '/api/away')).data.away).toHaveLength(1)
    expect((await put(calendar())).data.away).toEqual([])
  })
  it('takes it from its own page only', async () => {
    const response = await studio.raw('/api/busy', {
      method: 'PUT',
      body: 'x',
      headers: { 'content-type': 'text/plain' },
    })
    expect(response.status).toBe(415)
  })
  it('gives a week’s practice to another calendar, with an alarm a session', async () => {
    const { data } = await studio.call('POST', '/api/lessons/leopold-quist-w13/card', {})
    const card = (await studio.call('GET', `/api/cards/${data.card.id}`)).data
    const text = practiceTimes({ ...card, from: '2026-12-01', sessions: 5 }, '17:30')
    const busy = busyIn(text.replaceAll('@halitus', '@elsewhere'), '2026-12-01', '2027-01-01')
    // Read again by the other library: five days of the week after the lesson.
    expect(busy.map((b) => b.from)).toEqual(
      ['02', '03', '04', '06', '07'].map((day) => `2026-12-${day}T17:30:00`),
    )
    expect(text.match(/BEGIN:VALARM/g)).toHaveLength(5)
    const link = (await studio.call('POST', '/api/learners/leopold-quist/links')).data
    const own = await studio.raw(`/api/cards/${link.path.split('/').pop()}/practice.ics?at=18:05`)
    expect(own.headers.get('content-type')).toMatch(/^text\/calendar/)
    const told = await own.text()
    expect(told).toContain('T180500')
    // A link tells no id of what it opens.
    expect(told).not.toContain(card.id)
    const { status, data: refused } = await studio.call('GET', `/api/cards/${card.id}/practice.ics?at=25:00`)
    expect(status).toBe(400)
    expect(refused.error.message).toBe('at is “25:00”; it is a time as 17:30.')
  })
  it('prints a page for the adult behind the card', async () => {
    const { data } = await studio.call('POST', '/api/lessons/pim-askerud-w13/card', {})
    const pages = async (more: string) =>
      Buffer.from(await (await studio.raw(`/api/cards/${data.card.id}/pdf?paper=A4${more}`)).arrayBuffer())
        .toString('latin1')
        .match(/\/Type \/Page\b(?!s)/g)?.length
    expect(await pages('')).toBe(1)
    expect(await pages('&adult=page')).toBe(2)
  })
  it('forgets them, and no holiday', async () => {
    const day = (await studio.call('GET', '/api/today')).data.date
    await studio.call('POST', '/api/away', {
      id: 'h',
      from: `${day}T00:00:00`,
      to: '2100-01-01T00:00:00',
      words: 'Rest',
    })
    await put(event(`DTSTART:${day.replace(/-/g, '')}T230000`, 'DURATION:PT10M'))
    expect((await studio.call('GET', '/api/away')).data.away).toHaveLength(2)
    const { data } = await studio.call('DELETE', '/api/busy')
    expect(data.away.map((a: { words: string }) => a.words)).toEqual(['Rest'])
  })
})
