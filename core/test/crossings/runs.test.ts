import { describe, expect, it } from 'vitest'
import {
  CROSSING,
  crossingsIn,
  LATE_MS,
  onPulse,
  type Candidate,
  type Crossing,
  type Run,
} from '@halitus/core/crossings'

const between = (sounds: string, late: string[], early: string[]) => ({
  touches: [],
  late,
  early,
  sounds,
  source: 'chart' as const,
})
/** A move from A4 to F4 with one note between and a register above. */
const ALL: Candidate[] = [
  { midi: 69, kind: 'from', states: [] },
  { midi: 65, kind: 'to', states: [] },
  {
    midi: 67,
    kind: 'between',
    states: [
      { between: between('G4', ['R1'], ['L3']), likelihood: 0.4 },
      { between: between('G4', ['L3'], ['R1']), likelihood: 0.2 },
      { between: between('G4', ['L2'], ['R1', 'L3']), likelihood: 0.1 },
      { between: between('G4', ['R2'], ['L1']), likelihood: 0.05 },
    ],
  },
  { midi: 81, kind: 'register', states: [] },
]
const [FROM, TO, BETWEEN, REGISTER, SOUND, SILENCE] = [0, 1, 2, 3, -1, -2] as const
/** Runs one after the other: what sounds, and how long, ms. */
function runs(...list: [index: number, ms: number][]): Run[] {
  let at = 0
  return list.map(([index, ms]) => {
    const fromS = at / 1000
    at += ms
    return { index, fromS, toS: at / 1000 }
  })
}
const judge = (
  list: [number, number][],
  squeaks: { startS: number; endS: number }[] = [],
  hears?: (r: Run, index: number) => boolean,
) => crossingsIn(runs(...list), ALL, 'A4', 'F4', squeaks, hears)
const verdicts = (list: [number, number][], squeaks: { startS: number; endS: number }[] = []) =>
  judge(list, squeaks).map((c) => c.verdict)

