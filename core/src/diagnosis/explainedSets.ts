/**
 * Exact marginals without cancellation: a forward-backward pass over which reports have been brought out so far, fault
 * by fault. Only sums of positive terms, so it holds where Quickscore's alternating sum would lose its digits; slower,
 * as it gives the marginals alone. A report is carried along from the first fault that can bring it out to the last one
 * (variable elimination along an order: N. L. Zhang and D. Poole, 1996), so that what it costs goes by how many are
 * under way at once and not by how many there are.
 */
import type { Group, GroupItem, GroupSums } from './group'

/** One step of the way through the group; a place is that of a report among those under way. */
type Step =
  | { readonly kind: 'begin'; readonly item: GroupItem }
  | {
      readonly kind: 'fault'
      readonly fault: number
      readonly prior: number
      /** Bit of each report the fault can bring out, with the strength. */
      readonly links: readonly { readonly bit: number; readonly strength: number }[]
    }
  | { readonly kind: 'end'; readonly item: GroupItem; readonly bit: number }

type FaultStep = Extract<Step, { readonly kind: 'fault' }>

/** The way through a group, and the steps (links and faults × sets of reports) it takes. */
export interface ExplainedSetPlan {
  readonly steps: readonly Step[]
  readonly cost: number
}

/** What a report that ends with a fault takes off: the set is as large as before while the fault is gone through. */
const ENDED_WEIGHS = 0.9

function bitsIn(mask: number): number {
  let count = 0
  for (let rest = mask; rest !== 0; rest &= rest - 1) count += 1
  return count
}

/** An order of the faults, and what going through them in it costs. */
interface Way {
  readonly order: readonly number[]
  readonly cost: number
}

/**
 * The faults one after the other from the first, each next one such that the fewest reports are under way with it;
 * null as soon as it costs more than `most`.
 */
function wayFrom(first: number, masks: readonly number[], most: number): Way | null {
  const waiting = masks.map((mask, fault) => ({ mask, fault }))
  const order: number[] = []
  let under = 0
  let cost = 0
  let at = first
  while (waiting.length > 0) {
    const [taken] = waiting.splice(at, 1)
    if (!taken) break
    order.push(taken.fault)
    under |= taken.mask
    cost += (bitsIn(taken.mask) + 1) * 2 ** bitsIn(under)
    if (cost > most) return null
    let once = 0
    let twice = 0
    for (const { mask } of waiting) {
      twice |= once & mask
      once |= mask
    }
    // What no fault that waits can bring out is under way no longer.
    under &= once
    let least = Infinity
    waiting.forEach(({ mask }, i) => {
      const width = bitsIn(mask & ~under) - ENDED_WEIGHS * bitsIn(mask & once & ~twice)
      if (width >= least) return
      least = width
      at = i
    })
  }
  return { order, cost }
}

/** The steps of going through the faults in that order. */
function stepsIn(group: Group, order: readonly number[]): readonly Step[] {
  const last = group.items.map((item) => order.findLastIndex((d) => (item.keep[d] as number) < 1))
  const under: number[] = []
  const steps: Step[] = []
  order.forEach((d, at) => {
    const linked = group.items.flatMap((item, i) => ((item.keep[d] as number) < 1 ? [i] : []))
    for (const i of linked.filter((item) => !under.includes(item))) {
      under.push(i)
      steps.push({ kind: 'begin', item: group.items[i] as GroupItem })
    }
    const links = linked.map((i) => ({
      bit: 1 << under.indexOf(i),
      strength: 1 - (group.items[i]?.keep[d] as number),
    }))
    steps.push({ kind: 'fault', fault: d, prior: group.prior[d] as number, links })
    for (const i of linked.filter((item) => last[item] === at)) {
      const place = under.indexOf(i)
      under.splice(place, 1)
      steps.push({ kind: 'end', item: group.items[i] as GroupItem, bit: 1 << place })
    }
  })
  // What nothing in the group brings out is there by leak or not at all.
  const alone = group.items.filter((_, i) => (last[i] as number) < 0)
  return [
    ...steps,
    ...alone.flatMap((item): Step[] => [
      { kind: 'begin', item },
      { kind: 'end', item, bit: 1 },
    ]),
  ]
}

