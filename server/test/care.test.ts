import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { ROUTES, type Route } from '@halitus/core/contract'
import { opens, sealed, weakness } from '../src/care/passwords.ts'
import { letGo } from '../src/learners/index.ts'
import { browserAt, NOW, startStudio, type StudioAtWork } from './studio-at-work.ts'

const PASSWORD = 'seven wooden tubes'
const HELPER = 'and a silver one too'
let studio: StudioAtWork
const codes: string[] = []
let clock = NOW.getTime()
beforeAll(async () => {
  studio = await startStudio({ demo: true, guarded: true, backups: true, codes, now: () => new Date(clock) })
})
afterAll(() => studio.stop())

const browser = () => browserAt(studio)
const routes = Object.values(ROUTES) as Route[]
const addressOf = (r: Route) => `/api${r.path.replace(/:\w+/g, 'saskia-vell')}`

describe('passwords', () => {
  it.each([
    ['short words', 'The password has 11 characters; 12 are needed.'],
    ['aaaaaaaaaaaa', 'among the first that are guessed'],
    ['password1234', 'among the first that are guessed'],
    ['123456789012', 'among the first that are guessed'],
    ['x'.repeat(201), 'at most 200 are taken'],
  ])('“%s” isn’t taken: %s', (password, sentence) => expect(weakness(password)).toContain(sentence))
  it.each(['twelve chars', PASSWORD, 'ключ от комнаты', 'x'.repeat(150) + 'abcdef ghi'])(
    '“%s” is',
    (password) => expect(weakness(password)).toBeUndefined(),
  )
  it('are kept sealed, each with its own salt, and open in any spelling of the same letters', async () => {
    const [one, two] = [await sealed('Blätter im Mai'), await sealed('Blätter im Mai')]
    expect(one.hash).not.toBe(two.hash)
    // No letters that might stand there by chance: what is kept is written in A to Z, a to z and digits.
    expect(JSON.stringify(one)).not.toMatch(/Blätter| im /)
    expect(await opens('Bla\u0308tter im Mai', one)).toBe(true)
    expect(await opens('Blätter im mai', one)).toBe(false)
  })
})

