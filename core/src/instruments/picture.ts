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

/** Heights of the touches' lines above (−) and below (+) the tube's middle, mm, for touches of this radius. */
const ROW_MM: Record<Touch['row'], number> = { upper: -62, front: -35, lower: 35, little: 62 }
const TOUCH_RADIUS_MM = 11
/** Touches are drawn no smaller than this share of the width they lie in, so that they can be read on long instruments. */
const TOUCH_SHARE = 1 / 36
/** Between a touch and the tube it lies beside, mm. */
const CLEAR_MM = 4
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
  const xs = touches.map((t) => t.atMm)
  const radius = Math.max(TOUCH_RADIUS_MM, (Math.max(...xs) - Math.min(...xs)) * TOUCH_SHARE)
  // A wide tube pushes the lines outwards; larger touches stand further apart.
  const half = Math.max(...xs.map((x) => diameterAt(bore.outline, x) / 2))
  const scale = radius / TOUCH_RADIUS_MM
  const push = Math.max(0, half + radius + CLEAR_MM - ROW_MM.lower * scale)
  const rowMm = (row: Touch['row']) => ROW_MM[row] * scale + Math.sign(ROW_MM[row]) * push
  const top = Math.min(...touches.map((t) => rowMm(t.row))) - radius - 10
  const bottom = Math.max(...touches.map((t) => rowMm(t.row))) + radius + 6
  const left = Math.min(...xs) - 2 * radius
  const right = Math.max(...xs) + 2 * radius
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
      y: rowMm(touch.row),
      held: held.has(touch.id),
      half: halved.has(touch.id),
    })),
    touchRadius: radius,
    groups: HANDS.flatMap((hand) => {
      const keys = touches.filter((t) => t.hand === hand && t.row === 'little')
      if (keys.length < 2) return []
      const at = keys.map((t) => t.atMm)
      const reach = radius + 2
      const x = Math.min(...at) - reach
      return [{ hand, x, y: rowMm('little') - reach, width: Math.max(...at) + reach - x, height: 2 * reach }]
    }),
    handMarks: HANDS.flatMap((hand) => {
      const front = touches.filter((t) => t.hand === hand && t.row === 'front').map((t) => t.atMm)
      if (!front.length) return []
      const x = Math.min(...front) - 2 * radius
      // Where the other hand's last finger lies there, the letter stands above the first one.
      const taken = touches.some((t) => t.row === 'front' && Math.abs(t.atMm - x) < 1.6 * radius)
      return [
        taken
          ? { hand, x: Math.min(...front), y: rowMm('front') - radius - 7 }
          : { hand, x, y: rowMm('front') },
      ]
    }),
  }
}
