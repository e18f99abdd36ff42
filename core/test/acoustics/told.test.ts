import { describe, expect, it } from 'vitest'
import type { Wanted } from '@halitus/core/acoustics'
import { onTheWay, others, pulled, sounds, telling, wave, wrong } from './told.ts'

/**
 * What a teacher reads from the model of the tube, as it was computed once and read through: a number or an order that moves
 * was moved on purpose. That the model is right is held against formulas, brute force and charts elsewhere.
 */
describe('what the model of the tube tells', () => {
  it.each([
    [
      'clarinet',
      { written: 'Bb4' },
      [
        '345600 tried, 99840 states, 24 given',
        'the usual fingers: 0 c, effort 0.0, 100 %, standard',
        'adds right index, right index: lowest side key: -7 c, effort 0.8, 100 %',
        'adds right index: -12 c, effort 0.8, 99 %',
        'adds right middle: -12 c, effort 1.0, 99 %',
        'adds left ring, left ring: E♭ sliver key: -8 c, effort 1.3, 100 %',
        'adds right ring: -12 c, effort 1.3, 99 %',
      ],
    ],
    [
      'clarinet',
      { written: 'F#4', cents: 10 },
      [
        '345600 tried, 99840 states, 24 given',
        'the usual fingers: 0 c, effort 0.0, 100 %, standard',
        'adds right index: lowest side key: 15 c, effort 0.8, 100 %',
        'adds left middle, right index: second side key: 8 c, effort 1.8, 100 %',
        'adds left thumb, left index: G♯ key, right index, right index: lowest side key; without left index: 10 c, effort 3.0, 100 %',
        'adds left middle; without left index: 12 c, effort 3.0, 100 %',
        'adds left thumb, right index: third side key: 26 c, effort 2.2, 100 %',
      ],
    ],
    [
      'flute',
      { written: 'C5', from: 'B4', to: 'D5' },
      [
        '7776 tried, 3600 states, 22 given',
        'adds left thumb, left middle, left ring; without left index, right little: E♭ key: -5 c, effort 5.2, 99 %',
        'adds left thumb, left middle, left ring; without left index: -5 c, effort 5.8, 99 %, standard',
        'without right little: E♭ key: 0 c, effort 6.5, 100 %',
        'adds left thumb, left middle, left ring, right index, right middle: first trill lever, right ring: 14 c, effort 5.0, 65 %',
        'the usual fingers: 0 c, effort 7.2, 100 %, standard',
        'adds left thumb, left middle, left ring, right index, right middle: first trill lever, right ring; without right little: E♭ key: 13 c, effort 5.6, 68 %',
      ],
    ],
    [
      'oboe',
      { written: 'F4', cents: -10 },
      [
        '25920 tried, 12480 states, 24 given',
        'the usual fingers: 0 c, effort 0.0, 95 %, standard',
        'adds left little: low B♭ key: -10 c, effort 1.4, 94 %',
        'adds left little: low B key: -8 c, effort 1.4, 97 %',
        'adds right little: low C key: -6 c, effort 1.4, 94 %',
        'adds right little: low C♯ key: -3 c, effort 1.4, 95 %',
        'adds left index, half open; without left index: 10 c, effort 0.8, 95 %',
      ],
    ],
    [
      'alto-sax',
      { written: 'C#5' },
      [
        '268800 tried, 102144 states, 24 given',
        'the usual fingers: 0 c, effort 0.0, 96 %, standard',
        'adds right index: side C key: 12 c, effort 0.8, 96 %',
        'adds left index: bis key, left ring: -3 c, effort 2.1, 96 %',
        'adds left ring, right index: -4 c, effort 2.1, 96 %',
        'adds left ring, right middle: -4 c, effort 2.3, 96 %',
        'adds right index, right middle, right ring: -3 c, effort 3.1, 96 %, right hand kept down, ready for D',
      ],
    ],
    [
      'bassoon',
      { written: 'Eb3' },
      [
        '253440 tried, 147456 states, 24 given',
        'the usual fingers: 0 c, effort 0.0, 89 %, standard',
        'adds right ring: -4 c, effort 1.3, 88 %',
        'adds right middle: -23 c, effort 1.0, 82 %',
        'adds right thumb: B♭ key, right middle: -14 c, effort 2.4, 85 %, fuller and lower on a held note',
        'adds right middle, right ring, right ring: B♭ key: -18 c, effort 2.3, 84 %',
        'adds left thumb: C♯ key, right index, right middle: -3 c, effort 3.2, 80 %',
      ],
    ],
    [
      'soprano-recorder',
      { written: 'F#5', window: 40 },
      [
        '864 tried, 864 states, 24 given',
        'the usual fingers: 0 c, effort 0.0, 94 %, standard',
        'adds left thumb; without left thumb, half open: 1 c, effort 1.4, 99 %',
        'without left index: 17 c, effort 0.8, 64 %',
        'without left thumb, half open: 15 c, effort 1.4, 64 %',
        'adds right little, half open: -31 c, effort 1.4, 92 %',
        'adds left thumb; without left thumb, half open, left index: 19 c, effort 2.2, 76 %',
      ],
    ],
    ['chanter', { written: 'C#5', cents: 50, window: 2 }, ['256 tried, 256 states, 0 given, nearest 33']],
  ] as [string, Wanted, string[]][])('other fingerings on the %s for %j', (id, wanted, said) =>
    expect(others(id, wanted)).toEqual(said),
  )
  it.each([
    [
      'clarinet',
      'C4',
      2,
      [
        'left ring is up: 62 %, 200 c',
        'left index is up: 32 %, 206 c',
        'right index: second side key is down as well: 3 %, 187 c',
        'left middle and left ring leak by a third: 2 %, 201 c',
        'left thumb: register key is down as well: 2 %, 218 c',
      ],
    ],
    [
      'clarinet',
      'E3',
      19,
      [
        'left thumb is up: 20 %, 1885 c',
        'left middle leaks a little: 12 %, 1894 c',
        'the fingers are right, another register sounds: 11 %, 1875 c',
        'left index: A key is down as well: 10 %, 1895 c',
        'left thumb and left index are up: 9 %, 1885 c',
      ],
    ],
    [
      'flute',
      'D4',
      12,
      [
        'left index is up: 30 %, 1203 c',
        'the fingers are right, another register sounds: 24 %, 1201 c',
        'left index leaks a little: 19 %, 1199 c',
        'left thumb leaks a little: 12 %, 1207 c',
        'the pad of right middle: first trill lever leaks a little: 3 %, 1204 c',
      ],
    ],
    [
      'oboe',
      'G4',
      1,
      [
        'left ring leaks by a third: 44 %, 107 c',
        'left index leaks a little: 18 %, 99 c',
        'left little: G♯ key is down as well: 11 %, 99 c',
        'right index: A♭ trill key is down as well: 11 %, 99 c',
        'left middle leaks a little: 11 %, 117 c',
      ],
    ],
    [
      'soprano-recorder',
      'F4',
      2,
      [
        'right index and right ring are up: 23 %, 197 c',
        'left index leaks by a third: 21 %, 205 c',
        'left middle leaks by a fifth: 20 %, 188 c',
        'right index is up: 18 %, 175 c',
        'left thumb leaks by a fifth: 11 %, 217 c',
      ],
    ],
    ['bassoon', 'C3', 3, ['left middle is up: 76 %, 303 c', 'left index is up: 24 %, 282 c']],
    [
      'alto-sax',
      'D5',
      -12,
      [
        'left thumb: octave lever is up: 91 %, -1203 c',
        'left little: low B♭ key is down as well: 3 %, -1180 c',
        'the fingers are right, another register sounds: 1 %, -1157 c',
        'left little: low B key is down as well: 1 %, -1170 c',
        'left thumb: octave lever leaks a crack: 0 %, -1157 c',
      ],
    ],
    [
      'chanter',
      'A4',
      2,
      [
        'right ring is up: 81 %, 200 c',
        'left index leaks a crack: 8 %, 190 c',
        'right middle leaks a little: 8 %, 186 c',
        'right middle and right ring leak a little: 1 %, 218 c',
        'right index and right middle leak a little: 1 %, 216 c',
      ],
    ],
  ] as [string, string, number, string[]][])(
    '%s: %s was meant, what sounded lay %i semitones off',
    (id, note, by, said) => expect(wrong(id, note, by)).toEqual(said),
  )
  it.each([
    ['clarinet', 'G4', null, '-2 c 100 %, 1786 c 0 %, 2465 c 0 %, 2847 c 0 %'],
    ['clarinet', 'C4', { touch: 'L3', open: 0.2 }, '90 c 100 %, 2000 c 0 %, 2843 c 0 %, 3419 c 0 %'],
    ['flute', 'D5', null, '2 c 88 %, -394 c 12 %, 899 c 1 %, 1212 c 0 %'],
    ['oboe', 'A5', null, '-1 c 61 %, 660 c 28 %, 901 c 6 %, -1177 c 5 %'],
    ['soprano-recorder', 'D5', null, '2 c 100 %'],
    ['tenor-sax', 'Bb3', null, '0 c 94 %, 1211 c 6 %, 1903 c 0 %, 2377 c 0 %'],
    ['bassoon', 'F2', null, '1 c 94 %, 1190 c 6 %, 1898 c 0 %, 2418 c 0 %'],
    ['chanter', 'E5', null, '0 c 100 %'],
  ] as [string, string, { touch: string; open: number } | null, string][])(
    '%s: the fingers of %s, leaking %j',
    (id, note, leak, said) => expect(sounds(id, note, leak ?? undefined)).toBe(said),
  )
  it.each([
    [
      'clarinet',
      'A4',
      'B4',
      'E4 39 %, Eb5 21 %, F4 7 %, B4 7 %, C5 6 %, G#4 6 %, F5 4 %, E5 3 %, D5 3 %, A4 2 %, G4 2 %, F#5 1 %, C#4 1 %, D4 0 %, Eb4 0 %, F#4 0 %; first B4 -25 c',
    ],
    [
      'flute',
      'C5',
      'D5',
      'C5 50 %, B4 24 %, C#5 16 %, A4 3 %, Bb4 2 %, E5 1 %, F5 1 %, F#5 1 %, G4 0 %; first D5 -1 c',
    ],
    ['oboe', 'Bb4', 'C5', ''],
    [
      'bassoon',
      'E3',
      'F#3',
      'F#3 19 %, Eb3 19 %, G3 14 %, C#3 14 %, G#3 14 %, A3 6 %, E3 5 %, D3 4 %, F3 3 %, B2 1 %, Bb3 0 %, C3 0 %, C4 0 %; first F3 -11 c',
    ],
  ] as const)('%s: on the way from %s to %s', (id, from, to, said) =>
    expect(onTheWay(id, from, to)).toBe(said),
  )
  it.each([
    ['clarinet', 'F4', '0 mm 100 %, 197 mm 54 %, 298 mm 2 %, 494 mm 0 %, 664 mm 0 %'],
    ['clarinet', 'B4', '0 mm 100 %, 197 mm 19 %, 298 mm 81 %, 494 mm 60 %, 664 mm 1 %'],
    ['flute', 'A4', '-17 mm 15 %, 135 mm 99 %, 292 mm 46 %, 441 mm 0 %, 611 mm 0 %'],
    ['alto-sax', 'G4', '0 mm 100 %, 288 mm 56 %, 547 mm 6 %, 808 mm 0 %, 1060 mm 0 %'],
  ] as const)('%s: the wave of %s', (id, note, said) => expect(wave(id, note)).toBe(said))
  it.each([
    ['clarinet', 'E3', 'G4', ['-2.94', '-7.50']],
    ['flute', 'D4', 'C5', ['-2.83', '-5.38']],
    ['alto-recorder', 'F4', 'C5', ['-4.14', '-5.09']],
    ['bassoon', 'C3', 'F3', ['-1.82', '-2.85']],
  ] as [string, string, string, string[]][])('%s: a millimetre out, %s and %s', (id, a, b, said) =>
    expect(pulled(id, a, b)).toEqual(said),
  )
  it.each([
    ['clarinet', 'R3', 'L3', 'D5: 1235 c'],
    ['flute', 'L3', 'R1', 'E5: 903 c'],
  ] as const)('%s: a note that tells %s from %s', (id, a, b, said) =>
    expect(telling(id, { touch: a, fault: 'missing' }, { touch: b, fault: 'missing' })).toBe(said),
  )
})
