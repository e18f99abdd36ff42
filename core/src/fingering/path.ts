import { OutOfRange } from '../errors/index.ts'
import {
  fingeringsOf,
  fingerSystem,
  holeStates,
  type FingerSystem,
  type Fingering,
  type Instrument,
  type TouchId,
} from '../instruments/index.ts'
import { NoteError, parseNote, prettyNote } from '../pitch/index.ts'
import {
  costOf,
  difficulty,
  ownParts,
  weightsFor,
  type Part,
  type Parts,
  type Tempo,
  type Weights,
} from './difficulty.ts'
import { slideOf } from './slide.ts'

/** What a teacher said about a fingering: taken or not taken, next to a note or anywhere. */
export interface Overruling {
  written: string
  touches: readonly TouchId[]
  /** The other note of the pair it was said of; anywhere when left out. */
  beside?: string
  takes: boolean
}

export interface PathOptions {
  system?: string
  tempo?: Tempo
  /** How many of the best ways, 1 to 9. */
  k?: number
  /** A choice of the school `alternates`. */
  school?: string
  /** Fingerings that the learner has met; all when left out. */
  knows?: (f: Fingering) => boolean
  overrulings?: readonly Overruling[]
}

/** One note of a way, with the reason where another fingering than the standard one was taken. */
export interface PathNote {
  written: string
  touches: TouchId[]
  use: string
  why?: string
}
export interface Path {
  cost: number
  fingerings: PathNote[]
}

const sameTouches = (a: readonly TouchId[], b: readonly TouchId[]) =>
  a.length === b.length && a.every((t) => b.includes(t))

/** A line's fingerings as numbers: what each note may be, what each costs alone and next to another. */
interface Prepared {
  system: FingerSystem
  all: Fingering[]
  /** For each note of the line, indices into `all`. */
  options: number[][]
  own: Float64Array
  pair: (a: number, b: number) => number
  parts: (a: number, b: number) => Parts
  weights: Weights
}

/** The most notes of one line. */
export const LONGEST_LINE = 10_000

function prepare(inst: Instrument, notes: readonly string[], o: PathOptions): Prepared {
  if (!notes.length) throw new OutOfRange('A passage needs at least one note.')
  if (notes.length > LONGEST_LINE)
    throw new OutOfRange(`A passage has at most ${LONGEST_LINE} notes; this one has ${notes.length}.`)
  const system = fingerSystem(inst, o.system)
  const all: Fingering[] = []
  const at = new Map<string, number[]>()
  const standards = new Map<string, string>()
  const holes = (touches: readonly TouchId[]) => [...holeStates(system, new Set(touches)).values()].join()
  const options = notes.map((written, n) => {
    // A fingering for trills is in its place where two notes take turns.
    const turns =
      notes[n - 1] !== undefined &&
      (notes[n + 1] === notes[n - 1] || notes[n - 2] === written || notes[n + 2] === written)
    const usable = (list: number[]) => (turns ? list : list.filter((i) => all[i]!.kind !== 'trill'))
    const known = at.get(written)
    if (known) return usable(known)
    const found = fingeringsOf(inst, written, o.system)
    if (!found.length)
      throw new NoteError(`No fingering is charted for ${prettyNote(written)} on the ${inst.name}.`)
    const indices = found.map((f) => all.push({ ...f, written }) - 1)
    at.set(written, indices)
    standards.set(written, holes(found[0]!.touches))
    const some = usable(indices)
    if (!some.length)
      throw new NoteError(`${prettyNote(written)} has only trill fingerings on the ${inst.name}.`)
    return some
  })
  const weights = weightsFor(o.school ?? '', o.tempo)
  const said = (f: Fingering, beside?: Fingering) => {
    let sum = 0
    for (const r of o.overrulings ?? []) {
      if (parseNote(r.written).midi !== parseNote(f.written).midi) continue
      if (
        r.beside === undefined
          ? beside
          : !beside || parseNote(r.beside).midi !== parseNote(beside.written).midi
      )
        continue
      const this_ = sameTouches(r.touches, f.touches)
      // What was refused costs more; what was chosen makes all others cost more.
      if (r.takes ? !this_ : this_) sum += 1
    }
    return sum
  }
  const own = Float64Array.from(all, (f) => {
    const parts = ownParts(f)
    // Another key for the same pads, or a finger that lies ready: the tube is the same, and so is the tone.
    if (holes(f.touches) === standards.get(f.written)) parts.tone = 0
    if (o.knows && f.kind !== 'standard' && !o.knows(f)) parts.unknown = 1
    parts.overruled = said(f)
    return costOf(parts, weights)
  })
  const size = all.length
  const cache = new Float64Array(size * size).fill(NaN)
  const parts = (a: number, b: number): Parts => {
    const p = difficulty(system, all[a]!, all[b]!)
    p.overruled = said(all[a]!, all[b]) + said(all[b]!, all[a])
    return p
  }
  const pair = (a: number, b: number) => {
    const key = a * size + b
    const known = cache[key]!
    if (!Number.isNaN(known)) return known
    return (cache[key] = costOf(parts(a, b), weights))
  }
  return { system, all, options, own, pair, parts, weights }
}

