import { STUDIO_PART_NAMES, type StudioFile, type StudioInput, type StudioPart } from '@halitus/core/contract'

/** Rows go in by the hundred: SQLite takes a limited number of values a statement. */
export const AT_ONCE = 100

/** Some rows of one list, and which place the first of them has in it. */
export interface Piece {
  part: StudioPart
  from: number
  rows: readonly unknown[]
}

/** A studio's lists in pieces, one after another; gone through as often as needed. */
export interface StudioInPieces {
  studio: StudioInput
  pieces: () => AsyncIterable<Piece> | Iterable<Piece>
}

/** A file's lists in pieces. */
export const inPieces = (file: StudioFile): StudioInPieces => ({
  studio: file.studio,
  *pieces() {
    for (const part of STUDIO_PART_NAMES)
      for (let from = 0; from < file[part].length; from += AT_ONCE)
        yield { part, from, rows: file[part].slice(from, from + AT_ONCE) }
  },
})
