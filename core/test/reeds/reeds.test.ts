import { describe, expect, it } from 'vitest'
import {
  advise,
  BREAK_IN_MINUTES,
  breakIn,
  ENOUGH_REEDS,
  forecastLife,
  forecastStock,
  judgeCrow,
  learnLife,
  minutesPlayed,
  remainingMinutes,
  rotation,
  SYMPTOMS,
  WEAR_SHAPE,
  type Reed,
  type ReedCase,
  type ReedUse,
} from '@halitus/core/reeds'
import { allInstruments, instrument } from '@halitus/core/instruments'
import { seeded } from '@halitus/core/player'

const NOW = '2026-03-20T18:00:00'
const use = (at: string, minutes = 30, rating: number | null = null): ReedUse => ({ at, minutes, rating })
const reed = (id: string, state: Reed['state'], ...uses: ReedUse[]): Reed => ({ id, name: id, state, uses })
/** A retired reed that lasted so long. */
const lasted = (minutes: number, i = 0) => reed(`old-${i}`, 'retired', use('2026-01-01', minutes))

describe('rotation', () => {
  it('takes the reed that has rested longest, and says why', () => {
    const [first, second] = rotation(
      [
        reed('a', 'rotation', use('2026-03-19T18:00:00')),
        reed('b', 'rotation', use('2026-03-16T18:00:00', 40, 4)),
      ],
      NOW,
    )
    expect(first!.reed.id).toBe('b')
    expect(first!.reason).toBe('rested 4 days, 40 min so far, rated 4 of 5')
    expect(second!.reason).toContain('rested 24 h')
  })
  it('prefers fewer minutes and better ratings when rest is equal', () => {
    const at = '2026-03-10T18:00:00'
    const ids = rotation(
      [
        reed('worn', 'rotation', use(at, 500, 3)),
        reed('fresh', 'rotation', use(at, 60, 3)),
        reed('dull', 'rotation', use(at, 60, 1)),
      ],
      NOW,
    ).map((c) => c.reed.id)
    expect(ids).toEqual(['fresh', 'worn', 'dull'])
  })
  it('never offers a retired reed, and a concert or resting reed only last', () => {
    const ids = rotation(
      [
        reed('gone', 'retired', use('2026-01-01')),
        reed('best', 'concert', use('2026-03-01', 30, 5)),
        reed('tired', 'resting', use('2026-03-20T12:00:00')),
        reed('daily', 'rotation', use('2026-03-20T08:00:00', 300, 2)),
      ],
      NOW,
    ).map((c) => c.reed.id)
    expect(ids).toEqual(['daily', 'best', 'tired'])
  })
  it('gives a new reed its few minutes first (common practice, no source)', () => {
    const [first] = rotation([reed('old', 'rotation', use('2026-03-01')), reed('new', 'new')], NOW)
    expect(first).toMatchObject({ reason: 'break-in day 1: 5 min, then change' })
    expect([...BREAK_IN_MINUTES]).toEqual([...BREAK_IN_MINUTES].sort((a, b) => a - b))
  })
  it('counts break-in by days played, and lets it dry on the same day', () => {
    const days = ['2026-03-16T18:00:00', '2026-03-17T18:00:00']
    const young = reed('n', 'breaking-in', ...days.map((d) => use(d, 5)))
    expect(breakIn(young, NOW)).toEqual({ day: 3, minutesToday: 10, finished: false })
    expect(
      breakIn(reed('n', 'breaking-in', ...days.map((d) => use(d, 5)), use('2026-03-20T09:00:00', 10)), NOW)
        .minutesToday,
    ).toBe(0)
    const done = reed('n', 'breaking-in', ...Array.from({ length: 5 }, (_, i) => use(`2026-03-1${i}`, 5)))
    expect(breakIn(done, NOW).finished).toBe(true)
    expect(rotation([done], NOW)[0]!.reason).toContain('rested')
  })
})

