/** What is used of the fft.js library (MIT), which carries no types of its own. Complex numbers as re, im, re, im … */
declare module 'fft.js' {
  export default class FFT {
    constructor(size: number)
    createComplexArray(): number[]
    /** Fills the lower half of `out` with the transform of `real`. */
    realTransform(out: number[], real: ArrayLike<number>): void
    /** Fills the upper half of what `realTransform` left. */
    completeSpectrum(spectrum: number[]): void
    inverseTransform(out: number[], spectrum: number[]): void
  }
}
