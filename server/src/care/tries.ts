import { HttpError } from '../http/index.ts'

/** Chosen by Halitus, within OWASP ASVS 2.2. */
const RULE = {
  /** After so many wrong ones nothing is tried for a minute, then two, then four, a quarter of an hour at most; ms. */
  tries: 5,
  lock: 60 * 1000,
  longestLock: 15 * 60 * 1000,
  /** So many who tried are remembered. */
  most: 10_000,
} as const

interface Count {
  failed: number
  lockedUntil: number
}

/**
 * Wrong tries, counted for each who tries by themselves: whoever guesses keeps nobody else out. Kept in memory: a restart
 * forgives, and nobody but who has the machine restarts it.
 */
export class Tries {
  private readonly of = new Map<string, Count>()

  /**
   * Counts a try before it is known how it goes: those that come at once are counted one by one.
   * @param who an address, or a device that was known before
   * @param now ms
   * @throws HttpError locked
   */
  begin(who: string, now: number): void {
    const { failed, lockedUntil } = this.of.get(who) ?? { failed: 0, lockedUntil: 0 }
    const wait = lockedUntil - now
    // A lock that lasts longer than any comes from a clock that was ahead.
    if (wait > 0 && wait <= RULE.longestLock)
      throw new HttpError('locked', `Too many wrong passwords. Try again in ${Math.ceil(wait / 1000)} s.`)
    const over = failed + 1 - RULE.tries
    this.of.delete(who)
    this.of.set(who, {
      failed: failed + 1,
      lockedUntil: over < 0 ? 0 : now + Math.min(RULE.longestLock, RULE.lock * 2 ** over),
    })
    if (this.of.size > RULE.most) this.of.delete(this.of.keys().next().value!)
  }

  /** It was the right one: nothing is counted any more. */
  right(who: string): void {
    this.of.delete(who)
  }

  /** It was neither right nor wrong: this one doesn't count. */
  undo(who: string): void {
    const count = this.of.get(who)
    if (count) this.of.set(who, { failed: count.failed - 1, lockedUntil: 0 })
  }
}
