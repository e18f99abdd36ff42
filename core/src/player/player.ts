import { OutOfRange } from '../errors/index.ts'
import { hzOfMidi } from '../pitch/index.ts'
import { instrument, writtenNote } from '../instruments/index.ts'
import { seeded } from './random.ts'

/** What a simulated player does. Cents: sharp is positive. Everything but note and length may be left out. */
export interface Performance {
  instrument: string
  written: string
  /** Length of the tone (of all strokes together), s. */
  lengthS: number
  seed?: number
  a4Hz?: number
  /** Silence before and after, s. */
  leadS?: number
  tailS?: number
  detuneCents?: number
  /** Rise of the pitch from beginning to end. */
  driftCents?: number
  /** Bent on purpose after half a second: down to `low`, then up to `high`, then back, in cosines. */
  bendCents?: { low: number; high: number }
  /** Loudness over time: level, or soft–loud–soft, loud–soft–loud, fading. */
  dynamics?: 'level' | 'swell' | 'dip' | 'fade'
  /** Between loudest and quietest, dB. */
  rangeDb?: number
  /** Pitch at the loudest minus pitch at the quietest. */
  sagCents?: number
  wobble?: { depthCents: number; rateHz: number }
  /** Slow random wander of the pitch, root mean square. */
  unsteadyCents?: number
  /** Level of breath noise against the tone, dB; −60 is a clean tone. */
  breathDb?: number
  start?: 'tongue' | 'air'
  /** Repeated strokes instead of one long tone. */
  strokes?: { rateHz: number; jitterMs: number }
  /** A squeak to the given partial at a time after the start, s. */
  squeak?: { atS: number; lengthS: number; partial: number }
  peak?: number
}

/**
 * The sound of a simulated player: the stand-in for a learner with an instrument, repeatable by its seed.
 * @param sampleRate Hz
 * @throws NoteError when the instrument doesn't have the note; OutOfRange for a length outside 0 to 120 s
 */
export function perform(p: Performance, sampleRate: number): Float32Array {
  const inst = instrument(p.instrument)
  const midi = writtenNote(inst, p.written).midi + inst.transposition
  if (!(p.lengthS > 0 && p.lengthS <= 120))
    throw new OutOfRange('A simulated tone lasts more than 0 and at most 120 s.')
  const random = seeded(p.seed ?? 1)
  const lead = Math.round((p.leadS ?? 0.3) * sampleRate)
  const length = Math.round(p.lengthS * sampleRate)
  const out = new Float32Array(lead + length + Math.round((p.tailS ?? 0.5) * sampleRate))
  const baseHz = hzOfMidi(midi, p.a4Hz) * 2 ** ((p.detuneCents ?? 0) / 1200)
  const partials = inst.partials.filter((_, i) => baseHz * (i + 1) < sampleRate * 0.45)
  const sum = partials.reduce((a, b) => a + b, 0)
  const peak = p.peak ?? 0.5
  const envelope = envelopeOf(p, length, sampleRate, random)
  const wander = wanderOf(p.unsteadyCents ?? 0, length, sampleRate, random)
  const breath = peak * 10 ** ((p.breathDb ?? -50) / 20)
  const rangeDb = p.rangeDb ?? (p.dynamics && p.dynamics !== 'level' ? 18 : 0)

  let phase = 0
  let squeakPhase = 0
  let squeakLevel = 0
  const fade = 1 / (0.008 * sampleRate)
  for (let i = 0; i < length; i++) {
    const share = i / length
    const loudness = loudnessAt(p.dynamics ?? 'level', share)
    const amplitude = peak * envelope[i]! * 10 ** ((rangeDb * (loudness - 1)) / 20)
    let cents = (p.driftCents ?? 0) * (share - 0.5) + (p.sagCents ?? 0) * (loudness - 0.5) + wander[i]!
    if (p.bendCents) cents += bentAt(p.bendCents, i / sampleRate, p.lengthS)
    if (p.wobble) cents += p.wobble.depthCents * Math.sin((2 * Math.PI * p.wobble.rateHz * i) / sampleRate)
    const step = (2 * Math.PI * baseHz * 2 ** (cents / 1200)) / sampleRate
    phase = (phase + step) % (2 * Math.PI)
    let tone = 0
    for (let h = 0; h < partials.length; h++) tone += partials[h]! * Math.sin(phase * (h + 1))
    tone /= sum

    if (p.squeak) {
      const at = i / sampleRate
      const inside = at >= p.squeak.atS && at < p.squeak.atS + p.squeak.lengthS
      squeakLevel = Math.min(1, Math.max(0, squeakLevel + (inside ? fade : -fade)))
      squeakPhase = (squeakPhase + step * p.squeak.partial) % (2 * Math.PI)
      tone = tone * (1 - squeakLevel) + Math.sin(squeakPhase) * squeakLevel
    }
    out[lead + i] = amplitude * tone + breath * envelope[i]! * random.normal()
  }
  return out
}

