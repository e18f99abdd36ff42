import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, describe, expect, it } from 'vitest'
import { FILE_VERSION, type StudioFile } from '@halitus/core/contract'
import { openDatabase } from '../src/db/index.ts'
import { demoStudio } from '../src/db/demo/story.ts'
import { exportStudio, importStudio, inPieces } from '../src/studio/index.ts'

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
    expect(whole.pieces.filter((p) => p.part === 'entries').flatMap((p) => p.rows())).toEqual(file.entries)
    for (const { rows } of whole.pieces) {
      expect(rows().length).toBeGreaterThan(0)
      expect(rows().length).toBeLessThanOrEqual(100)
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
        seen.add((await exportStudio(db.read, NOW)).entries.length)
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
    expect(turns).toBeGreaterThanOrEqual(whole.pieces.length)
    expect([...seen]).toEqual([file.entries.length])
    await db.close()
  })
})
