import { describe, expect, it } from 'vitest'
import { check, FILE_VERSION, studioFile, upgradeFile } from '@halitus/core/contract'
import { wallClock } from '@halitus/core/time'

const TONE = {
  written: 'A#4',
  targetS: 6,
  lengthS: 6.4,
  cents: 1,
  steadinessCents: 7,
  driftCents: 0,
  sagCents: 0,
  rangeDb: 2,
  hnrDb: 18,
  wobbleCents: null,
  wobbleHz: null,
  centsCurve: [],
  dbCurve: [],
}
const entry = (id: string, kind: string, at: string, data: object, more: object = {}) => ({
  id,
  lessonId: 'l',
  learnerId: 'p',
  instrument: 'clarinet',
  stage: kind === 'note' ? 'tune' : 'sound',
  kind,
  at,
  data,
  ...more,
})
/** A studio's file as the first version wrote it. */
const version1 = (more: object = {}) => ({
  format: 'halitus-studio',
  version: 1,
  exportedAt: '2026-01-09T10:00:00.123',
  studio: { name: 'S', place: 'P', a4Hz: 440 },
  learners: [
    {
      id: 'p',
      name: 'P',
      birthYear: 2012,
      instruments: ['clarinet'],
      attitude: 'observe',
      minutesPerSession: 15,
      sessionsPerWeek: 5,
      note: '',
      archived: false,
      createdAt: '2026-01-02',
    },
  ],
  lessons: [
    {
      id: 'l',
      learnerId: 'p',
      instrument: 'clarinet',
      startsAt: '2026-01-05T18:20',
      minutes: 30,
      finishedAt: '2026-01-05T18:50',
    },
  ],
  entries: [] as object[],
  cards: [
    {
      id: 'c',
      learnerId: 'p',
      lessonId: 'l',
      instrument: 'clarinet',
      from: '2026-01-05T18:20',
      version: 1,
      sessions: 5,
      listenFor: '',
      rows: [],
    },
  ],
  ticks: [{ cardId: 'c', rowId: 'r', session: 1, at: '2026-01-06T10:00' }],
  reports: [{ id: 'x', cardId: 'c', at: '2026-01-06T10:00', kind: 'sore', text: '' }],
  plans: [],
  ...more,
})
type File = {
  version: number
  exportedAt: string
  studio: { schools: object }
  learners: Record<string, unknown>[]
  lessons: Record<string, unknown>[]
  entries: { seq: number; kind: string; provenance: string; at: string; data: Record<string, unknown> }[]
  cards: Record<string, unknown>[]
  ticks: { at: string }[]
  reports: { at: string; seenAt: null }[]
  reeds: unknown[]
  reedUses: { at: string }[]
  pieces: unknown[]
  services: { at: string }[]
}
const upgraded = (file: unknown) => upgradeFile(file) as File

