/**
 * Equal temperament: frequency in Hz of a semitone number.
 * Source: ISO 16:1975 (A4 = 440 Hz as default) and the semitone 2^(1/12).
 * @param midi semitone number, A4 = 69, may be fractional
 * @param a4Hz reference in Hz
 */
export function hzOfMidi(midi: number, a4Hz = 440): number {
  return a4Hz * 2 ** ((midi - 69) / 12)
}

/** Fractional semitone number of a frequency in Hz; the inverse of {@link hzOfMidi}. */
export function midiOfHz(hz: number, a4Hz = 440): number {
  return 69 + 12 * Math.log2(hz / a4Hz)
}

/** Interval from `fromHz` up to `toHz` in cents (1200 an octave). */
export function centsBetween(fromHz: number, toHz: number): number {
  return 1200 * Math.log2(toHz / fromHz)
}

/**
 * How far the nth partial of an exact harmonic series lies from the nearest equal-tempered note, in cents.
 * @example partialDeviationCents(7) // -31.17…
 */
export function partialDeviationCents(n: number): number {
  const semitones = 12 * Math.log2(n)
  return 100 * (semitones - Math.round(semitones))
}

/** A whole number of cents in words. @example centsInWords(1) // '1 cent' */
export const centsInWords = (n: number): string => `${n} ${n === 1 ? 'cent' : 'cents'}`
