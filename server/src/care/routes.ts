import type { Request, Response } from 'express'
import { ipKeyGenerator, rateLimit } from 'express-rate-limit'
import { ROUTES } from '@halitus/core/contract'
import { wallClock } from '@halitus/core/time'
import type { Database } from '../db/index.ts'
import { HttpError, routes, type Routes } from '../http/index.ts'
import { readLearner } from '../learners/index.ts'
import { deviceIn, giveDevice, giveSecret, secretIn } from './gate.ts'
import { originForPhones } from './trust.ts'
import {
  addLink,
  beginSecond,
  confirmSecond,
  firstPassword,
  hasSecond,
  newSession,
  provePassword,
  removeSecond,
  hasHelper,
  isKnownDevice,
  isSetUp,
  knowDevice,
  linksOf,
  removeHelper,
  revokeLink,
  type Role,
  setPassword,
  type SetUpCode,
  signIn,
  signOut,
  type Trier,
  whoseSession,
} from './store.ts'
import { Tries } from './tries.ts'

/** Sign-ins from one address, of whatever role, in ten minutes (chosen by Halitus). */
const SIGN_INS = 30

/** Who may come in: the first password, signing in and out, a helper, links for learners. */
export function careRoutes(db: Database, guarded: boolean, now: () => Date, code: SetUpCode): Routes {
  const r = routes()
  const tries = new Tries()
  /** Whoever signed in may always try, by their session; a device that was known by itself; all others by their address. */
  const trier = async (request: Request, role: Role): Promise<Trier> => {
    const at = now().getTime()
    const secret = secretIn(request)
    if (secret && (await whoseSession(db, secret, at)) === role) return { tries, who: `session ${secret}` }
    const device = deviceIn(request)
    if (device && (await isKnownDevice(db.read, device, role, at))) return { tries, who: `device ${device}` }
    return { tries, who: `address ${ipKeyGenerator(request.ip ?? '')}` }
  }
  const guess = rateLimit({
    windowMs: 600_000,
    limit: SIGN_INS,
    skip: (request) => request.method !== 'POST',
    keyGenerator: async (request) => (await trier(request, 'teacher')).who,
    // Keys are no addresses alone; one network of the newer kind counts as one there all the same.
    validate: { keyGeneratorIpFallback: false },
    standardHeaders: 'draft-8',
    legacyHeaders: false,
    handler: () => {
      throw new HttpError('too-many', 'Too many sign-ins from here; wait ten minutes.')
    },
  })
  r.router.use('/session', guess)
  /** Begins a session in a browser: the one that it had ends, and it is known from now on. */
  const begin = async (request: Request, response: Response, role: Role, session: string) => {
    const before = secretIn(request)
    if (before) await signOut(db, before)
    giveSecret(request, response, session)
    giveDevice(request, response, await knowDevice(db, role, now().getTime(), deviceIn(request)))
  }
  const accounts = async () => ({
    helper: await hasHelper(db.read),
    teacher: await isSetUp(db.read),
    second: await hasSecond(db.read),
  })
  return r
    .on(ROUTES.session, async ({ request }) => {
      const secret = secretIn(request)
      const role = guarded ? secret && (await whoseSession(db, secret, now().getTime())) : 'teacher'
      const open = guarded && !(await isSetUp(db.read))
      if (open) code.renewOnce()
      return { guarded, role: role || null, setUp: !open }
    })
    .on(ROUTES.setUp, async ({ body, request, response }) => {
      if (!guarded || (await isSetUp(db.read)))
        throw new HttpError('not-allowed', 'A password was chosen already. Sign in with it.')
      if (!code.is(body.code))
        throw new HttpError('signed-out', 'That isn’t the code that the server shows.', 'code')
      await firstPassword(db, body.password)
      await begin(request, response, 'teacher', await newSession(db, 'teacher', now().getTime()))
      return { guarded, role: 'teacher' as const, setUp: true }
    })
    .on(ROUTES.signIn, async ({ body, request, response }) => {
      const role = body.role ?? 'teacher'
      const at = now().getTime()
      const session = await signIn(db, role, body.password, at, await trier(request, role), body.code)
      await begin(request, response, role, session)
      return { guarded, role, setUp: true }
    })
    .on(ROUTES.signOut, async ({ request, response }) => {
      const secret = secretIn(request)
      if (secret) await signOut(db, secret)
      giveSecret(request, response, undefined)
      // What the browser kept of the studio goes; what waits to be sent is its page's to keep or throw away (W3C Clear Site Data).
      response.set('clear-site-data', '"cache"')
      return { guarded, role: guarded ? null : 'teacher', setUp: true }
    })
    .on(ROUTES.accounts, accounts)
    .on(ROUTES.setAccount, async ({ params, body, request, response }) => {
      const role = params.role === 'helper' ? 'helper' : 'teacher'
      if (params.role !== role) throw new HttpError('not-found', `There is no role “${params.role}”.`)
      // Who finds an open page lets nobody in, a helper neither.
      if (await isSetUp(db.read))
        await provePassword(db, body.current ?? '', now().getTime(), await trier(request, 'teacher'))
      if (role === 'helper' && body.password === null) await removeHelper(db)
      else if (body.password === null)
        throw new HttpError('invalid', 'The teacher’s password can be changed, not removed.', 'password')
      else await setPassword(db, role, body.password)
      if (role === 'teacher' && guarded && body.password !== null)
        await begin(request, response, 'teacher', await newSession(db, 'teacher', now().getTime()))
      return accounts()
    })
    .on(ROUTES.beginSecond, async ({ body, request }) => ({
      address: await beginSecond(db, body.current, now().getTime(), await trier(request, 'teacher')),
    }))
    .on(ROUTES.confirmSecond, async ({ body }) => {
      await confirmSecond(db, body.code, now().getTime())
      return accounts()
    })
    .on(ROUTES.removeSecond, async ({ body, request }) => {
      await removeSecond(db, body.current, now().getTime(), await trier(request, 'teacher'))
      return accounts()
    })
    .on(ROUTES.links, async ({ params, request }) => {
      await readLearner(db.read, params.id)
      const phones = originForPhones({ protocol: request.protocol, host: request.headers.host }, guarded)
      return { links: await linksOf(db.read, params.id), phones }
    })
    .on(ROUTES.addLink, async ({ params }) => {
      const { id, secret } = await db.write((tx) => addLink(tx, params.id, wallClock(now())))
      return { id, path: `/card/~${secret}` }
    })
    .on(ROUTES.revokeLink, async ({ params }) => {
      await db.write((tx) => revokeLink(tx, params.id, wallClock(now())))
      return { revoked: true }
    })
}
