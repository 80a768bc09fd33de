/** Shapes of single values: texts, numbers, days, one of several. */
import type { IsoDate, IsoInstant } from './brand'
import { parseDay } from './days'
import { PATTERNS } from './shape'
import type { PatternName, Shape } from './shape'

const INSTANT = /^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}(:\d{2}(\.\d{1,6})?)?Z$/

/** A text without the blanks round it, of so many letters. */
export function text(most: number, least = 0): Shape<string> {
  return {
    form: { type: 'text', least, most },
    read: (value, reading) => {
      if (typeof value !== 'string') {
        return reading.no(value === undefined || value === null ? 'missing' : 'not_a_text')
      }
      // A letter of number nought ends a text for the file it is kept in.
      if (value.includes('\0')) return reading.no('not_a_text')
      const trimmed = value.trim()
      if (trimmed.length > most) return reading.no('too_long')
      if (trimmed.length >= least) return trimmed
      return reading.no(trimmed === '' ? 'empty' : 'too_short')
    },
  }
}

function matching<T extends string>(name: PatternName): Shape<T> {
  const { code, pattern } = PATTERNS[name]
  const fits = new RegExp(pattern)
  return {
    form: { type: 'pattern', pattern: name },
    read: (value, reading) => {
      if (value === undefined || value === null) return reading.no('missing')
      return typeof value === 'string' && fits.test(value) ? (value as T) : reading.no(code)
    },
  }
}

/** A name made by the screen, so that a repeated request is known as a repetition. */
export const id = <T extends string>(): Shape<T> => matching<T>('id')
/** The short name of a pack, which is also the name of its file. */
export const packName: Shape<string> = matching<string>('packName')
/** A SHA-256 in hexadecimal: the name of a file by what is in it. */
export const digest: Shape<string> = matching<string>('digest')
/** A written pitch with octave, such as `F#4`. */
export const pitch: Shape<string> = matching<string>('pitch')
/** One note of a figure, such as `1+3:2 lift`: degrees, strings with frets or names, length, sign and words. */
export const figureNote: Shape<string> = matching<string>('figure')

/** A day of the calendar. */
export const day: Shape<IsoDate> = {
  form: { type: 'day', none: false },
  read: (value, reading) => {
    if (value === undefined || value === null) return reading.no('missing')
    const found = typeof value === 'string' ? parseDay(value) : null
    return found ?? reading.no('not_a_day')
  },
}

/** A day of the calendar, or nothing yet. */
export const dayOrNone: Shape<IsoDate | ''> = {
  form: { type: 'day', none: true },
  read: (value, reading) => (value === '' ? '' : day.read(value, reading)),
}

/** An instant in UTC. */
export const instant: Shape<IsoInstant> = {
  form: { type: 'instant' },
  read: (value, reading) => {
    if (value === undefined || value === null) return reading.no('missing')
    const fits =
      typeof value === 'string' && INSTANT.test(value) && parseDay(value.slice(0, 10)) !== null
    return fits ? (value as IsoInstant) : reading.no('not_an_instant')
  },
}

interface NumberLimits {
  readonly least: number
  readonly most: number
  readonly whole?: boolean
  readonly above?: boolean
}

/** A number within its limits. */
export function number({ least, most, whole = false, above = false }: NumberLimits): Shape<number> {
  return {
    form: { type: 'number', least, most, whole, above },
    read: (value, reading) => {
      if (value === undefined || value === null) return reading.no('missing')
      if (typeof value !== 'number' || !Number.isFinite(value)) return reading.no('not_a_number')
      if (whole && !Number.isInteger(value)) return reading.no('not_whole')
      if (value < least || (above && value === least)) return reading.no('too_small')
      if (value > most) return reading.no('too_large')
      // Nought below nought is written as nought.
      return value === 0 ? 0 : value
    },
  }
}

/** A whole number within its limits. */
export const whole = (least: number, most: number): Shape<number> =>
  number({ least, most, whole: true })

/** Yes or no. */
export const flag: Shape<boolean> = {
  form: { type: 'flag' },
  read: (value, reading) => {
    if (typeof value === 'boolean') return value
    return reading.no(value === undefined || value === null ? 'missing' : 'not_a_flag')
  },
}

/** One of the values offered. */
export function oneOf<const T extends string | number>(values: readonly T[]): Shape<T> {
  return {
    form: { type: 'one-of', values },
    read: (value, reading) => {
      if (value === undefined || value === null) return reading.no('missing')
      return values.find((offered) => offered === value) ?? reading.no('not_offered')
    },
  }
}
