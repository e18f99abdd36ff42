import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { createClient } from '@libsql/client'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { check, studioFile } from '@halitus/core/contract'
import { openDatabase } from '../src/db/index.ts'
import { exportStudio } from './studio-at-work.ts'

const folder = mkdtempSync(join(tmpdir(), 'halitus-old-'))
const url = `file:${join(folder, 'old.db')}`
const MIGRATIONS = new URL('../src/db/migrations/', import.meta.url)
const sqlOf = (name: string) =>
  readFileSync(new URL(name, MIGRATIONS), 'utf8').split('--> statement-breakpoint')

/** A database as the program left it before entries had provenance and order, and learners schools. */
beforeAll(async () => {
  const client = createClient({ url })
  const { entries } = JSON.parse(readFileSync(new URL('meta/_journal.json', MIGRATIONS), 'utf8')) as {
    entries: { tag: string; when: number }[]
  }
  for (const { tag } of entries.slice(0, 2)) for (const sql of sqlOf(`${tag}.sql`)) await client.execute(sql)
  await client.execute(
    'CREATE TABLE "__drizzle_migrations" (id INTEGER PRIMARY KEY AUTOINCREMENT, hash text NOT NULL, created_at numeric)',
  )
  for (const { tag, when } of entries.slice(0, 2))
    await client.execute({
      sql: 'INSERT INTO "__drizzle_migrations" (hash, created_at) VALUES (?, ?)',
      args: [tag, when],
    })
  const tone = {
    written: 'Bb4',
    targetS: 6,
    lengthS: 7,
    cents: 0,
    steadinessCents: 5,
    driftCents: 0,
    sagCents: 0,
    rangeDb: 1,
    hnrDb: 20,
    wobbleCents: null,
    wobbleHz: null,
    centsCurve: [],
    dbCurve: [],
  }
  const entry = (id: string, kind: string, at: string, data: object) => ({
    sql: "INSERT INTO entries (id, lesson_id, learner_id, instrument, stage, kind, at, data) VALUES (?, 'l', ?, 'clarinet', 'sound', ?, ?, ?)",
    args: [id, 'a', kind, at, JSON.stringify(data)],
  })
  await client.batch([
    "INSERT INTO studio VALUES (1, 'S', '', 440)",
    `INSERT INTO learners (id, name, birth_year, instruments, attitude, minutes_per_session, sessions_per_week, note, archived, created_at)
     VALUES ('a', 'A', 2010, '["clarinet"]', 'measure', 10, 5, '', 0, '2026-01-02T10:00:00')`,
    `INSERT INTO learners (id, name, birth_year, instruments, attitude, minutes_per_session, sessions_per_week, note, archived, created_at)
     VALUES ('b', 'B', 2010, '["flute"]', 'observe', 10, 5, '', 0, '2026-01-02')`,
    "INSERT INTO lessons VALUES ('l', 'a', 'clarinet', '2026-01-05T18:20', 30, NULL)",
    entry('late', 'note', '2026-01-05T18:30:00', { text: 'x' }),
    entry('first', 'target', '2026-01-05T18:21:00', { targetS: 5 }),
    entry('tone', 'long-tone', '2026-01-05T18:22:00', { ...tone, source: 'player' }),
    entry('mic', 'long-tone', '2026-01-05T18:23:00', { ...tone, source: 'microphone' }),
    entry('file', 'long-tone', '2026-01-05T18:24:00', { ...tone, source: 'file' }),
    entry('said', 'target', '2026-01-05T18:25:00', { targetS: 9 }),
    "INSERT INTO cards VALUES ('c', 'a', 'l', 'clarinet', '2026-01-05T18:20', 1, 5, '', '[]')",
  ])
  client.close()
})
afterAll(() => rmSync(folder, { recursive: true, force: true }))

describe('an older database', () => {
  it('is brought up to date when it is opened, and what it holds passes the contract', async () => {
    const db = await openDatabase(url)
    const file = await exportStudio(db.read, '2026-03-20T15:00:00')
    expect(() => check(studioFile as never, file)).not.toThrow()
    expect(file.learners.map((l) => [l.schools, l.createdAt])).toEqual([
      [{ attitude: 'race' }, '2026-01-02T10:00:00'],
      [{ attitude: 'observe' }, '2026-01-02T00:00:00'],
    ])
    expect(file.lessons[0]).toMatchObject({ startsAt: '2026-01-05T18:20:00', finishedAt: null })
    expect(file.cards[0]!.from).toBe('2026-01-05')
    const ordered = [...file.entries].sort((a, b) => a.seq - b.seq)
    expect(ordered.map((e) => [e.seq, e.id, e.kind, e.provenance])).toEqual([
      [1, 'first', 'note', 'tapped'],
      [2, 'tone', 'long-tone', 'simulated'],
      [3, 'mic', 'long-tone', 'microphone'],
      [4, 'file', 'long-tone', 'file'],
      [5, 'said', 'target', 'tapped'],
      [6, 'late', 'note', 'typed'],
    ])
    expect(ordered[0]!.data).toEqual({ text: 'Target set to 5 s' })
    expect(ordered[4]!.data).toEqual({ goal: 'long-tone', about: 'Bb4', value: 9 })
    expect(ordered[1]!.data).not.toHaveProperty('source')
    await db.close()
  })
})
