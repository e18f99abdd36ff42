import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs'
import type { Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { gzipSync } from 'node:zlib'
import express from 'express'
import { PitchDetector } from 'pitchy'
import { pino } from 'pino'
import {
  airOf,
  faultsOf,
  hasAir,
  openWith,
  predict,
  pressureAlong,
  search,
  sounding,
} from '@halitus/core/acoustics'
import { likelihoods, moveFinder, pathsOf } from '@halitus/core/fingering'
import { diagnose } from '@halitus/core/squeaks'
import { allInstruments, fingerSystem, instrument } from '@halitus/core/instruments'
import { perform, playPhrase } from '@halitus/core/player'
import { mouthVerdict } from '@halitus/core/records'
import {
  forecastLife,
  forecastStock,
  learnLife,
  minutesPlayed,
  rotation,
  type Reed,
} from '@halitus/core/reeds'
import { Analysis, analyse, LiveTracker, median } from '@halitus/core/sound'
import {
  engravedXml,
  inventTune,
  judgePlayed,
  lineOf,
  planBreaths,
  playable,
  readPart,
  readTune,
} from '@halitus/core/tune'
import { engravedPages } from '../../server/src/paper/index.ts'
import { takeOf } from '../accuracy/tune-takes.ts'
import { judgeLine, lineS, scaleLine, staircase, timesOf } from '@halitus/core/tongue'
import { buildApp } from '../../server/src/app.ts'
import { planLesson, type LessonAsked } from '@halitus/core/practice'
import { fillWithDemo } from '../../server/src/db/demo/index.ts'
import { demoStudio } from '../../server/src/db/demo/story.ts'
import { openDatabase } from '../../server/src/db/index.ts'
import { entriesOf, load, ratios } from '../load.ts'
import { CHROMIUM, inBrowser } from './browser.ts'

const root = fileURLToPath(new URL('../../', import.meta.url))
const line = (what: string, figure: string, target = '') =>
  console.log(`${what.padEnd(62)} ${figure.padStart(16)}   ${target}`)

function onceMs(work: () => void): number {
  const from = performance.now()
  work()
  return performance.now() - from
}
const timeMs = (work: () => void, times: number) => median(Array.from({ length: times }, () => onceMs(work)))
/** What leaves the audio thread at a time: 10 ms. */
const BLOCK = 480

/** A part of so many notes as a program writes it, in eighths. */
function longPart(notes: number): Uint8Array {
  const bar = (m: number) =>
    Array.from(
      { length: 8 },
      (_, k) =>
        `<note default-x="20"><pitch><step>${'GABCDEF'[(m * 3 + k * 5) % 7]}</step><octave>5</octave></pitch><duration>1</duration><voice>1</voice><type>eighth</type><stem default-y="-50">down</stem><beam number="1">${k % 4 ? (k % 4 === 3 ? 'end' : 'continue') : 'begin'}</beam></note>\n`,
    ).join('')
  const bars = Array.from(
    { length: notes / 8 },
    (_, m) =>
      `<measure number="${m + 1}">${m ? '' : '<attributes><divisions>2</divisions><key><fifths>1</fifths></key><time><beats>4</beats><beat-type>4</beat-type></time></attributes>'}${bar(m)}</measure>`,
  )
  return new TextEncoder().encode(
    `<?xml version="1.0"?><score-partwise version="4.0"><part-list><score-part id="P1"><part-name>Flute</part-name></score-part></part-list><part id="P1">${bars.join('')}</part></score-partwise>`,
  )
}

async function tunes() {
  const bytes = longPart(10_000)
  const flute = { instrument: 'flute', as: 'written', octave: 0 } as const
  const before = process.memoryUsage().rss
  let plans = 0
  const ms = onceMs(() => {
    const part = playable(readTune(bytes).score.parts[0]!, flute)
    readPart(part)
    plans = planBreaths(part, lineOf(part), 90, 8).length
  })
  line(
    `a part of 10 000 notes (${(bytes.length / 1e6).toFixed(1)} MB) read, analysed, ${plans} breath plans`,
    `${Math.round(ms)} ms`,
    'under 1000 ms',
  )
  line('memory that it took', `${Math.round((process.memoryUsage().rss - before) / 1e6)} MB`, 'under 150 MB')
  const text = inventTune(3, 'x', { bars: 200, eighths: 0.5 })
  const part = playable(readTune(new TextEncoder().encode(text)).score.parts[0]!, flute)
  const take = takeOf(part, 9, 120)
  const last = take.played.at(-1)!
  line(
    `${Math.round((last.onsetS + last.durationS) / 60)} minutes played, ${take.played.length} notes: alignment`,
    `${Math.round(timeMs(() => judgePlayed(part, take.played, 120), 3))} ms`,
    'five minutes under 2000 ms',
  )
  const short = playable(readTune(new TextEncoder().encode(inventTune(5, 'x'))).score.parts[0]!, flute)
  await engravedPages(engravedXml(short, { clef: 'treble' }), 500, 32, 700)
  const xml = engravedXml(part, { clef: 'treble' })
  const from = performance.now()
  const pages = await engravedPages(xml, 500, 32, 700)
  line(
    `${part.bars.length} bars engraved once the library is there, ${pages.length} pages`,
    `${Math.round(performance.now() - from)} ms`,
    'first page under 1000 ms',
  )
}

function sound() {
  const rates = (['E3', 'A4', 'C6'] as const).map((written) => {
    const samples = perform(
      { instrument: 'clarinet', written, lengthS: 59.2, unsteadyCents: 5, breathDb: -35 },
      48000,
    )
    return samples.length / 48 / timeMs(() => analyse(samples, 48000), 3)
  })
  line(
    'analysing 60 s of 48 kHz, slowest of low, middle, high',
    `${Math.min(...rates).toFixed(1)} × real time`,
    'at least 20',
  )
  const samples = perform({ instrument: 'clarinet', written: 'A4', lengthS: 19.2, breathDb: -35 }, 48000)
  // As a phone hears: block by block, what is shown at once and what is judged at the end side by side.
  const liveMs = timeMs(() => {
    const live = new LiveTracker(48000)
    const all = new Analysis(48000)
    for (let at = 0; at < samples.length; at += BLOCK) {
      const block = samples.slice(at, at + BLOCK)
      live.push(block)
      all.push(block)
    }
    all.finish()
  }, 3)
  line(
    'the ear of a phone at a quarter of this machine’s speed',
    `${(samples.length / 48 / liveMs / 4).toFixed(1)} × real time`,
    'at least 4',
  )
  const detector = PitchDetector.forFloat32Array(2048)
  const bare = timeMs(() => {
    for (let at = 0; at + 2048 <= samples.length; at += 512)
      detector.findPitch(samples.subarray(at, at + 2048), 48000)
  }, 3)
  line(
    'all features against the bare pitch library, 2048 by 512',
    `${(bare / timeMs(() => analyse(samples, 48000), 3)).toFixed(2)} × as fast`,
    'at least 1',
  )
}

function moves() {
  const system = fingerSystem(instrument('clarinet'))
  const standards = system.chart.filter((f) => f.kind === 'standard')
  let between = 0
  const ms = timeMs(() => {
    const finder = moveFinder(system)
    between = 0
    for (const from of standards) for (const to of standards) between += finder.move(from, to).between.length
  }, 9)
  line(
    `all ${standards.length ** 2} clarinet moves, ${between} moments between`,
    `${ms.toFixed(0)} ms`,
    'under 300',
  )
  let worst = { id: '', ms: 0 }
  for (const inst of allInstruments()) {
    const own = fingerSystem(inst)
    const all = own.chart
    const took = timeMs(() => {
      const finder = moveFinder(own)
      for (const from of all)
        for (const to of all) {
          const move = finder.move(from, to)
          likelihoods(own, move, move.between)
        }
    }, 3)
    if (took > worst.ms) worst = { id: inst.id, ms: took }
  }
  line(
    `every pair of fingerings, alternates too, with likelihoods: slowest, ${worst.id}`,
    `${worst.ms.toFixed(0)} ms`,
    'under 300',
  )
  const scale = standards.slice(4, 30).map((f) => f.written)
  const notes = (n: number) => Array.from({ length: n }, (_, i) => scale[(i * 7) % scale.length]!)
  const path = (n: number) => timeMs(() => pathsOf(instrument('clarinet'), notes(n), { k: 3 }), 7)
  const [few, many] = [path(1000), path(10_000)]
  line('path through 10 000 notes, three best', `${many.toFixed(0)} ms`, 'under 200')
  line('  ten times the notes take', `${(many / few).toFixed(1)} times as long`, 'linear')
}

/** The air column: one fingering with its register, a search over all fingers, what went wrong. */
function air() {
  let slowest = { id: '', us: 0 }
  for (const inst of allInstruments().filter(hasAir)) {
    const ready = airOf(inst)
    const rows = fingerSystem(inst).chart.map((f) => ready.table.fingers(openWith(ready, f.touches)))
    const us = (1000 * timeMs(() => rows.forEach((r) => sounding(ready, r)), 9)) / rows.length
    if (us > slowest.us) slowest = { id: inst.id, us }
  }
  line(
    `resonances and rule of one fingering: slowest, ${slowest.id}`,
    `${slowest.us.toFixed(0)} µs`,
    'under 150',
  )
  for (const id of ['clarinet', 'alto-sax'] as const) {
    let tried = 0
    const ms = onceMs(() => (tried = search(instrument(id), { written: 'A4', cents: 20 }).tried))
    line(
      `search over ${tried} fingerings, ${id}, with making ready`,
      `${ms.toFixed(0)} ms`,
      'under 3000, aim 1500',
    )
    const again = timeMs(() => search(instrument(id), { written: 'B4', cents: 20 }), 3)
    line('  another pitch afterwards', `${again.toFixed(0)} ms`)
  }
  const touches = ['LT', 'L1', 'L3', 'R2']
  line(
    'a tapped touch: prediction and wave, clarinet',
    `${timeMs(() => {
      const [best] = predict(instrument('clarinet'), touches)
      pressureAlong(instrument('clarinet'), touches, best!.hz)
    }, 15).toFixed(1)} ms`,
    'under 50 with drawing',
  )
  line(
    'what went wrong, one note',
    `${timeMs(() => faultsOf(instrument('clarinet'), 'C5', 466), 9).toFixed(0)} ms`,
  )
}

/** A step of the search for a cause: beliefs, the next check and the next question. */
function squeaks() {
  const inst = instrument('clarinet')
  const told = { weeksPlaying: 8, complaint: 'shriek' }
  const said = ['low', 'one-note', 'flat-fingers', 'swap-reed:same', 'teacher-plays:better', 'freeze:better']
  line(
    'a step of the search for a cause, six answers given',
    `${timeMs(() => diagnose(inst, { ...told, observations: said }), 9).toFixed(1)} ms`,
    'under 10',
  )
  let hz = 440
  line(
    '  the first step with a pitch that was heard',
    `${timeMs(() => diagnose(inst, { ...told, written: 'C5', heard: { hz: (hz += 0.5) }, observations: said }), 9).toFixed(1)} ms`,
  )
}

function reeds() {
  const now = '2026-03-20T18:00:00'
  const shelf = Array.from({ length: 500 }, (_, i): Reed => ({
    id: `${i}`,
    name: `${i}`,
    state: i % 3 === 0 ? 'retired' : i % 7 === 0 ? 'breaking-in' : 'rotation',
    uses: Array.from({ length: 30 }, (_, k) => ({
      at: `2026-0${1 + (k % 3)}-${10 + (k % 18)}T18:00:00`,
      minutes: 20 + (i % 9),
      rating: k % 5 || null,
    })),
  }))
  const ms = timeMs(() => {
    rotation(shelf, now)
    forecastStock(shelf, now)
    const model = learnLife(shelf)!
    for (const reed of shelf) forecastLife(model, minutesPlayed(reed))
  }, 9)
  line('rotation, life and stock of 500 reeds', `${ms.toFixed(1)} ms`, 'under 50')
}

/** One tap: beliefs of the largest model, and the check that tells most. */
function evidence() {
  const largest = allInstruments().reduce((a, b) =>
    b.mouth.model.questions.length * b.mouth.model.causes.length >
    a.mouth.model.questions.length * a.mouth.model.causes.length
      ? b
      : a,
  )
  const told = largest.mouth.seen.slice(0, 4).map((id) => ({ question: id, outcome: id }))
  const ms = timeMs(() => mouthVerdict(largest, told, { partCents: 60, steadinessCents: 20 }), 99)
  line(`beliefs and the next check after a tap, ${largest.id}`, `${ms.toFixed(2)} ms`, 'under 5')
}

/** From the end of an answer's sound to its score; the longest one that is asked for, and a staircase's step. */
function tongue() {
  const inst = instrument('clarinet')
  const asked = scaleLine(inst, 'G4')
  const perMinute = 72
  const notes = timesOf(asked, perMinute).map((n, k) => ({
    written: n.written,
    lengthS: n.lengthS,
    begins: k ? ('stroke' as const) : ('tongue' as const),
    ...(k && { stroke: { depthDb: 7, lengthMs: 40 } }),
  }))
  const { samples } = playPhrase({ instrument: 'clarinet', notes, manner: { breathDb: -42 } }, 48000)
  // As the listening worker does it: the sound is followed while it comes, and only the rest is done at its end.
  const ms = median(
    Array.from({ length: 5 }, () => {
      const analysis = new Analysis(48000, { transposition: inst.transposition })
      for (let at = 0; at < samples.length; at += BLOCK) analysis.push(samples.subarray(at, at + BLOCK))
      return onceMs(() => {
        const { report, strokes } = analysis.finish()
        judgeLine(asked, { notes: report.notes, strokes }, perMinute)
      })
    }),
  )
  line(
    `an echo of ${lineS(asked, perMinute).toFixed(0)} s, from its end to its score`,
    `${ms.toFixed(0)} ms`,
    'under 300',
  )
  const steps = [72, 80, 92, 84].map((perMinute, k) => ({ perMinute, held: k < 2 }))
  line('a step of the staircase', `${timeMs(() => staircase(72, steps), 99).toFixed(2)} ms`, 'under 5')
}

const listen = (app: express.Express) =>
  new Promise<{ url: string; server: Server }>((resolve) => {
    const server = app.listen(0, '127.0.0.1', () =>
      resolve({ server, url: `http://127.0.0.1:${(server.address() as AddressInfo).port}` }),
    )
  })

async function api() {
  const folder = mkdtempSync(join(tmpdir(), 'halitus-bench-'))
  const db = await openDatabase(`file:${join(folder, 'bench.db')}`)
  await fillWithDemo(db, new Date())
  const studio = await listen(
    buildApp({ db, takesFolder: tmpdir(), now: () => new Date(), log: pino({ level: 'silent' }) }),
  )
  const path = '/api/learners/ottoline-brask'
  const bytes = Buffer.from(await (await fetch(studio.url + path)).arrayBuffer())
  const bare = express()
  bare.get('/', (_, response) => void response.type('application/json').send(bytes))
  const small = express()
  small.use(express.json())
  small.post('/', (_, response) => void response.json({ ok: true }))
  const empty = await listen(bare)
  const emptyWrite = await listen(small)

  await load(studio.url + path)
  const rounds = await ratios(
    3,
    () => load(studio.url + path),
    () => load(empty.url),
  )
  const { measured: read, against: base, ratio } = rounds[1]!
  line(
    `reading a learner, ${(bytes.length / 1024).toFixed(0)} kB, against an empty handler`,
    `${(100 * ratio).toFixed(0)} %`,
    'at least 20 %',
  )
  line('  the same, requests a second', read.perSecond.toFixed(0))
  line(
    '  the same, 99th percentile with 50 clients',
    `${read.p99Ms.toFixed(0)} ms`,
    `under 50; empty handler ${base.p99Ms.toFixed(0)} ms`,
  )
  const paced = await load(studio.url + path, undefined, 100)
  line(
    '  the same, each client asking ten times a second',
    `${paced.p99Ms.toFixed(0)} ms`,
    `${paced.perSecond.toFixed(0)} requests a second`,
  )
  const entries = await entriesOf(studio.url, 'ottoline-brask-w12')
  const writes = await ratios(
    3,
    () => load(studio.url, { path: '/api/lessons/ottoline-brask-w13/entries', entries }),
    () => load(emptyWrite.url, { path: '', entries }),
  )
  line(
    'writing a lesson entry, requests a second',
    writes[1]!.measured.perSecond.toFixed(0),
    `${(100 * writes[1]!.ratio).toFixed(0)} % of an empty handler, at least 50 %`,
  )
  for (const { server } of [studio, empty, emptyWrite]) server.close()
  await db.close()
  rmSync(folder, { recursive: true })
}

/** JavaScript that the first page loads at once: the entry and what it and the page import statically. */
function lessonPlans() {
  const { learners, lessons, entries, plans, cards } = demoStudio('2026-03-20T15:00:00')
  const asked = learners.map((learner): LessonAsked => {
    const own = lessons.filter((l) => l.learnerId === learner.id)
    const lesson = own.at(-1)!
    const asPast = (l: typeof lesson) => ({ ...l, changes: null })
    return {
      inst: instrument(lesson.instrument),
      lesson: asPast(lesson),
      lessons: own.slice(0, -1).map(asPast),
      entries: entries.filter((e) => e.learnerId === learner.id),
      cards: cards
        .filter((c) => c.learnerId === learner.id)
        .map((c) => ({ ...c, ticks: [], reports: [], numbers: [] })),
      plans: plans.filter((p) => p.learnerId === learner.id),
      observes: false,
    }
  })
  const all = () => asked.map((a) => planLesson(a, 30))
  all()
  const ms = timeMs(all, 5)
  line(
    'plan of a lesson after twelve weeks of everything',
    `${(ms / asked.length).toFixed(1)} ms`,
    'under 20 ms',
  )
  line('plans of 60 learners’ week', `${Math.round((60 * ms) / asked.length)} ms`, 'under 1000 ms')
}

function size() {
  const dist = join(root, 'web', 'dist')
  const assets = join(dist, 'assets')
  const all = readdirSync(assets).filter((f) => f.endsWith('.js'))
  const wanted = new Set<string>()
  const take = (file: string) => {
    if (wanted.has(file) || !all.includes(file)) return
    wanted.add(file)
    const text = readFileSync(join(assets, file), 'utf8')
    for (const [, found] of text.matchAll(/(?:from|import)\s*["']\.\/([\w.-]+\.js)["']/g)) take(found!)
  }
  const html = readFileSync(join(dist, 'index.html'), 'utf8')
  for (const [, file] of html.matchAll(/assets\/([\w.-]+\.js)/g)) take(file!)
  for (const file of all.filter((f) => f.startsWith('Today-'))) take(file)
  const bytes = [...wanted].reduce((sum, f) => sum + gzipSync(readFileSync(join(assets, f))).length, 0)
  line('JavaScript of the first page, gzip', `${(bytes / 1024).toFixed(0)} kB`, 'under 400')
}

sound()
moves()
air()
squeaks()
reeds()
evidence()
tongue()
await tunes()
lessonPlans()
size()
await api()
if (existsSync(CHROMIUM)) for (const figure of await inBrowser(root)) line(...figure)
process.exit(0)
