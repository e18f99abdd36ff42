import { describe, expect, it } from 'vitest'
import {
  breaksOf,
  breakSteps,
  judgeStep,
  oneByOne,
  type Crossing,
  type HeardStep,
} from '@halitus/core/crossings'
import {
  allInstruments,
  fingerSystem,
  fingeringsOf,
  handConflicts,
  instrument,
} from '@halitus/core/instruments'

const clarinet = instrument('clarinet')
const steps = breakSteps(clarinet, { from: 'A4', to: 'B4' })
const step = (id: string) => steps.find((s) => s.id === id)!
const crossing = (from: string, to: string, verdict: Crossing['verdict'] = 'clean', timeS = 1): Crossing => ({
  timeS,
  from,
  to,
  verdict,
})
const heard = (more: Partial<HeardStep>): HeardStep => ({ crossings: [], notes: [], strokes: [], ...more })
const many = (n: number, make: (i: number) => Crossing) => Array.from({ length: n }, (_, i) => make(i))
const note = (written: string, startS: number, endS: number) => ({ written, startS, endS })

describe('the way over a break', () => {
  it.each(allInstruments().flatMap((i) => i.systems.map((s) => [i.id, s.id] as const)))(
    '%s, %s: every step can be fingered and is said in a sentence',
    (id, system) => {
      const inst = instrument(id)
      const fingers = fingerSystem(inst, system)
      expect(breaksOf(inst, system).length).toBeGreaterThan(0)
      for (const at of breaksOf(inst, system)) {
        const all = breakSteps(inst, at, system)
        expect(all[0]!.id).toBe('silent')
        expect(all.at(-1)!.id).toBe('line')
        expect(new Set(all.map((s) => s.id)).size).toBe(all.length)
        // From above comes before from below, slurred before tongued (common practice).
        const place = (which: string) => all.findIndex((s) => s.id === which)
        expect(place('above')).toBeLessThan(place('below'))
        if (inst.tongue) expect(place('below')).toBeLessThan(place('tongued'))
        for (const s of all) {
          expect(s.ask).toMatch(/\.$/)
          for (const n of s.notes) {
            expect(handConflicts(fingers, n.touches)).toEqual([])
            expect(
              fingeringsOf(inst, n.written, system).some((f) => f.touches.join() === n.touches.join()),
            ).toBe(true)
          }
        }
      }
    },
  )
  it('prepares the far hand on the clarinet and rolls on the oboe', () => {
    expect(steps.map((s) => s.id)).toEqual([
      'silent',
      'vent',
      'far-hand',
      'one-by-one',
      'above',
      'below',
      'tongued',
      'line',
    ])
    expect(step('far-hand').ask).toContain('put the right hand down')
    expect(step('vent').notes.map((n) => n.written)).toEqual(['E3', 'B4'])
    const oboe = breakSteps(instrument('oboe'), { from: 'C5', to: 'D5' })
    expect(oboe.find((s) => s.id === 'vent')!.ask).toContain('rolls to its half-hole')
    const recorder = breakSteps(instrument('soprano-recorder'), { from: 'D5', to: 'E5' })
    expect(recorder.find((s) => s.id === 'vent')!.title).toBe('The thumb’s pinch alone')
    expect(breakSteps(instrument('chanter'), { from: 'D5', to: 'E5' }).some((s) => s.id === 'tongued')).toBe(
      false,
    )
  })
  it('puts fingers down one by one from the far end; what has to leave first comes last', () => {
    const fingers = fingerSystem(clarinet)
    const at = (note: string) => fingeringsOf(clarinet, note)[0]!.touches
    const states = oneByOne(fingers, at('Bb4'), at('B4'))
    expect(states[0]).toEqual(at('Bb4'))
    expect(states.at(-1)).toEqual(at('B4'))
    expect(new Set(states[1])).toEqual(new Set([...at('Bb4'), 'L4:E']))
    for (const state of states) expect(handConflicts(fingers, state)).toEqual([])
    // One more finger each time, until the last one, with which the others leave.
    states.slice(1, -1).forEach((s, i) => expect(s.length).toBe(states[i]!.length + 1))
    expect(states.at(-2)).toContain('L1:A')
  })
  it('has the line in it: two plain notes on either side, and back', () => {
    expect(step('line').notes.map((n) => n.written)).toEqual([
      'F4',
      'G4',
      'A4',
      'B4',
      'C5',
      'D5',
      'C5',
      'B4',
      'A4',
      'G4',
      'F4',
    ])
  })
})

