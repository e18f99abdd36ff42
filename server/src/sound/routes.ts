import express from 'express'
import { ROUTES } from '@halitus/core/contract'
import { onPulse } from '@halitus/core/crossings'
import { OutOfRange } from '@halitus/core/errors'
import { instrument, standardFingering } from '@halitus/core/instruments'
import { hzOfMidi, parseNote } from '@halitus/core/pitch'
import { readWav, WavError } from '@halitus/core/sound'
import { HttpError, routes, type Routes } from '../http/index.ts'
import { analyseApart, crossingsApart } from './apart.ts'

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
      const recording = recordingOf(request)
      const inst = query.instrument ? instrument(query.instrument) : undefined
      const transposition = inst?.transposition ?? 0
      const reference = await a4Hz()
      const askedHz = query.asked && hzOfMidi(parseNote(query.asked).midi + transposition, reference)
      const { report, track } = await analyseApart(
        recording,
        { transposition, a4Hz: reference, ...(askedHz && { askedHz }) },
        goneWith(request),
      )
      return {
        ...report,
        warnings: recording.warnings,
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
      const crossings = await crossingsApart(
        recordingOf(request),
        { transposition: inst.transposition, a4Hz: await a4Hz() },
        query,
        goneWith(request),
      )
      return { crossings: query.perMinute ? onPulse(crossings, 60 / Number(query.perMinute)) : crossings }
    })
}

/** The body as a recording. @throws HttpError, WavError */
function recordingOf(request: express.Request) {
  const type = request.get('content-type') ?? ''
  if (!/^audio\/(x-)?wave?\b|^application\/octet-stream/.test(type))
    throw new HttpError('not-wave', `The body is “${type}”; send audio/wav.`)
  // The parser leaves no buffer when there was no body at all.
  const recording = readWav(Buffer.isBuffer(request.body) ? request.body : new Uint8Array())
  const seconds = recording.samples.length / recording.sampleRate
  if (seconds > LONGEST_S)
    throw new WavError(`The recording lasts ${Math.round(seconds)} s; at most ${LONGEST_S} s are analysed.`)
  return recording
}

/** Stops the work when whoever asked has gone. */
function goneWith(request: express.Request): AbortSignal {
  const gone = new AbortController()
  request.on('close', () => gone.abort())
  return gone.signal
}