describe('stretches of one pitch, judged', () => {
  it('name the vent that came late on the way there, and early on the way back', () => {
    const vented = ALL.map((c) => (c.kind === 'register' ? { ...c, vent: between('A5', ['oct'], []) } : c))
    const list = runs([FROM, 400], [REGISTER, 120], [TO, 400], [REGISTER, 120], [FROM, 400])
    expect(crossingsIn(list, vented, 'A4', 'F4').map((c) => c.vent)).toEqual([
      { written: 'A5', lengthMs: 120, late: ['oct'], early: [] },
      { written: 'A5', lengthMs: 120, late: [], early: ['oct'] },
    ])
    expect(crossingsIn(list, ALL, 'A4', 'F4').map((c) => [c.verdict, c.vent])).toEqual([
      ['register', undefined],
      ['register', undefined],
    ])
  })
  it.each([
    [1000 * CROSSING.noteS - 1, []],
    [1000 * CROSSING.noteS, ['register']],
  ])(
    'count a note that only sounded in another register, though a chart has it between: %i ms',
    (ms, said) => {
      const fallen = ALL.map((c) => (c.kind === 'between' ? { ...c, vent: between('G4', ['oct'], []) } : c))
      const list = runs([FROM, 400], [BETWEEN, ms], [FROM, 400])
      expect(crossingsIn(list, fallen, 'A4', 'F4').map((c) => c.verdict)).toEqual(said)
      expect(crossingsIn(list, ALL, 'A4', 'F4')).toEqual([])
    },
  )
  it('are a change where one end follows the other', () => {
    expect(
      judge([
        [FROM, 400],
        [TO, 400],
        [FROM, 400],
      ]),
    ).toEqual([
      { timeS: 0.4, from: 'A4', to: 'F4', verdict: 'clean' },
      { timeS: 0.8, from: 'F4', to: 'A4', verdict: 'clean' },
    ])
    expect(judge([[FROM, 400]])).toEqual([])
    expect(judge([])).toEqual([])
    // The same note again is no change.
    expect(
      judge([
        [FROM, 400],
        [SILENCE, 100],
        [FROM, 400],
      ]),
    ).toEqual([])
  })
  it('need an end to last', () => {
    const ms = 1000 * CROSSING.noteS
    expect(
      verdicts([
        [FROM, 400],
        [TO, ms - 1],
      ]),
    ).toEqual([])
    expect(
      verdicts([
        [FROM, 400],
        [TO, ms],
      ]),
    ).toEqual(['clean'])
    expect(
      verdicts([
        [FROM, ms + 1],
        [TO, 400],
      ]),
    ).toEqual(['clean'])
  })
  it('tell a new start after a long silence from a change', () => {
    const ms = 1000 * CROSSING.apartS
    expect(
      verdicts([
        [FROM, 400],
        [SILENCE, ms - 1],
        [TO, 400],
      ]),
    ).toEqual(['clean'])
    expect(
      verdicts([
        [FROM, 400],
        [SILENCE, ms + 1],
        [TO, 400],
      ]),
    ).toEqual([])
    // Silences add up; sounds between them don't.
    expect(
      verdicts([
        [FROM, 400],
        [SILENCE, ms / 2 + 1],
        [SOUND, 10],
        [SILENCE, ms / 2 + 1],
        [TO, 400],
      ]),
    ).toEqual([])
    expect(
      verdicts([
        [FROM, 400],
        [SOUND, ms + 100],
        [TO, 400],
      ]),
    ).toEqual(['other'])
    // After the new start changes are judged again.
    expect(
      verdicts([
        [FROM, 400],
        [SILENCE, ms + 1],
        [TO, 400],
        [FROM, 400],
      ]),
    ).toEqual(['clean'])
  })
  it.each([
    [CROSSING.leastMs - 1, 'clean'],
    [CROSSING.leastMs, 'between'],
    [CROSSING.leastMs + 1, 'between'],
    [CROSSING.mostMs, 'between'],
    [CROSSING.mostMs + 1, 'clean'],
  ] as const)('a note between of %s ms makes it %s', (ms, verdict) =>
    expect(
      verdicts([
        [FROM, 400],
        [BETWEEN, ms],
        [TO, 400],
      ]),
    ).toEqual([verdict]),
  )
  it('name the likeliest finger, and others that are nearly as likely', () => {
    const [there, back] = judge([
      [FROM, 400],
      [BETWEEN, 60],
      [TO, 400],
      [BETWEEN, 40],
      [FROM, 400],
    ]) as [Crossing, Crossing]
    expect(there.between).toMatchObject({ written: 'G4', late: ['R1'], early: ['L3'] })
    expect(there.between!.lengthMs).toBeCloseTo(60, 6)
    // 0.1 is just a quarter of 0.4 and isn't named; 0.05 neither.
    expect(there.between!.or).toEqual([{ late: ['L3'], early: ['R1'] }])
    // Going back, who was late there is early.
    expect(back.between).toMatchObject({ late: ['L3'], early: ['R1'] })
    expect(back.between!.or).toEqual([{ late: ['R1'], early: ['L3'] }])
  })
  it('take the longest of several notes between', () => {
    const [c] = judge([
      [FROM, 400],
      [BETWEEN, 20],
      [SOUND, 5],
      [BETWEEN, 70],
      [SOUND, 5],
      [BETWEEN, 30],
      [TO, 400],
    ])
    expect(c!.between!.lengthMs).toBeCloseTo(70, 6)
  })
  it('tell a missed register, unless a note between lasted as long', () => {
    const least = CROSSING.leastMs
    expect(
      verdicts([
        [FROM, 400],
        [REGISTER, least],
        [TO, 400],
      ]),
    ).toEqual(['clean'])
    expect(
      verdicts([
        [FROM, 400],
        [REGISTER, least + 1],
        [TO, 400],
      ]),
    ).toEqual(['register'])
    expect(
      verdicts([
        [FROM, 400],
        [REGISTER, 60],
        [BETWEEN, 59],
        [TO, 400],
      ]),
    ).toEqual(['register'])
    expect(
      verdicts([
        [FROM, 400],
        [REGISTER, 60],
        [BETWEEN, 60],
        [TO, 400],
      ]),
    ).toEqual(['between'])
    // An ear that knows nothing of what was asked has to have heard it too.
    expect(
      judge(
        [
          [FROM, 400],
          [REGISTER, 60],
          [TO, 400],
        ],
        [],
        () => false,
      )[0]!.verdict,
    ).toBe('clean')
    expect(
      judge(
        [
          [FROM, 400],
          [REGISTER, 60],
          [TO, 400],
        ],
        [],
        (r, index) => index === REGISTER && r.fromS === 0.4,
      )[0]!.verdict,
    ).toBe('register')
  })
  it('take the octave of a weak fundamental for the note that the ear heard', () => {
    const hears = (r: Run, index: number) => index === (r.fromS < 0.5 ? FROM : TO)
    const list: [number, number][] = [
      [FROM, 400],
      [REGISTER, 100],
      [REGISTER, 200],
      [TO, 300],
    ]
    // The first stretch was the old note all along, the second the new one.
    expect(judge(list, [], hears)).toEqual([{ timeS: 0.5, from: 'A4', to: 'F4', verdict: 'clean' }])
    // What is neither note to the ear stays what it was followed as, and isn’t counted.
    expect(judge(list, [], () => false)).toEqual([{ timeS: 0.7, from: 'A4', to: 'F4', verdict: 'clean' }])
    // A note between is never put right: it is what is looked for.
    expect(
      judge(
        [
          [FROM, 400],
          [BETWEEN, 60],
          [TO, 400],
        ],
        [],
        (_, index) => index === FROM,
      )[0]!.verdict,
    ).toBe('between')
  })
  it('count a change that came out in another register and went back', () => {
    const ms = 1000 * CROSSING.noteS
    expect(
      judge([
        [FROM, 400],
        [REGISTER, ms],
        [FROM, 400],
      ]),
    ).toEqual([{ timeS: 0.4, from: 'A4', to: 'F4', verdict: 'register' }])
    expect(
      judge([
        [TO, 400],
        [REGISTER, ms + 50],
        [TO, 400],
      ]),
    ).toEqual([{ timeS: 0.4, from: 'F4', to: 'A4', verdict: 'register' }])
    expect(
      judge([
        [FROM, 400],
        [REGISTER, ms - 1],
        [FROM, 400],
      ]),
    ).toEqual([])
  })
  it('hear a squeak only where a sound fits neither note', () => {
    const at = (startS: number, endS = startS + 0.05) => [{ startS, endS }]
    const list = (ms: number): [number, number][] => [
      [FROM, 400],
      [SOUND, ms],
      [TO, 400],
    ]
    const ms = CROSSING.squeakMs
    expect(verdicts(list(ms), at(0.39))).toEqual(['squeak'])
    expect(verdicts(list(ms - 1), at(0.39))).toEqual(['clean'])
    // Before the old note, and long after the new one began, it belongs to another change.
    expect(verdicts(list(40), [{ startS: 0, endS: 0.41 }])).toEqual(['clean'])
    expect(verdicts(list(40), at(0.001, 0.41))).toEqual(['squeak'])
    expect(verdicts(list(40), at(0.44))).toEqual(['clean'])
    expect(verdicts(list(40), at(0.439))).toEqual(['squeak'])
    expect(verdicts(list(40), at(0.3, 0.4))).toEqual(['clean'])
    expect(verdicts(list(40), at(0.3, 0.401))).toEqual(['squeak'])
    // A register that shrieks is a squeak, not a register.
    expect(
      verdicts(
        [
          [FROM, 400],
          [REGISTER, 60],
          [TO, 400],
        ],
        at(0.41),
      ),
    ).toEqual(['squeak'])
    // A note between tells more than a squeak in it.
    expect(
      verdicts(
        [
          [FROM, 400],
          [SOUND, 30],
          [BETWEEN, 40],
          [TO, 400],
        ],
        at(0.41),
      ),
    ).toEqual(['between'])
  })
  it.each([
    [CROSSING.otherMs - 1, 'clean'],
    [CROSSING.otherMs, 'other'],
  ] as const)('a sound of no pitch for %s ms makes it %s', (ms, verdict) => {
    expect(
      verdicts([
        [FROM, 400],
        [SOUND, ms],
        [TO, 400],
      ]),
    ).toEqual([verdict])
    expect(
      verdicts([
        [FROM, 400],
        [SILENCE, ms],
        [TO, 400],
      ]),
    ).toEqual(['clean'])
  })
})

