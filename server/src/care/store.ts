import { randomInt, randomUUID } from 'node:crypto'
import { and, desc, eq, isNull, lt, notInArray, or } from 'drizzle-orm'
import { KEEPING } from '@halitus/core/contract'
import { tables, type Database, type Reader, type Tx } from '../db/index.ts'
import { HttpError, notFound } from '../http/index.ts'
import { readLearner } from '../learners/index.ts'
import { newSecret, opens, sealed, secretHash, weakness } from './passwords.ts'

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

/**
 * Signs in.
 * @returns the secret of the new session
 * @throws HttpError signed-out for a wrong password, in the same words whoever is meant; locked after several
 */
export async function signIn(db: Database, role: Role, password: string, now: number): Promise<string> {
  const account = await accountOf(db.read, role)
  if (account) refuseLocked(account, now)
  // A password is checked in any case, so that the time taken doesn't tell whether there is a helper.
  const right = await opens(password, account ?? { hash: '', salt: '' })
  // The count is read again where it is written: tries sent at once are counted one by one.
  const secret = await db.write(async (tx) => {
    const known = await accountOf(tx, role)
    if (!known) return undefined
    refuseLocked(known, now)
    const { accounts } = tables
    if (right) {
      await tx.update(accounts).set({ failed: 0, lockedUntil: 0 }).where(eq(accounts.role, role))
      return begin(tx, role, now)
    }
    const failed = known.failed + 1
    const over = failed - RULE.tries
    const lockedUntil = over < 0 ? 0 : now + Math.min(RULE.longestLock, RULE.lock * 2 ** over)
    await tx.update(accounts).set({ failed, lockedUntil }).where(eq(accounts.role, role))
    return undefined
  })
  if (secret === undefined) throw new HttpError('signed-out', 'That isn’t the password.')
  return secret
}

function refuseLocked({ lockedUntil }: { lockedUntil: number }, now: number): void {
  const wait = lockedUntil - now
  if (wait > 0)
    throw new HttpError('locked', `Too many wrong passwords. Try again in ${Math.ceil(wait / 1000)} s.`)
}

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
