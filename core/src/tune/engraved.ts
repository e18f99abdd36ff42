import { compare, fraction, minus, nearest, plus, quarters, times, type Fraction } from './fraction.ts'
import { lineOf, NEAR, type Line, type LineNote } from './line.ts'
import { DYNAMICS, type Bar, type Head, type Part } from './model.ts'

/** What is drawn beside the notes; indices are those of the line. */
export interface Engraving {
  clef: 'treble' | 'bass'
  /** Only these bars, by index. */
  from?: number
  to?: number
  /** Notes before which a breath stands. */
  breaths?: ReadonlySet<number>
  /** Words over a note: a fingering, “new”. */
  over?: ReadonlyMap<number, string>
  /** Under a note: a count or a syllable. */
  under?: ReadonlyMap<number, string>
  /** Numbers in a circle at the start of a bar. */
  discs?: ReadonlyMap<number, string>
  title?: string
}

/** Lengths that one sign has, longest first: quarters, its name, dots. */
const SIGNS: readonly (readonly [Fraction, string, number])[] = (
  [
    ['breve', fraction(8)],
    ['whole', fraction(4)],
    ['half', fraction(2)],
    ['quarter', fraction(1)],
    ['eighth', fraction(1, 2)],
    ['16th', fraction(1, 4)],
    ['32nd', fraction(1, 8)],
    ['64th', fraction(1, 16)],
  ] as const
).flatMap(([name, length]) => [[times(length, fraction(3, 2)), name, 1] as const, [length, name, 0] as const])
/** Tuplets: so many in the time of so many. */
const TUPLETS = [
  [3, 2],
  [5, 4],
  [6, 4],
  [7, 4],
  [9, 8],
] as const

interface Sign {
  length: Fraction
  type: string
  dots: number
  tuplet?: readonly [number, number]
}

/** One sign of exactly this length, if there is one. */
function signOf(length: Fraction): Sign | undefined {
  for (const [l, type, dots] of SIGNS) if (compare(l, length) === 0) return { length, type, dots }
  for (const tuplet of TUPLETS)
    for (const [l, type, dots] of SIGNS)
      if (!dots && compare(times(l, fraction(tuplet[1], tuplet[0])), length) === 0)
        return { length, type, dots, tuplet }
  return undefined
}

/** A length as signs, longest first; what no sign has is written as the nearest shorter one. */
function signsFor(length: Fraction): Sign[] {
  const found: Sign[] = []
  let left = length
  while (left.n > 0 && found.length < 12) {
    const whole = signOf(left)
    if (whole) return [...found, whole]
    const next = SIGNS.find(([l]) => compare(l, left) <= 0)
    if (!next) {
      // Shorter than the shortest sign, or the rest of an uneven length: it takes its time without a name of its own.
      found.push({ length: left, type: '64th', dots: 0 })
      break
    }
    found.push({ length: next[0], type: next[1], dots: next[2] })
    left = minus(left, next[0])
  }
  return found
}

/** A sign of a note or rest in its bar. */
interface Piece extends Sign {
  /** Index in the line; −1 for a rest. */
  note: number
  /** Tied from the piece before, and into the next. */
  from: boolean
  into: boolean
  at: Fraction
}

/** Signs of a bar: what sounds in it, and silence between. */
function piecesOf(bar: Bar, notes: readonly LineNote[], first: number): { pieces: Piece[]; next: number } {
  const pieces: Piece[] = []
  const end = plus(bar.start, bar.length)
  let at = bar.start
  const add = (length: Fraction, note: number, from: boolean, into: boolean) => {
    const signs = signsFor(length)
    signs.forEach((sign, i) => {
      pieces.push({ ...sign, note, from: from || i > 0, into: into || i < signs.length - 1, at })
      at = plus(at, sign.length)
    })
  }
  let n = first
  for (; n < notes.length; n++) {
    const note = notes[n]!
    const onset = nearest(note.onset)
    const off = nearest(note.onset + note.duration)
    if (compare(onset, end) >= 0) break
    const begins = compare(onset, at) > 0 ? onset : at
    if (compare(begins, at) > 0) add(minus(begins, at), -1, false, false)
    const goesOn = compare(off, end) > 0
    const stops = goesOn ? end : off
    if (compare(stops, at) > 0) add(minus(stops, at), n, compare(onset, bar.start) < 0, goesOn)
    if (goesOn) break
  }
  if (compare(at, end) < 0) add(minus(end, at), -1, false, false)
  return { pieces, next: n }
}

