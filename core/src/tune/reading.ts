import {
  difficulty,
  costOf as movingCost,
  difficultyWords,
  pathsOf,
  registerMap,
  slideOf,
  weightsFor,
  type Overruling,
  type PathNote,
} from '../fingering/index.ts'
import { fingerSystem, fingeringsOf, instrument, type Fingering } from '../instruments/index.ts'
import { parseNote } from '../pitch/index.ts'
import { equalBars, restsOf, sectionsOf, type CountedRest, type EqualBars, type Section } from './bars.ts'
import { lineOf, secondsOf, tempoAt, type Line, type LineNote } from './line.ts'
import type { Part } from './model.ts'
import { changedBy } from './spelled.ts'

/** What is known of who reads it. */
export interface ReadingOptions {
  system?: string | undefined
  /** MIDI numbers of written notes that the learner has. */
  known?: ReadonlySet<number>
  /** Quarters a minute; what is written, else 120, when left out (the default of Standard MIDI Files 1.0). */
  tempo?: number | undefined
  /** A choice of the school `alternates`. */
  school?: string
  overrulings?: readonly Overruling[]
  /** Touches whose fingers were late before; moves with them weigh more. */
  late?: ReadonlySet<string>
  /** Moves that weren't remembered or went wrong before, as `A4 B4`; they weigh more. */
  shaky?: ReadonlySet<string>
}

/** Without a tempo in the file and in the question. */
export const USUAL_TEMPO = 120

/** A note that the key signature changes, and the bars in which it does. */
export interface ChangedNote {
  step: string
  alter: number
  measures: number[]
}
export interface NewNote {
  written: string
  measure: number
}
/** Two notes whose fingers are hard to change. */
export interface HardMove {
  from: string
  to: string
  /** Where it is met first: the bar and the onset of the second note. */
  measure: number
  onset: number
  /** All bars with it. */
  measures: number[]
  /** How much the fingers have to do, by the time there is for it. */
  difficulty: number
  /** What makes it hard. */
  why: string
}
export interface Longest {
  measure: number
  onset: number
  quarters: number
  seconds: number
}
/** A finger that would have to slide from key to key. */
export interface Collision {
  measure: number
  onset: number
  words: string
}
export interface Reading {
  changedNotes: ChangedNote[]
  newNotes: NewNote[]
  equalBars: EqualBars[]
  hardMoves: HardMove[]
  longest: { slur: Longest | null; held: Longest | null }
  range: { lowest: Ends; highest: Ends }
  crossings: { measure: number; onset: number }[]
  sections: Section[]
  rests: CountedRest[]
  collisions: Collision[]
  /** The tempo that seconds were counted at, quarters a minute, and whether it is written. */
  tempo: { bpm: number; from: 'asked' | 'written' | 'usual' }
  /** Of several voices the upper one was read. */
  several: boolean
}
export interface Ends {
  written: string
  sounding: number
}

/** What each hardship adds to a move (chosen by Halitus). */
const HARD = {
  /** A move that has a second weighs as it is, one with half a second this much more. */
  perHurry: 0.35,
  late: 1.5,
  shaky: 1.4,
  new: 1.3,
  /** So many are named. */
  most: 8,
  /** After so much silence nothing is a move, quarters. */
  rest: 1,
} as const

/** So much of what makes a move hard is said. */
const MOST_WHY = 2

/** Notes that the key changes in this piece, in the order of the signature. */
export function changedNotes(part: Part): ChangedNote[] {
  const found = new Map<string, ChangedNote>()
  part.bars.forEach((bar, measure) => {
    const changed = changedBy(bar.fifths)
    if (!changed.size) return
    for (const head of bar.heads) {
      const alter = changed.get(head.written[0]!)
      if (alter === undefined || head.written.replace(/-?\d+$/, '').slice(1) !== (alter > 0 ? '#' : 'b'))
        continue
      const key = `${head.written[0]}${alter}`
      const known = found.get(key) ?? { step: head.written[0]!, alter, measures: [] }
      if (known.measures.at(-1) !== measure) known.measures.push(measure)
      found.set(key, known)
    }
  })
  const order = [...changedBy(7).keys()]
  const place = (c: ChangedNote) => (c.alter > 0 ? order.indexOf(c.step) : -order.indexOf(c.step))
  return [...found.values()].sort((a, b) => b.alter - a.alter || place(a) - place(b))
}

/** Notes that aren't known, each where it is met first. */
export function newNotes(notes: readonly LineNote[], known: ReadonlySet<number>): NewNote[] {
  const met = new Set(known)
  return notes.flatMap((n) => {
    if (met.has(n.writtenMidi)) return []
    met.add(n.writtenMidi)
    return [{ written: n.written, measure: n.measure }]
  })
}

