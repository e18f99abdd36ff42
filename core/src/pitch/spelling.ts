import { Key } from 'tonal'
import { noteName, parseNote } from './note.ts'

/** Major keys by their fifths from C; beyond six a beginner meets none. */
const KEYS = [0, 1, -1, 2, -2, 3, -3, 4, -4, 5, -5, 6, -6].map((fifths) => {
  const tonic = ['Gb', 'Db', 'Ab', 'Eb', 'Bb', 'F', 'C', 'G', 'D', 'A', 'E', 'B', 'F#'][fifths + 6]!
  const scale = Key.majorKey(tonic).scale
  return { fifths, names: new Map(scale.map((name) => [parseNote(`${name}4`).midi % 12, name])) }
})
/** Of fewer notes no key can be told. */
const TELLING_NOTES = 3
const FLATS = ['C', 'Db', 'D', 'Eb', 'E', 'F', 'Gb', 'G', 'Ab', 'A', 'Bb', 'B']
const SHARPS = ['C', 'C#', 'D', 'D#', 'E', 'F', 'F#', 'G', 'G#', 'A', 'A#', 'B']

/**
 * Written notes spelled as the key that holds most of them spells them, the one with the fewest signs where several do: no E
 * flat in B major. What lies outside it takes the key's own kind of sign. One or two notes keep their usual names.
 * @example inKey(['B4', 'C#5', 'Eb5', 'E5', 'F#5']) // ['B4', 'C#5', 'D#5', 'E5', 'F#5']
 */
export function inKey(notes: readonly string[]): string[] {
  const midis = notes.map((n) => parseNote(n).midi)
  const classes = new Set(midis.map((m) => m % 12))
  if (classes.size < TELLING_NOTES) return midis.map(noteName)
  const holds = (key: (typeof KEYS)[number]) => [...classes].filter((c) => key.names.has(c)).length
  const key = KEYS.reduce((best, k) => (holds(k) > holds(best) ? k : best))
  const outside = key.fifths > 0 ? SHARPS : key.fifths < 0 ? FLATS : undefined
  return midis.map((midi) => {
    const name = key.names.get(midi % 12) ?? outside?.[midi % 12]
    if (name === undefined) return noteName(midi)
    // B sharp and C flat belong to the octave of their letter.
    const octave = Math.floor(midi / 12) - 1 + (name === 'Cb' ? 1 : name === 'B#' ? -1 : 0)
    return `${name}${octave}`
  })
}
