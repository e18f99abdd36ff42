import abcjs from 'abcjs'
import { compare, fraction, nearest, plus, times, ZERO, type Fraction } from './fraction.ts'
import { DYNAMICS, type Bar, type Head, type Part, type Score, type Turns } from './model.ts'
import { instrumentCalled } from './names.ts'
import { unfold } from './order.ts'
import { TuneError } from './refused.ts'
import { heldEndings, numbersOf, spoken } from './signs.ts'
import { joinTies, type Tying } from './ties.ts'

/** A book of tunes may be this long, characters; one tune is rarely over a thousand (chosen by Halitus). */
const LONGEST_ABC = 1_000_000
const LONGEST_TUNE = 120_000
/** Lines of one tune. */
const MOST_LINES = 5000

/** The library's tree, as far as it is used. */
interface Pitch {
  pitch: number
  accidental?: string
  startTie?: unknown
  endTie?: boolean
  startSlur?: unknown[]
  endSlur?: unknown[]
}
interface Element {
  el_type: string
  type?: string
  pitches?: Pitch[]
  gracenotes?: Pitch[]
  rest?: { type: string; text?: number | string }
  duration?: number | number[]
  startTriplet?: number
  tripletMultiplier?: number
  endTriplet?: boolean
  startBeam?: boolean
  endBeam?: boolean
  startSlur?: unknown[]
  endSlur?: unknown[]
  decoration?: string[]
  chord?: { name: string; position?: string }[]
  lyric?: { syllable: string }[]
  startEnding?: string
  endEnding?: boolean
  accidentals?: { acc: string; note: string }[]
  value?: { num: string; den?: string }[]
  bpm?: number
  title?: string
  transpose?: number
  startChar?: number
}
interface Staff {
  voices: Element[][]
  clef?: { type?: string; transpose?: number }
  key?: { accidentals?: { acc: string; note: string }[] }
  meter?: { type?: string; value?: { num: string; den?: string }[] }
  title?: (string | { name?: string })[]
}
interface Tune {
  lines: { staff?: Staff[] }[]
  metaText: {
    title?: string
    tempo?: { duration?: number[]; bpm?: number }
    partOrder?: string | { text?: string }
  }
  warnings?: string[]
}

const LETTERS = ['C', 'D', 'E', 'F', 'G', 'A', 'B'] as const
const SEMITONES: Readonly<Record<string, number>> = { C: 0, D: 2, E: 4, F: 5, G: 7, A: 9, B: 11 }
const ALTERS: Readonly<Record<string, number>> = {
  sharp: 1,
  flat: -1,
  natural: 0,
  dblsharp: 2,
  dblflat: -2,
}
const SIGNS: Readonly<Record<string, string>> = { '-2': 'bb', '-1': 'b', 0: '', 1: '#', 2: '##' }
const MARKS: Readonly<Record<string, string>> = {
  staccato: 'staccato',
  accent: 'accent',
  emphasis: 'accent',
  '>': 'accent',
  tenuto: 'tenuto',
  fermata: 'fermata',
  breath: 'breath',
  trill: 'trill',
  '.': 'staccato',
}

/** How far accidentals of a bar reach: all octaves unless the file says otherwise (ABC 2.1, 11.3). */
type Reach = 'pitch' | 'octave' | 'not'

interface State {
  part: Part
  bars: Bar[]
  bar: Bar
  at: Fraction
  key: ReadonlyMap<string, number>
  /** Accidentals of this bar, by letter or by letter and octave. */
  local: Map<string, number>
  /** Accidentals of tied notes, which reach over the bar line. */
  held: Map<number, number>
  reach: Reach
  tyings: Tying[]
  tuplet: Fraction
  octave: number
}

const keyOf = (accidentals: readonly { acc: string; note: string }[] = []) =>
  new Map(accidentals.map((a) => [a.note.toUpperCase(), ALTERS[a.acc] ?? 0]))
/** Sharps of a key as the library lists it, flats negative; a mixed one counts both. */
const fifthsOf = (key: ReadonlyMap<string, number>) =>
  [...key.values()].reduce((sum, a) => sum + Math.sign(a), 0)

const emptyBar = (start: Fraction, time: Bar['time'], fifths: number): Bar => ({
  number: '',
  start,
  length: ZERO,
  heads: [],
  fifths,
  time,
  turns: {},
  words: [],
  doubleBar: false,
})

