import { describe, expect, it } from 'vitest'
import {
  allInstruments,
  allSchools,
  columnEndMm,
  diameterAt,
  fingerSystem,
  halfTouch,
  handConflicts,
  holeStates,
  instrument,
  InstrumentError,
  isCharted,
  openHoles,
  pictureOf,
  seriesOf,
  standardFingering,
  underSchools,
  type FingerSystem,
} from '@halitus/core/instruments'
import { ATTITUDE, choiceOf } from '@halitus/core/schools'

const clarinet = instrument('clarinet')
const flute = instrument('flute')
const end = (id: string, note: string) => {
  const inst = instrument(id)
  return columnEndMm(fingerSystem(inst), new Set(standardFingering(inst, note).touches))
}

describe('linkages', () => {
  it('close the ring pads of the clarinet under any ring (mechanism from memory)', () => {
    const system = fingerSystem(clarinet)
    const open = (...held: string[]) => openHoles(system, new Set(held))
    expect(open().has('lower ring pad')).toBe(true)
    for (const ring of ['R1', 'R2', 'R3']) {
      expect(open(ring).has('lower ring pad'), ring).toBe(false)
      // The bridge carries the right hand's rings over to the upper joint.
      expect(open(ring).has('upper ring pad'), ring).toBe(false)
    }
    for (const ring of ['L2', 'L3']) {
      expect(open(ring).has('upper ring pad'), ring).toBe(false)
      expect(open(ring).has('lower ring pad'), ring).toBe(true)
    }
    expect(open('R2').has('right index')).toBe(true)
  })
  it('draw B3 with a longer column than C4 and a shorter one than B flat 3', () => {
    expect(end('clarinet', 'B3')).toBeGreaterThan(end('clarinet', 'C4'))
    expect(end('clarinet', 'B3')).toBeLessThan(end('clarinet', 'Bb3'))
  })
  it('draw one-and-one as E flat: longer than E4, shorter than D4', () => {
    const oneAndOne = columnEndMm(fingerSystem(clarinet), new Set(['LT', 'L1', 'R1']))
    expect(oneAndOne).toBeGreaterThan(end('clarinet', 'E4'))
    expect(oneAndOne).toBeLessThan(end('clarinet', 'D4'))
  })
  it('close the flute’s F sharp cup under any finger of the right hand', () => {
    const system = fingerSystem(flute)
    for (const f of ['R1', 'R2', 'R3']) expect(openHoles(system, new Set([f])).has('F# cup')).toBe(false)
    expect(openHoles(system, new Set(['L3'])).has('F# cup')).toBe(true)
  })
  it('name only touches and holes that exist', () => {
    for (const inst of allInstruments().filter(isCharted)) {
      const system = fingerSystem(inst)
      const touches = new Set(system.touches.map((t) => t.id))
      const holes = new Set(system.bore.holes.map((h) => h.id))
      for (const l of system.linkages) {
        expect(
          l.by.every((t) => touches.has(t)),
          l.id,
        ).toBe(true)
        expect(
          l.moves.every((h) => holes.has(h)),
          l.id,
        ).toBe(true)
      }
      for (const pair of system.together)
        expect(
          pair.every((t) => touches.has(t)),
          String(pair),
        ).toBe(true)
    }
  })
})

