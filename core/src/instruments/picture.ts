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
  /** One for each place that a finger rests on; half held touches lie in the place of the whole one. `key`: drawn as a paddle. */
  touches: { touch: Touch; x: number; y: number; held: boolean; half: boolean; key: boolean }[]
  touchRadius: number
  /** Half of how high a key is. */
  paddleHalf: number
  /** Keys that one little finger chooses from: a box around each hand's. */
  groups: { hand: Hand; x: number; y: number; width: number; height: number }[]
  /** Where each hand begins. */
  handMarks: { hand: Hand; x: number; y: number }[]
}

/** How large a touch is, mm; at least this share of the width they lie in, so that they can be read on long instruments. */
const TOUCH_RADIUS_MM = 11
const TOUCH_SHARE = 1 / 36
/** Keys are paddles: as wide as a touch, so much of it high. */
const PADDLE = 0.8
/** Between the tube and what lies beside it, and between two lines beside it, mm. */
const CLEAR_MM = 5
const BETWEEN_MM = 6
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
  // Fingers lie on the tube: a thin one is drawn thicker, so that they find room.
  const thin = Math.max(...xs.map((x) => diameterAt(bore.outline, x) / 2))
  const thicker = Math.max(1, (radius + 2) / thin)
  const half = thin * thicker
  const beside = half + CLEAR_MM + radius
  const rowMm = (row: Touch['row']) =>
    ({ upper: -beside, front: 0, lower: beside, little: beside + 2 * PADDLE * radius + BETWEEN_MM })[row]
  const has = (row: Touch['row']) => touches.some((t) => t.row === row)
  // What presses or lifts has a wedge beyond it.
  const edge = radius * 1.9
  const top = has('upper') ? rowMm('upper') - edge : -half - edge + radius
  const bottom =
    has('little') || has('lower') ? rowMm(has('little') ? 'little' : 'lower') + edge : half + radius
  const left = Math.min(...xs) - 2.4 * radius
  const right = Math.max(...xs) + 2 * radius
  return {
    fingersFrame: [left, top, right - left, bottom - top],
    frame: [bore.startMm - 6, top, bore.endMm - bore.startMm + 12, bottom - top],
    outline: [...upper, ...lower].map(([x, y]) => [x, y * thicker]),
    jointsMm: bore.jointsMm.map((x) => ({ x, half: (thicker * diameterAt(bore.outline, x)) / 2 + 1.5 })),
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
      // What one of a hand’s fingers reaches besides its own place is a key, whatever it closes.
      key: touch.kind === 'key' || touch.id.includes(':'),
    })),
    touchRadius: radius,
    paddleHalf: PADDLE * radius,
    groups: HANDS.flatMap((hand) => {
      const keys = touches.filter((t) => t.hand === hand && t.row === 'little')
      if (keys.length < 2) return []
      const at = keys.map((t) => t.atMm)
      const x = Math.min(...at) - radius - 2
      const reach = PADDLE * radius + 2
      return [
        { hand, x, y: rowMm('little') - reach, width: Math.max(...at) + radius + 2 - x, height: 2 * reach },
      ]
    }),
    handMarks: HANDS.flatMap((hand) => {
      const line = touches.filter((t) => t.row === 'front').map((t) => ({ hand: t.hand, at: t.atMm }))
      const first = Math.min(...line.filter((t) => t.hand === hand).map((t) => t.at))
      if (!Number.isFinite(first)) return []
      const before = Math.max(...line.map((t) => t.at).filter((at) => at < first))
      // In front of its first finger; where the other hand's last one is near, in the middle between them.
      return [
        {
          hand,
          x: Math.max(first - 2 * radius, Number.isFinite(before) ? (first + before) / 2 : -Infinity),
          y: 0,
        },
      ]
    }),
  }
}
