import { describe, expect, it } from 'vitest'
import { allInstruments, instrument, writtenNote } from '@halitus/core/instruments'
import { parseNote } from '@halitus/core/pitch'
import { playPhrase, seeded, type PhraseNote } from '@halitus/core/player'
import { partDetune } from '@halitus/core/records'
import { analyse, type NoteReport } from '@halitus/core/sound'
import {
  answerWords,
  articulated,
  CELLS,
  checkRhythm,
  EXERCISES,
  exercise,
  fromTaps,
  tapsOf,
  judgeLine,
  lineOf,
  lineS,
  musicXml,
  nextGo,
  nextLevel,
  nextPattern,
  onNotes,
  scaleLine,
  SCHEMES,
  spoken,
  SYLLABLES,
  ticksOf,
  timesOf,
  type LineNote,
  type SchemeId,
} from '@halitus/core/tongue'

const clarinet = instrument('clarinet')
const RATE = 44100
const eighths = (...names: (string | null)[]): LineNote[] =>
  names.map((written) => ({ written, ticks: 6, begins: 'tongue' }))
const begins = (line: readonly LineNote[]) =>
  line.map((n) => (n.written === null ? '-' : n.begins === 'tongue' ? 't' : 's')).join('')

describe('articulation', () => {
  // Common practice, no source: which notes of eight eighths are tongued.
  it.each([
    ['tongued', 'tttttttt'],
    ['slurred', 'tsssssss'],
    ['slur-two', 'tstststs'],
    ['two-two', 'tstttstt'],
    ['off-beats', 'ttststst'],
    ['on-beats', 'tstststs'],
  ] as const)('%s of eight', (scheme, marks) => {
    const line = eighths('C4', 'D4', 'E4', 'F4', 'G4', 'F4', 'E4', 'D4')
    expect(begins(articulated(line, scheme))).toBe(marks)
  })
  it('is one’s own, note by note', () =>
    expect(begins(articulated(eighths('C4', 'D4', 'E4'), 'custom', [true, false, true]))).toBe('tst'))
  it('tongues what repeats its pitch, and what follows a rest', () => {
    expect(begins(articulated(eighths('C4', 'C4', 'D4'), 'slurred'))).toBe('tts')
    expect(begins(articulated(eighths('C4', null, 'D4', 'E4'), 'slurred'))).toBe('t-ts')
    expect(begins(articulated(eighths('C#4', 'Db4'), 'slurred'))).toBe('tt')
  })
  it('counts off-beats within the bar, also after longer notes', () => {
    const line = [{ ...eighths('C4')[0]!, ticks: 12 }, ...eighths('D4', 'E4')]
    expect(begins(articulated(line, 'off-beats'))).toBe('tst')
  })
  it('has words for each scheme', () =>
    expect(new Set(SCHEMES.map((s) => s.words)).size).toBe(SCHEMES.length))
})

describe('a typed line', () => {
  it('is written notes with blanks, and rests', () =>
    expect(lineOf(clarinet, ' E4, F4  - G4 ').map((n) => n.written)).toEqual(['E4', 'F4', null, 'G4']))
  it.each([
    ['', 'No note was typed'],
    ['E4*5', '“E4*5” can’t be written'],
    ['E4/4', '“E4/4” can’t be written'],
    ['E4*0', '“E4*0” can’t be written'],
    ['E4 H4', 'H4'],
    ['E4 C2', 'is outside the clarinet in B♭: written E3 to C7'],
    [Array(65).fill('E4').join(' '), '65 notes were typed; at most 64'],
  ])('%s is refused with a sentence', (text, words) => expect(() => lineOf(clarinet, text)).toThrow(words))
  it('has lengths: an eighth unless said', () =>
    expect(lineOf(clarinet, 'E4 F4/2 -*2 G4*8 A4*3').map((n) => n.ticks)).toEqual([6, 3, 12, 48, 18]))
  it('takes names without octaves, each the nearest to the one before', () => {
    const names = (text: string) => lineOf(clarinet, text).map((n) => n.written)
    expect(names('C D E')).toEqual(['C4', 'D4', 'E4'])
    expect(names('A B C D')).toEqual(['A4', 'B4', 'C5', 'D5'])
    // After a note with its octave the next ones follow it.
    expect(names('C5 D E C')).toEqual(['C5', 'D5', 'E5', 'C5'])
    expect(names('G - G/2 F#')).toEqual(['G4', null, 'G4', 'F#4'])
  })
  it.each([
    ['E4 F4 X4', 'Note 3: “X4” is not a note'],
    ['E4 H F4', 'Note 2: “H4” is not a note'],
    ['E4 C2', 'Note 2: '],
    ['E4 F4*5', 'Note 2: “F4*5” can’t be written'],
  ])('names what is wrong in %s by its place', (text, words) =>
    expect(() => lineOf(clarinet, text)).toThrow(words),
  )
  it('takes 64 notes', () => expect(lineOf(clarinet, Array(64).fill('E4').join(' '))).toHaveLength(64))
})

