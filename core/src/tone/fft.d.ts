/** Types of fft.js 4.0.4, which ships none. */
declare module 'fft.js' {
  export default class FFT {
    constructor(size: number)
    readonly size: number
    createComplexArray(): number[]
    realTransform(out: ArrayLike<number>, data: ArrayLike<number>): void
    completeSpectrum(spectrum: ArrayLike<number>): void
    transform(out: ArrayLike<number>, data: ArrayLike<number>): void
    inverseTransform(out: ArrayLike<number>, data: ArrayLike<number>): void
  }
}
