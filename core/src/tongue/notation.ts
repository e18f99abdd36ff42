import { OutOfRange } from '../errors/index.ts'
import { inKey, parseNote } from '../pitch/index.ts'
import { TICKS, type LineNote } from './line.ts'

/** How a line is written down. */
export interface Written {
  clef: 'treble' | 'bass'
  /** Beats a bar, and the note that gets one; a quarter when left out. */
  beats: number
  beatType?: number
  /** Under the notes: a syllable for each note and rest, where wanted. */
  syllables?: readonly string[]
}

/** Lengths that one note sign can have: ticks, type, dots, and whether it is one of three. */
const SIGNS: readonly { ticks: number; type: string; dot?: boolean; third?: boolean }[] = [
  { ticks: 48, type: 'whole' },
  { ticks: 36, type: 'half', dot: true },
  { ticks: 24, type: 'half' },
  { ticks: 18, type: 'quarter', dot: true },
  { ticks: 12, type: 'quarter' },
  { ticks: 9, type: 'eighth', dot: true },
  { ticks: 6, type: 'eighth' },
  { ticks: 4, type: 'eighth', third: true },
  { ticks: 3, type: '16th' },
]
const signOf = (ticks: number) => SIGNS.find((s) => s.ticks === ticks)

/** A note, or a part of one that runs over a bar line or needs two signs. */
interface Piece {
  note: LineNote
  index: number
  ticks: number
  /** Tied from the piece before, and into the next. */
  from: boolean
  into: boolean
  /** Ticks since the bar began. */
  at: number
}

/** Lengths of a note as signs, none over the end of a bar. */
function piecesOf(line: readonly LineNote[], barTicks: number): Piece[][] {
  const bars: Piece[][] = [[]]
  let at = 0
  line.forEach((note, index) => {
    let left = note.ticks
    while (left > 0) {
      if (at === barTicks) {
        bars.push([])
        at = 0
      }
      const room = Math.min(left, barTicks - at)
      const sign = SIGNS.find((s) => s.ticks <= room)
      if (!sign) throw new OutOfRange(`A length of ${room} twelfths of a beat can’t be written.`)
      left -= sign.ticks
      bars
        .at(-1)!
        .push({ note, index, ticks: sign.ticks, from: left + sign.ticks < note.ticks, into: left > 0, at })
      at += sign.ticks
    }
  })
  if (at < barTicks && bars.length) {
    // The last bar is filled up with silence.
    let left = barTicks - at
    while (left > 0) {
      const sign = SIGNS.find((s) => s.ticks <= left)!
      bars.at(-1)!.push({
        note: { written: null, ticks: sign.ticks, begins: 'tongue' },
        index: -1,
        ticks: sign.ticks,
        from: false,
        into: false,
        at: barTicks - left,
      })
      left -= sign.ticks
    }
  }
  return bars
}

const escaped = (text: string) => text.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;')

/** What stands under one beam: neighbours shorter than a beat, within a beat. */
function beamsOf(bar: readonly Piece[]): string[][] {
  const short = (p: Piece | undefined) => !!p && p.note.written !== null && p.ticks < TICKS
  const together = (a: Piece | undefined, b: Piece | undefined) =>
    short(a) &&
    short(b) &&
    Math.floor(a!.at / TICKS) === Math.floor(b!.at / TICKS) &&
    b!.at === a!.at + a!.ticks
  const quarter = (p: Piece | undefined) => !!p && p.ticks === 3
  return bar.map((p, i) => {
    const [before, after] = [together(bar[i - 1], p), together(p, bar[i + 1])]
    if (!before && !after) return []
    const first = before ? (after ? 'continue' : 'end') : 'begin'
    if (!quarter(p)) return [first]
    const [left, right] = [before && quarter(bar[i - 1]), after && quarter(bar[i + 1])]
    const second =
      left && right ? 'continue' : left ? 'end' : right ? 'begin' : before ? 'backward hook' : 'forward hook'
    return [first, second]
  })
}

/**
 * A line as a MusicXML 4.0 score of one part (W3C Community Group, 2021): bars, ties, beams, slurs, dots under what is
 * short, accents, syllables. As the player reads it, spelled by its key, whose signs stand at the notes.
 * @throws OutOfRange for a length that no sign has; NoteError for a note that can’t be read
 * @example musicXml([{ written: 'A4', ticks: 48, begins: 'tongue' }], { clef: 'treble', beats: 4 }).includes('<octave>4</octave>') // true
 */
