import 'reflect-metadata'
import { mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { get as plainly } from 'node:http'
import { createServer, get } from 'node:https'
import type { AddressInfo } from 'node:net'
import { webcrypto, X509Certificate } from 'node:crypto'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, describe, expect, it } from 'vitest'
import {
  PemConverter,
  SubjectAlternativeNameExtension,
  X509Certificate as Signed,
  X509CertificateGenerator,
} from '@peculiar/x509'
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
  it('can’t vouch for a site elsewhere, even with the authority’s key; two years long', async () => {
    const { authority } = await ownCertificates(folder, NAMES)
    const issuer = new Signed(authority!)
    const days = (issuer.notAfter.getTime() - issuer.notBefore.getTime()) / DAY
    expect(days).toBeGreaterThan(729)
    expect(days).toBeLessThan(732)
    const algorithm = { name: 'ECDSA', namedCurve: 'P-256' }
    const signingKey = await webcrypto.subtle.importKey(
      'pkcs8',
      PemConverter.decodeFirst(readFileSync(join(folder, 'authority.key'), 'utf8')),
      algorithm,
      true,
      ['sign'],
    )
    const answer = async (name: string, asIp: boolean) => {
      const keys = await webcrypto.subtle.generateKey(algorithm, true, ['sign', 'verify'])
      const leaf = await X509CertificateGenerator.create({
        subject: 'CN=leaf',
        issuer: issuer.subject,
        notBefore: new Date(Date.now() - DAY),
        notAfter: new Date(Date.now() + DAY),
        signingAlgorithm: { name: 'ECDSA', hash: 'SHA-256' },
        publicKey: keys.publicKey as CryptoKey,
        signingKey: signingKey as CryptoKey,
        extensions: [new SubjectAlternativeNameExtension([{ type: asIp ? 'ip' : 'dns', value: name }])],
      })
      const key = PemConverter.encode(
        await webcrypto.subtle.exportKey('pkcs8', keys.privateKey),
        'PRIVATE KEY',
      )
      const server = createServer({ key, cert: leaf.toString('pem') }, (_, response) => response.end('in'))
      await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
      const { port } = server.address() as AddressInfo
      const said = await new Promise<string>((resolve) =>
        get(
          {
            host: '127.0.0.1',
            port,
            ca: authority!,
            agent: false,
            checkServerIdentity: () => undefined,
          },
          (r) => r.on('data', (d: Buffer) => resolve(d.toString())),
        ).on('error', (e) => resolve(e.message)),
      )
      server.close()
      return said
    }
    // RFC 5280, 4.2.1.10, as OpenSSL checks it.
    for (const [name, asIp] of [
      ['bank.example', false],
      ['8.8.8.8', true],
      ['172.32.0.1', true],
      ['notlocal', false],
    ] as const)
      expect(await answer(name, asIp), name).toMatch(/PERMITTED|permitted subtree/i)
    for (const [name, asIp] of [
      ['studio.local', false],
      ['192.168.7.7', true],
      ['172.31.255.255', true],
      ['fd00::7', true],
    ] as const)
      expect(await answer(name, asIp), name).toBe('in')
  })
  it('of an authority that may vouch for anything are replaced', async () => {
    const own = mkdtempSync(join(tmpdir(), 'halitus-https-'))
    const keys = await webcrypto.subtle.generateKey({ name: 'ECDSA', namedCurve: 'P-256' }, true, [
      'sign',
      'verify',
    ])
    const any = await X509CertificateGenerator.createSelfSigned({
      name: 'CN=any',
      notBefore: new Date(Date.now() - DAY),
      notAfter: new Date(Date.now() + 3650 * DAY),
      signingAlgorithm: { name: 'ECDSA', hash: 'SHA-256' },
      keys: keys as CryptoKeyPair,
    })
    writeFileSync(join(own, 'authority.pem'), any.toString('pem'))
    writeFileSync(
      join(own, 'authority.key'),
      PemConverter.encode(await webcrypto.subtle.exportKey('pkcs8', keys.privateKey), 'PRIVATE KEY'),
    )
    expect((await ownCertificates(own, NAMES)).authority).not.toBe(any.toString('pem'))
    rmSync(own, { recursive: true })
  })
  it('are kept, closed to others, and made anew for another name or a month before they end; the authority stays', async () => {
    const first = await ownCertificates(folder, NAMES)
    expect(await ownCertificates(folder, NAMES)).toEqual(first)
    for (const file of ['authority.key', 'server.key', 'authority.pem'])
      expect(statSync(join(folder, file)).mode & 0o077).toBe(0)
    const moved = await ownCertificates(folder, [...NAMES, '192.168.2.7'])
    expect(moved.cert).not.toBe(first.cert)
    expect(moved.authority).toBe(first.authority)
    // An address elsewhere is none that it may vouch for: nothing is made anew for it.
    expect(await ownCertificates(folder, [...NAMES, '192.168.2.7', '192.0.2.7'])).toEqual(moved)
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
    // A name that is none, or longer than names can be, is left out.
    for (const host of ['x'.repeat(8000), 'a b', '']) {
      const { status, text } = await new Promise<{ status: number; text: string }>((resolve, reject) =>
        plainly({ port: (server.address() as AddressInfo).port, headers: { host } }, (r) => {
          let text = ''
          r.on('data', (d: Buffer) => (text += d.toString())).on('end', () =>
            resolve({ status: r.statusCode!, text }),
          )
        }).on('error', reject),
      )
      expect(status).toBe(200)
      expect(text).not.toContain('xxxxx')
    }
    for (const path of ['/api/learners', '/server.key', '/..%2fserver.key', '/assets/x.js'])
      expect((await fetch(base + path)).status, path).toBe(404)
    server.close()
  })
})
