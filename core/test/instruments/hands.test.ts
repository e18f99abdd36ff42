import { describe, expect, it } from 'vitest'
import {
  allInstruments,
  fingerSystem,
  handsInWords,
  handsOf,
  instrument,
  isCharted,
  pictureOf,
  standardFingering,
} from '@halitus/core/instruments'

const clarinet = fingerSystem(instrument('clarinet'))
const said = (note: string) =>
  handsOf(clarinet, standardFingering(instrument('clarinet'), note).touches).map((h) => [
    h.fingers.map((f) => (f.state === 'down' ? f.label : '-')).join(' '),
    h.keys.map((k) => k.label).join(' '),
  ])

describe('a fingering hand by hand', () => {
  it.each([
    // Left hand with its keys, right hand with its keys (the charts).
    [
      'C5',
      [
        ['T 1 2 3', 'reg'],
        ['1 2 3', 'F'],
      ],
    ],
    [
      'B4',
      [
        ['T 1 2 3', 'reg E'],
        ['1 2 3', ''],
      ],
    ],
    [
      'G4',
      [
        ['- - - -', ''],
        ['- - -', ''],
      ],
    ],
    [
      'A4',
      [
        ['- - - -', 'A'],
        ['- - -', ''],
      ],
    ],
  ])('%s', (note, hands) => expect(said(note)).toEqual(hands))
  it.each([
    ['E4', 'left: thumb, index; right: none'],
    ['B4', 'left: thumb, index, middle, ring, register key, E/B key; right: index, middle, ring'],
    ['G4', 'all open, no finger down'],
  ])('%s in words: %s', (note, words) =>
    expect(handsInWords(clarinet, standardFingering(instrument('clarinet'), note).touches)).toBe(words),
  )
  it('tells half from whole', () => {
    const withHalf = {
      ...clarinet,
      touches: [...clarinet.touches, { ...clarinet.touches[2]!, id: 'L1:half', halfOf: 'L1' }],
    }
    expect(handsOf(withHalf, ['L1:half'])[0]!.fingers.map((f) => f.state)).toEqual(['up', 'half', 'up', 'up'])
    expect(handsInWords(withHalf, ['L1:half'])).toBe('left: index half; right: none')
  })
  it('leaves no held touch of any charted fingering out', () => {
    for (const inst of allInstruments().filter(isCharted)) {
      const system = fingerSystem(inst)
      for (const f of system.chart) {
        const hands = handsOf(system, f.touches)
        const down = hands.flatMap((h) => h.fingers.filter((x) => x.state !== 'up')).length
        const keys = hands.flatMap((h) => h.keys).length
        expect(down + keys, `${inst.id} ${f.written}`).toBe(f.touches.length)
      }
    }
  })
})

describe('what is marked in the drawing', () => {
  const picture = pictureOf(clarinet, new Set())
  it('puts a box around each little finger’s keys, and nothing else into it', () => {
    expect(picture.groups.map((g) => g.hand)).toEqual(['left', 'right'])
    for (const g of picture.groups) {
      const inside = picture.touches.filter(
        (t) => t.x > g.x && t.x < g.x + g.width && t.y > g.y && t.y < g.y + g.height,
      )
      expect(inside.map((t) => t.touch.id).sort()).toEqual(
        clarinet.touches
          .filter((t) => t.hand === g.hand && t.finger === 'little')
          .map((t) => t.id)
          .sort(),
      )
    }
  })
  it('marks where each hand begins, left of its first finger and apart from every touch', () => {
    expect(picture.handMarks.map((m) => m.hand)).toEqual(['left', 'right'])
    for (const m of picture.handMarks)
      for (const t of picture.touches)
        expect(Math.hypot(t.x - m.x, t.y - m.y), t.touch.id).toBeGreaterThan(picture.touchRadius)
  })
})
