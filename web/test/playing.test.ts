import { describe, expect, it } from 'vitest'
import type { PlayedAnswer } from '@halitus/core/contract'
import {
  asPerformed,
  fitsAtAll,
  heardNotes,
  onlyBars,
  playedEntry,
  roughNotes,
  spansOf,
  timed,
} from '@/stages/tune/playing.ts'

const note = (
  measure: number,
  onset: number,
  duration: number,
  written: string,
  midi: number,
  slurred = false,
  rest = 0,
) => ({
  measure,
  index: 0,
  onset,
  duration,
  written,
  midi,
  slurred,
  rest,
  touches: [],
})
const sheet = {
  bars: [
    { number: '1', start: 0, quarters: 2 },
    { number: '2', start: 2, quarters: 2 },
  ],
  order: [0, 0, 1],
  notes: [note(0, 0, 1, 'C5', 72, true), note(0, 1, 1, 'D5', 74), note(1, 2, 1, 'E5', 76, false, 1)],
}

describe('bars that are played', () => {
  it('follow the repeats where all of it is meant, and stand alone where some are', () => {
    expect(timed(sheet, { from: 0, to: 1 })).toEqual({
      notes: [
        { index: 0, at: 0 },
        { index: 1, at: 1 },
        { index: 0, at: 2 },
        { index: 1, at: 3 },
        { index: 2, at: 4 },
      ],
      quarters: 6,
    })
    expect(timed(sheet, { from: 1, to: 1 })).toEqual({ notes: [{ index: 2, at: 0 }], quarters: 2 })
  })
  it('are sounded at the studio’s pitch, after counting in', () => {
    const { spans, clicks } = spansOf(sheet, { from: 0, to: 0 }, 60, 442, 2)
    expect(clicks).toEqual([0, 1])
    expect(spans.map((s) => s.startS)).toEqual([2, 3])
    expect(spans[0]!.hz).toBeCloseTo(442 * 2 ** (3 / 12), 3)
    expect(spans.map((s) => s.slurred)).toEqual([false, true])
    expect(spans[0]!.lengthS).toBe(1)
    expect(spans[1]!.lengthS).toBe(0.9)
  })
  it('are performed with their strokes and rests', () => {
    expect(asPerformed(sheet, { from: 0, to: 1 }, 60).slice(2)).toEqual([
      { written: 'C5', lengthS: 1, begins: 'tongue', gapS: 0 },
      { written: 'D5', lengthS: 1, begins: 'slur', gapS: 0.045 },
      { written: 'E5', lengthS: 1, begins: 'tongue', gapS: 0.045 },
      { written: null, lengthS: 1 },
    ])
  })
})

describe('what was heard', () => {
  it('is taken with what sounded between', () => {
    const notes = [
      { startS: 0, endS: 1, hz: 440, start: { kind: 'tongued' } },
      { startS: 1.1, endS: 2, hz: 660, start: { kind: 'slurred' } },
    ]
    const timeS = Float64Array.from({ length: 200 }, (_, i) => i / 100)
    const hz = Float32Array.from(timeS, (t) => (t < 1 ? 440 : t < 1.1 ? 550 : 660))
    const heard = heardNotes({ notes } as never, { timeS, hz }, 440)
    expect(heard.map((h) => [h.onsetS, Math.round(h.midi), h.begins])).toEqual([
      [0, 69, 'tongue'],
      [1, 73, 'slur'],
      [1.1, 76, 'slur'],
    ])
  })
  it('is followed by pitches that stay', () => {
    const frames = [440, 440, 440, 440, 440, 440, 440, 440, 0, 880, 880].map((hz, i) => ({
      timeS: i / 100,
      hz,
    }))
    expect(roughNotes(frames, 440)).toEqual([{ onsetS: 0, durationS: 0.07, midi: 69 }])
    expect(roughNotes(frames.slice(1), 440)).toEqual([])
  })
  it('is kept with the first two bars that went wrong', () => {
    const fault = (measure: number, words: string) => ({
      kind: 'wrong' as const,
      measure,
      note: 0,
      words,
      todo: '',
    })
    const answer = {
      bpm: 66.66,
      bars: 'wl',
      faults: [fault(1, 'a'), fault(1, 'b'), fault(0, 'c')],
      breaths: [{ measure: 0, onset: 2, planned: true }],
    } as unknown as PlayedAnswer
    expect(playedEntry({ id: 't', title: 'T' }, 'V1', 72, sheet, answer)).toEqual({
      tune: 't',
      title: 'T',
      part: 'V1',
      asked: 72,
      bpm: 66.7,
      bars: 'wl',
      faults: [
        { bar: '2', words: 'a' },
        { bar: '1', words: 'c' },
      ],
      breaths: [0],
    })
  })
})

describe('another tune', () => {
  const notes = (right: number, wrong: number) => ({
    notes: [
      ...Array.from({ length: right }, (_, i) => ({
        measure: 0,
        index: i,
        verdict: 'right' as const,
        played: i,
      })),
      ...Array.from({ length: wrong }, (_, i) => ({
        measure: 0,
        index: i,
        verdict: 'wrong' as const,
        played: i,
      })),
      { measure: 0, index: 99, verdict: 'missing' as const },
    ],
  })
  it.each([
    [4, 6, true],
    [39, 61, false],
    [41, 59, true],
    [0, 0, false],
  ])('is told by how much fits: %s right, %s wrong', (right, wrong, fits) => {
    expect(fitsAtAll(notes(right, wrong))).toBe(fits)
  })
})

describe('some bars alone', () => {
  const xml = `<s><measure number="1" id="m0"><attributes><divisions>2</divisions><key><fifths>1</fifths></key><time><beats>2</beats></time><clef>G</clef></attributes><note id="n0"/></measure><measure number="2" id="m1"><attributes><key><fifths>2</fifths></key></attributes><note id="n1"/></measure><measure number="3" id="m2"><barline location="left"><repeat/></barline><note id="n2"/></measure></s>`
  it('carry the clef, key and time that hold there', () => {
    expect(onlyBars(xml, [2])).toBe(
      '<s><measure number="3" id="m2"><attributes><divisions>2</divisions><key><fifths>2</fifths></key><time><beats>2</beats></time><clef>G</clef></attributes><note id="n2"/></measure></s>',
    )
    expect(onlyBars(xml, [0, 2]).match(/<measure /g)).toHaveLength(2)
    expect(onlyBars(xml, [0, 2])).toContain('<fifths>1</fifths>')
  })
})
