import { spawn, type ChildProcess } from 'node:child_process'
import { once } from 'node:events'
import {
  copyFileSync,
  createReadStream,
  createWriteStream,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  statSync,
} from 'node:fs'
import { request } from 'node:http'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { pipeline } from 'node:stream/promises'
import { fileURLToPath } from 'node:url'
import { createClient } from '@libsql/client'
import { writeWav } from '@halitus/core/sound'
import { entriesOf, load, ratios } from '../load.ts'
import { keep, say, type Line } from '../reliability.ts'
import { NODE_ARGS } from '../run-server.mjs'

const root = fileURLToPath(new URL('../..', import.meta.url))
const folder = mkdtempSync(join(tmpdir(), 'halitus-soak-'))
const [part] = process.argv.slice(2)
const KILLS = Number(process.env.KILLS ?? 100)
const STOPS = Number(process.env.STOPS ?? 20)
const LOCK_S = Number(process.env.LOCK_S ?? 60)
const LOAD_S = Number(process.env.LOAD_S ?? 300)
const FLAT_S = Number(process.env.FLAT_S ?? 30)
const HALVES = Number(process.env.HALVES ?? 20)
/** So many times the demo studio: 300 learners. */
const COPIES = Number(process.env.COPIES ?? 38)
const CLIENTS = 50
/** The two tones that are analysed, s. */
const SHORT_S = 3
const LONG_S = 20
const LESSON = 'saskia-vell-w13'
const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms))

interface Running {
  url: string
  child: ChildProcess
}
const start = (file: string): Promise<Running> =>
  startProgram(['--import', './tools/soak/stalls.mjs', ...NODE_ARGS, '--demo'], file)
/** Starts a program that prints its address. */
async function startProgram(args: string[], file = 'none.db'): Promise<Running> {
  const child = spawn(process.execPath, args, {
    cwd: root,
    env: {
      ...process.env,
      PORT: '0',
      LOG_LEVEL: 'silent',
      DATABASE_URL: `file:${join(folder, file)}`,
      STALLS: join(folder, 'stalls'),
    },
  })
  let out = ''
  child.stdout!.on('data', (d: Buffer) => (out += d.toString()))
  child.stderr!.on('data', (d: Buffer) => (out += d.toString()))
  for (let k = 0; k < 600; k++) {
    const url = /http:\/\/\S+:\d+/.exec(out)?.[0]
    if (url) return { url, child }
    if (child.exitCode !== null) break
    await pause(50)
  }
  throw new Error(`The server didn’t start: ${out}`)
}
const ended = (child: ChildProcess, signal: NodeJS.Signals) =>
  new Promise<number | null>((resolve) => {
    child.once('exit', (code) => resolve(code))
    child.kill(signal)
  })
let made = 0
const note = () => ({
  id: `soak-${++made}`,
  stage: 'tune',
  kind: 'note',
  provenance: 'typed',
  data: { text: `Line ${made}` },
})
async function add(url: string): Promise<{ status: number; id: string }> {
  const entry = note()
  const response = await fetch(`${url}/api/lessons/${LESSON}/entries`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(entry),
  })
  await response.text()
  return { status: response.status, id: entry.id }
}
const idsAt = async (url: string) => {
  const { entries } = (await (await fetch(`${url}/api/lessons/${LESSON}`)).json()) as {
    entries: { id: string }[]
  }
  return new Set(entries.map((e) => e.id))
}

/** Ends the server at random moments in the middle of writes; what it had answered must be there afterwards. */
async function ends(signal: NodeJS.Signals, times: number): Promise<Line> {
  const known: string[] = []
  let codes = 0
  let now = await start('kills.db')
  for (let k = 0; k < times; k++) {
    let going = true
    const writing = Array.from({ length: 4 }, async () => {
      while (going)
        try {
          const { status, id } = await add(now.url)
          if (status === 201) known.push(id)
        } catch {
          return
        }
    })
    await pause(20 + Math.random() * 400)
    const code = await ended(now.child, signal)
    if (signal === 'SIGTERM' && code !== 0) codes++
    going = false
    await Promise.all(writing)
    now = await start('kills.db')
  }
  const there = await idsAt(now.url)
  const lost = known.filter((id) => !there.has(id)).length
  await ended(now.child, 'SIGTERM')
  return say({
    what: `${signal} at ${times} moments while four write; acknowledged lines lost${signal === 'SIGTERM' ? '; other exit codes than 0' : ''}`,
    target: '0',
    found: `${lost} of ${known.length}${signal === 'SIGTERM' ? `; ${codes}` : ''}`,
    met: lost === 0 && codes === 0,
  })
}

