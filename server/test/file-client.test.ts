import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { createClient, type Client, type ResultSet } from '@libsql/client'
import { afterAll, afterEach, describe, expect, it } from 'vitest'
import { fileClient } from '../src/db/file-client.ts'
import { sqliteCode } from '../src/http/index.ts'

const folder = mkdtempSync(join(tmpdir(), 'halitus-client-'))
afterAll(() => rmSync(folder, { recursive: true, force: true }))
let made = 0
const opened: Client[] = []
afterEach(() => opened.splice(0).forEach((c) => c.close()))

function open(path = join(folder, `${made++}.db`)) {
  const client = fileClient(path)
  opened.push(client)
  return { client, path }
}
async function withTable() {
  const { client, path } = open()
  await client.execute('create table reeds (id text primary key, minutes integer, note text)')
  return { client, path }
}
const rowsOf = (result: ResultSet) =>
  result.rows.map((r) => ({
    byPlace: Array.prototype.slice.call(r) as unknown[],
    byName: result.columns.map((c) => r[c]),
  }))
const count = async (client: Client) => (await client.execute('select count(*) as n from reeds')).rows[0]!.n

describe('a client of a database file', () => {
  it('answers as the library’s own client does', async () => {
    const ours = open().client
    const theirs = createClient({ url: `file:${join(folder, 'theirs.db')}` })
    opened.push(theirs)
    const asked: [string, (string | number | boolean | null | Date | ArrayBuffer)[]?][] = [
      ['create table t (id integer primary key, text text, real real, flag integer, bytes blob)'],
      ['insert into t (text, real, flag) values (?, ?, ?)', ['reed’s', 2.25, true]],
      ['insert into t (text, real, flag) values (?, ?, ?)', [null, -0.5, false]],
      ['insert into t (text, flag) values (?, ?)', ['', 2 ** 40]],
      ['insert into t (text, real) values (?, ?)', ['a day', new Date(86_400_000)]],
      ['insert into t (id, text) values (1, ?) on conflict (id) do nothing returning id, text', ['again']],
      ['insert into t (text, real) values (?, ?) returning id, text', ['new', 1e300]],
      ['select id, text, real, flag from t order by id'],
      ['select id, text, real, flag from t order by id'],
      ['select a.id, b.id as other from t a join t b on b.id = a.id + ? order by a.id', [1]],
      ['select id as at, text as keys, real as map from t order by id'],
      ['select null as same, 1 as same'],
      ['select text from t where id = ?', [99]],
      ['update t set text = ? where id > ?', ['later', 1]],
      ['delete from t where id = ?', [2]],
      ['pragma user_version'],
    ]
    for (const [sql, args = []] of asked) {
      const [a, b] = [await ours.execute({ sql, args }), await theirs.execute({ sql, args })]
      expect({ sql, columns: a.columns, rows: rowsOf(a) }).toEqual({
        sql,
        columns: b.columns,
        rows: rowsOf(b),
      })
      expect([a.rowsAffected, a.lastInsertRowid], sql).toEqual([b.rowsAffected, b.lastInsertRowid])
    }
    for (const sql of ['select nothing from t', 'insert into t (id) values (1)', 'not sql']) {
      const codes = []
      for (const client of [ours, theirs])
        codes.push(await client.execute(sql).then(() => 'went well', sqliteCode))
      expect(codes[0], sql).toMatch(/^SQLITE_/)
      expect(codes[0]!.startsWith(codes[1]!), `${codes[0]} is a ${codes[1]}`).toBe(true)
    }
  })
  it('keeps statements, also beyond what it keeps, when they were refused, and when the table changes', async () => {
    const { client } = await withTable()
    const add = (id: string) =>
      client.execute({ sql: 'insert into reeds (id, minutes) values (?, ?)', args: [id, 5] })
    await add('a')
    await expect(add('a')).rejects.toThrow(/UNIQUE/)
    await add('b')
    for (let k = 0; k < 600; k++)
      expect((await client.execute(`select ${k} as k, minutes from reeds where id = 'a'`)).rows[0]!.k).toBe(k)
    const all = () => client.execute('select id, minutes from reeds order by id')
    expect((await all()).rows.map((r) => r.id)).toEqual(['a', 'b'])
    await client.execute('alter table reeds add column life real')
    await add('c')
    expect((await all()).rows.map((r) => [r.id, r.minutes])).toEqual([
      ['a', 5],
      ['b', 5],
      ['c', 5],
    ])
  })
  it('shows nobody what a transaction has done until it is over', async () => {
    const { client } = await withTable()
    const tx = await client.transaction('write')
    await tx.execute("insert into reeds (id) values ('a')")
    expect((await tx.execute('select count(*) as n from reeds')).rows[0]!.n).toBe(1)
    expect(await count(client)).toBe(0)
    expect(tx.closed).toBe(false)
    await tx.commit()
    expect(tx.closed).toBe(true)
    expect(await count(client)).toBe(1)
    await expect(tx.execute('select 1')).rejects.toThrow('The transaction is over.')
    await expect(tx.commit()).rejects.toThrow('The transaction is over.')
    // Undone once is undone; more often does no harm.
    const undone = await client.transaction('write')
    await undone.execute('delete from reeds')
    await undone.rollback()
    await undone.rollback()
    undone.close()
    expect(await count(client)).toBe(1)
    const left = await client.transaction('write')
    await left.execute('delete from reeds')
    left.close()
    expect(await count(client)).toBe(1)
  })
  it('commits the rest of a transaction in which a statement was refused', async () => {
    const { client } = await withTable()
    const tx = await client.transaction('write')
    const add = (id: string) => tx.execute({ sql: 'insert into reeds (id) values (?)', args: [id] })
    await add('a')
    await expect(add('a')).rejects.toThrow(/UNIQUE/)
    await add('b')
    await tx.commit()
    expect(await count(client)).toBe(2)
  })
  it('does several statements in one go, all or none', async () => {
    const { client } = await withTable()
    await client.execute('create table uses (reed text references reeds (id))')
    await client.execute('pragma foreign_keys = on')
    await client.batch(["insert into reeds (id) values ('a')", ['insert into uses values (?)', ['a']]])
    await expect(
      client.batch(["insert into reeds (id) values ('b')", "insert into uses values ('nobody')"]),
    ).rejects.toThrow(/FOREIGN KEY/)
    expect(await count(client)).toBe(1)
    // A table is made anew under one that points to it; afterwards pointers are held to again.
    await client.migrate(['drop table reeds', 'create table reeds (id text primary key)'])
    expect((await client.execute('pragma foreign_keys')).rows[0]!.foreign_keys).toBe(1)
    await expect(client.migrate(['drop table nobody'])).rejects.toThrow(/no such table/)
    expect((await client.execute('pragma foreign_keys')).rows[0]!.foreign_keys).toBe(1)
  })
  it('says who holds the file, and goes on when it is let go', async () => {
    const { client, path } = await withTable()
    const other = open(path).client
    const held = await other.transaction('write')
    const code = await client.transaction('write').then(() => '', sqliteCode)
    expect(code).toMatch(/^SQLITE_BUSY/)
    expect(await count(client)).toBe(0)
    held.close()
    const tx = await client.transaction('write')
    await tx.execute("insert into reeds (id) values ('a')")
    await tx.commit()
    expect(await count(other)).toBe(1)
  })
  it('refuses names for values, several statements at once, and whatever comes after its end', async () => {
    const { client } = await withTable()
    await expect(client.execute({ sql: 'select :a', args: { a: 1 } })).rejects.toThrow('by their place')
    await expect(client.executeMultiple('select 1; select 2')).rejects.toThrow('One statement at a time.')
    const tx = await client.transaction('write')
    client.close()
    expect([client.closed, tx.closed]).toEqual([true, true])
    await expect(client.execute('select 1')).rejects.toThrow('The database is closed.')
    expect(() => tx.close()).not.toThrow()
    client.reconnect()
    expect(await count(client)).toBe(0)
  })
})
