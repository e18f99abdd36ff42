import { hasAir, predict } from '@halitus/core/acoustics'
import { allInstruments, fingerSystem, type Instrument } from '@halitus/core/instruments'
import { hzOfMidi, parseNote } from '@halitus/core/pitch'
import { seeded, seedOf, type Random } from '@halitus/core/player'
import {
  diagnose,
  fingerNamed,
  knowledgeOf,
  PAIRS,
  showsOf,
  type Accident,
  type Letter,
} from '@halitus/core/squeaks'
import type { Row } from './lines.ts'

/**
 * Simulated learners for the search for a cause. They behave by tables of their own: those of the product, with many a
 * likelihood a grade higher or lower, and things shown that no table names. What they play is heard on an instrument that
 * isn't the model's.
 */
const GRADES: readonly Letter[] = ['n', 's', 'w', 'o', 'a']
/** How likely each grade is in the learners' world; not the numbers that beliefs are made with. */
const CHANCE: Record<Letter, number> = { n: 0.02, s: 0.12, w: 0.37, o: 0.72, a: 0.93 }
/** How often a grade is another one, up or down; how often something unnamed is shown a grade more. */
const MOVED = 0.25
const UNNAMED_MOVED = 0.1
/** How often a complaint that no table names for a cause is seldom its, in place of almost never. */
const UNNAMED_SELDOM = 0.5
/** Of two causes at once; heard by a microphone; an instrument's own deviation, cents. */
const BOTH = 0.1
const HEARD = 0.5
const OWN_CENTS = 12
/** A remedy is explained and tried, s. */
const REMEDY_S = 20
const LOOK_S = 5
const MOST_STEPS = 14
const FAMILIES = ['flute', 'clarinet', 'saxophone', 'oboe', 'bassoon', 'recorder', 'chanter']

const shifted = (letter: Letter, by: number) =>
  GRADES[Math.max(0, Math.min(GRADES.length - 1, GRADES.indexOf(letter) + by))]!
const moved = (letter: Letter, random: Random) =>
  random.chance(MOVED) ? shifted(letter, random.chance(0.5) ? 1 : -1) : letter

interface Learner {
  inst: Instrument
  weeks: number
  causes: string[]
  complaint: string
  written?: string
  heard?: NonNullable<Accident['heard']>
  shows(id: string): boolean
  better(check: string): boolean
  worse(check: string): boolean
}

const pick = <T>(list: readonly T[], random: Random): T => list[Math.floor(random() * list.length)]!
function drawn<T>(list: readonly T[], weight: (x: T) => number, random: Random): T {
  let at = random() * list.reduce((s, x) => s + weight(x), 0)
  return list.find((x) => (at -= weight(x)) < 0) ?? list.at(-1)!
}

export function learner(inst: Instrument, random: Random): Learner {
  const known = knowledgeOf(inst)
  const weeks = random.chance(0.7) ? 2 + Math.floor(random() * 14) : 30
  const usual = new Map(known.causes.map((c) => [c.id, moved(c.usual[weeks < 18 ? 0 : 1], random)]))
  const first = drawn(known.causes, (c) => CHANCE[usual.get(c.id)!], random)
  const partners = PAIRS.flatMap(({ both: [a, b] }) =>
    a === first.id ? [b] : b === first.id ? [a] : [],
  ).filter((id) => usual.has(id))
  const causes = [first.id, ...(partners.length && random.chance(BOTH) ? [pick(partners, random)] : [])]
  const tables = causes.map((id) => {
    const shows = showsOf(known.causes.find((c) => c.id === id)!)
    const own = new Map<string, Letter>()
    for (const o of [...known.observations, ...known.complaints, ...known.checks]) {
      const there = shows.get(o.id)
      const unnamed: Letter = random.chance(UNNAMED_SELDOM) ? 's' : 'n'
      const otherwise = 'otherwise' in o ? o.otherwise : unnamed
      own.set(
        o.id,
        there ? moved(there, random) : random.chance(UNNAMED_MOVED) ? shifted(otherwise, 1) : otherwise,
      )
    }
    return own
  })
  const chance = (id: string) => Math.max(...tables.map((t) => CHANCE[t.get(id) ?? 's']))
  const complaint = drawn(known.complaints, (c) => chance(c.id), random).id
  const there = new Map(known.observations.map((o) => [o.id, random.chance(chance(o.id))]))
  return {
    inst,
    weeks,
    causes,
    complaint,
    ...(random.chance(HEARD) && sounded(inst, first.id, complaint, random)),
    shows: (id) => there.get(id)!,
    // One of two causes taken away doesn't make it well, but better.
    better: (id) => random.chance(chance(id)),
    worse: () => random.chance(0.1),
  }
}

