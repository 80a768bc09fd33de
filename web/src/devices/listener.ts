/** What is heard, block by block: how loud, whether it is cut off, and which pitch. */
import { decibelsOf, PitchFinder } from '@vein-mend/core/tone'
import type { PitchRange } from '@vein-mend/core/tone'

/** One moment of listening. */
export interface Heard {
  /** Since the beginning. */
  readonly seconds: number
  /** The loudest sample of the block, dB of full scale. */
  readonly peakDb: number
  /** Samples have been cut off at the limit, at any time so far. */
  readonly clipped: boolean
  /** Null where there is no pitch. */
  readonly hz: number | null
}

/** The frame that is looked at: about 43 ms at 48 kHz. */
const FRAME = 2048
const ALIKE = 0.85
/** Softer than this is the room. */
const SILENT_DB = -50
const LIMIT = 0.99

/** Takes blocks as they come and says what is heard in them. */
export class Listener {
  private readonly finder: PitchFinder
  private readonly frame = new Float32Array(FRAME)
  private samples = 0
  private clipped = false

  constructor(
    private readonly rate: number,
    private readonly range: PitchRange,
  ) {
    this.finder = new PitchFinder(FRAME, rate)
  }

  hear(block: Float32Array): Heard {
    this.samples += block.length
    let peak = 0
    for (const x of block) peak = Math.max(peak, Math.abs(x))
    if (peak >= LIMIT) this.clipped = true
    this.frame.copyWithin(0, block.length)
    this.frame.set(block.subarray(0, FRAME), FRAME - block.length)
    const peakDb = decibelsOf(peak)
    const { samples, rate, clipped } = this
    return {
      seconds: samples / rate,
      peakDb,
      clipped,
      hz: peakDb > SILENT_DB ? this.pitch() : null,
    }
  }

  private pitch(): number | null {
    if (!this.finder.take(this.frame, 0)) return null
    const found = this.finder.blind(this.range.lowHz, this.range.highHz)
    return found && found.likeness >= ALIKE ? found.hz : null
  }
}
