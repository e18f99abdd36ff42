import { createHash, randomBytes, scrypt, timingSafeEqual, type ScryptOptions } from 'node:crypto'

/** OWASP Password Storage Cheat Sheet: scrypt with N = 2^15, r = 8, p = 3; 33 MB while one is checked. */
const COST: ScryptOptions = { N: 2 ** 15, r: 8, p: 3, maxmem: 64 * 1024 * 1024 }
const BYTES = 32
/** OWASP ASVS 2.1: twelve characters at least, long ones allowed. */
export const SHORTEST = 12
export const LONGEST = 200
/** What everybody tries first; a longer list would be guessed just as well from another one. */
const COMMON = [
  'password',
  'passwort',
  '123456',
  'qwerty',
  'qwertz',
  'abcdef',
  'letmein',
  'halitus',
  'studio',
  'music',
]

/** Why a password can't be taken, in a sentence; undefined when it can. */
export function weakness(password: string): string | undefined {
  if (password.length < SHORTEST)
    return `The password has ${password.length} characters; ${SHORTEST} are needed. A few words do well.`
  if (password.length > LONGEST)
    return `The password has ${password.length} characters; at most ${LONGEST} are taken.`
  const rest = COMMON.reduce((text, word) => text.split(word).join(''), password.toLowerCase()).replace(
    /[^\p{L}]/gu,
    '',
  )
  if (new Set(password).size < 5 || rest.length < 4)
    return 'That password is among the first that are guessed. A few words do well.'
  return undefined
}

const derive = (password: string, salt: Buffer) =>
  new Promise<Buffer>((resolve, reject) =>
    // The same letters typed on another system are the same password (ASVS 2.4, NIST SP 800-63B 5.1.1.2).
    scrypt(password.normalize('NFKC'), salt, BYTES, COST, (error, key) =>
      error ? reject(error) : resolve(key),
    ),
  )

/** A password as it is kept. */
export async function sealed(password: string): Promise<{ hash: string; salt: string }> {
  const salt = randomBytes(16)
  return { hash: (await derive(password, salt)).toString('base64url'), salt: salt.toString('base64url') }
}

/** Whether a password is the one that was kept; takes as long when it isn't. */
export async function opens(password: string, kept: { hash: string; salt: string }): Promise<boolean> {
  const there = Buffer.from(kept.hash, 'base64url')
  const given = await derive(password, Buffer.from(kept.salt, 'base64url'))
  return there.length === given.length && timingSafeEqual(there, given)
}

/** A secret that can't be guessed: 256 bits, as text for an address or a cookie. */
export const newSecret = (): string => randomBytes(BYTES).toString('base64url')
/** A secret as it is kept: whoever reads the database can't use it. */
export const secretHash = (secret: string): string => createHash('sha256').update(secret).digest('base64url')
