import { minus, plus, quarters } from './fraction.ts'
import type { Head, Part } from './model.ts'
import { TuneError } from './refused.ts'

/** One note of a line, ties joined. Times in quarters from the start of the part as written. */
export interface LineNote {
  /** Index of its bar, and of its first head among the heads of that bar. */
  measure: number
  index: number
  onset: number
  duration: number
  written: string
  writtenMidi: number
  /** What sounds, a MIDI number. */
  midi: number
  /** A slur goes on from it to the next; the same for a beam. */
  slurred: boolean
  beamed: boolean
  /** A slur ends on it. */
  slurEnds: boolean
  marks: readonly string[]
  /** Quarters of silence after it. */
  rest: number
  /** Note elements of a MusicXML file where it begins and where its last tied head stands; −1 in others. */
  source: number
  lastSource: number
}

/** A part as one player plays it: one note at a time. */
export interface Line {
  notes: LineNote[]
  /** Where several notes were written at once the upper one was taken. */
  several: boolean
}

/** Two times nearer than this are one, quarters. */
export const NEAR = 1e-6
/** One that goes on into the next by less is played legato, not as a second voice: of its own length, and quarters. */
const LEGATO = { share: 0.25, quarters: 0.125 } as const

interface Joined extends LineNote {
  from: number
  to: number
}

/** Heads with their ties joined, in order of time, the higher first. */
function joined(part: Part): Joined[] {
  const found: Joined[] = []
  const open = new Map<number, Joined[]>()
  part.bars.forEach((bar, measure) =>
    bar.heads.forEach((head, index) => {
      if (head.grace) return
      const end = quarters(plus(head.onset, head.duration))
      const onset = quarters(head.onset)
      const before = head.tied
        ? open.get(head.midi)?.find((n) => Math.abs(n.onset + n.duration - onset) < NEAR)
        : undefined
      if (before) {
        before.duration = end - before.onset
        before.from += head.slurFrom
        before.to += head.slurTo
        before.beamed = head.beamed
        before.marks = [...before.marks, ...head.marks]
        before.lastSource = head.source
        return
      }
      const note = newNote(head, measure, index, onset, end - onset)
      found.push(note)
      // Only what may still go on is looked through.
      open.set(head.midi, [
        ...(open.get(head.midi) ?? []).filter((n) => n.onset + n.duration > onset - NEAR),
        note,
      ])
    }),
  )
  return found.sort((a, b) => (Math.abs(a.onset - b.onset) < NEAR ? b.midi - a.midi : a.onset - b.onset))
}

const newNote = (head: Head, measure: number, index: number, onset: number, duration: number): Joined => ({
  measure,
  index,
  onset,
  duration,
  written: head.written,
  writtenMidi: head.writtenMidi,
  midi: head.midi,
  slurred: false,
  beamed: head.beamed,
  slurEnds: false,
  marks: head.marks,
  rest: 0,
  source: head.source,
  lastSource: head.source,
  from: head.slurFrom,
  to: head.slurTo,
})

/**
 * The line that one player plays: ties joined, graces and cues left out, of several voices the upper one.
 * @throws TuneError when the part has no note
 */
export function lineOf(part: Part): Line {
  const notes: Joined[] = []
  let several = false
  for (const note of joined(part)) {
    const last = notes.at(-1)
    if (last) {
      const over = last.onset + last.duration - note.onset
      if (Math.abs(note.onset - last.onset) < NEAR) {
        several = true
        continue
      }
      if (over > NEAR) {
        const legato = over <= Math.max(LEGATO.quarters, last.duration * LEGATO.share)
        if (!legato) several = true
        if (!legato && note.midi < last.midi) continue
        last.duration = note.onset - last.onset
      }
    }
    notes.push(note)
  }
  if (!notes.length)
    throw new TuneError(`${part.name} is silent: it has no note. Choose another part of the file.`)
  let open = 0
  notes.forEach((note, i) => {
    open = Math.max(0, open + note.from - note.to)
    note.slurred = open > 0
    note.slurEnds = note.to > 0
    const next = notes[i + 1]
    const end = note.onset + note.duration
    note.rest = Math.max(0, (next?.onset ?? quarters(endOf(part))) - end)
    if (note.rest < NEAR) note.rest = 0
  })
  return { notes: notes.map(({ from: _from, to: _to, ...note }) => note), several }
}

/** Where a part ends, quarters from its start. */
export function endOf(part: Part) {
  const last = part.bars.at(-1)!
  return plus(last.start, last.length)
}

/** Seconds of some quarters at a tempo in quarters a minute. */
export const secondsOf = (inQuarters: number, bpm: number): number => (inQuarters * 60) / bpm

/** The tempo that is written for a place; undefined where none is. */
export function tempoAt(part: Part, onset: number): number | undefined {
  return part.tempos.filter((t) => quarters(t.onset) <= onset + NEAR).at(-1)?.bpm
}

/** How far into its bar a head lies, quarters. */
export const intoBar = (part: Part, measure: number, head: Head): number =>
  quarters(minus(head.onset, part.bars[measure]!.start))