describe('a line to practise on', () => {
  it('is five notes of a major scale up and down, twice', () =>
    expect(scaleLine(clarinet, 'G4').map((n) => n.written)).toEqual(
      'G4 A4 B4 C5 D5 C5 B4 A4 G4 A4 B4 C5 D5 C5 B4 A4 G4'.split(' '),
    ))
  it('stays within every instrument, on its own notes', () => {
    for (const inst of allInstruments()) {
      const line = scaleLine(inst, inst.teaching.firstNotes[0]!)
      for (const n of line) expect(() => writtenNote(inst, n.written!)).not.toThrow()
      expect(line.length).toBeGreaterThan(8)
    }
    expect(scaleLine(instrument('chanter'), 'A5').map((n) => n.written)).toContain('F#5')
  })
  it('lasts as long as its ticks', () => {
    expect(lineS(eighths('C4', 'D4'), 60)).toBeCloseTo(1, 12)
    expect(timesOf(eighths('C4', null, 'D4'), 120).map((n) => n.startS)).toEqual([0, 0.5])
  })
})

/** A line as if heard: begins and ends in s, how it began. */
const heardAs = (notes: [string, number, number, ('t' | 's')?][]) => ({
  notes: notes.map(
    ([written, startS, endS, how = 't']) =>
      ({ written, startS, endS, start: { kind: how === 't' ? 'tongued' : 'slurred' } }) as NoteReport,
  ),
  strokes: notes
    .filter(([, , , how = 't']) => how === 't')
    .map(([, timeS]) => ({ timeS, depthDb: 8, widthMs: 30, dipCents: 0 })),
})

