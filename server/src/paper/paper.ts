import { createRequire } from 'node:module'
import { dirname, join } from 'node:path'
import type { TDocumentDefinitions } from 'pdfmake/interfaces.js'

const require = createRequire(import.meta.url)
const fontFolder = join(
  dirname(require.resolve('@fontsource/atkinson-hyperlegible-next/package.json')),
  'files',
)
const accidentalFolder = join(dirname(require.resolve('@fontsource/m-plus-1p/package.json')), 'files')
/** The text font has no accidentals; flats and naturals are in one file of this font, sharps in another. */
const accidentals = (part: 56 | 63, weight: 400 | 700) =>
  join(accidentalFolder, `m-plus-1p-${part}-${weight}-normal.woff`)
const font = (weight: number) => join(fontFolder, `atkinson-hyperlegible-next-latin-${weight}-normal.woff`)

interface PdfMaker {
  addFonts(fonts: Record<string, Record<string, string>>): void
  setUrlAccessPolicy(allow: () => boolean): void
  setLocalAccessPolicy(allow: (path: string) => boolean): void
  createPdf(definition: TDocumentDefinitions): { getBuffer(): Promise<Buffer> }
}
const pdfmake = require('pdfmake') as PdfMaker
pdfmake.addFonts({
  Text: { normal: font(400), bold: font(700), italics: font(400), bolditalics: font(700) },
  Flat: { normal: accidentals(56, 400), bold: accidentals(56, 700) },
  Sharp: { normal: accidentals(63, 400), bold: accidentals(63, 700) },
})
pdfmake.setUrlAccessPolicy(() => false)
pdfmake.setLocalAccessPolicy((path) => path.startsWith(fontFolder) || path.startsWith(accidentalFolder))

export const INK = '#20262b'
export const SOFT = '#5b6770'

/** Text with its accidentals set in the fonts that have them; their lines are taller than the text's. */
export function withAccidentals(text: string): { text: string; font?: string; lineHeight?: number }[] {
  return text
    .split(/([♭♮♯])/)
    .filter(Boolean)
    .map((part) =>
      /[♭♮♯]/.test(part)
        ? { text: part, font: part === '♯' ? 'Sharp' : 'Flat', lineHeight: 0.7 }
        : { text: part },
    )
}

export const TEXT = { font: 'Text', fontSize: 10.5, color: INK, lineHeight: 1.15 } as const

/** A document on paper, with the product's fonts; no font or picture is read from anywhere else. */
export function toPdf(
  paper: 'A4' | 'Letter',
  definition: Omit<TDocumentDefinitions, 'pageSize'>,
): Promise<Buffer> {
  return pdfmake
    .createPdf({
      pageSize: paper === 'A4' ? 'A4' : 'LETTER',
      pageMargins: [44, 32, 44, 26],
      defaultStyle: TEXT,
      ...definition,
    })
    .getBuffer()
}
