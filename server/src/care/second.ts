import { Secret, TOTP } from 'otpauth'

/** A code holds for so long, s, and so many before and after the present one are taken: clocks differ (RFC 6238, 5.2). */
const PERIOD_S = 30
const AROUND = 1
/** 160 bits, as RFC 4226 (4, R6) recommends. */
const SECRET_BYTES = 20

const totp = (secret: string) =>
  new TOTP({
    issuer: 'Halitus',
    label: 'Teacher',
    // What every app reads (RFC 6238 with the HMAC-SHA-1 and six digits of RFC 4226).
    algorithm: 'SHA1',
    digits: 6,
    period: PERIOD_S,
    secret: Secret.fromBase32(secret),
  })

/** A new secret, base32. */
export const newSecond = (): string => new Secret({ size: SECRET_BYTES }).base32

/** The address that an app on a phone reads a secret from. */
export const addressOfSecond = (secret: string): string => totp(secret).toString()

/**
 * The step that a code belongs to, so that it is taken only once; undefined for another code.
 * @param now ms
 * @example stepOf('GEZDGNBVGY3TQOJQGEZDGNBVGY3TQOJQ', '287082', 59_000) // 1 (RFC 6238, appendix B)
 */
export function stepOf(secret: string, code: string, now: number): number | undefined {
  const token = code.replace(/\s/g, '')
  if (!/^\d{6}$/.test(token)) return undefined
  const apart = totp(secret).validate({ token, timestamp: now, window: AROUND })
  return apart === null ? undefined : Math.floor(now / 1000 / PERIOD_S) + apart
}

/** Whether a step lies further ahead than any code that is taken now: it comes from a clock that was ahead. */
export const isAhead = (step: number, now: number): boolean =>
  step > Math.floor(now / 1000 / PERIOD_S) + AROUND