describe('half states and fingers that do two things', () => {
  const system = fingerSystem(clarinet)
  const l1 = system.touches.find((t) => t.id === 'L1')!
  const withHalf: FingerSystem = { ...system, touches: [...system.touches, halfTouch(l1)] }
  it('open a hole halfway, which doesn’t end the column', () => {
    const states = (...held: string[]) => holeStates(withHalf, new Set(held)).get('left index')
    expect([states(), states('L1:half'), states('L1'), states('L1', 'L1:half')]).toEqual([
      'open',
      'half',
      'closed',
      'closed',
    ])
    expect(columnEndMm(withHalf, new Set(['LT', 'L1:half']))).toBe(
      columnEndMm(withHalf, new Set(['LT', 'L1'])),
    )
    expect(openHoles(withHalf, new Set(['L1:half'])).has('left index')).toBe(false)
  })
  it('lie in the place of the whole touch in the picture', () => {
    const picture = pictureOf(withHalf, new Set(['L1:half']))
    expect(picture.touches).toHaveLength(system.touches.length)
    expect(picture.touches.find((t) => t.touch.id === 'L1')).toMatchObject({ held: false, half: true })
    expect(picture.touches.find((t) => t.touch.id === 'L2')).toMatchObject({ held: false, half: false })
  })
  it('a finger can’t hold whole and half, or two keys apart', () => {
    expect(handConflicts(withHalf, ['L1', 'L1:half'])).toEqual([
      'The left index finger can’t hold L1 and L1:half at once.',
    ])
    expect(handConflicts(system, ['R4:E', 'R4:F'])).toEqual([
      'The right little finger can’t hold R4:E and R4:F at once.',
    ])
    expect(handConflicts(system, ['LT', 'LT:reg', 'L4:E', 'R4:E'])).toEqual([])
    expect(handConflicts(system, ['LT:reg', 'LT'])).toEqual([])
    expect(handConflicts(fingerSystem(flute), ['LT', 'LT:Bb'])).toEqual([
      'The left thumb can’t hold LT and LT:Bb at once.',
    ])
  })
  it('no charted fingering asks one finger for two things it can’t do', () => {
    for (const inst of allInstruments().filter(isCharted)) {
      const chart = fingerSystem(inst)
      for (const f of chart.chart)
        expect(handConflicts(chart, f.touches), `${inst.id} ${f.written}`).toEqual([])
    }
  })
})

describe('systems', () => {
  it('are chosen by name, the usual one first', () => {
    expect(instrument('soprano-recorder').systems.map((s) => s.id)).toEqual(['baroque', 'german'])
    expect(instrument('bassoon').systems.map((s) => s.id)).toEqual(['flicking', 'plain'])
    expect(fingerSystem(clarinet, 'standard')).toBe(fingerSystem(clarinet))
    expect(() => fingerSystem(clarinet, 'german')).toThrow(
      new InstrumentError('The clarinet in B♭ has no system “german”; it has: standard.'),
    )
    expect(() => fingerSystem({ ...clarinet, systems: [{ id: 'x', name: 'X', fingers: null }] })).toThrow(
      'The fingering chart of the clarinet in B♭ is not in yet.',
    )
  })
})

describe('bores', () => {
  it('sound the series of their shape (Fletcher & Rossing)', () => {
    const series = Object.fromEntries(allInstruments().map((i) => [i.id, seriesOf(i.bore)]))
    expect(series).toEqual({
      flute: 'all',
      clarinet: 'odd',
      'soprano-sax': 'all',
      'alto-sax': 'all',
      'tenor-sax': 'all',
      'baritone-sax': 'all',
      oboe: 'all',
      bassoon: 'all',
      'soprano-recorder': 'all',
      'alto-recorder': 'all',
      chanter: 'odd',
      'pipe-chanter': 'all',
    })
  })
  it('are measured along the tube, in order, within it', () => {
    for (const { id, bore } of allInstruments())
      for (const line of [bore.profile, bore.outline, bore.holes]) {
        const places = line.map((p) => p.atMm)
        expect(places, id).toEqual([...places].sort((a, b) => a - b))
        for (const p of line) expect(p.diameterMm, id).toBeGreaterThan(0)
        if (places.length) expect(places.at(-1), id).toBeLessThanOrEqual(bore.endMm)
      }
  })
  it('have a diameter everywhere: straight between points, that of the end beyond', () => {
    const line = [
      { atMm: 0, diameterMm: 10 },
      { atMm: 100, diameterMm: 20 },
      { atMm: 100, diameterMm: 30 },
      { atMm: 200, diameterMm: 40 },
    ]
    expect([-5, 0, 25, 100, 150, 200, 300].map((x) => diameterAt(line, x))).toEqual([
      10, 10, 12.5, 20, 35, 40, 40,
    ])
    expect(diameterAt([], 5)).toBe(0)
  })
})

