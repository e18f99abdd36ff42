import { describe, expect, it } from 'vitest'
import { hzOfMidi } from '@halitus/core/pitch'
import { longTone, reportOf } from '@halitus/core/sound'
import { trackOf, type Part } from './tracks.ts'

/** Quiet before and after, so that edges are edges. */
const QUIET: Part = [30, 0, -80]
const report = (...parts: Part[]) => {
  const track = trackOf([QUIET, ...parts, QUIET])
  return reportOf(track, track.timeS.length / 200).report
}
const notes = (...parts: Part[]) =>
  report(...parts).notes.map((n) => `${n.written} ${(n.endS - n.startS).toFixed(2)}`)

// Thresholds chosen by Halitus: each with a case just below, at and just above.
describe('what is one note', () => {
  it('has its times, name and pitch', () => {
    const { notes: found, durationS, onsets } = report([100, 69])
    expect(found).toHaveLength(1)
    expect(found[0]).toMatchObject({ written: 'A4', concert: 'A4' })
    // Levels lie at the middle of frames: a step in between is placed within half of one.
    expect(Math.abs(found[0]!.startS - 0.3)).toBeLessThan(0.0026)
    expect(found[0]!.endS).toBeCloseTo(1.3, 9)
    expect(found[0]!.hz).toBeCloseTo(440, 3)
    expect(found[0]!.cents).toBeCloseTo(0, 3)
    expect(durationS).toBeCloseTo(1.6, 9)
    expect(onsets).toEqual([{ timeS: found[0]!.startS, kind: 'tongued', dent: null }])
  })
  it.each([
    [5.5, 0],
    [6, 1],
    [6.5, 1],
  ])('%f hundredths of a second give %i notes', (count, found) =>
    expect(report([count, 69]).notes).toHaveLength(found),
  )
  it.each([
    [0.79, 1],
    [0.81, 2],
    [-0.79, 1],
    [-0.81, 2],
  ])('a step of %f semitones gives %i notes', (step, found) =>
    expect(report([60, 69], [60, 69 + step]).notes).toHaveLength(found),
  )
  it('isn’t broken by one stray frame, and is by two', () => {
    expect(notes([60, 69], [0.5, 72], [60, 69])).toEqual(['A4 1.21'])
    expect(report([60, 69], [1.5, 72], [60, 69]).between).toHaveLength(0)
    expect(report([60, 69], [2, 72], [60, 69]).between).toHaveLength(1)
  })
  it('follows a slow glide to where it goes', () =>
    expect(report([200, (i) => 69 + i / 100]).notes).toHaveLength(1))
  it.each([
    [0.5, 2],
    [6.5, 2],
  ])('is parted by %f hundredths of silence: %i notes', (gap, found) =>
    expect(report([60, 69], [gap, 0, -60], [60, 69]).notes).toHaveLength(found),
  )
  it.each([
    [5, 0, 1],
    [5.5, 1, 1],
    [40, 1, 1],
    [40.5, 0, 2],
  ])('a pitch gone for %f hundredths while air goes on: %i drop-outs, %i notes', (gap, dropouts, found) => {
    const heard = report([60, 69], [gap, 0, -30], [60, 69])
    expect(heard.dropouts).toHaveLength(dropouts)
    expect(
      heard.notes.filter((n) => n.start.kind !== 'tongued' || n.startS < 0.4).length,
    ).toBeLessThanOrEqual(found)
  })
  it.each([
    ['hardly softer: the tone is still there', () => -25.9, 0],
    ['softer', () => -26.1, 1],
    // From the first third to the last it falls by two thirds of all.
    ['falling as a room does', (i: number) => -30 - (9.3 * i) / 12, 0],
    ['falling less', (i: number) => -30 - (8.7 * i) / 12, 1],
  ])('what sounds while the pitch is gone, %s: %s', (_, db, dropouts) =>
    expect(report([60, 69], [12, 0, db], [60, 69]).dropouts).toHaveLength(dropouts),
  )
  it.each([
    [-21.7, 1],
    [-21.75, 2],
    [-26, 2],
  ])('a gap that falls to %f dB gives %i notes', (db, found) =>
    expect(report([60, 69], [3, 0, db], [60, 69]).notes).toHaveLength(found),
  )
})

