import { writtenNote, type Instrument } from '../instruments/index.ts'
import { noteName, parseNote } from '../pitch/index.ts'
import type { Attack, Happening, PhraseNote, Stroke } from './asked.ts'
import type { Performance } from './player.ts'

/** What an ear should find of a preset's longest note, or of the whole take; bounds are inclusive. */
export type Expectation =
  | {
      number:
        | 'cents'
        | 'drift'
        | 'steadiness'
        | 'noise'
        | 'wobble'
        | 'wobbleRate'
        | 'waver'
        | 'tremor'
        | 'centsPerDb'
        | 'strokesPerSecond'
        | 'unevenness'
      from: number
      to: number
    }
  | {
      count:
        | 'notes'
        | 'squeaks'
        | 'cracks'
        | 'gurgles'
        | 'dropouts'
        | 'slips'
        | 'between'
        | 'dents'
        | 'deepDents'
        | 'dips'
        | 'doubts'
      from: number
      to: number
    }
  | { start: Attack['kind'] }
  | { end: 'stopped' | 'tapered' | 'cut' | 'sagging' }

export interface Preset {
  id: string
  name: string
  /** Where it happens; everywhere when left out. */
  families?: readonly string[]
  performance: Omit<Performance, 'instrument' | 'written' | 'lengthS' | 'seed'>
  /** Numbers that an ear should find in four seconds of it. */
  expects: readonly Expectation[]
}

const REEDS = ['clarinet', 'saxophone', 'oboe', 'bassoon', 'chanter'] as const
const LIP_REEDS = ['clarinet', 'saxophone', 'oboe', 'bassoon'] as const
const clean = { unsteadyCents: 3, breathDb: -42 } as const
const few = (number: Extract<Expectation, { number: string }>['number'], from: number, to: number) => ({
  number,
  from,
  to,
})
const many = (count: Extract<Expectation, { count: string }>['count'], from: number, to = from) => ({
  count,
  from,
  to,
})

/** One note, with something about how it speaks, goes on or ends. */
const one =
  (more: Omit<PhraseNote, 'written' | 'lengthS'>) =>
  (written: string, lengthS: number): PhraseNote[] => [{ written, lengthS, begins: 'tongue', ...more }]
/** Something in the middle of one note. */
const amid = (happening: Omit<Happening, 'atS'>) => (written: string, lengthS: number) =>
  one({ happens: [{ atS: lengthS * 0.45, ...happening }] })(written, lengthS)
/** Strokes on running air. */
const strokes =
  (rateHz: number, stroke: (k: number) => Stroke) =>
  (written: string, lengthS: number): PhraseNote[] =>
    Array.from({ length: Math.max(1, Math.floor(lengthS * rateHz)) }, (_, k) => ({
      written,
      lengthS: 1 / rateHz,
      begins: k ? 'stroke' : 'tongue',
      ...(k && { stroke: stroke(k) }),
    }))
/** Two notes back and forth in slurs, with another between them each time. */
const crossing =
  (step: number, between: number, lengthMs: number) =>
  (written: string, lengthS: number): PhraseNote[] => {
    const { midi } = parseNote(written)
    const each = Math.max(0.3, lengthS / 8)
    return Array.from({ length: Math.max(2, Math.floor(lengthS / each)) }, (_, k) => ({
      written: noteName(k % 2 ? midi + step : midi),
      lengthS: each,
      begins: k ? 'slur' : 'tongue',
      ...(k && { between: { written: noteName(midi + between), lengthMs } }),
    }))
  }

