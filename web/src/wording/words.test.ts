import type { IsoDate } from '@vein-mend/core/kit'
import { CONDITIONS, STRANDS, STRENGTHS } from '@vein-mend/core/packs'
import { describe, expect, test } from 'vitest'
import { longDay, nearDay, shortDay } from './dates'
import { CONDITION_WORDS, percent, plural, sayBelief, sayWeight, STRENGTH_WORDS } from './words'

const day = (text: string) => text as IsoDate
const TODAY = day('2026-03-02')

describe('shares', () => {
  test.each([
    [0, '0 %'],
    [0.873, '87 %'],
    [1, '100 %'],
    [0.004, '< 1 %'],
    [0.996, '> 99 %'],
    [0.005, '1 %'],
    [0.995, '> 99 %'],
  ])('%f is said as %s', (p, said) => {
    expect(percent(p)).toBe(said.replace(' %', '\u00a0%'))
  })

  // A number and its sign belong on one line; common practice, no source.
  test('a share never breaks before its sign', () => {
    for (let i = 0; i <= 100; i++) expect(percent(i / 100)).not.toMatch(/ %/)
  })
})

describe('weights of evidence', () => {
  // Ten decibans are ten to one: Good 1950.
  test.each([
    [10, '10 times likelier'],
    [-10, '10 times less likely'],
    [3.01, '2.0 times likelier'],
    [20, '100 times likelier'],
    [0.2, 'says nothing'],
    [-0.2, 'says nothing'],
  ])('%f decibans are said as %s', (x, said) => {
    expect(sayWeight(x)).toBe(said)
  })

  test('what the looks say of a fault goes from there to gone', () => {
    expect([0.03, 0.5, 0.8, 0.97].map(sayBelief)).toEqual([
      'it is still there',
      'it may be going',
      'it is nearly gone',
      'it is gone',
    ])
  })
})

describe('counts', () => {
  test('one is one, none and many are many', () => {
    expect([0, 1, 2].map((n) => plural(n, 'lesson'))).toEqual([
      '0 lessons',
      '1 lesson',
      '2 lessons',
    ])
    expect(plural(2, 'link works', 'links work')).toBe('2 links work')
  })
})

describe('days', () => {
  test('short and long', () => {
    expect(shortDay(TODAY)).toBe('Mon 2 Mar')
    expect(longDay(TODAY)).toBe('2 March 2026')
  })

  test.each([
    ['2026-03-02', 'today'],
    ['2026-03-03', 'tomorrow'],
    ['2026-03-01', 'yesterday'],
    ['2026-03-09', 'in 7 days'],
    ['2026-02-23', '7 days ago'],
    ['2026-04-02', 'in 31 days'],
    ['2026-04-03', '3 April 2026'],
    ['2025-12-24', '24 December 2025'],
  ])('%s is said as “%s”', (then, said) => {
    expect(nearDay(day(then), TODAY)).toBe(said)
  })

  test('days are days, whatever the clock of the machine does in the night of the change', () => {
    expect(nearDay(day('2026-03-30'), day('2026-03-28'))).toBe('in 2 days')
    expect(nearDay(day('2026-10-26'), day('2026-10-24'))).toBe('in 2 days')
  })
})

test('every setting and strength has its words, each its own', () => {
  expect(new Set(CONDITIONS.map((c) => CONDITION_WORDS[c])).size).toBe(CONDITIONS.length)
  expect(new Set(STRENGTHS.map((s) => STRENGTH_WORDS[s])).size).toBe(STRENGTHS.length)
  expect(STRANDS).toEqual(['posture', 'tension', 'coordination', 'tone'])
})
