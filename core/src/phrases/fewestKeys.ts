/** How few keys note a sign: letters that find it, arrows to reach it, one key for strength. */
import type { Finding } from '../packs'
import { searchFindings } from './searchFindings'

/** Letters beyond which nobody calls it quick. */
const LETTERS_MOST = 6
/** The strength key that ends every noting. */
const STRENGTH_KEY = 1

/** Keys it takes to note a sign. */
export interface KeyCount {
  readonly letters: string
  /** Presses of the arrow down key. */
  readonly arrows: number
  readonly keys: number
}

function startsOf(finding: Finding): readonly string[] {
  const words = [...finding.aliases, finding.text].flatMap((text) =>
    text.toLowerCase().split(/[^\p{L}\p{N}]+/u),
  )
  return [...new Set(words)].flatMap((word) =>
    Array.from({ length: Math.min(word.length, LETTERS_MOST) }, (_, i) => word.slice(0, i + 1)),
  )
}

/** What letters bring, in order; the same few letters begin the words of many signs. */
const broughtBy = new WeakMap<readonly Finding[], Map<string, readonly string[]>>()

function brought(findings: readonly Finding[], letters: string): readonly string[] {
  const known = broughtBy.get(findings) ?? new Map<string, readonly string[]>()
  broughtBy.set(findings, known)
  const ids = known.get(letters) ?? searchFindings(findings, letters).map((f) => f.id)
  known.set(letters, ids)
  return ids
}

/** The quickest way to note the sign among all that can be typed; null when letters alone do not find it. */
export function fewestKeys(findings: readonly Finding[], finding: Finding): KeyCount | null {
  let best: KeyCount | null = null
  const shortestFirst = [...startsOf(finding)].sort((a, b) => a.length - b.length)
  for (const letters of shortestFirst) {
    if (best !== null && letters.length + STRENGTH_KEY >= best.keys) break
    const arrows = brought(findings, letters).indexOf(finding.id)
    if (arrows < 0) continue
    const keys = letters.length + arrows + STRENGTH_KEY
    if (best === null || keys < best.keys) best = { letters, arrows, keys }
  }
  return best
}
