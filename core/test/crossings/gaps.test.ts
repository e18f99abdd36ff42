import { describe, expect, it } from 'vitest'
import { notesBetween } from '@halitus/core/crossings'
import { playPhrase } from '@halitus/core/player'
import { analyse } from '@halitus/core/sound'
import { hzOfMidi } from '@halitus/core/pitch'

const STEP = 0.01
/** A track of pitches: `[midi, seconds]` one after another; 0 is silence. */
function track(parts: readonly (readonly [number, number])[]) {
  const hz = parts.flatMap(([midi, s]) =>
    Array.from({ length: Math.round(s / STEP) }, () => (midi ? hzOfMidi(midi, 440) : 0)),
  )
  return { timeS: Float64Array.from(hz, (_, i) => i * STEP), hz: Float32Array.from(hz) }
}
const note = (startS: number, endS: number, midi: number) => ({ startS, endS, hz: hzOfMidi(midi, 440) })

describe('what sounds for a moment between two notes', () => {
  const between = (ms: number, midi = 64) =>
    notesBetween(
      track([
        [60, 1],
        [midi, ms / 1000],
        [67, 1],
      ]),
      [note(0, 1, 60), note(1 + ms / 1000, 2 + ms / 1000, 67)],
      440,
    )
  it.each([
    [40, 0],
    [50, 1],
    [60, 1],
    [290, 1],
    [310, 0],
  ])('is heard from 40 ms on, and is a note of its own beyond three tenths: %s ms', (ms, found) => {
    expect(between(ms)).toHaveLength(found)
  })
  it('is told with its pitch and place', () => {
    const [found] = between(100)
    expect(found!.midi).toBeCloseTo(64, 3)
    expect(found!.startS).toBeCloseTo(1, 1)
    expect(found!.endS).toBeCloseTo(1.09, 2)
  })
  it.each([
    [60.5, 0],
    [60.7, 1],
    [66.5, 0],
  ])('isn’t one of the two notes on its way: %s', (midi, found) => {
    expect(between(100, midi)).toHaveLength(found)
  })
  it('is nothing in silence', () => {
    expect(
      notesBetween(
        track([
          [60, 1],
          [0, 0.1],
          [67, 1],
        ]),
        [note(0, 1, 60), note(1.1, 2.1, 67)],
        440,
      ),
    ).toEqual([])
  })
  it('is found where the simulated player lets a finger come late, and nowhere else', () => {
    const notes = ['A4', 'B4', 'A4', 'B4'].map((written, i) => ({
      written,
      lengthS: 0.6,
      begins: i ? ('slur' as const) : ('tongue' as const),
      ...(i === 1 && { between: { written: 'G4', lengthMs: 110 } }),
    }))
    const { samples } = playPhrase({ instrument: 'clarinet', notes, seed: 21_777 }, 44_100)
    const { report, track: heard } = analyse(samples, 44_100, { transposition: -2, a4Hz: 440 })
    const found = notesBetween(heard, report.notes, 440)
    // Written G4 sounds F4.
    expect(found.map((f) => Math.round(f.midi))).toEqual([65])
  })
})
