import { isTapped, TAP_KEYS } from '@vein-mend/core/timing'
import { expect, test } from 'vitest'
import { TapListener } from './tapListener'

test('taps of two hands overlap, and come in the order in which they went down', () => {
  const listener = new TapListener()
  listener.down('left', 100)
  listener.down('right', 160)
  listener.up('right', 220)
  expect(listener.count).toBe(2)
  listener.up('left', 260)
  listener.down('either', 600.5)
  const taps = listener.end()
  expect(isTapped(taps)).toBe(true)
  expect(taps.map((t) => [t.midi, t.onMs, t.offMs])).toEqual([
    [TAP_KEYS.left, 100, 260],
    [TAP_KEYS.right, 160, 220],
    [TAP_KEYS.either, 600.5, 900.5],
  ])
})

test('a key that goes down again without having come up ends the tap before; one that only comes up is none', () => {
  const listener = new TapListener()
  listener.up('left', 50)
  listener.down('left', 100)
  listener.down('left', 300)
  expect(listener.end().map((t) => [t.onMs, t.offMs])).toEqual([
    [100, 300],
    [300, 600],
  ])
})
