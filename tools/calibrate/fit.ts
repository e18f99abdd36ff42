// Finds measures of a tube that plays its chart. Begins from the bore from memory; one least-squares fit (Levenberg &
// Marquardt; linear algebra by the library ml-matrix) of hole places, diameters and chimneys, the bore's points, the end and the
// mouth over the standard fingerings; what strays from memory costs. Deterministic.
import { Matrix, solve } from 'ml-matrix'
// The folder’s face needs the measures that are made here.
import { Model, type Measures } from '../../core/src/acoustics/model.ts'
import { standing } from '../../core/src/acoustics/regime.ts'
import {
  fingerSystem,
  openHoles,
  seriesOf,
  type Fingering,
  type Instrument,
} from '../../core/src/instruments/index.ts'
import { hzOfMidi, parseNote } from '../../core/src/pitch/index.ts'

/** Chimneys of ordinary instruments, mm (from memory): wood is thick, metal thin. */
const CHIMNEY: Record<string, (hole: { id: string; atMm: number }) => number> = {
  flute: () => 3,
  clarinet: (h) => (h.id === 'register vent' ? 12 : 7),
  saxophone: () => 4,
  oboe: (h) => (h.id.includes('vent') ? 6 : 5),
  bassoon: (h) => (h.id === 'whisper vent' ? 2 : h.atMm < 700 ? 30 : h.atMm < 1250 ? 14 : 6),
  recorder: () => 4.5,
  chanter: () => 5,
}
/** Where the fit begins: what lips add to a jet's tube, mm, and how far half-holes stand open (from memory). */
const JET_MM: Record<string, number> = { flute: 42, recorder: 22 }
const HALF: Record<string, number> = { recorder: 0.1, oboe: 0.15, bassoon: 0.15 }
/** How sure each note is, cents: the first two registers are what the tube is for (chosen by Halitus). */
const SURE = [1, 2.5, 15, 30]
/**
 * The same of fingerings beside the usual ones, which are kept for their ease and not for their pitch, and of trills, whose
 * upper note nobody holds (chosen by Halitus).
 */
const BESIDE = 6
const TRILL = 15
/**
 * What a step away from the start costs, against a note that is off by what is sure of it, in one round after another. With
 * less the fit knows its own notes better and others worse: chosen on fingerings held aside, on eight of the twelve
 * instruments (seed 1; others are judged).
 */
const PULLS = [1, 0.6, 0.6]
/**
 * What holes cost that move otherwise than their neighbours: where memory errs, it errs for a stretch of the tube. A hole that
 * no note tells of goes along. Chosen with the same.
 */
const ALIKE = 2
/** The same for the mouth and half-holes, which are known least. */
const EASY = 0.1
/** A hole or a bore further than so many steps away costs much more. */
const FREE = 2.5
const HOLD = 0.5
/** A note further off than this counts as this far off, cents. */
const FAR = 500
/** A register that hardly stands costs: by how much its answer should be the greater one, and what a unit of that weighs. */
const MARGIN = 0.3
const WEIGHT = 1

export interface Note {
  f: Fingering
  hz: number
  /** How far off it may be, cents: its errors are divided by this. */
  sure: number
}
const noted = (inst: Instrument, f: Fingering, sure: number): Note => ({
  f,
  hz: hzOfMidi(parseNote(f.written).midi + inst.transposition, 440),
  sure,
})
/** The usual fingerings of the chart. */
export const notesOf = (inst: Instrument): Note[] =>
  fingerSystem(inst)
    .chart.filter((f) => f.kind === 'standard')
    .map((f) => noted(inst, f, SURE[f.register - 1]!))

/**
 * Fingerings beside the usual ones: alternates and trills. The same fingers under another name (C and C♯ of the pipe scale)
 * are no other pitch and aren't among them.
 */
export function besides(inst: Instrument): Note[] {
  const fingers = (f: Fingering) => [...f.touches].sort().join()
  const { chart } = fingerSystem(inst)
  const usual = new Set(chart.filter((f) => f.kind === 'standard').map(fingers))
  return chart
    .filter((f) => f.kind !== 'standard' && !usual.has(fingers(f)))
    .map((f) => noted(inst, f, Math.max(SURE[f.register - 1]!, f.kind === 'trill' ? TRILL : BESIDE)))
}

