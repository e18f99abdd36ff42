import { array, string, type InferType } from 'yup'
import { Refusal } from '../errors/index.ts'
import { finite, noteText, strict, whole } from '../fields/index.ts'
import { writtenNote, type Instrument } from '../instruments/index.ts'
import { centsInWords, prettyNote } from '../pitch/index.ts'
import { happenedFirst, happenings } from './happened.ts'
import { asked, kindOf, slug, timed, timesWords, type Noted } from './kind.ts'
import { noteKey } from './long-tone.ts'
import { SHAKE_CENTS, STEADY_CENTS } from './long-tone-ladder.ts'

/** Shapes of loudness in one breath (common practice, no source). */
export const SHAPES = ['swell', 'dip', 'terraces', 'steps'] as const
export type Shape = (typeof SHAPES)[number]
export const SHAPE_WORDS: Record<Shape, string> = {
  swell: 'soft – loud – soft',
  dip: 'loud – soft – loud',
  terraces: 'terraces down and back',
  steps: 'soft – half – loud – half – soft',
}
/** Phases of each: up and down, or five steps. Terraces begin very loud and step down to very soft, and back. */
export const PHASES: Record<Shape, number> = { swell: 2, dip: 2, terraces: 5, steps: 5 }
/** Counts a phase: 3 at first, then 4, 5, 6 … (common practice, no source). */
export const SHAPE_COUNTS = { first: 3, top: 12 } as const

/** Loud at its ends and soft in the middle. */
const beginsLoud = (shape: Shape) => shape === 'dip' || shape === 'terraces'

/** How loud at a share of the length, 0 soft to 1 loud. */
export function shapeAt(shape: Shape, share: number): number {
  const x = Math.min(1, Math.max(0, share))
  if (shape === 'swell') return 1 - Math.abs(2 * x - 1)
  if (shape === 'dip') return Math.abs(2 * x - 1)
  const step = [0, 0.5, 1, 0.5, 0][Math.min(4, Math.floor(5 * x))]!
  return shape === 'terraces' ? 1 - step : step
}

const curve = () => array().of(finite()).required().max(400)
const schema = strict({
  written: noteText(),
  shape: string()
    .required()
    .oneOf([...SHAPES]),
  counts: whole(1, 30),
  perMinute: finite().min(30).max(208),
  lengthS: finite().min(0.1).max(600),
  cents: finite().min(-50).max(50),
  /** How the loudness went along the shape: correlation, dB from soft to loud, and where it turned, share of the tone. */
  along: finite().min(-1).max(1),
  rangeDb: finite().min(-120).max(120),
  turn: finite().min(0).max(1),
  /** About drift and loudness's own pull. */
  steadinessCents: finite().min(0).max(600),
  wobbleCents: finite().nullable().min(0).max(1200).defined(),
  centsPerDb: finite().min(-100).max(100).nullable().defined(),
  centsPerDbOff: finite().min(0).max(1000).nullable().defined(),
  happened: happenings(),
  centsCurve: curve(),
  dbCurve: curve(),
})
export type ShapedTone = InferType<typeof schema>

/** A shape counts as filled when the loudness went along this well … (all chosen by Halitus) */
export const FILL = {
  /** … correlation with what was asked … */
  along: 0.8,
  /** … by so many dB … */
  rangeDb: 6,
  /** … and lasted as long as asked, give or take this share. */
  length: 0.2,
  /** Pitch may follow loudness by so much over the whole range, cents. */
  cents: 20,
} as const

export interface ShapeVerdict {
  /** dB between the soft and the loud end of the fitted shape. */
  rangeDb: number
  along: number
  askedS: number
  filled: boolean
  /** Filled, and the pitch stayed. */
  mastered: boolean
  words: string
  /** What the pitch did with the loudness. */
  pitch: string
}

/** Between two of them the lips rest so long, s (chosen by Halitus). */
const REST_S = 8
/** How long the shape lasts, s. */
export const shapeS = (d: Pick<ShapedTone, 'shape' | 'counts' | 'perMinute'>) =>
  (PHASES[d.shape] * d.counts * 60) / d.perMinute

/** Ends of a tone rise and fall by themselves: so much of the curve is left out there. */
const ENDS = 0.04

/**
 * How a level went along a shape, by least squares: needs no absolute level.
 * @param db level of the tone, evenly spaced over its length
 */
