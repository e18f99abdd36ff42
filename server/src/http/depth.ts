import { HttpError } from './errors.ts'

/** How deep what is sent may go, and how long one record of a studio's file may be, bytes: several times what the largest is. */
export const DEEPEST = 32
export const LONGEST = 2_000_000

const [QUOTE, BACKSLASH, OPEN, OPEN_LIST, CLOSE, CLOSE_LIST] = [...'"\\{[}]'].map((c) => c.charCodeAt(0))
/** A record stands in a list of the file. */
const OF_RECORDS = 2

/**
 * Looks at JSON as it comes for what would need more memory than there is once it is built: nesting and single records.
 *
 * @example
 * const depth = new Depth()
 * depth.trouble(Buffer.from('{"a":[{"b":1}]}')) // undefined
 */
export class Depth {
  private depth = 0
  private inText = false
  private escaped = false
  private length = 0

  /** @returns what is wrong with the next bytes, in a sentence */
  trouble(bytes: Uint8Array): string | undefined {
    for (let i = 0; i < bytes.length; i++) {
      const byte = bytes[i]
      this.length++
      if (this.inText) {
        if (this.escaped) this.escaped = false
        else if (byte === BACKSLASH) this.escaped = true
        else if (byte === QUOTE) this.inText = false
      } else if (byte === QUOTE) this.inText = true
      else if (byte === OPEN || byte === OPEN_LIST) {
        if (++this.depth > DEEPEST) return `It is nested ${this.depth} deep; ${DEEPEST} are allowed.`
        if (this.depth === OF_RECORDS + 1) this.length = 0
      } else if (byte === CLOSE || byte === CLOSE_LIST) {
        this.depth--
        this.length = 0
      }
      if (this.length > LONGEST)
        return `One record of the file is longer than ${LONGEST / 1e6} MB; no studio’s is.`
    }
    return undefined
  }
}

/** @throws HttpError malformed for JSON that is nested deeper than anything here: looking through it would need endless memory */
export function refuseDeep(bytes: Uint8Array): void {
  const trouble = new Depth().trouble(bytes)
  if (trouble) throw new HttpError('malformed', trouble)
}
