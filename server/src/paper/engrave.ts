import { createRequire } from 'node:module'
import type { Instrument } from '@halitus/core/instruments'
import { musicXml, type LineNote } from '@halitus/core/tongue'
import { INK } from './paper.ts'

/** What of the engraving library is used here; it brings no types. */
interface Toolkit {
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

/**
 * A line in notation, as an SVG for paper: style sheets don't reach there, so strokes stand on the shapes themselves.
 * @param widthPt of the picture on paper, points
 */
export async function engraved(
  line: readonly LineNote[],
  inst: Pick<Instrument, 'clef'>,
  widthPt: number,
): Promise<string> {
  const tk = await (toolkit ??= load())
  tk.setOptions({
    // A quarter of the library's usual size, which is for screens.
    pageWidth: Math.round(widthPt * 4),
    scale: 25,
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
  if (!tk.loadData(musicXml(line, { clef: inst.clef, beats: 4 })))
    throw new Error('A line can’t be engraved.')
  return tk
    .renderToSVG(1)
    .replace(/<style[^>]*>[\s\S]*?<\/style>/g, '')
    .replace(/<desc>[\s\S]*?<\/desc>/g, '')
    .replace(/<(path|polygon|polyline|rect|ellipse)([^>]*stroke-width=)/g, `<$1 stroke="${INK}"$2`)
    .replace(/currentColor|"black"/g, (found) => (found === 'currentColor' ? INK : `"${INK}"`))
}
