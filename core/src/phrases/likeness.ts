/**
 * How much a typed phrase says what a sign says. Both are words with meanings: a word is the same, or can mean the same,
 * or is not there. A sign answers by the one of its own phrases that fits best, both ways round: what was typed must be
 * in it, and it in what was typed.
 */
import type { Finding, Synonyms } from '../packs'
import { wordsOf } from '../kit'
import { meaningsOf } from './alike'
import { partsOf } from './bodyParts'
import { isMisspelt } from './misspelt'
import { spelled, typedWords } from './typed'
import { stemOf } from './wordIndex'

/** A word as it is compared. */
interface Term {
  readonly word: string
  readonly stem: string
  readonly says: number
  readonly meanings: ReadonlySet<number>
  /** Stems that the pack says stand for it. */
  readonly stands: ReadonlySet<string>
  /** Whether it is the last that was typed, and may not be whole yet. */
  readonly isOpen: boolean
}

const SAME = 1
/** The word of which the last one typed is the beginning. */
const BEGUN = 0.9
const STANDS_FOR = 0.85
const CAN_MEAN = 0.75
const MISSPELT = 0.8
/** A word that no sign of the instrument uses says as much as the rarest that one does. */
const SAYS_MOST = 1

function termOf(word: string, says: number, synonyms: Synonyms, isOpen = false): Term {
  const stands = [...(synonyms[word] ?? []), ...(synonyms[stemOf(word)] ?? [])].flatMap(wordsOf)
  return {
    ...{ word, says, isOpen, stem: stemOf(word), meanings: meaningsOf(word) },
    stands: new Set(stands.map(stemOf)),
  }
}

/** How much one word is another, from 0 to 1. */
function sameness(typed: Term, own: Term): number {
  if (typed.stem === own.stem) return SAME
  if (typed.isOpen && own.word.startsWith(typed.word)) return BEGUN
  if (typed.stands.has(own.stem) || own.stands.has(typed.stem)) return STANDS_FOR
  if (isMisspelt(typed.word, own.word)) return MISSPELT
  for (const m of typed.meanings) if (own.meanings.has(m)) return CAN_MEAN
  return 0
}

/** Words that say the other of two things: who types one does not mean a sign that says the other. */
const OPPOSITES: readonly (readonly [string, string])[] = [
  ['left', 'right'],
  ['high', 'low'],
  ['sharp', 'flat'],
  ['loud', 'soft'],
  ['early', 'late'],
  ['thin', 'fat'],
  ['loose', 'tight'],
  ['straight', 'bent'],
  ['up', 'down'],
  ['in', 'out'],
  ['big', 'small'],
  ['fast', 'slow'],
  ['far', 'close'],
  ['upper', 'lower'],
  ['forward', 'back'],
]

/** A sign with its phrases as they are compared: words by their place in the vocabulary. */
interface Known {
  readonly finding: Finding
  readonly phrases: readonly Int32Array[]
  /** All words of its phrases and its place. */
  readonly bag: Int32Array
  readonly parts: ReadonlySet<number>
  readonly says: ReadonlySet<string>
}

/** All signs of an instrument, made once for each list. */
interface Signs {
  readonly known: readonly Known[]
  /** Every word that any sign uses. */
  readonly vocabulary: readonly Term[]
  /** How much each of them says: 1 where one sign alone uses it, less where many do. */
  readonly weights: Float64Array
  /** The same of any word, by its stem. */
  readonly telling: ReadonlyMap<string, number>
  /** How much typed words are those of the vocabulary; of a line that is being typed all words but the last stay. */
  readonly rows: Map<string, Float64Array>
}

const MADE = new WeakMap<readonly Finding[], Signs>()
/** Typed words that are remembered. */
const ROWS_MOST = 400

/** Words in the order in which they come, each once. */
class Vocabulary {
  readonly terms: Term[] = []
  private readonly places = new Map<string, number>()

  constructor(private readonly synonyms: Synonyms) {}

  /** The places of the words of a text that say something. */
  of(text: string): Int32Array {
    const telling = typedWords(text).filter((w) => w.says > 0)
    return Int32Array.from(telling, ({ word, says }) => {
      const known = this.places.get(word)
      if (known !== undefined) return known
      this.places.set(word, this.terms.length)
      return this.terms.push(termOf(word, says, this.synonyms)) - 1
    })
  }
}

/** How telling a word is, by its stem. */
function tellingOf(known: readonly Known[], terms: readonly Term[]): ReadonlyMap<string, number> {
  const uses = new Map<string, number>()
  for (const { phrases } of known) {
    const stems = phrases.flatMap((words) => [...words].map((w) => terms[w]?.stem ?? ''))
    for (const stem of new Set(stems)) uses.set(stem, (uses.get(stem) ?? 0) + 1)
  }
  const least = Math.log(1 + known.length)
  return new Map([...uses].map(([stem, n]) => [stem, Math.log(1 + known.length / n) / least]))
}

const weightOf = (t: Term, telling: ReadonlyMap<string, number>) =>
  t.says * (telling.get(t.stem) ?? SAYS_MOST)

function signsOf(findings: readonly Finding[], synonyms: Synonyms): Signs {
  const made = MADE.get(findings)
  if (made) return made
  const vocabulary = new Vocabulary(synonyms)
  const known = findings.map((finding) => {
    const said = [...new Set([...finding.aliases, finding.text])]
    const phrases = said.map((text) => vocabulary.of(text))
    const place = vocabulary.of(finding.place)
    return {
      finding,
      phrases,
      bag: Int32Array.from(new Set([...phrases, place].flatMap((words) => [...words]))),
      parts: new Set([...said, finding.place].flatMap(spelled).flatMap(partsOf)),
      says: new Set(spelled(finding.text).map(stemOf)),
    }
  })
  const { terms } = vocabulary
  const telling = tellingOf(known, terms)
  const weights = Float64Array.from(terms, (t) => weightOf(t, telling))
  const signs = { known, vocabulary: terms, weights, telling, rows: new Map() }
  MADE.set(findings, signs)
  return signs
}

