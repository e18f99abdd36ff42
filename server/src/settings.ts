import { dirname, join } from 'node:path'

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
  const backups = databaseUrl.startsWith('file:')
    ? {
        database: databaseUrl.slice('file:'.length).split('?')[0]!,
        folder: env.BACKUP_FOLDER ?? join(beside, 'backups'),
        second: env.BACKUP_SECOND,
      }
    : undefined
  return { port, host: env.HOST ?? '127.0.0.1', databaseUrl, logLevel, allowedHosts, takesFolder, backups }
}
