import { expect, test } from 'vitest'
import { loadsOf } from './doing'
import { BODY_PARTS, DOES } from './vocabulary'

const HORN = ['hand', 'arm', 'neck-back', 'lips-jaw', 'breath', 'hearing', 'skin'] as const

test('who plays loads all that playing loads, away from it all but sound and rubbing', () => {
  expect(loadsOf('plays', HORN)).toEqual([...HORN])
  expect(loadsOf('away', HORN)).toEqual(['hand', 'arm', 'neck-back', 'lips-jaw', 'breath'])
  expect(loadsOf('moves', HORN)).toEqual(['hand', 'arm', 'neck-back'])
  expect(loadsOf('looks', HORN)).toEqual([])
  expect(loadsOf('teacher', HORN)).toEqual([])
})

test('what is said besides is added, whoever does what, and nothing is ever taken away', () => {
  for (const does of [...DOES, 'away'] as const) {
    for (const part of BODY_PARTS) {
      const loads = loadsOf(does, HORN, [part])
      expect(loads).toContain(part)
      expect(loads).toEqual(expect.arrayContaining([...loadsOf(does, HORN)]))
    }
    expect(loadsOf(does, HORN, [])).toEqual(loadsOf(does, HORN))
  }
})
