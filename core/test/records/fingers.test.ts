import { describe, expect, it } from 'vitest'
import { instrument } from '@halitus/core/instruments'
import {
  concernsOf,
  latenessOf,
  lineWords,
  newSince,
  notedWords,
  notesKnown,
  progressOf,
  rowsOf,
  stepsPassed,
  type EntryData,
  type EntryKind,
  type EntryRecord,
} from '@halitus/core/records'

const clarinet = instrument('clarinet')
let made = 0
const entry = <K extends EntryKind>(
  kind: K,
  data: EntryData[K],
  {
    day = '2026-03-20',
    lessonId = 'l1',
    provenance = 'microphone',
    hour = 10,
  }: Partial<{
    day: string
    lessonId: string
    provenance: EntryRecord['provenance']
    hour: number
  }> = {},
): EntryRecord =>
  ({
    id: `e${++made}`,
    lessonId,
    learnerId: 'x',
    instrument: 'clarinet',
    stage: 'fingers',
    kind,
    provenance,
    seq: made,
    at: `${day}T${hour}:00:00`,
    data,
  }) as EntryRecord
const asked = (written: string, right: boolean, seconds = 2): EntryData['recalled'] => ({
  drill: 'name-fingers',
  written,
  right,
  seconds,
  gave: null,
})
const step = (id: string, passed: boolean, clean = 4): EntryData['break-step'] => ({
  from: 'A4',
  to: 'B4',
  step: id,
  clean,
  tries: 5,
  passed,
  words: '',
})
const rows = (...list: EntryRecord[]) => rowsOf(list, 'l1', clarinet, false)
const concerns = (today: string, ...list: EntryRecord[]) =>
  concernsOf(list, clarinet, today).map((c) => c.sentence)

describe('what a learner knows', () => {
  it('is what was met or played, in the order in which beginners meet it; simulated notes don’t count', () => {
    const known = notesKnown(
      [
        entry('move', { from: 'C4', to: 'E4', clean: 3, tries: 8, late: null }),
        entry('new-note', { written: 'G4', beside: null }),
        entry('new-note', { written: 'A#4', beside: 'A4' }),
        entry('new-note', { written: 'D4', beside: 'E4' }, { provenance: 'simulated' }),
      ],
      clarinet,
    )
    expect(known).toEqual(['G4', 'E4', 'C4', 'Bb4'])
    expect(notesKnown([], clarinet)).toEqual([])
  })
  it('is new for seven days', () => {
    const met = (day: string) => [{ at: `${day}T10:00:00`, data: { written: 'E4' } }]
    expect(newSince(met('2026-03-14'), '2026-03-20T10:00:00')).toEqual(['E4'])
    expect(newSince(met('2026-03-13'), '2026-03-20T10:00:00')).toEqual([])
  })
  it('is told, and comes onto the card with the fingers that differ', () => {
    const met = entry('new-note', { written: 'D4', beside: 'E4' })
    expect(notedWords(met, clarinet)).toBe('New note D4, from E4')
    expect(notedWords(entry('new-note', { written: 'D4', beside: null }), clarinet)).toBe('New note D4')
    expect(lineWords('fingers', [met])).toBe('new: D4')
    expect(rows(met)).toMatchObject([
      {
        id: 'new-note-D4',
        title: 'The new note',
        aim: 'One finger from E4: the left middle presses.',
        notes: ['E4', 'D4'],
      },
    ])
  })
})

