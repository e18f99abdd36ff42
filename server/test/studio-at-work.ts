import { mkdtempSync, rmSync } from 'node:fs'
import type { Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { pino } from 'pino'
import { buildApp } from '../src/app.ts'
import { fillWithDemo } from '../src/db/demo/index.ts'
import { openDatabase, type Database } from '../src/db/index.ts'

export const NOW = new Date('2026-03-20T15:00:00')

/** What a test says to a running server and hears back. */
export interface StudioAtWork {
  url: string
  db: Database
  /** `data` is the JSON answer, loosely typed: tests look at what matters to them. */
  // eslint-disable-next-line @typescript-eslint/no-explicit-any
  call(method: string, path: string, body?: unknown): Promise<{ status: number; data: any }>
  raw(path: string, init?: RequestInit): Promise<Response>
  stop(): Promise<void>
}

/** Starts a server over a database file of its own. */
export async function startStudio({ demo = false, heavyPerMinute = 1000 } = {}): Promise<StudioAtWork> {
  const folder = mkdtempSync(join(tmpdir(), 'halitus-'))
  const db = await openDatabase(`file:${join(folder, 'test.db')}`)
  if (demo) await fillWithDemo(db, NOW)
  const app = buildApp({ db, now: () => NOW, log: pino({ level: 'silent' }), heavyPerMinute })
  const server = await new Promise<Server>((resolve) => {
    const s = app.listen(0, '127.0.0.1', () => resolve(s))
  })
  const url = `http://127.0.0.1:${(server.address() as AddressInfo).port}`
  const raw = (path: string, init?: RequestInit) => fetch(url + path, init)
  return {
    url,
    db,
    raw,
    async call(method, path, body) {
      const response = await raw(path, {
        method,
        ...(body !== undefined && {
          headers: { 'content-type': 'application/json' },
          body: JSON.stringify(body),
        }),
      })
      return { status: response.status, data: await response.json() }
    },
    async stop() {
      await new Promise((resolve) => server.close(resolve))
      await db.close()
      rmSync(folder, { recursive: true })
    },
  }
}
