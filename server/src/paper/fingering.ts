import { fingerSystem, pictureOf, standardFingering, type Instrument } from '@halitus/core/instruments'
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
 * is up is a ring, a key that isn't used a dot. Throws as `standardFingering`.
 */
export function fingeringDrawing(inst: Instrument, written: string): FingeringDrawing {
  const system = fingerSystem(inst)
  const picture = pictureOf(system, new Set(standardFingering(inst, written).touches))
  const r = picture.touchRadius
  const outline = picture.outline.map(([x, y]) => `${n(x)},${n(y)}`).join(' ')
  const touches = picture.touches.map(({ x, y, held, half, touch }) => {
    if (!held && !half && touch.kind === 'key')
      return `<circle cx="${n(x)}" cy="${n(y)}" r="${DOT}" fill="${SOFT}" fill-opacity="0.5"/>`
    const ring = `<circle cx="${n(x)}" cy="${n(y)}" r="${n(r)}" fill="${held ? INK : '#ffffff'}" stroke="${held || half ? INK : SOFT}" stroke-width="${held || half ? 2 : 1}"/>`
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
