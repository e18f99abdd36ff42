import { URI, type TOTP } from 'otpauth'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { stepOf } from '../src/care/second.ts'
import { browserAt, NOW, startStudio, type StudioAtWork } from './studio-at-work.ts'

const PASSWORD = 'seven wooden tubes'
let studio: StudioAtWork
const codes: string[] = []
let clock = NOW.getTime()
beforeAll(async () => {
  studio = await startStudio({ guarded: true, codes, now: () => new Date(clock) })
})
afterAll(() => studio.stop())
const browser = () => browserAt(studio)

describe('a second factor', () => {
  /** RFC 6238, appendix B: the secret “12345678901234567890” in base32, with the last six of each code’s eight digits. */
  const RFC = 'GEZDGNBVGY3TQOJQGEZDGNBVGY3TQOJQ'
  it.each([
    [59, '287082', 1],
    [1111111109, '081804', 37037036],
    [1111111111, '050471', 37037037],
    [1234567890, '005924', 41152263],
    [2000000000, '279037', 66666666],
    [20000000000, '353130', 666666666],
  ])('has at %i s the code %s of the standard', (atS, code, step) => {
    expect(stepOf(RFC, code, 1000 * atS)).toBe(step)
  })
  it('holds half a minute, one step before and after for clocks that differ, and only as six digits', () => {
    // The code of step 1, from 30 to 60 s.
    for (const [atS, found] of [
      [0, 1],
      [29, 1],
      [30, 1],
      [89, 1],
      [90, undefined],
      [120, undefined],
    ] as const)
      expect(stepOf(RFC, '287082', 1000 * atS), `${atS} s`).toBe(found)
    expect(stepOf(RFC, '287 082', 59_000)).toBe(1)
    for (const code of ['', '28708', '2870822', '94287082', 'abcdef'])
      expect(stepOf(RFC, code, 59_000)).toBeUndefined()
  })
  it('is asked for after the right password once a code has confirmed it, each code once, and goes with the password', async () => {
    const teacher = browser()
    await teacher.ask('GET', '/api/session')
    await teacher.ask('POST', '/api/session/set-up', { code: codes[0], password: PASSWORD })
    expect((await teacher.ask('POST', '/api/second-factor', { current: 'somebody else’s' })).status).toBe(401)
    const { data } = await teacher.ask('POST', '/api/second-factor', { current: PASSWORD })
    const app = URI.parse(data.address) as TOTP
    expect([app.issuer, app.digits, app.period, app.secret.buffer.byteLength]).toEqual(['Halitus', 6, 30, 20])
    const code = (steps = 0) => app.generate({ timestamp: clock + 30_000 * steps })
    // Not confirmed yet: the password is enough, and a wrong code confirms nothing.
    expect((await browser().ask('POST', '/api/session', { password: PASSWORD })).status).toBe(200)
    const wrong = await teacher.ask('PUT', '/api/second-factor', { code: code(9) })
    expect([wrong.status, wrong.data.error.field]).toEqual([400, 'code'])
    const on = await teacher.ask('PUT', '/api/second-factor', { code: code() })
    expect(on.data).toMatchObject({ teacher: true, second: true })

    const b = browser()
    const half = await b.ask('POST', '/api/session', { password: PASSWORD })
    expect([half.status, half.data.error]).toEqual([
      401,
      { code: 'second-needed', message: 'Type the six digits of your app as well.', field: 'code' },
    ])
    expect((await b.ask('GET', '/api/learners')).status).toBe(401)
    // The code that confirmed it was used.
    const used = await b.ask('POST', '/api/session', { password: PASSWORD, code: code() })
    expect(used.data.error.message).toBe('That isn’t the code of this moment; each counts once.')
    // A right code with a wrong password tells nothing.
    const guessed = await b.ask('POST', '/api/session', { password: 'a guess at it', code: code(1) })
    expect(guessed.data.error.message).toBe('That isn’t the password.')
    expect((await b.ask('POST', '/api/session', { password: PASSWORD, code: code(1) })).status).toBe(200)
    expect((await b.ask('POST', '/api/session', { password: PASSWORD, code: code(1) })).status).toBe(401)
    // Wrong codes lock as wrong passwords do.
    for (let k = 0; k < 4; k++)
      expect((await b.ask('POST', '/api/session', { password: PASSWORD, code: '000000' })).status).toBe(401)
    expect((await b.ask('POST', '/api/session', { password: PASSWORD, code: code(1) })).status).toBe(429)
    clock += 60_000

    expect((await teacher.ask('DELETE', '/api/second-factor', { current: 'wrong again' })).status).toBe(401)
    clock += 60_000 * 4
    const off = await teacher.ask('DELETE', '/api/second-factor', { current: PASSWORD })
    expect(off.data).toMatchObject({ second: false })
    expect((await browser().ask('POST', '/api/session', { password: PASSWORD })).status).toBe(200)
  })
})
