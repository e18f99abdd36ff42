import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { open, type FileHandle } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, describe, expect, it, vi } from 'vitest'
import { flusher } from '../src/db/flush.ts'
import { openDatabase } from '../src/db/index.ts'
import { reports } from '../src/db/schema.ts'

const folder = mkdtempSync(join(tmpdir(), 'halitus-flush-'))
afterAll(() => rmSync(folder, { recursive: true, force: true }))

/** Counts how often any file is put onto the disk, and holds each until it is let go. */
async function watched() {
  const one = await open(join(folder, 'x'), 'w')
  const proto = Object.getPrototypeOf(one) as FileHandle
  await one.close()
  const going: (() => void)[] = []
  const spy = vi
    .spyOn(proto, 'datasync')
    .mockImplementation(() => new Promise((resolve) => going.push(resolve)))
  return { going, restore: () => spy.mockRestore() }
}
const turn = () => new Promise((resolve) => setTimeout(resolve, 20))

describe('what was acknowledged is on the disk', () => {
  it('before the answer, once for several that came meanwhile, never by one that began before', async () => {
    const log = join(folder, 'log')
    writeFileSync(log, '')
    const disk = await watched()
    const { flush, close } = flusher(log)
    const done: number[] = []
    void flush().then(() => done.push(1))
    await turn()
    for (const k of [2, 3]) void flush().then(() => done.push(k))
    await turn()
    expect([disk.going.length, done]).toEqual([1, []])
    disk.going.shift()!()
    await turn()
    expect([disk.going.length, done]).toEqual([1, [1]])
    disk.going.shift()!()
    await turn()
    expect([disk.going.length, done]).toEqual([0, [1, 2, 3]])
    disk.restore()
    await close()
  })
  it('or the write fails: nobody is told that it is kept', async () => {
    const db = await openDatabase(`file:${join(folder, 'failing.db')}`)
    await db.write((tx) => tx.delete(reports))
    const one = await open(join(folder, 'x'), 'w')
    const spy = vi
      .spyOn(Object.getPrototypeOf(one) as FileHandle, 'datasync')
      .mockRejectedValue(Object.assign(new Error('no disk'), { code: 'EIO' }))
    await one.close()
    await expect(db.write((tx) => tx.delete(reports))).rejects.toThrow('no disk')
    spy.mockRestore()
    await db.write((tx) => tx.delete(reports))
    await db.close()
  })
  it('without a log there is nothing to be put', async () => {
    const { flush, close } = flusher(join(folder, 'none-wal'))
    await flush()
    await close()
  })
})
