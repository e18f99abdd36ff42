import { describe, expect, it } from 'vitest'
import {
  costOf,
  difficulty,
  difficultyWords,
  likelihoods,
  moveFinder,
  pathsOf,
  weightsFor,
} from '@halitus/core/fingering'
import {
  allInstruments,
  fingeringsOf,
  fingerSystem,
  instrument,
  standardFingering,
  type Fingering,
} from '@halitus/core/instruments'
import { ALTERNATES } from '@halitus/core/schools'
import { parseNote } from '@halitus/core/pitch'
import { seeded } from '@halitus/core/player'
import { ownParts } from '../../src/fingering/difficulty.ts'

const touches = (id: string, notes: string, more = {}) =>
  pathsOf(instrument(id), notes.split(' '), more)[0]!.fingerings.map((f) => f.touches.join(' '))
const has = (id: string, notes: string, at: number, touch: string, more = {}) =>
  touches(id, notes, more)[at]!.split(' ').includes(touch)

describe('the best way through a passage', () => {
  // What teachers plan by hand (common practice, no source).
  it('clarinet: B and C sharp never by one little finger', () => {
    expect(has('clarinet', 'B4 C#5', 0, 'R4:E') !== has('clarinet', 'B4 C#5', 1, 'R4:F#')).toBe(true)
    const [path] = pathsOf(instrument('clarinet'), ['B4', 'C#5', 'Eb5'])
    // E flat has only its right key: C sharp must be left, so B is right.
    expect(path!.fingerings.map((f) => f.touches.find((t) => /4:/.test(t)))).toEqual([
      'R4:E',
      'L4:F#',
      'R4:G#',
    ])
    expect(path!.fingerings[0]!.why).toBe(
      'The left little finger needn’t slide from the E/B key to the F♯/C♯ key',
    )
    expect(path!.fingerings[1]!.why).toBeUndefined()
  })
  it('clarinet: C before E flat is left', () => expect(has('clarinet', 'C5 Eb5', 0, 'L4:F')).toBe(true))
  it('flute: the thumb stays in flat keys, one and one beside B', () => {
    expect(has('flute', 'F4 G4 A4 Bb4 A4 G4 F4', 3, 'LT:Bb')).toBe(true)
    expect(has('flute', 'F4 G4 A4 Bb4 A4 G4 F4', 0, 'LT:Bb')).toBe(true)
    expect(has('flute', 'A4 Bb4 B4 C5', 1, 'R1')).toBe(true)
  })
  it('saxophone: no bis next to B; side C between two B', () => {
    expect(has('alto-sax', 'A4 Bb4 B4 C5', 1, 'L1:bis')).toBe(false)
    expect(has('alto-sax', 'B4 C5 B4', 1, 'R1:sideC')).toBe(true)
  })
  it('oboe: F forked after D and E flat, by its key between E and G', () => {
    expect(has('oboe', 'D4 F4 D4', 1, 'R3')).toBe(true)
    expect(has('oboe', 'Eb4 F4 Eb4', 1, 'R3:F')).toBe(false)
    expect(has('oboe', 'E4 F4 G4', 1, 'R3:F')).toBe(true)
  })
  it('bassoon: the right thumb for G sharp after F', () =>
    expect(has('bassoon', 'F2 G#2 F2', 1, 'RT:G#')).toBe(true))
  it('trill fingerings only where two notes take turns', () => {
    expect(touches('flute', 'C5 D5 E5')[1]).toBe('LT L2 L3 R1 R2 R3')
    expect(has('flute', 'C5 D5 C5 D5', 1, 'R2:tr1', { tempo: 'fast' })).toBe(true)
  })
  it('what a teacher overrules is offered otherwise', () => {
    const overrulings = [{ written: 'Bb4', touches: ['L1', 'L1:bis'], takes: true }]
    expect(has('alto-sax', 'A4 Bb4 A4', 1, 'R1:sideBb')).toBe(true)
    expect(has('alto-sax', 'A4 Bb4 A4', 1, 'L1:bis', { overrulings })).toBe(true)
    const refused = [{ written: 'C5', touches: ['L1', 'R1:sideC'], beside: 'B4', takes: false }]
    expect(has('alto-sax', 'B4 C5 B4', 1, 'R1:sideC', { overrulings: refused })).toBe(false)
    // … said of B only, not of A.
    expect(
      has('alto-sax', 'B4 C5 B4', 1, 'R1:sideC', { overrulings: [{ ...refused[0]!, beside: 'A4' }] }),
    ).toBe(true)
  })
  it('what the learner knows counts, and the school', () => {
    expect(has('oboe', 'D4 F4 D4', 1, 'R3', { knows: () => false })).toBe(false)
    expect(has('soprano-recorder', 'F4 G4 F4', 0, 'R4')).toBe(false)
    expect(has('soprano-recorder', 'F4 G4 F4', 0, 'R4', { school: 'tone' })).toBe(true)
    expect(has('soprano-recorder', 'F4 G4 F4', 0, 'R4', { knows: () => false, school: 'standard' })).toBe(
      true,
    )
    expect(ALTERNATES.choices.map((c) => c.id)).toEqual(['simplest', 'tone', 'standard'])
  })
  it('takes another system’s chart', () => {
    expect(touches('soprano-recorder', 'F4', { system: 'german' })).toEqual(['LT L1 L2 L3 R1'])
    expect(() => pathsOf(instrument('oboe'), ['C5'], { system: 'german' })).toThrow('it has: conservatoire')
  })
  it('refuses what can’t be played, each with what is allowed', () => {
    const flute = instrument('flute')
    expect(() => pathsOf(flute, [])).toThrow('A passage needs at least one note.')
    expect(() => pathsOf(flute, ['C4', 'B2'])).toThrow('B2 is outside the flute: written C4 to C7')
    expect(() => pathsOf(flute, ['H4'])).toThrow()
    expect(() => pathsOf(flute, Array<string>(10_001).fill('A4'))).toThrow(
      'at most 10000 notes; this one has 10001',
    )
    expect(() => pathsOf(flute, Array<string>(10_000).fill('A4'))).not.toThrow()
    expect(() => pathsOf(flute, ['A4'], { k: 0 })).toThrow('Between 1 and 9')
    expect(() => pathsOf(instrument('chanter'), ['G#4'])).toThrow('No fingering is charted for G♯4')
  })
})

