import {
  check,
  ContractError,
  studioFile,
  upgradeFile,
  type CardAnswer,
  type PieceAnswer,
  type StudioFile,
  type StudioInput,
  type StudioPart,
} from '@halitus/core/contract'
import { judgeCrossings, type Crossing } from '@halitus/core/crossings'
import { fingerSystem, instrument, standardFingering, underSchools } from '@halitus/core/instruments'
import { nameNotes, type Naming } from '@halitus/core/pitch'
import type { Chosen } from '@halitus/core/schools'
import {
  analyse,
  readWav,
  WavError,
  type AnalyseOptions,
  type SoundReport,
  type Track,
} from '@halitus/core/sound'
import { cardPdf } from '../cards/pdf.ts'
import { sheetPdf, sheetSvg, type Sheet } from '../charts/sheet.ts'
import { technicianPdf } from '../pieces/pdf.ts'
import { inPieces } from '../studio/in-pieces.ts'

/** Something that can't be done, told as data: errors lose what they are on the way between threads. */
export interface Told {
  refused: string
  field?: string
}
export type Paper = 'A4' | 'Letter'

/** A move between two written notes on an instrument. */
export interface MoveAsked {
  instrument: string
  from: string
  to: string
  system?: string | undefined
}
interface Sound {
  /** A WAVE file. */
  bytes: Uint8Array
  /** Longer ones are refused, s. */
  longestS: number
  options: AnalyseOptions
}
interface SheetAsked extends Omit<Sheet, 'inst'> {
  instrument: string
  schools: readonly [Chosen | undefined, Chosen | undefined]
  noteNames: Naming
}

function recordingIn({ bytes, longestS }: Sound) {
  const recording = readWav(bytes)
  const seconds = recording.samples.length / recording.sampleRate
  if (seconds > longestS)
    throw new WavError(`The recording lasts ${Math.round(seconds)} s; at most ${longestS} s are analysed.`)
  return recording
}
/** What is wrong with a file is told; what is wrong with us stays an error. */
function told<T>(work: () => T): T | Told {
  try {
    return work()
  } catch (error) {
    if (error instanceof WavError) return { refused: error.message }
    if (error instanceof ContractError)
      return { refused: error.message, ...(error.field && { field: error.field }) }
    throw error
  }
}
const sheetIn = ({ instrument: on, schools, noteNames, ...sheet }: SheetAsked): Sheet => {
  nameNotes(noteNames)
  return { ...sheet, inst: underSchools(instrument(on), ...schools) }
}

/** What takes long, each as one function over plain data, run on threads of their own. */
export const TASKS = {
  analyse: (sound: Sound): { report: SoundReport; track: Track; warnings: string[] } | Told =>
    told(() => {
      const { samples, sampleRate, warnings } = recordingIn(sound)
      return { ...analyse(samples, sampleRate, sound.options), warnings: [...warnings] }
    }),
  crossings: ({ move, ...sound }: Sound & { move: MoveAsked }): { crossings: Crossing[] } | Told =>
    told(() => {
      const { samples, sampleRate } = recordingIn(sound)
      const heard = analyse(samples, sampleRate, sound.options)
      const inst = instrument(move.instrument)
      const [from, to] = [move.from, move.to].map((n) => standardFingering(inst, n, move.system))
      const system = fingerSystem(inst, move.system)
      return { crossings: judgeCrossings(samples, sampleRate, heard, system, from!, to!, sound.options) }
    }),
  cardPdf: ({
    card,
    studio,
    paper,
  }: {
    card: CardAnswer
    studio: StudioInput
    paper: Paper
  }): Promise<Uint8Array> => {
    nameNotes(studio.noteNames)
    return cardPdf(card, studio, paper)
  },
  sheetPdf: ({ sheet, paper }: { sheet: SheetAsked; paper: Paper }): Promise<Uint8Array> =>
    sheetPdf(sheetIn(sheet), paper),
  sheetSvg: ({ sheet }: { sheet: SheetAsked }): Promise<string> => Promise.resolve(sheetSvg(sheetIn(sheet))),
  technicianPdf: (of: {
    piece: PieceAnswer
    learner: string
    studio: StudioInput
    paper: Paper
  }): Promise<Uint8Array> => {
    nameNotes(of.studio.noteNames)
    return technicianPdf(of.piece, of.learner, of.studio, of.paper)
  },
  /**
   * A studio file as it was sent: read, brought up to date, held against the contract. Its lists come back as text in pieces:
   * text crosses between threads at once, where objects are built anew one by one.
   */
  studioFile: ({
    bytes,
  }: {
    bytes: Uint8Array
  }): { studio: StudioInput; pieces: { part: StudioPart; text: string }[] } | Told => {
    let body: unknown
    try {
      body = JSON.parse(new TextDecoder().decode(bytes))
    } catch {
      return { refused: 'The body is not valid JSON.', field: 'json' }
    }
    return told(() => {
      const { studio, pieces } = inPieces(check<unknown>(studioFile, upgradeFile(body)) as StudioFile)
      return {
        studio,
        pieces: pieces.map(({ part, rows }) => ({ part, text: JSON.stringify(rows()) })),
      }
    })
  },
}
export type Tasks = typeof TASKS
