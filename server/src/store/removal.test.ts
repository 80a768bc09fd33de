/** A student taken out for good, by the door. */
import { EMPTY_CARD } from '@vein-mend/core/record'
import sqlite3 from 'sqlite3'
import request from 'supertest'
import { afterEach, beforeEach, expect, test } from 'vitest'
import { openTestStudio, TODAY } from '../test/studio'
import type { TestStudio } from '../test/studio'

const ID = 'student-lark'
let studio: TestStudio

beforeEach(async () => {
  studio = await openTestStudio()
  const acts = [
    { kind: 'student-added', card: { ...EMPTY_CARD, name: 'Ada Lark', instrument: 'horn' } },
    { kind: 'lesson-opened', lesson: 'lesson-one', date: TODAY },
    {
      kind: 'fault-settled',
      lesson: 'lesson-one',
      case: 'case-bell',
      fault: 'bell-closed',
      overruled: 'seen at once',
    },
  ].map((act, i) => ({ ...act, id: `act-of-lark-${i}` }))
  const answer = await request(studio.app)
    .post(`/api/students/${ID}/acts`)
    .set('host', 'localhost')
    .send({ acts })
  expect(answer.status, JSON.stringify(answer.body)).toBe(200)
})
afterEach(() => studio.close())

const remove = () => request(studio.app).delete(`/api/students/${ID}`).set('host', 'localhost')

/** A statement past every check. */
function byHand(sql: string): Promise<void> {
  const file = new sqlite3.Database(studio.file)
  return new Promise((done, fail) => {
    file.run(sql, (error) => {
      file.close()
      if (error) fail(error)
      else done()
    })
  })
}

test('says under which lessons and faults a browser may have kept words, and is gone', async () => {
  const answer = await remove()
  expect(answer.body).toEqual({
    ...{ id: ID, within: ['lesson-one', 'case-bell'], cleaned: true, copies: null },
  })
  const again = await remove()
  expect(again.status).toBe(404)
})

test('also where the record holds an act that nobody can read', async () => {
  const body = '{"kind":"sung-aloud","lesson":"lesson-two","case":"case-song","words":"la'
  await byHand(
    `INSERT INTO acts (id, student_id, kind, at, by_whom, body) VALUES
     ('spoiled-act', '${ID}', 'sung-aloud', '2026-03-02T10:00:00.000Z', 'teacher', '${body}')`,
  )
  const { within } = (await remove()).body as { within: readonly string[] }
  expect(within).toEqual(['lesson-one', 'case-bell', 'lesson-two', 'case-song'])
})
