import 'reflect-metadata'
import { webcrypto } from 'node:crypto'
import { chmodSync, existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { hostname, networkInterfaces } from 'node:os'
import { join } from 'node:path'
import { BlockList, isIP } from 'node:net'
import { AsnConvert } from '@peculiar/asn1-schema'
import {
  GeneralName,
  GeneralSubtree,
  GeneralSubtrees,
  id_ce_nameConstraints,
  NameConstraints,
} from '@peculiar/asn1-x509'
import {
  AuthorityKeyIdentifierExtension,
  BasicConstraintsExtension,
  cryptoProvider,
  ExtendedKeyUsageExtension,
  Extension,
  KeyUsageFlags,
  KeyUsagesExtension,
  PemConverter,
  SubjectAlternativeNameExtension,
  SubjectKeyIdentifierExtension,
  X509Certificate,
  X509CertificateGenerator,
} from '@peculiar/x509'

cryptoProvider.set(webcrypto as Crypto)

const DAY_MS = 24 * 3600 * 1000
/**
 * The authority lasts two years (chosen by Halitus: a phone that trusts it is told again then); what it signs as long as browsers
 * take (CA/Browser Forum: 398 days). Both are renewed a month before.
 */
const AUTHORITY_DAYS = 730
const SERVER_DAYS = 397
const RENEW_DAYS = 30
/** NIST P-256 with SHA-256: taken by every phone. */
const KEYS = { name: 'ECDSA', namedCurve: 'P-256' } as const
const SIGNED = { name: 'ECDSA', hash: 'SHA-256' } as const
const SERVER_AUTH = '1.3.6.1.5.5.7.3.1'

/** What a server speaks HTTPS with, and what a phone has to trust; PEM. */
export interface Certificates {
  key: string
  cert: string
  /** The authority's own certificate; undefined with the operator's. */
  authority?: string
}

/** Names and addresses by which this machine is reached in its network. */
export function namesHere(): string[] {
  const own = hostname().toLowerCase()
  const addresses = Object.values(networkInterfaces()).flatMap((list) =>
    (list ?? []).filter((i) => !i.address.startsWith('fe80')).map((i) => i.address),
  )
  return [
    ...new Set(['localhost', own, own.replace(/(\.local)?$/, '.local'), '127.0.0.1', '::1', ...addresses]),
  ]
}

/** Addresses of networks at home and at school (RFC 1918, 3927, 4193, 4291), and of the machine itself. */
const OWN_NETWORKS = [
  '10.0.0.0/8',
  '172.16.0.0/12',
  '192.168.0.0/16',
  '169.254.0.0/16',
  '127.0.0.0/8',
  'fc00::/7',
  'fe80::/10',
  '::1/128',
]
/** Names that only a network itself gives out (RFC 6762, 6761). */
const OWN_NAMES = ['local', 'localhost']
const networks = new BlockList()
for (const network of OWN_NETWORKS) {
  const [address = '', bits] = network.split('/')
  networks.addSubnet(address, Number(bits), isIP(address) === 6 ? 'ipv6' : 'ipv4')
}
const isOwnAddress = (ip: string) => networks.check(ip, isIP(ip) === 6 ? 'ipv6' : 'ipv4')
const isOwnName = (name: string) => OWN_NAMES.some((n) => name === n || name.endsWith(`.${n}`))

/** What an authority may vouch for: this machine's names, and addresses of networks at home (RFC 5280, 4.2.1.10). */
function vouchesFor(names: readonly string[]): Extension {
  const dns = [...OWN_NAMES, ...names.filter((n) => !isIP(n) && !isOwnName(n))]
  const far = names.filter((n) => isIP(n) && !isOwnAddress(n))
  const ips = [...OWN_NETWORKS, ...far.map((n) => `${n}/${isIP(n) === 6 ? 128 : 32}`)]
  const permitted = new NameConstraints({
    permittedSubtrees: new GeneralSubtrees([
      ...dns.map((dNSName) => new GeneralSubtree({ base: new GeneralName({ dNSName }) })),
      ...ips.map((iPAddress) => new GeneralSubtree({ base: new GeneralName({ iPAddress }) })),
    ]),
  })
  return new Extension(id_ce_nameConstraints, true, AsnConvert.serialize(permitted))
}
/** Names that an authority may vouch for; undefined for one that may vouch for any. */
function namesUnder(authority: X509Certificate, names: readonly string[]): string[] | undefined {
  const extension = authority.getExtension(id_ce_nameConstraints)
  if (!extension) return undefined
  const permitted = AsnConvert.parse(extension.value, NameConstraints).permittedSubtrees ?? []
  const bases = [...permitted].map((t) => t.base)
  return names.filter((n) =>
    isIP(n)
      ? isOwnAddress(n) || bases.some((b) => b.iPAddress?.split('/')[0] === n)
      : isOwnName(n) || bases.some((b) => b.dNSName === n),
  )
}

const serial = () => Buffer.from(webcrypto.getRandomValues(new Uint8Array(15))).toString('hex')
const pemOfKey = async (key: webcrypto.CryptoKey) =>
  PemConverter.encode(await webcrypto.subtle.exportKey('pkcs8', key), 'PRIVATE KEY')
const keyOfPem = (pem: string) =>
  webcrypto.subtle.importKey('pkcs8', PemConverter.decodeFirst(pem), KEYS, true, ['sign'])

async function newAuthority(names: readonly string[], now: Date): Promise<{ cert: string; key: string }> {
  const keys = await webcrypto.subtle.generateKey(KEYS, true, ['sign', 'verify'])
  const cert = await X509CertificateGenerator.createSelfSigned({
    serialNumber: serial(),
    name: `CN=Halitus of ${hostname().replace(/[^\w.-]/g, '') || 'this machine'}`,
    notBefore: new Date(now.getTime() - DAY_MS),
    notAfter: new Date(now.getTime() + AUTHORITY_DAYS * DAY_MS),
    signingAlgorithm: SIGNED,
    keys: keys as CryptoKeyPair,
    extensions: [
      // It may sign servers and no further authority.
      new BasicConstraintsExtension(true, 0, true),
      // A key that is stolen opens no other site to whoever trusts it.
      vouchesFor(names),
      new KeyUsagesExtension(KeyUsageFlags.keyCertSign | KeyUsageFlags.cRLSign, true),
      await SubjectKeyIdentifierExtension.create(keys.publicKey as CryptoKey),
    ],
  })
  return { cert: cert.toString('pem'), key: await pemOfKey(keys.privateKey) }
}

async function newServer(authority: { cert: string; key: string }, names: readonly string[], now: Date) {
  const issuer = new X509Certificate(authority.cert)
  const keys = await webcrypto.subtle.generateKey(KEYS, true, ['sign', 'verify'])
  const cert = await X509CertificateGenerator.create({
    serialNumber: serial(),
    subject: `CN=${names.find((n) => !isIP(n) && n !== 'localhost') ?? 'localhost'}`,
    issuer: issuer.subject,
    notBefore: new Date(now.getTime() - DAY_MS),
    notAfter: new Date(Math.min(now.getTime() + SERVER_DAYS * DAY_MS, issuer.notAfter.getTime())),
    signingAlgorithm: SIGNED,
    publicKey: keys.publicKey as CryptoKey,
    signingKey: (await keyOfPem(authority.key)) as CryptoKey,
    extensions: [
      new BasicConstraintsExtension(false, undefined, true),
      new KeyUsagesExtension(KeyUsageFlags.digitalSignature, true),
      new ExtendedKeyUsageExtension([SERVER_AUTH]),
      new SubjectAlternativeNameExtension(
        names.map((n) => ({ type: isIP(n) ? ('ip' as const) : ('dns' as const), value: n })),
      ),
      await AuthorityKeyIdentifierExtension.create(issuer.publicKey),
    ],
  })
  return { cert: cert.toString('pem'), key: await pemOfKey(keys.privateKey) }
}

/** Whether an authority lasts for a while, and may vouch for its own names only: one from before there was a bound is replaced. */
function stillVouches(pem: string, now: Date): boolean {
  const cert = new X509Certificate(pem)
  return cert.notAfter.getTime() - now.getTime() > RENEW_DAYS * DAY_MS && !!namesUnder(cert, [])
}

/** Whether a certificate names all of these and lasts for a while. */
function stillGood(pem: string, names: readonly string[], now: Date): boolean {
  const cert = new X509Certificate(pem)
  const there =
    cert.getExtension(SubjectAlternativeNameExtension)?.names.items.map((n) => n.value.toLowerCase()) ?? []
  return (
    cert.notAfter.getTime() - now.getTime() > RENEW_DAYS * DAY_MS &&
    names.every((n) => there.some((t) => same(t, n.toLowerCase())))
  )
}
/** `0:0:0:0:0:0:0:1` and `::1` are one address. */
const same = (a: string, b: string) => a === b || (isIP(a) === 6 && isIP(b) === 6 && long(a) === long(b))
function long(address: string): string {
  const [head = '', tail] = address.split('::')
  const left = head ? head.split(':') : []
  const right = tail ? tail.split(':') : []
  const between = tail === undefined ? [] : Array<string>(8 - left.length - right.length).fill('0')
  return [...left, ...between, ...right].map((p) => parseInt(p, 16)).join(':')
}

/**
 * An authority of this studio's own, that vouches for this machine's names and for networks at home alone, and a certificate for the machine it runs on, kept in a folder that nobody else reads;
 * made when they are missing, the second one anew when the machine is reached by another name or a year has passed.
 */
export async function ownCertificates(
  folder: string,
  names = namesHere(),
  now = new Date(),
): Promise<Certificates> {
  mkdirSync(folder, { recursive: true, mode: 0o700 })
  const path = (name: string) => join(folder, name)
  const read = (name: string) => readFileSync(path(name), 'utf8')
  const keep = (name: string, text: string) => {
    writeFileSync(path(name), text, { mode: 0o600 })
    chmodSync(path(name), 0o600)
  }
  const have = (stem: string) => existsSync(path(`${stem}.pem`)) && existsSync(path(`${stem}.key`))
  let fresh = !have('authority') || !stillVouches(read('authority.pem'), now)
  if (fresh) {
    const made = await newAuthority(names, now)
    keep('authority.key', made.key)
    keep('authority.pem', made.cert)
  }
  const authority = { cert: read('authority.pem'), key: read('authority.key') }
  const allowed = namesUnder(new X509Certificate(authority.cert), names) ?? []
  fresh ||= !have('server') || !stillGood(read('server.pem'), allowed, now)
  // A folder that was copied may have lost who may read it.
  for (const file of ['authority.key', 'server.key']) if (existsSync(path(file))) chmodSync(path(file), 0o600)
  if (fresh) {
    const made = await newServer(authority, allowed, now)
    keep('server.key', made.key)
    keep('server.pem', made.cert)
  }
  return { key: read('server.key'), cert: read('server.pem'), authority: authority.cert }
}