describe('a studio that other machines reach', () => {
  it('serves nothing before a password was chosen, and asks for the code that stands where it was started', async () => {
    const b = browser()
    expect((await b.ask('GET', '/api/session')).data).toEqual({ guarded: true, role: null, setUp: false })
    expect(codes).toHaveLength(1)
    expect((await b.ask('GET', '/api/health')).status).toBe(200)
    expect((await b.ask('GET', '/api/learners')).status).toBe(401)
    const wrong = await b.ask('POST', '/api/session/set-up', { code: '0000 0000x', password: PASSWORD })
    expect(wrong.data.error).toMatchObject({ code: 'signed-out', field: 'code' })
    const weak = await b.ask('POST', '/api/session/set-up', { code: codes[0], password: 'short' })
    expect(weak.status).toBe(400)
    const { status, set } = await b.ask('POST', '/api/session/set-up', { code: codes[0], password: PASSWORD })
    expect(status).toBe(200)
    expect(set[0]).toMatch(/^halitus=[\w-]{43}; Path=\/; HttpOnly; SameSite=Strict$/)
    expect(set[1]).toMatch(
      /^halitus-device=[\w-]{43}; Max-Age=34560000; Path=\/; .*HttpOnly; SameSite=Strict$/,
    )
    expect((await b.ask('GET', '/api/learners')).status).toBe(200)
    // The code was for once.
    const again = await browser().ask('POST', '/api/session/set-up', {
      code: codes[0],
      password: 'another long one',
    })
    expect(again.status).toBe(403)
  })
  it('answers 401 to every route of the contract without a session, but for health and signing in', async () => {
    const open = new Set(['/health', '/session', '/session/set-up'])
    let asked = 0
    for (const r of routes) {
      if (open.has(r.path)) continue
      const { status, data } = await browser().ask(
        r.method.toUpperCase(),
        addressOf(r),
        r.method === 'get' ? undefined : {},
      )
      expect(status, `${r.method} ${r.path}`).toBe(401)
      expect(data.error.code).toBe('signed-out')
      asked++
    }
    expect(asked).toBeGreaterThan(40)
    for (const path of [
      '/api/Learners',
      '/api//learners',
      '/api/learners/',
      '/api/%6cearners',
      '/API/learners',
    ])
      expect((await browser().ask('GET', path)).status, path).toBeGreaterThanOrEqual(401)
    expect((await browser().ask('GET', '/api/session')).data).toEqual({
      guarded: true,
      role: null,
      setUp: true,
    })
  })
  it('knows no forged or ended session', async () => {
    const b = browser()
    await b.ask('POST', '/api/session', { password: PASSWORD })
    const taken = b.cookie()
    expect((await b.ask('GET', '/api/learners')).status).toBe(200)
    const forged = await studio.raw('/api/learners', { headers: { cookie: `halitus=${'A'.repeat(43)}` } })
    expect(forged.status).toBe(401)
    await b.ask('DELETE', '/api/session')
    expect((await studio.raw('/api/learners', { headers: { cookie: taken } })).status).toBe(401)
  })
  it('ends a session after twelve hours without a request, and after thirty days in any case', async () => {
    const HOUR = 3600_000
    const b = browser()
    await b.ask('POST', '/api/session', { password: PASSWORD })
    const began = clock
    clock += 12 * HOUR
    expect((await b.ask('GET', '/api/learners')).status).toBe(200)
    clock += 12 * HOUR + 1
    expect((await b.ask('GET', '/api/learners')).status).toBe(401)
    await b.ask('POST', '/api/session', { password: PASSWORD })
    const second = clock
    while (clock + 11 * HOUR <= second + 30 * 24 * HOUR) {
      clock += 11 * HOUR
      expect((await b.ask('GET', '/api/health')).status).toBe(200)
      expect((await b.ask('GET', '/api/learners')).status).toBe(200)
    }
    clock = second + 30 * 24 * HOUR + 1
    expect((await b.ask('GET', '/api/learners')).status).toBe(401)
    clock = began
  })
  it('locks after five wrong passwords, also when they come at once, and then for twice as long', async () => {
    const b = browser()
    const tries = await Promise.all(
      Array.from({ length: 7 }, () => b.ask('POST', '/api/session', { password: 'not the password' })),
    )
    expect(tries.filter((t) => t.status === 401)).toHaveLength(5)
    expect(tries.filter((t) => t.data.error.code === 'locked')).toHaveLength(2)
    // Not even the right one now.
    const right = await b.ask('POST', '/api/session', { password: PASSWORD })
    expect(right.data.error.message).toBe('Too many wrong passwords. Try again in 60 s.')
    clock += 60_000
    expect((await b.ask('POST', '/api/session', { password: 'not the password' })).status).toBe(401)
    expect((await b.ask('POST', '/api/session', { password: PASSWORD })).data.error.message).toContain(
      '120 s',
    )
    clock += 120_000
    expect((await b.ask('POST', '/api/session', { password: PASSWORD })).status).toBe(200)
  })
  it('changes the teacher’s password only with the old one; every other sign-in ends', async () => {
    const [b, other] = [browser(), browser()]
    await b.ask('POST', '/api/session', { password: PASSWORD })
    await other.ask('POST', '/api/session', { password: PASSWORD })
    const next = 'eight wooden tubes'
    expect(
      (await b.ask('PUT', '/api/accounts/teacher', { password: next, current: 'wrong one here' })).status,
    ).toBe(401)
    expect((await b.ask('PUT', '/api/accounts/teacher', { password: null, current: PASSWORD })).status).toBe(
      400,
    )
    expect((await b.ask('PUT', '/api/accounts/teacher', { password: next, current: PASSWORD })).status).toBe(
      200,
    )
    expect((await b.ask('GET', '/api/learners')).status).toBe(200)
    expect((await other.ask('GET', '/api/learners')).status).toBe(401)
    await b.ask('PUT', '/api/accounts/teacher', { password: PASSWORD, current: next })
  })
})

