import type { Request, RequestHandler, Response } from 'express'
import type { Database } from '../db/index.ts'
import { HttpError } from '../http/index.ts'
import { cardOfLink, whoseSession, type Role } from './store.ts'

const COOKIE = 'halitus'
/** What a browser drops unless it came by HTTPS, for this host alone (RFC 6265bis, cookie name prefixes). */
const SECURE_COOKIE = `__Host-${COOKIE}`
/** Stays after signing out: who was here before may try a password while others are locked out. */
const DEVICE = 'halitus-device'
const DEVICE_MS = 400 * 24 * 3600 * 1000
const nameFor = (secure: boolean) => (secure ? SECURE_COOKIE : COOKIE)
const deviceName = (secure: boolean) => (secure ? `__Host-${DEVICE}` : DEVICE)

/** The session's secret in a request, if there is one. */
export const secretIn = (request: Request): string | undefined => cookieIn(request, nameFor(request.secure))
/** The secret of a device that was known before. */
export const deviceIn = (request: Request): string | undefined =>
  cookieIn(request, deviceName(request.secure))

function cookieIn(request: Request, name: string): string | undefined {
  for (const part of (request.headers.cookie ?? '').split(';')) {
    const [key, value] = part.trim().split('=')
    if (key === name && value) return value
  }
  return undefined
}
/** Lets the browser show later that somebody signed in on it. */
export function giveDevice(request: Request, response: Response, secret: string): void {
  response.cookie(deviceName(request.secure), secret, {
    httpOnly: true,
    sameSite: 'strict',
    path: '/',
    secure: request.secure,
    maxAge: DEVICE_MS,
  })
}
/** Gives the browser a session, or takes it away when there is no secret. */
export function giveSecret(request: Request, response: Response, secret: string | undefined): void {
  const options = { httpOnly: true, sameSite: 'strict', path: '/', secure: request.secure } as const
  if (secret) response.cookie(nameFor(request.secure), secret, options)
  else response.clearCookie(nameFor(request.secure), options)
}

/** What anybody may ask: whether somebody must sign in, and to do so. */
const OPEN = /^\/(health|session(\/set-up)?)$/
/** What a link opens: the card read, ticked, reported on and printed; not changed. */
const BY_LINK: readonly [method: string, path: RegExp][] = [
  ['GET', /^\/cards\/~[\w-]+(\/pdf|\/practice\.ics|\/app\.webmanifest)?$/],
  ['PUT', /^\/cards\/~[\w-]+\/ticks\/[^/]+\/\d+$/],
  ['DELETE', /^\/cards\/~[\w-]+\/ticks\/[^/]+\/\d+$/],
  ['POST', /^\/cards\/~[\w-]+\/reports$/],
  ['PUT', /^\/cards\/~[\w-]+\/numbers\/[^/]+\/\d+$/],
  ['PUT', /^\/cards\/~[\w-]+\/signed$/],
]
/** What is the teacher's alone: everything out or in at once, what can't be got back, and who may come in. */
const TEACHERS: readonly [method: string, path: RegExp][] = [
  ['*', /^\/(export|import)$/],
  ['*', /^\/backups(\/|$)/],
  ['*', /^\/accounts(\/|$)/],
  ['*', /^\/second-factor$/],
  ['PUT', /^\/studio$/],
  ['DELETE', /^\/(learners|lessons)\/[^/]+$/],
  ['*', /^\/learners\/[^/]+\/(export|deleted)$/],
  ['POST', /^\/learners\/[^/]+\/links$/],
  ['DELETE', /^\/links\/[^/]+$/],
  ['DELETE', /^\/takes\/[^/]+$/],
]
const among = (list: typeof TEACHERS, method: string, path: string) =>
  list.some(([m, p]) => (m === '*' || m === method) && p.test(path))

/** However it is spelt: the routes are strict about it, and this doesn't rely on that. */
const plain = (path: string) =>
  path
    .toLowerCase()
    .replace(/\/+/g, '/')
    .replace(/(.)\/$/, '$1')

/**
 * Lets in who signed in, and a learner's link to its card. On this machine alone everything is open: who sits before it has
 * the file as well.
 * @param guarded whether the server is reached from other machines
 * Sources: OWASP ASVS 4.0.3, chapters 3 and 4; OWASP Session Management Cheat Sheet.
 */
export function gate(db: Database, guarded: boolean, now: () => Date): RequestHandler {
  return async (request, response, next) => {
    const { path, method } = request
    // A link is understood wherever the server listens: pages look the same on this machine.
    const link = /^\/cards\/~([\w-]+)/.exec(path)?.[1]
    if (link) {
      if (!among(BY_LINK, method, path))
        throw new HttpError('not-allowed', 'This link opens a card and nothing else.')
      const { from } = request.query
      const card = await cardOfLink(db.read, link, typeof from === 'string' ? from : undefined)
      if (!card)
        throw new HttpError(
          'not-found',
          'This link opens nothing (any more). Ask your teacher for a new one.',
        )
      request.url = request.url.replace(`/cards/~${link}`, `/cards/${encodeURIComponent(card)}`)
      response.locals.link = link
      withoutLeads(response, `~${link}`)
      return next()
    }
    if (!guarded) {
      response.locals.role = 'teacher' satisfies Role
      return next()
    }
    if (OPEN.test(path)) return next()
    const secret = secretIn(request)
    const role = secret && (await whoseSession(db, secret, now().getTime()))
    if (!role) throw new HttpError('signed-out', 'Sign in first.')
    if (role === 'helper' && among(TEACHERS, method, plain(path)))
      throw new HttpError('not-allowed', 'That is the teacher’s alone.')
    response.locals.role = role
    next()
  }
}

/**
 * A card by link names itself by the link, and no learner, lesson or other card; why something is on it or beside it is between
 * teachers.
 */
function withoutLeads(response: Response, name: string): void {
  const json = response.json.bind(response)
  response.json = (body: unknown) =>
    json(
      body && typeof body === 'object' && 'learnerId' in body
        ? { ...body, ...forLearners(body), id: name, learnerId: 'own', lessonId: 'own' }
        : body,
    )
}
const forLearners = (card: { learnerId: unknown; rows?: { why?: string }[] }) => ({
  ...(card.rows && { rows: card.rows.map(({ why: _, ...row }) => row) }),
  left: [],
})