/** All ways through a passage, each with its cost: what the dynamic programming must agree with. */
function everyWay(id: string, notes: string[]): number[] {
  const inst = instrument(id)
  const system = fingerSystem(inst)
  const weights = weightsFor('')
  const [best] = pathsOf(inst, notes)
  expect(best!.fingerings).toHaveLength(notes.length)
  let ways: { last: Fingering | undefined; cost: number }[] = [{ last: undefined, cost: 0 }]
  // Only lines in which no note turns: trill fingerings are out then, and everything else is in.
  for (const written of notes)
    ways = ways.flatMap(({ last, cost }) =>
      fingeringsOf(inst, written)
        .filter((f) => f.kind !== 'trill')
        .map((f) => {
          const same = sameTube(id, f, standardFingering(inst, written))
          const own = { ...ownParts(f), ...(same && { tone: 0 }) }
          return {
            last: f,
            cost: cost + costOf(own, weights) + (last ? costOf(difficulty(system, last, f), weights) : 0),
          }
        }),
    )
  return ways.map((w) => w.cost).sort((a, b) => a - b)
}
const states = new Map<string, string>()
function sameTube(id: string, a: Fingering, b: Fingering): boolean {
  const of = (f: Fingering) => {
    const key = `${id} ${f.touches.join(' ')}`
    const known = states.get(key)
    if (known) return known
    const system = fingerSystem(instrument(id))
    const said = system.bore.holes
      .map((h) => {
        const rods = system.linkages.filter(
          (l) =>
            l.moves.includes(h.id) &&
            l.by.some((t) => f.touches.includes(t)) &&
            (l.needs ?? []).every((t) => f.touches.includes(t)) &&
            !(l.unless ?? []).some((t) => f.touches.includes(t)),
        )
        const half = f.touches.some((t) => t.endsWith(':half') && h.movedBy.includes(t.replace(':half', '')))
        return rods.length || h.movedBy.some((t) => f.touches.includes(t)) ? 'moved' : half ? 'half' : 'rest'
      })
      .join()
    states.set(key, said)
    return said
  }
  return of(a) === of(b)
}

describe('dynamic programming against every way there is (exact)', () => {
  const random = seeded(7)
  it.each(allInstruments().map((i) => i.id))('%s', (id) => {
    const inst = instrument(id)
    const all = [
      ...new Set(
        fingerSystem(inst)
          .chart.filter((f) => f.kind === 'standard')
          .map((f) => f.written),
      ),
    ]
    for (let trial = 0; trial < 6; trial++) {
      const notes: string[] = []
      while (notes.length < 5) {
        const next = all[Math.floor(random() * all.length)]!
        if (!notes.slice(-2).includes(next)) notes.push(next)
      }
      const every = everyWay(id, notes)
      const paths = pathsOf(inst, notes, { k: 3 })
      expect(paths[0]!.cost, notes.join(' ')).toBeCloseTo(every[0]!, 9)
      paths.forEach((p, i) => expect(p.cost, `${notes.join(' ')}, way ${i}`).toBeCloseTo(every[i]!, 9))
      // Different ways, best first.
      expect(new Set(paths.map((p) => JSON.stringify(p.fingerings.map((f) => f.touches)))).size).toBe(
        paths.length,
      )
    }
  })
})

