/** Values of a shape, drawn from the shape itself: no kind of act can be forgotten by a generator. */
import fc from 'fast-check'
import { addDays, shapeOfField } from '../index'
import type { Field, Form, IsoDate, Shape } from '../index'

const EPOCH = '2015-01-01' as IsoDate
const DAYS = 4000

/** Letters with something to trip over: accents, quotes, a formula, a tag, other scripts. */
const LETTERS = [
  'a',
  'b',
  'z',
  ' ',
  'X',
  '-',
  '0',
  '9',
  '.',
  ',',
  'é',
  'Ł',
  'ő',
  'я',
  '“',
  '"',
  '<',
  '=',
  '♭',
  '🎵',
]

const someText = (least: number, most: number) =>
  fc
    .array(fc.constantFrom(...LETTERS), { minLength: least, maxLength: Math.min(most, least + 12) })
    .map((letters) => letters.join('').trim())
    .filter((text) => text.length >= least && text.length <= most)

const PATTERNED: Readonly<Record<(Form & { type: 'pattern' })['pattern'], fc.Arbitrary<string>>> = {
  id: fc.stringMatching(/^[A-Za-z0-9-]{8,20}$/),
  digest: fc.stringMatching(/^[0-9a-f]{64}$/),
  packName: fc.stringMatching(/^[a-z][a-z0-9]{0,8}(-[a-z0-9]{1,6}){0,2}$/),
  pitch: fc.stringMatching(/^[A-G][#b]?[2-5]$/),
  figure: fc.constantFrom(
    '1',
    '(3:2',
    '5:2)',
    '1+3+5:4^ lift',
    '-',
    '- breathe',
    'h:4~6',
    's1f2 2',
    'Bb4.',
    '5,:0.5',
  ),
}

/** Names that may be keys: those every object has are refused. */
const KEYS = fc
  .stringMatching(/^[a-z-]{1,12}$/)
  .filter((key) => key !== 'constructor' && key !== 'prototype')
const someDay = fc.nat(DAYS).map((n) => addDays(EPOCH, n))

function someNumber({ least, most, whole, above }: Form & { type: 'number' }) {
  if (whole) return fc.integer({ min: least, max: most })
  return fc.double({ min: least, max: most, minExcluded: above, noNaN: true }).map((n) => n + 0)
}

function someObject(fields: Readonly<Record<string, Field<unknown>>>): fc.Arbitrary<object> {
  const entries = Object.entries(fields)
  const all = Object.fromEntries(entries.map(([k, f]) => [k, arbitraryOf(shapeOfField(f))]))
  // What has a usual value is always told here: a kept act has it.
  const required = entries.flatMap(([k, f]) => ('optional' in f ? [] : [k]))
  return fc
    .record(all, { requiredKeys: required })
    .map((value) => Object.fromEntries(Object.entries(value)))
}

export function arbitraryOf<T>(shape: Shape<T>): fc.Arbitrary<T>
export function arbitraryOf({ form }: Shape<unknown>): fc.Arbitrary<unknown> {
  switch (form.type) {
    case 'text':
      return someText(form.least, form.most)
    case 'pattern':
      return PATTERNED[form.pattern]
    case 'day':
      return form.none ? fc.oneof(someDay, fc.constant('')) : someDay
    case 'instant':
      return someDay.map((day) => `${day}T10:20:30.400Z`)
    case 'number':
      return someNumber(form)
    case 'flag':
      return fc.boolean()
    case 'one-of':
      return fc.constantFrom(...form.values)
    case 'list':
      return fc.array(arbitraryOf(form.of), {
        minLength: form.least,
        maxLength: Math.min(form.most, form.least + 3),
      })
    case 'by-key':
      return fc.dictionary(KEYS, arbitraryOf(form.of), {
        maxKeys: 3,
        noNullPrototype: true,
      })
    case 'object':
      return someObject(form.fields)
    case 'nullable':
      return fc.option(arbitraryOf(form.of))
    case 'data':
      return fc.constant({})
    case 'either':
      return fc.oneof(...Object.values(form.options).map((option) => arbitraryOf(option)))
  }
}