describe('life of reeds', () => {
  it('says nothing before enough reeds were played to their end', () => {
    expect(
      learnLife([lasted(600), lasted(700), reed('x', 'rotation', use('2026-03-01', 300))]),
    ).toBeUndefined()
    expect(forecastStock([reed('x', 'rotation', use('2026-03-10', 300))], NOW).sentence).toBe(
      `Not enough data yet: a forecast needs ${ENOUGH_REEDS} reeds played to their end.`,
    )
  })
  it('follows its closed form', () => {
    // Derived: with d lives of equal length m, S(x) = (d·m^k / (d·m^k + x^k))^d, so the median is m·(d·(2^(1/d) − 1))^(1/k).
    for (const d of [3, 8, 40]) {
      const model = learnLife(Array.from({ length: d }, (_, i) => lasted(600, i)))!
      expect(remainingMinutes(model, 0, 0.5)).toBeCloseTo(
        600 * (d * (2 ** (1 / d) - 1)) ** (1 / WEAR_SHAPE),
        6,
      )
    }
  })
  it('expects less of a reed that has played more, and more where reeds last longer', () => {
    const model = learnLife([lasted(500, 1), lasted(650, 2), lasted(800, 3)])!
    const left = [0, 200, 400, 600].map((played) => forecastLife(model, played).medianMinutes)
    expect(left).toEqual([...left].sort((a, b) => b - a))
    const longer = learnLife([lasted(1000, 1), lasted(1300, 2), lasted(1600, 3)])!
    expect(forecastLife(longer, 0).medianMinutes).toBeCloseTo(2 * forecastLife(model, 0).medianMinutes, 6)
  })
  it('counts reeds still played as at least that long', () => {
    const ended = [lasted(500, 1), lasted(500, 2), lasted(500, 3)]
    const withLiving = [...ended, reed('alive', 'rotation', use('2026-03-01', 900))]
    expect(forecastLife(learnLife(withLiving)!, 0).medianMinutes).toBeGreaterThan(
      forecastLife(learnLife(ended)!, 0).medianMinutes,
    )
  })
  it('holds what its interval promises: eight of ten simulated lives fall inside, with few reeds and with many', () => {
    // Under the prior 1/rate the predictive interval is exactly calibrated (textbook); 2000 draws have a standard error of 0.9 %.
    const random = seeded(77)
    const life = () => 600 * (-Math.log(1 - random())) ** (1 / WEAR_SHAPE)
    for (const d of [3, 12]) {
      let inside = 0
      for (let trial = 0; trial < 2000; trial++) {
        const model = learnLife(Array.from({ length: d }, (_, i) => lasted(life(), i)))!
        const [low, high] = forecastLife(model, 0).intervalMinutes
        const next = life()
        if (next >= low && next <= high) inside++
      }
      expect(Math.abs(inside / 2000 - 0.8)).toBeLessThan(0.035)
    }
  })
  it('tells when to order', () => {
    const reeds = [
      lasted(600, 1),
      lasted(600, 2),
      lasted(600, 3),
      reed('a', 'rotation', use('2026-03-10', 400)),
      reed('b', 'rotation', use('2026-03-12', 200)),
    ]
    const stock = forecastStock(reeds, NOW)
    expect(stock.minutesPerWeek).toBe(150) // 600 minutes in four weeks, exact
    expect(stock.weeksLeft!).toBeGreaterThan(2)
    expect(stock.orderBy! > NOW.slice(0, 10)).toBe(true)
    expect(forecastStock(reeds.slice(0, 3), NOW).sentence).toBe('No playable reed left: order now.')
    expect(forecastStock([...reeds.slice(0, 3), reed('z', 'new')], NOW).sentence).toContain(
      'Nothing was played',
    )
  })
  it('refuses probabilities that are none', () => {
    const model = learnLife([lasted(1, 1), lasted(2, 2), lasted(3, 3)])!
    for (const p of [0, 1, -1, NaN])
      expect(() => remainingMinutes(model, 0, p)).toThrow('more than 0 and less than 1')
  })
})

