import { describe, expect, it } from 'vitest'
import { instrument } from '@halitus/core/instruments'
import { perform, PRESETS, type Performance } from '@halitus/core/player'
import { longToneHeard, nextTarget } from '@halitus/core/records'
import { analyse, longTone } from '@halitus/core/sound'
import { check, entryInput } from '@halitus/core/contract'
import { keptCurves, thin, verdictOf } from '@/stages/sound/measured.ts'
import type { Measurement } from '@/workers/sound.worker.ts'

const RATE = 24000
const clarinet = instrument('clarinet')

/** What the listening worker would have measured. */
function measured(p: Partial<Performance> = {}): Measurement {
  const full = { instrument: 'clarinet', written: 'E4', lengthS: 6, ...p } as Performance
  const { report, track } = analyse(perform(full, RATE), RATE, { transposition: clarinet.transposition })
  return {
    report,
    tone: longTone(report),
    timeS: track.timeS,
    hz: track.hz,
    db: track.db,
    strokes: [],
    along: undefined,
    crossings: undefined,
    warnings: [],
    talkS: 0,
    lateS: 0,
  }
}

describe('what is kept of a measurement', () => {
  it('passes the contract and holds sixty points of each curve', () => {
    const entry = longToneHeard(measured({ driftCents: -20 }), clarinet, () => 4)
    if (typeof entry === 'string') throw new Error(entry)
    expect(() =>
      check(entryInput, { id: 'x', stage: 'sound', kind: 'long-tone', provenance: 'file', data: entry }),
    ).not.toThrow()
    expect(entry).toMatchObject({ written: 'E4', targetS: 4 })
    expect(entry.centsCurve).toHaveLength(60)
    // A fall of 20 cents from end to end, made by the simulated player.
    const average = (x: number[]) => x.reduce((a, b) => a + b, 0) / x.length
    expect(average(entry.centsCurve.slice(3, 10)) - average(entry.centsCurve.slice(-10, -3))).toBeGreaterThan(
      12,
    )
  })
  it('is a sentence when there is no note, or one that the instrument doesn’t have', () => {
    expect(longToneHeard({ ...measured(), tone: undefined }, clarinet, () => 4)).toBe('No note heard.')
    // A tone counts from one second, by the tenth that is shown; talk leaves shorter pitches.
    const tone = measured().tone!
    const lasting = (lengthS: number) =>
      longToneHeard({ ...measured(), tone: { ...tone, lengthS } }, clarinet, () => 4)
    expect(lasting(0.1)).toBe(
      'No tone heard that lasts a second: the longest pitch stayed for 0.1 s. Not kept.',
    )
    expect(lasting(0.94)).toContain('stayed for 0.9 s')
    expect(lasting(0.95)).toMatchObject({ lengthS: 1 })
    expect(lasting(1)).toMatchObject({ lengthS: 1 })
    const low = measured({ instrument: 'bassoon', written: 'C2', lengthS: 2 })
    expect(longToneHeard(low, clarinet, () => 4)).toContain('outside the clarinet')
  })
})

describe('what was kept', () => {
  it('is drawn again as it was heard, to the tenth of a cent and at its own pitch', () => {
    const m = measured({ driftCents: -20 })
    const entry = longToneHeard(m, clarinet, () => 4)
    if (typeof entry === 'string') throw new Error(entry)
    const again = keptCurves(entry, { transposition: -2, a4Hz: 440 })
    expect(again.count).toBe(60)
    expect(again.timeS[0]).toBe(0)
    expect(again.timeS.at(-1)).toBeCloseTo(entry.lengthS, 6)
    const middle = again.hz[30]!
    expect(Math.abs(1200 * Math.log2(middle / m.tone!.hz))).toBeLessThan(4)
    expect(again.db).toHaveLength(60)
  })
})

describe('what is drawn', () => {
  it('begins shortly before the tone and has no more points than fit', () => {
    const m = measured({ lengthS: 40, leadS: 2 })
    const drawn = thin(m)
    expect(drawn.count).toBeLessThanOrEqual(6000)
    expect(drawn.count).toBe(drawn.timeS.length)
    expect(Math.abs(drawn.timeS[0]! - (m.tone!.startS - 0.05))).toBeLessThan(0.03)
  })
})

