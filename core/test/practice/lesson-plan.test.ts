import { describe, expect, it } from 'vitest'
import { INSTRUMENT_IDS, instrument } from '@halitus/core/instruments'
import {
  airMinutes,
  nextInPlan,
  NO_CHANGES,
  planLesson,
  tookMinutes,
  type GivenCard,
  type LessonAsked,
  type PlanChanges,
} from '@halitus/core/practice'
import { notesKnown, type EntryData, type EntryKind, type EntryRecord } from '@halitus/core/records'
import { plusDays } from '@halitus/core/time'
import { aTone, entry, GOOD } from '../records/entries.ts'

const clarinet = instrument('clarinet')
const START = '2026-03-02T16:00:00'
const lessonIn = (week: number, changes: PlanChanges | null = null) => ({
  id: `w${week}`,
  startsAt: plusDays(START, 7 * week),
  minutes: 30,
  changes,
})
const noted = <K extends EntryKind>(week: number, minute: number, kind: K, data: EntryData[K]) =>
  entry(kind, data, {
    lessonId: `w${week}`,
    at: `${plusDays(START, 7 * week).slice(0, 10)}T16:${String(minute).padStart(2, '0')}:00`,
  })
/** Weeks of lessons with long tones, two notes back and forth, and what is given. */
const played = (weeks: number, more: (week: number) => EntryRecord[] = () => []) =>
  Array.from({ length: weeks }, (_, week) => [
    noted(week, 5, 'long-tone', aTone({ lengthS: 8, targetS: 9 })),
    noted(week, 9, 'move', { from: 'E4', to: 'F4', clean: 8, tries: 8, late: null }),
    ...more(week),
  ]).flat()
const asked = (weeks: number, more: Partial<LessonAsked> = {}): LessonAsked => ({
  inst: clarinet,
  lesson: lessonIn(weeks),
  lessons: Array.from({ length: weeks }, (_, w) => lessonIn(w)),
  entries: played(weeks),
  cards: [],
  plans: [],
  observes: false,
  ...more,
})
const ids = (of: LessonAsked, minutes = 30) => planLesson(of, minutes).items.map((i) => i.id)

