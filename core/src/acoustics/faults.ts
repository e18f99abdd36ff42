import { OutOfRange } from '../errors/index.ts'
import { FINGERS } from '../fingering/index.ts'
import {
  handConflicts,
  standardFingering,
  writtenNote,
  type Instrument,
  type TouchId,
} from '../instruments/index.ts'
import { hzOfMidi, parseNote } from '../pitch/index.ts'
import { airOf, candidatesOf, openWith } from './predict.ts'

export type FaultKind = 'leaks' | 'missing' | 'extra' | 'register'

/** One thing that could be wrong with the fingers, and what it would sound. */
export interface Fault {
  /** null where the fingers are right and another register sounds. */
  touch: TouchId | null
  fault: FaultKind
  /** How far a leaking hole stands open, 0 to 1. */
  open?: number
  predictedHz: number
  /** Of 1 over all that was thought of; something else keeps its share. */
  likelihood: number
}

/** Leaks that are tried: a crack, a little, a third of the hole (chosen by Halitus). */
const LEAKS = [0.03, 0.1, 0.3]
/** How often each kind happens to a beginner, before anything is heard (chosen by Halitus). */
const PRIOR: Record<FaultKind, number> = { leaks: 0.45, missing: 0.2, extra: 0.15, register: 0.2 }
/** How far a prediction and an ear may differ, cents: the model's own spread and the learner's (chosen by Halitus). */
const SPREAD = 18
/** Share of what nobody thought of: a pitch this far off everything is told as nothing. */
const OTHER = 0.02
/** Candidates less likely than this don't sound. */
const SOUNDS = 0.01

/**
 * What may be wrong when one note was meant and another pitch was heard: each finger leaking or missing, each key too many,
 * another register; the likeliest first. Predictions are taken relative to what the model says of the right fingering.
 * @param heardHz as it sounded
 * @throws NoteError for a note outside the range, OutOfRange for a pitch outside it or no number
 */
export function faultsOf(inst: Instrument, written: string, heardHz: number, a4Hz = 440): Fault[] {
  const air = airOf(inst)
  const { midi } = writtenNote(inst, written)
  const [low, high] = inst.range.full.map((n) => hzOfMidi(parseNote(n).midi + inst.transposition, a4Hz)) as [
    number,
    number,
  ]
  if (!(heardHz >= low / 1.2 && heardHz <= high * 1.2))
    throw new OutOfRange(
      `${Math.round(heardHz)} Hz is outside the ${inst.name}: ${Math.round(low)} to ${Math.round(high)} Hz.`,
    )
  const { touches } = standardFingering(inst, written)
  const meant = hzOfMidi(midi + inst.transposition, a4Hz)
  const offCents = air.errors.get(midi) ?? 0
  const found: Fault[] = []
  const consider = (open: Float64Array, prior: number, fault: Omit<Fault, 'predictedHz' | 'likelihood'>) => {
    let best: { hz: number; weight: number } | undefined
    for (const c of candidatesOf(air, open, a4Hz)) {
      if (c.likelihood < SOUNDS) continue
      // What the model is off by at the right fingering, it is off by nearby as well.
      const hz = c.hz * 2 ** (-offCents / 1200)
      const cents = 1200 * Math.log2(heardHz / hz)
      const weight = c.likelihood * Math.exp(-0.5 * (cents / SPREAD) ** 2)
      if (!best || weight > best.weight) best = { hz, weight }
    }
    if (best) found.push({ ...fault, predictedHz: best.hz, likelihood: prior * best.weight })
  }
  const fingerOf = (id: TouchId) => air.system.touches.find((t) => t.id === id)!
  const late = (id: TouchId) => FINGERS[fingerOf(id).finger].late
  const held = touches.filter((t) => fingerOf(t))
  const sum = held.reduce((s, t) => s + late(t), 0) || 1
  for (const touch of held) {
    const share = late(touch) / sum
    for (const open of LEAKS)
      consider(openWith(air, touches, [{ touch, open }]), (PRIOR.leaks * share) / LEAKS.length, {
        touch,
        fault: 'leaks',
        open,
      })
    consider(
      openWith(
        air,
        touches.filter((t) => t !== touch),
      ),
      PRIOR.missing * share,
      { touch, fault: 'missing' },
    )
  }
  const others = air.system.touches.filter(
    (t) => !touches.includes(t.id) && !t.halfOf && !handConflicts(air.system, [...touches, t.id]).length,
  )
  for (const t of others)
    consider(openWith(air, [...touches, t.id]), PRIOR.extra / Math.max(1, others.length), {
      touch: t.id,
      fault: 'extra',
    })
  const right = openWith(air, touches)
  // The right fingers, another register: only where it isn't the note that was meant.
  if (Math.abs(1200 * Math.log2(heardHz / meant)) > 100)
    consider(right, PRIOR.register, { touch: null, fault: 'register' })
  const all = found.reduce((s, f) => s + f.likelihood, 0) + OTHER * SOUNDS
  // Of several leaks of one finger the likeliest stands for all of them.
  const byTouch = new Map<string, Fault>()
  for (const f of found.map((x) => ({ ...x, likelihood: x.likelihood / all }))) {
    const key = `${f.touch} ${f.fault}`
    const known = byTouch.get(key)
    byTouch.set(
      key,
      known
        ? { ...(known.likelihood >= f.likelihood ? known : f), likelihood: known.likelihood + f.likelihood }
        : f,
    )
  }
  return [...byTouch.values()].filter((f) => f.likelihood > 1e-4).sort((a, b) => b.likelihood - a.likelihood)
}