/** The longest slur: from its first note to the end of its last. */
function longestSlur(notes: readonly LineNote[], bpm: (onset: number) => number): Longest | null {
  let best: Longest | null = null
  for (let i = 0; i < notes.length; i++) {
    if (!notes[i]!.slurred) continue
    let to = i
    while (notes[to]!.slurred && to + 1 < notes.length) to++
    const [first, last] = [notes[i]!, notes[to]!]
    const quarters = last.onset + last.duration - first.onset
    const seconds = secondsOf(quarters, bpm(first.onset))
    if (!best || seconds > best.seconds)
      best = { measure: first.measure, onset: first.onset, quarters, seconds }
    i = to
  }
  return best
}
function longestHeld(notes: readonly LineNote[], bpm: (onset: number) => number): Longest | null {
  let best: Longest | null = null
  for (const n of notes) {
    const seconds = secondsOf(n.duration, bpm(n.onset))
    if (!best || seconds > best.seconds + 1e-9)
      best = { measure: n.measure, onset: n.onset, quarters: n.duration, seconds }
  }
  return best
}

/** Where the line goes from one register to another. */
function crossingsOf(notes: readonly LineNote[], terraceOf: (midi: number) => number) {
  return notes.flatMap((n, i) => {
    const before = notes[i - 1]
    return before && terraceOf(before.writtenMidi) !== terraceOf(n.writtenMidi)
      ? [{ measure: n.measure, onset: n.onset }]
      : []
  })
}

