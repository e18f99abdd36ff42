import express from 'express'
import { ROUTES } from '@halitus/core/contract'
import { instrument } from '@halitus/core/instruments'
import { hzOfMidi, parseNote } from '@halitus/core/pitch'
import { readWav, WavError } from '@halitus/core/sound'
import { HttpError, routes, type Routes } from '../http/index.ts'
import { analyseApart } from './apart.ts'

/** A recording may be this large: ten minutes at 48 kHz, 16 bits, one channel. */
const LARGEST_BYTES = 60_000_000
const LONGEST_S = 600

/**
 * Sound files analysed.
 * @param a4Hz the studio’s reference pitch, Hz
 */
export function soundRoutes(a4Hz: () => Promise<number>): Routes {
  const r = routes()
  r.router.use(ROUTES.analyse.path, express.raw({ type: () => true, limit: LARGEST_BYTES }))
  return r.on(ROUTES.analyse, async ({ request, query }) => {
    const type = request.get('content-type') ?? ''
    if (!/^audio\/(x-)?wave?\b|^application\/octet-stream/.test(type))
      throw new HttpError('not-wave', `The body is “${type}”; send audio/wav.`)
    // The parser leaves no buffer when there was no body at all.
    const recording = readWav(Buffer.isBuffer(request.body) ? request.body : new Uint8Array())
    const seconds = recording.samples.length / recording.sampleRate
    if (seconds > LONGEST_S)
      throw new WavError(`The recording lasts ${Math.round(seconds)} s; at most ${LONGEST_S} s are analysed.`)
    const inst = query.instrument ? instrument(query.instrument) : undefined
    const transposition = inst?.transposition ?? 0
    const reference = await a4Hz()
    const askedHz = query.asked && hzOfMidi(parseNote(query.asked).midi + transposition, reference)
    const gone = new AbortController()
    request.on('close', () => gone.abort())
    const { report, track } = await analyseApart(
      recording,
      { transposition, a4Hz: reference, ...(askedHz && { askedHz }) },
      gone.signal,
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
}