describe('a step, heard', () => {
  const above = step('above')
  it('passes at four of five, in its direction only', () => {
    const played = (clean: number, of: number) =>
      judgeStep(
        above,
        heard({ crossings: many(of, (i) => crossing('B4', 'A4', i < clean ? 'clean' : 'between')) }),
      )
    expect(played(5, 5)).toMatchObject({
      passed: true,
      clean: 5,
      tries: 5,
      words: '5 of 5: on to the next step.',
    })
    expect(played(4, 5).passed).toBe(true)
    expect(played(3, 5)).toMatchObject({ passed: false, words: '3 of 5: slower, or one step back.' })
    expect(played(3, 3)).toMatchObject({ passed: false, words: '3 of 3; 4 are needed: some more.' })
    // Eight of ten are four of five; seven aren't.
    expect(played(8, 10).passed).toBe(true)
    expect(played(7, 10).passed).toBe(false)
    expect(judgeStep(above, heard({ crossings: many(9, () => crossing('A4', 'B4')) }))).toMatchObject({
      passed: false,
      tries: 0,
      words: 'No such change was heard.',
    })
  })
  it('counts one direction only, and of other notes neither', () => {
    const mixed = (more: Crossing[]) =>
      judgeStep(step('above'), heard({ crossings: [...many(4, () => crossing('B4', 'A4')), ...more] }))
    const [there, other, to] = [crossing('A4', 'B4'), crossing('B4', 'G4'), crossing('C5', 'A4')]
    for (const more of [[], [there], [other], [to]]) expect(mixed(more)).toMatchObject({ clean: 4, tries: 4 })
    expect(mixed([crossing('B4', 'A4', 'squeak')])).toMatchObject({ clean: 4, tries: 5 })
    // Written otherwise it is the same note.
    expect(mixed([crossing('Cb5', 'A4')])).toMatchObject({ clean: 5, tries: 5 })
  })
  it('wants the tongue where it is asked for', () => {
    const tongued = step('tongued')
    const crossings = many(5, (i) => crossing(i % 2 ? 'B4' : 'A4', i % 2 ? 'A4' : 'B4', 'clean', i + 1))
    const strokes = (late: number) => crossings.map((c) => ({ timeS: c.timeS + late }))
    expect(judgeStep(tongued, heard({ crossings, strokes: strokes(0.11) })).passed).toBe(true)
    expect(judgeStep(tongued, heard({ crossings, strokes: strokes(0.13) }))).toMatchObject({
      passed: false,
      words: '5 of 5 weren’t tongued: the tongue starts each note.',
    })
    expect(judgeStep(step('below'), heard({ crossings: many(5, () => crossing('A4', 'B4')) })).passed).toBe(
      true,
    )
  })
  it('wants a held note to last three seconds', () => {
    const far = step('far-hand')
    expect(judgeStep(far, heard({ notes: [note('A4', 0.5, 3.5)] }))).toMatchObject({
      passed: true,
      words: 'A4 went on for 3.0 s: on to the next step.',
    })
    expect(judgeStep(far, heard({ notes: [note('A4', 0.5, 3.4), note('G#4', 3.4, 4)] }))).toMatchObject({
      passed: false,
      words: 'A4 lasted 2.9 of 3 s; then G♯4: a finger brushed something.',
    })
    expect(judgeStep(far, heard({ notes: [note('G4', 0, 4)] })).words).toBe('A4 wasn’t heard, but G4.')
    expect(judgeStep(far, heard({})).words).toBe('A4 wasn’t heard.')
  })
  it('wants the whole line in its order', () => {
    const line = step('line')
    const asked = line.notes.map((n, i) => note(n.written, i, i + 1))
    expect(judgeStep(line, heard({ notes: asked }))).toMatchObject({ passed: true, clean: 1, tries: 1 })
    const broken = asked.map((n, i) => (i === 3 ? { ...n, written: 'E3' } : n))
    expect(judgeStep(line, heard({ notes: broken }))).toMatchObject({
      passed: false,
      words: 'B4 was due, E3 came: once more from there, slower.',
    })
    expect(judgeStep(line, heard({ notes: asked.slice(0, 3) })).words).toContain('B4 was due, nothing came')
    expect(judgeStep(line, heard({ notes: [...asked, note('G4', 20, 21)] })).words).toBe(
      'G4 came after the end.',
    )
    expect(judgeStep(line, heard({})).words).toBe('No note was heard.')
  })
  it('reads other spellings of a note as that note', () => {
    const flat = breakSteps(clarinet, { from: 'Bb4', to: 'B4' }).find((s) => s.id === 'above')!
    expect(judgeStep(flat, heard({ crossings: many(5, () => crossing('B4', 'A#4')) })).passed).toBe(true)
  })
})
