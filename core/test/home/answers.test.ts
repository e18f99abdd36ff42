import { describe, expect, it } from 'vitest'
import { HOME_ECHO, judgeTask, tasksOf, untilAnswered, type HomeTask } from '@halitus/core/home'
import { instrument } from '@halitus/core/instruments'
import { playPhrase, seeded, type PhraseNote } from '@halitus/core/player'
import { analyse, type NoteReport } from '@halitus/core/sound'
import { ECHOED, ticksOf, TICKS, type LineNote } from '@halitus/core/tongue'

const clarinet = instrument('clarinet')
const RATE = 44100
const line = (...notes: [written: string | null, ticks: number, begins?: 'slur'][]): LineNote[] =>
  notes.map(([written, ticks, begins = 'tongue']) => ({ written, ticks, begins: begins as 'tongue' }))
const read = (l: readonly LineNote[]): HomeTask => ({ shows: 'notation', line: l })
const BOTH = { articulation: true, pitch: true }

/** What the ear makes of what a simulated player played; seeds of their own. */
function played(seed: number, ...notes: PhraseNote[]) {
  const { samples } = playPhrase(
    { instrument: 'clarinet', notes, leadS: 0.3, tailS: 0.4, seed, manner: { breathDb: -50 } },
    RATE,
  )
  const { report, strokes } = analyse(samples, RATE, { transposition: clarinet.transposition, a4Hz: 440 })
  return { notes: report.notes, strokes }
}
const tone = (written: string, lengthS: number, more: Partial<PhraseNote> = {}): PhraseNote => ({
  written,
  lengthS,
  begins: 'tongue',
  gapS: 0.04,
  ...more,
})
/** Notes as an ear would report them, for what a player can't be made to do. */
const heard = (...notes: [written: string, startS: number, endS: number][]) => ({
  notes: notes.map(
    ([written, startS, endS]) =>
      ({ written, startS, endS, start: { kind: 'tongued' }, end: {} }) as unknown as NoteReport,
  ),
  strokes: [],
})

describe('what a phone asks for', () => {
  it('names each note twice, none twice running where there is another', () => {
    for (let seed = 21_001; seed < 21_041; seed++) {
      const random = seeded(seed)
      const notes = ['E4', 'F4', 'G4', 'A4'].slice(0, 2 + (seed % 3))
      const names = tasksOf({ how: 'recall', level: 1 }, { notes }, random).map((t) => {
        expect(t.shows).toBe('name')
        return t.line[0]!.written!
      })
      for (const n of notes) expect(names.filter((x) => x === n)).toHaveLength(2)
      for (let k = 1; k < names.length; k++) expect(names[k]).not.toBe(names[k - 1])
    }
    expect(tasksOf({ how: 'recall', level: 1 }, { notes: ['E4'] }, Math.random)).toHaveLength(2)
  })
  it('plays five patterns of two to four beats on known notes, at the level that was reached', () => {
    const random = seeded(21_050)
    const notes = ['E4', 'F4', 'G4']
    const tasks = tasksOf({ how: 'echo', level: 1 }, { notes }, random)
    expect(tasks.map((t) => ticksOf(t.line.map((n) => n.ticks)) / TICKS)).toEqual([...HOME_ECHO.beats])
    for (const t of tasks)
      for (const n of t.line) expect(n.written === null || notes.includes(n.written)).toBe(true)
  })
  it('is the line as it is printed, and nothing where a number is wanted', () => {
    const l = line(['E4', 12], ['F4', 12])
    expect(tasksOf({ how: 'line', level: 1 }, { notes: [], line: l }, Math.random)).toEqual([read(l)])
    expect(tasksOf({ how: 'tone', level: 1 }, { notes: ['E4'], line: l }, Math.random)).toEqual([])
  })
})

describe('when an answer is over', () => {
  /** The first moment at which it is, s, of sound for a second and silence after it; in steps of a hundredth. */
  const over = (task: HomeTask, soundsS = 1) => {
    const rule = untilAnswered(task)
    for (let k = 0; k < 10_000; k++)
      if (rule.hear([{ timeS: k / 100, db: k / 100 <= soundsS ? -20 : -60, hz: 0 } as never])) return k / 100
    return Infinity
  }
  const one = line(['E4', 12])
  it('waits for a silence longer than its longest rest', () => {
    expect(over({ shows: 'name', line: one })).toBeCloseTo(1.81, 2)
    expect(over({ shows: 'notation', line: one })).toBeCloseTo(2.61, 2)
    expect(over({ shows: 'hear', line: one })).toBeCloseTo(1.91, 2)
    // A rest of a beat at 66 a minute is 0.91 s more.
    expect(over({ shows: 'hear', line: line(['E4', 12], [null, 12], ['E4', 12]) })).toBeCloseTo(
      1.91 + 60 / 66,
      1,
    )
  })
  it('is over in any case after its time, however loud the room is', () => {
    expect(over({ shows: 'name', line: one }, 99)).toBeCloseTo(10, 1)
    expect(over({ shows: 'hear', line: one }, 99)).toBeCloseTo(4 + (3 * 60) / 66, 1)
    expect(over({ shows: 'notation', line: one }, 99)).toBeCloseTo(60, 1)
  })
})

