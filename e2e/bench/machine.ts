/** How fast this machine is at this moment, by a fixed piece of work: budgets of time are judged by it. */

/**
 * Milliseconds the work took on the machine whose speed the budgets of time mean (Node 20, two cores, nothing else
 * running), measured in December 2026. It is never changed with a budget: it says what the budgets were meant for.
 */
const REFERENCE_MS = 300
const ROUNDS = 7
const NUMBERS = 300_000
const STEPS = 4_000_000
const TEXTS = 6_000

/** Arithmetic, sorting, and reading and writing of nested values, as the product does most of; the same each time. */
function work(): number {
  let sum = 0
  for (let i = 1; i <= STEPS; i++) sum += Math.sqrt(i) / (1 + (i % 7))
  let seed = 42
  const numbers = Array.from({ length: NUMBERS }, () => (seed = (seed * 48_271) % 2_147_483_647))
  numbers.sort((a, b) => a - b)
  const values = Array.from({ length: TEXTS }, (_, i) => ({
    id: `act-${i}`,
    at: i,
    words: ['muted', 'weak', 'far away'][i % 3],
    says: { a: i / 3, b: [i, i + 1, i + 2] },
  }))
  const read = JSON.parse(JSON.stringify(values)) as typeof values
  return sum + (numbers[NUMBERS >> 1] ?? 0) + read.length
}

/** This machine's time for the work over the reference's: 2 is half as fast. */
export interface MachineSpeed {
  readonly ms: number
  readonly slower: number
}

/** By the median of some rounds, the first of which only warms up. */
export function machineSpeed(): MachineSpeed {
  work()
  const times = Array.from({ length: ROUNDS }, () => {
    const start = performance.now()
    work()
    return performance.now() - start
  }).sort((a, b) => a - b)
  const ms = times[ROUNDS >> 1] ?? REFERENCE_MS
  return { ms, slower: ms / REFERENCE_MS }
}
