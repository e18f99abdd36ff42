import { describe, expect, it } from 'vitest'
import { byLikelihood, describeBetween, describeMove, moveFinder, heldFor } from '@halitus/core/fingering'
import { fingerSystem, instrument, type InstrumentId } from '@halitus/core/instruments'

const between = (id: InstrumentId, from: string, to: string) => {
  const inst = instrument(id)
  return moveFinder(fingerSystem(inst)).move(heldFor(inst, from), heldFor(inst, to))
}

/** Walks all 2ⁿ − 2 orders the long way: an independent count for the quick way. */
function everyState(id: InstrumentId, from: string, to: string) {
  const inst = instrument(id)
  const a = new Set(heldFor(inst, from).touches)
  const b = new Set(heldFor(inst, to).touches)
  const moving = [...new Set([...a, ...b])].filter((t) => a.has(t) !== b.has(t))
  const chart = new Set(fingerSystem(inst).chart.map((f) => [...f.touches].sort().join(' ')))
  let pitched = 0
  let unknown = 0
  for (let mask = 1; mask < 2 ** moving.length - 1; mask++) {
    const state = new Set(a)
    moving.forEach((t, i) => {
      if (mask & (1 << i)) {
        if (b.has(t)) state.add(t)
        else state.delete(t)
      }
    })
    if (chart.has([...state].sort().join(' '))) pitched++
    else unknown++
  }
  return { pitched, unknown }
}

describe('moves', () => {
  it('flute E flat to F: press L1, lift R2 R3 (common practice, no source)', () => {
    expect(between('flute', 'Eb5', 'F5')).toMatchObject({ press: ['L1'], lift: ['R2', 'R3'] })
  })
  it('flute D to E flat: press R4:Eb (common practice, no source)', () => {
    expect(between('flute', 'D5', 'Eb5')).toMatchObject({
      press: ['R4:Eb'],
      lift: [],
      between: [],
      unknownStates: 0,
    })
  })
  it('clarinet across the break: what sounds when the right ring is late', () => {
    const move = between('clarinet', 'G5', 'D5')
    expect(move.press).toEqual(['R1', 'R2', 'R3'])
    const ringLate = move.between.find((s) => s.late.join() === 'R3')
    expect(ringLate?.sounds).toBe('E5')
    const first = byLikelihood(move.between).map((s) =>
      describeBetween(fingerSystem(instrument('clarinet')), s, 'D5'),
    )
    expect(first).toContain('Right ring late: E5 sounds before D5.')
    expect(first).toContain('Right index early: F5 sounds before D5.')
    expect(describeMove(move)).toBe('Three press, five stay.')
  })
  it('keeps the register that lies nearest when one fingering has several', () => {
    const upper = between('flute', 'G5', 'E5').between.map((s) => s.sounds)
    expect(upper).toContain('F5')
    expect(between('flute', 'G4', 'E4').between.map((s) => s.sounds)).toContain('F4')
  })
  it.each([
    ['clarinet', 'A4', 'B4'],
    ['clarinet', 'C6', 'C#6'],
    ['clarinet', 'B4', 'G4'],
    ['flute', 'C5', 'D5'],
    ['flute', 'C#6', 'D6'],
  ] as const)('finds every charted note between %s %s and %s', (id, from, to) => {
    const move = between(id, from, to)
    const all = everyState(id, from, to)
    expect(move.between.filter((s) => s.sounds !== 'unknown')).toHaveLength(all.pitched)
    expect(move.unknownStates).toBe(all.unknown)
  })
  it('says who was late or early for each moment, and that nothing moves when nothing does', () => {
    for (const s of between('clarinet', 'A4', 'B4').between) expect(s.late.length + s.early.length).toBe(10)
    expect(between('flute', 'G4', 'G5')).toMatchObject({ press: [], lift: [], between: [], unknownStates: 0 })
    expect(describeMove(between('flute', 'G4', 'G5'))).toContain('air alone')
  })
  it('names an unknown touch', () => {
    expect(() =>
      moveFinder(fingerSystem(instrument('flute'))).move({ touches: ['L9'] }, { touches: [] }),
    ).toThrow('no touch “L9”. Known: LT')
  })
})
