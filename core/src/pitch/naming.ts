import { NoteError, parseNote, type Note } from './note.ts'

/**
 * How notes are named on screen and paper. Data, contract and exports keep the English names whatever is shown, as they
 * keep metres: it is a way to print, like a language, and so one for the whole process (see docs/decisions).
 */
export type Naming = 'english' | 'german' | 'solfege'
export const NAMINGS: readonly { id: Naming; words: string }[] = [
  { id: 'english', words: 'C D E F G A B (English)' },
  { id: 'german', words: 'C D E F G A H, B is B♭ (German)' },
  { id: 'solfege', words: 'Do Re Mi Fa Sol La Si' },
]

let naming: Naming = 'english'
/** From now on notes are shown, and typed ones are read, in these names. */
export function nameNotes(as: Naming): void {
  naming = as
}
/** The names that are shown now. */
export const notesNamed = (): Naming => naming

const SOLFEGE: Record<string, string> = { C: 'Do', D: 'Re', E: 'Mi', F: 'Fa', G: 'Sol', A: 'La', B: 'Si' }

/** German names: B natural is H, B flat is B, sharps end in -is and flats in -es, after E and A in -s. */
function german({ letter, accidental }: Pick<Note, 'letter' | 'accidental'>): string {
  const sharps = { '♯': 1, '𝄪': 2 }[accidental as '♯'] ?? 0
  const flats = { '♭': 1, '𝄫': 2 }[accidental as '♭'] ?? 0
  if (letter === 'B') return flats === 1 ? 'B' : flats === 2 ? 'Heses' : `H${'is'.repeat(sharps)}`
  if (!flats) return letter + 'is'.repeat(sharps)
  const vowel = letter === 'E' || letter === 'A'
  return letter + (vowel ? 's' : 'es') + (flats === 2 ? (letter === 'A' ? 'as' : 'es') : '')
}

/** A note's name without its octave, in the names that are shown. @example noteWord(parseNote('Bb4')) // 'B♭' */
export function noteWord(note: Pick<Note, 'letter' | 'accidental'>): string {
  if (naming === 'german') return german(note)
  return `${naming === 'solfege' ? SOLFEGE[note.letter] : note.letter}${note.accidental}`
}

/**
 * A plain name as it is shown, with real accidentals: `B♭4`, `B4` in German names, `Si♭4`. Octaves keep the numbers of
 * scientific notation, middle C is C4: they are printed on tuners everywhere. Throws as `parseNote`.
 * @example prettyNote('Bb4') // 'B♭4'
 */
export function prettyNote(name: string): string {
  const n = parseNote(name)
  return `${noteWord(n)}${n.octave}`
}

/** Accidentals as they are typed. */
const plain = (word: string) =>
  word.replace(/♭/g, 'b').replace(/♯/g, '#').replace(/♮/g, '').replace('𝄫', 'bb').replace('𝄪', '##')

const ALL: readonly string[] = ['C', 'D', 'E', 'F', 'G', 'A', 'B'].flatMap((letter) =>
  ['', 'b', '#', 'bb', '##'].map((sign) => letter + sign),
)

/**
 * A note that somebody typed in the names that are shown, as a plain English one: in German names `H4` is `B4` and `B4` is
 * `Bb4`. Plain accidentals (`Sib4`, `F#5`) are read in all of them.
 * @throws NoteError with a sentence naming what is allowed
 * @example readNote('B♭4') // 'Bb4'
 */
export function readNote(text: string): string {
  if (naming === 'english') return parseNote(text) && text
  const typed = plain(text.trim())
  const [, name, octave] = /^([^\d-]+)(-?\d+)$/.exec(typed) ?? []
  const wanted = name?.toLowerCase()
  const found = ALL.find((n) => plain(noteWord(parseNote(`${n}4`))).toLowerCase() === wanted)
  // English spelling with an accidental can’t be taken for anything else: F#5, Eb4.
  const english = naming === 'german' && /^[a-g](#|b)$/.test(wanted ?? '') ? name : undefined
  if (octave === undefined || !(found ?? english))
    throw new NoteError(
      naming === 'german'
        ? `“${text}” is not a note. Write C to A or H, -is or -es if any, an octave: H4, Fis5, B3 for B flat.`
        : `“${text}” is not a note. Write Do to Si, ♯ or ♭ if any, an octave: Si4, Fa#5, Sib3.`,
    )
  return `${found ?? english!.charAt(0).toUpperCase() + english!.slice(1)}${octave}`
}
