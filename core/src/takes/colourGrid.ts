/** The grid of colours of a plucked string: where on the neck, where it is plucked, and how long the finger bends. */
import type { GridCell } from './gridCell'
import { measureNow } from './takeSays'
import type { Take, TakeMeasure } from './take'

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
    const brightness = measureNow(take, 'brightness')?.measure
    if (!cell || !brightness || take.removed) continue
    if (!filled.some((f) => isSame(f.cell, cell))) filled.push({ cell, take, brightness })
  }
  return filled
}