/**
 * The best fingering for every note of a line in its context: dynamic programming over all charted fingerings (Viterbi,
 * 1967), with the k best ways kept at each (list Viterbi: Seshadri & Sundberg, 1994). Linear in the notes.
 * @throws NoteError for a note that the instrument doesn't have @throws OutOfRange for an empty or endless line
 * @example pathsOf(instrument('clarinet'), ['B4', 'C#5'])[0].fingerings.map((f) => f.touches.at(-1))
 */
export function pathsOf(inst: Instrument, notes: readonly string[], options: PathOptions = {}): Path[] {
  const k = options.k ?? 1
  if (!Number.isInteger(k) || k < 1 || k > 9) throw new OutOfRange('Between 1 and 9 ways are given.')
  const ready = prepare(inst, notes, options)
  const { options: choices, own, pair } = ready
  // A state is a fingering of a note with one of its k best ways so far; `back` says where that came from.
  const backs: Int32Array[] = []
  let costs = new Float64Array(choices[0]!.length * k).fill(Infinity)
  choices[0]!.forEach((f, i) => (costs[i * k] = own[f]!))
  for (let n = 1; n < choices.length; n++) {
    const [before, now] = [choices[n - 1]!, choices[n]!]
    const next = new Float64Array(now.length * k).fill(Infinity)
    const back = new Int32Array(now.length * k).fill(-1)
    for (let j = 0; j < now.length; j++)
      for (let i = 0; i < before.length; i++) {
        const step = pair(before[i]!, now[j]!) + own[now[j]!]!
        for (let rank = 0; rank < k; rank++) {
          const cost = costs[i * k + rank]! + step
          if (!(cost < next[j * k + k - 1]!)) break
          let slot = j * k + k - 1
          while (slot > j * k && next[slot - 1]! > cost) {
            next[slot] = next[slot - 1]!
            back[slot] = back[slot - 1]!
            slot--
          }
          next[slot] = cost
          back[slot] = i * k + rank
        }
      }
    backs.push(back)
    costs = next
  }
  return [...costs.keys()]
    .filter((s) => costs[s]! < Infinity)
    .sort((a, b) => costs[a]! - costs[b]!)
    .slice(0, k)
    .map((last) => {
      const line: number[] = []
      for (let n = choices.length - 1, state = last; n >= 0; n--) {
        line[n] = choices[n]![Math.floor(state / k)]!
        if (n > 0) state = backs[n - 1]![state]!
      }
      return { cost: costs[last]!, fingerings: explained(ready, line) }
    })
}

/** What is said of a part that the standard fingering would have had more of. */
const WORDS: Record<Exclude<Part, 'slide'>, string> = {
  fingers: 'fewer fingers move',
  opposite: 'no fingers of one hand go opposite ways',
  thumb: 'less work for the thumb',
  crossing: 'it stays in its register',
  tone: 'better tone and tuning',
  trill: 'made for the trill',
  unknown: 'the one that is known',
  overruled: 'as chosen by the teacher',
}

/** The line with a reason for each choice that isn't the standard one: what the standard one would have cost here. */
function explained(
  { system, all, options, parts, own, weights }: Prepared,
  line: readonly number[],
): PathNote[] {
  const reasons = new Map<string, string>()
  return line.map((index, n) => {
    const f = all[index]!
    const note: PathNote = { written: f.written, touches: f.touches, use: f.use }
    const standard = options[n]![0]!
    if (index === standard) return note
    const [before, after] = [line[n - 1], line[n + 1]]
    const key = `${before} ${index} ${after}`
    const known = reasons.get(key)
    if (known) return { ...note, why: known }
    const cost = (of: number) => {
      const both = [
        ...(before === undefined ? [] : [parts(before, of)]),
        ...(after === undefined ? [] : [parts(of, after)]),
      ]
      return (part: Part) => both.reduce((sum, p) => sum + p[part], 0) * weights[part]
    }
    const [mine, other] = [cost(index), cost(standard)]
    const saved = (Object.keys(weights) as Part[])
      .map((part) => ({ part, by: other(part) - mine(part) }))
      .reduce((a, b) => (b.by > a.by ? b : a))
    let why =
      saved.by > 0
        ? WORDS[saved.part as Exclude<Part, 'slide'>]
        : own[index]! < own[standard]!
          ? WORDS.overruled
          : 'it fits what comes next'
    if (saved.part === 'slide' && saved.by > 0) {
      const std = all[standard]!
      const slide =
        (before !== undefined && slideOf(system, all[before]!, std)) ||
        (after !== undefined && slideOf(system, std, all[after]!)) ||
        undefined
      why = slide ? slide.words.split(':')[0]!.replace('would slide', 'needn’t slide') : 'no finger slides'
    }
    reasons.set(key, why)
    return { ...note, why }
  })
}
