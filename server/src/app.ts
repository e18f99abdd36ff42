import { existsSync } from 'node:fs'
import { join } from 'node:path'
import compression from 'compression'
import express, { Router, type Express, type Request } from 'express'
import packedFiles from 'express-static-gzip'
import helmet from 'helmet'
import { rateLimit } from 'express-rate-limit'
import type { Logger } from 'pino'
import { ROUTES } from '@halitus/core/contract'
import { wallClock } from '@halitus/core/time'
import { acousticRoutes } from './acoustics/index.ts'
import { squeakRoutes } from './squeaks/index.ts'
import { backupRoutes, type BackupSettings } from './backups/index.ts'
import { careRoutes, gate, SetUpCode } from './care/index.ts'
import { cardRoutes } from './cards/index.ts'
import { chartRoutes } from './charts/index.ts'
import { answersUntilChanged, type Database } from './db/index.ts'
import { fingeringRoutes } from './fingering/index.ts'
import { workRoutes } from './heavy/index.ts'
import {
  answerError,
  guard,
  HttpError,
  logging,
  openApi,
  refuseDeep,
  routes,
  unknownRoute,
} from './http/index.ts'
import { instrumentRoutes } from './instruments/index.ts'
import { forgetEntries, learnerRoutes } from './learners/index.ts'
import { lessonRoutes } from './lessons/index.ts'
import { groupRoutes } from './groups/index.ts'
import { pieceRoutes } from './pieces/index.ts'
import { reedRoutes } from './reeds/index.ts'
import { soundRoutes } from './sound/index.ts'
import { readStudio, studioRoutes } from './studio/index.ts'
import { layTakesAside, takeRoutes } from './takes/index.ts'
import { todayRoutes } from './today/index.ts'
import { tuneRoutes } from './tunes/index.ts'

/** Answers smaller than this aren't worth packing, bytes. */
const SMALLEST_PACKED = 1400

/** Asked from this machine itself. */
const LOOPBACK = /^(::ffff:)?127\.|^::1$/

export interface AppParts {
  db: Database
  now: () => Date
  log: Logger
  /** Folder of the built interface; without it only the API is served. */
  webRoot?: string
  /** Where the sound of kept takes lies. */
  takesFolder: string
  /** Names that lead here beside this machine's own. */
  allowedHosts?: readonly string[]
  /** Whether other machines reach it: then everybody signs in. */
  guarded?: boolean
  /** What the first sign-in asks for. */
  setUpCode?: SetUpCode
  /** Where backups lie; left out where the database is kept elsewhere. */
  backups?: BackupSettings | undefined
  /** Heavy requests (files, analyses) a minute from one address. */
  heavyPerMinute?: number
}

