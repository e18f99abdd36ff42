import { readTune, quarters, type Part, type Score } from '@halitus/core/tune'

/** Text as a file. */
export const fileOf = (text: string): Uint8Array => new TextEncoder().encode(text)

/** One bar of MusicXML notes: `C4`, `F#4/2` (length in divisions), `r/4`, `C4/2~` (tie from), `~C4/2` (tie to), `+E4` (chord). */
export function xmlNotes(text: string): string {
  return text
    .split(/\s+/)
    .filter(Boolean)
    .map((word) => {
      const [, stop, chord, step, sign, octave, length, start] =
        /^(~?)(\+?)([A-Gr])([#b]?)(\d?)(?:\/(\d+))?(~?)$/.exec(word)!
      const alter = sign === '#' ? '<alter>1</alter>' : sign === 'b' ? '<alter>-1</alter>' : ''
      const what =
        step === 'r' ? '<rest/>' : `<pitch><step>${step}</step>${alter}<octave>${octave}</octave></pitch>`
      const ties = `${stop ? '<tie type="stop"/>' : ''}${start ? '<tie type="start"/>' : ''}`
      return `<note>${chord ? '<chord/>' : ''}${what}<duration>${length ?? 1}</duration>${ties}<voice>1</voice></note>`
    })
    .join('')
}

/** A score of one part. @param bars what stands in each bar, after the first one's attributes */
export const xmlScore = (bars: readonly string[], about = ''): string =>
  `<?xml version="1.0" encoding="UTF-8"?>
<score-partwise version="4.0"><work><work-title>Trial</work-title></work>
<part-list><score-part id="P1"><part-name>Flute</part-name></score-part></part-list>
<part id="P1">${bars
    .map(
      (bar, i) =>
        `<measure number="${i + 1}">${i ? '' : `<attributes><divisions>1</divisions><key><fifths>0</fifths></key><time><beats>4</beats><beat-type>4</beat-type></time>${about}</attributes>`}${bar}</measure>`,
    )
    .join('\n')}</part></score-partwise>`

/** A file read. */
export const read = (text: string, tune?: number): Score => readTune(fileOf(text), tune).score

/** Heads of a part as `bar:onset+length name`, a tied one with ~, a grace note with g. */
export const told = (part: Part): string[] =>
  part.bars.flatMap((bar, m) =>
    bar.heads.map(
      (h) =>
        `${m}:${quarters(h.onset)}${h.grace ? 'g' : `+${quarters(h.duration)}`} ${h.tied ? '~' : ''}${h.written}`,
    ),
  )

/** The first part of ABC music with a head that most tests share. */
export const abc = (music: string, head = 'M:4/4\nL:1/4\nK:C'): Part =>
  read(`X:1\nT:Trial\n${head}\n${music}\n`).parts[0]!

/** A Standard MIDI File from tracks of events (bytes), by its published layout. */
export function midiFile(
  tracks: readonly (readonly number[])[],
  division: readonly [number, number] = [1, 0xe0],
  format = 1,
): Uint8Array {
  const long = (n: number) => [(n >>> 24) & 255, (n >>> 16) & 255, (n >>> 8) & 255, n & 255]
  return new Uint8Array([
    ...[0x4d, 0x54, 0x68, 0x64, ...long(6), 0, format, 0, tracks.length, ...division],
    ...tracks.flatMap((t) => [0x4d, 0x54, 0x72, 0x6b, ...long(t.length + 4), ...t, 0, 0xff, 0x2f, 0]),
  ])
}
