/** What can be not right at a point of the set-up, as a pack says it. */
import type { SetupPart } from './knowledge'
import type { SetupEntry } from './packFile'

/** Two questions in one. */
const JOINED = /[,;]|\b(?:and|or)\b/

/** Whether the question asks for more than one thing, so that “not right” does not say what. */
export function asksSeveral(ask: string): boolean {
  return JOINED.test(ask)
}

/**
 * The parts of a point, of packs from before there were parts too. Where a question asks for several things and only one
 * sign stands for all of them, which was meant is not known: the part is there, and no sign.
 */
export function partsOf(
  entry: Pick<SetupEntry, 'ask' | 'parts' | 'otherwise' | 'ways'>,
): readonly SetupPart[] {
  const { ask, parts, otherwise, ways = {} } = entry
  if (parts) {
    return Object.entries(parts).map(([id, { say, sign }]) => ({ id, say, finding: sign ?? null }))
  }
  const said = Object.entries(ways)
  if (said.length > 0) return said.map(([say, finding]) => ({ id: finding, say, finding }))
  if (otherwise === undefined) return []
  const finding = asksSeveral(ask) ? null : otherwise
  return [{ id: otherwise, say: 'not right', finding }]
}
