/** One channel of a recording as it comes in, piece by piece: never more of it in memory than its head allows. */
import type { ChannelTrace, Sound } from '@vein-mend/core/tone'

/** A piece as a decoder gives it. */
export type Piece = readonly Float32Array[]

/** The recording is longer than it may be, or than it said. */
export class TooMuchSound extends Error {}

/** So much that sounds is listened to before it is decided how the channels go together, seconds. */
const DECIDED_AFTER_S = 3
/** And at most so much in all. */
const DECIDED_BY_S = 15
/** A channel so far below the loudest is dead, as a share of its energy: 50 dB. */
const DEAD = 1e-5
/** Channels this like the turned-over other are wired the wrong way round. */
const OPPOSITE = -0.9
/** Louder than this something sounds, as the mean of squares: −60 dB of full scale. */
const SOUNDS = 1e-6

/** How the channels go together. */
interface Mixing {
  /** One for each channel; of those that are alive their sizes come to 1. */
  readonly weights: readonly number[]
  readonly trace: ChannelTrace | null
}

const energy = (a: Float32Array, b: Float32Array) =>
  a.reduce((sum, x, j) => sum + x * (b[j] ?? 0), 0)

/** Over all pieces, for each channel: its own energy, and what it has in common with the other. */
function together(pieces: readonly Piece[], one: number, other: number): number {
  return pieces.reduce((sum, piece) => {
    const [a, b] = [piece[one], piece[other]]
    return a && b ? sum + energy(a, b) : sum
  }, 0)
}

/** A dead channel makes nothing softer, and one that is wired the wrong way round takes nothing away. */
function mixingOf(pieces: readonly Piece[]): Mixing {
  const count = pieces[0]?.length ?? 1
  const own = Array.from({ length: count }, (_, c) => together(pieces, c, c))
  const loudest = own.indexOf(Math.max(...own))
  const signs = own.map((mine, c) => {
    if (mine <= DEAD * (own[loudest] ?? 0)) return 0
    const alike = together(pieces, c, loudest) / Math.sqrt(mine * (own[loudest] ?? 1))
    return alike <= OPPOSITE ? -1 : 1
  })
  const alive = signs.filter((s) => s !== 0).length
  if (alive === 0) return { weights: signs.map(() => 1 / count), trace: null }
  const trace = signs.includes(-1) ? 'opposite-channels' : alive < count ? 'dead-channel' : null
  return { weights: signs.map((s) => s / alive), trace }
}

/** All channels as one, gathered. */
export class Mono {
  private samples: Float32Array
  private filled = 0
  private mixing: Mixing | null = null
  private waiting: Piece[] = []
  private heard = { samples: 0, sounding: 0 }

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
    const until = this.filled + this.heard.samples + length
    if (until > this.most) throw new TooMuchSound()
    if (this.mixing) {
      this.mix(channels, length)
      return
    }
    // What a decoder gives it may use again.
    this.waiting.push(channels.map((c) => c.slice(0, length)))
    this.heard.samples += length
    this.heard.sounding += channels.some((c) => energy(c, c) > SOUNDS * length) ? length : 0
    const { samples, sounding } = this.heard
    if (sounding > DECIDED_AFTER_S * this.rate || samples > DECIDED_BY_S * this.rate) this.decide()
  }

  private decide(): Mixing {
    const mixing = this.mixing ?? mixingOf(this.waiting)
    this.mixing = mixing
    const { waiting } = this
    this.waiting = []
    this.heard = { samples: 0, sounding: 0 }
    for (const piece of waiting) this.mix(piece, piece[0]?.length ?? 0)
    return mixing
  }

  private mix(channels: Piece, length: number): void {
    const until = this.filled + length
    if (until > this.samples.length) this.grow(until)
    const { weights = [] } = this.mixing ?? {}
    for (const [c, channel] of channels.entries()) {
      const weight = weights[c] ?? 0
      for (let j = 0; j < length; j++) {
        const at = this.filled + j
        this.samples[at] = (this.samples[at] ?? 0) + weight * (channel[j] ?? 0)
      }
    }
    this.filled = until
  }

  private grow(atLeast: number): void {
    const grown = new Float32Array(Math.min(this.most, Math.max(atLeast, 2 * this.samples.length)))
    grown.set(this.samples)
    this.samples = grown
  }

  /** All that came, and what was found of its channels. */
  get read(): { readonly sound: Sound; readonly channels: ChannelTrace | null } {
    const { trace } = this.decide()
    const sound = { samples: this.samples.subarray(0, this.filled), rate: this.rate }
    return { sound, channels: trace }
  }
}
