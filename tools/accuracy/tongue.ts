import { instrument } from '@halitus/core/instruments'
import { parseNote } from '@halitus/core/pitch'
import { playPhrase, seeded, type Manner, type PhraseNote, type Random } from '@halitus/core/player'
import { analyse, notesAlong, tuningOf, type Analysed } from '@halitus/core/sound'
import {
  articulated,
  clicksBetween,
  factsOfTake,
  judgeLine,
  meterOf,
  movesIn,
  nextPattern,
  onNotes,
  pitchesOf,
  playedOut,
  runsOf,
  scaleLine,
  SCHEMES,
  staircase,
  togetherness,
  tongueVerdict,
  toneOf,
  type Heard,
  type LineNote,
  type Step,
  type Tone,
} from '@halitus/core/tongue'
import type { Row } from './lines.ts'
import { RATE } from './material.ts'
import type { SampledPiece } from './sampled.ts'
import { quantile } from './score.ts'

/** One of each family that is tongued, high and low. */
const TONGUED = [
  'flute',
  'clarinet',
  'alto-sax',
  'baritone-sax',
  'oboe',
  'bassoon',
  'soprano-recorder',
  'alto-recorder',
]
const CLEAN: Manner = { unsteadyCents: 3, breathDb: -42 }
const percent = (part: number, whole: number) => `${((100 * part) / Math.max(1, whole)).toFixed(1)} %`
const upOf = (id: string) => instrument(id).transposition

function hear(
  id: string,
  notes: PhraseNote[],
  seed: number,
  manner: Manner = CLEAN,
): Analysed & { heard: Heard } {
  const { samples } = playPhrase({ instrument: id, notes, seed, manner }, RATE)
  return heardOf(samples, upOf(id))
}
function heardOf(samples: Float32Array, transposition: number) {
  const found = analyse(samples, RATE, { transposition })
  const { report, strokes, track } = found
  return {
    ...found,
    heard: { notes: report.notes, strokes, timeS: track.timeS, db: track.db, hz: track.hz },
  }
}
const mean = (x: readonly number[]) => x.reduce((a, b) => a + b, 0) / x.length
const spreadOf = (x: readonly number[]) => Math.sqrt(mean(x.map((v) => (v - mean(x)) ** 2)))

/** Strokes on one note at given times. */
const stringOf = (
  written: string,
  starts: readonly number[],
  endS: number,
  onAir: boolean,
  depthDb = 7,
): PhraseNote[] =>
  starts.map((t, k) => {
    const lengthS = (starts[k + 1] ?? endS) - t
    return {
      written,
      lengthS,
      begins: k && onAir ? 'stroke' : 'tongue',
      gapS: onAir ? 0 : Math.min(0.05, lengthS / 4),
      ...(k && onAir && { stroke: { depthDb, lengthMs: 40 } }),
    }
  })

/** Rate and evenness against the truth of generated strings, and of sampled ones where a sampler is there. */
export function strokeRate(seed: number, sampled: readonly SampledPiece[]): Row[] {
  const random = seeded(seed)
  const rates: number[] = []
  const uneven: number[] = []
  const add = (heard: Heard, truth: readonly number[]) => {
    const m = meterOf(heard)
    const gaps = truth.slice(1).map((t, i) => t - truth[i]!)
    rates.push(m.rateHz === null ? 100 : 100 * Math.abs(m.rateHz * mean(gaps) - 1))
    uneven.push(m.unevenMs === null ? 100 : Math.abs(m.unevenMs - 1000 * spreadOf(gaps)))
  }
  for (const id of TONGUED)
    for (const rate of [2, 3.5, 5, 7])
      for (const onAir of [true, false]) {
        const n = 16
        const jitter = 0.05 / rate
        const starts = Array.from({ length: n }, (_, k) => (k ? k / rate + jitter * random.normal() : 0))
        const written = instrument(id).teaching.firstNotes[0]!
        const notes = stringOf(written, starts, n / rate, onAir)
        const { samples, truth } = playPhrase(
          { instrument: id, notes, seed: seed + rate, manner: CLEAN },
          RATE,
        )
        add(
          heardOf(samples, upOf(id)).heard,
          truth.strokes.map((s) => s.timeS),
        )
      }
  const generated = rates.length
  const rateOf = () =>
    `${quantile(rates, 0.9).toFixed(2)} % / ${quantile(uneven, 0.9).toFixed(1)} ms; half of them within ${quantile(rates, 0.5).toFixed(2)} % / ${quantile(uneven, 0.5).toFixed(1)} ms`
  const rows: Row[] = [
    {
      what: `stroke rate / evenness, ${generated} generated strings, nine of ten within`,
      target: '2 % / 3 ms',
      found: rateOf(),
      met: quantile(rates, 0.9) <= 2 && quantile(uneven, 0.9) <= 3,
    },
  ]
  if (!sampled.length) return rows
  rates.length = uneven.length = 0
  for (const p of sampled)
    add(
      heardOf(p.samples, 0).heard,
      p.notes.map((n) => n.startS),
    )
  return [
    ...rows,
    {
      what: `the same, ${sampled.length} sampled strings of touching notes`,
      target: '2 % / 3 ms',
      found: rateOf(),
      met: quantile(rates, 0.9) <= 2 && quantile(uneven, 0.9) <= 3,
    },
  ]
}

