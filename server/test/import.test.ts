import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { FILE_VERSION, type StudioFile } from '@halitus/core/contract'
import { openDatabase } from '../src/db/index.ts'
import { demoStudio } from '../src/db/demo/story.ts'
import { learners } from '../src/db/schema.ts'
import { exportPieces, importStudio, inPieces, type Piece } from '../src/studio/index.ts'
import { exportStudio, startStudio, type StudioAtWork } from './studio-at-work.ts'

const folder = mkdtempSync(join(tmpdir(), 'halitus-import-'))
afterAll(() => rmSync(folder, { recursive: true, force: true }))
const NOW = '2026-03-20T15:00:00'
/** As it would be read from a disk. */
const file = JSON.parse(
  JSON.stringify({
    format: 'halitus-studio',
    version: FILE_VERSION,
    exportedAt: NOW,
    ...demoStudio(NOW),
  }),
) as StudioFile

describe('taking a whole studio in', () => {
  it('is in pieces that make up the whole, gone through as often as needed', async () => {
    const whole = inPieces(file)
    const pieces = [...(whole.pieces() as Iterable<Piece>)]
    expect(pieces.filter((p) => p.part === 'entries').flatMap((p) => p.rows)).toEqual(file.entries)
    for (const { part, from, rows } of pieces) {
      expect(rows.length).toBeGreaterThan(0)
      expect(rows.length).toBeLessThanOrEqual(100)
      expect(rows[0]).toEqual(file[part][from])
    }
    const db = await openDatabase(`file:${join(folder, 'twice.db')}`)
    const counts = {
      learners: file.learners.length,
      lessons: file.lessons.length,
      entries: file.entries.length,
    }
    // A write that met a lock is done again from the beginning.
    expect(await db.write((tx) => importStudio(tx, whole))).toEqual(counts)
    expect(await db.write((tx) => importStudio(tx, whole))).toEqual(counts)
    const { studio, ...lists } = await exportStudio(db.read, NOW)
    const { studio: page, ...asked } = file
    expect(studio).toEqual(page)
    expect(lists).toEqual(asked)
    await db.close()
  })
  it('lets others be answered between the pieces, and shows them nothing half', async () => {
    const db = await openDatabase(`file:${join(folder, 'meanwhile.db')}`)
    await db.write((tx) => importStudio(tx, inPieces(file)))
    let going = true
    let turns = 0
    const turning = () => {
      turns++
      if (going) setImmediate(turning)
    }
    const seen = new Set<number>()
    const reading = (async () => {
      while (going) {
        seen.add((await db.snapshot((reader) => exportStudio(reader, NOW))).entries.length)
        // The driver never lets go by itself.
        await new Promise((resolve) => setImmediate(resolve))
      }
    })()
    const whole = inPieces(file)
    const importing = db.write((tx) => importStudio(tx, whole))
    setImmediate(turning)
    await importing
    going = false
    await reading
    expect(turns).toBeGreaterThanOrEqual([...(whole.pieces() as Iterable<Piece>)].length)
    expect([...seen]).toEqual([file.entries.length])
    await db.close()
  })
})

