import type { Content } from 'pdfmake/interfaces.js'
import { engravedPages, SOFT, toPdf, withAccidentals } from '../paper/index.ts'

/** A part as it goes onto paper. */
export interface TuneOnPaper {
  title: string
  /** What it is for, and its key in words. */
  about: string
  musicXml: string
  rights: string
  learnerName: string
}

/** Of the page, points: what the margins leave, and how much of it the first one has for music. */
const WIDTH = 507
const HEIGHT = 740
const HEAD = 74
/** % of the library’s usual size. */
const SCALES = { usual: 32, large: 50 } as const

/** A part on as many pages as it takes: its title, its key in words, the music. */
export async function printTune(of: TuneOnPaper, paper: 'A4' | 'Letter', large: boolean): Promise<Buffer> {
  const scale = large ? SCALES.large : SCALES.usual
  const pages = await engravedPages(of.musicXml, WIDTH, scale, HEIGHT - HEAD)
  return toPdf(paper, {
    info: { title: of.title, creator: 'Halitus' },
    content: [
      {
        columns: [
          { text: withAccidentals(of.title), fontSize: large ? 26 : 20, bold: true },
          { text: of.learnerName, alignment: 'right', color: SOFT, width: 'auto' },
        ],
      },
      { text: withAccidentals(of.about), margin: [0, 2, 0, 10], color: SOFT, fontSize: large ? 13 : 10.5 },
      ...pages.map((svg, i): Content => ({ svg, width: WIDTH, ...(i && { pageBreak: 'before' }) })),
      ...(of.rights
        ? [{ text: withAccidentals(of.rights), color: SOFT, fontSize: 8.5, margin: [0, 8, 0, 0] } as Content]
        : []),
    ],
  })
}

/** Points: a line of music as wide as a screen’s sheet. */
const PICTURE_WIDTH = 900
const PICTURE_SCALE = 40
/** The music alone, as one picture. */
export async function drawTune(musicXml: string): Promise<string> {
  const [svg] = await engravedPages(musicXml, PICTURE_WIDTH, PICTURE_SCALE)
  return svg!
}
