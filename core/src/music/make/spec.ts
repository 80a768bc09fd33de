/** What a rung asks to be made: the written form in a pack, resolved for a student into notes. */

export const ARTICULATIONS = ['detached', 'legato', 'staccato', 'two-note-slurs'] as const
/** How notes are joined or parted. */
export type ArticulationKind = (typeof ARTICULATIONS)[number]

export const TOUCHES = ['plain', 'slurred', 'apart', 'walking'] as const
/**
 * How the notes of a run are begun: `plain` as the instrument begins a note (struck, tongued, one bow each),
 * `slurred` on one air or bow as far as it reaches, `apart` with a rest after each, `walking` with two plucking
 * fingers in turn.
 */
export type Touch = (typeof TOUCHES)[number]

/** One generator with its own settings; pitches and keys come from the instrument and the student. */
export type ExerciseSpec =
  /** Note by note: two, three, four, five notes, one or two octaves; values doubled where asked. */
  | {
      readonly make: 'growth'
      readonly size: 2 | 3 | 4 | 5 | 8 | 15
      readonly doubled?: boolean
      readonly touch?: Touch
      /** The finger that begins, on a keyboard: the thumb where none is said. */
      readonly from?: 2
    }
  /** A scale by positions: blocks with a lift, a shorter lift, a slight link, even flow. */
  | { readonly make: 'blocks'; readonly step: 'lift' | 'short-lift' | 'link' | 'flow' }
  /** One finger over growing intervals of the scale, with the direction of the way out. */
  | {
      readonly make: 'shifts'
      readonly finger: 1 | 2 | 3 | 4 | 5
      readonly way: 'right' | 'left' | 'there-and-back'
    }
  | {
      readonly make: 'together'
      readonly step: 'two-notes' | 'contrary' | 'one-holds' | 'swap' | 'free'
    }
  | { readonly make: 'articulation'; readonly kind: ArticulationKind }
  /** Cadences in one key, or in all twelve by fourths. */
  | {
      readonly make: 'cadence'
      readonly hands: 'right' | 'both' | 'roots'
      readonly keys?: 'fourths'
    }
  | { readonly make: 'chromatic'; readonly from?: 'pairs' }
  /** From the low note, lift the whole left hand to the upper note and come home. */
  | {
      readonly make: 'low-note'
      readonly step: 'hold' | 'lift-left' | 'patterns' | 'steps' | 'register-key'
    }
  | { readonly make: 'add-a-finger' }
  /** The notes that are named, in turn, with words for each; once more twice each, or in eighths. */
  | {
      readonly make: 'switching'
      readonly notes: readonly string[]
      readonly words: readonly string[]
      readonly beats?: number
      /** Each two of them on one air. */
      readonly slurred?: boolean
      readonly then?: 'twice' | 'eighths'
    }
  | { readonly make: 'long-notes'; readonly step: 'one' | 'siren' | 'five' | 'four-starts' }
  | {
      readonly make: 'rolls'
      readonly step: 'one' | 'low' | 'slow' | 'low-and-high' | 'foot-first' | 'four' | 'scale'
    }
  /** Broken chords, the left an octave lower; the left twice once it is learned. */
  | {
      readonly make: 'harp'
      readonly step: 'once' | 'left-twice' | 'conditioning' | 'harmonics'
    }
  /** One open string again and again, a bar for each way of playing it. */
  | { readonly make: 'repeated'; readonly ways: readonly string[] }
  /** Tip flexion, follow-through and plucking place, at three positions of the neck. */
  | { readonly make: 'pluck'; readonly strokes: 'short' | 'connected' }
  | {
      readonly make: 'bows'
      readonly step:
        'open' | 'short' | 'whole' | 'crossings' | 'octave-check' | 'four-fingers' | 'four-down'
    }
  | { readonly make: 'drone' }
  /**
   * Note by note as it is said, such as `1`, `5,` (an octave lower), `1+3+5`, `s2f3` (second string, third fret), `A4`,
   * `h` (the home note) or `-` (a rest), each with `:2` for its beats, `.` short, `^` with a lift, `n` and `v` for down and up, `~6` as strokes to a
   * beat, brackets for a slur and words after a space. Degrees are played by each hand where no left is said.
   */
  | {
      readonly make: 'figure'
      readonly right?: readonly string[]
      readonly left?: readonly string[]
      readonly feet?: readonly string[]
    }

/** Which hands play: each by itself with the weaker first, both at once, or one. */
export type HandsAsked = 'in-turn' | 'together' | 'right' | 'left'

/** What the student brings to it. */
export interface MakingFor {
  /** Tonic of the key, without octave. */
  readonly key: string
  readonly tempo: number
  readonly smallHand: boolean
  /** Joints that are not stretched: no octaves under one hand. */
  readonly looseJoints: boolean
  /** Hand that lags behind, to be taken first. */
  readonly weaker: 'right' | 'left' | null
  readonly hands: HandsAsked
}