/** What a microphone heard, where the complaint is one of pitch. */
function sounded(
  inst: Instrument,
  cause: string,
  complaint: string,
  random: Random,
): Pick<Learner, 'written' | 'heard'> | undefined {
  if (!['shriek', 'jumps-up', 'drops-down', 'wrong-note', 'between'].includes(complaint) || !hasAir(inst))
    return undefined
  const standards = fingerSystem(inst).chart.filter((f) => f.kind === 'standard' && f.register <= 2)
  const [, kind, finger] = /^(leak|soft|late)-(.*)$/.exec(cause) ?? []
  const off = () => 2 ** ((OWN_CENTS * random.normal()) / 1200)
  if (finger) {
    const fits = standards.filter((f) => f.touches.some((t) => fingerNamed(inst, t) === finger))
    if (!fits.length) return undefined
    const f = pick(fits, random)
    const touch = f.touches.find((t) => fingerNamed(inst, t) === finger)!
    const [there] =
      kind === 'late'
        ? predict(
            inst,
            f.touches.filter((t) => t !== touch),
          )
        : predict(inst, f.touches, {
            leaks: [{ touch, open: random.between(0.05, 0.3) }],
            intended: f.written,
          })
    if (!there) return undefined
    return {
      written: f.written,
      heard: { hz: there.hz * off(), ...(kind === 'late' && { at: 'crossing' as const }) },
    }
  }
  if (cause === 'not-learnt' || cause.startsWith('brush')) return undefined
  const f = pick(standards, random)
  const hz = hzOfMidi(parseNote(f.written).midi + inst.transposition)
  const cylinder = inst.family === 'clarinet'
  if (complaint === 'jumps-up') {
    const partial = cylinder ? 3 : 2
    return { written: f.written, heard: { partial, hz: hz * partial * off() } }
  }
  if (complaint === 'shriek') return { written: f.written, heard: { partial: 5 + Math.floor(4 * random()) } }
  return undefined
}

type Order = 'told' | 'asked'
/** One that is as general as what was named stands for it: its remedy is the same. */
const is = (l: Learner, id: string) =>
  l.causes.includes(id) ||
  (id === 'late-finger' && l.causes.some((c) => c.startsWith('late-'))) ||
  (id === 'brushed-key' && l.causes.some((c) => c.startsWith('brush-')))

/** What is seen in the first moment: three things that are there (the striking ones sooner), or three questions answered. */
export function beginning(l: Learner, order: Order, random: Random): { yes: string[]; no: string[] } {
  const { observations } = knowledgeOf(l.inst)
  const yes: string[] = []
  const no: string[] = []
  if (order === 'told') {
    const left = observations.filter((o) => l.shows(o.id))
    while (yes.length < 3 && left.length) {
      const next = drawn(left, (o) => 1 / CHANCE[o.otherwise], random)
      left.splice(left.indexOf(next), 1)
      yes.push(next.id)
    }
    return { yes, no }
  }
  for (let k = 0; k < 3; k++) {
    const { look } = diagnose(l.inst, accident(l, yes, no))
    if (!look) break
    ;(l.shows(look.id) ? yes : no).push(look.id)
  }
  return { yes, no }
}
export const accident = (
  l: Learner,
  observations: string[],
  absent: string[],
  tried: string[] = [],
): Accident => ({
  weeksPlaying: l.weeks,
  complaint: l.complaint,
  ...(l.written && { written: l.written }),
  ...(l.heard && { heard: l.heard }),
  observations: [...observations, ...tried],
  absent,
})

