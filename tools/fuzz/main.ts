import { mkdtempSync, rmSync } from 'node:fs'
import { createServer } from 'node:http'
import { connect, type AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { pino } from 'pino'
import { seeded, type Random } from '@halitus/core/player'
import { writeWav } from '@halitus/core/sound'
import { buildApp } from '../../server/src/app.ts'
import { fillWithDemo } from '../../server/src/db/demo/index.ts'
import { openDatabase } from '../../server/src/db/index.ts'
import { endHeavyWork } from '../../server/src/heavy/index.ts'
import { openApi } from '../../server/src/http/index.ts'
import { keep, say } from '../reliability.ts'
import { brokenTunes } from './tunes.ts'

/** Files of music that are broken and read. */
const TUNES = 10_000

const [requests = 10_000, files = 1000] = process.argv.slice(2).map(Number)
const random = seeded(Number(process.env.SEED ?? 1))
const folder = mkdtempSync(join(tmpdir(), 'halitus-fuzz-'))
const db = await openDatabase(`file:${join(folder, 'fuzz.db')}`)
const NOW = new Date('2026-03-20T15:00:00')
await fillWithDemo(db, NOW)
const app = buildApp({
  db,
  now: () => NOW,
  log: pino({ level: 'silent' }),
  takesFolder: join(folder, 'takes'),
  backups: { database: join(folder, 'fuzz.db'), folder: join(folder, 'backups') },
  heavyPerMinute: 1e9,
})
const server = createServer(app)
await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
const base = `http://127.0.0.1:${(server.address() as AddressInfo).port}`

interface Schema {
  type?: string | string[]
  enum?: unknown[]
  properties?: Record<string, Schema>
  items?: Schema
  anyOf?: Schema[]
}
const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!
const IDS = [
  'saskia-vell',
  'saskia-vell-w13',
  'ottoline-brask-w13',
  'leopold-quist',
  'nothing',
  '~AAAA',
  'teacher',
  'helper',
]
const JUNK: unknown[] = [
  null,
  0,
  -1,
  1e308,
  1.5,
  '',
  'x',
  'x'.repeat(3000),
  '\u0000',
  '’; drop table learners; --',
  '<script>',
  [],
  {},
  [[[]]],
  true,
  '2026-02-30',
  '2026-03-20T15:00:00',
  'C4',
  'H9',
  'clarinet',
  '__proto__',
  '../../etc/passwd',
  '💨',
  ...IDS,
]
/** Something of a schema's kind, now and then junk in its place. */
function made(schema: Schema | undefined, r: Random, depth = 0): unknown {
  if (!schema || depth > 6 || r.chance(0.07)) return pick(JUNK)
  if (schema.enum) return pick(schema.enum)
  if (schema.anyOf) return made(pick(schema.anyOf), r, depth + 1)
  const type = Array.isArray(schema.type) ? pick(schema.type) : schema.type
  if (type === 'object')
    return Object.fromEntries(
      Object.entries(schema.properties ?? {})
        .filter(() => !r.chance(0.06))
        .map(([k, s]) => [k, made(s, r, depth + 1)]),
    )
  if (type === 'array')
    return Array.from({ length: Math.floor(r() * 4) }, () => made(schema.items, r, depth + 1))
  if (type === 'number' || type === 'integer')
    return pick([0, 1, 3, 12, 440, 0.5, -3, 1e9, Math.round(1000 * r())])
  if (type === 'boolean') return r.chance(0.5)
  if (type === 'null') return null
  return pick([
    'a',
    'E4',
    'clarinet',
    'sound',
    'note',
    'typed',
    '2026-03-20',
    '2026-03-20T15:00:00',
    `id-${Math.floor(r() * 1e9)}`,
    ...IDS,
  ])
}

const description = openApi() as {
  paths: Record<
    string,
    Record<
      string,
      {
        parameters?: { name: string; in: string }[]
        requestBody?: { content?: Record<string, { schema?: Schema }> }
      }
    >
  >
}
const routes = Object.entries(description.paths).flatMap(([path, methods]) =>
  Object.entries(methods).map(([method, about]) => ({ path, method, about })),
)
/** A place in a program, or what only its parts say; a moment has colons too. */
const STACK = /\bat .*\.[cm]?[jt]s:\d+:\d+|node:internal|node_modules|SQLITE_|drizzle/
const counts = new Map<number, number>()
const bad: string[] = []
async function ask(method: string, url: string, init: RequestInit) {
  let status = 0
  try {
    const response = await fetch(url, { method, signal: AbortSignal.timeout(60_000), ...init })
    status = response.status
    const text = await response.text()
    if (status >= 500 || (status >= 400 && STACK.test(text)))
      bad.push(`${method} ${url} ${status} ${text.slice(0, 200)}`)
  } catch (error) {
    bad.push(`${method} ${url}: ${String(error)}`)
  }
  counts.set(status, (counts.get(status) ?? 0) + 1)
}
const json = (body: unknown): RequestInit => ({
  headers: { 'content-type': 'application/json' },
  body: JSON.stringify(body),
})

/** JSON that is nested as deep as nobody writes it. */
function nested(r: Random): string {
  const n = pick([31, 33, 200, 5000, 60_000])
  const [open, close] = r.chance(0.5) ? ['[', ']'] : ['{"a":', '}']
  const deep = open.repeat(n) + (open === '[' ? '' : '1') + close.repeat(n)
  return r.chance(0.5) ? deep.slice(0, 190_000) : `{"name":${deep.slice(0, 190_000)}}`
}
/** The same address spelt in another way. */
const spelt = (address: string) =>
  pick([
    (a: string) => a.toUpperCase(),
    (a: string) => a.replace('/api', '/API'),
    (a: string) => a.replace(/\//g, '//'),
    (a: string) => `${a}/`,
    (a: string) => a.replace(/e/g, '%65'),
    (a: string) => a.replace('/api/', '/api/./'),
    (a: string) => `${a}%00`,
    (a: string) => `${a}?${'x=1&'.repeat(400)}`,
    (a: string) => `${a}/${'y'.repeat(4000)}`,
  ])(address)
/** What no program that keeps to the rules sends: it must be answered, or the line closed; nothing may fall over it. */
const RAW = [
  `GET /api/health HTTP/1.1\r\nHost: ${'x'.repeat(9000)}\r\n\r\n`,
  'GET /api/health HTTP/1.1\r\nHost: a b\r\n\r\n',
  'GET /api/health HTTP/1.1\r\n\r\n',
  'GET /api/%E0%A4%A HTTP/1.1\r\nHost: localhost\r\n\r\n',
  'GET http://elsewhere.example/api/health HTTP/1.1\r\nHost: localhost\r\n\r\n',
  'POST /api/learners HTTP/1.1\r\nHost: localhost\r\nContent-Type: application/json\r\nContent-Length: 5\r\n\r\n{"a"',
  'POST /api/import HTTP/1.1\r\nHost: localhost\r\nContent-Type: application/json\r\nTransfer-Encoding: chunked\r\n\r\nZZ\r\n',
  'OPTIONS * HTTP/1.1\r\nHost: localhost\r\n\r\n',
  '\r\n\r\n\0\0',
]
const port = (server.address() as AddressInfo).port
async function sendRaw(text: string) {
  const answer = await new Promise<string>((resolve) => {
    const line = connect(port, '127.0.0.1', () => line.end(text))
    let out = ''
    line.on('data', (d) => (out += d.toString('latin1')))
    line.on('close', () => resolve(out)).on('error', () => resolve(out))
    line.setTimeout(10_000, () => line.destroy())
  })
  const status = Number(/^HTTP\/1\.1 (\d+)/.exec(answer)?.[1] ?? 0)
  if (status >= 500 || STACK.test(answer))
    bad.push(`raw ${text.slice(0, 80)}: ${status} ${answer.slice(0, 200)}`)
  counts.set(status, (counts.get(status) ?? 0) + 1)
}

const told = () => [...counts.values()].reduce((a, b) => a + b, 0)
for (let k = 0; told() < requests; k++) {
  const { path, method, about } = routes[k % routes.length]!
  // The studio isn't restored or replaced for each of thousands of requests: files come below.
  if (/restore|\/import$/.test(path) && k > 5 * routes.length) continue
  const address = path.replace(/\{\w+\}/g, () =>
    encodeURIComponent(String(random.chance(0.8) ? pick(IDS) : (pick(JUNK) ?? 'null')).slice(0, 200) || 'x'),
  )
  const query = (about.parameters ?? [])
    .filter((p) => p.in === 'query' && !random.chance(0.15))
    .map(
      (p) =>
        `${p.name}=${encodeURIComponent(String(random.chance(0.6) ? pick(['clarinet', 'E4', 'A4', '60', '2026-03-20', 'A4']) : pick(JUNK)).slice(0, 300))}`,
    )
    .join('&')
  const schema = Object.values(about.requestBody?.content ?? {})[0]?.schema
  const body: RequestInit =
    method === 'get'
      ? {}
      : random.chance(0.05)
        ? { headers: { 'content-type': 'application/json' }, body: nested(random) }
        : json(random.chance(0.04) ? pick(JUNK) : made(schema, random))
  await ask(
    method.toUpperCase(),
    `${base}${random.chance(0.05) ? spelt(address) : address}${query ? `?${query}` : ''}`,
    body,
  )
  if (k % 50 === 0) await sendRaw(pick(RAW))
}
const asked = told()
const requestsBad = bad.splice(0)

const tone = Float32Array.from({ length: 4000 }, (_, i) => 0.4 * Math.sin((2 * Math.PI * 233 * i) / 8000))
const wave = writeWav(tone, 8000)
const studio = new TextEncoder().encode(await (await fetch(`${base}/api/export`)).text())
function mutated(bytes: Uint8Array): Uint8Array<ArrayBuffer> {
  const copy = new Uint8Array(bytes)
  const changes = 1 + Math.floor(random() * 12)
  for (let c = 0; c < changes; c++) copy[Math.floor(random() ** 2 * copy.length)] = Math.floor(256 * random())
  return random.chance(0.3) ? copy.slice(0, Math.floor(random() * copy.length)) : copy
}
for (let k = 0; k < files; k++)
  if (k % 10)
    await ask('POST', `${base}/api/sound/analyse?instrument=clarinet`, {
      headers: { 'content-type': 'audio/wav' },
      body: mutated(wave),
    })
  else
    await ask('POST', `${base}/api/import`, {
      headers: { 'content-type': 'application/json' },
      body: mutated(studio),
    })
const music = brokenTunes(TUNES, Number(process.env.SEED ?? 1))
const whole = await (await fetch(`${base}/api/health`)).json()

for (const b of [...requestsBad, ...bad, ...music.faults].slice(0, 20)) console.log(b)
await keep('Mutated requests and files', [
  say({
    what: `${asked} mutated requests over ${routes.length} routes, some nested up to 60 000 deep, spelt oddly or against the rules of HTTP: 5xx, stack traces, no answer`,
    target: '0',
    found: `${requestsBad.length}`,
    met: !requestsBad.length,
  }),
  say({
    what: `${files} mutated WAVE and studio files likewise`,
    target: '0',
    found: `${bad.length}`,
    met: !bad.length,
  }),
  say({
    what: `${TUNES} mutated files of MusicXML, compressed MusicXML, ABC and MIDI, read, planned and engraved: anything but a sentence; the slowest`,
    target: '0; 5 s',
    found: `${music.faults.length}; ${(music.slowestMs / 1000).toFixed(1)} s (${music.read} could be read, ${music.refused} were refused)`,
    met: !music.faults.length && music.slowestMs < 5000,
  }),
  say({
    what: 'answers by status',
    target: '',
    found: [...counts]
      .sort(([a], [b]) => a - b)
      .map(([s, n]) => `${s}: ${n}`)
      .join(', '),
    met: (whole as { ok: boolean }).ok,
  }),
])
server.closeAllConnections()
server.close()
await endHeavyWork()
await db.close()
rmSync(folder, { recursive: true, force: true })