describe('a stroke of the tongue', () => {
  const dent = (depth: number): Part[] => [
    [60, 69],
    [1, 69, -20 - depth / 2],
    [0.5, 69, -20 - depth],
    [1, 69, -20 - depth / 2],
    [60, 69],
  ]
  it.each([
    // Half of what the upper partials do counts as well: 1.5 times 1.733 is 2.6.
    [1.7, 1],
    [1.75, 2],
    [9, 2],
  ])('of %f dB cuts the note into %i', (depth, found) =>
    expect(report(...dent(depth)).notes).toHaveLength(found),
  )
  it('isn’t found in a swell', () =>
    expect(report([200, 69, (i) => -40 + i / 10], [200, 69, (i) => -20 - i / 10]).notes).toHaveLength(1))
  it('is counted a second, and its unevenness', () => {
    const strokes = (...gaps: number[]): Part[] =>
      gaps.flatMap((g): Part[] => [
        [g - 3, 69],
        [3, 0, -60],
      ])
    const even = report(...strokes(20, 20, 20, 20, 20)).tongue
    expect(even.rateHz).toBeCloseTo(5, 2)
    expect(even.jitterMs).toBeLessThan(0.5)
    const uneven = report(...strokes(18, 22, 18, 22, 20)).tongue
    expect(uneven.rateHz).toBeCloseTo(5, 2)
    expect(Math.abs(uneven.jitterMs! - 20)).toBeLessThan(0.5)
    // A pause between groups is no stroke: half as much again as the usual gap, and more.
    expect(report(...strokes(20, 20, 20, 60, 20)).tongue.rateHz).toBeCloseTo(5, 2)
    expect(report(...strokes(20, 20, 20, 29, 20)).tongue.rateHz).toBeCloseTo(4 / 0.89, 2)
    expect(report(...strokes(20, 20, 20, 31, 20)).tongue.rateHz).toBeCloseTo(5, 2)
    expect(report(...strokes(20, 20, 20)).tongue).toEqual({ rateHz: null, jitterMs: null })
    expect(report(...strokes(20, 20, 20, 20)).tongue.rateHz).toBeCloseTo(5, 2)
  })
})

describe('how a note begins', () => {
  const ramp = (frames: number): Part[] => [
    [frames, 69, (i) => -50 + (30 * i) / frames],
    [80, 69],
  ]
  it('is tongued when the level is there at once, by air when it comes slowly', () => {
    expect(report(...ramp(1)).notes[0]!.start.kind).toBe('tongued')
    expect(report(...ramp(14)).notes[0]!.start).toMatchObject({ kind: 'air' })
    expect(report(...ramp(14)).notes[0]!.start.riseMs).toBeCloseTo(130, 6)
  })
  it('is slurred when it follows another without a gap or a fall', () => {
    const kinds = (...parts: Part[]) => report(...parts).notes.map((n) => n.start.kind)
    expect(kinds([60, 69], [60, 71])).toEqual(['tongued', 'slurred'])
    expect(kinds([60, 69], [6, 0, -20], [60, 71])).toEqual(['tongued', 'slurred'])
    expect(kinds([60, 69], [7, 0, -20], [60, 71])).toEqual(['tongued', 'tongued'])
    expect(kinds([60, 69], [3, 0, -40], [60, 71])).toEqual(['tongued', 'tongued'])
  })
  it.each([
    // Four hundredths 50 cents low; the first hundredth at so many dB, the tone at −20.
    [-20, 'late'],
    [-35.9, 'late'],
    [-36.1, 'clean'],
  ])('a pitch that comes late counts from where the note is heard: %f dB at first is %s', (db, quality) => {
    const [note] = report([1, 68.5, db], [3, 68.5], [90, 69]).notes
    expect(note!.start.quality).toBe(quality)
  })
  it('tells how far off the first tenth of a second was', () => {
    const late = report([10, 68.5], [90, 69]).notes[0]!
    expect(late.start.offsetCents).toBeCloseTo(-50, 0)
    expect(report([90, 69], [10, 68.6]).notes[0]!.end.offsetCents).toBeLessThan(-5)
  })
})