describe('difficulty, part by part', () => {
  const of = (id: string, from: string, to: string) =>
    difficulty(
      fingerSystem(instrument(id)),
      standardFingering(instrument(id), from),
      standardFingering(instrument(id), to),
    )
  it.each([
    // One finger: index 0.8, middle 1, ring 1.3, little 1.4, thumb 0.8 (chosen by Halitus).
    ['alto-sax', 'B4', 'A4', { fingers: 1, opposite: 0, slide: 0, thumb: 0, crossing: 0 }],
    ['alto-sax', 'A4', 'G4', { fingers: 1.3, opposite: 0, slide: 0, thumb: 0, crossing: 0 }],
    // B to C: index up, middle down in one hand.
    ['alto-sax', 'B4', 'C5', { fingers: 1.8, opposite: 1, slide: 0, thumb: 0, crossing: 0 }],
    // Over the break: six fingers and the thumb, a register.
    ['alto-sax', 'C#5', 'D5', { fingers: 7, opposite: 0, slide: 0, thumb: 1, crossing: 1 }],
    ['clarinet', 'B4', 'C#5', { fingers: 1.4, opposite: 0, slide: 1, thumb: 0, crossing: 0 }],
    ['bassoon', 'F3', 'F#3', { fingers: 0.8 + 1 + 1.3 + 0.8 + 1 + 1.3 + 0.8 + 1.4, thumb: 1, crossing: 1 }],
  ])('%s %s to %s', (id, from, to, parts) => {
    for (const [part, value] of Object.entries(parts))
      expect(of(id, from, to)[part as 'fingers'], part).toBeCloseTo(value, 9)
  })
  it('in words, the hardest part first', () => {
    expect(difficultyWords(of('alto-sax', 'C#5', 'D5'), weightsFor(''))).toBe(
      'moving fingers 7.0, another register 1.5, thumb 0.6',
    )
    expect(difficultyWords(of('clarinet', 'B4', 'C#5'), weightsFor(''))).toBe(
      'sliding 4.0, moving fingers 1.4',
    )
    expect(difficultyWords(of('alto-sax', 'B4', 'B4'), weightsFor(''))).toBe('')
  })
  it('weighs motions more and tone less in a quick passage', () => {
    const [slow, fast] = [weightsFor('simplest'), weightsFor('simplest', 'fast')]
    expect(fast.opposite / slow.opposite).toBeCloseTo(1.6, 9)
    expect(fast.slide / slow.slide).toBeCloseTo(1.5, 9)
    expect(fast.tone / slow.tone).toBeCloseTo(0.6, 9)
    expect(fast.trill / slow.trill).toBeCloseTo(0.3, 9)
    expect(fast.crossing).toBe(slow.crossing)
    expect(weightsFor('tone').tone).toBe(3)
    expect(weightsFor('nobody')).toEqual(slow)
  })
})

describe('how likely each moment between is in a beginner’s hand', () => {
  const between = (id: string, from: string, to: string) => {
    const inst = instrument(id)
    const system = fingerSystem(inst)
    const move = moveFinder(system).move(standardFingering(inst, from), standardFingering(inst, to))
    return { move, system, p: (late: string[]) => likelihoods(system, move, [{ late }])[0]! }
  }
  it('is exact for two fingers: one late of one or the other', () => {
    // A to F sharp… here: alto saxophone A4 to F4, ring and right index press.
    const { p } = between('alto-sax', 'A4', 'F4')
    const [ring, index] = [0.3, 0.1]
    const whole = ring * (1 - index) + index * (1 - ring)
    expect(p(['L3'])).toBeCloseTo((ring * (1 - index)) / whole, 9)
    expect(p(['R1'])).toBeCloseTo((index * (1 - ring)) / whole, 9)
    expect(p(['L3']) + p(['R1'])).toBeCloseTo(1, 9)
  })
  it('is more for the ring finger than for the index, and for fewer fingers', () => {
    const { p } = between('soprano-recorder', 'G4', 'D4')
    expect(p(['R3'])).toBeGreaterThan(p(['R1']))
    expect(p(['R3'])).toBeGreaterThan(p(['R3', 'R1']))
  })
  it('is more for a finger that goes against its hand', () => {
    // Chanter D to E: in the right hand three press and the little finger lifts.
    const { p } = between('chanter', 'D5', 'E5')
    const alone = between('chanter', 'G4', 'A4')
    expect(alone.move.lift).toEqual(['R4'])
    expect(p(['R4']) / p(['R3'])).toBeCloseTo((0.28 * 1.4 * 0.7) / ((1 - 0.28 * 1.4) * 0.3), 6)
  })
})
it('notes come back as they were spelt', () =>
  expect(pathsOf(instrument('clarinet'), ['A#4', 'Bb4'])[0]!.fingerings.map((f) => f.written)).toEqual([
    'A#4',
    'Bb4',
  ]))
it('the line costs the same whichever name its notes have', () => {
  const cost = (notes: string[]) => pathsOf(instrument('clarinet'), notes)[0]!.cost
  expect(cost(['A#4', 'B4'])).toBe(cost(['Bb4', 'B4']))
  expect(parseNote('A#4').midi).toBe(parseNote('Bb4').midi)
})
