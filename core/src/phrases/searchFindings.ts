/** Finds signs by a few letters, as a teacher types them with one eye on the student. */
import type { Finding, Synonyms } from '../packs'
import { stemOf, WordIndex } from './wordIndex'
import type { WordAsked } from './wordIndex'
import { wordsOf } from '../kit'

/** Words that say nothing of what is seen or heard. */
const SAYS_NOTHING = new Set(
  'a an and are as at be been by for from has have he her him his i in is it its my of on or she that the their them they this to was with while when'.split(
    ' ',
  ),
)
/** Words that say how much or how often, or turn a word round: they help, and are not what is looked for. */
const SAYS_LITTLE = new Set(
  'all always again bit each ever every everywhere just keeps like little lot more much never no not of off often only out over really so some still too up very without'.split(
    ' ',
  ),
)
const LITTLE = 0.3
/** A word that stands for the one that was typed. */
const STANDS_FOR = 0.8
/** What stops stands behind what is as like. */
const BEHIND = 0.5
/** All words of one of the sign's own phrases are there. */
const WHOLE_PHRASE = 25

interface Found {
  readonly index: WordIndex
  /** Stems of each alias, of each finding. */
  readonly phrases: readonly (readonly (readonly string[])[])[]
}

/** Made once for each list of findings. */
const INDEXES = new WeakMap<readonly Finding[], Found>()

function indexOf(findings: readonly Finding[]): Found {
  const known = INDEXES.get(findings)
  if (known) return known
  const made: Found = {
    index: new WordIndex(
      findings.map((f, id) => ({
        id,
        aliases: f.aliases.join(' \n '),
        text: f.text,
        place: f.place,
      })),
    ),
    phrases: findings.map((f) => [...f.aliases, f.text].map((a) => wordsOf(a).map(stemOf))),
  }
  INDEXES.set(findings, made)
  return made
}

/** Groups of words that mean one thing: each typed word with what stands for it, or several that stand for one. */
function asked(query: string, synonyms: Synonyms): readonly (readonly WordAsked[])[] {
  const words = wordsOf(query)
  const groups: (readonly WordAsked[])[] = []
  let at = 0
  while (at < words.length) {
    const two = words.slice(at, at + 2).join(' ')
    const pair =
      synonyms[two] ??
      synonyms[
        words
          .slice(at, at + 2)
          .map(stemOf)
          .join(' ')
      ]
    const word = words[at] ?? ''
    const own = synonyms[word] ?? synonyms[stemOf(word)] ?? []
    const little = SAYS_LITTLE.has(word) ? LITTLE : 1
    const stands = (list: readonly string[]) =>
      list.flatMap(wordsOf).map((w) => ({ word: w, weight: STANDS_FOR }))
    if (pair) {
      const typed = words.slice(at, at + 2).map((w) => ({ word: w, weight: LITTLE }))
      groups.push([...typed, ...stands(pair)])
      at += 2
      continue
    }
    groups.push([{ word, weight: little }, ...stands(own)])
    at += 1
  }
  const telling = groups.filter(([first]) => !SAYS_NOTHING.has(first?.word ?? ''))
  return telling.length > 0 ? telling : groups
}

/** Alternatives of a group weigh together as much as its first word. */
const weightOf = (group: readonly WordAsked[]) => Math.max(...group.map((a) => a.weight))

/** How well each finding answers, by its place in the list. */
function scores(findings: readonly Finding[], query: string, synonyms: Synonyms): number[] {
  const { index, phrases } = indexOf(findings)
  const groups = asked(query, synonyms)
  const all = groups.reduce((sum, g) => sum + weightOf(g), 0)
  const total = findings.map(() => 0)
  const covered = findings.map(() => 0)
  for (const group of groups) {
    for (const [at, score] of index.best(group)) {
      total[at] = (total[at] ?? 0) + score
      covered[at] = (covered[at] ?? 0) + weightOf(group)
    }
  }
  const stems = new Set(wordsOf(query).map(stemOf))
  // One word of several says little; typed alone, it asks for the sign that goes by it.
  const isSaid = (phrase: readonly string[]) =>
    (phrase.length > 1 || stems.size === 1) && phrase.every((w) => stems.has(w))
  return findings.map((_, at) => {
    const share = (covered[at] ?? 0) / all
    const said = phrases[at]?.some(isSaid) ?? false
    return (total[at] ?? 0) * share + (said ? WHOLE_PHRASE : 0)
  })
}

/** A stop is found by the beginnings of its own words alone: as it is being typed. */
function isBegun(finding: Finding, query: string): boolean {
  const own = [...finding.aliases, finding.text].flatMap(wordsOf)
  return wordsOf(query).every((typed) => own.some((w) => w.startsWith(typed)))
}

export interface SearchSettings {
  readonly synonyms?: Synonyms
  readonly most?: number
}

/**
 * The findings that answer best, best first: by how many of the typed words they have, in any form, with small
 * misspellings, or by words that stand for them. For a word that is being typed; a phrase is heard by `hearPhrase`. An
 * empty query finds nothing.
 */
export function searchFindings(
  findings: readonly Finding[],
  query: string,
  { synonyms = {}, most = 8 }: SearchSettings = {},
): readonly Finding[] {
  if (wordsOf(query).length === 0) return []
  const found = scores(findings, query, synonyms)
  return findings
    .map((finding, at) => {
      const isMeant = !finding.stop || isBegun(finding, query)
      const score = isMeant ? (found[at] ?? 0) * (finding.stop ? BEHIND : 1) : 0
      return { finding, at, score }
    })
    .filter((hit) => hit.score > 0)
    .sort((a, b) => b.score - a.score || a.at - b.at)
    .slice(0, most)
    .map((hit) => hit.finding)
}
