/**
 * Finds entries by words as people type them: word forms, beginnings, small misspellings. Thin words over the search
 * library and a stemmer (M. F. Porter, An algorithm for suffix stripping, 1980).
 */
import MiniSearch from 'minisearch'
import { stemmer } from 'stemmer'
import { wordsOf } from '../kit'

/** Something that is found by its words; a field that comes first counts more. */
export interface WordEntry {
  readonly id: number
  readonly aliases: string
  readonly text: string
  readonly place: string
}

/** How a word that was typed is found: as it is, or standing for it. */
export interface WordAsked {
  readonly word: string
  /** From 0 to 1. */
  readonly weight: number
}

/** Letters from which on a letter may be wrong. */
const MISSPELT_FROM = 5
const BOOST = { aliases: 2, text: 1.6, place: 0.6 } as const
/** Of a whole word, what its beginning and what a misspelling counts. */
const WEIGHTS = { prefix: 0.5, fuzzy: 0.25 } as const

/** A word without its endings, so that its forms are one. */
export function stemOf(word: string): string {
  return stemmer(word.toLowerCase())
}

/** An index of entries, made once. */
export class WordIndex {
  private readonly index = new MiniSearch<WordEntry>({
    fields: ['aliases', 'text', 'place'],
    tokenize: wordsOf,
    // The word as it stands is kept beside its stem: who has typed half of it has not come to the ending.
    processTerm: (word) => [...new Set([word, stemOf(word)])],
  })

  constructor(entries: readonly WordEntry[]) {
    this.index.addAll(entries)
  }

  /** How well each entry answers to the best of several words, by its id; those that do not are not there. */
  best(asked: readonly WordAsked[]): ReadonlyMap<number, number> {
    const found = new Map<number, number>()
    for (const { word, weight } of asked) {
      const hits = this.index.search(word, {
        prefix: true,
        fuzzy: word.length >= MISSPELT_FROM ? 1 : false,
        weights: WEIGHTS,
        boost: BOOST,
        processTerm: (term) => term,
        tokenize: (typed) => [...new Set([typed, stemOf(typed)])],
      })
      for (const hit of hits) {
        const id = hit.id as number
        found.set(id, Math.max(found.get(id) ?? 0, hit.score * weight))
      }
    }
    return found
  }
}