/** The semitone that a note's sign, its bar, its tie or its key give it. */
function alterOf(s: State, p: Pitch, letter: string): number {
  const reach = s.reach === 'octave' ? String(p.pitch) : letter
  if (p.accidental && p.accidental in ALTERS) {
    const alter = ALTERS[p.accidental]!
    if (s.reach !== 'not') s.local.set(reach, alter)
    return alter
  }
  if (p.endTie && s.held.has(p.pitch)) return s.held.get(p.pitch)!
  return s.local.get(reach) ?? s.key.get(letter) ?? 0
}

function headOf(s: State, p: Pitch, e: Element, duration: Fraction, grace: boolean): Head {
  const step = ((p.pitch % 7) + 7) % 7
  const letter = LETTERS[step]!
  const octave = 4 + Math.floor(p.pitch / 7) + s.octave
  const alter = alterOf(s, p, letter)
  const midi = 12 * (octave + 1) + SEMITONES[letter]! + alter
  const lyric = e.lyric?.[0]?.syllable
  const count = (list: unknown[] | undefined) => list?.length ?? 0
  return {
    onset: plus(s.bar.start, s.at),
    duration,
    written: `${letter}${SIGNS[alter]}${octave}`,
    writtenMidi: midi,
    midi: midi + s.part.transposition,
    voice: '1',
    staff: 1,
    tied: false,
    grace,
    slurFrom: grace ? 0 : count(p.startSlur) + count(e.startSlur),
    slurTo: grace ? 0 : count(p.endSlur) + count(e.endSlur),
    beamed: false,
    marks: grace ? [] : (e.decoration ?? []).flatMap((d) => MARKS[d] ?? (DYNAMICS.includes(d) ? [d] : [])),
    ...(lyric && !grace && { lyric }),
    source: -1,
  }
}

/** Length of an element in quarters; the library counts in whole notes. */
function lengthOf(s: State, e: Element): Fraction {
  if (e.startTriplet)
    s.tuplet = fraction(Math.round((e.tripletMultiplier ?? 1) * e.startTriplet * 1000), e.startTriplet * 1000)
  const length = times(nearest((typeof e.duration === 'number' ? e.duration : 0) * 4), s.tuplet)
  if (e.endTriplet) s.tuplet = fraction(1)
  return length
}

const wholeBar = (bar: Bar) => (bar.time ? fraction(bar.time.beats * 4, bar.time.beatType) : fraction(4))

function closeBar(s: State, length = s.at): void {
  s.bar.length = length
  s.bars.push(s.bar)
  s.at = ZERO
  s.local.clear()
  s.bar = emptyBar(plus(s.bar.start, length), s.bar.time, s.bar.fifths)
}

/** Signs of a decoration. */
const SPOKEN: Readonly<Record<string, (t: Turns) => void>> = {
  segno: (t) => (t.segno = true),
  coda: (t) => (t.coda = true),
  fine: (t) => (t.fine = true),
  'D.C.': (t) => (t.jump = 'capo'),
  'D.S.': (t) => (t.jump = 'segno'),
  'D.C.alfine': (t) => (t.jump = 'capo'),
  'D.C.alcoda': (t) => (t.jump = 'capo'),
  'D.S.alfine': (t) => (t.jump = 'segno'),
  'D.S.alcoda': (t) => (t.jump = 'segno'),
}
function readWords(s: State, e: Element): void {
  for (const d of e.decoration ?? []) SPOKEN[d]?.(s.bar.turns)
  const words = (e.chord ?? []).filter((c) => c.position && c.position !== 'default').map((c) => c.name)
  // Words in quotes without a place are chords; a sign of where to go is one all the same.
  spoken(
    (e.chord ?? []).map((c) => c.name),
    s.bar.turns,
  )
  if (words.length) s.bar.words = [...s.bar.words, ...words]
}