describe('accidents', () => {
  it.each([
    [5.6, 'squeak'],
    [7, 'squeak'],
    [19, 'squeak'],
    [-12, 'crack'],
    [-19.02, 'crack'],
  ])('a visit %f semitones away is a %s, and the note goes on', (by, kind) => {
    const found = report([60, 62], [18, 62 + by], [60, 62])
    expect(found.notes).toHaveLength(1)
    expect([found.squeaks.length, found.cracks.length]).toEqual(kind === 'squeak' ? [1, 0] : [0, 1])
    const [accident] = kind === 'squeak' ? found.squeaks : found.cracks
    expect(accident!.startS).toBeCloseTo(0.9, 1)
    expect(accident!.endS).toBeCloseTo(1.08, 1)
  })
  it('less than that away it is another note, as in a trill', () => {
    expect(report([60, 62], [18, 62 + 5.4], [60, 62]).notes).toHaveLength(3)
    expect(report([60, 62], [18, 62 - 5.4], [60, 62]).notes).toHaveLength(3)
  })
  it.each([
    // There and back within a sixth: as long as six tenths of the shorter note beside it, and a little longer.
    [6, 12, 1, 1],
    [6, 12.5, 0, 3],
    [10.4, 12.5, 0, 3],
    [10.6, 12.5, 1, 1],
    [12, 12.5, 1, 1],
  ])(
    '%f semitones up and back for %f hundredths after a short note: squeaks %i, notes %i',
    (by, count, squeaks, notes) => {
      const found = report([20, 62], [count, 62 + by], [60, 62])
      expect([found.squeaks.length, found.notes.length]).toEqual([squeaks, notes])
    },
  )
  it.each([
    // Downwards it may lie so far beside the octave or the twelfth, semitones: 0.35.
    [-11.6, 3],
    [-11.7, 1],
    [-12.3, 1],
    [-12.4, 3],
    [-7, 3],
    [-5.6, 3],
  ])('downwards a tone falls into a lower register only: %f semitones leave %i notes', (by, left) => {
    const found = report([60, 62], [18, 62 + by], [60, 62])
    expect([found.notes.length, found.cracks.length]).toEqual([left, left === 1 ? 1 : 0])
  })
  it.each([
    ['as loud', -20, 1, 0],
    ['3 dB softer', -22.9, 1, 0],
    ['4 dB softer', -23.1, 0, 0],
    ['9 dB softer, downwards', -28.9, 0, 1],
    ['10 dB softer, downwards', -29.1, 0, 0],
  ])('a squeak pierces, a crack may be softer: %s', (how, db, squeaks, cracks) => {
    const found = report([60, 62], [18, how.includes('down') ? 50 : 81, db], [60, 62])
    expect([found.notes.length, found.squeaks.length, found.cracks.length]).toEqual([1, squeaks, cracks])
  })
  it.each([
    [25, 15.9, 0],
    [25, 16.1, 1],
    // In a noisy tone it may be noisier, too.
    [18, 11.9, 0],
    [18, 12.1, 1],
  ])('in a tone %f dB above its noise a squeak %f dB above its own counts: %i', (tone, own, squeaks) => {
    const track = trackOf([QUIET, [60, 62], [18, 81], [60, 62], QUIET], { hnrDb: tone })
    track.hnrDb.fill(own, 180, 216)
    expect(reportOf(track, 2).report.squeaks).toHaveLength(squeaks)
  })
  it.each([
    [2.5, 0],
    [3, 1],
  ])('a squeak of %f hundredths in mid-tone: %i', (count, squeaks) =>
    expect(report([60, 62], [count, 81], [60, 62]).squeaks).toHaveLength(squeaks),
  )
  it('an octave on the way to another note is played from a tenth of a second on', () => {
    const squeaks = (count: number, by: number) => report([60, 62], [count, 62 + by], [60, 65]).squeaks.length
    expect([squeaks(10, 12), squeaks(10.5, 12), squeaks(18, 19.02)]).toEqual([1, 0, 1])
  })
  it.each([
    ['between the two', 68, 76, 14, 0, 3],
    ['above both', 76, 68, 12, 1, 2],
    ['above both, as long as six tenths of the shorter', 76, 68, 18, 1, 2],
    ['above both, a little longer', 76, 68, 18.5, 0, 3],
  ])(
    'on the way from D4 another pitch %s is an accident, or played (MIDI %i, then %i, for %f hundredths)',
    (_, midi, then, count, squeaks, notes) => {
      const found = report([60, 62], [count, midi], [30, then])
      expect([found.squeaks.length, found.notes.length]).toEqual([squeaks, notes])
    },
  )
  it.each([
    [81.02, 0.79, 1],
    [81.02, 0.81, 0],
    // On no partial of a note it is a shriek higher than pitches are read.
    [83, 0.95, 1],
  ])('MIDI %f over a D4, itself %f a partial of its own: %i squeaks', (midi, share, squeaks) => {
    const track = trackOf([QUIET, [60, 62], [18, midi], [60, 62], QUIET])
    track.overblown.fill(share, 180, 216)
    expect(reportOf(track, 2).report.squeaks).toHaveLength(squeaks)
  })
  it.each([
    [81.02, 0.79, 1],
    [81.02, 0.81, 0],
    // Beside a partial of the note it is a sound of its own.
    [83, 0.81, 1],
  ])('MIDI %f over a D4 that is %f one of its own partials: %i squeaks', (midi, share, squeaks) => {
    const track = trackOf([QUIET, [60, 62], [18, midi], [60, 62], QUIET])
    track.overblown.fill(share, 60, 180)
    track.overblown.fill(share, 216, 336)
    expect(reportOf(track, 2).report.squeaks).toHaveLength(squeaks)
  })
  it.each([
    [-44, -46, 1],
    [-46, -44, 1],
    [-44.9, -45.1, 1],
    [-45.1, -45.1, 0],
  ])('a click with %f and %f dB around it belongs to neither note: %i squeaks', (before, after, squeaks) => {
    const found = report([60, 62], [2, 0, before], [4, 83], [2, 0, after], [60, 62])
    expect(found.squeaks).toHaveLength(squeaks)
  })
  it.each([
    [-34.9, 1],
    [-35.1, 0],
  ])('what rings in a gap at %f dB, when the notes have %i, is no other register', (db, cracks) => {
    const dying = (i: number) => (i < 45 ? -20 : -30)
    const growing = (i: number) => (i < 15 ? -30 : -20)
    expect(report([60, 62, dying], [10, 50, db], [60, 62, growing]).cracks).toHaveLength(cracks)
  })
  it.each([
    [-20, 1],
    [-5.1, 1],
    [-4.9, 0],
  ])('a high beginning at %f dB before a note at −20 is a squeak: %i', (db, squeaks) =>
    expect(report([15, 87, db], [100, 62]).squeaks).toHaveLength(squeaks),
  )
  it.each([
    [34, 1, 1],
    [36, 3, 0],
  ])('a visit of %i hundredths leaves %i notes and %i squeaks', (frames, left, squeaks) => {
    const found = report([100, 62], [frames, 81], [100, 62])
    expect([found.notes.length, found.squeaks.length]).toEqual([left, squeaks])
  })
  it('name the partial they went to, from and to', () => {
    const [squeak] = report([60, 62], [18, 62 + 19.02], [60, 62]).squeaks
    expect(squeak).toMatchObject({ partial: 3 })
    expect(squeak!.fromHz).toBeCloseTo(hzOfMidi(62), 2)
    expect(squeak!.toHz).toBeCloseTo(hzOfMidi(81.02), 2)
  })
  it('may go on to another note, and lie in the crossing then', () => {
    const found = report([60, 62], [18, 81], [60, 65])
    expect(found.notes.map((n) => n.written)).toEqual(['D4', 'F4'])
    expect(found.squeaks).toMatchObject([{ place: 'crossing', partial: 3 }])
  })
  it.each([
    [10, 100, 1],
    [20, 100, 1],
    [20.5, 100, 0],
    [20, 30.5, 1],
    [20, 30, 0],
  ])(
    '%f hundredths two octaves and a third too high before %f of the note: %i squeaks',
    (high, then, squeaks) => {
      const found = report([high, 90], [then, 62])
      expect(found.squeaks).toHaveLength(squeaks)
      expect(found.notes).toHaveLength(squeaks ? 1 : 2)
      if (squeaks) expect(found.notes[0]!.start.quality).toBe('squeak')
    },
  )
  it('an octave or a twelfth too high at the start is a crack', () => {
    for (const by of [12, 19.02]) {
      const found = report([8, 62 + by], [100, 62])
      expect(found.squeaks).toHaveLength(0)
      expect(found.cracks).toMatchObject([{ place: 'start' }])
      expect(found.notes.map((n) => [n.written, n.start.quality])).toEqual([['D4', 'cracked']])
    }
  })
  it.each([
    [4, -20, 0],
    [4.5, -20, 1],
    [8, -26.9, 1],
    [8, -27.1, 0],
  ])('a register away for %f hundredths at %f dB at the start: %i cracks', (count, db, cracks) => {
    const found = report([count, 74, db], [100, 62])
    expect(found.cracks).toHaveLength(cracks)
    expect(found.notes.map((n) => [n.written, n.start.quality])).toEqual([
      ['D4', cracks ? 'cracked' : 'clean'],
    ])
  })
  it.each([
    [7, 0.65, 'start', 0],
    [7, 0.67, 'start', 1],
    [6.5, 0.67, 'start', 0],
    [19.5, 0.43, 'inside', 0],
    [20, 0.43, 'inside', 1],
    [20, 0.41, 'inside', 0],
  ] as const)(
    'for %f hundredths a higher register explains %f of a note, at its %s: %i told',
    (count, share, place, told) => {
      const track = trackOf([QUIET, [150, 62], QUIET])
      const from = place === 'start' ? 64 : 160
      track.overblown.fill(share, from, from + 2 * count)
      track.overHz.fill(2 * hzOfMidi(62))
      const { cracks, gurgles } = reportOf(track, 2.1).report
      expect([cracks.length, gurgles.length]).toEqual(place === 'start' ? [told, 0] : [0, told])
    },
  )
  it.each([
    [8.4, 1],
    [8.6, 0],
  ])('%f times the note is a register to crack into: %i told', (times, told) => {
    const track = trackOf([QUIET, [150, 62], QUIET])
    track.overblown.fill(0.7, 64, 84)
    track.overHz.fill(times * hzOfMidi(62))
    expect(reportOf(track, 2.1).report.cracks).toHaveLength(told)
  })
  it('a low sound that a partial of it nearly explains is none', () => {
    const cracks = (share: number) => {
      const track = trackOf([QUIET, [60, 62], [18, 50], [60, 62], QUIET])
      track.overblown.fill(share, 180, 216)
      const { report: found } = reportOf(track, 2)
      expect(found.notes).toHaveLength(1)
      return found.cracks.length
    }
    expect([cracks(0.44), cracks(0.46)]).toEqual([1, 0])
  })
  it.each([
    // 6.5 hundredths an octave low: 13 frames, of which so many are explained by the note that grows.
    [4, 0.61, 1],
    [5, 0.61, 0],
    [5, 0.59, 1],
  ])('an octave low at first, %i frames of it %f the note itself: %i cracks', (explained, share, cracks) => {
    const parts: Part[] = [QUIET, [6.5, 50], [100, 62], QUIET]
    const first = Math.round(2 * QUIET[0])
    const track = trackOf(parts)
    track.overblown.fill(share, first + 13 - explained, first + 13)
    expect(reportOf(track, 2).report.cracks).toHaveLength(cracks)
    const inside = trackOf([QUIET, [60, 62], [6.5, 50], [60, 62], QUIET])
    inside.overblown.fill(share, first + 133 - explained, first + 133)
    expect(reportOf(inside, 2).report.cracks).toHaveLength(cracks)
  })
  it('a note that starts a third too high is no squeak', () =>
    expect(report([10, 66], [100, 62]).squeaks).toHaveLength(0))
  it.each([
    [10, 1],
    [20, 1],
    [20.5, 0],
  ])('%f hundredths too high at the end: %i squeaks', (high, squeaks) =>
    expect(report([100, 62], [high, 74]).squeaks).toHaveLength(squeaks),
  )
  it('are none on held tones, slurs and tongued strings', () => {
    for (const parts of [
      [[300, 62]],
      [
        [60, 62],
        [60, 64],
        [60, 66],
        [60, 67],
      ],
      [
        [20, 62],
        [4, 0, -60],
        [20, 62],
        [4, 0, -60],
        [20, 62],
      ],
    ] as Part[][]) {
      const found = report(...parts)
      expect([found.squeaks, found.cracks]).toEqual([[], []])
    }
  })
})

