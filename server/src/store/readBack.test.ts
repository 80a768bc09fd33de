/** What is written is read back as it was, by another process; and what could not be is not written. */
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { IsoInstant, Shape, ActId, StudentId } from '@vein-mend/core/kit'
import { ACT_KINDS, EMPTY_CARD, MODULES, playRecord, stampShape } from '@vein-mend/core/record'
import type { Act, ActBody } from '@vein-mend/core/record'
import fc from 'fast-check'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { arbitraryOf } from '../../../core/src/kit/test/arbitraryOf'
import { readInNewProcess } from '../test/inNewProcess'
import { openStudio } from './index'
import type { StudioStore } from './index'

const STUDENT = 'student-tern' as StudentId
const OF_EACH = 30
const SEED = 20261201

const first: Act = {
  kind: 'student-added',
  card: { ...EMPTY_CARD, name: 'Tern Hale', instrument: 'horn' },
  id: 'act-student-tern' as ActId,
  at: '2026-03-02T10:00:00.000Z' as IsoInstant,
  by: 'teacher',
}
const record = playRecord([first])!
let folder: string
let store: StudioStore

beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'vein-mend-read-back-'))
  store = await openStudio(join(folder, 'studio.sqlite'))
  await store.write((w) => w.append(STUDENT, [first], record))
})
afterAll(async () => {
  await store.close()
  rmSync(folder, { recursive: true, force: true })
})

test('acts of every kind, whatever they hold', async () => {
  const acts = ACT_KINDS.flatMap((kind) => {
    const shape: Shape<ActBody> = MODULES[kind].kept
    const any = fc.tuple(arbitraryOf(shape), arbitraryOf(stampShape))
    return fc.sample(any, { seed: SEED, numRuns: OF_EACH }).map(([body, stamp], i): Act => {
      // Two of one kind may be drawn alike; on record each has its own name.
      const act: Act = { ...body, ...stamp, id: `act-${kind}-${i}` as ActId }
      // A digest stands only where what it names is in the file.
      return act.kind === 'lesson-opened' ? { ...act, pack: { id: 'horn', version: '1.0.0' } } : act
    })
  })
  await store.write((w) => w.append(STUDENT, acts, record))
  const back = await readInNewProcess(join(folder, 'studio.sqlite'), STUDENT)
  expect(back.acts).toEqual([first, ...acts])
  expect(acts).toHaveLength(ACT_KINDS.length * OF_EACH)
})

test.each([
  ['a number that is none', { tempo: Number.NaN }],
  ['a number without end', { minutes: Number.POSITIVE_INFINITY }],
  ['a text beyond its limit', { item: 'x'.repeat(1000) }],
  ['nothing where something belongs', { date: undefined }],
])('%s is not written, and nothing beside it', async (_, wrong) => {
  const before = (await store.rowsOf(STUDENT)).length
  const sound = { kind: 'home-noted', date: '2026-03-02', words: 'all well' }
  const ticked = {
    kind: 'practised',
    date: '2026-03-02',
    item: 'music',
    minutes: 5,
    done: true,
    tempo: null,
  }
  const stamp = { at: first.at, by: 'home' }
  const acts = [
    { ...sound, ...stamp, id: 'act-sound-0001' },
    { ...ticked, ...wrong, ...stamp, id: 'act-wrong-0001' },
  ] as unknown as readonly Act[]
  await expect(store.write((w) => w.append(STUDENT, acts, record))).rejects.toThrow('practised')
  expect(await store.rowsOf(STUDENT)).toHaveLength(before)
})
