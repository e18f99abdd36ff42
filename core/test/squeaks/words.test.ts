import { describe, expect, it } from 'vitest'
import { allInstruments, instrument } from '@halitus/core/instruments'
import { complaintsIn, diagnose, knowledgeOf, notesIn, noticedIn, type Accident } from '@halitus/core/squeaks'

describe('what is typed of an accident (common practice, no source)', () => {
  it.each([
    ['it cracks', 'jumps-up'],
    ['the note splits', 'jumps-up'],
    ['a squawk', 'shriek'],
    ['honks', 'shriek'],
    ['it croaks', 'gurgle'],
    ['won’t come out', 'silent'],
    ['wont come out', 'silent'],
    ['the low notes refuse', 'silent'],
    ['it squeeks', 'shriek'],
    ['it skweaks', undefined],
    ['squaeks all the time', 'shriek'],
    ['gurggles', 'gurgle'],
    ['unsteddy', 'wobble'],
    ['it is sharp', 'sharp'],
    ['like a harp', undefined],
    ['xyzzy', undefined],
    ['runs out of breath', 'stops'],
    ['high A chokes', 'stops'],
    ['a small, choked tone', 'small'],
    ['crossing noise between E and D', 'between'],
  ])('%s is %s', (text, id) => expect(complaintsIn(text)[0]?.id).toBe(id))
})

describe('what is typed of when and where', () => {
  it.each([
    ['low notes squeak', ['low']],
    // Where a pitch lies says nothing of where it happens.
    ['stays low on E5', []],
    ['G4 is too high', []],
    ['E5 drops to low E', []],
    ['sounds an octave lower', []],
    ['runs out of breath', ['out-of-breath']],
    ['over the breack', ['crossing']],
    ['comes and goes, put together just now', ['comes-goes', 'assembled']],
    ['airy, lips wide', ['lips-wide']],
    ['wobbles, teeth off', ['teeth-lifted']],
    ['the palm key', ['hand-on-key']],
    ['it slips in the hands', ['rolls']],
  ])('%s: %j', (text, ids) =>
    expect(
      noticedIn(text)
        .map((o) => o.id)
        .sort(),
    ).toEqual([...ids].sort()),
  )
})

describe('notes that are typed', () => {
  const oboe = instrument('oboe')
  it.each([
    ['D5 drops to low D', ['D5', 'D4']],
    ['between B flat 4 and C5', ['Bb4', 'C5']],
    ['on F#5', ['F#5']],
    ['high C shrieks', ['C6']],
    ['middle E', ['E5']],
    ['a note', []],
    ['A to E', []],
    ['C9', []],
  ])('%s', (text, notes) => expect(notesIn(oboe, text)).toEqual(notes))
})

describe('the first week, and nothing sounds', () => {
  const next = (id: Parameters<typeof instrument>[0], weeksPlaying: number, observations: string[] = []) =>
    diagnose(instrument(id), { complaint: 'silent', weeksPlaying, observations }).next?.id
  it.each(allInstruments().map((i) => i.id))('%s: the part alone first', (id) =>
    expect(next(id, 0)).toBe('small-part'),
  )
  it.each([
    [1, 'small-part'],
    [2, undefined],
  ])('in week %i: %s', (weeks, id) => expect(next('flute', weeks) === 'small-part').toBe(id === 'small-part'))
  it('then the mouth, and joints last', () => {
    // The part alone doesn't sound either: what is looked at next is at the mouth.
    const { next: then } = diagnose(instrument('clarinet'), {
      complaint: 'silent',
      weeksPlaying: 0,
      observations: ['small-part:same'],
    })
    expect(then).not.toBeNull()
    expect(['joint-gap', 'key-stays']).not.toContain(then!.id)
  })
})

describe('words fit the instrument', () => {
  it('fingers miss holes only where there are holes', () => {
    for (const id of ['flute', 'alto-sax'] as const)
      for (const c of knowledgeOf(instrument(id)).causes.filter((c) => c.group === 'fingers'))
        expect(`${c.words} ${c.remedy}`).not.toMatch(/miss (its|their) holes?|above the holes/)
  })
  it('a chanter’s pressure is too little or too much, and how to tell is said', () => {
    const causes = knowledgeOf(instrument('chanter')).causes
    const little = causes.find((c) => c.id === 'choked')!
    const much = causes.find((c) => c.id === 'overpressed')!
    expect(little.words).toBe('Too little pressure for this reed, or the reed too hard')
    expect(much.words).toBe('Too much pressure for this reed, or the reed too weak')
    expect(little.remedy).toMatch(/^A little more: if it stands/)
    expect(much.remedy).toMatch(/^A little less: if it stands/)
    const first = (observations: string[]) =>
      diagnose(instrument('chanter'), {
        complaint: 'stops',
        weeksPlaying: 10,
        observations,
      }).causes.findIndex((c) => c.id === 'overpressed')
    // Less pressure that helps speaks for too much of it.
    expect(first(['less-air:better'])).toBeLessThan(first(['air:better']))
  })
})

describe('what happens only while fingers change', () => {
  const next = (id: string, more: Partial<Accident> & { complaint: string }) =>
    diagnose(instrument(id), { weeksPlaying: 10, observations: [], ...more }).next?.id
  it.each([
    ['oboe', { complaint: 'wrong-note', observations: ['one-move'] }],
    ['alto-sax', { complaint: 'shriek', observations: ['one-move'] }],
    ['clarinet', { complaint: 'between', observations: ['always'] }],
    ['bassoon', { complaint: 'jumps-up', observations: ['crossing'] }],
  ] as const)('isn’t looked for on a part without fingers: %s, %j', (id, more) =>
    expect(next(id, { ...more, observations: [...more.observations] })).not.toBe('small-part'),
  )
  it('where no change was named, the part alone still tells', () =>
    expect(next('oboe', { complaint: 'silent', observations: ['always'] })).toBe('small-part'))
})
