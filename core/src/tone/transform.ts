/** Fourier's transform, which is not ours to write: the one door to its package. */
import FFT from 'fft.js'

/** Transforms frames of one size, a power of two; what is handed out is overwritten by the next. */
export class Transform {
  private readonly fft: FFT
  private readonly out: Float64Array
  private readonly power: Float64Array
  private readonly lags: Float64Array
  private readonly magnitudes: Float64Array

  /** @throws Error where `size` is no power of two above 1 */
  constructor(readonly size: number) {
    this.fft = new FFT(size)
    this.out = new Float64Array(2 * size)
    this.power = new Float64Array(size)
    this.lags = new Float64Array(size / 2)
    this.magnitudes = new Float64Array(size / 2)
  }

  /** Sums of products of the frame with itself so many samples later; the frame is not longer than half the size. */
  autocorrelation(frame: Float64Array): Float64Array {
    const { fft, out, power, lags, size } = this
    fft.realTransform(out, frame)
    const half = size / 2
    for (let k = 0; k <= half; k++) {
      const re = out[2 * k] ?? 0
      const im = out[2 * k + 1] ?? 0
      const p = re * re + im * im
      power[k] = p
      if (k > 0 && k < half) power[size - k] = p
    }
    // The power is real and the same both ways: its transform is, but for a factor, its inverse.
    fft.realTransform(out, power)
    for (let lag = 0; lag < half; lag++) lags[lag] = (out[2 * lag] ?? 0) / size
    return lags
  }

  /** Magnitudes from nought to just below half the sampling rate. */
  spectrum(frame: Float64Array): Float64Array {
    const { fft, out, magnitudes } = this
    fft.realTransform(out, frame)
    for (let k = 0; k < magnitudes.length; k++) {
      const re = out[2 * k] ?? 0
      const im = out[2 * k + 1] ?? 0
      magnitudes[k] = Math.sqrt(re * re + im * im)
    }
    return magnitudes
  }
}
