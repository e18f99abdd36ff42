import {
  fingerSystem,
  handsOf,
  pictureOf,
  standardFingering,
  type Instrument,
} from '@halitus/core/instruments'
import { INK, SOFT } from './paper.ts'

/** A fingering lying to scale, as shapes for an SVG. */
export interface FingeringDrawing {
  /** x, y, width, height, mm. */
  frame: [number, number, number, number]
  shapes: string
}

const n = (value: number) => value.toFixed(1)
/** A key that nobody holds is a dot, mm. */
const DOT = 2.5

/**
 * The standard fingering of a note as the screen draws it: what is held is filled, half of it for half-holes; a finger that
 * is up is a ring, keys are paddles, one that isn't used a dot. Throws as `standardFingering`.
 */
export function fingeringDrawing(inst: Instrument, written: string): FingeringDrawing {
  const system = fingerSystem(inst)
  const picture = pictureOf(system, new Set(standardFingering(inst, written).touches))
  const r = picture.touchRadius
  const outline = picture.outline.map(([x, y]) => `${n(x)},${n(y)}`).join(' ')
  const touches = picture.touches.map(({ x, y, held, half, key, touch }) => {
    if (!held && !half && key)
      return `<circle cx="${n(x)}" cy="${n(y)}" r="${DOT}" fill="${SOFT}" fill-opacity="0.5"/>`
    const h = picture.paddleHalf
    const shape = key
      ? `rect x="${n(x - r)}" y="${n(y - h)}" width="${n(2 * r)}" height="${n(2 * h)}" rx="${n(h)}"`
      : `circle cx="${n(x)}" cy="${n(y)}" r="${n(r)}"`
    const ring = `<${shape} fill="${held ? INK : '#ffffff'}" stroke="${held || half ? INK : SOFT}" stroke-width="${held || half ? 2 : 1}"/>`
    const halved = half
      ? `<path d="M ${n(x)} ${n(y - r)} A ${n(r)} ${n(r)} 0 0 0 ${n(x)} ${n(y + r)} Z" fill="${INK}"/>`
      : ''
    const label = touch.label.replace('♯', '#').replace('♭', 'b')
    const size = label.length > 2 ? r * 0.85 : r * 1.15
    return `${ring}${halved}<text x="${n(x)}" y="${n(y + size * 0.36)}" font-family="Text" font-size="${n(size)}" text-anchor="middle" fill="${held ? '#ffffff' : SOFT}">${label}</text>`
  })
  return {
    frame: picture.fingersFrame,
    shapes: `<polygon points="${outline}" fill="#dfe5e8" stroke="${SOFT}" stroke-width="1"/>${touches.join('')}`,
  }
}

/** That as a picture of its own. */
export function fingeringSvg(inst: Instrument, written: string): string {
  const { frame, shapes } = fingeringDrawing(inst, written)
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="${frame.map(n).join(' ')}">${shapes}</svg>`
}

/** That hand by hand as a picture of its own, see {@link handsShapes}. */
export const handsSvg = (inst: Instrument, written: string): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${HANDS.width} ${HANDS.height}">${handsShapes(inst, written)}</svg>`

/** Of a picture of the hands, in its own units: as points on paper. */
export const HANDS = { width: 240, height: 22 } as const
const FINGER = { r: 8.2, step: 19, letter: 9.5 }

/**
 * The same hand by hand, in circles large enough for paper: filled is down, a ring is up, half filled is half open; keys
 * that are held stand in boxes beside their hand. Throws as `standardFingering`.
 */
export function handsShapes(inst: Instrument, written: string): string {
  const system = fingerSystem(inst)
  const y = HANDS.height / 2
  let x = 2
  const parts: string[] = []
  const letter = (at: number, text: string, fill: string, bold = false) =>
    `<text x="${n(at)}" y="${n(y + FINGER.letter * 0.36)}" font-family="Text" font-size="${FINGER.letter}"${bold ? ' font-weight="700"' : ''} text-anchor="middle" fill="${fill}">${text.replace('♯', '#').replace('♭', 'b')}</text>`
  for (const { hand, fingers, keys } of handsOf(system, standardFingering(inst, written).touches)) {
    parts.push(letter(x + 4, hand === 'left' ? 'L' : 'R', SOFT, true))
    x += 20
    for (const f of fingers) {
      const down = f.state === 'down'
      parts.push(
        `<circle cx="${n(x)}" cy="${y}" r="${FINGER.r}" fill="${down ? INK : '#ffffff'}" stroke="${f.state === 'up' ? SOFT : INK}" stroke-width="${f.state === 'up' ? 0.8 : 1.4}"/>`,
        f.state === 'half'
          ? `<path d="M ${n(x)} ${n(y - FINGER.r)} A ${FINGER.r} ${FINGER.r} 0 0 0 ${n(x)} ${n(y + FINGER.r)} Z" fill="${INK}"/>`
          : letter(x, f.label, down ? '#ffffff' : SOFT),
      )
      x += FINGER.step
    }
    for (const k of keys) {
      const width = 10 + 6 * k.label.length
      parts.push(
        `<rect x="${n(x - 8)}" y="${n(y - 8)}" width="${width}" height="16" rx="3" fill="${INK}"/>`,
        letter(x - 8 + width / 2, k.label, '#ffffff'),
      )
      x += width + 3
    }
    x += 4
  }
  return parts.join('')
}
