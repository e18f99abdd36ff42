import express from 'express'
import { ROUTES } from '@halitus/core/contract'
import { onPulse } from '@halitus/core/crossings'
import { OutOfRange } from '@halitus/core/errors'
import { instrument, standardFingering } from '@halitus/core/instruments'
import { hzOfMidi, parseNote } from '@halitus/core/pitch'
import { WavError } from '@halitus/core/sound'
import { heavily, isTold } from '../heavy/index.ts'
import { HttpError, routes, type Routes } from '../http/index.ts'

/** A recording may be this large: ten minutes at 48 kHz, 16 bits, one channel. */
const LARGEST_BYTES = 60_000_000
const LONGEST_S = 600

/**
 * Sound files analysed.
 * @param a4Hz the studio’s reference pitch, Hz
 */
export function soundRoutes(a4Hz: () => Promise<number>): Routes {
  const r = routes()
  for (const route of [ROUTES.analyse, ROUTES.crossings])
    r.router.use(route.path, express.raw({ type: () => true, limit: LARGEST_BYTES }))
  return r
    .on(ROUTES.analyse, async ({ request, query }) => {
      const bytes = waveOf(request)
      const inst = query.instrument ? instrument(query.instrument) : undefined
      const transposition = inst?.transposition ?? 0
      const reference = await a4Hz()
      const askedHz = query.asked && hzOfMidi(parseNote(query.asked).midi + transposition, reference)
      const options = { transposition, a4Hz: reference, ...(askedHz && { askedHz }) }
      const { report, track, warnings } = heard(
        await heavily('analyse', { bytes, longestS: LONGEST_S, options }, request, { give: [bytes.buffer] }),
      )
      return {
        ...report,
        warnings,
        ...(query.track === '1' && {
          track: {
            timeS: [...track.timeS],
            hz: [...track.hz],
            aloneHz: [...track.aloneHz],
            db: [...track.db],
          },
        }),
      }
    })
    .on(ROUTES.crossings, async ({ request, query }) => {
      const inst = instrument(query.instrument)
      // Notes and system are looked up before the recording is listened to: what is wrong with them is said at once.
      const [from, to] = [query.from, query.to].map((n) => standardFingering(inst, n, query.system))
      if (parseNote(from!.written).midi === parseNote(to!.written).midi)
        throw new OutOfRange('From and to are one note; a move needs two.')
      const bytes = waveOf(request)
      const options = { transposition: inst.transposition, a4Hz: await a4Hz() }
      const { crossings } = heard(
        await heavily('crossings', { bytes, longestS: LONGEST_S, options, move: query }, request, {
          give: [bytes.buffer],
        }),
      )
      return { crossings: query.perMinute ? onPulse(crossings, 60 / Number(query.perMinute)) : crossings }
    })
}

/** The body as a WAVE file. @throws HttpError, WavError */
function waveOf(request: express.Request): Uint8Array<ArrayBuffer> {
  const type = request.get('content-type') ?? ''
  if (!/^audio\/(x-)?wave?\b|^application\/octet-stream/.test(type))
    throw new HttpError('not-wave', `The body is “${type}”; send audio/wav.`)
  // The parser leaves no buffer when there was no body at all. A small one shares its memory with others: it is copied.
  const body = Buffer.isBuffer(request.body) ? request.body : Buffer.alloc(0)
  return body.byteLength === body.buffer.byteLength
    ? new Uint8Array(body.buffer as ArrayBuffer)
    : new Uint8Array(body)
}
/** @throws WavError in the words of the thread */
function heard<T>(answer: T): Exclude<T, { refused: string }> {
  if (isTold(answer)) throw new WavError(answer.refused)
  return answer as Exclude<T, { refused: string }>
}
