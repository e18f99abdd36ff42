import { describe, expect, it } from 'vitest'
import {
  allInstruments,
  columnEndMm,
  diameterAt,
  fingerSystem,
  instrument,
  isCharted,
  justNote,
  openHoles,
  pictureOf,
  setupSequence,
  standardFingering,
  underSchools,
  type Instrument,
} from '@halitus/core/instruments'
import { parseNote } from '@halitus/core/pitch'

const withSetup = allInstruments().filter((i) => i.setup.length)
const charted = allInstruments().filter(isCharted)
const named = (list: readonly Instrument[]) => list.map((i) => [i.id, i] as const)

describe.each(named(allInstruments()))('%s', (_, inst) => {
  it('has first notes within the beginner’s range, and that within the full one', () => {
    const [low, high] = inst.range.full.map((n) => parseNote(n).midi) as [number, number]
    const [from, to] = inst.range.beginner.map((n) => parseNote(n).midi) as [number, number]
    expect(low).toBeLessThanOrEqual(from)
    expect(to).toBeLessThanOrEqual(high)
    for (const note of inst.teaching.firstNotes) {
      expect(parseNote(note).midi).toBeGreaterThanOrEqual(from)
      expect(parseNote(note).midi).toBeLessThanOrEqual(to)
    }
    expect(inst.teaching.firstNotes.length).toBeGreaterThan(1)
  })
  it('tells what to watch at the mouth', () => {
    expect(inst.teaching.embouchure.length).toBeGreaterThan(1)
    for (const p of inst.teaching.embouchure)
      for (const text of [p.point, p.listen]) expect(text).toMatch(/^[^!]{8,}$/)
    expect(inst.teaching.listenFor.length).toBeGreaterThan(8)
    // A question ends as one; everything else takes its full stop where it is read.
    expect(/^(Do|Does|Is|Are|Can|Which|Where|How)\b/.test(inst.teaching.listenFor)).toBe(
      inst.teaching.listenFor.endsWith('?'),
    )
  })
})

describe.each(named(withSetup))('set-up of the %s', (_, inst) => {
  it('names every step once, with what goes wrong and what it does', () => {
    const ids = inst.setup.map((s) => s.id)
    expect(new Set(ids).size).toBe(ids.length)
    for (const step of inst.setup) {
      expect(step.faults.length, step.id).toBeGreaterThan(0)
      expect(new Set(step.faults.map((f) => f.id)).size).toBe(step.faults.length)
      for (const f of step.faults) expect(`${f.what} ${f.effect}`, step.id).toMatch(/^[^!]{12,}$/)
      expect(step.look.length, step.id).toBeGreaterThan(20)
    }
  })
  it('goes from materials to care, and has both sequences', () => {
    const order = ['materials', 'reed', 'assembly', 'hold', 'sound', 'after']
    // Where the reed is sounded in the lips, posture comes even before it.
    const phases = inst.setup.filter((s) => s.id !== 'seat').map((s) => order.indexOf(s.phase))
    expect(phases).toEqual([...phases].sort((a, b) => a - b))
    const place = (id: string) => inst.setup.findIndex((s) => s.id === id)
    for (const sounded of [
      'mouthpiece',
      'on-neck',
      'head',
      'alone',
      'on-crook',
      'reed-lips',
      'low-holes-open',
    ])
      if (place(sounded) >= 0 && inst.setup[place(sounded)]!.sequences.join() === 'first') {
        expect(place('seat') >= 0 ? place('seat') : place('stand'), sounded).toBeLessThan(place(sounded))
        if (sounded !== 'reed-lips') expect(inst.setup[place(sounded)]!.phase).toBe('sound')
      }
    const first = setupSequence(inst, 'first').length
    const full = setupSequence(inst, 'full').length
    expect(first).toBeGreaterThan(4)
    expect(full).toBeGreaterThan(first - 2)
    // Putting away comes at the end of the lesson, not among what is looked at before the first note.
    const [beginning, end] = [setupSequence(inst, 'full'), setupSequence(inst, 'full', [], 'end')]
    expect(beginning.every((s) => s.step.phase !== 'after')).toBe(true)
    expect(end.length).toBeGreaterThan(0)
    expect(end.every((s) => s.step.phase === 'after')).toBe(true)
  })
  it('shows a caution where hands, force or small parts are the risk', () => {
    expect(inst.setup.filter((s) => s.caution).length).toBeGreaterThan(1)
  })
  it('marks what was wrong in its place and keeps the order', () => {
    const plain = setupSequence(inst, 'full').map((s) => s.step.id)
    const last = plain.at(-2)!
    const marked = setupSequence(inst, 'full', [last, plain[0]!, last])
    expect(marked.map((s) => s.step.id)).toEqual(plain)
    expect(marked.filter((s) => s.timesWrong).map((s) => [s.step.id, s.timesWrong])).toEqual([
      [plain[0]!, 1],
      [last, 2],
    ])
  })
})

