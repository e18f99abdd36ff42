import type { Content } from 'pdfmake/interfaces.js'
import type { CardAnswer, StudioInput } from '@halitus/core/contract'
import { instrument, underSystem, type Instrument } from '@halitus/core/instruments'
import { cardReads } from '@halitus/core/home'
import { forAdults } from '@halitus/core/practice'
import { dayInWords } from '@halitus/core/time'
import type { CardRow } from '@halitus/core/records'
import { TICKS } from '@halitus/core/tongue'
import { engraved, fingeringSvg, handsSvg, INK, SOFT, TEXT, toPdf, withAccidentals } from '../paper/index.ts'

const SIGN_WIDTH = 230

/** How large everything is drawn; points. */
interface Size {
  name: number
  text: number
  picture: number
  staff: number
  /** Of a line of notation beside the boxes. */
  line: number
  /** Fingering pictures at most. */
  pictures: number
  /** Pictures stand beside the rows rather than below them. */
  beside: boolean
  gap: number
}
/** Over as many pages as it takes, by choice only. */
const LARGE: Size = {
  name: 12,
  text: 10.5,
  picture: 235,
  staff: 70,
  line: 300,
  pictures: 6,
  beside: false,
  gap: 3,
}
/** One page is the rule: from the roomiest on, the first that fits is taken. */
const ON_ONE_PAGE: readonly Size[] = [
  { name: 12, text: 10.5, picture: 178, staff: 58, line: 188, pictures: 6, beside: true, gap: 5 },
  { name: 11, text: 9.5, picture: 168, staff: 52, line: 180, pictures: 6, beside: true, gap: 3 },
  { name: 10, text: 9, picture: 144, staff: 44, line: 160, pictures: 6, beside: true, gap: 2 },
  { name: 9.5, text: 8.5, picture: 124, staff: 40, line: 150, pictures: 4, beside: true, gap: 1 },
]
const BESIDE_WIDTH = 182

/** The bars of a row’s line. */
const timeOf = ({ beats = 4, beatType }: CardRow) => ({ beats, ...(beatType && { beatType }) })

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

/** How the card reads to whose it is. */
type Reads = ReturnType<typeof cardReads>
const named = (row: CardRow, reads: Reads) =>
  `${reads.text(row.title)}${row.notes.length ? `: ${row.notes.map(reads.note).join(' – ')}` : ''}`

/** Whose card it is, from when, and how much it asks. */
function heading(card: CardAnswer, inst: Instrument, studio: StudioInput): Content[] {
  const minutes = card.rows.reduce((sum, r) => sum + r.minutes, 0)
  return [
    {
      columns: [
        { text: card.learnerName, fontSize: 22, bold: true },
        { text: `${studio.name}\nfrom ${dayInWords(card.from)}`, alignment: 'right', color: SOFT },
      ],
    },
    {
      text: withAccidentals(`${inst.name} · ${card.sessions} sessions of about ${minutes} minutes`),
      margin: [0, 2, 0, 10],
    },
  ]
}

/** Of the page: what its margins leave, what stands beside the rows, and what each box needs; points. */
const PAGE_WIDTH = 507
const BESIDE_GAP = 14
const BOX_WIDTH = 21
const CELL_PADDING = 8
/** What the rows’ words have: a line that is wider would push the boxes off the page. */
const roomFor = (card: CardAnswer, size: Size, beside: boolean) =>
  Math.min(
    size.line,
    PAGE_WIDTH -
      (beside ? BESIDE_WIDTH + BESIDE_GAP : 0) -
      card.sessions * (BOX_WIDTH + CELL_PADDING) -
      CELL_PADDING,
  )

/** Units as they are written down. */
const UNITS: Readonly<Record<string, string>> = {
  s: 'seconds',
  'a minute': 'tempo',
  hits: 'number that was right',
}

