import { spawn } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterEach, describe, expect, it } from 'vitest'
import { openDatabase, tables, type Database } from '../src/db/index.ts'
import { readSettings } from '../src/settings.ts'
import { startStudio } from './studio-at-work.ts'

const folder = mkdtempSync(join(tmpdir(), 'halitus-store-'))
const url = `file:${join(folder, 'deep', 'studio.db')}`
afterEach(() => rmSync(folder, { recursive: true, force: true }))

describe('the database', () => {
  it('is a file that can be opened again, with write-ahead log and foreign keys', async () => {
    const first = await openDatabase(url)
    await first.write((tx) => tx.insert(tables.studio).values({ id: 1, name: 'A', place: 'B', a4Hz: 441.5 }))
    await first.close()
    const again = await openDatabase(url)
    expect(await again.read.select().from(tables.studio)).toEqual([
      { id: 1, name: 'A', place: 'B', a4Hz: 441.5, schools: {}, noteNames: 'english', version: 1 },
    ])
    expect((await again.read.get<{ journal_mode: string }>('PRAGMA journal_mode')).journal_mode).toBe('wal')
    await expect(
      again.write((tx) =>
        tx.insert(tables.plans).values({ learnerId: 'nobody', stage: 'tune', text: '', version: 1 }),
      ),
    ).rejects.toThrow()
    await again.close()
  })
  it('takes many writes at once and undoes one that fails halfway', async () => {
    const studio = await startStudio({ demo: true })
    const post = (i: number) =>
      studio.call('POST', '/api/lessons/saskia-vell-w13/entries', {
        id: `n${i}`,
        stage: 'tune',
        kind: 'note',
        provenance: 'typed',
        data: { text: `note ${i}` },
      })
    const answers = await Promise.all(Array.from({ length: 40 }, (_, i) => post(i)))
    expect(new Set(answers.map((a) => a.status))).toEqual(new Set([201]))
    await expect(
      studio.db.write(async (tx) => {
        await tx.delete(tables.learners)
        throw new Error('halfway')
      }),
    ).rejects.toThrow('halfway')
    expect((await studio.call('GET', '/api/learners')).data.learners).toHaveLength(8)
    await studio.stop()
  })
  it('starts empty and says so', async () => {
    const studio = await startStudio()
    expect((await studio.call('GET', '/api/health')).data).toEqual({ ok: true })
    expect((await studio.call('GET', '/api/today')).data).toMatchObject({ lessons: [], next: null })
    expect((await studio.call('GET', '/api/learners')).data).toEqual({ learners: [] })
    await studio.stop()
  })
})

describe('another program at the same file', () => {
  /** Holds the file's lock for some time, as a backup or a table viewer might. */
  async function hold(file: string, ms: number) {
    const code = `const D=require('libsql');const d=new D(process.argv[1]);d.exec('BEGIN IMMEDIATE');console.log('held');setTimeout(()=>{d.exec('COMMIT')},${ms})`
    const child = spawn(process.execPath, ['-e', code, file], { stdio: ['ignore', 'pipe', 'inherit'] })
    const gone = new Promise((resolve) => child.once('exit', resolve))
    await new Promise((resolve) => child.stdout.once('data', resolve))
    return { gone }
  }
  const name = (db: Database, text: string) =>
    db.write((tx) =>
      tx
        .insert(tables.studio)
        .values({ id: 1, name: text, place: '', a4Hz: 440 })
        .onConflictDoUpdate({ target: tables.studio.id, set: { name: text } }),
    )
  const file = join(folder, 'locked', 'studio.db')

  it('is waited for, is named when it takes too long, and is got over by itself', async () => {
    const db = await openDatabase(`file:${file}`, 1000)
    await name(db, 'before')
    const { gone } = await hold(file, 2600)
    await expect(name(db, 'too early')).rejects.toMatchObject({
      code: 'busy',
      message: 'Another program holds the database; nothing was saved. Close it there, then try again.',
    })
    // Reading goes on meanwhile, and the next one waits until the lock is gone.
    expect(await db.read.select().from(tables.studio)).toMatchObject([{ name: 'before' }])
    await expect(name(db, 'still too early')).rejects.toMatchObject({ code: 'busy' })
    await gone
    await name(db, 'after')
    await name(db, 'and again')
    expect(await db.read.select().from(tables.studio)).toMatchObject([{ name: 'and again' }])
    // A short lock is merely waited for.
    const short = await hold(file, 400)
    await name(db, 'patient')
    await short.gone
    expect(await db.read.select().from(tables.studio)).toMatchObject([{ name: 'patient' }])
    await db.close()
  })
  it('isn’t another server: the second is refused with a sentence, until the first has ended', async () => {
    const first = await openDatabase(`file:${file}`)
    await expect(openDatabase(`file:${file}`)).rejects.toThrow(
      `Another server uses ${file} already. Stop that one, or start this one with another DATABASE_URL.`,
    )
    await first.close()
    await (await openDatabase(`file:${file}`)).close()
  })
})

describe('settings', () => {
  it('have defaults', () =>
    expect(readSettings({})).toEqual({
      port: 4173,
      host: '127.0.0.1',
      databaseUrl: 'file:data/halitus.db',
      logLevel: 'info',
      allowedHosts: [],
      takesFolder: 'data/takes',
      https: undefined,
      newStudio: false,
      backups: { database: 'data/halitus.db', folder: 'data/halitus-backups', second: undefined },
    }))
  it.each([
    [{ DATABASE_URL: 'file:/var/studio/one.db?mode=rwc' }, '/var/studio/takes'],
    [{ DATABASE_URL: 'libsql://studio.example' }, 'data/takes'],
    [{ TAKES_FOLDER: '/music' }, '/music'],
  ])('put kept takes beside the database unless told otherwise: %j', (env, folder) =>
    expect(readSettings(env).takesFolder).toBe(folder),
  )
  it('begin anew only when told so', () =>
    expect([
      readSettings({ NEW_STUDIO: '1' }).newStudio,
      readSettings({ NEW_STUDIO: '0' }).newStudio,
    ]).toEqual([true, false]))
  it.each([
    [{ PORT: 'abc' }, 'PORT is “abc”; allowed is a whole number from 0 to 65535.'],
    [{ PORT: '70000' }, 'PORT is “70000”'],
    [{ ALLOWED_HOSTS: 'a b' }, 'ALLOWED_HOSTS has “a b”; allowed are names'],
    [{ LOG_LEVEL: 'loud' }, 'LOG_LEVEL is “loud”; allowed: fatal'],
    [{ NEW_STUDIO: 'yes' }, 'NEW_STUDIO is “yes”; allowed: 1 or 0.'],
    [{ DATABASE_URL: 'mysql://x' }, 'DATABASE_URL is “mysql://x”; allowed: file:PATH'],
  ])('are refused with what is allowed (%#)', (env, message) =>
    expect(() => readSettings(env)).toThrow(message),
  )
})
