/** What was noted in the teacher's own words: kept, found again, and tied to a sign once. */
import { wordsOf } from '../kit'
import type { IsoDate } from '../kit'
import type { Finding } from '../packs'
import type { SignOfWords } from './wordsNoted'
import type { StudentRecord } from './state'

/** Words of the teacher's own, with how often and when they were noted. */
export interface KnownWords {
  readonly words: string
  readonly times: number
  readonly last: IsoDate
  readonly sign: SignOfWords | null
}

const plainly = (words: string) => words.trim().toLowerCase().replace(/\s+/g, ' ')

/** Whether two say the same but for capitals and spaces. */
export function sameWords(a: string, b: string): boolean {
  return plainly(a) === plainly(b)
}

/** The sign that the words were tied to on this record; null where they were not. */
export function tiedTo(record: StudentRecord, words: string): SignOfWords | null {
  return record.ownWords.findLast((w) => w.sign && sameWords(w.words, words))?.sign ?? null
}

/** The words of a record, each once, the latest first. */
export function wordsOnRecord(record: StudentRecord): readonly KnownWords[] {
  const dates = new Map(record.lessons.map((l) => [l.id, l.date]))
  return knownWords(
    record.ownWords.flatMap(({ words, sign, lesson }) => {
      const last = dates.get(lesson)
      return last === undefined ? [] : [{ words, sign, times: 1, last }]
    }),
  )
}

/** Words of several records as one list, the latest first; what was tied anywhere is tied. */
export function knownWords(all: readonly KnownWords[]): readonly KnownWords[] {
  const known = new Map<string, KnownWords>()
  for (const one of all) {
    const same = known.get(plainly(one.words))
    const later = same && same.last > one.last ? same : one
    known.set(plainly(one.words), {
      words: later.words,
      last: later.last,
      times: (same?.times ?? 0) + one.times,
      sign: later.sign ?? one.sign ?? same?.sign ?? null,
    })
  }
  return [...known.values()].toSorted((a, b) => b.last.localeCompare(a.last))
}

/** The list last made of each list, by what was tied then: whoever looks for signs makes an index of a list only once. */
const MADE = new WeakMap<
  readonly Finding[],
  { readonly ties: string; readonly signs: readonly Finding[] }
>()

/** The pack's signs, each going by the words that were tied to it as well; the same list as long as the ties are the same. */
export function findingsByOwnWords(
  findings: readonly Finding[],
  known: readonly KnownWords[],
): readonly Finding[] {
  const tied = known.filter((k) => k.sign !== null)
  if (tied.length === 0) return findings
  const ties = JSON.stringify(tied.map((k) => [k.words, k.sign?.finding]))
  const made = MADE.get(findings)
  if (made?.ties === ties) return made.signs
  const signs = findings.map((f) => {
    const words = tied.filter((k) => k.sign?.finding === f.id).map((k) => k.words)
    return words.length === 0 ? f : { ...f, aliases: [...f.aliases, ...words] }
  })
  MADE.set(findings, { ties, signs })
  return signs
}

/** Words not tied yet that go on as the query begins: each of its words begins one of theirs. */
export function wordsBegun(known: readonly KnownWords[], query: string): readonly KnownWords[] {
  const asked = wordsOf(query)
  if (asked.length === 0) return []
  return known.filter((k) => {
    const own = wordsOf(k.words)
    return k.sign === null && asked.every((a) => own.some((w) => w.startsWith(a)))
  })
}
