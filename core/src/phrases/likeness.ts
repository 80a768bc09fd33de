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

/** A sign with its phrases as they are compared. */
interface Known {
  readonly finding: Finding
  readonly phrases: readonly (readonly Term[])[]
  readonly place: readonly Term[]
  readonly parts: ReadonlySet<number>
  readonly says: ReadonlySet<string>
}

/** All signs of an instrument, made once for each list. */
interface Signs {
  readonly known: readonly Known[]
  /** How telling a word is, by its stem: 1 where one sign alone uses it, less where many do. */
  readonly telling: ReadonlyMap<string, number>
}

const MADE = new WeakMap<readonly Finding[], Signs>()

function signsOf(findings: readonly Finding[], synonyms: Synonyms): Signs {
  const made = MADE.get(findings)
  if (made) return made
  const terms = (text: string) =>
    typedWords(text)
      .filter((w) => w.says > 0)
      .map((w) => termOf(w.word, w.says, synonyms))
  const known = findings.map((finding) => ({
    finding,
    phrases: [...new Set([...finding.aliases, finding.text])].map(terms),
    place: terms(finding.place),
    parts: new Set(
      [...finding.aliases, finding.text, finding.place].flatMap(spelled).flatMap(partsOf),
    ),
    says: new Set(spelled(finding.text).map(stemOf)),
  }))
  const uses = new Map<string, number>()
  for (const k of known)
    for (const stem of new Set(k.phrases.flat().map((t) => t.stem)))
      uses.set(stem, (uses.get(stem) ?? 0) + 1)
  const least = Math.log(1 + findings.length)
  const telling = new Map(
    [...uses].map(([stem, n]) => [stem, Math.log(1 + findings.length / n) / least]),
  )
  const signs = { known, telling }
  MADE.set(findings, signs)
  return signs
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

type Weigh = (term: Term) => number
/** How much one word is another, whichever of them was typed. */
type Same = (a: Term, b: Term) => number

/** Compares each typed word with each word of the signs once, however many signs have it. */
function compared(typed: Typed): Same {
  const known = new Map(typed.terms.map((t) => [t, new Map<string, number>()]))
  return (a, b) => {
    const [one, own] = known.has(a) ? [a, b] : [b, a]
    const seen = known.get(one)
    const before = seen?.get(own.word)
    if (before !== undefined) return before
    const is = sameness(one, own)
    seen?.set(own.word, is)
    return is
  }
}

/** How much of some words is in others, by what they say, from 0 to 1. */
function shareOf(
  terms: readonly Term[],
  others: readonly Term[],
  weigh: Weigh,
  same: Same,
): number {
  let [is, of] = [0, 0]
  for (const t of terms) {
    let best = 0
    for (const o of others) best = Math.max(best, same(t, o))
    is += weigh(t) * best
    of += weigh(t)
  }
  return of === 0 ? 0 : is / of
}

function likenessOf(known: Known, typed: Typed, weigh: Weigh, same: Same): Likeness {
  const { finding, phrases, place, parts, says } = known
  const bag = [...phrases.flat(), ...place]
  const covered = shareOf(typed.terms, bag, weigh, same)
  let fits = 0
  for (const phrase of covered === 0 ? [] : phrases) {
    const there = shareOf(typed.terms, phrase, weigh, same)
    const back = shareOf(phrase, typed.terms, weigh, same)
    fits = Math.max(fits, there ** OF_TYPED * back ** (1 - OF_TYPED))
  }
  const isElsewhere = parts.size > 0 && typed.parts.some((p) => !p.some((x) => parts.has(x)))
  const isOpposite = typed.against.some((word) => says.has(word))
  const apart = (isElsewhere ? OTHER_PART : 1) * (isOpposite ? OTHER_WAY : 1)
  return {
    finding,
    like: apart * ((1 - OF_ALL) * fits + OF_ALL * covered),
    covered,
    saysHow: typed.telling.some((t) => bag.some((o) => same(t, o) > 0)),
  }
}

/** How well each sign answers, most first. */
export function likenesses(
  findings: readonly Finding[],
  phrase: string,
  synonyms: Synonyms,
): readonly Likeness[] {
  const { known, telling } = signsOf(findings, synonyms)
  const typed = asTyped(phrase, synonyms)
  if (typed.terms.length === 0) return []
  const weigh = (t: Term) => t.says * (telling.get(t.stem) ?? SAYS_MOST)
  const same = compared(typed)
  return known
    .map((k) => likenessOf(k, typed, weigh, same))
    .filter((l) => l.like > 0)
    .sort((a, b) => b.like - a.like)
}
