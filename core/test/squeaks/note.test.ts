import { describe, expect, it } from 'vitest'
import { instrument } from '@halitus/core/instruments'
import { diagnose, type Accident } from '@halitus/core/squeaks'
import { registerOf, ventsOn } from '../../src/squeaks/note.ts'

/** What a written note's own fingering says of an accident. Fingerings from the product's charts; the rest common practice, no source. */
const of = (id: string, accident: Partial<Accident>) =>
  diagnose(instrument(id), { complaint: 'drops-down', weeksPlaying: 12, observations: [], ...accident })
const belief = (id: string, cause: string, accident: Partial<Accident>) =>
  of(id, accident).causes.find((c) => c.id === cause)!.belief

describe('what vents a note', () => {
  it.each([
    ['clarinet', 'E4', { key: false, half: false, flicked: false }],
    ['clarinet', 'B4', { key: true, half: false, flicked: false }],
    ['alto-sax', 'A5', { key: true, half: false, flicked: false }],
    ['alto-sax', 'A4', { key: false, half: false, flicked: false }],
    ['oboe', 'D5', { key: false, half: true, flicked: false }],
    ['oboe', 'E5', { key: true, half: false, flicked: false }],
    ['bassoon', 'G3', { key: false, half: true, flicked: false }],
    ['bassoon', 'A3', { key: true, half: false, flicked: true }],
    ['bassoon', 'F3', { key: false, half: false, flicked: false }],
    ['soprano-recorder', 'E5', { key: false, half: true, flicked: false }],
    ['flute', 'E5', { key: false, half: false, flicked: false }],
  ])('%s %s', (id, written, vents) => expect(ventsOn(instrument(id), written)).toEqual(vents))
  it('isn’t known of a note that the instrument doesn’t have', () => {
    expect(ventsOn(instrument('flute'), 'C2')).toBeUndefined()
    expect(registerOf(instrument('flute'), 'C2')).toBeUndefined()
  })
  it('is blamed only where the note uses it', () => {
    expect(belief('oboe', 'vent-unopened', { written: 'D5' })).toBeLessThan(
      0.3 * belief('oboe', 'vent-unopened', { written: 'E5' }),
    )
    expect(belief('oboe', 'half-closed', { written: 'E5' })).toBeLessThan(
      0.3 * belief('oboe', 'half-closed', { written: 'D5' }),
    )
    const gurgle = { complaint: 'gurgle', observations: ['start'] }
    expect(of('bassoon', { ...gurgle, written: 'A3' }).causes[0]!.id).toBe('no-flick')
    expect(belief('bassoon', 'no-flick', { ...gurgle, written: 'F3' })).toBeLessThan(
      0.3 * belief('bassoon', 'no-flick', { ...gurgle, written: 'A3' }),
    )
  })
  it('is said in words, against what it rules out', () => {
    const against = (written: string, cause: string) =>
      of('oboe', { written }).causes.find((c) => c.id === cause)!.against
    expect(against('D5', 'vent-unopened')).toContain('On D5 a half-hole vents it (counts 10.0 times less).')
    expect(against('E5', 'half-closed')).toContain('On E5 a vent key is held (counts 10.0 times less).')
    expect(against('A4', 'vent-unopened')).toContain(
      'On A4 no vent key or half-hole is used (counts 10.0 times less).',
    )
  })
  it('rules out nothing where it happens on more than that note', () => {
    const on = (observations: string[]) => belief('oboe', 'half-closed', { written: 'E5', observations })
    expect(on(['high'])).toBeGreaterThan(3 * on([]))
  })
})

describe('a change that the microphone heard', () => {
  const change = (from: string | undefined, written: string) =>
    of('clarinet', { complaint: 'shriek', ...(from && { from }), written, heard: { at: 'crossing' } })
      .causes.flatMap((c) => [...c.for, ...c.against])
      .join(' ')
  it('goes over the break only where the notes lie in two registers', () => {
    expect(change('A4', 'B4')).toMatch(/over the break/i)
    expect(change('C4', 'D4')).not.toMatch(/over the break/i)
    expect(change('C4', 'D4')).toMatch(/in one change of notes/i)
    expect(change(undefined, 'D4')).not.toMatch(/over the break/i)
  })
})

describe('what is tried next', () => {
  const next = (id: string, accident: Partial<Accident>) => of(id, { complaint: 'shriek', ...accident }).next
  it.each([
    ['clarinet', { complaint: 'flat' }, 'vowels:better', /^As for “ee” in the upper notes/],
    ['clarinet', {}, 'jaw-down:better', /^Jaw down as for “oh”/],
    ['oboe', { complaint: 'drops-down', written: 'D5' }, 'half-hole:better', /^Roll or bend the finger/],
    [
      'alto-sax',
      { complaint: 'jumps-up', written: 'D4' },
      'lift:better',
      /touching nothing but their own places/,
    ],
    ['bassoon', { complaint: 'stops' }, 'breathe-out:better', /^Breathe out first/],
  ] as [string, Partial<Accident>, string, RegExp][])(
    'on the %s goes on from what helped: %o, %s',
    (id, accident, helped, words) => {
      expect(next(id, { ...accident, observations: [helped] })!.words).toMatch(words)
      const same = next(id, { ...accident, observations: [helped.replace('better', 'same')] })!.words
      expect(same).not.toMatch(words)
    },
  )
  it('passes over a remedy that can’t be done here, and one that was tried', () => {
    const observations = ['jaw-down:better']
    expect(next('clarinet', { observations, unavailable: ['try-biting'] })!.id).not.toBe('try-biting')
    expect(next('clarinet', { observations: [...observations, 'try-biting:same'] })!.id).not.toBe(
      'try-biting',
    )
  })
  it('is the remedy where a cause is plain, believed by six in ten at least', () => {
    const observations = ['tongued', 'hard-stroke']
    const found = of('clarinet', { complaint: 'shriek', observations })
    expect(found.causes[0]).toMatchObject({ id: 'heavy-tongue' })
    expect(found.causes[0]!.belief).toBeGreaterThanOrEqual(0.6)
    expect(found.next!.words).toBe('Tip touches and leaves, as light as “d”.')
  })
  it('counts a finger that was pressed, whatever note is named afterwards', () =>
    expect(() =>
      of('clarinet', { complaint: 'shriek', written: 'G4', observations: ['press-right-ring:better'] }),
    ).not.toThrow())
  it('asks for another corner of the room only where something buzzes', () => {
    const words = (complaint: string) => {
      const observations: string[] = []
      for (let k = 0; k < 12; k++) {
        const step = of('alto-sax', { complaint, observations }).next
        if (!step) break
        observations.push(step.outcomes.find((o) => /:(no|same)$/.test(o.id))!.id)
      }
      return observations.join(' ')
    }
    expect(words('stuck')).not.toMatch(/elsewhere|screws/)
    expect(words('buzz')).toMatch(/elsewhere|screws/)
  })
})