describe('what was played against what was asked', () => {
  const line = eighths('C4', 'D4', 'E4', 'F4')
  const verdicts = (notes: Parameters<typeof heardAs>[0], asked = line, free = false) =>
    judgeLine(asked, heardAs(notes), 60, { free }).notes.map((n) => n.verdict)
  const right: Parameters<typeof heardAs>[0] = [
    ['C4', 1, 1.45],
    ['D4', 1.5, 1.95],
    ['E4', 2, 2.45],
    ['F4', 2.5, 2.95],
  ]
  const but = (k: number, note: (typeof right)[number] | undefined) =>
    right.flatMap((n, i) => (i === k ? (note ? [note] : []) : [n]))
  it('may begin when it likes', () => expect(verdicts(right)).toEqual(Array(4).fill('right')))
  it.each([
    ['late', 2, ['E4', 2.21, 2.45]],
    ['right', 2, ['E4', 2.19, 2.45]],
    ['early', 2, ['E4', 1.79, 2.45]],
    ['right', 2, ['E4', 1.81, 2.45]],
    ['wrong note', 2, ['Eb4', 2, 2.45]],
    ['too short', 2, ['E4', 2, 2.17]],
    ['right', 2, ['E4', 2, 2.18]],
    ['slurred', 2, ['E4', 2, 2.45, 's']],
    ['too long', 3, ['F4', 2.5, 3.26]],
    ['right', 3, ['F4', 2.5, 3.24]],
  ] as [string, number, [string, number, number, ('t' | 's')?]][])('%s: note %i as %j', (verdict, k, note) =>
    expect(verdicts(but(k, note))).toEqual([0, 1, 2, 3].map((i) => (i === k ? verdict : 'right'))),
  )
  it('says what is missing and what is too many', () => {
    expect(verdicts(but(1, undefined))).toEqual(['right', 'missing', 'right', 'right'])
    const more = judgeLine(line, heardAs([...right.slice(0, 2), ['A4', 1.7, 1.8], ...right.slice(2)]), 60, {
      free: false,
    })
    expect(more.extra.map((e) => e.written)).toEqual(['A4'])
    expect(answerWords(more)).toEqual(['1 too many'])
  })
  it('hears a stroke where a slur was asked', () => {
    const slurred = articulated(line, 'slurred')
    expect(verdicts(right, slurred)).toEqual(['right', 'stroke', 'stroke', 'stroke'])
    expect(answerWords(judgeLine(slurred, heardAs(right), 60))).toEqual([
      'note 2, 3, 4: tongued, should be slurred',
    ])
  })
  it('keeps the learner’s own tempo within a fifth, when free', () => {
    const slower = right.map(([w, a, b]): [string, number, number] => [
      w,
      1 + (a - 1) * 1.15,
      1 + (b - 1) * 1.15,
    ])
    const answer = judgeLine(line, heardAs(slower), 60)
    expect(answer.right).toBe(1)
    expect(answer.tempo).toBeGreaterThan(0.82)
    expect(answer.tempo).toBeLessThan(0.92)
  })
  it('silence is all missing', () => {
    expect(verdicts([])).toEqual(Array(4).fill('missing'))
    expect(judgeLine(line, heardAs([]), 60).right).toBe(0)
  })
  it('what repeats its pitch is tongued, however it is slurred', () => {
    const repeated = articulated(eighths('C4', 'C4', 'D4', 'D4', 'E4', 'B#3', 'C4'), 'slurred')
    expect(begins(repeated)).toBe('ttstsst')
  })
  it('says first what happened most', () => {
    const played = right.map(([w, a, b], k): [string, number, number] =>
      k === 0 ? [w, a, b] : k === 1 ? ['Eb4', a, b] : [w, a, a + 0.15],
    )
    expect(answerWords(judgeLine(line, heardAs(played), 60))).toEqual([
      'note 3, 4: too short',
      'note 2: another note',
    ])
  })
  it('counts many of a kind instead of naming them', () => {
    const long = eighths('C4', 'D4', 'C4', 'D4', 'C4', 'D4')
    expect(answerWords(judgeLine(long, heardAs([]), 60))).toEqual(['6 notes: missing'])
  })
  it('is judged by its rhythm alone on a part that sounds no written note', () => {
    const one = eighths('B4', 'B4', 'B4', 'B4')
    const free = (notes: Parameters<typeof heardAs>[0]) =>
      judgeLine(one, heardAs(notes), 60, { pitch: false })
    // Far from the note that stands there, and sliding: in the middle of the second note it becomes another one.
    const played: Parameters<typeof heardAs>[0] = [
      ['F#5', 0, 0.45],
      ['G5', 0.5, 0.7],
      ['F#5', 0.72, 0.95, 's'],
      ['F5', 1, 1.45],
      ['F#5', 1.5, 1.9],
    ]
    expect(free(played)).toMatchObject({ right: 1, extra: [] })
    expect(judgeLine(one, heardAs(played), 60).right).toBe(0)
    // What was silent for longer begins anew, stroke or not.
    expect(free([...played.slice(0, 2), ['F#5', 0.76, 0.95, 's'], ...played.slice(3)]).extra).toHaveLength(1)
    expect(answerWords(free([...played.slice(0, 3), ['F5', 1.3, 1.45], played[4]!]))).toEqual([
      'note 3: late',
    ])
  })
  it.each([
    ['clarinet', 'mouthpiece'],
    ['flute', 'head-open'],
    ['bassoon', 'reed-on-crook'],
    ['alto-sax', 'mouthpiece'],
    ['oboe', undefined],
  ] as const)('is heard so on the %s (%s)', (id, named) => {
    const inst = instrument(id)
    const part = inst.teaching.smallParts.find((p) => p.id === named) ?? inst.teaching.smallParts[0]!
    const rhythm = [12, 6, 6, 12, 12]
    const asked = rhythm.map((ticks) => ({ written: 'B4', ticks, begins: 'tongue' as const }))
    const notes = timesOf(asked, 72).map((n): PhraseNote => ({
      written: inst.teaching.firstNotes[0]!,
      lengthS: n.lengthS,
      begins: 'tongue',
      gapS: 0.04,
    }))
    const { samples } = playPhrase(
      { instrument: id, notes, manner: { breathDb: -42, detuneCents: partDetune(inst, part) } },
      RATE,
    )
    const { report, strokes } = analyse(samples, RATE, { transposition: 0 })
    const answer = judgeLine(asked, { notes: report.notes, strokes }, 72, { pitch: false })
    expect(answerWords(answer)).toEqual([])
  })
  it.each(['flute', 'clarinet', 'bassoon', 'soprano-recorder'] as const)(
    'judges simulated lines on the %s as they were played',
    (id) => {
      const inst = instrument(id)
      for (const scheme of ['two-two', 'off-beats'] as SchemeId[]) {
        const asked = articulated(scaleLine(inst, inst.teaching.firstNotes[0]!), scheme)
        const timed = timesOf(asked, 80)
        const notes = timed.map((n, k): PhraseNote => ({
          written: n.written,
          lengthS: n.lengthS,
          begins: k === 0 ? 'tongue' : n.begins === 'slur' ? 'slur' : 'stroke',
          ...(k && n.begins === 'tongue' && { stroke: { depthDb: 8, lengthMs: 40 } }),
        }))
        const { samples } = playPhrase({ instrument: id, notes, manner: { breathDb: -42 } }, RATE)
        const { report, strokes } = analyse(samples, RATE, { transposition: inst.transposition })
        expect(answerWords(judgeLine(asked, { notes: report.notes, strokes }, 80))).toEqual([])
        // Against the opposite scheme nearly every second note is wrong.
        const other = judgeLine(articulated(asked, 'slurred'), { notes: report.notes, strokes }, 80)
        expect(other.notes.filter((n) => n.verdict === 'stroke').length).toBeGreaterThan(5)
      }
    },
  )
  it.each([
    [2, [1, 0.9], 3],
    [2, [1, 0.89], 2],
    [2, [0.6], 2],
    [2, [0.59], 1],
    [1, [0], 1],
    [5, [1, 1], 5],
    [3, [], 3],
  ])('from level %i after %j to level %i', (level, rights, next) =>
    expect(nextLevel(level, rights)).toBe(next),
  )
})

