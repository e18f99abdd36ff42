import { describe, expect, it } from 'vitest'
import { readTune } from '@halitus/core/tune'
import { fileOf, midiFile, told } from './files.ts'

// Layout of the bytes: Standard MIDI Files 1.0 (MIDI Manufacturers Association, 1988), from memory. 480 ticks a quarter.
const Q = [0x83, 0x60] as const // 480 as a variable-length quantity
const on = (key: number, channel = 0, at: readonly number[] = [0]) => [...at, 0x90 | channel, key, 64]
const off = (key: number, channel = 0, at: readonly number[] = Q) => [...at, 0x80 | channel, key, 0]
const read = (...args: Parameters<typeof midiFile>) => readTune(midiFile(...args)).score

describe('MIDI', () => {
  it('takes a note from its on to its off, spelled by the key', () => {
    const flats = [0, 0xff, 0x59, 2, 0xfe, 0]
    expect(told(read([[...flats, ...on(70), ...off(70), ...on(72), ...off(72)]]).parts[0]!)).toEqual([
      '0:0+1 Bb4',
      '0:1+1 C5',
    ])
  })
  it('reads a running status and an off that is an on without force', () => {
    expect(told(read([[...on(60), ...Q, 60, 0, 0, 62, 64, ...Q, 62, 0]]).parts[0]!)).toEqual([
      '0:0+1 C4',
      '0:1+1 D4',
    ])
  })
  it('ends the first of two of one pitch first', () => {
    const two = [...on(60), ...Q, 0x90, 60, 64, ...off(60), ...off(60)]
    expect(told(read([two]).parts[0]!)).toEqual(['0:0+2 C4', '0:1+2 C4'])
  })
  it('ends what is left hanging with the track, and says so', () => {
    const { parts, warnings } = read([[...on(60), ...on(64), ...off(64)]])
    expect(told(parts[0]!)).toEqual(['0:0+1 C4', '0:0+1 E4'])
    expect(warnings).toEqual(['Track 1: 1 notes never end; they last to the end of the track.'])
  })
  it('gives each channel of each track a part, the tenth to percussion', () => {
    const { parts } = read([
      [...on(60), ...off(60), ...on(38, 9), ...off(38, 9)],
      [...on(62), ...off(62)],
    ])
    expect(parts.map((p) => [p.id, p.percussion])).toEqual([
      ['T1C1', false],
      ['T1C10', true],
      ['T2C1', false],
    ])
  })
  it('lays bars by the time signatures, a change within one begins a new one', () => {
    const time = (beats: number, at: readonly number[]) => [...at, 0xff, 0x58, 4, beats, 2, 24, 8]
    const three = [...time(3, [0]), ...time(2, [0x9e, 0]), ...on(60, 0, [0]), ...off(60)] // 3840 ticks: 8 quarters
    const bars = read([three]).parts[0]!.bars
    expect(bars.map((b) => b.length.n / b.length.d)).toEqual([3, 3, 2, 2])
  })
  it('keeps the pulse, leaves one of nothing out', () => {
    const tempo = (us: number) => [0, 0xff, 0x51, 3, us >> 16, (us >> 8) & 255, us & 255]
    const score = read([[...tempo(500_000), ...tempo(0), ...on(60), ...off(60)]])
    expect(score.parts[0]!.tempos.map((t) => t.bpm)).toEqual([120])
    expect(score.warnings).toEqual(['A tempo of 0 microseconds a quarter is left out; it must be above 0.'])
  })
  it('counts frames of film as time: 25 a second with 40 ticks, a quarter is half a second', () => {
    // −25 as a byte, 40 ticks a frame: 1000 ticks a second, 500 a quarter.
    const score = read([[...on(60), ...off(60, 0, [0x83, 0x74])]], [0xe7, 40]) // 500 ticks
    expect(told(score.parts[0]!)).toEqual(['0:0+1 C4'])
    expect(score.warnings[0]).toMatch(/counts in frames of a second/)
  })
  it.each<[string, Uint8Array, RegExp]>([
    [
      'cut off',
      midiFile([[...on(60), ...off(60)]]).slice(0, -5),
      /Track 1 says that it is \d+ bytes long; \d+ are left/,
    ],
    ['another format', midiFile([[...on(60), ...off(60)]], [1, 0xe0], 2), /of format 2; 0 and 1 are read/],
    ['no ticks', midiFile([[...on(60), ...off(60)]], [0, 0]), /0 ticks in a quarter/],
    ['no notes', midiFile([[]]), /has no notes/],
    ['percussion only', midiFile([[...on(38, 9), ...off(38, 9)]]), /percussion only/],
    ['a head alone', fileOf('MThd'), /doesn’t begin as a MIDI file does/],
  ])('refuses what is %s', (_, bytes, sentence) => {
    expect(() => readTune(bytes)).toThrow(sentence)
  })
})
