import { LONGEST_TEXT } from './text.ts'
import { TuneError } from './refused.ts'

/** What is added to notes of a file, by the place of their note element in it. */
export interface Additions {
  /** A comma after the note. */
  breaths: ReadonlySet<number>
  /** A fingering over it, in words. */
  fingerings: ReadonlyMap<number, string>
  /** Words before it. */
  words: ReadonlyMap<number, string>
}

const TOKEN = /<!--[\s\S]*?-->|<!\[CDATA\[[\s\S]*?\]\]>|<note(?=[\s>/])[^>]*>|<\/note\s*>/g
const escaped = (text: string) => text.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;')

/** Where notes stand in the text, in order of the document. */
function spansOf(text: string): { from: number; to: number }[] {
  const found: { from: number; to: number }[] = []
  for (const token of text.matchAll(TOKEN)) {
    if (token[0].startsWith('<!')) continue
    if (token[0].startsWith('</')) found.at(-1)!.to = token.index + token[0].length
    else found.push({ from: token.index, to: token.index + token[0].length })
  }
  return found
}

/** Elements that come before `play`, `listen` and `lyric` in a note, after which notations must not stand (MusicXML 4.0, note). */
const AFTER_NOTATIONS = /<(lyric|play|listen)\b/
/** Puts an element into a list of its kind in the first notations of a note, or makes both. */
function into(note: string, list: 'technical' | 'articulations', element: string): string {
  const open = note.indexOf('<notations')
  if (open >= 0) {
    const whole = /<notations[^>]*\/>/.exec(note)
    if (whole && whole.index === open)
      return note.replace(whole[0], `${whole[0].slice(0, -2)}><${list}>${element}</${list}></notations>`)
    const close = note.indexOf('</notations>', open)
    const inner = note.slice(open, close)
    const end = inner.indexOf(`</${list}>`)
    if (end >= 0) return note.slice(0, open + end) + element + note.slice(open + end)
    const empty = new RegExp(`<${list}\\s*/>`).exec(inner)
    if (empty)
      return (
        note.slice(0, open + empty.index) +
        `<${list}>${element}</${list}>` +
        note.slice(open + empty.index + empty[0].length)
      )
    return `${note.slice(0, close)}<${list}>${element}</${list}>${note.slice(close)}`
  }
  const later = AFTER_NOTATIONS.exec(note)
  const at = later ? later.index : note.lastIndexOf('</note')
  return `${note.slice(0, at)}<notations><${list}>${element}</${list}></notations>${note.slice(at)}`
}

/**
 * A MusicXML file with some things added and nothing else changed: the text stays letter for letter what it was outside of the
 * notes that get something. It comes out as UTF-8 and says so.
 * @throws TuneError when it would grow beyond what is read
 * @example addTo(text, { breaths: new Set(), fingerings: new Map(), words: new Map() }) === text // true
 */
export function addTo(text: string, { breaths, fingerings, words }: Additions): string {
  const spans = spansOf(text)
  const touched = [...new Set([...breaths, ...fingerings.keys(), ...words.keys()])].sort((a, b) => a - b)
  let out = ''
  let at = 0
  for (const n of touched) {
    const span = spans[n]
    if (!span) continue
    out += text.slice(at, span.from)
    const said = words.get(n)
    if (said !== undefined)
      out += `<direction placement="above"><direction-type><words>${escaped(said)}</words></direction-type></direction>`
    let note = text.slice(span.from, span.to)
    const finger = fingerings.get(n)
    if (finger !== undefined) note = into(note, 'technical', `<fingering>${escaped(finger)}</fingering>`)
    if (breaths.has(n)) note = into(note, 'articulations', '<breath-mark/>')
    out += note
    at = span.to
  }
  out += text.slice(at)
  if (out.length > LONGEST_TEXT)
    throw new TuneError('With all that is added the file is longer than any that is read.')
  return out
}

/** The same text as one that is written in UTF-8: only what it says of its encoding changes. */
export const asUtf8 = (text: string): string =>
  text.replace(
    /^(<\?xml[^>]*\sencoding\s*=\s*["'])([^"']+)(["'])/,
    (_, before: string, said: string, after: string) =>
      /^utf-?8$/i.test(said) ? before + said + after : `${before}UTF-8${after}`,
  )
