import { parseMidi, type MidiData, type MidiEvent } from 'midi-file'
import { fraction, compare, minus, plus, ZERO, type Fraction } from './fraction.ts'
import type { Bar, Head, Part, Score } from './model.ts'
import { instrumentCalled, instrumentOfProgram } from './names.ts'
import { TuneError } from './refused.ts'
import { keyOf, spelledIn } from './spelled.ts'

/** Channel 10, counted from 0, is percussion (General MIDI, level 1). */
const PERCUSSION = 9
/** Beyond these a file isn't a tune. */
const MOST_NOTES = 60_000
const MOST_BARS = 20_000
/** Without a pulse of its own, a file that counts in seconds is taken at so many quarters a minute (SMF 1.0's default). */
const USUAL_BPM = 120

interface Sounded {
  track: number
  channel: number
  key: number
  from: number
  to: number
}
interface Changes {
  times: { at: number; beats: number; beatType: number }[]
  keys: { at: number; fifths: number }[]
  tempos: { at: number; bpm: number }[]
}

/** A file's head and chunks as they really are: the library believes what they say of themselves. @throws TuneError */
function checkChunks(bytes: Uint8Array): void {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  const tag = (at: number) => String.fromCharCode(...bytes.subarray(at, at + 4))
  if (tag(0) !== 'MThd' || bytes.length < 14)
    throw new TuneError('The file doesn’t begin as a MIDI file does (MThd and its length).')
  const format = view.getUint16(8)
  if (format > 1)
    throw new TuneError(`The MIDI file is of format ${format}; 0 and 1 are read. Save it as one of these.`)
  let [at, n] = [8 + view.getUint32(4), 0]
  while (at + 8 <= bytes.length) {
    const length = view.getUint32(at + 4)
    if (tag(at) === 'MTrk') n++
    if (at + 8 + length > bytes.length)
      throw new TuneError(
        `Track ${Math.max(1, n)} says that it is ${length} bytes long; ${bytes.length - at - 8} are left. The file is cut off.`,
      )
    at += 8 + length
  }
  if (!n) throw new TuneError('The MIDI file has no track.')
}

/** Ticks in a quarter; one that counts in frames of a film is taken at the usual pulse. */
function perQuarter(header: MidiData['header'], warnings: string[]): number {
  const { ticksPerBeat, ticksPerFrame, framesPerSecond } = header as typeof header & {
    framesPerSecond?: number
  }
  if (ticksPerBeat) return ticksPerBeat
  if (ticksPerFrame && framesPerSecond) {
    warnings.push(
      `The file counts in frames of a second, not in beats: a quarter is taken as ${60 / USUAL_BPM} s.`,
    )
    return (ticksPerFrame * framesPerSecond * 60) / USUAL_BPM
  }
  throw new TuneError('The MIDI file has 0 ticks in a quarter; there must be at least one.')
}

/** Notes of one track, each from its on to its off; one that begins again while it sounds ends there. */
function soundedIn(events: readonly MidiEvent[], track: number, warnings: Set<string>): Sounded[] {
  const found: Sounded[] = []
  const open = new Map<number, Sounded[]>()
  let at = 0
  for (const e of events) {
    at += e.deltaTime
    if (e.type !== 'noteOn' && e.type !== 'noteOff') continue
    const key = e.channel * 128 + e.noteNumber
    const waiting = open.get(key) ?? []
    if (e.type === 'noteOn' && e.velocity > 0) {
      const note = { track, channel: e.channel, key: e.noteNumber, from: at, to: -1 }
      found.push(note)
      open.set(key, [...waiting, note])
      if (found.length > MOST_NOTES)
        throw new TuneError(`Track ${track + 1} has more than ${MOST_NOTES} notes; no tune has.`)
    } else {
      // The first that began is the first that ends.
      const note = waiting.shift()
      if (note) note.to = at
    }
  }
  const hanging = found.filter((n) => n.to < 0)
  for (const note of hanging) note.to = at
  if (hanging.length)
    warnings.add(`Track ${track + 1}: ${hanging.length} notes never end; they last to the end of the track.`)
  return found
}

function changesIn(tracks: readonly (readonly MidiEvent[])[], warnings: Set<string>): Changes {
  const found: Changes = { times: [], keys: [], tempos: [] }
  for (const events of tracks) {
    let at = 0
    for (const e of events) {
      at += e.deltaTime
      if (e.type === 'timeSignature' && e.numerator > 0 && e.denominator > 0)
        found.times.push({ at, beats: e.numerator, beatType: e.denominator })
      if (e.type === 'keySignature' && Math.abs(e.key) <= 7) found.keys.push({ at, fifths: e.key })
      if (e.type === 'setTempo') {
        if (e.microsecondsPerBeat > 0) found.tempos.push({ at, bpm: 60e6 / e.microsecondsPerBeat })
        else warnings.add('A tempo of 0 microseconds a quarter is left out; it must be above 0.')
      }
    }
  }
  for (const list of [found.times, found.keys, found.tempos]) list.sort((a, b) => a.at - b.at)
  return found
}

