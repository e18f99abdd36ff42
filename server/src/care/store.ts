import { randomInt, randomUUID } from 'node:crypto'
import { and, desc, eq, isNull, lt, notInArray, or } from 'drizzle-orm'
import { KEEPING } from '@halitus/core/contract'
import { tables, type Database, type Reader, type Tx } from '../db/index.ts'
import { HttpError, notFound } from '../http/index.ts'
import { readLearner } from '../learners/index.ts'
import { newSecret, opens, sealed, secretHash, weakness } from './passwords.ts'
import { addressOfSecond, isAhead, newSecond, stepOf } from './second.ts'
import type { Tries } from './tries.ts'

export type Role = 'teacher' | 'helper'

/** All chosen by Halitus, within OWASP ASVS 2.2 and 3.3: ms. */
const HOUR = 3600 * 1000
const RULE = {
  /** A session ends after so long without a request, and after so long in any case. */
  idle: KEEPING.signIn.idleHours * HOUR,
  longest: KEEPING.signIn.longestDays * 24 * HOUR,
  /** It is noted that somebody is there no more often than this. */
  noted: 5 * 60 * 1000,
  /** A device is known for so long after the last sign-in on it. */
  known: 400 * 24 * HOUR,
} as const

const accountOf = async (db: Reader, role: Role) =>
  (await db.select().from(tables.accounts).where(eq(tables.accounts.role, role)))[0]

/** Whether a teacher's password was ever chosen. */
export const isSetUp = async (db: Reader): Promise<boolean> => !!(await accountOf(db, 'teacher'))
/** Whether a helper may sign in. */
export const hasHelper = async (db: Reader): Promise<boolean> => !!(await accountOf(db, 'helper'))

async function strong(password: string) {
  const weak = weakness(password)
  if (weak) throw new HttpError('invalid', weak, 'password')
  return sealed(password)
}

/** Sets a role's password; every sign-in with the old one ends, and no device is known. @throws HttpError for a weak one */
export async function setPassword(db: Database, role: Role, password: string): Promise<void> {
  const kept = await strong(password)
  await db.write(async (tx) => {
    await tx.delete(tables.sessions).where(eq(tables.sessions.role, role))
    await tx.delete(tables.devices).where(eq(tables.devices.role, role))
    await tx
      .insert(tables.accounts)
      .values({ role, ...kept })
      .onConflictDoUpdate({ target: tables.accounts.role, set: kept })
  })
}

/**
 * The teacher's first password; of two that come at once one is taken, and the other told so.
 * @throws HttpError for a weak one; not-allowed where there is one already
 */
export async function firstPassword(db: Database, password: string): Promise<void> {
  const kept = await strong(password)
  const [first] = await db.write((tx) =>
    tx
      .insert(tables.accounts)
      .values({ role: 'teacher', ...kept })
      .onConflictDoNothing()
      .returning({ role: tables.accounts.role }),
  )
  if (!first) throw new HttpError('not-allowed', 'A password was chosen already. Sign in with it.')
}

/** Takes the helper's sign-in away, and ends theirs. */
export const removeHelper = (db: Database): Promise<unknown> =>
  db.write((tx) => tx.delete(tables.accounts).where(eq(tables.accounts.role, 'helper')))

type Account = typeof tables.accounts.$inferSelect

/** Who tries: an address, a device that was known before, or a session. */
export interface Trier {
  tries: Tries
  who: string
}

/**
 * Tries a password, and counts those that are wrong.
 * @param then what a right one leads to, in the same write; undefined counts as wrong all the same
 * @throws HttpError signed-out for a wrong password, in the same words whoever is meant; locked after several
 */
async function trying<T>(
  db: Database,
  role: Role,
  password: string,
  now: number,
  { tries, who }: Trier,
  then: (tx: Tx, account: Account) => Promise<T | undefined>,
): Promise<T> {
  // Counted alike whether there is such an account or not, and checked in any case: neither tells whether there is a helper.
  const counted = `${role} ${who}`
  tries.begin(counted, now)
  const account = await accountOf(db.read, role)
  const right = await opens(password, account ?? { hash: '', salt: '' })
  const done = right
    ? await db
        .write(async (tx) => {
          const known = await accountOf(tx, role)
          // Changed meanwhile, it isn't the password any more.
          return known && known.hash === account?.hash ? then(tx, known) : undefined
        })
        .catch((error: unknown) => {
          tries.undo(counted)
          throw error
        })
    : undefined
  if (done === undefined)
    throw new HttpError(
      'signed-out',
      right ? 'That isn’t the code of this moment; each counts once.' : 'That isn’t the password.',
      right ? 'code' : '',
    )
  tries.right(counted)
  return done
}