describe('who tries, and with which clock', () => {
  let studio: StudioAtWork
  let clock = NOW.getTime()
  const browser = () => browserAt(studio)
  beforeEach(async () => {
    const codes: string[] = []
    clock = NOW.getTime()
    studio = await startStudio({ guarded: true, codes, now: () => new Date(clock) })
    const first = browser()
    await first.ask('GET', '/api/session')
    await first.ask('POST', '/api/session/set-up', { code: codes[0], password: PASSWORD })
  })
  afterEach(() => studio.stop())
  it('locks who guesses, not the teacher’s own device, nor who has signed in', async () => {
    const [own, signedIn, guesser] = [browser(), browser(), browser()]
    for (const b of [own, signedIn]) await b.ask('POST', '/api/session', { password: PASSWORD })
    await own.ask('DELETE', '/api/session')
    for (let k = 0; k < 6; k++) await guesser.ask('POST', '/api/session', { password: 'not the password' })
    expect((await guesser.ask('POST', '/api/session', { password: PASSWORD })).data.error.code).toBe('locked')
    expect((await own.ask('POST', '/api/session', { password: PASSWORD })).status).toBe(200)
    const change = { password: PASSWORD, current: PASSWORD }
    expect((await signedIn.ask('PUT', '/api/accounts/teacher', change)).status).toBe(200)
    // With another password no device is known any more, but for the one that chose it.
    expect((await own.ask('POST', '/api/session', { password: PASSWORD })).data.error.code).toBe('locked')
    await signedIn.ask('DELETE', '/api/session')
    expect((await signedIn.ask('POST', '/api/session', { password: PASSWORD })).status).toBe(200)
    // A known device may guess no more often than others.
    const tries = []
    for (let k = 0; k < 6; k++) {
      signedIn.forget('halitus')
      tries.push(
        (await signedIn.ask('POST', '/api/session', { password: 'not the password' })).data.error.code,
      )
    }
    expect(tries).toEqual([...Array<string>(5).fill('signed-out'), 'locked'])
  })
  it('takes over no device that somebody else made up', async () => {
    const made = 'A'.repeat(43)
    const signedIn = await studio.raw('/api/session', {
      method: 'POST',
      headers: { 'content-type': 'application/json', cookie: `halitus-device=${made}` },
      body: JSON.stringify({ password: PASSWORD }),
    })
    expect(signedIn.status).toBe(200)
    expect(signedIn.headers.getSetCookie()[1]).toMatch(/^halitus-device=[\w-]{43};/)
    expect(signedIn.headers.getSetCookie()[1]).not.toContain(made)
  })
  it('says the same of a helper whether there is one or not', async () => {
    const b = browser()
    const codes = []
    for (let k = 0; k < 6; k++)
      codes.push(
        (await b.ask('POST', '/api/session', { password: 'no such helper', role: 'helper' })).data.error.code,
      )
    expect(codes).toEqual([...Array<string>(5).fill('signed-out'), 'locked'])
  })
  it('knows a clock that was ahead: it locks nobody out for longer than any lock, and its sessions end', async () => {
    const YEAR = 365 * 24 * 3600_000
    const [b, other] = [browser(), browser()]
    clock += YEAR
    for (let k = 0; k < 5; k++) await other.ask('POST', '/api/session', { password: 'not the password' })
    expect((await b.ask('POST', '/api/session', { password: PASSWORD })).data.error.code).toBe('locked')
    clock += 15 * 60_000
    expect((await b.ask('POST', '/api/session', { password: PASSWORD })).status).toBe(200)
    for (let k = 0; k < 9; k++) await other.ask('POST', '/api/session', { password: 'not the password' })
    clock -= YEAR
    expect((await b.ask('GET', '/api/learners')).status).toBe(401)
    expect((await browser().ask('POST', '/api/session', { password: PASSWORD })).status).toBe(200)
  })
  it('ends the sign-in that a browser had when it signs in again', async () => {
    const b = browser()
    await b.ask('POST', '/api/session', { password: PASSWORD })
    const before = b.cookie()
    await b.ask('POST', '/api/session', { password: PASSWORD })
    expect((await b.ask('GET', '/api/learners')).status).toBe(200)
    expect((await studio.raw('/api/learners', { headers: { cookie: before } })).status).toBe(401)
  })
  it('leaves nothing in the browser: answers aren’t kept, signing out clears what was', async () => {
    const b = browser()
    await b.ask('POST', '/api/session', { password: PASSWORD })
    expect((await b.ask('GET', '/api/learners')).headers.get('cache-control')).toBe('no-store')
    const out = await b.ask('DELETE', '/api/session')
    expect(out.headers.get('clear-site-data')).toBe('"cache"')
  })
  it('takes one of two first passwords that come at once, and tells the other', async () => {
    const own: string[] = []
    const fresh = await startStudio({ guarded: true, codes: own })
    await browserAt(fresh).ask('GET', '/api/session')
    const both = await Promise.all(
      [PASSWORD, 'eight wooden tubes'].map((password) =>
        browserAt(fresh).ask('POST', '/api/session/set-up', { code: own[0], password }),
      ),
    )
    expect(both.map((x) => x.status).sort()).toEqual([200, 403])
    await fresh.stop()
  })
})

