/** Sound as it is measured: one channel, full scale from −1 to 1. */
export interface Sound {
  readonly samples: Float32Array
  /** Samples a second. */
  readonly rate: number
}

/** Level that stands for nothing at all, dB below full scale. */
export const SILENT_DB = -120

/** Amplitude as decibels of full scale, not below `SILENT_DB`. */
export function decibelsOf(amplitude: number): number {
  return amplitude > 1e-6 ? 20 * Math.log10(amplitude) : SILENT_DB
}

/** The same sound with every two samples as one: half the work, where nothing above a quarter of the rate is wanted. */
export function halved({ samples, rate }: Sound): Sound {
  const half = new Float32Array(samples.length >> 1)
  for (let j = 0; j < half.length; j++) {
    half[j] = ((samples[2 * j] ?? 0) + (samples[2 * j + 1] ?? 0)) / 2
  }
  return { samples: half, rate: rate / 2 }
}