/** Cents of a bend at a time: half a second settled, then home–low–high–home in thirds of what is left. */
function bentAt({ low, high }: { low: number; high: number }, atS: number, lengthS: number): number {
  const settledS = Math.min(0.5, lengthS / 4)
  const third = (lengthS - settledS) / 3
  const part = Math.floor((atS - settledS) / third)
  if (atS < settledS || part > 2) return 0
  const [from, to] = [
    [0, low],
    [low, high],
    [high, 0],
  ][part] as [number, number]
  const share = (atS - settledS) / third - part
  return from + ((to - from) * (1 - Math.cos(Math.PI * share))) / 2
}

/** How loud, 0 to 1, at a share of the length. */
function loudnessAt(dynamics: NonNullable<Performance['dynamics']>, share: number): number {
  switch (dynamics) {
    case 'level':
      return 1
    case 'swell':
      return 1 - Math.abs(2 * share - 1)
    case 'dip':
      return Math.abs(2 * share - 1)
    case 'fade':
      return 1 - share
  }
}

/** Attack, release and strokes as a factor from 0 to 1 for every sample. */
function envelopeOf(p: Performance, length: number, sampleRate: number, random: () => number): Float32Array {
  const envelope = new Float32Array(length)
  const attackS = p.start === 'air' ? 0.18 : 0.015
  const ramp = (from: number, to: number) => {
    for (let i = from; i < to; i++) {
      const up = (i - from) / (attackS * sampleRate)
      const down = (to - i) / (0.03 * sampleRate)
      envelope[i] = Math.min(1, up, down)
    }
  }
  if (!p.strokes) ramp(0, length)
  else {
    const period = sampleRate / p.strokes.rateHz
    for (let k = 0; k * period < length; k++) {
      const shift =
        k === 0 ? 0 : ((random() + random() + random()) * 2 - 3) * (p.strokes.jitterMs / 1000) * sampleRate
      const from = Math.max(0, Math.round(k * period + shift))
      ramp(from, Math.min(length, Math.round(from + period * 0.8)))
    }
  }
  return envelope
}

/** A slow wander with the given root mean square: points every 0.4 s joined by cosines. */
function wanderOf(
  rmsCents: number,
  length: number,
  sampleRate: number,
  random: { normal(): number },
): Float32Array {
  const out = new Float32Array(length)
  if (rmsCents <= 0) return out
  const every = 0.4 * sampleRate
  const points = Array.from({ length: Math.ceil(length / every) + 2 }, () => random.normal())
  let square = 0
  for (let i = 0; i < length; i++) {
    const at = i / every
    const k = Math.floor(at)
    const mix = (1 - Math.cos(Math.PI * (at - k))) / 2
    out[i] = points[k]! * (1 - mix) + points[k + 1]! * mix
    square += out[i]! ** 2
  }
  const scale = rmsCents / Math.sqrt(square / length || 1)
  for (let i = 0; i < length; i++) out[i]! *= scale
  return out
}