/** Ways that are tried: from the faults with the fewest reports. */
const WAYS_MOST = 8

/** The cheapest of a few ways through the group. At most thirty reports: each is a bit. */
export function explainedSetPlan(group: Group): ExplainedSetPlan {
  const masks = group.faults.map((_, d) =>
    group.items.reduce(
      (mask, item, i) => ((item.keep[d] as number) < 1 ? mask | (1 << i) : mask),
      0,
    ),
  )
  const starts = [...masks.keys()]
    .toSorted((a, b) => bitsIn(masks[a] ?? 0) - bitsIn(masks[b] ?? 0))
    .slice(0, WAYS_MOST)
  let best: Way = { order: [], cost: Infinity }
  for (const first of starts) best = wayFrom(first, masks, best.cost) ?? best
  return { steps: stepsIn(group, best.order), cost: best.cost }
}

/** With one more report under way: there by leak, or not. */
function begun(states: Float64Array, { leakKeep }: GroupItem): Float64Array {
  const next = new Float64Array(states.length * 2)
  states.forEach((w, s) => {
    next[s] = w * leakKeep
    next[s + states.length] = w * (1 - leakKeep)
  })
  return next
}

/** The same seen from behind. */
function begunBehind(behind: Float64Array, { leakKeep }: GroupItem): Float64Array {
  const half = behind.length / 2
  return Float64Array.from(
    { length: half },
    (_, s) => (behind[s] as number) * leakKeep + (behind[s + half] as number) * (1 - leakKeep),
  )
}

/** The place of a set in a list that has one report more, which is not there. */
const without = (s: number, bit: number) => ((s & ~(bit - 1)) << 1) | (s & (bit - 1))

/** Without a report that nothing further brings out: weighed by how likely it was noted so. */
function ended(states: Float64Array, item: GroupItem, bit: number): Float64Array {
  const next = new Float64Array(states.length / 2)
  for (let s = 0; s < next.length; s++) {
    const off = without(s, bit)
    next[s] =
      (states[off] as number) * item.ifAbsent + (states[off + bit] as number) * item.ifPresent
  }
  return next
}

/** The same seen from behind. */
function endedBehind(behind: Float64Array, item: GroupItem, bit: number): Float64Array {
  const next = new Float64Array(behind.length * 2)
  for (let s = 0; s < behind.length; s++) {
    const off = without(s, bit)
    next[off] = (behind[s] as number) * item.ifAbsent
    next[off + bit] = (behind[s] as number) * item.ifPresent
  }
  return next
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

/** Exact sums of the group, along its plan. */
export function explainedSetSums(group: Group, { steps }: ExplainedSetPlan): GroupSums {
  const before: Float64Array[] = []
  let states: Float64Array = Float64Array.of(1)
  for (const step of steps) {
    before.push(states)
    if (step.kind === 'begin') states = begun(states, step.item)
    else if (step.kind === 'end') states = ended(states, step.item, step.bit)
    else states = mixInto(bringOut(states, step), states, step.prior)
  }
  const total = states[0] as number
  const withFault = new Float64Array(group.faults.length)
  let behind: Float64Array = Float64Array.of(1)
  for (const [at, step] of [...steps.entries()].reverse()) {
    if (step.kind === 'begin') behind = begunBehind(behind, step.item)
    else if (step.kind === 'end') behind = endedBehind(behind, step.item, step.bit)
    else {
      const on = expectBehind(behind, step)
      withFault[step.fault] = step.prior * dot(before[at] as Float64Array, on)
      behind = mixInto(on, behind, step.prior)
    }
  }
  return { total, withFault }
}