/** Another program holds the database for a while: writes are refused in words, reading goes on, then writing too. */
async function lock(): Promise<Line[]> {
  const { url, child } = await start('lock.db')
  await add(url)
  const other = createClient({ url: `file:${join(folder, 'lock.db')}` })
  const held = await other.transaction('write')
  const until = Date.now() + LOCK_S * 1000
  const refused: number[] = []
  let slowest = 0
  const saids = new Set<string>()
  while (Date.now() < until) {
    const response = await fetch(`${url}/api/lessons/${LESSON}/entries`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(note()),
    })
    refused.push(response.status)
    saids.add(((await response.json()) as { error?: { message: string } }).error?.message ?? '')
    const from = performance.now()
    await (await fetch(`${url}/api/learners`)).text()
    slowest = Math.max(slowest, performance.now() - from)
  }
  await held.rollback()
  other.close()
  const after = await add(url)
  await ended(child, 'SIGTERM')
  return [
    say({
      what: `locked by another program for ${LOCK_S} s: writes answered`,
      target: '503, in words',
      found: `${[...new Set(refused)].join(', ')}: ${[...saids].join(' ')}`,
      met: refused.every((s) => s === 503),
    }),
    say({
      what: 'slowest reading meanwhile',
      target: 'under 250 ms',
      found: `${slowest.toFixed(0)} ms`,
      met: slowest < 250,
    }),
    say({
      what: 'the first write afterwards',
      target: '201',
      found: `${after.status}`,
      met: after.status === 201,
    }),
  ]
}

/** The longest stall of a server's event loop since it was last asked, ms. */
async function stallMs(child: ChildProcess): Promise<number> {
  child.kill('SIGUSR2')
  await pause(300)
  return Number(readFileSync(join(folder, 'stalls'), 'utf8'))
}

const rssMb = (pid: number) =>
  Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1] ?? 0) / 1024
const READS = [
  '/api/today',
  '/api/learners',
  `/api/lessons/${LESSON}`,
  '/api/reeds',
  '/api/learners/saskia-vell',
  '/api/studio',
]

/** Clients that ask, each in its own time. @param everyMs 0: as fast as they are answered */
async function clients(url: string, seconds: number, everyMs: number, writes: number) {
  const until = performance.now() + seconds * 1000
  const times: number[] = []
  let errors = 0
  await Promise.all(
    Array.from({ length: CLIENTS }, async (_, k) => {
      if (everyMs) await pause(Math.random() * everyMs)
      for (let n = k; performance.now() < until; n++) {
        const from = performance.now()
        try {
          if (Math.random() < writes) {
            if ((await add(url)).status !== 201) errors++
          } else {
            const response = await fetch(url + READS[n % READS.length]!)
            await response.arrayBuffer()
            if (response.status !== 200) errors++
          }
        } catch {
          errors++
        }
        const took = performance.now() - from
        times.push(took)
        if (everyMs) await pause(Math.max(0, everyMs - took))
      }
    }),
  )
  times.sort((a, b) => a - b)
  return { errors, perSecond: times.length / seconds, p99: times[Math.floor(0.99 * times.length)] ?? 0 }
}

