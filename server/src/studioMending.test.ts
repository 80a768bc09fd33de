/** The mending model as a studio learns it. */
import type { StudioMendingResponse } from '@vein-mend/contract'
import { seededRng } from '@vein-mend/core/kit'
import { playRecord } from '@vein-mend/core/record'
import type { StudentId } from '@vein-mend/core/kit'
import { playStudent } from '@vein-mend/core/simulate'
import request from 'supertest'
import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import { DEMO_SCRIPTS } from './demo/demoScripts'
import { openTestStudio, TODAY } from './test/studio'
import type { TestStudio } from './test/studio'

let studio: TestStudio

beforeEach(async () => {
  studio = await openTestStudio()
})
afterEach(async () => {
  expect(studio.logged).toEqual([])
  await studio.close()
})

const put = (path: string, body: object) =>
  request(studio.app).put(`/api${path}`).set('host', 'localhost').send(body)
const post = (path: string, body: object) =>
  request(studio.app).post(`/api${path}`).set('host', 'localhost').send(body)

describe('the mending model of the studio', () => {
  test('is not gone by while there is nothing to learn from', async () => {
    const refused = await put('/studio/mending', { use: 'studio' }).expect(422)
    expect(refused.body).toMatchObject({ error: { code: 'nothing_learned' } })
  })

  test('holds from the next lesson on, leaves the lessons before as they were, and goes again', async () => {
    const script = DEMO_SCRIPTS.find((s) => s.key === 'marrow')!
    const horn = studio.knowledge.written('horn')!
    const acts = playStudent(script, horn, TODAY, seededRng(11))
    const id = 'student-marrow' as StudentId
    await studio.store.write((w) => w.append(id, acts, playRecord(acts)!))
    const chosen = await put('/studio/mending', { use: 'studio' }).expect(200)
    const { learned, usual, faults } = chosen.body as StudioMendingResponse
    expect(faults).toBeGreaterThan(1)
    expect(learned.slip).not.toBeCloseTo(usual.slip, 3)
    expect((await studio.knowledge.practised('horn'))!.mending).toEqual(learned)
    const opened = { kind: 'lesson-opened', lesson: 'lesson-new', date: TODAY, id: 'act-opened-1' }
    await post(`/students/${id}/acts`, { acts: [opened] }).expect(200)
    const { lessons } = (await studio.store.recordOf(id))!
    expect(lessons.at(-1)!.mending).toEqual(learned)
    expect(lessons.at(-2)!.mending).toEqual(usual)
    await put('/studio/mending', { use: 'packs' }).expect(200)
    expect((await studio.knowledge.practised('horn'))!.mending).toEqual(usual)
  })
})
