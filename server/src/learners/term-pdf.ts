import type { Content } from 'pdfmake/interfaces.js'
import type { Term } from '@halitus/core/practice'
import { dayInWords, daysBetween } from '@halitus/core/time'
import { INK, SOFT, toPdf, withAccidentals } from '../paper/index.ts'

const WIDTH = 500
const HEIGHT = 130

/** The picture of the weeks: bars for what was practised, the line of what grew above them; no number stands on it. */
function picture({ weeks, line, from }: Term): Content {
  const step = WIDTH / weeks.length
  const days = 7 * weeks.length
  const x = (at: string) => Math.max(0, Math.min(WIDTH, (WIDTH * daysBetween(from, at)) / days))
  return {
    canvas: [
      ...weeks.flatMap(({ practised }, k) => [
        {
          type: 'rect' as const,
          x: k * step + 4,
          y: HEIGHT,
          w: step - 8,
          h: 34,
          r: 3,
          lineWidth: 0.8,
          lineColor: SOFT,
        },
        ...(practised
          ? [
              {
                type: 'rect' as const,
                x: k * step + 4,
                y: HEIGHT + 34 * (1 - Math.min(1, practised)),
                w: step - 8,
                h: 34 * Math.min(1, practised),
                r: 3,
                color: '#9aa1a6',
              },
            ]
          : []),
      ]),
      ...(line && line.points.length > 1
        ? [
            {
              type: 'polyline' as const,
              lineWidth: 3,
              lineColor: INK,
              points: line.points.map((p) => ({ x: x(p.at), y: 6 + (HEIGHT - 24) * (1 - p.height) })),
            },
          ]
        : []),
    ],
    margin: [0, 18, 0, 6],
  }
}

/** A term on paper, for the family: what improved, what is next, the weeks as a picture. */
export function termPdf(
  of: { term: Term; learner: string; on: string; studio: string },
  paper: 'A4' | 'Letter',
): Promise<Buffer> {
  const { term, learner, on, studio } = of
  return toPdf(paper, {
    info: { title: `${learner}: the term`, creator: 'Halitus' },
    content: [
      { text: withAccidentals(learner), fontSize: 24, bold: true },
      {
        text: withAccidentals(`${on}, ${dayInWords(term.from)} to ${dayInWords(term.to)}. ${studio}`),
        fontSize: 12,
        color: SOFT,
      },
      { text: withAccidentals(term.improved), fontSize: 19, bold: true, margin: [0, 28, 0, 8] },
      { text: withAccidentals(term.next), fontSize: 16 },
      picture(term),
      {
        text: withAccidentals(
          `${term.line ? `The line is ${term.line.title}, from the first week to the last. ` : ''}A box is a week; it is as full as the week was practised.`,
        ),
        fontSize: 12,
        color: SOFT,
      },
      {
        text: 'Short and often helps more than long and seldom. A missed week takes nothing away.',
        fontSize: 12,
        margin: [0, 18, 0, 0],
      },
    ],
  })
}