/** Empty bars from the first beat to the last, by the time signatures. */
function barsOf(
  end: Fraction,
  changes: Changes,
  asFraction: (ticks: number) => Fraction,
  usualKey: number,
): Bar[] {
  const bars: Bar[] = []
  let start = ZERO
  const holding = <T extends { at: number }>(list: readonly T[]) =>
    list.findLast((x) => compare(asFraction(x.at), start) <= 0)
  do {
    const time = holding(changes.times) ?? { beats: 4, beatType: 4 }
    let length = fraction(time.beats * 4, time.beatType)
    // A time that changes within a bar begins a new one.
    const next = changes.times.find((t) => compare(asFraction(t.at), start) > 0)
    const left = next && minus(asFraction(next.at), start)
    if (left && compare(left, length) < 0) length = left
    bars.push({
      number: String(bars.length + 1),
      start,
      length,
      heads: [],
      fifths: holding(changes.keys)?.fifths ?? usualKey,
      time: { beats: time.beats, beatType: time.beatType },
      turns: {},
      words: [],
      doubleBar: false,
    })
    start = plus(start, length)
    if (bars.length > MOST_BARS) throw new TuneError(`The file has more than ${MOST_BARS} bars; no tune has.`)
  } while (compare(start, end) < 0)
  return bars
}

const barAt = (bars: readonly Bar[], onset: Fraction) => {
  let [low, high] = [0, bars.length - 1]
  while (low < high) {
    const middle = (low + high + 1) >> 1
    if (compare(bars[middle]!.start, onset) <= 0) low = middle
    else high = middle - 1
  }
  return bars[low]!
}

/** What a track says of itself. */
const textOf = (events: readonly MidiEvent[], type: 'trackName' | 'instrumentName') =>
  events.flatMap((e) => (e.type === type ? [e.text.replace(/\p{Cc}/gu, '').trim()] : [])).find(Boolean)
const programOf = (events: readonly MidiEvent[], channel: number) =>
  events.flatMap((e) => (e.type === 'programChange' && e.channel === channel ? [e.programNumber] : []))[0]

/**
 * A score from a Standard MIDI File (1.0, formats 0 and 1): a part for each track and channel, written as it sounds.
 * @throws TuneError where it is no such file, is cut off, or grows beyond what a tune has
 */
export function readMidi(bytes: Uint8Array): Score {
  checkChunks(bytes)
  let data: MidiData
  try {
    data = parseMidi(bytes)
  } catch (error) {
    throw new TuneError(
      `The MIDI file can’t be read: ${String((error as Error).message ?? error).slice(0, 100)}.`,
    )
  }
  const told: string[] = []
  const warnings = new Set<string>()
  const ticks = perQuarter(data.header, told)
  const asFraction = (at: number) => fraction(Math.round(at), Math.round(ticks))
  const changes = changesIn(data.tracks, warnings)
  const sounded = data.tracks.map((events, t) => soundedIn(events, t, warnings))
  const all = sounded.flat()
  const pitched = all.filter((n) => n.channel !== PERCUSSION)
  // Without a key signature the notes say which key spells most of them.
  const usualKey = changes.keys.length ? 0 : keyOf(pitched.map((n) => n.key))
  if (!all.length) throw new TuneError('The MIDI file has no notes; it needs at least one.')
  const end = asFraction(all.reduce((last, n) => Math.max(last, n.to), 0))
  const names = data.tracks.map((events) => textOf(events, 'trackName'))
  const parts = data.tracks.flatMap((events, t) => {
    const channels = [...new Set(sounded[t]!.map((n) => n.channel))].sort((a, b) => a - b)
    return channels.map((channel): Part => {
      const bars = barsOf(end, changes, asFraction, usualKey)
      const mine = sounded[t]!.filter((n) => n.channel === channel)
      for (const n of mine) {
        const onset = asFraction(n.from)
        const bar = barAt(bars, onset)
        bar.heads.push(headOf(n.key, onset, minus(asFraction(n.to), onset), bar.fifths))
      }
      const called = names[t] || textOf(events, 'instrumentName')
      const guessed = (called && instrumentCalled(called)) || instrumentOfProgram(programOf(events, channel))
      return {
        id: `T${t + 1}C${channel + 1}`,
        name: (called ?? `Track ${t + 1}`) + (channels.length > 1 ? `, channel ${channel + 1}` : ''),
        ...(guessed && channel !== PERCUSSION && { instrument: guessed }),
        percussion: channel === PERCUSSION,
        transposition: 0,
        bars,
        order: bars.map((_, i) => i),
        keys: changes.keys.map((k) => ({
          measure: bars.indexOf(barAt(bars, asFraction(k.at))),
          fifths: k.fifths,
        })),
        tempos: changes.tempos.map((x) => ({ onset: asFraction(x.at), bpm: x.bpm })),
      }
    })
  })
  return { title: data.header.format === 1 ? (names[0] ?? '') : '', parts, warnings: [...told, ...warnings] }
}

function headOf(key: number, onset: Fraction, duration: Fraction, fifths: number): Head {
  return {
    onset,
    duration,
    written: spelledIn(key, fifths),
    writtenMidi: key,
    midi: key,
    voice: '1',
    staff: 1,
    tied: false,
    grace: false,
    slurFrom: 0,
    slurTo: 0,
    beamed: false,
    marks: [],
    source: -1,
  }
}