/** Players one meets in the first years, to choose from like a microphone. Invented; the numbers are common practice, no source. */
export const PRESETS: readonly [Preset, ...Preset[]] = [
  {
    id: 'steady',
    name: 'Steady',
    performance: { ...clean, start: 'tongue' },
    expects: [few('steadiness', 0.5, 6), few('noise', 22, 60), many('squeaks', 0), { start: 'clean' }],
  },
  {
    // Told for reeds, which go flat when loud; on flute and recorder it is the other way about: see `presetOn`.
    id: 'sags',
    name: 'Pitch moves with loudness',
    performance: { ...clean, dynamics: 'swell', rangeDb: 16, sagCents: -18 },
    expects: [few('centsPerDb', 0.6, 1.7)],
  },
  {
    id: 'shaky',
    name: 'Shaky',
    performance: { wobble: { depthCents: 16, rateHz: 5.5 }, unsteadyCents: 5, breathDb: -36 },
    expects: [few('wobble', 14, 19), few('wobbleRate', 5.2, 5.8)],
  },
  {
    id: 'sinks',
    name: 'Sinks towards the end',
    performance: { driftCents: -28, dynamics: 'fade', rangeDb: 8, unsteadyCents: 5, start: 'air' },
    expects: [few('drift', -40, -16)],
  },
  {
    id: 'airy',
    name: 'Airy',
    performance: { breathDb: -16, unsteadyCents: 8, start: 'air' },
    expects: [few('noise', -3, 13)],
  },
  {
    id: 'squeaks',
    name: 'Squeaks once',
    performance: { unsteadyCents: 6, squeak: { atS: 1.6, lengthS: 0.18, partial: 5 } },
    expects: [many('squeaks', 1), many('notes', 1)],
  },
  {
    id: 'no-note',
    name: 'Only air, no note',
    performance: { peak: 0.0001, breathDb: 50 },
    expects: [many('notes', 0)],
  },
  {
    id: 'bites',
    name: 'Bites: sharp and thin',
    families: LIP_REEDS,
    performance: { ...clean, detuneCents: 28, rangeDb: 0 },
    expects: [few('cents', 20, 36)],
  },
  {
    id: 'cheeks-puffed',
    name: 'Cheeks puffed: it wavers slowly',
    performance: {
      detuneCents: -14,
      wobble: { depthCents: 14, rateHz: 1.1 },
      unsteadyCents: 3,
      breathDb: -30,
    },
    expects: [few('waver', 11, 18), few('cents', -22, -6)],
  },
  {
    id: 'reed-too-soft',
    name: 'Reed too soft: flat, and flatter when loud',
    families: REEDS,
    performance: {
      detuneCents: -16,
      dynamics: 'swell',
      rangeDb: 14,
      sagCents: -26,
      unsteadyCents: 4,
      breathDb: -40,
    },
    expects: [few('centsPerDb', 1.2, 2.6), few('cents', -36, -8)],
  },
  {
    id: 'reed-too-hard',
    name: 'Reed too hard: air before the tone, and in it',
    families: REEDS,
    performance: { breathDb: -22, unsteadyCents: 6, notes: one({ attack: { kind: 'airy', lengthMs: 130 } }) },
    expects: [{ start: 'airy' }, few('noise', 1, 19)],
  },
  {
    id: 'tongue-thumps',
    name: 'Tongue thumps: strokes too deep and long',
    performance: { ...clean, notes: strokes(3, () => ({ depthDb: 13, lengthMs: 80 })) },
    expects: [many('deepDents', 9, 12), few('strokesPerSecond', 2.95, 3.05)],
  },
  {
    id: 'tongue-light',
    name: 'Tongue light: legato strokes',
    performance: { ...clean, notes: strokes(4, (k) => ({ depthDb: 4 + (k % 3), lengthMs: 40 })) },
    expects: [many('dents', 14, 16), many('deepDents', 0), few('strokesPerSecond', 3.95, 4.05)],
  },
  {
    id: 'tongue-far-back',
    name: 'Tongue too far back: the pitch dips at each stroke',
    performance: { ...clean, notes: strokes(3, () => ({ depthDb: 7, lengthMs: 70, dipCents: 45 })) },
    expects: [many('dips', 7, 12)],
  },
  {
    id: 'strokes-uneven',
    name: 'Strokes uneven',
    performance: { ...clean, strokes: { rateHz: 3.5, jitterMs: 30 } },
    expects: [few('unevenness', 15, 80), few('strokesPerSecond', 3, 4.1)],
  },
  {
    id: 'double-tongue',
    name: 'Double tonguing, the second stroke weaker',
    performance: { ...clean, notes: strokes(8, (k) => ({ depthDb: k % 2 ? 4 : 7, lengthMs: 40 })) },
    expects: [few('strokesPerSecond', 7.9, 8.1)],
  },
  {
    id: 'third-finger-late',
    name: 'Third finger late',
    performance: { ...clean, notes: crossing(3, 2, 70) },
    expects: [many('between', 6, 8), many('squeaks', 0)],
  },
  {
    id: 'finger-early',
    name: 'A finger too early',
    performance: { ...clean, notes: crossing(2, -1, 50) },
    expects: [many('between', 6, 8)],
  },
  {
    id: 'slurs-clean',
    name: 'Clean slurs',
    performance: {
      ...clean,
      notes: (written, lengthS) => crossing(2, 1, 1)(written, lengthS).map(({ between: _, ...n }) => n),
    },
    expects: [many('between', 0), many('dents', 0), many('notes', 7, 9)],
  },
  {
    id: 'thumb-too-far',
    name: 'Thumb opens too far: cracks upwards',
    families: ['recorder', 'oboe'],
    performance: { ...clean, notes: one({ attack: { kind: 'cracked', lengthMs: 80, ratio: 2 } }) },
    expects: [{ start: 'cracked' }, many('cracks', 1)],
  },
  {
    id: 'cracks',
    name: 'Cracks at the start',
    performance: { ...clean, notes: one({ attack: { kind: 'cracked', lengthMs: 90, ratio: 3 } }) },
    expects: [{ start: 'cracked' }, many('cracks', 1)],
  },
  {
    id: 'squeak-first',
    name: 'A squeak first',
    performance: { ...clean, notes: one({ attack: { kind: 'squeak', lengthMs: 90, ratio: 4 } }) },
    expects: [{ start: 'squeak' }],
  },
  {
    id: 'late',
    name: 'Speaks late, from below',
    performance: { ...clean, notes: one({ attack: { kind: 'late', lengthMs: 120 } }) },
    expects: [{ start: 'late' }],
  },
  {
    id: 'air-first',
    name: 'Air before the tone',
    performance: { ...clean, breathDb: -38, notes: one({ attack: { kind: 'airy', lengthMs: 140 } }) },
    expects: [{ start: 'airy' }],
  },
  {
    id: 'overblows',
    name: 'Overblows and stays up',
    families: ['flute', 'recorder', 'saxophone'],
    performance: { ...clean, notes: amid({ kind: 'slip', lengthS: 0, ratio: 2 }) },
    expects: [many('slips', 1)],
  },
  {
    id: 'gurgles',
    name: 'Gurgles: two registers at once',
    performance: { ...clean, notes: amid({ kind: 'gurgle', lengthS: 0.4, ratio: 2 }) },
    expects: [many('gurgles', 1), many('squeaks', 0)],
  },
  {
    id: 'breaks-off',
    name: 'Tone breaks off, the air goes on',
    performance: { unsteadyCents: 3, breathDb: -32, notes: amid({ kind: 'dropout', lengthS: 0.12 }) },
    expects: [many('dropouts', 1)],
  },
  {
    id: 'runs-out',
    name: 'Runs out of air',
    performance: { unsteadyCents: 4, breathDb: -38, notes: one({ end: 'sagging' }) },
    expects: [{ end: 'sagging' }],
  },
  {
    id: 'lets-fade',
    name: 'Lets the end fade',
    performance: { ...clean, notes: one({ end: 'tapered' }) },
    expects: [{ end: 'tapered' }],
  },
  {
    id: 'vibrato',
    name: 'Vibrato',
    performance: { ...clean, wobble: { depthCents: 24, rateHz: 5, depthDb: 1 } },
    expects: [few('wobble', 21, 27), few('wobbleRate', 4.8, 5.2), many('dents', 0)],
  },
  {
    id: 'jaw-shakes',
    name: 'Jaw shakes: fast and nervous',
    families: LIP_REEDS,
    performance: { ...clean, wobble: { depthCents: 13, rateHz: 8.5 } },
    expects: [few('wobble', 11, 16), few('wobbleRate', 8.2, 8.8)],
  },
  {
    id: 'loudness-trembles',
    name: 'Loudness trembles',
    performance: { ...clean, tremor: { depthDb: 2, rateHz: 4.5 } },
    expects: [few('tremor', 1.4, 2.6), few('wobble', 0, 5), many('dents', 0)],
  },
  {
    id: 'drones',
    name: 'With drones, a little below it',
    families: ['chanter'],
    performance: { ...clean, dronesDb: -24 },
    expects: [few('cents', -12, 12)],
  },
  {
    id: 'church',
    name: 'In a church',
    performance: { ...clean, around: { room: { decayS: 2, wetDb: -8 } } },
    expects: [many('notes', 1), few('cents', -6, 6)],
  },
  {
    id: 'hum',
    name: 'Mains hum in the room',
    performance: { ...clean, around: { hum: { hz: 50, db: -26 } } },
    expects: [many('notes', 1)],
  },
  {
    id: 'too-close',
    name: 'Too close to the microphone',
    performance: { ...clean, peak: 0.9, around: { microphone: { clipAt: 0.35 } } },
    expects: [many('doubts', 1)],
  },
]