const round = (x: number) => Math.round(x * 1e5) / 1e5

/** What a fit begins from. */
interface Start {
  /** For a jet the length that lips add, mm; for a reed its volume over what is guessed. */
  mouth: number
  holes: { id: string; atMm: number; diameterMm: number; chimneyMm: number }[]
  profile: [atMm: number, diameterMm: number][]
}

/** What memory says. */
function remembered(inst: Instrument): Start {
  const chimney = CHIMNEY[inst.family]!
  return {
    mouth: inst.bore.mouth === 'jet' ? JET_MM[inst.family]! : 1,
    holes: [...inst.bore.holes]
      .sort((a, b) => a.atMm - b.atMm)
      .map((h) => ({ id: h.id, atMm: h.atMm, diameterMm: h.diameterMm, chimneyMm: chimney(h) })),
    profile: inst.bore.profile.map((s) => [s.atMm, s.diameterMm]),
  }
}

/** The same, with what the mouth adds, which is known least, as it suits the most low notes. */
function fromMemory(inst: Instrument, notes: readonly Note[]): Start {
  const start = remembered(inst)
  const { count, measures } = layout(inst, start)
  const zeros = Array.from({ length: count }, () => 0)
  const low = notes.filter((n) => n.f.register === 1)
  const suits = (mouth: number) => {
    start.mouth = mouth
    return errors(inst, measures(zeros), low).reduce((sum, c) => sum + Math.min(150, Math.abs(c)), 0)
  }
  const jet = inst.bore.mouth === 'jet'
  // A reed adds hardly more than twice what is guessed: more only hides holes that are drawn too wide.
  const tries = Array.from({ length: 11 }, (_, i) => (jet ? 4 * i : 0.25 * 1.25 ** i))
  const fits = tries.map(suits)
  start.mouth = tries[fits.indexOf(Math.min(...fits))]!
  return start
}

/**
 * Holes put where the lowest register is in tune, from the bell up: first the end of the tube, then for each note the
 * uppermost hole that it opens; the holes above move along until it is their turn.
 */
function fromTheBell(inst: Instrument, notes: readonly Note[]): Start {
  const start = fromMemory(inst, notes)
  const system = fingerSystem(inst)
  const low = notes.filter((n) => n.f.register === 1).sort((a, b) => a.hz - b.hz)
  const done = new Set<string>()
  let before = new Set<string>()
  const { count, measures } = layout(inst, start)
  const zeros = Array.from({ length: count }, () => 0)
  const cents = (n: Note) => errors(inst, measures(zeros), [n])[0]!
  const scale = inst.bore.endMm / 660
  const solve = (n: Note, move: (mm: number) => void) => {
    // Bisection: further up is higher. What can't be reached stays at the nearest that can.
    let [a, b] = [-REACH * scale, REACH * scale]
    for (let k = 0; k < 18; k++) {
      const mid = (a + b) / 2
      move(mid)
      if (cents(n) > 0) a = mid
      else b = mid
      move(-mid)
    }
    move((a + b) / 2)
  }
  for (const n of low) {
    const open = openHoles(system, new Set(n.f.touches))
    if (!done.size && n === low[0])
      solve(n, (mm) => {
        start.profile.at(-1)![0] += mm
      })
    else {
      const own = start.holes.find((h) => open.has(h.id) && !before.has(h.id) && !done.has(h.id))
      if (own) {
        const from = start.holes.indexOf(own)
        solve(n, (mm) => {
          for (let i = 0; i <= from; i++) if (!done.has(start.holes[i]!.id)) start.holes[i]!.atMm += mm
        })
        done.add(own.id)
      }
    }
    before = open
  }
  return start
}
/** How far a hole is looked for from where memory has it, mm on a tube of 660 mm. */
const REACH = 30

/** A cone's missing tip, and a little more for the reed, mm³. @param first the uppermost diameter, mm */
function tipOf(inst: Instrument, points: Start['profile'], first: number): number {
  const area = (Math.PI * first ** 2) / 4
  const slope = points.length > 2 ? (points.at(-2)![1] - first) / points.at(-2)![0] : 0
  // A cylinder's bell is no cone.
  return slope > 0.005 && seriesOf(inst.bore) === 'all' ? (area * (first / slope)) / 3 : area * 8
}

