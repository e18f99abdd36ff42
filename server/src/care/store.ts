import { randomInt, randomUUID } from 'node:crypto'
import { and, desc, eq, isNull, lt, notInArray, or } from 'drizzle-orm'
import { KEEPING } from '@halitus/core/contract'
import { tables, type Database, type Reader, type Tx } from '../db/index.ts'
import { HttpError, notFound } from '../http/index.ts'
import { readLearner } from '../learners/index.ts'
import { newSecret, opens, sealed, secretHash, weakness } from './passwords.ts'
import { addressOfSecond, newSecond, stepOf } from './second.ts'

export type Role = 'teacher' | 'helper'

/** All chosen by Halitus, within OWASP ASVS 2.2 and 3.3: ms. */
const HOUR = 3600 * 1000
const RULE = {
  /** A session ends after so long without a request, and after so long in any case. */
  idle: KEEPING.signIn.idleHours * HOUR,
  longest: KEEPING.signIn.longestDays * 24 * HOUR,
  /** It is noted that somebody is there no more often than this. */
  noted: 5 * 60 * 1000,
  /** After so many wrong passwords nothing is tried for a minute, then two, then four, a quarter of an hour at most. */
  tries: 5,
  lock: 60 * 1000,
  longestLock: 15 * 60 * 1000,
} as const

const accountOf = async (db: Reader, role: Role) =>
  (await db.select().from(tables.accounts).where(eq(tables.accounts.role, role)))[0]

/** Whether a teacher's password was ever chosen. */
export const isSetUp = async (db: Reader): Promise<boolean> => !!(await accountOf(db, 'teacher'))
/** Whether a helper may sign in. */
export const hasHelper = async (db: Reader): Promise<boolean> => !!(await accountOf(db, 'helper'))

/** Sets a role's password; every sign-in with the old one ends. @throws HttpError for a weak one */
export async function setPassword(db: Database, role: Role, password: string): Promise<void> {
  const weak = weakness(password)
  if (weak) throw new HttpError('invalid', weak, 'password')
  const kept = await sealed(password)
  await db.write(async (tx) => {
    await tx.delete(tables.sessions).where(eq(tables.sessions.role, role))
    await tx
      .insert(tables.accounts)
      .values({ role, ...kept })
      .onConflictDoUpdate({ target: tables.accounts.role, set: { ...kept, failed: 0, lockedUntil: 0 } })
  })
}

/** Takes the helper's sign-in away, and ends theirs. */
export const removeHelper = (db: Database): Promise<unknown> =>
  db.write((tx) => tx.delete(tables.accounts).where(eq(tables.accounts.role, 'helper')))

type Account = typeof tables.accounts.$inferSelect

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
  then: (tx: Tx, account: Account) => Promise<T | undefined>,
): Promise<T> {
  const account = await accountOf(db.read, role)
  if (account) refuseLocked(account, now)
  // A password is checked in any case, so that the time taken doesn't tell whether there is a helper.
  const right = await opens(password, account ?? { hash: '', salt: '' })
  // The count is read again where it is written: tries sent at once are counted one by one.
  const done = await db.write(async (tx) => {
    const known = await accountOf(tx, role)
    if (!known) return undefined
    refuseLocked(known, now)
    const { accounts } = tables
    const led = right ? await then(tx, known) : undefined
    if (led !== undefined) {
      await tx.update(accounts).set({ failed: 0, lockedUntil: 0 }).where(eq(accounts.role, role))
      return led
    }
    const failed = known.failed + 1
    const over = failed - RULE.tries
    const lockedUntil = over < 0 ? 0 : now + Math.min(RULE.longestLock, RULE.lock * 2 ** over)
    await tx.update(accounts).set({ failed, lockedUntil }).where(eq(accounts.role, role))
    return undefined
  })
  if (done === undefined)
    throw new HttpError(
      'signed-out',
      right ? 'That isn’t the code of this moment; each counts once.' : 'That isn’t the password.',
      right ? 'code' : '',
    )
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
  code?: string,
): Promise<string> =>
  trying(db, role, password, now, async (tx, { second, secondStep }) => {
    if (second !== null) {
      if (!code) throw new HttpError('second-needed', 'Type the six digits of your app as well.', 'code')
      const step = stepOf(second, code, now)
      // A code that was used opens nothing a second time (RFC 6238, 5.2).
      if (step === undefined || step <= secondStep) return undefined
      await tx.update(tables.accounts).set({ secondStep: step }).where(eq(tables.accounts.role, role))
    }
    return begin(tx, role, now)
  })

/** Whether it is the teacher's password: asked again before who comes in is changed (ASVS 2.1.6). @throws as `trying` */
export const provePassword = (db: Database, password: string, now: number): Promise<true> =>
  trying(db, 'teacher', password, now, () => Promise.resolve(true as const))

/** Whether the teacher's sign-in asks for a second factor. */
export const hasSecond = async (db: Reader): Promise<boolean> => !!(await accountOf(db, 'teacher'))?.second

const ofTeacher = eq(tables.accounts.role, 'teacher')

/** Makes a secret for the teacher's app; it counts once a code of it was seen. @returns the address that the app reads */
export async function beginSecond(db: Database, password: string, now: number): Promise<string> {
  await provePassword(db, password, now)
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
export async function removeSecond(db: Database, password: string, now: number): Promise<void> {
  await provePassword(db, password, now)
  await db.write((tx) =>
    tx.update(tables.accounts).set({ second: null, secondPending: null }).where(ofTeacher),
  )
}

function refuseLocked({ lockedUntil }: { lockedUntil: number }, now: number): void {
  const wait = lockedUntil - now
  if (wait > 0)
    throw new HttpError('locked', `Too many wrong passwords. Try again in ${Math.ceil(wait / 1000)} s.`)
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
  if (session.seenAt < now - RULE.noted)
    await db.write((tx) => tx.update(sessions).set({ seenAt: now }).where(eq(sessions.secret, hash)))
  return session.role
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

/** The newest card that a link opens; undefined when it was revoked or never was. */
export async function cardOfLink(db: Reader, secret: string): Promise<string | undefined> {
  const [found] = await db
    .select({ card: tables.cards.id })
    .from(tables.links)
    .innerJoin(tables.cards, eq(tables.cards.learnerId, tables.links.learnerId))
    .where(
      and(
        eq(tables.links.secret, secretHash(secret)),
        isNull(tables.links.revokedAt),
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
