import type { Random } from './random.ts'

export type Dynamics = 'level' | 'swell' | 'dip' | 'fade' | 'steps' | 'terraces'

/** Cents of a bend at a time: half a second settled, then home–low–high–home in thirds of what is left. */
export function bentAt({ low, high }: { low: number; high: number }, atS: number, lengthS: number): number {
  const settledS = Math.min(0.5, lengthS / 4)
  const third = (lengthS - settledS) / 3
  const part = Math.floor((atS - settledS) / third)
  if (atS < settledS || part > 2) return 0
  const [from, to] = [
    [0, low],
    [low, high],
    [high, 0],
  ][part] as [number, number]
  const share = (atS - settledS) / third - part
  return from + ((to - from) * (1 - Math.cos(Math.PI * share))) / 2
}

/** How loud, 0 to 1, at a share of the length. */
export function loudnessAt(dynamics: Dynamics, share: number): number {
  switch (dynamics) {
    case 'level':
      return 1
    case 'swell':
      return 1 - Math.abs(2 * share - 1)
    case 'dip':
      return Math.abs(2 * share - 1)
    case 'steps':
      return [0, 0.5, 1, 0.5, 0][Math.min(4, Math.floor(5 * share))]!
    case 'terraces':
      return 1 - loudnessAt('steps', share)
    case 'fade':
      return 1 - share
  }
}

/** A slow wander with the given root mean square: points every 0.4 s joined by cosines. */
export function wanderOf(rmsCents: number, length: number, sampleRate: number, random: Random): Float32Array {
  const out = new Float32Array(length)
  if (rmsCents <= 0) return out
  const every = 0.4 * sampleRate
  const points = Array.from({ length: Math.ceil(length / every) + 2 }, () => random.normal())
  let square = 0
  for (let i = 0; i < length; i++) {
    const at = i / every
    const k = Math.floor(at)
    const mix = (1 - Math.cos(Math.PI * (at - k))) / 2
    out[i] = points[k]! * (1 - mix) + points[k + 1]! * mix
    square += out[i]! ** 2
  }
  const scale = rmsCents / Math.sqrt(square / length || 1)
  for (let i = 0; i < length; i++) out[i]! *= scale
  return out
}
