import { describe, expect, it } from 'vitest'
import { allInstruments, fingerSystem, instrument, pictureOf, type Picture } from '@halitus/core/instruments'

/** A drawing in which nothing hides anything else: plain geometry of what the charts' own data say. */
const pictures = allInstruments().map((i) => [i.id, pictureOf(fingerSystem(i), new Set())] as const)
const boxOf = (p: Picture, t: Picture['touches'][number]) => ({
  x: t.x,
  y: t.y,
  w: p.touchRadius,
  h: t.key ? p.paddleHalf : p.touchRadius,
})
/** Half of what the tube is thick there, as drawn, mm. */
function halfAt(p: Picture, x: number): number {
  const upper = p.outline.filter(([, y]) => y < 0)
  const k = upper.findIndex(([at]) => at >= x)
  const [[x0, y0], [x1, y1]] = [upper[Math.max(0, k - 1)]!, upper[Math.max(1, k)]!]
  return -(y0 + ((y1 - y0) * (x - x0)) / Math.max(1e-9, x1 - x0))
}

describe.each(pictures)('the picture of the %s', (_, p) => {
  it('has its fingers on the tube, which is wide enough for them', () => {
    const front = p.touches.filter((t) => t.touch.row === 'front')
    expect(front.length).toBeGreaterThan(5)
    for (const t of front) expect(t.y).toBe(0)
    expect(Math.max(...front.map((t) => halfAt(p, t.x)))).toBeGreaterThanOrEqual(p.touchRadius)
  })
  it('has keys and thumbs beside it', () => {
    for (const t of p.touches.filter((x) => x.touch.row !== 'front'))
      expect(Math.abs(t.y) - boxOf(p, t).h, t.touch.id).toBeGreaterThan(halfAt(p, t.x))
  })
  it('has no touch over another', () => {
    const all = p.touches.map((t) => ({ id: t.touch.id, ...boxOf(p, t) }))
    for (const [i, a] of all.entries())
      for (const b of all.slice(i + 1))
        expect(
          Math.abs(a.x - b.x) >= a.w + b.w - 1 || Math.abs(a.y - b.y) >= a.h + b.h - 1,
          `${a.id} over ${b.id}`,
        ).toBe(true)
  })
  it('names the hands where no finger hides the letter', () => {
    expect(p.handMarks.map((m) => m.hand)).toEqual(['left', 'right'])
    for (const m of p.handMarks)
      for (const t of p.touches.filter((x) => x.touch.row === 'front'))
        expect(Math.abs(t.x - m.x), `${m.hand} at ${t.touch.id}`).toBeGreaterThan(p.touchRadius + 4)
  })
  it('has all of it in its frame', () => {
    const [x, y, width, height] = p.fingersFrame
    for (const t of p.touches) {
      const box = boxOf(p, t)
      expect(t.x - box.w).toBeGreaterThanOrEqual(x)
      expect(t.x + box.w).toBeLessThanOrEqual(x + width)
      expect(t.y - box.h).toBeGreaterThanOrEqual(y)
      expect(t.y + box.h).toBeLessThanOrEqual(y + height)
    }
    for (const m of p.handMarks) expect(m.x).toBeGreaterThan(x)
  })
})

it('a thin tube is drawn thicker, a thick one as it is', () => {
  const widest = (id: string) => {
    const { bore } = fingerSystem(instrument(id))
    const p = pictureOf(fingerSystem(instrument(id)), new Set())
    return Math.max(...p.outline.map(([, y]) => y)) / Math.max(...bore.outline.map((o) => o.diameterMm / 2))
  }
  expect(widest('flute')).toBeGreaterThan(1.1)
  expect(widest('alto-sax')).toBe(1)
})
