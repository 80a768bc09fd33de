/** Chance as an argument: a small seeded generator for simulations and demo data. */
export type Rng = () => number

/**
 * Uniform numbers in [0, 1) from a 32-bit seed.
 * Mulberry32 (T. Ettinger, public domain), from memory; good enough for simulation, not for secrets.
 */
export function seededRng(seed: number): Rng {
  let state = seed >>> 0
  return () => {
    state = (state + 0x6d2b79f5) >>> 0
    let t = state
    t = Math.imul(t ^ (t >>> 15), t | 1)
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61)
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296
  }
}

/** True with the given probability. */
export function chance(rng: Rng, probability: number): boolean {
  return rng() < probability
}

/** One element, each equally likely. @throws RangeError on an empty list */
export function pick<T>(rng: Rng, list: readonly T[]): T {
  const item = list[Math.floor(rng() * list.length)]
  if (item === undefined) throw new RangeError('nothing to pick from')
  return item
}

/** A shuffled copy (Fisher and Yates). */
export function shuffle<T>(rng: Rng, list: readonly T[]): T[] {
  const copy = [...list]
  for (let i = copy.length - 1; i > 0; i--) {
    const j = Math.floor(rng() * (i + 1))
    ;[copy[i], copy[j]] = [copy[j] as T, copy[i] as T]
  }
  return copy
}