describe('a helper', () => {
  it('gives lessons, and can’t take everything out or in, delete, or let others in', async () => {
    const teacher = browser()
    await teacher.ask('POST', '/api/session', { password: PASSWORD })
    const nobody = await browser().ask('POST', '/api/session', { password: HELPER, role: 'helper' })
    expect(nobody.data.error.message).toBe('That isn’t the password.')
    expect(
      (await teacher.ask('PUT', '/api/accounts/helper', { password: HELPER, current: PASSWORD })).data,
    ).toEqual({
      teacher: true,
      second: false,
      helper: true,
    })
    const open = await teacher.ask('PUT', '/api/accounts/helper', { password: HELPER })
    expect(open.data.error.message).toBe('That isn’t the password.')
    const b = browser()
    expect((await b.ask('POST', '/api/session', { password: HELPER, role: 'helper' })).data.role).toBe(
      'helper',
    )
    expect((await b.ask('GET', '/api/lessons/saskia-vell-w13')).status).toBe(200)
    const note = { id: 'h1', stage: 'tune', kind: 'note', provenance: 'typed', data: { text: 'By a helper' } }
    expect((await b.ask('POST', '/api/lessons/saskia-vell-w13/entries', note)).status).toBe(201)
    // What was just noted may be taken back.
    expect((await b.ask('DELETE', '/api/lessons/saskia-vell-w13/entries/h1')).status).toBe(200)
    const refused: [string, string, unknown?][] = [
      ['GET', '/api/export'],
      ['POST', '/api/import', {}],
      ['GET', '/api/backups'],
      ['POST', '/api/backups', {}],
      ['GET', '/api/accounts'],
      ['PUT', '/api/accounts/teacher', { password: 'mine from now on', current: HELPER }],
      ['PUT', '/api/studio', {}],
      ['DELETE', '/api/lessons/saskia-vell-w13'],
      ['POST', '/api/learners/saskia-vell/links', {}],
      ['DELETE', '/api/links/x'],
      ['DELETE', '/api/learners/saskia-vell', { name: 'Saskia Vell' }],
      ['GET', '/api/learners/saskia-vell/export'],
      ['DELETE', '/api/takes/x'],
      ['PATCH', '/api/learners/saskia-vell', { consent: null }],
    ]
    for (const [method, path, body] of refused)
      expect((await b.ask(method, path, body)).data.error.code, path).toBe('not-allowed')
    for (const path of ['/api/EXPORT', '/api/export/', '/api//export', '/api/%65xport', '/api/./export'])
      expect((await b.ask('GET', path)).data.format, path).toBeUndefined()
    await teacher.ask('PUT', '/api/accounts/helper', { password: null, current: PASSWORD })
    expect((await b.ask('GET', '/api/lessons/saskia-vell-w13')).status).toBe(401)
  })
})

