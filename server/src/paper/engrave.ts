import type { Instrument } from '@halitus/core/instruments'
import { musicXml, type LineNote } from '@halitus/core/tongue'
import { INK } from './paper.ts'

/** What of the engraving library is used here; it brings no types. */
interface Toolkit {
  setOptions(options: Record<string, string | number | boolean>): void
  loadData(data: string): boolean
  renderToSVG(page: number): string
}

let toolkit: Promise<Toolkit> | undefined
/** The library is loaded with the first line that is printed: it takes a third of a second and much memory. */
async function load(): Promise<Toolkit> {
  const [{ default: create }, { VerovioToolkit }] = (await Promise.all([
    import('verovio/wasm' as string),
    import('verovio/esm' as string),
  ])) as [{ default(): Promise<object> }, { VerovioToolkit: new (module: object) => Toolkit }]
  return new VerovioToolkit(await create())
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
