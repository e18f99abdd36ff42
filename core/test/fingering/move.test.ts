import { describe, expect, it } from 'vitest'
import {
  byLikelihood,
  describeBetween,
  describeMove,
  heldFor,
  moveFinder,
  slideOf,
} from '@halitus/core/fingering'
import { noteName, parseNote } from '@halitus/core/pitch'
import { fingerSystem, instrument, standardFingering, type InstrumentId } from '@halitus/core/instruments'

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
  const system = fingerSystem(inst)
  const registers = [from, to].map((n) => standardFingering(inst, n).register)
  const chart = new Set(
    system.chart.filter((f) => registers.includes(f.register)).map((f) => [...f.touches].sort().join(' ')),
  )
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
    const system = fingerSystem(instrument('clarinet'))
    const first = byLikelihood(system, move).map((s) => describeBetween(system, s, 'D5'))
    expect(first).toContain('Right ring late: E5 sounds before D5.')
    expect(first).toContain('Right index early: F5 sounds before D5.')
    expect(describeMove(system, move)).toBe('Three press, four stay.')
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
    expect(move.between.filter((s) => s.source === 'chart')).toHaveLength(all.pitched)
    expect(move.unknownStates).toBe(all.unknown)
  })
  it('says who was late or early for each moment, and that nothing moves when nothing does', () => {
    for (const s of between('clarinet', 'A4', 'B4').between) expect(s.late.length + s.early.length).toBe(10)
    expect(between('flute', 'G4', 'G5')).toMatchObject({ press: [], lift: [], between: [], unknownStates: 0 })
    expect(describeMove(fingerSystem(instrument('flute')), between('flute', 'G4', 'G5'))).toContain(
      'air alone',
    )
  })
  it('names an unknown touch', () => {
    expect(() =>
      moveFinder(fingerSystem(instrument('flute'))).move({ touches: ['L9'] }, { touches: [] }),
    ).toThrow('no touch “L9”. Known: LT')
  })

  it('names no note of a register that neither end has', () => {
    // From any note to any other between C4 and C6, nothing sounds more than a major third above both on the flute.
    const flute = instrument('flute')
    const finder = moveFinder(fingerSystem(flute))
    const midi = (n: string) => parseNote(n).midi
    for (let a = midi('C4'); a <= midi('C6'); a++)
      for (let b = midi('C4'); b <= midi('C6'); b++)
        for (const s of finder.move(heldFor(flute, noteName(a)), heldFor(flute, noteName(b))).between)
          if (s.sounds !== 'unknown')
            expect(midi(s.sounds), `${noteName(a)} ${noteName(b)}`).toBeLessThanOrEqual(Math.max(a, b) + 4)
  })
  it('says of every single late finger from A4 to B4 what its open holes give, and that it is derived', () => {
    const { between: states } = between('clarinet', 'A4', 'B4')
    const single = states.filter((s) => s.late.length === 1)
    expect(single).toHaveLength(10)
    expect(single.every((s) => s.source !== 'unknown')).toBe(true)
    const late = Object.fromEntries(single.map((s) => [s.late[0], [s.sounds, s.source]]))
    // Charted: no register key gives E3, no little finger D5. The ring fingers' leaks shorten the tube to the note that
    // begins at their hole.
    expect(late).toMatchObject({
      'LT:reg': ['E3', 'chart'],
      'L4:E': ['D5', 'chart'],
      L2: ['B5', 'column'],
      L3: ['A5', 'column'],
      R1: ['F#5', 'column'],
      R2: ['F5', 'column'],
      R3: ['E5', 'column'],
    })
  })
  it('reads the lifted index of the flute’s D5 as a vent, not as the end of the tube', () => {
    const late = Object.fromEntries(
      between('flute', 'C5', 'D5')
        .between.filter((s) => s.late.length === 1)
        .map((s) => [s.late[0], [s.sounds, s.source]]),
    )
    expect(late).toMatchObject({
      R3: ['E5', 'column'],
      R2: ['F5', 'column'],
      R1: ['F#5', 'column'],
      L1: ['D4', 'chart'],
    })
  })
  it.each([
    // From memory, and by physics: with every vent shut a conical reed tube speaks its fundamental.
    ['oboe', 'D5', 'E5', ['LT:oct1'], 'E4'],
    ['oboe', 'D5', 'G5', ['LT:oct1'], 'G4'],
    ['oboe', 'G5', 'A5', ['L1:oct2'], 'A4'],
    // A flute has no vents there: lips hold the octave, whatever the first finger does.
    ['flute', 'D5', 'E5', ['L1'], 'E5'],
  ] as const)('on the %s %s to %s with %s late sounds %s', (id, from, to, late, sounds) => {
    const state = between(id, from, to).between.find((s) => s.late.join() === late.join())
    expect(state?.sounds).toBe(sounds)
  })
  it('says nothing of columns above the second register, where open holes are vents', () => {
    const above = between('clarinet', 'D6', 'F6').between
    expect(above.length).toBeGreaterThan(0)
    expect(above.every((s) => s.source !== 'column')).toBe(true)
  })
})

describe('one finger from key to key', () => {
  const system = fingerSystem(instrument('clarinet'))
  const slide = (from: string, to: string) =>
    slideOf(
      system,
      standardFingering(instrument('clarinet'), from),
      standardFingering(instrument('clarinet'), to),
    )
  it.each([
    [
      'B4',
      'C#5',
      'The left little finger would slide from the E/B key to the F♯/C♯ key: take C♯5 another way (right little finger).',
    ],
    [
      'E3',
      'F#3',
      'The left little finger would slide from the E/B key to the F♯/C♯ key: take F♯3 another way (right little finger).',
    ],
    [
      'C5',
      'Eb5',
      'The right little finger would slide from the F/C key to the G♯/E♭ key: take C5 another way (left little finger).',
    ],
    [
      'Eb5',
      'C5',
      'The right little finger would slide from the G♯/E♭ key to the F/C key: take C5 another way (left little finger).',
    ],
  ])('%s to %s: %s', (from, to, words) => {
    const found = slide(from, to)
    expect(found?.words).toBe(words)
    expect(slideOf(system, found!.instead!.from, found!.instead!.to)).toBeUndefined()
  })
  it.each([
    ['B4', 'C5'],
    ['E4', 'F4'],
    ['A4', 'B4'],
  ])('nothing slides from %s to %s', (from, to) => expect(slide(from, to)).toBeUndefined())
  it('says so where there is no way round', () => {
    const flute = instrument('flute')
    const of = (from: string, to: string) =>
      slideOf(fingerSystem(flute), standardFingering(flute, from), standardFingering(flute, to))
    expect(of('Eb4', 'C4')).toEqual({
      words:
        'The right little finger would slide from the E♭ key to the C roller: no other fingering avoids it; keep the finger low and roll it over.',
      instead: undefined,
    })
  })
})
