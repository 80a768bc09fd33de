/** What is used of fft.js 4.0.4, which ships no types. */
declare module 'fft.js' {
  export default class FFT {
    constructor(size: number)
    /** Complex numbers, real and imaginary parts in turn. */
    transform(out: ArrayLike<number>, data: ArrayLike<number>): void
  }
}
