/** Fourier's transform, which is not ours to write: the one door to its package. */
import FFT from 'fft.js'

/**
 * Transforms real frames of one size, a power of two; what is handed out is overwritten by the next. A real frame is
 * transformed as a complex one of half its size, even samples real and odd ones imaginary, and parted afterwards (Press
 * et al., Numerical Recipes, 12.3): half the work, and more than that by the package used.
 */
export class Transform {
  private readonly fft: FFT
  /** Of half the size, real and imaginary parts in turn. */
  private readonly out: Float64Array
  private readonly back: Float64Array
  private readonly lags: Float64Array
  /** Of frequencies from nought to half the sampling rate. */
  private readonly power: Float64Array
  private readonly magnitudes: Float64Array
  private readonly cosines: Float64Array
  private readonly sines: Float64Array

  /** @throws Error where `size` is no power of two above 2 */
  constructor(readonly size: number) {
    const half = size / 2
    this.fft = new FFT(half)
    this.out = new Float64Array(size)
    this.back = new Float64Array(size)
    this.lags = new Float64Array(half)
    this.power = new Float64Array(half + 1)
    this.magnitudes = new Float64Array(half)
    const angle = (_: unknown, k: number) => (2 * Math.PI * k) / size
    const angles = Float64Array.from({ length: half / 2 + 1 }, angle)
    this.cosines = angles.map(Math.cos)
    this.sines = angles.map(Math.sin)
  }

  /** Energy at each frequency. */
  private powerOf(frame: Float64Array): Float64Array {
    const { out, power, cosines, sines } = this
    const half = this.size / 2
    this.fft.transform(out, frame)
    const re = out[0] ?? 0
    const im = out[1] ?? 0
    power[0] = (re + im) ** 2
    power[half] = (re - im) ** 2
    for (let k = 1, j = half - 1; k <= j; k++, j--) {
      const ar = out[2 * k] ?? 0
      const ai = out[2 * k + 1] ?? 0
      const br = out[2 * j] ?? 0
      const bi = out[2 * j + 1] ?? 0
      const c = cosines[k] ?? 0
      const s = sines[k] ?? 0
      // The transform of the even samples, and that of the odd ones, turned by half a step.
      const er = (ar + br) / 2
      const ei = (ai - bi) / 2
      const or = ((ai + bi) * c + (br - ar) * s) / 2
      const oi = ((br - ar) * c - (ai + bi) * s) / 2
      power[k] = (er + or) * (er + or) + (ei + oi) * (ei + oi)
      power[j] = (er - or) * (er - or) + (ei - oi) * (ei - oi)
    }
    return power
  }

  /** Sums of products of the frame with itself so many samples later; the frame is not longer than half the size. */
  autocorrelation(frame: Float64Array): Float64Array {
    const { out, back, lags, cosines, sines } = this
    const power = this.powerOf(frame)
    const half = this.size / 2
    const first = power[0] ?? 0
    const last = power[half] ?? 0
    back[0] = (first + last) / 2
    back[1] = (last - first) / 2
    for (let k = 1, j = half - 1; k <= j; k++, j--) {
      const p = power[k] ?? 0
      const q = power[j] ?? 0
      const odd = (p - q) / 2
      const turned = odd * (sines[k] ?? 0)
      const aside = -odd * (cosines[k] ?? 0)
      back[2 * k] = (p + q) / 2 - turned
      back[2 * j] = (p + q) / 2 + turned
      back[2 * k + 1] = aside
      back[2 * j + 1] = aside
    }
    // Backwards it is the same with the imaginary parts turned round before and after; even lags come out as real parts.
    this.fft.transform(out, back)
    for (let lag = 0; lag < half; lag += 2) {
      lags[lag] = (out[lag] ?? 0) / half
      lags[lag + 1] = -(out[lag + 1] ?? 0) / half
    }
    return lags
  }

  /** Magnitudes from nought to just below half the sampling rate. */
  spectrum(frame: Float64Array): Float64Array {
    const { magnitudes } = this
    const power = this.powerOf(frame)
    for (let k = 0; k < magnitudes.length; k++) magnitudes[k] = Math.sqrt(power[k] ?? 0)
    return magnitudes
  }
}