interface Search {
  inThree: boolean
  checks: number
  seconds: number
  cured: boolean
  beliefs: { share: number; true: boolean }[]
}

/** One lesson's search: what is likeliest is tried when it is likely enough, else the next check is done. */
function search(l: Learner, order: Order, wrong: number, random: Random): Search {
  const { yes, no } = beginning(l, order, random)
  const turned = (id: string) => random.chance(wrong) && id
  const [lies, misses] = [yes.filter(turned), no.filter(turned)]
  for (const [ids, of, to] of [
    [lies, yes, no],
    [misses, no, yes],
  ] as const)
    for (const id of ids) to.push(...of.splice(of.indexOf(id), 1))
  const tried: string[] = []
  let seconds = LOOK_S * (yes.length + no.length)
  let checks = 0
  const first = diagnose(l.inst, accident(l, yes, no))
  const inThree = first.causes.slice(0, 3).some((c) => is(l, c.id))
  const beliefs = first.causes.slice(0, 3).map((c) => ({ share: c.belief, true: is(l, c.id) }))
  let now = first
  while (checks < MOST_STEPS) {
    if (!now.next) {
      // Nothing is left to try that would tell: what is likeliest is taken for it.
      const top = now.causes.find(
        (c) => c.id !== 'other' && !tried.some((t) => t.startsWith(`try-${c.id}:`)),
      )!
      seconds += REMEDY_S
      checks++
      if (is(l, top.id)) return { inThree, checks, seconds, cured: true, beliefs }
      tried.push(`try-${top.id}:same`)
    } else if (now.next.outcomes[0]!.id.endsWith(':yes')) {
      seconds += now.next.seconds
      ;(l.shows(now.next.id) ? yes : no).push(now.next.id)
    } else {
      checks++
      seconds += now.next.seconds
      const cause = now.next.id.startsWith('try-') ? now.next.id.slice(4) : undefined
      const better = cause ? is(l, cause) : l.better(now.next.id)
      if (cause && better) return { inThree, checks, seconds, cured: true, beliefs }
      let how = better ? 'better' : l.worse(now.next.id) ? 'worse' : 'same'
      if (wrong && random.chance(wrong)) how = better ? 'same' : 'better'
      tried.push(`${now.next.id}:${how}`)
    }
    now = diagnose(l.inst, accident(l, yes, no, tried))
    beliefs.push(...now.causes.slice(0, 3).map((c) => ({ share: c.belief, true: is(l, c.id) })))
  }
  return { inThree, checks, seconds: seconds + 60, cured: false, beliefs }
}

/** Remedies one after the other until it is well: in the order in which they are usual for the complaint, or in any. */
function byList(l: Learner, random: Random | undefined): number {
  const { causes } = knowledgeOf(l.inst)
  const order = random
    ? [...causes]
        .map((c) => ({ c, at: random() }))
        .sort((a, b) => a.at - b.at)
        .map(({ c }) => c.id)
    : diagnose(l.inst, { weeksPlaying: l.weeks, complaint: l.complaint, observations: [] }).causes.map(
        (c) => c.id,
      )
  const at = order.filter((id) => id !== 'other').findIndex((id) => is(l, id))
  return REMEDY_S * (at + 1)
}

const LEARNERS = Number(process.env.LEARNERS ?? 700)
const share = (n: number, of: number) => `${((100 * n) / Math.max(1, of)).toFixed(0)} %`
/** The same with what chance leaves open, 95 of 100 times (normal approximation of a binomial share). */
const shareWithin = (n: number, of: number) =>
  `${share(n, of)} ± ${(196 * Math.sqrt(((n / of) * (1 - n / of)) / of)).toFixed(0)}`
const mean = (list: readonly number[]) => list.reduce((a, b) => a + b, 0) / list.length
const median = (list: readonly number[]) => [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)]!

