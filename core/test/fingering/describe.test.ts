import { describe, expect, it } from 'vitest'
import {
  byLikelihood,
  describeBetween,
  describeMove,
  heldFor,
  moveFinder,
  outOfStep,
  timeline,
  type Between,
  type Move,
} from '@halitus/core/fingering'
import { fingerSystem, instrument } from '@halitus/core/instruments'

const clarinet = instrument('clarinet')
const system = fingerSystem(clarinet)
const between = (
  late: string[],
  early: string[],
  sounds = 'E5',
  source: Between['source'] = sounds === 'unknown' ? 'unknown' : 'chart',
): Between => ({ touches: [], late, early, sounds, source })
const move = (press: string[], lift: string[], stay: string[] = []): Move => ({
  press,
  lift,
  stay,
  between: [],
  unknownStates: 0,
})

describe('a move in words', () => {
  it.each([
    [move(['R1'], []), 'One presses.'],
    [move([], ['R1']), 'One lifts.'],
    [move(['R1', 'R2'], ['L1', 'L2', 'L3'], ['LT']), 'Two press, three lift, one stays.'],
    [move(['R1'], [], ['L1', 'L2']), 'One presses, two stay.'],
    [move([], [], ['L1']), 'No finger moves: the air alone makes the change.'],
    // Fingers are counted, not touches: a thumb on ring and key is one, a finger that leaves a key for its hole changes over.
    [move(['LT', 'LT:reg'], []), 'One presses.'],
    [move(['LT:reg'], [], ['LT']), 'One presses.'],
    [move(['L1'], ['L1:A'], []), 'One changes over.'],
    [
      move(['LT', 'LT:reg', 'L1', 'L2'], ['L1:A'], ['R1', 'R2', 'R3']),
      'Two press, one changes over, three stay.',
    ],
    [move(['L1', 'R1'], ['L1:A', 'R1:side1'], []), 'Two change over.'],
    [
      move(
        Array.from({ length: 11 }, (_, i) => `${i}`),
        [],
      ),
      '11 press.',
    ],
  ])('%#: %s', (m, words) => expect(describeMove(system, m)).toBe(words))
  it('counts the fingers of the break as teachers do', () => {
    const of = (from: string, to: string) =>
      describeMove(system, moveFinder(system).move(heldFor(clarinet, from), heldFor(clarinet, to)))
    // Thumb, middle, ring and little of the left hand and three of the right press; the left index rolls to its hole.
    expect(of('A4', 'B4')).toBe('Seven press, one changes over.')
    expect(of('E3', 'B4')).toBe('One presses, seven stay.')
  })
})

describe('a moment between in words', () => {
  it.each([
    [between(['R3'], ['R1', 'R2']), 'right ring late'],
    [between(['R1', 'R2'], ['R3']), 'right ring early'],
    [between(['R3'], ['R1']), 'right ring late'],
    [
      between(['R1', 'R2', 'L4:E'], ['x', 'y', 'z', 'w']),
      'right index, right middle and left little: E/B key late',
    ],
    [between(['X9'], ['a', 'b']), 'X9 late'],
  ])('%#: %s', (b, words) => expect(outOfStep(system, b)).toBe(words))
  it('says what sounds before what, or that nobody knows', () => {
    expect(describeBetween(system, between(['R3'], ['R1', 'R2'], 'Bb4'), 'B4')).toBe(
      'Right ring late: B♭4 sounds before B4.',
    )
    expect(describeBetween(system, between(['R3'], ['R1', 'R2'], 'A5', 'column'), 'B4')).toBe(
      'Right ring late: about A5 by its open holes, before B4.',
    )
    expect(describeBetween(system, between(['R3'], ['R1', 'R2'], 'unknown'), 'B4')).toBe(
      'Right ring late: unpitched or unknown.',
    )
  })
  it('puts what a beginner’s hand does most first, with its share, and changes no list', () => {
    const inst = instrument('clarinet')
    const move = moveFinder(system).move(heldFor(inst, 'G5'), heldFor(inst, 'D5'))
    const before = [...move.between]
    const found = byLikelihood(system, move)
    // Three fingers of one hand press: the ring finger is late most often, the index least.
    expect(found.map((b) => b.late.join(' '))).toEqual(['R3', 'R2', 'R1', 'R2 R3', 'R1 R3', 'R1 R2'])
    // Index 0.1, middle 0.16, ring 0.3 (chosen by Halitus): exact.
    const some = 1 - 0.1 * 0.16 * 0.3 - 0.9 * 0.84 * 0.7
    expect(found[0]!.likelihood).toBeCloseTo((0.9 * 0.84 * 0.3) / some, 9)
    expect(found.reduce((sum, b) => sum + b.likelihood, 0)).toBeCloseTo(1, 9)
    expect(move.between).toEqual(before)
  })
  it('takes an end by note or by touches', () => {
    expect(heldFor(clarinet, 'E4')).toMatchObject({ written: 'E4', touches: ['LT', 'L1'] })
    expect(heldFor(clarinet, ['LT'])).toEqual({ touches: ['LT'] })
  })
})