/** Parameters, each 0 at what the start says and 1 at one step away from it. */
function layout(inst: Instrument, start: Start) {
  const scale = inst.bore.endMm / 660
  const { holes, profile: points } = start
  const ofBore = new Map(inst.bore.holes.map((h) => [h.id, h]))
  const halved = holes.filter((h) =>
    ofBore.get(h.id)!.movedBy.some((t) => fingerSystem(inst).touches.some((x) => x.halfOf === t)),
  )
  const jet = inst.bore.mouth === 'jet'
  const count = 3 * holes.length + points.length + 3 + halved.length
  const measures = (p: readonly number[]): Measures => {
    let i = 0
    const placed = holes.map((h) => {
      const at = h.atMm + 5 * scale * p[i++]!
      const wide = ofBore.get(h.id)!.role === 'vent' || h.id.includes('vent') ? 0.25 : 0.12
      const diameter = h.diameterMm * Math.exp(wide * p[i++]!)
      return [h.id, [round(at), round(diameter), round(h.chimneyMm * Math.exp(0.2 * p[i++]!))]] as const
    })
    const profile = points.map(([at, d]) => [at, d * Math.exp(0.06 * p[i++]!)] as [number, number])
    const end = profile.at(-1)!
    end[0] += 5 * scale * p[i++]!
    const [m0, m1] = [p[i++]!, p[i++]!]
    return {
      profile: profile.map(([a, d]) => [round(a), round(d)] as const),
      holes: Object.fromEntries(placed),
      mouth: jet
        ? { lengthMm: round(start.mouth + 8 * m0), perKHzMm: round(3 * m1) }
        : { volumeMm3: round(start.mouth * tipOf(inst, points, profile[0]![1]) * Math.exp(0.5 * m0)) },
      half: Object.fromEntries(
        halved.map((h) => [h.id, round(Math.min(0.7, (HALF[inst.family] ?? 0.2) * Math.exp(0.5 * p[i++]!)))]),
      ),
    }
  }
  /** How much too near each hole is to the one above it, in `NEXT` mm; and the end to the last bend. */
  const crowded = (m: Measures): number[] => {
    const places = holes.map((h) => m.holes[h.id]![0])
    const gaps = places.slice(1).map((at, i) => at - places[i]!)
    const [bend, end] = m.profile.slice(-2)
    return [
      ...gaps.map((g) => Math.max(0, 1 - g / (NEXT * scale))),
      Math.max(0, 1 - (end![0] - bend![0]) / (5 * scale)),
    ]
  }
  return { count, measures, crowded, ofTube: 3 * holes.length + points.length + 1 }
}
/** Holes on one side of the tube are at least this far apart, mm (chosen by Halitus). */
const NEXT = 4
const CROWDED = 20

/** How far each note is off, cents; `near` holds where each was found last and is looked for first. */
export function errors(
  inst: Instrument,
  measures: Measures,
  notes: readonly Note[],
  near?: number[],
): number[] {
  const model = new Model(inst.bore, measures)
  const system = fingerSystem(inst)
  return notes.map(({ f, hz }, i) => {
    const open = model.openness(system, f.touches)
    const found = near ? model.follow(open, near[i]!, FAR) : model.near(open, hz, FAR)
    return found === undefined ? FAR : 1200 * Math.log2(found / hz)
  })
}

/** How far the register of each note is from standing by itself, 0 where it stands; reeds only. */
function unsteady(inst: Instrument, measures: Measures, notes: readonly Note[]): number[] {
  if (inst.bore.mouth === 'jet') return []
  const model = new Model(inst.bore, measures)
  const system = fingerSystem(inst)
  const partial = seriesOf(inst.bore) === 'odd' ? 3 : 2
  return notes
    .filter(({ f }) => f.register <= 2)
    .map(({ f, hz }) => {
      const open = model.openness(system, f.touches)
      const own = model.follow(open, hz, 200)
      const other = model.follow(open, f.register === 1 ? hz * partial : (hz / partial) * 1.15, 600)
      if (!own || !other || Math.abs(1200 * Math.log2(own / other)) < 400) return 0
      return Math.max(0, MARGIN - (standing(model, open, own) - standing(model, open, other)))
    })
}

