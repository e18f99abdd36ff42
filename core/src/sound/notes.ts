import { midiOfHz } from '../pitch/index.ts'
import { dentsOf } from './dents.ts'
import { joined, mixed, rough, slips } from './accidents.ts'
import { airGoesOn, divides, edgeSounds, isTwo, visitSounds } from './alone.ts'
import { JUMP, type Accident, type Dent, type Segment } from './segments.ts'
import { median } from './statistics.ts'
import type { Track } from './track.ts'

/** A short note between two others, or before the first: a finger was late or early. */
export interface Between {
  from: number
  to: number
  midi: number
}

export interface Heard {
  notes: Segment[]
  /** Every stroke on running air, also those of notes too short to be told. */
  dents: Dent[]
  accidents: Accident[]
  between: Between[]
}

/** From here upwards or downwards a short excursion is another register, not another finger. Semitones. */
const REGISTER = 5.5
const LONGEST_ACCIDENT_S = 0.35
/** On the way to another note an accident is shorter than this share of either (chosen by Halitus on two sampled banks, seeds 1 to 161). */
const CROSSING_SHARE = 0.6
/** On the way to another note, an octave for longer than this is played, s. */
const LONGEST_OCTAVE_S = 0.1
/**
 * Nearer than this no register lies to a note of the lowest two (an octave, a twelfth; textbook acoustics): there and back again within
 * it is a note that was played, unless it is as much shorter than both as an accident on the way to another note. Semitones.
 */
const NEAREST_REGISTER = 10.5
/** A wrong sound at the very start or end of a note is no longer than this, s. */
const EDGE_S = 0.2
/** Shorter than this nobody hears a squeak as one, s. */
const SQUEAK_S = 0.03
const SHORTEST_NOTE_S = 0.06
/** Shorter than this between two longer ones it wasn't meant, s; and so much shorter than both. */
const LONGEST_BETWEEN_S = 0.135
const BETWEEN_SHARE = 0.6
const SHORTEST_BETWEEN_S = 0.019
/** A gap this short can lie inside one note, s. */
const RESUMES_S = 0.06
/** Sounds this close together belong to one breath, s. */
const NEAR_S = 0.06
/** A tone that is gone for longer than this, while air goes on, has dropped out, s. */
const DROPOUT_S = 0.05
const LONGEST_DROPOUT_S = 0.4
const RECENT_S = 0.09
const CROSSFADE_S = 0.036

/** Cuts a track into stretches of one pitch each, without judging them yet. */
function stretches(track: Track, a4Hz: number): Segment[] {
  const { hz, hopS } = track
  const found: Segment[] = []
  const keep = Math.round(RECENT_S / hopS)
  const shortest = Math.max(2, Math.round(SHORTEST_BETWEEN_S / hopS))
  let start = -1
  let recent: number[] = []
  let all: number[] = []
  let apart = 0
  const close = (end: number) => {
    if (start >= 0 && end - start >= shortest)
      found.push({ from: start, to: end, midi: median(all), skip: new Set(), after: 'silence' })
    start = -1
    recent = []
    all = []
    apart = 0
  }
  for (let i = 0; i < hz.length; i++) {
    if (hz[i]! <= 0) {
      close(i)
      continue
    }
    const midi = midiOfHz(hz[i]!, a4Hz)
    if (start >= 0 && Math.abs(midi - median(recent)) > JUMP) {
      // One stray frame is the window lying across a change; two begin another stretch.
      if (++apart < 2) continue
      close(i - 1)
      start = i - 1
    } else apart = 0
    if (start < 0) start = i
    recent.push(midi)
    if (recent.length > keep) recent.shift()
    all.push(midi)
  }
  close(hz.length)
  return found
}

/** A stretch of one pitch with what lies around it: the note before, if any, and the stretch after. */
interface Place {
  host: Segment | undefined
  here: Segment
  next: Segment | undefined
}
/** What a rule makes of a stretch: how many further stretches it has used up; undefined: it has nothing to say. */
type Rule = (place: Place) => number | undefined

/**
 * Notes, accidents and notes between of a track. A short excursion to another register between two stretches of one note,
 * or at its very start or end, is an accident of that note and doesn't break it; strokes on running air part notes.
 * @param askedHz the note that was asked for: only then can a register that slipped be told from a slurred octave
 */
