import { describe, expect, test } from 'vitest'
import { asksSeveral, knowledgeAsNow, setupFindings, wrongNamed, wrongParts } from './index'
import type { KeptKnowledge, Knowledge, SetupCheck, SetupPoint } from './index'
import { partsOf } from './setupParts'

const height: SetupPoint = {
  id: 'height',
  ask: 'Level?',
  parts: [
    { id: 'too-high', say: 'too high', finding: 'slopes' },
    { id: 'too-low', say: 'too low', finding: 'climbs' },
  ],
  lasts: true,
  number: null,
  grows: false,
}
const hold: SetupPoint = {
  ...{ id: 'hold', ask: 'Soft, thumb bent?', lasts: false, number: null, grows: false },
  parts: [
    { id: 'thumb', say: 'the thumb is straight', finding: 'thumb-straight' },
    { id: 'clutch', say: 'it clutches', finding: 'clutches' },
    { id: 'else', say: 'something else', finding: null },
  ],
}
const feet: SetupPoint = {
  ...height,
  id: 'feet',
  parts: [{ id: 'dangle', say: 'they dangle', finding: 'dangle' }],
}
const knowledge = { setup: [height, hold, feet] } as unknown as Knowledge

const found = (points: SetupCheck['points'], more: Partial<SetupCheck> = {}) =>
  setupFindings(knowledge, { points, numbers: {}, ...more }, []).map((s) => [s.finding, s.strength])

describe('a point that can be not right in several ways', () => {
  test('says only what was named: of one that lasts, that the other is not there', () => {
    expect(found({ height: 'wrong' }, { wrong: { height: ['too-low'] } })).toEqual([
      ['slopes', 'absent'],
      ['climbs', 'marked'],
    ])
  })

  test('can be not right in two at once', () => {
    expect(found({ hold: 'wrong' }, { wrong: { hold: ['thumb', 'clutch'] } })).toEqual([
      ['thumb-straight', 'marked'],
      ['clutches', 'marked'],
    ])
  })

  test('is not guessed where nobody said which', () => {
    expect(found({ height: 'wrong', hold: 'wrong' })).toEqual([])
    expect(wrongParts(hold, { points: { hold: 'wrong' }, numbers: {} })).toEqual([])
  })

  test('is read as it was said before there were parts, by its finding', () => {
    expect(found({ height: 'wrong' }, { ways: { height: 'climbs' } })).toEqual([
      ['slopes', 'absent'],
      ['climbs', 'marked'],
    ])
  })

  test('is added to without losing what was named before, in whichever way', () => {
    const points = { height: 'wrong', hold: 'wrong', feet: 'wrong' } as const
    const said = { points, numbers: {}, ways: { height: 'climbs' }, wrong: { hold: ['thumb'] } }
    // The only part of a point needs no naming.
    expect(wrongNamed(knowledge.setup, said)).toEqual({ height: ['too-low'], hold: ['thumb'] })
    expect(wrongNamed(knowledge.setup, { ...said, points: { height: 'right' } })).toEqual({})
  })

  test('whose part no sign says is kept and is evidence of nothing', () => {
    const check: SetupCheck = { points: { hold: 'wrong' }, numbers: {}, wrong: { hold: ['else'] } }
    expect(setupFindings(knowledge, check, [])).toEqual([])
    expect(wrongParts(hold, check).map((p) => p.id)).toEqual(['else'])
  })
})

test('what is right before sound speaks against a sign only where it stays so while playing', () => {
  expect(found({ hold: 'right' })).toEqual([])
  expect(found({ height: 'right' }).map(([, strength]) => strength)).toEqual(['absent', 'absent'])
})

test('a point with one part needs no question', () => {
  expect(found({ feet: 'wrong' })).toEqual([['dangle', 'marked']])
  expect(found({ feet: 'right' })).toEqual([['dangle', 'absent']])
})

test.each([
  ['Soft, thumb bent?', true],
  ['Level or just above?', true],
  ['Tall and off the backrest?', true],
  ['In the middle of the instrument?', false],
  ['Straight arms with closed fists just reach the end?', false],
])('“%s” asks for several: %s', (ask, several) => {
  expect(asksSeveral(ask)).toBe(several)
})

describe('a point as it was written before there were parts', () => {
  test('keeps its sign where it asks for one thing, and none where it asks for several', () => {
    expect(partsOf({ ask: 'Feet flat?', otherwise: 'dangle' })).toEqual([
      { id: 'dangle', say: 'not right', finding: 'dangle' },
    ])
    expect(partsOf({ ask: 'Soft, thumb bent?', otherwise: 'thumb-straight' })).toEqual([
      { id: 'thumb-straight', say: 'not right', finding: null },
    ])
    expect(partsOf({ ask: 'How high?' })).toEqual([])
  })

  test('is read so from knowledge that was kept, and is then no evidence of absence', () => {
    const ways = [
      { words: 'too high', finding: 'slopes' },
      { words: 'too low', finding: 'climbs' },
    ]
    const old = {
      id: 'height',
      ask: 'Level?',
      otherwise: 'slopes',
      ways,
      number: null,
      grows: true,
    }
    const kept = { setup: [old], checks: [], remedies: [], playing: [] }
    expect(knowledgeAsNow(kept as unknown as KeptKnowledge).setup).toEqual([
      {
        ...{ id: 'height', ask: 'Level?', number: null, grows: true, lasts: false },
        parts: [
          { id: 'slopes', say: 'too high', finding: 'slopes' },
          { id: 'climbs', say: 'too low', finding: 'climbs' },
        ],
      },
    ])
  })
})