/** The fingerings of a line's best way, note by note. @throws NoteError as `pathsOf` */
export function bestWay(part: Part, line: Line, options: ReadingOptions = {}): PathNote[] {
  const inst = instrument(part.instrument!)
  const [best] = pathsOf(
    inst,
    line.notes.map((n) => plainly(n.written)),
    {
      ...(options.system && { system: options.system }),
      ...(options.school && { school: options.school }),
      ...(options.overrulings && { overrulings: options.overrulings }),
    },
  )
  return best!.fingerings
}
/** As charts spell it: B sharp and the like by the semitone. */
const plainly = (written: string) => {
  const { midi, accidental } = parseNote(written)
  return accidental === '𝄪' || accidental === '𝄫' || /^(E#|B#|Fb|Cb)/.test(written) ? plain(midi) : written
}
const NAMES = ['C', 'C#', 'D', 'Eb', 'E', 'F', 'F#', 'G', 'G#', 'A', 'Bb', 'B'] as const
const plain = (midi: number) => `${NAMES[midi % 12]}${Math.floor(midi / 12) - 1}`

/**
 * All that can be said of a part before it is played: what is new, hard, equal, long, low and high in it.
 * @param part as it is read on the learner's instrument: `playable` gives it
 * @throws TuneError for a silent part @throws NoteError for a note without a fingering
 */
export function readPart(part: Part, options: ReadingOptions = {}): Reading {
  const line = lineOf(part)
  const { notes } = line
  const inst = instrument(part.instrument!)
  const system = fingerSystem(inst, options.system)
  const written = tempoAt(part, 0) ?? part.tempos[0]?.bpm
  const bpm = (onset: number) => options.tempo ?? tempoAt(part, onset) ?? written ?? USUAL_TEMPO
  const map = registerMap(inst, options.system)
  const terraces = new Map(map.flatMap((t, i) => t.notes.map((n) => [parseNote(n.written).midi, i] as const)))
  const way = bestWay(part, line, options)
  const fingered = new Map<string, Fingering>()
  const fingeringOf = (n: PathNote): Fingering => {
    const key = `${n.written} ${n.touches.join()}`
    const found =
      fingered.get(key) ??
      fingeringsOf(inst, n.written, options.system).find((f) => f.touches.join() === n.touches.join())!
    fingered.set(key, found)
    return found
  }
  const lowest = notes.reduce((a, b) => (b.midi < a.midi ? b : a))
  const highest = notes.reduce((a, b) => (b.midi > a.midi ? b : a))
  const collisions: Collision[] = []
  const moves = new Map<string, HardMove>()
  const weights = weightsFor(options.school ?? '')
  const slides = new Map<string, string | undefined>()
  const efforts = new Map<string, { cost: number; why: string; touches: string[] }>()
  notes.forEach((note, i) => {
    const before = notes[i - 1]
    if (!before || before.rest >= HARD.rest || before.writtenMidi === note.writtenMidi) return
    const [a, b] = [fingeringOf(way[i - 1]!), fingeringOf(way[i]!)]
    const key = `${before.written} ${note.written} ${a.touches.join()} ${b.touches.join()}`
    if (!efforts.has(key)) {
      const parts = difficulty(system, a, b)
      const moving = system.touches.filter((t) => a.touches.includes(t.id) !== b.touches.includes(t.id))
      efforts.set(key, {
        cost: movingCost(parts, weights),
        // What weighs most, in words; the numbers are the drill’s.
        why: difficultyWords(parts, weights)
          .replace(/ \d+\.\d/g, '')
          .split(', ')
          .slice(0, MOST_WHY)
          .join(', '),
        touches: moving.map((t) => t.id),
      })
      slides.set(key, slideOf(system, a, b)?.words)
    }
    const slide = slides.get(key)
    if (slide) collisions.push({ measure: note.measure, onset: note.onset, words: slide })
    const effort = efforts.get(key)!
    if (!effort.cost) return
    const seconds = secondsOf(note.onset - before.onset, bpm(before.onset))
    let score = effort.cost * (1 + HARD.perHurry * Math.max(0, 1 / Math.max(0.05, seconds) - 1))
    const pair = `${before.written} ${note.written}`
    const why = [effort.why]
    if (effort.touches.some((t) => options.late?.has(t))) {
      score *= HARD.late
      why.push('a finger that was late before')
    }
    if (options.shaky?.has(pair)) {
      score *= HARD.shaky
      why.push('not remembered surely')
    }
    if (options.known && (!options.known.has(before.writtenMidi) || !options.known.has(note.writtenMidi))) {
      score *= HARD.new
      why.push('a new note')
    }
    const known = moves.get(pair)
    if (!known)
      moves.set(pair, {
        from: before.written,
        to: note.written,
        measure: note.measure,
        onset: note.onset,
        measures: [note.measure],
        difficulty: score,
        why: why.join(', '),
      })
    else {
      if (known.measures.at(-1) !== note.measure) known.measures.push(note.measure)
      if (score > known.difficulty)
        Object.assign(known, {
          difficulty: score,
          measure: note.measure,
          onset: note.onset,
          why: why.join(', '),
        })
    }
  })
  return {
    changedNotes: changedNotes(part),
    newNotes: newNotes(notes, options.known ?? new Set()),
    equalBars: equalBars(part),
    hardMoves: [...moves.values()]
      .sort((a, b) => b.difficulty - a.difficulty || a.onset - b.onset)
      .slice(0, HARD.most)
      .map((m) => ({ ...m, difficulty: Math.round(m.difficulty * 10) / 10 })),
    longest: { slur: longestSlur(notes, bpm), held: longestHeld(notes, bpm) },
    range: {
      lowest: { written: lowest.written, sounding: lowest.midi },
      highest: { written: highest.written, sounding: highest.midi },
    },
    crossings: crossingsOf(notes, (midi) => terraces.get(midi) ?? -1),
    sections: sectionsOf(part, notes),
    rests: restsOf(part, notes),
    collisions,
    tempo: {
      bpm: bpm(0),
      from: options.tempo ? 'asked' : written ? 'written' : 'usual',
    },
    several: line.several,
  }
}

const SIGN: Readonly<Record<number, string>> = { 1: 'sharp', [-1]: 'flat' }
const listed = (words: readonly string[]) =>
  words.length < 2 ? (words[0] ?? '') : `${words.slice(0, -1).join(', ')} and ${words.at(-1)}`

/**
 * The key of this very piece in words.
 * @example keyWords(part, reading) // 'Every F and C is sharp.'
 */
export function keyWords(part: Part, { changedNotes: changed }: Pick<Reading, 'changedNotes'>): string {
  const signature = changedBy(part.bars[0]!.fifths)
  if (!signature.size) return 'No note is changed by the key.'
  const unused = [...signature.keys()].filter((step) => !changed.some((c) => c.step === step))
  const used = changed.filter((c) => signature.has(c.step))
  const kind = SIGN[[...signature.values()][0]!]!
  if (!used.length)
    return `Nothing in it is ${kind}: the key’s ${listed(unused)} never ${unused.length === 1 ? 'comes' : 'come'}.`
  const rest = unused.length ? `; ${listed(unused)} never ${unused.length === 1 ? 'comes' : 'come'}` : ''
  return `Every ${listed(used.map((c) => c.step))} is ${kind}${rest}.`
}

/** How many bars there are to learn once equal ones count once. */
export const barsToLearn = (part: Part, equal: readonly EqualBars[]): number => {
  const again = new Set(equal.filter((g) => g.kind === 'exact').flatMap((g) => g.measures.slice(1)))
  return part.bars.filter((bar, i) => bar.heads.length && !again.has(i)).length
}