describe('a learner’s link', () => {
  it('opens the newest card and nothing else, until it is taken back', async () => {
    const teacher = browser()
    await teacher.ask('POST', '/api/session', { password: PASSWORD })
    const { data: link } = await teacher.ask('POST', '/api/learners/saskia-vell/links', {})
    expect(link.path).toMatch(/^\/card\/~[\w-]{43}$/)
    const api = `/api/cards/${link.path.slice('/card/'.length)}`
    const learner = browser()
    const { status, data: card } = await learner.ask('GET', api)
    expect(status).toBe(200)
    expect(card.rows.length).toBeGreaterThan(0)
    // No id that leads on.
    const { data: roster } = await teacher.ask('GET', '/api/learners/saskia-vell')
    const text = JSON.stringify(card)
    const newest = roster.cards.at(-1)
    for (const id of [
      newest.id,
      newest.lessonId,
      'saskia-vell',
      ...roster.lessons.map((l: { id: string }) => l.id),
    ])
      expect(text.includes(`"${id}"`), id).toBe(false)
    const row = card.rows[0].id
    const ticked = await learner.ask('PUT', `${api}/ticks/${row}/1`, {})
    expect(ticked.data.ticks.some((t: { rowId: string }) => t.rowId === row)).toBe(true)
    expect(JSON.stringify(ticked.data)).not.toContain('saskia-vell')
    expect((await learner.ask('POST', `${api}/reports`, { id: 'r1', kind: 'sore', text: '' })).status).toBe(
      200,
    )
    // The same trouble in the same words is one, until it was read; twenty unread ones are enough.
    const reports = async () => (await learner.ask('GET', api)).data.reports as { text: string }[]
    const before = (await reports()).length
    const report = (k: number, text = `no ${k}`) =>
      learner.ask('POST', `${api}/reports`, { id: `more-${k}`, kind: 'other', text })
    expect((await report(1, 'it squeaks')).status).toBe(200)
    expect((await report(2, 'it squeaks')).status).toBe(200)
    expect(await reports()).toHaveLength(before + 1)
    let k = 3
    while ((await reports()).length < 20) await report(k++)
    expect((await report(k)).data.error).toEqual({
      code: 'no-room',
      message: '20 reports wait to be read by your teacher already.',
    })
    // A tick that comes late belongs to the week that was seen, not to the newest card.
    const older = roster.cards.at(-2)
    const late = await learner.ask('PUT', `${api}/ticks/${older.rows[0].id}/1?from=${older.from}`, {})
    expect(late.data.from).toBe(older.from)
    expect(late.data.ticks.some((t: { rowId: string }) => t.rowId === older.rows[0].id)).toBe(true)
    expect((await learner.ask('PUT', `${api}/ticks/x/1?from=2020-01-06`, {})).status).toBe(404)
    expect((await learner.ask('GET', `${api}/pdf`)).data).toMatch(/^%PDF/)
    // Of many papers at once by a link some wait their turn, so that the teacher's comes soon.
    const papers = await Promise.all(Array.from({ length: 6 }, () => learner.ask('GET', `${api}/pdf`)))
    expect(papers.filter((p) => p.status === 200).length).toBeGreaterThanOrEqual(2)
    expect(papers.filter((p) => p.status === 429).length).toBeGreaterThanOrEqual(1)
    expect((await teacher.ask('GET', `/api/cards/${roster.cards.at(-1).id}/pdf`)).status).toBe(200)
    for (const [method, path, body] of [
      ['PATCH', api, {}],
      ['PUT', api, {}],
      ['DELETE', api],
      ['PUT', `${api}/reports/r1/seen`, { seen: true }],
      ['GET', `${api}/../../learners`],
      ['GET', '/api/learners/own'],
      ['GET', `/api/cards/${newest.id}`],
      ['GET', '/api/studio'],
    ] as const)
      expect((await learner.ask(method, path, body)).status, `${method} ${path}`).toBeGreaterThanOrEqual(401)
    const { data: list } = await teacher.ask('GET', '/api/learners/saskia-vell/links')
    expect(list.links).toEqual([{ id: link.id, createdAt: expect.any(String), revokedAt: null }])
    // Who is to be deleted tonight is seen by nobody, by a link neither.
    await teacher.ask('DELETE', '/api/learners/saskia-vell', { name: 'Saskia Vell' })
    expect((await learner.ask('GET', api)).status).toBe(404)
    await teacher.ask('DELETE', '/api/learners/saskia-vell/deleted')
    expect((await learner.ask('GET', api)).status).toBe(200)
    await teacher.ask('DELETE', `/api/links/${link.id}`)
    const gone = await learner.ask('GET', api)
    expect(gone.status).toBe(404)
    expect(gone.data.error.message).toBe(
      'This link opens nothing (any more). Ask your teacher for a new one.',
    )
    expect((await learner.ask('GET', `/api/cards/~${'A'.repeat(43)}`)).data.error.message).toBe(
      gone.data.error.message,
    )
    expect((await teacher.ask('DELETE', '/api/links/none')).status).toBe(404)
    expect((await teacher.ask('POST', '/api/learners/nobody/links', {})).status).toBe(404)
  })
})

