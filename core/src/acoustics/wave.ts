import type { Instrument, TouchId } from '../instruments/index.ts'
import { airOf, checkTouches, openWith, type Leak } from './air.ts'
import type { Measures } from './model.ts'

/** Places of the wave are at most so far apart, mm. */
const STEP_MM = 4

/**
 * The standing wave in the tube while some fingers sound a pitch: where along the instrument how much of the greatest
 * pressure there is. Places are those of the drawing: the calibrated tube's holes are laid on the drawn ones.
 * @param hz as it sounds at A4 = 440 Hz
 * @returns from the upper end down, mm and 0 to 1
 * @throws OutOfRange as `predict`
 */
export function pressureAlong(
  inst: Instrument,
  touches: readonly TouchId[],
  hz: number,
  leaks: readonly Leak[] = [],
): { atMm: number; share: number }[] {
  const air = airOf(inst)
  checkTouches(air.system, touches, leaks)
  const { column } = air.model
  const start = air.measures.profile[0]![0]
  const found = column.along(hz, openWith(air, touches, leaks), STEP_MM / 1000).reverse()
  const most = Math.max(...found.map((f) => f.pressure))
  const drawn = drawnPlaces(inst, air.measures)
  return found.map((f) => ({ atMm: drawn(start + 1000 * f.atM), share: f.pressure / most }))
}

/** From a place in the calibrated tube to the same place in the drawing: straight between its ends and holes. */
function drawnPlaces(inst: Instrument, calibrated: Measures): (mm: number) => number {
  const { bore } = inst
  const ends = { from: bore.profile[0]!.atMm, to: bore.endMm }
  const pairs: [from: number, to: number][] = [
    [calibrated.profile[0]![0], ends.from],
    ...bore.holes.map((h): [number, number] => [calibrated.holes[h.id]![0], h.atMm]),
    [calibrated.profile.at(-1)![0], ends.to],
  ]
  pairs.sort((a, b) => a[0] - b[0])
  // The drawing never runs backwards, even where two holes changed places.
  const rising = pairs.map(
    ([from], i) => [from, Math.max(...pairs.slice(0, i + 1).map((p) => p[1]))] as const,
  )
  return (mm) => {
    const beyond = rising.findIndex(([from]) => from >= mm)
    const next = beyond < 0 ? rising.length - 1 : Math.max(1, beyond)
    const [a, b] = [rising[next - 1]!, rising[next]!]
    const share = b[0] > a[0] ? (mm - a[0]) / (b[0] - a[0]) : 0
    return a[1] + (b[1] - a[1]) * Math.min(1, Math.max(0, share))
  }
}
