import { basename, dirname, join } from 'node:path'

/** How the server is started; everything has a default. */
export interface Settings {
  port: number
  host: string
  databaseUrl: string
  logLevel: string
  /** Where the sound of kept takes lies: beside the database unless told otherwise. */
  takesFolder: string
  /** Names that lead here beside this machine's own. */
  allowedHosts: string[]
  /** HTTPS: by an authority of the studio's own in a folder, by the operator's files, or none. */
  https: { folder: string } | { cert: string; key: string } | undefined
  /** A database that isn't there is a new studio, even where backups lie beside it. */
  newStudio: boolean
  /** Where backups of the database file lie, and a second folder for them; nowhere with a database elsewhere. */
  backups: { database: string; folder: string; second?: string | undefined } | undefined
}

const LEVELS = ['fatal', 'error', 'warn', 'info', 'debug', 'trace', 'silent']

/** @throws Error with a sentence naming the setting, its value and what is allowed */
export function readSettings(env: Record<string, string | undefined>): Settings {
  const port = Number(env.PORT ?? 4173)
  if (!Number.isInteger(port) || port < 0 || port > 65535)
    throw new Error(`PORT is “${env.PORT}”; allowed is a whole number from 0 to 65535.`)
  const logLevel = env.LOG_LEVEL ?? 'info'
  if (!LEVELS.includes(logLevel))
    throw new Error(`LOG_LEVEL is “${logLevel}”; allowed: ${LEVELS.join(', ')}.`)
  const databaseUrl = env.DATABASE_URL ?? 'file:data/halitus.db'
  if (!/^(file:|libsql:|https?:|wss?:)./.test(databaseUrl))
    throw new Error(`DATABASE_URL is “${databaseUrl}”; allowed: file:PATH or the address of a libSQL server.`)
  const allowedHosts = (env.ALLOWED_HOSTS ?? '').split(',').flatMap((h) => h.trim() || [])
  const odd = allowedHosts.find((h) => !/^[\w.:[\]-]+$/.test(h))
  if (odd) throw new Error(`ALLOWED_HOSTS has “${odd}”; allowed are names or addresses with commas between.`)
  const beside = databaseUrl.startsWith('file:') ? dirname(databaseUrl.slice(5).split('?')[0]!) : 'data'
  const takesFolder = env.TAKES_FOLDER ?? join(beside, 'takes')
  if (env.HTTPS !== undefined && !['0', '1'].includes(env.HTTPS))
    throw new Error(`HTTPS is “${env.HTTPS}”; allowed: 1 or 0.`)
  if (env.NEW_STUDIO !== undefined && !['0', '1'].includes(env.NEW_STUDIO))
    throw new Error(`NEW_STUDIO is “${env.NEW_STUDIO}”; allowed: 1 or 0.`)
  if (!env.HTTPS_CERT !== !env.HTTPS_KEY)
    throw new Error('HTTPS_CERT and HTTPS_KEY go together: the files of the certificate and of its key.')
  const https = env.HTTPS_CERT
    ? { cert: env.HTTPS_CERT, key: env.HTTPS_KEY! }
    : env.HTTPS === '1'
      ? { folder: join(beside, 'https') }
      : undefined
  const backups = databaseUrl.startsWith('file:')
    ? {
        database: databaseUrl.slice('file:'.length).split('?')[0]!,
        // Beside the database and named after it: a demo's backups aren't the studio's.
        folder:
          env.BACKUP_FOLDER ??
          join(beside, `${basename(databaseUrl.slice('file:'.length).split('?')[0]!, '.db')}-backups`),
        second: env.BACKUP_SECOND,
      }
    : undefined
  return {
    port,
    host: env.HOST ?? '127.0.0.1',
    databaseUrl,
    logLevel,
    allowedHosts,
    takesFolder,
    https,
    newStudio: env.NEW_STUDIO === '1',
    backups,
  }
}
