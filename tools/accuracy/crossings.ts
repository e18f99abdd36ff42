import { judgeCrossings, type Crossing } from '@halitus/core/crossings'
import { likelihoods, moveFinder, type Between } from '@halitus/core/fingering'
import {
  allInstruments,
  fingerSystem,
  instrument,
  standardFingering,
  type Fingering,
} from '@halitus/core/instruments'
import { noteName, parseNote } from '@halitus/core/pitch'
import { playPhrase, seeded, type PhraseNote, type Random } from '@halitus/core/player'
import { analyse } from '@halitus/core/sound'
import type { Row } from './lines.ts'
import { RATE } from './material.ts'
import { heldTones, isSampled } from './sampled.ts'
import { quantile } from './score.ts'

/** A move with one moment between that has a pitch of its own, drawn by how likely it is. */
interface Case {
  id: string
  from: Fingering
  to: Fingering
  between: Between | undefined
}

/** Notes of a beginner's range that lie up to this far apart are moved between. */
const REACH = 5

function draw(id: string, random: Random, apart: boolean): Case {
  const inst = instrument(id)
  const system = fingerSystem(inst)
  const [low, high] = inst.range.beginner.map((n) => parseNote(n).midi) as [number, number]
  const notes = inst.graces
    ? inst.graces.notes.map((n) => n.written)
    : Array.from({ length: high - low + 1 }, (_, i) => noteName(low + i))
  for (;;) {
    const a = Math.floor(random() * notes.length)
    const b = a + Math.floor(random.between(-REACH, REACH + 1))
    if (a === b || b < 0 || b >= notes.length) continue
    const [from, to] = [standardFingering(inst, notes[a]!), standardFingering(inst, notes[b]!)]
    if (!apart) return { id, from, to, between: undefined }
    const move = moveFinder(system).move(from, to)
    // A single finger late or early, whose note a chart tells and is neither end nor another register of one.
    const midis = [from, to].map((f) => parseNote(f.written).midi)
    const states = move.between.filter(
      (s) =>
        s.source === 'chart' &&
        (s.late.length === 1 || s.early.length === 1) &&
        midis.every(
          (m) => (parseNote(s.sounds).midi - m) % 12 !== 0 && (parseNote(s.sounds).midi - m) % 19 !== 0,
        ),
    )
    if (!states.length) continue
    const shares = likelihoods(system, move, states)
    let pick = random() * shares.reduce((x, y) => x + y, 0)
    const between = states.find((_, i) => (pick -= shares[i]!) <= 0) ?? states[0]!
    return { id, from, to, between }
  }
}

interface Score {
  all: number
  verdict: number
  finger: number
  /** The right finger is the one named first, or one of those named beside it. */
  named: number
  told: number
  off: number[]
  cleanAll: number
  cleanWrong: number
}

/** Adds one take: crossings there and back, with the note between at every second way there. */
function add(
  score: Score,
  c: Case,
  found: readonly Crossing[],
  atS: readonly number[],
  marked: readonly boolean[],
  lengthMs: number,
) {
  atS.forEach((t, k) => {
    const hit = found.find((f) => Math.abs(f.timeS - t) < 0.2)
    if (!marked[k]) {
      score.cleanAll++
      if (hit?.verdict !== 'clean') score.cleanWrong++
      return
    }
    score.all++
    const b = hit?.between
    if (hit?.verdict !== 'between' || !b || parseNote(b.written).midi !== parseNote(c.between!.sounds).midi)
      return
    score.verdict++
    score.told++
    score.off.push(Math.abs(b.lengthMs - lengthMs))
    if (b.late.join() === c.between!.late.join()) score.finger++
    if ([b, ...b.or].some((x) => x.late.join() === c.between!.late.join())) score.named++
  })
}
const empty = (): Score => ({
  all: 0,
  verdict: 0,
  finger: 0,
  named: 0,
  told: 0,
  off: [],
  cleanAll: 0,
  cleanWrong: 0,
})
const percent = (part: number, whole: number) => `${((100 * part) / Math.max(1, whole)).toFixed(1)} %`

function rowsOf(what: string, s: Score, short: boolean): Row[] {
  const [verdict, finger, wrong] = [
    s.verdict / s.all,
    s.finger / Math.max(1, s.told),
    s.cleanWrong / Math.max(1, s.cleanAll),
  ]
  const [half, most] = [quantile(s.off, 0.5), quantile(s.off, 0.9)]
  return [
    {
      what: `${what}: note between right / finger right / clean ones called unclean, of ${s.all} and ${s.cleanAll}`,
      target: short ? '88 %' : '99 % / 97 % / 1 %',
      found: `${percent(s.verdict, s.all)} / ${percent(s.finger, s.told)} (named at all: ${percent(s.named, s.told)}) / ${percent(s.cleanWrong, s.cleanAll)}`,
      met: short ? verdict >= 0.88 : verdict >= 0.99 && finger >= 0.97 && wrong <= 0.01,
    },
    {
      what: `${what}: length of the note between, half / nine of ten within`,
      target: short ? '' : '5 / 15 ms',
      found: `${half.toFixed(1)} / ${most.toFixed(1)} ms`,
      ...(!short && { met: half <= 5 && most <= 15 }),
    },
  ]
}

