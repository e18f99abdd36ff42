import { diameterAt } from './bore.ts'
import { columnEndMm, holeStates, type HoleState } from './lookup.ts'
import type { FingerSystem, Hand, Touch, TouchId } from './types.ts'

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
  holes: { id: string; x: number; r: number; state: HoleState }[]
  /** One for each place that a finger rests on; half held touches lie in the place of the whole one. */
  touches: { touch: Touch; x: number; y: number; held: boolean; half: boolean }[]
  touchRadius: number
  /** Keys that one little finger chooses from: a box around each hand's. */
  groups: { hand: Hand; x: number; y: number; width: number; height: number }[]
  /** Where each hand begins. */
  handMarks: { hand: Hand; x: number; y: number }[]
}

/** Heights of the touches' lines above (−) and below (+) the tube's middle, mm. */
const ROW_MM: Record<Touch['row'], number> = { upper: -62, front: -35, lower: 35, little: 62 }
const TOUCH_RADIUS_MM = 11
const HANDS: Hand[] = ['left', 'right']

/** Lays an instrument out with some touches held. */
export function pictureOf(system: FingerSystem, held: ReadonlySet<TouchId>): Picture {
  const { bore } = system
  const touches = system.touches.filter((t) => !t.halfOf)
  const states = holeStates(system, held)
  const halved = new Set(system.touches.filter((t) => t.halfOf && held.has(t.id)).map((t) => t.halfOf))
  const upper: [number, number][] = bore.outline.map((p) => [p.atMm, -p.diameterMm / 2])
  const lower: [number, number][] = bore.outline
    .map((p): [number, number] => [p.atMm, p.diameterMm / 2])
    .reverse()
  const top = Math.min(...touches.map((t) => ROW_MM[t.row])) - TOUCH_RADIUS_MM - 10
  const bottom = Math.max(...touches.map((t) => ROW_MM[t.row])) + TOUCH_RADIUS_MM + 6
  const xs = touches.map((t) => t.atMm)
  const left = Math.min(...xs) - 2 * TOUCH_RADIUS_MM
  const right = Math.max(...xs) + 2 * TOUCH_RADIUS_MM
  return {
    fingersFrame: [left, top, right - left, bottom - top],
    frame: [bore.startMm - 6, top, bore.endMm - bore.startMm + 12, bottom - top],
    outline: [...upper, ...lower],
    jointsMm: bore.jointsMm.map((x) => ({ x, half: diameterAt(bore.outline, x) / 2 + 1.5 })),
    column: {
      fromMm: Math.max(0, bore.startMm),
      toMm: columnEndMm(system, held),
      half: diameterAt(bore.profile, bore.endMm / 2) / 2,
    },
    holes: bore.holes.map((h) => ({
      id: h.id,
      x: h.atMm,
      r: Math.max(2.2, h.diameterMm / 2),
      state: states.get(h.id)!,
    })),
    touches: touches.map((touch) => ({
      touch,
      x: touch.atMm,
      y: ROW_MM[touch.row],
      held: held.has(touch.id),
      half: halved.has(touch.id),
    })),
    touchRadius: TOUCH_RADIUS_MM,
    groups: HANDS.flatMap((hand) => {
      const keys = touches.filter((t) => t.hand === hand && t.row === 'little')
      if (keys.length < 2) return []
      const at = keys.map((t) => t.atMm)
      const reach = TOUCH_RADIUS_MM + 2
      const x = Math.min(...at) - reach
      return [{ hand, x, y: ROW_MM.little - reach, width: Math.max(...at) + reach - x, height: 2 * reach }]
    }),
    handMarks: HANDS.flatMap((hand) => {
      const front = touches.filter((t) => t.hand === hand && t.row === 'front').map((t) => t.atMm)
      return front.length ? [{ hand, x: Math.min(...front) - 2 * TOUCH_RADIUS_MM, y: ROW_MM.front }] : []
    }),
  }
}
