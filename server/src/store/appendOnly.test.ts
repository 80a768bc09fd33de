import sqlite3 from 'sqlite3'
import { expect, test } from 'vitest'
import { seededRng } from '@vein-mend/core/kit'
import { playRecord } from '@vein-mend/core/record'
import type { StudentId } from '@vein-mend/core/kit'
import { playStudent } from '@vein-mend/core/simulate'
import { DEMO_SCRIPTS } from '../demo/demoScripts'
import { actsOf, openTestStudio, shippedPacks, TODAY } from '../test/studio'

function byHand(file: string, sql: string): Promise<string> {
  return new Promise((done) => {
    const database = new sqlite3.Database(file)
    database.run(sql, (error) => {
      database.close()
      done(error?.message ?? 'done')
    })
  })
}

test('an act cannot be changed or dropped, even by hand in the file', async () => {
  const studio = await openTestStudio()
  const [script] = DEMO_SCRIPTS
  const horn = (await shippedPacks()).get('horn')!
  const acts = playStudent(script!, horn, TODAY, seededRng(1))
  await studio.store.write((writer) =>
    writer.append('student-marrow' as StudentId, acts, playRecord(acts)!),
  )
  expect(await byHand(studio.file, `UPDATE acts SET body = '{}'`)).toContain('never changed')
  expect(await byHand(studio.file, 'DELETE FROM acts')).toContain('never deleted')
  expect(await actsOf(studio.store, 'student-marrow' as StudentId)).toEqual(acts)
  await studio.close()
})

test('a studio that is closed while somebody writes is closed once that is written', async () => {
  const studio = await openTestStudio()
  const student = 'student-marrow' as StudentId
  const horn = (await shippedPacks()).get('horn')!
  const acts = playStudent(DEMO_SCRIPTS[0]!, horn, TODAY, seededRng(1))
  let begun: () => void = () => undefined
  const underWay = new Promise<void>((done) => {
    begun = done
  })
  const written = studio.store.write(async (writer) => {
    begun()
    await new Promise((done) => setTimeout(done, 50))
    await writer.append(student, acts, playRecord(acts)!)
  })
  await underWay
  const closed = studio.store.close()
  await written
  await closed
  const again = await openTestStudio(studio.file)
  expect(await actsOf(again.store, student)).toEqual(acts)
  await again.close()
})