export function measureShape(
  shape: Shape,
  db: readonly number[],
): Pick<ShapedTone, 'along' | 'rangeDb' | 'turn'> {
  const n = db.length
  const turn = turnOf(shape, db)
  const cut = Math.ceil(ENDS * n)
  const points = db.map((y, i) => ({ x: shapeAt(shape, n > 1 ? i / (n - 1) : 0), y })).slice(cut, n - cut)
  if (points.length < 4) return { rangeDb: 0, along: 0, turn }
  const mean = (of: (p: { x: number; y: number }) => number) =>
    points.reduce((s, p) => s + of(p), 0) / points.length
  const [mx, my] = [mean((p) => p.x), mean((p) => p.y)]
  const sxy = mean((p) => (p.x - mx) * (p.y - my))
  const sxx = mean((p) => (p.x - mx) ** 2)
  const syy = mean((p) => (p.y - my) ** 2)
  return { rangeDb: sxx ? sxy / sxx : 0, along: sxx && syy ? sxy / Math.sqrt(sxx * syy) : 0, turn }
}

/** Where in the tone it was loudest (for a dip: softest), share of its length. */
function turnOf(shape: Shape, db: readonly number[]): number {
  const sign = beginsLoud(shape) ? -1 : 1
  // Three neighbours together, so that one stray point isn't the top.
  const smooth = db.map((_, i) => {
    const near = db.slice(Math.max(0, i - 2), i + 3)
    return (sign * near.reduce((a, b) => a + b, 0)) / near.length
  })
  return db.length > 1 ? smooth.indexOf(Math.max(...smooth)) / (db.length - 1) : 0.5
}

/**
 * What is left of a tone's unsteadiness when loudness's own pull is taken out: independent parts add as squares.
 * @param steadiness cents
 * @param perDb cents a dB; null where it can't be told, and nothing is taken out
 * @param db level over the tone
 */
export function besideLoudness(steadiness: number, perDb: number | null, db: readonly number[]): number {
  if (perDb === null || !db.length) return steadiness
  const mean = db.reduce((a, b) => a + b, 0) / db.length
  const spread = Math.sqrt(db.reduce((s, d) => s + (d - mean) ** 2, 0) / db.length)
  return Math.sqrt(Math.max(0, steadiness ** 2 - (perDb * spread) ** 2))
}

/** How a tone filled the shape that was asked for, by the numbers that were kept. */
export function judgeShape(d: ShapedTone): ShapeVerdict {
  const { rangeDb, along } = d
  const askedS = shapeS(d)
  const length = d.lengthS / askedS
  const filled = along >= FILL.along && rangeDb >= FILL.rangeDb && Math.abs(length - 1) <= FILL.length + 1e-9
  const pulled = d.centsPerDb === null ? 0 : d.centsPerDb * Math.max(0, rangeDb)
  const shakes = Math.round(d.wobbleCents ?? 0) > SHAKE_CENTS
  const steady = Math.round(d.steadinessCents) <= STEADY_CENTS && !shakes
  const stays = Math.abs(Math.round(pulled)) <= FILL.cents
  // What happened to the tone comes before what its loudness did.
  const happened = happenedFirst(d.happened)
  const said = shapeWords(d, { rangeDb, along, length, filled, steady, shakes })
  return {
    rangeDb,
    along,
    askedS,
    filled,
    mastered: filled && steady && stays && !happened,
    words: happened ? `${happened} ${said}` : said,
    pitch: pitchWords(d, rangeDb),
  }
}

function shapeWords(
  d: ShapedTone,
  v: { rangeDb: number; along: number; length: number; filled: boolean; steady: boolean; shakes: boolean },
): string {
  const db = Math.round(v.rangeDb)
  if (v.filled) {
    const but = v.steady
      ? ''
      : v.shakes
        ? '; it shakes'
        : `; it wavers by ${centsInWords(Math.round(d.steadinessCents))}`
    return `Filled: ${db} dB between soft and loud${but}.`
  }
  if (v.rangeDb < FILL.rangeDb) {
    if (v.along < -FILL.along) return 'The other way round: loud where soft was asked.'
    return `Too level: ${Math.max(0, db)} dB between soft and loud; ${FILL.rangeDb} at least.`
  }
  if (v.length < 1 - FILL.length) return `Too short: ${d.lengthS.toFixed(1)} of ${shapeS(d).toFixed(0)} s.`
  if (v.length > 1 + FILL.length) return `Too long: ${d.lengthS.toFixed(1)} for ${shapeS(d).toFixed(0)} s.`
  const turn = Math.round(100 * d.turn)
  if (PHASES[d.shape] > 2) return 'The steps run into one another: stay on each for its counts.'
  return `The ${d.shape === 'dip' ? 'softest' : 'loudest'} place came at ${turn} % of the tone instead of the middle.`
}

