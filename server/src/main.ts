import { existsSync, readFileSync } from 'node:fs'
import { createServer as createPlain, type Server } from 'node:http'
import { createServer as createSecure } from 'node:https'
import type { AddressInfo } from 'node:net'
import { fileURLToPath } from 'node:url'
import { toString } from 'qrcode'
import { pino } from 'pino'
import { nameNotes } from '@halitus/core/pitch'
import { dayOf, wallClock } from '@halitus/core/time'
import { buildApp } from './app.ts'
import { backUp, keepBackups, listBackups, type BackupSettings } from './backups/index.ts'
import {
  addressForPhones,
  fingerprint,
  isSetUp,
  ownCertificates,
  SetUpCode,
  trustPage,
  type Certificates,
} from './care/index.ts'
import { fillWithDemo } from './db/demo/index.ts'
import { openDatabase } from './db/index.ts'
import { endHeavyWork, getReady, giveBack } from './heavy/index.ts'
import { forTheLog, whenQuiet } from './http/index.ts'
import { leftBefore, letGo } from './learners/index.ts'
import { dropTakesAside, dropTakesOf, sweepTakes } from './takes/index.ts'
import { readSettings, type Settings } from './settings.ts'
import { readStudio } from './studio/index.ts'

/** How often it is looked whether a day has ended, ms. */
const TIDY_MS = 10 * 60 * 1000
/** When it is quiet, memory is given back twice, so far apart, ms (chosen by Halitus). */
const AGAIN_MS = 3000
/** Names under which nobody else reaches this machine. */
const LOOPBACK = new Set(['127.0.0.1', '::1', 'localhost'])

async function certificatesOf(https: Settings['https']): Promise<Certificates | undefined> {
  if (!https) return undefined
  if ('folder' in https) return ownCertificates(https.folder)
  const read = (path: string, name: string) => {
    try {
      return readFileSync(path, 'utf8')
    } catch {
      throw new Error(`${name} is “${path}”, which can’t be read.`)
    }
  }
  return { cert: read(https.cert, 'HTTPS_CERT'), key: read(https.key, 'HTTPS_KEY') }
}

/** A database that isn't where its backups are was moved or lost: that is no new studio. @throws Error with the ways out */
async function askAboutMissing({ database, folder }: BackupSettings): Promise<void> {
  const [newest] = existsSync(database) ? [] : await listBackups(folder)
  if (newest)
    throw new Error(
      `${database} isn’t there, but its backups are, the newest of ${newest.at.replace('T', ' ')}. Put the file back, or that backup: npm run restore -- ${newest.name}. For a new, empty studio start with NEW_STUDIO=1.`,
    )
}

async function main() {
  const settings = readSettings(process.env)
  const log = pino({ level: settings.logLevel })
  const now = () => new Date()
  const { backups } = settings
  const demo = process.argv.includes('--demo')
  if (backups && !demo && !settings.newStudio) await askAboutMissing(backups)
  const db = await openDatabase(settings.databaseUrl, undefined, async () => {
    if (backups) await backUp({ ...backups, at: wallClock(now()), occasion: 'migration' })
  })
  if (demo) await fillWithDemo(db, now())
  nameNotes((await readStudio(db.read)).noteNames)
  // A proxy on this machine lets others in as well: whoever names it is guarded as on the network.
  const guarded = !LOOPBACK.has(settings.host) || settings.allowedHosts.length > 0
  const setUpCode = new SetUpCode((code) =>
    console.log(`Nobody has chosen a password yet. The code for the first sign-in: ${code}`),
  )
  if (guarded && !(await isSetUp(db.read))) setUpCode.renewOnce()
  const webRoot = fileURLToPath(new URL('../../web/dist', import.meta.url))
  const app = buildApp({
    db,
    now,
    log,
    webRoot,
    allowedHosts: settings.allowedHosts,
    takesFolder: settings.takesFolder,
    backups,
    guarded,
    setUpCode,
  })
  const certificates = await certificatesOf(settings.https)
  const server = certificates ? createSecure(certificates, app) : createPlain(app)
  // What load has left is otherwise kept until the next load (--expose-gc; without it nothing is done). Twice: what the first
  // finds to be nobody's lets go of buffers and half-empty pages only in the second.
  whenQuiet(server, () => {
    globalThis.gc?.()
    void giveBack()
    setTimeout(() => globalThis.gc?.(), AGAIN_MS).unref()
  })
  // Where it listens everywhere, an address that leads here is shown.
  const everywhere = ['0.0.0.0', '::'].includes(settings.host)
  const host = everywhere ? addressForPhones() : settings.host
  const shownHost = host.includes(':') ? `[${host}]` : host
  const portOf = (s: Server) => (s.address() as AddressInfo).port
  let trust: Server | undefined
  const failed = (error: NodeJS.ErrnoException) => {
    console.error(`Halitus can’t listen on ${settings.host}:${settings.port}: ${error.message}`)
    process.exit(1)
  }
  server.once('error', failed)
  server.listen(settings.port, settings.host, () => {
    void getReady()
    console.log(`Halitus is at ${certificates ? 'https' : 'http'}://${shownHost}:${portOf(server)}/`)
    if (guarded && !certificates && !LOOPBACK.has(settings.host))
      console.log(
        'Without HTTPS, passwords and names go through the network in the clear, and phones give no microphone: start with HTTPS=1.',
      )
    if (!certificates?.authority) return
    trust = createPlain(trustPage(certificates.authority, portOf(server)))
    trust.once('error', (error) => console.error(`The page for phones can’t be served: ${error.message}`))
    trust.listen(settings.port && settings.port + 1, settings.host, async () => {
      const page = `http://${addressForPhones()}:${portOf(trust!)}/`
      console.log(`Phones are set up at ${page}\n${await toString(page, { type: 'terminal', small: true })}`)
      console.log(`Fingerprint of its certificate: ${fingerprint(certificates.authority!)}`)
    })
  })

  /** Whoever was to leave yesterday is gone; looked at like the backups. */
  const tidy = async () => {
    const at = wallClock(now())
    const today = dayOf(at)
    const gone = await leftBefore(db.read, today)
    if (gone.length) {
      await dropTakesOf(db, settings.takesFolder, gone)
      await db.write((tx) => letGo(tx, today))
    }
    await dropTakesAside(db, settings.takesFolder, at)
  }
  const tidily = () =>
    void tidy().catch((error: unknown) => log.error({ fault: forTheLog(error) }, 'nobody was let go'))
  void sweepTakes(db, settings.takesFolder, now().getTime()).catch((error: unknown) =>
    log.error({ fault: forTheLog(error) }, 'nothing was swept'),
  )
  tidily()
  setInterval(tidily, TIDY_MS).unref()
  const endBackups = backups && keepBackups(backups, now, (trouble) => console.error(trouble))

  let stopping = false
  const stop = () => {
    if (stopping) return
    stopping = true
    endBackups?.()
    trust?.close()
    // Answers that are under way are finished, then the database is closed: nothing half-written.
    server.close(() => void Promise.all([db.close(), endHeavyWork()]).then(() => process.exit(0)))
    server.closeIdleConnections()
    setTimeout(() => server.closeAllConnections(), 3000).unref()
  }
  process.on('SIGTERM', stop)
  // Started by a program that has gone, killed even: nobody waits for this server any more.
  if (process.connected) process.on('disconnect', stop)
  process.on('SIGINT', stop)
}

main().catch((error: unknown) => {
  console.error(error instanceof Error ? error.message : error)
  process.exit(1)
})