describe('a file that is taken in', () => {
  let at: StudioAtWork
  beforeAll(async () => {
    at = await startStudio({ demo: true })
  })
  afterAll(() => at.stop())
  // Held against the contract when it is taken in; once is enough.
  const now = async () => (await (await at.raw('/api/export')).json()) as StudioFile
  const send = (text: string) =>
    at.raw('/api/import', { method: 'POST', headers: { 'content-type': 'application/json' }, body: text })
  const refused = async (text: string) => {
    const before = await now()
    const answer = await send(text)
    expect({ ...(await now()), exportedAt: '' }).toEqual({ ...before, exportedAt: '' })
    const { error } = (await answer.json()) as { error: { message: string; code: string; field?: string } }
    return { status: answer.status, ...error }
  }
  const changed = async (change: (file: StudioFile) => void) => {
    const studio = structuredClone(await now())
    change(studio)
    return refused(JSON.stringify(studio))
  }
  it('names the place where it contradicts itself', async () => {
    const line = (await now()).entries[7]!
    expect(await changed((f) => (f.entries[7]!.learnerId = 'pim-askerud'))).toMatchObject({
      code: 'import',
      field: 'entries[7]',
      message: `The file contradicts itself, nothing was changed: entries[7] (“${line.id}”): it is “pim-askerud”’s, in a lesson of “${line.learnerId}”.`,
    })
    const tick = (await now()).ticks[3]!
    expect((await changed((f) => (f.ticks[3]!.rowId = 'none'))).message).toContain(
      `ticks[3]: its card “${tick.cardId}” has no row “none”`,
    )
    expect((await changed((f) => f.entries.push(f.entries[0]!))).message).toMatch(
      /entries\[\d+\] \(“[\w-]+”\): two records have the same id or place/,
    )
    expect((await changed((f) => f.lessons.shift())).message).toMatch(
      /^The file contradicts itself, nothing was changed: \w+\[\d+\].*: something belongs to a learner, lesson or card/,
    )
    expect(await changed((f) => (f.entries[207]!.at = 'noon'))).toMatchObject({
      code: 'invalid',
      field: 'entries[207].at',
    })
  })
  it('has lines numbered as high as they come: it comes back, numbered anew', async () => {
    const studio = await now()
    const order = (f: StudioFile) => [...f.entries].sort((a, b) => a.seq - b.seq).map((e) => e.id)
    const high = structuredClone(studio)
    for (const entry of high.entries) entry.seq += 1e9
    expect((await send(JSON.stringify(high))).status).toBe(200)
    const after = await now()
    expect(Math.max(...after.entries.map((e) => e.seq))).toBe(after.entries.length)
    expect(order(after)).toEqual(order(studio))
    // A thousand million itself is a number like others.
    high.entries.forEach((entry, k) => (entry.seq = 1e9 - high.entries.length + k + 1))
    expect((await send(JSON.stringify(high))).status).toBe(200)
    expect(Math.max(...(await now()).entries.map((e) => e.seq))).toBe(1e9)
  })
  it('is refused in a sentence when it is nested, cut, no JSON, or one record is endless', async () => {
    const studio = JSON.stringify(await now())
    const deep = (n: number) => `{"learners":${'['.repeat(n)}${']'.repeat(n)}}`
    expect(await refused(deep(40))).toMatchObject({
      status: 400,
      code: 'invalid',
      message: 'It is nested 33 deep; 32 are allowed.',
    })
    expect((await refused(deep(31))).message).not.toContain('nested')
    expect(await refused(deep(5000))).toMatchObject({ status: 400 })
    expect(await refused(studio.slice(0, -1))).toMatchObject({ code: 'malformed' })
    expect(await refused(`${studio} x`)).toMatchObject({ code: 'malformed' })
    expect(await refused('')).toMatchObject({ code: 'malformed' })
    expect(await refused(`{"version":3,"learners":[{"id":"${'x'.repeat(2_000_001)}"}]}`)).toMatchObject({
      message: 'One record of the file is longer than 2 MB; no studio’s is.',
    })
    expect(await refused('{"format":"halitus-studio","version":99,"entries":[{}]}')).toMatchObject({
      field: 'version',
    })
  })
  it('keeps the links that were given out, and who is to be deleted tonight', async () => {
    const { path } = (await at.call('POST', '/api/learners/saskia-vell/links')).data
    const file = await now()
    await at.call('DELETE', '/api/learners/pim-askerud', { name: 'Pim Askerud' })
    expect((await send(JSON.stringify(file))).status).toBe(200)
    expect((await at.raw(`/api/cards/${path.replace('/card/', '')}`)).status).toBe(200)
    expect((await at.call('GET', '/api/leaving')).data.learners).toMatchObject([{ id: 'pim-askerud' }])
    expect((await at.call('DELETE', '/api/learners/pim-askerud/deleted')).status).toBe(200)
  })
  it('of a time when names held signs that aren’t seen comes in without them', async () => {
    const studio = await now()
    const turned = structuredClone(studio)
    turned.learners[0]!.name = `${studio.learners[0]!.name}\u202e`
    expect((await send(JSON.stringify(turned))).status).toBe(200)
    expect((await now()).learners[0]!.name).toBe(studio.learners[0]!.name)
    const { status } = await at.call('PATCH', `/api/learners/${studio.learners[0]!.id}`, { name: 'x\u202ey' })
    expect(status).toBe(400)
  })
  it('may have its version last: then it is read whole', async () => {
    const { version, ...rest } = await now()
    expect((await send(JSON.stringify({ ...rest, version }))).status).toBe(200)
    expect(await now()).toMatchObject({ learners: rest.learners, entries: rest.entries })
  })
})

describe('an export', () => {
  it('is of one moment, whatever is written while it is taken', async () => {
    const db = await openDatabase(`file:${join(folder, 'export.db')}`)
    await db.write((tx) => importStudio(tx, inPieces(file)))
    let text = ''
    await db.snapshot(async (reader) => {
      for await (const piece of exportPieces(reader, NOW)) {
        text += piece
        // Whoever is first in the lists goes in the middle of it.
        if (text.length === piece.length) await db.write((tx) => tx.delete(learners))
      }
    })
    const { studio, ...lists } = JSON.parse(text) as StudioFile
    const { studio: page, ...asked } = file
    expect([studio, lists]).toEqual([page, asked])
    expect((await exportStudio(db.read, NOW)).learners).toEqual([])
    await db.close()
  })
})
