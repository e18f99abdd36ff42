import { describe, expect, it } from 'vitest'
import {
  type Answer,
  LIKELY,
  type Model,
  NO,
  OTHER,
  believe,
  inTenths,
  nextCheck,
  sign,
  together,
} from '@halitus/core/evidence'
import { seeded } from '@halitus/core/player'

const MODEL: Model = {
  causes: [
    { id: 'bite', words: 'Biting', usual: 'often' },
    { id: 'loose', words: 'Too loose', usual: 'now and then' },
    { id: 'reed', words: 'The reed', usual: 'seldom' },
  ],
  questions: [
    sign('sharp', 'Sharp', { bite: 'often', loose: 'almost never' }, 'seldom'),
    sign('wobbly', 'Wobbly', { loose: 'often' }, 'seldom', {
      ask: 'A long tone: does it wobble?',
      seconds: 8,
    }),
    {
      id: 'swap',
      ask: 'Another reed: better or the same?',
      seconds: 30,
      outcomes: [
        {
          id: 'better',
          words: 'Another reed is better',
          under: { reed: 'almost always' },
          otherwise: 'seldom',
        },
        {
          id: 'same',
          words: 'Another reed is the same',
          under: { reed: 'almost never' },
          otherwise: 'often',
        },
      ],
    },
  ],
  otherShare: 0.1,
}
const IDS = ['bite', 'loose', 'reed', OTHER]

/** The same by enumerating every cause with every way all three questions may turn out (exact arithmetic). */
function enumerated(answers: readonly Answer[]): Record<string, number> {
  const usual = [LIKELY.often, LIKELY['now and then'], LIKELY.seldom]
  const all = usual.reduce((a, b) => a + b, 0)
  const prior = [...usual.map((u) => (0.9 * u) / all), 0.1]
  const table: Record<string, [string, number][]>[] = IDS.map((id) => {
    const sharp = id === 'bite' ? 0.75 : id === 'loose' ? 0.03 : 0.15
    const wobbly = id === 'loose' ? 0.75 : 0.15
    const [better, same] = id === 'reed' ? [0.95, 0.03] : [0.15, 0.75]
    return {
      sharp: [
        ['sharp', sharp],
        [NO, 1 - sharp],
      ],
      wobbly: [
        ['wobbly', wobbly],
        [NO, 1 - wobbly],
      ],
      swap: [
        ['better', better / (better + same)],
        ['same', same / (better + same)],
      ],
    }
  })
  const joint = IDS.map(() => 0)
  IDS.forEach((_, c) => {
    for (const [a, pa] of table[c]!.sharp!)
      for (const [b, pb] of table[c]!.wobbly!)
        for (const [d, pd] of table[c]!.swap!) {
          const fits = answers.every(
            ({ question, outcome }) => ({ sharp: a, wobbly: b, swap: d })[question] === outcome,
          )
          if (fits) joint[c]! += prior[c]! * pa * pb * pd
        }
  })
  const sum = joint.reduce((x, y) => x + y, 0)
  return Object.fromEntries(IDS.map((id, c) => [id, joint[c]! / sum]))
}

const CASES: Answer[][] = [
  [],
  [{ question: 'sharp', outcome: 'sharp' }],
  [{ question: 'sharp', outcome: NO }],
  [{ question: 'swap', outcome: 'better' }],
  [
    { question: 'swap', outcome: 'same' },
    { question: 'wobbly', outcome: 'wobbly' },
  ],
  [
    { question: 'sharp', outcome: NO },
    { question: 'wobbly', outcome: NO },
    { question: 'swap', outcome: 'same' },
  ],
]

