import type { Content } from 'pdfmake/interfaces.js'
import type { CardAnswer, StudioInput } from '@halitus/core/contract'
import { instrument, underSystem, type Instrument } from '@halitus/core/instruments'
import { prettyNote } from '@halitus/core/pitch'
import type { CardRow } from '@halitus/core/records'
import { engraved, fingeringSvg, INK, SOFT, toPdf, withAccidentals } from '../paper/index.ts'

const SIGN_WIDTH = 230
/** Of a line of notation beside the boxes, points. */
const LINE_WIDTH = 300

/** A box to tick, ticked already or not. */
const box = (done: boolean): Content => ({
  canvas: [
    { type: 'rect', x: 3, y: 0, w: 15, h: 15, r: 2, lineWidth: 1, lineColor: INK },
    ...(done
      ? [
          {
            type: 'polyline' as const,
            lineWidth: 1.6,
            lineColor: INK,
            points: [
              { x: 6, y: 7 },
              { x: 9, y: 11 },
              { x: 15, y: 4 },
            ],
          },
        ]
      : []),
  ],
  margin: [0, 4, 0, 0],
})

const named = (row: CardRow) =>
  `${row.title}${row.notes.length ? `: ${row.notes.map(prettyNote).join(' – ')}` : ''}`

/** Whose card it is, from when, and how much it asks. */
function heading(card: CardAnswer, inst: Instrument, studio: StudioInput): Content[] {
  const minutes = card.rows.reduce((sum, r) => sum + r.minutes, 0)
  return [
    {
      columns: [
        { text: card.learnerName, fontSize: 22, bold: true },
        { text: `${studio.name}\nfrom ${card.from}`, alignment: 'right', color: SOFT },
      ],
    },
    {
      text: withAccidentals(`${inst.name} · ${card.sessions} sessions of about ${minutes} minutes`),
      margin: [0, 2, 0, 10],
    },
  ]
}

/** One line an activity, one box a session. */
function table(card: CardAnswer, lines: ReadonlyMap<string, string>): Content {
  const sessions = Array.from({ length: card.sessions }, (_, i) => i + 1)
  const ticked = new Set(card.ticks.map((t) => `${t.rowId} ${t.session}`))
  const what = (row: CardRow): Content => ({
    stack: [
      { text: withAccidentals(named(row)), bold: true, fontSize: 12 },
      { text: withAccidentals(`${row.amount} · ${row.minutes} min`) },
      { text: withAccidentals(row.aim), color: SOFT },
      ...(lines.has(row.id)
        ? [{ svg: lines.get(row.id)!, width: LINE_WIDTH, margin: [0, 3, 0, 2] } as Content]
        : []),
    ],
  })
  return {
    table: {
      headerRows: 1,
      dontBreakRows: true,
      widths: ['*', ...sessions.map(() => 21)],
      body: [
        [
          { text: 'What to play', color: SOFT },
          ...sessions.map((s): Content => ({ text: String(s), alignment: 'center', color: SOFT })),
        ],
        ...card.rows.map((row) => [what(row), ...sessions.map((s) => box(ticked.has(`${row.id} ${s}`)))]),
      ],
    },
    layout: {
      hLineWidth: (i) => (i === 0 ? 0 : 0.6),
      vLineWidth: () => 0,
      hLineColor: () => '#b9c2c7',
      paddingTop: () => 3,
      paddingBottom: () => 3,
    },
  }
}

/** Fingering pictures of the first notes on the card, in two columns. */
function pictures(card: CardAnswer, inst: Instrument): Content[] {
  const found = [...new Set(card.rows.flatMap((r) => r.notes))].slice(0, 6).flatMap((note) => {
    const svg = fingeringSvg(inst, note)
    return [
      {
        stack: [
          { text: withAccidentals(prettyNote(note)), bold: true },
          { svg, width: 235 },
        ],
        unbreakable: true,
        margin: [0, 0, 0, 4],
      } as Content,
    ]
  })
  if (!found.length) return []
  const half = Math.ceil(found.length / 2)
  return [
    {
      columns: [{ stack: found.slice(0, half) }, { stack: found.slice(half) }],
      columnGap: 16,
      margin: [0, 4, 0, 0],
    },
  ]
}

/** What to do when it goes wrong, and room for questions and an adult's name. */
function foot(card: CardAnswer): Content[] {
  const line = (label: string): Content => ({
    stack: [
      { canvas: [{ type: 'line', x1: 0, y1: 24, x2: SIGN_WIDTH, y2: 24, lineWidth: 0.7, lineColor: INK }] },
      { text: label, color: SOFT, fontSize: 9 },
    ],
  })
  return [
    {
      text: 'Dizzy, tingling or sore: stop, sit, breathe normally, and tell us. A missed day is fine.',
      color: SOFT,
      margin: [0, 8, 0, 6],
    },
    {
      columns: [
        line('Questions for the next lesson'),
        ...(card.needsSignature ? [line('Signature of an adult')] : []),
      ],
      columnGap: 16,
    },
  ]
}

/** Lines to play, engraved, by the id of their row. */
async function engravedLines(card: CardAnswer, inst: Instrument): Promise<Map<string, string>> {
  const lines = new Map<string, string>()
  for (const row of card.rows)
    if (row.line?.length) lines.set(row.id, await engraved(row.line, inst, LINE_WIDTH))
  return lines
}

/** The week’s card as PDF. */
export async function cardPdf(
  card: CardAnswer,
  studio: StudioInput,
  paper: 'A4' | 'Letter',
): Promise<Buffer> {
  const inst = underSystem(instrument(card.instrument), card.system)
  const lines = await engravedLines(card, inst)
  const listenFor: Content[] = card.listenFor
    ? [
        {
          text: [{ text: 'Listen for: ', bold: true }, ...withAccidentals(card.listenFor)],
          margin: [0, 10, 0, 8],
        },
      ]
    : []
  return toPdf(paper, {
    info: { title: `Week’s card, ${card.learnerName}`, creator: 'Halitus' },
    content: [
      ...heading(card, inst, studio),
      table(card, lines),
      ...listenFor,
      ...pictures(card, inst),
      ...foot(card),
    ],
  })
}