/** Tongue and fingers: which was late, and by how much. */
export function together(seed: number): Row[] {
  const random = seeded(seed + 1)
  const errors: number[] = []
  let right = 0
  let apart = 0
  let all = 0
  let cleanWrong = 0
  let clean = 0
  for (const id of TONGUED)
    for (const off of [-130, -90, -60, -40, -28, 0, 28, 40, 60, 90, 130]) {
      const [a, b, c] = instrument(id).teaching.firstNotes as [string, string, string]
      const line = [a, b, c, b, a, b, c, b, a]
      const onAir = random() < 0.6
      const notes = line.map((written, k): PhraseNote => ({
        written,
        lengthS: 0.42,
        begins: k && onAir ? 'stroke' : 'tongue',
        gapS: onAir ? 0 : 0.03,
        ...(k && onAir && { stroke: { depthDb: random.between(5, 12), lengthMs: random.between(35, 60) } }),
        ...(k && off > 0 && { between: { written: line[k - 1]!, lengthMs: off } }),
        ...(off < 0 && line[k + 1] && { ahead: { written: line[k + 1]!, lengthMs: -off } }),
      }))
      const { track, strokes } = hear(id, notes, seed + off)
      // Fingers that are ahead of a stroke that stops the sound were ahead by the silence as well.
      const truth = off < 0 && !onAir ? off - 30 : off
      for (const t of togetherness(track.timeS, track.hz, strokes)) {
        if (!off) {
          clean++
          if (t.verdict !== 'together') cleanWrong++
          continue
        }
        errors.push(Math.abs(t.fingersLateMs - truth))
      }
      if (off) {
        const told = togetherness(track.timeS, track.hz, strokes)
        all += line.length - 1
        right += told.filter((t) => Math.sign(t.fingersLateMs) === Math.sign(off)).length
        apart += told.filter(
          (t) => t.verdict !== 'together' && Math.sign(t.fingersLateMs) === Math.sign(off),
        ).length
      }
    }
  return [
    {
      what: 'togetherness: sign right beyond 25 ms (what isn’t told counts as wrong) / error, median',
      target: '95 % / 8 ms',
      found: `${percent(right, all)} / ${quantile(errors, 0.5).toFixed(1)} ms, nine of ten within ${quantile(errors, 0.9).toFixed(1)} ms`,
      met: right / all >= 0.95 && quantile(errors, 0.5) <= 8,
    },
    {
      what: 'togetherness: said to be apart, from 28 ms on / where both moved at once',
      target: '',
      found: `${percent(apart, all)} / ${percent(cleanWrong, clean)}`,
    },
  ]
}

/** A line as a learner might play it, stroke by stroke. */
function playedLine(
  line: readonly LineNote[],
  perMinute: number,
  random: Random,
  jitterS: number,
): PhraseNote[] {
  const onAir = random() < 0.5
  let rested = true
  return line.map((n, k): PhraseNote => {
    const lengthS = Math.max(0.06, (n.ticks * 5) / perMinute + jitterS * random.normal())
    if (n.written === null) {
      rested = true
      return { written: null, lengthS }
    }
    const next = line[k + 1]
    const goes = next?.written != null
    const note: PhraseNote = {
      written: n.written,
      lengthS,
      begins: rested ? 'tongue' : n.begins === 'slur' ? 'slur' : onAir ? 'stroke' : 'tongue',
      gapS: !goes ? 0.03 : next.begins === 'slur' || onAir ? 0 : Math.min(0.05, lengthS / 4),
      ...(!rested &&
        onAir &&
        n.begins === 'tongue' && { stroke: { depthDb: random.between(5, 10), lengthMs: 40 } }),
    }
    rested = false
    return note
  })
}

