import { writeMidi, type MidiEvent } from 'midi-file'
import { quarters } from './fraction.ts'
import { lineOf, tempoAt } from './line.ts'
import type { Part } from './model.ts'

const TICKS = 480
/** How much of its length a tongued note sounds, so that two of one pitch are two. */
const TONGUED = 0.92

/**
 * A part as it is played, repeats and all, as a Standard MIDI File (1.0, format 0). Pitches as they sound.
 * @param bpm quarters a minute; what is written at its beginning, else 120, when left out
 * @throws TuneError for a silent part
 */
export function midiOf(part: Part, bpm = tempoAt(part, 0) ?? 120): Uint8Array {
  const { notes } = lineOf(part)
  const events: { at: number; event: MidiEvent }[] = []
  let start = 0
  for (const m of part.order) {
    const bar = part.bars[m]!
    const from = quarters(bar.start)
    for (const note of notes.filter((n) => n.measure === m)) {
      const at = Math.round((start + note.onset - from) * TICKS)
      const length = Math.max(1, Math.round(note.duration * (note.slurred ? 1 : TONGUED) * TICKS))
      const common = { channel: 0, noteNumber: Math.max(0, Math.min(127, note.midi)), deltaTime: 0 }
      events.push({ at, event: { ...common, type: 'noteOn', velocity: 80 } })
      events.push({ at: at + length, event: { ...common, type: 'noteOff', velocity: 0 } })
    }
    start += quarters(bar.length)
  }
  // Where one ends and the next begins, the end comes first.
  events.sort((a, b) => a.at - b.at || Number(a.event.type === 'noteOn') - Number(b.event.type === 'noteOn'))
  let before = 0
  const track: MidiEvent[] = [
    { deltaTime: 0, meta: true, type: 'setTempo', microsecondsPerBeat: Math.round(60e6 / bpm) },
    ...events.map(({ at, event }) => {
      const timed = { ...event, deltaTime: at - before }
      before = at
      return timed
    }),
    { deltaTime: 0, meta: true, type: 'endOfTrack' },
  ]
  return new Uint8Array(
    writeMidi({ header: { format: 0, numTracks: 1, ticksPerBeat: TICKS }, tracks: [track] }),
  )
}
