import { describe, expect, it } from 'vitest'
import { chartedAs, introduce, rangeWords, slideOf, tapped } from '@halitus/core/fingering'
import { fingerSystem, instrument, type FingerSystem, type TouchId } from '@halitus/core/instruments'

const clarinet = fingerSystem(instrument('clarinet'))
const flute = fingerSystem(instrument('flute'))
const recorder = fingerSystem(instrument('soprano-recorder'))
const notes = (system: FingerSystem, touches: TouchId[]) => chartedAs(system, touches).map((f) => f.written)

describe('what a chart knows of touches', () => {
  it('are the notes with exactly these, in whatever order they are named', () => {
    // Thumb and first finger are E4 on every clarinet chart (common practice).
    expect(notes(clarinet, ['LT', 'L1'])).toEqual(['E4'])
    expect(notes(clarinet, ['L1', 'LT'])).toEqual(['E4'])
  })
  it('are both notes where two octaves share them', () => {
    const e4 = flute.chart.find((f) => f.written === 'E4' && f.kind === 'standard')!
    expect(notes(flute, [...e4.touches])).toEqual(['E4', 'E5'])
  })
  it('are none with a touch more or less, or another of the same number', () => {
    expect(notes(clarinet, ['LT', 'L1', 'R4:G#', 'L4:C#'])).toEqual([])
    expect(notes(clarinet, ['L1', 'L2', 'R3'])).toEqual([])
    expect(notes(clarinet, ['LT', 'R3'])).toEqual([])
  })
  it('has standard fingerings first, whatever their order in the chart', () => {
    const [one] = clarinet.chart.filter((f) => f.written === 'E4')
    const chart = (['trill', 'standard', 'alternate'] as const).map((kind) => ({ ...one!, kind, use: kind }))
    expect(chartedAs({ ...clarinet, chart }, ['LT', 'L1']).map((f) => f.kind)).toEqual([
      'standard',
      'trill',
      'alternate',
    ])
  })
})

describe('a tap', () => {
  it('presses, and lifts what is held', () => {
    expect(tapped(clarinet, ['LT'], 'L1')).toEqual(['LT', 'L1'])
    expect(tapped(clarinet, ['LT', 'L1'], 'LT')).toEqual(['L1'])
    expect(tapped(clarinet, [], 'R2')).toEqual(['R2'])
  })
  it('goes down, half, up where there is a half', () => {
    const down = tapped(recorder, ['L1'], 'LT')
    const half = tapped(recorder, down, 'LT')
    expect(down).toEqual(['L1', 'LT'])
    expect(half).toEqual(['L1', 'LT:half'])
    expect(tapped(recorder, half, 'LT')).toEqual(['L1'])
    expect(tapped(recorder, ['L1', 'R3:half'], 'L1')).toEqual(['R3:half'])
  })
  it('lets go of what the same finger can’t hold beside it, and of nothing else', () => {
    expect(tapped(clarinet, ['LT', 'R4:E', 'L4:C#'], 'R4:F')).toEqual(['LT', 'L4:C#', 'R4:F'])
  })
})

describe('a finger that would slide', () => {
  const of = (written: string) => clarinet.chart.find((f) => f.written === written && f.kind === 'standard')!
  it('is told, with the other side’s key that avoids it', () => {
    // B4 and C♯5 lie on keys of both little fingers (common practice).
    const slide = slideOf(clarinet, of('B4'), of('C#5'))!
    expect(slide.words).toBe(
      'The left little finger would slide from the E/B key to the F♯/C♯ key: take C♯5 another way (right little finger).',
    )
    expect(slide.instead!.from.kind).toBe('standard')
    expect(slide.instead!.to.use).toBe('right little finger')
    expect(slideOf(clarinet, of('B4'), of('G#5'))!.words).toContain('take B4 another way')
    expect(slideOf(clarinet, of('G3'), of('A3'))).toBeUndefined()
  })
})

describe('words of a note', () => {
  it('say which tube it overblows, what its own sounds, or that it stands alone', () => {
    const inst = instrument('clarinet')
    expect(rangeWords(inst, 'B4')).toBe('The tube of E3, partial 3, by a vent.')
    expect(rangeWords(inst, 'D6')).toBe('The tube of B♭3, partial 5, by a vent.')
    // The third partial lies 701.955 cents over an octave and a half, the fifth 386.314 over two (exact arithmetic).
    expect(rangeWords(inst, 'E3')).toBe(
      'Its tube also sounds B4 (+2), G♯5 (−14): partials, cents from equal temperament.',
    )
    expect(rangeWords(inst, 'C1')).toBe('')
  })
  it('introduce it beside the nearest known note, and plainly where none is known', () => {
    const inst = instrument('soprano-recorder')
    const words = (note: string, known: string[]) => introduce(inst, note, known).words
    expect(introduce(inst, 'B4', [])).toMatchObject({ beside: null, words: 'B4: as the picture shows.' })
    expect(words('A4', ['B4'])).toBe('One finger from B4: the left middle presses.')
    expect(words('C5', ['B4'])).toBe('Two fingers from B4: the left middle presses; the left index lifts.')
    expect(words('D5', ['B4', 'C5'])).toBe('One finger from C5: the left thumb lifts.')
    // A note is never shown beside itself.
    expect(introduce(inst, 'B4', ['B4']).beside).toBeNull()
  })
})
