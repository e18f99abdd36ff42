import { STUDIO_PART_NAMES, type StudioFile, type StudioInput, type StudioPart } from '@halitus/core/contract'

/** Rows go in by the hundred: SQLite takes a limited number of values a statement. */
const AT_ONCE = 100

/** A studio file with its lists in pieces, each made into rows when its turn comes; gone through as often as needed. */
export interface StudioInPieces {
  studio: StudioInput
  pieces: readonly { part: StudioPart; rows: () => unknown[] }[]
}

/** A file's lists in pieces. */
export const inPieces = (file: StudioFile): StudioInPieces => ({
  studio: file.studio,
  pieces: STUDIO_PART_NAMES.flatMap((part) =>
    Array.from({ length: Math.ceil(file[part].length / AT_ONCE) }, (_, k) => ({
      part,
      rows: () => file[part].slice(k * AT_ONCE, (k + 1) * AT_ONCE),
    })),
  ),
})
