import { columnEndMm, openHoles } from './lookup.ts'
import type { FingerSystem, Touch, TouchId } from './types.ts'

/** An instrument lying across a surface, to scale in mm, seen with some touches held. Plain data for any renderer. */
export interface Picture {
  /** x, y, width, height. */
  frame: [number, number, number, number]
  /** The same, but only the part that fingers touch: for small pictures. */
  fingersFrame: [number, number, number, number]
  outline: [number, number][]
  jointsMm: { x: number; half: number }[]
  /** The part of the tube that sounds. */
  column: { fromMm: number; toMm: number; half: number }
  holes: { id: string; x: number; r: number; open: boolean }[]
  touches: { touch: Touch; x: number; y: number; held: boolean }[]
  touchRadius: number
}

/** Heights of the touches' lines above (−) and below (+) the tube's middle, mm. */
const ROW_MM: Record<Touch['row'], number> = { upper: -62, front: -35, lower: 35, little: 62 }
const TOUCH_RADIUS_MM = 11

/** Outer half-width of a body at a place along it, mm. */
function halfWidthAt(outline: { atMm: number; diameterMm: number }[], x: number): number {
  const next = outline.findIndex((p) => p.atMm >= x)
  const b = outline[next]
  const a = outline[next - 1]
  if (!b) return (outline.at(-1)?.diameterMm ?? 0) / 2
  if (!a || b.atMm === a.atMm) return b.diameterMm / 2
  return (a.diameterMm + ((b.diameterMm - a.diameterMm) * (x - a.atMm)) / (b.atMm - a.atMm)) / 2
}

/** Lays an instrument out with some touches held. */
export function pictureOf(system: FingerSystem, held: ReadonlySet<TouchId>): Picture {
  const { body, touches } = system
  const open = openHoles(body, held)
  const upper: [number, number][] = body.outline.map((p) => [p.atMm, -p.diameterMm / 2])
  const lower: [number, number][] = body.outline
    .map((p): [number, number] => [p.atMm, p.diameterMm / 2])
    .reverse()
  const top = Math.min(...touches.map((t) => ROW_MM[t.row])) - TOUCH_RADIUS_MM - 10
  const bottom = Math.max(...touches.map((t) => ROW_MM[t.row])) + TOUCH_RADIUS_MM + 6
  const xs = touches.map((t) => t.atMm)
  const left = Math.min(...xs) - 2 * TOUCH_RADIUS_MM
  const right = Math.max(...xs) + 2 * TOUCH_RADIUS_MM
  return {
    fingersFrame: [left, top, right - left, bottom - top],
    frame: [body.startMm - 6, top, body.endMm - body.startMm + 12, bottom - top],
    outline: [...upper, ...lower],
    jointsMm: body.jointsMm.map((x) => ({ x, half: halfWidthAt(body.outline, x) + 1.5 })),
    column: { fromMm: Math.max(0, body.startMm), toMm: columnEndMm(body, held), half: body.boreMm / 2 },
    holes: body.holes.map((h) => ({
      id: h.id,
      x: h.atMm,
      r: Math.max(2.2, h.diameterMm / 2),
      open: open.has(h.id),
    })),
    touches: touches.map((touch) => ({
      touch,
      x: touch.atMm,
      y: ROW_MM[touch.row],
      held: held.has(touch.id),
    })),
    touchRadius: TOUCH_RADIUS_MM,
  }
}
