/** What a rung asks to be made: the written form in a pack, resolved for a student into notes. */

export const ARTICULATIONS = ['detached', 'legato', 'staccato', 'two-note-slurs'] as const
/** How notes are joined or parted. */
export type ArticulationKind = (typeof ARTICULATIONS)[number]

/** One generator with its own settings; pitches and keys come from the instrument and the student. */
export type ExerciseSpec =
  /** Note by note: two, three, four, five notes, one or two octaves; values doubled where asked. */
  | { readonly make: 'growth'; readonly size: 2 | 3 | 4 | 5 | 8 | 15; readonly doubled?: boolean }
  /** A scale by positions: blocks with a lift, a shorter lift, a slight link, even flow. */
  | { readonly make: 'blocks'; readonly step: 'lift' | 'short-lift' | 'link' | 'flow' }
  /** One finger over growing intervals, with direction words. */
  | {
      readonly make: 'shifts'
      readonly finger: 1 | 2 | 3 | 4
      readonly way: 'right' | 'left' | 'there-and-back'
    }
  | {
      readonly make: 'together'
      readonly step: 'two-notes' | 'contrary' | 'one-holds' | 'swap' | 'free'
    }
  | { readonly make: 'articulation'; readonly kind: ArticulationKind }
  | { readonly make: 'cadence'; readonly hands: 'right' | 'both' | 'roots' }
  | { readonly make: 'chromatic'; readonly from?: 'pairs' }
  /** From the low note, lift the whole left hand to the upper note and come home. */
  | { readonly make: 'low-note'; readonly step: 'hold' | 'lift-left' | 'patterns' }
  | { readonly make: 'add-a-finger' }
  /** Two fingerings in turn, with the words for each. */
  | {
      readonly make: 'switching'
      readonly notes: readonly string[]
      readonly words: readonly string[]
    }
  | { readonly make: 'long-notes'; readonly step: 'one' | 'siren' | 'five' }
  | { readonly make: 'rolls'; readonly step: 'one' | 'foot-first' | 'scale' }
  /** Broken chords, the left an octave lower; the left twice once it is learned. */
  | { readonly make: 'harp'; readonly step: 'once' | 'left-twice' | 'harmonics' }
  /** Tip flexion, follow-through and plucking place, at three positions of the neck. */
  | { readonly make: 'pluck'; readonly strokes: 'short' | 'connected' }
  | { readonly make: 'bows'; readonly step: 'open' | 'whole' | 'crossings' }
  | { readonly make: 'drone' }

/** What the student brings to it. */
export interface MakingFor {
  /** Tonic of the key, without octave. */
  readonly key: string
  readonly tempo: number
  readonly smallHand: boolean
  /** Hand that lags behind, to be taken first. */
  readonly weaker: 'right' | 'left' | null
}
