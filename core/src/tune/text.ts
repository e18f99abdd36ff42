import { Unzip, UnzipInflate } from 'fflate'
import { TuneError } from './refused.ts'

/** A score may be this long once it is unpacked, characters; a 10 000-note part needs a quarter of it (chosen by Halitus). */
export const LONGEST_TEXT = 8_000_000
const inMillions = (n: number) => `${(n / 1e6).toFixed(1)} million characters`

const MARKS: readonly (readonly [number[], string])[] = [
  [[0xef, 0xbb, 0xbf], 'utf-8'],
  [[0xff, 0xfe], 'utf-16le'],
  [[0xfe, 0xff], 'utf-16be'],
]
/** Without a mark, an opening bracket beside a nought says how wide characters are. */
const WIDE: readonly (readonly [number[], string])[] = [
  [[0x3c, 0], 'utf-16le'],
  [[0, 0x3c], 'utf-16be'],
]
const begins = (bytes: Uint8Array, with_: readonly number[]) => with_.every((b, i) => bytes[i] === b)

/**
 * The encoding in which bytes were really written: by their mark, by their width, at last by what the file says of itself; a
 * file that calls itself wide and isn't holds UTF-8 (XML 1.0, appendix F).
 */
function encodingOf(bytes: Uint8Array): string {
  for (const [mark, encoding] of [...MARKS, ...WIDE]) if (begins(bytes, mark)) return encoding
  const head = String.fromCharCode(...bytes.subarray(0, 200))
  const said = /^<\?xml[^>]*\sencoding\s*=\s*["']([A-Za-z0-9._-]+)["']/.exec(head)?.[1]
  return !said || /^utf-?16/i.test(said) || /^ucs/i.test(said) ? 'utf-8' : said.toLowerCase()
}

/**
 * The text of a file, whatever it is encoded in. Bytes that aren't UTF-8 are read as Latin 1: older programs wrote that
 * without saying so.
 * @throws TuneError for an encoding that nobody knows, or a text that is too long
 */
export function textOf(bytes: Uint8Array): string {
  const encoding = encodingOf(bytes)
  let text: string
  try {
    text = new TextDecoder(encoding, { fatal: encoding === 'utf-8' }).decode(bytes)
  } catch (error) {
    if (error instanceof RangeError)
      throw new TuneError(`The file says that it is encoded as “${encoding}”, which isn’t known; UTF-8 is.`)
    text = new TextDecoder('windows-1252').decode(bytes)
  }
  if (text.length > LONGEST_TEXT)
    throw new TuneError(
      `The score has ${inMillions(text.length)}; at most ${inMillions(LONGEST_TEXT)} are read. Save the part alone.`,
    )
  return text.charCodeAt(0) === 0xfeff ? text.slice(1) : text
}

/** A zip file begins so. */
export const isZip = (bytes: Uint8Array): boolean => begins(bytes, [0x50, 0x4b])

/** Files in an archive beyond this many are nobody's score. */
const MOST_FILES = 200
const LONGEST_BYTES = LONGEST_TEXT * 2

/**
 * One file out of an archive, counted by what really comes out of it: what an archive says of its own sizes may be a lie.
 * @param wanted chooses by name; the first that fits is unpacked
 */
function unpack(
  bytes: Uint8Array,
  wanted: (name: string) => boolean,
): { names: string[]; bytes?: Uint8Array } {
  const names: string[] = []
  const pieces: Uint8Array[] = []
  let [length, taken] = [0, false]
  const unzip = new Unzip((file) => {
    names.push(file.name)
    if (names.length > MOST_FILES)
      throw new TuneError(`The archive holds more than ${MOST_FILES} files; a score has a handful.`)
    if (taken || !wanted(file.name)) return
    taken = true
    file.ondata = (error, data) => {
      if (error) throw error
      length += data.length
      if (length > LONGEST_BYTES)
        throw new TuneError(
          `“${file.name}” unpacks to more than ${LONGEST_BYTES / 1e6} MB; no score that is read here is so long.`,
        )
      pieces.push(data)
    }
    file.start()
  })
  unzip.register(UnzipInflate)
  try {
    // In small steps: what comes out is counted after each.
    for (let at = 0; at < bytes.length; at += 16_384)
      unzip.push(bytes.subarray(at, at + 16_384), at + 16_384 >= bytes.length)
  } catch (error) {
    if (error instanceof TuneError) throw error
    throw new TuneError(
      'The compressed file is damaged: it can’t be unpacked. Save it again, or uncompressed.',
    )
  }
  if (!taken) return { names }
  const all = new Uint8Array(length)
  let at = 0
  for (const piece of pieces) {
    all.set(piece, at)
    at += piece.length
  }
  return { names, bytes: all }
}

const CONTAINER = 'META-INF/container.xml'
const isScore = (name: string) => /\.(xml|musicxml)$/i.test(name) && !name.startsWith('META-INF/')

/**
 * The score in a compressed MusicXML file: the one that its container names (MusicXML 4.0, container), else the first there is.
 * @throws TuneError for a damaged archive, one without a score, or one that unpacks without end
 */
export function scoreInZip(bytes: Uint8Array): Uint8Array {
  const container = unpack(bytes, (name) => name === CONTAINER)
  const named =
    container.bytes && /<rootfile\b[^>]*\bfull-path\s*=\s*["']([^"']+)["']/.exec(textOf(container.bytes))?.[1]
  const found = (named && unpack(bytes, (name) => name === named).bytes) || unpack(bytes, isScore).bytes
  if (!found)
    throw new TuneError(
      `The archive holds no score (${container.names.slice(0, 3).join(', ') || 'it is empty'}); a .musicxml file must be in it.`,
    )
  return found
}
