/**
 * Ways of writing a pack that hide what is meant, found by rule. What stands in the shipped packs is listed in
 * `packs/offences.yml`, which may only grow shorter: a new one is refused.
 */
import { asksSeveral } from '@vein-mend/core/packs'
import type { PackFile } from '@vein-mend/core/packs'

/** A rung of so few words, without notes, says nothing that could be practised. */
const FEW_WORDS = 6
/** Two things in one sign: whoever notes it has said neither. */
const JOINED = /\b(?:or|and)\b/

const wordsIn = (text: string) => text.split(/\s+/).filter((word) => /\w/.test(word)).length

/** Signs that join two by "or" or "and". */
function joinedSigns(file: PackFile): readonly string[] {
  return Object.entries(file.findings ?? {}).flatMap(([id, { text, stop }]) =>
    // A stop names all that stops on purpose.
    stop === undefined && JOINED.test(text) ? [`joined-sign ${file.pack} ${id}`] : [],
  )
}

/** Rungs that say next to nothing. */
function emptyRungs(file: PackFile): readonly string[] {
  return Object.entries(file.remedies ?? {}).flatMap(([id, { rungs }]) =>
    rungs.flatMap((rung, i) =>
      rung.notes === undefined && wordsIn(rung.do) <= FEW_WORDS
        ? [`empty-rung ${file.pack} ${id} ${i + 1}`]
        : [],
    ),
  )
}

/** Questions of the set-up that ask for several things, to which one answer is given. */
function joinedQuestions(file: PackFile): readonly string[] {
  return Object.entries(file.setup ?? {}).flatMap(
    ([id, { ask, otherwise, ways, parts, number }]) => {
      const one = ways === undefined && Object.keys(parts ?? {}).length < 2
      const judged = otherwise !== undefined || parts !== undefined || number === undefined
      return judged && one && asksSeveral(ask) ? [`joined-question ${file.pack} ${id}`] : []
    },
  )
}

/** What the file hides, each by its rule and its place. */
export function offencesOf(file: PackFile): readonly string[] {
  return [...joinedSigns(file), ...joinedQuestions(file), ...emptyRungs(file)]
}
