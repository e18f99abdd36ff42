import { createHash } from 'node:crypto'
import type { Response } from 'express'

/**
 * Answers kept as text until anything is written. Reading a learner's history costs several queries; between two
 * writes it is the same text, so it is made once.
 */
export interface Answers {
  send(response: Response, key: string, make: () => Promise<unknown>): Promise<undefined>
}

/** So many, and so many bytes together, are kept (chosen by Halitus). */
const MOST = 300
const MOST_BYTES = 48_000_000

/** @param revision a number that changes with every write; undefined when others may write too: nothing is kept then */
export function answersUntilChanged(revision: () => number | undefined): Answers {
  const kept = new Map<string, { text: Buffer; tag: string }>()
  let of: number | undefined
  let bytes = 0
  const empty = () => {
    kept.clear()
    bytes = 0
  }
  return {
    async send(response, key, make) {
      const current = revision()
      if (current !== of) {
        empty()
        of = current
      }
      let answer = kept.get(key)
      if (!answer) {
        const text = Buffer.from(JSON.stringify(await make()))
        answer = { text, tag: `"${createHash('sha1').update(text).digest('base64url')}"` }
        // A write may have come in while the answer was being made: then it is sent, but not kept.
        if (current !== undefined && revision() === current) {
          if (kept.size >= MOST || bytes + text.length > MOST_BYTES) empty()
          bytes += text.length
          kept.set(key, answer)
        }
      }
      // The tag is kept too: making it anew for every answer costs more than sending it.
      response.set({ 'content-type': 'application/json; charset=utf-8', etag: answer.tag })
      if (response.req.fresh) response.status(304).end()
      else response.set('content-length', String(answer.text.length)).end(answer.text)
      return undefined
    },
  }
}