export function notesOf(track: Track, a4Hz: number, askedHz?: number): Heard {
  const { hopS } = track
  const seconds = (s: Segment) => (s.to - s.from) * hopS
  const accidents: Accident[] = []
  const between: Between[] = []
  const notes: Segment[] = []

  const near = (a: Segment | undefined, b: Segment | undefined) =>
    !!a && !!b && (b.from - a.to) * hopS <= NEAR_S
  const same = (a: Segment, b: Segment) => Math.abs(a.midi - b.midi) <= JUMP
  const away = (s: Segment, from: Segment) => Math.abs(s.midi - from.midi) >= REGISTER
  const accident = (s: Segment, host: Segment, place: Accident['place']) =>
    accidents.push({
      kind:
        s.midi - host.midi >= REGISTER && !(place === 'start' && isCrack(s.midi - host.midi))
          ? 'squeak'
          : 'crack',
      from: s.from,
      to: s.to,
      midi: host.midi,
      toMidi: s.midi,
      place,
    })
  const goesOn = (host: Segment, to: Segment) => {
    if (to.to - to.from >= host.to - host.from) host.midi = to.midi
    for (let f = host.to; f < to.from; f++) host.skip.add(f)
    host.to = to.to
  }
  const short = (s: Segment, ...around: Segment[]) =>
    seconds(s) <= LONGEST_BETWEEN_S && around.every((a) => seconds(s) < BETWEEN_SHARE * seconds(a))

  /** What sounds again after a short gap at the same pitch is one note; strokes part it later. */
  const resumes: Rule = ({ host, here }) => {
    if (!host || !same(host, here)) return undefined
    const gapS = (here.from - host.to) * hopS
    const breaks = gapS > DROPOUT_S && gapS <= LONGEST_DROPOUT_S && airGoesOn(track, host, here)
    if (gapS > RESUMES_S && !breaks) return undefined
    if (breaks)
      accidents.push({
        kind: 'dropout',
        from: host.to,
        to: here.from,
        midi: host.midi,
        toMidi: host.midi,
        place: 'inside',
      })
    goesOn(host, here)
    return 0
  }
  /** Away to another register for a moment, and back or on to another note. */
  const visits: Rule = ({ host, here, next }) => {
    if (!host || !next || !near(host, here) || !near(here, next)) return undefined
    if (seconds(here) > LONGEST_ACCIDENT_S || !away(here, host) || !away(here, next)) return undefined
    // Upwards it may fly anywhere; downwards a tone falls into a lower register only.
    if (here.midi < host.midi && !divides(here, host) && !divides(here, next)) return undefined
    // A leap there and back that takes its time is played.
    if (seconds(here) > 0.5 * Math.max(seconds(host), seconds(next))) return undefined
    const back = same(host, next)
    // On the way to another note it flies past both; what lies between them, or lasts about as long as one of them, is played.
    if (!back && here.midi > Math.min(host.midi, next.midi) && here.midi < Math.max(host.midi, next.midi))
      return undefined
    const nearby = Math.abs(here.midi - host.midi) < NEAREST_REGISTER
    if ((!back || nearby) && seconds(here) > CROSSING_SHARE * Math.min(seconds(host), seconds(next)))
      return undefined
    if (!back && seconds(here) > LONGEST_OCTAVE_S && octaveUp(here, host)) return undefined
    if (seconds(here) >= SQUEAK_S && visitSounds(track, host, here, next))
      accident(here, host, back ? 'inside' : 'crossing')
    if (back) goesOn(host, next)
    else notes.push({ ...next, after: 'note' })
    return 1
  }
  /** A finger too late or too early: much shorter than what lies around. */
  const slipsBetween: Rule = ({ host, here, next }) => {
    if (!next || !near(here, next)) return undefined
    const from = host && near(host, here) ? host : undefined
    if (from ? !short(here, from, next) : !short(here, next)) return undefined
    if (same(here, next) || (from && same(from, here))) return undefined
    // A register away at the very start is how it spoke, not a finger.
    if (!from && away(here, next)) return undefined
    between.push({ from: here.from, to: here.to, midi: here.midi })
    if (from && same(from, next)) goesOn(from, next)
    else notes.push({ ...next, after: from ? 'note' : 'silence', from: from ? next.from : here.from })
    if (!from) for (let f = here.from; f < here.to; f++) notes.at(-1)!.skip.add(f)
    return 1
  }
  /** A note that speaks in another register first. */
  const startsAway: Rule = ({ host, here, next }) => {
    if (!next || !near(here, next) || near(host, here)) return undefined
    if (seconds(here) > EDGE_S || seconds(next) <= 1.5 * seconds(here) || !away(here, next)) return undefined
    const sounds = edgeSounds(track, here, next)
    if (sounds) accident(here, next, 'start')
    notes.push({ ...next, from: sounds ? here.from : next.from, after: 'silence' })
    if (sounds) for (let f = here.from; f < here.to; f++) notes.at(-1)!.skip.add(f)
    return 1
  }
  /** A note that flies off as it is let go. */
  const endsAway: Rule = ({ host, here, next }) => {
    if (!host || !near(host, here) || near(here, next)) return undefined
    if (seconds(here) > EDGE_S || !away(here, host) || seconds(host) < 2 * seconds(here)) return undefined
    if (edgeSounds(track, here, host)) accident(here, host, 'end')
    return 0
  }
  const another: Rule = ({ host, here }) => {
    notes.push({ ...here, after: host && near(host, here) ? 'note' : 'silence' })
    return 0
  }

  // While one sound gives way to another both have a common measure far below, for a moment: nobody plays that.
  const cut = stretches(track, a4Hz)
  const rest = cut.filter((s, k) => {
    const [before, after] = [cut[k - 1], cut[k + 1]]
    if (!before || !after || !near(before, s) || !near(s, after)) return true
    const measures = divides(s, before) || divides(s, after)
    if (seconds(s) <= CROSSFADE_S) return s.midi > Math.min(before.midi, after.midi) - REGISTER && !measures
    // A long window or a room makes it longer; what really sounds down there has partials of its own.
    const beside = Math.max(seconds(before), seconds(after))
    if (!measures || seconds(s) > Math.min(beside, LONGEST_ACCIDENT_S) || !isTwo(track, s)) return true
    const change = (s.from + s.to) >> 1
    for (let f = s.from; f < s.to; f++) (f < change ? before : after).skip.add(f)
    before.to = after.from = change
    return false
  })
  for (let i = 0; i < rest.length; i++) {
    const place = { host: notes.at(-1), here: rest[i]!, next: rest[i + 1] }
    for (const rule of [resumes, visits, startsAway, slipsBetween, endsAway, another]) {
      const used = rule(place)
      if (used === undefined) continue
      i += used
      break
    }
  }
  const strokes = partAtStrokes(track, notes)
  const parted = strokes.notes.filter((n) => seconds(n) >= SHORTEST_NOTE_S)
  parted.forEach((note, k) => mixed(track, note, parted[k - 1], accidents))
  if (askedHz) accidents.push(...slips(parted, midiOfHz(askedHz, a4Hz)))
  for (const note of parted) rough(track, note, accidents)
  return {
    notes: parted,
    dents: strokes.dents,
    accidents: joined(accidents, Math.round(NEAR_S / hopS)),
    between,
  }
}

