/** Where on the neck, where it is plucked, and how: what a take for the grid of colours was played as. */

/** Positions of the left hand on the neck. */
export const GRID_POSITIONS = ['I', 'V', 'IX'] as const
/** Where the string is plucked, from dark to bright. */
export const GRID_PLACES = ['fingerboard', 'rosette', 'bridge'] as const
/** Short notes leave no time for a long bending of the tip joint. */
export const GRID_TOUCHES = ['short', 'connected'] as const

/** One cell of the grid. */
export interface GridCell {
  readonly position: (typeof GRID_POSITIONS)[number]
  readonly place: (typeof GRID_PLACES)[number]
  readonly touch: (typeof GRID_TOUCHES)[number]
}
