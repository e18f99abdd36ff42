import type { Gauge, Measure } from './placement.ts'
import type { Instrument } from './types.ts'

/** One of the three places that a step is answered by, with the fault that it is; the middle one is right. */
export interface PictureSide {
  faultId: string
  /** The measure's value in the picture. */
  value: number
}
/** A step whose answer is a position: the placement that draws it, and what lies on each side of where it is right. */
export interface StepPicture {
  gauge: Gauge
  measure: Measure
  /** Values of all of the gauge's measures where it is right. */
  right: Record<string, number>
  below?: PictureSide
  above?: PictureSide
}

/** By step: gauge, measure, the fault below what is right and the one above it. */
const PICTURES: Readonly<Record<string, readonly [string, string, string | null, string | null]>> = {
  'reed-height': ['reed', 'height', 'low', 'high'],
  'reed-side': ['reed', 'side', 'off-centre', 'off-centre'],
  'look-again': ['reed', 'tilt', 'one-rail', 'one-rail'],
  ligature: ['ligature', 'below', 'too-high', null],
  'neck-depth': ['neck', 'covered', 'too-far-out', 'too-far-in'],
  tip: ['tip', 'opening', 'closed', 'gaping'],
  'reed-in': ['reed-in', 'depth', 'not-home', null],
  'on-crook': ['crook', 'depth', 'flat', 'sharp'],
  'head-line': ['rotation', 'inwards', 'turned-out', 'turned-in'],
  body: ['pull', 'pull', 'pushed-home', null],
  pull: ['pull', 'pull', null, 'far-out'],
  'reed-seat': ['seat', 'depth', 'loose', 'deep'],
  bridge: ['middle', 'gap', null, 'gap'],
}
/** A wrong place is drawn so far from where it is right towards what can be entered at all: seen from two metres. */
const WRONG_SHARE = 0.5

/**
 * What a set-up step looks like right, and wrong to either side; undefined where its answer isn't a position.
 * @example stepPicture(instrument('clarinet'), 'reed-height')?.above?.faultId // 'high'
 */
export function stepPicture(
  inst: Pick<Instrument, 'gauges' | 'setup'>,
  stepId: string,
): StepPicture | undefined {
  const [gaugeId, measureId, low, high] = PICTURES[stepId] ?? []
  const gauge = inst.gauges.find((g) => g.id === gaugeId)
  const measure = gauge?.measures.find((m) => m.id === measureId)
  const step = inst.setup.find((s) => s.id === stepId)
  if (!gauge || !measure || !step) return undefined
  const has = (id: string | null | undefined): id is string => !!id && step.faults.some((f) => f.id === id)
  const [from, to] = measure.ideal
  const below = has(low) && { faultId: low, value: from - WRONG_SHARE * (from - measure.min) }
  const above = has(high) && { faultId: high, value: to + WRONG_SHARE * (measure.max - to) }
  return {
    gauge,
    measure,
    right: Object.fromEntries(gauge.measures.map((m) => [m.id, (m.ideal[0] + m.ideal[1]) / 2])),
    ...(below && { below }),
    ...(above && { above }),
  }
}
