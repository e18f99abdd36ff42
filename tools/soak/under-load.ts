import { writeWav } from '@halitus/core/sound'
import { entriesOf, load, ratios } from '../load.ts'
import { say, type Line } from '../reliability.ts'
import { add, ended, LESSON, pause, rssMb, stallMs, start, startProgram } from './server.ts'

const LOAD_S = Number(process.env.LOAD_S ?? 300)
const FLAT_S = Number(process.env.FLAT_S ?? 30)
const CLIENTS = 50
/** The two tones that are analysed, s. */
const SHORT_S = 3
const LONG_S = 20
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

/** What clients, an analysis, an export and an import do to each other. */
export async function underLoad(): Promise<Line[]> {
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
export async function writes(): Promise<Line[]> {
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
