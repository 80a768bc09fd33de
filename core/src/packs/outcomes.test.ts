/** An answer is evidence of what came, and of nothing that could not be tried. */
import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { askedByAll, outcomesAsNow, saysOf, writeOutcome } from './outcomes'
import { CAME } from './vocabulary'

const ASKS = ['jaw-lets-go']

describe('what an answer says', () => {
  test.each([
    ['clearly', { 'jaw-lets-go': 'marked' }],
    ['partly', { 'jaw-lets-go': 'slight' }],
    ['not', { 'jaw-lets-go': 'absent' }],
    ['open', {}],
  ] as const)('that it came %s', (came, says) => {
    expect(saysOf(ASKS, { label: '', came })).toEqual(says)
  })

  test('a cure that worked is no acquittal, whatever else showed', () => {
    const also = { 'wrist-caves': 'marked' } as const
    expect(saysOf(ASKS, { label: '', came: 'clearly', also })).toEqual({
      'jaw-lets-go': 'marked',
      'wrist-caves': 'marked',
    })
    expect(saysOf(ASKS, { label: '', came: 'open', also })).toEqual(also)
  })

  test('what else showed never speaks in the place of what was asked', () => {
    const also = { 'jaw-lets-go': 'marked' } as const
    expect(saysOf(ASKS, { label: '', came: 'open', also })).toEqual({})
    expect(saysOf(ASKS, { label: '', came: 'not', also })).toEqual({ 'jaw-lets-go': 'absent' })
  })

  test('of several signs each has its own answer; one nobody spoke of is left open', () => {
    const came = { eased: 'clearly', firmed: 'not' } as const
    expect(saysOf(['eased', 'firmed', 'other'], { label: '', came })).toEqual({
      eased: 'marked',
      firmed: 'absent',
    })
  })

  test('written and read again it says the same', () => {
    const came = fc.constantFrom(...CAME)
    const also = fc.dictionary(fc.constantFrom('x', 'y'), fc.constantFrom('marked', 'slight'))
    fc.assert(
      fc.property(came, came, also, (a, b, beside) => {
        for (const asks of [['a'], ['a', 'b']]) {
          const says = saysOf(asks, { label: 'l', came: { a, b }, also: beside })
          expect(saysOf(asks, writeOutcome(asks, 'l', says))).toEqual(says)
        }
      }),
      { seed: 26, numRuns: 200 },
    )
  })
})

describe('answers as they were written before', () => {
  const outcomes = [
    { label: 'It lets go', says: { 'jaw-lets-go': 'marked' } },
    { label: 'A little', says: { 'jaw-lets-go': 'slight' } },
    { label: 'It lets go, the wrist caves', says: { 'jaw-lets-go': 'absent', caves: 'marked' } },
    { label: 'No change', says: { 'jaw-lets-go': 'absent' } },
  ] as const

  test('ask for the sign of which all of them speak', () => {
    expect(askedByAll(outcomes)).toEqual(['jaw-lets-go'])
    expect(askedByAll([{ says: { a: 'marked' } }, { says: { b: 'marked' } }])).toEqual(['a'])
  })

  test('say what they said, but for one that acquitted beside a second sign: that is no evidence', () => {
    const now = outcomesAsNow({ name: 'The rest', outcomes })
    expect(now).toMatchObject({ name: 'The rest', asks: 'jaw-lets-go' })
    expect(now.outcomes).toEqual([
      { label: 'It lets go', came: 'clearly' },
      { label: 'A little', came: 'partly' },
      { label: 'It lets go, the wrist caves', came: 'open' },
      { label: 'No change', came: 'not' },
    ])
  })

  test('of two signs asked at once each keeps its answer', () => {
    const two = [
      { label: 'Eased', says: { eased: 'marked', firmed: 'absent' } },
      { label: 'Neither', says: { eased: 'absent', firmed: 'absent' } },
    ] as const
    expect(outcomesAsNow({ outcomes: two }).outcomes[0]?.came).toEqual({
      eased: 'clearly',
      firmed: 'not',
    })
  })
})