/**
 * The fit itself: from what memory says and from holes solved from the bell up; the better one counts. Then, for a reed,
 * registers are made to stand by themselves as far as the pitches allow it.
 * @param notes fingerings that it listens to, usual ones and others: all of them, or some for a trial on the rest
 * @param steps of each round at most @param thorough false for a trial: registers as they come
 */
export function fit(inst: Instrument, notes: readonly Note[], steps: number, thorough: boolean): Measures {
  const usual = notes.filter((n) => n.f.kind === 'standard')
  const tries = [fromMemory(inst, usual), fromTheBell(inst, usual)].map((start) => {
    const more = notes.map(() => 1)
    let p = Array.from({ length: layout(inst, start).count }, () => 0)
    for (const pull of PULLS) p = fitted(p, start, inst, notes, { steps, pull, more, steady: 0 })
    return { start, p, more, cost: costOf(p, start, inst, notes) }
  })
  const { start, more, p: best } = tries.sort((a, b) => a.cost - b.cost)[0]!
  const p =
    thorough && inst.bore.mouth === 'reed'
      ? fitted(best, start, inst, notes, { steps, pull: PULLS.at(-1)!, more, steady: WEIGHT })
      : best
  return layout(inst, start).measures(p)
}

/** What is left of errors and straying, in one number; measured alike whatever was held on to. */
function costOf(p: readonly number[], start: Start, inst: Instrument, notes: readonly Note[]): number {
  const left = errors(inst, layout(inst, start).measures(p), notes)
  return [...left.map((c, i) => c / notes[i]!.sure), ...p.map((v) => v * PULLS.at(-1)!)].reduce(
    (sum, v) => sum + v * v,
    0,
  )
}

interface Round {
  steps: number
  pull: number
  /** What each note counts; those that are still far off afterwards count more. */
  more: number[]
  steady: number
}

/** One round, from parameters on. */
function fitted(
  from: number[],
  start: Start,
  inst: Instrument,
  notes: readonly Note[],
  { steps, pull, more, steady }: Round,
): number[] {
  const { measures, crowded, ofTube } = layout(inst, start)
  const base = errors(inst, measures(from), notes)
  const near = base.map((c, i) => notes[i]!.hz * (Math.abs(c) < FAR ? 2 ** (c / 1200) : 1))
  const row = start.holes.map((h, k) => ({ h, k })).filter(({ h }) => !h.id.includes('vent'))
  const neighbours = row
    .slice(1)
    .flatMap(({ k }, i) => [0, 1, 2].map((j) => [3 * row[i]!.k + j, 3 * k + j] as const))
  const residuals = (q: readonly number[], m: Measures, off: readonly number[]) => [
    ...off.map((c, i) => soft((c * more[i]!) / notes[i]!.sure, notes[i]!.f)),
    ...q.map((v, i) =>
      i < ofTube ? v * pull + Math.sign(v) * Math.max(0, Math.abs(v) - FREE) * HOLD : v * EASY,
    ),
    ...neighbours.map(([a, b]) => (q[a]! - q[b]!) * ALIKE),
    ...crowded(m).map((c) => c * CROWDED),
    ...(steady ? unsteady(inst, m, notes).map((u) => u * steady) : []),
  ]
  const p = leastSquares(from, steps, {
    at: (q) => {
      const m = measures(q)
      return residuals(q, m, errors(inst, m, notes, near))
    },
    around: (q) => {
      const m = measures(q)
      const moved = tangent(inst, m, notes, errors(inst, m, notes, near))
      return (other) => {
        const n = measures(other)
        return residuals(other, n, moved(n))
      }
    },
  })
  errors(inst, measures(p), notes).forEach((c, i) => {
    if (Math.abs(c) > 2 * notes[i]!.sure && notes[i]!.f.kind === 'standard') more[i]! *= 1.6
  })
  return p
}