function readNotes(s: State, e: Element): void {
  if (e.rest?.type === 'multimeasure' || e.rest?.type === 'whole') {
    const bars = Math.min(500, Number(e.rest.text ?? 1) || 1)
    for (let i = 0; i < bars - 1; i++) closeBar(s, wholeBar(s.bar))
    s.at = wholeBar(s.bar)
    return
  }
  readWords(s, e)
  for (const g of e.gracenotes ?? []) s.bar.heads.push(headOf(s, g, e, ZERO, true))
  const duration = lengthOf(s, e)
  if (e.rest?.type === 'spacer') return
  for (const p of e.pitches ?? []) {
    const head = headOf(s, p, e, duration, false)
    s.bar.heads.push(head)
    s.tyings.push({ head, starts: !!p.startTie, stops: !!p.endTie })
    if (p.startTie)
      s.held.set(
        p.pitch,
        head.writtenMidi -
          (12 * 5 + SEMITONES[head.written[0]!]! + 12 * Math.floor(p.pitch / 7) + 12 * s.octave),
      )
    else s.held.delete(p.pitch)
  }
  s.at = plus(s.at, duration)
}

/** A line between bars: it closes what was filled, and says what is repeated. */
function readLine(s: State, e: Element): void {
  const type = e.type ?? ''
  const before = s.at.n > 0 ? s.bar : s.bars.at(-1)
  readWords(s, e)
  if (/right_repeat|dbl_repeat/.test(type) && before) before.turns.endsRepeat ??= 2
  if (e.endEnding && before) before.turns.endingStops = true
  if (/thin_thin|thick/.test(type) && before) before.doubleBar = true
  if (s.at.n > 0 && type !== 'bar_invisible') closeBar(s)
  if (/left_repeat|dbl_repeat/.test(type)) s.bar.turns.startsRepeat = true
  const numbers = e.startEnding ? numbersOf(e.startEnding) : []
  if (numbers.length) s.bar.turns.ending = numbers
}

function readElement(s: State, e: Element): void {
  if (e.el_type === 'note') readNotes(s, e)
  else if (e.el_type === 'bar') readLine(s, e)
  else if (e.el_type === 'key') {
    s.key = keyOf(e.accidentals)
    s.bar.fifths = fifthsOf(s.key)
    s.part.keys.push({ measure: s.bars.length, fifths: s.bar.fifths })
  } else if (e.el_type === 'meter') s.bar.time = timeOf(e)
  else if (e.el_type === 'tempo') {
    const bpm = bpmOf(e)
    if (bpm) s.part.tempos.push({ onset: plus(s.bar.start, s.at), bpm })
  } else if (e.el_type === 'part' && e.title) s.bar.label ??= e.title
}

function timeOf(meter: Staff['meter'] | Element): Bar['time'] {
  if (meter?.type === 'common_time') return { beats: 4, beatType: 4 }
  if (meter?.type === 'cut_time') return { beats: 2, beatType: 2 }
  const [first] = meter?.value ?? []
  if (!first) return null
  const beats = String(first.num)
    .split('+')
    .reduce((sum, n) => sum + Number(n), 0)
  const beatType = Number(first.den ?? 4)
  return beats > 0 && beatType > 0 ? { beats, beatType } : null
}
/** Quarters a minute; a word alone, and a speed without its note, give the note that the library takes. */
function bpmOf(tempo: { duration?: unknown; bpm?: number } | undefined): number | undefined {
  if (!tempo?.bpm || tempo.bpm <= 0) return undefined
  const beats = Array.isArray(tempo.duration) ? (tempo.duration as number[]) : []
  const length = beats.reduce((sum, d) => sum + d, 0)
  return tempo.bpm * (length || 0.25) * 4
}

/** Bars get the numbers that would be printed: a first one that isn't full is the pickup, 0. */
function number(bars: readonly Bar[]): void {
  const [first] = bars
  const pickup = first?.time && compare(first.length, wholeBar(first)) < 0 && bars.length > 1
  bars.forEach((bar, i) => (bar.number = String(pickup ? i : i + 1)))
}

const nameOf = (staff: Staff, voice: number): string => {
  const title = staff.title?.[voice] ?? staff.title?.[0]
  return (typeof title === 'string' ? title : title?.name)?.trim() ?? ''
}
/** Clefs with an 8 sound an octave away. */
const clefOctave = (type = '') => (/-8/.test(type) ? -12 : /\+8/.test(type) ? 12 : 0)

