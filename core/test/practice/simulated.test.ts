import { describe, expect, it } from 'vitest'
import { JUDGED, simulate, WORKED, type Kind, type Outcome } from './weeks.ts'

/** Seeds that rules and ladders weren't tried with. */
const SEEDS = [21_301, 21_302, 21_303]
const all: { kind: Kind; out: Outcome }[] = JUDGED.flatMap((kind) =>
  SEEDS.map((seed) => ({ kind, out: simulate(kind, seed) })),
)
const sum = (of: (o: Outcome) => number) => all.reduce((n, { out }) => n + of(out), 0)

/** 20 kinds of simulated learners over 26 weeks; the targets are the product's own. */
describe('the cards of simulated learners', () => {
  it('are many, and of all kinds', () => {
    expect(JUDGED.length).toBe(20)
    expect(sum((o) => o.cards)).toBeGreaterThan(900)
    expect(sum((o) => o.hurtCards)).toBeGreaterThan(60)
    expect(sum((o) => o.idleCards)).toBeGreaterThan(50)
    expect(sum((o) => o.due)).toBeGreaterThan(500)
  })
  it('never ask for more minutes or sessions than were agreed', () => {
    expect(sum((o) => o.overMinutes)).toBe(0)
  })
  it('never rise while something hurts that was told from home', () => {
    expect(all.filter(({ out }) => out.roseHurt).map(({ kind }) => kind.name)).toEqual([])
  })
  it('get no heavier while nothing is practised', () => {
    expect(sum((o) => o.roseIdle)).toBe(0)
  })
  it('have two breath rows at most, and the planned tune', () => {
    expect(sum((o) => o.breathRows)).toBe(0)
    expect(sum((o) => o.tuneOn)).toBe(sum((o) => o.tuneCards))
  })
  it('have what is due, or say why they don’t', () => {
    expect(sum((o) => o.dueTold) / sum((o) => o.due)).toBe(1)
  })
  it('leave nothing beside them for longer than three weeks', () => {
    // Five minutes hold three things: there it may be four.
    const starved = all.filter(({ kind, out }) => out.starved > (kind.minutes > 5 ? 3 : 4))
    expect(starved.map(({ kind, out }) => `${kind.name}: ${out.starvedWhat} ${out.starved}`)).toEqual([])
  })
  it('name no number to beat to who observes', () => {
    expect(all.flatMap(({ out }) => out.raced)).toEqual([])
  })
  it('give every row a reason and every aim a full stop, and no two rows one name', () => {
    expect(all.flatMap(({ out }) => [...out.unsaid, ...out.twice])).toEqual([])
  })
  it.each(WORKED)('have aims of %s that are met in half to four fifths of the sessions', (work) => {
    const tries = sum((o) => o.met[work].tries)
    const share = sum((o) => o.met[work].met) / tries
    expect(tries).toBeGreaterThan(300)
    expect(share).toBeGreaterThanOrEqual(0.5)
    expect(share).toBeLessThanOrEqual(0.8)
  })
})
