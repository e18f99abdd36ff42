import { describe, expect, it } from 'vitest'
import wavefile from 'wavefile'
import { readWav, WavError, writeWav } from '@halitus/core/sound'

const { WaveFile } = wavefile
const tone = Array.from({ length: 4000 }, (_, i) => Math.sin(i / 10) * 0.5)

/** A file written by a general-purpose library: the outside reference for the reader. */
function written(channels: number, rate: number, depth: string): Uint8Array {
  const scale: Record<string, (x: number) => number> = {
    '8': (x) => Math.round(128 + 127 * x),
    '16': (x) => Math.round(32767 * x),
    '24': (x) => Math.round(8388607 * x),
    '32': (x) => Math.round(2147483647 * x),
    '32f': (x) => x,
    '64': (x) => x,
  }
  const samples = tone.map(scale[depth]!)
  const wav = new WaveFile()
  wav.fromScratch(
    channels,
    rate,
    depth,
    channels === 1 ? samples : Array.from({ length: channels }, () => samples),
  )
  return wav.toBuffer()
}

describe('WAVE files (WAVE PCM; against the wavefile library)', () => {
  for (const depth of ['8', '16', '24', '32', '32f', '64'])
    for (const [channels, rate] of [
      [1, 8000],
      [2, 44100],
      [3, 192000],
    ] as const)
      it(`reads ${depth} bits, ${channels} channel(s), ${rate} Hz`, () => {
        const { samples, sampleRate, warnings } = readWav(written(channels, rate, depth))
        expect(sampleRate).toBe(rate)
        expect(warnings).toEqual([])
        expect(samples).toHaveLength(4000)
        const worst = Math.max(...tone.map((x, i) => Math.abs(x - samples[i]!)))
        expect(worst).toBeLessThan(depth === '8' ? 0.01 : 0.0001)
      })

  it('writes what the other library reads', () => {
    const wav = new WaveFile(writeWav(Float32Array.from(tone), 48000))
    expect((wav.fmt as { sampleRate: number }).sampleRate).toBe(48000)
    const back = wav.getSamples() as unknown as Float64Array
    expect(Math.abs(back[100]! / 32767 - tone[100]!)).toBeLessThan(0.0001)
  })

  it.each([
    ['an empty file', () => new Uint8Array(), 'The file is empty.'],
    ['text', () => new TextEncoder().encode('hello, this is no sound at all'), 'not a WAVE file'],
    ['a cut header', () => written(1, 44100, '16').slice(0, 30), 'ends inside its format description'],
    ['a file without its sound', () => written(1, 44100, '16').slice(0, 40), 'ends before its sound begins'],
    ['a file with no frames', () => writeWav(new Float32Array(), 44100), 'holds no sound'],
    [
      'a low rate',
      () => writeWav(Float32Array.from(tone), 4000),
      '4000 Hz can’t be analysed. Allowed: 8000 to 192000',
    ],
    [
      'a compressed format',
      () => written(1, 44100, '16').map((b, i) => (i === 20 ? 0x55 : b)),
      'format 85 with 16 bits',
    ],
  ])('refuses %s and says why', (_, make, sentence) => {
    expect(() => readWav(make())).toThrow(WavError)
    expect(() => readWav(make())).toThrow(sentence)
  })

  it('reads a truncated file as far as it goes and says so', () => {
    const { samples, warnings } = readWav(written(1, 8000, '16').slice(0, 44 + 2000))
    expect(samples).toHaveLength(1000)
    expect(warnings[0]).toContain('cut short: 0.1 s')
  })
  it('counts what is no number as silence', () => {
    const bytes = written(1, 8000, '32f')
    new DataView(bytes.buffer, bytes.byteOffset).setFloat32(bytes.length - 4, NaN, true)
    expect(readWav(bytes).samples.at(-1)).toBe(0)
  })
})
