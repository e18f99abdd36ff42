import type { StudioPart } from '@halitus/core/contract'
import type { Piece } from './in-pieces.ts'

interface Place {
  part: StudioPart
  /** In its list, from 0. */
  place: number
  row: unknown
}

/** A studio's file that says two things at once; the message names the place: `entries[3] (“id”): …`. */
export class Contradiction extends Error {
  override name = 'Contradiction'
  readonly field: string
  constructor({ part, place, row }: Place, why: string) {
    const { id } = row as { id?: string }
    super(`${part}[${place}]${id ? ` (“${id}”)` : ''}: ${why}`)
    this.field = `${part}[${place}]`
  }
}

type Row = {
  id: string
  learnerId: string
  lessonId: string
  cardId: string
  rowId: string
  row: string
  rows: { id: string }[]
}

/** Holds records against those before them: whose a line is, and which row was ticked. What isn't there at all the tables tell. */
export class Belongings {
  private readonly learnerOf = new Map<string, string>()
  private readonly rowsOf = new Map<string, ReadonlySet<string>>()

  /** @throws Contradiction */
  check({ part, from, rows }: Piece): void {
    for (const [k, row] of (rows as readonly Row[]).entries()) {
      const wrong = this.wrong(part, row)
      if (wrong) throw new Contradiction({ part, place: from + k, row }, wrong)
    }
  }

  private wrong(part: StudioPart, row: Row): string | undefined {
    if (part === 'lessons') this.learnerOf.set(row.id, row.learnerId)
    if (part === 'cards') this.rowsOf.set(row.id, new Set(row.rows.map((r) => r.id)))
    if (part === 'entries' || part === 'cards') {
      const learner = this.learnerOf.get(row.lessonId)
      if (learner !== undefined && learner !== row.learnerId)
        return `it is “${row.learnerId}”’s, in a lesson of “${learner}”`
    }
    const ofRow = part === 'ticks' ? row.rowId : part === 'numbers' ? row.row : undefined
    if (ofRow !== undefined && this.rowsOf.get(row.cardId)?.has(ofRow) === false)
      return `its card “${row.cardId}” has no row “${ofRow}”`
    return undefined
  }
}
