/** Shapes built of others: lists, objects, one of several objects. */
import { Reading, WRONG } from './shape'
import type { Field, Optional, Shape, ShapeReading, Usually, ValueOf } from './shape'

/** Keys that would reach into the language and not into the data. */
const NO_KEYS: ReadonlySet<string> = new Set(['__proto__', 'constructor', 'prototype'])
/** Letters of a key: an id of a pack may be as long. */
const KEY_MOST = 160

/** Whether the value is an object with keys, and no list. */
export function isObject(value: unknown): value is Readonly<Record<string, unknown>> {
  return typeof value === 'object' && value !== null && !Array.isArray(value)
}

/** A list of so many. */
export function list<T>(of: Shape<T>, most: number, least = 0): Shape<readonly T[]> {
  return {
    form: { type: 'list', of, least, most },
    read: (value, reading) => {
      if (value === undefined || value === null) return reading.no('missing')
      if (!Array.isArray(value)) return reading.no('not_a_list')
      if (value.length > most) return reading.no('too_many')
      if (value.length < least) return reading.no(value.length === 0 ? 'empty' : 'too_few')
      const items: T[] = []
      for (const [i, item] of value.entries()) {
        const found = reading.at(i, () => of.read(item, reading))
        if (found !== WRONG) items.push(found)
      }
      return items.length === value.length ? items : WRONG
    },
  }
}

/** Values by key, so many at the most. */
export function byKey<T>(of: Shape<T>, most: number): Shape<Readonly<Record<string, T>>> {
  return {
    form: { type: 'by-key', of, most },
    read: (value, reading) => {
      if (value === undefined || value === null) return reading.no('missing')
      if (!isObject(value)) return reading.no('not_a_record')
      const keys = Object.keys(value)
      if (keys.length > most) return reading.no('too_many')
      const found: Record<string, T> = {}
      for (const key of keys) {
        const read = reading.at(key, () =>
          NO_KEYS.has(key) || key === '' || key.length > KEY_MOST || key.includes('\0')
            ? reading.no('not_a_key')
            : of.read(value[key], reading),
        )
        if (read !== WRONG) found[key] = read
      }
      return Object.keys(found).length === keys.length ? found : WRONG
    },
  }
}

/** The field may be left out, and is then not there. */
export const optional = <T>(shape: Shape<T>): Optional<T> => ({ optional: shape })
/** The field may be left out, and then has its usual value. */
export const usually = <T>(shape: Shape<T>, value: T): Usually<T> => ({ usually: shape, value })

/** What the field holds when it is told. */
export function shapeOfField<T>(field: Field<T>): Shape<T> {
  if ('optional' in field) return field.optional
  return 'usually' in field ? field.usually : field
}

function readField<T>(
  field: Field<T>,
  value: unknown,
  reading: Reading,
): T | undefined | typeof WRONG {
  if (value === undefined && !('read' in field)) return 'usually' in field ? field.value : undefined
  return shapeOfField(field).read(value, reading)
}

/** An object of these fields; what else it holds is not taken over. */
export function object<F extends Readonly<Record<string, Field<unknown>>>>(
  fields: F,
): Shape<ValueOf<F>> {
  const all = Object.entries(fields)
  return {
    form: { type: 'object', fields },
    read: (value, reading) => {
      if (value === undefined || value === null) return reading.no('missing')
      if (!isObject(value)) return reading.no('not_a_record')
      const before = reading.faults.length
      const found: Record<string, unknown> = {}
      for (const [key, field] of all) {
        const own = Object.hasOwn(value, key) ? value[key] : undefined
        const read = reading.at(key, () => readField(field, own, reading))
        if (read !== undefined && read !== WRONG) found[key] = read
      }
      // Every field was read by its own shape, so the whole is what they say together.
      return reading.faults.length === before ? (found as ValueOf<F>) : WRONG
    },
  }
}

function deepest(value: unknown, most: number): boolean {
  if (typeof value !== 'object' || value === null) return true
  return most > 0 && Object.values(value).every((inner) => deepest(inner, most - 1))
}

/** An object that is checked elsewhere; only how deep it goes is looked at here. */
export function data(depth: number): Shape<Readonly<Record<string, unknown>>> {
  return {
    form: { type: 'data', depth },
    read: (value, reading) => {
      if (value === undefined || value === null) return reading.no('missing')
      if (!isObject(value)) return reading.no('not_a_record')
      return deepest(value, depth) ? value : reading.no('too_deep')
    },
  }
}

/** The value, or nothing said. */
export function nullable<T>(of: Shape<T>): Shape<T | null> {
  return {
    form: { type: 'nullable', of },
    read: (value, reading) => (value === null ? null : of.read(value, reading)),
  }
}

/** One of several objects, told apart by a field. */
export function either<O extends Readonly<Record<string, Shape<unknown>>>>(
  tag: string,
  options: O,
): Shape<{ [K in keyof O]: O[K] extends Shape<infer T> ? T : never }[keyof O]> {
  type Any = { [K in keyof O]: O[K] extends Shape<infer T> ? T : never }[keyof O]
  return {
    form: { type: 'either', tag, options },
    read: (value, reading) => {
      if (value === undefined || value === null) return reading.no('missing')
      if (!isObject(value)) return reading.no('not_a_record')
      const which = value[tag]
      const option =
        typeof which === 'string' && Object.hasOwn(options, which) ? options[which] : undefined
      if (!option) return reading.at(tag, () => reading.no('unknown_kind'))
      return option.read(value, reading) as Any | typeof WRONG
    },
  }
}

/** The value as the shape takes it, or everything that is wrong with it, field by field. */
export function readShape<T>(shape: Shape<T>, value: unknown): ShapeReading<T> {
  const reading = new Reading()
  const found = shape.read(value, reading)
  return found === WRONG ? { ok: false, faults: reading.faults } : { ok: true, value: found }
}