describe('beliefs', () => {
  it.each(CASES.map((c) => [c]))('are those of full enumeration: %j', (answers) => {
    const exact = enumerated(answers)
    const found = believe(MODEL, answers)
    expect(found.map((b) => b.cause).sort()).toEqual([...IDS].sort())
    for (const b of found) expect(b.share).toBeCloseTo(exact[b.cause]!, 12)
    expect(found.reduce((sum, b) => sum + b.share, 0)).toBeCloseTo(1, 12)
    expect(found.map((b) => b.share)).toEqual(found.map((b) => b.share).sort((a, b) => b - a))
  })
  it('don’t depend on the order of answers', () => {
    const [a, b] = [CASES[4]!, [...CASES[4]!].reverse()].map((c) =>
      Object.fromEntries(believe(MODEL, c).map((x) => [x.cause, x.share])),
    )
    for (const id of IDS) expect(a![id]).toBeCloseTo(b![id]!, 12)
  })
  it('say what speaks for and against, in words, and how much', () => {
    const found = believe(MODEL, [
      { question: 'sharp', outcome: 'sharp', words: 'Measured: 30 cents sharp' },
      { question: 'wobbly', outcome: NO },
    ])
    const bite = found.find((b) => b.cause === 'bite')!
    expect(bite.for[0]!.words).toBe('Measured: 30 cents sharp')
    // 0.75 under biting; the others by their shares before: 0.277 loose, 0.104 the reed, 0.1 unknown.
    const [loose, reed] = [(0.9 * 0.4) / 1.3, (0.9 * 0.15) / 1.3]
    const mean = (loose * 0.03 + (reed + 0.1) * 0.15) / (loose + reed + 0.1)
    expect(bite.for[0]!.bits).toBeCloseTo(Math.log2(0.75 / mean), 12)
    const slack = found.find((b) => b.cause === 'loose')!
    expect(slack.against.map((w) => w.words)).toEqual(['Measured: 30 cents sharp', 'Not: wobbly'])
    expect(found.find((b) => b.cause === OTHER)!.words).toBe('Another cause')
  })
  it('refuse what there isn’t, naming what there is', () => {
    expect(() => believe(MODEL, [{ question: 'smell', outcome: 'yes' }])).toThrow(
      'There is no question “smell”. Known: sharp, wobbly, swap.',
    )
    expect(() => believe(MODEL, [{ question: 'swap', outcome: NO }])).toThrow(
      '“swap” has no outcome “no”. Known: better, same.',
    )
  })
})