describe('changes on a pulse', () => {
  const at = (...times: number[]): Crossing[] =>
    times.map((timeS) => ({ timeS, from: 'A4', to: 'F4', verdict: 'clean' }))
  const offs = (list: Crossing[]) => list.map((c) => Math.round(c.offMs ?? NaN))

  it('finds the beat where most changes lie and tells the late one', () => {
    const found = onPulse(at(0.3, 1.3, 2.42, 3.3, 4.3), 1)
    expect(offs(found).map((x) => Math.round(x / 10))).toEqual([0, 0, 12, 0, 0])
    expect(found.map((c) => c.verdict)).toEqual(['clean', 'clean', 'late', 'clean', 'clean'])
  })
  it.each([
    [LATE_MS - 6, 'clean'],
    [LATE_MS + 6, 'late'],
  ])('%s ms after the beat is %s', (ms, verdict) => {
    const found = onPulse(at(0.5, 1.5, 2.5 + ms / 1000, 3.5, 4.5, 5.5), 1)
    expect(found[2]!.verdict).toBe(verdict)
  })
  it('lets early ones be, and what wasn’t clean keeps its own name', () => {
    const list = at(0.5, 1.5, 2.3, 3.5, 4.5)
    list[3] = { ...list[3]!, timeS: 3.7, verdict: 'squeak' }
    const found = onPulse(list, 1)
    expect(offs(found)[2]!).toBeLessThan(-190)
    expect(found.map((c) => c.verdict)).toEqual(['clean', 'clean', 'clean', 'squeak', 'clean'])
  })
  it('goes round the beat: just before the next one is early, not late', () => {
    const found = onPulse(at(0.02, 1.02, 1.98, 3.02, 4.02), 1)
    expect(found[2]!.verdict).toBe('clean')
    expect(Math.abs(found[2]!.offMs! + 40)).toBeLessThan(6)
  })
  it('leaves as they are what is too few or has no beat', () => {
    const three = at(0, 1, 2.4)
    expect(onPulse(three, 1)).toEqual(three)
    const five = at(0, 1, 2.4, 3, 4)
    expect(onPulse(five, 0)).toEqual(five)
    expect(onPulse(at(0, 1, 2.4, 3), 1)[2]!.verdict).toBe('late')
  })
})
