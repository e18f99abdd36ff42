import { Note as Tonal } from 'tonal'
import { Refusal } from '../errors/index.ts'

/** A note that was asked for but can't be read, or lies outside what is possible. */
export class NoteError extends Refusal {
  override name = 'NoteError'
  constructor(message: string) {
    super('note', message)
  }
}

/** Letter, accidental and octave as printed; `midi` counts semitones, C4 = 60. */
export interface Note {
  readonly letter: string
  readonly accidental: '' | '♯' | '♭' | '𝄪' | '𝄫'
  readonly octave: number
  readonly midi: number
}

const PRETTY: Record<string, Note['accidental']> = { '': '', '#': '♯', b: '♭', '##': '𝄪', bb: '𝄫' }

/** Notes that were read already: the same few are asked for again and again. So many at most (chosen by Halitus). */
const READ = new Map<string, Note>()
const MOST_READ = 2000

/**
 * Reads a note in scientific notation, with plain (`Bb4`, `F#5`) or real accidentals (`B♭4`).
 * @throws NoteError with a sentence when it isn't a note
 * @example parseNote('B♭4').midi // 70
 */
export function parseNote(text: string): Note {
  const known = READ.get(text)
  if (known) return known
  const plain = (/^[A-Ga-g]/.test(text.trim()) ? text.trim() : '')
    .replace(/♭/g, 'b')
    .replace(/♯/g, '#')
    .replace(/♮/g, '')
  const found = Tonal.get(plain.charAt(0).toUpperCase() + plain.slice(1))
  const accidental = PRETTY[found.acc]
  if (found.empty || found.midi === null || found.oct === undefined || accidental === undefined)
    throw new NoteError(
      `“${text}” is not a note. Write a letter A–G, an accidental if any, an octave: B4, F#5, Bb3.`,
    )
  const note = { letter: found.letter, accidental, octave: found.oct, midi: found.midi }
  if (READ.size >= MOST_READ) READ.clear()
  READ.set(text, note)
  return note
}

const NAMES = ['C', 'C#', 'D', 'Eb', 'E', 'F', 'F#', 'G', 'G#', 'A', 'Bb', 'B'] as const

/**
 * The plain name of a semitone number, spelt as woodwind charts usually do (C♯ E♭ F♯ G♯ B♭).
 * @example noteName(70) // 'Bb4'
 */
export function noteName(midi: number): string {
  const n = Math.round(midi)
  return `${NAMES[((n % 12) + 12) % 12]}${Math.floor(n / 12) - 1}`
}
