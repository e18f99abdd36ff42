import { createHash } from 'node:crypto'
import type { Response } from 'express'
import { breathe } from '../http/index.ts'
import type { Topic } from './changes.ts'
import type { Database } from './open.ts'

/**
 * Answers kept as text until something that they rest on is written. Reading a learner's history costs several queries;
 * between two writes it is the same text, so it is made once.
 */
export interface Answers {
  /** @param topic what the answer rests on beside names, plans, cards and reeds: somebody's lesson lines, or everybody's */
  send(response: Response, key: string, make: () => Promise<unknown>, topic?: Topic): Promise<undefined>
  /** The same for a part of an answer, kept as it is. */
  part<T>(key: string, make: () => Promise<T>, topic?: Topic): Promise<T>
}

/** So many, and so many bytes together, are kept (chosen by Halitus). */
const MOST = 300
const MOST_BYTES = 24_000_000

/** @param stampOf other whenever what a topic rests on has changed */
export function answersUntilChanged(stampOf: Database['stamp']): Answers {
  const kept = new Map<string, { text: Buffer; tag: string; stamp: string }>()
  const parts = new Map<string, { value: unknown; stamp: string }>()
  let bytes = 0
  const forget = (key: string) => {
    bytes -= kept.get(key)?.text.length ?? 0
    kept.delete(key)
  }
  /** What is being made for somebody is waited for by others who ask the same of the same state. */
  const making = new Map<string, Promise<unknown>>()
  function single<T>(key: string, make: () => Promise<T>): Promise<T> {
    const there = making.get(key)
    if (there) return there as Promise<T>
    const made = breathe()
      .then(make)
      .finally(() => making.delete(key))
    making.set(key, made)
    return made
  }
  return {
    async send(response, key, make, topic) {
      const stamp = await stampOf(topic)
      let answer = kept.get(key)
      if (!answer || answer.stamp !== stamp) {
        answer = await single(`answer ${stamp} ${key}`, async () => {
          const text = Buffer.from(JSON.stringify(await make()))
          const tag = `"${createHash('sha1').update(text).digest('base64url')}"`
          const fresh = { text, tag, stamp }
          // A write may have come in while the answer was being made: then it is sent, but not kept.
          if ((await stampOf(topic)) !== stamp) return fresh
          forget(key)
          // The oldest go first.
          for (const old of kept.keys()) {
            if (kept.size < MOST && bytes + text.length <= MOST_BYTES) break
            forget(old)
          }
          bytes += text.length
          kept.set(key, fresh)
          return fresh
        })
      }
      // The tag is kept too: making it anew for every answer costs more than sending it.
      response.set({ 'content-type': 'application/json; charset=utf-8', etag: answer.tag })
      if (response.req.fresh) response.status(304).end()
      else response.set('content-length', String(answer.text.length)).end(answer.text)
      return undefined
    },
    async part<T>(key: string, make: () => Promise<T>, topic?: Topic) {
      const stamp = await stampOf(topic)
      const there = parts.get(key)
      if (there?.stamp === stamp) return there.value as T
      return single(`part ${stamp} ${key}`, async () => {
        const value = await make()
        if ((await stampOf(topic)) === stamp) {
          if (parts.size >= MOST) parts.delete(parts.keys().next().value!)
          parts.set(key, { value, stamp })
        }
        return value
      })
    },
  }
}