describe('the plan of a lesson', () => {
  it('of somebody new begins with the smallest part, asks for no note, and ends with the card', () => {
    const { items } = planLesson(asked(0, { entries: [] }), 30)
    expect(items[0]).toMatchObject({ stage: 'setup', part: 'setup', air: false })
    expect(items.map((i) => i.part)).toContain('tries')
    expect(items.at(-1)).toMatchObject({ id: 'card', stage: 'home', minutes: 2, why: 'In every lesson.' })
    for (const i of items) expect(i.notes, i.id).toEqual([])
    // Nobody measures a placement before anything was placed.
    expect(items.map((i) => i.part)).not.toContain('gauge')
  })
  it.each(INSTRUMENT_IDS.flatMap((id) => [5, 10, 15, 20, 30, 45, 60].map((m) => [id, m] as const)))(
    'on the %s fits %i minutes, with the lips at rest for a share of them',
    (id, minutes) => {
      const inst = instrument(id)
      for (const weeks of [0, 1, 12]) {
        const tone = inst.teaching.firstNotes[0]!
        const entries = Array.from({ length: weeks }, (_, w) => [
          noted(w, 5, 'long-tone', aTone({ written: tone })),
          noted(w, 8, 'recalled', { ...GOOD.recalled, written: tone }),
        ]).flat()
        const { items, left } = planLesson(asked(weeks, { inst, entries }), minutes)
        const sum = items.reduce((all, i) => all + i.minutes, 0)
        expect(sum).toBeLessThanOrEqual(minutes)
        expect(items.length).toBeGreaterThan(0)
        expect(items.length).toBeLessThanOrEqual(3 + minutes / 5)
        const share = weeks < 4 ? 0.5 : 0.65
        expect(airMinutes(items)).toBeLessThanOrEqual(Math.max(1, Math.round(share * minutes)))
        // It asks only for notes that are known.
        const known = notesKnown(entries, inst)
        for (const i of items) for (const n of i.notes) expect(known).toContain(n)
        for (const i of [...items, ...left]) expect(i.why).toMatch(/[.…]$/)
        expect(new Set([...items, ...left].map((i) => i.id)).size).toBe(items.length + left.length)
      }
    },
  )
  it('gives every item its aim and its reason, and who observes no aim', () => {
    const tone = (observes: boolean) =>
      planLesson(asked(3, { observes }), 30).items.find((i) => i.part === 'long-tone')!
    expect(tone(false)).toMatchObject({
      title: 'Long tone E4',
      about: 'E4',
      aim: { value: 9, unit: 's' },
      notes: ['E4'],
    })
    expect(tone(true)).not.toHaveProperty('aim')
  })
  it('halves what lips and breath do after dizziness or soreness, and says so', () => {
    const card = (kind: string): GivenCard => ({
      instrument: 'clarinet',
      from: plusDays(START, 14).slice(0, 10),
      sessions: 5,
      rows: [],
      left: [],
      ticks: [],
      numbers: [],
      reports: [{ kind, at: plusDays(START, 16) }],
    })
    const at = (cards: GivenCard[]) => planLesson(asked(3, { cards }), 30).items
    for (const [kind, words] of [
      ['dizzy', 'Dizzy at home'],
      ['sore', 'Sore at home'],
    ] as const) {
      const items = at([card(kind)])
      expect(airMinutes(items)).toBeLessThanOrEqual(12)
      const tone = items.find((i) => i.part === 'long-tone')!
      expect(tone.why.startsWith(words), tone.why).toBe(true)
    }
    // What is halved stays so, whatever minutes are over.
    const breath = (cards: GivenCard[]) => at(cards).find((i) => i.part === 'breath-cycle')!.minutes
    expect(breath([card('dizzy')])).toBe(1)
    expect(breath([])).toBeGreaterThanOrEqual(2)
    expect(airMinutes(at([card('no-sound')]))).toBe(airMinutes(at([])))
    // An aim that was set since ends it.
    const set = noted(2, 59, 'target', { goal: 'long-tone', about: 'E4', value: 9 })
    const later = { ...set, at: plusDays(START, 17) }
    const after = planLesson(asked(3, { cards: [card('dizzy')], entries: [...played(3), later] }), 30)
    expect(after.items.find((i) => i.part === 'long-tone')!.why).not.toMatch(/Dizzy/)
  })
  it('lets lips rest in between: after seven minutes something silent comes, while there is any', () => {
    for (const weeks of [3, 6, 12])
      for (const minutes of [20, 30, 45]) {
        const { items } = planLesson(asked(weeks), minutes)
        let run = 0
        items.forEach((item, k) => {
          if (run > 0 && item.air && run + item.minutes > 7)
            expect(items.slice(k).filter((i) => !i.air && i.stage !== 'home')).toEqual([])
          run = item.air ? run + item.minutes : 0
        })
      }
  })
  it('brings what was planned last time and not reached, and says so', () => {
    // In the second lesson only long tones and a move were noted; breath and more had been planned.
    const { items } = planLesson(asked(6), 30)
    const missed = items.filter((i) => i.why === 'Planned last time, not reached.')
    expect(missed.length).toBeGreaterThan(0)
    expect(missed.map((i) => i.part)).not.toContain('long-tone')
    // Where nothing at all was noted, nobody went by the plan.
    const silent = asked(6, { entries: played(5) })
    expect(planLesson(silent, 30).items.filter((i) => /not reached/.test(i.why))).toEqual([])
  })
  it('says what is left, and why', () => {
    const { items, left } = planLesson(asked(6), 10)
    expect(left.length).toBeGreaterThan(0)
    for (const l of left)
      expect(l.why).toMatch(/^(No room in 10 minutes|The lips have \d+ minutes of 10|Enough )/)
    expect(left.map((l) => l.id)).not.toContain(items[0]!.id)
  })
  it('has the tune as soon as there is one, by what the teacher wrote', () => {
    const plan = (text: string) =>
      planLesson(asked(6, { plans: [{ stage: 'tune', text }] }), 30).items.find((i) => i.stage === 'tune')
    expect(plan('')).toBeUndefined()
    expect(plan('bars 1 to 4')?.why).toBe('Your plan: bars 1 to 4.')
  })
  it('is not moved by simulated sound', () => {
    const simulated = played(6).map((e) => ({ ...e, provenance: 'simulated' as const }))
    expect(ids(asked(6, { entries: simulated }))).toEqual(ids(asked(6, { entries: [] })))
  })
})

