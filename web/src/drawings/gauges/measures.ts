import type { Gauge, Measure } from '@halitus/core/instruments'

/** What a gauge's picture is drawn from: its measures' values by their names, and whether all of them are right. */
export interface GaugeShown {
  gauge: Gauge
  values: Readonly<Record<string, number>>
  right: boolean
}
/** The middle of what is right, in the measure's unit. */
export const middle = (m: Measure) => (m.ideal[0] + m.ideal[1]) / 2
/** The measure that the picture is about. */
export const firstOf = ({ gauge }: { gauge: Gauge }) => gauge.measures[0]!
const measureOf = (gauge: Gauge, id: string) => gauge.measures.find((m) => m.id === id)
/** What a measure is at, in its unit; where nothing was set, where it starts; 0 where this gauge hasn't it. */
export const valueOf = ({ gauge, values }: Omit<GaugeShown, 'right'>, id: string) =>
  values[id] ?? measureOf(gauge, id)?.start ?? 0
/** Where a measure would be if it were right: the dashed outline; 0 where this gauge hasn't it. */
export const wantedOf = ({ gauge }: Pick<GaugeShown, 'gauge'>, id: string) => {
  const measure = measureOf(gauge, id)
  return measure ? middle(measure) : 0
}
/** Whether every measure is within what is right. */
export const allRight = (shown: Omit<GaugeShown, 'right'>) =>
  shown.gauge.measures.every((m) => {
    const value = valueOf(shown, m.id)
    return value >= m.ideal[0] && value <= m.ideal[1]
  })
/** How deep an ordinary reed sits in its seat or on its crook, mm (from memory). */
export const SEAT_MM = 16
/** A whole cork, mm: what covering all of it takes off the tube. Other seats are drawn as deep as an ordinary one. */
export const corkMmOf = (of: { gauge: Gauge }) =>
  firstOf(of).unit === '%' ? -100 * firstOf(of).lengthens : 32

/** Millimetres seen across the drawing: what matters is large. */
const ACROSS_MM: Record<Gauge['drawing'], [number, number]> = {
  'single-reed': [26, 19],
  ligature: [36, 48],
  depth: [90, 42],
  rotation: [60, 40],
  gap: [40, 41],
  tip: [17, 8],
}
/** Width and height of the picture, mm. A joint that can be pulled far needs more room. */
export function sizeMm(gauge: Gauge): readonly [number, number] {
  const [width, height] = ACROSS_MM[gauge.drawing]
  return [gauge.drawing === 'gap' ? Math.max(width, 2 * firstOf({ gauge }).max + 8) : width, height]
}
/** Which way dragging changes which measure, in units a mm. */
export function dragsOf(gauge: Gauge): { x?: [id: string, per: number]; y?: [id: string, per: number] } {
  const { id, unit } = firstOf({ gauge })
  return {
    'single-reed': { x: ['side', 1], y: ['height', -1] },
    ligature: { y: [id, 1] },
    rotation: { y: [id, 6] },
    tip: { y: [id, 2] },
    depth: { x: [id, unit === '%' ? -100 / corkMmOf({ gauge }) : -1] },
    gap: { x: [id, 1] },
  }[gauge.drawing] as { x?: [string, number]; y?: [string, number] }
}
