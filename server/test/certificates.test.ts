import { mkdtempSync, readFileSync, rmSync, statSync } from 'node:fs'
import { createServer, get } from 'node:https'
import type { AddressInfo } from 'node:net'
import { X509Certificate } from 'node:crypto'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, describe, expect, it } from 'vitest'
import { fingerprint, ownCertificates, trustPage } from '../src/care/index.ts'

const folder = mkdtempSync(join(tmpdir(), 'halitus-https-'))
afterAll(() => rmSync(folder, { recursive: true, force: true }))
const NAMES = ['localhost', '127.0.0.1', '::1', 'studio.local']
const DAY = 86_400_000

describe('the studio’s own certificates', () => {
  it('let a client that trusts the authority in, and no other', async () => {
    const { key, cert, authority } = await ownCertificates(folder, NAMES)
    const server = createServer({ key, cert }, (_, response) => response.end('in'))
    await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
    const url = `https://localhost:${(server.address() as AddressInfo).port}/`
    const ask = (ca?: string) =>
      new Promise<string>((resolve) =>
        get(url, { ...(ca && { ca }), family: 4, agent: false }, (r) =>
          r.on('data', (d: Buffer) => resolve(d.toString())),
        ).on('error', (e) => resolve((e as NodeJS.ErrnoException).code ?? e.message)),
      )
    expect(await ask(authority)).toBe('in')
    expect(await ask()).toMatch(/VERIFY|ISSUER|SELF_SIGNED/)
    server.close()
  })
  it('are for this machine’s names, a year long, by an authority that may sign no other', async () => {
    const { cert, authority } = await ownCertificates(folder, NAMES)
    const [leaf, root] = [new X509Certificate(cert), new X509Certificate(authority!)]
    expect(leaf.checkIssued(root)).toBe(true)
    expect(leaf.verify(root.publicKey)).toBe(true)
    for (const name of ['localhost', 'studio.local']) expect(leaf.checkHost(name)).toBe(name)
    for (const ip of ['127.0.0.1', '::1']) expect(leaf.checkIP(ip)).toBe(ip)
    expect(leaf.checkHost('elsewhere.example')).toBeUndefined()
    expect(leaf.ca).toBe(false)
    expect(root.ca).toBe(true)
    const days = (Date.parse(leaf.validTo) - Date.parse(leaf.validFrom)) / DAY
    // CA/Browser Forum baseline: at most 398 days.
    expect(days).toBeLessThanOrEqual(398)
    expect(days).toBeGreaterThan(390)
  })
  it('are kept, closed to others, and made anew for another name or a month before they end; the authority stays', async () => {
    const first = await ownCertificates(folder, NAMES)
    expect(await ownCertificates(folder, NAMES)).toEqual(first)
    for (const file of ['authority.key', 'server.key', 'authority.pem'])
      expect(statSync(join(folder, file)).mode & 0o077).toBe(0)
    const moved = await ownCertificates(folder, [...NAMES, '192.0.2.7'])
    expect(moved.cert).not.toBe(first.cert)
    expect(moved.authority).toBe(first.authority)
    const later = (days: number) => ownCertificates(folder, NAMES, new Date(Date.now() + days * DAY))
    expect((await later(366)).cert).toBe(moved.cert)
    const renewed = await later(368)
    expect(renewed.cert).not.toBe(moved.cert)
    expect(renewed.authority).toBe(first.authority)
    expect(readFileSync(join(folder, 'server.pem'), 'utf8')).toBe(renewed.cert)
  })
  it('are explained on one page that serves nothing else', async () => {
    const { authority } = await ownCertificates(folder, NAMES)
    const server = trustPage(authority!, 4173).listen(0, '127.0.0.1')
    await new Promise((resolve) => server.once('listening', resolve))
    const base = `http://127.0.0.1:${(server.address() as AddressInfo).port}`
    const page = await (await fetch(base)).text()
    expect(page).toContain(fingerprint(authority!))
    expect(page).toContain('https://127.0.0.1:4173/')
    expect(fingerprint(authority!).replace(/ /g, ':')).toBe(new X509Certificate(authority!).fingerprint256)
    const file = await fetch(`${base}/halitus-authority.crt`)
    expect(file.headers.get('content-type')).toContain('application/x-x509-ca-cert')
    expect(await file.text()).toBe(authority)
    for (const path of ['/api/learners', '/server.key', '/..%2fserver.key', '/assets/x.js'])
      expect((await fetch(base + path)).status, path).toBe(404)
    server.close()
  })
})
