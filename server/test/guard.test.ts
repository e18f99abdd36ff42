import { request as ask } from 'node:http'
import { hostname } from 'node:os'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { startStudio, type StudioAtWork } from './studio-at-work.ts'

let studio: StudioAtWork
beforeAll(async () => {
  studio = await startStudio({ demo: true, allowedHosts: ['studio.example'] })
})
afterAll(() => studio.stop())

/** A request with any headers at all, as a browser or another program would send them. */
function send(
  method: string,
  path: string,
  headers: Record<string, string> = {},
  body?: string,
): Promise<{ status: number; code: string | undefined; text: string }> {
  const { hostname: host, port } = new URL(studio.url)
  return new Promise((resolve, reject) => {
    const request = ask(
      { host, port, method, path, headers: { host: `localhost:${port}`, ...headers } },
      (response) => {
        let text = ''
        response.on('data', (data: Buffer) => (text += data.toString()))
        response.on('end', () => {
          const code = /"code":"([\w-]+)"/.exec(text)?.[1]
          resolve({ status: response.statusCode!, code, text })
        })
      },
    )
    request.on('error', reject)
    request.end(body)
  })
}
const port = () => new URL(studio.url).port
const CARD = '/api/lessons/saskia-vell-w13/card'

// Sources: OWASP, cross-site request forgery prevention; W3C Fetch Metadata Request Headers; from memory.
describe('nobody gets in who doesn’t belong', () => {
  it.each(['evil.example', 'localhost.evil.example', '127.0.0.1.evil.example:4173'])(
    'a page under the name “%s” reads nothing, even when that name leads here',
    async (host) => {
      const answer = await send('GET', '/api/export', { host })
      expect([answer.status, answer.code]).toEqual([421, 'wrong-host'])
      expect(answer.text).not.toContain('Saskia')
    },
  )
  it.each(['localhost', '127.0.0.1', '[::1]', hostname(), 'studio.example', 'STUDIO.example.'])(
    'is reached as %s, with and without a port',
    async (name) => {
      for (const host of [name, `${name}:${port()}`])
        expect((await send('GET', '/api/health', { host })).status, host).toBe(200)
    },
  )
  it.each<Record<string, string>>([
    { origin: 'https://evil.example' },
    { origin: 'null' },
    { origin: 'http://localhost:1' },
    { 'sec-fetch-site': 'cross-site' },
    { 'sec-fetch-site': 'same-site' },
  ])('changes nothing for a page elsewhere: %j', async (headers) => {
    const answer = await send('POST', CARD, headers)
    expect([answer.status, answer.code]).toEqual([403, 'cross-site'])
  })
  it('doesn’t take a form for a request', async () => {
    const answer = await send('POST', CARD, { 'content-type': 'application/x-www-form-urlencoded' }, 'a=b')
    expect([answer.status, answer.code]).toEqual([415, 'not-json'])
    expect((await send('POST', CARD, { 'content-type': 'text/plain' }, '{}')).status).toBe(415)
  })
  it('answers the studio’s own page, and a program that sends neither', async () => {
    const own = { origin: `http://localhost:${port()}`, 'sec-fetch-site': 'same-origin' }
    expect((await send('POST', CARD, own)).status).toBe(200)
    expect((await send('POST', CARD)).status).toBe(200)
    const json = { 'content-type': 'application/json; charset=utf-8' }
    expect(
      (await send('PUT', '/api/learners/saskia-vell/plans/tune', json, '{"text":"x","version":99}')).status,
    ).toBe(409)
  })
  it('lets a link from elsewhere open the page, but read no data', async () => {
    const link = { 'sec-fetch-site': 'cross-site', 'sec-fetch-mode': 'navigate' }
    expect((await send('GET', '/', link)).code).not.toBe('cross-site')
    expect((await send('GET', '/api/export', link)).code).toBe('cross-site')
    expect((await send('GET', '/api/export', { 'sec-fetch-site': 'cross-site' })).code).toBe('cross-site')
    expect((await send('GET', '/api/health', { 'sec-fetch-site': 'none' })).status).toBe(200)
  })
})
