import { afterEach, beforeEach, expect, test, vi } from 'vitest'
import { askAgain, showLastSeen } from './lastSeen'

beforeEach(() => {
  vi.useFakeTimers()
})
afterEach(() => {
  vi.useRealTimers()
})

test('what was last seen is asked for anew once the server is there, and each time it is shown', async () => {
  let there = false
  const isThere = vi.fn(() => (there ? Promise.resolve() : Promise.reject(new Error('away'))))
  const anew = vi.fn()
  askAgain(isThere, anew)
  await vi.advanceTimersByTimeAsync(60_000)
  expect(isThere).not.toHaveBeenCalled()
  showLastSeen()
  showLastSeen()
  await vi.advanceTimersByTimeAsync(7000)
  expect(isThere).toHaveBeenCalledTimes(2)
  expect(anew).not.toHaveBeenCalled()
  there = true
  await vi.advanceTimersByTimeAsync(60_000)
  expect(isThere).toHaveBeenCalledTimes(3)
  expect(anew).toHaveBeenCalledTimes(1)
  showLastSeen()
  await vi.advanceTimersByTimeAsync(60_000)
  expect(anew).toHaveBeenCalledTimes(2)
})