describe('the numbers of a note (exact)', () => {
  const note = (...parts: Part[]) => report(...parts).notes[0]!
  const SINE = (cents: number, rateHz: number) => (i: number) =>
    69 + (cents / 100) * Math.sin((2 * Math.PI * rateHz * i) / 100)

  it('drift is that of the line over the whole length', () => {
    const falling = note([200, (i) => 69 - (0.4 * i) / 200])
    expect(falling.driftCents).toBeCloseTo(-40, 0)
    expect(falling.steadinessCents).toBeLessThan(0.1)
  })
  it('steadiness is the spread about it: a sine of 10 cents has 7.1', () => {
    const shaky = note([400, SINE(10, 5)])
    expect(shaky.steadinessCents).toBeCloseTo(10 / Math.SQRT2, 1)
    expect(Math.abs(shaky.driftCents)).toBeLessThan(1)
  })
  it('wobble has depth and rate, and neither where it is too short to tell', () => {
    const { wobble } = note([400, SINE(10, 5)])
    // A whole number of turns in what is looked at, 3.9 s.
    expect(Math.abs(wobble.rateHz! - 5)).toBeLessThan(0.13)
    // The window sees a little less than there is; that is corrected for by a few percent.
    expect(wobble.depthCents).toBeGreaterThan(9.9)
    expect(wobble.depthCents).toBeLessThan(10.5)
    expect(note([400, SINE(10, 1)]).wobble.depthCents).toBeLessThan(1)
    expect(note([80, SINE(10, 5)]).wobble).toEqual({ depthCents: null, rateHz: null })
    expect(note([100, SINE(10, 5)]).wobble.rateHz).not.toBeNull()
  })
  it('loud against soft is read at the loudest and the quietest moment, drift taken off', () => {
    const level = (i: number) => -30 + 10 * (1 - Math.abs(i / 200 - 1))
    const sagging = note([400, (i) => 69 - 0.002 * (level(i) + 30) * 10, level])
    // Read over a quarter of a second, which takes a little off a pointed swell.
    expect(sagging.rangeDb).toBeGreaterThan(8.8)
    expect(sagging.rangeDb).toBeLessThan(10)
    expect(sagging.sagCents / sagging.rangeDb).toBeCloseTo(-2, 1)
    expect(note([400, 69]).rangeDb).toBeCloseTo(0, 6)
  })
  it('harmonics to noise are those of its frames', () =>
    expect(reportOf(trackOf([QUIET, [100, 69], QUIET], { hnrDb: 12.5 }), 1.6).report.notes[0]!.hnrDb).toBe(
      12.5,
    ))
  it('how fast it falls silent', () => {
    expect(note([100, 69]).end.fallMs).toBe(0)
    expect(note([100, 69], [12, 69, (i) => -20 - 2 * i]).end.fallMs).toBeCloseTo(60, -1)
  })
  it('are written for the instrument and tuned to the studio', () => {
    const track = trackOf([QUIET, [100, 69], QUIET])
    expect(reportOf(track, 1.6, { transposition: -2 }).report.notes[0]).toMatchObject({
      written: 'B4',
      concert: 'A4',
    })
    expect(reportOf(track, 1.6, { a4Hz: 445 }).report.notes[0]!.cents).toBeCloseTo(
      1200 * Math.log2(440 / 445),
      2,
    )
  })
})

describe('the long tone of a recording', () => {
  it('is the longest note; none where none was heard', () => {
    const found = longTone(report([40, 62], [20, 0, -80], [90, 65], [20, 0, -80], [60, 67]))!
    expect(found.written).toBe('F4')
    expect(Math.abs(found.lengthS - 0.9)).toBeLessThan(0.0026)
    expect(longTone(report())).toBeUndefined()
  })
})
