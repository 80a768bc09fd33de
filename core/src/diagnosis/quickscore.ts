/** Quickscore (Heckerman 1990): an alternating sum over subsets of the positive reports taken as absent. */
import type { Group, GroupSums, Keep } from './group'

/** The terms of the alternating sum over positive findings, kept to be asked again. */
export interface QuickscoreTable {
  readonly rows: number
  readonly width: number
  /** Weight of each row, with its sign. */
  readonly weight: Float64Array
  /** Row by row, the share of each fault being on in that row's product. */
  readonly share: Float64Array
  /** Sum of the weights' sizes over the size of their sum: how much cancels. */
  readonly cancelling: number
}

/** Rows by doubling: each report copies the table with its own factors applied. */
function doubledRows(group: Group, weight: Float64Array, share: Float64Array): void {
  const width = group.faults.length
  weight[0] = 1
  let filled = 1
  for (const item of group.items) {
    for (let row = 0; row < filled; row++) {
      const w = weight[row] as number
      // A report is ifPresent + (ifAbsent − ifPresent) · [absent], which covers virtual evidence too.
      weight[filled + row] = w * (item.ifAbsent - item.ifPresent) * item.leakKeep
      weight[row] = w * item.ifPresent
      const from = row * width
      const to = (filled + row) * width
      for (let d = 0; d < width; d++) {
        share[to + d] = (share[from + d] as number) * (item.keep[d] as number)
      }
    }
    filled *= 2
  }
}

/** The table for these findings (Heckerman 1990); its size is two to the number of positives. */
export function quickscoreTable(group: Group): QuickscoreTable {
  const width = group.faults.length
  const rows = 2 ** group.items.length
  const weight = new Float64Array(rows)
  const share = new Float64Array(rows * width).fill(1)
  doubledRows(group, weight, share)
  let sum = 0
  let size = 0
  for (let row = 0; row < rows; row++) {
    let product = weight[row] as number
    for (let d = 0, at = row * width; d < width; d++, at++) {
      const p = group.prior[d] as number
      const on = (share[at] as number) * p
      const either = on + 1 - p
      share[at] = on / either
      product *= either
    }
    weight[row] = product
    sum += product
    size += Math.abs(product)
  }
  return { rows, width, weight, share, cancelling: sum > 0 ? size / sum : Infinity }
}

/** The sums of the table with the given faults' being on thinned by an absence; not yet normalised. */
export function quickscoreSums(
  table: QuickscoreTable,
  keeps: readonly Keep[],
  leakKeep: number,
): GroupSums {
  const { rows, width, weight, share } = table
  const withFault = new Float64Array(width)
  const extra = new Float64Array(keeps.length)
  let total = 0
  for (let row = 0, at = 0; row < rows; row++, at += width) {
    let w = (weight[row] as number) * leakKeep
    for (const { place, factor } of keeps) w *= 1 - (share[at + place] as number) * (1 - factor)
    total += w
    for (let d = 0; d < width; d++) {
      withFault[d] = (withFault[d] as number) + w * (share[at + d] as number)
    }
    for (let k = 0; k < keeps.length; k++) {
      const { place, factor } = keeps[k] as Keep
      const s = share[at + place] as number
      extra[k] = (extra[k] as number) + w * ((s * factor) / (1 - s * (1 - factor)))
    }
  }
  // The faults that bring the absent finding out have their own share changed too.
  keeps.forEach(({ place }, k) => (withFault[place] = extra[k] as number))
  return { total, withFault }
}
