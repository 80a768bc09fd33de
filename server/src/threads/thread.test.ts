import { setTimeout as wait } from 'node:timers/promises'
import { expect, test } from 'vitest'
import { Left, Thread, timeLeft, TooHeavy } from './thread'

const trial = (limits: { msMost?: number; idleMs?: number } = {}) =>
  new Thread<string, string>('../test/trial', { msMost: 60_000, heapMb: 64, ...limits })

test('a job that hangs is refused, and the ones behind it are done', async () => {
  const thread = trial({ msMost: 500 })
  const [hung, behind] = await Promise.allSettled([thread.ask('hang'), thread.ask('behind')])
  expect(hung).toMatchObject({ status: 'rejected', reason: expect.any(TooHeavy) as TooHeavy })
  expect(behind).toEqual({ status: 'fulfilled', value: 'BEHIND' })
  await thread.end()
})

test('time is what was worked: a busy machine gives more of the clock, and a job that only waits has an end too', () => {
  expect(timeLeft(1000, 400, 400)).toBe(600)
  expect(timeLeft(1000, 1000, 1000)).toBe(0)
  // The machine was elsewhere for two seconds of three.
  expect(timeLeft(1000, 900, 3000)).toBe(100)
  expect(timeLeft(1000, 5, 6000)).toBe(0)
  expect(timeLeft(1000, 5, 5900)).toBe(100)
})

test('a job that waits and never works is refused', async () => {
  const thread = trial({ msMost: 50 })
  await expect(thread.ask('wait')).rejects.toThrow(TooHeavy)
  await expect(thread.ask('after')).resolves.toBe('AFTER')
  await thread.end()
})

test('a job that fills the memory is refused and takes nobody along', async () => {
  const thread = trial()
  await expect(thread.ask('grow')).rejects.toThrow(TooHeavy)
  await expect(thread.ask('after')).resolves.toBe('AFTER')
  await thread.end()
})

test('a job that ends its thread is refused', async () => {
  const thread = trial()
  await expect(thread.ask('leave')).rejects.toThrow(TooHeavy)
  await expect(thread.ask('after')).resolves.toBe('AFTER')
  await thread.end()
})

test('what the work throws is said in its own words, and the thread stays', async () => {
  const thread = trial()
  await expect(thread.ask('throw')).rejects.toThrow('no piece')
  expect(thread.running).toBe(true)
  await thread.end()
})

test('what cannot be sent over is refused alone', async () => {
  const thread = trial()
  await expect(thread.ask((() => 'a function') as never)).rejects.toThrow('cloned')
  await expect(thread.ask('after')).resolves.toBe('AFTER')
  await thread.end()
})

test('how far a job is is told to who asked for it, and to nobody else', async () => {
  const thread = trial()
  const told: number[] = []
  const tell = thread.ask('tell', { onShare: (share) => told.push(share) })
  const other: number[] = []
  const after = thread.ask('after', { onShare: (share) => other.push(share) })
  expect(await Promise.all([tell, after])).toEqual(['TELL', 'AFTER'])
  expect(told).toEqual([0.25, 0.5])
  expect(other).toEqual([])
  await thread.end()
})

test('a job nobody wants any more is left, in line or in the midst, and the others are done', async () => {
  const thread = trial()
  const [now, later, before] = [new AbortController(), new AbortController(), new AbortController()]
  before.abort()
  const hung = thread.ask('hang', { signal: now.signal })
  const inLine = thread.ask('never', { signal: later.signal })
  const wanted = thread.ask('wanted')
  later.abort()
  await expect(inLine).rejects.toThrow(Left)
  await expect(thread.ask('late', { signal: before.signal })).rejects.toThrow(Left)
  now.abort()
  await expect(hung).rejects.toThrow(Left)
  await expect(wanted).resolves.toBe('WANTED')
  // Going away after the answer harms nobody.
  const done = new AbortController()
  await thread.ask('done', { signal: done.signal })
  done.abort()
  await expect(thread.ask('still')).resolves.toBe('STILL')
  await thread.end()
})

test('answers come in the order of the questions', async () => {
  const thread = trial()
  const asked = ['a', 'b', 'c', 'd']
  expect(await Promise.all(asked.map((job) => thread.ask(job)))).toEqual(['A', 'B', 'C', 'D'])
  await thread.end()
})

test('a thread nobody asks ends, and comes back when somebody does', async () => {
  const thread = trial({ idleMs: 20 })
  await thread.ask('once')
  while (thread.running) await wait(10)
  await expect(thread.ask('again')).resolves.toBe('AGAIN')
  await thread.end()
})
