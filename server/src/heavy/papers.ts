import type { CardAnswer, PieceAnswer, StudioInput } from '@halitus/core/contract'
import { instrument, underSchools } from '@halitus/core/instruments'
import { nameNotes, type Naming } from '@halitus/core/pitch'
import type { Chosen } from '@halitus/core/schools'
import { cardPdf as printCard } from '../cards/pdf.ts'
import { sheetPdf as printSheet, sheetSvg as drawSheet, type Sheet } from '../charts/sheet.ts'
import { technicianPdf as printForTechnician } from '../pieces/pdf.ts'
import type { Term } from '@halitus/core/practice'
import { termPdf as printTerm } from '../learners/term-pdf.ts'
import { drawTune, printTune, type TuneOnPaper } from '../tunes/pdf.ts'

export type Paper = 'A4' | 'Letter'
interface SheetAsked extends Omit<Sheet, 'inst'> {
  instrument: string
  schools: readonly [Chosen | undefined, Chosen | undefined]
  noteNames: Naming
}

const sheetIn = ({ instrument: on, schools, noteNames, ...sheet }: SheetAsked): Sheet => {
  nameNotes(noteNames)
  return { ...sheet, inst: underSchools(instrument(on), ...schools) }
}

/** A card on paper. */
export function cardPdf({
  card,
  studio,
  paper,
  large,
  adult,
}: {
  card: CardAnswer
  studio: StudioInput
  paper: Paper
  large: boolean
  adult: boolean
}): Promise<Uint8Array> {
  nameNotes(studio.noteNames)
  return printCard(card, studio, paper, { large, adult })
}

/** A sheet of fingerings on paper. */
export const sheetPdf = ({ sheet, paper }: { sheet: SheetAsked; paper: Paper }): Promise<Uint8Array> =>
  printSheet(sheetIn(sheet), paper)

/** The same as a picture. */
export const sheetSvg = ({ sheet }: { sheet: SheetAsked }): Promise<string> => drawSheet(sheetIn(sheet))

/** What a technician is to know of an instrument, on paper. */
export function technicianPdf(of: {
  piece: PieceAnswer
  learner: string
  studio: StudioInput
  paper: Paper
}): Promise<Uint8Array> {
  nameNotes(of.studio.noteNames)
  return printForTechnician(of.piece, of.learner, of.studio, of.paper)
}

/** A learner's term on paper. */
export function termPdf(of: {
  term: Term
  learner: string
  on: string
  studio: StudioInput
  paper: Paper
}): Promise<Uint8Array> {
  nameNotes(of.studio.noteNames)
  return printTerm({ ...of, studio: of.studio.name }, of.paper)
}

/** A tune on paper. */
export const tunePdf = (of: TuneOnPaper & { paper: Paper; large: boolean }): Promise<Uint8Array> =>
  printTune(of, of.paper, of.large)

/** The same as a picture. */
export const tuneSvg = ({ musicXml }: Pick<TuneOnPaper, 'musicXml'>): Promise<string> => drawTune(musicXml)
