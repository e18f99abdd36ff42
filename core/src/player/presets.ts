import type { Instrument } from '../instruments/index.ts'
import type { Performance } from './player.ts'

export interface Preset {
  id: string
  name: string
  performance: Omit<Performance, 'instrument' | 'written' | 'lengthS' | 'seed'>
}

/** Players one meets in a first year, to choose from like a microphone. */
export const PRESETS: readonly [Preset, ...Preset[]] = [
  {
    id: 'steady',
    name: 'Steady',
    performance: { unsteadyCents: 3, breathDb: -42, start: 'tongue' },
  },
  {
    // Told for reeds, which go flat when loud; on flute and recorder it is the other way about: see `presetOn`.
    id: 'sags',
    name: 'Pitch moves with loudness',
    performance: { dynamics: 'swell', rangeDb: 16, sagCents: -18, unsteadyCents: 3, breathDb: -40 },
  },
  {
    id: 'shaky',
    name: 'Shaky',
    performance: { wobble: { depthCents: 16, rateHz: 5.5 }, unsteadyCents: 5, breathDb: -36 },
  },
  {
    id: 'sinks',
    name: 'Sinks towards the end',
    performance: { driftCents: -28, dynamics: 'fade', rangeDb: 8, unsteadyCents: 5, start: 'air' },
  },
  { id: 'airy', name: 'Airy', performance: { breathDb: -16, unsteadyCents: 8, start: 'air' } },
  {
    id: 'squeaks',
    name: 'Squeaks once',
    performance: { unsteadyCents: 6, squeak: { atS: 1.6, lengthS: 0.18, partial: 5 } },
  },
  { id: 'no-note', name: 'Only air, no note', performance: { peak: 0.0001, breathDb: 50 } },
]

/**
 * A preset as it sounds on an instrument: pitch follows loudness the instrument's own way.
 * @example presetOn(PRESETS[1], flute).sagCents // 18: sharp when loud
 */
export function presetOn(preset: Preset, inst: Instrument): Preset['performance'] {
  const { sagCents } = preset.performance
  if (sagCents === undefined || inst.teaching.loudTendency === 'flat') return preset.performance
  return { ...preset.performance, sagCents: -sagCents }
}
