/** One thing wrong somewhere in a value: what a broken file, a broken client or a curious person sends. */
import { pick } from '../index'
import type { Rng } from '../index'

type Place = readonly (string | number)[]

/** Values nobody expects anywhere. */
const STRANGE: readonly unknown[] = [
  null,
  true,
  -1,
  1e308,
  0.5,
  '',
  ' ',
  'constructor',
  '2026-02-30',
  'x'.repeat(3000),
  '\u0000',
  [],
  [[]],
  {},
  { length: 3 },
  ['a', 1],
]

function places(value: unknown, at: Place = []): Place[] {
  if (typeof value !== 'object' || value === null) return [at]
  const inner = Object.entries(value).flatMap(([key, v]) =>
    places(v, [...at, Array.isArray(value) ? Number(key) : key]),
  )
  return [at, ...inner]
}

function changed(value: unknown, at: Place, change: (inner: unknown) => unknown): unknown {
  const [key, ...rest] = at
  if (key === undefined) return change(value)
  if (Array.isArray(value)) {
    return value.map((v: unknown, i) => (i === key ? changed(v, rest, change) : v))
  }
  const record = value as Record<string, unknown>
  return { ...record, [key]: changed(record[key], rest, change) }
}

/** What can be done to a value at its place. */
const WAYS: readonly ((value: unknown, rng: Rng) => unknown)[] = [
  (_, rng) => pick(rng, STRANGE),
  (value) => (typeof value === 'string' ? value.toUpperCase() : [value]),
  (value) => (typeof value === 'number' ? -value - 1 : value),
  (value) => (Array.isArray(value) ? value.slice(1) : value),
  (value) => (Array.isArray(value) ? [...(value as unknown[]), ...(value as unknown[])] : value),
  (value, rng) => {
    if (typeof value !== 'object' || value === null || Array.isArray(value)) return undefined
    const keys = Object.keys(value)
    const gone = keys.length > 0 ? pick(rng, keys) : ''
    return Object.fromEntries(Object.entries(value).filter(([key]) => key !== gone))
  },
  (value) =>
    typeof value === 'object' && value !== null && !Array.isArray(value)
      ? { ...value, stray: 1, ['__proto__' as string]: { polluted: true } }
      : value,
]

/** The value with one thing changed somewhere in it, and where; never the same value again. */
export function mutated(value: unknown, rng: Rng): { readonly value: unknown; readonly at: Place } {
  const all = places(value)
  const before = JSON.stringify(value)
  for (;;) {
    const at = pick(rng, all)
    const way = pick(rng, WAYS)
    const next = changed(value, at, (inner) => way(inner, rng))
    if (JSON.stringify(next) !== before) return { value: next, at }
  }
}