/** How far open, in words. */
const openWords = (open: number) => (open <= 0.05 ? 'a crack' : open <= 0.15 ? 'a little' : 'by a third')

/** A fault in words. @example faultWords(clarinet, { touch: 'R3', fault: 'missing', … }) // 'right ring is up' */
export function faultWords(
  inst: Instrument,
  { touch, fault, open }: Pick<Fault, 'touch' | 'fault' | 'open'>,
): string {
  const name = airOf(inst).system.touches.find((t) => t.id === touch)?.name ?? ''
  switch (fault) {
    case 'register':
      return 'the fingers are right, another register sounds'
    case 'missing':
      return `${name} is up`
    case 'extra':
      return `${name} is down as well`
    case 'leaks':
      return `${name} leaks ${openWords(open ?? 0.1)}`
  }
}

/**
 * What several notes together say: faults by what each of them makes of it; one that some note speaks against sinks.
 * @param heard at least one note with what sounded instead, Hz
 */
export function faultsOver(
  inst: Instrument,
  heard: readonly { written: string; heardHz: number }[],
  a4Hz = 440,
): Fault[] {
  const key = (f: Fault) => `${f.touch} ${f.fault}`
  const each = heard.map(({ written, heardHz }) => ({
    touches: standardFingering(inst, written).touches,
    faults: new Map(faultsOf(inst, written, heardHz, a4Hz).map((f) => [key(f), f])),
  }))
  const all = new Map(each.flatMap(({ faults }) => [...faults]))
  const weighed = [...all.values()].map((f) => ({
    ...f,
    // Where a finger isn’t held it can’t be at fault: the note says nothing of it.
    likelihood: each.reduce((product, { touches, faults }) => {
      const concerned = f.fault === 'register' || f.fault === 'extra' || touches.includes(f.touch!)
      return (
        product * (concerned ? (faults.get(key(f))?.likelihood ?? UNHEARD) : 1 / Math.max(1, faults.size))
      )
    }, 1),
  }))
  const sum = weighed.reduce((s, f) => s + f.likelihood, 0) || 1
  return weighed
    .map((f) => ({ ...f, likelihood: f.likelihood / sum }))
    .sort((a, b) => b.likelihood - a.likelihood)
}
/** What a note that speaks against a fault leaves of it. */
const UNHEARD = 1e-3

/**
 * The note that tells two faults apart best: where what they would sound lies furthest apart; null where no note does.
 * @returns the written note and how far apart, cents
 */
export function tellingNote(
  inst: Instrument,
  a: Pick<Fault, 'touch' | 'fault' | 'open'>,
  b: Pick<Fault, 'touch' | 'fault' | 'open'>,
): { written: string; cents: number } | null {
  const air = airOf(inst)
  const sounds = (touches: readonly TouchId[], f: typeof a): number | undefined => {
    const { touch } = f
    if (touch === null) return undefined
    if (f.fault === 'extra' ? touches.includes(touch) : !touches.includes(touch))
      return candidatesOf(air, openWith(air, touches))[0]?.hz
    const open =
      f.fault === 'leaks'
        ? openWith(air, touches, [{ touch, open: f.open ?? LEAKS[1]! }])
        : openWith(air, f.fault === 'extra' ? [...touches, touch] : touches.filter((t) => t !== touch))
    return candidatesOf(air, open)[0]?.hz
  }
  const [low, high] = inst.range.beginner.map((n) => parseNote(n).midi) as [number, number]
  const apart = air.system.chart
    .filter((f) => f.kind === 'standard')
    .filter((f) => parseNote(f.written).midi >= low && parseNote(f.written).midi <= high)
    .flatMap((f) => {
      const [x, y] = [sounds(f.touches, a), sounds(f.touches, b)]
      return x && y ? [{ written: f.written, cents: Math.abs(1200 * Math.log2(x / y)) }] : []
    })
    .sort((p, q) => q.cents - p.cents)[0]
  return apart && apart.cents > SPREAD ? apart : null
}