/** The Express application over a database. */
export function buildApp({
  db,
  now,
  log,
  webRoot,
  takesFolder,
  allowedHosts = [],
  heavyPerMinute = 120,
  backups,
  guarded = false,
  setUpCode = new SetUpCode(() => undefined),
}: AppParts): Express {
  const app = express()
  app.disable('x-powered-by')
  // One spelling: what is looked at before the API is the API’s address and no other.
  app.set('case sensitive routing', true)
  app.use(
    helmet({
      contentSecurityPolicy: {
        directives: {
          defaultSrc: ["'self'"],
          scriptSrc: ["'self'", "'wasm-unsafe-eval'"],
          // The component library writes style elements.
          styleSrc: ["'self'", "'unsafe-inline'"],
          imgSrc: ["'self'", 'data:', 'blob:'],
          workerSrc: ["'self'", 'blob:'],
          // Served over plain HTTP on the local network.
          upgradeInsecureRequests: null,
        },
      },
      strictTransportSecurity: false,
    }),
  )
  app.use(guard(allowedHosts))
  app.use(logging(log))
  // A school's line may carry 50 kB a second; what is small goes as it is.
  app.use(compression({ threshold: SMALLEST_PACKED, level: 5 }))

  // What was answered may be kept, but is asked about each time: the next line of a lesson must never be an old one.
  const api = Router({ caseSensitive: true, strict: true })
  api.use((_, response, next) => {
    // The studio's clock: whoever notes something elsewhere, or with a clock that is wrong, goes by it.
    // Where people sign in, nothing stays in a browser that somebody else opens next.
    response.set({ 'cache-control': guarded ? 'no-store' : 'no-cache', 'halitus-now': wallClock(now()) })
    next()
  })
  api.use(gate(db, guarded, now))
  const heavy = rateLimit({
    windowMs: 60_000,
    limit: heavyPerMinute,
    // Whoever sits before this machine has it to themselves: other programs on it go as fast as the line allows.
    skip: ({ ip = '' }) => !guarded && LOOPBACK.test(ip),
    standardHeaders: 'draft-8',
    legacyHeaders: false,
    handler: () => {
      throw new HttpError(
        'too-many',
        `More than ${heavyPerMinute} heavy requests in a minute; wait a little.`,
      )
    },
  })
  api.use(
    ['/sound', '/lessons/:id/takes', '/import', '/cards/:id/pdf', '/learners/:id/chart', '/tunes', '/busy'],
    heavy,
  )
  const sound = soundRoutes(async () => (await readStudio(db.read)).a4Hz)
  api.use(sound.router, takeRoutes(db, takesFolder, now).router)
  const json = express.json({ limit: '200kb', verify: (_request, _response, bytes) => refuseDeep(bytes) })
  // Whoever sends the notes of five minutes sends more than a form.
  api.use(['/tunes/:id/parts/:part/judge', '/tunes/:id/parts/:part/played'], express.json({ limit: '3mb' }))
  // A studio’s file is taken as it comes: it may be larger than memory.
  // A tune's file as well: what it is its own bytes say.
  const asItComes = (request: Request) =>
    request.path === '/import' || (request.method === 'POST' && request.path === ROUTES.addTune.path)
  api.use((request, response, next) => (asItComes(request) ? next() : json(request, response, next)))

  const description = openApi()
  const afterImport = () => {
    forgetEntries(db.read)
    return db.write((tx) => layTakesAside(tx, wallClock(now())))
  }
  const answers = answersUntilChanged((topic) => db.stamp(topic))
  // What is asked most often stands first: each is looked through until one knows the address.
  const all = [
    lessonRoutes(db, now, answers),
    todayRoutes(db, now, answers),
    learnerRoutes(db, now, answers),
    routes()
      .on(ROUTES.health, () => ({ ok: true }))
      .on(ROUTES.openapi, () => description),
    careRoutes(db, guarded, now, setUpCode),
    cardRoutes(db, now),
    chartRoutes(db, now),
    reedRoutes(db, now, answers),
    groupRoutes(db, now),
    pieceRoutes(db),
    tuneRoutes(db, now),
    instrumentRoutes(),
    fingeringRoutes(),
    squeakRoutes(db, now),
    acousticRoutes(async () => (await readStudio(db.read)).a4Hz),
    studioRoutes(db, now, afterImport),
    workRoutes(),
    backupRoutes(db, backups, now, afterImport),
  ]
  for (const { router } of all) api.use(router)
  app.use('/api', api, unknownRoute)

  if (webRoot && existsSync(join(webRoot, 'index.html'))) {
    // Packed when they were built.
    app.use(
      '/assets',
      packedFiles(join(webRoot, 'assets'), { serveStatic: { immutable: true, maxAge: '1y', index: false } }),
    )
    // What isn't there is no page of the interface.
    app.use('/assets', unknownRoute)
    // The worker that opens the application while the server is away must never be an old one.
    app.use(
      express.static(webRoot, {
        setHeaders: (response, path) => {
          if (path.endsWith('away.js')) response.setHeader('cache-control', 'no-cache')
        },
      }),
    )
    // Every other address belongs to the interface's own navigation.
    app.get('/{*path}', (_, response) => response.sendFile(join(webRoot, 'index.html')))
  }
  app.use(unknownRoute)
  app.use(answerError)
  return app
}