describe.each(named(charted))('picture of the %s', (_, inst) => {
  const system = fingerSystem(inst)
  const picture = pictureOf(system, new Set())
  it('has every touch inside its frames and none over another', () => {
    for (const frame of [picture.frame, picture.fingersFrame]) {
      const [x, y, w, h] = frame
      for (const t of picture.touches) {
        expect(t.x - picture.touchRadius, t.touch.id).toBeGreaterThanOrEqual(x)
        expect(t.x + picture.touchRadius, t.touch.id).toBeLessThanOrEqual(x + w)
        expect(Math.abs(t.y) + picture.touchRadius, t.touch.id).toBeLessThanOrEqual(Math.max(-y, y + h))
      }
    }
    for (const a of picture.touches)
      for (const b of picture.touches)
        if (a !== b)
          expect(Math.hypot(a.x - b.x, a.y - b.y), `${a.touch.id} ${b.touch.id}`).toBeGreaterThan(
            2 * picture.touchRadius,
          )
  })
  it('lays holes and touches along the tube', () => {
    for (const h of system.bore.holes) {
      expect(h.atMm).toBeGreaterThan(0)
      expect(h.atMm).toBeLessThan(system.bore.endMm)
      expect(h.diameterMm).toBeLessThanOrEqual(diameterAt(system.bore.profile, h.atMm))
    }
    expect(picture.column.toMm).toBeLessThan(system.bore.endMm)
  })
  it('opens a hole when what closes it lets go, and the other way round', () => {
    const none = openHoles(system, new Set())
    for (const h of system.bore.holes) {
      expect(none.has(h.id)).toBe(h.rest === 'open')
      // By each touch that moves it, alone; through a rod with what the rod needs besides.
      const rods = system.linkages.filter((l) => l.moves.includes(h.id))
      const ways = [
        ...h.movedBy.map((t) => [t]),
        ...rods.flatMap((l) => l.by.map((t) => [t, ...(l.needs ?? [])])),
      ]
      expect(ways.length, h.id).toBeGreaterThan(0)
      for (const way of ways)
        expect(openHoles(system, new Set(way)).has(h.id), `${h.id} by ${way.join(' ')}`).toBe(
          h.rest === 'closed',
        )
      for (const l of rods)
        for (const t of l.unless ?? [])
          if (!h.movedBy.length)
            expect(
              openHoles(system, new Set([l.by[0]!, ...(l.needs ?? []), t])).has(h.id),
              `${h.id}, held by ${t}`,
            ).toBe(h.rest === 'open')
    }
  })
})

describe('the sounding column', () => {
  it('reaches the end of the tube on the lowest note', () => {
    for (const inst of allInstruments()) {
      const system = fingerSystem(inst)
      expect(columnEndMm(system, new Set(standardFingering(inst, inst.range.full[0]).touches))).toBe(
        system.bore.endMm,
      )
    }
  })
  it('of the flute’s low octave lies within two hundredths of half a wave, less the end correction', () => {
    // Open–open cylinder, c / 2f at 345 m/s (Fletcher & Rossing): D4 587 mm, A4 392 mm; Boehm’s correction is 51.5 mm.
    // The places are measured, so they agree only about.
    const flute = instrument('flute')
    const end = (note: string) =>
      columnEndMm(fingerSystem(flute), new Set(standardFingering(flute, note).touches))
    expect(Math.abs((end('D4') + 51.5) / 587.4 - 1)).toBeLessThan(0.02)
    expect(Math.abs((end('A4') + 51.5) / 392 - 1)).toBeLessThan(0.02)
  })
})

describe('systems and scales as schools have them', () => {
  it('the German recorder is taught where it is chosen', () => {
    const recorder = instrument('soprano-recorder')
    expect(underSchools(recorder, {}).systems[0].id).toBe('baroque')
    const german = underSchools(recorder, {}, { 'recorder-fingering': 'german' })
    expect(german.systems.map((s) => s.id)).toEqual(['german', 'baroque'])
    expect(standardFingering(german, 'F4').touches).toEqual(['LT', 'L1', 'L2', 'L3', 'R1'])
    // The learner's own choice comes first.
    expect(
      underSchools(recorder, { 'recorder-fingering': 'baroque' }, { 'recorder-fingering': 'german' })
        .systems[0].id,
    ).toBe('baroque')
  })
  it.each([
    ['flick', 'flicking', true],
    ['hold', 'plain', false],
    ['neither', 'plain', false],
  ])('the bassoon by %s', (choice, system, vents) => {
    const inst = underSchools(instrument('bassoon'), { 'bassoon-flicking': choice })
    expect(inst.systems[0].id).toBe(system)
    expect(standardFingering(inst, 'B3').touches.includes('LT:C')).toBe(vents)
  })
  // Exact arithmetic of the ratios; 5:4 is 386.3 cents, 3:2 702.0, 7:4 968.8, 16:9 996.1, 7:8 −231.2, 8:9 −203.9.
  it.each([
    ['A4', '1:1', 0],
    ['B4', '9:8', 3.9],
    ['C#5', '5:4', -13.7],
    ['D5', '4:3', -2],
    ['E5', '3:2', 2],
    ['F#5', '5:3', -15.6],
    ['G5', '7:4', -31.2],
    ['G4', '7:8', -31.2],
    ['A5', '2:1', 0],
  ])('the chanter’s %s is %s of A', (note, ratio, cents) =>
    expect(justNote(instrument('chanter'), note)).toEqual({ ratio, over: 'A4', cents }),
  )
  it('the chanter’s Gs follow their school', () => {
    const other = underSchools(instrument('chanter'), {
      'chanter-low-g': 'tone',
      'chanter-high-g': 'fourths',
    })
    expect(justNote(other, 'G4')).toMatchObject({ ratio: '8:9', cents: -3.9 })
    expect(justNote(other, 'G5')).toMatchObject({ ratio: '16:9', cents: -3.9 })
    expect(justNote(other, 'D5')).toMatchObject({ ratio: '4:3' })
    expect(justNote(instrument('flute'), 'D5')).toBeNull()
  })
})