const escaped = (text: string) =>
  text.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;').replace(/"/g, '&quot;')

const ALTERS: Readonly<Record<string, number>> = { '': 0, '#': 1, b: -1, '##': 2, bb: -2 }
function pitchXml(written: string): string {
  const [, step, sign, octave] = /^([A-G])(##?|bb?)?(-?\d+)$/.exec(written) ?? []
  const alter = ALTERS[sign ?? '']
  return `<pitch><step>${step}</step>${alter ? `<alter>${alter}</alter>` : ''}<octave>${octave}</octave></pitch>`
}

const ARTICULATIONS: Readonly<Record<string, string>> = {
  staccato: '<staccato/>',
  accent: '<accent/>',
  tenuto: '<tenuto/>',
}

/** Shorter than this a note has a flag. */
const FLAGGED = fraction(1)
const hasFlag = (p: Piece | undefined) =>
  !!p && p.note >= 0 && compare(times(p.length, flagScale(p)), FLAGGED) < 0
const flagScale = (p: Piece) => (p.tuplet ? fraction(p.tuplet[0], p.tuplet[1]) : fraction(1))

/** Notes under one beam: as the file joined them; where it says nothing, within a beat. */
function beamOf(
  pieces: readonly Piece[],
  i: number,
  notes: readonly LineNote[],
  bar: Bar,
  told: boolean,
): string {
  const together = (a: Piece | undefined, b: Piece | undefined) => {
    if (!a || !b || !hasFlag(a) || !hasFlag(b)) return false
    if (told) return a.note !== b.note && notes[a.note]!.beamed
    const beat = bar.time?.beatType === 8 && bar.time.beats % 3 === 0 ? 1.5 : 1
    const into = (p: Piece) => Math.floor((quarters(p.at) - quarters(bar.start)) / beat + NEAR)
    return into(a) === into(b)
  }
  const [before, after] = [together(pieces[i - 1], pieces[i]), together(pieces[i], pieces[i + 1])]
  const kind = before ? (after ? 'continue' : 'end') : after ? 'begin' : ''
  return kind && `<beam number="1">${kind}</beam>`
}

/** Where a bracket over a tuplet begins and ends: a run of its signs that fills whole beats, or as long as it goes. */
function tupletMarks(pieces: readonly Piece[]): string[] {
  const marks = pieces.map(() => '')
  for (let i = 0; i < pieces.length; i++) {
    const { tuplet } = pieces[i]!
    if (!tuplet) continue
    let [to, sum] = [i, pieces[i]!.length]
    while (
      pieces[to + 1]?.tuplet?.[0] === tuplet[0] &&
      !(Number.isInteger(quarters(sum) * 2) && to - i + 1 >= tuplet[0])
    )
      sum = plus(sum, pieces[++to]!.length)
    if (to > i) {
      marks[i] = '<tuplet type="start"/>'
      marks[to] = '<tuplet type="stop"/>'
    }
    i = to
  }
  return marks
}

interface Open {
  notes: readonly LineNote[]
  told: boolean
  graces: ReadonlyMap<number, readonly Head[]>
  slurFrom: readonly boolean[]
  slurTo: readonly boolean[]
  divisions: number
  drawn: Engraving
}

function pieceXml(o: Open, pieces: readonly Piece[], i: number, bar: Bar, marks: readonly string[]): string {
  const p = pieces[i]!
  const duration = `<duration>${Math.round(quarters(p.length) * o.divisions)}</duration>`
  const type = `<type>${p.type}</type>${'<dot/>'.repeat(p.dots)}`
  const modified = p.tuplet
    ? `<time-modification><actual-notes>${p.tuplet[0]}</actual-notes><normal-notes>${p.tuplet[1]}</normal-notes></time-modification>`
    : ''
  if (p.note < 0) {
    const full = pieces.length === 1 && compare(p.length, bar.length) === 0
    return `<note><rest${full ? ' measure="yes"' : ''}/>${duration}<voice>1</voice>${full ? '' : type}${modified}${marks[i] ? `<notations>${marks[i]}</notations>` : ''}</note>`
  }
  const note = o.notes[p.note]!
  const first = !p.from
  const last = !p.into
  const breath = last && o.drawn.breaths?.has(p.note + 1) ? '<breath-mark/>' : ''
  const articulations = (first ? note.marks.map((m) => ARTICULATIONS[m] ?? '').join('') : '') + breath
  const finger = first ? o.drawn.over?.get(p.note) : undefined
  const notations = [
    p.from ? '<tied type="stop"/>' : '',
    p.into ? '<tied type="start"/>' : '',
    first && o.slurTo[p.note] ? '<slur type="stop" number="1"/>' : '',
    first && o.slurFrom[p.note] ? '<slur type="start" number="1"/>' : '',
    articulations ? `<articulations>${articulations}</articulations>` : '',
    last && note.marks.includes('fermata') ? '<fermata/>' : '',
    marks[i]!,
  ].join('')
  const dynamics = first
    ? note.marks
        .filter((m) => DYNAMICS.includes(m))
        .map(
          (m) =>
            `<direction placement="below"><direction-type><dynamics><${m}/></dynamics></direction-type></direction>`,
        )
        .join('')
    : ''
  const words = finger
    ? `<direction placement="above"><direction-type><words>${escaped(finger)}</words></direction-type></direction>`
    : ''
  const under = first ? o.drawn.under?.get(p.note) : undefined
  const graces = first
    ? (o.graces.get(p.note) ?? [])
        .map(
          (g) => `<note><grace slash="yes"/>${pitchXml(g.written)}<voice>1</voice><type>eighth</type></note>`,
        )
        .join('')
    : ''
  const ties = `${p.from ? '<tie type="stop"/>' : ''}${p.into ? '<tie type="start"/>' : ''}`
  return `${words}${dynamics}${graces}<note id="n${p.note}${first ? '' : `x${i}`}">${pitchXml(note.written)}${duration}${ties}<voice>1</voice>${type}${modified}${beamOf(pieces, i, o.notes, bar, o.told)}${notations ? `<notations>${notations}</notations>` : ''}${under ? `<lyric><syllabic>single</syllabic><text>${escaped(under)}</text></lyric>` : ''}</note>`
}

const keyXml = (bar: Bar) => `<key><fifths>${bar.fifths}</fifths></key>`
const timeXml = (bar: Bar) =>
  bar.time
    ? `<time><beats>${bar.time.beats}</beats><beat-type>${bar.time.beatType}</beat-type></time>`
    : '<time print-object="no"><senza-misura/></time>'
const sameTime = (a: Bar, b: Bar) => a.time?.beats === b.time?.beats && a.time?.beatType === b.time?.beatType

function barLines(bars: readonly Bar[], m: number, last: boolean): { left: string; right: string } {
  const { turns, doubleBar } = bars[m]!
  const number = turns.ending?.join(', ')
  const starts = turns.ending && bars[m - 1]?.turns.ending !== turns.ending
  const ends = turns.ending && bars[m + 1]?.turns.ending !== turns.ending
  const left = [
    starts ? `<ending number="${number}" type="start"/>` : '',
    turns.startsRepeat ? '<repeat direction="forward"/>' : '',
  ].join('')
  const style = last ? 'light-heavy' : doubleBar && !turns.endsRepeat ? 'light-light' : ''
  const right = [
    style && !turns.endsRepeat
      ? `<bar-style>${style}</bar-style>`
      : turns.endsRepeat
        ? '<bar-style>light-heavy</bar-style>'
        : '',
    ends ? `<ending number="${number}" type="${turns.endsRepeat ? 'stop' : 'discontinue'}"/>` : '',
    turns.endsRepeat
      ? `<repeat direction="backward"${turns.endsRepeat > 2 ? ` times="${turns.endsRepeat}"` : ''}/>`
      : '',
  ].join('')
  return {
    left: left && `<barline location="left">${left}</barline>`,
    right: right && `<barline location="right">${right}</barline>`,
  }
}

const GOES: Readonly<Record<string, string>> = { capo: 'D.C.', segno: 'D.S.' }
function directions(bar: Bar, disc: string | undefined): { before: string; after: string } {
  const direction = (inner: string, placement = 'above') =>
    `<direction placement="${placement}"><direction-type>${inner}</direction-type></direction>`
  const { turns } = bar
  return {
    before: [
      disc ? direction(`<rehearsal enclosure="circle">${escaped(disc)}</rehearsal>`) : '',
      bar.label ? direction(`<rehearsal>${escaped(bar.label)}</rehearsal>`) : '',
      turns.segno ? direction('<segno/>') : '',
      turns.coda ? direction('<coda/>') : '',
    ].join(''),
    after: [
      turns.fine ? direction('<words>Fine</words>', 'below') : '',
      turns.toCoda ? direction('<words>To Coda</words>') : '',
      turns.jump ? direction(`<words>${GOES[turns.jump]}</words>`, 'below') : '',
    ].join(''),
  }
}

/** Graces by the note of the line that they go to. */
function gracesOf(part: Part, notes: readonly LineNote[]): Map<number, Head[]> {
  const at = new Map(notes.map((n, i) => [Math.round(n.onset * 1e6), i] as const))
  const found = new Map<number, Head[]>()
  for (const bar of part.bars)
    for (const head of bar.heads) {
      const note = head.grace ? at.get(Math.round(quarters(head.onset) * 1e6)) : undefined
      if (note !== undefined) found.set(note, [...(found.get(note) ?? []), head])
    }
  return found
}

/** Divisions that hold every length of the bars. */
function divisionsOf(all: readonly Piece[]): number {
  const gcd = (a: number, b: number): number => (b ? gcd(b, a % b) : a)
  return Math.min(
    27720 * 16,
    all.reduce((lcm, p) => (lcm * p.length.d) / gcd(lcm, p.length.d), 1),
  )
}

/**
 * A part as one player reads it, as a MusicXML 4.0 score: the line with its bars, repeats, slurs and marks, and what was asked
 * to be drawn beside it. Each note carries the id `n` and its index in the line.
 * @throws TuneError for a silent part
 */
export function engravedXml(part: Part, drawn: Engraving, line: Line = lineOf(part)): string {
  const { notes } = line
  const [from, to] = [drawn.from ?? 0, drawn.to ?? part.bars.length - 1]
  const bars = part.bars
  let next = 0
  const laid = bars.map((bar) => {
    const { pieces, next: after } = piecesOf(bar, notes, next)
    next = after
    return pieces
  })
  const o: Open = {
    notes,
    told: notes.some((n) => n.beamed),
    graces: gracesOf(part, notes),
    slurFrom: notes.map((n, i) => n.slurred && !notes[i - 1]?.slurred),
    slurTo: notes.map((n, i) => !n.slurred && !!notes[i - 1]?.slurred),
    divisions: divisionsOf(laid.flat()),
    drawn,
  }
  const clef =
    drawn.clef === 'bass'
      ? '<clef><sign>F</sign><line>4</line></clef>'
      : '<clef><sign>G</sign><line>2</line></clef>'
  const measures = bars.slice(from, to + 1).map((bar, k) => {
    const m = from + k
    const before = bars[m - 1]
    const attributes = !k
      ? `<attributes><divisions>${o.divisions}</divisions>${keyXml(bar)}${timeXml(bar)}${clef}</attributes>`
      : bar.fifths !== before!.fifths || !sameTime(bar, before!)
        ? `<attributes>${bar.fifths !== before!.fifths ? keyXml(bar) : ''}${sameTime(bar, before!) ? '' : timeXml(bar)}</attributes>`
        : ''
    const marks = tupletMarks(laid[m]!)
    const lines = barLines(bars, m, m === bars.length - 1)
    const words = directions(bar, drawn.discs?.get(m))
    const inner = laid[m]!.map((_, i) => pieceXml(o, laid[m]!, i, bar, marks)).join('')
    return `<measure number="${escaped(bar.number)}" id="m${m}">${lines.left}${attributes}${words.before}${inner}${words.after}${lines.right}</measure>`
  })
  const title = drawn.title ? `<work><work-title>${escaped(drawn.title)}</work-title></work>` : ''
  return `<?xml version="1.0" encoding="UTF-8"?><score-partwise version="4.0">${title}<part-list><score-part id="P1"><part-name></part-name></score-part></part-list><part id="P1">${measures.join('')}</part></score-partwise>`
}
