import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import { libraryTheme } from '@/base/theme.ts'

/** Colours by name as the style sheet has them; dark ones over the light ones. */
const css = readFileSync(join(process.cwd(), 'web/src/base/theme.css'), 'utf8')
const block = (from: string) => css.slice(css.indexOf(from), css.indexOf('}', css.indexOf(from)))
const colours = (text: string) =>
  Object.fromEntries([...text.matchAll(/--([\w-]+): (#[0-9a-f]{6});/g)].map((m) => [m[1]!, m[2]!]))
const light = colours(block(':root {'))
const THEMES = { light, dark: { ...light, ...colours(block("[data-theme='dark'] {")) } }

/** WCAG 2.2, relative luminance and contrast ratio. */
function luminance(hex: string): number {
  const [r, g, b] = [1, 3, 5].map((i) => {
    const v = parseInt(hex.slice(i, i + 2), 16) / 255
    return v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4
  }) as [number, number, number]
  return 0.2126 * r + 0.7152 * g + 0.0722 * b
}
function contrast(a: string, b: string): number {
  const [x, y] = [luminance(a), luminance(b)].sort((p, q) => q - p) as [number, number]
  return (x + 0.05) / (y + 0.05)
}

describe('skins of drawn mouths', () => {
  it.each(['light', 'middle', 'dark'])('%s: the contour shows on it, and its shade beside it', (name) => {
    const { skin, 'skin-shade': shade } = colours(block(`[data-skin='${name}'] {`))
    // The contour’s colour stands in the drawing; WCAG 2.2, 1.4.11 asks for 3.
    expect(contrast('#241d21', skin!)).toBeGreaterThanOrEqual(3)
    expect(contrast(skin!, shade!)).toBeGreaterThan(1.3)
  })
})

describe('colours', () => {
  it('contrast is worked out as published: black on white 21, a grey that just misses and one that just does', () => {
    expect(contrast('#000000', '#ffffff')).toBeCloseTo(21, 5)
    expect(contrast('#777777', '#ffffff')).toBeLessThan(4.5)
    expect(contrast('#767676', '#ffffff')).toBeGreaterThan(4.5)
  })
  /** Text needs 4.5 (WCAG 2.2, 1.4.3, AA), what is drawn to be read 3 (1.4.11). */
  const TEXT = [
    ['ink', 'sheet'],
    ['ink', 'desk'],
    ['ink', 'cane'],
    ['ink', 'air-wash'],
    ['ink', 'lacquer-wash'],
    ['ink', 'cane-edge'],
    ['soft', 'sheet'],
    ['soft', 'desk'],
    ['soft', 'cane'],
    ['brass-text', 'sheet'],
    ['brass-text', 'desk'],
    ['brass-text', 'cane'],
    ['lacquer', 'sheet'],
    ['air', 'sheet'],
    ['on-wood', 'wood'],
    ['on-wood-soft', 'wood'],
    ['brass-on-wood', 'wood'],
    ['lacquer-on-wood', 'wood'],
    ['ink-on-brass', 'brass-on-wood'],
    ['ink-on-brass', 'silver'],
    ['ink-on-brass', 'air-fill'],
  ] as const
  const DRAWN = [
    ['brass', 'sheet'],
    ['air', 'air-wash'],
    ['lacquer', 'lacquer-wash'],
  ] as const
  for (const [name, theme] of Object.entries(THEMES) as [string, Record<string, string>][]) {
    it.each(TEXT)(`${name}: %s can be read on %s`, (on, under) =>
      expect(contrast(theme[on]!, theme[under]!)).toBeGreaterThanOrEqual(4.5),
    )
    it.each(DRAWN)(`${name}: %s can be seen on %s`, (on, under) =>
      expect(contrast(theme[on]!, theme[under]!)).toBeGreaterThanOrEqual(3),
    )
    it(`${name}: the library’s colours are these`, () => {
      const { token } = libraryTheme(name === 'dark')
      const t = token as Record<string, string>
      expect([t.colorText, t.colorTextPlaceholder, t.colorError, t.colorLink, t.colorBgContainer]).toEqual([
        theme.ink,
        theme.soft,
        theme.lacquer,
        theme['brass-text'],
        theme.sheet,
      ])
    })
  }
})