describe('a plan that is overruled', () => {
  const changed = (more: Partial<PlanChanges>, weeks = 6) =>
    planLesson(asked(weeks, { lesson: lessonIn(weeks, { ...NO_CHANGES, ...more }) }), 30)
  it('leaves out what was taken out, and says that it is for next time', () => {
    const { items, left } = changed({ out: ['move'] })
    expect(items.map((i) => i.id)).not.toContain('move')
    expect(left.find((l) => l.id === 'move')!.why).toBe('You left it for next time.')
    expect(changed({ out: ['card'] }).items.map((i) => i.id)).not.toContain('card')
  })
  it('has what was brought in, in the minutes that were given', () => {
    const free = ids(asked(6))
    const other = ['echo', 'rhythm', 'both-ends', 'gauge', 'exhale'].find((id) => !free.includes(id))!
    const { items } = changed({ in: [other], minutes: [{ id: 'long-tone', minutes: 9 }] })
    expect(items.map((i) => i.id)).toContain(other)
    expect(items.find((i) => i.id === 'long-tone')!.minutes).toBe(9)
    expect(items.reduce((all, i) => all + i.minutes, 0)).toBeLessThanOrEqual(30)
  })
  it('stands in the order that was given, the rest behind', () => {
    const first = changed({ order: ['card', 'move'] }).items.map((i) => i.id)
    expect(first.slice(0, 2)).toEqual(['card', 'move'])
  })
  it('is remembered: what was brought in lately comes again, what was left twice waits', () => {
    const lately = (changes: PlanChanges, times: number) =>
      asked(6, {
        lessons: Array.from({ length: 6 }, (_, w) => lessonIn(w, w >= 6 - times ? changes : null)),
      })
    const inAgain = { ...NO_CHANGES, in: ['exhale'] }
    expect(ids(lately(inAgain, 1))).toContain('exhale')
    expect(ids(lately({ ...NO_CHANGES, out: ['move'] }, 1))).toContain('move')
    expect(ids(lately({ ...NO_CHANGES, out: ['move'] }, 2))).not.toContain('move')
  })
})

describe('how long things take', () => {
  const lessons = [0, 1].map((w) => lessonIn(w))
  it('is the middle of the last lessons, from what was noted before', () => {
    const entries = played(2, (week) => [noted(week, week ? 16 : 20, 'recalled', GOOD.recalled)])
    // 16:00 to 16:05; to 16:09; to 16:20 and 16:16: eleven and seven minutes.
    expect(Object.fromEntries(tookMinutes(lessons, entries))).toEqual({
      'long-tone': 5,
      move: 4,
      recalled: 11,
    })
  })
  it('says nothing of what was done once', () => {
    const once = noted(1, 20, 'recalled', GOOD.recalled)
    expect([...tookMinutes(lessons, [...played(2), once]).keys()]).toEqual(['long-tone', 'move'])
  })
  it('bears on the plan, up to twice what is usual', () => {
    const slow = [0, 1, 2, 3, 4, 5].flatMap((w) => [
      noted(w, 1, 'move', { from: 'E4', to: 'F4', clean: 8, tries: 8, late: null }),
      noted(w, 21, 'long-tone', aTone({ lengthS: 8, targetS: 9 })),
    ])
    const tone = (entries: EntryRecord[]) =>
      planLesson(asked(6, { entries }), 20).items.find((i) => i.part === 'long-tone')!.minutes
    expect(tone(slow)).toBeGreaterThan(tone(played(6)))
    expect(tone(slow)).toBeLessThanOrEqual(10)
  })
})

describe('the next thing', () => {
  it('is the first of the plan that nothing was noted of', () => {
    const items = [{ part: 'setup' }, { part: 'long-tone' }, { part: 'card' }]
    expect(nextInPlan(items, new Set())).toBe(items[0])
    expect(nextInPlan(items, new Set(['setup']))).toBe(items[1])
    expect(nextInPlan(items, new Set(['setup', 'long-tone', 'card']))).toBeUndefined()
  })
})
