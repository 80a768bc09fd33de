/** One channel of a recording as it comes in, piece by piece: never more of it in memory than its head allows. */
import type { Sound } from '@vein-mend/core/tone'

/** A piece as a decoder gives it. */
export type Piece = readonly Float32Array[]

/** The recording is longer than it may be, or than it said. */
export class TooMuchSound extends Error {}

/** The mean of all channels, gathered. */
export class Mono {
  private samples: Float32Array
  private filled = 0

  /** `expected` is how many samples the head tells of, 0 where it does not; `most` is how many there may be. */
  constructor(
    private readonly rate: number,
    expected: number,
    private readonly most: number,
  ) {
    this.samples = new Float32Array(Math.min(most, expected > 0 ? expected : rate))
  }

  /** @throws TooMuchSound, and takes nothing of the piece */
  add(channels: Piece): void {
    const length = Math.min(...channels.map((c) => c.length))
    const until = this.filled + length
    if (until > this.most) throw new TooMuchSound()
    if (until > this.samples.length) this.grow(until)
    for (const channel of channels) {
      for (let j = 0; j < length; j++) {
        const at = this.filled + j
        this.samples[at] = (this.samples[at] ?? 0) + (channel[j] ?? 0) / channels.length
      }
    }
    this.filled = until
  }

  private grow(atLeast: number): void {
    const grown = new Float32Array(Math.min(this.most, Math.max(atLeast, 2 * this.samples.length)))
    grown.set(this.samples)
    this.samples = grown
  }

  get sound(): Sound {
    return { samples: this.samples.subarray(0, this.filled), rate: this.rate }
  }
}