/** Strokes and slurs against a known line: played as asked, and with one of them turned round. */
export function articulation(seed: number): Row[] {
  const random = seeded(seed + 2)
  let right = 0
  let all = 0
  for (const id of TONGUED)
    for (const { id: scheme } of SCHEMES)
      for (const perMinute of [60, 84, 108]) {
        const inst = instrument(id)
        const asked = articulated(scaleLine(inst, inst.teaching.firstNotes[0]!), scheme)
        // Now and then a stroke is forgotten, or a slur broken.
        const really = asked.map((n, k) =>
          k && random() < 0.1
            ? { ...n, begins: n.begins === 'slur' ? ('tongue' as const) : ('slur' as const) }
            : n,
        )
        const { heard } = hear(id, playedLine(really, perMinute, random, 0.008), seed + perMinute)
        const told = judgeLine(asked, heard, perMinute)
        asked.forEach((n, k) => {
          all++
          const turned = really[k]!.begins !== n.begins
          const verdict = told.notes[k]!.verdict
          const good = turned ? verdict === (n.begins === 'slur' ? 'stroke' : 'slurred') : verdict === 'right'
          if (good) right++
        })
      }
  return [
    {
      what: `articulation against a known line: strokes and slurs judged right, of ${all}`,
      target: '97 %',
      found: percent(right, all),
      met: right / all >= 0.97,
    },
  ]
}

/** Echo answers with one mistake in three: another note, one left out, one too late. */
export function echo(seed: number): Row[] {
  const random = seeded(seed + 3)
  let right = 0
  let all = 0
  for (const id of TONGUED)
    for (let k = 0; k < 12; k++) {
      const inst = instrument(id)
      const perMinute = 66 + 6 * (k % 4)
      const notes = inst.teaching.firstNotes.slice(0, 3)
      const asked = onNotes(nextPattern(1 + (k % 5), 4, {}, [], random).rhythm, notes, random)
      const sounding = asked.flatMap((n, i) => (n.written === null ? [] : [i]))
      const wrongAt = random() < 0.35 ? sounding[1 + Math.floor(random() * (sounding.length - 1))] : undefined
      const kind = random() < 0.5 ? 'note' : 'missing'
      const really = asked.map((n, i): LineNote => {
        if (i !== wrongAt || n.written === null) return n
        if (kind === 'missing') return { ...n, written: null }
        const other = notes.find((w) => parseNote(w).midi !== parseNote(n.written!).midi)!
        return { ...n, written: other }
      })
      const played = playedLine(really, perMinute * random.between(0.92, 1.08), random, 0.01)
      const { samples } = playPhrase({ instrument: id, notes: played, seed: seed + k, manner: CLEAN }, RATE)
      const { heard } = heardOf(samples, upOf(id))
      const told = judgeLine(asked, heard, perMinute)
      sounding.forEach((i, n) => {
        all++
        const expected = i !== wrongAt ? 'right' : kind === 'missing' ? 'missing' : 'wrong note'
        if (told.notes[n]!.verdict === expected) right++
      })
    }
  return [
    {
      what: `echo answers: notes, lengths and strokes judged right, of ${all}`,
      target: '97 %',
      found: percent(right, all),
      met: right / all >= 0.97,
    },
  ]
}

/** Every movement of the chanter, at lengths of 20 to 80 ms. */
export function graces(seed: number): Row[] {
  const random = seeded(seed + 4)
  const errors: number[] = []
  let found = 0
  let asked = 0
  for (const id of ['chanter', 'pipe-chanter'])
    for (const move of instrument(id).graces!.moves)
      for (const form of move.forms)
        for (const ms of [20, 30, 45, 80]) {
          const inst = instrument(id)
          const all = inst.graces!
          const from = form.on === all.notes[2]!.written ? all.notes[1]!.written : all.notes[2]!.written
          const notes = playedOut(form, from, ms, 0.35, 3).map((n, k): PhraseNote => ({
            ...n,
            begins: k ? 'slur' : 'tongue',
          }))
          const detuneCents = random.between(-30, 30)
          const { samples } = playPhrase(
            { instrument: id, notes, seed: seed + ms, manner: { ...CLEAN, detuneCents } },
            RATE,
          )
          const pitches = pitchesOf(all, inst.transposition)
          const { track } = analyse(samples, RATE)
          const off = 2 ** (tuningOf(track.hz, pitches) / 1200)
          const told = movesIn(
            runsOf(
              notesAlong(
                samples,
                RATE,
                pitches.map((hz) => hz * off),
              ),
            ),
            all,
            form,
          )
          const each = form.notes.length - 1 - (form.notes[0] === form.on ? 1 : 0)
          asked += 3 * each
          for (const m of told) {
            if (!m.noises.length) found += m.quick.length
            for (const q of m.quick) errors.push(Math.abs(q.lengthMs - ms))
          }
        }
  return [
    {
      what: `gracenotes of 20 to 80 ms, in their movements: found, of ${asked} / length error, median and nine of ten`,
      target: '90 % / 5 ms',
      found: `${percent(found, asked)} / ${quantile(errors, 0.5).toFixed(1)} and ${quantile(errors, 0.9).toFixed(1)} ms`,
      met: found / asked >= 0.9 && quantile(errors, 0.5) <= 5,
    },
  ]
}

