/**
 * Words in which harm is told. Whoever writes one of them, wherever it is, is asked about a stop: nobody who writes
 * "sore thumb again" may find nothing. Common practice, no source.
 */
import { wordsOf } from './wordsOf'

/** Beginnings of words that tell harm by themselves. */
const HARM = [
  'ache',
  'aching',
  'agony',
  'asleep',
  'bleed',
  'blister',
  'bruis',
  'burn',
  'cramp',
  'dizz',
  'dislocat',
  'faint',
  'fractur',
  'giddy',
  'headache',
  'hurt',
  'injur',
  'inflam',
  'killing',
  'lightheaded',
  'migraine',
  'needles',
  'numb',
  'pain',
  'paralys',
  'rash',
  'ringing',
  'sore',
  'spasm',
  'sprain',
  'stabbing',
  'sting',
  'swelling',
  'swollen',
  'tender',
  'tendinitis',
  'tendonitis',
  'throb',
  'tingl',
  'tinnitus',
  'woozy',
] as const

/** Everyday words that only begin like one of them. */
const HARMLESS = ['paint', 'number', 'tendency', 'hurtl'] as const

/** Words that tell it only together. */
const TOGETHER: readonly (readonly string[])[] = [
  ['light', 'head'],
  ['head', 'spin'],
  ['head', 'swim'],
  ['sees', 'star'],
  ['black', 'out'],
  ['went', 'sleep'],
  ['falls', 'sleep'],
  ['fall', 'sleep'],
  ['goes', 'sleep'],
  ['no', 'feel'],
  ['cannot', 'feel'],
  ['cant', 'feel'],
  ['lost', 'feel'],
  ['weak', 'sudden'],
  ['drops', 'things'],
  ['drop', 'things'],
  ['shak', 'weak'],
  ['does', 'not', 'obey'],
  ['doesn', 'obey'],
  ['not', 'obey'],
  ['finger', 'curl', 'itself'],
  ['jaw', 'click'],
  ['jaw', 'lock'],
  ['jaw', 'pop'],
  ['skin', 'raw'],
  ['skin', 'broken'],
  ['ears', 'ring'],
  ['ear', 'ring'],
  ['broke', 'wrist'],
  ['broke', 'arm'],
  ['broke', 'hand'],
  ['broke', 'finger'],
  ['broken', 'wrist'],
  ['broken', 'arm'],
  ['broken', 'finger'],
  ['jammed', 'finger'],
  ['finger', 'jammed'],
  ['trapped', 'finger'],
  ['pulled', 'muscle'],
  ['strained', 'muscle'],
  ['shooting', 'arm'],
]

const begins = (word: string, list: readonly string[]) => list.some((b) => word.startsWith(b))

/** Whether a typed word tells harm by itself. */
export function isWordOfHarm(word: string): boolean {
  return begins(word, HARM) && !begins(word, HARMLESS)
}

/** Whether what was typed tells of harm. */
export function tellsHarm(text: string): boolean {
  const words = wordsOf(text.replaceAll('’', '').replaceAll("'", ''))
  if (words.some(isWordOfHarm)) return true
  return TOGETHER.some((all) => all.every((part) => words.some((w) => w.startsWith(part))))
}
