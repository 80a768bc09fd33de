/**
 * What a value from outside must look like, as a value itself: read at the border, written down as a schema for
 * other tools, and drawn from by generators of tests. A shape reads; it never throws and never guesses.
 */

/** Why a field is not taken. */
export type FieldCode =
  | 'missing'
  | 'empty'
  | 'too_long'
  | 'too_short'
  | 'too_small'
  | 'too_large'
  | 'too_many'
  | 'too_few'
  | 'not_a_text'
  | 'not_a_number'
  | 'not_whole'
  | 'not_a_flag'
  | 'not_a_day'
  | 'not_an_instant'
  | 'not_an_id'
  | 'not_a_pack_id'
  | 'not_a_digest'
  | 'not_a_pitch'
  | 'not_a_figure'
  | 'too_deep'
  | 'not_a_list'
  | 'not_a_record'
  | 'not_offered'
  | 'not_a_key'
  | 'unknown_kind'
  | 'unknown_field'

/** A place in a value, from the outside in. */
export type Path = readonly (string | number)[]

/** One field that is not taken, and why. */
export interface FieldFault {
  readonly path: Path
  readonly code: FieldCode
}

/** Where a text has a grammar of its own. */
export const PATTERNS = {
  digest: { code: 'not_a_digest', pattern: '^[0-9a-f]{64}$' },
  id: { code: 'not_an_id', pattern: '^[A-Za-z0-9-]{8,64}$' },
  packName: { code: 'not_a_pack_id', pattern: '^[a-z][a-z0-9]*(-[a-z0-9]+)*$' },
  pitch: { code: 'not_a_pitch', pattern: '^[A-G](##|#|bb|b|x)?-?[0-9]$' },
  figure: {
    code: 'not_a_figure',
    pattern:
      '^\\(?(-|(h|[1-9][0-9]?,?|[A-G](#|b)?[0-8]|s[1-6]f[0-9]{1,2})(\\+(h|[1-9][0-9]?,?|[A-G](#|b)?[0-8]|s[1-6]f[0-9]{1,2}))*)(:(0\\.5|1\\.5|[1-8]))?([.^nv]|~[1-9][0-9]?)?\\)?( [^ ].{0,79})?$',
  },
} as const satisfies Readonly<Record<string, { code: FieldCode; pattern: string }>>
/** Names of the grammars a text can have. */
export type PatternName = keyof typeof PATTERNS

/** The shape as data, for whoever writes it down or draws from it. */
export type Form =
  | { readonly type: 'text'; readonly least: number; readonly most: number }
  | { readonly type: 'pattern'; readonly pattern: PatternName }
  /** `none` lets the empty text stand for a day nobody has said yet. */
  | { readonly type: 'day'; readonly none: boolean }
  | { readonly type: 'instant' }
  | {
      readonly type: 'number'
      readonly least: number
      readonly most: number
      readonly whole: boolean
      /** The least itself is too small. */
      readonly above: boolean
    }
  | { readonly type: 'flag' }
  | { readonly type: 'one-of'; readonly values: readonly (string | number)[] }
  | {
      readonly type: 'list'
      readonly of: Shape<unknown>
      readonly least: number
      readonly most: number
    }
  | { readonly type: 'by-key'; readonly of: Shape<unknown>; readonly most: number }
  | { readonly type: 'object'; readonly fields: Readonly<Record<string, Field<unknown>>> }
  | { readonly type: 'data'; readonly depth: number }
  | { readonly type: 'nullable'; readonly of: Shape<unknown> }
  | {
      readonly type: 'either'
      readonly tag: string
      readonly options: Readonly<Record<string, Shape<unknown>>>
    }

/** Stands for a value that could not be read; the faults say why. */
export const WRONG = Symbol('wrong')

/** One value being read: what is wrong so far, and where one is in it. */
export class Reading {
  readonly faults: FieldFault[] = []
  /** What a shape answers when a part of it could not be read. */
  readonly wrong: typeof WRONG = WRONG
  private readonly path: (string | number)[] = []

  no(code: FieldCode): typeof WRONG {
    this.faults.push({ code, path: [...this.path] })
    return WRONG
  }

  at<T>(key: string | number, work: () => T): T {
    this.path.push(key)
    const found = work()
    this.path.pop()
    return found
  }
}

/** A shape of values of type T. */
export interface Shape<T> {
  readonly form: Form
  readonly read: (value: unknown, reading: Reading) => T | typeof WRONG
}

/** A field that may be left out: it is then absent, or has its usual value. */
export interface Optional<T> {
  readonly optional: Shape<T>
}
/** A field that may be left out and then has a usual value. */
export interface Usually<T> {
  readonly usually: Shape<T>
  readonly value: T
}
/** A field of an object: wanted, optional, or with a usual value. */
export type Field<T> = Shape<T> | Optional<T> | Usually<T>

type OptionalKeys<F> = {
  [K in keyof F]: F[K] extends Optional<unknown> ? K : never
}[keyof F]

type FieldValue<F> =
  F extends Optional<infer T>
    ? T
    : F extends Usually<infer T>
      ? T
      : F extends Shape<infer T>
        ? T
        : never

type Flat<T> = { readonly [K in keyof T]: T[K] }

/** The values an object of these fields has. */
export type ValueOf<F> = Flat<
  { readonly [K in Exclude<keyof F, OptionalKeys<F>>]: FieldValue<F[K]> } & {
    readonly [K in OptionalKeys<F>]?: FieldValue<F[K]>
  }
>

/** What came of reading a value: the value, or every field that is wrong. */
export type ShapeReading<T> =
  | { readonly ok: true; readonly value: T }
  | { readonly ok: false; readonly faults: readonly FieldFault[] }
