import { createRequire } from 'node:module'
import type { Instrument } from '@halitus/core/instruments'
import { musicXml, type LineNote } from '@halitus/core/tongue'
import { INK } from './paper.ts'

/** What of the engraving library is used here; it brings no types. */
interface Toolkit {
  getPageCount(): number
  setOptions(options: Record<string, string | number | boolean>): void
  loadData(data: string): boolean
  renderToSVG(page: number): string
}

interface Library {
  module: { calledRun?: boolean; onRuntimeInitialized?: () => void }
  toolkit: new () => Toolkit
}

const require = createRequire(import.meta.url)
let toolkit: Promise<Toolkit> | undefined
/**
 * The library is loaded with the first line that is printed. It is one file of seven megabytes: imported, the loader of
 * TypeScript would read it for eight seconds first, and looking for its source map takes another three.
 */
async function load(): Promise<Toolkit> {
  const mapped = (process as { sourceMapsEnabled?: boolean }).sourceMapsEnabled ?? false
  process.setSourceMapsEnabled(false)
  try {
    const { module, toolkit: Engraver } = require('verovio') as Library
    if (!module.calledRun)
      await new Promise<void>((ready) => {
        module.onRuntimeInitialized = ready
      })
    return new Engraver()
  } finally {
    process.setSourceMapsEnabled(mapped)
  }
}

/** The library draws a quarter larger than asked: its usual size is for screens. */
const SCALE = 25
const options = (widthPt: number, scale: number) => ({
  pageWidth: Math.round((widthPt * 100) / scale),
  pageHeight: 60_000,
  scale,
  adjustPageHeight: true,
  header: 'none',
  footer: 'none',
  pageMarginLeft: 0,
  pageMarginRight: 0,
  pageMarginTop: 0,
  pageMarginBottom: 0,
  svgViewBox: true,
  lyricSize: 3.6,
  lyricWordSpace: 3,
})

/** Style sheets don't reach paper: strokes stand on the shapes themselves, and all is one ink. */
const forPaper = (svg: string) =>
  svg
    .replace(/<style[^>]*>[\s\S]*?<\/style>/g, '')
    .replace(/<desc>[\s\S]*?<\/desc>/g, '')
    .replace(/<(path|polygon|polyline|rect|ellipse)([^>]*stroke-width=)/g, `<$1 stroke="${INK}"$2`)
    .replace(/currentColor|"black"/g, (found) => (found === 'currentColor' ? INK : `"${INK}"`))

/**
 * A line in notation, as an SVG for paper.
 * @param widthPt of the picture on paper, points
 */
export async function engraved(
  line: readonly LineNote[],
  inst: Pick<Instrument, 'clef'>,
  widthPt: number,
  time: { beats: number; beatType?: number } = { beats: 4 },
): Promise<string> {
  const tk = await (toolkit ??= load())
  tk.setOptions({ ...options(widthPt, SCALE), breaks: 'auto' })
  if (!tk.loadData(musicXml(line, { clef: inst.clef, ...time }))) throw new Error('A line can’t be engraved.')
  return forPaper(tk.renderToSVG(1))
}

/**
 * A whole part, as SVGs of one page each.
 * @param scale % of the library's usual size; 25 is what lines on a card have
 * @param heightPt of a page; one page as high as it takes when left out
 */
export async function engravedPages(
  xml: string,
  widthPt: number,
  scale: number,
  heightPt?: number,
): Promise<string[]> {
  const tk = await (toolkit ??= load())
  tk.setOptions({
    ...options(widthPt, scale),
    breaks: 'auto',
    // Numbers of bars stand before the system.
    pageMarginLeft: 40,
    ...(heightPt && { pageHeight: Math.round((heightPt * 100) / scale) }),
  })
  if (!tk.loadData(xml)) throw new Error('A part can’t be engraved.')
  return Array.from({ length: tk.getPageCount() }, (_, i) => forPaper(tk.renderToSVG(i + 1)))
}
