import { describe, expect, test } from 'vitest'
import { setupFindings } from './index'
import type { Knowledge } from './index'

const height = {
  id: 'height',
  ask: 'Level?',
  otherwise: 'slopes',
  ways: [
    { words: 'too high', finding: 'slopes' },
    { words: 'too low', finding: 'climbs' },
  ],
  number: null,
  grows: false,
}
const feet = { ...height, id: 'feet', otherwise: 'dangle', ways: [] }
const knowledge = { setup: [height, feet] } as unknown as Knowledge

const found = (
  points: Readonly<Record<string, 'right' | 'wrong'>>,
  ways?: Readonly<Record<string, string>>,
) => setupFindings(knowledge, { points, numbers: {}, ...(ways ? { ways } : {}) }, [])

describe('a point that can be wrong in two ways', () => {
  test('says which, where it was asked, and that the other is not there', () => {
    expect(found({ height: 'wrong' }, { height: 'climbs' })).toEqual([
      { finding: 'slopes', strength: 'absent' },
      { finding: 'climbs', strength: 'marked' },
    ])
  })

  test('is not guessed where nobody said which: a low chair is not called too high', () => {
    expect(found({ height: 'wrong' })).toEqual([])
  })

  test('that is right is wrong in neither', () => {
    expect(found({ height: 'right' }).map((f) => f.strength)).toEqual(['absent', 'absent'])
  })
})

test('a point with one way needs no question', () => {
  expect(found({ feet: 'wrong' })).toEqual([{ finding: 'dangle', strength: 'marked' }])
  expect(found({ feet: 'right' })).toEqual([{ finding: 'dangle', strength: 'absent' }])
})