interface Fault {
  cause: string
  rateHz: number
  askedHz: number
  notes(written: string, starts: number[], endS: number, r: Random): PhraseNote[]
  jitter?: number
  manner?: Manner
  slurred?: boolean
}
const spaced = (n: number, rate: number, jitter: number, r: Random) =>
  Array.from({ length: n }, (_, k) => (k ? (k + jitter * r.normal()) / rate : 0))
const each = (
  written: string,
  starts: readonly number[],
  endS: number,
  more: (k: number) => Partial<PhraseNote>,
): PhraseNote[] =>
  starts.map((t, k) => ({
    written,
    lengthS: Math.max(0.05, (starts[k + 1] ?? endS) - t),
    begins: k ? 'stroke' : 'tongue',
    ...more(k),
  }))
const onAir =
  (depthDb: number, lengthMs: number, dipCents = 0) =>
  (k: number) =>
    k ? { stroke: { depthDb, lengthMs, dipCents } } : {}

/** The faults of a simulated player's tongue, with what nobody's tongue does twice alike. */
const FAULTS: readonly Fault[] = [
  {
    cause: 'heavy',
    rateHz: 2.5,
    askedHz: 2.5,
    notes: (w, s, e, r) => each(w, s, e, onAir(r.between(12, 14.5), r.between(75, 100))),
  },
  {
    cause: 'moves',
    rateHz: 2.5,
    askedHz: 2.5,
    notes: (w, s, e, r) =>
      each(w, s, e, (k) => ({
        ...onAir(7, 60, r.between(30, 60))(k),
        attack: k % 2 ? { kind: 'late', lengthMs: 110 } : { kind: 'clean' },
      })),
  },
  {
    cause: 'back',
    rateHz: 2.5,
    askedHz: 2.5,
    notes: (w, s, e, r) =>
      each(w, s, e, (k) => ({
        ...onAir(7, 60, r.between(25, 50))(k),
        ...(k % 2 && { attack: { kind: 'cracked' as const, lengthMs: 70, ratio: 3 } }),
      })),
  },
  {
    cause: 'late-air',
    rateHz: 2,
    askedHz: 2,
    notes: (w, s, e, r) =>
      each(w, s, e, () => ({
        begins: 'tongue',
        gapS: 0.08,
        attack: { kind: 'airy', lengthMs: r.between(80, 130) },
      })),
  },
  {
    cause: 'stops-air',
    rateHz: 1.6,
    askedHz: 1.6,
    notes: (w, s, e) => each(w, s, e, () => ({ begins: 'breath', gapS: 0.14 })),
  },
  {
    cause: 'tongue-sounds',
    rateHz: 2,
    askedHz: 2,
    notes: (w, s, e, r) => each(w, s, e, () => ({ begins: 'tongue', gapS: r.between(0.27, 0.36) })),
  },
  {
    cause: 'uneven',
    rateHz: 2.8,
    askedHz: 2.8,
    jitter: 0.16,
    notes: (w, s, e) => each(w, s, e, onAir(6, 40)),
  },
  {
    cause: 'too-fast',
    rateHz: 6.5,
    askedHz: 6.5,
    jitter: 0.14,
    notes: (w, s, e) => each(w, s, e, onAir(6, 35)),
  },
  {
    cause: 'slow',
    rateHz: 3,
    askedHz: 4,
    notes: (w, s, e, r) => each(w, s, e, onAir(r.between(7, 9), r.between(95, 120))),
  },
  {
    cause: 'afraid',
    rateHz: 2.5,
    askedHz: 2.5,
    manner: { unsteadyCents: 3, breathDb: -22 },
    slurred: true,
    notes: (w, s, e) => each(w, s, e, onAir(6, 40)),
  },
  {
    cause: 'throat',
    rateHz: 2.5,
    askedHz: 2.5,
    manner: { ...CLEAN, detuneCents: 26 },
    slurred: true,
    notes: (w, s, e) =>
      each(w, s, e, (k) => ({
        ...onAir(6, 40)(k),
        ...(k % 3 === 1 && { attack: { kind: 'cracked' as const, lengthMs: 60, ratio: 3 } }),
      })),
  },
]

