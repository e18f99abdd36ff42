/** A repeatable source of numbers from 0 (inclusive) to 1, and what is drawn from it. */
export interface Random {
  (): number
  /** Mean 0, standard deviation 1 (Box–Muller). */
  normal(): number
  between(low: number, high: number): number
  pick<T>(from: readonly [T, ...T[]]): T
  chance(probability: number): boolean
}

/** Generator mulberry32 (32-bit state, public domain); the same seed always gives the same sequence. */
export function seeded(seed: number): Random {
  let state = seed >>> 0
  const next = () => {
    state = (state + 0x6d2b79f5) >>> 0
    let t = state
    t = Math.imul(t ^ (t >>> 15), t | 1)
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61)
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296
  }
  return Object.assign(next, {
    normal: () => Math.sqrt(-2 * Math.log(1 - next())) * Math.cos(2 * Math.PI * next()),
    between: (low: number, high: number) => low + (high - low) * next(),
    pick: <T>(from: readonly [T, ...T[]]) => from[Math.floor(next() * from.length)] ?? from[0],
    chance: (probability: number) => next() < probability,
  })
}

/** A seed from words, so that each has a stream of its own: FNV-1a, 32 bits (public domain). */
export function seedOf(...words: string[]): number {
  let hash = 0x811c9dc5
  for (const char of words.join('\u001f')) hash = Math.imul(hash ^ char.codePointAt(0)!, 0x01000193) >>> 0
  return hash
}
