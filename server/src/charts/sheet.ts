import type { Content } from 'pdfmake/interfaces.js'
import { fingerSystem, handsInWords, standardFingering, type Instrument } from '@halitus/core/instruments'
import { prettyNote } from '@halitus/core/pitch'
import { dayInWords } from '@halitus/core/time'
import { TICKS } from '@halitus/core/tongue'
import {
  engraved,
  fingeringDrawing,
  fingeringSvg,
  HANDS,
  handsShapes,
  handsSvg,
  INK,
  SOFT,
  toPdf,
  withAccidentals,
} from '../paper/index.ts'

/** A learner's own chart: the notes that are known, and those of this week. */
export interface Sheet {
  learnerName: string
  studioName: string
  day: string
  inst: Instrument
  /** Written, from low to high. */
  notes: readonly string[]
  /** Which of them are new this week. */
  fresh: ReadonlySet<string>
}

const STAFF_WIDTH = 92
const PICTURE_WIDTH = 168
const WHOLE = 4 * TICKS

const staffOf = (inst: Instrument, written: string) =>
  engraved([{ written, ticks: WHOLE, begins: 'tongue' }], inst, STAFF_WIDTH)
const wordsOf = (inst: Instrument, written: string) =>
  handsInWords(fingerSystem(inst), standardFingering(inst, written).touches)
const title = ({ inst }: Sheet) => `${inst.name}: my notes`
const NEW = 'new this week'

/** The chart as PDF, in two columns: name, staff, picture, and the fingers in words. */
export async function sheetPdf(sheet: Sheet, paper: 'A4' | 'Letter'): Promise<Buffer> {
  const { inst, notes, fresh } = sheet
  const block = async (written: string): Promise<Content> => ({
    unbreakable: true,
    margin: [0, 0, 0, 10],
    stack: [
      {
        columns: [
          {
            width: 'auto',
            text: withAccidentals(prettyNote(written)),
            bold: true,
            fontSize: 17,
          },
          { width: '*', text: fresh.has(written) ? NEW : '', color: SOFT, margin: [6, 6, 0, 0] },
        ],
      },
      {
        columns: [
          { svg: await staffOf(inst, written), width: 70 },
          { svg: fingeringSvg(inst, written), width: PICTURE_WIDTH },
        ],
        columnGap: 8,
      },
      {
        svg: handsSvg(inst, written),
        width: HANDS.width,
      },
      { text: withAccidentals(wordsOf(inst, written)), color: SOFT, fontSize: 8.5 },
    ],
  })
  const blocks: Content[] = []
  for (const written of notes) blocks.push(await block(written))
  // Row by row, so that the eye goes up the scale from left to right and a page ends between rows.
  const rows = Array.from({ length: Math.ceil(blocks.length / 2) }, (_, i) => blocks.slice(2 * i, 2 * i + 2))
  return toPdf(paper, {
    info: { title: `${title(sheet)}, ${sheet.learnerName}`, creator: 'Halitus' },
    content: [
      {
        columns: [
          { text: sheet.learnerName, fontSize: 22, bold: true },
          { text: `${sheet.studioName}\n${dayInWords(sheet.day)}`, alignment: 'right', color: SOFT },
        ],
      },
      { text: withAccidentals(title(sheet)), margin: [0, 2, 0, 10] },
      ...(notes.length ? [] : [{ text: NOBODY }]),
      ...rows.map(
        (row): Content =>
          ({
            columns: [...row, ...(row.length < 2 ? [{ text: '' }] : [])],
            columnGap: 18,
            unbreakable: true,
          }) as Content,
      ),
    ],
  })
}
const NOBODY = 'No note has been met yet. They come onto this sheet as they are learnt.'

const ROW = { width: 520, height: 152 }
const escaped = (text: string) => text.replace(/&/g, '&amp;').replace(/</g, '&lt;')

/** The chart as one SVG, a note a row: for a screen, or to be set into something else. */
export async function sheetSvg(sheet: Sheet): Promise<string> {
  const { inst, notes, fresh } = sheet
  const rows = []
  for (const [i, written] of notes.entries()) {
    const { frame, shapes } = fingeringDrawing(inst, written)
    const staff = (await staffOf(inst, written)).replace('<svg', '<svg x="100" y="8" width="104" height="80"')
    rows.push(
      `<g transform="translate(16 ${60 + i * ROW.height})"><text x="0" y="44" font-size="26" font-weight="700" fill="${INK}">${prettyNote(written)}</text>${fresh.has(written) ? `<text x="0" y="66" font-size="12" fill="${SOFT}">${NEW}</text>` : ''}${staff}<svg x="214" y="0" width="290" height="90" viewBox="${frame.join(' ')}">${shapes}</svg><g transform="translate(0 92) scale(1.25)">${handsShapes(inst, written)}</g><text x="0" y="134" font-size="12" fill="${SOFT}">${escaped(wordsOf(inst, written))}</text></g>`,
    )
  }
  const height = 70 + Math.max(1, notes.length) * ROW.height
  return `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" viewBox="0 0 ${ROW.width} ${height}" width="${ROW.width}" height="${height}" font-family="sans-serif"><title>${escaped(`${title(sheet)}, ${sheet.learnerName}`)}</title><rect width="100%" height="100%" fill="#ffffff"/><text x="16" y="38" font-size="22" font-weight="700" fill="${INK}">${escaped(sheet.learnerName)}</text><text x="${ROW.width - 16}" y="38" font-size="14" text-anchor="end" fill="${SOFT}">${escaped(`${title(sheet)}, ${dayInWords(sheet.day)}`)}</text>${rows.join('')}${notes.length ? '' : `<text x="16" y="80" font-size="14" fill="${SOFT}">${NOBODY}</text>`}</svg>`
}
