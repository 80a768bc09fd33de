import { describe, expect, test } from 'vitest'
import { toldBy } from './index'

const tells = (text: string) => toldBy(text).beside

describe('what a phrase tells', () => {
  test.each([
    'slow practice helped',
    'really nice slurs',
    'cleaner than before the holidays',
    'scale at last even',
    'new strap, sorted',
    'sounds great',
  ])('%s: what works', (text) => expect(tells(text)).toBe('works'))

  test.each([
    'didn’t squeak once',
    'wasn’t rushing',
    'no squeaks today',
    'no more bumps',
    'cheeks stayed in',
    'thumb kept still',
  ])('%s: what is not there', (text) => expect(tells(text)).toBe('not-there'))

  test.each(['used to play the cornet', 'moved here two years ago', 'first year on this size'])(
    '%s: of the past',
    (text) => expect(tells(text)).toBe('past'),
  )

  test.each([
    'relax the thumb',
    'keep your heels down!',
    'elbow up please',
    'wrist should be lower',
  ])('%s: an order', (text) => expect(tells(text)).toBe('order'))

  test.each([
    'no vibrato',
    'no air behind it',
    'no real legato',
    'does not let go',
    'worse than last week',
    'thumb tighter and slower than in may',
  ])('%s: how it is', (text) => expect(tells(text)).toBe('how-it-is'))
})

test('a fault that is named beside a praise is what is looked for, and the praise is not', () => {
  expect(toldBy('beautiful tone, wrist still locked')).toEqual({
    tells: 'how-it-is',
    words: 'wrist still locked',
    beside: 'how-it-is',
  })
  expect(toldBy('smoother but the thumb bumps').words).toBe('the thumb bumps')
})