/** The search for causes on simulated learners, all seven families. */
export function squeaks(seed: number): Row[] {
  // Each learner and each look at one has a stream of its own: what one family knows moves no other family's figures.
  const random = (k: number, what: string) =>
    seeded(seedOf(String(seed), FAMILIES[k % FAMILIES.length]!, String(k), what))
  const instruments = FAMILIES.map((f) => allInstruments().find((i) => i.family === f)!)
  const learners = Array.from({ length: LEARNERS }, (_, k) =>
    learner(instruments[k % instruments.length]!, random(k, 'learner')),
  )
  const told = learners.map((l, k) => search(l, 'told', 0, random(k, 'told')))
  const asked = learners.map((l, k) => search(l, 'asked', 0, random(k, 'asked')))
  const wrong = learners.map((l, k) => search(l, 'told', 0.1, random(k, 'wrong')))
  const lists = mean(learners.map((l) => byList(l, undefined)))
  const chance = mean(learners.map((l, k) => byList(l, random(k, 'list'))))
  const n = LEARNERS
  const count = (all: Search[], what: (s: Search) => boolean) => all.filter(what).length
  const few = (all: Search[]) => count(all, (s) => s.cured && s.checks <= 3)
  const certain = [...told, ...asked]
    .flatMap((s) => s.beliefs)
    .filter((b) => b.share >= 0.65 && b.share < 0.75)
  const row = (what: string, target: string, found: string, met?: boolean): Row => ({
    what: `squeaks: ${what}`,
    target,
    found,
    ...(met !== undefined && { met }),
  })
  const worst = (all: Search[], what: (s: Search) => boolean) =>
    FAMILIES.map((f, i) => {
      const own = all.filter((_, k) => k % FAMILIES.length === i)
      return `${f} ${share(count(own, what), own.length)}`
    }).join(', ')
  return [
    row(
      `cause among the first three, after the complaint and three things noticed, of ${n}`,
      '90 %',
      shareWithin(
        count(told, (s) => s.inThree),
        n,
      ),
      count(told, (s) => s.inThree) / n >= 0.9,
    ),
    row(
      'the same, by family',
      '',
      worst(told, (s) => s.inThree),
    ),
    row(
      'the same, after its three most telling questions',
      '90 %',
      share(
        count(asked, (s) => s.inThree),
        n,
      ),
      count(asked, (s) => s.inThree) / n >= 0.9,
    ),
    row(
      'found after three checks at most; median',
      '90 %; 2',
      `${share(few(told), n)}; ${median(told.map((s) => s.checks))}`,
      few(told) / n >= 0.9 && median(told.map((s) => s.checks)) <= 2,
    ),
    row(
      'the same, after its questions',
      '90 %; 2',
      `${share(few(asked), n)}; ${median(asked.map((s) => s.checks))}`,
      few(asked) / n >= 0.9 && median(asked.map((s) => s.checks)) <= 2,
    ),
    row(
      'found at all',
      '',
      share(
        count(told, (s) => s.cured),
        n,
      ),
    ),
    row(
      'lesson time to the cure, s; less than by a fixed list in the order of what is usual; less than at random',
      '40 %; 60 %',
      `${mean(told.map((s) => s.seconds)).toFixed(0)} s; ${share(lists - mean(told.map((s) => s.seconds)), lists)} of ${lists.toFixed(0)} s; ${share(chance - mean(told.map((s) => s.seconds)), chance)} of ${chance.toFixed(0)} s`,
      mean(told.map((s) => s.seconds)) <= 0.6 * lists && mean(told.map((s) => s.seconds)) <= 0.4 * chance,
    ),
    row(
      `of what is believed by 65 to 75 %, is true, of ${certain.length}`,
      '60 to 80 %',
      share(certain.filter((b) => b.true).length, certain.length),
      certain.filter((b) => b.true).length / certain.length >= 0.6 &&
        certain.filter((b) => b.true).length / certain.length <= 0.8,
    ),
    row(
      'with one wrong answer in ten: found after three checks at most',
      '75 %',
      share(few(wrong), n),
      few(wrong) / n >= 0.75,
    ),
  ]
}
