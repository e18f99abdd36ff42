import { Readable } from 'node:stream'
import {
  existsSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  statSync,
  utimesSync,
  writeFileSync,
} from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { readWav, writeWav } from '@halitus/core/sound'
import { eq } from 'drizzle-orm'
import { takes } from '../src/db/schema.ts'
import { dropTakesAside, dropTakesOf, layTakesAside, sweepTakes } from '../src/takes/index.ts'
import { keepTake, MOST_BYTES } from '../src/takes/store.ts'
import { startStudio, type StudioAtWork } from './studio-at-work.ts'

let studio: StudioAtWork
beforeAll(async () => {
  studio = await startStudio({ demo: true })
})
afterAll(() => studio.stop())

const LESSON = 'ottoline-brask-w13'
const sine = (seconds: number, rate = 8000) =>
  Float32Array.from({ length: seconds * rate }, (_, i) => 0.5 * Math.sin((2 * Math.PI * 440 * i) / rate))
const wav = (seconds = 1) => writeWav(sine(seconds), 8000) as Uint8Array<ArrayBuffer>
const send = (query: string, body: BodyInit = wav(), type = 'audio/wav') =>
  studio.raw(`/api/lessons/${LESSON}/takes?${query}`, {
    method: 'POST',
    headers: { 'content-type': type },
    body,
  })
const message = async (answer: Response) =>
  ((await answer.json()) as { error: { message: string; code: string } }).error
const list = async () => (await studio.call('GET', '/api/learners/ottoline-brask/takes')).data

