import { compare, fraction, later, minus, plus, times, ZERO, type Fraction } from './fraction.ts'
import type { Bar, Head, Part, Score, Turns } from './model.ts'
import { instrumentCalled } from './names.ts'
import { unfold } from './order.ts'
import { TuneError } from './refused.ts'
import { dynamicsIn, heldEndings, tempoOf, turnsIn, wordsIn } from './signs.ts'
import { joinTies, type Tying } from './ties.ts'
import { child, elements, numberIn, parseXml, textIn, type Element } from './xml.ts'

const STEPS: Readonly<Record<string, number>> = { C: 0, D: 2, E: 4, F: 5, G: 7, A: 9, B: 11 }
const SIGNS: Readonly<Record<string, string>> = { '-2': 'bb', '-1': 'b', '0': '', '1': '#', '2': '##' }
/** Quarters of a note that says its kind and not its length. */
const KINDS: Readonly<Record<string, Fraction>> = {
  breve: fraction(8),
  whole: fraction(4),
  half: fraction(2),
  quarter: fraction(1),
  eighth: fraction(1, 2),
  '16th': fraction(1, 4),
  '32nd': fraction(1, 8),
  '64th': fraction(1, 16),
}
const MARKS: Readonly<Record<string, string>> = {
  staccato: 'staccato',
  staccatissimo: 'staccato',
  accent: 'accent',
  'strong-accent': 'accent',
  tenuto: 'tenuto',
  'detached-legato': 'tenuto',
  'breath-mark': 'breath',
  fermata: 'fermata',
  'trill-mark': 'trill',
}

/** What holds from bar to bar while a part is read. */
interface State {
  part: Part
  divisions: number
  fifths: number
  time: Bar['time']
  barAt: Fraction
  tyings: Tying[]
  warnings: Set<string>
  /** Dynamics that the next note begins with. */
  dynamics: string[]
  pitched: number
  unpitched: number
}

const where = (s: State, bar: string, name = s.part.name) => `Bar ${bar} of ${name || s.part.id}`

/** A length in divisions as quarters. @throws TuneError for less than nothing */
function lengthOf(s: State, note: Element, bar: string): Fraction {
  const written = textIn(note, 'duration')
  if (written === undefined || written === '') {
    let length = KINDS[textIn(note, 'type') ?? ''] ?? ZERO
    const dots = elements(note, 'dot').length
    length = times(length, fraction(2 ** (dots + 1) - 1, 2 ** dots))
    return length
  }
  const divisions = Number(written)
  if (!Number.isFinite(divisions) || divisions < 0)
    throw new TuneError(
      `${where(s, bar)}: a duration is “${written.slice(0, 20)}”; it must be a number from 0 up.`,
    )
  return quartersOf(divisions, s.divisions)
}
/** Divisions are whole numbers; some programs write decimals. */
const quartersOf = (divisions: number, perQuarter: number) => {
  const scale = Number.isInteger(divisions) && Number.isInteger(perQuarter) ? 1 : 1000
  return fraction(Math.round(divisions * scale), Math.round(perQuarter * scale))
}

function readAttributes(s: State, attributes: Element, measure: number, bar: string): void {
  const divisions = textIn(attributes, 'divisions')
  if (divisions !== undefined) {
    const n = Number(divisions)
    if (!(n > 0) || !Number.isFinite(n))
      throw new TuneError(
        `${where(s, bar)}: divisions are “${divisions.slice(0, 20)}”; there must be at least one in a quarter.`,
      )
    s.divisions = n
  }
  const fifths = numberIn(child(attributes, 'key'), 'fifths')
  if (fifths !== undefined) {
    if (Math.abs(fifths) > 11)
      throw new TuneError(`${where(s, bar)}: the key has ${fifths} fifths; −7 to 7 are written.`)
    if (fifths !== s.fifths || !s.part.keys.length) s.part.keys.push({ measure, fifths })
    s.fifths = fifths
  }
  const time = child(attributes, 'time')
  if (time) {
    const [beats, beatType] = [textIn(time, 'beats'), numberIn(time, 'beat-type')]
    const sum = (beats ?? '').split('+').reduce((all, b) => all + Number(b), 0)
    s.time = sum > 0 && beatType && beatType > 0 ? { beats: sum, beatType } : null
  }
  const transpose = child(attributes, 'transpose')
  if (transpose)
    s.part.transposition =
      (numberIn(transpose, 'chromatic') ?? 0) +
      12 * (numberIn(transpose, 'octave-change') ?? 0) -
      (child(transpose, 'double') ? 12 : 0)
  if (textIn(child(attributes, 'clef'), 'sign') === 'percussion') s.unpitched++
}