/** How much a typed word is each word of the vocabulary. */
function rowOf({ vocabulary, rows }: Signs, typed: Term): Float64Array {
  const key = `${typed.word}${typed.isOpen ? '…' : ''}`
  const known = rows.get(key)
  if (known) return known
  if (rows.size >= ROWS_MOST) rows.clear()
  const row = Float64Array.from(vocabulary, (own) => sameness(typed, own))
  rows.set(key, row)
  return row
}

/** How well a sign answers to a phrase. */
export interface Likeness {
  readonly finding: Finding
  /** From 0 to about 1. */
  readonly like: number
  /** Share of what was typed that the sign says in any of its phrases, from 0 to 1. */
  readonly covered: number
  /** Whether it says more of what was typed than which part it is. */
  readonly saysHow: boolean
}

/** What is left of a sign that names another part than the one typed, or says the opposite. */
const OTHER_PART = 0.75
const OTHER_WAY = 0.75
/** Shares of the two ways round. */
const OF_TYPED = 0.65
/** What the other phrases of the sign add. */
const OF_ALL = 0.35

/** A phrase as it is compared. */
interface Typed {
  readonly terms: readonly Term[]
  /** Those that say how it is, and not only which part. */
  readonly telling: readonly Term[]
  /** The parts each word names. */
  readonly parts: readonly (readonly number[])[]
  /** Words that would say the opposite. */
  readonly against: readonly string[]
}

function asTyped(phrase: string, synonyms: Synonyms): Typed {
  const words = new Map(typedWords(phrase).map((w) => [w.word, w.says]))
  const stems = new Set([...words.keys()].map(stemOf))
  const terms = [...words]
    .filter(([, says]) => says > 0)
    .map(([word, says]) => termOf(word, says, synonyms, phrase.endsWith(word)))
  return {
    terms,
    telling: terms.filter((t) => t.says === 1 && partsOf(t.word).length === 0),
    parts: [...words.keys()].map(partsOf).filter((p) => p.length > 0),
    against: OPPOSITES.flatMap(([a, b]) => {
      if (stems.has(a) === stems.has(b)) return []
      return stems.has(a) ? [b] : [a]
    }),
  }
}

/** A typed word against the vocabulary, with how much it says. */
interface Row {
  readonly of: Float64Array
  readonly weight: number
}

const NO_ROW = new Float64Array(0)

/** The nearest of some words to a typed one, from 0 to 1. */
function nearest(row: Float64Array, words: Int32Array): number {
  let best = 0
  for (const word of words) best = Math.max(best, row[word] as number)
  return best
}

/** How much of what was typed is in some words, by what it says, from 0 to 1. */
function shareOfTyped(rows: readonly Row[], words: Int32Array): number {
  let [is, of] = [0, 0]
  for (const row of rows) {
    is += row.weight * nearest(row.of, words)
    of += row.weight
  }
  return of === 0 ? 0 : is / of
}

/** How much of some words is in what was typed. */
function shareOfOwn(words: Int32Array, rows: readonly Row[], weights: Float64Array): number {
  let [is, of] = [0, 0]
  for (const word of words) {
    let best = 0
    for (const row of rows) best = Math.max(best, row.of[word] as number)
    is += (weights[word] as number) * best
    of += weights[word] as number
  }
  return of === 0 ? 0 : is / of
}

function likenessOf(
  { finding, phrases, bag, parts, says }: Known,
  typed: Typed,
  rows: ReadonlyMap<Term, Row>,
  weights: Float64Array,
): Likeness {
  const all = [...rows.values()]
  const covered = shareOfTyped(all, bag)
  let fits = 0
  for (const phrase of covered === 0 ? [] : phrases) {
    const there = shareOfTyped(all, phrase)
    if (there === 0) continue
    const back = shareOfOwn(phrase, all, weights)
    fits = Math.max(fits, there ** OF_TYPED * back ** (1 - OF_TYPED))
  }
  const isElsewhere = parts.size > 0 && typed.parts.some((p) => !p.some((x) => parts.has(x)))
  const isOpposite = typed.against.some((word) => says.has(word))
  const apart = (isElsewhere ? OTHER_PART : 1) * (isOpposite ? OTHER_WAY : 1)
  const isSaid = (t: Term) => nearest(rows.get(t)?.of ?? NO_ROW, bag) > 0
  return {
    finding,
    like: apart * ((1 - OF_ALL) * fits + OF_ALL * covered),
    covered,
    saysHow: typed.telling.some(isSaid),
  }
}

/** How well each sign answers, most first. */
export function likenesses(
  findings: readonly Finding[],
  phrase: string,
  synonyms: Synonyms,
): readonly Likeness[] {
  const signs = signsOf(findings, synonyms)
  const typed = asTyped(phrase, synonyms)
  if (typed.terms.length === 0) return []
  const rows = new Map(
    typed.terms.map((t) => [t, { of: rowOf(signs, t), weight: weightOf(t, signs.telling) }]),
  )
  return signs.known
    .map((k) => likenessOf(k, typed, rows, signs.weights))
    .filter((l) => l.like > 0)
    .sort((a, b) => b.like - a.like)
}