export function musicXml(
  read: readonly LineNote[],
  { clef, beats, beatType = 4, syllables }: Written,
): string {
  const line = asSpelled(read)
  const bars = piecesOf(line, (beats * TICKS * 4) / beatType)
  const slurFrom = line.map(
    (n, i) =>
      n.written !== null &&
      n.begins !== 'slur' &&
      line[i + 1]?.begins === 'slur' &&
      line[i + 1]?.written != null,
  )
  const slurTo = line.map(
    (n, i) => n.written !== null && n.begins === 'slur' && line[i + 1]?.begins !== 'slur',
  )
  const measures = bars.map((bar, b) => {
    const beams = beamsOf(bar)
    const notes = bar.map((p, i) => noteXml(p, beams[i]!, bar, i, { slurFrom, slurTo, syllables }))
    const attributes = b
      ? ''
      : `<attributes><divisions>${TICKS}</divisions><time><beats>${beats}</beats><beat-type>${beatType}</beat-type></time><clef><sign>${clef === 'bass' ? 'F' : 'G'}</sign><line>${clef === 'bass' ? 4 : 2}</line></clef></attributes>`
    return `<measure number="${b + 1}">${attributes}${notes.join('')}</measure>`
  })
  return `<?xml version="1.0" encoding="UTF-8"?><score-partwise version="4.0"><part-list><score-part id="P1"><part-name></part-name></score-part></part-list><part id="P1">${measures.join('')}</part></score-partwise>`
}

/** The line with its notes spelled as their key spells them. */
function asSpelled(line: readonly LineNote[]): LineNote[] {
  const names = inKey(line.flatMap((n) => (n.written === null ? [] : [n.written])))
  return line.map((n) => (n.written === null ? n : { ...n, written: names.shift()! }))
}

function noteXml(
  p: Piece,
  beams: readonly string[],
  bar: readonly Piece[],
  i: number,
  {
    slurFrom,
    slurTo,
    syllables,
  }: { slurFrom: boolean[]; slurTo: boolean[]; syllables: readonly string[] | undefined },
): string {
  const sign = signOf(p.ticks)!
  const { note } = p
  const third = sign.third
    ? '<time-modification><actual-notes>3</actual-notes><normal-notes>2</normal-notes></time-modification>'
    : ''
  const length = `<duration>${p.ticks}</duration>`
  const type = `<type>${sign.type}</type>${sign.dot ? '<dot/>' : ''}`
  const word = p.from || p.index < 0 ? undefined : syllables?.[p.index]
  const lyric = word ? `<lyric><syllabic>single</syllabic><text>${escaped(word)}</text></lyric>` : ''
  const bracket = sign.third ? tuplet(p, bar, i) : ''
  if (note.written === null)
    return `<note><rest/>${length}${type}${third}${bracket ? `<notations>${bracket}</notations>` : ''}${lyric}</note>`
  const { letter, alter, octave } = spelled(note.written)
  const ties = `${p.from ? '<tie type="stop"/>' : ''}${p.into ? '<tie type="start"/>' : ''}`
  const marks = [
    p.from ? '<tied type="stop"/>' : '',
    p.into ? '<tied type="start"/>' : '',
    slurTo[p.index] && !p.into ? '<slur type="stop"/>' : '',
    slurFrom[p.index] && !p.from ? '<slur type="start"/>' : '',
    bracket,
    !p.from && (note.short || note.accent)
      ? `<articulations>${note.accent ? '<accent/>' : ''}${note.short ? '<staccato/>' : ''}</articulations>`
      : '',
  ].join('')
  const beam = beams.map((b, n) => `<beam number="${n + 1}">${b}</beam>`).join('')
  return `<note><pitch><step>${letter}</step>${alter ? `<alter>${alter}</alter>` : ''}<octave>${octave}</octave></pitch>${length}${ties}${type}${accidental(p, bar, i)}${third}${beam}${marks ? `<notations>${marks}</notations>` : ''}${lyric}</note>`
}

/** A bracket opens with the first third of a beat and shuts with the last. */
function tuplet(p: Piece, bar: readonly Piece[], i: number): string {
  const same = (q: Piece | undefined) =>
    !!q && q.ticks === 4 && Math.floor(q.at / TICKS) === Math.floor(p.at / TICKS)
  return `${same(bar[i - 1]) ? '' : '<tuplet type="start"/>'}${same(bar[i + 1]) ? '' : '<tuplet type="stop"/>'}`
}

function spelled(written: string) {
  parseNote(written)
  const [, letter, sign, octave] = /^([A-G])([#b]*)(-?\d+)$/.exec(written) ?? []
  return {
    letter: letter!,
    alter: (sign?.match(/#/g)?.length ?? 0) - (sign?.match(/b/g)?.length ?? 0),
    octave: octave!,
  }
}

/** A sign is written where the bar doesn't already say so. */
function accidental(p: Piece, bar: readonly Piece[], i: number): string {
  const own = spelled(p.note.written!)
  const before = bar
    .slice(0, i)
    .filter((q) => q.note.written !== null)
    .map((q) => spelled(q.note.written!))
    .findLast((q) => q.letter === own.letter && q.octave === own.octave)
  if (p.from || (before?.alter ?? 0) === own.alter) return ''
  return `<accidental>${own.alter === 1 ? 'sharp' : own.alter === -1 ? 'flat' : own.alter === 0 ? 'natural' : own.alter > 0 ? 'double-sharp' : 'flat-flat'}</accidental>`
}