async function underLoad(): Promise<Line[]> {
  const { url, child } = await start('load.db')
  const toneOf = (seconds: number) =>
    new Uint8Array(
      writeWav(
        Float32Array.from(
          { length: seconds * 48000 },
          (_, i) => 0.4 * Math.sin((2 * Math.PI * 233 * i) / 48000),
        ),
        48000,
      ),
    )
  const long = toneOf(LONG_S)
  const short = toneOf(SHORT_S)
  const analyse = async (wave = long) => {
    const from = performance.now()
    const response = await fetch(`${url}/api/sound/analyse`, {
      method: 'POST',
      headers: { 'content-type': 'audio/wav' },
      body: wave,
    })
    await response.arrayBuffer()
    return { ok: response.status === 200, ms: performance.now() - from }
  }
  let most = 0
  const watch = setInterval(() => (most = Math.max(most, rssMb(child.pid!))), 250)
  await analyse()
  let going = true
  const speeds: number[] = []
  const analysing = (async () => {
    // The limit on heavy requests holds here too: one every second and a half.
    while (going) {
      const { ok, ms } = await analyse()
      if (ok) speeds.push((1000 * LONG_S) / ms)
      await pause(1000)
    }
  })()
  await stallMs(child)
  const calm = await clients(url, LOAD_S, 1000, 0.1)
  const inLoad = await stallMs(child)
  going = false
  await analysing
  const file = await (await fetch(`${url}/api/export`)).text()
  const asFile = await stallMs(child)
  const imported = await fetch(`${url}/api/import`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: file,
  })
  await imported.text()
  const asImport = await stallMs(child)
  const flat = await clients(url, FLAT_S, 0, 0.1)
  clearInterval(watch)
  // By then what isn’t needed has been given back.
  await pause(35_000)
  const rest = rssMb(child.pid!)
  const speed = async (wave: Uint8Array<ArrayBuffer>, seconds: number) => {
    const speeds: number[] = []
    for (let k = 0; k < 5; k++) speeds.push((1000 * seconds) / (await analyse(wave)).ms)
    return speeds.sort((a, b) => a - b)[2]!
  }
  const shortAlone = await speed(short, SHORT_S)
  const longAlone = await speed(long, LONG_S)
  await ended(child, 'SIGTERM')
  return [
    say({
      what: `${CLIENTS} clients once a second for ${LOAD_S} s, a tenth writes, an analysis running: 99th percentile; errors`,
      target: 'under 250 ms; 0',
      found: `${calm.p99.toFixed(0)} ms; ${calm.errors}`,
      met: calm.p99 < 250 && !calm.errors,
    }),
    say({
      what: `${CLIENTS} clients flat out for ${FLAT_S} s, a tenth writes: requests a second; errors; 99th percentile`,
      target: 'at least 150; 0',
      found: `${flat.perSecond.toFixed(0)}; ${flat.errors}; ${flat.p99.toFixed(0)} ms`,
      met: flat.perSecond >= 150 && !flat.errors,
    }),
    say({
      what: `longest stall of the event loop: in the first of these; in an export; in the import of its ${(file.length / 1e6).toFixed(1)} MB`,
      target: 'under 100 ms',
      found: `${inLoad.toFixed(0)}; ${asFile.toFixed(0)}; ${asImport.toFixed(0)} ms`,
      met: Math.max(inLoad, asFile, asImport) < 100 && imported.ok,
    }),
    say({
      what: 'memory of the server: most in it; at rest after it',
      target: 'under 500 MB; 300 MB',
      found: `${most.toFixed(0)} MB; ${rest.toFixed(0)} MB`,
      met: most < 500 && rest < 300,
    }),
    say({
      what: `analysis through the API of ${SHORT_S} s; of ${LONG_S} s: times real time, alone, median of five`,
      target: 'at least 20',
      found: `${shortAlone.toFixed(1)}; ${longAlone.toFixed(1)}`,
      met: Math.min(shortAlone, longAlone) >= 20,
    }),
  ]
}

/** Lines of a lesson as fast as they are kept, against a handler that does nothing. */
async function writes(): Promise<Line[]> {
  const studio = await start('writes.db')
  const empty = await startProgram(['tools/soak/empty.mjs'])
  const entries = await entriesOf(studio.url, 'saskia-vell-w12')
  const post = { path: `/api/lessons/${LESSON}/entries`, entries }
  await load(studio.url, post)
  const rounds = await ratios(
    5,
    () => load(studio.url, post, 0, 4),
    () => load(empty.url, { path: '', entries }, 0, 4),
  )
  const { ratio, measured } = rounds[2]!
  const between = [rounds[0]!, rounds[4]!].map((r) => (100 * r.ratio).toFixed(0)).join(' to ')
  await ended(studio.child, 'SIGTERM')
  await ended(empty.child, 'SIGTERM')
  return [
    say({
      what: '50 clients write lines as fast as they are kept: rate against an empty handler’s, median of five',
      target: 'at least 50 %',
      found: `${(100 * ratio).toFixed(0)} % (${between}), ${measured.perSecond.toFixed(0)} a second`,
      met: ratio >= 0.5,
    }),
  ]
}

/** What a studio is, in a few letters: which of two it is. */
async function whatIs(url: string): Promise<string> {
  const studio = (await (await fetch(`${url}/api/export`)).json()) as {
    studio: { name: string }
    entries: unknown[]
    learners: unknown[]
  }
  return `${studio.studio.name}: ${studio.learners.length}, ${studio.entries.length}`
}
const sendFile = (url: string, text: string) =>
  fetch(`${url}/api/import`, { method: 'POST', headers: { 'content-type': 'application/json' }, body: text })