/**
 * Signs in.
 * @param code six digits, where a second factor was set up
 * @returns the secret of the new session
 * @throws HttpError second-needed when the code is missing alone; else as `trying`
 */
export const signIn = (
  db: Database,
  role: Role,
  password: string,
  now: number,
  trier: Trier,
  code?: string,
): Promise<string> =>
  trying(db, role, password, now, trier, async (tx, { second, secondStep }) => {
    if (second !== null) {
      if (!code) throw new HttpError('second-needed', 'Type the six digits of your app as well.', 'code')
      const step = stepOf(second, code, now)
      // A code that was used opens nothing a second time (RFC 6238, 5.2).
      if (step === undefined || (step <= secondStep && !isAhead(secondStep, now))) return undefined
      await tx.update(tables.accounts).set({ secondStep: step }).where(eq(tables.accounts.role, role))
    }
    return begin(tx, role, now)
  })

/** Whether it is the teacher's password: asked again before who comes in is changed (ASVS 2.1.6). @throws as `trying` */
export const provePassword = (db: Database, password: string, now: number, trier: Trier): Promise<true> =>
  trying(db, 'teacher', password, now, trier, () => Promise.resolve(true as const))

/** Whether the teacher's sign-in asks for a second factor. */
export const hasSecond = async (db: Reader): Promise<boolean> => !!(await accountOf(db, 'teacher'))?.second

const ofTeacher = eq(tables.accounts.role, 'teacher')

/** Makes a secret for the teacher's app; it counts once a code of it was seen. @returns the address that the app reads */
export async function beginSecond(
  db: Database,
  password: string,
  now: number,
  trier: Trier,
): Promise<string> {
  await provePassword(db, password, now, trier)
  const secondPending = newSecond()
  await db.write((tx) => tx.update(tables.accounts).set({ secondPending }).where(ofTeacher))
  return addressOfSecond(secondPending)
}

/** From now on the teacher signs in with the app's code too. @throws HttpError invalid for another code */
export async function confirmSecond(db: Database, code: string, now: number): Promise<void> {
  await db.write(async (tx) => {
    const pending = (await accountOf(tx, 'teacher'))?.secondPending
    const secondStep = pending ? stepOf(pending, code, now) : undefined
    if (!pending || secondStep === undefined)
      throw new HttpError(
        'invalid',
        'That isn’t the code that the app shows now. Is the phone’s clock right?',
        'code',
      )
    await tx
      .update(tables.accounts)
      .set({ second: pending, secondPending: null, secondStep })
      .where(ofTeacher)
  })
}

/** The password alone is enough again. */
export async function removeSecond(db: Database, password: string, now: number, trier: Trier): Promise<void> {
  await provePassword(db, password, now, trier)
  await db.write((tx) =>
    tx.update(tables.accounts).set({ second: null, secondPending: null }).where(ofTeacher),
  )
}

/** A session without a password, for who just proved to have it. @returns its secret */
export const newSession = (db: Database, role: Role, now: number): Promise<string> =>
  db.write((tx) => begin(tx, role, now))

async function begin(tx: Tx, role: Role, now: number): Promise<string> {
  const { sessions } = tables
  await tx
    .delete(sessions)
    .where(or(lt(sessions.seenAt, now - RULE.idle), lt(sessions.begunAt, now - RULE.longest)))
  const secret = newSecret()
  await tx.insert(sessions).values({ secret: secretHash(secret), role, begunAt: now, seenAt: now })
  return secret
}

/** Whose session a secret is; undefined when it has ended or never was. */
export async function whoseSession(db: Database, secret: string, now: number): Promise<Role | undefined> {
  const { sessions } = tables
  const hash = secretHash(secret)
  const [session] = await db.read.select().from(sessions).where(eq(sessions.secret, hash))
  if (!session || session.seenAt < now - RULE.idle || session.begunAt < now - RULE.longest) return undefined
  // Begun by a clock that was ahead: it would hold for as long as that was.
  if (session.begunAt > now + RULE.noted) return undefined
  if (session.seenAt < now - RULE.noted)
    await db.write((tx) => tx.update(sessions).set({ seenAt: now }).where(eq(sessions.secret, hash)))
  return session.role
}

