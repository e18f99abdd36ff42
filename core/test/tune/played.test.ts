import { describe, expect, it } from 'vitest'
import {
  bestWay,
  lineOf,
  playable,
  playedVerdict,
  type HeardNote,
  type Part,
  type Reader,
} from '@halitus/core/tune'
import { abc } from './files.ts'

const on = (part: Part, instrument: Reader['instrument'] = 'clarinet') =>
  playable(part, { instrument, as: 'written', octave: 0 })
/** A take as written at 60, a quarter a second, each note held to nine tenths. */
const take = (part: Part): HeardNote[] =>
  lineOf(part).notes.map((n) => ({
    onsetS: n.onset,
    durationS: 0.9 * n.duration,
    midi: n.midi,
    begins: 'tongue',
  }))
const verdict = (part: Part, heard: HeardNote[], planned: number[] = []) => {
  const line = lineOf(part)
  return playedVerdict(
    part,
    heard,
    60,
    bestWay(part, line).map((n) => n.touches),
    planned,
  )
}
const change = (list: HeardNote[], at: number, by: Partial<HeardNote>) =>
  list.map((h, i) => (i === at ? { ...h, ...by } : h))
const tune = on(abc('EFGA|BAGE|FGAB|E4|'))

describe('the one verdict of a take', () => {
  it('is clean when it is as written, and says nothing', () => {
    const found = verdict(tune, take(tune))
    expect(found.bars).toBe('cccc')
    expect(found.faults).toEqual([])
    expect(found.breaths).toEqual([])
    expect(found.tuning).toEqual([])
  })
  it('names another note in the player’s own reading, with its bar', () => {
    const heard = take(tune)
    // Written A4 for B4 sounds G4 on this instrument.
    const found = verdict(tune, change(heard, 4, { midi: heard[4]!.midi - 1 }))
    expect(found.bars).toBe('cwcc')
    expect(found.faults.map((f) => [f.kind, f.measure, f.words])).toEqual([['wrong', 1, 'B♭4 instead of B4']])
    expect(found.faults[0]!.todo).toMatch(/names of its notes/)
  })
  it('names one left out', () => {
    const found = verdict(
      tune,
      take(tune).filter((_, i) => i !== 6),
    )
    expect(found.bars).toBe('cmcc')
    expect(found.faults[0]!.words).toBe('G4 missing')
  })
  it.each([
    // A quarter lasts a second: told from two tenths on.
    [0.19, 0],
    [0.2, 1],
    [0.21, 1],
    [-0.19, 0],
    [-0.21, 1],
  ])('tells what comes %s s late', (by, faults) => {
    const heard = take(tune)
    const found = verdict(tune, change(heard, 5, { onsetS: heard[5]!.onsetS + by })).faults
    const own = found.filter((f) => f.note === 5)
    expect(own).toHaveLength(faults)
    if (faults) expect(own[0]!.words).toBe(`A4 2 tenths of a second ${by > 0 ? 'late' : 'early'}`)
  })
  it.each([
    // Eighths at 60: half a second each; told from a tenth on.
    [0.09, 0],
    [0.1, 1],
    [0.11, 1],
  ])('tells a quick note that comes %s s late', (by, faults) => {
    const quick = on(abc('E/F/G/A/ GF|E4|'))
    const heard = take(quick)
    const own = verdict(quick, change(heard, 2, { onsetS: heard[2]!.onsetS + by })).faults.filter(
      (f) => f.note === 2,
    )
    expect(own).toHaveLength(faults)
    if (faults) expect(own[0]!.words).toBe('G4 a tenth of a second late')
  })
  it('names the finger that was late when a note sounds between', () => {
    // Clarinet: E4 is thumb and index, G4 open, F4 the thumb alone (common practice): so the thumb is what lingers.
    const part = on(abc('EGEG|E4|'))
    const heard = take(part)
    const stray: HeardNote = { onsetS: 0.93, durationS: 0.06, midi: heard[0]!.midi + 1, begins: 'slur' }
    const found = verdict(part, [heard[0]!, stray, ...heard.slice(1)])
    expect(found.bars).toBe('bc')
    expect(found.faults[0]!.kind).toBe('between')
    expect(found.faults[0]!.words).toMatch(/^F4 between, left thumb late$/)
  })
  it('takes a long stray note for no finger between', () => {
    const part = on(abc('EGEG|E4|'))
    const heard = take(part)
    const of = (durationS: number) =>
      verdict(part, [
        heard[0]!,
        { onsetS: 0.7, durationS, midi: heard[0]!.midi + 1 },
        ...heard.slice(1),
      ]).faults.filter((f) => f.kind === 'between')
    expect(of(0.25)).toHaveLength(1)
    expect(of(0.26)).toHaveLength(0)
  })
  it('holds strokes and slurs against what is written, after all else', () => {
    const part = on(abc('(EF)GA|B4|'))
    const heard = take(part)
    expect(verdict(part, heard).faults.map((f) => f.words)).toEqual(['F4 tongued under the slur'])
    const slurred = heard.map((h, i): HeardNote => ({ ...h, begins: i === 1 || i === 3 ? 'slur' : 'tongue' }))
    const found = verdict(part, slurred)
    expect(found.faults.map((f) => f.words)).toEqual(['A4 slurred, its stroke is missing'])
    expect(found.bars).toBe('cc')
    const both = verdict(part, change(slurred, 2, { midi: slurred[2]!.midi + 2 }))
    expect(both.faults.map((f) => f.kind)).toEqual(['wrong', 'slurred'])
  })
  it('hears where breath was taken, and whether it was planned', () => {
    const heard = (gap: number) => change(take(tune), 3, { durationS: 1 - gap })
    expect(verdict(tune, heard(0.19), [4]).breaths).toEqual([])
    expect(verdict(tune, heard(0.2), [4]).breaths).toEqual([{ measure: 0, onset: 4, planned: true }])
    expect(verdict(tune, heard(0.21), [8]).breaths).toEqual([{ measure: 0, onset: 4, planned: false }])
  })
  it('leaves bars that weren’t reached alone', () => {
    const found = verdict(tune, take(tune).slice(4, 8))
    expect(found.bars).toBe('-c--')
    expect(found.faults).toEqual([])
  })
  it.each([
    [0.15, 0],
    [0.16, 1],
  ])('names notes that are off by their median: %s semitones', (by, told) => {
    const heard = take(tune).map((h) => (h.midi === 62 ? { ...h, midi: h.midi + by } : h))
    expect(verdict(tune, heard).tuning).toEqual(told ? [{ written: 'E4', cents: 16, times: 3 }] : [])
  })
})