/** One line an activity, one box a session. @param width of a line of notation */
function table(
  card: CardAnswer,
  lines: ReadonlyMap<string, string>,
  size: Size,
  reads: Reads,
  width: number,
): Content {
  const sessions = Array.from({ length: card.sessions }, (_, i) => i + 1)
  const ticked = new Set(card.ticks.map((t) => `${t.rowId} ${t.session}`))
  /** A session's best number, where one came back already; else a box to tick, or to write it into. */
  const cell = (row: CardRow, s: number): Content => {
    const told = card.numbers.filter((n) => n.row === row.id && n.session === s).map((n) => n.value)
    return told.length
      ? { text: String(Math.max(...told)), alignment: 'center', bold: true, margin: [0, 4, 0, 0] }
      : box(ticked.has(`${row.id} ${s}`))
  }
  const unit = (row: CardRow) =>
    row.asks && row.asks.value !== null && !row.line
      ? `  Write the ${UNITS[row.asks.unit] ?? row.asks.unit} into the boxes.`
      : ''
  const what = (row: CardRow): Content => ({
    stack: [
      { text: withAccidentals(named(row, reads)), bold: true, fontSize: size.name },
      { text: withAccidentals(`${reads.text(row.amount)} · ${row.minutes}\u00a0min`) },
      { text: withAccidentals(`${reads.text(row.aim)}${unit(row)}`), color: SOFT },
      ...(lines.has(row.id) ? [{ svg: lines.get(row.id)!, width, margin: [0, 3, 0, 2] } as Content] : []),
    ],
  })
  return {
    table: {
      headerRows: 1,
      dontBreakRows: true,
      widths: ['*', ...sessions.map(() => BOX_WIDTH)],
      body: [
        [
          { text: 'What to play', color: SOFT },
          ...sessions.map((s): Content => ({ text: String(s), alignment: 'center', color: SOFT })),
        ],
        ...card.rows.map((row) => [what(row), ...sessions.map((s) => cell(row, s))]),
      ],
    },
    layout: {
      hLineWidth: (i) => (i === 0 ? 0 : 0.6),
      vLineWidth: () => 0,
      hLineColor: () => '#b9c2c7',
      paddingTop: () => size.gap,
      paddingBottom: () => size.gap,
    },
  }
}

/** A note of the card: name, staff and fingering. */
interface Pictured {
  note: string
  staff: string
  fingering: string
  /** The same hand by hand, larger. */
  hands: string
}
const MOST_PICTURES = Math.max(...[LARGE, ...ON_ONE_PAGE].map((s) => s.pictures))
const WHOLE = 4 * TICKS

/** The first notes on the card, each drawn once. */
async function picturesOf(card: CardAnswer, inst: Instrument): Promise<Pictured[]> {
  const found: Pictured[] = []
  for (const note of [...new Set(card.rows.flatMap((r) => r.notes))].slice(0, MOST_PICTURES))
    found.push({
      note,
      staff: await engraved([{ written: note, ticks: WHOLE, begins: 'tongue' }], inst, STAFF_PT),
      fingering: fingeringSvg(inst, note),
      hands: handsSvg(inst, note),
    })
  return found
}
/** A whole note with its clef fits into so much, points. */
const STAFF_PT = 92