describe('an answer that was played', () => {
  const scale = line(['E4', 12], ['F4', 12], ['G4', 12], ['F4', 12], ['E4', 24])
  const asWritten = (s: number, ...names: string[]) => names.map((n, k) => tone(n, k === 4 ? 2 * s : s))
  it.each([0.45, 0.7, 1.1])('is right at its own tempo, %s s a beat', (s) => {
    for (const seed of [21_101, 21_102, 21_103])
      expect(
        judgeTask(read(scale), played(seed, ...asWritten(s, 'E4', 'F4', 'G4', 'F4', 'E4')), BOTH),
      ).toEqual({
        right: true,
        hits: 5,
        of: 5,
        words: 'All of it, in order.',
      })
  })
  it('says the worst thing first: another note before one that is late', () => {
    const { right, hits, words } = judgeTask(
      read(scale),
      played(21_110, ...asWritten(0.6, 'E4', 'F4', 'A4', 'F4', 'E4')),
      BOTH,
    )
    expect([right, hits, words]).toEqual([false, 4, 'Note 3 was another one.'])
  })
  it('says which one is missing', () => {
    const left = [
      tone('E4', 0.6),
      tone('F4', 0.6),
      { written: null, lengthS: 0.6 } as PhraseNote,
      tone('F4', 0.6),
      tone('E4', 1.2),
    ]
    expect(judgeTask(read(scale), played(21_120, ...left), BOTH).words).toBe('I didn’t hear note 3.')
  })
  it('says what was tongued that should be slurred, after all else', () => {
    const slurred = line(['E4', 12], ['F4', 12, 'slur'], ['G4', 24, 'slur'])
    const answer = judgeTask(
      read(slurred),
      played(21_130, tone('E4', 0.7), tone('F4', 0.7), tone('G4', 1.4)),
      BOTH,
    )
    expect(answer.words).toBe('Slur into note 2.')
    // Where nothing is tongued, nobody is asked to.
    expect(
      judgeTask(read(slurred), played(21_131, tone('E4', 0.7), tone('F4', 0.7), tone('G4', 1.4)), {
        ...BOTH,
        articulation: false,
      }).right,
    ).toBe(true)
  })
  it('counts a note too many against it', () => {
    const two = line(['E4', 12], ['F4', 12])
    const answer = judgeTask(read(two), heard(['E4', 0, 0.5], ['F4', 0.6, 1.1], ['A4', 1.2, 1.7]), BOTH)
    expect(answer).toMatchObject({ right: false, words: 'There was a note too many.' })
    expect(answer.hits).toBeLessThan(2)
  })
  it('may lie on any note where its rhythm alone is asked', () => {
    const rhythm = line(['E4', 12], ['E4', 6], ['E4', 6], ['E4', 12])
    const notes = [tone('G4', 0.8), tone('G4', 0.4), tone('G4', 0.4), tone('G4', 0.8)]
    expect(judgeTask(read(rhythm), played(21_140, ...notes), { ...BOTH, pitch: false }).right).toBe(true)
    expect(judgeTask(read(rhythm), played(21_140, ...notes), BOTH).words).toBe('Note 1 was another one.')
  })
  it(`is right from ${ECHOED} of its notes on`, () => {
    const ten = line(...Array.from({ length: 10 }, (_, k) => [k % 2 ? 'F4' : 'E4', 12] as [string, number]))
    const named = (wrong: number) =>
      heard(
        ...ten.map(
          (n, k) => [k < wrong ? 'A4' : n.written!, k * 0.6, k * 0.6 + 0.5] as [string, number, number],
        ),
      )
    expect(judgeTask(read(ten), named(0), BOTH)).toMatchObject({ right: true, hits: 10 })
    expect(judgeTask(read(ten), named(1), BOTH)).toMatchObject({ right: true, hits: 9 })
    expect(judgeTask(read(ten), named(2), BOTH)).toMatchObject({ right: false, hits: 8 })
  })
  it('is the longest note where one was named, however it is spelt', () => {
    const named = (written: string): HomeTask => ({ shows: 'name', line: line([written, 12]) })
    expect(judgeTask(named('E4'), played(21_150, tone('E4', 1.5)), BOTH)).toEqual({
      right: true,
      hits: 1,
      of: 1,
      words: 'That’s it.',
    })
    expect(judgeTask(named('E4'), heard(['B5', 0, 0.1], ['E4', 0.1, 1.2]), BOTH).right).toBe(true)
    expect(judgeTask(named('Bb4'), heard(['A#4', 0, 1]), BOTH).right).toBe(true)
    expect(judgeTask(named('E4'), heard(['E5', 0, 1]), BOTH)).toMatchObject({
      right: false,
      words: 'That was E5. Look at E4 once.',
    })
  })
  it('is none where nothing was heard', () => {
    expect(judgeTask(read(scale), heard(), BOTH)).toEqual({
      right: false,
      hits: 0,
      of: 5,
      words: 'I heard no tone. Try a little closer.',
    })
  })
  it('is told in nine words at most, and shames nobody', () => {
    const worst = [
      judgeTask(read(scale), heard(['E4', 0, 0.5]), BOTH),
      judgeTask(read(scale), heard(), BOTH),
      judgeTask({ shows: 'name', line: line(['E4', 12]) }, heard(['F4', 0, 1]), BOTH),
    ]
    for (const { words } of worst) {
      expect(words.split(/\s+/).length).toBeLessThanOrEqual(9)
      expect(words).not.toMatch(/wrong|bad|fail|mistake/i)
    }
  })
})