const perDb = (c: number) => `${c > 0 ? '+' : c < 0 ? '−' : ''}${Math.abs(c).toFixed(1)}`

/** Slower than this with loudness is none, cents a dB. */
const HOLDS = 0.3
function pitchWords(d: ShapedTone, rangeDb: number): string {
  const { centsPerDb: c, centsPerDbOff: off } = d
  if (c === null || off === null) return 'Pitch against loudness can’t be told from this one.'
  const band = `${perDb(c)} ± ${off.toFixed(1)} cents a dB`
  if (Math.abs(c) <= Math.max(HOLDS, off)) return `The pitch holds: ${band}.`
  const all = Math.abs(Math.round(c * rangeDb))
  return `It ${c < 0 ? 'sinks' : 'rises'} as it grows, ${centsInWords(all)} in all: ${band}.`
}

/** What a shaped tone is about: note and shape. `E4-swell`. */
export const shapeKey = (d: Pick<ShapedTone, 'written' | 'shape'>) => `${noteKey(d.written)}-${d.shape}`
function parts(about: string): { written: string; shape: Shape } | undefined {
  const [, written, shape] = /^([A-Ga-g][#b]*\d)-(\w+)$/.exec(about) ?? []
  return written && SHAPES.includes(shape as Shape) ? { written, shape: shape as Shape } : undefined
}
const titleOf = (about: string) => {
  const p = parts(about)
  return p ? `${prettyNote(p.written)} ${SHAPE_WORDS[p.shape]}` : about
}

/** The most counts a phase that were mastered with a shape, note by note: the grid that grows over weeks. */
export function masteredCounts(
  entries: readonly Noted<ShapedTone>[],
  shape: Shape,
): Map<string, Set<number>> {
  const grid = new Map<string, Set<number>>()
  for (const { data } of entries)
    if (data.shape === shape && judgeShape(data).mastered) {
      const note = noteKey(data.written)
      grid.set(note, (grid.get(note) ?? new Set()).add(data.counts))
    }
  return grid
}

/** Worse by more than this since the median of earlier ones, cents a dB (chosen by Halitus). */
const WORSE = 0.5

/** A tone that follows a shape of loudness. */
export const shapedTone = kindOf(schema)({
  kind: 'shaped-tone',
  title: 'Shaped tone',
  stages: ['sound'],
  plan: { minutes: 3, air: true, everyDays: 14, ready: ({ notes, weeks }) => weeks > 3 && notes.length > 2 },
  bulky: ['centsCurve', 'dbCurve'],
  check(inst: Instrument, { written, centsCurve, dbCurve }) {
    writtenNote(inst, written)
    if (centsCurve.length !== dbCurve.length)
      throw new Refusal(
        'invalid',
        `data.dbCurve has ${dbCurve.length} values and data.centsCurve ${centsCurve.length}; they belong together.`,
        'data.dbCurve',
      )
  },
  noted(d) {
    const { mastered, filled } = judgeShape(d)
    return `${prettyNote(d.written)} ${SHAPE_WORDS[d.shape]}, ${d.counts} counts: ${mastered ? 'mastered' : filled ? 'filled' : 'not yet'}`
  },
  line(entries) {
    const last = entries.at(-1)
    return last ? `${prettyNote(last.written)} × ${last.counts}` : null
  },
  goal: {
    unit: 'counts',
    about: shapeKey,
    title: titleOf,
    checkAbout(about, inst) {
      const p = parts(about)
      if (!p)
        throw new Refusal(
          'invalid',
          `data.about is “${about}”; a shaped tone is about a note and a shape: E4-swell.`,
          'data.about',
        )
      writtenNote(inst, p.written)
    },
    limits: [1, 30],
    ease: (value) => Math.max(SHAPE_COUNTS.first, value - 1),
    reached: (d) => (judgeShape(d).mastered ? d.counts : 0),
    next(history) {
      const last = history.at(-1)
      if (!last)
        return {
          value: SHAPE_COUNTS.first,
          why: `Not tried yet: begin with ${SHAPE_COUNTS.first} counts a phase.`,
        }
      const v = judgeShape(last)
      if (v.mastered) {
        const before = history.at(-2)
        const more = before && judgeShape(before).mastered ? 2 : 1
        return {
          value: Math.min(Math.max(SHAPE_COUNTS.top, last.counts), last.counts + more),
          why: `${last.counts} counts mastered${more === 2 ? ', as before: two' : ': one'} more.`,
        }
      }
      const twice = history.at(-2)?.counts === last.counts && !judgeShape(history.at(-2)!).mastered
      return twice && last.counts > SHAPE_COUNTS.first
        ? { value: last.counts - 1, why: `${v.words} Twice now: one count fewer.` }
        : { value: last.counts, why: `${v.words} The same counts again.` }
    },
  },
  series(entries) {
    const told = entries.filter((e) => e.data.centsPerDb !== null)
    const notes = [...new Set(told.map((e) => noteKey(e.data.written)))]
    return notes.map((about) => ({
      about,
      title: `Pitch against loudness ${prettyNote(about)}`,
      name: 'cents a dB, either way',
      unit: 'cents a dB',
      better: 'less' as const,
      race: false,
      points: told
        .filter((e) => noteKey(e.data.written) === about)
        .map(({ at, data }) => ({
          at,
          value: Math.round(10 * Math.abs(data.centsPerDb!)) / 10,
          aim: null,
          reached: Math.abs(data.centsPerDb!) <= HOLDS,
        })),
    }))
  },
  concerns({ entries }) {
    const told = entries.flatMap((e) => (e.data.centsPerDb === null ? [] : [Math.abs(e.data.centsPerDb)]))
    const recent = told.slice(-2)
    const before = told.slice(-8, -2).sort((a, b) => a - b)
    if (recent.length < 2 || before.length < 3) return []
    const usual = before[Math.floor(before.length / 2)]!
    const now = Math.min(...recent)
    if (now - usual <= WORSE) return []
    return [
      {
        kind: 'sag',
        weight: 58,
        sentence: `pitch moves more with loudness: ${usual.toFixed(1)} → ${now.toFixed(1)} cents a dB`,
      },
    ]
  },
  rows({ inst, entries, before, aim, observes }) {
    const last = (entries.at(-1) ?? before.at(-1))?.data
    if (!last) return []
    const next = aim(shapeKey(last))
    const counts = observes ? last.counts : next.value
    return [
      {
        id: `shaped-tone-${slug(shapeKey(last))}`,
        kind: 'sound' as const,
        title: SHAPE_WORDS[last.shape].charAt(0).toUpperCase() + SHAPE_WORDS[last.shape].slice(1),
        ...timed(
          { times: 3, eachS: shapeS({ ...last, counts }) + REST_S, least: 1 },
          (n) => `${timesWords(n)}, ${counts} counts a phase at ${last.perMinute}`,
        ),
        ...asked(next, observes),
        weight: entries.length ? 55 : 32,
        aim: `The pitch stays while the loudness moves; ${inst.teaching.loudAndSoft}`,
        notes: [last.written],
      },
    ]
  },
  *demo({ inst, tone, week, aim }, random) {
    if (week < 4 || week % 2) return
    const shape = 'swell' as const
    const counts = aim('shaped-tone', shapeKey({ written: tone, shape }))
    const way = inst.teaching.loudTendency === 'flat' ? -1 : 1
    const centsPerDb = Math.round(10 * way * Math.max(0, 1.6 - 0.11 * week + 0.15 * random.normal())) / 10
    const reach = 7 + 0.5 * week
    const points = 60
    const tenths = (x: number) => Math.round(10 * x) / 10
    const dbCurve = Array.from({ length: points }, (_, i) =>
      tenths(-26 + reach * shapeAt(shape, i / (points - 1)) + 0.4 * random.normal()),
    )
    const d = { shape, counts, perMinute: 60 }
    yield {
      stage: 'sound',
      data: {
        written: tone,
        ...d,
        lengthS: tenths(shapeS(d) * (1 + 0.05 * random.normal())),
        cents: tenths(4 * random.normal()),
        steadinessCents: tenths(Math.max(3, 14 - 0.7 * week + random.normal())),
        wobbleCents: 4,
        happened: undefined,
        centsPerDb,
        centsPerDbOff: 0.3,
        ...measureShape(shape, dbCurve),
        centsCurve: dbCurve.map((db) => tenths(centsPerDb * (db + 22) + 2 * random.normal())),
        dbCurve,
      },
    }
  },
})