/** Marks, slurs and the like of a note. */
function notationsOf(note: Element) {
  const found = { marks: [] as string[], slurFrom: 0, slurTo: 0, tiedFrom: false, tiedTo: false }
  for (const notations of elements(note, 'notations'))
    for (const one of elements(notations)) {
      const type = one.attributes['type']
      if (one.nodeName === 'slur') {
        if (type === 'start') found.slurFrom++
        if (type === 'stop') found.slurTo++
      } else if (one.nodeName === 'tied') {
        if (type === 'start' || type === 'continue') found.tiedFrom = true
        if (type === 'stop' || type === 'continue') found.tiedTo = true
      } else if (one.nodeName === 'fermata') found.marks.push('fermata')
      else if (one.nodeName === 'articulations' || one.nodeName === 'ornaments')
        for (const mark of elements(one)) if (MARKS[mark.nodeName]) found.marks.push(MARKS[mark.nodeName]!)
    }
  return found
}

/** Whether a beam goes on from this note to the next. */
const isBeamed = (note: Element) =>
  elements(note, 'beam').some((b) => ['begin', 'continue'].includes(b.text.trim() ?? ''))

/** A written pitch with its MIDI number. @throws TuneError */
function pitchOf(s: State, pitch: Element, bar: string): { written: string; midi: number } {
  const [step, octave] = [textIn(pitch, 'step')?.toUpperCase() ?? '', numberIn(pitch, 'octave')]
  if (!(step in STEPS) || octave === undefined || !Number.isInteger(octave) || octave < -1 || octave > 11)
    throw new TuneError(
      `${where(s, bar)}: a pitch is “${step.slice(0, 10)}${octave ?? ''}”; a step from A to G and an octave from 0 to 9 are needed.`,
    )
  const exact = numberIn(pitch, 'alter') ?? 0
  const alter = Math.max(-2, Math.min(2, Math.round(exact)))
  if (alter !== exact)
    s.warnings.add(
      `${where(s, bar)}: a pitch altered by ${exact} semitones is taken as ${alter}; only semitones are read.`,
    )
  return { written: `${step}${SIGNS[alter]}${octave}`, midi: 12 * (octave + 1) + STEPS[step]! + alter }
}

/** One note element. @returns where the next one begins */
function readNote(
  s: State,
  note: Element,
  bar: Bar,
  at: Fraction,
  chordAt: Fraction,
): { at: Fraction; onset: Fraction } {
  const grace = !!child(note, 'grace')
  const duration = grace ? ZERO : lengthOf(s, note, bar.number)
  const inChord = !!child(note, 'chord')
  const onset = inChord ? chordAt : at
  const next = inChord || grace ? at : plus(at, duration)
  const pitch = child(note, 'pitch')
  if (!pitch) {
    if (child(note, 'unpitched')) s.unpitched++
    return { at: next, onset }
  }
  if (child(note, 'cue')) return { at: next, onset }
  s.pitched++
  const { written, midi } = pitchOf(s, pitch, bar.number)
  const notations = notationsOf(note)
  const lyric = elements(note, 'lyric').map((l) => textIn(l, 'text'))[0]
  const head: Head = {
    onset: plus(bar.start, onset),
    duration,
    written,
    writtenMidi: midi,
    midi: midi + s.part.transposition,
    voice: textIn(note, 'voice') ?? '1',
    staff: numberIn(note, 'staff') ?? 1,
    tied: false,
    grace,
    slurFrom: notations.slurFrom,
    slurTo: notations.slurTo,
    beamed: isBeamed(note),
    marks: grace ? notations.marks : [...notations.marks, ...s.dynamics.splice(0)],
    ...(lyric && { lyric }),
    source: note.note,
  }
  const ties = elements(note, 'tie').map((t) => t.attributes['type'])
  s.tyings.push({
    head,
    starts: ties.includes('start') || notations.tiedFrom,
    stops: ties.includes('stop') || notations.tiedTo,
  })
  bar.heads.push(head)
  return { at: next, onset }
}

const wholeBar = (time: Bar['time']): Fraction =>
  time ? fraction(Math.round(time.beats * 4000), Math.round(time.beatType * 1000)) : fraction(4)

function readBar(s: State, measure: Element, index: number): Bar {
  const number = measure.attributes['number']?.trim() || String(index + 1)
  const turns: Turns = {}
  const bar: Bar = {
    number,
    start: s.barAt,
    length: ZERO,
    heads: [],
    fifths: s.fifths,
    time: s.time,
    turns,
    words: [],
    doubleBar: false,
  }
  let [at, chordAt, furthest] = [ZERO, ZERO, ZERO]
  const words: string[] = []
  for (const one of elements(measure)) {
    const name = one.nodeName
    if (name === 'note') {
      const read = readNote(s, one, bar, at, chordAt)
      ;[at, chordAt] = [read.at, read.onset]
    } else if (name === 'backup' || name === 'forward') {
      const by = lengthOf(s, one, number)
      at = name === 'backup' ? minus(at, by) : plus(at, by)
      if (compare(at, ZERO) < 0) {
        s.warnings.add(`${where(s, number)}: a voice steps back beyond the bar line; it begins at the bar.`)
        at = ZERO
      }
    } else if (name === 'attributes') {
      readAttributes(s, one, index, number)
      bar.fifths = s.fifths
      bar.time = s.time
    } else if (name === 'direction' || name === 'sound') {
      const bpm = tempoOf(one)
      if (bpm !== undefined && bpm > 0) s.part.tempos.push({ onset: plus(s.barAt, at), bpm })
      else if (bpm !== undefined)
        s.warnings.add(`${where(s, number)}: a tempo of ${bpm} is left out; it must be above 0.`)
      const found = wordsIn(one)
      if (found.label) bar.label ??= found.label
      words.push(...found.words)
      s.dynamics.push(...dynamicsIn(one))
      turnsIn(one, turns)
    } else if (name === 'barline') {
      turnsIn(one, turns)
      if (/light-light|heavy/.test(textIn(one, 'bar-style') ?? '')) bar.doubleBar = true
    }
    furthest = later(furthest, at)
  }
  bar.words = words
  bar.length = furthest.n > 0 ? furthest : wholeBar(s.time)
  bar.heads.sort((a, b) => compare(a.onset, b.onset))
  s.barAt = plus(s.barAt, bar.length)
  return bar
}