describe('on this machine alone', () => {
  it('nobody has to sign in', async () => {
    const own = await startStudio()
    expect((await own.call('GET', '/api/session')).data).toEqual({
      guarded: false,
      role: 'teacher',
      setUp: true,
    })
    expect((await own.call('GET', '/api/learners')).status).toBe(200)
    await own.stop()
  })
})

describe('a learner who leaves', () => {
  it('is deleted with everything at the end of the day, undone until then, given alone as a file', async () => {
    const own = await startStudio({ demo: true })
    const { data: file } = await own.call('GET', '/api/learners/saskia-vell/export')
    expect(file).toMatchObject({ format: 'halitus-learner', learner: { name: 'Saskia Vell' } })
    expect(file.lessons.length).toBeGreaterThan(5)
    expect(file.entries.every((e: { learnerId: string }) => e.learnerId === 'saskia-vell')).toBe(true)
    expect(file.ticks.length).toBeGreaterThan(0)
    expect(JSON.stringify(file)).not.toContain('Ottoline')
    const wrong = await own.call('DELETE', '/api/learners/saskia-vell', { name: 'Saskia' })
    expect(wrong.data.error).toMatchObject({ code: 'invalid', field: 'name' })
    const names = async () =>
      (await own.call('GET', '/api/learners')).data.learners.map((l: { name: string }) => l.name)
    expect(await names()).toContain('Saskia Vell')
    expect((await own.call('DELETE', '/api/learners/saskia-vell', { name: 'Saskia Vell' })).data).toEqual({
      until: '2026-03-20',
    })
    expect(await names()).not.toContain('Saskia Vell')
    expect((await own.call('GET', '/api/today')).status).toBe(200)
    expect((await own.call('GET', '/api/leaving')).data.learners).toEqual([
      { id: 'saskia-vell', name: 'Saskia Vell' },
    ])
    // The same day nothing goes; taken back they are as they were.
    expect(await own.db.write((tx) => letGo(tx, '2026-03-20'))).toBe(0)
    expect((await own.call('DELETE', '/api/learners/saskia-vell/deleted')).status).toBe(200)
    expect((await own.call('GET', '/api/learners/saskia-vell')).data.learner.archived).toBe(false)
    expect((await own.call('DELETE', '/api/learners/saskia-vell/deleted')).status).toBe(404)
    // The day after, everything is gone.
    await own.call('DELETE', '/api/learners/saskia-vell', { name: 'Saskia Vell' })
    expect(await own.db.write((tx) => letGo(tx, '2026-03-21'))).toBe(1)
    expect((await own.call('GET', '/api/learners/saskia-vell')).status).toBe(404)
    const whole = JSON.stringify((await own.call('GET', '/api/export')).data)
    expect(whole).not.toContain('saskia-vell')
    await own.stop()
  })
})
