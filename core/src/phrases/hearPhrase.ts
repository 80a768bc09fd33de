/**
 * What is typed into the line of a lesson, and what is surely meant by it. A sign is what Enter notes only where it is
 * surely meant; what is not understood is kept in the teacher's own words, with the nearest signs offered beside.
 */
import type { Finding, Synonyms } from '../packs'
import { wordsOf } from '../kit'
import { partsOf } from './bodyParts'
import { toldBy } from './clauses'
import type { Tells } from './clauses'
import { likenesses } from './likeness'
import type { Likeness } from './likeness'
import { isMisspelt } from './misspelt'
import { nearestFindings } from './nearestFindings'
import { searchFindings } from './searchFindings'
import { harmToldBy } from './wordsOfHarm'
import type { HarmTold } from './wordsOfHarm'

/** What was heard in a phrase. */
export interface Heard {
  /** The sign that is surely meant; null where the teacher's own words are what is noted. */
  readonly sure: Finding | null
  /** Signs that answer, best first, with the sure one; signs that stop only where harm is told. */
  readonly signs: readonly Finding[]
  readonly tells: Tells
  readonly harm: HarmTold
}

export interface HearSettings {
  readonly synonyms?: Synonyms
  readonly most?: number
}

/** A sign is surely meant when it says at least so much of what was typed, fits so well, and so much better than the next. */
const SURE = { covered: 0.5, like: 0.65, ahead: 0.1 } as const
/** Without these, somebody is still typing a word. */
const WORDS_OF_A_PHRASE = 2

/** The signs that stop, those of a part that is named first. */
export function stopsFor(findings: readonly Finding[], { parts }: HarmTold): readonly Finding[] {
  const place = (f: Finding) => {
    const at = f.stop ? parts.indexOf(f.stop.part) : -1
    return at < 0 ? parts.length : at
  }
  return findings.filter((f) => f.stop).sort((a, b) => place(a) - place(b))
}

function isSure([first, second]: readonly Likeness[]): boolean {
  if (!first) return false
  const ahead = first.like - (second?.like ?? 0)
  return (
    first.saysHow && first.covered >= SURE.covered && first.like >= SURE.like && ahead >= SURE.ahead
  )
}

/** Letters of which one says nothing, and from which on what is typed can be a word of its own. */
const LETTERS_LEAST = 2
const WORD_FROM = 4
/** A word by which more signs go says none of them. */
const SIGNS_OF_A_WORD = 3

/** The phrases and words of a sign. */
interface WordsKnown {
  readonly phrases: ReadonlySet<string>
  readonly words: readonly string[]
}

const KNOWN = new WeakMap<readonly Finding[], readonly WordsKnown[]>()

/** The words of each sign, made once for each list. */
function wordsKnown(findings: readonly Finding[]): readonly WordsKnown[] {
  const made =
    KNOWN.get(findings) ??
    findings.map((f) => ({
      phrases: new Set(f.aliases.map((a) => a.toLowerCase())),
      words: [...new Set([...f.aliases, f.text].flatMap(wordsOf))],
    }))
  KNOWN.set(findings, made)
  return made
}

/** Whether one word says one sign: it is all of one sign's own phrase and of no other's, or few signs have it at all. */
function isSureOfWord(findings: readonly Finding[], typed: string): boolean {
  if (typed.length < LETTERS_LEAST || partsOf(typed).length > 0) return false
  const known = wordsKnown(findings)
  if (known.filter((k) => k.phrases.has(typed)).length === 1) return true
  const has = (word: string) => word.startsWith(typed) || isMisspelt(typed, word)
  // A word that no sign has, and that is only like one, is not understood.
  const signs = known.filter((k) => k.words.some(has)).length
  return signs > 0 && signs <= SIGNS_OF_A_WORD
}

const SPLIT = new WeakMap<readonly Finding[], readonly Finding[]>()

/** The signs that stop nothing; one list for each list, so that what is made of it is made once. */
function withoutStops(findings: readonly Finding[]): readonly Finding[] {
  const made = SPLIT.get(findings) ?? findings.filter((f) => !f.stop)
  SPLIT.set(findings, made)
  return made
}

/** What an empty line says. */
const NOTHING: Heard = {
  sure: null,
  signs: [],
  tells: 'how-it-is',
  harm: { level: 'none', parts: [] },
}

/** What a phrase of the lesson means, among these signs. An empty one means nothing. */
export function hearPhrase(
  findings: readonly Finding[],
  phrase: string,
  { synonyms = {}, most = 6 }: HearSettings = {},
): Heard {
  const words = wordsOf(phrase)
  if (words.length === 0) return NOTHING
  const harm = harmToldBy(phrase)
  const told = toldBy(phrase)
  const heard = { harm, tells: told.beside }
  if (harm.level === 'stop') {
    const signs = stopsFor(findings, harm).slice(0, most)
    return { ...heard, sure: signs[0] ?? null, signs }
  }
  if (words.length < WORDS_OF_A_PHRASE) {
    const found = searchFindings(findings, phrase, { synonyms, most })
    const isWord = found.length === 0 && phrase.trim().length >= WORD_FROM
    const signs = isWord ? nearestFindings(findings, phrase) : found
    const first = harm.level === 'none' && isSureOfWord(findings, words[0] ?? '') ? signs[0] : null
    return { ...heard, sure: first ?? null, signs }
  }
  const plainSigns = withoutStops(findings)
  const found = likenesses(plainSigns, told.words, synonyms)
  const near = found.slice(0, most).map((l) => l.finding)
  const signs = near.length > 0 ? near : nearestFindings(plainSigns, phrase)
  const sure = told.tells === 'how-it-is' && harm.level === 'none' && isSure(found)
  if (!sure) return { ...heard, sure: null, signs }
  return { harm, tells: 'how-it-is', sure: signs[0] ?? null, signs }
}
