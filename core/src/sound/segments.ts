import { midiOfHz } from '../pitch/index.ts'
import { median } from './statistics.ts'
import type { Track } from './track.ts'

/** Frames [from, to) of a track that belong to one note; `skip` are frames of accidents inside it. */
export interface Segment {
  from: number
  to: number
  midi: number
  skip: Set<number>
  /** How it was reached: out of silence or a dip, or from another note with no gap. */
  after: 'silence' | 'dip' | 'note'
}

export interface Accident {
  kind: 'squeak' | 'crack'
  from: number
  to: number
  /** Fractional semitones of the note it left and of where it went. */
  midi: number
  toMidi: number
}

/** A change of more than this is another note, not a wavering one. Semitones. */
const JUMP = 0.8
/** From here upwards a short excursion is another partial. Semitones. */
const SQUEAK = 6
const LONGEST_ACCIDENT_S = 0.35
const SHORTEST_NOTE_S = 0.08
/** A dip this deep between two sounds is a stroke of the tongue, dB. */
const DIP_DB = 5

/** Cuts a track into stretches of one pitch each, without judging them yet. */
function stretches(track: Track, a4Hz: number): Segment[] {
  const found: Segment[] = []
  let start = -1
  let recent: number[] = []
  let all: number[] = []
  let apart = 0
  const close = (end: number) => {
    if (start >= 0 && end - start >= 2)
      found.push({ from: start, to: end, midi: median(all), skip: new Set(), after: 'silence' })
    start = -1
    recent = []
    all = []
    apart = 0
  }
  for (let i = 0; i < track.hz.length; i++) {
    const hz = track.hz[i]!
    if (hz <= 0) {
      close(i)
      continue
    }
    const midi = midiOfHz(hz, a4Hz)
    if (start >= 0 && Math.abs(midi - median(recent)) > JUMP) {
      // One stray frame is the window lying across a change; two begin another stretch.
      if (++apart < 2) continue
      close(i - 1)
      start = i - 1
    } else apart = 0
    if (start < 0) start = i
    recent.push(midi)
    if (recent.length > 9) recent.shift()
    all.push(midi)
  }
  close(track.hz.length)
  return found
}

/** Splits a note where the level dips and comes back: the tongue was there. */
function splitAtDips(note: Segment, db: Float32Array): Segment[] {
  const reach = 12
  const cuts: number[] = []
  for (let i = note.from + 3; i < note.to - 3; i++) {
    let before = -Infinity
    let after = -Infinity
    for (let k = 1; k <= reach; k++) {
      if (i - k >= note.from) before = Math.max(before, db[i - k]!)
      if (i + k < note.to) after = Math.max(after, db[i + k]!)
    }
    const here = db[i]!
    const lowest = here <= db[i - 1]! && here < db[i + 1]!
    if (lowest && Math.min(before, after) - here >= DIP_DB && i - (cuts.at(-1) ?? -99) > 4) cuts.push(i)
  }
  const edges = [note.from, ...cuts, note.to]
  return edges.slice(0, -1).map((from, i) => ({
    ...note,
    skip: new Set<number>(),
    from,
    to: edges[i + 1]!,
    after: i === 0 ? note.after : 'dip',
  }))
}

/** Whether frames [from, to) hold a real fall in level: a stroke of the tongue or a stop, not a drop-out. */
function dips(db: Float32Array, from: number, to: number): boolean {
  let lowest = Infinity
  for (let i = from; i < to; i++) lowest = Math.min(lowest, db[i]!)
  const around = Math.min(db[Math.max(0, from - 3)]!, db[Math.min(db.length - 1, to + 2)]!)
  return around - lowest >= DIP_DB
}

/** A gap this short can lie inside one note, s. */
const RESUMES_S = 0.04
/** Sounds this close together belong to one breath, s. */
const NEAR_S = 0.06
/** A wrong sound at the very start or end of a note is no longer than this, s. */
const EDGE_S = 0.2

/** A stretch of one pitch with what lies around it: the note before, if any, and the stretch after. */
interface Place {
  host: Segment | undefined
  here: Segment
  next: Segment | undefined
}
/** What a rule makes of a stretch: how many further stretches it has used up; undefined: it has nothing to say. */
type Rule = (place: Place) => number | undefined

/**
 * Notes and accidents of a track. A short excursion to another partial between two stretches of one note, or at its
 * very start or end, is an accident of that note and doesn't break it.
 */
export function segment(track: Track, a4Hz: number): { notes: Segment[]; accidents: Accident[] } {
  const { hopS, db } = track
  const frames = (s: number) => Math.round(s / hopS)
  const accidents: Accident[] = []
  const notes: Segment[] = []

  const length = (s: Segment) => s.to - s.from
  const near = (a: Segment | undefined, b: Segment | undefined) =>
    !!a && !!b && b.from - a.to <= frames(NEAR_S)
  const samePitch = (a: Segment, b: Segment) => Math.abs(a.midi - b.midi) <= JUMP
  const high = (s: Segment, above: Segment) => s.midi - above.midi >= SQUEAK
  const accident = (s: Segment, host: Segment) =>
    accidents.push({
      kind: high(s, host) ? 'squeak' : 'crack',
      from: s.from,
      to: s.to,
      midi: host.midi,
      toMidi: s.midi,
    })
  const goesOn = (host: Segment, to: Segment) => {
    if (length(to) >= length(host)) host.midi = to.midi
    for (let f = host.to; f < to.from; f++) host.skip.add(f)
    host.to = to.to
  }

  /** What sounds again after a short gap at the same pitch is one note, unless the level fell. */
  const resumes: Rule = ({ host, here }) => {
    if (!host || !samePitch(host, here) || here.from - host.to > frames(RESUMES_S)) return undefined
    if (dips(db, host.to, here.from)) return undefined
    goesOn(host, here)
    return 0
  }
  /** Away to another pitch for a moment, and back. */
  const visits: Rule = ({ host, here, next }) => {
    if (!host || !next || !near(host, here) || !near(here, next)) return undefined
    if (length(here) > frames(LONGEST_ACCIDENT_S) || !samePitch(host, next)) return undefined
    // The same note struck again is no accident.
    if (samePitch(host, here)) return undefined
    accident(here, host)
    goesOn(host, next)
    return 1
  }
  /** A note that speaks too high first. */
  const startsHigh: Rule = ({ host, here, next }) => {
    if (!next || !near(here, next) || near(host, here)) return undefined
    if (length(here) > frames(EDGE_S) || length(next) <= 2 * length(here) || !high(here, next))
      return undefined
    accident(here, next)
    return 0
  }
  /** A note that flies up as it is let go. */
  const endsHigh: Rule = ({ host, here, next }) => {
    if (!host || !near(host, here) || near(here, next)) return undefined
    if (length(here) > frames(EDGE_S) || !high(here, host)) return undefined
    accident(here, host)
    return 0
  }
  const another: Rule = ({ host, here }) => {
    const slurred = host && near(host, here) && !dips(db, host.to, here.from)
    notes.push({ ...here, after: slurred ? 'note' : 'silence' })
    return 0
  }

  const rest = stretches(track, a4Hz)
  for (let i = 0; i < rest.length; i++) {
    const place = { host: notes.at(-1), here: rest[i]!, next: rest[i + 1] }
    for (const rule of [resumes, visits, startsHigh, endsHigh, another]) {
      const used = rule(place)
      if (used === undefined) continue
      i += used
      break
    }
  }
  return {
    notes: notes.flatMap((n) => splitAtDips(n, db)).filter((n) => n.to - n.from >= frames(SHORTEST_NOTE_S)),
    accidents,
  }
}
