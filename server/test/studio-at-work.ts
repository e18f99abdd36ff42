import { mkdtempSync, rmSync } from 'node:fs'
import type { Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { pino } from 'pino'
import { check, errorAnswer, ROUTES, type Route, type StudioFile } from '@halitus/core/contract'
import { buildApp } from '../src/app.ts'
import { SetUpCode } from '../src/care/index.ts'
import { fillWithDemo } from '../src/db/demo/index.ts'
import { endHeavyWork } from '../src/heavy/index.ts'
import { openDatabase, type Database, type Reader } from '../src/db/index.ts'
import { exportPieces } from '../src/studio/index.ts'

export const NOW = new Date('2026-03-20T15:00:00')

/** The contract's route of a call, if it has one. */
function routeOf(method: string, path: string): Route | undefined {
  const [plain = ''] = path.replace(/^\/api/, '').split('?')
  return (Object.values(ROUTES) as Route[]).find(
    (r) =>
      r.method.toUpperCase() === method && new RegExp(`^${r.path.replace(/:\w+/g, '[^/]+')}$`).test(plain),
  )
}
/** Every answer that any test hears is held against the contract: its status, its fields, or the one error shape. */
function holdAgainstContract(method: string, path: string, status: number, data: unknown): void {
  const route = routeOf(method, path)
  if (status >= 400) check(errorAnswer, data)
  else if (route?.answer) {
    if (status !== route.status) throw new Error(`${method} ${path} answered ${status}, not ${route.status}`)
    check(route.answer, data)
  }
}

/** What a test says to a running server and hears back. */
export interface StudioAtWork {
  url: string
  db: Database
  /** Where the sound of kept takes lies. */
  takesFolder: string
  /** `data` is the JSON answer, loosely typed: tests look at what matters to them. */
  // eslint-disable-next-line @typescript-eslint/no-explicit-any
  call(method: string, path: string, body?: unknown): Promise<{ status: number; data: any }>
  raw(path: string, init?: RequestInit): Promise<Response>
  stop(): Promise<void>
}

/** Starts a server over a database file of its own, or over a database that others use too. */
export async function startStudio({
  demo = false,
  heavyPerMinute = 1000,
  allowedHosts = [] as string[],
  backups = false,
  guarded = false,
  now = () => NOW,
  codes = [] as string[],
  databaseUrl = undefined as string | undefined,
  log = pino({ level: 'silent' }),
} = {}): Promise<StudioAtWork> {
  const folder = mkdtempSync(join(tmpdir(), 'halitus-'))
  const db = await openDatabase(databaseUrl ?? `file:${join(folder, 'test.db')}`)
  if (demo) await fillWithDemo(db, NOW)
  const takesFolder = join(folder, 'takes')
  const app = buildApp({
    db,
    takesFolder,
    now,
    guarded,
    setUpCode: new SetUpCode((code) => codes.push(code)),
    log,
    heavyPerMinute,
    allowedHosts,
    ...(backups && { backups: { database: join(folder, 'test.db'), folder: join(folder, 'backups') } }),
  })
  const server = await new Promise<Server>((resolve) => {
    const s = app.listen(0, '127.0.0.1', () => resolve(s))
  })
  // Asker and server share one event loop here: a busy moment would close a connection just as it is used again.
  server.keepAliveTimeout = 600_000
  const url = `http://127.0.0.1:${(server.address() as AddressInfo).port}`
  const raw = (path: string, init?: RequestInit) => fetch(url + path, init)
  return {
    url,
    db,
    takesFolder,
    raw,
    async call(method, path, body) {
      const response = await raw(path, {
        method,
        ...(body !== undefined && {
          headers: { 'content-type': 'application/json' },
          body: JSON.stringify(body),
        }),
      })
      const data: unknown = await response.json()
      holdAgainstContract(method, path, response.status, data)
      return { status: response.status, data }
    },
    async stop() {
      const closed = new Promise((resolve) => server.close(resolve))
      server.closeAllConnections()
      await closed
      await endHeavyWork()
      await db.close()
      rmSync(folder, { recursive: true })
    },
  }
}

/** The whole studio in a database, as its file has it. */
export async function exportStudio(reader: Reader, at: string): Promise<StudioFile> {
  let text = ''
  for await (const piece of exportPieces(reader, at)) text += piece
  return JSON.parse(text) as StudioFile
}

/** A browser: keeps its cookies. */
export function browserAt(studio: Pick<StudioAtWork, 'raw'>) {
  const jar = new Map<string, string>()
  const cookie = () => [...jar].map(([name, value]) => `${name}=${value}`).join('; ')
  return {
    cookie,
    /** Loses one, as when the browser is another one. */
    forget: (name: string) => jar.delete(name),
    async ask(method: string, path: string, body?: unknown) {
      const response = await studio.raw(path, {
        method,
        headers: {
          ...(jar.size && { cookie: cookie() }),
          ...(body !== undefined && { 'content-type': 'application/json' }),
        },
        ...(body !== undefined && { body: JSON.stringify(body) }),
      })
      const set = response.headers.getSetCookie()
      for (const one of set) {
        const [name, value] = one.split(';')[0]!.split('=') as [string, string]
        if (value) jar.set(name, value)
        else jar.delete(name)
      }
      const text = await response.text()
      // eslint-disable-next-line @typescript-eslint/no-explicit-any
      const data: any = text.startsWith('{') ? JSON.parse(text) : text
      return { status: response.status, data, set, headers: response.headers }
    },
  }
}