describe('a file of the first version', () => {
  it('is brought up to date whole, and passes today’s check', () => {
    const file = upgraded(version1())
    expect(() => check(studioFile, file)).not.toThrow()
    expect(file.version).toBe(FILE_VERSION)
    expect(file.exportedAt).toBe('2026-01-09T10:00:00')
    expect(file.studio.schools).toEqual({})
    expect(file.learners[0]).toMatchObject({
      schools: { attitude: 'observe' },
      createdAt: '2026-01-02T00:00:00',
      regular: null,
    })
    expect(file.learners[0]).not.toHaveProperty('attitude')
    expect(file.lessons[0]).toMatchObject({
      startsAt: '2026-01-05T18:20:00',
      finishedAt: '2026-01-05T18:50:00',
      cancelled: false,
      regularDay: null,
    })
    expect(file.cards[0]).toMatchObject({ from: '2026-01-05' })
    expect(file.ticks[0]!.at).toBe('2026-01-06T10:00:00')
    expect(file.reports[0]).toMatchObject({ at: '2026-01-06T10:00:00', seenAt: null })
    expect([file.reeds, file.reedUses, file.pieces, file.services]).toEqual([[], [], [], []])
  })
  it.each([
    ['measure', { attitude: 'race' }],
    ['race', { attitude: 'race' }],
    ['observe', { attitude: 'observe' }],
    [undefined, {}],
  ])('attitude %s becomes %j', (attitude, schools) => {
    const [learner] = version1().learners
    const file = version1({ learners: [{ ...learner, attitude }] })
    expect(upgraded(file).learners[0]!.schools).toEqual(schools)
  })
  it('keeps a studio’s own schools, and what it can’t read for the check to name', () => {
    const own = { name: 'S', place: '', a4Hz: 440, schools: { 'reed-tip': 'reed' } }
    expect(upgraded(version1({ studio: own })).studio.schools).toEqual({ 'reed-tip': 'reed' })
    expect(upgraded(version1({ learners: 'none', ticks: undefined })).learners).toEqual([])
    expect(upgraded(version1({ ticks: undefined })).ticks).toEqual([])
  })
  it.each([
    ['2026-01-05', '2026-01-05T00:00:00'],
    ['2026-01-05T18:20', '2026-01-05T18:20:00'],
    ['2026-01-05T18:20:30', '2026-01-05T18:20:30'],
    ['2026-01-05T18:20:30.5', '2026-01-05T18:20:30'],
    ['2026-01-05T18:20:30.123456', '2026-01-05T18:20:30'],
    // Zones become this machine's wall clock.
    ['2026-01-05T18:20:30Z', wallClock(new Date('2026-01-05T18:20:30Z'))],
    ['2026-01-05T18:20Z', wallClock(new Date('2026-01-05T18:20:00Z'))],
    ['2026-01-05T18:20:30.5+05:00', wallClock(new Date('2026-01-05T13:20:30Z'))],
    ['2026-01-05T18:20:30-03:30', wallClock(new Date('2026-01-05T21:50:30Z'))],
    ['2026-13-45T18:20:30Z', '2026-13-45T18:20:30Z'],
    ['yesterday', 'yesterday'],
    ['at 2026-01-05', 'at 2026-01-05'],
    ['2026-01-05T18:20 or so', '2026-01-05T18:20 or so'],
    [17, 17],
  ])('moment %s becomes %s', (old, now) =>
    expect(upgraded(version1({ reedUses: [{ at: old }], services: [{ at: old }] }))).toMatchObject({
      reedUses: [{ at: now }],
      services: [{ at: now }],
    }),
  )
  it('puts entries in order of time, numbers them, and says where they came from', () => {
    const file = upgraded(
      version1({
        entries: [
          entry('b', 'long-tone', '2026-01-05T18:25', { ...TONE, source: 'player' }),
          entry('a', 'note', '2026-01-05T18:21', { text: 'x' }),
          entry('c', 'long-tone', '2026-01-05T18:27', { ...TONE, source: 'file', lengthS: 0.02 }),
          entry('d', 'long-tone', '2026-01-05T18:28', { ...TONE, source: 'microphone' }),
          entry('e', 'long-tone', '2026-01-05T18:29', TONE),
          entry(
            'f',
            'move',
            '2026-01-05T18:30',
            { from: 'A4', to: 'B4', clean: 1, tries: 2, late: null },
            { stage: 'fingers' },
          ),
        ],
      }),
    )
    expect(file.entries.map((e) => [e.seq, e.kind, e.provenance])).toEqual([
      [1, 'note', 'typed'],
      [2, 'long-tone', 'simulated'],
      [3, 'long-tone', 'file'],
      [4, 'long-tone', 'microphone'],
      [5, 'long-tone', 'microphone'],
      [6, 'move', 'tapped'],
    ])
    expect(file.entries[1]!.data).not.toHaveProperty('source')
    expect(file.entries[1]!.at).toBe('2026-01-05T18:25:00')
    // Shorter than a tenth of a second can't be kept today.
    expect(file.entries.map((e) => e.data.lengthS)).toEqual([undefined, 6.4, 0.1, 6.4, 6.4, undefined])
    expect(() => check(studioFile, file)).not.toThrow()
  })
  it('gives a target the note that was played last on that instrument by that learner', () => {
    const tone = (id: string, at: string, written: string, more: object = {}) =>
      entry(id, 'long-tone', at, { ...TONE, written }, more)
    const target = (id: string, at: string, targetS: number, more: object = {}) =>
      entry(id, 'target', at, { targetS }, more)
    const file = upgraded(
      version1({
        entries: [
          target('t1', '2026-01-05T18:20', 6),
          tone('a', '2026-01-05T18:21', 'A#4'),
          target('t2', '2026-01-05T18:22', 9),
          tone('b', '2026-01-05T18:23', 'E4', { learnerId: 'q' }),
          target('t3', '2026-01-05T18:24', 12),
          target('t4', '2026-01-05T18:25', 15, { instrument: 'flute' }),
          entry('c', 'long-tone', '2026-01-05T18:26', { ...TONE, written: 7 }),
          target('t5', '2026-01-05T18:27', 18),
        ],
      }),
    )
    const targets = file.entries.filter((e) => e.kind === 'target' || e.kind === 'note')
    expect(targets.map((e) => [e.kind, e.provenance, e.data])).toEqual([
      ['note', 'tapped', { text: 'Target set to 6 s' }],
      ['target', 'tapped', { goal: 'long-tone', about: 'Bb4', value: 9 }],
      ['target', 'tapped', { goal: 'long-tone', about: 'Bb4', value: 12 }],
      ['note', 'tapped', { text: 'Target set to 15 s' }],
      ['target', 'tapped', { goal: 'long-tone', about: 'Bb4', value: 18 }],
    ])
  })
})