function pictures(all: readonly Pictured[], size: Size, reads: Reads): Content[] {
  const found = all.slice(0, size.pictures).map(
    ({ note, staff, fingering, hands }) =>
      ({
        stack: [
          {
            columns: [
              {
                width: 'auto',
                text: withAccidentals(reads.note(note)),
                bold: true,
                fontSize: size.name,
              },
              { svg: staff, width: size.staff },
            ],
            columnGap: 8,
          },
          { svg: fingering, width: size.picture },
          { svg: hands, width: size.picture },
        ],
        unbreakable: true,
        margin: [0, 0, 0, 2 + size.gap],
      }) as Content,
  )
  if (!found.length || size.beside) return found
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

/** Lines to play, engraved as wide as they are drawn, by the id of their row. @param width points */
async function engravedLines(
  card: CardAnswer,
  inst: Instrument,
  width: number,
): Promise<Map<string, string>> {
  const lines = new Map<string, string>()
  for (const row of card.rows)
    if (row.line?.length) lines.set(row.id, await engraved(row.line, inst, width, timeOf(row)))
  return lines
}

/** Pages of a finished document: each has an object of its own, written plainly. */
export const pagesOf = (pdf: Buffer): number =>
  pdf.toString('latin1').match(/\/Type \/Page\b(?!s)/g)?.length ?? 0

/** Read at arm's length, points. */
const ADULT_PT = 12
/** What the adult at home is told, behind the card. */
function adultPage(card: CardAnswer, inst: Instrument, reads: Reads): Content[] {
  const { rows, howMuch, stop, care } = forAdults(card, inst)
  const part = (title: string, lines: readonly string[]): Content[] => [
    { text: title, bold: true, fontSize: 14, margin: [0, 14, 0, 4] },
    { ul: lines.map((text) => ({ text, fontSize: ADULT_PT, margin: [0, 2, 0, 2] })) },
  ]
  return [
    { text: `For the adult at home: ${card.learnerName}`, fontSize: 20, bold: true, pageBreak: 'before' },
    { text: 'You needn’t play it yourself: look, listen, and be there.', color: SOFT, margin: [0, 2, 0, 8] },
    {
      table: {
        widths: [150, '*'],
        dontBreakRows: true,
        body: rows.map(({ titles, help }) => [
          {
            text: withAccidentals(reads.text([...new Set(titles)].join('\n'))),
            bold: true,
            fontSize: ADULT_PT,
          },
          { text: help, fontSize: ADULT_PT },
        ]),
      },
      layout: {
        hLineWidth: () => 0.6,
        vLineWidth: () => 0,
        hLineColor: () => '#b9c2c7',
        paddingTop: () => 5,
        paddingBottom: () => 5,
      },
    },
    ...part('How much', howMuch),
    ...part('When to stop', stop),
    ...part('Afterwards', care),
  ]
}

/**
 * The week’s card as PDF: on one page, as large as fits there; large print over several pages by choice only.
 * @param large large print
 * @param adult with a page for the adult at home behind it
 */
export async function cardPdf(
  card: CardAnswer,
  studio: StudioInput,
  paper: 'A4' | 'Letter',
  { large = false, adult = false }: { large?: boolean; adult?: boolean } = {},
): Promise<Buffer> {
  const inst = underSystem(instrument(card.instrument), card.system)
  const drawn = await picturesOf(card, inst)
  const reads = cardReads(card)
  const drawnIn = async (size: Size, behind: Content[] = []) => {
    const listenFor: Content[] = card.listenFor
      ? [
          {
            text: [{ text: 'Listen for: ', bold: true }, ...withAccidentals(reads.text(card.listenFor))],
            margin: [0, size.beside ? 2 : 10, 0, 8],
          },
        ]
      : []
    const beside = [...listenFor, ...pictures(drawn, size, reads)]
    const isBeside = size.beside && beside.length > 0
    const width = roomFor(card, size, isBeside)
    const lines = await engravedLines(card, inst, width)
    const rows = table(card, lines, size, reads, width)
    return toPdf(paper, {
      info: { title: `Week’s card, ${card.learnerName}`, creator: 'Halitus' },
      defaultStyle: { ...TEXT, fontSize: size.text },
      content: [
        ...heading(card, inst, studio),
        ...(isBeside
          ? [{ columns: [rows, { width: BESIDE_WIDTH, stack: beside }], columnGap: BESIDE_GAP } as Content]
          : [rows, ...beside]),
        ...foot(card),
        ...behind,
      ],
    })
  }
  const behind = adult ? adultPage(card, inst, reads) : []
  if (large) return drawnIn(LARGE, behind)
  let fits = ON_ONE_PAGE[0]!
  let pdf = await drawnIn(fits)
  for (const size of ON_ONE_PAGE.slice(1)) {
    if (pagesOf(pdf) === 1) break
    fits = size
    pdf = await drawnIn(size)
  }
  return adult ? drawnIn(fits, behind) : pdf
}