/** Which fault is named first by numbers alone; before anybody has looked. */
export function diagnosis(seed: number): Row[] {
  const random = seeded(seed + 5)
  let first = 0
  let three = 0
  let all = 0
  const missed = new Map<string, number>()
  for (const id of TONGUED)
    for (const fault of FAULTS)
      for (let k = 0; k < 2; k++) {
        const inst = instrument(id)
        const written = inst.teaching.firstNotes[k]!
        const starts = spaced(12, fault.rateHz, fault.jitter ?? 0.02, random)
        const played = fault.notes(written, starts, 12 / fault.rateHz, random)
        const { heard } = hear(id, played, seed + k, fault.manner)
        const slurred: Tone | undefined = fault.slurred
          ? toneOf(hear(id, [{ written, lengthS: 2 }], seed + 50 + k).heard.notes.slice(0, 1))
          : undefined
        const facts = factsOfTake(
          meterOf(heard),
          heard.notes,
          heard.notes.length ? toneOf(heard.notes) : undefined,
          {
            askedHz: fault.askedHz,
            slurred,
          },
        )
        const { beliefs } = tongueVerdict(inst.tongue!, [], facts)
        all++
        if (beliefs[0]!.cause === fault.cause) first++
        else
          missed.set(
            `${fault.cause} as ${beliefs[0]!.cause}`,
            (missed.get(`${fault.cause} as ${beliefs[0]!.cause}`) ?? 0) + 1,
          )
        if (beliefs.slice(0, 3).some((b) => b.cause === fault.cause)) three++
      }
  const confused = [...missed].sort((a, b) => b[1] - a[1]).slice(0, 3)
  return [
    {
      what: `the simulated player’s tongue faults named first, of ${all}, by numbers alone (among the first three: ${percent(three, all)})`,
      target: '85 %',
      found: `${percent(first, all)}${confused.length ? `; taken for another: ${confused.map(([w, n]) => `${w} ${n}`).join(', ')}` : ''}`,
      met: first / all >= 0.85,
    },
  ]
}

/** The staircase's interval, and the pulse's clicks against exact arithmetic. */
export function tempo(seed: number): Row[] {
  const random = seeded(seed + 6)
  let inside = 0
  let takes = 0
  const learners = 400
  for (let k = 0; k < learners; k++) {
    const limit = Math.max(45, Math.min(190, 80 * Math.exp(0.35 * random.normal())))
    const steps: Step[] = []
    let now = staircase(80, steps)
    while (now.next !== null) {
      const p = 0.02 + 0.96 / (1 + Math.exp((Math.log(now.next) - Math.log(limit)) / 0.05))
      steps.push({ perMinute: now.next, held: random.chance(p) })
      now = staircase(80, steps)
    }
    takes += steps.length
    if (Math.round(limit) >= now.low && Math.round(limit) <= now.high) inside++
  }
  let worst = 0
  for (const perMinute of [37, 60, 73, 97, 144, 208]) {
    let k = 0
    for (let s = 0; s < 600; s += 0.05)
      for (const c of clicksBetween(
        { perMinute, beats: 4, parts: 1, countIn: 0 },
        s,
        Math.min(600, s + 0.05),
      ))
        worst = Math.max(worst, Math.abs(c.timeS - (60 * k++) / perMinute))
  }
  return [
    {
      what: `fastest even tempo: the 80 % interval holds the limit of ${learners} simulated learners; takes it needs`,
      target: '75 to 85 %',
      found: `${percent(inside, learners)}; ${(takes / learners).toFixed(1)} takes`,
      met: inside / learners >= 0.75 && inside / learners <= 0.85,
    },
    {
      what: 'metronome: clicks handed out piece by piece for ten minutes, against exact times (the audio clock plays them at those)',
      target: '1 ms, no drift',
      found: `${(1000 * worst).toFixed(6)} ms`,
      met: worst < 0.001,
    },
  ]
}