describe('the verdict', () => {
  const kept = (p: Partial<Performance>, targetS: number) => {
    const entry = longToneHeard(measured(p), clarinet, () => targetS)
    if (typeof entry === 'string') throw new Error(entry)
    return entry
  }
  const before = { ...kept({}, 6), lengthS: 5, steadinessCents: 9, driftCents: 3, cents: -4 }
  const of = (p: Partial<Performance>, targetS: number, observes = false) =>
    verdictOf(kept(p, targetS), before, observes)

  it.each([
    [14.96, 6, 'Held: 15.0 of 15 s, within 6 cents.'],
    [14.94, 6, '14.9 of 15 s, steady.'],
    [15, 15.04, 'Held: 15.0 of 15 s, within 15 cents.'],
    [15, 15.5, 'Long enough, but it wavers by 16 cents; 15 is the limit.'],
  ])('reads %f s and %f cents as the ladder does: %s', (lengthS, steadinessCents, sentence) => {
    const tone = { ...before, targetS: 15, lengthS, steadinessCents }
    expect(verdictOf(tone, undefined, false).sentence).toBe(sentence)
    const goesUp = nextTarget([tone]).value > 15
    expect(goesUp).toBe(sentence.startsWith('Held'))
  })
  it('names what the simulated players do wrong', () => {
    expect(of({}, 6).sentence).toMatch(/^Held: 6\.0 of 6 s, within \d cents\.$/)
    expect(of({}, 9).sentence).toBe('6.0 of 9 s, steady.')
    expect(of({ unsteadyCents: 30 }, 4).sentence).toMatch(
      /^Long enough, but it wavers by (2|3)\d cents; 15 is the limit[.;]/,
    )
    const says = (id: string) => of(PRESETS.find((p) => p.id === id)!.performance, 4).sentence
    expect(says('sinks')).toMatch(/^Long enough, but it sinks by (2|3)\d cents; 20 is the limit\.$/)
    expect(says('shaky')).toMatch(/^Long enough, but it shakes by 1\d cents, [56] times a second; 12 is/)
    expect(says('airy')).toMatch(/^Held: .*it is airy: tone \d+ dB above the noise/)
    expect(says('sags')).toMatch(/^Held: .*it goes (1|2)\d cents flat when loud\.$/)
    expect(says('squeaks')).toBe('Long enough, but it squeaked after 1.6 s.')
  })
  it.each([-60, -150])('never calls a fall of %i cents steady', (driftCents) =>
    expect(of({ driftCents }, 4).sentence).toMatch(/^Long enough, but it sinks by \d+ cents/),
  )
  it('puts the numbers beside the ones before', () => {
    const facts = of({}, 6).facts
    expect(facts.map((f) => f.name)).toEqual([
      'Length',
      'Steadiness',
      'Drift',
      'Mean',
      'Loud against soft',
      'Start',
      'End',
      'Movement',
      'Tone over noise',
    ])
    expect(facts[0]).toMatchObject({ value: '6.0', before: 'before 5.0' })
    expect(facts[4]).toMatchObject({ value: '–', unit: 'level tone' })
    // 15 cents over 14 dB.
    const swell = of({ dynamics: 'swell', sagCents: -15, rangeDb: 14, lengthS: 8 }, 6).facts[4]!
    expect(swell.value).toBe('−1.1')
    expect(swell.unit).toMatch(/^± 0\.\d$/)
    expect(swell.name).toBe('Cents for each dB louder')
  })
  it('shows no pitch where the window lies half in silence', () => {
    const samples = perform({ instrument: 'clarinet', written: 'E4', lengthS: 2, rangeDb: 0 }, RATE)
    const { report, track } = analyse(samples, RATE, { transposition: -2 })
    const tone = longTone(report)!
    const drawn = thin({
      report,
      tone,
      timeS: track.timeS,
      hz: track.hz,
      db: track.db,
      strokes: [],
      along: undefined,
      crossings: undefined,
      warnings: [],
      talkS: 0,
      lateS: 0,
    })
    const shown = Array.from(drawn.hz).filter((hz) => hz > 0)
    expect(shown.length).toBeGreaterThan(380)
    expect(Math.max(...shown.map((hz) => Math.abs(1200 * Math.log2(hz / tone.hz))))).toBeLessThan(6)
  })
  it('says how it spoke, moved and ended', () => {
    const said = (id: string) =>
      of(PRESETS.find((p) => p.id === id)!.performance, 4)
        .facts.slice(5)
        .map((f) => `${f.name} ${f.value} ${f.unit}`.trim())
    expect(said('vibrato')[2]).toMatch(/^Movement like vibrato 2\d cents, 5\.0\/s$/)
    expect(said('cheeks-puffed')[2]).toMatch(/^Movement wavers 1\d cents, 1\.1\/s$/)
    expect(said('loudness-trembles')[2]).toMatch(/^Movement loudness trembles 2 dB, 4\.5\/s$/)
    expect(said('steady').slice(0, 3)).toEqual(['Start tongued', 'End stopped', 'Movement steady'])
    expect(said('runs-out')[1]).toBe('End sags')
  })
  it('asks instead of judging for who observes', () => {
    const calm = of({}, 99, true)
    expect(calm.sentence).toBe('A level tone. What did it feel like?')
    expect(calm.facts.map((f) => f.name)).not.toContain('Length')
    expect(calm.facts.every((f) => f.before === '')).toBe(true)
  })
})