describe('the way over a break', () => {
  it('goes on with the first step that wasn’t passed', () => {
    const at = { from: 'A4', to: 'B4' }
    const passed = (...list: EntryData['break-step'][]) =>
      stepsPassed(
        clarinet,
        list.map((data) => ({ at: '2026-03-20T10:00:00', data })),
        at,
      )
    expect(passed().next?.id).toBe('silent')
    expect(passed(step('silent', true), step('vent', false)).next?.id).toBe('vent')
    expect(passed(step('silent', true), step('vent', true)).passed).toEqual(new Set(['silent', 'vent']))
    // Another break’s steps are its own.
    expect(passed({ ...step('silent', true), to: 'C5' }).next?.id).toBe('silent')
    const all = ['silent', 'vent', 'far-hand', 'one-by-one', 'above', 'below', 'tongued', 'line']
    expect(passed(...all.map((id) => step(id, true))).next).toBeUndefined()
  })
  it('is told, and its next step comes home', () => {
    const tried = entry('break-step', step('above', true))
    expect(notedWords(tried, clarinet)).toBe('A4 to B4, from above: passed, 4 of 5')
    expect(lineWords('fingers', [tried])).toBe('A4 to B4 a step on')
    expect(lineWords('fingers', [entry('break-step', step('above', false))])).toBe('A4 to B4 begun')
    expect(rows(tried)).toMatchObject([
      { id: 'break-A4-B4-silent', title: 'Over the break: silently', amount: '5 times' },
    ])
    expect(
      rows(
        ...['silent', 'vent', 'far-hand', 'one-by-one', 'above', 'below', 'tongued'].map((id) =>
          entry('break-step', step(id, true)),
        ),
      ),
    ).toMatchObject([{ id: 'break-A4-B4-line', amount: 'twice, slowly' }])
  })
  it('is a concern when one step fails for the third time', () => {
    const failed = (n: number) =>
      Array.from({ length: n }, () => entry('break-step', step('above', false, 1)))
    expect(concerns('2026-03-20', ...failed(2)).join()).not.toContain('doesn’t go yet')
    expect(concerns('2026-03-20', ...failed(3))).toContain(
      'A4 to B4: from above doesn’t go yet, 3 times tried',
    )
    const passed = entry('break-step', step('above', true))
    expect(concerns('2026-03-20', ...failed(3), passed).join()).not.toContain('doesn’t go yet')
    expect(concerns('2026-03-20', passed, ...failed(2)).join()).not.toContain('doesn’t go yet')
  })
})

describe('recall', () => {
  it('is one line for all that was right, and a line for each that wasn’t', () => {
    expect(notedWords(entry('recalled', asked('E4', true)), clarinet)).toBeNull()
    expect(notedWords(entry('recalled', { ...asked('E4', false), gave: 'F4' }), clarinet)).toBe(
      'E4: name to fingers not yet, gave F4',
    )
    expect(
      lineWords('fingers', [entry('recalled', asked('E4', true)), entry('recalled', asked('F4', false))]),
    ).toBe('1 of 2 recalled')
  })
  it('is a concern from three overdue notes on', () => {
    const weeksAgo = (...notes: string[]) =>
      notes.map((n) => entry('recalled', asked(n, true, 6), { day: '2026-01-05' }))
    expect(concerns('2026-03-20', ...weeksAgo('E4', 'F4')).join()).not.toContain('due')
    expect(concerns('2026-03-20', ...weeksAgo('E4', 'F4', 'G4'))).toContain(
      '3 notes are due to be recalled: E4, F4, G4',
    )
    expect(concerns('2026-01-05', ...weeksAgo('E4', 'F4', 'G4')).join()).not.toContain('due')
  })
  it('brings what wasn’t there at once onto the card', () => {
    const [row] = rows(
      entry('recalled', asked('E4', false)),
      entry('recalled', asked('F4', true, 9)),
      entry('recalled', asked('G4', true, 2)),
    )
    expect(row).toMatchObject({ id: 'recall', title: 'Name it, finger it', weight: 38, notes: ['E4', 'F4'] })
    expect(row!.aim).toContain('2 weren’t there at once: E4, F4.')
    expect(rows(entry('recalled', asked('E4', false)))[0]!.aim).toContain('One wasn’t there at once: E4.')
    // What sits for more than a week ahead needn’t come home.
    expect(rows(entry('recalled', asked('G4', true, 2)))).toEqual([])
  })
  it('is counted day by day', () => {
    const series = progressOf(
      [
        entry('recalled', asked('E4', true), { day: '2026-03-13' }),
        entry('recalled', asked('F4', false), { day: '2026-03-13' }),
        entry('recalled', asked('E4', true), { day: '2026-03-20' }),
        entry('recalled', asked('E4', false), { day: '2026-03-20', provenance: 'simulated' }),
      ],
      clarinet,
    ).find((s) => s.kind === 'recalled')
    expect(series!.points.map((p) => [p.value, p.reached])).toEqual([
      [50, false],
      [100, true],
    ])
  })
})

describe('lateness of fingers', () => {
  const late = (touch: string | null, lateMs?: number) => ({ at: '', data: { late: touch, lateMs } })
  it('counts takes, and compares the first half of them with the second', () => {
    expect(
      latenessOf([late('R3', 100), late('L3'), late('R3', 80), late('R3', 40), late(null), late('R3')]),
    ).toEqual([
      { touch: 'R3', takes: 4, firstMs: 90, lastMs: 40 },
      { touch: 'L3', takes: 1, firstMs: null, lastMs: null },
    ])
    expect(latenessOf([late('R3', 90)])).toEqual([{ touch: 'R3', takes: 1, firstMs: 90, lastMs: null }])
    expect(latenessOf([])).toEqual([])
  })
})