describe('a file of the second version', () => {
  it('gains regular times, cancelled lessons and reports that were seen, and keeps what it has', () => {
    const second = { ...upgraded(version1()), version: 2 }
    const strip = (rows: Record<string, unknown>[], ...keys: string[]) =>
      rows.map((row) => Object.fromEntries(Object.entries(row).filter(([k]) => !keys.includes(k))))
    const older = {
      ...second,
      learners: strip(second.learners, 'regular'),
      lessons: strip(second.lessons, 'cancelled', 'regularDay'),
      reports: strip(second.reports, 'seenAt'),
    }
    const file = upgraded(older)
    expect(() => check(studioFile, file)).not.toThrow()
    expect(file).toMatchObject({
      version: FILE_VERSION,
      learners: [{ regular: null }],
      lessons: [{ cancelled: false, regularDay: null }],
      reports: [{ seenAt: null }],
    })
    const kept = { ...second, lessons: second.lessons.map((l) => ({ ...l, cancelled: true })) }
    expect(upgraded(kept).lessons[0]!.cancelled).toBe(true)
  })
})

describe('anything else', () => {
  it.each([[null], ['text'], [undefined], [42]])('%s is left as it is', (file) =>
    expect(upgradeFile(file)).toBe(file),
  )
  it.each([[{ version: 99 }], [{}]])('%j too', (file) => expect(upgradeFile(file)).toBe(file))
  it('keeps what can’t be read for the check to name', () => {
    expect(upgradeFile({ version: FILE_VERSION, learners: 'x', tunes: 7 })).toMatchObject({
      learners: 'x',
      tunes: 7,
    })
  })
  it('speaks of no tunes, groups and numbers where the studio kept none yet', () => {
    expect(upgradeFile({ version: FILE_VERSION, learners: [] })).toEqual({
      version: FILE_VERSION,
      learners: [],
      tunes: [],
      tunePlayers: [],
      numbers: [],
      groups: [],
      away: [],
    })
  })
})
