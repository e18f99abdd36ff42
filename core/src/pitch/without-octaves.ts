/** A note in a text, in any of the names that are shown, with its octave; no part of a longer word or number. */
const NOTE = /(?<![\p{L}\d])((?:Do|Re|Mi|Fa|Sol|La|Si|[A-H](?:is|es|s)?)(?:♭|♯|𝄫|𝄪|b|#)?)(\d)(?![\p{L}\d])/gu

/** What tells octaves of one letter apart, from the lowest: by how many there are. */
const TELLS: Record<number, readonly string[]> = {
  2: ['low', 'high'],
  3: ['low', 'middle', 'high'],
}

/**
 * How texts that belong together read to a child: notes without the number of their octave, and where one letter is there in
 * several octaves, which of them. Of more than three the numbers stay.
 * @param texts all that is read together, the notes themselves among them
 * @returns gives one of the texts as it reads
 * @example withoutOctaves(['E4', 'G4'])('E4 to G4') // 'E to G'
 * @example withoutOctaves(['E4', 'E5'])('E4, then E5') // 'low E, then high E'
 */
export function withoutOctaves(texts: readonly string[]): (text: string) => string {
  const octaves = new Map<string, Set<number>>()
  for (const [, word, octave] of texts.flatMap((t) => [...t.matchAll(NOTE)]))
    octaves.set(word!, (octaves.get(word!) ?? new Set()).add(Number(octave)))
  return (text) =>
    text.replace(NOTE, (whole, word: string, octave: string) => {
      const all = [...(octaves.get(word) ?? [])].sort((a, b) => a - b)
      if (all.length <= 1) return word
      const tells = TELLS[all.length]?.[all.indexOf(Number(octave))]
      return tells ? `${tells} ${word}` : whole
    })
}
