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
function pieces(track: Track, a4Hz: number): Segment[] {
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
      // One stray frame is the window lying across a change; two begin another piece.
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

/** Splits a piece where the level dips and comes back: the tongue was there. */
function splitAtDips(piece: Segment, db: Float32Array): Segment[] {
  const reach = 12
  const cuts: number[] = []
  for (let i = piece.from + 3; i < piece.to - 3; i++) {
    let before = -Infinity
    let after = -Infinity
    for (let k = 1; k <= reach; k++) {
      if (i - k >= piece.from) before = Math.max(before, db[i - k]!)
      if (i + k < piece.to) after = Math.max(after, db[i + k]!)
    }
    const here = db[i]!
    const lowest = here <= db[i - 1]! && here < db[i + 1]!
    if (lowest && Math.min(before, after) - here >= DIP_DB && i - (cuts.at(-1) ?? -99) > 4) cuts.push(i)
  }
  const edges = [piece.from, ...cuts, piece.to]
  return edges.slice(0, -1).map((from, i) => ({
    ...piece,
    skip: new Set<number>(),
    from,
    to: edges[i + 1]!,
    after: i === 0 ? piece.after : 'dip',
  }))
}

/** Whether frames [from, to) hold a real fall in level: a stroke of the tongue or a stop, not a drop-out. */
function dips(db: Float32Array, from: number, to: number): boolean {
  let lowest = Infinity
  for (let i = from; i < to; i++) lowest = Math.min(lowest, db[i]!)
  const around = Math.min(db[Math.max(0, from - 3)]!, db[Math.min(db.length - 1, to + 2)]!)
  return around - lowest >= DIP_DB
}

/**
 * Notes and accidents of a track. A short excursion to another partial between two stretches of one note, or at its
 * very start or end, is an accident of that note and doesn't break it.
 */
export function segment(track: Track, a4Hz: number): { notes: Segment[]; accidents: Accident[] } {
  const { hopS, db } = track
  const frames = (s: number) => Math.round(s / hopS)
  const accidents: Accident[] = []
  const notes: Segment[] = []
  const rest = pieces(track, a4Hz)

  const near = (a: Segment, b: Segment) => b.from - a.to <= frames(0.06)
  const short = (s: Segment) => s.to - s.from <= frames(LONGEST_ACCIDENT_S)
  const accident = (s: Segment, host: Segment): Accident => ({
    kind: s.midi - host.midi >= SQUEAK ? 'squeak' : 'crack',
    from: s.from,
    to: s.to,
    midi: host.midi,
    toMidi: s.midi,
  })
  const absorb = (host: Segment, to: Segment) => {
    for (let f = host.to; f < to.from; f++) host.skip.add(f)
    host.to = to.to
    host.midi = host.to - host.from > to.to - to.from ? host.midi : to.midi
  }

  for (let i = 0; i < rest.length; i++) {
    const piece = rest[i]!
    const host = notes.at(-1)
    const next = rest[i + 1]
    // What sounds again after a short gap at the same pitch is one note, unless the level fell.
    if (
      host &&
      near(host, piece) &&
      Math.abs(host.midi - piece.midi) <= JUMP &&
      piece.from - host.to <= frames(0.04) &&
      !dips(db, host.to, piece.from)
    ) {
      absorb(host, piece)
      continue
    }
    if (
      host &&
      next &&
      short(piece) &&
      near(host, piece) &&
      near(piece, next) &&
      Math.abs(host.midi - next.midi) <= JUMP
    ) {
      accidents.push(accident(piece, host))
      absorb(host, next)
      i++
      continue
    }
    const tiny = piece.to - piece.from <= frames(0.2)
    const startsHigh = next && tiny && near(piece, next) && piece.midi - next.midi >= SQUEAK
    if (startsHigh && next.to - next.from > 2 * (piece.to - piece.from) && !(host && near(host, piece))) {
      accidents.push(accident(piece, next))
      continue
    }
    if (
      host &&
      tiny &&
      near(host, piece) &&
      piece.midi - host.midi >= SQUEAK &&
      !(next && near(piece, next))
    ) {
      accidents.push(accident(piece, host))
      continue
    }
    notes.push({
      ...piece,
      after: host && near(host, piece) && !dips(db, host.to, piece.from) ? 'note' : 'silence',
    })
  }
  return {
    notes: notes.flatMap((n) => splitAtDips(n, db)).filter((n) => n.to - n.from >= frames(SHORTEST_NOTE_S)),
    accidents,
  }
}