const octaveUp = (s: Segment, from: Segment) => Math.abs(s.midi - from.midi - 12) < 0.6

/** An octave or a twelfth (or down by as much): the other register, not a squeak. */
function isCrack(semitones: number): boolean {
  return Math.abs(semitones) < 20.5
}

/** Parts notes where the tongue was, and says with which stroke each begins. */
function partAtStrokes(track: Track, notes: Segment[]): { notes: Segment[]; dents: Dent[] } {
  const { hopS } = track
  const out: Segment[] = []
  const all: Dent[] = []
  const reach = Math.round(NEAR_S / hopS)
  for (let i = 0; i < notes.length;) {
    let j = i + 1
    while (j < notes.length && notes[j]!.from - notes[j - 1]!.to <= reach) j++
    const breath = notes.slice(i, j)
    const dents = dentsOf(track, breath[0]!.from, breath.at(-1)!.to)
    all.push(...dents)
    for (const note of breath) {
      const first = dents.find((d) => Math.abs(d.at - note.from) * hopS <= 0.05)
      const inside = dents.filter(
        (d) => d !== first && (d.at - note.from) * hopS > 0.05 && (note.to - d.at) * hopS > 0.05,
      )
      const starts = [note.from, ...inside.map((d) => d.at)]
      starts.forEach((from, k) => {
        const to = starts[k + 1] ?? note.to
        const dent = k === 0 ? (note === breath[0] ? undefined : first) : inside[k - 1]
        out.push({
          ...note,
          skip: new Set([...note.skip].filter((f) => f >= from && f < to)),
          from,
          to,
          after: dent ? 'dent' : k === 0 ? note.after : 'dent',
          ...(dent && { dent }),
        })
      })
    }
    i = j
  }
  return { notes: out, dents: all }
}
