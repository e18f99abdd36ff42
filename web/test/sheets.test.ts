import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import type { SheetAnswer, TuneAnswer } from '@halitus/core/contract'
import { api, ApiError } from '@/api/index.ts'
import { useLesson } from '@/lesson/index.ts'
import { typeOf, useSheets } from '@/stages/tune/sheets.ts'

const tune = (id: string, learners: string[] = []): TuneAnswer =>
  ({
    id,
    title: id,
    parts: [
      { id: 'D', name: 'Drums', measures: 1, notes: 0, percussion: true },
      { id: 'V1', name: 'Flute', instrument: 'flute', measures: 1, notes: 4 },
    ],
    warnings: [],
    players: learners.map((learnerId) => ({
      tuneId: id,
      learnerId,
      instrument: 'flute',
      part: 'V1',
      as: 'written',
      octave: 0,
      tempo: 66,
      wishes: [],
      overrulings: [],
    })),
  }) as unknown as TuneAnswer
const sheetOf = (title: string) => ({ title, tempo: 66 }) as SheetAnswer
const away = () => Promise.reject(new ApiError(0, 'unreachable', 'The studio’s server doesn’t answer.'))
const open = (learner: string) =>
  (useLesson().$patch as (s: object) => void)({
    answer: {
      learner: { id: learner, schools: {} },
      lesson: { id: 'l', instrument: 'flute' },
      entries: [],
      plans: [],
    } as never,
  })

beforeEach(() => {
  localStorage.clear()
  setActivePinia(createPinia())
  vi.restoreAllMocks()
  vi.spyOn(api, 'tunes').mockResolvedValue({ tunes: [tune('one'), tune('two', ['pim'])] })
  vi.spyOn(api, 'tuneSheet').mockImplementation((id) => Promise.resolve(sheetOf(id)))
})

describe('the sheet of a lesson', () => {
  it('is the one that this learner plays, read as they play it', async () => {
    open('pim')
    const sheets = useSheets()
    await sheets.load()
    expect(sheets.sheet?.title).toBe('two')
    expect(vi.mocked(api.tuneSheet).mock.calls[0]).toEqual([
      'two',
      'V1',
      expect.objectContaining({ learner: 'pim', instrument: 'flute', tempo: '66' }),
    ])
  })
  it('is nobody’s until somebody chooses, and begins with the part of their instrument', async () => {
    open('ottoline')
    const sheets = useSheets()
    await sheets.load()
    expect(sheets.sheet).toBeUndefined()
    await sheets.choose('one')
    expect(sheets.how).toMatchObject({ part: 'V1', as: 'written', octave: 0 })
    // Opened again it is the one that was open.
    setActivePinia(createPinia())
    open('ottoline')
    const again = useSheets()
    await again.load()
    expect(again.sheet?.title).toBe('one')
  })
  it('stays on the screen while the server is away, of this learner only', async () => {
    open('pim')
    const sheets = useSheets()
    await sheets.load()
    vi.mocked(api.tuneSheet).mockImplementation(away)
    await sheets.read()
    expect(sheets.sheet?.title).toBe('two')
    expect(sheets.problem).toContain('doesn’t answer')
    await sheets.choose('one')
    expect(sheets.sheet).toBeUndefined()
    vi.mocked(api.tuneSheet).mockImplementation((id) => Promise.resolve(sheetOf(id)))
    await sheets.choose('two')
    vi.mocked(api.tunes).mockImplementation(away)
    open('ottoline')
    await sheets.load()
    expect(sheets.sheet).toBeUndefined()
  })
  it('goes, with the sentence, when it can’t be read', async () => {
    open('pim')
    const sheets = useSheets()
    await sheets.load()
    vi.mocked(api.tuneSheet).mockRejectedValue(new ApiError(400, 'tune', 'The Flute has no G3 (bar 1).'))
    await sheets.read()
    expect(sheets.sheet).toBeUndefined()
    expect(sheets.problem).toBe('The Flute has no G3 (bar 1).')
  })
  it('takes a breath back that was set by hand, and remembers one that was taken away', async () => {
    open('pim')
    const sheets = useSheets()
    await sheets.load()
    const saved = vi
      .spyOn(api, 'setTunePlayer')
      .mockImplementation((tuneId, learnerId, how) => Promise.resolve({ tuneId, learnerId, ...how }))
    await sheets.wish(4, true)
    await sheets.wish(8, false)
    expect(saved.mock.calls.at(-1)![2].wishes).toEqual([
      { onset: 4, wanted: true },
      { onset: 8, wanted: false },
    ])
    await sheets.wish(4, false)
    expect(saved.mock.calls.at(-1)![2].wishes).toEqual([{ onset: 8, wanted: false }])
  })
})

it('sends a file as what its name says', () => {
  expect([typeOf('a.mxl'), typeOf('b.MID'), typeOf('c.abc'), typeOf('d.xml')]).toEqual([
    'application/vnd.recordare.musicxml',
    'audio/midi',
    'text/vnd.abc',
    'application/vnd.recordare.musicxml+xml',
  ])
})
