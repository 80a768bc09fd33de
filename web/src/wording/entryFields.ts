/** Small turns between what a form shows and what an entry holds. */

export function pairs<T extends string>(
  keys: readonly T[],
  words: Readonly<Record<T, string>>,
): readonly (readonly [T, string])[] {
  return keys.map((key) => [key, words[key]] as const)
}

/** A share as the whole number of a hundred a teacher thinks in. */
export function percentOf(share: number): number {
  return Math.round(share * 100)
}

export function shareOf(percent: number): number {
  return percent / 100
}

/** A map as rows that can be edited, and back; rows with the same key keep the last. */
export function toRows<V>(map: Readonly<Record<string, V>>): readonly (readonly [string, V])[] {
  return Object.entries(map)
}

export function fromRows<V>(rows: readonly (readonly [string, V])[]): Record<string, V> {
  return Object.fromEntries(rows)
}