describe('schools', () => {
  it('are chosen by the first voice that names a way, else the way named first', () => {
    expect(choiceOf(ATTITUDE)).toBe('race')
    expect(choiceOf(ATTITUDE, undefined, { attitude: 'observe' })).toBe('observe')
    expect(choiceOf(ATTITUDE, { attitude: 'race' }, { attitude: 'observe' })).toBe('race')
    expect(choiceOf(ATTITUDE, { attitude: 'gone' }, { attitude: 'observe' })).toBe('observe')
  })
  it('stand once each, with ways that have ids of their own', () => {
    const ids = allSchools().map((s) => s.id)
    expect(new Set(ids).size).toBe(ids.length)
    expect(ids.length).toBeGreaterThan(14)
    for (const s of allSchools()) {
      expect(s.choices.length, s.id).toBeGreaterThan(1)
      expect(new Set(s.choices.map((c) => c.id)).size, s.id).toBe(s.choices.length)
    }
    // The smile is offered on the clarinet only, with the objection shown.
    const smiles = allSchools().filter((s) => s.choices.some((c) => c.id === 'smile'))
    expect(smiles.map((s) => s.id)).toEqual(['clarinet-mouth'])
    expect(smiles[0]!.choices.find((c) => c.id === 'smile')!.objection).toContain('pinch')
  })
  it('change first notes and tolerances where they differ, and nothing else', () => {
    // Where nobody has chosen the first way of each counts; of single reeds it names the upper teeth alone.
    const { taught, ...plain } = underSchools(clarinet)
    expect(plain).toEqual(clarinet)
    expect(taught!.says.every(([, to]) => !/double.lip/i.test(to))).toBe(true)
    expect(underSchools(flute)).toEqual(flute)
    const e = underSchools(clarinet, { 'clarinet-first-notes': 'e-first', 'reed-tip': 'reed' })
    expect(e.teaching.firstNotes[0]).toBe('E4')
    expect(e.gauges[0]!.measures[0]!.ideal).toEqual([0, 0.3])
    expect(e.gauges[0]!.measures[1]).toEqual(clarinet.gauges[0]!.measures[1])
    const order = (id: string, school: string, choice: string) =>
      underSchools(instrument(id), { [school]: choice }).setup.map((s) => s.id)
    // The ligature on before the reed; the reed on last, soaking in the mouth meanwhile.
    const usual = clarinet.setup.map((s) => s.id)
    expect(usual.indexOf('reed-height')).toBeLessThan(usual.indexOf('ligature'))
    const before = order('clarinet', 'ligature', 'before')
    expect(before.indexOf('ligature')).toBe(before.indexOf('reed-height') - 1)
    expect([...before].sort()).toEqual([...usual].sort())
    const lastReed = order('alto-sax', 'reed-when', 'last')
    expect(lastReed.indexOf('soak')).toBeGreaterThan(lastReed.indexOf('neck-depth'))
    expect(lastReed.indexOf('look-again')).toBeLessThan(lastReed.indexOf('seat'))
    expect(lastReed).toHaveLength(instrument('alto-sax').setup.length)
    const soak = underSchools(clarinet, { 'reed-when': 'last' }).setup.find((s) => s.id === 'soak')!
    expect(soak.title).toBe('Reed soaks in the mouth meanwhile')
    expect(underSchools(flute, {}, { 'flute-head': 'line' }).gauges[0]!.measures[0]!.ideal).toEqual([-2, 2])
  })
  it('name only schools, ways, gauges and notes that exist', () => {
    for (const inst of allInstruments())
      for (const v of inst.variations) {
        const school = inst.schools.find((s) => s.id === v.school)
        expect(
          school?.choices.some((c) => c.id === v.choice),
          `${inst.id} ${v.school}`,
        ).toBe(true)
        for (const place of Object.keys(v.ideals ?? {}))
          expect(
            inst.gauges.some((g) => g.measures.some((m) => `${g.id}.${m.id}` === place)),
            `${inst.id} ${place}`,
          ).toBe(true)
      }
  })
})
