/** The signs whose words look most like what was typed, for a phrase by which none is found. */
import type { Finding } from '../packs'
import { wordsOf } from '../kit'

/** Pairs of neighbouring letters of the words, each word by itself. */
function pairsOf(text: string): readonly string[] {
  return wordsOf(text).flatMap((w) => Array.from(w.slice(1), (letter, i) => `${w[i]}${letter}`))
}

/** Dice's coefficient of the pairs of letters of two texts, in [0, 1] (L. R. Dice, 1945). */
function likeness(a: readonly string[], b: readonly string[]): number {
  const left = [...b]
  let shared = 0
  for (const pair of a) {
    const at = left.indexOf(pair)
    if (at < 0) continue
    left.splice(at, 1)
    shared += 1
  }
  return a.length + b.length === 0 ? 0 : (2 * shared) / (a.length + b.length)
}

/**
 * The signs that look most like the phrase by their letters, most alike first; signs that stop are not among them, and
 * none that shares no pair of letters.
 */
export function nearestFindings(
  findings: readonly Finding[],
  phrase: string,
  most = 2,
): readonly Finding[] {
  const asked = pairsOf(phrase)
  return findings
    .filter((f) => !f.stop)
    .map((finding) => ({
      finding,
      like: Math.max(...[...finding.aliases, finding.text].map((a) => likeness(asked, pairsOf(a)))),
    }))
    .filter((f) => f.like > 0)
    .toSorted((a, b) => b.like - a.like)
    .slice(0, most)
    .map((f) => f.finding)
}
