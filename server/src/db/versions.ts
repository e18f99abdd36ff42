import { conflict } from '../http/index.ts'

/**
 * Refuses to write over what somebody else saved meanwhile.
 * @param what “The card”, for the sentence
 * @param seen the version that the writer saw; undefined from a writer who doesn't mind
 * @throws HttpError changed-meanwhile
 */
export function asSeen(what: string, now: number, seen: number | undefined): void {
  if (seen !== undefined && seen !== now)
    throw conflict(
      `${what} was changed elsewhere meanwhile (version ${now}, yours was ${seen}). Look at it again.`,
    )
}
