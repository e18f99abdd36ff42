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
        'the usual fingers: 0 c, effort 0.0, 98 %, standard',
        'adds right index, right index: lowest side key: -4 c, effort 0.8, 99 %',
        'adds right index: lowest side key: 10 c, effort 0.8, 99 %',
        'adds left index, right index: top side key; without left index: A key: 0 c, effort 1.6, 94 %',
        'adds left ring, left ring: E♭ sliver key: -8 c, effort 1.3, 98 %',
        'adds right index: -19 c, effort 0.8, 98 %',
      ],
    ],
    [
      'clarinet',
      { written: 'F#4', cents: 10 },
      [
        '345600 tried, 99840 states, 24 given',
        'the usual fingers: 0 c, effort 0.0, 100 %, standard',
        'adds right index: lowest side key: 23 c, effort 0.8, 100 %',
        'adds right index, right index: lowest side key: -9 c, effort 0.8, 100 %',
        'adds right index: lowest side key, right middle: -9 c, effort 1.8, 100 %',
        'adds right index: lowest side key, right ring, right ring: B sliver key: -9 c, effort 2.1, 100 %',
        'adds right index: lowest side key, right ring: -9 c, effort 2.1, 100 %',
      ],
    ],
    [
      'flute',
      { written: 'C5', from: 'B4', to: 'D5' },
      [
        '7776 tried, 3600 states, 24 given',
        'adds left thumb, left middle, left ring; without left index, right little: E♭ key: -5 c, effort 5.2, 99 %',
        'adds left thumb, left middle, left ring; without left index: -5 c, effort 5.8, 99 %, standard',
        'adds left thumb, left middle, right index, right middle: first trill lever, right ring: -3 c, effort 5.7, 100 %',
        'adds left thumb, left middle, right index: B♭ side lever, right middle: first trill lever, right ring: -2 c, effort 6.0, 100 %',
        'adds left thumb, left middle, right middle: first trill lever: -1 c, effort 6.3, 100 %',
        'adds left thumb, left middle, right middle: first trill lever; without right little: E♭ key: -1 c, effort 6.3, 100 %',
      ],
    ],
    [
      'oboe',
      { written: 'F4', cents: -10 },
      [
        '25920 tried, 12480 states, 24 given',
        'the usual fingers: 0 c, effort 0.0, 95 %, standard',
        'adds left little: low B♭ key: -8 c, effort 1.4, 94 %',
        'adds left little: low B key: -6 c, effort 1.4, 93 %',
        'adds left index, half open; without left index: 4 c, effort 0.8, 95 %',
        'adds right little: low C key: -5 c, effort 1.4, 95 %',
        'without left index: 13 c, effort 0.8, 95 %',
      ],
    ],
    [
      'alto-sax',
      { written: 'C#5' },
      [
        '268800 tried, 102144 states, 24 given',
        'the usual fingers: 0 c, effort 0.0, 96 %, standard',
        'adds right index: side B♭ key: 3 c, effort 0.8, 96 %',
        'adds left ring: -3 c, effort 1.3, 96 %',
        'adds left index: bis key: -12 c, effort 0.8, 96 %',
        'adds right index: -14 c, effort 0.8, 97 %',
        'adds right middle: -13 c, effort 1.0, 96 %',
      ],
    ],
    [
      'bassoon',
      { written: 'Eb3' },
      [
        '253440 tried, 147456 states, 24 given',
        'the usual fingers: 0 c, effort 0.0, 86 %, standard',
        'adds right thumb: B♭ key, right middle: -1 c, effort 2.4, 86 %, fuller and lower on a held note',
        'adds right index, right middle; without left index: 4 c, effort 2.6, 48 %',
        'adds left thumb: C♯ key, right index, right middle: -10 c, effort 3.2, 79 %',
        'adds left thumb: low B♭ key, right thumb: E key, the pancake; without left thumb: whisper key: 0 c, effort 4.2, 86 %',
        'adds left thumb: low B key, left thumb: low B♭ key, right thumb: E key, the pancake; without left thumb: whisper key: 0 c, effort 4.2, 86 %',
      ],
    ],
    [
      'soprano-recorder',
      { written: 'F#5', window: 40 },
      [
        '864 tried, 864 states, 24 given',
        'the usual fingers: 0 c, effort 0.0, 81 %, standard',
        'without left index: 7 c, effort 0.8, 53 %',
        'adds left thumb; without left thumb, half open: -12 c, effort 1.4, 99 %',
        'without left thumb, half open: 4 c, effort 1.4, 71 %',
        'adds left thumb; without left thumb, half open, left index: 1 c, effort 2.2, 87 %',
        'adds right little, half open: -13 c, effort 1.4, 80 %',
      ],
    ],
    ['chanter', { written: 'C#5', cents: 50, window: 2 }, ['256 tried, 256 states, 0 given, nearest 34']],
  ] as [string, Wanted, string[]][])('other fingerings on the %s for %j', (id, wanted, said) =>
    expect(others(id, wanted)).toEqual(said),
  )
  it.each([
    [
      'clarinet',
      'C4',
      2,
      [
        'left ring is up: 72 %, 200 c',
        'left index is up: 22 %, 185 c',
        'left thumb: register key is down as well: 4 %, 203 c',
        'left middle and left ring leak by a fifth: 2 %, 187 c',
        'left index and left middle leak by a third: 0 %, 172 c',
      ],
    ],
    [
      'clarinet',
      'E3',
      19,
      [
        'left thumb is up: 31 %, 1901 c',
        'left middle leaks a little: 14 %, 1890 c',
        'the fingers are right, another register sounds: 8 %, 1871 c',
        'left thumb: register key is down as well: 8 %, 1899 c',
        'left thumb and left index are up: 8 %, 1904 c',
      ],
    ],
    [
      'flute',
      'D4',
      12,
      [
        'left index is up: 29 %, 1201 c',
        'the fingers are right, another register sounds: 25 %, 1199 c',
        'left index leaks a little: 18 %, 1197 c',
        'left thumb leaks a little: 14 %, 1203 c',
        'left thumb: B♭ thumb key is down as well: 2 %, 1199 c',
      ],
    ],
    [
      'oboe',
      'G4',
      1,
      [
        'left ring leaks by a fifth: 53 %, 104 c',
        'left little: G♯ key is down as well: 15 %, 98 c',
        'right index: A♭ trill key is down as well: 15 %, 98 c',
        'left middle leaks a little: 10 %, 79 c',
        'left middle and left ring leak a little: 3 %, 115 c',
      ],
    ],
    [
      'soprano-recorder',
      'F4',
      2,
      [
        'right index and right ring are up: 28 %, 197 c',
        'left index leaks by a third: 26 %, 195 c',
        'left middle leaks by a fifth: 17 %, 183 c',
        'right index is up: 13 %, 171 c',
        'left middle and left ring leak a little: 7 %, 201 c',
      ],
    ],
    ['bassoon', 'C3', 3, ['left middle is up: 100 %, 305 c']],
    [
      'alto-sax',
      'D5',
      -12,
      [
        'left thumb: octave lever is up: 60 %, -1201 c',
        'the fingers are right, another register sounds: 14 %, -1171 c',
        'left little: low B key is down as well: 6 %, -1191 c',
        'left thumb: octave lever leaks a crack: 5 %, -1171 c',
        'left little: low B♭ key is down as well: 5 %, -1208 c',
      ],
    ],
    [
      'chanter',
      'A4',
      2,
      [
        'right ring is up: 78 %, 200 c',
        'left index leaks a crack: 10 %, 195 c',
        'right middle leaks a little: 9 %, 188 c',
        'left middle leaks a crack: 1 %, 171 c',
        'right middle and right ring leak a little: 1 %, 220 c',
      ],
    ],
  ] as [string, string, number, string[]][])(
    '%s: %s was meant, what sounded lay %i semitones off',
    (id, note, by, said) => expect(wrong(id, note, by)).toEqual(said),
  )
  it.each([
    ['clarinet', 'G4', null, '-1 c 100 %, 1709 c 0 %, 2467 c 0 %, 2929 c 0 %'],
    ['clarinet', 'C4', { touch: 'L3', open: 0.2 }, '121 c 100 %, 2027 c 0 %, 2894 c 0 %, 3455 c 0 %'],
    ['flute', 'D5', null, '1 c 86 %, -387 c 13 %, 894 c 1 %, 1205 c 0 %'],
    ['oboe', 'A5', null, '0 c 66 %, 742 c 27 %, -1145 c 7 %'],
    ['soprano-recorder', 'D5', null, '1 c 99 %, 790 c 1 %, 1344 c 0 %'],
    ['tenor-sax', 'Bb3', null, '0 c 94 %, 1212 c 6 %, 1911 c 0 %, 2389 c 0 %'],
    ['bassoon', 'F2', null, '2 c 91 %, 1160 c 8 %, 1861 c 0 %, 2366 c 0 %'],
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
      'E4 40 %, Eb5 13 %, C5 9 %, D5 8 %, F4 6 %, F5 6 %, E5 5 %, G#4 5 %, B4 3 %, F#5 3 %, F#4 1 %, G4 1 %, A4 1 %, D4 0 %, Eb4 0 %; first B4 -28 c',
    ],
    [
      'flute',
      'C5',
      'D5',
      'C5 52 %, B4 22 %, C#5 16 %, A4 3 %, Bb4 2 %, E5 1 %, F5 1 %, F#5 1 %, G4 0 %; first D5 -2 c',
    ],
    ['oboe', 'Bb4', 'C5', ''],
    [
      'bassoon',
      'E3',
      'F#3',
      'G3 25 %, Eb3 21 %, E3 13 %, C#3 10 %, F3 8 %, F#3 7 %, C3 6 %, G#3 6 %, D3 2 %, B3 2 %, B2 1 %, C4 0 %; first F3 -35 c',
    ],
  ] as const)('%s: on the way from %s to %s', (id, from, to, said) =>
    expect(onTheWay(id, from, to)).toBe(said),
  )
  it.each([
    ['clarinet', 'F4', '0 mm 100 %, 198 mm 64 %, 270 mm 2 %, 471 mm 0 %, 664 mm 0 %'],
    ['clarinet', 'B4', '0 mm 100 %, 198 mm 36 %, 270 mm 71 %, 471 mm 66 %, 664 mm 1 %'],
    ['flute', 'A4', '-17 mm 10 %, 129 mm 99 %, 292 mm 46 %, 449 mm 0 %, 611 mm 0 %'],
    ['alto-sax', 'G4', '0 mm 100 %, 273 mm 59 %, 566 mm 10 %, 801 mm 1 %, 1060 mm 0 %'],
  ] as const)('%s: the wave of %s', (id, note, said) => expect(wave(id, note)).toBe(said))
  it.each([
    ['clarinet', 'E3', 'G4', ['-2.94', '-7.02']],
    ['flute', 'D4', 'C5', ['-2.79', '-5.42']],
    ['alto-recorder', 'F4', 'C5', ['-4.29', '-5.08']],
    ['bassoon', 'C3', 'F3', ['-1.89', '-2.81']],
  ] as [string, string, string, string[]][])('%s: a millimetre out, %s and %s', (id, a, b, said) =>
    expect(pulled(id, a, b)).toEqual(said),
  )
  it.each([
    ['clarinet', 'R3', 'L3', 'C#5: 584 c'],
    ['flute', 'L3', 'R1', 'E5: 903 c'],
  ] as const)('%s: a note that tells %s from %s', (id, a, b, said) =>
    expect(telling(id, { touch: a, fault: 'missing' }, { touch: b, fault: 'missing' })).toBe(said),
  )
})