/** Killed in the middle of what changes everything: afterwards it is all done or not at all, and nothing half-made is left. */
async function halves(): Promise<Line[]> {
  const lines: Line[] = []
  const file = 'halves.db'
  const backups = join(folder, 'halves-backups')
  let now = await start(file)
  const one = (await (await fetch(`${now.url}/api/export`)).json()) as {
    entries: unknown[]
    studio: { name: string }
  }
  const other = {
    ...one,
    studio: { ...one.studio, name: 'Another' },
    entries: one.entries.filter((_, k) => k % 2),
  }
  const [textOfOne, textOfOther] = [JSON.stringify(one), JSON.stringify(other)]
  const isOne = await whatIs(now.url)
  await sendFile(now.url, textOfOther)
  const isOther = await whatIs(now.url)
  const leftOver = () => readdirSync(backups).filter((n) => !n.endsWith('.db')).length
  async function killed(
    name: string,
    work: (url: string) => Promise<unknown>,
    before: () => Promise<unknown>,
  ) {
    const from = performance.now()
    await before()
    await work(now.url)
    const takesMs = performance.now() - from
    let half = 0
    let left = 0
    for (let k = 0; k < HALVES; k++) {
      await before()
      const working = work(now.url).catch(() => undefined)
      await pause(Math.random() * takesMs)
      await ended(now.child, 'SIGKILL')
      await working
      now = await start(file)
      if (![isOne, isOther].includes(await whatIs(now.url))) half++
      const { backups: list } = (await (await fetch(`${now.url}/api/backups`)).json()) as {
        backups: { whole: boolean }[]
      }
      half += list.filter((b) => !b.whole).length
      left += leftOver()
    }
    lines.push(
      say({
        what: `killed at ${HALVES} moments in ${name}: half done or not whole; half-made files left`,
        target: '0; 0',
        found: `${half}; ${left}`,
        met: half + left === 0,
      }),
    )
  }
  await killed(
    'an import',
    (url) => sendFile(url, textOfOther),
    () => sendFile(now.url, textOfOne),
  )
  await sendFile(now.url, textOfOne)
  const made = (await (await fetch(`${now.url}/api/backups`, { method: 'POST' })).json()) as { name: string }
  const kept = join(folder, made.name)
  copyFileSync(join(backups, made.name), kept)
  await killed(
    'a backup',
    (url) => fetch(`${url}/api/backups`, { method: 'POST' }),
    () => Promise.resolve(),
  )
  await killed(
    'a restore',
    async (url) => fetch(`${url}/api/backups/${made.name}/restore`, { method: 'POST' }),
    async () => {
      // Backups rotate: the one that is restored from stays.
      copyFileSync(kept, join(backups, made.name))
      await sendFile(now.url, textOfOther)
    },
  )
  await ended(now.child, 'SIGTERM')
  // The command that restores with the server stopped.
  let half = 0
  for (let k = 0; k < HALVES; k++) {
    copyFileSync(kept, join(backups, made.name))
    const child = spawn(process.execPath, ['--import', 'tsx', 'server/src/restore.ts', made.name], {
      cwd: root,
      env: { ...process.env, DATABASE_URL: `file:${join(folder, file)}` },
    })
    await pause(1500 + Math.random() * 2500)
    await ended(child, 'SIGKILL')
    now = await start(file)
    if (![isOne, isOther].includes(await whatIs(now.url))) half++
    await sendFile(now.url, textOfOther)
    await ended(now.child, 'SIGTERM')
  }
  lines.push(
    say({
      what: `the restoring command killed at ${HALVES} moments: a studio that is neither`,
      target: '0',
      found: `${half}`,
      met: half === 0,
    }),
  )
  // Somebody who was to leave, and whose recordings go with them.
  let left = 0
  for (let k = 0; k < HALVES; k++) {
    now = await start(file)
    await sendFile(now.url, textOfOne)
    const wave = writeWav(new Float32Array(8000).fill(0.1), 8000)
    await fetch(`${now.url}/api/lessons/${LESSON}/takes?id=leaves-${k}&consent=learner`, {
      method: 'POST',
      headers: { 'content-type': 'audio/wav' },
      body: new Uint8Array(wave),
    })
    await ended(now.child, 'SIGTERM')
    const client = createClient({ url: `file:${join(folder, file)}` })
    await client.execute("insert or replace into leaving values ('saskia-vell', '2020-01-01T00:00:00', 0)")
    client.close()
    now = await start(file)
    await pause(Math.random() * 300)
    await ended(now.child, 'SIGKILL')
    now = await start(file)
    await pause(1500)
    if ((await fetch(`${now.url}/api/learners/saskia-vell`)).status !== 404) left++
    left += readdirSync(join(folder, 'takes')).length
    await ended(now.child, 'SIGTERM')
  }
  lines.push(
    say({
      what: `killed at ${HALVES} moments while a learner is deleted for good: learner or recordings left after the next start`,
      target: '0',
      found: `${left}`,
      met: left === 0,
    }),
  )
  return lines
}

