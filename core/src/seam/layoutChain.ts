/** Lays out what drives what: faults in columns, causes left of what they drive. */

export interface ChainFault {
  readonly id: string
  /** Faults it drives, with how strongly, (0, 1]. */
  readonly drives: Readonly<Record<string, number>>
}

/** A fault with its place in the chain of causes. */
export interface PlacedFault {
  readonly id: string
  /** From 0, leftmost: nothing in the picture drives it. */
  readonly column: number
  /** From 0, within its column, in the order given. */
  readonly row: number
}

/** One fault driving another, as a line. */
export interface ChainLink {
  readonly from: string
  readonly to: string
  readonly strength: number
}

/** The chain of causes laid out. */
export interface Chain {
  readonly faults: readonly PlacedFault[]
  readonly links: readonly ChainLink[]
  readonly columns: number
  readonly rows: number
}

/**
 * Column of a fault: one more than the furthest of those that drive it, so that every link points right.
 * Links to faults that are not in the picture are left out. The links must have no loop, as in a checked pack.
 */
export function layoutChain(faults: readonly ChainFault[]): Chain {
  const here = new Set(faults.map((f) => f.id))
  const links = faults.flatMap((f) =>
    Object.entries(f.drives)
      .filter(([to]) => here.has(to))
      .map(([to, strength]) => ({ from: f.id, to, strength })),
  )
  const columnOf = new Map<string, number>()
  const column = (id: string): number => {
    const known = columnOf.get(id)
    if (known !== undefined) return known
    const before = links.filter((l) => l.to === id).map((l) => column(l.from) + 1)
    const found = Math.max(0, ...before)
    columnOf.set(id, found)
    return found
  }
  const filled: number[] = []
  const placed = faults.map(({ id }) => {
    const at = column(id)
    const row = filled[at] ?? 0
    filled[at] = row + 1
    return { id, column: at, row }
  })
  return { faults: placed, links, columns: filled.length, rows: Math.max(0, ...filled) }
}
