/**
 * Which notes carry an accidental. Common practice: a sign holds for its own line or space until the bar ends;
 * a tie carries it over the bar line for the tied note alone. A courtesy sign stands where the same letter was
 * altered otherwise a moment ago: in another octave of this bar, or on the same line in the bar before.
 */
import type { WrittenNote } from './writtenValues'

/** A sign before one pitch. */
export interface Accidental {
  readonly sign: 'sharp' | 'flat' | 'natural' | 'double-sharp' | 'flat-flat'
  /** It only reminds: without it the note would be the same. */
  readonly courtesy: boolean
}

const SIGNS = ['flat-flat', 'flat', 'natural', 'sharp', 'double-sharp'] as const
const SHARPS = ['F', 'C', 'G', 'D', 'A', 'E', 'B'] as const

interface Spelled {
  readonly step: string
  readonly alter: number
  readonly octave: string
}

/** A written name in its parts. @throws RangeError on a name that cannot be written */
export function spelled(name: string): Spelled {
  const match = /^([A-G])(#{0,2}|b{0,2})(-?\d+)$/.exec(name)
  if (!match) throw new RangeError(`no such note: ${name}`)
  const [, step = '', signs = '', octave = ''] = match
  return { step, alter: signs.startsWith('b') ? -signs.length : signs.length, octave }
}

/** What the key signature makes of a letter: 1 sharp, −1 flat, 0 neither. */
export function alterInKey(step: string, fifths: number): number {
  const place = SHARPS.indexOf(step as (typeof SHARPS)[number])
  if (fifths > 0) return place < fifths ? 1 : 0
  return SHARPS.length - 1 - place < -fifths ? -1 : 0
}

function signOf(alter: number, courtesy: boolean): Accidental {
  return { sign: SIGNS[alter + 2] ?? 'natural', courtesy }
}

/** Signs that hold in one bar, by line or space: the letter with its octave. */
type Holding = Map<string, number>

class BarReader {
  /** Signs of this bar alone. */
  readonly holding: Holding = new Map()

  constructor(
    private readonly fifths: number,
    private readonly before: Holding,
  ) {}

  read({ step, alter, octave }: Spelled, tiedFrom: boolean): Accidental | null {
    // The sign of a tied note stands in the bar it began in, and holds for nothing else.
    if (tiedFrom) return null
    const place = step + octave
    const inKey = alterInKey(step, this.fifths)
    const holds = this.holding.get(place) ?? inKey
    if (alter !== holds) {
      this.holding.set(place, alter)
      return signOf(alter, false)
    }
    const reminded = this.holding.has(place)
    if (reminded || !this.wasOtherwise(step, place, alter)) return null
    this.holding.set(place, alter)
    return signOf(alter, true)
  }

  private wasOtherwise(step: string, place: string, alter: number): boolean {
    const earlier = this.before.get(place)
    if (earlier !== undefined && earlier !== alter) return true
    return [...this.holding].some(([other, was]) => other.startsWith(step) && was !== alter)
  }
}

/** A sign, or null, for each pitch of each note of each bar of one staff, in their order; `keys` has one for each bar. */
export function accidentalsOf(
  bars: readonly (readonly WrittenNote[])[],
  keys: readonly number[],
): readonly (readonly (readonly (Accidental | null)[])[])[] {
  let before: Holding = new Map()
  return bars.map((notes, b) => {
    const reader = new BarReader(keys[b] ?? 0, before)
    const signs = notes.map((note) =>
      note.pitches.map((p) => reader.read(spelled(p), note.tiedFrom)),
    )
    before = reader.holding
    return signs
  })
}
