/**
 * Exact marginals without cancellation: a forward-backward pass over which reports have been brought out
 * so far, fault by fault. Only sums of positive terms, so it holds where Quickscore's alternating sum would
 * lose its digits; slower, as it gives the marginals alone.
 */
import type { Group, GroupItem, GroupSums } from './group'

interface FaultStep {
  readonly prior: number
  /** Bit of each report the fault can bring out, with the strength. */
  readonly links: readonly { readonly bit: number; readonly strength: number }[]
}

function stepsOf(group: Group): FaultStep[] {
  return group.faults.map((_, d) => ({
    prior: group.prior[d] as number,
    links: group.items.flatMap((item, i) => {
      const strength = 1 - (item.keep[d] as number)
      return strength > 0 ? [{ bit: 1 << i, strength }] : []
    }),
  }))
}

/** Weight of each set of reports being there by leak alone. */
function byLeak(items: readonly GroupItem[]): Float64Array {
  const states = new Float64Array(2 ** items.length)
  states[0] = 1
  items.forEach((item, i) => {
    const bit = 1 << i
    for (let s = bit - 1; s >= 0; s--) {
      const w = states[s] as number
      states[s + bit] = w * (1 - item.leakKeep)
      states[s] = w * item.leakKeep
    }
  })
  return states
}

/** Likelihood of the reports for each set of findings that are there. */
function likelihoods(items: readonly GroupItem[]): Float64Array {
  const states = new Float64Array(2 ** items.length)
  states[0] = 1
  items.forEach((item, i) => {
    const bit = 1 << i
    for (let s = bit - 1; s >= 0; s--) {
      const w = states[s] as number
      states[s + bit] = w * item.ifPresent
      states[s] = w * item.ifAbsent
    }
  })
  return states
}

/** Spreads each set's weight to the sets the fault would make of it, were it on. */
function bringOut(states: Float64Array, step: FaultStep): Float64Array {
  const next = states.slice()
  for (const { bit, strength } of step.links) {
    for (let base = 0; base < next.length; base += 2 * bit) {
      for (let s = base; s < base + bit; s++) {
        const moved = (next[s] as number) * strength
        next[s + bit] = (next[s + bit] as number) + moved
        next[s] = (next[s] as number) - moved
      }
    }
  }
  return next
}

/** The same seen from behind: expected likelihood of each set, were the fault on. */
function expectBehind(behind: Float64Array, step: FaultStep): Float64Array {
  const next = behind.slice()
  for (const { bit, strength } of step.links) {
    for (let base = 0; base < next.length; base += 2 * bit) {
      for (let s = base; s < base + bit; s++) {
        next[s] = (1 - strength) * (next[s] as number) + strength * (next[s + bit] as number)
      }
    }
  }
  return next
}

/** (1 − p) · off + p · on, written into `on`. */
function mixInto(on: Float64Array, off: Float64Array, p: number): Float64Array {
  for (let s = 0; s < on.length; s++) on[s] = (1 - p) * (off[s] as number) + p * (on[s] as number)
  return on
}

function dot(a: Float64Array, b: Float64Array): number {
  let sum = 0
  for (let s = 0; s < a.length; s++) sum += (a[s] as number) * (b[s] as number)
  return sum
}

/** Entries of forward states that may all be kept: 32 MB. */
const KEPT_ENTRIES_MOST = 4_000_000

/** Every state where there is room; else every √n-th, and the rest is worked out again. */
function strideFor(steps: number, items: number): number {
  return steps * 2 ** items <= KEPT_ENTRIES_MOST ? 1 : Math.max(1, Math.ceil(Math.sqrt(steps)))
}

/** Exact sums of the group. */
export function explainedSetSums(group: Group): GroupSums {
  const steps = stepsOf(group)
  const stride = strideFor(steps.length, group.items.length)
  const kept: Float64Array[] = []
  let states = byLeak(group.items)
  steps.forEach((step, d) => {
    if (d % stride === 0) kept.push(states)
    states = mixInto(bringOut(states, step), states, step.prior)
  })
  let behind = likelihoods(group.items)
  const total = dot(states, behind)
  const withFault = new Float64Array(steps.length)
  for (let block = kept.length - 1; block >= 0; block--) {
    const first = block * stride
    const inBlock = steps.slice(first, first + stride)
    const before = [kept[block] as Float64Array]
    for (const step of inBlock.slice(0, -1)) {
      const last = before[before.length - 1] as Float64Array
      before.push(mixInto(bringOut(last, step), last, step.prior))
    }
    for (let k = inBlock.length - 1; k >= 0; k--) {
      const step = inBlock[k] as FaultStep
      const on = expectBehind(behind, step)
      withFault[first + k] = step.prior * dot(before[k] as Float64Array, on)
      behind = mixInto(on, behind, step.prior)
    }
  }
  return { total, withFault }
}