describe('kept takes', () => {
  it('keep a sound with who agreed to it, list it, give it back, and delete it', async () => {
    const kept = await send('id=t1&label=Long+tone+E4&consent=learner')
    expect(kept.status).toBe(201)
    expect(await kept.json()).toMatchObject({
      id: 't1',
      learnerId: 'ottoline-brask',
      instrument: 'clarinet',
      label: 'Long tone E4',
      seconds: 1,
      consent: 'learner',
    })
    const { takes, bytes, mostBytes } = await list()
    expect(takes.map((t: { id: string }) => t.id)).toEqual(['t1'])
    expect(bytes).toBe(wav().byteLength)
    expect(mostBytes).toBe(MOST_BYTES)
    const sound = await studio.raw('/api/takes/t1')
    expect(sound.headers.get('content-type')).toContain('audio/wav')
    const back = readWav(new Uint8Array(await sound.arrayBuffer()))
    expect(back.samples.length).toBe(8000)
    expect(Math.max(...back.samples)).toBeCloseTo(0.5, 3)
    expect((await studio.call('DELETE', '/api/takes/t1')).status).toBe(200)
    expect((await list()).takes).toEqual([])
    expect((await studio.raw('/api/takes/t1')).status).toBe(404)
  })
  it('are there once when sent twice, and another sound under the same id is refused', async () => {
    expect((await send('id=t2&consent=guardian')).status).toBe(201)
    expect((await send('id=t2&consent=guardian')).status).toBe(201)
    expect((await list()).takes).toHaveLength(1)
    const other = await send('id=t2&consent=guardian', wav(2))
    expect(other.status).toBe(409)
    expect(
      readWav(new Uint8Array(await (await studio.raw('/api/takes/t2')).arrayBuffer())).samples.length,
    ).toBe(8000)
  })
  it('say what is wrong', async () => {
    expect(await message(await send('id=t3'))).toMatchObject({ code: 'invalid' })
    expect((await message(await send('id=t3&consent=nobody'))).message).toContain('consent')
    expect((await message(await send('id=t3&consent=learner', 'noise'))).message).toContain('not a WAVE file')
    expect((await message(await send('id=t3&consent=learner', wav(601)))).message).toBe(
      'The take lasts 601 s; at most 600 s are kept.',
    )
    expect((await message(await send('id=t3&consent=learner', '{}', 'application/json'))).message).toContain(
      'send audio/wav',
    )
    const nowhere = await studio.raw('/api/lessons/none/takes?id=t3&consent=learner', {
      method: 'POST',
      headers: { 'content-type': 'audio/wav' },
      body: wav(),
    })
    expect(nowhere.status).toBe(404)
    expect((await studio.call('DELETE', '/api/takes/none')).status).toBe(404)
    expect((await list()).takes.map((t: { id: string }) => t.id)).toEqual(['t2'])
  })
  it('have a room of their own; what is beyond it is refused with the figures', async () => {
    const { takes } = await import('../src/db/schema.ts')
    const row = {
      learnerId: 'pim-askerud',
      lessonId: 'pim-askerud-w13',
      instrument: 'flute' as const,
      label: '',
    }
    const rest = { at: '2026-03-20T10:00:00', seconds: 1, consent: 'guardian' as const }
    const size = wav().byteLength
    await studio.db.write((tx) =>
      tx.insert(takes).values({ id: 'big', ...row, ...rest, bytes: MOST_BYTES - size + 1 }),
    )
    const toPim = () =>
      studio.raw('/api/lessons/pim-askerud-w13/takes?id=t4&consent=guardian', {
        method: 'POST',
        headers: { 'content-type': 'audio/wav' },
        body: wav(),
      })
    const full = await toPim()
    expect(full.status).toBe(409)
    expect((await message(full)).message).toBe(
      'Kept takes of one learner may need 200 MB; with this one it would be 201. Delete older ones first.',
    )
    await studio.db.write((tx) =>
      tx
        .update(takes)
        .set({ bytes: MOST_BYTES - size })
        .where(eq(takes.id, 'big')),
    )
    expect((await toPim()).status).toBe(201)
  })
  it('stay when the same studio’s file is taken in; lie aside while their learner isn’t in it, and come back with them', async () => {
    const file = (await studio.call('GET', '/api/export')).data
    await studio.call('POST', '/api/import', file)
    expect((await list()).takes).toHaveLength(1)
    const without = { ...file }
    for (const part of ['lessons', 'entries', 'cards', 'plans', 'reeds', 'pieces', 'tunePlayers'])
      without[part] = file[part].filter((x: { learnerId: string }) => x.learnerId !== 'ottoline-brask')
    without.learners = file.learners.filter((l: { id: string }) => l.id !== 'ottoline-brask')
    const cards = new Set(without.cards.map((c: { id: string }) => c.id))
    for (const part of ['ticks', 'reports', 'numbers'])
      without[part] = file[part].filter((x: { cardId: string }) => cards.has(x.cardId))
    const reeds = new Set(without.reeds.map((x: { id: string }) => x.id))
    without.reedUses = file.reedUses.filter((x: { reedId: string }) => reeds.has(x.reedId))
    const pieces = new Set(without.pieces.map((x: { id: string }) => x.id))
    without.services = file.services.filter((x: { pieceId: string }) => pieces.has(x.pieceId))
    expect((await studio.call('POST', '/api/import', without)).status).toBe(200)
    expect((await studio.raw('/api/takes/t2')).status).toBe(404)
    await studio.call('POST', '/api/import', file)
    expect((await studio.raw('/api/takes/t2')).status).toBe(200)
  })
  it('that lie aside go when no backup knows them any more: after seventy days, not before', async () => {
    await studio.db.write(async (tx) => {
      await tx.update(takes).set({ learnerId: 'nobody' }).where(eq(takes.id, 't2'))
      await layTakesAside(tx, '2026-03-20T15:00:00')
    })
    const folder = studio.takesFolder
    await dropTakesAside(studio.db, folder, '2026-05-29T23:00:00')
    expect(existsSync(join(folder, 't2.wav'))).toBe(true)
    await dropTakesAside(studio.db, folder, '2026-05-30T00:00:00')
    expect(existsSync(join(folder, 't2.wav'))).toBe(false)
    expect(await studio.db.read.select().from(takes).where(eq(takes.id, 't2'))).toEqual([])
  })
  it('of another learner under the same id are refused, and its sound stays as it was', async () => {
    const to = (lesson: string, body: Uint8Array<ArrayBuffer>) =>
      studio.raw(`/api/lessons/${lesson}/takes?id=own-id&consent=learner`, {
        method: 'POST',
        headers: { 'content-type': 'audio/wav' },
        body,
      })
    expect((await to('ottoline-brask-w13', wav())).status).toBe(201)
    const was = readFileSync(join(studio.takesFolder, 'own-id.wav'))
    const other = wav(2)
    for (const lesson of ['saskia-vell-w13', 'ottoline-brask-w13']) {
      expect((await to(lesson, lesson.startsWith('o') ? other : wav())).status).toBe(409)
      expect(readFileSync(join(studio.takesFolder, 'own-id.wav'))).toEqual(was)
    }
    // Sent once more it is there once.
    expect((await to('ottoline-brask-w13', wav())).status).toBe(201)
    expect(statSync(studio.takesFolder).mode & 0o077).toBe(0)
    expect(statSync(join(studio.takesFolder, 'own-id.wav')).mode & 0o077).toBe(0)
  })
  it('that come at once share the room: what is beyond it is refused, and leaves no sound', async () => {
    await studio.db.write((tx) =>
      tx
        .update(takes)
        .set({ bytes: MOST_BYTES - 2.5 * wav().byteLength })
        .where(eq(takes.id, 'own-id')),
    )
    const at = (k: number) => send(`id=many-${k}&consent=learner`)
    const answers = await Promise.all([1, 2, 3, 4, 5].map(at))
    expect(answers.map((a) => a.status).sort()).toEqual([201, 201, 409, 409, 409])
    const names = readdirSync(studio.takesFolder).filter((n) => n.startsWith('many-'))
    expect(names).toHaveLength(2)
    for (const name of names) await studio.call('DELETE', `/api/takes/${name.replace('.wav', '')}`)
  })
  it('larger than ten minutes can be are refused while they come', async () => {
    const answer = await send('id=huge&consent=learner', new Uint8Array(60_000_001))
    expect(answer.status).toBe(413)
    expect((await message(answer)).message).toBe('That is more than the 60 MB that one take may have.')
    expect(readdirSync(studio.takesFolder).filter((n) => n.startsWith('huge'))).toEqual([])
  })
  it('are gone for good with their learner, sound first; what was left half-written is swept', async () => {
    const folder = studio.takesFolder
    writeFileSync(join(folder, 'x.wav.abc.part'), 'half')
    writeFileSync(join(folder, 'old.wav'), 'of nobody')
    const day = 86_400
    const now = Date.now() / 1000
    for (const [name, days] of [
      ['old', 71],
      ['young', 69],
    ] as const) {
      writeFileSync(join(folder, `${name}.wav`), 'of nobody')
      utimesSync(join(folder, `${name}.wav`), now - days * day, now - days * day)
    }
    await sweepTakes(studio.db, folder, now * 1000)
    expect(readdirSync(folder).sort()).toEqual(expect.arrayContaining(['own-id.wav', 'young.wav']))
    for (const gone of ['x.wav.abc.part', 'old.wav']) expect(existsSync(join(folder, gone))).toBe(false)
    await dropTakesOf(studio.db, folder, ['ottoline-brask'])
    expect(existsSync(join(folder, 'own-id.wav'))).toBe(false)
    expect((await list()).takes).toEqual([])
  })
})

describe('a disk that gives no room', () => {
  it('leaves nothing half-written and no line in the list', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'halitus-'))
    // A file where the folder should be: writing fails as it does on a full or read-only disk.
    const blocked = join(folder, 'takes')
    writeFileSync(blocked, '')
    const before = await studio.call('GET', '/api/learners/saskia-vell/takes')
    await expect(
      keepTake(
        studio.db,
        blocked,
        'saskia-vell-w13',
        { id: 't9', label: '', consent: 'learner' },
        Readable.from([wav()]),
        '2026-03-20T10:00:00',
      ),
    ).rejects.toThrow()
    expect((await studio.call('GET', '/api/learners/saskia-vell/takes')).data).toEqual(before.data)
    expect(readdirSync(folder)).toEqual(['takes'])
    expect(existsSync(`${blocked}/t9.wav`)).toBe(false)
    rmSync(folder, { recursive: true })
  })
})