/** A studio of years, out and in again. */
async function large(): Promise<Line[]> {
  const { url, child } = await start('large.db')
  const one = (await (await fetch(`${url}/api/export`)).json()) as Record<string, { id?: string }[]>
  const OWN = ['id', 'learnerId', 'lessonId', 'cardId', 'reedId', 'pieceId'] as const
  const path = join(folder, 'large.json')
  const out = createWriteStream(path)
  const lists = Object.keys(one).filter((k) => Array.isArray(one[k]))
  const head = Object.fromEntries(Object.entries(one).filter(([k]) => !lists.includes(k)))
  out.write(JSON.stringify(head).slice(0, -1))
  for (const name of lists) {
    out.write(`,"${name}":[`)
    for (let k = 0; k < COPIES; k++) {
      const rows = one[name]!.map((row) => {
        const copy: Record<string, unknown> = { ...row }
        for (const field of OWN) if (typeof copy[field] === 'string') copy[field] = `${copy[field]}-${k}`
        if (name === 'entries') copy.seq = Number(copy.seq) + k * 1_000_000
        return copy
      })
      const text = JSON.stringify(rows).slice(1, -1)
      if (text && !out.write(`${k ? ',' : ''}${text}`)) await once(out, 'drain')
    }
    out.write(']')
  }
  out.end('}')
  await once(out, 'close')
  let most = 0
  const watch = setInterval(() => (most = Math.max(most, rssMb(child.pid!))), 100)
  await stallMs(child)
  const from = performance.now()
  // Without a limit on how long the answer may take: a file of hundreds of MB takes minutes.
  const answer = await new Promise<{ status: number; text: string }>((resolve, reject) => {
    const sending = request(
      `${url}/api/import`,
      { method: 'POST', headers: { 'content-type': 'application/json' } },
      (r) => {
        let text = ''
        r.on('data', (d: Buffer) => (text += d.toString())).on('end', () =>
          resolve({ status: r.statusCode ?? 0, text }),
        )
      },
    )
    pipeline(createReadStream(path), sending).catch(reject)
  })
  const { imported } = JSON.parse(answer.text) as { imported?: Record<string, number> }
  const inS = (performance.now() - from) / 1000
  const inStall = await stallMs(child)
  let bytes = 0
  for await (const part of (await fetch(`${url}/api/export`)).body!) bytes += (part as Uint8Array).byteLength
  const outStall = await stallMs(child)
  clearInterval(watch)
  await ended(child, 'SIGTERM')
  const asked = { learners: one.learners!.length * COPIES, entries: one.entries!.length * COPIES }
  const same =
    imported?.learners === asked.learners &&
    imported.entries === asked.entries &&
    bytes === statSync(path).size
  return [
    say({
      what: `a studio of ${asked.learners} learners and ${asked.entries} lines, ${(bytes / 1e6).toFixed(0)} MB, in and out again: the same`,
      target: 'yes',
      found: same
        ? `yes, in within ${inS.toFixed(0)} s`
        : `no: ${answer.status}, ${JSON.stringify(imported)}, ${bytes} bytes`,
      met: same,
    }),
    say({
      what: 'most memory of the server meanwhile; longest stall in the import; in the export',
      target: 'under 500 MB; 100 ms; 100 ms',
      found: `${most.toFixed(0)} MB; ${inStall.toFixed(0)} ms; ${outStall.toFixed(0)} ms`,
      met: most < 500 && inStall < 100 && outStall < 100,
    }),
  ]
}

const parts: [name: string, title: string, run: () => Promise<Line[]>][] = [
  ['kills', 'Ended in the middle', async () => [await ends('SIGKILL', KILLS), await ends('SIGTERM', STOPS)]],
  ['lock', 'Held by another program', lock],
  ['load', 'Load', underLoad],
  ['writes', 'Writing', writes],
  ['halves', 'Ended in the middle of everything at once', halves],
  ['large', 'A studio of years', large],
]
for (const [name, title, run] of parts) if (!part || part === name) await keep(title, await run())
rmSync(folder, { recursive: true, force: true })
