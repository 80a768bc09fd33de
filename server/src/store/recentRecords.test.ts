import type { StudentId } from '@vein-mend/core/record'
import { describe, expect, test } from 'vitest'
import { RecentRecords } from './recentRecords'

const A = 'student-a' as StudentId

describe('records asked for lately', () => {
  test('are read once until they change', async () => {
    const recent = new RecentRecords()
    let reads = 0
    const read = () => {
      reads += 1
      return Promise.resolve(Buffer.from(String(reads)))
    }
    expect((await recent.get(A, read))!.toString()).toBe('1')
    expect((await recent.get(A, read))!.toString()).toBe('1')
    recent.forget(A)
    expect((await recent.get(A, read))!.toString()).toBe('2')
  })

  test('what changed while it was read is not kept', async () => {
    const recent = new RecentRecords()
    const stale = recent.get(A, async () => {
      await Promise.resolve()
      recent.forget(A)
      return Buffer.from('old')
    })
    expect((await stale)!.toString()).toBe('old')
    expect((await recent.get(A, () => Promise.resolve(Buffer.from('new'))))!.toString()).toBe('new')
  })

  test('nothing is not kept', async () => {
    const recent = new RecentRecords()
    expect(await recent.get(A, () => Promise.resolve(null))).toBeNull()
    expect((await recent.get(A, () => Promise.resolve(Buffer.from('x'))))!.toString()).toBe('x')
  })
})
