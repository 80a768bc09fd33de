/** A sound with all that looks at it: made once, asked often. */
import { BrightnessMeter, frameSize } from './frames'
import { levelsOf } from './levels'
import { PitchFinder } from './pitchFrame'
import { halved } from './sound'
import type { Sound } from './sound'

/** What kind of sounding it is: a tone that is kept up, or one that is struck or plucked and dies away. */
export type Sounding = 'sustained' | 'struck'

/** Above this rate every two samples may be one. */
const COARSE_ENOUGH = 32_000

export class Ear {
  readonly levels: Float32Array
  readonly meter: BrightnessMeter
  private coarser: Sound | null = null
  private readonly finders = new Map<number, PitchFinder>()

  constructor(
    readonly sound: Sound,
    readonly sounding: Sounding,
    /** Hertz of the A above middle C. */
    readonly a4: number,
  ) {
    this.levels = levelsOf(sound)
    this.meter = new BrightnessMeter(sound.rate)
  }

  /** The sound at about 22 kHz: enough to tell which notes there are, and when. */
  get coarse(): Sound {
    this.coarser ??= this.sound.rate > COARSE_ENOUGH ? halved(this.sound) : this.sound
    return this.coarser
  }

  /** A finder for tones about that frequency, in frames so many times as long as usual. */
  finder(hz: number, longer = 1): PitchFinder {
    const size = frameSize(this.sound.rate, hz, longer)
    const known = this.finders.get(size)
    if (known) return known
    const made = new PitchFinder(size, this.sound.rate)
    this.finders.set(size, made)
    return made
  }

  /** Frequency of a note by its MIDI number, equal temperament. */
  hzOf(midi: number): number {
    return this.a4 * 2 ** ((midi - 69) / 12)
  }
}
