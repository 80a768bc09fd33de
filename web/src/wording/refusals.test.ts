import { SERVER_REFUSALS } from '@vein-mend/contract'
import { RECORD_REFUSALS } from '@vein-mend/core/record'
import { describe, expect, test } from 'vitest'
import { sayRefusal } from './refusals'

const FACTS = {
  name: 'Slumped',
  names: 'Slumped · Too little air',
  first: 'Slumped',
  date: '2026-03-02',
  days: 3,
  part: 'hand',
  kind: 'look-taken',
  clean: 3,
  tries: 2,
  value: 90,
  unit: 'cm',
  least: 10,
  most: 80,
  bar: 2,
  trouble: 'pitch',
  take: 'sound',
  parts: 2,
  bars: 8,
  why: 'the fingers are too small for it.',
}
const CODES = [...RECORD_REFUSALS, ...SERVER_REFUSALS]

// That each code has a sentence is the compiler's; here they are read as a teacher would.
describe('refusals in words', () => {
  test.each(CODES)('%s reads as a sentence', (code) => {
    const said = sayRefusal({ code, path: [], facts: FACTS })
    expect(said).toMatch(/^[A-Z0-9“].*[.?]$/)
    expect(said.split(' ').length).toBeGreaterThan(2)
    expect(said).not.toMatch(/_|undefined|server does not answer/)
  })

  test('no two are told with the same words', () => {
    const said = CODES.map((code) => sayRefusal({ code, path: [], facts: FACTS }))
    expect(new Set(said).size).toBe(said.length)
  })

  test('a single field is named with what is wrong with it', () => {
    expect(sayRefusal({ code: 'too_long', path: ['acts', 0, 'words'] })).toBe(
      'words: Please shorten this.',
    )
  })
})