describe('rhythms', () => {
  const random = seeded(4)
  it('are spoken, each length on its place (counting: common practice)', () => {
    expect(
      spoken(
        [12, 6, 6, 3, 3, 3, 3, -12],
        SYLLABLES.find((s) => s.id === 'count')!,
      ),
    ).toEqual(['1', '2', 'and', '3', 'e', 'and', 'a', '(4)'])
    expect(
      spoken(
        [4, 4, 4, 18, 6],
        SYLLABLES.find((s) => s.id === 'count')!,
      ),
    ).toEqual(['1', 'trip', 'let', '2', 'and'])
    expect(spoken([24, 12, 6, 6], SYLLABLES[0]!)).toEqual(['doo-oo', 'doo', 'du', 'bi'])
    expect(
      spoken(
        [9, 3],
        SYLLABLES.find((s) => s.id === 'walk')!,
      ),
    ).toEqual(['stone', 'lar'])
  })
  it.each([
    ['doo', [3, 3, 3, 3], 'du ga di ga'],
    ['doo', [4, 4, 4], 'du da di'],
    ['doo', [6, 6], 'du bi'],
    ['doo', [12, -12, 24], 'doo – doo-oo'],
    ['doo', [13, 11], 'doo-oo doo'],
    ['count', [3, 3, 3, 3], '1 e and a'],
    ['count', [-12, 4, 4, 4], '(1) 2 trip let'],
    ['count', [12, 6, 6, 24], '1 2 and 3'],
    ['walk', [3, 3, 3, 3], 'cat er pil lar'],
    ['walk', [4, 4, 4], 'riv er bed'],
    ['walk', [6, 6, -12, 12, 24], 'wil low hush stone sto-ne'],
  ] as [string, number[], string][])('in %s %j is “%s”', (set, rhythm, words) =>
    expect(
      spoken(
        rhythm,
        SYLLABLES.find((s) => s.id === set)!,
      ).join(' '),
    ).toBe(words),
  )
  it('grow with the level and fill their beats', () => {
    for (let level = 1; level <= 5; level++)
      for (let k = 0; k < 40; k++) {
        const p = nextPattern(level, 4, {}, [], random)
        expect(ticksOf(p.rhythm)).toBe(48)
        expect(p.rhythm[0]).toBeGreaterThan(0)
        for (const id of p.cells) expect(CELLS.find((c) => c.id === id)!.level).toBeLessThanOrEqual(level)
        expect(() => checkRhythm(p.rhythm)).not.toThrow()
        p.rhythm.forEach((t, i) => expect(t < 0 && (i === 0 || p.rhythm[i - 1]! < 0)).toBe(false))
      }
  })
  it('don’t come again at once, and what goes wrong comes more often', () => {
    const recent: number[][] = []
    for (let k = 0; k < 20; k++) {
      const { rhythm } = nextPattern(2, 4, {}, recent.slice(-2), random)
      expect(recent.slice(-2)).not.toContainEqual(rhythm)
      recent.push(rhythm)
    }
    const share = (right: number) => {
      let n = 0
      for (let k = 0; k < 200; k++)
        n += nextPattern(2, 4, { halves: { tried: 10, right } }, [], random).cells.filter(
          (c) => c === 'halves',
        ).length
      return n
    }
    expect(share(0)).toBeGreaterThan(1.5 * share(10))
  })
  it.each([
    [0, 4, 'no level 0'],
    [6, 4, 'no level 6; allowed: 1 to 5'],
    [1, 1, '1 beats; allowed: 2 to 16'],
    [1, 17, '17 beats'],
  ])('of level %i and %i beats are refused', (level, beats, words) =>
    expect(() => nextPattern(level, beats, {}, [], random)).toThrow(words),
  )
  it.each([
    [[12, 2], 'A length of 2 twelfths'],
    [[12, 49], 'A length of 49'],
    [[12], 'The pattern is 1 beats long; allowed: 2 to 16 whole beats.'],
    [[12, 6], 'The pattern is 1.5 beats long'],
    [Array(17).fill(12), '17 beats long'],
    [[-12, -12], 'no note, only silence'],
  ])('%j can’t be a pattern', (rhythm, words) => expect(() => checkRhythm(rhythm)).toThrow(words))
  it('lie on a learner’s notes, rests silent, neighbours only', () => {
    const notes = ['E4', 'F4', 'G4']
    const line = onNotes([12, 6, 6, -12, 12], notes, random)
    expect(line.map((n) => n.ticks)).toEqual([12, 6, 6, 12, 12])
    expect(line[3]!.written).toBeNull()
    expect(line[1]!.written).toBe(line[2]!.written)
  })
  it('are tapped: to the nearest length, the last one fills its beat', () => {
    expect(fromTaps([0, 1, 1.5], 60)).toEqual([12, 6, 6])
    expect(fromTaps([0, 0.52, 0.98, 2.03], 60)).toEqual([6, 6, 12, 12])
    expect(fromTaps([0, 0.5], 60)).toEqual([6, 6, -12])
    expect(fromTaps([0, 1, 2], 60, new Set([1]))).toEqual([12, -12, 12])
    expect(fromTaps([0, 0.5, 1, 2], 60, new Set([1, 3]))).toEqual([6, -6, 12, -12])
    expect(() => fromTaps([1], 60)).toThrow('at least two')
  })
  it.each([
    // Held notes end a moment before the next one begins; staccato leaves half a beat of silence: neither is a rest.
    [
      'held',
      [
        [0, 0.9],
        [1, 1.9],
        [2, 2.9],
      ],
      60,
      [12, 12, 12],
    ],
    [
      'staccato',
      [
        [0, 0.5],
        [1, 1.5],
        [2, 2.9],
      ],
      60,
      [12, 12, 12],
    ],
    [
      'silence of just under three quarters of a beat',
      [
        [0, 0.76],
        [1.5, 2.4],
      ],
      60,
      [18, 6],
    ],
    [
      'of three quarters',
      [
        [0, 0.75],
        [1.5, 2.4],
      ],
      60,
      [12, -6, 6],
    ],
    [
      'beat, rest, beat',
      [
        [0, 0.8],
        [2, 2.9],
      ],
      60,
      [12, -12, 12],
    ],
    [
      'the same twice as fast',
      [
        [0, 0.4],
        [1, 1.45],
      ],
      120,
      [12, -12, 12],
    ],
    [
      'a short note, then a rest',
      [
        [0, 0.2],
        [2, 2.9],
      ],
      60,
      [6, -18, 12],
    ],
  ] as const)('are played: %s', (_, notes, perMinute, rhythm) => {
    const { tapsS, rests } = tapsOf(
      notes.map(([startS, endS]) => ({ startS, endS })),
      perMinute,
    )
    expect(fromTaps(tapsS, perMinute, rests)).toEqual(rhythm)
  })
})

