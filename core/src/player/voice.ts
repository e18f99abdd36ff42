import type { Instrument } from '../instruments/index.ts'
import { parseNote } from '../pitch/index.ts'

/** How strongly each partial sounds at a pitch and loudness. */
export interface Sounding {
  /** Writes amplitudes of partials 1, 2, 3 …, with the same power however soft; their sum is 1 at full loudness. */
  partialsAt(softnessDb: number, into: Float64Array): void
  readonly count: number
}

/** x dB an octave are a power of the partial's number of x over this. */
const TWENTY_LOG2 = 20 * Math.log10(2)

/** Softer than this the spectrum changes no further, dB. */
const SOFTEST_DB = 40

/**
 * The partials of an instrument at one pitch. Duller when softer: each dB takes `brightens` dB off each octave of
 * partials. Resonances that stay in place (double reeds) weigh each partial by where it lies.
 * @param hz of the first partial
 * @param written MIDI number as read: a cylinder's upper registers have even partials too
 */
export function soundingOf(inst: Instrument, hz: number, written: number, sampleRate: number): Sounding {
  const { formants = [], brightens = 0.25, fullFrom } = inst.voice ?? {}
  const full = fullFrom !== undefined && written >= parseNote(fullFrom).midi
  const levels = inst.partials
    .filter((_, i) => hz * (i + 1) < sampleRate * 0.45)
    .map((amplitude, i) => {
      const at = hz * (i + 1)
      const gain = formants.reduce((db, f) => db + f.db * Math.exp(-(((at - f.hz) / f.widthHz) ** 2)), 0)
      // Above the break a clarinet's even partials are as strong as its odd ones.
      const own = full && i % 2 === 1 ? (inst.partials[i - 1]! + (inst.partials[i + 1] ?? 0)) / 2 : amplitude
      return own * 10 ** (gain / 20)
    })
  const sum = levels.reduce((a, b) => a + b, 0)
  const power = levels.reduce((a, b) => a + b * b, 0)
  return {
    count: levels.length,
    partialsAt(softnessDb, into) {
      const soft = Math.min(SOFTEST_DB, Math.max(0, softnessDb))
      let left = 0
      for (let h = 0; h < levels.length; h++) {
        into[h] = levels[h]! * (h + 1) ** ((-soft * brightens) / TWENTY_LOG2)
        left += into[h]! ** 2
      }
      // Duller, not softer: how loud it is is decided elsewhere.
      const scale = Math.sqrt(power / left) / sum
      for (let h = 0; h < levels.length; h++) into[h]! *= scale
    },
  }
}