/** Whether somebody signed in before on the device that has this secret. */
export async function isKnownDevice(db: Reader, secret: string, role: Role, now: number): Promise<boolean> {
  const { devices } = tables
  const [device] = await db
    .select()
    .from(devices)
    .where(eq(devices.secret, secretHash(secret)))
  return device?.role === role && device.seenAt >= now - RULE.known
}
/** Knows a device from now on, or on. @returns its secret */
export async function knowDevice(
  db: Database,
  role: Role,
  now: number,
  before: string | undefined,
): Promise<string> {
  const { devices } = tables
  // One that nobody was given here isn't taken over.
  const secret = before && (await isKnownDevice(db.read, before, role, now)) ? before : newSecret()
  await db.write(async (tx) => {
    await tx.delete(devices).where(lt(devices.seenAt, now - RULE.known))
    await tx
      .insert(devices)
      .values({ secret: secretHash(secret), role, seenAt: now })
      .onConflictDoUpdate({ target: devices.secret, set: { role, seenAt: now } })
  })
  return secret
}

/** Ends one session; others of the same role go on. */
export const signOut = (db: Database, secret: string): Promise<unknown> =>
  db.write((tx) => tx.delete(tables.sessions).where(eq(tables.sessions.secret, secretHash(secret))))
/** A learner's links, newest first; what opens them was shown once, when they were made. */
export const linksOf = (db: Reader, learnerId: string) =>
  db
    .select({ id: tables.links.id, createdAt: tables.links.createdAt, revokedAt: tables.links.revokedAt })
    .from(tables.links)
    .where(eq(tables.links.learnerId, learnerId))
    .orderBy(desc(tables.links.createdAt))

/** Makes a link to a learner's card. @returns its id and the secret, which isn't kept */
export async function addLink(
  tx: Tx,
  learnerId: string,
  createdAt: string,
): Promise<{ id: string; secret: string }> {
  await readLearner(tx, learnerId)
  const secret = newSecret()
  const id = randomUUID()
  await tx
    .insert(tables.links)
    .values({ id, learnerId, secret: secretHash(secret), createdAt, revokedAt: null })
  return { id, secret }
}

/** Takes a link back: whoever has it sees nothing from now on. @throws HttpError not-found */
export async function revokeLink(tx: Tx, id: string, at: string): Promise<void> {
  const [link] = await tx.select().from(tables.links).where(eq(tables.links.id, id))
  if (!link) throw notFound('The link')
  await tx
    .update(tables.links)
    .set({ revokedAt: link.revokedAt ?? at })
    .where(eq(tables.links.id, id))
}

/**
 * The card that a link opens, the newest unless a week is named; undefined when the link was revoked or never was.
 * @param from the first day of a card's week
 */
export async function cardOfLink(db: Reader, secret: string, from?: string): Promise<string | undefined> {
  const [found] = await db
    .select({ card: tables.cards.id })
    .from(tables.links)
    .innerJoin(tables.cards, eq(tables.cards.learnerId, tables.links.learnerId))
    .where(
      and(
        eq(tables.links.secret, secretHash(secret)),
        isNull(tables.links.revokedAt),
        ...(from === undefined ? [] : [eq(tables.cards.from, from)]),
        // Who is deleted tonight is seen by nobody any more.
        notInArray(tables.links.learnerId, db.select({ id: tables.leaving.learnerId }).from(tables.leaving)),
      ),
    )
    .orderBy(desc(tables.cards.from), desc(tables.cards.id))
    .limit(1)
  return found?.card
}

/** The code that the first sign-in asks for, shown where the server was started: eight digits, five tries. */
export class SetUpCode {
  private code = ''
  private left = 0
  private readonly show: (code: string) => void
  /** @param show tells it to whoever started the server */
  constructor(show: (code: string) => void) {
    this.show = show
  }
  /** Shows the first one, once. */
  renewOnce(): void {
    if (!this.code) this.renew()
  }
  renew(): void {
    this.code = String(randomInt(1e8)).padStart(8, '0')
    this.left = 5
    this.show(`${this.code.slice(0, 4)} ${this.code.slice(4)}`)
  }
  /** Whether it is this code; after five others there is a new one. */
  is(given: string): boolean {
    const right = this.code !== '' && given.replace(/\D/g, '') === this.code
    if (!right && --this.left <= 0) this.renew()
    return right
  }
}