describe('the next check', () => {
  const h = (p: number[]) => p.reduce((s, x) => (x > 0 ? s - x * Math.log2(x) : s), 0)
  /** What a question tells: entropy of what is found less entropy of it once the cause is known. */
  function tells(answers: Answer[], question: string, outcomes: string[]): number {
    const now = enumerated(answers)
    const chance = (outcome: string, cause?: string) => {
      // P(outcome | answers) by enumeration: the ratio of two joint sums.
      const weight = (list: Answer[]) => {
        const usual: Record<string, number> = { bite: 0.75, loose: 0.4, reed: 0.15 }
        const p = (id: string) => (id === OTHER ? 0.1 : (0.9 * usual[id]!) / 1.3)
        const l = (id: string, a: Answer) => {
          const sharp = id === 'bite' ? 0.75 : id === 'loose' ? 0.03 : 0.15
          const wobbly = id === 'loose' ? 0.75 : 0.15
          const better = id === 'reed' ? 0.95 / 0.98 : 0.15 / 0.9
          const yes = { sharp, wobbly, swap: better }[a.question]!
          return a.outcome === NO || a.outcome === 'same' ? 1 - yes : yes
        }
        return (cause ? [cause] : IDS).reduce((s, id) => s + list.reduce((x, a) => x * l(id, a), p(id)), 0)
      }
      return weight([...answers, { question, outcome }]) / weight(answers)
    }
    const spread = h(outcomes.map((o) => chance(o)))
    const known = IDS.reduce((s, id) => s + now[id]! * h(outcomes.map((o) => chance(o, id))), 0)
    return spread - known
  }
  it('tells most for its seconds (mutual information, the other way round)', () => {
    const next = nextCheck(MODEL, [])!
    const [wobbly, swap] = [tells([], 'wobbly', ['wobbly', NO]), tells([], 'swap', ['better', 'same'])]
    expect(wobbly / 8).toBeGreaterThan(swap / 30)
    expect(next).toMatchObject({ question: 'wobbly', ask: 'A long tone: does it wobble?', seconds: 8 })
    expect(next.bits).toBeCloseTo(wobbly, 10)
    const then = nextCheck(MODEL, [{ question: 'wobbly', outcome: NO }])!
    expect(then.question).toBe('swap')
    expect(then.bits).toBeCloseTo(
      tells([{ question: 'wobbly', outcome: NO }], 'swap', ['better', 'same']),
      10,
    )
  })
  it('says where each outcome leads, with chances that make one', () => {
    const { outcomes } = nextCheck(MODEL, [{ question: 'wobbly', outcome: NO }])!
    expect(outcomes.reduce((s, o) => s + o.chance, 0)).toBeCloseTo(1, 12)
    const better = outcomes.find((o) => o.id === 'better')!
    const [first] = believe(MODEL, [
      { question: 'wobbly', outcome: NO },
      { question: 'swap', outcome: 'better' },
    ])
    expect([better.leads, better.share]).toEqual([first!.words, first!.share])
  })
  it('is none when a cause is sure enough, or when nothing is left to ask', () => {
    const sure: Model = { ...MODEL, otherShare: 0.01, causes: MODEL.causes.slice(0, 1) }
    expect(nextCheck(sure, [])).toBeUndefined()
    expect(
      nextCheck(MODEL, [
        { question: 'wobbly', outcome: NO },
        { question: 'swap', outcome: 'same' },
      ]),
    ).toBeUndefined()
  })
  it('stops asking from nine tenths on', () => {
    const with_ = (otherShare: number) =>
      nextCheck({ ...MODEL, otherShare, causes: [{ id: 'loose', words: 'Too loose', usual: 'often' }] }, [])
    expect(with_(0.101)).toBeDefined()
    expect(with_(0.1)).toBeUndefined()
    expect(with_(0.099)).toBeUndefined()
  })
})

describe('any model', () => {
  it('has beliefs that make one and never asks what is answered', () => {
    const random = seeded(7)
    const words = ['almost never', 'seldom', 'now and then', 'often', 'almost always'] as const
    for (let k = 0; k < 50; k++) {
      const causes = ['a', 'b', 'c', 'd'].map((id) => ({ id, words: id, usual: random.pick(words) }))
      const questions = ['p', 'q', 'r'].map((id) =>
        sign(id, id, Object.fromEntries(causes.map((c) => [c.id, random.pick(words)])), random.pick(words), {
          ask: id,
          seconds: 5,
        }),
      )
      const model: Model = { causes, questions, otherShare: 0.05 }
      const answers = [{ question: 'p', outcome: random.chance(0.5) ? 'p' : NO }]
      expect(believe(model, answers).reduce((s, b) => s + b.share, 0)).toBeCloseTo(1, 12)
      expect(nextCheck(model, answers)?.question).not.toBe('p')
    }
  })
})

