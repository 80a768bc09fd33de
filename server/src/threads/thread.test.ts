import { setTimeout as wait } from 'node:timers/promises'
import { expect, test } from 'vitest'
import { Thread, TooHeavy } from './thread'

const trial = (limits: { msMost?: number; idleMs?: number } = {}) =>
  new Thread<string, string>('../test/trial', { msMost: 60_000, heapMb: 64, ...limits })

test('a job that hangs is refused, and the ones behind it are done', async () => {
  const thread = trial({ msMost: 500 })
  const [hung, behind] = await Promise.allSettled([thread.ask('hang'), thread.ask('behind')])
  expect(hung).toMatchObject({ status: 'rejected', reason: expect.any(TooHeavy) as TooHeavy })
  expect(behind).toEqual({ status: 'fulfilled', value: 'BEHIND' })
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
