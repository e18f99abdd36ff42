import { readAbc } from './abc.ts'
import { readMidi } from './midi.ts'
import { FORMATS, type Format, type Score } from './model.ts'
import { readMusicXml } from './musicxml.ts'
import { TuneError } from './refused.ts'
import { isZip, scoreInZip, textOf } from './text.ts'

/**
 * What a file is, by its own bytes: names and types are often wrong. Undefined when it is none of what is read.
 * @example formatOf(new TextEncoder().encode('X:1\nK:C\nCDEF|')) // 'abc'
 */
export function formatOf(bytes: Uint8Array): Format | undefined {
  if (isZip(bytes)) return 'mxl'
  const head = String.fromCharCode(...bytes.subarray(0, 4000)).replaceAll('\u0000', '')
  if (head.startsWith('MThd')) return 'midi'
  if (/^[\u00ef\u00bb\u00bf\u00ff\u00fe\s]*</.test(head)) return 'musicxml'
  if (/^[A-Za-z]:/m.test(head)) return 'abc'
  return undefined
}

/** What the head of some common other files looks like, for a sentence that helps. */
const OTHERS: readonly (readonly [RegExp, string])[] = [
  [/^%PDF/, 'a PDF'],
  [/^\u0089PNG|^\u00ff\u00d8\u00ff|^GIF8/, 'a picture'],
  [/^RIFF|^ID3|^OggS|^fLaC/, 'a recording'],
]

/**
 * A score from a file of any kind that is read: MusicXML, compressed MusicXML, ABC or MIDI.
 * @param tune which of an ABC file
 * @throws TuneError with what is wrong, where, and what is allowed
 */
export function readTune(bytes: Uint8Array, tune?: number): { format: Format; score: Score } {
  const format = formatOf(bytes)
  if (!format) {
    const head = String.fromCharCode(...bytes.subarray(0, 8))
    const other = OTHERS.find(([pattern]) => pattern.test(head))?.[1]
    const allowed = Object.values(FORMATS).map((f) => f.name)
    throw new TuneError(
      bytes.length
        ? `The file is ${other ?? 'none of the kinds that are read'}; read are ${allowed.join(', ')}. A photographed sheet can’t be read: type its notes as ABC.`
        : 'The file is empty.',
    )
  }
  const score =
    format === 'midi'
      ? readMidi(bytes)
      : format === 'abc'
        ? readAbc(textOf(bytes), tune)
        : readMusicXml(textOf(format === 'mxl' ? scoreInZip(bytes) : bytes))
  const sounding = score.parts.filter(
    (p) => !p.percussion && p.bars.some((b) => b.heads.some((h) => !h.grace)),
  )
  if (!sounding.length)
    throw new TuneError(
      score.parts.some((p) => p.percussion)
        ? 'The file holds percussion only; a part with pitched notes is needed.'
        : 'The file has no notes; a part with at least one note is needed.',
    )
  return { format, score }
}
