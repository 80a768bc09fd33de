/** Solves one group of faults that share evidence: exactly where possible, else up to three at once. */
import type { Absence } from './absence'

/** An uncertain or positive report, and which faults of the group bring its finding out. */
export interface GroupItem {
  readonly ifPresent: number
  readonly ifAbsent: number
  readonly leakKeep: number
  /** 1 − strength by place in the group; 1 where the fault does not bring it out. */
  readonly keep: Float64Array
}

export interface Group {
  /** Places of the group's faults in the network. */
  readonly faults: readonly number[]
  /** Probability of each, after the findings noted as absent. */
  readonly prior: Float64Array
  readonly items: readonly GroupItem[]
}

/** Sums over a group: of the evidence, and of the evidence together with each fault. */
export interface GroupSums {
  readonly total: number
  readonly withFault: Float64Array
}

/** A solved group. */
export interface Solved {
  readonly faults: readonly number[]
  readonly sums: GroupSums
  /** The same sums with some findings absent besides; relative to `sums.total`. */
  withAbsence(absence: Absence): GroupSums
  readonly method: 'exact' | 'up-to-three'
  /** Upper bound on the probability of what was left out, [0, 1]; 0 when exact. */
  readonly missedAtMost: number
}

/** Table entries (rows × faults) up to which the exact sum is taken: about 10 ms for all checks. */
const EXACT_ENTRIES_MOST = 600_000

/** Largest share of the sum that rounding may have eaten before the exact sum is not trusted. */
const ROUNDING_MOST = 1e-6

/** Places of the faults of an absence inside the group. */
function localKeeps(faults: readonly number[], absence: Absence): [number, number][] {
  return faults.flatMap((fault, place): [number, number][] => {
    const keep = absence.keep.get(fault)
    return keep === undefined || keep === 1 ? [] : [[place, keep]]
  })
}

interface Table {
  readonly weight: Float64Array
  /** Row by row, the share of each fault being on in that row's product. */
  readonly share: Float64Array
  /** Sum of the weights' sizes over the size of their sum: how much cancels. */
  readonly cancelling: number
}

/**
 * Quickscore (Heckerman 1990): one row for each subset of the positive reports taken as absent, with
 * alternating sign. A report is ifPresent + (ifAbsent − ifPresent) · [absent], which also covers
 * virtual evidence. Rows are made by doubling: each report copies the table with its factors applied.
 */
function quickscoreTable(group: Group): Table {
  const width = group.faults.length
  const rows = 2 ** group.items.length
  const weight = new Float64Array(rows)
  const share = new Float64Array(rows * width).fill(1)
  weight[0] = 1
  let filled = 1
  for (const item of group.items) {
    for (let row = 0; row < filled; row++) {
      const w = weight[row] ?? 0
      weight[filled + row] = w * (item.ifAbsent - item.ifPresent) * item.leakKeep
      weight[row] = w * item.ifPresent
      const from = row * width
      const to = (filled + row) * width
      for (let d = 0; d < width; d++) share[to + d] = (share[from + d] ?? 0) * (item.keep[d] ?? 1)
    }
    filled *= 2
  }
  let sum = 0
  let size = 0
  for (let row = 0; row < rows; row++) {
    let product = weight[row] ?? 0
    for (let d = 0, at = row * width; d < width; d++, at++) {
      const p = group.prior[d] ?? 0
      const on = (share[at] ?? 0) * p
      const either = on + 1 - p
      share[at] = on / either
      product *= either
    }
    weight[row] = product
    sum += product
    size += Math.abs(product)
  }
  return { weight, share, cancelling: sum > 0 ? size / sum : Infinity }
}

