import { expose } from 'comlink'
import { VerovioToolkit } from 'verovio/esm'
import createVerovioModule from 'verovio/wasm'

let toolkit: Promise<VerovioToolkit> | undefined
const ready = () => (toolkit ??= createVerovioModule().then((module) => new VerovioToolkit(module)))

const engraver = {
  /**
   * MusicXML as SVG, one picture as wide as asked.
   * @param width px @param scale % of the library's usual size
   * @param apart room between the systems, in staff spaces, for what is drawn there
   */
  async engrave(musicXml: string, width: number, scale: number, apart = 4): Promise<string> {
    const tk = await ready()
    tk.setOptions({
      pageWidth: Math.round((width * 100) / scale),
      pageHeight: 60000,
      scale,
      adjustPageHeight: true,
      header: 'none',
      footer: 'none',
      // Numbers of bars stand before the system.
      pageMarginLeft: apart > 4 ? 40 : 0,
      pageMarginRight: 0,
      pageMarginTop: 20,
      pageMarginBottom: 10,
      spacingSystem: apart,
      breaks: 'auto',
      svgViewBox: true,
      // Syllables stand apart, smaller than the notes' own lines would make them.
      lyricSize: 3.6,
      lyricWordSpace: 3,
    })
    if (!tk.loadData(musicXml)) throw new Error('The notation can’t be drawn.')
    return tk.renderToSVG(1)
  },
}

export type Engraver = typeof engraver
expose(engraver)
