/** Fixed words and small facts of a record. */

/** Where a set-up was looked at. */
export const PLACES = ['studio', 'home'] as const
/** One of these places. */
export type Place = (typeof PLACES)[number]

/** Why there are no lessons. */
export const BREAK_REASONS = ['holiday', 'illness', 'away'] as const
/** One of these reasons. */
export type BreakReason = (typeof BREAK_REASONS)[number]

/** Steps a skill can stand at; what a step is, the studio decides, the same for all four. */
export const LEVELS = { least: 1, most: 8 } as const

/** Steps of a student's skills; null where nobody has said. */
export interface Levels {
  readonly hands: number | null
  readonly reading: number | null
  readonly ear: number | null
  /** The pieces the student plays or wants to play. */
  readonly pieces: number | null
}

/** A rival of a fault when it was settled on, with the probability it had then, [0, 1]. */
export interface RivalShare {
  readonly fault: string
  readonly name: string
  readonly probability: number
}

/** How a cue was recalled before it was said. */
export const RECALLS = ['alone', 'hint', 'not'] as const
/** Where a rung goes from here. */
export const DECISIONS = ['up', 'stay', 'back'] as const
/** How a point of the set-up was found. */
export const FOUND = ['right', 'wrong'] as const
