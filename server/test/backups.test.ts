import { spawnSync } from 'node:child_process'
import {
  chmodSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { createClient } from '@libsql/client'
import { afterAll, describe, expect, it } from 'vitest'
import {
  backUp,
  BadBackup,
  clockTrouble,
  keepBackups,
  listBackups,
  newestBefore,
  restoreFrom,
  sweepHalfMade,
  tooMany,
  verify,
} from '../src/backups/index.ts'
import { fillWithDemo } from '../src/db/demo/index.ts'
import { openDatabase, Unusable } from '../src/db/index.ts'
import { accounts, leaving, links, sessions } from '../src/db/schema.ts'
import { exportStudio, NOW, startStudio } from './studio-at-work.ts'

const root = fileURLToPath(new URL('../..', import.meta.url))
const folder = mkdtempSync(join(tmpdir(), 'halitus-backups-'))
afterAll(() => rmSync(folder, { recursive: true, force: true }))
let made = 0
const place = () => join(folder, `s${++made}`, 'studio.db')
const at = (day: string, time = '03:00:00') => `2026-03-${day}T${time}`

describe('a database that can’t be used is refused in a sentence with the way out', () => {
  const refused = (file: string) =>
    openDatabase(`file:${file}`, 200).then(
      (db) => db.close().then(() => 'opened'),
      (error: Error) => (error instanceof Unusable ? error.message : `${error.name}: ${error.message}`),
    )
  const fresh = async () => {
    const file = place()
    await (await openDatabase(`file:${file}`)).close()
    return file
  }
  const change = async (file: string, sql: string) => {
    const client = createClient({ url: `file:${file}` })
    await client.execute(sql)
    client.close()
  }
  it('no database at all', async () => {
    const file = await fresh()
    writeFileSync(file, 'Dear diary, today the clarinet squeaked.')
    expect(await refused(file)).toMatch(
      /studio\.db is no database\. Name another file in DATABASE_URL, or restore a backup/,
    )
  })
  it('an empty file is a new studio', async () => {
    const file = place()
    mkdirSync(join(file, '..'))
    writeFileSync(file, '')
    expect(await refused(file)).toBe('opened')
  })
  it('somebody else’s database', async () => {
    const file = place()
    await (await openDatabase(`file:${file}`)).close()
    rmSync(file)
    await change(file, 'create table recipes (id integer)')
    expect(await refused(file)).toMatch(/is a database, but no studio’s: it has recipes\./)
  })
  it('a newer one', async () => {
    const file = await fresh()
    await change(file, "insert into __drizzle_migrations (hash, created_at) values ('x', 99999999999999)")
    expect(await refused(file)).toMatch(/was written by a newer Halitus\. Start that one/)
  })
  it('a damaged one', async () => {
    const file = await fresh()
    const bytes = readFileSync(file)
    bytes.fill(0xa5, 4096, bytes.length - 4096)
    writeFileSync(file, bytes)
    expect(await refused(file)).toMatch(/studio\.db is damaged/)
  })
  it('is readable by its owner only', async () => {
    const file = await fresh()
    chmodSync(file, 0o644)
    const db = await openDatabase(`file:${file}`)
    expect(statSync(file).mode & 0o077).toBe(0)
    expect(statSync(`${file}.lock`).mode & 0o077).toBe(0)
    await db.close()
  })
  it('after a refusal the file is free again', async () => {
    const file = await fresh()
    await change(file, "insert into __drizzle_migrations (hash, created_at) values ('x', 99999999999999)")
    await refused(file)
    await change(file, "delete from __drizzle_migrations where hash = 'x'")
    expect(await refused(file)).toBe('opened')
  })
})

describe('backups', () => {
  const studio = async () => {
    const database = place()
    const db = await openDatabase(`file:${database}`)
    await fillWithDemo(db, NOW)
    return { db, settings: { database, folder: join(database, '..', 'backups') } }
  }
  it('are whole copies, checked and counted, closed to others; back again it is the same studio', async () => {
    const { db, settings } = await studio()
    const before = await exportStudio(db.read, 'x')
    const backup = await backUp({ ...settings, at: at('20'), occasion: 'daily' })
    expect(backup).toMatchObject({ learners: before.learners.length, entries: before.entries.length })
    const path = join(settings.folder, backup.name)
    expect(statSync(path).mode & 0o077).toBe(0)
    await db.write((tx) => tx.run('delete from learners'))
    const restored = await restoreFrom(db, settings, path, at('21'))
    expect(restored.learners).toBe(before.learners.length)
    expect(await exportStudio(db.read, 'x')).toEqual(before)
    // What was there before the restore was kept as well; nothing half-made is left.
    expect((await listBackups(settings.folder)).map((b) => b.name)).toEqual([
      'halitus-2026-03-21T03-00-00-restore.db',
      'halitus-2026-03-20T03-00-00-daily.db',
    ])
    expect(existsSync(`${path}.restoring`)).toBe(false)
    await db.close()
  })
  it('go into a second folder too; when that can’t be, it is said and the first is kept', async () => {
    const { db, settings } = await studio()
    const second = join(settings.folder, '..', 'stick')
    const backup = await backUp({ ...settings, second, at: at('20'), occasion: 'daily' })
    expect(await verify(join(second, backup.name))).toMatchObject({ learners: backup.learners })
    writeFileSync(join(settings.folder, '..', 'file'), '')
    const blocked = await backUp({
      ...settings,
      second: join(settings.folder, '..', 'file'),
      at: at('21'),
      occasion: 'daily',
    })
    expect(blocked.second).toMatch(/^The second folder .* can’t be written/)
    expect(await verify(join(settings.folder, blocked.name))).toBeTruthy()
    await db.close()
  })
  it('that are damaged are found, and nothing is restored from them', async () => {
    const { db, settings } = await studio()
    const backup = await backUp({ ...settings, at: at('20'), occasion: 'daily' })
    const path = join(settings.folder, backup.name)
    const bytes = readFileSync(path)
    bytes.fill(0x5a, 8192, Math.floor(bytes.length / 2))
    writeFileSync(path, bytes)
    const before = await exportStudio(db.read, 'x')
    await expect(restoreFrom(db, settings, path, at('21'))).rejects.toThrow(BadBackup)
    expect(await exportStudio(db.read, 'x')).toEqual(before)
    await db.close()
  })
  it('keep one a day for two weeks, one a week for eight more, three of each other occasion', () => {
    const day = (n: number) => new Date(Date.UTC(2026, 2, 20) - n * 86_400_000).toISOString().slice(0, 10)
    const daily = (n: number, time = '03-00-00') => `halitus-${day(n)}T${time}-daily.db`
    const now = '2026-03-20T12:00:00'
    // The newest of each day stays.
    expect(tooMany([daily(0), daily(0, '09-00-00')], now)).toEqual([daily(0)])
    const days = Array.from({ length: 14 }, (_, n) => daily(n))
    expect(tooMany(days, now)).toEqual([])
    const among = (...names: string[]) => tooMany([...days, ...names], now)
    // Days 14 to 20 are one week: its newest stays.
    expect(among(...[14, 15, 20].map((n) => daily(n)))).toEqual([daily(15), daily(20)])
    expect(among(daily(69))).toEqual([])
    expect(among(daily(70))).toEqual([daily(70)])
    const asked = [1, 2, 3, 4].map((n) => `halitus-${day(n)}T03-00-00-asked.db`)
    expect(tooMany(asked, now)).toEqual([asked[3]])
    // However it was made: what was deleted is in none that is ten weeks old.
    const old = [69, 70].map((n) => `halitus-${day(n)}T03-00-00-migration.db`)
    expect(among(...old)).toEqual([old[1]])
    expect(tooMany(['holiday.jpg'], now)).toEqual([])
  })
  describe('when the clock is wrong', () => {
    const on = (date: string) => `halitus-${date}T03-00-00-daily.db`
    const days = (from: string, n: number) =>
      Array.from({ length: n }, (_, k) =>
        on(new Date(Date.parse(from) - k * 86_400_000).toISOString().slice(0, 10)),
      )
    it('a year ahead once takes none of the newest seven', () => {
      const there = days('2026-03-20', 11)
      const left = [on('2027-03-20'), ...there].filter(
        (n) => !tooMany([on('2027-03-20'), ...there], '2027-03-20T03:00:00').includes(n),
      )
      expect(left).toEqual([on('2027-03-20'), ...there.slice(0, 6)])
    })
    it('what it stamped ahead counts for nothing, and goes once there were seven days by the right one', () => {
      const ahead = on('2027-03-20')
      expect(tooMany([ahead, ...days('2026-03-20', 6)], '2026-03-20T12:00:00')).toEqual([])
      expect(tooMany([ahead, ...days('2026-03-20', 7)], '2026-03-20T12:00:00')).toEqual([ahead])
      // One that was behind for some days left true ones ahead of it: these come of age.
      const soon = on('2026-05-28')
      expect(tooMany([soon, ...days('2026-03-20', 7)], '2026-03-20T12:00:00')).toEqual([])
      expect(
        newestBefore(
          [ahead, on('2026-03-19')].map((name) => ({ name })),
          '2026-03-20T12:00:00',
        ),
      ).toEqual({
        name: on('2026-03-19'),
      })
    })
    it('an hour of summer time is no wrong clock; two hours and a second are', () => {
      const names = [on('2026-03-20')]
      expect(clockTrouble(names, '2026-03-20T02:00:00')).toBeUndefined()
      expect(clockTrouble(names, '2026-03-20T01:00:00')).toBeUndefined()
      expect(clockTrouble(names, '2026-03-20T00:59:59')).toBe(
        'The newest backup says 2026-03-20 03:00, which is later than now: this machine’s clock is wrong, or was. None is thrown away for it.',
      )
      expect(clockTrouble(names, '2026-05-29T02:59:59')).toBeUndefined()
      expect(clockTrouble(names, '2026-05-29T03:00:00')).toContain('If the studio was used since')
      expect(clockTrouble([], '2026-05-29T03:00:00')).toBeUndefined()
    })
    it('back again, a backup is made the same day, and the jump is said', async () => {
      const { db, settings } = await studio()
      await backUp({ ...settings, at: '2027-03-20T03:00:00', occasion: 'daily' })
      const told: string[] = []
      const end = keepBackups(
        settings,
        () => new Date('2026-03-20T15:00:00'),
        (t) => told.push(t),
      )
      await expect.poll(async () => (await listBackups(settings.folder)).length, { timeout: 20_000 }).toBe(2)
      end()
      expect(told[0]).toContain('The newest backup says 2027-03-20 03:00, which is later than now')
      await db.close()
    })
  })
  it('left half-made when the program ended are swept', async () => {
    const { db, settings } = await studio()
    const { name } = await backUp({ ...settings, at: at('20'), occasion: 'daily' })
    const half = ['.part', '.restoring', '.restoring-wal', '.restoring.lock'].map((end) => name + end)
    for (const file of [...half, 'mine.part']) writeFileSync(join(settings.folder, file), '')
    expect(await sweepHalfMade(settings.folder)).toBe(half.length)
    expect(readdirSync(settings.folder).sort()).toEqual([name, 'mine.part'])
    // In the second folder too, when the server starts.
    const second = join(settings.folder, '..', 'stick')
    mkdirSync(second)
    writeFileSync(join(second, `${name}.part`), '')
    keepBackups(
      { ...settings, second },
      () => new Date(at('20')),
      () => undefined,
    )()
    await expect.poll(() => readdirSync(second), { timeout: 10_000 }).toEqual([])
    await db.close()
  })
  it('are made before an older studio is brought up to date', async () => {
    const { db, settings } = await studio()
    await db.close()
    const client = createClient({ url: `file:${settings.database}` })
    // As it was one change of tables ago: the last change isn't noted, and undone.
    await client.execute(
      'delete from __drizzle_migrations where created_at = (select max(created_at) from __drizzle_migrations)',
    )
    client.close()
    let asked = 0
    await openDatabase(`file:${settings.database}`, 200, () => Promise.resolve(asked++)).then(
      (opened) => opened.close(),
      () => undefined,
    )
    expect(asked).toBe(1)
    const empty = place()
    await (await openDatabase(`file:${empty}`, 200, () => Promise.resolve(asked++))).close()
    expect(asked).toBe(1)
  })
  it('come back by one command, and what was there is laid aside', async () => {
    const { db, settings } = await studio()
    await backUp({ ...settings, at: at('20'), occasion: 'daily' })
    const run = (...args: string[]) =>
      spawnSync(process.execPath, ['--import', 'tsx', 'server/src/restore.ts', ...args], {
        cwd: root,
        env: { ...process.env, DATABASE_URL: `file:${settings.database}`, BACKUP_FOLDER: settings.folder },
        encoding: 'utf8',
      })
    expect(run('halitus-2026-03-20T03-00-00-daily.db').stderr).toMatch(/Another server uses/)
    await db.close()
    expect(run().stdout).toContain('halitus-2026-03-20T03-00-00-daily.db')
    expect(run('nothing.db').stderr).toMatch(/There is no nothing\.db/)
    // What holds today holds afterwards: a link taken back, another password, no sign-in, who is to go tonight.
    const change = async (sql: string) => {
      const client = createClient({ url: `file:${settings.database}` })
      await client.execute(sql)
      client.close()
    }
    for (const sql of [
      "insert into accounts (role, hash, salt) values ('teacher', 'new', 'salt')",
      "insert into sessions (secret, role, begun_at, seen_at) values ('s', 'teacher', 1, 1)",
      "insert into links values ('l', 'saskia-vell', 'x', '2026-03-20T10:00:00', '2026-03-20T11:00:00')",
      "insert into leaving values ('pim-askerud', '2026-03-20T12:00:00', 0)",
    ])
      await change(sql)
    expect(run('halitus-2026-03-20T03-00-00-daily.db').stdout).toContain('everybody signs in anew')
    const back = await openDatabase(`file:${settings.database}`)
    expect(await back.read.select().from(accounts)).toMatchObject([{ role: 'teacher', hash: 'new' }])
    expect(await back.read.select().from(sessions)).toEqual([])
    expect(await back.read.select().from(links)).toMatchObject([
      { id: 'l', revokedAt: '2026-03-20T11:00:00' },
    ])
    expect(await back.read.select().from(leaving)).toMatchObject([{ learnerId: 'pim-askerud' }])
    await back.close()
    expect(readdirSync(join(settings.database, '..')).filter((n) => n.includes('restoring'))).toEqual([])
    writeFileSync(settings.database, 'broken')
    const done = run('halitus-2026-03-20T03-00-00-daily.db')
    expect(done.stdout).toMatch(
      /learners and \d+ entries are back\. What was there lies in .*studio\.db\.before-/,
    )
    const again = await openDatabase(`file:${settings.database}`)
    expect((await exportStudio(again.read, 'x')).learners.length).toBeGreaterThan(3)
    await again.close()
  }, 60_000)
  it('over the API: made, seen, put back; another name is nothing', async () => {
    const at = await startStudio({ demo: true, backups: true })
    expect((await at.call('GET', '/api/backups')).data.backups).toEqual([])
    const { status, data } = await at.call('POST', '/api/backups')
    expect(status).toBe(201)
    expect(data).toMatchObject({ whole: true })
    const [entry] = (await at.call('GET', '/api/lessons/saskia-vell-w13')).data.entries.slice(-1)
    await at.call('DELETE', `/api/lessons/${entry.lessonId}/entries/${entry.id}`)
    expect((await at.call('POST', `/api/backups/${data.name}/restore`)).status).toBe(200)
    expect((await at.call('GET', '/api/lessons/saskia-vell-w13')).data.entries.at(-1).id).toBe(entry.id)
    expect((await at.call('GET', '/api/backups')).data.backups).toHaveLength(2)
    for (const name of ['x.db', '..%2Fstudio.db', 'halitus-2020-01-01T00-00-00-daily.db'])
      expect((await at.call('POST', `/api/backups/${name}/restore`)).status).toBe(404)
    await at.stop()
    const elsewhere = await startStudio()
    expect((await elsewhere.call('GET', '/api/backups')).data).toEqual({ folder: null, backups: [] })
    expect((await elsewhere.call('POST', '/api/backups')).status).toBe(404)
    await elsewhere.stop()
  })
})