/** Reads one voice of one staff through all lines. */
function partOf(tune: Tune, staffAt: number, voiceAt: number, n: number, reach: Reach): Part {
  const staffs = tune.lines.map((l) => l.staff?.[staffAt])
  const first = staffs.find(Boolean)!
  const name = nameOf(first, voiceAt)
  const guessed = instrumentCalled(name)
  const key = keyOf(first.key?.accidentals)
  const part: Part = {
    id: `V${n + 1}`,
    name: name || `Voice ${n + 1}`,
    ...(guessed && { instrument: guessed }),
    percussion: first.clef?.type === 'perc',
    transposition: (first.clef?.transpose ?? 0) + clefOctave(first.clef?.type),
    bars: [],
    order: [],
    keys: [{ measure: 0, fifths: fifthsOf(key) }],
    tempos: [],
  }
  const s: State = {
    part,
    bars: [],
    bar: emptyBar(ZERO, timeOf(first.meter), fifthsOf(key)),
    at: ZERO,
    key,
    local: new Map(),
    held: new Map(),
    reach,
    tyings: [],
    tuplet: fraction(1),
    octave: 0,
  }
  const bpm = bpmOf(tune.metaText.tempo)
  if (bpm) part.tempos.push({ onset: ZERO, bpm })
  staffs.forEach((staff, line) => {
    // Later lines say the key and metre again where they changed between lines.
    if (line && staff?.key?.accidentals) {
      const again = keyOf(staff.key.accidentals)
      if (JSON.stringify([...again]) !== JSON.stringify([...s.key]))
        readElement(s, { el_type: 'key', accidentals: staff.key.accidentals })
    }
    if (line && staff?.meter) readElement(s, { el_type: 'meter', ...staff.meter } as Element)
    for (const e of staff?.voices[voiceAt] ?? []) readElement(s, e)
    // Old collections end a full bar with the line and write no bar line.
    if (s.at.n > 0 && compare(s.at, wholeBar(s.bar)) === 0) closeBar(s)
  })
  if (s.at.n > 0) closeBar(s)
  number(s.bars)
  joinTies(s.tyings)
  beam(staffs, voiceAt, s)
  part.bars = s.bars
  return part
}

/** Which heads a beam joins to the next: from where the library begins one to where it ends it. */
function beam(staffs: readonly (Staff | undefined)[], voiceAt: number, s: State): void {
  const heads = s.bars.flatMap((b) => b.heads.filter((h) => !h.grace))
  let [n, within] = [0, false]
  for (const staff of staffs)
    for (const e of staff?.voices[voiceAt] ?? []) {
      if (e.el_type !== 'note' || !e.pitches) continue
      if (e.startBeam) within = true
      if (e.endBeam) within = false
      for (let i = 0; i < e.pitches.length; i++) if (heads[n]) heads[n++]!.beamed = within
    }
}

/** The text of one tune of a book with the book's own head. @param wanted its number after X:, or its place from 0 */
function pick(text: string, wanted: number | undefined): { text: string; others: number } {
  const starts = [...text.matchAll(/^X:\s*(\d*)/gm)]
  if (!starts.length) return { text: `X:1\n${text}`, others: 0 }
  const numbered = starts.findIndex((m) => Number(m[1]) === wanted)
  const chosen = wanted === undefined ? 0 : numbered >= 0 ? numbered : wanted
  const start = starts[chosen]
  if (!start)
    throw new TuneError(
      `The file has no tune ${wanted}; it has ${starts.length === 1 ? 'one' : starts.length} (X: ${starts
        .slice(0, 12)
        .map((m) => m[1])
        .join(', ')}${starts.length > 12 ? ' …' : ''}).`,
    )
  const head = text
    .slice(0, starts[0]!.index)
    .match(/^([A-Z]:|%%).*$/gm)
    ?.join('\n')
  return {
    text: text
      .slice(start.index, starts[chosen + 1]?.index)
      .replace(/^(X:.*\n)/, head ? `$1${head}\n` : '$1'),
    others: starts.length - 1,
  }
}