describe('two causes at once', () => {
  const model: Model = {
    causes: [
      { id: 'a', words: 'A', usual: 'often' },
      { id: 'b', words: 'B', usual: 'often' },
      { id: 'c', words: 'C', usual: 'often' },
    ],
    pairs: [{ both: ['a', 'b'], usual: 'now and then' }],
    questions: [
      sign('x', 'X', { a: 'often' }, 'seldom'),
      sign('y', 'Y', { b: 'often' }, 'seldom'),
      {
        id: 'try-a',
        outcomes: [
          { id: 'better', words: 'Better', under: { a: 'almost always' }, otherwise: 'almost never' },
          {
            id: 'same',
            words: 'Same',
            under: { a: 'almost never' },
            otherwise: 'almost always',
            takesBoth: true,
          },
        ],
      },
    ],
    otherShare: 0.1,
  }
  // Written out by hand: priors .75 each, the pair .75 · .75 · .4 = .225; all of it nine tenths.
  const all = 3 * 0.75 + 0.225
  const prior = { single: (0.9 * 0.75) / all, pair: (0.9 * 0.225) / all, other: 0.1 }
  const shareOf = (answers: Parameters<typeof believe>[1], id: string) =>
    believe(model, answers).find((b) => b.cause === id)!.share
  it('have a share of their own, which goes to each by half', () => {
    expect(together(model, [])[0]!.share).toBeCloseTo(prior.pair, 12)
    expect(shareOf([], 'a')).toBeCloseTo(prior.single + prior.pair / 2, 12)
    expect(shareOf([], 'c')).toBeCloseTo(prior.single, 12)
    expect(believe(model, []).reduce((s, b) => s + b.share, 0)).toBeCloseTo(1, 12)
  })
  it('show what either of them shows, with what is there anyway counted once', () => {
    // Noisy or with a leak (Pearl, 1988): 1 − (1 − .75)(1 − .15) / (1 − .15) = .75 for each sign.
    const [pair] = together(model, [
      { question: 'x', outcome: 'x' },
      { question: 'y', outcome: 'y' },
    ])
    const joint = {
      a: prior.single * 0.75 * 0.15,
      b: prior.single * 0.15 * 0.75,
      c: prior.single * 0.15 * 0.15,
      other: prior.other * 0.15 * 0.15,
      pair: prior.pair * 0.75 * 0.75,
    }
    const sum = Object.values(joint).reduce((x, y) => x + y, 0)
    expect(pair!.share).toBeCloseTo(joint.pair / sum, 12)
  })
  it('change by either one’s cure, and stay the same only where neither was it', () => {
    const same = [{ question: 'try-a', outcome: 'same' }]
    // .03 of .98 under a and under the pair, .95 of .98 otherwise.
    const joint = {
      a: prior.single * 0.03,
      rest: 2 * prior.single * 0.95 + prior.other * 0.95,
      pair: prior.pair * 0.03,
    }
    const sum = joint.a + joint.rest + joint.pair
    expect(together(model, same)[0]!.share).toBeCloseTo(joint.pair / sum, 12)
    expect(shareOf(same, 'a')).toBeCloseTo((joint.a + joint.pair / 2) / sum, 12)
  })
  it('are refused where they name what there isn’t', () => {
    const odd = { ...model, pairs: [{ both: ['a', 'z'] as const, usual: 'often' as const }] }
    expect(() => believe(odd, [])).toThrow('A pair names “z”, which is no cause.')
  })
})

describe('a second that is worth more', () => {
  it('is asked for first, of two checks that tell the same', () => {
    const check = (id: string, worth?: number) => ({
      ...sign(id, id, { a: 'almost always' }, 'almost never', { ask: id, seconds: 10 }),
      ...(worth !== undefined && { worth }),
    })
    const of = (...questions: ReturnType<typeof check>[]) =>
      nextCheck(
        {
          causes: [
            { id: 'a', words: 'A', usual: 'often' },
            { id: 'b', words: 'B', usual: 'often' },
          ],
          questions,
          otherShare: 0.1,
        },
        [],
      )!.question
    expect(of(check('one'), check('two'))).toBe('one')
    expect(of(check('one'), check('two', 1.01))).toBe('two')
    expect(of(check('one'), check('two', 0.99))).toBe('one')
    expect(of(check('one', 0.5), check('two'))).toBe('two')
  })
})

describe('a belief in words', () =>
  it.each([
    [0, 'under 1 in ten'],
    [0.049, 'under 1 in ten'],
    [0.05, '1 in ten'],
    [0.149, '1 in ten'],
    [0.151, '2 in ten'],
    [0.42, '4 in ten'],
    [0.949, '9 in ten'],
    [0.95, 'nearly sure'],
    [1, 'nearly sure'],
  ])('%f is “%s”', (share, words) => expect(inTenths(share)).toBe(words)))
