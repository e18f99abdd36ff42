/** Letters of the line of fifths, from F. */
const LINE = ['F', 'C', 'G', 'D', 'A', 'E', 'B'] as const
/** Semitones of these letters above C. */
const SEMITONES = [5, 0, 7, 2, 9, 4, 11] as const
/** A key's own notes lie from one fifth below its major tonic to five above; five more on either side are its accidentals. */
const LOWEST_FIFTH = -3

/** A place on the line of fifths (C is 0) as letter and accidental. */
function nameAt(fifth: number): { letter: (typeof LINE)[number]; alter: number } {
  const index = fifth + 1
  const letter = ((index % 7) + 7) % 7
  return { letter: LINE[letter]!, alter: Math.floor(index / 7) }
}
const SIGN: Readonly<Record<string, string>> = { '-2': 'bb', '-1': 'b', 0: '', 1: '#', 2: '##' }

/**
 * A semitone number spelled as its key spells it: of all its names the one that lies nearest to the key on the line of fifths.
 * @param fifths sharps of the key signature, flats negative
 * @example spelledIn(70, -2) // 'Bb4' @example spelledIn(66, 1) // 'F#4'
 */
export function spelledIn(midi: number, fifths: number): string {
  // Fifths that sound this semitone are twelve apart; keys beyond seven signs are spelled as the last.
  const key = Math.max(-7, Math.min(7, fifths))
  const from = key + LOWEST_FIFTH
  const wanted = ((midi * 7) % 12) - 0
  let fifth = from + ((((wanted - from) % 12) + 12) % 12)
  if (nameAt(fifth).alter > 2) fifth -= 12
  const { letter, alter } = nameAt(fifth)
  const natural = SEMITONES[LINE.indexOf(letter)]!
  const octave = Math.round((midi - alter - natural) / 12) - 1
  return `${letter}${SIGN[alter]}${octave}`
}

/** Which letters a key signature changes, and by how much: `{ F: 1, C: 1 }` of two sharps. @param fifths flats negative */
export function changedBy(fifths: number): ReadonlyMap<string, number> {
  const found = new Map<string, number>()
  for (let i = 0; i < Math.min(7, Math.abs(fifths)); i++)
    found.set(fifths > 0 ? LINE[i]! : LINE[6 - i]!, Math.sign(fifths))
  return found
}

/** Fewer notes tell no key. */
const TELLING = 5
/**
 * The key whose signature changes the fewest of some notes: of several that do equally well the one with the fewest signs.
 * @param midis semitone numbers @returns sharps, flats negative; 0 where too few notes tell
 * @example keyOf([67, 69, 71, 72, 74, 76, 78]) // 1
 */
export function keyOf(midis: readonly number[]): number {
  const counts = new Array<number>(12).fill(0)
  for (const m of midis) counts[((m % 12) + 12) % 12]!++
  if (counts.filter(Boolean).length < TELLING) return 0
  const outside = (fifths: number) => {
    const tonic = (((fifths * 7) % 12) + 12) % 12
    const own = new Set([0, 2, 4, 5, 7, 9, 11].map((s) => (tonic + s) % 12))
    return counts.reduce((sum, n, pitch) => sum + (own.has(pitch) ? 0 : n), 0)
  }
  return [0, 1, -1, 2, -2, 3, -3, 4, -4, 5, -5, 6].reduce((best, f) =>
    outside(f) < outside(best) ? f : best,
  )
}