describe('the strength adviser (directions: common practice, no source)', () => {
  const base: ReedCase = { symptoms: [], strength: 2.5, tip: 'medium', facing: 'medium', weeksPlaying: 30 }
  const best = (c: Partial<ReedCase>) => advise({ ...base, ...c }).opinions[0]!
  it('keeps a reed that nobody complains of', () => expect(best({}).advice).toBe('stay'))
  it('goes down when too hard', () => {
    const opinion = best({ symptoms: ['hard-start', 'airy', 'out-of-breath'], strength: 3, weeksPlaying: 8 })
    expect(opinion.advice).toBe('down')
    expect(opinion.belief).toBeGreaterThan(0.8)
    expect(opinion.for.map((e) => e.words)).toContain(
      'Strength 3 in week 8; beginners start at about 2 to 2½',
    )
  })
  it('goes up when too soft, and measured sag speaks for it', () => {
    const plain = advise({ ...base, symptoms: ['buzzy', 'high-collapse'] })
    const measured = advise({ ...base, symptoms: ['buzzy', 'high-collapse'], centsPerDb: -1.6 })
    const up = (v: typeof plain) => v.opinions.find((o) => o.advice === 'up')!.belief
    expect(plain.opinions[0]!.advice).toBe('up')
    expect(up(measured)).toBeGreaterThan(up(plain))
    expect(measured.opinions[0]!.for.map((e) => e.words)).toContain('Measured: sags 1.6 cents a dB when loud')
  })
  it('says not the reed when another reed is no better', () => {
    const verdict = advise({ ...base, symptoms: ['low-refuse', 'one-note', 'other-reed-same'] })
    expect(verdict.opinions[0]).toMatchObject({ advice: 'not-reed', words: 'Not the reed' })
  })
  it.each([
    // Another reed of the same strength serves, or the tip is broken: this one is done with.
    [['other-reed-better'], 'replace', 'Replace this reed by one of the same strength'],
    [['hard-start', 'other-reed-better'], 'replace', 'Replace this reed by one of the same strength'],
    [['chipped'], 'replace', 'Replace this reed by one of the same strength'],
    [['other-reed-better', 'chipped'], 'replace', 'Replace this reed by one of the same strength'],
    [['wavy'], 'flatten', 'Soak it, dry it flat, then try it again'],
    [['wavy', 'chipped'], 'replace', 'Replace this reed by one of the same strength'],
    // A wavy tip may recover: flattening comes before throwing away.
    [['wavy', 'other-reed-better'], 'flatten', 'Soak it, dry it flat, then try it again'],
  ])('after %j says: %s', (symptoms, advice, words) =>
    expect(best({ symptoms })).toMatchObject({ advice, words }),
  )
  it('has no opinion while nobody has said or measured anything', () => {
    const nothing = advise(base)
    expect(nothing.known).toBe(false)
    expect(nothing.check).toBe('Say what is heard, then the check that tells most is named here.')
    expect(advise({ ...base, symptoms: ['airy'] }).known).toBe(true)
    expect(advise({ ...base, centsPerDb: -2 }).known).toBe(true)
  })
  it('never asks for a check whose answer was just given', () => {
    const ids = SYMPTOMS.map((s) => s.id)
    for (const told of [
      'other-reed-better',
      'other-reed-same',
      'chipped',
      'wavy',
      'tip-fine',
      'teacher-same',
      'teacher-easy',
      'part-holds',
    ])
      for (const a of ids) {
        const { check } = advise({ ...base, symptoms: [told, a] })
        const repeats = {
          'other-reed-better': 'another reed of the same strength',
          'other-reed-same': 'another reed of the same strength',
          chipped: 'against the light',
          wavy: 'against the light',
          'tip-fine': 'against the light',
          'teacher-same': 'you play the learner’s instrument',
          'teacher-easy': 'you play the learner’s instrument',
          'part-holds': 'smallest part alone',
        }[told]!
        expect(check, `${told} ${a}`).not.toContain(repeats)
        expect(check.length).toBeGreaterThan(20)
      }
  })
  it('says of a broken tip that nothing is to be weighed', () => {
    const { check } = advise({ ...base, symptoms: ['chipped', 'one-note'] })
    expect(check).toContain('Chipped or split: this reed is done with, whatever else is found.')
    expect(advise({ ...base, symptoms: ['wavy'] }).check).not.toContain('done with')
  })
  it('tells how each check may turn out, and takes that as a finding', () => {
    const { check, outcomes } = advise({ ...base, symptoms: ['hard-start'] })
    expect(check).toContain('10 seconds: hold the tip against the light')
    expect(outcomes.map((o) => o.words)).toEqual(['Chipped or split tip', 'Wavy tip', 'Tip whole and flat'])
    const then = advise({ ...base, symptoms: ['hard-start', 'tip-fine'] })
    expect(then.check).not.toContain('against the light')
    expect(then.outcomes.length).toBeGreaterThan(1)
  })
  it('leaves room for what nobody thought of', () => {
    const other = advise({ ...base, symptoms: ['hard-start', 'buzzy'] }).opinions.find(
      (o) => o.advice === 'other',
    )!
    expect(other.words).toBe('Something else')
    expect(other.belief).toBeGreaterThan(0)
  })
  it('thinks of the tip when reed and opening pull the same way', () => {
    const tip = (c: Partial<ReedCase>) =>
      advise({ ...base, ...c }).opinions.find((o) => o.advice === 'tip')!.belief
    expect(tip({ tip: 'open', strength: 3.5 })).toBeGreaterThan(1.5 * tip({ tip: 'medium', strength: 3.5 }))
  })
  it('lists the evidence on both sides and beliefs that sum to one', () => {
    const { opinions } = advise({ ...base, symptoms: ['hard-start', 'buzzy'] })
    expect(opinions.reduce((sum, o) => sum + o.belief, 0)).toBeCloseTo(1, 12)
    const down = opinions.find((o) => o.advice === 'down')!
    expect(down.for.map((e) => e.words)).toContain('Hard to start')
    expect(down.against.map((e) => e.words)).toContain('Buzzy tone')
  })
  it('has a cheap check for whichever two lead', () => {
    const ids = SYMPTOMS.map((s) => s.id)
    for (const a of ids)
      for (const b of ids)
        expect(advise({ ...base, symptoms: [a, b] }).check.length, `${a} ${b}`).toBeGreaterThan(20)
  })
  it.each([
    [{ strength: 0 }, 'strength is 0; allowed: 1 to 5 in half steps.'],
    [{ strength: 7 }, 'strength is 7'],
    [{ weeksPlaying: -1 }, 'weeksPlaying is -1'],
    [{ symptoms: ['sad'] }, 'no symptom “sad”. Known: hard-start'],
  ])('refuses what can’t be (%#)', (c, message) => expect(() => advise({ ...base, ...c })).toThrow(message))
})