describe('the daily set', () => {
  it('stays within every tongued instrument, also at its top', () => {
    for (const inst of allInstruments().filter((i) => i.tongue))
      for (const ex of EXERCISES)
        for (const from of [ex.begins(inst), inst.range.full[1], inst.range.full[0]])
          for (const n of ex.line(inst, from))
            if (n.written) expect(() => writtenNote(inst, n.written!)).not.toThrow()
  })
  it('begins upwards at A5 on the clarinet (common practice)', () =>
    expect(parseNote(exercise('height').begins(clarinet)).midi).toBe(parseNote('A5').midi))
  it('has a two-four bar of eight sixteenths and a half note, chromatically upwards', () => {
    const line = exercise('swell').line(clarinet, 'G4')
    expect(exercise('swell').beats).toBe(2)
    expect(line.slice(0, 9).map((n) => n.ticks)).toEqual([...Array(8).fill(3), 24])
    // Each bar is as long as two quarters.
    expect(line.reduce((sum, n) => sum + n.ticks, 0)).toBe(4 * 2 * 12)
    expect(line.find((n) => n.written !== 'G4' && n.written)!.written).toMatch(/G#4|Ab4/)
  })
  it('plays the round slurred first, then tongued', () => {
    const line = exercise('round').line(clarinet, 'G4')
    const half = line.length / 2
    expect(begins(line.slice(0, half)).slice(0, 16)).toBe('tsssssssssssssss')
    expect(begins(line.slice(half)).slice(0, 16)).toBe('t'.repeat(16))
  })
  const go = (more: object = {}) => ({ perMinute: 72, from: 'A5', even: true, toneHeld: true, ...more })
  it.each([
    ['swell', [], 60, 'Not played yet.'],
    ['swell', [go()], 76, '72: even, and the tone held.'],
    ['swell', [go({ even: false })], 68, '72: it was uneven.'],
    ['swell', [go({ toneHeld: false })], 68, '72: the tone didn’t hold.'],
    ['swell', [go({ grew: true })], 76, '72: even, and the tone held.'],
    ['swell', [go({ grew: null })], 76, '72: even, and the tone held.'],
    ['swell', [go({ grew: false })], 68, '72: it didn’t grow.'],
    ['stopped', [go({ perMinute: 208 })], 208, '208: even, and the tone held.'],
    ['stopped', [go({ perMinute: 40, even: false })], 40, '40: it was uneven.'],
  ] as const)('%s after %j goes to %i', (id, goes, perMinute, why) =>
    expect(nextGo(id, clarinet, goes)).toMatchObject({ perMinute, why }),
  )
  it('climbs by a semitone while the tone holds, and comes down when it breaks', () => {
    expect(parseNote(nextGo('height', clarinet, [go()]).from).midi).toBe(parseNote('Bb5').midi)
    expect(parseNote(nextGo('height', clarinet, [go({ toneHeld: false })]).from).midi).toBe(
      parseNote('Ab5').midi,
    )
    expect(nextGo('height', clarinet, [go({ from: 'C7' })]).from).toBe('C7')
  })
  it('says what to do and what to listen for', () =>
    expect(EXERCISES.map((e) => `${e.title} (${e.firstPerMinute}, ${e.climbs}). ${e.how}`)).toEqual([
      'A bar that grows, a note that fades (60, tempo). Eight sixteenths that grow, a half note that fades; then the next note.',
      'Round and round: slurred, then tongued (66, tempo). The first round slurred, the second tongued with the very same tone. Low register first; rest between.',
      'Stopped (72, tempo). The tongue closes and stays: as much silence as sound. Air stands behind it all the time.',
      'Upwards, as long as the tone holds (72, note). Sixteenths on one high note; the next note up only when the tone held. Break: one back.',
      'The back syllable alone (60, tempo). Only the back of the tongue, as clear as the front one. Two lines, then rest.',
      'Single and double in turns (76, tempo). A beat single, a beat double: nobody should hear which is which.',
      'Softened (84, tempo). Soft syllables in place of the hard ones; the air goes on.',
    ]))
  it.each([
    ['swell', 'G3>' + ' G3'.repeat(7) + ' G24 G#3>' + ' G#3'.repeat(7) + ' G#24'],
    ['stopped', 'G6. G6. G6. G6. G6. G6. G6. G6 G12 -36'],
    ['height', 'G3 '.repeat(8) + 'G12 -12'],
    ['double-back', 'G6 '.repeat(6) + 'G12'],
    ['double-turns', 'G6 G6 G3 G3 G3 G3 '.repeat(2) + 'G12 -36'],
    ['double-soft', 'G3 '.repeat(12) + 'G12'],
  ] as const)('%s written out is %s', (id, written) =>
    expect(
      exercise(id)
        .line(clarinet, 'G4')
        .map(
          (n) => `${n.written?.replace('4', '') ?? '-'}${n.ticks}${n.short ? '.' : ''}${n.accent ? '>' : ''}`,
        )
        .join(' '),
    ).toBe(written),
  )
  it('says where double tonguing ends', () =>
    expect(EXERCISES.filter((e) => e.double).map((e) => e.caution)).toEqual(
      Array(3).fill('A little every day; not with a sore throat.'),
    ))
})

describe('notation (MusicXML 4.0)', () => {
  const xml = (line: readonly LineNote[], beats = 4) => musicXml(line, { clef: 'treble', beats })
  const count = (text: string, part: string) => text.split(part).length - 1
  it('fills its bars and the last one with silence', () => {
    const text = xml(eighths('C4', 'D4', 'E4'))
    const durations = [...text.matchAll(/<duration>(\d+)/g)].map(([, d]) => Number(d))
    expect(durations.reduce((a, b) => a + b)).toBe(48)
    expect(text).toContain('<rest/>')
  })
  it('ties what runs over the end of a bar', () => {
    const text = xml([
      { written: 'C4', ticks: 36, begins: 'tongue' },
      { written: 'D4', ticks: 24, begins: 'tongue' },
    ])
    expect(count(text, '<measure ')).toBe(2)
    expect(count(text, '<tie type="start"/>')).toBe(1)
    expect(count(text, '<tie type="stop"/>')).toBe(1)
  })
  it('slurs from the tongued note to the last slurred one', () => {
    const text = xml(articulated(eighths('C4', 'D4', 'E4', 'F4'), 'slurred'))
    expect(count(text, '<slur type="start"/>')).toBe(1)
    expect(text.indexOf('<slur type="start"/>')).toBeLessThan(text.indexOf('<step>D'))
    expect(text.indexOf('<slur type="stop"/>')).toBeGreaterThan(text.indexOf('<step>F'))
  })
  it('writes a sharp once a bar, and a natural after it', () => {
    const text = xml(eighths('F#4', 'F#4', 'F4', 'F4'))
    expect(count(text, '<accidental>sharp')).toBe(1)
    expect(count(text, '<accidental>natural')).toBe(1)
    expect(count(xml(eighths('Bb4')), '<alter>-1</alter>')).toBe(1)
  })
  it('beams within a beat, brackets thirds, dots what is short, puts syllables under', () => {
    expect(count(xml(eighths('C4', 'D4', 'E4', 'F4')), '>begin<')).toBe(2)
    const thirds = xml([4, 4, 4].map((ticks) => ({ written: 'C4', ticks, begins: 'tongue' as const })))
    expect(count(thirds, '<tuplet type="start"/>')).toBe(1)
    expect(count(thirds, '<tuplet type="stop"/>')).toBe(1)
    expect(xml([{ written: 'C4', ticks: 6, begins: 'tongue', short: true }])).toContain('<staccato/>')
    expect(musicXml(eighths('C4'), { clef: 'bass', beats: 2, syllables: ['a<b'] })).toContain(
      '<text>a&lt;b</text>',
    )
  })
  it('refuses a length without a sign', () =>
    expect(() => xml([{ written: 'C4', ticks: 2, begins: 'tongue' }])).toThrow('A length of 2 twelfths'))
})