/** The players that an instrument's learners may turn out to be. @example presetsFor(flute).some((p) => p.id === 'bites') // false */
export function presetsFor(inst: Instrument): Preset[] {
  return PRESETS.filter((p) => !p.families || p.families.includes(inst.family))
}

/**
 * A preset as it sounds on an instrument: pitch follows loudness the instrument's own way, and what would lead beyond its
 * range is played from below.
 * @example presetOn(PRESETS[1], flute).sagCents // 18: sharp when loud
 */
export function presetOn(preset: Preset, inst: Instrument): Preset['performance'] {
  const { sagCents, notes } = preset.performance
  const fits = (midi: number) => {
    try {
      writtenNote(inst, noteName(midi))
      return true
    } catch {
      return false
    }
  }
  return {
    ...preset.performance,
    ...(sagCents !== undefined && inst.teaching.loudTendency === 'sharp' && { sagCents: -sagCents }),
    ...(notes && {
      notes: (written, lengthS) => {
        // Down by semitones, or up, until everything lies within the instrument.
        for (const shift of [0, -1, -2, -3, 1, 2, 3]) {
          const from = noteName(parseNote(written).midi + shift)
          const all = notes(from, lengthS)
          const names = all.flatMap((n) => [n.written, n.between?.written]).filter((n) => n != null)
          if (names.every((n) => fits(parseNote(n).midi))) return all
        }
        return notes(written, lengthS)
      },
    }),
  }
}