/** Bars of each part, whether a file goes part by part or bar by bar. Ids are names: two parts may bear one. */
function measuresOf(root: Element): [id: string, measures: Element[]][] {
  if (root.nodeName === 'score-partwise')
    return elements(root, 'part').map((part) => [part.attributes['id'] ?? '', elements(part, 'measure')])
  const found = new Map<string, Element[]>()
  for (const measure of elements(root, 'measure'))
    for (const part of elements(measure, 'part')) {
      const id = part.attributes['id'] ?? ''
      // The bar's number stands at the bar, its notes in the part.
      if (!found.has(id)) found.set(id, [])
      found
        .get(id)!
        .push({ ...part, attributes: { ...part.attributes, number: measure.attributes['number'] ?? '' } })
    }
  return [...found]
}

/** Repeats marked in one part hold for all. */
function shareTurns(parts: readonly Part[]): void {
  const most = Math.max(...parts.map((p) => p.bars.length))
  const all: Turns[] = Array.from({ length: most }, (_, i) =>
    Object.assign({}, ...parts.map((p) => p.bars[i]?.turns ?? {})),
  )
  heldEndings(all)
  for (const part of parts) {
    part.bars.forEach((bar, i) => (bar.turns = all[i]!))
    part.order = unfold(part.bars.map((b) => b.turns))
  }
}

/** A tempo stands above the uppermost part and holds for all: each takes those of the part that has the most. */
function shareTempos(parts: readonly Part[]): void {
  const [told] = [...parts].sort((a, b) => b.tempos.length - a.tempos.length)
  for (const part of parts)
    if (!part.tempos.length)
      part.tempos = told!.tempos.map((t) => {
        const bar = told!.bars.findLastIndex((b) => compare(b.start, t.onset) <= 0)
        const into = minus(t.onset, told!.bars[bar]!.start)
        return { onset: plus(part.bars[bar]?.start ?? t.onset, into), bpm: t.bpm }
      })
}

/**
 * A score from MusicXML (4.0 and before), part by part or bar by bar.
 * @throws TuneError with the line, or the bar and part, where something can't be read
 * @example readMusicXml('<score-partwise>…</score-partwise>').parts[0].bars[0].number // '1'
 */
export function readMusicXml(text: string): Score {
  const root = parseXml(text)
  if (root.nodeName !== 'score-partwise' && root.nodeName !== 'score-timewise')
    throw new TuneError(
      `The file is XML, but its root is “${root.nodeName.slice(0, 40)}”; a score is score-partwise or score-timewise.`,
    )
  const warnings = new Set<string>()
  const listed = new Map(
    elements(child(root, 'part-list') ?? root, 'score-part').map((p) => [p.attributes['id'] ?? '', p]),
  )
  const parts = measuresOf(root).map(([id, measures], n) => {
    const about = listed.get(id)
    const name = textIn(about, 'part-name') ?? ''
    const called = textIn(child(about, 'score-instrument'), 'instrument-name')
    const guessed = instrumentCalled(name) ?? (called ? instrumentCalled(called) : undefined)
    const part: Part = {
      id: id || `P${n + 1}`,
      name: name || called || `Part ${n + 1}`,
      ...(guessed && { instrument: guessed }),
      percussion: false,
      transposition: 0,
      bars: [],
      order: [],
      keys: [],
      tempos: [],
    }
    const s: State = {
      part,
      divisions: 1,
      fifths: 0,
      time: null,
      barAt: ZERO,
      tyings: [],
      warnings,
      dynamics: [],
      pitched: 0,
      unpitched: 0,
    }
    part.bars = measures.map((m, i) => readBar(s, m, i))
    part.percussion = !s.pitched && s.unpitched > 0
    joinTies(s.tyings)
    return part
  })
  if (!parts.length) throw new TuneError('The score has no part; it needs at least one with a bar.')
  const silent = parts.filter((p) => !p.bars.length)
  for (const p of silent) warnings.add(`${p.name} has no bars and is left out.`)
  const kept = parts.filter((p) => p.bars.length)
  if (!kept.length) throw new TuneError('The score has no bars; it needs at least one.')
  shareTurns(kept)
  shareTempos(kept)
  const title = textIn(child(root, 'work'), 'work-title') || textIn(root, 'movement-title') || ''
  return { title, parts: kept, warnings: [...warnings] }
}
