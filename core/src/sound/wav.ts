import { Refusal } from '../errors/index.ts'
/** A WAVE file that can't be analysed; the message says why and what is taken. */
export class WavError extends Refusal {
  override name = 'WavError'
  constructor(message: string) {
    super('sound', message)
  }
}

export interface Recording {
  /** One channel, −1 to 1. */
  samples: Float32Array
  sampleRate: number
  /** Things the listener should know, as sentences. */
  warnings: string[]
}

const RATE = { low: 8000, high: 192000 }
const PCM = 1
const FLOAT = 3
const EXTENSIBLE = 0xfffe

type Reader = (view: DataView, at: number) => number
const READERS: Record<string, { bytes: number; read: Reader }> = {
  [`${PCM}/8`]: { bytes: 1, read: (v, at) => (v.getUint8(at) - 128) / 128 },
  [`${PCM}/16`]: { bytes: 2, read: (v, at) => v.getInt16(at, true) / 32768 },
  [`${PCM}/24`]: {
    bytes: 3,
    read: (v, at) => ((v.getInt8(at + 2) << 16) | v.getUint16(at, true)) / 8388608,
  },
  [`${PCM}/32`]: { bytes: 4, read: (v, at) => v.getInt32(at, true) / 2147483648 },
  [`${FLOAT}/32`]: { bytes: 4, read: (v, at) => v.getFloat32(at, true) },
  [`${FLOAT}/64`]: { bytes: 8, read: (v, at) => v.getFloat64(at, true) },
}

const tag = (view: DataView, at: number) =>
  at + 4 <= view.byteLength
    ? String.fromCharCode(...Array.from({ length: 4 }, (_, i) => view.getUint8(at + i)))
    : ''

/** A WAVE file whose header has been read; its sound may be read piece by piece. */
export interface OpenWav {
  sampleRate: number
  /** Samples a channel. */
  frames: number
  /** Where the sound begins, and bytes of one sample of all channels. */
  dataFrom: number
  frameBytes: number
  warnings: string[]
  /** Whole frames of bytes to one channel, −1 to 1. */
  decode(bytes: Uint8Array): Float32Array
}

/**
 * Reads the header of a RIFF WAVE file: PCM of 8, 16, 24, 32 bits or float of 32, 64 bits, any number of channels
 * (averaged), 8 to 192 kHz.
 * Source: WAVE PCM (RIFF), chunks `fmt ` and `data`, WAVE_FORMAT_EXTENSIBLE.
 * @param head the beginning of the file, as far as its sound at least; `totalBytes` of the whole file
 * @throws WavError
 */
export function openWav(head: Uint8Array, totalBytes: number): OpenWav {
  const view = new DataView(head.buffer, head.byteOffset, head.byteLength)
  if (view.byteLength === 0) throw new WavError('The file is empty.')
  if (tag(view, 0) !== 'RIFF' || tag(view, 8) !== 'WAVE')
    throw new WavError('This is not a WAVE file: it does not begin with RIFF … WAVE.')

  let format: Format | undefined
  for (let at = 12; at + 8 <= view.byteLength;) {
    const name = tag(view, at)
    const size = view.getUint32(at + 4, true)
    const body = at + 8
    if (name === 'fmt ') {
      if (size < 16 || body + 16 > view.byteLength)
        throw new WavError('The file ends inside its format description.')
      const code = view.getUint16(body, true)
      format = {
        code:
          code === EXTENSIBLE && size >= 26 && body + 26 <= view.byteLength
            ? view.getUint16(body + 24, true)
            : code,
        channels: view.getUint16(body + 2, true),
        rate: view.getUint32(body + 4, true),
        bits: view.getUint16(body + 14, true),
      }
    } else if (name === 'data') {
      if (!format) throw new WavError('The sound comes before its format description, so it can’t be read.')
      return openData(body, Math.min(size, totalBytes - body), size, format)
    }
    at = body + size + (size % 2)
  }
  throw new WavError(
    format
      ? 'The file ends before its sound begins.'
      : 'The file ends before it says how its sound is stored.',
  )
}

interface Format {
  code: number
  channels: number
  rate: number
  bits: number
}

function openData(dataFrom: number, present: number, declared: number, format: Format): OpenWav {
  const reader = READERS[`${format.code}/${format.bits}`]
  if (!reader)
    throw new WavError(
      `Sound stored as format ${format.code} with ${format.bits} bits can’t be read. Allowed: PCM of 8, 16, 24 or 32 bits, float of 32 or 64 bits.`,
    )
  if (format.channels < 1) throw new WavError('The file says it has no channel.')
  if (format.rate < RATE.low || format.rate > RATE.high)
    throw new WavError(`A sample rate of ${format.rate} Hz can’t be analysed. Allowed: 8000 to 192000 Hz.`)
  const frameBytes = reader.bytes * format.channels
  const frames = Math.floor(present / frameBytes)
  if (frames <= 0) throw new WavError('The file holds no sound.')
  return {
    sampleRate: format.rate,
    frames,
    dataFrom,
    frameBytes,
    warnings:
      // Recorders that were stopped hard leave 0xFFFFFFFF or 0 as the declared size.
      present < declared && declared < 0xfffffff0
        ? [`The file is cut short: ${(frames / format.rate).toFixed(1)} s of sound are there and were used.`]
        : [],
    decode(bytes) {
      const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
      const samples = new Float32Array(Math.floor(bytes.byteLength / frameBytes))
      for (let i = 0, at = 0; i < samples.length; i++) {
        let sum = 0
        for (let c = 0; c < format.channels; c++, at += reader.bytes) sum += reader.read(view, at)
        const value = sum / format.channels
        // Float files may hold NaN or infinity; they count as silence instead of spoiling everything after them.
        samples[i] = Number.isFinite(value) ? value : 0
      }
      return samples
    },
  }
}

/**
 * Reads a whole WAVE file: see {@link openWav}. A file cut short is read as far as it goes, with a warning.
 * @throws WavError
 */
export function readWav(bytes: ArrayBuffer | Uint8Array): Recording {
  const all = bytes instanceof Uint8Array ? bytes : new Uint8Array(bytes)
  const open = openWav(all, all.byteLength)
  const samples = open.decode(all.subarray(open.dataFrom, open.dataFrom + open.frames * open.frameBytes))
  return { samples, sampleRate: open.sampleRate, warnings: open.warnings }
}

/** Writes mono 16-bit PCM WAVE. Values beyond −1 to 1 are clipped. Source: WAVE PCM (RIFF). */
export function writeWav(samples: Float32Array, sampleRate: number): Uint8Array {
  const bytes = new Uint8Array(44 + samples.length * 2)
  const view = new DataView(bytes.buffer)
  const text = (at: number, s: string) => [...s].forEach((c, i) => view.setUint8(at + i, c.charCodeAt(0)))
  text(0, 'RIFF')
  view.setUint32(4, 36 + samples.length * 2, true)
  text(8, 'WAVEfmt ')
  view.setUint32(16, 16, true)
  view.setUint16(20, PCM, true)
  view.setUint16(22, 1, true)
  view.setUint32(24, sampleRate, true)
  view.setUint32(28, sampleRate * 2, true)
  view.setUint16(32, 2, true)
  view.setUint16(34, 16, true)
  text(36, 'data')
  view.setUint32(40, samples.length * 2, true)
  for (let i = 0; i < samples.length; i++)
    view.setInt16(44 + i * 2, Math.round(Math.max(-1, Math.min(1, samples[i]!)) * 32767), true)
  return bytes
}