function solveExactly(group: Group, table: Table): Solved {
  const { weight, share } = table
  const width = group.faults.length
  const sumUp = (scale: number, keeps: readonly [number, number][]): GroupSums => {
    const withFault = new Float64Array(width)
    let total = 0
    for (let row = 0; row < weight.length; row++) {
      const at = row * width
      let w = (weight[row] ?? 0) * scale
      for (const [d, keep] of keeps) w *= 1 - (share[at + d] ?? 0) * (1 - keep)
      total += w
      for (let d = 0; d < width; d++) withFault[d] = (withFault[d] ?? 0) + w * (share[at + d] ?? 0)
      for (const [d, keep] of keeps) {
        // The faults that bring the absent finding out have their own share changed too.
        const s = share[at + d] ?? 0
        withFault[d] = (withFault[d] ?? 0) + w * ((s * keep) / (1 - s * (1 - keep)) - s)
      }
    }
    return { total, withFault }
  }
  const sums = sumUp(1, [])
  return {
    faults: group.faults,
    sums: normalised(sums, sums.total),
    withAbsence: (absence) => normalised(sumUp(1, localKeeps(group.faults, absence)), sums.total),
    method: 'exact',
    missedAtMost: 0,
  }
}

function normalised(sums: GroupSums, by: number): GroupSums {
  return { total: sums.total / by, withFault: sums.withFault.map((x) => x / by) }
}

/** All sets of at most three places out of `width`, as a list of lists. */
function smallSets(width: number): number[][] {
  const sets: number[][] = [[]]
  for (let a = 0; a < width; a++) {
    sets.push([a])
    for (let b = a + 1; b < width; b++) {
      sets.push([a, b])
      for (let c = b + 1; c < width; c++) sets.push([a, b, c])
    }
  }
  return sets
}

function likelihood(item: GroupItem, on: readonly number[]): number {
  let absent = item.leakKeep
  for (const d of on) absent *= item.keep[d] ?? 1
  return item.ifPresent + (item.ifAbsent - item.ifPresent) * absent
}

/** Probability that more than three of independent faults are on. */
function moreThanThree(prior: Float64Array): number {
  let counts = [1, 0, 0, 0]
  for (const p of prior) {
    counts = counts.map((c, k) => c * (1 - p) + (k > 0 ? (counts[k - 1] ?? 0) * p : 0))
  }
  return Math.max(0, 1 - counts.reduce((a, b) => a + b, 0))
}

function solveUpToThree(group: Group): Solved {
  const width = group.faults.length
  const sets = smallSets(width)
  const off = group.prior.reduce((product, p) => product * (1 - p), 1)
  const weights = sets.map((on) => {
    let w = off
    for (const d of on) w *= (group.prior[d] ?? 0) / (1 - (group.prior[d] ?? 0))
    for (const item of group.items) w *= likelihood(item, on)
    return w
  })
  const sumUp = (keeps: ReadonlyMap<number, number>): GroupSums => {
    const withFault = new Float64Array(width)
    let total = 0
    sets.forEach((on, row) => {
      let w = weights[row] ?? 0
      for (const d of on) w *= keeps.get(d) ?? 1
      total += w
      for (const d of on) withFault[d] = (withFault[d] ?? 0) + w
    })
    return { total, withFault }
  }
  const sums = sumUp(new Map())
  const everyone = group.faults.map((_, d) => d)
  const ceiling = group.items.reduce(
    (product, item) => product * Math.max(likelihood(item, []), likelihood(item, everyone)),
    moreThanThree(group.prior),
  )
  return {
    faults: group.faults,
    sums: normalised(sums, sums.total),
    withAbsence: (absence) =>
      normalised(sumUp(new Map(localKeeps(group.faults, absence))), sums.total),
    method: 'up-to-three',
    missedAtMost: ceiling / (sums.total + ceiling),
  }
}

/** Solves the group, exactly unless it is too large or too much cancels; says which in `method`. */
export function solveGroup(group: Group): Solved {
  const entries = 2 ** group.items.length * group.faults.length
  if (entries <= EXACT_ENTRIES_MOST) {
    const table = quickscoreTable(group)
    if (table.cancelling * Number.EPSILON < ROUNDING_MOST) return solveExactly(group, table)
  }
  return solveUpToThree(group)
}
