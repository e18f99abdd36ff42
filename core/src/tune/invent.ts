import { seeded } from '../player/index.ts'

/** How an invented tune is to be. */
export interface Wanted {
  /** Sharps, flats negative, −3 to 3. */
  fifths?: number
  /** Bars, a multiple of four. */
  bars?: number
  beats?: 2 | 3 | 4
  /** The lowest letter of the line as steps above C4 (0 is C4, 7 is C5), and how many steps it spans. */
  low?: number
  span?: number
  /** How often a beat is parted into two, 0 to 1. */
  eighths?: number
  slurs?: boolean
}

const LETTERS = 'CDEFGAB'
/** A step above C4 in ABC: C is 0, c is 7. */
const abcOf = (step: number): string => {
  const letter = LETTERS[((step % 7) + 7) % 7]!
  const octave = Math.floor(step / 7)
  if (octave >= 1) return letter.toLowerCase() + "'".repeat(octave - 1)
  return letter + ','.repeat(-octave)
}
const KEYS: Readonly<Record<string, string>> = {
  '-3': 'Eb',
  '-2': 'Bb',
  '-1': 'F',
  0: 'C',
  1: 'G',
  2: 'D',
  3: 'A',
}
/** Steps of the major tonic above C, by fifths. */
const TONICS: Readonly<Record<string, number>> = { '-3': 2, '-2': 6, '-1': 3, 0: 0, 1: 4, 2: 1, 3: 5 }

/**
 * A tune that nobody wrote: a walk by steps and small leaps in four phrases, the last like the first, each ending on a long
 * note. The same seed gives the same tune.
 * @returns ABC text @example inventTune(7, 'Sheet 3').startsWith('X:1') // true
 */
export function inventTune(seed: number, title: string, wanted: Wanted = {}): string {
  const { fifths = 0, bars = 16, beats = 4, low = 0, span = 9, eighths = 0.25, slurs = true } = wanted
  const next = seeded(seed)
  const tonic = TONICS[fifths]!
  const clamp = (step: number) => Math.max(low, Math.min(low + span, step))
  // The tonic that lies in the lower half of the span.
  const home = clamp(low + ((((tonic - low) % 7) + 7) % 7))
  let step = home
  const walk = () => {
    const leap = next() < 0.2 ? 2 : 1
    const up = next() < 0.5 + (home + span / 3 - step) / (2 * span)
    step = clamp(step + (up ? leap : -leap))
    return step
  }
  const bar = (last: boolean): string => {
    if (last) return `${abcOf(step)}${2 * (beats - 1)} z2`
    const cells: string[] = []
    for (let beat = 0; beat < beats; beat++) {
      if (next() < 0.15 && beat + 1 < beats) {
        cells.push(`${abcOf(walk())}4`)
        beat++
      } else if (next() < eighths) cells.push(abcOf(walk()) + abcOf(walk()))
      else cells.push(`${abcOf(walk())}2`)
    }
    return slurs && next() < 0.4 && cells.length > 1
      ? `(${cells.slice(0, 2).join(' ')})${cells.length > 2 ? ` ${cells.slice(2).join(' ')}` : ''}`
      : cells.join(' ')
  }
  const phrase = (ends: number) => {
    const made: string[] = []
    for (let i = 0; i < bars / 4; i++) {
      if (i === bars / 4 - 1) step = clamp(ends)
      made.push(bar(i === bars / 4 - 1))
    }
    return made
  }
  const [first, second, third] = [phrase(home + 1), phrase(home), phrase(home + 4)]
  const all = [...first, ...second, ...third, ...first.slice(0, -1), `${abcOf(home)}${2 * beats}`]
  const lines: string[] = []
  for (let i = 0; i < all.length; i += 4)
    lines.push(`${all.slice(i, i + 4).join(' | ')} |${i + 4 >= all.length ? ']' : ''}`)
  return [`X:1`, `T:${title}`, `M:${beats}/4`, 'L:1/8', 'Q:1/4=72', `K:${KEYS[fifths]}`, ...lines, ''].join(
    '\n',
  )
}
