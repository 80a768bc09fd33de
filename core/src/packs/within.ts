/** What a pass rule may ask to be measured, in the words it is written with: "3 in a row, even within 8 %". */
import type { Side } from '../measure'
import type { AnyMeasure } from '../analysers'

/** Things that can be held within a measure. */
export const WITHIN_KINDS = [
  'even',
  'tempo',
  'hands',
  'chords',
  'thumb',
  'crossing',
  'pitch',
  'steady',
  'level',
  'colour',
  'speaks',
] as const
export type WithinKind = (typeof WITHIN_KINDS)[number]

/** A value that is not to be gone beyond: shares of 1, ms, cents, dB, or steps of key velocity, by its kind. */
export interface Within {
  readonly what: WithinKind
  readonly at: number
}

interface Written {
  readonly by: AnyMeasure
  /** On which side of the value it is too much. */
  readonly side: Side
  readonly unit: '%' | 'ms' | 'cents' | 'dB' | ''
}

/** How each is measured, and the unit it is written in. */
const WRITTEN: Readonly<Record<WithinKind, Written>> = {
  even: { by: 'unevenness-share', side: 'over', unit: '%' },
  tempo: { by: 'tempo-drift', side: 'beyond', unit: '%' },
  hands: { by: 'hands-apart', side: 'beyond', unit: 'ms' },
  chords: { by: 'chord-spread', side: 'over', unit: 'ms' },
  thumb: { by: 'thumb-accent', side: 'over', unit: '' },
  crossing: { by: 'rush-before-crossing', side: 'under', unit: '%' },
  pitch: { by: 'pitch', side: 'beyond', unit: 'cents' },
  steady: { by: 'pitch-unsteady', side: 'over', unit: 'cents' },
  level: { by: 'level-unsteady', side: 'over', unit: 'dB' },
  colour: { by: 'brightness-spread', side: 'over', unit: '%' },
  speaks: { by: 'speaks-after', side: 'over', unit: 'ms' },
}

const PER_CENT = 100

/** The measure, the side on which it is too much, and from which value on. */
export function measureAsked({ what, at }: Within) {
  const { by, side } = WRITTEN[what]
  return { by, side, at: side === 'under' ? -at : at }
}

/** `even within 8 %`. */
export function writeWithin({ what, at }: Within): string {
  const { unit } = WRITTEN[what]
  const value = unit === '%' ? Math.round(at * PER_CENT * 10) / 10 : at
  return `${what} within ${value}${unit === '' ? '' : ` ${unit}`}`
}

const PATTERN = /^([a-z]+) within (\d+(?:\.\d+)?)(?: (%|ms|cents|dB))?$/

/** The reverse; null for anything else, or another unit than its own. */
export function parseWithin(text: string): Within | null {
  const [, word, value, unit = ''] = PATTERN.exec(text) ?? []
  const what = WITHIN_KINDS.find((kind) => kind === word)
  if (!what || value === undefined || WRITTEN[what].unit !== unit) return null
  const at = unit === '%' ? Number(value) / PER_CENT : Number(value)
  return at > 0 ? { what, at } : null
}
