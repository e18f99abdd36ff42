import { fileURLToPath } from 'node:url'
import { pino } from 'pino'
import { nameNotes } from '@halitus/core/pitch'
import { wallClock } from '@halitus/core/time'
import { buildApp } from './app.ts'
import { backUp, keepBackups } from './backups/index.ts'
import { isSetUp, SetUpCode } from './care/index.ts'
import { fillWithDemo } from './db/demo/index.ts'
import { openDatabase } from './db/index.ts'
import { readSettings } from './settings.ts'
import { readStudio } from './studio/index.ts'

/** Names under which nobody else reaches this machine. */
const LOOPBACK = new Set(['127.0.0.1', '::1', 'localhost'])

async function main() {
  const settings = readSettings(process.env)
  const log = pino({ level: settings.logLevel })
  const now = () => new Date()
  const { backups } = settings
  const db = await openDatabase(settings.databaseUrl, undefined, async () => {
    if (backups) await backUp({ ...backups, at: wallClock(now()), occasion: 'migration' })
  })
  if (process.argv.includes('--demo')) await fillWithDemo(db, now())
  nameNotes((await readStudio(db.read)).noteNames)
  const guarded = !LOOPBACK.has(settings.host)
  const setUpCode = new SetUpCode((code) =>
    console.log(`Nobody has chosen a password yet. The code for the first sign-in: ${code}`),
  )
  if (guarded && !(await isSetUp(db.read))) setUpCode.renewOnce()
  const webRoot = fileURLToPath(new URL('../../web/dist', import.meta.url))
  const server = buildApp({
    db,
    now,
    log,
    webRoot,
    allowedHosts: settings.allowedHosts,
    takesFolder: settings.takesFolder,
    backups,
    guarded,
    setUpCode,
  }).listen(settings.port, settings.host, (error) => {
    if (error) {
      console.error(`Halitus can’t listen on ${settings.host}:${settings.port}: ${error.message}`)
      process.exit(1)
    }
    const address = server.address()
    const port = typeof address === 'object' && address ? address.port : settings.port
    console.log(
      `Halitus is at http://${settings.host.includes(':') ? `[${settings.host}]` : settings.host}:${port}/`,
    )
  })

  const endBackups = backups && keepBackups(backups, now, (trouble) => console.error(trouble))

  let stopping = false
  const stop = () => {
    if (stopping) return
    stopping = true
    endBackups?.()
    // Answers that are under way are finished, then the database is closed: nothing half-written.
    server.close(() => void db.close().then(() => process.exit(0)))
    server.closeIdleConnections()
    setTimeout(() => server.closeAllConnections(), 3000).unref()
  }
  process.on('SIGTERM', stop)
  process.on('SIGINT', stop)
}

main().catch((error: unknown) => {
  console.error(error instanceof Error ? error.message : error)
  process.exit(1)
})
