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
