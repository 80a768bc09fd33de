/** A phrase as it was typed, made into words that can be looked for: short forms written out, filler known as such. */
import { wordsOf } from '../kit'

/** Words that say nothing of what is seen or heard. */
const SAYS_NOTHING = new Set(
  'a an and are as at be been being by did do does for from get gets getting goes going got had has have he her hers him his i im in into is isnt it its just keeps kind like may me my of on onto or our own pls please s she so sort t that thats the their theirs them then there they theyre this to too us was we were when where which while who with would you your ugh hmm oh ok okay again once today really very quite rather still always ever every each all bit lot lots little whole much more most some any even also only'.split(
    ' ',
  ),
)
/** Words that say where in the music, or how much: they help, and are not what is looked for. */
const SAYS_LITTLE = new Set(
  'bar bars beat bits bridge cadence chord down etude exercise fast first forward g hand hands hard high hymn left line loud low lower measure middle never no not note notes off often out over page part passage piece playing plays right scale section side slow soft solo song study sound sounds student top tone tune turn under up upper without hers year years'.split(
    ' ',
  ),
)

/** Short forms, by what stands for them; of one word or two. */
const SHORT: Readonly<Record<string, string>> = {
  lh: 'left hand',
  rh: 'right hand',
  l: 'left',
  r: 'right',
  '1st': 'first',
  '2nd': 'second',
  '3rd': 'third',
  '4th': 'fourth',
  '5th': 'fifth',
  vib: 'vibrato',
  trem: 'tremolo',
  pp: 'soft',
  ff: 'loud',
  forte: 'loud',
  fortissimo: 'loud',
  piano: 'soft',
  gliss: 'glissando',
  glisses: 'glissando',
  mando: 'mandolin',
  sax: 'saxophone',
  n: 'and',
  w: 'with',
  cant: 'cannot',
  dont: 'not',
  doesnt: 'not',
  wont: 'not',
  isnt: 'not',
  arent: 'not',
}

/** One word of what was typed. */
export interface Word {
  readonly word: string
  /** How much it says, from 0 (filler) to 1. */
  readonly says: number
}

const LITTLE = 0.4

/** Small letters without apostrophes: “didn’t” is one word. */
export function plain(text: string): string {
  return text.toLowerCase().replaceAll(/['’‘`]/gu, '')
}

/** The words of a phrase with their short forms written out. */
export function spelled(text: string): readonly string[] {
  return wordsOf(plain(text)).flatMap((w) => wordsOf(SHORT[w] ?? w))
}

/** The words of a phrase, each with how much it says. */
export function typedWords(text: string): readonly Word[] {
  return spelled(text).map((word) => ({ word, says: saysOfWord(word) }))
}

function saysOfWord(word: string): number {
  if (SAYS_NOTHING.has(word)) return 0
  return SAYS_LITTLE.has(word) || /^\d+$/u.test(word) ? LITTLE : 1
}
