import type { FingerSystem, Touch, TouchId } from '@halitus/core/instruments'
import { diameterAt, holeStates } from '@halitus/core/instruments'

/** An instrument lying across a drawing, its mouth at the left; px. */
export interface Lying {
  width: number
  height: number
  /** The tube's middle. */
  axis: number
  /** px of a place along the tube, mm from where sound is made. */
  x(mm: number): number
  /** Half the tube's thickness there. */
  half(mm: number): number
  outline: string
  rings: { x: number; half: number }[]
  /** Bare holes and plates on the tube, and what lies on them. */
  holes: { x: number; r: number; closed: boolean; label: string }[]
  /** Keys that nobody holds lie at the tube's edge as paddles. */
  paddles: { x: number; y: number }[]
  /** Thumbs, little fingers and keys that are held, below or above the tube. */
  held: { x: number; y: number; label: string; half: boolean }[]
  column: { from: number; to: number; half: number }
  /** Too small for letters and paddles: discs alone. */
  small: boolean
}

/** Between the ends of the tube and the edges, px: breath and what isn't on the instrument have a place there. */
const MARGIN = 44
/**
 * The tube is drawn to scale along its length. Where that would make it thinner or thicker than these, px in the middle of its
 * length, thickness has a scale of its own: a bassoon would be a line, a recorder a barrel.
 */
const THICK = { least: 36, most: 60 } as const
const HOLE_R = 13
/** Discs take so much of the distance between two fingers; smaller ones than this, px, carry no number. */
const DISC_SHARE = 0.46
const READABLE_R = 8.5
const PADDLE_CLEAR = 7
const OBLONG_CLEAR = 20

const labelOf = (t: Touch) => (t.finger === 'thumb' && t.label.length > 3 ? 'T' : t.label)

/**
 * Lays an instrument across a width.
 * @param held touches that are down
 * @param column also how much of the tube sounds then
 * @example lying(fingerSystem(instrument('clarinet')), new Set(['LT', 'L1']), 1140).x(383)
 */
export function lying(system: FingerSystem, held: ReadonlySet<TouchId>, width: number): Lying {
  const { bore, touches } = system
  const scale = (width - 2 * MARGIN) / (bore.endMm - bore.startMm)
  const x = (mm: number) => MARGIN + (mm - bore.startMm) * scale
  const middle = diameterAt(bore.outline, (bore.startMm + bore.endMm) / 2) * scale
  const thicker = Math.min(Math.max(middle, THICK.least), THICK.most) / middle
  const half = (mm: number) => (diameterAt(bore.outline, mm) * scale * thicker) / 2
  const most = Math.max(...bore.outline.map((p) => (p.diameterMm * scale * thicker) / 2))
  // The bell may be the widest; what fingers hold stands beside the tube where they are.
  const atFingers = Math.max(...touches.map((t) => half(t.atMm)))
  const axis = Math.max(most, atFingers + PADDLE_CLEAR + 8) + 2
  const below = Math.max(most, atFingers + OBLONG_CLEAR + 14)
  const top = bore.outline.map((p) => `${x(p.atMm)},${axis - half(p.atMm)}`)
  const bottom = [...bore.outline].reverse().map((p) => `${x(p.atMm)},${axis + half(p.atMm)}`)
  const down = (t: Touch) => held.has(t.id) || touches.some((h) => h.halfOf === t.id && held.has(h.id))
  const whole = touches.filter((t) => !t.halfOf)
  const ofHand = whole.filter((t) => t.row === 'front' && t.kind !== 'key')
  const rest = whole.filter((t) => !ofHand.includes(t))
  const side = (t: Touch) => (t.row === 'upper' || t.row === 'front' ? -1 : 1)
  const places = ofHand.map((t) => t.atMm).sort((a, b) => a - b)
  const gap = Math.min(...places.slice(1).map((mm, i) => (mm - places[i]!) * scale))
  const r = Math.min(HOLE_R, DISC_SHARE * gap, Math.max(9, half(places[0]!) - 3))
  const last = bore.holes.filter((h) => h.role === 'tone' && holeStates(system, held).get(h.id) !== 'closed')
  return {
    width,
    height: axis + below + 2,
    axis,
    x,
    half,
    outline: [...top, ...bottom].join(' '),
    rings: bore.jointsMm.map((mm) => ({ x: x(mm), half: half(mm) + 2 })),
    holes: ofHand.map((t) => ({
      x: x(t.atMm),
      r,
      closed: down(t),
      label: labelOf(t),
    })),
    paddles: rest
      .filter((t) => !down(t))
      .map((t) => ({ x: x(t.atMm), y: axis + side(t) * (half(t.atMm) + PADDLE_CLEAR) })),
    held: rest.filter(down).map((t) => ({
      x: x(t.atMm),
      y: axis + side(t) * (half(t.atMm) + (side(t) > 0 ? OBLONG_CLEAR : PADDLE_CLEAR + 6)),
      label: labelOf(t),
      half: touches.some((h) => h.halfOf === t.id && held.has(h.id)),
    })),
    small: r < READABLE_R,
    column: {
      from: x(Math.max(0, bore.startMm)),
      to: x(last.length ? Math.min(...last.map((h) => h.atMm)) : bore.endMm),
      half: Math.max(3, half((bore.startMm + bore.endMm) / 2) * 0.26),
    },
  }
}
