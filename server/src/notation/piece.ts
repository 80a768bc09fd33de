/** A piece brought in, as it is read: parts, bars, and what sounds in each. */
import type { BarTrouble } from '@vein-mend/contract'
import type { Bar, Clef, Mark } from '@vein-mend/core/music'

/** What begins at one moment on one staff of one bar. */
export interface Moment {
  /** From the beginning of the bar, quarter notes. */
  readonly at: number
  /** It may last past the end of its bar where it came in as one note. */
  readonly beats: number
  /** Written names, such as `F#4`. */
  readonly pitches: readonly string[]
  /** It only goes on from a note tied to it. */
  readonly tied: boolean
  readonly marks: readonly Mark[]
}

export interface ReadBar extends Bar {
  readonly fifths: number
  /** A clef for each staff. */
  readonly clefs: readonly Clef[]
  readonly staves: readonly (readonly Moment[])[]
  /** Null for a bar that can be had. */
  readonly trouble: BarTrouble | null
}

export interface ReadPart {
  readonly name: string
  /** Semitones from written to sounding. */
  readonly transpose: number
  readonly bars: readonly ReadBar[]
}

export interface Piece {
  readonly title: string
  /** Quarter notes a minute. */
  readonly tempo: number
  readonly parts: readonly ReadPart[]
}

/** Staves of one part that can be taken over: two hands. */
export const STAVES_MOST = 2
/** Notes of a piece; a long sonata has a fifth of it. */
export const NOTES_MOST = 50_000
export const BARS_MOST = 2000
export const PARTS_MOST = 40
/** A bar longer than sixteen whole notes is none. */
export const BAR_QUARTERS_MOST = 64
/** Octaves with notes on any instrument, as MusicXML counts them. */
export const OCTAVES = { least: 0, most: 9 } as const

/** The piece as a whole is more than can be taken over. */
export class PieceTooLarge extends Error {
  override readonly name = 'PieceTooLarge'
}

/** Closer is the same moment, quarter notes. */
export const SAME_MOMENT = 1e-6

/** What begins together on a staff becomes one chord, in the order of time. */
export function together(moments: readonly Moment[]): readonly Moment[] {
  const at = new Map<number, Moment>()
  for (const m of moments) {
    const key = Math.round(m.at / SAME_MOMENT)
    const same = at.get(key)
    at.set(key, same ? joined(same, m) : m)
  }
  return [...at.values()].sort((a, b) => a.at - b.at)
}

function joined(a: Moment, b: Moment): Moment {
  return {
    at: a.at,
    beats: Math.max(a.beats, b.beats),
    pitches: [...new Set([...a.pitches, ...b.pitches])],
    tied: a.tied && b.tied,
    marks: [...new Set([...a.marks, ...b.marks])],
  }
}
