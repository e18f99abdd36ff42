/** What is used of the fft.js library (MIT), which carries no types of its own. */
declare module 'fft.js' {
  export default class FFT {
    constructor(size: number)
    createComplexArray(): number[]
    /** Fills the lower half of `out` with the transform of `real`. */
    realTransform(out: number[], real: ArrayLike<number>): void
  }
}