describe('states between (exact)', () => {
  const finder = moveFinder(system)
  it('holds every single finger late and early, each once', () => {
    const { between: states, unknownStates } = finder.move(heldFor(clarinet, 'C4'), heldFor(clarinet, 'G3'))
    // Three fingers press: six moments between, of which the chart knows those that are fingerings.
    expect(states.map((b) => [...b.late].sort().join(' ')).sort()).toEqual(
      ['R1', 'R1 R2', 'R1 R3', 'R2', 'R2 R3', 'R3'].sort(),
    )
    const known = states.filter((b) => b.source === 'chart')
    expect(known.map((b) => `${b.early.join(' ')}: ${b.sounds}`).sort()).toEqual([
      'R1 R2: A3',
      'R1: Bb3',
      'R2: B3',
    ])
    expect(unknownStates).toBe(6 - 3)
  })
  it('has none for one finger, and nothing to move from a note to itself', () => {
    expect(finder.move(heldFor(clarinet, 'E4'), heldFor(clarinet, 'F4'))).toMatchObject({
      press: [],
      lift: ['L1'],
      stay: ['LT'],
      between: [],
      unknownStates: 0,
    })
    expect(finder.move(heldFor(clarinet, 'E4'), heldFor(clarinet, 'E4'))).toMatchObject({
      press: [],
      lift: [],
      between: [],
      unknownStates: 0,
    })
  })
  it('reads a fingering of two registers near to both ends', () => {
    // On the flute one fingering gives E4 and E5.
    const flute = instrument('flute')
    const of = (from: string, to: string) =>
      moveFinder(fingerSystem(flute))
        .move(heldFor(flute, from), heldFor(flute, to))
        .between.map((b) => b.sounds)
    expect(of('G4', 'D4')).toContain('F4')
    expect(of('G4', 'D4')).not.toContain('F5')
    expect(of('G5', 'E5')).toContain('F5')
    expect(of('G5', 'E5')).not.toContain('F4')
    // By touches alone the register is taken from what the touches are charted as.
    expect(
      moveFinder(fingerSystem(flute)).move({ touches: ['X'.length ? 'LT' : ''] }, { touches: ['LT', 'L1'] })
        .press,
    ).toEqual(['L1'])
  })
  it('refuses a touch nobody has', () =>
    expect(() => finder.move({ touches: ['X9'] }, { touches: [] })).toThrow(
      'There is no touch “X9”. Known: LT, LT:reg',
    ))
})

describe('a move in time', () => {
  it('passes through what stands while some have moved and others not', () => {
    const { stretches } = timeline(system, heldFor(clarinet, 'G5'), heldFor(clarinet, 'D5'), {
      R1: -20,
      R2: 0,
      R3: 60,
    })
    expect(stretches.map((s) => [s.fromMs, s.toMs, s.sounds])).toEqual([
      [-20, 0, 'F5'],
      [0, 60, 'E5'],
    ])
    expect(stretches[0]!.touches).toEqual(['LT', 'LT:reg', 'L1', 'L2', 'L3', 'R1'])
  })
  it('lifts too, and reads the open holes where no chart knows', () => {
    const { stretches } = timeline(system, heldFor(clarinet, 'D5'), heldFor(clarinet, 'G5'), { R3: -30 })
    expect(stretches).toMatchObject([{ fromMs: -30, toMs: 0, sounds: 'E5' }])
    const odd = timeline(system, heldFor(clarinet, 'Bb4'), heldFor(clarinet, 'B4'), { L1: 50 })
    // Only the left index still up: its small hole is a vent, the column reaches the bell.
    expect(odd.stretches).toMatchObject([{ fromMs: 0, toMs: 50, sounds: 'B4', source: 'column' }])
    expect(timeline(system, heldFor(clarinet, 'D5'), heldFor(clarinet, 'G5'), {}).stretches).toEqual([])
  })
})
