/** Finds signs by a few typed letters, as a teacher types them with one eye on the student. */
import type { Finding } from './knowledge'

function words(text: string): string[] {
  return text
    .toLowerCase()
    .split(/[^\p{L}\p{N}]+/u)
    .filter((w) => w !== '')
}

/** Points for one typed part: whole word 4, start of an alias word 3, of a text word 2, of the place 1; 0 no match. */
function scorePart(part: string, finding: Finding): number {
  const aliases = finding.aliases.flatMap(words)
  const text = words(finding.text)
  if (aliases.includes(part) || text.includes(part)) return 4
  if (aliases.some((w) => w.startsWith(part))) return 3
  if (text.some((w) => w.startsWith(part))) return 2
  return words(finding.place).some((w) => w.startsWith(part)) ? 1 : 0
}

/**
 * Findings of which every typed part starts a word, best first; ties keep the pack's order,
 * with reports of pain after the signs that are seen and heard.
 * An empty query finds nothing.
 */
export function searchFindings(
  findings: readonly Finding[],
  query: string,
  most = 8,
): readonly Finding[] {
  const parts = words(query)
  if (parts.length === 0) return []
  return findings
    .map((finding) => {
      const scores = parts.map((part) => scorePart(part, finding))
      const total = scores.includes(0) ? 0 : scores.reduce((a, b) => a + b, 0)
      return { finding, total }
    })
    .filter((hit) => hit.total > 0)
    .sort(
      (a, b) =>
        b.total - a.total ||
        Number(a.finding.stop !== undefined) - Number(b.finding.stop !== undefined),
    )
    .slice(0, most)
    .map((hit) => hit.finding)
}