const judge = (samples: Float32Array, c: Case) => {
  const inst = instrument(c.id)
  const heard = analyse(samples, RATE, { transposition: inst.transposition })
  return judgeCrossings(samples, RATE, heard, fingerSystem(inst), c.from, c.to, {
    transposition: inst.transposition,
  })
}
const EACH_S = 0.42
const CHANGES = 6

/** The simulated player of all families, there and back, one finger late at every second way there. */
export function simulated(seed: number): Row[] {
  return [
    [40, 130, false],
    [25, 40, true],
  ].flatMap(([low, high, short]) => {
    const random = seeded(seed + Number(low))
    const score = empty()
    for (const { id } of allInstruments())
      for (let k = 0; k < 14; k++) {
        const c = draw(id, random, true)
        const lengthMs = random.between(low as number, high as number)
        const notes = Array.from({ length: CHANGES + 1 }, (_, n): PhraseNote => ({
          written: n % 2 ? c.to.written : c.from.written,
          lengthS: EACH_S,
          begins: n ? 'slur' : 'breath',
          ...(n % 4 === 1 && { between: { written: c.between!.sounds, lengthMs } }),
        }))
        const { samples, truth } = playPhrase(
          {
            instrument: id,
            notes,
            seed: seed + k,
            manner: { unsteadyCents: 4, breathDb: -40, detuneCents: random.between(-25, 25) },
          },
          RATE,
        )
        const at = truth.notes.slice(1).map((n) => n.startS)
        add(
          score,
          c,
          judge(samples, c),
          at,
          at.map((_, n) => n % 4 === 0),
          lengthMs,
        )
      }
    return rowsOf(
      `crossings, simulated player, ${low as number} to ${high as number} ms late`,
      score,
      short as boolean,
    )
  })
}

/** Real tones of both sound banks, joined by crossfades of 8 ms. */
export function joined(seed: number): Row[] {
  return [
    [40, 130, false],
    [25, 40, true],
  ].flatMap(([low, high, short]) => {
    const random = seeded(seed + 50 + Number(low))
    const score = empty()
    for (const { id } of allInstruments().filter((i) => isSampled(i.id)))
      for (let k = 0; k < 8; k++) {
        const c = draw(id, random, true)
        const up = instrument(id).transposition
        const lengthMs = random.between(low as number, high as number)
        const of = (written: string) => heldTones(id, parseNote(written).midi + up)
        const [froms, tos, mids] = [of(c.from.written), of(c.to.written), of(c.between!.sounds)]
        for (let bank = 0; bank < froms.length; bank++) {
          const [from, to, mid] = [froms[bank], tos[bank], mids[bank]]
          if (!from || !to || !mid) continue
          const parts: { samples: Float32Array; s: number; marked?: boolean }[] = []
          for (let n = 0; n <= CHANGES; n++) {
            const tone = (n % 2 ? to : from).samples
            if (n % 4 === 1)
              parts.push(
                { samples: mid.samples, s: lengthMs / 1000 },
                { samples: tone, s: EACH_S, marked: true },
              )
            else parts.push({ samples: tone, s: EACH_S })
          }
          const { samples, startsS } = splice(parts)
          const main = parts
            .map((p, i) => ({ p, t: startsS[i]! }))
            .filter(({ p }) => p.s === EACH_S)
            .slice(1)
          add(
            score,
            c,
            judge(samples, c),
            main.map((m) => m.t),
            main.map((m) => !!m.p.marked),
            lengthMs,
          )
        }
      }
    return rowsOf(
      `crossings, sampled tones joined, ${low as number} to ${high as number} ms late`,
      score,
      short as boolean,
    )
  })
}

const FADE_S = 0.008
/** Middles of tones one after another, each fading into the next round its boundary; silence before and after. */
function splice(parts: readonly { samples: Float32Array; s: number }[]) {
  const lead = 0.3
  const total = parts.reduce((s, p) => s + p.s, 2 * lead)
  const samples = new Float32Array(Math.round(total * RATE))
  const startsS: number[] = []
  const half = Math.round((FADE_S / 2) * RATE)
  let at = lead
  parts.forEach((p) => {
    startsS.push(at)
    const [from, to] = [Math.round(at * RATE), Math.round((at + p.s) * RATE)]
    // From a third of a second into the tone: past its attack.
    const source = Math.round(0.35 * RATE) - from
    for (let i = from - half; i < to + half; i++) {
      const rise = Math.min(1, (i - from + half) / (2 * half))
      const fall = Math.min(1, (to + half - i) / (2 * half))
      samples[i]! +=
        (p.samples[i + source] ?? 0) * Math.sin((Math.PI / 2) * Math.max(0, Math.min(rise, fall))) ** 2
    }
    at += p.s
  })
  return { samples, startsS }
}
