/** What the line of a lesson offers for what is typed: the first entry is what Enter does. */
import type { Finding, Strength, Synonyms } from '@vein-mend/core/packs'
import { hearPhrase } from '@vein-mend/core/phrases'
import type { Heard, Tells } from '@vein-mend/core/phrases'
import { sameWords, wordsBegun } from '@vein-mend/core/record'
import { COMMANDS_ONLY } from './commands'
import type { Command } from './deskTypes'
import type { OwnWordsKnown } from './useOwnWords'

const SIGNS_MOST = 6
/** Signs that only look like what was typed. */
const NEAREST_MOST = 4
const COMMANDS_MOST = 8
const OWN_WORDS_MOST = 2
/** Fewest letters that are taken for words of the teacher's own. */
const WORDS_LEAST = 4

export type Entry =
  | { readonly kind: 'sign'; readonly finding: Finding; readonly strength: Strength }
  | {
      readonly kind: 'words'
      readonly words: string
      readonly known: boolean
      readonly tells: Tells
    }
  | { readonly kind: 'command'; readonly command: Command }

export type SignEntry = Extract<Entry, { readonly kind: 'sign' }>

export const keyOf = (entry: Entry): string => {
  if (entry.kind === 'sign') return entry.finding.id
  return entry.kind === 'words' ? `words-${entry.words}` : entry.command.id
}

/** The teacher's own words: those noted before that begin so, and what stands in the line. */
function ownWords({ known }: OwnWordsKnown, query: string, tells: Tells): readonly Entry[] {
  const words = query.trim()
  const before = wordsBegun(known, words).slice(0, OWN_WORDS_MOST)
  const entries = before.map(
    (k) => ({ kind: 'words', words: k.words, known: true, tells }) as const,
  )
  const isNew = words.length >= WORDS_LEAST && !known.some((k) => sameWords(k.words, words))
  return isNew ? [...entries, { kind: 'words', words, known: false, tells }] : entries
}

/** What is heard in what is typed; nothing in the call of a command. */
export function heardIn(signs: readonly Finding[], synonyms: Synonyms, query: string): Heard {
  const phrase = query.startsWith(COMMANDS_ONLY) ? '' : query
  return hearPhrase(signs, phrase, { synonyms, most: SIGNS_MOST })
}

/**
 * A sign that is surely meant comes first. Else nothing is noted as a sign by Enter: a command that is called by its
 * words, or the teacher's own words, and below them the signs that are nearest.
 */
export function entriesOf(
  own: OwnWordsKnown,
  heard: Heard,
  query: string,
  commands: readonly Command[],
): readonly Entry[] {
  const run = commands
    .slice(0, COMMANDS_MOST)
    .map((command) => ({ kind: 'command', command }) as const)
  if (query.startsWith(COMMANDS_ONLY)) return run
  // What is told to be gone is offered as looked for and not there.
  const strength = heard.tells === 'not-there' ? 'absent' : 'marked'
  const near = heard.sure ? heard.signs : heard.signs.slice(0, NEAREST_MOST)
  const signs = near.map((finding) => ({ kind: 'sign', finding, strength }) as const)
  const words = ownWords(own, query, heard.tells)
  return heard.sure ? [...signs, ...run, ...words] : [...run, ...words, ...signs]
}