/**
 * Of a fingering beside the usual ones a great error pulls hardly more than a middling one: the chart may be wrong, or the
 * model. The square of this is the pseudo-Huber loss (P. Charbonnier and others, IEEE Trans. Image Process. 6 (1997)).
 */
const soft = (r: number, f: Fingering) =>
  f.kind === 'standard' ? r : Math.sign(r) * Math.sqrt(2 * SOFT * SOFT * (Math.hypot(1, r / SOFT) - 1))
/** From so many times what it may be off on. */
const SOFT = 4

type Residuals = (p: readonly number[]) => number[]

/**
 * How far each note is off when measures are moved a little: where the imaginary part ran through zero it now stands a little
 * beside it, and its slope tells by how much that moves the resonance. One look a note instead of a search.
 * @param off how far each is off before, cents
 */
function tangent(
  inst: Instrument,
  measures: Measures,
  notes: readonly Note[],
  off: readonly number[],
): (moved: Measures) => number[] {
  const system = fingerSystem(inst)
  const before = new Model(inst.bore, measures)
  const z = { re: 0, im: 0 }
  const at = notes.map(({ f, hz }, i) => {
    if (Math.abs(off[i]!) >= FAR) return undefined
    const sounds = hz * 2 ** (off[i]! / 1200)
    const open = before.openness(system, f.touches)
    const low = before.at(sounds * (1 - BESIDE_HZ), open, z).im
    const high = before.at(sounds * (1 + BESIDE_HZ), open, z).im
    return { sounds, own: before.at(sounds, open, z).im, perCent: (high - low) / CENTS_BESIDE }
  })
  return (moved) => {
    const model = new Model(inst.bore, moved)
    return notes.map(({ f }, i) => {
      const was = at[i]
      if (!was) return off[i]!
      const now = model.at(was.sounds, model.openness(system, f.touches), z).im
      return off[i]! - (now - was.own) / was.perCent
    })
  }
}
/** The slope is taken between two frequencies so far off on either side, as a share; that distance in cents. */
const BESIDE_HZ = 1e-4
const CENTS_BESIDE = 1200 * Math.log2((1 + BESIDE_HZ) / (1 - BESIDE_HZ))

/** Where a fit begins to lean on steepness, by how much it leans less after a good step and more after a bad one. */
const LEAN = 1e-2
const LESS = 0.3
const MORE = 4
/** So many bad steps in a row, and no better one is to be had; an improvement below this share neither. */
const TRIES = 9
const ENOUGH = 1e-4
/** Parameters are moved by so much to see what that changes. */
const NUDGE = 0.01

/**
 * Parameters at which the sum of squares is least, from some on: K. Levenberg, A method for the solution of certain problems
 * in least squares, Quart. Appl. Math. 2 (1944), with D. W. Marquardt's scaling (1963). A step that makes it worse isn't
 * taken.
 * @param residuals anywhere, and quickly close by some place
 */
function leastSquares(
  from: number[],
  steps: number,
  residuals: { at: Residuals; around: (p: readonly number[]) => Residuals },
): number[] {
  const square = (r: readonly number[]) => r.reduce((s, v) => s + v * v, 0)
  let p = from
  let r = residuals.at(p)
  let lean = LEAN
  for (let n = 0; n < steps; n++) {
    const near = residuals.around(p)
    const columns = p.map((v, k) => {
      const moved = near(p.with(k, v + NUDGE))
      return moved.map((m, i) => (m - r[i]!) / NUDGE)
    })
    const J = new Matrix(columns)
    const normal = J.mmul(J.transpose())
    const slope = J.mmul(Matrix.columnVector(r))
    const before = square(r)
    let better = false
    for (let k = 0; k < TRIES && !better; k++, lean *= MORE) {
      const damped = normal.clone()
      for (let i = 0; i < p.length; i++) damped.set(i, i, normal.get(i, i) * (1 + lean) + 1e-9)
      const step = solve(damped, slope).to1DArray()
      const next = p.map((v, i) => v - step[i]!)
      const own = residuals.at(next)
      if (square(own) < before) {
        p = next
        r = own
        better = true
        lean *= LESS / MORE
      }
    }
    if (!better || (before - square(r)) / before < ENOUGH) break
  }
  return p
}
