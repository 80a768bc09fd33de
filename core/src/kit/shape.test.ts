import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import {
  byKey,
  data,
  day,
  either,
  flag,
  id,
  list,
  nullable,
  number,
  object,
  oneOf,
  optional,
  readShape,
  text,
  usually,
  whole,
} from './index'
import type { Shape } from './index'
import { arbitraryOf } from './test/arbitraryOf'

function faults(shape: Shape<unknown>, value: unknown): readonly string[] {
  const read = readShape(shape, value)
  return read.ok ? [] : read.faults.map((f) => `${f.path.join('.')}: ${f.code}`)
}

const sign = object({
  id: id(),
  words: text(10, 1),
  strength: oneOf(['marked', 'slight']),
  on: day,
  tries: list(whole(1, 5), 3),
  cue: optional(text(10)),
  prompted: usually(flag, false),
  next: usually(nullable(day), null),
})
const GOOD = {
  id: 'sign-00001',
  words: ' soft ',
  strength: 'marked',
  on: '2026-03-02',
  tries: [1, 2],
}

describe('a value from outside', () => {
  test('is taken trimmed, with what is usual filled in and what nobody asked for left behind', () => {
    expect(readShape(sign, { ...GOOD, stray: 1 })).toEqual({
      ok: true,
      value: { ...GOOD, words: 'soft', prompted: false, next: null },
    })
  })

  test.each<[object, readonly string[]]>([
    [{ words: ' ' }, ['words: empty']],
    [{ words: 7 }, ['words: not_a_text']],
    [{ words: ['a'] }, ['words: not_a_text']],
    [{ words: 'far too many' }, ['words: too_long']],
    [{ strength: 'loud' }, ['strength: not_offered']],
    [{ strength: 'constructor' }, ['strength: not_offered']],
    [{ on: '2026-02-30' }, ['on: not_a_day']],
    [{ on: null }, ['on: missing']],
    [{ tries: 'many' }, ['tries: not_a_list']],
    [{ tries: [1, 0, 2.5] }, ['tries.1: too_small', 'tries.2: not_whole']],
    [{ tries: [1, 2, 3, 4] }, ['tries: too_many']],
    [{ id: 'x' }, ['id: not_an_id']],
    [{ prompted: 'yes' }, ['prompted: not_a_flag']],
    [{ cue: null }, ['cue: missing']],
  ])('%o is refused at its field', (change, expected) => {
    expect(faults(sign, { ...GOOD, ...change })).toEqual(expected)
  })

  test('names everything that is wrong at once', () => {
    expect(faults(sign, { tries: [9] })).toEqual([
      'id: missing',
      'words: missing',
      'strength: missing',
      'on: missing',
      'tries.0: too_large',
    ])
    expect(faults(sign, [])).toEqual([': not_a_record'])
    expect(faults(sign, undefined)).toEqual([': missing'])
  })

  test('cannot reach into the language by the name of a key', () => {
    const says = byKey(oneOf(['marked']), 3)
    const hostile: unknown = JSON.parse('{"__proto__":"marked"}')
    expect(faults(says, hostile)).toEqual(['__proto__: not_a_key'])
    expect(faults(says, { constructor: 'marked' })).toEqual(['constructor: not_a_key'])
    expect(faults(says, { a: 'marked', b: 'marked', c: 'marked', d: 'marked' })).toEqual([
      ': too_many',
    ])
    expect(readShape(object({ toString: optional(flag) }), {})).toEqual({ ok: true, value: {} })
  })

  test('is one of several by its tag, and no other', () => {
    const rule = either('kind', {
      share: object({ kind: oneOf(['share']), of: whole(1, 9) }),
      row: object({ kind: oneOf(['row']) }),
    })
    expect(readShape(rule, { kind: 'share', of: 4 })).toMatchObject({ ok: true })
    expect(faults(rule, { kind: 'share' })).toEqual(['of: missing'])
    expect(faults(rule, { kind: 'valueOf' })).toEqual(['kind: unknown_kind'])
    expect(faults(rule, 'share')).toEqual([': not_a_record'])
  })

  test('may be deep only so far, and large only so far', () => {
    expect(readShape(data(2), { a: { b: 1 } })).toMatchObject({ ok: true })
    expect(faults(data(2), { a: { b: { c: 1 } } })).toEqual([': too_deep'])
    const half = number({ least: 0, most: 1, above: true })
    expect([0, 1.5, Number.NaN, Infinity].map((n) => faults(half, n))).toEqual([
      [': too_small'],
      [': too_large'],
      [': not_a_number'],
      [': not_a_number'],
    ])
  })
})

test('whatever a shape takes, it takes again as it is', () => {
  fc.assert(
    fc.property(arbitraryOf(sign), (value) => {
      expect(readShape(sign, value)).toEqual({ ok: true, value })
    }),
    { seed: 20261126, numRuns: 300 },
  )
})