/** More parts than anybody plays. */
const MOST_LETTERS = 200
/** The order of parts as a head gives it, written out: `A2(BA)2` → A A B A B A (ABC 2.1, 3.1.9). */
function lettersOf(order: string): string[] {
  let text = order.replace(/[^A-Za-z0-9()]/g, '')
  for (let n = 0; n < 10 && /\([^()]*\)/.test(text); n++)
    text = text.replace(/\(([^()]*)\)(\d*)/g, (_, group: string, times: string) =>
      group.repeat(Math.min(20, Number(times || 1))),
    )
  return [...text.matchAll(/([A-Za-z])(\d*)/g)]
    .flatMap(([, letter, times]) => Array.from({ length: Math.min(20, Number(times || 1)) }, () => letter!))
    .slice(0, MOST_LETTERS)
}
/** Bars in that order, each part with its own repeats; undefined where the bars don't name the parts. */
function inParts(bars: readonly Bar[], letters: readonly string[]): number[] | undefined {
  const starts = bars.flatMap((b, i) => (b.label && /^[A-Za-z]$/.test(b.label) ? [i] : []))
  if (!letters.length || starts.length < 2) return undefined
  const found = letters.map((letter) => {
    const k = starts.findIndex((i) => bars[i]!.label === letter)
    if (k < 0) return undefined
    const [from, to] = [starts[k]!, starts[k + 1] ?? bars.length]
    return unfold(bars.slice(from, to).map((b) => b.turns)).map((i) => from + i)
  })
  return found.every((f) => f !== undefined) ? found.flat() : undefined
}

/** The library's own words on what it couldn't read, without their markup. */
const plainly = (warning: string) =>
  warning
    .replace(/<[^>]*>/g, '')
    .replace(/&[a-z]+;/g, ' ')
    .replace(/\s+/g, ' ')
    .trim()
    .slice(0, 160)

/**
 * A score from ABC notation (2.1): one tune of a file, a part for each voice.
 * @param wanted the tune's number after X:, or its place from 0 where none has that number; the first when left out
 * @throws TuneError naming the line, where it isn't ABC
 * @example readAbc('X:1\nK:D\nDEFA|').parts[0].bars[0].heads[2].written // 'F#4'
 */
export function readAbc(text: string, wanted?: number): Score {
  if (text.length > LONGEST_ABC)
    throw new TuneError(`The ABC file has ${text.length} characters; at most ${LONGEST_ABC} are read.`)
  const plain = text.replace(/\r\n?/g, '\n').replaceAll('\u0000', '')
  const chosen = pick(plain, wanted)
  if (chosen.text.length > LONGEST_TUNE || chosen.text.split('\n').length > MOST_LINES)
    throw new TuneError(
      `The tune has ${chosen.text.length} characters; at most ${LONGEST_TUNE} in ${MOST_LINES} lines are read.`,
    )
  if (!/^K:/m.test(chosen.text))
    throw new TuneError('The text has no line K: (the key); in ABC it ends the head of a tune, as in K:D.')
  let tune: Tune
  try {
    tune = (abcjs.parseOnly(chosen.text) as unknown as Tune[])[0]!
  } catch {
    throw new TuneError('The text can’t be read as ABC: a line breaks off or holds what no tune does.')
  }
  const reach = /^%%propagate-accidentals\s+(not|octave|pitch)/m.exec(plain)?.[1] ?? 'pitch'
  const shape = tune.lines.reduce<number[]>((most, l) => {
    l.staff?.forEach((staff, i) => (most[i] = Math.max(most[i] ?? 0, staff.voices.length)))
    return most
  }, [])
  const parts = shape
    .flatMap((voices, staff) => Array.from({ length: voices }, (_, voice) => [staff, voice] as const))
    .map(([staff, voice], n) => partOf(tune, staff, voice, n, reach as Reach))
    .filter((p) => p.bars.length)
  if (!parts.length) throw new TuneError('The tune has no notes; it needs at least one bar.')
  const asked = tune.metaText.partOrder
  const letters = lettersOf(typeof asked === 'string' ? asked : (asked?.text ?? ''))
  for (const part of parts) {
    const all = part.bars.map((b) => b.turns)
    heldEndings(all)
    part.order = inParts(part.bars, letters) ?? unfold(all)
  }
  const warnings = (tune.warnings ?? []).slice(0, 5).map(plainly)
  if (chosen.others)
    warnings.unshift(
      `The file holds ${chosen.others + 1} tunes; this is “${tune.metaText.title ?? 'the first'}”.`,
    )
  return { title: tune.metaText.title ?? '', parts, warnings }
}
