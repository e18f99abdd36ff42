import { describe, expect, it } from 'vitest'
import { lineOf, midiOf, quantised, readTune } from '@halitus/core/tune'
import { keyOf } from '../../src/tune/spelled.ts'
import { abc, midiFile } from './files.ts'

const line = (part: Parameters<typeof lineOf>[0]) =>
  lineOf(part).notes.map((n) => [n.measure, n.onset, n.duration])

describe('what was recorded, as it would be written', () => {
  it('is the line again that was sent out as MIDI', () => {
    const part = abc('c d/e/ f z|(3g/a/b/ g2 e|c3 d|e4|')
    expect(line(quantised(readTune(midiOf(part)).score.parts[0]!))).toEqual(line(part))
  })
  it('lies on the beats beside which it was played, in the bar that it belongs to', () => {
    // 480 ticks a quarter: a note 40 early at the second bar (1880 of 1920), 440 long.
    const early = [0x8e, 0x58, 0x90, 72, 64, 0x83, 0x38, 0x80, 72, 0]
    const [part] = readTune(midiFile([[0, 0x90, 60, 64, 0x81, 0x70, 0x80, 60, 0, ...early.slice(0)]])).score
      .parts
    const notes = line(quantised(part!))
    expect(notes[1]![1]).toBeCloseTo(Math.round(notes[1]![1]! * 12) / 12, 9)
  })
  it('keeps a note that is short on purpose', () => {
    // A quarter of which half is silent.
    const [part] = readTune(
      midiFile([
        [0, 0x90, 60, 64, 0x81, 0x70, 0x80, 60, 0, 0x81, 0x70, 0x90, 62, 64, 0x83, 0x60, 0x80, 62, 0],
      ]),
    ).score.parts
    expect(line(quantised(part!))).toEqual([
      [0, 0, 0.5],
      [0, 1, 1],
    ])
  })
})

describe('the key by its notes', () => {
  it.each([
    ['C', [60, 62, 64, 65, 67, 69, 71], 0],
    ['G', [67, 69, 71, 72, 74, 76, 78], 1],
    ['B flat', [70, 72, 74, 75, 77, 79, 81], -2],
    ['too few', [61, 63], 0],
  ])('%s', (_, midis, fifths) => {
    expect(keyOf(midis)).toBe(fifths)
  })
})
