/** The grid of colours of a plucked string: where on the neck, where it is plucked, and how long the finger bends. */
import { latestReading } from './takeSays'
import type { Take, TakeMeasure } from './takes'

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

/** A cell with the colour of the latest take that was played for it. */
export interface ColouredCell {
  readonly cell: GridCell
  readonly take: Take
  readonly brightness: TakeMeasure
}

const isSame = (a: GridCell, b: GridCell) =>
  a.position === b.position && a.place === b.place && a.touch === b.touch

/** Every cell that takes of this kind fill; of several the latest. */
export function colourGrid(takes: readonly Take[]): readonly ColouredCell[] {
  const filled: ColouredCell[] = []
  for (const take of takes.toReversed()) {
    const { grid: cell } = take
    const brightness = latestReading(take)?.measures.find((m) => m.name === 'brightness')
    if (!cell || !brightness || take.removed) continue
    if (!filled.some((f) => isSame(f.cell, cell))) filled.push({ cell, take, brightness })
  }
  return filled
}
