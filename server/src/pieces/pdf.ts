import type { Content } from 'pdfmake/interfaces.js'
import type { PieceAnswer, ServiceRecord, StudioInput } from '@halitus/core/contract'
import { instrument } from '@halitus/core/instruments'
import { SOFT, toPdf, withAccidentals } from '../paper/index.ts'

const OWNERS = { learner: 'the learner’s own', studio: 'the studio’s', loan: 'on loan' } as const

/** What a technician should be told about an instrument. */
export function technicianPdf(
  piece: PieceAnswer,
  learnerName: string,
  studio: StudioInput,
  paper: 'A4' | 'Letter',
): Promise<Buffer> {
  const list = (title: string, kind: ServiceRecord['kind'], none: string): Content => {
    const found = piece.services.filter((s) => s.kind === kind)
    return {
      stack: [
        { text: title, bold: true, fontSize: 13, margin: [0, 12, 0, 4] },
        ...(found.length
          ? found.map((s): Content => ({
              text: [{ text: `${s.at.slice(0, 10)}  `, color: SOFT }, ...withAccidentals(s.text)],
              margin: [0, 2, 0, 2],
            }))
          : [{ text: none, color: SOFT } as Content]),
      ],
    }
  }
  return toPdf(paper, {
    info: { title: `For the technician: ${piece.name}`, creator: 'Halitus' },
    content: [
      { text: 'For the technician', color: SOFT },
      { text: withAccidentals(piece.name), fontSize: 22, bold: true },
      {
        text: withAccidentals(
          `${instrument(piece.instrument).name}, ${piece.serial ? `serial ${piece.serial}` : 'no serial noted'}, ${OWNERS[piece.owner]}. Played by ${learnerName}, ${studio.name}.`,
        ),
      },
      ...(piece.note ? [{ text: withAccidentals(piece.note), color: SOFT } as Content] : []),
      list('Please look at', 'tell-technician', 'Nothing noted.'),
      list('Faults found by swapping', 'fault', 'None noted.'),
      list('Earlier work', 'service', 'None noted.'),
    ],
  })
}
