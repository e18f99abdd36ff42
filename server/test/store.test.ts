import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterEach, describe, expect, it } from 'vitest'
import { openDatabase, tables } from '../src/db/index.ts'
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
      { id: 1, name: 'A', place: 'B', a4Hz: 441.5, schools: {} },
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

describe('settings', () => {
  it('have defaults', () =>
    expect(readSettings({})).toEqual({
      port: 4173,
      host: '127.0.0.1',
      databaseUrl: 'file:data/halitus.db',
      logLevel: 'info',
    }))
  it.each([
    [{ PORT: 'abc' }, 'PORT is “abc”; allowed is a whole number from 0 to 65535.'],
    [{ PORT: '70000' }, 'PORT is “70000”'],
    [{ LOG_LEVEL: 'loud' }, 'LOG_LEVEL is “loud”; allowed: fatal'],
    [{ DATABASE_URL: 'mysql://x' }, 'DATABASE_URL is “mysql://x”; allowed: file:PATH'],
  ])('are refused with what is allowed (%#)', (env, message) =>
    expect(() => readSettings(env)).toThrow(message),
  )
})