describe('double reeds and chanter', () => {
  it('adjusts in the order of what can be undone, knives last and for the reed maker', () => {
    for (const id of ['oboe', 'bassoon', 'chanter']) {
      const list = instrument(id).reed!.adjustments
      expect(list[0]!.by).toBe('player')
      expect(list.at(-1)).toMatchObject({ by: 'reed maker', changes: 'Can’t be undone.' })
      expect(list.findIndex((a) => a.by === 'teacher')).toBeGreaterThan(0)
    }
    expect(instrument('clarinet').reed?.adjustments).toEqual([])
  })
  it('judges an oboe crow against C in octaves (common practice, no source)', () => {
    expect(
      judgeCrow(instrument('oboe').reed, { pitchClass: 'C', octaves: true, feel: 'free' }).first,
    ).toBeNull()
    expect(
      judgeCrow(instrument('oboe').reed, { pitchClass: 'B', octaves: true, feel: 'free' }),
    ).toMatchObject({
      sentence: '1 semitone low: too open or sodden.',
      first: { id: 'squeeze-flat' },
    })
    expect(
      judgeCrow(instrument('oboe').reed, { pitchClass: 'D', octaves: true, feel: 'free' }).sentence,
    ).toBe('2 semitones high: too closed or dry.')
    expect(
      judgeCrow(instrument('oboe').reed, { pitchClass: 'C', octaves: false, feel: 'free' }).sentence,
    ).toContain('low octave is missing')
    expect(
      judgeCrow(instrument('bassoon').reed, { pitchClass: null, octaves: true, feel: 'held' }).first?.id,
    ).toBe('squeeze-sides')
    // No pitch where one is meant isn't right; where none is meant, it is.
    expect(
      judgeCrow(instrument('oboe').reed, { pitchClass: null, octaves: true, feel: 'free' }),
    ).toMatchObject({
      sentence: 'No clear pitch: lips on the thread, free breath; soak it again if it stays so.',
      first: { id: 'soak' },
    })
    expect(
      judgeCrow(instrument('bassoon').reed, { pitchClass: null, octaves: true, feel: 'free' }).first,
    ).toBeNull()
    expect(() =>
      judgeCrow(instrument('oboe').reed, { pitchClass: 'H', octaves: true, feel: 'free' }),
    ).toThrow('allowed: C, C#')
  })
  it('knows which instruments have which reeds', () => {
    expect(
      allInstruments()
        .filter((i) => i.reed === null)
        .map((i) => i.family),
    ).toEqual(['flute', 'recorder', 'recorder'])
    expect(instrument('bassoon').reed?.kind).toBe('double')
  })
  it('adds up minutes', () =>
    expect(minutesPlayed(reed('a', 'rotation', use('2026-01-01', 12), use('2026-01-02', 8)))).toBe(20))
})
