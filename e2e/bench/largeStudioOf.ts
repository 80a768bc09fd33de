/** The studio of the long records: 60 students of ten years and one to draw. */
import { join } from 'node:path'
import type { IsoDate, StudentId } from '@vein-mend/core/kit'
import type { Knowledge } from '@vein-mend/core/packs'
import { playRecord } from '@vein-mend/core/record'
import type { Act, StudentRecord } from '@vein-mend/core/record'
import { readLibrary } from '../../server/src/packs'
import { ROOT } from '../support/server'

export const STUDENTS = 60
export const LESSONS = 520
export const LONG_LESSONS = 500
/** A Monday. */
export const TODAY = '2026-11-23' as IsoDate

export const idOf = (key: string) => `student-${key}` as StudentId

export async function instruments(): Promise<readonly Knowledge[]> {
  const library = await readLibrary(join(ROOT, 'packs'))
  if (!library.ok) throw new Error('the packs cannot be read')
  return [...library.packs.values()].filter((k) => k.kind === 'instrument')
}

export function played(acts: readonly Act[]): StudentRecord {
  const record = playRecord(acts)
  if (!record) throw new Error('a student without a record')
  return record
}
